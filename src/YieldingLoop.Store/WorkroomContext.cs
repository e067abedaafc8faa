using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store.Formats;
using YieldingLoop.Store.Records;

namespace YieldingLoop.Store;

/// <summary>The workroom's database.</summary>
public sealed class WorkroomContext(DbContextOptions<WorkroomContext> options) : DbContext(options)
{
    public DbSet<ClothRow> Cloths => Set<ClothRow>();

    public DbSet<MachineRow> Machines => Set<MachineRow>();

    public DbSet<StateRow> States => Set<StateRow>();

    public DbSet<NeedleRow> Needles => Set<NeedleRow>();

    public DbSet<ThreadRow> Threads => Set<ThreadRow>();

    public DbSet<RuleRow> Rules => Set<RuleRow>();

    public DbSet<SeamRow> Seams => Set<SeamRow>();

    public DbSet<SetupRow> Setups => Set<SetupRow>();

    public DbSet<ThreadUpRow> ThreadUps => Set<ThreadUpRow>();

    public DbSet<SwatchRow> Swatches => Set<SwatchRow>();

    public DbSet<CoachRow> CoachSteps => Set<CoachRow>();

    public DbSet<PracticeRow> Practice => Set<PracticeRow>();

    public DbSet<WearerRow> Wearers => Set<WearerRow>();

    public DbSet<GarmentRow> Garments => Set<GarmentRow>();

    public DbSet<RunRow> Runs => Set<RunRow>();

    public DbSet<CareRow> Care => Set<CareRow>();

    public DbSet<PaletteRow> Palettes => Set<PaletteRow>();

    public DbSet<SewnRow> Sewn => Set<SewnRow>();

    public DbSet<FeedRow> Feeds => Set<FeedRow>();

    public DbSet<AccessKeyRow> AccessKeys => Set<AccessKeyRow>();

    public DbSet<ImportRow> Imports => Set<ImportRow>();

    public DbSet<PhotoRow> Photos => Set<PhotoRow>();

    public DbSet<SeatedNeedleRow> SeatedNeedles => Set<SeatedNeedleRow>();

    public DbSet<DraftRow> Drafts => Set<DraftRow>();

    public DbSet<SettingsRow> Settings => Set<SettingsRow>();

    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        foreach (var type in RecordKinds.All)
        {
            type.Map(modelBuilder);
        }

        var threadUp = modelBuilder.Entity<ThreadUpRow>();
        threadUp.HasOne(t => t.Machine).WithMany().HasForeignKey(t => t.MachineId).OnDelete(DeleteBehavior.Restrict);
        AsJson(threadUp.Property(t => t.Fitted));
        threadUp.Property(t => t.Fitted).HasDefaultValueSql("'[]'");
        threadUp.HasOne(t => t.Setup).WithMany().HasForeignKey(t => t.SetupId).OnDelete(DeleteBehavior.Restrict);
        modelBuilder.Entity<StateRow>().HasOne(s => s.Machine).WithOne().HasForeignKey<StateRow>(s => s.Id).OnDelete(DeleteBehavior.Restrict);
        modelBuilder.Entity<SeamRow>().HasOne(s => s.Cloth).WithMany().HasForeignKey(s => s.ClothId).OnDelete(DeleteBehavior.Restrict);

        var setup = modelBuilder.Entity<SetupRow>();
        setup.HasIndex(s => s.CreatedAt);
        setup.HasOne(s => s.Seam).WithMany(s => s.Setups).HasForeignKey(s => s.SeamId).OnDelete(DeleteBehavior.Restrict);
        setup.HasOne(s => s.Cloth).WithMany().HasForeignKey(s => s.ClothId).OnDelete(DeleteBehavior.Restrict);
        setup.HasOne(s => s.Machine).WithMany().HasForeignKey(s => s.MachineId).OnDelete(DeleteBehavior.Restrict);
        setup.HasOne(s => s.Earlier).WithMany(s => s.Later).HasForeignKey(s => s.EarlierId).OnDelete(DeleteBehavior.Restrict);
        // Kept by triggers of the database (migrations Ends and Versions): lists ask them instead of looking at every set-up.
        setup.Property(s => s.Superseded).HasDefaultValue(false);
        modelBuilder.Entity<SeamRow>().Property(s => s.Passed).HasDefaultValue(false);
        // A version is amended once: a second amendment of it starts from the first.
        setup.HasIndex(s => s.FirstId).HasFilter("FirstId IS NOT NULL");
        setup.HasIndex(s => s.EarlierId).IsUnique().HasFilter("EarlierId IS NOT NULL AND PutAwayAt IS NULL");
        AsJson(setup.Property(s => s.Summary));
        AsJson(setup.Property(s => s.Snapshot));

