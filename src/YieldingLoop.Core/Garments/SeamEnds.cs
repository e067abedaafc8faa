using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Garments;

/// <summary>A seam of a garment with what its piece of work is sewn as.</summary>
/// <param name="Seam">How it stands in the garment.</param>
/// <param name="Work">What it is to do.</param>
/// <param name="Setup">What it is sewn with; null while there is nothing.</param>
public sealed record SewnSeam(GarmentSeam Seam, SeamEntry Work, Setup? Setup);

/// <summary>Ends of a seam that no later seam secures.</summary>
/// <param name="SeamId">The seam.</param>
/// <param name="Count">How many ends of one garment.</param>
/// <param name="Why">Why nothing secures them.</param>
/// <param name="Finish">How they are finished.</param>
public sealed record OpenEnds(string SeamId, int Count, Finding Why, Finding Finish);

/// <summary>
/// Which ends are secured by a later seam and which have to be finished by hand, and what is to be done where seams run into a
/// hem. Common practice F8b, F12, G1 to G3; no published source.
/// </summary>
public static class SeamEnds
{
    /// <summary>The ends of one garment that have to be finished, in the order of sewing.</summary>
    /// <param name="order">Its seams in the order they are sewn.</param>
    public static IReadOnlyList<OpenEnds> Open(IReadOnlyList<SewnSeam> order)
    {
        var place = order.Index().ToDictionary(s => s.Item.Seam.Id, s => s.Index);
        var open = new List<OpenEnds>();
        foreach (var (i, sewn) in order.Index())
        {
            // A seam that goes round has one place where it meets itself.
            var ends = sewn.Seam.Start.Kind == EndKind.Round ? [sewn.Seam.Start] : new[] { sewn.Seam.Start, sewn.Seam.End };
            foreach (var same in ends.Where(e => e.SeamId is not { } over || !(place.TryGetValue(over, out var later) && later > i)).GroupBy(e => e))
            {
                var why = same.Key switch
                {
                    { Kind: EndKind.Round } => new Finding("end-round"),
                    { SeamId: { } over } when place.ContainsKey(over) => new Finding("end-sewn-before").With("over", over),
                    _ => new Finding("end-loose"),
                };
                open.Add(new(sewn.Seam.Id, same.Count() * sewn.Seam.Times, why, Finish(sewn.Setup?.Stitch)));
            }
        }

        return open;
    }

    /// <summary>What is done at hems before and after they are sewn, in the order of sewing.</summary>
    /// <param name="order">The seams of one garment in the order they are sewn.</param>
    public static IReadOnlyList<Finding> AtHems(IReadOnlyList<SewnSeam> order)
    {
        var said = new List<Finding>();
        foreach (var (i, hem) in order.Index().Where(s => s.Item.Work.Job == SeamJob.Hem))
        {
            var crossed = order.Take(i).Where(s => s.Work.Job.Joins() && (s.Seam.Start.SeamId == hem.Seam.Id || s.Seam.End.SeamId == hem.Seam.Id)).ToList();
            if (crossed.Count > 0)
            {
                said.Add(new Finding("hem-clip").With("hem", hem.Seam.Id).With("seams", string.Join(',', crossed.Select(s => s.Seam.Id))));
            }

            if (hem.Setup?.Tape.Or(false) == true)
            {
                said.Add(new Finding("hem-tape").With("hem", hem.Seam.Id));
            }

            said.Add(new Finding("hem-trim").With("hem", hem.Seam.Id));
            if (hem.Work.Direction == Cloth.ClothDirection.Across && order.Take(i).LastOrDefault(s => s.Work is { Job: SeamJob.Hem, Direction: Cloth.ClothDirection.Lengthwise }) is { } lengthwise)
            {
                said.Add(new Finding("hem-crosswise-first").With("hem", hem.Seam.Id).With("other", lengthwise.Seam.Id));
            }
        }

        return said;
    }

    private static Finding Finish(Stitch? stitch) => new(stitch?.Family switch
    {
        StitchFamily.Overlock or StitchFamily.TwoThreadOveredge => "finish-thread-back",
        StitchFamily.Cover or StitchFamily.Chain => "finish-lock",
        StitchFamily.TwinNeedle => "finish-bury",
        StitchFamily.Lockstitch or StitchFamily.Zigzag => "finish-back-tack",
        _ => "finish-unknown",
    });
}
