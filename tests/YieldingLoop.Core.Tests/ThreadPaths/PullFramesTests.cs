using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.ThreadPaths;

/// <summary>The frames of a pulled seam: where they stand, what pops at them, and how far the handle goes.</summary>
public class PullFramesTests
{
    public static TheoryData<string> Uses => [.. NamedUses.All.Select(u => u.Name)];

    [Theory]
    [MemberData(nameof(Uses))]
    public void A_frame_stands_at_rest_at_every_pop_and_at_every_mark(string name)
    {
        var (_, geometry, threads) = NamedUses.All.Single(u => u.Name == name);
        var seam = PulledSeams.Case(geometry, threads);
        var figures = SeamAssessment.Of(seam);
        var pull = PullFrames.Of(seam);
        var at = pull.Frames.Select(f => f.StretchPercent).ToList();
        Assert.InRange(at.Count, 12, PullFrames.Most);
        Assert.Equal(at.Order(), at);
        Assert.True(pull.Frames[0].Stitch.AtRest);
        Assert.All(pull.Frames.Skip(1), f => Assert.False(f.Stitch.AtRest));
        // Rest has passed into the stretched state by 10 %, or by the first pop.
        Assert.Equal(Math.Min(10, figures.Seam.YieldPercent), at[1], 9);
        // 1.1 times the largest of required, the cloth's reach and the first pop.
        var required = Math.Min(70, 45 * 1.25);
        Assert.Equal(1.1 * Math.Max(Math.Max(required, 70), figures.Seam.FirstToPop is null ? 0 : figures.Seam.YieldPercent), pull.EndPercent, 9);
        Assert.Equal(pull.EndPercent, at[^1], 9);
        var pops = figures.Threads.Where(t => t.PopStretchPercent <= pull.EndPercent && t.PopStretchPercent < 700).OrderBy(t => t.PopStretchPercent).ToList();
        Assert.Equal(pops.Select(t => t.PopStretchPercent), pull.Pops.Select(p => p.StretchPercent));
        Assert.Equal(pops.Select(t => t.Position).Order(), pull.Pops.Select(p => p.Position).Order());
        Assert.All(pull.Pops.Select(p => p.StretchPercent).Concat([45, required, 70]), mark => Assert.Contains(mark, at));
        // Where a thread pops, all that it can span is used up; before, it is not.
        foreach (var pop in pull.Pops)
        {
            Assert.Equal(100, pull.Frames.Last(f => f.StretchPercent == pop.StretchPercent).UsedPercent[pop.Thread], 1e-6);
            Assert.All(pull.Frames.Where(f => f.StretchPercent < pop.StretchPercent && !f.Stitch.AtRest), f => Assert.True(f.UsedPercent[pop.Thread] < 100));
        }

        if (pull.Pops.Count > 0)
        {
            Assert.Equal(figures.Seam.FirstToPop, pull.Pops[0].Position);
            Assert.Equal(figures.Seam.YieldPercent, pull.Pops[0].StretchPercent, 6);
        }
    }

    /// <summary>Model section 8: predicted pop = θ × model pop. Where swatches taught θ, the seam pops there in the drawing too, and meets where they say.</summary>
    [Theory]
    [InlineData("514", 0.7)]
    [InlineData("514", 1.3)]
    [InlineData("406", 0.8)]
    [InlineData("304", 1.2)]
    public void A_taught_seam_pops_and_meets_where_its_swatches_say(string name, double times)
    {
        var (_, geometry, threads) = NamedUses.All.Single(u => u.Name == name);
        var plain = PulledSeams.Case(geometry, threads);
        var pops = Core.Learning.YieldLearning.After([.. threads.Select(t => t.Kind.Id).Distinct().SelectMany(k => Enumerable.Repeat((k, new PopObservation(PopEvidence.Popped, Math.Log(times))), 12))]);
        var seam = plain with { Learnt = new() { Pops = pops, MeetingLine = Core.Learning.MeetingLineLearning.After([new(0, 0, 0.8), new(0, 0, 0.8), new(0, 0, 0.8)]) } };
        var (before, pull) = (SeamAssessment.Of(plain), PullFrames.Of(seam));
        var expected = before.Threads.Select((t, i) => (t.Position, Percent: Learnt.Speaks(t.PopStretchPercent) ? pops[threads[i].Kind.Id].Middle * t.PopStretchPercent : t.PopStretchPercent)).Where(p => p.Percent < 700 && p.Percent <= pull.EndPercent).OrderBy(p => p.Percent).ToList();
        Assert.NotEmpty(expected);
        Assert.Equal(expected.Select(p => Math.Round(p.Percent, 6)), pull.Pops.Select(p => Math.Round(p.StretchPercent, 6)));
        Assert.Equal(expected[0].Percent, pull.First!.Value.StretchPercent, 6);
        Assert.All(pull.Pops, pop => Assert.Equal(100, pull.Frames.Last(f => f.StretchPercent == pop.StretchPercent).UsedPercent[pop.Thread], 1e-6));
        if (before.Seam.MeetingLineMm is not null)
        {
            // The loops' meeting moves; what is laid of each thread does not.
            var (rest, model) = (pull.Frames[0].Stitch, PullFrames.Of(plain).Frames[0].Stitch);
            Assert.NotEqual(model.Threads[^1], rest.Threads[^1]);
            Assert.All(rest.Threads.Zip(model.Threads), p => Assert.InRange(LaidPath.LengthOf(p.First) / LaidPath.LengthOf(p.Second), 0.98, 1.02));
        }
    }

