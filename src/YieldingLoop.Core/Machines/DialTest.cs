using System.Globalization;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using static System.FormattableString;

namespace YieldingLoop.Core.Machines;

/// <summary>A swatch of the guided test: where the tested dial stood, and what the swatch showed.</summary>
/// <param name="Number">Number on the tested dial.</param>
/// <param name="ReadingMm">What <see cref="DialTest.ReadingOf"/> names, mm.</param>
public sealed record DialSwatch(double Number, double ReadingMm);

/// <summary>What is measured on a swatch of the guided test.</summary>
public enum SwatchReading
{
    /// <summary>Loopers of an overlocker: where their threads cross, mm from the cut edge, above 0 on the face, below on the back.</summary>
    MeetingLine,

    /// <summary>Needles and chain looper: how far the seam opens when it is pulled apart crosswise, mm, 0 or more.</summary>
    Opening,

    /// <summary>Top thread of a plain machine: where the two threads lock, mm from the middle of the cloth, above 0 on the face.</summary>
    Knot,
}

/// <summary>What two swatches taught about a dial.</summary>
/// <param name="Sense">Which way its numbers run.</param>
/// <param name="Neutral">The number at which the machine sews balanced, settable on the dial; null where the two swatches do not reach it.</param>
/// <param name="ReadingPerNumberMm">How much the reading changes per dial number, mm.</param>
/// <param name="Findings">What was seen and what follows.</param>
public sealed record DialLesson(DialSense Sense, double? Neutral, double ReadingPerNumberMm, IReadOnlyList<Finding> Findings);

/// <summary>
/// Learns the sense and the neutral number of one dial from two swatches: everything stays as it is, one dial moves by
/// two numbers or so. Tightening the upper looper moves the meeting line onto the face, tightening the lower one onto the back (tug of
/// war, common practice D1); tightening a needle thread closes the seam (D2), tightening a chain looper opens it, and draws
/// the rows together; tightening the top thread of a plain machine draws the knot to the face. A thread laid over the face
/// holds nothing and has no test. Between two readings the meeting line is linear in the dial (model section 8).
/// </summary>
public static class DialTest
{
    /// <summary>Less change than this between the swatches, mm, teaches nothing: reading error is 0.2 mm each.</summary>
    public const double LeastChangeMm = 0.3;

    /// <summary>Gap of a balanced needle thread, mm: closed, with the loop just drawn in. Between 0 and the limit for a closed seam.</summary>
    public const double BalancedGapMm = 0.2;

    /// <summary>How far outside the two swatches, in multiples of their distance, neutral is still believed.</summary>
    private const double Beyond = 1.5;

    /// <summary>Whether the test knows what to look for in this thread.</summary>
    public static bool CanTest(ThreadPosition position) => ReadingOf(position) is not null;

    /// <summary>What is measured for a dial; null where no swatch shows it.</summary>
    public static SwatchReading? ReadingOf(ThreadPosition position) => position switch
    {
        ThreadPosition.UpperLooper or ThreadPosition.LowerLooper => SwatchReading.MeetingLine,
        ThreadPosition.Needle => SwatchReading.Knot,
        ThreadPosition.ChainLooper => SwatchReading.Opening,
        _ => position.IsNeedle() ? SwatchReading.Opening : null,
    };

    /// <summary>How far from the middle of the cloth a knot is believed to lie, mm.</summary>
    private const double MostKnotMm = 3;

    /// <summary>The number for the second swatch: two numbers up, or down where the dial ends before.</summary>
    public static double SecondNumber(DialScale dial, double first)
    {
        var apart = Math.Max(2, dial.Step);
        return dial.Settable(first + apart <= dial.Highest ? first + apart : first - apart);
    }

