using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using static System.FormattableString;

namespace YieldingLoop.Core.Planning;

/// <summary>What the planner has found out, in English: the one place where its codes become sentences.</summary>
public static class Sentences
{
    private static readonly Dictionary<string, Func<double, string>> FigureForms = new(StringComparer.Ordinal)
    {
        ["steps"] = DialWords.FromNeutral,
        ["count"] = count => PlanWords.Count((int)count),
        ["size"] = metric => NeedleSize.TryFromMetric((int)metric, out var size) ? size.ToString() : Invariant($"{metric}"),
        ["side"] = meeting => Math.Abs(meeting) < 0.05 ? "just that" : SideOf(meeting),
        ["side-of"] = SideOf,
        ["meets"] = meeting => Math.Abs(meeting) < 0.05 ? "on the edge" : SideOf(meeting),
    };

    private static readonly Dictionary<string, Func<string, string>> NameForms = new(StringComparer.Ordinal)
    {
        ["thread"] = id => ThreadCatalogue.Find(id)?.Name ?? id,
        ["point"] = id => NeedleCatalogue.Find(id)?.Name ?? id,
        ["position"] = ThreadPositions.NameOf,
        ["positions"] = ids => Phrase.List([.. Split(ids).Select(ThreadPositions.NameOf)]),
        ["positions-the"] = ids => string.Join(" and the ", Split(ids).Select(ThreadPositions.NameOf)),
        ["seats"] = ids => PlanWords.Seats([.. Split(ids).Select(id => ThreadPositions.Find(id) ?? ThreadPosition.Needle)]),
        ["places"] = Places,
        ["stitch"] = id => id.StartsWith(PlanWords.FlatlockOf, StringComparison.Ordinal) && int.TryParse(id[PlanWords.FlatlockOf.Length..], out var threads) ? $"a flatlock of {PlanWords.Count(threads)} threads" : $"the {StitchName(id)}",
        ["stitch-name"] = StitchName,
        ["job"] = id => Jobs.All.FirstOrDefault(j => j.Job.Id() == id)?.Sentence.ToLowerInvariant() ?? id,
        ["school"] = SchoolCatalogue.NameOf,
        ["end"] = id => id switch
        {
            "knife-far" => "the knife goes no further out",
            "knife-near" => "the knife comes no closer",
            "knife-between" => "the next setting of the knife is further off",
            "manual" => "that is as the manual’s own row has it",
            "feed-most" => "the feed goes no further",
            "feed-least" => "the feed goes no lower",
            _ => "the feed has no number nearer",
        },
        ["over"] = id => id == "allowances" ? "the allowances" : "the binding’s edge",
        ["scrap"] = ScrapName,
        ["rule"] = id => OwnRules.OwnRule.Liftable.FirstOrDefault(r => r.Id == id)?.Name ?? id,
        ["risk"] = id => id == "fine" ? "a needle this fine bends in such cloth and may miss its loop" : "a needle this thick leaves holes in such cloth and may skip",
        ["verdict"] = id => Vocabulary.Name("verdict." + id),
        ["instead"] = id => id switch
        {
            "coverstitch-or-plain" => "an overlocker sews at the edge, never inside the cloth; choose a coverstitch or a plain machine",
            "plain" => "two rows over one bobbin thread draw the ridge up; choose a plain machine with a twin needle",
            "overlocker-or-plain" => "a coverstitch machine sews rows inside the cloth and has no knife; choose an overlocker or a plain machine",
            _ => "it takes an overlocker",
        },
    };

    private static readonly SentenceFile Whole = new(typeof(SentenceFile).Assembly, "planning-sentences.json", FigureForms, NameForms), Fragments = new(typeof(SentenceFile).Assembly, "planning-fragments.json", FigureForms, NameForms);

    // What is decided otherwise by now still stands in set-ups that were kept.
    private static readonly SentenceFile Earlier = new(typeof(SentenceFile).Assembly, "planning-earlier.json", FigureForms, NameForms);

