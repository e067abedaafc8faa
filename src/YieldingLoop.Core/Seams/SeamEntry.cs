using YieldingLoop.Core.Cloth;

namespace YieldingLoop.Core.Seams;

/// <summary>What a seam is to do.</summary>
public enum SeamJob
{
    /// <summary>Join pieces.</summary>
    Join,

    /// <summary>Finish a single edge.</summary>
    EdgeFinish,

    /// <summary>A rolled hem on thin cloth.</summary>
    RolledHem,

    /// <summary>Turn up a hem.</summary>
    Hem,

    /// <summary>Sew elastic on.</summary>
    Elastic,

    /// <summary>Sew a band onto an opening.</summary>
    Band,

    /// <summary>A rolled hem with a longer stitch: a softer edge for silky cloth.</summary>
    Picot,

    /// <summary>A rolled hem stretched into waves.</summary>
    LettuceEdge,

    /// <summary>A join pulled open flat, with no ridge.</summary>
    Flatlock,

    /// <summary>A line of stitching that is there to be seen.</summary>
    DecorativeLine,

    /// <summary>Mend a seam or a hole.</summary>
    Repair,

    /// <summary>Stitch over a seam that is already joined.</summary>
    Topstitch,

    /// <summary>Bind an edge with a strip folded over it.</summary>
    Binding,

    /// <summary>A join that must not grow: tape or clear elastic is sewn in.</summary>
    StayedSeam,

    /// <summary>Ridges drawn up between the rows of a twin needle.</summary>
    PinTuck,

    /// <summary>A seam for an extreme pull, sewn as the machine's own manual defines it; the seam model has no path for it.</summary>
    SuperStretch,
}

/// <summary>How the need of a seam is found.</summary>
public enum NeedKind
{
    /// <summary>An opening passes over the body.</summary>
    Opening,

    /// <summary>Worn tighter than the body, and moved in.</summary>
    NegativeEase,

    /// <summary>Movement along limb or trunk alone.</summary>
    Movement,

    /// <summary>Measured on the body: 100 mm marked, the position taken, measured again.</summary>
    OnBody,

    /// <summary>Nobody stretches it.</summary>
    None,
}

/// <summary>A seam as it was entered. Lengths in mm.</summary>
public sealed record SeamEntry
{
    /// <summary>Longest name, characters.</summary>
    public const int LongestName = 80;

    /// <summary>Most need that is believed, %.</summary>
    public const double MostNeedPercent = 300;

    /// <summary>The user's name for it.</summary>
    public string Name { get; init; } = "";

    /// <summary>What it is to do.</summary>
    public SeamJob Job { get; init; }

    /// <summary>Which way it runs on the cloth.</summary>
    public ClothDirection Direction { get; init; } = ClothDirection.Lengthwise;

    /// <summary>How many layers of its cloth it goes through.</summary>
    public int Plies { get; init; } = 2;

    /// <summary>The layers of another cloth; null where all are of one.</summary>
    public OtherLayers? Other { get; init; }

    /// <summary>Widest seam allowance that is believed, mm.</summary>
    public const double MostAllowanceMm = 60;

    /// <summary>The pattern's seam allowance, from the seam line to the raw edge, mm; null where it was not said.</summary>
    public double? AllowanceMm { get; init; }

    /// <summary>Longest seam that is believed, mm.</summary>
    public const double MostLengthMm = 20_000;

    /// <summary>How long the seam is, mm; null where it was not said. It decides how much thread is wanted, and nothing else.</summary>
    public double? LengthMm { get; init; }

    /// <summary>Where on the body it lies, an identifier of <see cref="BodyZones"/>; null where it was not said.</summary>
    public string? ZoneId { get; init; }

    /// <summary>Whether it is to take load.</summary>
    public bool Reinforced { get; init; }

    /// <summary>Whether it lies against the skin.</summary>
    public bool OnSkin { get; init; }

    /// <summary>Whether it is seen when worn.</summary>
    public bool Seen { get; init; }

    /// <summary>How its need is found.</summary>
    public NeedKind NeedKind { get; init; } = NeedKind.NegativeEase;

    /// <summary>What passes through an opening, or the girth of the body.</summary>
    public double? GirthMm { get; init; }

    /// <summary>The opening, or the garment's girth, at rest.</summary>
    public double? GarmentMm { get; init; }

    /// <summary>Identifier of the skin strain that movement adds; null for none.</summary>
    public string? MovementId { get; init; }

    /// <summary>What 100 mm marked on the body becomes in the position.</summary>
    public double? OnBodyMm { get; init; }

