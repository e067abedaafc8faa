using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>A choice beside the pulled seam that can be tried otherwise.</summary>
/// <param name="Name">Its name in an address.</param>
/// <param name="Label">What it is called.</param>
/// <param name="Value">How it stands.</param>
public sealed record PullField(string Name, string Label, string Value)
{
    /// <summary>Whose dial it is; null for anything else.</summary>
    public ThreadPosition? Position { get; init; }

    /// <summary>Range and step of a number; null where one of several is chosen.</summary>
    public SettingRange? Range { get; init; }

    /// <summary>What leads to lower numbers, on its button: "tighter" or "looser" of a dial.</summary>
    public string Down { get; init; } = "less";

    /// <summary>What leads to higher numbers.</summary>
    public string Up { get; init; } = "more";

    /// <summary>What stands below it: how far a dial is from neutral.</summary>
    public string Words { get; init; } = "";

    /// <summary>What can be chosen, as value and word; empty for a number.</summary>
    public IReadOnlyList<(string Value, string Word)> Choices { get; init; } = [];
}

/// <summary>The choices beside the pulled seam: every dial, length and width, knife, finger, feed, foot pressure, and what kind of thread runs where.</summary>
public static class PullFields
{
    /// <summary>Before every name, so that it is told from the other questions of an address.</summary>
    public const string Prefix = "pull-";

    /// <summary>In an address: the drawing is for a phone.</summary>
    public const string Narrow = Prefix + "narrow";

    /// <summary>In an address: which of several seams on its page is drawn.</summary>
    public const string Side = Prefix + "side";

    /// <summary>What sets the drawings of a side apart from those of the others on its page: of any number one letter.</summary>
    /// <param name="side">Which, from 1; 0 where it is alone.</param>
    public static string SuffixOf(int side) => side is > 0 and < 10 ? $"-{(char)('a' + side - 1)}-" : "";

    /// <summary>The fields of a set-up as it is tried.</summary>
    /// <param name="setup">The set-up.</param>
    /// <param name="plan">The plan it was tried from, for what its dials count from.</param>
    /// <param name="machine">The machine.</param>
    /// <param name="wording">How things are called.</param>
    public static IReadOnlyList<PullField> Of(Setup setup, SetupPlan plan, Machine machine, Wording wording)
    {
        var head = setup.HeadOf(plan.Tuned(machine));
        var fields = new List<PullField>();
        foreach (var (position, number) in setup.Dials.Where(d => head.Has(d.Key) && Runs(setup, head, d.Key)))
        {
            var dial = head.DialOf(position);
            var tighter = dial.Sense == DialSense.HigherIsTighter;
            fields.Add(new($"{Prefix}dial-{position.Id()}", Phrase.Capital(wording.Say(position.Name())), FieldText.Of(number))
            {
                Position = position, Range = new(dial.Lowest, dial.Highest, dial.Step), Words = DialWords.FromNeutral(dial.StepsTighter(number)),
                Down = tighter ? "looser" : "tighter", Up = tighter ? "tighter" : "looser",
            });
        }

        Number("length", "Stitch length, mm", setup.StitchLengthMm, head.StitchLengthMm, "shorter", "longer");
        if (setup.Stitch is { NeedsZigzagWidth: true } && head is PlainMachine plain)
        {
            Number("width", "Zigzag width, mm", setup.ZigzagWidthMm, new SettingRange(0, plain.WidestZigzagMm, 0.5), "narrower", "wider");
        }

        var overlocker = head as Overlocker;
        Number("cut", "Cutting width, mm", setup.CuttingWidthMm, overlocker?.CuttingWidthMm, "closer", "further");
        Number("differential", "Differential", setup.Differential, head.Feed, "less", "more");
        Number("pressure", "Foot pressure", setup.FootPressure, head.FootPressure, "lighter", "heavier");
        if (overlocker is { Fingers.Count: > 1 } && setup.FingerName.TryGet(out var finger))
        {
            fields.Add(new(Prefix + "finger", wording.Say("Finger"), finger) { Choices = [.. overlocker.Fingers.Select(f => (f.Name, f.Name))] });
        }

        foreach (var (position, thread) in setup.Threads)
        {
            fields.Add(new($"{Prefix}thread-{position.Id()}", $"{Phrase.Capital(wording.Say(position.Name()))} thread", thread.KindId)
            {
                Position = position, Choices = [.. ThreadCatalogue.Kinds.Select(k => (k.Id, wording.Say(k.Name)))],
            });
        }

        return fields;

        void Number(string name, string label, Place<double> place, SettingRange? range, string down, string up)
        {
            if (range is not null && place.TryGet(out var number) && range.Most > range.Least)
            {
                fields.Add(new(Prefix + name, wording.Say(label), FieldText.Of(number)) { Range = range, Down = down, Up = up });
            }
        }
    }

    /// <summary>Whether a thread hangs from this dial; the one of an empty seat turns nothing.</summary>
    private static bool Runs(Setup setup, Machine head, ThreadPosition dial) => setup.Threads.Any(t => head.DialPlaceOf(t.Key) == dial);

    /// <summary>What an address tries otherwise.</summary>
    /// <param name="query">The address's questions.</param>
    /// <param name="plan">The set-up it is tried from.</param>
    /// <param name="problems">Receives what cannot be read.</param>
    public static Setup Read(IQueryCollection query, SetupPlan plan, List<Core.Problem> problems)
    {
        var tried = new Setup { StitchLengthMm = Number("length"), ZigzagWidthMm = Number("width"), CuttingWidthMm = Number("cut"), Differential = Number("differential"), FootPressure = Number("pressure") };
        if (Text("finger") is { } finger)
        {
            tried = tried with { FingerName = finger };
        }

        foreach (var position in ThreadPositions.All)
        {
            if (Number($"dial-{position.Id()}") is { IsThere: true } dial)
            {
                tried = tried with { Dials = tried.Dials.With(position, dial) };
            }

            if (Text($"thread-{position.Id()}") is { } kind && kind != plan.Setup.Threads[position].Thing()?.KindId)
            {
                // Another kind is another thread: nothing is known of its cone or its colour.
                tried = tried with { Threads = tried.Threads.With(position, new SewingThread(kind) { Run = plan.Setup.Threads[position].Thing()?.Run }) };
            }
        }

        return tried;

        string? Text(string name) => query[Prefix + name] is [{ Length: > 0 } text] ? text : null;

        Place<double> Number(string name)
        {
            if (Text(name) is not { } text)
            {
                return Place<double>.Unknown;
            }

            if (Core.Units.DecimalText.Read(text, out var value) == Core.Units.DecimalTextFault.None)
            {
                return value;
            }

            problems.Add(new(Prefix + name, $"“{(text.Length > 20 ? text[..20] + "…" : text)}” is not a number."));
            return Place<double>.Unknown;
        }
    }
}
