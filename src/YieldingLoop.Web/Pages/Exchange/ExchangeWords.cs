using YieldingLoop.Core.Words;
using YieldingLoop.Store;
using YieldingLoop.Store.Exchange;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Exchange;

/// <summary>What is said of files that come in.</summary>
internal static class ExchangeWords
{
    /// <summary>What a file holds.</summary>
    public static string Holds(ImportPreview preview) => preview.Holds switch
    {
        ExchangeHolds.Workroom when preview.Settings is null && preview.Items.Select(i => i.List).Distinct().ToList() is [var list] => ExchangeNames.Counted(list, preview.Items.Count),
        ExchangeHolds.Workroom => "a whole workroom",
        ExchangeHolds.Garment => "a garment with its seams",
        ExchangeHolds.Setup => "a set-up with all it was made from",
        ExchangeHolds.Cloth => "a cloth",
        ExchangeHolds.Machine => "a machine with its manual’s table",
        _ => "swatches",
    };

    /// <summary>How many records stand how.</summary>
    public static string Standing(int made, int differs, int away, int same, int stays)
    {
        var told = new[] { (made, "is new here", "are new here"), (differs, "is here and differs", "are here and differ"), (away, "is here, put away", "are here, put away"), (same, "is here and the same", "are here and the same"), (stays, "cannot come in", "cannot come in") }
            .Where(c => c.Item1 > 0).Select((c, i) => FormattableString.Invariant($"{c.Item1:#,0}{(i == 0 ? c.Item1 == 1 ? " record" : " records" : "")} {(c.Item1 == 1 ? c.Item2 : c.Item3)}")).ToList();
        return told.Count == 0 ? "There are no records in it." : Phrase.List(told) + ".";
    }

    /// <summary>How a record of the file stands to the workroom.</summary>
    public static string Status(ImportItem item) => item.Status switch
    {
        ImportStatus.New => "new",
        ImportStatus.Same => "here, the same",
        ImportStatus.Differs => "here, but differs",
        ImportStatus.PutAway => "here, put away",
        _ => $"stays out: {Why(item.Why)}",
    };

    /// <summary>Why a record cannot come in.</summary>
    public static string Why(Finding? why) => why?.Code switch
    {
        "import-lacks" => $"it needs a {why.Names["kind"]} that is neither in the file nor here",
        "import-amended-otherwise" => "here the version before it was amended otherwise",
        "import-timer-runs" => "a timer runs at that machine already",
        _ => "it cannot come in",
    };

    /// <summary>What does not fit this workroom.</summary>
    public static string Unfit(Finding finding) => finding.Code switch
    {
        "fit-no-such-machine" => $"No machine here is of the kind of {Said.Name(finding.Names["machine"])}: it comes in as one of its own.",
        "fit-dials-differ" => $"The dials of {Said.Name(finding.Names["machine"])} are numbered otherwise than those of any machine here. Its numbers are its own: plan the seam anew for yours.",
        "fit-needle-system" => $"{Said.Name(finding.Names["machine"])} takes needles of system {finding.Names["system"]}; there are none in the drawer.",
        "fit-thread-kind" => $"The set-up for {Said.Name(finding.Names["setup"])} is sewn with {Phrase.Small(Vocabulary.Name("thread." + finding.Names["thread"]))}; there is none in the drawer.",
        "fit-schools" => $"The set-up for {Said.Name(finding.Names["setup"])} follows other schools than this workroom does.",
        "fit-model" => $"The set-up for {Said.Name(finding.Names["setup"])} was worked out with version {finding.Names["was"]} of the seam model; here it is {finding.Names["now"]}.",
        _ => finding.Code,
    };

    /// <summary>What was taken in.</summary>
    public static string Taken(ImportResult.Taken taken)
    {
        var made = taken.Added == 0 ? "" : Counted(taken.Added, "record") + " made";
        var changed = taken.Changed == 0 ? "" : Counted(taken.Changed, taken.Added == 0 ? "record" : "other") + " changed";
        var needed = taken.Needed.Count == 0 ? "" : $" {Phrase.List([.. taken.Needed.Take(3).Select(Said.Name)])}{(taken.Needed.Count > 3 ? " and more" : "")} came along, because something else needs {(taken.Needed.Count == 1 ? "it" : "them")}.";
        var numbers = taken.Renumbered.Count == 0 ? "" : $" {string.Join(" ", taken.Renumbered.Take(3).Select(n => $"Swatch {n.Was} of the file is number {n.Now} here: write that on it."))}{(taken.Renumbered.Count > 3 ? $" {taken.Renumbered.Count - 3} more have another number too." : "")}";
        return $"Taken in: {Phrase.List([.. new[] { made, changed }.Where(t => t.Length > 0)])}.{needed}{numbers}";
    }

    /// <summary>What an import did, for the list of them.</summary>
    public static string Did(ImportLog log) => log.Records() == 0 ? "nothing" : string.Join(
        ", ", log.Added.Select(a => ExchangeNames.Counted(a.List, a.Ids.Count)).Append(log.Changed.Count == 0 ? "" : Counted(log.Changed.Count, "record") + " changed").Append(log.SettingsBefore is null ? "" : "the settings").Where(t => t.Length > 0));

    private static string Counted(int count, string one) => count == 1 ? $"1 {one}" : FormattableString.Invariant($"{count:#,0} {one}s");
}