        var thread = modelBuilder.Entity<ThreadRow>();
        thread.HasOne(t => t.WoundFrom).WithMany().HasForeignKey(t => t.WoundFromId).OnDelete(DeleteBehavior.Restrict);
        AsJson(thread.Property(t => t.Uses));
        thread.Property(t => t.Uses).HasDefaultValueSql("'[]'");

        var swatch = modelBuilder.Entity<SwatchRow>();
        swatch.HasOne(s => s.Setup).WithMany().HasForeignKey(s => s.SetupId).OnDelete(DeleteBehavior.Restrict);
        swatch.HasOne(s => s.Seam).WithMany().HasForeignKey(s => s.SeamId).OnDelete(DeleteBehavior.Restrict);
        swatch.HasOne(s => s.Cloth).WithMany().HasForeignKey(s => s.ClothId).OnDelete(DeleteBehavior.Restrict);
        swatch.HasOne(s => s.Machine).WithMany().HasForeignKey(s => s.MachineId).OnDelete(DeleteBehavior.Restrict);
        swatch.HasOne(s => s.Photo).WithMany().HasForeignKey(s => s.PhotoId).OnDelete(DeleteBehavior.Restrict);
        swatch.HasIndex(s => s.PhotoId).HasFilter("PhotoId IS NOT NULL");
        swatch.Property(s => s.ThreadKinds).HasDefaultValue("");
        swatch.Property(s => s.Lesson).HasConversion<JsonColumn<Lesson>, ReplacedNotChanged<Lesson>>();
        // Lists: the newest first, of everything, of one cloth, of one machine, of one set-up, of those that passed; the rest is looked for in the index alone.
        swatch.HasIndex(s => new { s.PutAwayAt, s.CreatedAt, s.ThreadKinds, s.Passed, s.MachineId });
        swatch.HasIndex(s => new { s.ClothId, s.PutAwayAt, s.CreatedAt, s.ThreadKinds, s.Passed, s.MachineId });
        swatch.HasIndex(s => new { s.MachineId, s.PutAwayAt, s.CreatedAt, s.ThreadKinds, s.Passed });
        swatch.HasIndex(s => new { s.SetupId, s.PutAwayAt, s.CreatedAt });
        swatch.HasIndex(s => new { s.Passed, s.PutAwayAt, s.CreatedAt, s.ThreadKinds });
        var coach = modelBuilder.Entity<CoachRow>();
        coach.HasOne(c => c.Setup).WithMany().HasForeignKey(c => c.SetupId).OnDelete(DeleteBehavior.Restrict);
        coach.HasOne(c => c.ThreadUp).WithMany().HasForeignKey(c => c.ThreadUpId).OnDelete(DeleteBehavior.Restrict);
        coach.HasIndex(c => new { c.SetupId, c.PutAwayAt, c.CreatedAt });
        modelBuilder.Entity<PracticeRow>().HasIndex(p => new { p.Name, p.CreatedAt });
        // No foreign key: it only says where a thread-up or a swatch leads back to.
        modelBuilder.Entity<RunRow>().HasIndex(r => r.SetupInHandId).HasFilter("SetupInHandId IS NOT NULL");
        var photo = modelBuilder.Entity<PhotoRow>();
        photo.HasIndex(p => p.Key).IsUnique();
        photo.Property(p => p.Version).HasDefaultValue(1);
        // No foreign key: a set-up is older than its swatches, and rows are written one after the other.
        setup.HasIndex(s => s.PassedBySwatchId).HasFilter("PassedBySwatchId IS NOT NULL");

        var seated = modelBuilder.Entity<SeatedNeedleRow>();
        seated.Property(n => n.Seat).HasConversion<PositionId>();
        seated.Property(n => n.Needle).HasConversion<JsonColumn<Needle>, ReplacedNotChanged<Needle>>();
        seated.Property(n => n.Version).HasDefaultValue(1);
        seated.Ignore(n => n.Work);
        seated.HasOne(n => n.Machine).WithMany().HasForeignKey(n => n.MachineId).OnDelete(DeleteBehavior.Restrict);
        seated.HasOne(n => n.ThreadUp).WithMany().HasForeignKey(n => n.ThreadUpId).OnDelete(DeleteBehavior.SetNull);
        seated.HasIndex(n => new { n.MachineId, n.TakenOutAt });
        seated.HasIndex(n => n.Key).IsUnique();

