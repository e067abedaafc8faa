using YieldingLoop.Core.Learning;
using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Swatches;

/// <summary>A swatch as it teaches.</summary>
/// <param name="Id">Which swatch.</param>
/// <param name="ClothKey">What tells one kind of cloth from another.</param>
/// <param name="Lesson">What it teaches.</param>
public sealed record TaughtSwatch(int Id, string ClothKey, Lesson Lesson)
{
    /// <summary>Whether it is left out: by hand, or because a fault was found in it afterwards.</summary>
    public bool LeftOut { get; init; }
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

    /// <summary>All of these swatches, the oldest first.</summary>
    public IReadOnlyList<int> From => [.. MeetingLineFrom.Union(GrowthFrom).Union(YieldFrom).Order()];

    /// <summary>What the swatches of a machine taught of every pair and kind of thread, and of one kind of cloth.</summary>
    /// <param name="swatches">Swatches of the machine.</param>
    /// <param name="clothKey">The kind of cloth.</param>
    public static MachineLearnt OfMachine(IReadOnlyList<TaughtSwatch> swatches, string clothKey)
    {
        List<Lesson> lessons = [.. swatches.Where(s => !s.LeftOut).Select(s => s.Lesson)];
        if (lessons.Count == 0)
        {
            return MachineLearnt.Nothing;
        }

        List<GrowthReading> growths = [.. swatches.Where(s => !s.LeftOut && s.ClothKey == clothKey).Select(s => s.Lesson.Growth).OfType<GrowthReading>()];
        return new()
        {
            MeetingLines = lessons.Where(l => l is { Pair: not null, MeetingLine: not null }).GroupBy(l => l.Pair!.Value).ToDictionary(g => g.Key, g => MeetingLineLearning.After(g.Select(l => l.MeetingLine!.Value))),
            Growth = growths.Count == 0 ? null : GrowthLearning.After(growths),
            Pops = YieldLearning.After(lessons.SelectMany(l => l.Pulls.SelectMany(p => YieldLearning.Of(l.Threads, p)))),
        };
    }

    /// <summary>
    /// What is known for a set-up. The meeting line is learnt per pair of threads that meet, the growth per kind of cloth, pops per
    /// kind of thread; a swatch that is left out teaches nothing.
    /// </summary>
    /// <param name="swatches">Swatches of the same machine.</param>
    /// <param name="seam">The set-up that is asked about.</param>
    /// <param name="clothKey">Its kind of cloth.</param>
    public static Teaching For(IEnumerable<TaughtSwatch> swatches, SeamCase seam, string clothKey) =>
        For(swatches, MeetingPair.Of(seam), seam.Threads.Select(t => t.Laid.Kind.Id).ToHashSet(), clothKey);

    /// <summary>What is known for a pair of threads, kinds of thread and a kind of cloth.</summary>
    /// <param name="swatches">Swatches of the same machine.</param>
    /// <param name="pair">The threads that meet; null where none do.</param>
    /// <param name="kindIds">The kinds of thread.</param>
    /// <param name="clothKey">The kind of cloth.</param>
    public static Teaching For(IEnumerable<TaughtSwatch> swatches, MeetingPair? pair, IReadOnlySet<string> kindIds, string clothKey)
    {
        var (lines, growths, pulls) = (new List<(int Id, MeetingLineReading Seen)>(), new List<(int Id, GrowthReading Seen)>(), new List<(int Id, string KindId, PopObservation Seen)>());
        foreach (var swatch in swatches.Where(s => !s.LeftOut))
        {
            var lesson = swatch.Lesson;
            if (lesson.MeetingLine is { } line && pair is not null && lesson.Pair == pair)
            {
                lines.Add((swatch.Id, line));
            }

            if (lesson.Growth is { } growth && swatch.ClothKey == clothKey)
            {
                growths.Add((swatch.Id, growth));
            }

            pulls.AddRange(lesson.Pulls.SelectMany(p => YieldLearning.Of(lesson.Threads, p)).Where(o => kindIds.Contains(o.KindId)).Select(o => (swatch.Id, o.KindId, o.Seen)));
        }

        return new(
            new()
            {
                MeetingLine = MeetingLineLearning.After(lines.Select(l => l.Seen)),
                Growth = GrowthLearning.After(growths.Select(g => g.Seen)),
                Pops = YieldLearning.After(pulls.Select(p => (p.KindId, p.Seen))),
            },
            [.. lines.Select(l => l.Id)], [.. growths.Select(g => g.Id)], [.. pulls.Select(p => p.Id).Distinct()]);
    }
}
