namespace YieldingLoop.Core.Schools;

/// <summary>Every disagreement of the trade that this product follows a school in. Common practice, no published source.</summary>
public static class SchoolCatalogue
{
    /// <summary>Four threads or three for a join (practice B10).</summary>
    public static SchoolQuestion Join { get; } = new("join", "How many threads join two pieces",
    [
        new("strength-first", "strength first", "Four threads on medium and heavy cloth; three only where three are strong enough."),
        new("lightness-first", "lightness first", "Three threads and the right needle wherever they suffice: a flatter, softer seam."),
    ]);

    /// <summary>Hiding thread in an opened seam (practice D3). Both work, and they add up.</summary>
    public static SchoolQuestion HideThread { get; } = new("hide-thread", "Keeping thread from showing when the seam is pulled open",
    [
        new("match-colour", "match the needle thread's colour", "Needle tension stays neutral; the colour hides what the gap shows."),
        new("tighter-needle", "needle one number tighter", "The needle dial goes one number tighter; the seam opens less and pops a little earlier."),
    ]);

    /// <summary>The point for a stable knit (practice B2).</summary>
    public static SchoolQuestion StableKnitPoint { get; } = new("stable-knit-point", "Universal needles in knits",
    [
        new("stable-only", "on stable knits only", "A knit that stretches less than 25 % may take a universal needle."),
        new("stable-and-heavy", "on stable knits and on heavy stretch", "So may a knit without elastane that stretches over 60 %."),
        new("never", "never on knits", "Every knit takes a rounded point."),
    ]);

    /// <summary>How long a needle lasts (practice B8).</summary>
    public static SchoolQuestion NeedleLife { get; } = new("needle-life", "How long a needle lasts",
    [
        new("hours", "about 12 hours", "Every hour sewn beyond twelve makes skips likelier."),
        new("project", "one project", "About eight hours; then once more for trial garments."),
        new("until-bad", "until it sews badly", "Hours are not counted against it."),
    ]);

    /// <summary>Which looper is threaded first (practice A4). Kept per machine, whose manual wins.</summary>
    public static SchoolQuestion LooperOrder { get; } = new("looper-order", "Which looper is threaded first",
    [
        new("upper-first", "upper, then lower", "A new machine's record starts with the upper looper first, as classes teach it."),
        new("manual", "as this machine’s manual has it", "A new machine's record starts without an order; look it up and choose."),
    ]);

    /// <summary>Which of two needles is threaded first (practice B13). Kept per machine, whose manual wins.</summary>
    public static SchoolQuestion NeedleOrder { get; } = new("needle-order", "Which needle is threaded first",
    [
        new("right-first", "right, then left", "A new machine’s record starts with the right needle, the one that is harder to reach once the left is threaded."),
        new("left-first", "left, then right", "A new machine’s record starts with the left needle."),
    ]);

    /// <summary>The dial of a textured thread (practice C4).</summary>
    public static SchoolQuestion TexturedDial { get; } = new("textured-dial", "The dial of a textured thread in a looper",
    [
        new("one-looser", "one number looser", "One number looser than neutral, and never above neutral: tight pulls the fluff flat."),
        new("unchanged", "as for any thread", "The dial stays at neutral, and is never above it."),
    ]);

    /// <summary>What a hem is sewn with (practice F14).</summary>
    public static SchoolQuestion HemStitch { get; } = new("hem-stitch", "What a hem is sewn with",
    [
        new("speed", "by speed", "The coverstitch machine where there is one: no bobbin, no edge to trim. Elsewhere a twin needle."),
        new("ready", "by look, and by what is set up", "A twin needle even with a coverstitch machine in the room: two rows as in bought clothes, on the machine that is threaded anyway."),
        new("forgiving", "by sight", "A honeycomb from the wrong side: nothing is hidden while it is sewn, and it forgives."),
    ]);

    /// <summary>Stitch length under a twin needle (practice F9).</summary>
    public static SchoolQuestion HemLength { get; } = new("hem-length", "Stitch length of a twin-needle hem",
    [
        new("two-and-a-half", "2.5 mm", "A hem that stretches with the cloth; 4 mm only on thick sweatshirt cloth."),
        new("three", "3 mm", "A calmer row on medium cloth; it stretches a little less."),
    ]);

    /// <summary>Tension under a twin needle (practice F9).</summary>
    public static SchoolQuestion HemTension { get; } = new("hem-tension", "Tension of a twin-needle hem",
    [
        new("when-it-tunnels", "looser when it tunnels", "The dials stay at neutral until a ridge shows between the rows."),
        new("always", "always looser", "Needle tension starts two numbers looser."),
        new("unchanged", "never changed", "A ridge is met with tape, not with the dial."),
    ]);

    /// <summary>Tape in a hem allowance (practice F9).</summary>
    public static SchoolQuestion HemTape { get; } = new("hem-tape", "Stabilising tape in a hem",
    [
        new("when-it-tunnels", "only when it tunnels", "Tape goes on the hem allowance once a swatch shows a ridge."),
        new("always", "always", "Tape goes on the hem allowance before it is turned up."),
        new("never", "never", "No tape; a ridge is met with a looser thread."),
    ]);

