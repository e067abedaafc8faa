using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Care;

/// <summary>A needle that broke, and what of it has been found. It is open until it is whole on the table, or the garment is out of use.</summary>
public sealed record BrokenNeedle
{
    /// <summary>What has to be accounted for: its tip, the rest of it, and that together they make a whole needle (common practice, section H).</summary>
    public static IReadOnlyList<string> Pieces { get; } = ["tip", "rest", "whole"];

    /// <summary>The seat it was in.</summary>
    public required ThreadPosition Seat { get; init; }

    /// <summary>The needle; null where nobody had written down which it was.</summary>
    public Needle? Needle { get; init; }

    /// <summary>What has been found, of <see cref="Pieces"/>.</summary>
    public IReadOnlyList<string> Found { get; init; } = [];

    /// <summary>Whether a piece could not be found and the garment was taken out of use.</summary>
    public bool OutOfUse { get; init; }

    /// <summary>Whether every piece is accounted for.</summary>
    public bool Whole => Pieces.All(Found.Contains);

    /// <summary>Whether something is still to be looked for.</summary>
    public bool Open => !Whole && !OutOfUse;

    /// <summary>The same with a piece found, or not after all. A needle is whole only where its pieces are there.</summary>
    public BrokenNeedle With(string piece, bool found)
    {
        var all = found ? Found.Append(piece).Distinct() : Found.Where(p => p != piece);
        var kept = Pieces.Where(all.Contains).ToList();
        return this with { Found = kept.Contains("tip") && kept.Contains("rest") ? kept : [.. kept.Where(p => p != "whole")] };
    }

    /// <inheritdoc/>
    public bool Equals(BrokenNeedle? other) => other is not null && Seat == other.Seat && Needle == other.Needle && OutOfUse == other.OutOfUse && Found.SequenceEqual(other.Found);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Seat, Found.Count, OutOfUse);
}

/// <summary>A task that was done.</summary>
/// <param name="TaskId">Which.</param>
/// <param name="Note">What was noted about it; empty where nothing.</param>
public sealed record TaskDone(string TaskId, string Note)
{
    /// <summary>Longest note, characters.</summary>
    public const int LongestNote = 500;
}

/// <summary>What happened to a machine: exactly one of these.</summary>
public sealed record CareEntry
{
    /// <summary>Time at it.</summary>
    public Sitting? Sat { get; init; }

    /// <summary>A task that was done.</summary>
    public TaskDone? Done { get; init; }

    /// <summary>A needle that broke.</summary>
    public BrokenNeedle? Broke { get; init; }

    /// <summary>What kind of entry it is: "sat", "broke", or the identifier of the task that was done.</summary>
    public string KindId => Sat is not null ? SatId : Broke is not null ? BrokeId : Done!.TaskId;

    /// <summary>Kind of an entry that is time.</summary>
    public const string SatId = "sat";

    /// <summary>Kind of an entry that is a needle that broke.</summary>
    public const string BrokeId = "broke";
}
