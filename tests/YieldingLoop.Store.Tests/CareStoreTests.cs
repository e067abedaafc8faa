using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Care;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store.Demo;
using YieldingLoop.Store.Records;

namespace YieldingLoop.Store.Tests;

/// <summary>Hours by timers and by what was sewn, tasks done, needles changed and broken; every step can be taken back.</summary>
public sealed class CareStoreTests : IDisposable
{
    private const int Overlocker = 1;

    private readonly WorkroomFile file = new();

    public CareStoreTests() => file.Open(context => DemoLoader.Load(context, file.Clock.Now));

    public void Dispose() => file.Dispose();

    private async Task<T> Care<T>(Func<CareBook, Task<T>> work, TimeProvider? clock = null)
    {
        await using var context = file.Context();
        return await work(new CareBook(context, clock ?? file.Clock));
    }

    private async Task<MachineCareState> StateAsync(int machine = Overlocker)
    {
        var row = await file.Do(w => w.Machines.FirstAsync(m => m.Id == machine));
        return (await Care(c => c.StatesAsync([row], ChosenSchools.Default)))[0];
    }

    private static double Hours(MachineCareState state, string task = "oil") => state.Tasks.First(t => t.TaskId == task).Hours!.Value;

    private async Task<CareRow> TimerAsync() => (await StateAsync()).Timer!;

    private async Task<RunDown> SewAsync(double metres)
    {
        var setup = await file.Do(w => w.Setups.FirstAsync(s => s.MachineId == Overlocker));
        return await file.FromCones(c => c.TakeForSeamAsync(setup.Id, setup.Version, 1000 * metres));
    }

    [Fact]
    public async Task A_timer_runs_through_a_restart_and_its_time_is_the_machine_s()
    {
        var before = Hours(await StateAsync());
        Assert.IsType<SaveResult.Saved>(await Care(c => c.StartAsync(Overlocker, Guid.NewGuid())));
        file.Clock.Now += TimeSpan.FromMinutes(90);
        // Nothing of it is in memory: another process would read the same.
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        Assert.Equal(before + 1.5, Hours(await StateAsync()), 6);
        var timer = await TimerAsync();
        Assert.IsType<SaveResult.Saved>(await Care(c => c.PauseAsync(timer.Id, timer.Version)));
        file.Clock.Now += TimeSpan.FromHours(9);
        var after = await StateAsync();
        Assert.Null(after.Timer);
        Assert.Equal(before + 1.5, Hours(after), 6);
        Assert.Equal(1.5, after.HoursToday, 6);
    }

    [Fact]
    public async Task One_timer_at_a_machine_and_two_tablets_pause_it_once()
    {
        var first = (SaveResult.Saved)await Care(c => c.StartAsync(Overlocker, Guid.NewGuid()));
        Assert.Equal(new SaveResult.Saved(first.Id, Again: true), await Care(c => c.StartAsync(Overlocker, Guid.NewGuid())));
        file.Clock.Now += TimeSpan.FromMinutes(30);
        var timer = await TimerAsync();
        Assert.IsType<SaveResult.Saved>(await Care(c => c.PauseAsync(timer.Id, timer.Version)));
        file.Clock.Now += TimeSpan.FromMinutes(30);
        Assert.IsType<SaveResult.Stale>(await Care(c => c.PauseAsync(timer.Id, timer.Version)));
        Assert.IsType<SaveResult.Stale>(await Care(c => c.PauseAsync(timer.Id, timer.Version + 1)));
        Assert.Equal(30 * 60, (await Care(c => c.FindAsync(timer.Id)))!.Seconds);
        Assert.IsType<SaveResult.Missing>(await Care(c => c.StartAsync(99, Guid.NewGuid())));
    }

    [Fact]
    public async Task Many_tablets_at_once_start_one_timer_and_pause_it_once()
    {
        var started = await Task.WhenAll(Enumerable.Range(0, 8).Select(_ => Care(c => c.StartAsync(Overlocker, Guid.NewGuid()))));
        Assert.Single(started.OfType<SaveResult.Saved>(), s => !s.Again);
        file.Clock.Now += TimeSpan.FromMinutes(10);
        var timer = await TimerAsync();
        var paused = await Task.WhenAll(Enumerable.Range(0, 8).Select(_ => Care(c => c.PauseAsync(timer.Id, timer.Version))));
        Assert.Single(paused.OfType<SaveResult.Saved>());
    }

