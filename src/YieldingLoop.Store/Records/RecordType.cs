using Microsoft.EntityFrameworkCore;

namespace YieldingLoop.Store.Records;

/// <summary>One kind of record: all that has to be known of it by whatever walks over every kind.</summary>
public abstract record RecordType
{
    public required RecordKind Kind { get; init; }

    /// <summary>Its table in the database.</summary>
    public required string Table { get; init; }

    /// <summary>What one is called, "pack of needles".</summary>
    public required string One { get; init; }

    /// <summary>What several are called.</summary>
    public required string Many { get; init; }

    /// <summary>The page they are found on.</summary>
    public required string Room { get; init; }

    /// <summary>What it is called in addresses and in the names of its fields; null where it is not typed into a form of its own.</summary>
    public string? Noun { get; init; }

    /// <summary>What an unfinished form without a name is called; null where there is no form.</summary>
    public string? Unnamed { get; init; }

    /// <summary>Whether the user can put one away and bring it back.</summary>
    public bool CanBePutAway { get; init; }

    /// <summary>Whether it is about people: such records leave the workroom only where somebody asks for them by name.</summary>
    public bool Personal { get; init; }

    /// <summary>The kind that brings and takes it along; null where it comes by itself.</summary>
    public RecordKind? ComesWith { get; init; }

    /// <summary>Where its form is, "/cloths/"; null where it has none.</summary>
    public string? FormPath { get => field ?? (Noun is null ? null : $"/{Noun}s/"); init; }

    /// <summary>The type of its rows.</summary>
    public abstract Type RowType { get; }

    /// <summary>Every row of it, put away or not.</summary>
    public abstract IQueryable<Row> Rows(WorkroomContext context);

    /// <summary>Tells the database model what all kinds have in common.</summary>
    internal abstract void Map(ModelBuilder model);
}

/// <inheritdoc/>
/// <typeparam name="TRow">Its rows.</typeparam>
public record RecordType<TRow> : RecordType
    where TRow : Row
{
    /// <inheritdoc/>
    public override Type RowType => typeof(TRow);

    /// <inheritdoc/>
    public override IQueryable<Row> Rows(WorkroomContext context) => context.Set<TRow>();

    /// <inheritdoc/>
    internal override void Map(ModelBuilder model)
    {
        var entity = model.Entity<TRow>();
        entity.HasIndex(r => r.SubmissionKey).IsUnique();
    }
}

/// <summary>A kind of record that is what one form entered.</summary>
/// <typeparam name="TRow">Its rows.</typeparam>
/// <typeparam name="TEntry">What is entered.</typeparam>
public sealed record EntryType<TRow, TEntry> : RecordType<TRow>
    where TRow : EntryRow<TEntry>
    where TEntry : class
{
    /// <inheritdoc/>
    internal override void Map(ModelBuilder model)
    {
        base.Map(model);
        var entity = model.Entity<TRow>();
        entity.HasIndex(r => r.ChangedAt);
        WorkroomContext.AsJson(entity.Property(r => r.Entry));
    }
}
