using System.Globalization;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Garments;

/// <summary>A seam that is not in the order.</summary>
/// <param name="GarmentId">The garment.</param>
/// <param name="SeamId">The seam.</param>
/// <param name="Why">Why: no set-up of it holds, or it waits for one of which none does.</param>
public sealed record RunLeftOut(int GarmentId, string SeamId, Finding Why);

/// <summary>What a run asks: the question its order is worked out from, and what of it cannot be put in order yet.</summary>
/// <param name="Question">The question.</param>
/// <param name="LeftOut">Seams without a set-up that holds, and those that come after them.</param>
/// <param name="Choices">What each seam can be sewn with, the best first, by "garment/seam".</param>
public sealed record RunAsk(RunOrderQuestion Question, IReadOnlyList<RunLeftOut> LeftOut, IReadOnlyDictionary<string, IReadOnlyList<RunChoice>> Choices)
{
    /// <summary>Puts it together.</summary>
    /// <param name="run">The run.</param>
    /// <param name="garments">Its garments by number.</param>
    /// <param name="works">What each piece of work can be sewn with, by its number.</param>
    /// <param name="machines">The machines that are open, with what is on them.</param>
    /// <param name="nameOf">What a seam of a garment is called.</param>
    /// <param name="atMachineId">The machine somebody sits at; null where nobody does.</param>
    public static RunAsk Of(
        SewingRun run, IReadOnlyDictionary<int, Garment> garments, IReadOnlyDictionary<int, IReadOnlyList<RunChoice>> works, IReadOnlyList<RunMachine> machines,
        Func<int, GarmentSeam, string> nameOf, string? atMachineId)
    {
        var (asked, left, choices) = (new List<RunGarment>(), new List<RunLeftOut>(), new Dictionary<string, IReadOnlyList<RunChoice>>());
        foreach (var part in run.Parts.Where(p => garments.ContainsKey(p.GarmentId)))
        {
            var garment = garments[part.GarmentId];
            var leftHere = Waiting(run, part, garment, works).ToList();
            left.AddRange(leftHere);
            var seams = SewingOrder.Of(garment).Where(s => leftHere.TrueForAll(o => o.SeamId != s.Id) && run.OpenCopies(part.GarmentId, s.Id).Count > 0).ToList();
            foreach (var seam in seams)
            {
                choices[new RunPieceName(Id(part.GarmentId), seam.Id, null).Seam] = works[seam.WorkId];
            }

            if (seams.Count > 0)
            {
                asked.Add(new RunGarment(Id(part.GarmentId), part.Wearers.Count,
                [
                    .. seams.Select(s => new RunSeam(s.Id, nameOf(part.GarmentId, s), [.. s.After.Select(a => a.SeamId).Where(a => seams.Exists(o => o.Id == a))], Candidates(works[s.WorkId]))
                    {
                        SewnCopies = [.. run.Done.Where(t => t.GarmentId == part.GarmentId && t.SeamId == s.Id).Select(t => t.Copy)],
                    }),
                ]));
            }
        }

        var known = asked.SelectMany(g => g.Seams.Select(s => $"{g.Id}/{s.Id}")).ToHashSet(StringComparer.Ordinal);
        return new(
            new RunOrderQuestion(machines, asked, run.Batch, [.. run.Held.Where(known.Contains)]) { AtMachineId = machines.Any(m => m.Id == atMachineId) ? atMachineId : null }, left, choices);
    }

    /// <summary>A record's number as questions call it.</summary>
    public static string Id(int number) => number.ToString(CultureInfo.InvariantCulture);

    private static IReadOnlyList<RunCandidate> Candidates(IReadOnlyList<RunChoice> choices) =>
        [.. choices.Select(c => new RunCandidate(c.MachineId, c.Plan.Setup, RunCandidates.CostMinutes(choices[0], c)))];

    /// <summary>The seams of a garment that cannot be put in order: those still to be sewn that nothing holds for, and those that come after them.</summary>
    private static IEnumerable<RunLeftOut> Waiting(SewingRun run, RunPart part, Garment garment, IReadOnlyDictionary<int, IReadOnlyList<RunChoice>> works)
    {
        var open = garment.Seams.Where(s => run.OpenCopies(part.GarmentId, s.Id).Count > 0).ToList();
        var without = open.Where(s => works.GetValueOrDefault(s.WorkId) is not { Count: > 0 }).Select(s => s.Id).ToList();
        foreach (var seam in open)
        {
            if (without.Contains(seam.Id))
            {
                yield return new(part.GarmentId, seam.Id, new Finding(run.Popped.Any(p => p.GarmentId == part.GarmentId && p.SeamId == seam.Id) ? "left-popped" : "left-no-setup"));
            }
            else if (WaitsFor(garment, seam, without, []) is { } first)
            {
                yield return new(part.GarmentId, seam.Id, new Finding("left-waits").With("over", first));
            }
        }
    }

    private static string? WaitsFor(Garment garment, GarmentSeam seam, List<string> without, HashSet<string> seen)
    {
        foreach (var before in seam.After.Where(a => seen.Add(a.SeamId)))
        {
            if (without.Contains(before.SeamId))
            {
                return before.SeamId;
            }

            if (garment.Find(before.SeamId) is { } first && WaitsFor(garment, first, without, seen) is { } found)
            {
                return found;
            }
        }

        return null;
    }
}
