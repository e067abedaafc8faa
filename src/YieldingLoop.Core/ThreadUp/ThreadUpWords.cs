using System.Globalization;
using YieldingLoop.Core.Cautions;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using static System.FormattableString;

namespace YieldingLoop.Core.ThreadUp;

/// <summary>A step in words.</summary>
/// <param name="Title">What is done, to be read at arm's length.</param>
/// <param name="Lines">How, and why; empty where it goes without saying.</param>
/// <param name="Caution">The caution that belongs to it; null where there is none.</param>
/// <param name="With">The thread it is done with; empty where there is none.</param>
public sealed record StepWords(string Title, IReadOnlyList<string> Lines, CautionPlace? Caution = null, string With = "");

/// <summary>Says the steps of a thread-up. Common practice A4 to A5, B4 to B7, C8, F7, F10, F16; no published source. Users' own names stand between quotation marks.</summary>
public static class ThreadUpWords
{
    private static readonly SentenceFile Sentences = new(typeof(SentenceFile).Assembly, "thread-up-sentences.json", new Dictionary<string, Func<double, string>>(), new Dictionary<string, Func<string, string>>
    {
        ["position"] = id => ThreadPositions.Find(id)?.Name() ?? id,
        ["the"] = ids => Phrase.List([.. ids.Split(',').Select(id => "the " + (ThreadPositions.Find(id)?.Name() ?? id))]),
        ["school"] = SchoolCatalogue.NameOf,
    });

    /// <summary>Every code that has a sentence.</summary>
    public static IReadOnlyCollection<string> Codes => Sentences.Codes;

    /// <summary>The sentence of what a thread-up has found out.</summary>
    public static string Of(Finding finding) => Sentences.Say(finding);

    /// <summary>What a finding lacks to be said in full; empty where nothing.</summary>
    public static IReadOnlyList<string> Lacks(Finding finding) => Sentences.Lacks(finding);

    /// <summary>A step of a plan in words.</summary>
    /// <param name="plan">The plan.</param>
    /// <param name="index">Which step, from 0.</param>
    /// <exception cref="ArgumentOutOfRangeException">There is no such step.</exception>
    public static StepWords Of(ThreadUpPlan plan, int index) => Of(plan, index, plan.StateAfter(index));

    /// <summary>Every step of a plan in words.</summary>
    public static IReadOnlyList<StepWords> All(ThreadUpPlan plan)
    {
        var words = new List<StepWords>();
        var state = plan.From;
        foreach (var (index, step) in plan.Steps.Index())
        {
            words.Add(Of(plan, index, state));
            state = step.Apply(state);
        }

        return words;
    }

