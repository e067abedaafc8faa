using System.Text.Json;
using System.Text.Json.Serialization;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace YieldingLoop.Store;

/// <summary>The workroom's database.</summary>
public sealed class WorkroomContext(DbContextOptions<WorkroomContext> options) : DbContext(options)
{
    /// <summary>How records are written inside a column.</summary>
    internal static JsonSerializerOptions Json { get; } = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower) },
    };

    public DbSet<ClothRow> Cloths => Set<ClothRow>();

    public DbSet<MachineRow> Machines => Set<MachineRow>();

    public DbSet<SeamRow> Seams => Set<SeamRow>();

    public DbSet<SetupRow> Setups => Set<SetupRow>();

    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        Entry(modelBuilder.Entity<ClothRow>());
        Entry(modelBuilder.Entity<MachineRow>());
        Entry(modelBuilder.Entity<SeamRow>());
        modelBuilder.Entity<SeamRow>().HasOne(s => s.Cloth).WithMany().HasForeignKey(s => s.ClothId).OnDelete(DeleteBehavior.Restrict);

        var setup = modelBuilder.Entity<SetupRow>();
        setup.HasIndex(s => s.SubmissionKey).IsUnique();
        setup.HasIndex(s => s.CreatedAt);
        setup.HasOne(s => s.Seam).WithMany(s => s.Setups).HasForeignKey(s => s.SeamId).OnDelete(DeleteBehavior.Restrict);
        setup.HasOne(s => s.Cloth).WithMany().HasForeignKey(s => s.ClothId).OnDelete(DeleteBehavior.Restrict);
        setup.HasOne(s => s.Machine).WithMany().HasForeignKey(s => s.MachineId).OnDelete(DeleteBehavior.Restrict);
        AsJson(setup.Property(s => s.Summary));
        AsJson(setup.Property(s => s.Snapshot));
    }

    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder) =>
        // SQLite orders text, so moments are kept as UTC ticks.
        configurationBuilder.Properties<DateTimeOffset>().HaveConversion<DateTimeOffsetToUtcTicks>();

    private static void Entry<T>(EntityTypeBuilder<T> entity)
        where T : Row
    {
        entity.HasIndex(r => r.SubmissionKey).IsUnique();
        entity.HasIndex(r => r.ChangedAt);
        switch (entity)
        {
            case EntityTypeBuilder<ClothRow> cloth:
                AsJson(cloth.Property(r => r.Entry));
                break;
            case EntityTypeBuilder<MachineRow> machine:
                AsJson(machine.Property(r => r.Entry));
                break;
            case EntityTypeBuilder<SeamRow> seam:
                AsJson(seam.Property(r => r.Entry));
                break;
        }
    }

    private static void AsJson<T>(PropertyBuilder<T> property)
        where T : class
    {
        property.HasConversion(
            value => JsonSerializer.Serialize(value, Json),
            text => JsonSerializer.Deserialize<T>(text, Json)!,
            // Records are replaced, never changed in place, so the reference tells whether one changed.
            new ValueComparer<T>((a, b) => ReferenceEquals(a, b), v => v.GetHashCode(), v => v));
    }
}

/// <summary>Moments as UTC ticks.</summary>
public sealed class DateTimeOffsetToUtcTicks() : ValueConverter<DateTimeOffset, long>(
    moment => moment.UtcTicks,
    ticks => new DateTimeOffset(ticks, TimeSpan.Zero));
