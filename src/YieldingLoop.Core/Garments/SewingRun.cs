using YieldingLoop.Core.Swatches;

namespace YieldingLoop.Core.Garments;

/// <summary>A garment of a run, with whom each copy is for.</summary>
/// <param name="GarmentId">Number of the garment's record.</param>
/// <param name="Wearers">Number of the wearer's record by copy; 0 where a copy is for nobody in particular.</param>
public sealed record RunPart(int GarmentId, IReadOnlyList<int> Wearers)
{
    /// <summary>The copies a garment is made in; one where it says nobody.</summary>
    public static RunPart Of(int garmentId, Garment garment) =>
        new(garmentId, garment.Count == 0 ? [0] : [.. garment.Sizes.SelectMany(s => Enumerable.Repeat(s.WearerId, s.Count))]);

    /// <inheritdoc/>
    public bool Equals(RunPart? other) => other is not null && GarmentId == other.GarmentId && Wearers.SequenceEqual(other.Wearers);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(GarmentId, Wearers.Count);
}

/// <summary>A machine that is not used on one day.</summary>
/// <param name="MachineId">Number of its record.</param>
/// <param name="Day">The day.</param>
public sealed record ClosedMachine(int MachineId, DateOnly Day);

/// <summary>A seam that popped: what it was sewn with is not proposed for it again in this run.</summary>
/// <param name="GarmentId">The garment.</param>
/// <param name="SeamId">The seam.</param>
/// <param name="SetupId">The kept set-up it was sewn with.</param>
public sealed record PoppedSeam(int GarmentId, string SeamId, int SetupId);

/// <summary>A seam of one copy that was sewn, with what that took.</summary>
public sealed record RunTick
{
    /// <summary>The garment.</summary>
    public required int GarmentId { get; init; }

    /// <summary>The seam.</summary>
    public required string SeamId { get; init; }

    /// <summary>Which copy, from 1.</summary>
    public required int Copy { get; init; }

    /// <summary>The kept set-up it was sewn with.</summary>
    public required int SetupId { get; init; }

    /// <summary>When it was ticked.</summary>
    public required DateTimeOffset At { get; init; }

    /// <summary>How long it was in all, mm; null where nobody has said.</summary>
    public double? SewnMm { get; init; }

    /// <summary>What was taken from the cones.</summary>
    public IReadOnlyList<ThreadTaken> Taken { get; init; } = [];

    /// <summary>Stitches that were added to each needle.</summary>
    public long Stitches { get; init; }

    /// <summary>The needles they were added to, by the number they are written down under.</summary>
    public IReadOnlyList<int> NeedleIds { get; init; } = [];

    /// <summary>The number it is written down under among all that was sewn; null where nothing was.</summary>
    public int? SewnId { get; init; }

    /// <summary>Whether it is the same seam of the same copy.</summary>
    public bool Is(int garmentId, string seamId, int copy) => GarmentId == garmentId && SeamId == seamId && Copy == copy;
}

/// <summary>
/// Garments that are sewn together: what of them is done, what somebody decided about the order, and nothing that can be worked
/// out. The order of the rest is worked out from the records as they stand.
/// </summary>
public sealed record SewingRun
{
    /// <summary>Longest name, characters.</summary>
    public const int LongestName = 60;

    /// <summary>Most garments of one run.</summary>
    public const int MostGarments = 12;

    /// <summary>The user's name for it.</summary>
    public string Name { get; init; } = "";

    /// <summary>What is sewn.</summary>
    public IReadOnlyList<RunPart> Parts { get; init; } = [];

    /// <summary>How copies are sewn.</summary>
    public RunBatch Batch { get; init; }

    /// <summary>The order somebody put it in, by the names of its pieces; empty for the best there is.</summary>
    public IReadOnlyList<string> Order { get; init; } = [];

    /// <summary>Seams that stay in this order among themselves, as "garment/seam".</summary>
    public IReadOnlyList<string> Held { get; init; } = [];

    /// <summary>Machines that are not used.</summary>
    public IReadOnlyList<ClosedMachine> Closed { get; init; } = [];

    /// <summary>What popped.</summary>
    public IReadOnlyList<PoppedSeam> Popped { get; init; } = [];

    /// <summary>What is sewn, the oldest first.</summary>
    public IReadOnlyList<RunTick> Done { get; init; } = [];

    /// <summary>The copies that do not have a seam yet, from 1.</summary>
    public IReadOnlyList<int> OpenCopies(int garmentId, string seamId) =>
        Parts.FirstOrDefault(p => p.GarmentId == garmentId) is { } part ? [.. Enumerable.Range(1, part.Wearers.Count).Where(c => !Done.Any(t => t.Is(garmentId, seamId, c)))] : [];

    /// <summary>Whether a seam can be sewn on a copy now: it is not sewn, and everything that comes before it is.</summary>
    public bool CanSew(int garmentId, Garment garment, GarmentSeam seam, int copy) =>
        OpenCopies(garmentId, seam.Id).Contains(copy) && seam.After.All(a => garment.Find(a.SeamId) is null || Done.Any(t => t.Is(garmentId, a.SeamId, copy)));

    /// <summary>
    /// The run with the copies a garment is made in now: one that was begun stays, one that nobody wants any more goes, and
    /// what is new comes after them.
    /// </summary>
    /// <param name="garmentId">The garment.</param>
    /// <param name="garment">As it stands now.</param>
    public SewingRun Following(int garmentId, Garment garment)
    {
        if (Parts.FirstOrDefault(p => p.GarmentId == garmentId) is not { } part)
        {
            return this;
        }

        var wanted = RunPart.Of(garmentId, garment).Wearers.ToList();
        var kept = new List<int>();
        // Those that were begun first: where there are more copies than wanted, it is the others that go.
        foreach (var copy in Enumerable.Range(1, part.Wearers.Count).OrderByDescending(c => Done.Any(t => t.GarmentId == garmentId && t.Copy == c)))
        {
            if (wanted.Remove(part.Wearers[copy - 1]) || Done.Any(t => t.GarmentId == garmentId && t.Copy == copy))
            {
                kept.Add(copy);
            }
        }

        kept.Sort();
        return this with
        {
            Parts = [.. Parts.Select(p => p == part ? part with { Wearers = [.. kept.Select(c => part.Wearers[c - 1]), .. wanted] } : p)],
            Done = [.. Done.Select(t => t.GarmentId == garmentId ? t with { Copy = kept.IndexOf(t.Copy) + 1 } : t)],
            // Pieces by copy are called otherwise now.
            Order = [],
        };
    }
}