    private static StepWords Of(ThreadUpPlan plan, int index, Setup before)
    {
        var step = plan.Steps[index];
        var head = plan.Head;
        return step.Act switch
        {
            ThreadUpAct.SwitchOff => new("Switch off at the wall", [head is PlainMachine ? "It stays off until hands are clear again." : "It stays off until the covers are closed again."], CautionCatalogue.HandsIn(head)),
            ThreadUpAct.OpenCovers => new("Open the covers", ["As the machine’s manual shows; the wheel by hand only, toward you."], CautionCatalogue.HandsIn(head)),
            ThreadUpAct.FootDown => new("Presser foot down", ["This machine’s manual threads it with the foot down. On most machines that would leave the thread outside its disc."]),
            ThreadUpAct.ChangeOver => new($"Change the machine over to {(step.To == MachineKind.Overlocker ? "overlock" : "cover")} stitches", ["Follow the pictures of its manual. All threads and needles of the other half come off."], CautionPlace.NeedleOut),
            ThreadUpAct.ClearAway => ClearAway(step, head, before),
            ThreadUpAct.SetNeedle => SetNeedle(step, head, before),
            ThreadUpAct.TakeOutNeedle when plan.Steps.Skip(index).Any(s => s.Act == ThreadUpAct.SetNeedle && s.Position() == step.Position()) => new($"Take the {step.Position().Name()} out",
                [Highest, "It comes out before plate, foot or swing is changed: left in, it would strike one of them.", ThreadWords.DrawnOut([step.Position()], cone: false)], CautionPlace.NeedleOut),
            ThreadUpAct.TakeOutNeedle => new($"Take the {step.Position().Name()} out",
                [Highest, ThreadWords.DrawnOut([step.Position()], cone: false), "Take its spool right off the machine: left on, the thread is sewn in again by itself.", "Turn the screw of the empty seat in lightly, so that it does not fall."], CautionPlace.NeedleOut),
            ThreadUpAct.Finger => new($"Set the finger to “{step.Name}”", ["It goes with the needles by this machine’s own table: a finger that does not match makes bad loops."]),
            ThreadUpAct.Converter => step.Name is { } converter
                ? new($"Fit “{converter}” over the upper looper", ["It closes the upper looper’s eye, so that two threads make the stitch. Fit it as the machine’s manual shows."], CautionCatalogue.HandsIn(head))
                : new("Take the converter off the upper looper", ["With it on, the upper looper lays no thread."], CautionCatalogue.HandsIn(head)),
            ThreadUpAct.Plate => new($"Needle plate: “{step.Name}”", ["Needle at its highest, foot up and off while the plate is changed. It lies flat and its screws are tight.", plan.Steps.Skip(index + 1).Any(s => s.Act == ThreadUpAct.Foot) ? "The foot that belongs goes on in a step of its own." : "Then put the foot back on.", .. Slot(head, step)]),
            ThreadUpAct.Foot => new($"Presser foot: “{step.Name}”", ["Needle at its highest, foot up: the old one off, this one on.", .. Slot(head, step)]),
            ThreadUpAct.Stitch => new($"Choose the {StitchCatalogue.Find(step.Name)?.Name ?? step.Name}", ["Needle up first.", .. head is PlainMachine { Electronic: true } ? [OnScreen] : Array.Empty<string>()]),
            ThreadUpAct.ChooseAgain => ChooseAgain(step, plan, head),
            ThreadUpAct.Width => new($"Zigzag width {Number(step.Number!.Value)} mm", ["Needle up.", .. Was(step, " mm")]),
            ThreadUpAct.NeedlePosition => new(step.Number == 0 ? "Needle position: centre" : $"Needle position {Number(step.Number!.Value)} mm", [.. plan.Wanted.Twin is not null ? ["A twin needle sits in the centre position, and nowhere else."] : Array.Empty<string>(), .. Was(step, " mm")]),
            ThreadUpAct.FootUp => new("Presser foot up", ["The tension discs open only then: a thread is drawn out and laid in while they are open, or it runs without tension."]),
            ThreadUpAct.TakeOff or ThreadUpAct.TakeOut or ThreadUpAct.TieOn or ThreadUpAct.ThreadLooper or ThreadUpAct.ThreadNeedle or ThreadUpAct.WindBobbin or ThreadUpAct.LayInBobbin or ThreadUpAct.IntoDiscs =>
                ThreadWords.Of(plan, index, before),
            ThreadUpAct.Dial => Dial(step, head),
            ThreadUpAct.Length => new($"Stitch length {Number(step.Number!.Value)} mm", Was(step, " mm")),
            ThreadUpAct.Feed => new($"Differential {Number(step.Number!.Value)}", [.. Was(step, "")]),
            ThreadUpAct.FootPressure => new($"Foot pressure {Number(step.Number!.Value)}", ["1 is the machine’s normal pressure; a wavy seam wants it lighter.", .. Was(step, "")]),
            ThreadUpAct.Knife => Knife(step, head),
            ThreadUpAct.KnifeAway => new("Swing the knife away", [step.Number is { } width ? $"Its cutting width stays at {Number(width)} mm." : "Its cutting width stays as it is.", "Nothing is trimmed now: keep the edge beside it as it is wanted."], CautionPlace.Knife),
            ThreadUpAct.KnifeBack => new("Bring the knife back", [step.Number is { } at ? $"It cuts {Number(at)} mm from the right needle." : "Nobody has said how wide it cuts: look before you sew.", "It clicks into its place; hands off the edge."], CautionPlace.Knife),
            ThreadUpAct.TurnByHand => TurnByHand(plan, before),
            ThreadUpAct.CloseCovers => new("Close the covers", ["Nothing lies on the bed, and no thread is caught in a hinge."], CautionPlace.Sewing),
            ThreadUpAct.SwitchOn when head is PlainMachine { Electronic: true } => new("Switch on", [plan.Steps.Skip(index + 1).Any(s => s.Act == ThreadUpAct.SwitchOff) ? "To choose, and then off again." : "To choose, and to turn it by hand once before it sews.", OnScreen]),
            ThreadUpAct.SwitchOn => new("Switch on", ["For sewing only. Before hands go in again, it goes off again."]),
            _ => new("Sew a swatch, and measure it", ["Of the same cloth, along the direction of the seam. Foot down before the first stitch; hold the tails."]),
        };
    }

