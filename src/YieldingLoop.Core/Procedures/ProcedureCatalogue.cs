using YieldingLoop.Core.Cautions;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Procedures;

/// <summary>One step of a seam job.</summary>
/// <param name="Code">What is done.</param>
/// <param name="Why">Why, or which school it follows; null where it goes without saying.</param>
/// <param name="Caution">The caution that belongs to it; null where there is none.</param>
public sealed record ProcedureStep(string Code, Finding? Why = null, CautionPlace? Caution = null);

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
            yield return new("baste", new("hard-to-unpick"));
        }

        yield return new("lay-face-to-face");
        yield return new("swatch");
        yield return new("sew-without-pulling", null, CautionPlace.Sewing);
        if (seam.UnderLoad)
        {
            yield return new("triple-straight-over-basting");
        }

        yield return new("turn-at-a-corner");
    }

    private static IEnumerable<ProcedureStep> Hem(ChosenSchools schools)
    {
        yield return new("crosswise-hems-first");
        if (schools.Follows(SchoolCatalogue.RawEdge, "overlock"))
        {
            yield return new("finish-raw-edge", School(schools, SchoolCatalogue.RawEdge));
        }

        yield return new("clip-crossing-seams");
        if (schools.Follows(SchoolCatalogue.HemTape, "always"))
        {
            yield return new("fuse-tape", School(schools, SchoolCatalogue.HemTape), CautionPlace.Iron);
        }

        yield return new("fold-the-hem");
        yield return new("mark-guide-distance");
        if (schools.Follows(SchoolCatalogue.HemTension, "always"))
        {
            yield return new("loosen-needle-first", School(schools, SchoolCatalogue.HemTension));
        }

        yield return new("swatch-hem", Ridge(schools));
        yield return new("twin-by-hand", null, CautionPlace.TwinNeedle);
        yield return new("sew-along-the-guide", null, CautionPlace.Sewing);
        yield return schools.Follows(SchoolCatalogue.TwinEnds, "tails")
            ? new("tails-to-the-back", School(schools, SchoolCatalogue.TwinEnds))
            : new("back-tack", School(schools, SchoolCatalogue.TwinEnds));
        if (schools.Follows(SchoolCatalogue.RawEdge, "raw"))
        {
            yield return new("trim-raw-edge", School(schools, SchoolCatalogue.RawEdge));
        }
    }

    private static IEnumerable<ProcedureStep> Elastic()
    {
        yield return new("elastic-quarters");
        yield return new("elastic-clips");
        yield return new("swatch");
        yield return new("elastic-on-top", null, CautionPlace.Sewing);
        yield return new("elastic-uncut", null, CautionPlace.Knife);
    }

    private static IEnumerable<ProcedureStep> Band()
    {
        yield return new("band-quarters");
        yield return new("band-edges-even");
        yield return new("swatch");
        yield return new("band-on-top", new("band-is-stretched"), CautionPlace.Sewing);
        yield return new("press-toward-garment", null, CautionPlace.Iron);
    }

    private static IEnumerable<ProcedureStep> Rolled(SeamJob job)
    {
        yield return new("rolled-no-finger", null, CautionPlace.HandsIn);
        yield return new("rolled-tensions");
        yield return job switch
        {
            SeamJob.Picot => new("picot-length"),
            SeamJob.LettuceEdge => new("lettuce-wave"),
            _ => new("rolled-threads"),
        };
        yield return new("swatch");
        yield return new("trim-a-sliver", null, CautionPlace.Knife);
    }

    private static IEnumerable<ProcedureStep> Flatlock()
    {
        yield return new("flatlock-lay");
        yield return new("flatlock-tensions");
        yield return new("swatch");
        yield return new("flatlock-knife", null, CautionPlace.Knife);
        yield return new("flatlock-pull-open", new("flat-on-the-skin"));
    }

    private static IEnumerable<ProcedureStep> Edge()
    {
        yield return new("edge-single-layer", null, CautionPlace.Knife);
        yield return new("edge-corners");
    }

    private static IEnumerable<ProcedureStep> Decorative()
    {
        yield return new("line-wrong-side-up");
        yield return new("line-looser-and-longer");
        yield return new("line-curves");
    }

    private static IEnumerable<ProcedureStep> Repair()
    {
        yield return new("repair-find");
        yield return new("repair-unpick");
        yield return new("repair-over-the-gap", null, CautionPlace.Sewing);
        yield return new("repair-patch");
    }

    private static IEnumerable<ProcedureStep> Ends(SeamEntry seam)
    {
        if (seam.Job is not (SeamJob.Hem or SeamJob.Repair))
        {
            yield return new("secure-chain", new("chain-runs-back"));
        }
    }


    /// <summary>What is done where a ridge stands between the rows; null where tape is there already, or never goes on.</summary>
    private static Finding? Ridge(ChosenSchools schools) =>
        !schools.Follows(SchoolCatalogue.HemTape, "when-it-tunnels") ? null : schools.Follows(SchoolCatalogue.HemTension, "unchanged") ? new("ridge-tape") : new("ridge-tape-or-looser");

    private static Finding School(ChosenSchools schools, SchoolQuestion question) => new Finding("school").With("school", $"{question.Id}.{schools.Chosen(question).Id}");
}
