using YieldingLoop.Core.Needles;

namespace YieldingLoop.Core.Machines;

/// <summary>
/// The generic overlocker a new record starts from. Its figures are working values from memory; on day one only
/// range, neutral and sense of the dials are asked, the rest can be put right later.
/// </summary>
public static class OverlockerTemplate
{
    /// <summary>A record to start from.</summary>
    public static Overlocker Create(string name)
    {
        var dial = new DialScale(0, 9, 0.5, 4, DialSense.HigherIsTighter);
        return new Overlocker
        {
            Name = name,
            NeedleLeft = dial with { Label = "left" },
            NeedleRight = dial with { Label = "right" },
            UpperLooper = dial with { Label = "upper" },
            LowerLooper = dial with { Label = "lower" },
            GaugeMm = 2.2,
            LeftTipHigherMm = 0.8,
            Fingers =
            [
                new FingerPosition("standard", 4.3, FingerUse.LeftNeedle | FingerUse.RightNeedle | FingerUse.BothNeedles),
                new FingerPosition("none", 1.6, FingerUse.Rolled),
            ],
            CuttingWidthMm = new SettingRange(1.5, 5.0, 0.5),
            Differential = new SettingRange(0.7, 2.0, 0.1),
            StitchLengthMm = new SettingRange(1.0, 4.0, 0.5),
            NeedleSystem = "household (flat shank)",
            NeedlePointIds = [NeedleCatalogue.Universal.Id, NeedleCatalogue.Jersey.Id, NeedleCatalogue.Stretch.Id],
            // What overlockers are usually given (common practice A3, B12).
            NeedleSizes = [80, 90],
        };
    }
}
