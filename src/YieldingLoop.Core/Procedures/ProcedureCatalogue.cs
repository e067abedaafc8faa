using YieldingLoop.Core.Cautions;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Procedures;

/// <summary>One step of a seam job.</summary>
/// <param name="Text">What is done.</param>
/// <param name="Why">Why, or which school it follows; empty where it goes without saying.</param>
/// <param name="Caution">The caution that belongs to it; null where there is none.</param>
public sealed record ProcedureStep(string Text, string Why = "", CautionPlace? Caution = null);

/// <summary>
/// How each seam job is carried out, from the cloth on the table to the finished seam. Common practice F2 to F13, G1 to
/// G3, D6 and D7; no published source.
/// </summary>
public static class ProcedureCatalogue
{
    /// <summary>The steps of a seam.</summary>
    /// <param name="seam">The seam.</param>
    /// <param name="schools">The schools.</param>
    public static IReadOnlyList<ProcedureStep> For(SeamEntry seam, ChosenSchools schools) =>
    [
        .. seam.Job switch
        {
            SeamJob.Hem => Hem(schools),
            SeamJob.Elastic => Elastic(),
            SeamJob.Band => Band(),
            SeamJob.RolledHem or SeamJob.Picot or SeamJob.LettuceEdge => Rolled(seam.Job),
            SeamJob.Flatlock => Flatlock(),
            SeamJob.EdgeFinish => Edge(),
            SeamJob.DecorativeLine => Decorative(),
            SeamJob.Repair => Repair(),
            _ => Join(seam),
        },
        .. Ends(seam),
    ];

    private static IEnumerable<ProcedureStep> Join(SeamEntry seam)
    {
        if (seam.UnderLoad)
        {
            yield return new("Baste the seam with a long stitch, and try the garment on.", "A seam under load is sewn with a stitch that is a horror to unpick.");
        }

        yield return new("Lay the pieces face to face, edges together; match the marks and hold them with clips, clear of the knife.");
        yield return new(Swatch);
        yield return new("Sew without pulling: the feed takes both layers at the rate it is set to.", "", CautionPlace.Sewing);
        if (seam.UnderLoad)
        {
            yield return new("On a plain machine: triple straight stitch over the basting, then draw the basting out.");
        }

        yield return new("At a corner or a tight curve: needle down, foot up, turn, foot down.");
    }

    private static IEnumerable<ProcedureStep> Hem(ChosenSchools schools)
    {
        yield return new("Hem crosswise edges first, then the vertical ones.");
        if (schools.Follows(SchoolCatalogue.RawEdge, "overlock"))
        {
            yield return new("Finish the raw edge with three threads.", School(schools, SchoolCatalogue.RawEdge));
        }

        yield return new("Where a seam crosses the fold, clip its allowance at the fold and press the two halves opposite ways; grade what is bulky.");
        if (schools.Follows(SchoolCatalogue.HemTape, "always"))
        {
            yield return new("Fuse tape to the hem allowance, never to the garment side.", School(schools, SchoolCatalogue.HemTape), CautionPlace.Iron);
        }

        yield return new("Turn the hem up, press the fold, and hold it with clips or a basting thread.");
        yield return new("Mark the guide distance from the fold; it says where the far row runs. The hem edge is out of sight while you sew from the face.");
        if (schools.Follows(SchoolCatalogue.HemTension, "always"))
        {
            yield return new("Start with the needle tension two numbers looser than neutral.", School(schools, SchoolCatalogue.HemTension));
        }

        yield return new("Sew a swatch and turn it over: the zigzag catches both needle threads, the raw edge is caught all along, the two rows in front are even and parallel.",
            schools.Follows(SchoolCatalogue.HemTape, "when-it-tunnels") ? "A ridge between the rows: tape on the hem allowance, " + (schools.Follows(SchoolCatalogue.HemTension, "unchanged") ? "the tension stays." : "or a looser thread.") : "");
        yield return new("With a twin needle: centre position, needles up before another stitch is chosen, then turn the wheel by hand toward you through a full pattern, watching and listening.", "", CautionPlace.TwinNeedle);
        yield return new("Sew without pulling, the fold against the guide.", "", CautionPlace.Sewing);
        yield return schools.Follows(SchoolCatalogue.TwinEnds, "tails")
            ? new("Leave long tails, draw them to the back and bury them.", School(schools, SchoolCatalogue.TwinEnds))
            : new("Back-tack a few stitches at both ends.", School(schools, SchoolCatalogue.TwinEnds));
        if (schools.Follows(SchoolCatalogue.RawEdge, "raw"))
        {
            yield return new("Trim the raw edge close, with a blade that keeps off the garment.", School(schools, SchoolCatalogue.RawEdge));
        }
    }