    /// <summary>Nothing counts twice: what is sewn while the timer runs is in its time, what is sewn else is reckoned.</summary>
    [Fact]
    public async Task What_is_sewn_while_the_timer_runs_is_not_reckoned_as_well()
    {
        var start = await StateAsync();
        var before = Hours(start);
        var alone = await SewAsync(30);
        var reckoned = alone.Stitches / 500.0 / 60;
        Assert.Equal(before + reckoned, Hours(await StateAsync()), 6);
        await Care(c => c.StartAsync(Overlocker, Guid.NewGuid()));
        file.Clock.Now += TimeSpan.FromMinutes(20);
        await SewAsync(30);
        file.Clock.Now += TimeSpan.FromMinutes(20);
        Assert.Equal(before + reckoned + 40.0 / 60, Hours(await StateAsync()), 6);
        // Needles the same: their time is the timer's since they are in, and what was sewn else.
        foreach (var needle in (await StateAsync()).Needles)
        {
            var was = start.Needles.First(n => n.Row.Id == needle.Row.Id).Due.Hours!.Value;
            Assert.Equal(was + reckoned * (alone.Seats.Contains(needle.Row.Seat) ? 1 : 0) + 40.0 / 60, needle.Due.Hours!.Value, 6);
        }

        // Somebody forgot to stop it: it really was ten minutes, and what was sewn after them is reckoned again.
        var timer = await TimerAsync();
        Assert.IsType<SaveResult.Saved>(await Care(c => c.PauseAsync(timer.Id, timer.Version, timer.At.AddMinutes(10))));
        Assert.Equal(before + 2 * reckoned + 10.0 / 60, Hours(await StateAsync()), 6);
        // Put away and brought back: the time goes and comes.
        await file.OnShelf(s => s.PutAwayAsync(RecordKind.Care, timer.Id, timer.Version + 1));
        Assert.Equal(before + 2 * reckoned, Hours(await StateAsync()), 6);
        var with = (await file.OnShelf(s => s.AwayWithAsync(RecordKind.Care, timer.Id)))!.Value;
        await file.OnShelf(s => s.BringBackAsync(with));
        Assert.Equal(before + 2 * reckoned + 10.0 / 60, Hours(await StateAsync()), 6);
    }

    [Fact]
    public async Task A_machine_s_own_speed_makes_its_hours()
    {
        var row = await file.Do(w => w.Machines.FirstAsync(m => m.Id == Overlocker));
        var before = Hours(await StateAsync());
        Assert.IsType<SaveResult.Saved>(await file.Do(w => w.SaveAsync(row.Entry with { StitchesPerMinute = 1000 }, Overlocker, row.Version, Guid.NewGuid())));
        // The timers' time stays, what is reckoned halves.
        var sat = DemoCare.Sat.Where(s => s.Machine == 0).Sum(s => s.Minutes) / 60.0;
        Assert.Equal((before - sat) / 2 + sat, Hours(await StateAsync()), 6);
    }

    [Fact]
    public async Task A_clock_set_back_makes_no_time()
    {
        var before = Hours(await StateAsync());
        await Care(c => c.StartAsync(Overlocker, Guid.NewGuid()));
        var timer = await TimerAsync();
        file.Clock.Now -= TimeSpan.FromHours(3);
        Assert.True((await StateAsync()).Timer!.Entry.Sat!.ClockSetBack(file.Clock.Now));
        Assert.Equal(before, Hours(await StateAsync()), 6);
        Assert.IsType<SaveResult.Saved>(await Care(c => c.PauseAsync(timer.Id, timer.Version)));
        Assert.Equal(before, Hours(await StateAsync()), 6);
    }