    /// <summary>Ends of a twin-needle seam (practice F11).</summary>
    public static SchoolQuestion TwinEnds { get; } = new("twin-ends", "Ends of a twin-needle seam",
    [
        new("tails", "long tails, buried", "No back-tacking: tails are drawn to the back and buried."),
        new("back-tack", "back-tacked as usual", "A few stitches back at both ends."),
    ]);

    /// <summary>The raw edge of a knit hem (practice F13).</summary>
    public static SchoolQuestion RawEdge { get; } = new("raw-edge", "The raw edge of a knit hem",
    [
        // The first schools of this name were one; “raw” is still the one that trims.
        new("raw", "trimmed close after hemming", "A cut knit edge does not run to threads: it is trimmed close once the hem is sewn."),
        new("left", "left as it is", "A cut knit edge does not run to threads: it stays as it was cut."),
        new("overlock", "overlocked first", "The edge is finished with three threads before it is turned up."),
    ]);

    /// <summary>The last guide above a twin needle (practice F10).</summary>
    public static SchoolQuestion LastGuide { get; } = new("last-guide", "The second thread of a twin needle at the last guide",
    [
        new("past", "past it", "The second thread skips the last guide, so that the two do not catch."),
        new("through", "through it", "Both threads go through the last guide."),
    ]);

    /// <summary>The spools of a twin needle (practice F10).</summary>
    public static SchoolQuestion TwinSpools { get; } = new("twin-spools", "The spools of a twin needle",
    [
        new("same-cap", "two alike, each under its own cap", "The same kind of spool, standing the same way, under the same kind of cap."),
        new("one-pin", "both on one pin", "Both spools on one pin, turning against each other."),
        new("mixed", "as the pins are", "One spool lies and one stands, where the machine has such pins."),
    ]);

    /// <summary>Which thread goes to which needle of a twin (practice F10).</summary>
    public static SchoolQuestion TwinSides { get; } = new("twin-sides", "Which thread goes to which needle of a twin",
    [
        new("first-left", "the first to the left", "The thread that is laid first goes to the left needle, the second to the right."),
        new("either", "either way", "It does not matter, as long as neither crosses the other."),
    ]);

    /// <summary>What is threaded again after a thread broke (practice E5).</summary>
    public static SchoolQuestion BrokenThread { get; } = new("broken-thread", "After a thread broke",
    [
        new("by-place", "by where it broke", "A looper: everything again, from the first in the order. A needle: just that needle."),
        new("everything", "everything again", "Whatever broke, every thread comes out and goes in again in order."),
        new("tie-on", "tied on and pulled through", "The broken end is tied to the thread from the cone and pulled through; a needle's knot is cut off before the eye."),
        new("failed-only", "only what broke", "The broken thread, and what this machine's order has after it."),
    ]);

    /// <summary>What comes first when a swatch is not right (practice E4).</summary>
    public static SchoolQuestion FaultOrder { get; } = new("fault-order", "What comes first when a swatch is not right",
    [
        new("look-first", "look first, then turn", "Threads, guides and needles are looked at wherever one of them is likely to be behind it; a dial is turned where a dial is to blame."),
        new("dial-first", "turn the dial first", "Six turns first; threads and needles are looked at after them, or at once where only skips or a broken thread are left. Over 2,000 simulated machines it took 22 minutes on average where looking first took 10, and left a fault in every fifth where looking first left one in every tenth."),
    ]);

    /// <summary>How lint is taken out of a machine (practice A6).</summary>
    public static SchoolQuestion Lint { get; } = new("lint", "How lint is taken out",
    [
        new("brush", "brush or vacuum", "Lint is brushed or drawn outward; nothing is blown further in."),
        new("air", "compressed air", "Quicker, but air can drive lint inward, and into eyes."),
    ]);

    /// <summary>The questions that decide about a set-up.</summary>
    public static IReadOnlyList<SchoolQuestion> OfSetups { get; } = [Join, HideThread, TexturedDial, StableKnitPoint];

    /// <summary>The questions that decide how a hem is sewn.</summary>
    public static IReadOnlyList<SchoolQuestion> OfHems { get; } = [HemStitch, HemLength, HemTension, HemTape, TwinEnds, RawEdge];

    /// <summary>The questions that decide how the threads of a twin needle run.</summary>
    public static IReadOnlyList<SchoolQuestion> OfTwins { get; } = [TwinSpools, TwinSides, LastGuide];

    /// <summary>Every question this version follows.</summary>
    public static IReadOnlyList<SchoolQuestion> Questions { get; } = [.. OfSetups, NeedleLife, LooperOrder, NeedleOrder, .. OfHems, .. OfTwins, BrokenThread, FaultOrder, Lint];

    /// <summary>What a choice is called, by "question.choice"; the identifier itself where there is none.</summary>
    public static string NameOf(string id) =>
        Questions.SelectMany(q => q.Choices.Select(c => (Id: $"{q.Id}.{c.Id}", c.Name))).FirstOrDefault(c => c.Id == id).Name ?? id;
}