    private static IEnumerable<ProcedureStep> Elastic()
    {
        yield return new("Close the elastic into a ring and mark quarters on it and on the edge.");
        yield return new("Hold the quarters together with clips, clear of the knife.");
        yield return new(Swatch);
        yield return new("Sew with the elastic on top, stretched from mark to mark to the length of the cloth; the cloth itself is not pulled.", "", CautionPlace.Sewing);
        yield return new("Knife away or edge to edge: a cut elastic does not hold.", "", CautionPlace.Knife);
    }

    private static IEnumerable<ProcedureStep> Band()
    {
        yield return new("Close the band into a ring, fold it double, and mark quarters on band and opening. The seam of the band goes to the back.");
        yield return new("Hold the quarters together, raw edges even.");
        yield return new(Swatch);
        yield return new("Sew with the band on top, stretched from mark to mark to the length of the opening.", "A band that is shorter than its opening is the one exception to feeding without pulling.", CautionPlace.Sewing);
        yield return new("Press the allowance toward the garment.", "", CautionPlace.Iron);
    }

    private static IEnumerable<ProcedureStep> Rolled(SeamJob job)
    {
        yield return new("Take the left needle and its thread off, and set the machine to no finger.", "", CautionPlace.HandsIn);
        yield return new("Lower looper tighter, upper looper looser, until only the upper looper's thread shows on both sides.");
        yield return job switch
        {
            SeamJob.Picot => new("Lengthen the stitch: a softer edge for silky cloth."),
            SeamJob.LettuceEdge => new("Differential below 1, and hold the edge back a little behind the foot: the wave is wanted here."),
            _ => new("Stretch polyester in the lower looper where the edge must give; textured nylon in the upper where it must look solid."),
        };
        yield return new(Swatch);
        yield return new("Trim a sliver while you sew, no more.", "", CautionPlace.Knife);
    }

    private static IEnumerable<ProcedureStep> Flatlock()
    {
        yield return new("Lay the pieces back to back where the loops are to show on the face, face to face where the ladder is.");
        yield return new("Needle very loose, lower looper tight; the loops may hang a little off the edge.");
        yield return new(Swatch);
        yield return new("Sew with the knife away, or trim a sliver.", "", CautionPlace.Knife);
        yield return new("Pull the seam open until it lies flat.", "No ridge on the skin.");
    }

    private static IEnumerable<ProcedureStep> Edge()
    {
        yield return new("Sew a single layer with three threads, trimming a sliver and no more.", "", CautionPlace.Knife);
        yield return new("At an outer corner: sew off the edge, fold the chain away, start again. In a curve: straighten the edge in front of the foot.");
    }

    private static IEnumerable<ProcedureStep> Decorative()
    {
        yield return new("A thread too thick for a needle goes in a looper or on the bobbin: sew with the wrong side up, since that side of the stitch is the one to be seen.");
        yield return new("One to three numbers looser than neutral, two to begin with, and a stitch of 3 mm or more so that it shows.");
        yield return new("Sew sample curves too.");
    }

    private static IEnumerable<ProcedureStep> Repair()
    {
        yield return new("Find out what popped: the thread that broke, and where. A seam that crackles when it is put on is being read.");
        yield return new("Unpick 20 mm to either side, and bury the ends.");
        yield return new("Sew over the gap with a stitch that yields more than the old one did, overlapping 15 mm at both ends.", "", CautionPlace.Sewing);
        yield return new("A hole in the cloth: a patch of the same knit behind it, three-step zigzag around.");
    }

    private static IEnumerable<ProcedureStep> Ends(SeamEntry seam)
    {
        if (seam.Job is not (SeamJob.Hem or SeamJob.Repair))
        {
            yield return new("An end that a later seam crosses needs nothing. Thread any other chain back under the loops with a blunt needle, or seal it.", "A chain or cover seam runs back from its last stitch unless it is locked.");
        }
    }

    private const string Swatch = "Sew a swatch of the same cloth first, cut along the same direction, and pull it.";

    private static string School(ChosenSchools schools, SchoolQuestion question) => "School: " + schools.Chosen(question).Name + ".";
}