    [Fact]
    public async Task A_task_that_is_done_counts_from_there_and_one_put_away_from_the_one_before()
    {
        Assert.True(Hours(await StateAsync()) > 7);
        var lint = Hours(await StateAsync(), "lint");
        var key = Guid.NewGuid();
        var done = (SaveResult.Saved)await Care(c => c.DoneAsync(Overlocker, new("oil", "one drop"), null, key));
        Assert.True(((SaveResult.Saved)await Care(c => c.DoneAsync(Overlocker, new("oil", "one drop"), null, key))).Again);
        Assert.Equal(0, Hours(await StateAsync()), 6);
        Assert.Equal(lint, Hours(await StateAsync(), "lint"), 6);
        await SewAsync(10);
        Assert.True(Hours(await StateAsync()) > 0.05);
        await file.OnShelf(s => s.PutAwayAsync(RecordKind.Care, done.Id, 1));
        Assert.True(Hours(await StateAsync()) > 7);
        // A service years ago is written down for its day.
        await Care(c => c.DoneAsync(Overlocker, new("service", ""), new(2024, 5, 4), Guid.NewGuid()));
        Assert.Equal(new DateOnly(2027, 3, 30), (await StateAsync()).Tasks.First(t => t.TaskId == "service").On);
        var row = await file.Do(w => w.Machines.FirstAsync(m => m.Id == 2));
        await Care(c => c.DoneAsync(2, new("service", ""), new(2024, 5, 4), Guid.NewGuid()));
        Assert.True((await Care(c => c.StatesAsync([row], ChosenSchools.Default)))[0].Tasks.First(t => t.TaskId == "service").Due);
    }

    [Fact]
    public async Task A_needle_is_changed_from_the_drawer_and_back()
    {
        var before = await StateAsync();
        var drawer = await DrawerAsync();
        var left = before.Needles.First(n => n.Row.Seat == ThreadPosition.NeedleLeft);
        var changed = (SaveResult.Saved)await Care(c => c.ChangeNeedleAsync(Overlocker, before.StateVersion, ThreadPosition.NeedleLeft, used: false, keep: true));
        var after = await StateAsync();
        var fresh = after.Needles.First(n => n.Row.Seat == ThreadPosition.NeedleLeft);
        Assert.Equal((0, false), (fresh.Due.Hours, fresh.Row.UsedBefore));
        Assert.Equal(before.Needles.Count, after.Needles.Count);
        var (new1, once1) = await PackAsync(left.Row);
        Assert.Equal((drawer[left.Row.Needle].New - 1, drawer[left.Row.Needle].Once + 1), (new1, once1));
        // The other one goes on as it was: one at a time.
        Assert.Equal(before.Needles.First(n => n.Row.Seat == ThreadPosition.NeedleRight).Due.Hours, after.Needles.First(n => n.Row.Seat == ThreadPosition.NeedleRight).Due.Hours);
        Assert.IsType<SaveResult.Stale>(await Care(c => c.ChangeNeedleAsync(Overlocker, before.StateVersion, ThreadPosition.NeedleLeft, false, false)));
        Assert.IsType<SaveResult.Saved>(await Care(c => c.UnchangeNeedleAsync(changed.Id)));
        var back = await StateAsync();
        Assert.Equal(left.Row.Id, back.Needles.First(n => n.Row.Seat == ThreadPosition.NeedleLeft).Row.Id);
        Assert.Equal(left.Due.Hours, back.Needles.First(n => n.Row.Seat == ThreadPosition.NeedleLeft).Due.Hours);
        Assert.Equal((drawer[left.Row.Needle].New, drawer[left.Row.Needle].Once), await PackAsync(left.Row));
        Assert.IsType<SaveResult.Missing>(await Care(c => c.UnchangeNeedleAsync(changed.Id)));
    }

    [Fact]
    public async Task A_used_needle_has_one_project_left_in_it()
    {
        var before = await StateAsync();
        await Care(c => c.ChangeNeedleAsync(Overlocker, before.StateVersion, ThreadPosition.NeedleLeft, used: true, keep: false));
        var needle = (await StateAsync()).Needles.First(n => n.Row.Seat == ThreadPosition.NeedleLeft);
        Assert.Equal((true, ChosenSchools.HoursOfProject), (needle.Row.UsedBefore, needle.Due.EveryHours));
    }