    /// <summary>Reads two swatches, or says why they teach nothing.</summary>
    /// <param name="position">Whose dial it is.</param>
    /// <param name="dial">Its range and step; neutral and sense are what is being asked.</param>
    /// <param name="first">The first swatch.</param>
    /// <param name="second">The second, with this dial alone moved.</param>
    public static Outcome<DialLesson> Learn(ThreadPosition position, DialScale dial, DialSwatch first, DialSwatch second)
    {
        if (ReadingOf(position) is not { } reading)
        {
            return Fail("position", "No swatch shows this dial: a thread over the face holds nothing. It is right where it lies straight and neither draws the rows together nor hangs.");
        }

        var (lowest, highest) = reading switch { SwatchReading.MeetingLine => (-10.0, 10.0), SwatchReading.Knot => (-MostKnotMm, MostKnotMm), _ => (0.0, 10.0) };

        var problems = new List<Problem>();
        foreach (var (swatch, field) in new[] { (first, "first"), (second, "second") })
        {
            if (!(swatch.Number >= dial.Lowest && swatch.Number <= dial.Highest))
            {
                problems.Add(new(field + ".number", Invariant($"The dial runs from {dial.Lowest:0.##} to {dial.Highest:0.##}.")));
            }

            if (!(swatch.ReadingMm >= lowest && swatch.ReadingMm <= highest))
            {
                problems.Add(new(field + ".readingMm", reading switch
                {
                    SwatchReading.MeetingLine => "The loops meet at most 10 mm to either side of the cut edge; to the back is below 0.",
                    SwatchReading.Knot => Invariant($"The knot lies at most {MostKnotMm:0} mm from the middle of the cloth; toward the back is below 0."),
                    _ => "The seam opens 0 to 10 mm.",
                }));
            }
        }

        if (problems.Count == 0 && Math.Abs(first.Number - second.Number) < dial.Step - 1e-9)
        {
            problems.Add(new("second.number", "The second swatch needs another number on the dial, best two away."));
        }

        var change = second.ReadingMm - first.ReadingMm;
        if (problems.Count == 0 && Math.Abs(change) < LeastChangeMm)
        {
            problems.Add(new("second.readingMm", $"The two swatches differ by less than {LeastChangeMm.ToString(CultureInfo.InvariantCulture)} mm, which teaches nothing. Pull the thread into its disc with the foot up, as with dental floss, move the dial further, and sew the second swatch again."));
        }

        if (problems.Count > 0)
        {
            return Outcome.Failed<DialLesson>(problems);
        }

        var perNumber = change / (second.Number - first.Number);
        // A tighter upper looper moves the line to the face (+), a tighter top thread its knot, a tighter chain looper opens the
        // seam; a tighter lower looper or needle moves its reading down.
        var tighterWithNumber = position is ThreadPosition.UpperLooper or ThreadPosition.Needle or ThreadPosition.ChainLooper ? perNumber > 0 : perNumber < 0;
        var sense = tighterWithNumber ? DialSense.HigherIsTighter : DialSense.HigherIsLooser;
        var balanced = first.Number + ((reading == SwatchReading.Opening ? BalancedGapMm : 0) - first.ReadingMm) / perNumber;
        var reach = Beyond * Math.Abs(second.Number - first.Number);
        var low = Math.Max(dial.Lowest, Math.Min(first.Number, second.Number) - reach);
        var high = Math.Min(dial.Highest, Math.Max(first.Number, second.Number) + reach);
        double? neutral = balanced >= low - 1e-9 && balanced <= high + 1e-9 ? dial.Settable(balanced) : null;
        return Outcome.Of(new DialLesson(sense, neutral, perNumber, Findings(position, sense, neutral, perNumber, balanced, dial, reading)));
    }

    private static IReadOnlyList<Finding> Findings(ThreadPosition position, DialSense sense, double? neutral, double perNumber, double balanced, DialScale dial, SwatchReading reading)
    {
        var opening = reading == SwatchReading.Opening;
        var moves = new Finding(reading == SwatchReading.MeetingLine ? "looper-dial-moves" : reading == SwatchReading.Knot ? "knot-dial-moves" : perNumber > 0 ? "needle-dial-opens" : "needle-dial-closes")
            .With("perNumberMm", Math.Abs(perNumber)).With("position", position.Id()).With("sense", sense == DialSense.HigherIsTighter ? "higher-is-tighter" : "higher-is-looser");
        moves = !opening ? moves.With("toward", perNumber > 0 ? "face" : "back") : moves;
        var where = neutral is { } number ? new Finding("balances-at").With("number", number)
            : balanced < dial.Lowest || balanced > dial.Highest ? new("no-number-balances")
            : new Finding("neutral-too-far").With("next", dial.Settable(Math.Clamp(balanced, dial.Lowest, dial.Highest)));
        return [moves, where];
    }

    private static Outcome<DialLesson> Fail(string field, string message) => Outcome.Failed<DialLesson>([new(field, message)]);
}
