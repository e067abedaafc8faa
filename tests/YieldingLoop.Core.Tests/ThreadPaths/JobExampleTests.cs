using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.ThreadPaths;

namespace YieldingLoop.Core.Tests.ThreadPaths;

/// <summary>The seam by which a job is chosen is one that does that job (common practice, no published source).</summary>
public sealed class JobExampleTests
{
    public static TheoryData<SeamJob> Every => [.. JobExample.All.Select(e => e.Job)];

    [Fact]
    public void Every_job_has_one()
    {
        Assert.Equal(Jobs.All.Select(j => j.Job).Order(), JobExample.All.Select(e => e.Job).Order());
        // No two are shown alike.
        Assert.Equal(JobExample.All.Count, JobExample.All.Select(e => (e.View, e.Geometry, e.Plies, e.RidgeMm)).Distinct().Count());
    }

    [Theory]
    [MemberData(nameof(Every))]
    public void It_can_be_drawn_and_goes_through_as_many_layers_as_its_job_asks(SeamJob job)
    {
        var example = JobExample.All.Single(e => e.Job == job);
        Assert.InRange(example.Plies, Jobs.Of(job)!.LeastPlies, 3);
        var stitch = example.Drawn();
        Assert.All(stitch.Threads.SelectMany(t => t), p => Assert.True(double.IsFinite(p.Along + p.Across + p.Through)));
        // Rows inside the cloth are no overlocker's, an edge is; what rolls is wrapped round (model section 6); a flatlock opens about its width.
        Assert.Equal(job.InsideTheCloth(), example.Geometry.Stitch.Family is StitchFamily.Cover or StitchFamily.TwinNeedle or StitchFamily.Chain);
        if (job == SeamJob.SuperStretch)
        {
            // The model has no path for it.
            return;
        }

        var reading = SeamModel.Evaluate(example.Geometry, [.. example.Threads], new ThreadReading[SeamModel.MostThreads]);
        if (job.Rolls())
        {
            Assert.True(reading.MeetingLineMm <= -0.9 * (example.Geometry.LoopWidthMm + example.Geometry.SewnThicknessMm / 2), $"{reading.MeetingLineMm}");
        }

        if (job == SeamJob.Flatlock)
        {
            Assert.True(reading.GapMm >= 0.8 * example.Geometry.LoopWidthMm, $"{reading.GapMm}");
        }
    }
}
