using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Care;

/// <summary>What is known of a machine's use.</summary>
/// <param name="HoursSince">Hours of sewing since a task was last done, by task; since it is here where it never was.</param>
/// <param name="DoneOn">The day a task was last done, by task; none where nobody wrote it down.</param>
/// <param name="HereSince">The day its record was made.</param>
/// <param name="HoursADay">Hours of sewing a day, over the last four weeks.</param>
public sealed record MachineUse(IReadOnlyDictionary<string, double> HoursSince, IReadOnlyDictionary<string, DateOnly> DoneOn, DateOnly HereSince, double HoursADay);

/// <summary>A needle in its seat.</summary>
/// <param name="Id">The number it is written down under.</param>
/// <param name="Seat">The seat.</param>
/// <param name="Needle">Which.</param>
/// <param name="Hours">Hours it has sewn there.</param>
/// <param name="UsedBefore">Whether it had been used before it came there.</param>
/// <param name="Projects">How many runs it sewed in have ended since.</param>
/// <param name="Hems">How many hems it sewed.</param>
public sealed record NeedleUse(int Id, ThreadPosition Seat, Needle Needle, double Hours, bool UsedBefore, int Projects, int Hems);

/// <summary>When something is to be done to a machine.</summary>
public sealed record CareDue
{
    /// <summary>Due soon: within so much of its time. A working value.</summary>
    public const double SoonShare = 0.85;

    /// <summary>Due soon: within so many days. A working value.</summary>
    public const int SoonDays = 30;

    /// <summary>Farthest day that is foretold from how much is sewn, days.</summary>
    public const int FarthestDays = 365;

    /// <summary>Kind of a needle that is to be changed.</summary>
    public const string NeedleId = "needle";

    /// <summary>The task, or <see cref="NeedleId"/>.</summary>
    public required string TaskId { get; init; }

    /// <summary>The needle; null for tasks.</summary>
    public NeedleUse? Needle { get; init; }

    /// <summary>Hours of sewing since it was done; null where it goes by the calendar.</summary>
    public double? Hours { get; init; }

    /// <summary>Every how many hours; null where it goes by the calendar.</summary>
    public double? EveryHours { get; init; }

    /// <summary>The day it is due by the calendar, or foretold for from how much is sewn; null where nobody can tell.</summary>
    public DateOnly? On { get; init; }

    /// <summary>Whether nobody ever wrote down that it was done.</summary>
    public bool Never { get; init; }

    /// <summary>Whether it is due.</summary>
    public bool Due { get; init; }

    /// <summary>Whether it soon will be.</summary>
    public bool Soon { get; init; }

    /// <summary>What is to be done to a machine, in the order of its tasks.</summary>
    public static IReadOnlyList<CareDue> Of(Machine machine, MachineUse use, DateOnly today)
    {
        var due = new List<CareDue>();
        foreach (var task in CareTask.Of(machine))
        {
            var never = !use.DoneOn.TryGetValue(task.Id, out var done);
            if (task.HoursOn(machine) is { } every)
            {
                due.Add(ByHours(task.Id, use.HoursSince.GetValueOrDefault(task.Id), every, use.HoursADay, today) with { Never = never });
            }
            else if (task.MonthsOn(machine) is { } months)
            {
                var on = (never ? use.HereSince : done).AddMonths(months);
                due.Add(new CareDue { TaskId = task.Id, On = on, Never = never, Due = on <= today, Soon = on > today && on <= today.AddDays(SoonDays) });
            }
        }

        return due;
    }

    /// <summary>
    /// When a needle is to be changed, by school: after its hours, after a project, or not before it sews badly (common practice
    /// B8, no published source). One that was used before has one project left in it; a twin needle is kept for several hems.
    /// </summary>
    public static CareDue Of(NeedleUse needle, ChosenSchools schools, double hoursADay, DateOnly today)
    {
        var project = ChosenSchools.HoursOfProject;
        var byProject = schools.NeedleLifeId == "project" && !needle.Needle.IsTwin;
        var life = needle.UsedBefore ? Math.Min(project, schools.NeedleLifeHours) : schools.NeedleLifeHours;
        if (double.IsPositiveInfinity(life))
        {
            return new CareDue { TaskId = NeedleId, Needle = needle, Hours = needle.Hours };
        }

        var due = ByHours(NeedleId, needle.Hours, life, hoursADay, today) with { Needle = needle };
        return (byProject || needle.UsedBefore) && needle.Projects > 0 ? due with { Due = true, Soon = false, On = today } : due;
    }

    private static CareDue ByHours(string task, double hours, double every, double hoursADay, DateOnly today)
    {
        var days = hours >= every ? 0 : hoursADay > 0 ? Math.Ceiling((every - hours) / hoursADay) : double.PositiveInfinity;
        return new CareDue
        {
            TaskId = task, Hours = hours, EveryHours = every, Due = hours >= every, Soon = hours < every && hours >= SoonShare * every, On = days <= FarthestDays ? today.AddDays((int)days) : null,
        };
    }

    /// <summary>What is to be said of it, as a code with its figures.</summary>
    public Finding Finding()
    {
        var said = new Finding("").With("task", TaskId);
        said = Hours is { } hours ? said.With("hours", hours) : said;
        said = EveryHours is { } every ? said.With("every", every).With("left", Math.Max(0, every - Hours!.Value)) : said;
        if (Needle is { } needle)
        {
            said = said.With("seat", needle.Seat.Id());
            return said with
            {
                Code = EveryHours is null ? "needle-until-bad" : !Due ? needle.UsedBefore ? "needle-used-left" : "needle-left" : Hours >= EveryHours ? needle.UsedBefore ? "needle-used-due" : "needle-due" : "needle-project-due",
            };
        }

        said = On is { } on ? said.With("on", on.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture)) : said;
        return said with { Code = EveryHours is null ? Due ? "day-due" : "day-left" : Due ? Never ? "hours-due-never" : "hours-due" : Never ? "hours-left-never" : "hours-left" };
    }
}
