using System.Globalization;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;
using YieldingLoop.Core.Care;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Startup;

/// <summary>
/// What is due as an iCalendar (RFC 5545): a whole day for each, today where it is due already, so that no time zone moves it.
/// The same thing keeps its identifier, so that a calendar that reads it again moves it and makes no second one.
/// </summary>
public static class CareCalendar
{
    /// <summary>Where feeds are read.</summary>
    public const string FeedPath = "/calendar/";

    /// <summary>Ending of calendar files.</summary>
    public const string Ending = ".ics";

    /// <summary>Media type of calendars.</summary>
    public const string MediaType = "text/calendar; charset=utf-8";

    /// <summary>Whether an address is that of a feed: it is opened by its own secret and needs no session.</summary>
    public static bool IsFeed(PathString path) => path.Value is { } text && text.StartsWith(FeedPath, StringComparison.Ordinal) && text.EndsWith(Ending, StringComparison.Ordinal);

    /// <summary>Writes it.</summary>
    /// <param name="states">Machines with what is to be done to them.</param>
    /// <param name="wording">The workroom's words.</param>
    /// <param name="today">Today, where the workroom is.</param>
    /// <param name="now">Now.</param>
    public static string Write(IReadOnlyList<MachineCareState> states, Wording wording, DateOnly today, DateTimeOffset now)
    {
        var calendar = new Ical.Net.Calendar { ProductId = "-//Yielding Loop//Care//EN", Method = "PUBLISH" };
        calendar.AddProperty("X-WR-CALNAME", "Care of the machines");
        foreach (var state in states)
        {
            foreach (var due in state.All.Where(d => d.Due || d.On is not null))
            {
                var (name, id) = (state.Machine.Name, string.Create(CultureInfo.InvariantCulture, $"care-{state.Machine.Id}-{due.TaskId}"));
                var what = due.Needle is { } needle ? $"New {needle.Seat.Name()}" : Phrase.Capital(CareWords.Task(due.TaskId));
                var how = due.Needle is not null ? CareWords.NeedleHow(state.Machine.Entry) : CareWords.How(CareTask.Find(due.TaskId)!, state.Machine.Entry, wording.Settings.Schools.LintId);
                calendar.Events.Add(new CalendarEvent
                {
                    Uid = $"{id}{(due.Needle is { } seated ? $"-{seated.Seat.Id()}" : "")}@yielding-loop",
                    Summary = wording.Say($"{what}, {name}"),
                    Description = wording.Say(string.Join('\n', [CareWords.Of(due.Finding()), .. how])),
                    Start = new CalDateTime(due.Due ? today : due.On!.Value),
                    DtStamp = new CalDateTime(now.UtcDateTime, "UTC"),
                    Transparency = "TRANSPARENT",
                });
            }
        }

        return new CalendarSerializer().SerializeToString(calendar) ?? "";
    }

    /// <summary>The calendar of every machine.</summary>
    public static async Task<string> OfAsync(Workroom workroom, CareBook care, Wording wording, TimeProvider clock)
    {
        var machines = (await workroom.ListMachinesAsync(size: Workroom.MostOffered)).Items.Where(m => m.Entry.SimulatedNumber is null).ToList();
        var now = clock.GetUtcNow();
        return Write(await care.StatesAsync(machines, wording.Settings.Schools), wording, care.DayOf(now), now);
    }

    /// <summary>Answers for the file, and for feeds by their secrets.</summary>
    public static void MapCareCalendar(this IEndpointRouteBuilder routes)
    {
        routes.MapGet("/care/calendar" + Ending, async (Workroom workroom, CareBook care, Wording wording, TimeProvider clock) =>
            Results.File(System.Text.Encoding.UTF8.GetBytes(await OfAsync(workroom, care, wording, clock)), MediaType, "care" + Ending)).ExcludeFromDescription();
        routes.MapGet(FeedPath + "{secret}" + Ending, async (string secret, Feeds feeds, Workroom workroom, CareBook care, Wording wording, TimeProvider clock) =>
            // With a text of its own: strangers do not get the error page.
            await feeds.OpensAsync(secret) ? Results.Text(await OfAsync(workroom, care, wording, clock), MediaType) : Results.Text("not here", statusCode: StatusCodes.Status404NotFound)).ExcludeFromDescription();
    }
}