        var care = modelBuilder.Entity<CareRow>();
        care.HasOne(c => c.Machine).WithMany().HasForeignKey(c => c.MachineId).OnDelete(DeleteBehavior.Restrict);
        // Sums of time since a moment are read off the index alone.
        care.HasIndex(c => new { c.MachineId, c.PutAwayAt, c.KindId, c.At, c.Seconds });
        care.HasIndex(c => new { c.MachineId, c.PutAwayAt, c.At });
        // One timer at a machine.
        care.HasIndex(c => c.MachineId).IsUnique().HasFilter("Open AND KindId = 'sat' AND PutAwayAt IS NULL").HasDatabaseName("IX_Care_Timer");
        care.HasIndex(c => c.KindId).HasFilter("Open").HasDatabaseName("IX_Care_Open");

        var sewn = modelBuilder.Entity<SewnRow>();
        sewn.ToTable("Sewn");
        sewn.HasOne(s => s.Machine).WithMany().HasForeignKey(s => s.MachineId).OnDelete(DeleteBehavior.Restrict);
        // Sums since a moment are read off the index alone.
        sewn.HasIndex(s => new { s.MachineId, s.At, s.TakenBackAt, s.Timed, s.Stitches });
        sewn.HasIndex(s => new { s.At, s.TakenBackAt, s.MachineId, s.Timed, s.Stitches, s.SeamMm, s.ThreadMetres });
        sewn.HasIndex(s => s.Key).IsUnique();
        sewn.HasIndex(s => s.SwatchId).HasFilter("SwatchId IS NOT NULL");
        AsJson(sewn.Property(s => s.Taken));
        AsJson(sewn.Property(s => s.NeedleIds));

        var import = modelBuilder.Entity<ImportRow>();
        import.ToTable("Imports");
        import.HasIndex(i => i.Key).IsUnique();
        AsJson(import.Property(i => i.Log));

        modelBuilder.Entity<FeedRow>().ToTable("Feeds");
        modelBuilder.Entity<FeedRow>().Property(f => f.UsedAt).HasColumnName("ReadAt");
        modelBuilder.Entity<FeedRow>().HasIndex(f => f.Hash).IsUnique();
        modelBuilder.Entity<AccessKeyRow>().ToTable("AccessKeys");
        modelBuilder.Entity<AccessKeyRow>().HasIndex(k => k.Hash).IsUnique();

        var draft = modelBuilder.Entity<DraftRow>();
        draft.HasIndex(d => d.Key).IsUnique();
        AsJson(draft.Property(d => d.Fields));
        modelBuilder.Entity<SettingsRow>().Property(s => s.Id).ValueGeneratedNever();
        AsJson(modelBuilder.Entity<SettingsRow>().Property(s => s.Settings));
    }

    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder) =>
        // SQLite orders text, so moments are kept as UTC ticks.
        configurationBuilder.Properties<DateTimeOffset>().HaveConversion<DateTimeOffsetToUtcTicks>();

    /// <summary>Keeps a property as JSON in a column.</summary>
    internal static void AsJson<T>(PropertyBuilder<T> property)
        where T : class => property.HasConversion<JsonColumn<T>, ReplacedNotChanged<T>>();
}

/// <summary>A record kept as JSON in a column.</summary>
public sealed class JsonColumn<T>() : ValueConverter<T, string>(
    value => StoredFormat.Write(value),
    text => StoredFormat.Read<T>(text))
    where T : class;

/// <summary>Records are replaced, never changed in place, so the reference tells whether one changed.</summary>
public sealed class ReplacedNotChanged<T>() : ValueComparer<T>((a, b) => ReferenceEquals(a, b), v => v.GetHashCode(), v => v)
    where T : class;

/// <summary>Positions by their identifiers.</summary>
public sealed class PositionId() : ValueConverter<ThreadPosition, string>(
    position => position.Id(),
    id => ThreadPositions.Find(id)!.Value);

/// <summary>Moments as UTC ticks.</summary>
public sealed class DateTimeOffsetToUtcTicks() : ValueConverter<DateTimeOffset, long>(
    moment => moment.UtcTicks,
    ticks => new DateTimeOffset(ticks, TimeSpan.Zero));