    /// <summary>What a name of a scrap's address stands for.</summary>
    private static string ScrapName(string name) => name switch
    {
        "job" => "what it is sewn for",
        "stitch" or "of" => "the stitch",
        "cloth" => "the cloth",
        "runs" => "which way the seam runs",
        "need" => "how far it is stretched",
        "length" => "the stitch length",
        "width" => "the zigzag width",
        "cut" => "the cutting width",
        "differential" => "the differential",
        "pressure" => "the foot pressure",
        "finger" => "the finger",
        _ => name.Split('-', 2) is [var what, var id] && ThreadPositions.TryFromId(id, out var position) ? $"the {position.Name()}’s {what}" : "a dial or a thread",
    };

    /// <summary>Every code that has a sentence.</summary>
    public static IReadOnlyCollection<string> Codes => Whole.Codes;

    /// <summary>Every code that can also be said inside a sentence: missed limits and differences.</summary>
    public static IReadOnlyCollection<string> FragmentCodes => Fragments.Codes;

    /// <summary>The sentence of a finding.</summary>
    public static string Of(Finding finding) => (Earlier.Codes.Contains(finding.Code) && !Whole.Codes.Contains(finding.Code) ? Earlier : Whole).Say(finding);

    /// <summary>A missed limit or a difference in a few words, to stand inside a sentence.</summary>
    public static string Fragment(Finding finding) => Fragments.Say(finding);

    /// <summary>All that a reason says.</summary>
    public static string Of(Reason reason) => string.Join(' ', reason.Findings.Select(Of));

    /// <summary>Why one set-up comes after another.</summary>
    public static string Of(PlanBehind behind) => Of(behind.Parts.Count == 0
        ? behind.Why
        : behind.Why.With("parts", string.Join(behind.Why.Code == "costs-for" ? ", " : "; ", behind.Parts.Select(p => Fragments.Codes.Contains(p.Code) ? Fragment(p) : Of(p)))));

    /// <summary>What a reason rests on: "common practice; school: strength first".</summary>
    /// <param name="reason">The reason.</param>
    /// <param name="schools">The schools its set-up follows.</param>
    public static string Basis(Reason reason, ChosenSchools schools)
    {
        var parts = reason.Bases.Select(b => b switch
        {
            Planning.Basis.CommonPractice => "common practice",
            Planning.Basis.SeamModel => "seam model",
            Planning.Basis.MachineRecord => "machine record",
            Planning.Basis.Drawer => "drawer",
            _ => "your own change",
        }).ToList();
        if (SchoolCatalogue.Questions.FirstOrDefault(q => q.Id == reason.SchoolQuestionId) is { } question)
        {
            parts.Add($"school: {(question == SchoolCatalogue.StableKnitPoint ? "universal needles " : "")}{schools.Chosen(question).Name}");
        }

        return string.Join("; ", parts);
    }

    /// <summary>"another machine, another stitch".</summary>
    public static string Of(IReadOnlyList<PlanDifference> differs) => string.Join(", ", differs.Select(d => d switch
    {
        PlanDifference.Machine => "another machine",
        PlanDifference.Stitch => "another stitch",
        PlanDifference.Thread => "other thread",
        PlanDifference.Length => "another length",
        _ => "another needle",
    }));

    /// <summary>What a finding lacks to be said in full; empty where nothing.</summary>
    public static IReadOnlyList<string> Lacks(Finding finding) => Whole.Lacks(finding);

    /// <summary>What a finding lacks to be said inside a sentence; empty where nothing.</summary>
    public static IReadOnlyList<string> FragmentLacks(Finding finding) => Fragments.Lacks(finding);

    private static string[] Split(string ids) => ids.Split(',');

    private static string StitchName(string id) => StitchCatalogue.Find(id)?.Name ?? id;

    private static string Places(string ids) => Split(ids) switch
    {
        ["upper-looper", "lower-looper"] => "both loopers",
        ["bobbin"] => "the bobbin",
        [var one] => "the " + ThreadPositions.NameOf(one),
        var several => Phrase.List([.. several.Select(ThreadPositions.NameOf)]),
    };

    private static string SideOf(double meetingMm) => Invariant($"{Math.Abs(meetingMm):0.0} mm to the {(meetingMm > 0 ? "face" : "back")}");
}
