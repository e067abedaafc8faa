using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.ThreadUp;
using YieldingLoop.Web.Drawings.Pull;

namespace YieldingLoop.Web.Drawings;

/// <summary>The drawing that belongs to a step at the machine.</summary>
public static class ThreadUpDrawing
{
    /// <summary>Draws a step of a plan.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="index">Which step, from 0.</param>
    /// <param name="wording">How things are called.</param>
    public static IHtmlContent Of(ThreadUpPlan plan, int index, Wording wording)
    {
        var step = plan.Steps[index];
        var head = plan.Head;
        var before = plan.StateAfter(index);
        return step.Act switch
        {
            ThreadUpAct.SetNeedle => Clamp(head, step.Apply(before), step, ThreadUpWords.NeedleName(step.Needle!), wording),
            ThreadUpAct.TakeOutNeedle => Clamp(head, step.Apply(before), step, "a needle", wording),
            ThreadUpAct.TakeOff or ThreadUpAct.TakeOut or ThreadUpAct.TieOn or ThreadUpAct.ThreadLooper or ThreadUpAct.ThreadNeedle or ThreadUpAct.LayInBobbin or ThreadUpAct.IntoDiscs => RouteDrawing.Draw(head, before, step, wording),
            ThreadUpAct.Dial => SettingRuler.Dial(head.DialOf(step.Position()), step.Number!.Value, step.Before),
            ThreadUpAct.Length => Range(head.StitchLengthMm, step, "shorter", "longer", "Stitch length, mm,"),
            ThreadUpAct.Feed => Range(head.Feed!, step, "stretches", "gathers", "Differential"),
            ThreadUpAct.Width => Range(new SettingRange(0, ((PlainMachine)head).WidestZigzagMm, 0.5), step, "narrower", "wider", "Zigzag width, mm,"),
            ThreadUpAct.NeedlePosition => Range(new SettingRange(-((PlainMachine)head).WidestZigzagMm / 2, ((PlainMachine)head).WidestZigzagMm / 2, 0.5), step, "left", "right", "Needle position, mm,"),
            ThreadUpAct.Knife when head is Overlocker { KnifeDial: not null } numbered && !step.Away => Knife(numbered, step),
            ThreadUpAct.Knife when !step.Away => Range(((Overlocker)head).CuttingWidthMm, step, "closer", "further out", "Cutting width, mm,"),
            ThreadUpAct.Finger when head is Overlocker sewn && Choices(plan, sewn) is [var right, ..] => Seam(right.Example with { View = SeamView.Face, Part = MachinePart.Finger }, $"The loops round the finger “{right.Finger.Name}”, from the face."),
            ThreadUpAct.Finger => Seam(SeamExamples.Words["setting.finger"], "The loops round the finger, from the face."),
            ThreadUpAct.Stitch or ThreadUpAct.ChooseAgain when (StitchCatalogue.Find(step.Name) ?? plan.Wanted.Stitch) is { } chosen => Seam(SeamExamples.Of(chosen), wording.Say($"A seam as it is usually sewn: {chosen.Name}.")),
            ThreadUpAct.Swatch when plan.Wanted.Stitch is { } sewn => Seam(SeamExamples.Of(sewn), wording.Say($"A strip as it is usually sewn: {sewn.Name}.")),
            _ => Sign(step, wording),
        };
    }

    private static HtmlString Seam(SeamExample example, string title) => new(ExampleDrawing.Draw(example, title));

    /// <summary>The seam a step about finger or seats is for, as it should be and otherwise; empty where that is not known.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="index">Which step, from 0.</param>
    public static IReadOnlyList<SmallPicture> ChoicesFor(ThreadUpPlan plan, int index) =>
        plan.Head is Overlocker machine && plan.Steps[index].Act == ThreadUpAct.Finger ? ChoicePictures.Of([.. Choices(plan, machine).Where(c => c.Wrong != WrongChoice.Seat)]) : [];

    private static IReadOnlyList<SeamChoice> Choices(ThreadUpPlan plan, Overlocker machine) => SeamChoices.Of(plan.Wanted, machine);