    [Fact]
    public async Task A_broken_needle_leaves_its_seat_empty_and_stays_open_until_it_is_whole()
    {
        var key = Guid.NewGuid();
        var broke = (SaveResult.Saved)await Care(c => c.BrokeAsync(Overlocker, ThreadPosition.NeedleLeft, key));
        Assert.True(((SaveResult.Saved)await Care(c => c.BrokeAsync(Overlocker, ThreadPosition.NeedleLeft, key))).Again);
        Assert.True((await file.Do(w => w.StateOfAsync(Overlocker)))!.Entry.Needles[ThreadPosition.NeedleLeft].IsEmpty);
        Assert.DoesNotContain((await StateAsync()).Needles, n => n.Row.Seat == ThreadPosition.NeedleLeft);
        foreach (var (piece, i) in BrokenNeedle.Pieces.Select((p, i) => (p, i)))
        {
            Assert.Single(await Care(c => c.OpenBrokenAsync()));
            Assert.IsType<SaveResult.Saved>(await Care(c => c.AccountAsync(broke.Id, i + 1, b => b.With(piece, true))));
        }

        Assert.Empty(await Care(c => c.OpenBrokenAsync()));
        Assert.IsType<SaveResult.Stale>(await Care(c => c.AccountAsync(broke.Id, 1, b => b.With("tip", false))));
        Assert.True((await Care(c => c.FindAsync(broke.Id)))!.Entry.Broke!.Whole);
        // A fresh one of its kind goes in, although its seat is empty.
        Assert.IsType<SaveResult.Saved>(await Care(async c => await c.ChangeNeedleAsync(Overlocker, (await StateAsync()).StateVersion, ThreadPosition.NeedleLeft, false, false)));
        Assert.Contains((await StateAsync()).Needles, n => n.Row.Seat == ThreadPosition.NeedleLeft && n.Row.Stitches == 0);
    }

    [Fact]
    public async Task What_was_sewn_is_taken_back_from_cones_needles_and_hours()
    {
        var (hours, cones) = (Hours(await StateAsync()), await file.Do(w => w.Threads.ToDictionaryAsync(t => t.Id, t => t.Entry.MetresLeft)));
        var needles = (await StateAsync()).Needles.ToDictionary(n => n.Row.Id, n => n.Row.Stitches);
        await SewAsync(12);
        var sewn = (await Care(c => c.ListSewnAsync(Overlocker))).Items[0];
        Assert.IsType<SaveResult.Saved>(await file.FromCones(c => c.TakeBackAsync(sewn.Id)));
        Assert.True(((SaveResult.Saved)await file.FromCones(c => c.TakeBackAsync(sewn.Id))).Again);
        Assert.Equal(hours, Hours(await StateAsync()), 6);
        Assert.Equal(cones, await file.Do(w => w.Threads.ToDictionaryAsync(t => t.Id, t => t.Entry.MetresLeft)));
        Assert.Equal(needles, (await StateAsync()).Needles.ToDictionary(n => n.Row.Id, n => n.Row.Stitches));
        // What a run sewed is taken back in the run.
        var ofRun = (await Care(c => c.ListSewnAsync(null))).Items.First(s => s.RunId is not null);
        Assert.IsType<SaveResult.Missing>(await file.FromCones(c => c.TakeBackAsync(ofRun.Id)));
    }

