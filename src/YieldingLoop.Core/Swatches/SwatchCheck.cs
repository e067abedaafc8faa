using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using static System.FormattableString;

namespace YieldingLoop.Core.Swatches;

/// <summary>Whether readings can be of a swatch of a stitch, and agree with each other. Fields are named as the one JSON form has them.</summary>
public static class SwatchCheck
{
    /// <summary>Most stitches one swatch is read over.</summary>
    public const int MostStitches = 100_000;

    private const int MostRows = 3;

    private const double MostMm = 30, MostPullPercent = 700, MostCover = 3, MostIndex = 20;

    /// <summary>What cannot be; nothing where all of it can.</summary>
    /// <param name="read">The readings.</param>
    /// <param name="stitch">The stitch.</param>
    /// <param name="threads">Where its threads run.</param>
    public static IReadOnlyList<Problem> Problems(SwatchReadings read, Stitch stitch, IReadOnlyCollection<ThreadPosition> threads)
    {
        var problems = new List<Problem>();
        Bounds(read, problems);
        Belonging(read, stitch, threads, problems);
        Counts(read, problems);
        Pull(read, problems);
        if (read.BrokeAt is not null && read with { BrokeAt = null, BrokeAfterStitches = null } != SwatchReadings.Nothing)
        {
            problems.Add(new("brokeAt", "A swatch whose thread broke while it was sewn has no other readings: sew another strip and read that one."));
        }

        return problems;
    }

    private static void Bounds(SwatchReadings read, List<Problem> problems)
    {
        void Within(string field, double? value, double least, double most, string unit)
        {
            if (value is { } number && !(number >= least && number <= most))
            {
                problems.Add(new(field, Invariant($"A reading from {least:0.##} to {most:0.##}{unit} is believed here.")));
            }
        }

        Within("meetingLineMm", read.MeetingLineMm, -MostMm, MostMm, " mm");
        Within("gapMm", read.GapMm, 0, MostMm, " mm");
        Within("overhangMm", read.OverhangMm, -MostMm, MostMm, " mm");
        Within("growthPercent", read.GrowthPercent, -50, 200, " %");
        Within("besideUnsewnPercent", read.BesideUnsewnPercent, -50, 200, " %");
        Within("tunnellingIndex", read.TunnellingIndex, 0, MostIndex, "");
        Within("coverFace", read.CoverFace, 0, MostCover, "");
        Within("coverBack", read.CoverBack, 0, MostCover, "");
        Within("poppedAtPercent", read.PoppedAtPercent, 0.1, MostPullPercent, " %");
        Within("heldToPercent", read.HeldToPercent, 0, MostPullPercent, " %");
        foreach (var (needle, loop) in read.NeedleLoopMm ?? new Dictionary<ThreadPosition, double>())
        {
            Within($"needleLoopMm.{needle.Id()}", loop, 0, MostMm, " mm");
        }
    }

    private static void Belonging(SwatchReadings read, Stitch stitch, IReadOnlyCollection<ThreadPosition> threads, List<Problem> problems)
    {
        void Runs(string field, ThreadPosition? position)
        {
            if (position is { } named && !threads.Contains(named))
            {
                problems.Add(new(field, $"No thread of this swatch runs there; its threads are {string.Join(", ", threads.Select(t => t.Id()))}."));
            }
        }

        Runs("brokeAt", read.BrokeAt);
        Runs("poppedAt", read.PoppedAt);
        foreach (var position in (read.SkipsByPosition?.Keys ?? []).Concat(read.NeedleLoopMm?.Keys ?? []).Where(p => !p.IsNeedle() || !threads.Contains(p)).Distinct())
        {
            problems.Add(new(read.SkipsByPosition?.ContainsKey(position) == true ? $"skipsByPosition.{position.Id()}" : $"needleLoopMm.{position.Id()}", "No needle of this swatch sews there."));
        }

        var rows = stitch.Family is StitchFamily.Cover or StitchFamily.TwinNeedle;
        foreach (var (field, given, belongs) in new (string, bool, bool)[]
        {
            ("meetingLineMm", read.MeetingLineMm is not null, stitch.NeedsLoopWidth),
            ("overhangMm", read.OverhangMm is not null, stitch.NeedsLoopWidth),
            ("wrapped", read.Wrapped is not null, stitch.NeedsLoopWidth),
            ("coverFace", read.CoverFace is not null, stitch.Family == StitchFamily.Overlock),
            ("coverBack", read.CoverBack is not null, stitch.Family == StitchFamily.Overlock),
            ("tunnellingIndex", read.TunnellingIndex is not null, rows),
            ("ridge", read.Ridge is not null, rows),
            ("rowsParallel", read.RowsParallel is not null, rows),
        })
        {
            if (given && !belongs)
            {
                problems.Add(new(field, $"This stitch, {stitch.Name}, has nothing of the kind to read."));
            }
        }

        if (read is { TunnellingIndex: not null, Ridge: not null })
        {
            problems.Add(new("ridge", "The ridge is read once: as an index, or by eye."));
        }
    }

    private static void Counts(SwatchReadings read, List<Problem> problems)
    {
        void Counted(string field, int? count, int least)
        {
            if (count is { } number && (number < least || number > MostStitches))
            {
                problems.Add(new(field, $"A count from {least} to {MostStitches} is believed here."));
            }
        }

        Counted("stitches", read.Stitches, 1);
        Counted("skips", read.Skips, 0);
        Counted("firstSkipAt", read.FirstSkipAt, 1);
        Counted("brokeAfterStitches", read.BrokeAfterStitches, 0);
        foreach (var (row, count) in read.SkipsByPosition ?? new Dictionary<ThreadPosition, int>())
        {
            Counted($"skipsByPosition.{row.Id()}", count, 0);
        }

        if (read.Skips is not null && read.Stitches is null)
        {
            problems.Add(new("stitches", "Say over how many stitches the skips were looked for."));
        }

        if (read.FirstSkipAt is { } first && (read.Skips is not > 0 || first > read.Stitches))
        {
            problems.Add(new("firstSkipAt", read.Skips is > 0 ? "The first skip lies beyond the stitches that were looked over." : "There is a first skip only where stitches were skipped."));
        }

        if (read.SkipsByPosition is { } rows && (read.Skips ?? 0) != rows.Values.Sum(v => (long)v))
        {
            problems.Add(new("skipsByPosition", "The skips by row do not come to as many as the skips."));
        }

        // Every row can skip at every stitch.
        if (read.Skips > (long?)read.Stitches * (read.SkipsByPosition?.Count ?? MostRows))
        {
            problems.Add(new("skips", "More stitches were skipped than were looked over."));
        }

        if (read.BrokeAfterStitches is not null && read.BrokeAt is null)
        {
            problems.Add(new("brokeAfterStitches", "Say which thread broke."));
        }
    }

    private static void Pull(SwatchReadings read, List<Problem> problems)
    {
        if (read.PoppedAt is null != read.PoppedAtPercent is null)
        {
            problems.Add(new(read.PoppedAt is null ? "poppedAt" : "poppedAtPercent", read.PoppedAt is null ? "Say which thread popped there." : "Say at what stretch it popped."));
        }

        if (read.HeldToPercent > read.PoppedAtPercent)
        {
            problems.Add(new("heldToPercent", "It cannot have held further than where a thread popped."));
        }
    }
}
