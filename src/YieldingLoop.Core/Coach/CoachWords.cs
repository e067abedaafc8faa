using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Coach;

/// <summary>What the coach's steps, looks and causes are called. Figures are told beside them.</summary>
public static class CoachWords
{
    private static readonly SentenceFile File = new(
        typeof(CoachWords).Assembly, "coach-words.json", new Dictionary<string, Func<double, string>>(),
        new Dictionary<string, Func<string, string>> { ["position"] = ThreadPositions.NameOf });

    /// <summary>Every code that has words.</summary>
    public static IReadOnlyCollection<string> Codes => File.Codes;

    /// <summary>What a code lacks to be said in full.</summary>
    public static IReadOnlyList<string> Lacks(Finding finding) => File.Lacks(finding);

    private static string Say(string code, ThreadPosition? position) => File.Say(At(code, position));

    private static Finding At(string code, ThreadPosition? position) => position is { } at ? new Finding(code).With("position", at.Id()) : new(code);

    /// <summary>The question that a look answers.</summary>
    /// <param name="look">The look.</param>
    /// <param name="position">Where.</param>
    /// <param name="setup">The set-up: it says which needle, which finger, and where the knife cuts.</param>
    public static string Question(CoachLook look, ThreadPosition? position, Setup setup)
    {
        var finding = At("look-" + look.Id(), position);
        finding = position is { } seat && setup.Needles[seat].TryGet(out var needle) ? finding.With("needle", needle.Name) : finding;
        finding = setup.FingerName.TryGet(out var finger) ? finding.With("finger", finger) : finding;
        return File.Say(setup.CuttingWidthMm.TryGet(out var cut) ? finding.With("cuttingWidthMm", cut) : finding);
    }

    /// <summary>What it looks like where all is well.</summary>
    public static string Good(CoachLook look) => Say("good-" + look.Id(), null);

    /// <summary>What it looks like where it is not.</summary>
    public static string Bad(CoachLook look) => Say("bad-" + look.Id(), null);

    /// <summary>What was asked, after "looked".</summary>
    public static string Whether(CoachLook look, ThreadPosition? position) => Say("whether-" + look.Id(), position);

    /// <summary>What putting right is called.</summary>
    public static string Repair(CoachLook look, ThreadPosition? position) => Say("repair-" + look.Id(), position);

    /// <summary>How it is put right.</summary>
    public static string How(CoachLook look) => Say("how-" + look.Id(), null);

    /// <summary>What a change is called; where it is of a number, the number follows.</summary>
    public static string Change(CoachChange change, ThreadPosition? position) => Say("change-" + change.Id(), position);

    /// <summary>What a step is called.</summary>
    public static string Step(CoachStep step) => step switch
    {
        { Act: CoachAct.Repair, Look: { } look } => Repair(look, step.Position),
        { Act: CoachAct.Change, Change: { } change } => Change(change, step.Position),
        { Act: CoachAct.Look, Look: { } look } => Phrase.Capital("look " + Whether(look, step.Position)),
        _ => Say(System.Text.Json.JsonNamingPolicy.KebabCaseLower.ConvertName(step.Act.ToString()), null),
    };

    /// <summary>What may be behind it.</summary>
    public static string Cause(CoachCause cause) => Say("cause-" + cause.Id, cause.Position);

    /// <summary>The unit of the number that a change sets; empty where it has none.</summary>
    public static string Unit(CoachChange change) => change is CoachChange.CuttingWidth or CoachChange.Length or CoachChange.Width ? "mm" : "";
}
