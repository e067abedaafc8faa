using YieldingLoop.Core.Cautions;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Procedures;

/// <summary>One step of a seam job.</summary>
/// <param name="Code">What is done.</param>
/// <param name="Why">Why, or which school it follows; null where it goes without saying.</param>
/// <param name="Caution">The caution that belongs to it; null where there is none.</param>
public sealed record ProcedureStep(string Code, Finding? Why = null, CautionPlace? Caution = null);

/// <summary>
/// How each seam job is carried out, from the cloth on the table to the finished seam, as it is sewn by its set-up: a hem
/// on a coverstitch machine has no bobbin, and one from the wrong side no row that is out of sight. Common practice F1 to
/// F15, G1 to G3, C6, D6 and D7; no published source.
/// </summary>
public static class ProcedureCatalogue
{
    /// <summary>From this linear density a thread is a thick one, tex.</summary>
    private const double ThickFromTex = 80;

    /// <summary>The steps of a seam.</summary>
    /// <param name="seam">The seam.</param>
    /// <param name="schools">The schools.</param>
    /// <param name="setup">The set-up it is sewn with; null while there is none, and then only what every machine does is said.</param>
    public static IReadOnlyList<ProcedureStep> For(SeamEntry seam, ChosenSchools schools, Setup? setup = null)
    {
        var sewn = new Sewn(seam, schools, setup);
        return
        [
            .. seam.Job switch
            {
                SeamJob.Hem => Hem(sewn),
                SeamJob.Elastic => Elastic(sewn),
                SeamJob.Band => Band(sewn),
                SeamJob.RolledHem or SeamJob.Picot or SeamJob.LettuceEdge => Rolled(sewn),
                SeamJob.Flatlock => Flatlock(sewn),
                SeamJob.EdgeFinish => Edge(sewn),
                SeamJob.DecorativeLine => Decorative(sewn),
                SeamJob.Repair => Repair(sewn),
                SeamJob.Topstitch => Topstitch(sewn),
                SeamJob.Binding => Binding(sewn),
                SeamJob.StayedSeam => Stayed(sewn),
                SeamJob.PinTuck => PinTuck(),
                SeamJob.SuperStretch => SuperStretch(),
                _ when setup?.Flatlock.Or(false) == true => Flatlock(sewn),
                _ => Join(sewn),
            },
            .. seam.Job == SeamJob.SuperStretch ? [] : Ends(sewn),
        ];
    }

    /// <summary>A seam and what it is sewn with.</summary>
    private sealed record Sewn(SeamEntry Seam, ChosenSchools Schools, Setup? Setup)
    {
        public StitchFamily? Family => Setup?.Stitch?.Family;

        public bool Overlocked => Family is StitchFamily.Overlock or StitchFamily.TwoThreadOveredge;

        public bool Covered => Family is StitchFamily.Cover or StitchFamily.Chain;

        public bool Twin => Family == StitchFamily.TwinNeedle;

        /// <summary>On a plain machine, with one needle.</summary>
        public bool Locked => Family is StitchFamily.Lockstitch or StitchFamily.Zigzag;

        public bool Triple => Setup?.Stitch == StitchCatalogue.TripleStraight;

        public bool Thick => Setup?.Threads.Any(t => !t.Key.IsNeedle() && t.Value.Resolve().Tex >= ThickFromTex) == true;

        public bool Tape => Setup?.Tape.Or(false) ?? Schools.Follows(SchoolCatalogue.HemTape, "always");
    }

    private static IEnumerable<ProcedureStep> Join(Sewn sewn)
    {
        if (sewn.Triple)
        {
            yield return new("baste", new("hard-to-unpick"));
        }
        else if (sewn.Seam.UnderLoad)
        {
            yield return new("baste-and-try-on");
        }

        yield return new(sewn.Covered ? "lap-the-edges" : "lay-face-to-face");
        yield return new("swatch");
        yield return new("sew-without-pulling", null, CautionPlace.Sewing);
        if (sewn.Triple)
        {
            yield return new("triple-beside-basting");
        }

        yield return Turning(sewn);
        if (sewn.Locked)
        {
            yield return new("press-allowances");
        }
    }

    /// <summary>How a corner is turned: on an overlocker the loops sit on the finger.</summary>
    private static ProcedureStep Turning(Sewn sewn) =>
        sewn.Overlocked ? new("overlock-corners") : sewn.Setup is null ? new("turn-by-machine") : new("turn-at-a-corner");

