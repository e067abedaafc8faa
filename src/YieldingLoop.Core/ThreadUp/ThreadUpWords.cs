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
            ThreadUpAct.SwitchOff => new("Switch off at the wall", ["It stays off until the covers are closed again."], CautionPlace.HandsIn),
            ThreadUpAct.ChangeOver => new($"Change the machine over to {(step.To == MachineKind.Overlocker ? "overlock" : "cover")} stitches", ["Follow the pictures of its manual. All threads and needles of the other half come off."], CautionPlace.NeedleOut),
            ThreadUpAct.ClearAway => ClearAway(step, head, before),
            ThreadUpAct.SetNeedle => SetNeedle(step, head, before),
            ThreadUpAct.TakeOutNeedle when plan.Steps.Skip(index).Any(s => s.Act == ThreadUpAct.SetNeedle && s.Position() == step.Position()) => new($"Take the {step.Position().Name()} out",
                [Highest, "It comes out before plate, foot or swing is changed: left in, it would strike one of them.", "Cut its thread and draw it out toward you."], CautionPlace.NeedleOut),
            ThreadUpAct.TakeOutNeedle => new($"Take the {step.Position().Name()} out",
                [Highest, $"Cut its thread, and take the spool right off the machine: left on, the thread creeps back into the seam.", "Turn the screw of the empty seat in lightly, so that it does not fall."], CautionPlace.NeedleOut),
            ThreadUpAct.Finger => new($"Set the finger to “{step.Name}”", ["It goes with the needles by this machine’s own table: a finger that does not match makes bad loops."]),
            ThreadUpAct.Converter => step.Name is { } converter
                ? new($"Fit “{converter}” over the upper looper", ["It closes the upper looper’s eye, so that two threads make the stitch. Fit it as the machine’s manual shows."], CautionPlace.HandsIn)
                : new("Take the converter off the upper looper", ["With it on, the upper looper lays no thread."], CautionPlace.HandsIn),
            ThreadUpAct.Plate => new($"Needle plate: “{step.Name}”", ["Needle up and foot off while the plate is changed. It lies flat and its screws are tight.", .. Slot(head, step)]),
            ThreadUpAct.Foot => new($"Presser foot: “{step.Name}”", Slot(head, step)),
            ThreadUpAct.Stitch => new($"Choose the {StitchCatalogue.Find(step.Name)?.Name ?? step.Name}", ["Needle up first. A machine that chooses stitches on a screen does so right after it is switched on: hands away, foot off the pedal."]),
            ThreadUpAct.Width => new($"Zigzag width {Number(step.Number!.Value)} mm", ["Needle up.", .. Was(step, " mm")]),
            ThreadUpAct.NeedlePosition => new(step.Number == 0 ? "Needle position: centre" : $"Needle position {Number(step.Number!.Value)} mm", [.. plan.Wanted.Twin is not null ? ["A twin needle sits in the centre position, and nowhere else."] : Array.Empty<string>(), .. Was(step, " mm")]),
            ThreadUpAct.FootUp => new("Presser foot up", ["The tension discs open only then: laid between closed discs, a thread runs without tension."]),
            ThreadUpAct.TakeOff => new($"Take the {ThreadOf(step.Position())} off, with its {(step.Position().IsNeedle() ? "spool" : step.Position() == ThreadPosition.Bobbin ? "bobbin" : "cone")}", ["This set-up does not sew with it."]),
            ThreadUpAct.TakeOut => TakeOut(plan, index),
            ThreadUpAct.TieOn => new($"Tie on at the {step.Position().Name()}",
                [
                    "Cut the thread that is on just above its cone, and tie the new one to it with a small tight knot.",
                    "Pull it through from the looper, and help the knot at the looper’s eye. Leave 75 to 100 mm hanging.",
                ], With: Thread(step.Thread!)),
            ThreadUpAct.ThreadLooper => new($"Thread the {step.Position().Name()}",
                [
                    "From the cone: every guide once, in the order of the machine’s own diagram. About nine faults in ten are a guide left out.",
                    step.Position() is ThreadPosition.LowerLooper or ThreadPosition.ChainLooper ? "The needles are empty while it is threaded, or it catches." : "Leave 75 to 100 mm hanging.",
                ], With: Thread(step.Thread!)),
            ThreadUpAct.ThreadNeedle => ThreadNeedle(step, head, before),
            ThreadUpAct.WindBobbin => ThreadCatalogue.Find(step.Thread!.KindId)?.Textured == true
                ? new("Wind a bobbin by hand", ["Textured thread is wound by hand, slackly: the winder would stretch it flat."], With: Thread(step.Thread))
                : new("Wind a bobbin",
                    [
                        "Now, while the power is on: the motor winds it. Stop the needle first as the machine’s manual shows, hands and foot clear of it.",
                        "Round the guide and its pretension, a few turns by hand, cut the tail off. Wind evenly and not to bursting.",
                    ], CautionPlace.Sewing, Thread(step.Thread)),
            ThreadUpAct.LayInBobbin => new("Lay in a bobbin",
                [
                    "Lay it in as the diagram shows, under its spring.",
                    "Hold the needle’s thread and turn the wheel toward you once: it draws the bobbin’s up. All threads to the back.",
                ], CautionPlace.HandsIn, Thread(step.Thread!)),
            ThreadUpAct.IntoDiscs => new(step.Positions is [var only] ? $"Pull the {ThreadOf(only)} into its disc" : $"Pull each thread into its disc: {Phrase.List([.. step.Positions.Select(p => p.Tag())])}",
                ["Hold it before and after the disc, and draw it in with a tug. A huge loop on the back is a thread that is not in its disc.", "Then pull at it with the foot down: it must resist."]),
            ThreadUpAct.Dial => Dial(step, head),
            ThreadUpAct.Length => new($"Stitch length {Number(step.Number!.Value)} mm", Was(step, " mm")),
            ThreadUpAct.Feed => new($"Differential {Number(step.Number!.Value)}", [.. Was(step, "")]),
            ThreadUpAct.FootPressure => new($"Foot pressure {Number(step.Number!.Value)}", ["1 is the machine’s normal pressure; a wavy seam wants it lighter.", .. Was(step, "")]),
            ThreadUpAct.Knife => Knife(step, head),
            ThreadUpAct.TurnByHand => TurnByHand(plan, before),
            ThreadUpAct.CloseCovers => new("Close the covers", ["Nothing lies on the bed, and no thread is caught in a hinge."], CautionPlace.Sewing),
            ThreadUpAct.SwitchOn => new("Switch on", ["For sewing only. Before hands go in again, it goes off again."]),
            _ => new("Sew a swatch, and measure it", ["Of the same cloth, along the direction of the seam. Foot down before the first stitch; hold the tails."]),
        };
    }

    private static StepWords ClearAway(ThreadUpStep step, Machine head, Setup before)
    {
        if (!before.Needles.AnyKnown && !before.Threads.AnyKnown)
        {
            return new("Take off whatever is on it", ["Nobody has said what is on this machine. Cut every thread and draw it out, and take out the needles that are in."], CautionPlace.NeedleOut);
        }

        var places = step.Seats.Concat(step.Positions.Select(head.SeatPlaceOf)).Distinct().Select(p => p.Name()).ToList();
        return new($"Take off whatever is at {Phrase.List([.. places.Select(p => "the " + p)])}",
            [
                "Nobody has said what is there; the rest is known and stays.",
                .. step.Positions.Count > 0 ? ["Cut the thread at its cone and draw it out."] : Array.Empty<string>(),
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
            lines.Add("Loosen its screw, and take the old needle out. Its thread goes with it.");
        }

        lines.Add("Flat of the shank to the back, and up as far as it goes. A hole in the end of a threader tool holds it; look through the sight hole where there is one.");
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

    private static StepWords ThreadNeedle(ThreadUpStep step, Machine head, Setup before)
    {
        if (step.Needle!.IsTwin)
        {
            var eyes = step.Positions.Select(p => p == ThreadPosition.NeedleLeft ? "left" : "right").ToList();
            return new($"Thread the {Phrase.List(eyes)} {(eyes.Count > 1 ? "eyes" : "eye")} of the twin needle",
                [
                    .. step.Positions.Select(p => p == ThreadPosition.NeedleLeft
                        ? "First thread: every guide in order, left of the tension disc, into the left eye. Where the disc is hidden, both go in together."
                        : "Second thread: right of the disc, past the last guide without going through it, into the right eye."),
                    "Both spools of the same kind, in the same place, under the same caps, drawn off in opposite directions.",
                    "By hand: the built-in threader does not work on a twin needle.",
                ], With: Thread(step.Thread!));
        }

        var position = step.Position();
        var title = $"Thread the {position.Name()}";
        var lines = new List<string>();
        if (before.Threads[position].IsThere)
        {
            lines.Add("Cut the old thread at its spool, tie the new one on and pull it through to the needle; cut the knot off before the eye.");
        }
        else
        {
            lines.Add(head is PlainMachine ? "Spool on so that the thread leaves it as the manual shows, its cap larger than its end; guides, take-up lever, last guide." : "Every guide once, in the order of the machine’s own diagram; the last ones just above the needle too.");
        }

        lines.Add(head is PlainMachine ? "Through the eye from the front, and under the foot to the back." : "Through the eye from the front. Pass over the loopers, never through them; 75 to 100 mm hanging.");
        return new(title, lines, With: Thread(step.Thread!));
    }

    private static StepWords TakeOut(ThreadUpPlan plan, int index)
    {
        var step = plan.Steps[index];
        var title = $"Take out the {(step.Positions.Count > 1 ? "threads" : "thread")} of {Phrase.List([.. step.Positions.Select(p => "the " + p.Name())])}";
        // After a thread broke, the first to come out are those the school wants threaded again; whatever else comes out, the order asks for.
        var again = plan.Again is not null && plan.Steps.Take(index).All(s => s.Act != ThreadUpAct.TakeOut);
        var next = plan.Steps.Skip(index + 1).FirstOrDefault(s => s.Act == ThreadUpAct.ThreadLooper);
        return new(title,
            [
                "Cut each at its cone, and draw it out at the needle or looper.",
                .. again ? [Of(plan.Again!)]
                    : next is null ? Array.Empty<string>()
                    : [$"The {next.Position().Name()} is threaded from its cone; what comes after it in this machine’s order would catch it."],
            ]);
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
        return new(step.Away ? "Swing the knife away" : $"Cutting width {(number is { } n ? $"{Number(n)} on the knife dial" : $"{Number(step.Number!.Value)} mm")}",
            [.. number is null || step.Away ? Array.Empty<string>() : [$"That is {Number(step.Number!.Value)} mm from the right needle."], .. Was(step, " mm")], CautionPlace.Knife);
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

        lines.Add("Whatever touches: stop, and look at the step it belongs to.");
        return new("Turn the wheel toward you by hand", lines, twin ? CautionPlace.TwinNeedle : plan.Steps.Any(s => s.Act == ThreadUpAct.Knife) ? CautionPlace.Knife : CautionPlace.HandsIn);
    }

    private static IReadOnlyList<string> Was(ThreadUpStep step, string unit) => step.Before is { } stood ? [$"It stands at {Number(stood)}{unit}."] : ["Nobody has said where it stands."];

    private static IReadOnlyList<string> Slot(Machine head, ThreadUpStep step)
    {
        var parts = head is PlainMachine plain ? step.Act == ThreadUpAct.Plate ? plain.Plates : plain.Feet : [];
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

    private static string ThreadOf(ThreadPosition position) => position == ThreadPosition.TopCover ? "top cover thread" : $"{position.Name()}’s thread";

    private static string Place(ThreadPosition seat) => seat switch { ThreadPosition.NeedleLeft => "left", ThreadPosition.NeedleCentre => "centre", ThreadPosition.NeedleRight => "right", _ => "" };

    private static string Number(double value) => Math.Round(value, 2).ToString(CultureInfo.InvariantCulture);
}
