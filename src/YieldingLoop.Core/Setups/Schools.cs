namespace YieldingLoop.Core.Setups;

/// <summary>One side of a disagreement in the trade.</summary>
/// <param name="Id">Identifier in records.</param>
/// <param name="Name">Name on screen.</param>
/// <param name="Sentence">What it changes.</param>
public sealed record SchoolChoice(string Id, string Name, string Sentence);

/// <summary>A disagreement in the trade. Common practice, no published source. The first choice is the default.</summary>
/// <param name="Id">Identifier in records.</param>
/// <param name="Question">What is disagreed on.</param>
/// <param name="Choices">The schools, the default first.</param>
public sealed record SchoolQuestion(string Id, string Question, IReadOnlyList<SchoolChoice> Choices)
{
    /// <summary>The default school.</summary>
    public SchoolChoice Default => Choices[0];

    /// <summary>Finds a choice; the default where there is none of that name.</summary>
    public SchoolChoice Find(string? id) => Choices.FirstOrDefault(c => c.Id == id) ?? Default;
}

/// <summary>Which schools a plan follows.</summary>
/// <param name="JoinId">Strength or lightness first.</param>
/// <param name="HideThreadId">How thread is kept from showing in an opened seam.</param>
/// <param name="StableKnitPointId">Which point for a stable knit.</param>
public sealed record Schools(string JoinId, string HideThreadId, string StableKnitPointId)
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
        new("never", "never on knits", "Every knit takes a rounded point."),
    ]);

    /// <summary>Every question this version follows.</summary>
    public static IReadOnlyList<SchoolQuestion> Questions { get; } = [Join, HideThread, StableKnitPoint];

    /// <summary>The defaults.</summary>
    public static Schools Default { get; } = new(Join.Default.Id, HideThread.Default.Id, StableKnitPoint.Default.Id);

    /// <summary>Strength first rather than lightness first.</summary>
    public bool StrengthFirst => Join.Find(JoinId) == Join.Choices[0];

    /// <summary>A tighter needle rather than colour alone.</summary>
    public bool TighterNeedle => HideThread.Find(HideThreadId) == HideThread.Choices[1];

    /// <summary>Whether universal needles are allowed on stable knits.</summary>
    public bool UniversalOnStableKnits => StableKnitPoint.Find(StableKnitPointId) == StableKnitPoint.Choices[0];
}