    private static IEnumerable<ProcedureStep> Hem(Sewn sewn)
    {
        var schools = sewn.Schools;
        yield return new("crosswise-hems-first");
        if (schools.Follows(SchoolCatalogue.RawEdge, "overlock") && !sewn.Covered)
        {
            yield return new("finish-raw-edge", School(schools, SchoolCatalogue.RawEdge));
        }

        yield return new("clip-crossing-seams");
        if (sewn.Tape)
        {
            yield return new("fuse-tape", School(schools, SchoolCatalogue.HemTape), CautionPlace.Tape);
        }

        yield return new("fold-the-hem");
        if (sewn.Twin || sewn.Covered)
        {
            yield return new(sewn.Covered ? "guide-over-the-edge" : "mark-guide-distance");
        }
        else if (sewn.Setup is not null)
        {
            yield return new("hem-from-the-wrong-side");
        }

        if (sewn.Twin && schools.Follows(SchoolCatalogue.HemTension, "always"))
        {
            yield return new("loosen-needle-first", School(schools, SchoolCatalogue.HemTension));
        }

        yield return new(sewn.Twin ? "swatch-hem" : sewn.Covered ? "swatch-cover-hem" : sewn.Locked ? "swatch-plain-hem" : "swatch", sewn.Twin || sewn.Covered ? Ridge(sewn) : null);
        if (sewn.Twin)
        {
            yield return new("twin-by-hand", null, CautionPlace.TwinNeedle);
        }

        yield return new(sewn.Setup is null ? "sew-as-set-up" : sewn.Locked ? "sew-along-the-edge" : "sew-along-the-guide", null, CautionPlace.Sewing);
        if (sewn.Twin)
        {
            yield return TwinEnds(sewn);
        }

        if (sewn.Covered)
        {
            yield return new("trim-if-not-covered");
        }
        else if (sewn.Setup is not null && schools.Follows(SchoolCatalogue.RawEdge, "raw"))
        {
            yield return new("trim-raw-edge", School(schools, SchoolCatalogue.RawEdge));
        }

        if (sewn.Tape)
        {
            yield return new("cut-what-is-left-over");
        }
    }

    private static IEnumerable<ProcedureStep> Elastic(Sewn sewn)
    {
        yield return new("elastic-quarters");
        yield return new(sewn.Overlocked ? "elastic-clips" : "elastic-pins");
        yield return new("swatch");
        yield return new("elastic-on-top", null, CautionPlace.Sewing);
        if (sewn.Overlocked)
        {
            yield return new("elastic-uncut", null, CautionPlace.Knife);
        }
    }

    private static IEnumerable<ProcedureStep> Band(Sewn sewn)
    {
        yield return new("band-quarters");
        yield return new("band-edges-even");
        yield return new("swatch");
        yield return new("band-on-top", new("band-is-stretched"), CautionPlace.Sewing);
        yield return sewn.Setup?.Threads.Any(t => t.Value.Resolve().HeatSensitive) == true ? new("press-toward-garment", null, CautionPlace.Iron) : new("press-toward-garment");
    }

    private static IEnumerable<ProcedureStep> Rolled(Sewn sewn)
    {
        yield return new("rolled-no-finger", null, CautionPlace.HandsIn);
        if (sewn.Setup?.ConverterName.TryGet(out _) == true)
        {
            yield return new("fit-the-converter");
        }

        yield return new(sewn.Family == StitchFamily.TwoThreadOveredge ? "rolled-two-threads" : "rolled-tensions");
        yield return sewn.Seam.Job switch
        {
            SeamJob.Picot => new("picot-length"),
            SeamJob.LettuceEdge => new("lettuce-wave"),
            _ => new("rolled-threads"),
        };
        yield return new("swatch");
        yield return new("rolled-knife", null, CautionPlace.Knife);
    }

    private static IEnumerable<ProcedureStep> Flatlock(Sewn sewn)
    {
        yield return new("flatlock-lay");
        if (sewn.Setup?.ConverterName.TryGet(out _) == true)
        {
            yield return new("fit-the-converter");
        }

        yield return new(sewn.Family == StitchFamily.TwoThreadOveredge ? "flatlock-two-threads" : "flatlock-tensions");
        yield return new("swatch");
        yield return new("flatlock-knife", null, CautionPlace.Knife);
        yield return new("flatlock-pull-open", new("flat-on-the-skin"));
    }

    private static IEnumerable<ProcedureStep> Edge(Sewn sewn)
    {
        if (sewn.Locked)
        {
            yield return new("edge-zigzag");
            yield return new("swatch");
            yield return Turning(sewn);
            yield break;
        }

        yield return new("edge-single-layer", null, CautionPlace.Knife);
        yield return new("swatch");
        yield return new("overlock-corners");
    }

    private static IEnumerable<ProcedureStep> Decorative(Sewn sewn)
    {
        yield return new("mark-the-line");
        if (sewn.Thick || sewn.Setup is null)
        {
            yield return new("line-wrong-side-up");
            yield return new("line-looser-and-longer");
        }

        if (sewn.Twin)
        {
            yield return new("twin-by-hand", null, CautionPlace.TwinNeedle);
        }

        yield return new("line-curves");
    }