    /// <summary>Two seats whose tips are compared after a needle was put in; null where there is nothing to compare.</summary>
    public static (Seat Left, Seat Right)? TipsFor(ThreadUpPlan plan, int index)
    {
        var step = plan.Steps[index];
        if (step.Act != ThreadUpAct.SetNeedle)
        {
            return null;
        }

        var after = step.Apply(plan.StateAfter(index));
        var filled = plan.Head.Seats.Where(s => after.Needles[s.Position].IsThere).ToList();
        return filled.Zip(filled.Skip(1)).Where(p => (p.First.Position == step.Position() || p.Second.Position == step.Position()) && p.First.TipHigherMm is not null && p.Second.TipHigherMm is not null)
            .Select(p => ((Seat, Seat)?)p).FirstOrDefault();
    }

    private static IHtmlContent Clamp(Machine head, Setup after, ThreadUpStep step, string needle, Wording wording) =>
        ClampDrawing.Draw(head, [.. after.Needles.Filled], needle, wording, after.Twin?.TwinGapMm, step.Position());

    private static IHtmlContent Range(SettingRange range, ThreadUpStep step, string less, string more, string what) =>
        SettingRuler.Range(range.Least, range.Most, range.Step, step.Number!.Value, step.Before, less, more, what);

    private static IHtmlContent Knife(Overlocker machine, ThreadUpStep step)
    {
        // The dial shows its own numbers, whichever way they run.
        var (a, b) = (machine.KnifeDial!.AtLeast, machine.KnifeDial.AtMost);
        return SettingRuler.Range(Math.Min(a, b), Math.Max(a, b), 0.5, machine.KnifeNumber(step.Number!.Value)!.Value, step.Before is { } stood ? machine.KnifeNumber(stood) : null, a < b ? "closer" : "further out", a < b ? "further out" : "closer", "Knife dial");
    }

