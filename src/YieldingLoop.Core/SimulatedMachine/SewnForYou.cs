using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Swatches;

namespace YieldingLoop.Core.SimulatedMachine;

/// <summary>A swatch of a simulated machine written down as somebody would write it: lengths by a ruler, figures as fine as an eye reads them.</summary>
public static class SewnForYou
{
    /// <summary>Length between the marks, and the ruler's step, mm.</summary>
    private const double MarkedMm = 300, RulerMm = 0.5;

    /// <summary>As fine as millimetres are read on a swatch, and a share of it.</summary>
    private const double EyeMm = 0.05, EyeShare = 0.01;

    /// <summary>The swatch as it is written down.</summary>
    /// <param name="setup">The set-up as sewn.</param>
    /// <param name="stitch">Its stitch.</param>
    /// <param name="read">What it showed.</param>
    public static SwatchEntry Entry(Setup setup, Stitch stitch, SwatchReadings read)
    {
        if (read.BrokeAt is not null)
        {
            return new() { Setup = setup, Readings = read };
        }

        var sewn = To(MarkedMm * (1 + (read.GrowthPercent ?? 0) / 100), RulerMm)!.Value;
        var rows = stitch.Family is StitchFamily.Cover or StitchFamily.TwinNeedle;
        return new()
        {
            Setup = setup,
            Strip = new()
            {
                BeforeMm = MarkedMm, SewnMm = sewn, UnsewnMm = To(sewn / (1 + (read.BesideUnsewnPercent ?? 0) / 100), RulerMm), RulerStepMm = RulerMm,
                // Pulled no less far than it was held.
                PulledMm = read.HeldToPercent is { } held ? Math.Ceiling(sewn * (1 + held / 100) / RulerMm) * RulerMm : null,
            },
            Readings = read with
            {
                GrowthPercent = null,
                BesideUnsewnPercent = null,
                HeldToPercent = null,
                TunnellingIndex = null,
                MeetingLineMm = To(read.MeetingLineMm, EyeMm),
                GapMm = To(read.GapMm, EyeMm),
                OverhangMm = To(read.OverhangMm, EyeMm),
                PoppedAtPercent = To(read.PoppedAtPercent, 0.5),
                NeedleLoopMm = read.NeedleLoopMm is { Count: > 1 } loops ? loops.ToDictionary(l => l.Key, l => To(l.Value, EyeMm)!.Value) : null,
                SkipsByPosition = read.SkipsByPosition is { Count: > 1 } skips ? skips : null,
                CoverFace = To(read.CoverFace, EyeShare),
                CoverBack = To(read.CoverBack, EyeShare),
                // To the touch: the nearest of the three.
                Ridge = read.TunnellingIndex is { } index ? Enum.GetValues<Ridge>().MinBy(r => Math.Abs(SwatchVerdict.Index(r)!.Value - index)) : null,
                RawEdgeCaught = stitch.NeedsLoopWidth || rows ? true : null,
                RowsParallel = rows ? true : null,
            },
            Note = "",
        };
    }

    private static double? To(double? value, double step) => value is { } figure ? Math.Round(Math.Round(figure / step) * step, 4) : null;
}