    /// <summary>Random doings, and hours reckoned a second time from all that stands in the history.</summary>
    [Fact]
    public async Task Hours_are_what_the_history_adds_up_to()
    {
        var random = new Random(20);
        for (var i = 0; i < 60; i++)
        {
            file.Clock.Now += TimeSpan.FromMinutes(random.Next(1, 90));
            var state = await StateAsync();
            switch (random.Next(7))
            {
                case 0 or 1:
                    await SewAsync(random.Next(1, 40));
                    break;
                case 2 when state.Timer is null:
                    await Care(c => c.StartAsync(Overlocker, Guid.NewGuid()));
                    break;
                case 2 or 3 when state.Timer is { } timer:
                    await Care(c => c.PauseAsync(timer.Id, timer.Version, random.Next(3) == 0 ? timer.At.AddMinutes(random.Next(1, 30)) : null));
                    break;
                case 4:
                    await Care(c => c.DoneAsync(Overlocker, new(random.Next(2) == 0 ? "oil" : "lint", ""), null, Guid.NewGuid()));
                    break;
                case 5:
                    var row = (await Care(c => c.ListAsync(Overlocker))).Items[random.Next(3)];
                    await file.OnShelf(s => s.PutAwayAsync(RecordKind.Care, row.Id, row.Version));
                    break;
                default:
                    var last = (await Care(c => c.ListSewnAsync(Overlocker))).Items[0];
                    await file.FromCones(c => c.TakeBackAsync(last.Id));
                    break;
            }

            await using var context = file.Context();
            var (care, sewn, now) = (await context.Care.Where(c => c.MachineId == Overlocker && c.PutAwayAt == null).ToListAsync(), await context.Sewn.Where(s => s.MachineId == Overlocker && s.TakenBackAt == null).ToListAsync(), file.Clock.Now);
            var sat = care.Where(c => c.Entry.Sat is not null).Select(c => c.Entry.Sat!).ToList();
            foreach (var due in (await StateAsync()).Tasks.Where(t => t.Hours is not null))
            {
                var since = care.Where(c => c.KindId == due.TaskId).Select(c => c.At).DefaultIfEmpty(DateTimeOffset.MinValue).Max();
                var timed = sat.Sum(s => ((s.End ?? now) - (s.Start > since ? s.Start : since)).TotalHours is > 0 and var hours ? hours : 0);
                var reckoned = sewn.Where(s => s.At >= since && !sat.Any(t => t.Start < s.At && (t.End ?? DateTimeOffset.MaxValue) >= s.At)).Sum(s => s.Stitches) / 500.0 / 60;
                Assert.Equal(timed + reckoned, due.Hours!.Value, 3);
            }
        }
    }

    [Theory]
    [InlineData("Europe/London", "2026-03-29", "2026-03-29T00:00:00+00:00")]
    [InlineData("Europe/London", "2026-10-25", "2026-10-24T23:00:00+00:00")]
    [InlineData("America/St_Johns", "2026-07-01", "2026-07-01T02:30:00+00:00")]
    // Summer time that begins at midnight leaves it out: the day begins an hour later. It did so there in 2006 at 0:01.
    [InlineData("America/St_Johns", "2006-04-02", "2006-04-02T03:30:00+00:00")]
    [InlineData("Pacific/Apia", "2026-12-01", "2026-11-30T11:00:00+00:00")]
    // The islands left 30 December 2011 out altogether: it begins, as far as it does, with the 31st.
    [InlineData("Pacific/Apia", "2011-12-31", "2011-12-30T10:00:00+00:00")]
    public async Task A_day_begins_when_it_does_where_the_workroom_is(string zone, string day, string begins)
    {
        var clock = new ZonedClock(TimeZoneInfo.FindSystemTimeZoneById(zone)) { Now = file.Clock.Now };
        var at = await Care(c => Task.FromResult(c.BeginOf(DateOnly.Parse(day, System.Globalization.CultureInfo.InvariantCulture))), clock);
        Assert.Equal(DateTimeOffset.Parse(begins, System.Globalization.CultureInfo.InvariantCulture), at.ToUniversalTime());
    }

    /// <summary>Every day of four years in three zones: days follow each other without a gap, and every moment is in its own day.</summary>
    [Theory]
    [InlineData("Europe/London")]
    [InlineData("America/St_Johns")]
    [InlineData("Pacific/Apia")]
    public async Task Every_moment_is_in_its_own_day(string zone)
    {
        var clock = new ZonedClock(TimeZoneInfo.FindSystemTimeZoneById(zone)) { Now = file.Clock.Now };
        await Care(
            care =>
            {
                for (var day = new DateOnly(2024, 1, 1); day < new DateOnly(2028, 1, 1); day = day.AddDays(1))
                {
                    var (begin, end) = (care.BeginOf(day), care.BeginOf(day.AddDays(1)));
                    Assert.InRange((end - begin).TotalHours, 22, 26);
                    Assert.Equal(day, care.DayOf(begin));
                    Assert.Equal(day, care.DayOf(end.AddTicks(-1)));
                    Assert.NotEqual(day, care.DayOf(begin.AddTicks(-1)));
                }

                return Task.FromResult(true);
            }, clock);
    }

