namespace YieldingLoop.Core.Threads;

/// <summary>A kind a thread resembles.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Probability">How sure, 0 to 1; all kinds together make 1.</param>
public sealed record Resemblance(ThreadKind Kind, double Probability);

/// <summary>
/// Says which kind a thread resembles, by Bayes' rule over the kinds with all of them alike before anything is seen:
/// break extension normal on the logarithm with a spread of 0.3, behaviour with the chances below. All working values.
/// </summary>
public static class ThreadResemblance
{
    /// <summary>Spread of ln(break extension) within one kind, makers and reading together. Working value.</summary>
    public const double LogExtensionSpread = 0.3;

    /// <summary>Chance that an answer is the one a kind should give. Working value.</summary>
    public const double Telling = 0.9;

    /// <summary>The same for what is folklore: it tips a scale, and no more. Working value.</summary>
    public const double Hinting = 0.6;

    /// <summary>Every kind with its probability, the likeliest first.</summary>
    public static IReadOnlyList<Resemblance> Of(ThreadTest test)
    {
        var weights = ThreadCatalogue.Kinds.Select(kind => (Kind: kind, Weight: Likelihood(kind, test))).ToList();
        var all = weights.Sum(w => w.Weight);
        return [.. weights.Select(w => new Resemblance(w.Kind, w.Weight / all)).OrderByDescending(r => r.Probability)];
    }

    /// <summary>How sure, in words.</summary>
    public static string Sureness(double probability) => probability switch
    {
        >= 0.9 => "almost surely",
        >= 0.7 => "probably",
        >= 0.4 => "perhaps",
        _ => "as likely as others:",
    };

    private static double Likelihood(ThreadKind kind, ThreadTest test)
    {
        var likelihood = 1.0;
        if (test.BreakExtension is { } extension)
        {
            // A reading of no extension at all is one of half a millimetre: the logarithm needs something to hold.
            var z = Math.Log(Math.Max(extension, 0.5 / ThreadTest.MarkedMm) / kind.BreakExtension) / LogExtensionSpread;
            likelihood *= Math.Exp(-z * z / 2) + 1e-12;
        }

        return likelihood
            * Answer(test.FluffsOut, kind.Textured)
            * Answer(test.SpringsBack, kind.Textured || kind.BreakExtension > 0.5)
            * Answer(test.SuffersHeat, kind.HeatSensitive)
            * Answer(test.ThickAndGlossy, kind.Id == ThreadCatalogue.HeavyRayon.Id)
            * Answer(test.CurlsUnderNail, kind.Id == ThreadCatalogue.Cotton.Id, Hinting);
    }

    private static double Answer(Observed seen, bool expected, double telling = Telling) =>
        seen == Observed.Unknown ? 1 : seen == Observed.Yes == expected ? telling : 1 - telling;
}
