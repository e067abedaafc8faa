using System.Text.Json;
namespace YieldingLoop.Core.Seams;

/// <summary>What is known of a seam job.</summary>
/// <param name="Job">The job.</param>
/// <param name="Verb">"join pieces": what the seam is to do.</param>
/// <param name="Also">What is said behind it; empty where nothing needs saying.</param>
/// <param name="LeastPlies">Fewest layers it goes through.</param>
/// <param name="Sentence">"A join": how a sentence about it begins.</param>
/// <param name="TakesOther">Whether layers of another cloth may go into it.</param>
public sealed record JobFacts(SeamJob Job, string Verb, string Also, int LeastPlies, string Sentence, bool TakesOther = false)
{
    /// <summary>How many layers of one cloth it usually goes through: a single edge is one.</summary>
    public int UsualPlies => Job is SeamJob.Elastic or SeamJob.Repair ? 2 : LeastPlies;
}

/// <summary>Every seam job.</summary>
public static class Jobs
{
    /// <summary>All of them, in the order they are offered.</summary>
    public static IReadOnlyList<JobFacts> All { get; } =
    [
        new(SeamJob.Join, "join pieces", "", 2, "A join", true),
        new(SeamJob.Band, "sew a band on", "stretched onto its opening", 2, "A band", true),
        new(SeamJob.Elastic, "sew elastic on", "", 1, "Elastic", true),
        new(SeamJob.Flatlock, "flatlock", "a join pulled open flat, no ridge on the skin", 2, "A flatlock", true),
        new(SeamJob.StayedSeam, "join, not to grow", "a tape or clear elastic sewn in", 3, "A seam that must not grow", true),
        new(SeamJob.EdgeFinish, "finish a single edge", "", 1, "An edge"),
        new(SeamJob.SuperStretch, "super-stretch seam", "as this machine’s manual has it", 2, "A super-stretch seam", true),
        new(SeamJob.Hem, "hem", "turned up once", 2, "A hem"),
        new(SeamJob.Binding, "bind an edge", "a strip folded over it", 3, "A binding", true),
        new(SeamJob.Topstitch, "topstitch a seam", "its allowances laid to one side", 2, "Topstitching", true),
        new(SeamJob.RolledHem, "roll a hem", "on thin cloth", 1, "A rolled hem"),
        new(SeamJob.Picot, "picot edge", "a softer rolled hem for silky cloth", 1, "A picot edge"),
        new(SeamJob.LettuceEdge, "lettuce edge", "a rolled hem stretched into waves", 1, "A lettuce edge"),
        new(SeamJob.DecorativeLine, "decorate", "a line that is there to be seen", 1, "A decorative line", true),
        new(SeamJob.PinTuck, "pin tucks", "two rows draw a ridge up between them", 1, "A pin tuck"),
        new(SeamJob.Repair, "mend", "a burst seam or a hole", 1, "A repair", true),
    ];

    /// <summary>What is known of one; null where there is no such job.</summary>
    public static JobFacts? Of(SeamJob job) => All.FirstOrDefault(j => j.Job == job);

    /// <summary>Its identifier, "rolled-hem".</summary>
    public static string Id(this SeamJob job) => JsonNamingPolicy.KebabCaseLower.ConvertName(job.ToString());

    /// <summary>Whether it is sewn over no finger, so that the edge rolls in.</summary>
    public static bool Rolls(this SeamJob job) => job is SeamJob.RolledHem or SeamJob.Picot or SeamJob.LettuceEdge;

    /// <summary>Whether it holds pieces together.</summary>
    public static bool Joins(this SeamJob job) => job is SeamJob.Join or SeamJob.Band or SeamJob.Flatlock or SeamJob.StayedSeam or SeamJob.SuperStretch or SeamJob.Repair;

    /// <summary>Whether it is sewn as rows inside the cloth, which an overlocker cannot.</summary>
    public static bool InsideTheCloth(this SeamJob job) => job is SeamJob.Hem or SeamJob.Binding or SeamJob.Topstitch or SeamJob.DecorativeLine or SeamJob.PinTuck;
}
