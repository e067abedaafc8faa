using YieldingLoop.Core.Learning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Swatches;

/// <summary>A swatch as it teaches: what the model read of the set-up it was sewn with, and what was read on it.</summary>
/// <param name="Id">Which swatch.</param>
/// <param name="Case">The set-up as sewn, with nothing learnt.</param>
/// <param name="Readings">What was read.</param>
/// <param name="ClothKey">What tells one kind of cloth from another.</param>
public sealed record TaughtSwatch(int Id, SeamCase Case, SwatchReadings Readings, string ClothKey)
{
    /// <summary>Whether it is left out: by hand, or because a fault was found in it afterwards.</summary>
    public bool LeftOut { get; init; }

    /// <summary>In wear it crackled at this stretch, %, and nobody knows which thread.</summary>
    public double? CrackledAtPercent { get; init; }

    /// <summary>What the model reads of it.</summary>
    public SeamAssessment Figures { get; } = SeamAssessment.Of(Case);
}

/// <summary>What the swatches of one machine have taught for one set-up, and which of them each figure rests on.</summary>
/// <param name="Learnt">What was learnt.</param>
/// <param name="MeetingLineFrom">Swatches the meeting line rests on.</param>
/// <param name="GrowthFrom">Swatches the growth rests on.</param>
/// <param name="YieldFrom">Swatches the yield rests on.</param>
public sealed record Teaching(Learnt Learnt, IReadOnlyList<int> MeetingLineFrom, IReadOnlyList<int> GrowthFrom, IReadOnlyList<int> YieldFrom)
{
    /// <summary>Nothing taught.</summary>
    public static Teaching None { get; } = new(Learnt.Nothing, [], [], []);

    /// <summary>
    /// What is known for a set-up. The meeting line is learnt per pair of threads that meet, the growth per kind of cloth, pops per
    /// kind of thread; a swatch that is left out teaches nothing.
    /// </summary>
    /// <param name="swatches">Swatches of the same machine.</param>
    /// <param name="seam">The set-up that is asked about.</param>
    /// <param name="clothKey">Its kind of cloth.</param>
    public static Teaching For(IEnumerable<TaughtSwatch> swatches, SeamCase seam, string clothKey)
    {
        var (lines, growths, pulls) = (new List<(int, MeetingLineReading)>(), new List<(int, GrowthReading)>(), new List<(int Id, string KindId, PopObservation Seen)>());
        var kinds = seam.Threads.Select(t => t.Laid.Kind.Id).ToHashSet();
        foreach (var swatch in swatches.Where(s => !s.LeftOut))
        {
            var (read, figures) = (swatch.Readings, swatch.Figures);
            if (read.MeetingLineMm is { } line && Meeting(swatch.Case) == Meeting(seam) && SeamAssessment.MeetingLineAtNeutralMm(swatch.Case, figures.Seam) is { } neutral)
            {
                lines.Add((swatch.Id, new(swatch.Case.DialDifference!.Value, neutral, line)));
            }

            if (read.GrowthPercent is { } growth && swatch.ClothKey == clothKey && swatch.Case.Differential is { } ratio && figures.GrowthPercent is { } model)
            {
                growths.Add((swatch.Id, new(ratio, model.Middle, growth)));
            }

            PulledThread[] threads = [.. swatch.Case.Threads.Select((t, i) => new PulledThread(t.Laid.Position, t.Laid.Kind.Id, figures.Threads[i].PopStretchPercent))];
            pulls.AddRange(Pulls(swatch).SelectMany(p => YieldLearning.Of(threads, p)).Where(o => kinds.Contains(o.KindId)).Select(o => (swatch.Id, o.KindId, o.Seen)));
        }

        return new(
            new()
            {
                MeetingLine = MeetingLineLearning.After(lines.Select(l => l.Item2)),
                Growth = GrowthLearning.After(growths.Select(g => g.Item2)),
                Pops = YieldLearning.After(pulls.Select(p => (p.KindId, p.Seen))),
            },
            [.. lines.Select(l => l.Item1)], [.. growths.Select(g => g.Item1)], [.. pulls.Select(p => p.Id).Distinct()]);
    }

    /// <summary>The threads that meet at the edge, and how: by the stitch's family and the kinds of the two.</summary>
    private static (Stitches.StitchFamily, string, string)? Meeting(SeamCase seam)
    {
        string Kind(Func<ThreadPosition, bool> which) => seam.Threads.First(t => which(t.Laid.Position)).Laid.Kind.Id;
        return seam.Geometry.Stitch.Family switch
        {
            Stitches.StitchFamily.TwoThreadOveredge => (Stitches.StitchFamily.TwoThreadOveredge, Kind(p => p == ThreadPosition.LowerLooper), Kind(p => p.IsNeedle())),
            Stitches.StitchFamily.Overlock => (Stitches.StitchFamily.Overlock, Kind(p => p == ThreadPosition.UpperLooper), Kind(p => p == ThreadPosition.LowerLooper)),
            _ => null,
        };
    }

    private static IEnumerable<Pull> Pulls(TaughtSwatch swatch)
    {
        if (swatch.Readings is { PoppedAt: { } popped, PoppedAtPercent: { } at })
        {
            // That it held before says nothing more.
            yield return new(PopEvidence.Popped, at, popped);
        }
        else if (swatch.Readings.HeldToPercent is > 0 and { } held)
        {
            yield return new(PopEvidence.Held, held);
        }

        if (swatch.CrackledAtPercent is { } crackled)
        {
            yield return new(PopEvidence.Gave, crackled);
        }
    }
}