    /// <summary>Whether the seam takes load: by what was said of it, or by where it lies.</summary>
    public bool UnderLoad => Reinforced || BodyZones.Find(ZoneId)?.UnderLoad == true;

    /// <summary>Works out the need, or says what is missing or wrong.</summary>
    public Outcome<Need> Resolve()
    {
        var problems = new List<Problem>();
        if (string.IsNullOrWhiteSpace(Name))
        {
            problems.Add(new("name", "Give the seam a name you will know it by, \"side seam\" for instance."));
        }
        else if (Name.Trim().Length > LongestName)
        {
            problems.Add(new("name", $"The name is {Name.Trim().Length:N0} characters long; at most {LongestName} fit on a card."));
        }

        var together = Plies + (Other?.Plies ?? 0);
        if (Jobs.Of(Job) is { LeastPlies: > 1 and var least } job && (together < least || Plies is < 1 or > 6))
        {
            problems.Add(new("plies", Other is null ? $"{job.Sentence} goes through {least} to 6 layers." : $"{job.Sentence} goes through {least} layers or more, both cloths together; here it is {together}."));
        }
        else if (Plies is < 1 or > 6)
        {
            problems.Add(new("plies", "An edge is 1 to 6 layers thick."));
        }

        if (Other is { } other)
        {
            problems.AddRange(Jobs.Of(Job) is { TakesOther: false } alone ? [new("other", $"{alone.Sentence} is of one cloth. Choose another job, or take the other cloth out.")] : other.Problems());
        }
        else if (Job == SeamJob.StayedSeam)
        {
            problems.Add(new("other", "Say which tape or clear elastic goes into the seam: how far it stretches decides how far the seam may."));
        }

        if (AllowanceMm is not null and not (> 0 and <= MostAllowanceMm))
        {
            problems.Add(new("allowanceMm", $"A seam allowance is above 0 and at most {MostAllowanceMm:0} mm. Leave it empty where the pattern has none."));
        }

        if (LengthMm is not null and not (> 0 and <= MostLengthMm))
        {
            problems.Add(new("lengthMm", $"A seam is above 0 and at most {MostLengthMm:0} mm long. Leave it empty where you do not know."));
        }

        if (ZoneId is not null && BodyZones.Find(ZoneId) is null)
        {
            problems.Add(new("zoneId", "Choose one of the places offered."));
        }

        if (!Enum.IsDefined(Job) || !Enum.IsDefined(Direction) || !Enum.IsDefined(NeedKind))
        {
            problems.Add(new("job", "Choose one of the choices offered."));
        }

        var need = ResolveNeed(problems);
        if (need is { Percent: > MostNeedPercent })
        {
            problems.Add(new("girthMm", $"That asks the seam for {need.Percent:0} % stretch; more than {MostNeedPercent:0} % is not believed. Check the two lengths and their unit (mm)."));
        }

        return problems.Count > 0 ? Outcome.Failed<Need>(problems) : Outcome.Of(need!);
    }

    private Need? ResolveNeed(List<Problem> problems)
    {
        switch (NeedKind)
        {
            case NeedKind.None:
                return Need.None;
            case NeedKind.Movement:
                if (SkinStrainCatalogue.Find(MovementId) is { } strain)
                {
                    return Need.ForMovement(strain);
                }

                problems.Add(new("movementId", "Choose where on the body it moves. Nothing published there? Measure it on the body."));
                return null;
            case NeedKind.OnBody:
                if (OnBodyMm is >= 100 and <= 300)
                {
                    return Need.Given(OnBodyMm.Value - 100);
                }

                problems.Add(new("onBodyMm", "100 mm marked on the body become 100 to 300 mm in the position."));
                return null;
            default:
                var girth = Length("girthMm", GirthMm, problems);
                var garment = Length("garmentMm", GarmentMm, problems);
                var movement = SkinStrainCatalogue.Find(MovementId);
                if (MovementId is not null && movement is null && NeedKind == NeedKind.NegativeEase)
                {
                    problems.Add(new("movementId", "No skin strain is published for this place. Measure it on the body."));
                }

                return girth is not { } body || garment is not { } cloth ? null
                    : NeedKind == NeedKind.Opening ? Need.ForOpening(body, cloth)
                    : Need.ForNegativeEase(body, cloth, movement);
        }
    }

    private static double? Length(string field, double? value, List<Problem> problems)
    {
        if (value is >= 30 and <= 3000)
        {
            return value;
        }

        problems.Add(new(field, "A girth or opening is between 30 and 3000 mm."));
        return null;
    }
}
