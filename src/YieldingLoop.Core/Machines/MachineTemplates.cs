using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Machines;

/// <summary>
/// The generic machines a new record starts from. Their figures are working values from memory; on day one only range,
/// neutral and sense of the dials are asked, the rest can be put right later. What must never be assumed, the slots of
/// a plain machine's plate and foot and the tips of a coverstitch clamp, starts empty.
/// </summary>
public static class MachineTemplates
{
    /// <summary>A machine of a kind to start from.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="name">Its name.</param>
    /// <param name="centreSeat">Whether a coverstitch machine has a seat between its two outer ones.</param>
    public static Machine Create(MachineKind kind, string name, bool centreSeat = true) => kind switch
    {
        MachineKind.Coverstitch => Coverstitch(name, centreSeat),
        MachineKind.Convertible => Convertible.Of(OverlockerTemplate.Create(name), Coverstitch(name, centreSeat)),
        MachineKind.Plain => Plain(name),
        _ => OverlockerTemplate.Create(name),
    };

    /// <summary>Three seats, or two, 6 mm in all, no top cover.</summary>
    public static Coverstitch Coverstitch(string name, bool centreSeat = true)
    {
        var dial = new DialScale(0, 9, 0.5, 4, DialSense.HigherIsTighter);
        return new Coverstitch
        {
            Name = name,
            NeedleLeft = dial with { Label = "left" },
            NeedleCentre = centreSeat ? dial with { Label = "centre" } : null,
            NeedleRight = dial with { Label = "right" },
            ChainLooper = dial with { Label = "looper" },
            LeftToRightMm = 6,
            LeftToCentreMm = centreSeat ? 3 : null,
            ChainSeatIds = [(centreSeat ? ThreadPosition.NeedleCentre : ThreadPosition.NeedleLeft).Id()],
            Differential = new SettingRange(0.7, 2.0, 0.1),
            StitchLengthMm = new SettingRange(1.0, 4.0, 0.5),
            NeedleSystem = "household (flat shank)",
            NeedlePointIds = [NeedleCatalogue.Universal.Id, NeedleCatalogue.Jersey.Id, NeedleCatalogue.Stretch.Id],
            NeedleSizes = [75, 80, 90],
        };
    }

    /// <summary>Widest zigzag 7 mm, all stretch stitches.</summary>
    public static PlainMachine Plain(string name) => new()
    {
        Name = name,
        TopTension = new DialScale(0, 9, 0.5, 4, DialSense.HigherIsTighter) { Label = "top" },
        WidestZigzagMm = 7,
        Plates = [new SlottedPart("zigzag plate", null)],
        Feet = [new SlottedPart("zigzag foot", null)],
        NeedlePositionsMm = [-3.5, 0, 3.5],
        StretchStitchIds = [.. PlainMachine.StretchStitches.Select(s => s.Id)],
        StitchLengthMm = new SettingRange(0.5, 5.0, 0.1),
        NeedleSystem = "household (flat shank)",
        NeedlePointIds = [NeedleCatalogue.Universal.Id, NeedleCatalogue.Jersey.Id, NeedleCatalogue.Stretch.Id, NeedleCatalogue.Jeans.Id, NeedleCatalogue.Topstitch.Id],
        NeedleSizes = [60, 70, 75, 80, 90, 100, 110],
    };
}
