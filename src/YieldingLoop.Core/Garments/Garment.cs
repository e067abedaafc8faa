using System.Collections.Immutable;

namespace YieldingLoop.Core.Garments;

/// <summary>What becomes of one end of a seam.</summary>
public enum EndKind
{
    /// <summary>It runs out at an edge that no other seam takes in.</summary>
    Loose,

    /// <summary>Another seam runs over it.</summary>
    Into,

    /// <summary>The seam goes round and meets its own beginning.</summary>
    Round,
}

/// <summary>One end of a seam.</summary>
/// <param name="Kind">What becomes of it.</param>
/// <param name="SeamId">The seam that runs over it; null for every other kind.</param>
public sealed record SeamEnd(EndKind Kind, string? SeamId = null)
{
    /// <summary>It runs out at an edge.</summary>
    public static SeamEnd Loose { get; } = new(EndKind.Loose);

    /// <summary>It meets its own beginning.</summary>
    public static SeamEnd Round { get; } = new(EndKind.Round);
}

/// <summary>A seam that has to be sewn before another, and why.</summary>
/// <param name="SeamId">The seam that comes first.</param>
/// <param name="WhyId">Why, an identifier of the default it is; null where the user has said so.</param>
public sealed record SewnBefore(string SeamId, string? WhyId = null);

/// <summary>How often a garment is made for one wearer or size.</summary>
/// <param name="WearerId">Number of the wearer's record.</param>
/// <param name="Count">How many.</param>
public sealed record GarmentSize(int WearerId, int Count = 1);

/// <summary>A seam of a garment: a piece of work, and how it stands among the others.</summary>
public sealed record GarmentSeam
{
    /// <summary>What it is called within its garment; the seam's own where it comes from a kind of garment.</summary>
    public required string Id { get; init; }

    /// <summary>The piece of work: number of the seam's record.</summary>
    public required int WorkId { get; init; }

    /// <summary>How many of it one garment has: two side seams.</summary>
    public int Times { get; init; } = 1;

    /// <summary>Seams that are sewn before it.</summary>
    public IReadOnlyList<SewnBefore> After { get; init; } = [];

    /// <summary>Where it begins.</summary>
    public SeamEnd Start { get; init; } = SeamEnd.Loose;

    /// <summary>Where it ends.</summary>
    public SeamEnd End { get; init; } = SeamEnd.Loose;

    /// <summary>The measure of the body it goes round or that passes it; null where its need does not come from one.</summary>
    public string? MeasureId { get; init; }

    /// <summary>Length of one of it by wearer, mm.</summary>
    public ImmutableSortedDictionary<int, double> LengthsMm { get; init; } = ImmutableSortedDictionary<int, double>.Empty;

    /// <summary>The garment's own girth or opening there, at rest, by wearer, mm; where a seam that goes round has none it is the seam's own length.</summary>
    public ImmutableSortedDictionary<int, double> GirthsMm { get; init; } = ImmutableSortedDictionary<int, double>.Empty;

    /// <summary>The garment's own girth or opening there, at rest, mm; null where nobody has said.</summary>
    /// <param name="wearerId">For whom.</param>
    public double? GirthOf(int wearerId) =>
        GirthsMm.TryGetValue(wearerId, out var girth) || (Start.Kind == EndKind.Round && LengthsMm.TryGetValue(wearerId, out girth)) ? girth : null;

    /// <inheritdoc/>
    public bool Equals(GarmentSeam? other) =>
        other is not null && (Id, WorkId, Times, Start, End, MeasureId) == (other.Id, other.WorkId, other.Times, other.Start, other.End, other.MeasureId)
        && After.SequenceEqual(other.After) && LengthsMm.SequenceEqual(other.LengthsMm) && GirthsMm.SequenceEqual(other.GirthsMm);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Id, WorkId, Times);
}

/// <summary>Pieces of work that make one garment together, and for whom it is made.</summary>
public sealed record Garment
{
    /// <summary>Longest name, characters.</summary>
    public const int LongestName = 60;

    /// <summary>Most seams of one garment.</summary>
    public const int MostSeams = 30;

    /// <summary>Most wearers and sizes.</summary>
    public const int MostSizes = 12;

    /// <summary>The user's name for it.</summary>
    public string Name { get; init; } = "";

    /// <summary>What kind it is, an identifier of <see cref="GarmentKinds"/>.</summary>
    public string KindId { get; init; } = GarmentKinds.Blank;

    /// <summary>For whom, and how many.</summary>
    public IReadOnlyList<GarmentSize> Sizes { get; init; } = [];

    /// <summary>Its seams, in the order they were entered.</summary>
    public IReadOnlyList<GarmentSeam> Seams { get; init; } = [];

    /// <summary>How many are made in all.</summary>
    public int Count => Sizes.Sum(s => s.Count);

    /// <summary>A seam; null where there is none of this name.</summary>
    public GarmentSeam? Find(string? id) => Seams.FirstOrDefault(s => s.Id == id);

    /// <summary>What is wrong with it. Seams are told by their number: "seams[2].lengthsMm".</summary>
    /// <param name="nameOf">What a seam is called on screen.</param>
    public IReadOnlyList<Problem> Problems(Func<GarmentSeam, string> nameOf) => GarmentCheck.Problems(this, nameOf);

    /// <inheritdoc/>
    public bool Equals(Garment? other) =>
        other is not null && (Name, KindId) == (other.Name, other.KindId) && Sizes.SequenceEqual(other.Sizes) && Seams.SequenceEqual(other.Seams);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Name, KindId, Sizes.Count, Seams.Count);
}
