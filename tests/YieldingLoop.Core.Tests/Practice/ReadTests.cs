using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Practice;

/// <summary>Reading a drawn swatch. Common practice D1 to D7, E2 and F9; no published source.</summary>
public sealed class ReadTests
{
    private static readonly IReadOnlyList<ReadCase> Cases = [.. Enumerable.Range(1, 80).Select(ReadCase.Draw)];

    [Fact]
    public void Everything_a_swatch_can_show_comes_up()
    {
        Assert.Equal(Enum.GetValues<ShownThing>().Order(), Cases.Select(c => c.Shown).Distinct().Order());
        Assert.Equal(Cases[4], ReadCase.Draw(5) with { Trial = Cases[4].Trial, Sewn = Cases[4].Sewn });
    }

    [Fact]
    public void The_figure_it_is_drawn_at_lies_outside_its_target_and_to_the_side_it_is_named_for()
    {
        foreach (var c in Cases.Where(c => c.Row is null && c.Shown != ShownThing.Right))
        {
            var target = c.Aspect.Asked(c.Trial.Plan.Targets)!.Value;
            Assert.True(!target.Met(c.Figure), $"{c.Number}: {c.Shown} at {c.Figure}, wanted {target.Least} to {target.Most}");
            Assert.True(c.Shown is ShownThing.LoopersOnFace or ShownThing.EdgeHangs or ShownThing.Waves or ShownThing.NeedleLoose or ShownThing.Ridge ? c.Figure > 0 : c.Figure < 0, $"{c.Number}: {c.Shown} at {c.Figure}");
        }

        foreach (var c in Cases.Where(c => c.Shown == ShownThing.Right && c.Aspect != SwatchAspect.Skips))
        {
            Assert.True(c.Aspect.Asked(c.Trial.Plan.Targets)!.Value.Met(c.Figure), $"{c.Number}: as it should be, drawn at {c.Figure}");
        }
    }

    /// <summary>The seam model is asked: what is said to bring it back moves the figure the way it has to go, and the opposite moves it away.</summary>
    [Fact]
    public void What_brings_it_back_is_what_moves_the_figure_by_the_model()
    {
        var asked = 0;
        foreach (var c in Cases.Where(c => c.Cures.Count > 0 && c.Shown is not (ShownThing.Skips or ShownThing.Ridge)))
        {
            foreach (var cure in c.Choices().Where(x => x != ReadCure.NewNeedle))
            {
                if (Moves(c, cure) is not { } moved)
                {
                    continue;
                }

                var right = c.Figure > c.Aspect.Asked(c.Trial.Plan.Targets)!.Value.Aim ? moved < -1e-9 : moved > 1e-9;
                Assert.True(right == c.Cures.Contains(cure), $"{c.Number}: {c.Shown}, {cure} moves it by {moved}");
                asked++;
            }
        }

        Assert.True(asked > 100);
    }

    /// <summary>What a turn does to the reading it is about, by the model; null where a turn of that kind touches more than one reading, and the trade says which it is for.</summary>
    private static double? Moves(ReadCase c, ReadCure cure)
    {
        var setup = c.Trial.Plan.Setup;
        double? Figure(SeamCase s)
        {
            var read = SeamModel.Evaluate(s.Geometry, [.. s.Threads.Select(t => t.Laid)], new ThreadReading[s.Threads.Count]);
            return c.Aspect switch
            {
                SwatchAspect.MeetingLine => read.MeetingLineMm,
                SwatchAspect.Gap => read.GapMm,
                SwatchAspect.Overhang => read.OverhangMm,
                _ => null,
            };
        }

        SeamCase Tension(Func<ThreadPosition, bool> which, double factor) => c.Sewn with { Threads = [.. c.Sewn.Threads.Select(t => which(t.Laid.Position) ? t with { Laid = t.Laid with { TensionCentinewtons = t.Laid.TensionCentinewtons * factor } } : t)] };
        double? Turned(SeamCase s) => Figure(s) - Figure(c.Sewn);
        switch (cure)
        {
            case ReadCure.FeedUp or ReadCure.FeedDown when c.Aspect == SwatchAspect.Growth:
                var at = setup.Differential.Or(1);
                double Growth(double ratio) => ClothEffects.GrowthPercent(c.Sewn.Cloth!.GrowingStretchPercent, ratio, setup.FootPressure.Or(1));
                return Growth(at + (cure == ReadCure.FeedUp ? 0.1 : -0.1)) - Growth(at);
            case ReadCure.FeedUp or ReadCure.FeedDown:
                return 0;
            case ReadCure.CutWider or ReadCure.CutNarrower when c.Aspect is SwatchAspect.Overhang:
                return Turned(c.Sewn with { Geometry = c.Sewn.Geometry with { BiteMm = c.Sewn.Geometry.BiteMm + (cure == ReadCure.CutWider ? 0.3 : -0.3) } });
            case ReadCure.CutWider or ReadCure.CutNarrower:
                return c.Aspect == SwatchAspect.Growth ? 0 : null;
            case ReadCure.UpperTighter or ReadCure.UpperLooser when c.Aspect is SwatchAspect.MeetingLine:
                return Turned(Tension(p => p == ThreadPosition.UpperLooper, cure == ReadCure.UpperTighter ? 1.2 : 1 / 1.2));
            case ReadCure.LowerTighter or ReadCure.LowerLooser when c.Aspect is SwatchAspect.MeetingLine:
                return Turned(Tension(p => p == ThreadPosition.LowerLooper, cure == ReadCure.LowerTighter ? 1.2 : 1 / 1.2));
            case ReadCure.NeedleTighter or ReadCure.NeedleLooser when c.Aspect is SwatchAspect.Gap or SwatchAspect.MeetingLine:
                return Turned(Tension(p => p.IsNeedle(), cure == ReadCure.NeedleTighter ? 1.2 : 1 / 1.2));
            default:
                return null;
        }
    }

    [Fact]
    public void Named_and_brought_back_at_the_first_try_it_ends_clean()
    {
        foreach (var c in Cases)
        {
            List<PracticeMove> moves = [new(PracticeDeed.Say) { Shown = c.Shown }];
            moves.AddRange(c.Cures.Take(1).Select(x => new PracticeMove(PracticeDeed.Cure) { Cure = x }));
            var run = new ReadRun(c, moves);
            Assert.True(run.Clean);
            Assert.Contains(c.Shown, c.Things());
            Assert.All(c.Cures, x => Assert.Contains(x, c.Choices()));
            Assert.Empty(PracticeWords.Lacks(PracticeWords.Why(c)));
        }
    }

    [Fact]
    public void What_it_does_not_show_is_a_slip_and_is_ruled_out()
    {
        var c = Cases.First(x => x.Shown == ShownThing.LoopersOnBack);
        var run = new ReadRun(c, [new(PracticeDeed.Say) { Shown = ShownThing.LoopersOnFace }, new(PracticeDeed.Say) { Shown = c.Shown }, new(PracticeDeed.Cure) { Cure = ReadCure.NeedleTighter }]);
        Assert.Equal(2, run.Slips);
        Assert.Contains(ShownThing.LoopersOnFace, run.Ruled);
        Assert.Contains(ReadCure.NeedleTighter, run.RuledCures);
        Assert.False(run.Ended);
        Assert.Equal("say-first", new ReadRun(c, []).Problem(new(PracticeDeed.Cure) { Cure = ReadCure.UpperTighter }));
        Assert.Equal("not-here", new ReadRun(c, []).Problem(new(PracticeDeed.Say) { Shown = ShownThing.Ridge }));
    }
}