    [Fact]
    public async Task A_service_is_due_on_its_day_where_the_workroom_is()
    {
        // 23:30 in London's summer is the next day already; on the other side of the date line it is another day altogether.
        foreach (var (zone, day) in new[] { ("Europe/London", new DateOnly(2026, 7, 2)), ("America/St_Johns", new(2026, 7, 1)), ("Pacific/Apia", new DateOnly(2026, 7, 2)) })
        {
            var clock = new ZonedClock(TimeZoneInfo.FindSystemTimeZoneById(zone)) { Now = new(2026, 7, 1, 23, 30, 0, TimeSpan.Zero) };
            await Care(c => c.DoneAsync(2, new("service", ""), null, Guid.NewGuid()), clock);
            var row = await file.Do(w => w.Machines.FirstAsync(m => m.Id == 2));
            Assert.Equal(day.AddMonths(24), (await Care(c => c.StatesAsync([row], ChosenSchools.Default), clock))[0].Tasks.First(t => t.TaskId == "service").On);
        }
    }

    [Fact]
    public async Task A_feed_opens_by_its_secret_until_it_is_revoked_and_only_its_mark_is_kept()
    {
        await using var context = file.Context();
        var feeds = new Feeds(context, file.Clock);
        var secret = (await feeds.MakeAsync("my phone"))!;
        // 128 bits: 22 letters of a 64-letter alphabet.
        Assert.Equal(22, secret.Length);
        Assert.True(await feeds.OpensAsync(secret));
        Assert.False(await feeds.OpensAsync(secret[..^1] + (secret[^1] == 'A' ? 'Q' : 'A')));
        Assert.False(await feeds.OpensAsync(""));
        Assert.False(await feeds.OpensAsync(new string('x', 10_000)));
        Assert.DoesNotContain(WorkroomFile.Dump(file.DatabasePath), line => line.Contains(secret, StringComparison.Ordinal));
        var feed = Assert.Single(await feeds.ListAsync());
        Assert.NotNull(feed.UsedAt);
        Assert.True(await feeds.RevokeAsync(feed.Id));
        Assert.False(await feeds.RevokeAsync(feed.Id));
        Assert.False(await feeds.OpensAsync(secret));
        for (var i = 0; i < Feeds.MostGood; i++)
        {
            Assert.NotNull(await feeds.MakeAsync("one"));
        }

        Assert.Null(await feeds.MakeAsync("one more"));
    }

    [Fact]
    public async Task Weighed_before_and_after_tells_what_was_used_and_any_other_change_breaks_the_chain()
    {
        async Task<ThreadRow> Cone() => await file.Do(w => w.Threads.FirstAsync(t => t.Id == 1));
        async Task Save(Func<ThreadStock, ThreadStock> change)
        {
            var row = await Cone();
            Assert.IsType<SaveResult.Saved>(await file.Do(w => w.SaveAsync(change(row.Entry), 1, row.Version, Guid.NewGuid())));
        }

        static ThreadStock Weigh(ThreadStock stock, double gross) =>
            stock with { Weighed = new() { GrossGrams = gross, EmptyGrams = 40, StepGrams = 1 } } is var weighed ? weighed with { MetresLeft = weighed.WeighedMetres } : stock;

        await Save(s => Weigh(s, 160));
        Assert.Equal((80.0 / 0.027, 0), ((await Cone()).Entry.MetresLeft!.Value, (await Cone()).SewnSinceWeighed), Within(0.06));
        var taken = (await SewAsync(20)).Taken.Where(t => t.ConeId == "1").Sum(t => t.Metres);
        Assert.True(taken > 10);
        Assert.Equal(taken, (await Cone()).SewnSinceWeighed!.Value, 6);
        await Save(s => Weigh(s, 158));
        var use = Assert.Single((await Cone()).Uses);
        Assert.Equal((2 / 0.027, taken), (use.WeighedMetres, use.ReckonedMetres), Within(0.001));
        // The same weight again, after some sewing: used nothing, by the scale.
        await SewAsync(5);
        await Save(s => Weigh(s, 158));
        Assert.Equal(0, (await Cone()).Uses[^1].WeighedMetres, 6);
        // Metres written otherwise in between: nobody can tell any more.
        await SewAsync(5);
        await Save(s => s with { MetresLeft = 1000 });
        Assert.Null((await Cone()).SewnSinceWeighed);
        await SewAsync(5);
        await Save(s => Weigh(s, 150));
        Assert.Equal(2, (await Cone()).Uses.Count);
        Assert.Equal(3, (await file.Do(w => w.ThreadUsesAsync())).Count - DemoDrawer.Uses.Count + 1);
    }

