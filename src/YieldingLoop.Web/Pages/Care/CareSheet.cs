using YieldingLoop.Core.Care;
using YieldingLoop.Core.Settings;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Care;

/// <summary>What pages say of care.</summary>
public static class CareSheet
{
    /// <summary>What one entry of the history says.</summary>
    public static string Said(CareRow row, Wording wording) => wording.Say(row.Entry switch
    {
        { Sat: { Running: true } } => "The timer runs.",
        { Sat: { } sat } => $"{CareWords.Hours(sat.Until(sat.End!.Value).TotalHours)} at the machine.",
        { Broke: { } broke } => $"The {Core.Threads.ThreadPositions.Name(broke.Seat)}{(broke.Needle is { } needle ? $", {needle.Name}," : "")} broke: {(broke.Whole ? "every piece accounted for" : broke.OutOfUse ? "a piece was not found, and the garment is out of use" : "not accounted for yet")}.",
        { Done: { } done } => $"{Core.Words.Phrase.Capital(CareWords.Task(done.TaskId))} done.{(done.Note.Length > 0 ? $" {done.Note}" : "")}",
        _ => "",
    });

    /// <summary>What is to be done about a task or a needle, as an address.</summary>
    public static string Address(int machineId, CareDue due) => due.Needle is { } needle ? $"/care/{machineId}#seat-{Core.Threads.ThreadPositions.Id(needle.Seat)}" : $"/care/{machineId}/{due.TaskId}";
}
