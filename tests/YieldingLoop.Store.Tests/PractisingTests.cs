using YieldingLoop.Core.Practice;

namespace YieldingLoop.Store.Tests;

/// <summary>What was practised is kept move by move.</summary>
public sealed class PractisingTests : IDisposable
{
    private static readonly PracticeCase Seats = new(PracticeKind.Seats, 12);

    private readonly WorkroomFile file = new();

    public PractisingTests() => file.Open();

    public void Dispose() => file.Dispose();

    private async Task<SaveResult> MoveAsync(int id, int version, IReadOnlyList<PracticeMove> moves, Guid? key = null)
    {
        await using var context = file.Context();
        return await new Practising(context, file.Clock).MoveAsync(new(Seats.Name, moves), Seats.Begin(moves), id, version, key ?? Guid.NewGuid());
    }

    private async Task<T> AskAsync<T>(Func<Practising, Task<T>> ask)
    {
        await using var context = file.Context();
        return await ask(new Practising(context, file.Clock));
    }

    [Fact]
    public async Task Every_move_is_kept_and_the_last_one_ends_it()
    {
        var way = SeatCase.Draw(Seats.Number).Way;
        Assert.True(way.Count > 1);
        var id = Assert.IsType<SaveResult.Saved>(await MoveAsync(0, 0, [way[0]])).Id;
        Assert.Equal([Seats.Name], (await AskAsync(p => p.OpenAsync(5))).Select(o => o.CaseName));
        for (var i = 1; i < way.Count; i++)
        {
            file.Clock.Now += TimeSpan.FromMinutes(1);
            Assert.IsType<SaveResult.Saved>(await MoveAsync(id, i, [.. way.Take(i + 1)]));
        }

        var kept = await AskAsync(p => p.LatestAsync(Seats.Name));
        Assert.Equal((id, way.Count, true), (kept!.Id, kept.Version, kept.Ended));
        Assert.Equal(way, kept.Entry.Moves);
        var ended = Assert.Single(await AskAsync(p => p.EndedAsync()));
        Assert.Equal((Seats.Begin(way).Skill.Id, Seats.Name, true, file.Clock.Now), (ended.SkillId, ended.CaseName, ended.Clean, ended.At));
        Assert.Empty(await AskAsync(p => p.OpenAsync(5)));
        Assert.Contains(Seats.Name, await AskAsync(p => p.BegunAsync()));
    }

    [Fact]
    public async Task An_older_page_moves_nothing_and_the_same_press_counts_once()
    {
        var way = SeatCase.Draw(Seats.Number).Way;
        var key = Guid.NewGuid();
        var id = Assert.IsType<SaveResult.Saved>(await MoveAsync(0, 0, [way[0]], key)).Id;
        Assert.True(Assert.IsType<SaveResult.Saved>(await MoveAsync(0, 0, [way[0]], key)).Again);
        // Somebody else begins the same case from a page that knows nothing of it.
        Assert.IsType<SaveResult.Stale>(await MoveAsync(0, 0, [way[0]]));
        Assert.IsType<SaveResult.Saved>(await MoveAsync(id, 1, [way[0], way[1]]));
        Assert.True(Assert.IsType<SaveResult.Saved>(await MoveAsync(id, 1, [way[0], way[1]])).Again);
        Assert.IsType<SaveResult.Stale>(await MoveAsync(id, 1, [way[0], new(PracticeDeed.Explain)]));
        Assert.IsType<SaveResult.Missing>(await MoveAsync(999, 1, [way[0]]));
        Assert.Equal(2, (await AskAsync(p => p.LatestAsync(Seats.Name)))!.Entry.Moves.Count);
    }

    [Fact]
    public async Task Two_at_once_make_one_attempt_and_one_move_each_time()
    {
        var way = SeatCase.Draw(Seats.Number).Way;
        var begun = await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => MoveAsync(0, 0, [way[0]])));
        var id = begun.OfType<SaveResult.Saved>().Single().Id;
        var moved = await Task.WhenAll(Enumerable.Range(0, 6).Select(i => MoveAsync(id, 1, [way[0], i % 2 == 0 ? way[1] : new(PracticeDeed.Explain)])));
        Assert.Equal(3, moved.OfType<SaveResult.Saved>().Count());
        Assert.Single(moved.OfType<SaveResult.Saved>(), s => !s.Again);
    }
}