    [Fact]
    public void The_tightest_thread_is_the_one_that_has_least_left()
    {
        var random = new Random(41);
        foreach (var stitch in StitchCatalogue.All)
        {
            var (geometry, threads) = PulledSeams.Random(stitch, random);
            var readings = new ThreadReading[threads.Length];
            SeamModel.Evaluate(geometry, threads, readings);
            foreach (var frame in PullFrames.Of(PulledSeams.Case(geometry, threads)).Frames)
            {
                var used = threads.Select((t, i) => 100 * (frame.Stitch.AtRest ? SeamModel.PathLengthAtRest(geometry, threads, i) : SeamModel.PathLength(geometry, threads, i, 1 + frame.StretchPercent / 100))
                    / (readings[i].LengthPerStitchMm * (1 + 0.75 * t.Kind.BreakExtension))).ToList();
                Assert.All(used.Zip(frame.UsedPercent), u => Assert.Equal(u.First, u.Second, 6));
                Assert.Equal(used.Max(), used[frame.Tightest], 6);
            }
        }
    }

    [Fact]
    public void A_seam_of_which_no_thread_pops_is_pulled_past_the_cloth()
    {
        var (_, geometry, _) = NamedUses.All.Single(u => u.Name == "304");
        var elastic = ThreadCatalogue.Find("textured-nylon")!;
        LaidThread[] threads = [new(ThreadPosition.Needle, elastic, 2), new(ThreadPosition.Bobbin, elastic, 1)];
        var pull = PullFrames.Of(PulledSeams.Case(geometry with { ZigzagWidthMm = 6, StitchLengthMm = 0.8 }, threads));
        Assert.True(pull.First is null ? pull.Pops.Count == 0 : pull.Pops.Count > 0);
        Assert.True(pull.EndPercent >= 1.1 * 70 - 1e-9);
    }

    [Fact]
    public void A_thread_that_pops_at_once_pops_in_the_first_frame_after_rest()
    {
        var (_, geometry, threads) = NamedUses.All.Single(u => u.Name == "twin");
        var cotton = ThreadCatalogue.Find("cotton")!;
        LaidThread[] tight = [.. threads.Select(t => t.Position == ThreadPosition.Bobbin ? new LaidThread(t.Position, cotton, 400) : t)];
        var pull = PullFrames.Of(PulledSeams.Case(geometry with { SewnThicknessMm = 3 }, tight));
        Assert.All(pull.Frames, f => Assert.True(double.IsFinite(f.StretchPercent)));
        Assert.True(pull.Frames[0].Stitch.AtRest);
        Assert.Equal(pull.Pops.Count == 0 ? 10 : Math.Min(10, pull.Pops[0].StretchPercent), pull.Frames[1].StretchPercent, 9);
    }

    [Fact]
    public void A_seam_nobody_said_anything_of_but_its_threads_can_be_pulled_too()
    {
        foreach (var (_, geometry, threads) in NamedUses.All)
        {
            var pull = PullFrames.Of(new SeamCase { Geometry = geometry, Threads = [.. threads.Select(t => new SetThread(t, 0))] });
            Assert.Null(pull.NeedPercent);
            Assert.Null(pull.ClothPercent);
            Assert.True(pull.EndPercent >= 20);
        }
    }

    [Fact]
    public void What_nobody_stretches_has_no_need_marked()
    {
        var (_, geometry, threads) = NamedUses.All.Single(u => u.Name == "rolled");
        var pull = PullFrames.Of(PulledSeams.Case(geometry, threads) with { NeedPercent = 0 });
        Assert.Null(pull.NeedPercent);
        Assert.Null(pull.RequiredPercent);
        Assert.Equal(1.1 * Math.Max(70, pull.First!.Value.StretchPercent), pull.EndPercent, 9);
    }

    [Theory]
    [MemberData(nameof(Uses))]
    public void A_popped_thread_springs_back_from_where_it_lay(string name)
    {
        var (_, geometry, threads) = NamedUses.All.Single(u => u.Name == name);
        foreach (var pop in PullFrames.Of(PulledSeams.Case(geometry, threads)).Pops)
        {
            Assert.Equal(2, pop.Ends.Taut.Count);
            Assert.All(pop.Ends.Taut.Concat(pop.Ends.SprungBack), e => Assert.Equal(ThreadBreak.Points, e.Length));
            // Both ends come from where they did, and have let go of each other.
            Assert.All(pop.Ends.Taut.Zip(pop.Ends.SprungBack), e => Assert.Equal(0, e.First[0].To(e.Second[0]), 9));
            Assert.Equal(0, pop.Ends.Taut[0][^1].To(pop.Ends.Taut[1][^1]), 9);
            Assert.True(pop.Ends.SprungBack[0][^1].To(pop.Ends.SprungBack[1][^1]) > 0.1);
            Assert.All(pop.Ends.SprungBack.SelectMany(e => e), p => Assert.True(double.IsFinite(p.Along) && double.IsFinite(p.Across) && double.IsFinite(p.Through)));
        }
    }

    [Fact]
    public void A_stitch_begins_again_where_it_ended()
    {
        foreach (var (_, geometry, threads) in NamedUses.All)
        {
            foreach (var drawn in PulledSeams.AtManyStretches(geometry, threads))
            {
                Assert.Equal(drawn.StitchesPerRepeat * geometry.StitchLengthMm * drawn.Stretch, drawn.AdvanceMm, 9);
                Assert.All(drawn.Threads, t => Assert.Equal(0, (t[0] with { Along = t[0].Along + drawn.AdvanceMm }).To(t[^1]), 9));
            }
        }
    }
}
