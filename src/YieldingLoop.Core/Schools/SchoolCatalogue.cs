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
        new("tighter-needle", "needle a step tighter", "The needle dial goes one step tighter; the seam opens less and pops a little earlier."),
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
        new("manual", "as the machine's manual has it", "A new machine's record starts without an order; look it up and choose."),
    ]);

    /// <summary>Which stitch hems knits where no coverstitch machine stands by (practice F14).</summary>
    public static SchoolQuestion HemStitch { get; } = new("hem-stitch", "What a hem is sewn with on a plain machine",
    [
        new("look", "two rows, by look", "A twin needle: two parallel rows on the face, as in bought clothes."),
        new("forgiving", "honeycomb, by ease", "A honeycomb from the wrong side: the edge is in sight while sewing, and it forgives."),
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
        new("raw", "left raw, trimmed close", "A cut knit edge does not run to threads: it is trimmed after hemming."),
        new("overlock", "overlocked first", "The edge is finished with three threads before it is turned up."),
    ]);

    /// <summary>What is threaded again after a thread broke (practice E5).</summary>
    public static SchoolQuestion BrokenThread { get; } = new("broken-thread", "After a thread broke",
    [
        new("by-place", "by where it broke", "A looper: everything again, from the first in the order. A needle: just that needle."),
        new("everything", "everything again", "Whatever broke, every thread comes out and goes in again in order."),
        new("tie-on", "tied on and pulled through", "The broken end is tied to the thread from the cone and pulled through; a needle's knot is cut off before the eye."),
        new("failed-only", "only what broke", "The broken thread, and what this machine's order has after it."),
    ]);

    /// <summary>The questions that decide about a set-up.</summary>
    public static IReadOnlyList<SchoolQuestion> OfSetups { get; } = [Join, HideThread, StableKnitPoint];

    /// <summary>The questions that decide how a hem is sewn.</summary>
    public static IReadOnlyList<SchoolQuestion> OfHems { get; } = [HemStitch, HemLength, HemTension, HemTape, TwinEnds, RawEdge];

    /// <summary>Every question this version follows.</summary>
    public static IReadOnlyList<SchoolQuestion> Questions { get; } = [.. OfSetups, NeedleLife, LooperOrder, .. OfHems, BrokenThread];

    /// <summary>What a choice is called, by "question.choice"; the identifier itself where there is none.</summary>
    public static string NameOf(string id) =>
        Questions.SelectMany(q => q.Choices.Select(c => (Id: $"{q.Id}.{c.Id}", c.Name))).FirstOrDefault(c => c.Id == id).Name ?? id;
}
