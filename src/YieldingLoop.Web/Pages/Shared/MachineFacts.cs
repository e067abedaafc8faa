using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Words;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>What a machine is, in a line.</summary>
public static class MachineFacts
{
    /// <summary>The word for a kind of machine.</summary>
    public static string Word(MachineKind kind) => Vocabulary.Name(kind switch
    {
        MachineKind.Overlocker => "machine.overlocker",
        MachineKind.Coverstitch => "machine.coverstitch",
        MachineKind.Convertible => "machine.convertible",
        _ => "machine.plain",
    });

    /// <summary>"overlocker, dials 0–9, neutral 4, a higher number is tighter".</summary>
    public static string Of(Machine machine)
    {
        // The dial that is turned most stands for all of them.
        var dial = machine switch
        {
            Overlocker overlocker => overlocker.UpperLooper,
            Convertible both => both.Overlock.UpperLooper,
            _ => machine.Dials[0].Dial,
        };
        var sense = machine.Dials.All(d => d.Dial.Sense == dial.Sense)
            ? $"a higher number is {(dial.Sense == DialSense.HigherIsTighter ? "tighter" : "looser")}"
            : "senses differ";
        return $"{Word(machine.Kind)}, {(machine.Dials.Count == 1 ? "dial" : "dials")} {FieldText.Of(dial.Lowest)}–{FieldText.Of(dial.Highest)}, neutral {FieldText.Of(dial.Neutral)}, {sense}";
    }
}