    private static StepWords ClearAway(ThreadUpStep step, Machine head, Setup before)
    {
        if (!before.Needles.AnyKnown && !before.Threads.AnyKnown)
        {
            return new("Take off whatever is on it", ["Nobody has said what is on this machine.", ThreadWords.DrawnOut(step.Positions, cone: true), "Take out the needles that are in."], CautionPlace.NeedleOut);
        }

        var places = step.Seats.Concat(step.Positions.Select(head.SeatPlaceOf)).Distinct().Select(p => p.Name()).ToList();
        return new($"Take off whatever is at {Phrase.List([.. places.Select(p => "the " + p)])}",
            [
                "Nobody has said what is there; the rest is known and stays.",
                .. step.Positions.Count > 0 ? [ThreadWords.DrawnOut(step.Positions, cone: true)] : Array.Empty<string>(),
                .. step.Seats.Count > 0 ? ["Take out a needle that is in."] : Array.Empty<string>(),
            ], CautionPlace.NeedleOut);
    }

    private const string Highest = "Needles at their highest first: turn the wheel toward you until they are.";

    private static StepWords SetNeedle(ThreadUpStep step, Machine head, Setup before)
    {
        var seat = step.Position();
        var old = before.Needles[seat].Thing();
        var reference = head.Seats.Select(s => s.Position).FirstOrDefault(p => p != seat && before.Needles[p].IsThere, seat);
        var lines = new List<string> { Highest };
        if (old is not null)
        {
            lines.Add($"Loosen its screw, and take the old needle out{(before.Threads[seat].IsThere ? "; its thread is cut above it first" : "")}.");
        }

        lines.Add((head.RoundShank ? "This shank is round: long groove to the front, scarf to the back" : "Flat of the shank to the back") + $", and up as far as it goes. {(step.Needle!.IsTwin ? "Look" : "A hole in the end of a threader tool holds it; look")} through the sight hole where there is one.");
        lines.Add(reference == seat ? head.Seats.Count > 1 ? "No other needle is in to measure its height by: push until it stops." : "Push until it stops."
            : $"The {reference.Name()} stays in meanwhile: it shows the height. {Tips(head, seat, reference)}");
        lines.Add("Tighten by hand, then a little with the screwdriver, never hard.");
        return new($"{Phrase.Capital(NeedleName(step.Needle!))} into the {(head.Seats.Count > 1 ? Place(seat) + " " : "")}seat", lines, step.Needle!.IsTwin ? CautionPlace.TwinNeedle : CautionPlace.NeedleOut);
    }

    private static string Tips(Machine head, ThreadPosition one, ThreadPosition other)
    {
        var (a, b) = (head.SeatOf(one), head.SeatOf(other));
        if (a.TipHigherMm is not { } higher || b.TipHigherMm is not { } than)
        {
            return "How their tips stand, the machine’s own picture says.";
        }

        var step = Math.Round(higher - than, 2);
        return step == 0 ? "Their tips stand level."
            : Invariant($"The {one.Name()}’s tip stands {Math.Abs(step):0.0#} mm {(step > 0 ? "higher" : "lower")} than that of the {other.Name()}; anything else means one is not fully up.");
    }

    private static StepWords Dial(ThreadUpStep step, Machine head)
    {
        var dial = head.DialOf(step.Position());
        var number = step.Number!.Value;
        var neutral = $"{Phrase.Capital(DialWords.FromNeutral(dial.StepsTighter(number)))}{(dial.StepsTighter(number) == 0 ? "" : " than neutral")}.";
        return new($"{Phrase.Capital(step.Position().Name())}: dial to {Number(number)}",
            step.Before is { } stood
                ? [$"It stands at {Number(stood)}: {DialWords.Turn(dial.StepsTighter(number) - dial.StepsTighter(stood))}.", neutral]
                : [$"Nobody has said where it stands; neutral is {Number(dial.Neutral)}, and higher is {(dial.Sense == DialSense.HigherIsTighter ? "tighter" : "looser")}.", neutral]);
    }

    private static StepWords Knife(ThreadUpStep step, Machine head)
    {
        var number = (head as Overlocker)?.KnifeNumber(step.Number!.Value);
        return new($"Cutting width {(number is { } n ? $"{Number(n)} on the knife dial" : $"{Number(step.Number!.Value)} mm")}",
            [.. number is null ? Array.Empty<string>() : [$"That is {Number(step.Number!.Value)} mm from the right needle."], .. Was(step, " mm")], CautionPlace.Knife);
    }

    private const string OnScreen = "Hands clear, pedal out of reach: a machine that chooses on a screen does so with the power on.";