    /// <summary>A sign for what is done with the whole machine.</summary>
    private static IHtmlContent Sign(ThreadUpStep step, Wording wording)
    {
        var svg = new Svg(240, 160, wording.Say(step.Act switch
        {
            ThreadUpAct.SwitchOff => "The plug out of the wall.",
            ThreadUpAct.SwitchOn => "The plug in the wall.",
            ThreadUpAct.TurnByHand => "The wheel, its rim turned toward you.",
            ThreadUpAct.FootUp => "The presser foot lifted, the tension discs apart.",
            ThreadUpAct.OpenCovers => "Looper cover folded down.",
            ThreadUpAct.FootDown => "The presser foot down.",
            ThreadUpAct.KnifeAway => "The knife swung away from the edge.",
            ThreadUpAct.KnifeBack => "The knife back beside the edge.",
            ThreadUpAct.CloseCovers => "Looper cover and cloth plate closed.",
            ThreadUpAct.ClearAway => "A machine with nothing on it.",
            ThreadUpAct.ChangeOver => "One half of the machine in the place of the other.",
            ThreadUpAct.Converter => "The converter over the upper looper.",
            ThreadUpAct.Plate => "A needle plate with its slot.",
            ThreadUpAct.Foot => "A presser foot on its ankle.",
            ThreadUpAct.Knife => "The knife swung away from the edge.",
            ThreadUpAct.WindBobbin => "A bobbin from the side, thread wound between its two rims.",
            _ => "A strip beside a ruler.",
        }), "drawing sign");
        switch (step.Act)
        {
            case ThreadUpAct.SwitchOff or ThreadUpAct.SwitchOn:
                var gap = step.Act == ThreadUpAct.SwitchOff ? 46 : 0;
                svg.Rect(14, 26, 60, 108, "clamp-block", 10).Circle(44, 62, 6, "g-fill").Circle(44, 98, 6, "g-fill");
                svg.Path(FormattableString.Invariant($"M{52 + gap} 62h30m-30 36h30"), "g-line").Rect(82 + gap, 44, 50, 72, "needle-shank", 12).Path(FormattableString.Invariant($"M{132 + gap} 80h{96 - gap}"), "g-line");
                break;
            case ThreadUpAct.TurnByHand:
                svg.Rect(26, 30, 120, 100, "clamp-block", 12).Path("M146 34a46 46 0 0 1 0 92z", "needle-shank").Path("M206 46q22 34 -8 66m18 -4l-18 4 2 -18", "g-line");
                break;
            case ThreadUpAct.FootUp:
                svg.Path("M56 10h24v54h-24z", "clamp-block").Path("M28 64h80l14 26h-20v-10h-68v10h-20z", "clamp-block").Path("M14 132h114", "sr-axis").Path("M68 124v-26m-8 9l8 -9 8 9", "g-line");
                svg.Path("M160 40q-20 40 0 80zM206 40q20 40 0 80z", "clamp-block").Path("M183 20v120", "g-thread t-needle-left");
                break;
            case ThreadUpAct.CloseCovers:
                svg.Rect(24, 20, 150, 50, "clamp-block", 10).Rect(24, 78, 192, 56, "needle-shank", 8).Path("M40 106h46", "g-line").Path("M190 66q26 8 22 40m-10 -10l10 10 9 -12", "g-line");
                break;
            case ThreadUpAct.ClearAway:
                svg.Rect(30, 28, 180, 46, "clamp-block", 10).Rect(30, 116, 180, 20, "clamp-block", 4).Rect(92, 66, 20, 34, "clamp-empty", 3).Rect(132, 66, 20, 34, "clamp-empty", 3);
                break;
            case ThreadUpAct.ChangeOver:
                svg.Path("M20 60q100 -56 200 0m-24 -16l24 16 -28 12M220 100q-100 56 -200 0m24 16l-24 -16 28 -12", "g-line").Rect(92, 62, 56, 36, "clamp-block", 6);
                break;
            case ThreadUpAct.Converter:
                svg.Path("M150 128q-4 -76 -96 -80l-14 10q62 14 74 70z", "clamp-block").Circle(56, 56, 6, "needle-eye").Path("M30 34h56q12 0 12 12v16", "g-line").Path("M92 54l6 10 8 -8", "g-line");
                break;
            case ThreadUpAct.Plate:
                svg.Rect(24, 40, 192, 84, "clamp-block", 10).Rect(78, 72, 84, 18, "aid-window", 9).Circle(42, 58, 5, "clamp-screw").Circle(198, 58, 5, "clamp-screw");
                break;
            case ThreadUpAct.Foot:
                svg.Path("M104 12h32v66h-32z", "clamp-block").Path("M60 78h120l18 40h-30v-22h-96v22h-30z", "clamp-block");
                break;
            case ThreadUpAct.FootDown:
                svg.Path("M104 12h32v78h-32z", "clamp-block").Path("M60 90h120l18 34h-30v-18h-96v18h-30z", "clamp-block").Path("M14 132h212", "sr-axis").Path("M206 40v46m-8 -9l8 9 8 -9", "g-line");
                break;
            case ThreadUpAct.OpenCovers:
                svg.Rect(24, 20, 150, 50, "clamp-block", 10).Rect(24, 78, 192, 20, "clamp-empty", 4).Rect(40, 116, 192, 28, "needle-shank", 8).Path("M206 66q26 8 22 44m-10 -10l10 10 9 -12", "g-line");
                break;
            case ThreadUpAct.KnifeBack:
                svg.Path("M92 20h50v84l-50 24z", "clamp-block").Path("M206 44q-6 42 -40 48m13 -12l-13 12 14 8", "g-line").Rect(16, 134, 76, 14, "aid-cloth");
                break;
            case ThreadUpAct.Knife or ThreadUpAct.KnifeAway:
                svg.Path("M92 20h50v84l-50 24z", "clamp-block").Path("M160 92q34 -6 40 -48m-13 10l13 -10 8 14", "g-line").Rect(16, 134, 76, 14, "aid-cloth");
                break;
            case ThreadUpAct.WindBobbin:
                svg.Rect(66, 30, 12, 100, "clamp-block", 4).Rect(162, 30, 12, 100, "clamp-block", 4).Rect(78, 66, 84, 28, "needle-shank");
                for (var turn = 0; turn < 8; turn++)
                {
                    svg.Path(FormattableString.Invariant($"M{83 + 10 * turn} 48l6 64"), "g-thread t-bobbin");
                }

                svg.Path("M160 48q40 -10 66 -34", "g-thread t-bobbin");
                break;
            default:
                svg.Path("M20 40h190l-6 10 6 10 -6 10 6 10 -6 10h-180l-6 -10 6 -10 -6 -10 6 -10z", "aid-cloth").Rect(20, 106, 194, 22, "aid-window", 2).Path("M40 106v10m20 -10v10m20 -10v10m20 -10v10m20 -10v10m20 -10v10m20 -10v10m20 -10v10", "g-line");
                break;
        }

        return svg.Done();
    }
}
