using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Care;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store;

/// <summary>A needle in its seat, with when it is to be changed.</summary>
/// <param name="Row">The needle as it is written down.</param>
/// <param name="Due">When it is to be changed.</param>
public sealed record SeatedNeedleDue(SeatedNeedleRow Row, CareDue Due);

/// <summary>A machine with what is to be done to it.</summary>
public sealed record MachineCareState
{
    public required MachineRow Machine { get; init; }

    /// <summary>Version of what is on it.</summary>
    public required int StateVersion { get; init; }

    /// <summary>The timer that runs; null where none does.</summary>
    public required CareRow? Timer { get; init; }

    /// <summary>Time at it today that is over, hours.</summary>
    public required double HoursToday { get; init; }

    /// <summary>Its tasks.</summary>
    public required IReadOnlyList<CareDue> Tasks { get; init; }

    /// <summary>The needles in its seats.</summary>
    public required IReadOnlyList<SeatedNeedleDue> Needles { get; init; }

    /// <summary>Needles that broke and are not accounted for.</summary>
    public required IReadOnlyList<CareRow> Broken { get; init; }

    /// <summary>Everything that is due, or soon will be.</summary>
    public IEnumerable<CareDue> All => Tasks.Concat(Needles.Select(n => n.Due));
}

/// <summary>
/// Keeps what is done to machines and how long somebody sat at them, and works out what is due. Hours are those of the timers,
/// and for what was sewn while none ran, its stitches at the machine's speed.
/// </summary>
public sealed class CareBook(WorkroomContext context, TimeProvider clock)
{
    /// <summary>Over so many days it is averaged how much is sewn.</summary>
    private const int DaysAveraged = 28;

    private readonly RowWriter writer = new(context, clock);

    private IQueryable<CareRow> InUse => context.Care.AsNoTracking().Where(c => c.PutAwayAt == null);