    private static IEnumerable<ProcedureStep> Repair(Sewn sewn)
    {
        yield return new("repair-find");
        yield return new("repair-unpick");
        if (sewn.Triple)
        {
            yield return new("baste", new("hard-to-unpick"));
        }

        yield return new(sewn.Triple ? "repair-over-the-gap-triple" : "repair-over-the-gap", null, CautionPlace.Sewing);
        yield return new("repair-patch");
    }

    /// <summary>Rows over a finished seam, its allowances caught underneath.</summary>
    private static IEnumerable<ProcedureStep> Topstitch(Sewn sewn)
    {
        yield return new("allowances-to-one-side");
        yield return new(sewn.Twin || sewn.Covered ? "rows-astride-the-seam" : "row-beside-the-seam");
        yield return new("swatch");
        if (sewn.Twin)
        {
            yield return new("twin-by-hand", null, CautionPlace.TwinNeedle);
        }

        yield return new("topstitch-the-face", null, CautionPlace.Sewing);
        if (sewn.Twin)
        {
            yield return TwinEnds(sewn);
        }
    }

    private static IEnumerable<ProcedureStep> Binding(Sewn sewn)
    {
        yield return new("binding-cut");
        yield return new("binding-fold");
        yield return new("swatch");
        if (sewn.Twin)
        {
            yield return new("twin-by-hand", null, CautionPlace.TwinNeedle);
        }

        yield return new("binding-sew", new("band-is-stretched"), CautionPlace.Sewing);
        yield return new("binding-back");
        if (sewn.Twin)
        {
            yield return TwinEnds(sewn);
        }
    }

    /// <summary>A join with a tape or clear elastic in it, which keeps it from growing.</summary>
    private static IEnumerable<ProcedureStep> Stayed(Sewn sewn)
    {
        yield return new("stay-cut");
        yield return new("stay-lay");
        yield return new("swatch-stay");
        yield return new("stay-sew", null, sewn.Overlocked ? CautionPlace.Knife : CautionPlace.Sewing);
        yield return Turning(sewn);
    }

    private static IEnumerable<ProcedureStep> PinTuck()
    {
        yield return new("tuck-mark");
        yield return new("tuck-swatch");
        yield return new("twin-by-hand", null, CautionPlace.TwinNeedle);
        yield return new("tuck-sew", null, CautionPlace.Sewing);
        yield return new("tuck-press");
    }

    /// <summary>As the manual defines it (common practice D7): what is watched for is that the loops stay whole.</summary>
    private static IEnumerable<ProcedureStep> SuperStretch()
    {
        yield return new("super-row", null, CautionPlace.HandsIn);
        yield return new("lay-face-to-face");
        yield return new("super-swatch");
        yield return new("sew-without-pulling", null, CautionPlace.Sewing);
        yield return new("overlock-corners");
        yield return new("secure-chain");
    }

    private static ProcedureStep TwinEnds(Sewn sewn) =>
        new(sewn.Schools.Follows(SchoolCatalogue.TwinEnds, "tails") ? "tails-to-the-back" : "back-tack", School(sewn.Schools, SchoolCatalogue.TwinEnds));

    /// <summary>The ends: a chain that no later seam crosses is secured, a chain or cover seam locked (common practice G1, G2).</summary>
    private static IEnumerable<ProcedureStep> Ends(Sewn sewn)
    {
        if (sewn.Covered)
        {
            yield return new("lock-the-end", new("chain-runs-back"), CautionPlace.HandsInCover);
        }
        else if (sewn.Overlocked)
        {
            yield return new("secure-chain");
        }
        else if (sewn.Locked && sewn.Seam.Job != SeamJob.Repair)
        {
            yield return new("back-tack");
        }
        else if (sewn.Setup is null && sewn.Seam.Job is not (SeamJob.Hem or SeamJob.Repair))
        {
            yield return new("ends-by-machine");
        }
    }

    /// <summary>What is done where a ridge stands between the rows; null where tape is there already, or never goes on.</summary>
    private static Finding? Ridge(Sewn sewn) =>
        sewn.Tape || !sewn.Schools.Follows(SchoolCatalogue.HemTape, "when-it-tunnels") ? null
        : sewn.Schools.Follows(SchoolCatalogue.HemTension, "unchanged") ? new("ridge-tape") : new("ridge-tape-or-looser");

    private static Finding School(ChosenSchools schools, SchoolQuestion question) => new Finding("school").With("school", $"{question.Id}.{schools.Chosen(question).Id}");
}