    [Fact]
    public async Task Spools_are_wound_once_and_go_back_with_what_is_left()
    {
        var cone = await file.Do(w => w.Threads.FirstAsync(t => t.Id == 1));
        var key = Guid.NewGuid();
        var wound = (SaveResult.Saved)await file.FromCones(c => c.WindAsync(1, cone.Version, new(ThreadHolder.Spool, 2, 100), key));
        Assert.Equal(new SaveResult.Saved(wound.Id, Again: true), await file.FromCones(c => c.WindAsync(1, cone.Version, new(ThreadHolder.Spool, 2, 100), key)));
        Assert.IsType<SaveResult.Stale>(await file.FromCones(c => c.WindAsync(1, cone.Version, new(ThreadHolder.Spool, 2, 100), Guid.NewGuid())));
        var spool = await file.Do(w => w.Threads.FirstAsync(t => t.Id == wound.Id));
        Assert.Equal((200.0, 1, ThreadHolder.Spool), (spool.Entry.MetresLeft!.Value, spool.WoundFromId!.Value, spool.Entry.Holder));
        Assert.Equal(cone.Entry.MetresLeft - 200, (await file.Do(w => w.Threads.FirstAsync(t => t.Id == 1))).Entry.MetresLeft);
        Assert.IsType<SaveResult.Saved>(await file.FromCones(c => c.UnwindAsync(wound.Id, spool.Version)));
        Assert.Equal(cone.Entry.MetresLeft, (await file.Do(w => w.Threads.FirstAsync(t => t.Id == 1))).Entry.MetresLeft);
        Assert.True((await file.Do(w => w.Threads.FirstAsync(t => t.Id == wound.Id))) is { PutAwayAt: not null, Entry.MetresLeft: 0 });
        Assert.IsType<SaveResult.Missing>(await file.FromCones(c => c.UnwindAsync(1, 1)));
    }

    private async Task<Dictionary<Core.Needles.Needle, (int New, int Once)>> DrawerAsync() =>
        (await file.Do(w => w.Needles.ToListAsync())).GroupBy(n => n.Entry.Needle).ToDictionary(g => g.Key, g => (g.Sum(n => n.Entry.Unused), g.Sum(n => n.Entry.UsedOnce)));

    private async Task<(int New, int Once)> PackAsync(SeatedNeedleRow row) => (await DrawerAsync())[row.Needle];

    private static EqualityComparer<(double, double?)> Within(double tolerance) =>
        EqualityComparer<(double, double?)>.Create((a, b) => Math.Abs(a.Item1 - b.Item1) <= tolerance && Math.Abs((a.Item2 ?? double.NaN) - (b.Item2 ?? double.NaN)) <= tolerance);

    /// <summary>A clock that stands, somewhere else.</summary>
    private sealed class ZonedClock(TimeZoneInfo zone) : TimeProvider
    {
        public DateTimeOffset Now { get; init; }

        public override TimeZoneInfo LocalTimeZone => zone;

        public override DateTimeOffset GetUtcNow() => Now;
    }
}