    /// <summary>The day of a moment where the workroom is.</summary>
    public DateOnly DayOf(DateTimeOffset moment) => DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(moment, clock.LocalTimeZone).DateTime);

    /// <summary>When a day begins where the workroom is: at midnight, or where summer time leaves that out, at the first moment after it.</summary>
    public DateTimeOffset BeginOf(DateOnly day)
    {
        var (zone, local) = (clock.LocalTimeZone, day.ToDateTime(TimeOnly.MinValue));
        while (zone.IsInvalidTime(local))
        {
            local = local.AddMinutes(1);
        }

        // Where it is midnight twice the day begins with the first.
        return new DateTimeOffset(local, zone.IsAmbiguousTime(local) ? zone.GetAmbiguousTimeOffsets(local).Max() : zone.GetUtcOffset(local));
    }

    /// <summary>An entry; null where there is none of this number.</summary>
    public Task<CareRow?> FindAsync(int id) => context.Care.AsNoTracking().FirstOrDefaultAsync(c => c.Id == id);

    /// <summary>Starts the timer at a machine; where one runs already, that one goes on.</summary>
    public Task<SaveResult> StartAsync(int machineId, Guid key) => context.InTurnAsync(async () =>
    {
        if (await MachineAsync(machineId) is not { } machine)
        {
            return new SaveResult.Missing();
        }

        var now = clock.GetUtcNow();
        return await RunningAsync(machineId) is { } running ? new SaveResult.Saved(running.Id, Again: true)
            : await writer.InsertAsync(Row(machine, new() { Sat = new(now, null) }, now, open: true), key);
    });

    /// <summary>Pauses a timer: now, or where somebody forgot to, at the moment they say.</summary>
    /// <param name="id">The entry.</param>
    /// <param name="version">Version it was shown in.</param>
    /// <param name="at">When; null for now.</param>
    /// <returns><see cref="SaveResult.Stale"/> where it was paused meanwhile.</returns>
    public Task<SaveResult> PauseAsync(int id, int version, DateTimeOffset? at = null) => context.InTurnAsync(async () =>
    {
        if (await context.Care.FirstOrDefaultAsync(c => c.Id == id && c.PutAwayAt == null) is not { Entry.Sat: { } sat } row)
        {
            return new SaveResult.Missing();
        }

        if (row.Version != version || !sat.Running)
        {
            return new SaveResult.Stale(row.Version);
        }

        var ended = sat.EndedAt(at ?? clock.GetUtcNow());
        (row.Entry, row.EndedAt, row.Open, row.Seconds) = (new() { Sat = ended }, ended.End, false, (long)ended.Until(ended.End!.Value).TotalSeconds);
        var saved = await writer.UpdateAsync(row, version);
        await RetimeAsync(context, row.MachineId, sat.Start, DateTimeOffset.MaxValue);
        return saved;
    });

    /// <summary>Writes down that a task was done.</summary>
    /// <param name="machineId">To which machine.</param>
    /// <param name="done">What was done.</param>
    /// <param name="on">On which day; null for now.</param>
    /// <param name="key">The form's key.</param>
    public Task<SaveResult> DoneAsync(int machineId, TaskDone done, DateOnly? on, Guid key) => context.InTurnAsync(async () =>
        await MachineAsync(machineId) is { } machine ? await writer.InsertAsync(Row(machine, new() { Done = done }, on is { } day && day != DayOf(clock.GetUtcNow()) ? BeginOf(day) : clock.GetUtcNow()), key) : new SaveResult.Missing());

    /// <summary>Writes down that a needle broke: its seat is empty from now on.</summary>
    public Task<SaveResult> BrokeAsync(int machineId, ThreadPosition seat, Guid key) => context.InTurnAsync(async () =>
    {
        if (await MachineAsync(machineId) is not { } machine || machine.Entry.Seats.All(s => s.Position != seat) || await context.States.FirstOrDefaultAsync(s => s.Id == machineId) is not { } state)
        {
            return new SaveResult.Missing();
        }

        if (await InUse.Where(c => c.SubmissionKey == key).Select(c => (int?)c.Id).FirstOrDefaultAsync() is { } made)
        {
            return new SaveResult.Saved(made, Again: true);
        }

        var (now, needle) = (clock.GetUtcNow(), state.Entry.Needles[seat].TryGet(out var there) ? there : null);
        await NeedleSeats.SetAsync(context, state, state.Entry with { Needles = state.Entry.Needles.With(seat, Place<Needle>.Empty) }, now, now);
        return await writer.InsertAsync(Row(machine, new() { Broke = new() { Seat = seat, Needle = needle } }, now, open: true), key);
    });

    /// <summary>Says which pieces of a broken needle were found, or that the garment is out of use because one was not.</summary>
    public Task<SaveResult> AccountAsync(int id, int version, Func<BrokenNeedle, BrokenNeedle> change) => context.InTurnAsync(async () =>
    {
        if (await context.Care.FirstOrDefaultAsync(c => c.Id == id && c.PutAwayAt == null) is not { Entry.Broke: { } broke } row)
        {
            return new SaveResult.Missing();
        }

        var now = change(broke);
        if (row.Version == version)
        {
            (row.Entry, row.Open) = (new() { Broke = now }, now.Open);
        }

        return await writer.UpdateAsync(row, version);
    });

    /// <summary>Puts a needle of the same kind in the place of the one in a seat, or of the one that stood there last.</summary>
    /// <param name="machineId">The machine.</param>
    /// <param name="stateVersion">Version of what is on it that was shown.</param>
    /// <param name="seat">The seat.</param>
    /// <param name="used">Whether one that had been used once is put in.</param>
    /// <param name="keep">Whether the old one goes back into the drawer to be used once more.</param>
    public Task<SaveResult> ChangeNeedleAsync(int machineId, int stateVersion, ThreadPosition seat, bool used, bool keep) => context.InTurnAsync<SaveResult>(async () =>
    {
        if (await context.States.FirstOrDefaultAsync(s => s.Id == machineId) is not { } state)
        {
            return new SaveResult.Missing();
        }

        var earlier = await context.SeatedNeedles.Where(n => n.MachineId == machineId && n.Seat == seat).OrderByDescending(n => n.Id).FirstOrDefaultAsync();
        var needle = state.Entry.Needles[seat].TryGet(out var there) ? there : earlier?.Needle;
        if (needle is null)
        {
            return new SaveResult.Missing();
        }

        if (state.Version != stateVersion)
        {
            return new SaveResult.Stale(state.Version);
        }

        var (now, kept) = (clock.GetUtcNow(), keep && earlier is { TakenOutAt: null });
        await NeedleSeats.FollowAsync(context, machineId, state.Entry, state.Entry with { Needles = state.Entry.Needles.With(seat, needle) }, now, [seat]);
        (state.Entry, state.Version, state.ChangedAt) = (state.Entry with { Needles = state.Entry.Needles.With(seat, needle) }, state.Version + 1, now);
        var added = context.ChangeTracker.Entries<SeatedNeedleRow>().Where(e => e.State == EntityState.Added && e.Entity.Seat == seat).Select(e => e.Entity).First();
        var packs = (await context.Needles.Where(n => n.PutAwayAt == null).ToListAsync()).Where(n => n.Entry.Needle.Serves(needle)).ToList();
        var pack = packs.Find(n => (used ? n.Entry.UsedOnce : n.Entry.Unused) > 0);
        Count(pack, used ? 0 : -1, used ? -1 : 0);
        Count(kept ? packs.FirstOrDefault() : null, 0, 1);
        (added.UsedBefore, added.PackId, added.EarlierKept) = (used, pack?.Id, kept && packs.Count > 0);
        await context.SaveChangesAsync();
        return new SaveResult.Saved(added.Id, Again: false);
    });

    /// <summary>Takes a change of needle back: the one before stands in the seat still, and the drawer is as it was.</summary>
    /// <returns><see cref="SaveResult.Missing"/> where this is not the last change of that seat.</returns>
    public Task<SaveResult> UnchangeNeedleAsync(int seatedId) => context.InTurnAsync<SaveResult>(async () =>
    {
        if (await context.SeatedNeedles.FirstOrDefaultAsync(n => n.Id == seatedId) is not { ThreadUpId: null, TakenOutAt: null } row || await context.States.FirstOrDefaultAsync(s => s.Id == row.MachineId) is not { } state)
        {
            return new SaveResult.Missing();
        }

        var earlier = await context.SeatedNeedles.Where(n => n.MachineId == row.MachineId && n.Seat == row.Seat && n.Id < seatedId).OrderByDescending(n => n.Id).FirstOrDefaultAsync();
        if (await context.Needles.FirstOrDefaultAsync(n => n.Id == row.PackId) is { } pack)
        {
            Count(pack, row.UsedBefore ? 0 : 1, row.UsedBefore ? 1 : 0);
        }

        if (row.EarlierKept && (await context.Needles.Where(n => n.PutAwayAt == null).ToListAsync()).Find(n => n.Entry.Needle.Serves(row.Needle) && n.Entry.UsedOnce > 0) is { } home)
        {
            Count(home, 0, -1);
        }

        var back = earlier is not null && earlier.TakenOutAt == row.FittedAt ? earlier : null;
        if (back is not null)
        {
            back.TakenOutAt = null;
            // Whatever was sewn meanwhile, this one sewed it.
            (back.Stitches, back.TimedStitches, back.Hems) = (back.Stitches + row.Stitches, back.TimedStitches + row.TimedStitches, back.Hems + row.Hems);
        }

        context.Remove(row);
        (state.Entry, state.Version, state.ChangedAt) = (state.Entry with { Needles = state.Entry.Needles.With(row.Seat, back is null ? Place<Needle>.Empty : back.Needle) }, state.Version + 1, clock.GetUtcNow());
        await context.SaveChangesAsync();
        return new SaveResult.Saved(row.MachineId, Again: false);
    });

    /// <summary>What happened, the last first; of one machine or of all.</summary>
    public Task<ListPage<CareRow>> ListAsync(int? machineId, int page = 1, int size = ListPage.Size) =>
        (machineId is { } id ? InUse.Where(c => c.MachineId == id) : InUse).OrderByDescending(c => c.At).ThenByDescending(c => c.Id).PageAsync(page, size);

    /// <summary>What was sewn, the last first; of one machine or of all.</summary>
    public Task<ListPage<SewnRow>> ListSewnAsync(int? machineId, int page = 1, int size = ListPage.Size) =>
        (machineId is { } id ? context.Sewn.AsNoTracking().Where(s => s.MachineId == id) : context.Sewn.AsNoTracking()).OrderByDescending(s => s.At).ThenByDescending(s => s.Id).PageAsync(page, size);

    /// <summary>The needles that were in a machine, the last first.</summary>
    public Task<ListPage<SeatedNeedleRow>> ListNeedlesAsync(int machineId, int page = 1, int size = ListPage.Size) =>
        context.SeatedNeedles.AsNoTracking().Where(n => n.MachineId == machineId).OrderBy(n => n.TakenOutAt != null).ThenByDescending(n => n.TakenOutAt).ThenByDescending(n => n.Id).PageAsync(page, size);

    /// <summary>Needles that broke and are not accounted for, wherever.</summary>
    public Task<List<CareRow>> OpenBrokenAsync() => InUse.Where(c => c.Open && c.KindId == CareEntry.BrokeId).OrderBy(c => c.At).ToListAsync();

    /// <summary>Machines with what is to be done to them, by name.</summary>
    /// <param name="machines">The machines.</param>
    /// <param name="schools">The schools that are followed.</param>
    public async Task<IReadOnlyList<MachineCareState>> StatesAsync(IReadOnlyList<MachineRow> machines, ChosenSchools schools)
    {
        var (ids, now) = (machines.Select(m => m.Id).ToList(), clock.GetUtcNow());
        var (today, since) = (DayOf(now), now.AddDays(-DaysAveraged));
        var states = await context.States.AsNoTracking().Where(s => ids.Contains(s.Id)).Select(s => new { s.Id, s.Version }).ToDictionaryAsync(s => s.Id, s => s.Version);
        // What goes on is little, whatever the history: it is asked of its own index.
        var open = (await InUse.Where(c => c.Open && (c.KindId == CareEntry.SatId || c.KindId == CareEntry.BrokeId)).ToListAsync()).ToLookup(c => c.MachineId);
        var seated = (await context.SeatedNeedles.AsNoTracking().Where(n => ids.Contains(n.MachineId) && n.TakenOutAt == null).ToListAsync()).ToLookup(n => n.MachineId);
        var found = new List<MachineCareState>();
        foreach (var machine in machines)
        {
            var (timer, last) = (open[machine.Id].FirstOrDefault(c => c.Entry.Sat is not null), new Dictionary<string, DateTimeOffset>());
            foreach (var task in CareTask.Of(machine.Entry).Select(t => t.Id))
            {
                // Each is one look into the index; all of them at once would read every entry there is.
                if (await InUse.Where(c => c.MachineId == machine.Id && c.KindId == task).OrderByDescending(c => c.At).Select(c => (DateTimeOffset?)c.At).FirstOrDefaultAsync() is { } at)
                {
                    last[task] = at;
                }
            }

            var hours = new Dictionary<DateTimeOffset, double>();
            async Task<double> SinceAsync(DateTimeOffset from) => hours.TryGetValue(from, out var known) ? known : hours[from] = await HoursAsync(machine, from, timer, now);
            var tasks = new Dictionary<string, double>();
            foreach (var task in CareTask.Of(machine.Entry).Where(t => t.HoursOn(machine.Entry) is not null))
            {
                tasks[task.Id] = await SinceAsync(last.GetValueOrDefault(task.Id, DateTimeOffset.MinValue));
            }

            var perDay = await SinceAsync(since) / DaysAveraged;
            var needles = new List<SeatedNeedleDue>();
            foreach (var row in seated[machine.Id].OrderBy(n => n.Seat))
            {
                var use = new NeedleUse(row.Id, row.Seat, row.Needle, await NeedleHoursAsync(machine, row, timer, now), row.UsedBefore, await ProjectsAsync(row), row.Hems);
                needles.Add(new(row, CareDue.Of(use, schools, perDay, today)));
            }

            found.Add(new MachineCareState
            {
                Machine = machine, StateVersion = states.GetValueOrDefault(machine.Id), Timer = timer,
                HoursToday = await SatSecondsAsync(machine.Id, BeginOf(today)) / 3600.0,
                Tasks = CareDue.Of(machine.Entry, new(tasks, last.ToDictionary(l => l.Key, l => DayOf(l.Value)), DayOf(machine.CreatedAt), perDay), today),
                Needles = needles, Broken = [.. open[machine.Id].Where(c => c.Entry.Broke is not null)],
            });
        }

        return found;
    }

    /// <summary>Hours needles have sewn in the seats of a machine.</summary>
    public async Task<IReadOnlyList<(SeatedNeedleRow Needle, double Hours)>> HoursOfAsync(MachineRow machine, IReadOnlyList<SeatedNeedleRow> needles)
    {
        var (timer, now, hours) = (await RunningAsync(machine.Id), clock.GetUtcNow(), new List<(SeatedNeedleRow, double)>());
        foreach (var needle in needles)
        {
            hours.Add((needle, await NeedleHoursAsync(machine, needle, timer, now)));
        }

        return hours;
    }

    /// <summary>What was sewn since a moment: m of seam, m of thread, and hours, by timers and else reckoned.</summary>
    public async Task<(double SeamMetres, double ThreadMetres, double Hours)> SewnSinceAsync(DateTimeOffset from)
    {
        var sewn = await context.Sewn.AsNoTracking().Where(s => s.At >= from && s.TakenBackAt == null).GroupBy(s => s.MachineId)
            .Select(g => new { MachineId = g.Key, Mm = g.Sum(s => s.SeamMm), Metres = g.Sum(s => s.ThreadMetres) }).ToListAsync();
        var (hours, now) = (0.0, clock.GetUtcNow());
        var sat = await InUse.Where(c => c.KindId == CareEntry.SatId && (c.At >= from || c.EndedAt >= from || c.Open)).Select(c => c.MachineId).Distinct().ToListAsync();
        var ids = sewn.Select(s => s.MachineId).Union(sat).ToList();
        foreach (var machine in await context.Machines.AsNoTracking().Where(m => ids.Contains(m.Id)).ToListAsync())
        {
            hours += await HoursAsync(machine, from, await RunningAsync(machine.Id), now);
        }

        return (sewn.Sum(s => s.Mm) / 1000, sewn.Sum(s => s.Metres), hours);
    }

    /// <summary>The needle in its seat that sewed most since a moment, with the hours that took; null where none did.</summary>
    public async Task<(SeatedNeedleRow Needle, MachineRow Machine, double Hours)?> BusiestNeedleAsync(DateTimeOffset from)
    {
        var sewn = await context.Sewn.AsNoTracking().Where(s => s.At >= from && s.TakenBackAt == null).Select(s => new { s.MachineId, s.Stitches, s.NeedleIds }).ToListAsync();
        var most = sewn.SelectMany(s => s.NeedleIds.Select(n => (Needle: n, s.MachineId, s.Stitches))).GroupBy(n => n.Needle).Select(g => (g.Key, g.First().MachineId, Stitches: g.Sum(n => n.Stitches))).OrderByDescending(n => n.Stitches).ThenBy(n => n.Key).FirstOrDefault();
        return most.Stitches > 0 && await context.SeatedNeedles.AsNoTracking().FirstOrDefaultAsync(n => n.Id == most.Key && n.TakenOutAt == null) is { } needle && await MachineAsync(most.MachineId) is { } machine
            ? (needle, machine, new NeedleWork(most.Stitches).Hours(machine.Entry.StitchesPerMinute)) : null;
    }

    /// <summary>Whether a timer ran at a machine at a moment. What is written down in the moment it was started was sewn before.</summary>
    internal static async Task<bool> TimedAsync(WorkroomContext context, int machineId, DateTimeOffset moment) =>
        // One timer runs at a machine at a time, so that it is the last one that was started before, or none.
        await context.Care.Where(c => c.MachineId == machineId && c.PutAwayAt == null && c.KindId == CareEntry.SatId && c.At < moment).OrderByDescending(c => c.At).Select(c => new { c.Open, c.EndedAt }).FirstOrDefaultAsync()
            is { } last && (last.Open || last.EndedAt >= moment);

    /// <summary>Lets what was sewn know that times were put away or came back.</summary>
    /// <param name="context">The workroom.</param>
    /// <param name="with">What was put away in one go; null where something came back.</param>
    /// <param name="ids">What came back.</param>
    internal static async Task TellAsync(WorkroomContext context, Guid? with, IReadOnlyList<int>? ids)
    {
        var rows = with is { } away ? context.Care.AsNoTracking().Where(c => c.PutAwayWith == away) : context.Care.AsNoTracking().Where(c => ids!.Contains(c.Id));
        foreach (var row in await rows.Where(c => c.KindId == CareEntry.SatId).Select(c => new { c.MachineId, c.At, c.EndedAt }).ToListAsync())
        {
            await RetimeAsync(context, row.MachineId, row.At, row.EndedAt ?? DateTimeOffset.MaxValue);
        }
    }

    /// <summary>Looks anew at what was sewn in a stretch of time: whether a timer ran.</summary>
    private static async Task RetimeAsync(WorkroomContext context, int machineId, DateTimeOffset from, DateTimeOffset to)
    {
        foreach (var sewn in await context.Sewn.Where(s => s.MachineId == machineId && s.At >= from && s.At <= to && s.TakenBackAt == null).ToListAsync())
        {
            if (await TimedAsync(context, machineId, sewn.At) is var timed && timed != sewn.Timed)
            {
                sewn.Timed = timed;
                foreach (var needle in await context.SeatedNeedles.Where(n => sewn.NeedleIds.Contains(n.Id)).ToListAsync())
                {
                    needle.TimedStitches = Math.Max(0, needle.TimedStitches + (timed ? sewn.Stitches : -sewn.Stitches));
                }
            }
        }

        await context.SaveChangesAsync();
    }

    private static CareRow Row(MachineRow machine, CareEntry entry, DateTimeOffset at, bool open = false) => new() { Name = machine.Name, MachineId = machine.Id, Entry = entry, KindId = entry.KindId, At = at, Open = open };

    private static void Count(NeedleRow? pack, int unused, int usedOnce)
    {
        if (pack is not null)
        {
            (pack.Entry, pack.Version) = (pack.Entry with { Unused = pack.Entry.Unused + unused, UsedOnce = pack.Entry.UsedOnce + usedOnce }, pack.Version + 1);
        }
    }

    private Task<MachineRow?> MachineAsync(int id) => context.Machines.AsNoTracking().FirstOrDefaultAsync(m => m.Id == id && m.PutAwayAt == null);

    private async Task<CareRow?> RunningAsync(int machineId) => (await InUse.Where(c => c.Open && c.KindId == CareEntry.SatId).ToListAsync()).Find(c => c.MachineId == machineId);

    /// <summary>Hours at a machine since a moment.</summary>
    private async Task<double> HoursAsync(MachineRow machine, DateTimeOffset from, CareRow? timer, DateTimeOffset now)
    {
        var stitches = await context.Sewn.Where(s => s.MachineId == machine.Id && s.At >= from && s.TakenBackAt == null && !s.Timed).SumAsync(s => s.Stitches);
        return new NeedleWork(stitches).Hours(machine.Entry.StitchesPerMinute) + await SatSecondsAsync(machine.Id, from) / 3600.0 + (timer?.Entry.Sat!.After(from, now).TotalHours ?? 0);
    }

    /// <summary>Time at a machine between two moments that is over, seconds: times that began in between, and what lies in between of one that began before, less what the last of them has beyond.</summary>
    private async Task<double> SatSecondsAsync(int machineId, DateTimeOffset from, DateTimeOffset? to = null)
    {
        var times = InUse.Where(c => c.MachineId == machineId && c.KindId == CareEntry.SatId);
        var until = to ?? DateTimeOffset.MaxValue;
        var whole = await times.Where(c => c.At >= from && c.At < until).SumAsync(c => c.Seconds);
        return whole + (from == DateTimeOffset.MinValue ? 0 : await BeyondAsync(from)) - (to is { } end ? await BeyondAsync(end) : 0);

        // What a time that began before a moment has after it.
        async Task<double> BeyondAsync(DateTimeOffset moment) =>
            await times.Where(c => c.At < moment).OrderByDescending(c => c.At).Select(c => c.EndedAt).FirstOrDefaultAsync() is { } ended && ended > moment ? (ended - moment).TotalSeconds : 0;
    }

    private async Task<double> NeedleHoursAsync(MachineRow machine, SeatedNeedleRow row, CareRow? timer, DateTimeOffset now)
    {
        var reckoned = new NeedleWork(Math.Max(0, row.Stitches - row.TimedStitches)).Hours(machine.Entry.StitchesPerMinute);
        if (row.FittedAt is not { } fitted)
        {
            // How long it was in before needles were written down nobody knows; the timers since do not tell it apart.
            return reckoned + new NeedleWork(row.TimedStitches).Hours(machine.Entry.StitchesPerMinute);
        }

        var timed = await SatSecondsAsync(machine.Id, fitted, row.TakenOutAt);
        return reckoned + timed / 3600 + (row.TakenOutAt is null ? timer?.Entry.Sat!.After(fitted, now).TotalHours ?? 0 : 0);
    }

    /// <summary>How many runs a needle sewed in have ended since it was put in.</summary>
    private async Task<int> ProjectsAsync(SeatedNeedleRow row)
    {
        var from = row.FittedAt ?? DateTimeOffset.MinValue;
        return await context.Runs.CountAsync(r => r.EndedAt != null && r.EndedAt >= from && r.PutAwayAt == null && context.Sewn.Any(s => s.RunId == r.Id && s.MachineId == row.MachineId && s.At >= from && s.TakenBackAt == null));
    }
}