    private static StepWords ChooseAgain(ThreadUpStep step, ThreadUpPlan plan, Machine head)
    {
        List<string> chosen = [];
        if (step.Name is { } stitch)
        {
            chosen.Add(StitchCatalogue.Find(stitch)?.Name ?? stitch);
        }

        if (step.Number is { } width)
        {
            chosen.Add($"width {Number(width)} mm");
        }

        if (step.Before is { } position)
        {
            chosen.Add(position == 0 ? "needle in the centre" : $"needle position {Number(position)} mm");
        }

        return new($"See that it is still chosen: {Phrase.List(chosen)}",
            [
                "Switched on, it may have gone back to where it starts: choose again what is not as it should be, changed today or not.",
                .. plan.Wanted.Twin is not null && head is PlainMachine { TwinSetting: true } ? ["Switch the machine’s own twin-needle setting on: it limits the swing. The turn by hand comes all the same."] : Array.Empty<string>(),
                OnScreen,
            ], plan.Wanted.Twin is not null ? CautionPlace.TwinNeedle : null);
    }

    private static StepWords TurnByHand(ThreadUpPlan plan, Setup before)
    {
        var twin = plan.Wanted.Twin is not null;
        var lines = new List<string>
        {
            twin ? "A full pattern, watching and listening: neither blade may touch plate or foot."
                : plan.Head is PlainMachine ? before.ZigzagWidthMm.Or(0) > 0 ? "A full pattern, watching and listening: the needle may touch neither plate nor foot." : "One full stitch, watching: nothing may touch the needle."
                : plan.Head is Coverstitch ? "One full stitch, watching: nothing may touch needles or looper."
                : "One full stitch, watching: nothing may touch needle, knife or loopers.",
        };
        if (plan.Head is PlainMachine plain && NeedleClearance.Unmeasured(plain, before) is { Count: > 0 } unmeasured)
        {
            lines.Add($"Nobody has measured the slot of {Phrase.List([.. unmeasured.Select(p => $"“{p.Name}”")])}: watch there above all.");
        }

        if (plan.Head is PlainMachine { Electronic: true })
        {
            lines.Add("The power is on: pedal out of reach, and only the wheel is touched.");
        }

        lines.Add("Whatever touches: stop, and look at the step it belongs to.");
        return new("Turn the wheel toward you by hand", lines, twin ? CautionPlace.TwinNeedle : plan.Steps.Any(s => s.Act is ThreadUpAct.Knife or ThreadUpAct.KnifeAway or ThreadUpAct.KnifeBack) ? CautionPlace.Knife : plan.Head is PlainMachine { Electronic: true } ? CautionPlace.Sewing : CautionCatalogue.HandsIn(plan.Head));
    }

    private static IReadOnlyList<string> Was(ThreadUpStep step, string unit) => step.Before is { } stood ? [$"It stands at {Number(stood)}{unit}."] : ["Nobody has said where it stands."];

    private static IReadOnlyList<string> Slot(Machine head, ThreadUpStep step)
    {
        var parts = step.Act == ThreadUpAct.Foot ? head.PresserFeet : (head as PlainMachine)?.Plates ?? [];
        var part = parts.FirstOrDefault(p => p.Name == step.Name);
        return [.. part?.SlotMm is { } slot ? [$"Its slot is {Number(slot)} mm wide."] : Array.Empty<string>(), .. part?.Use.Length > 0 ? [$"“{part.Use}”"] : Array.Empty<string>()];
    }

    /// <summary>"stretch needle 80/12", "twin needle 4.0/75 stretch".</summary>
    public static string NeedleName(Needle needle)
    {
        var point = NeedleCatalogue.Find(needle.PointId)?.Name ?? needle.PointId;
        var size = NeedleSize.FromMetric(needle.SizeMetric);
        return needle.TwinGapMm is { } gap ? $"twin needle {new TwinNeedle(gap, size).Pack} {point}" : $"{point} needle {size}";
    }

    /// <summary>A thread as the user calls it, with its kind.</summary>
    public static string Thread(SewingThread thread)
    {
        var kind = ThreadCatalogue.Find(thread.KindId)?.Name ?? thread.KindId;
        return thread.Name.Length > 0 ? $"“{thread.Name}”, {kind}" : kind;
    }

    /// <summary>"left needle's thread".</summary>
    internal static string ThreadOf(ThreadPosition position) => position == ThreadPosition.TopCover ? "top cover thread" : $"{position.Name()}’s thread";

    /// <summary>"left", "centre", "right"; empty for the one seat of a plain machine.</summary>
    public static string Place(ThreadPosition seat) => seat switch { ThreadPosition.NeedleLeft => "left", ThreadPosition.NeedleCentre => "centre", ThreadPosition.NeedleRight => "right", _ => "" };

    private static string Number(double value) => Math.Round(value, 2).ToString(CultureInfo.InvariantCulture);
}
