using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Seams;

/// <summary>
/// Source: thread consumption guides of sewing-thread makers, metres per metre of seam and the share of the needle
/// threads, quoted from memory. The reference seam: 14 stitches per inch, 0.8 mm, 27 tex spun polyester at T₀.
/// </summary>
public class ConsumptionTable
{
    [Theory]
    [InlineData("301", 2.5, 50, 0, 0)]
    [InlineData("304", 7.0, 50, 0, 0)]
    [InlineData("401", 5.5, 25, 0, 0)]
    [InlineData("406", 18, 30, 0, 6.4)]
    [InlineData("503", 12, 55, 5.0, 0)]
    [InlineData("504", 14, 20, 5.0, 0)]
    [InlineData("512", 18, 25, 6.5, 2.2)]
    [InlineData("602", 25, 20, 0, 6.4)]
    [InlineData("605", 28, 30, 0, 6.4)]
    public void Consumption_is_within_20_percent_and_the_needle_share_within_15_points(string stitch, double metres, double needleShare, double loopWidth, double gauge)
    {
        var seam = new Sew(StitchCatalogue.Find(stitch)!)
        {
            LengthMm = 25.4 / 14, ThicknessMm = 0.8, WidthMm = 5, LoopWidthMm = loopWidth, BiteMm = loopWidth, GaugeMm = gauge, AtNeutralTension = true,
        };
        var total = seam.Read().Consumption;
        var needles = seam.ReadThreads().Where(t => t.Position.IsNeedle()).Sum(t => t.Consumption);
        Assert.InRange(total, metres * 0.8, metres * 1.2);
        Assert.InRange(100 * needles / total, needleShare - 15, needleShare + 15);
    }
}
