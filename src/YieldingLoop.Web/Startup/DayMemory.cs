using YieldingLoop.Core.Words;
using YieldingLoop.Store;
using YieldingLoop.Web.Pages.Runs;
using YieldingLoop.Web.Pages.ThreadRoom;

namespace YieldingLoop.Web.Startup;

/// <summary>A run that goes on, as the day's page tells of it.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Name">Its name.</param>
/// <param name="Next">What is sewn next; null where nobody knows yet.</param>
/// <param name="Runout">The first thread that does not last: its name and what is found of it, with the seam as it is called; null where all last.</param>
/// <param name="MoreRunouts">How many more do not.</param>
/// <param name="Worked">Whether its order is worked out.</param>
public sealed record DayRun(int Id, string Name, string? Next, (string Thread, Finding Found)? Runout, int MoreRunouts, bool Worked);

/// <summary>What changed since yesterday began, as codes with their figures.</summary>
public sealed record DayNews(IReadOnlyList<Finding> Since, IReadOnlyList<DayRun> Runs);

/// <summary>
/// Remembers the part of the day's page that takes long to work out, for as long as nobody writes anything and it is the same
/// day. This server is the only writer of its database.
/// </summary>
public sealed class DayMemory
{
    private (long Writes, DateOnly Day, int Settings, DayNews News)? known;

    /// <summary>The news, remembered or worked out.</summary>
    /// <param name="workroom">The workroom.</param>
    /// <param name="care">Its care.</param>
    /// <param name="runs">Its runs.</param>
    /// <param name="desk">Lays runs out.</param>
    /// <param name="settings">The settings.</param>
    /// <param name="day">Today, where the workroom is.</param>
    public async Task<DayNews> OfAsync(Workroom workroom, CareBook care, Store.Runs runs, RunDesk desk, StoredSettings settings, DateOnly day)
    {
        var writes = workroom.Writes;
        if (known is { } remembered && remembered.Writes == writes && remembered.Day == day && remembered.Settings == settings.Version)
        {
            return remembered.News;
        }

        var (told, whole) = (new List<DayRun>(), true);
        foreach (var run in (await runs.ListGoingOnAsync(MostRuns)).Items)
        {
            if (await desk.LoadAsync(run.Id, patient: false) is { } board)
            {
                whole = whole && board.Worked is not null;
                told.Add(Of(board, settings));
            }
        }

        var news = new DayNews(await SinceAsync(workroom, care, care.BeginOf(day.AddDays(-1))), told);
        // An order that is still being worked out will be there at the next look.
        known = whole ? (writes, day, settings.Version, news) : null;
        return news;
    }

    private const int MostRuns = 3, MostReopened = 30;

    private static DayRun Of(RunBoard board, StoredSettings settings)
    {
        var sheet = board.Worked is null ? null : NeedSheet.Of(board, settings.Settings);
        var missed = sheet?.Needs.Where(n => n.Standing is Core.ThreadRoom.ThreadStanding.RunsOut or Core.ThreadRoom.ThreadStanding.Tight or Core.ThreadRoom.ThreadStanding.NotHere && n.Metres > 0).OrderBy(n => n.RunsOut?.Seam ?? -1).ToList() ?? [];
        var first = missed.Count == 0 ? null : missed[0];
        return new DayRun(
            board.Row.Id, board.Row.Name, board.Places is [var next, ..] ? $"{board.SeamName(next.GarmentId, next.Seam.Id)}, {board.MachineName(next.Entry.MachineId)}" : null,
            first is null ? null : (NeedSheet.Name(first), Core.ThreadRoom.ThreadRemedies.Of(first, sheet!.Seams, sheet.Drawer, sheet.Allowance)[0] is var found && found.Names.TryGetValue("seam", out var seam) ? InShort(found).With("seam", board.PieceName(seam)) : found), Math.Max(0, missed.Count - 1), board.Worked is not null);
    }

    /// <summary>Which seam, and not which piece of it: that stands on the run's own page.</summary>
    private static Finding InShort(Finding found) => found with { Figures = found.Figures.RemoveRange(["piece", "pieces", "intoMm"]) };

    private static async Task<IReadOnlyList<Finding>> SinceAsync(Workroom workroom, CareBook care, DateTimeOffset from)
    {
        var since = new List<Finding>();
        var (seam, thread, hours) = await care.SewnSinceAsync(from);
        if (seam > 0)
        {
            since.Add(new Finding("since-sewn").With("seamM", seam).With("threadM", thread));
        }

        var busiest = await care.BusiestNeedleAsync(from);
        if (hours > (busiest?.Hours ?? 0) * 1.1)
        {
            // Where one needle sewed nearly all of it, its hours say it.
            since.Add(new Finding("since-hours").With("hours", hours));
        }

        if (busiest is var (needle, machine, sewn))
        {
            since.Add(new Finding("since-needle").With("hours", sewn).With("seat", Core.Threads.ThreadPositions.Id(needle.Seat)).With("machine", machine.Name));
        }

        if (await workroom.PassedSinceAsync(from) is > 0 and var passed)
        {
            since.Add(new Finding("since-passed").With("count", passed));
        }

        if (await workroom.ReopenedAsync(from, MostReopened) is { Count: > 0 } reopened)
        {
            since.Add(new Finding("since-reopened").With("count", reopened.Count).With("what", reopened[0].Source));
        }

        return since;
    }
}
