using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Units;
using static System.FormattableString;

namespace YieldingLoop.Core.Threads;

/// <summary>The system a label gives a thread's thickness in.</summary>
public enum LabelSystem
{
    /// <summary>No figure that converts.</summary>
    None,

    /// <summary>Tex, g/km.</summary>
    Tex,

    /// <summary>Decitex, g/10 km.</summary>
    Decitex,

    /// <summary>Denier, g/9 km.</summary>
    Denier,

    /// <summary>Metric count Nm, km/kg.</summary>
    MetricCount,

    /// <summary>English cotton count Ne.</summary>
    CottonCount,
}

/// <summary>What holds a thread.</summary>
public enum ThreadHolder
{
    /// <summary>A cone.</summary>
    Cone,

    /// <summary>A spool.</summary>
    Spool,

    /// <summary>A bobbin wound from something else.</summary>
    Bobbin,
}

/// <summary>A thread in the drawer.</summary>
public sealed record ThreadStock
{
    /// <summary>Longest name, characters.</summary>
    public const int LongestName = 60;

    /// <summary>Most metres that are believed.</summary>
    public const double MostMetres = 100_000;

    /// <summary>Dearest price of 1,000 m that is believed.</summary>
    public const double MostPricePerKm = 10_000;

    /// <summary>The user's name for it.</summary>
    public string Name { get; init; } = "";

    /// <summary>Kind; empty until it is known.</summary>
    public string KindId { get; init; } = "";

    /// <summary>System of <see cref="LabelFigure"/>.</summary>
    public LabelSystem LabelSystem { get; init; }

    /// <summary>The figure in that system.</summary>
    public double? LabelFigure { get; init; }

    /// <summary>Whatever else the label says, kept as text: "size 60" converts to nothing.</summary>
    public string LabelText { get; init; } = "";

    /// <summary>#rrggbb; null where not noted.</summary>
    public string? Colour { get; init; }

    /// <summary>Metres left, of all holders together; null where not known.</summary>
    public double? MetresLeft { get; init; }

    /// <summary>What it is on.</summary>
    public ThreadHolder Holder { get; init; }

    /// <summary>How many of them.</summary>
    public int Count { get; init; } = 1;

    /// <summary>Metres on one full one, by its label; null where not noted.</summary>
    public double? FullMetres { get; init; }

    /// <summary>The weighing its metres were last found by; null where it never stood on a scale.</summary>
    public ThreadWeighing? Weighed { get; init; }

    /// <summary>Price of 1,000 m, in the workroom's money; null where not noted.</summary>
    public double? PricePerKm { get; init; }

    /// <summary>What was found out by pulling and looking.</summary>
    public ThreadTest Test { get; init; } = new();

    /// <summary>Linear density by the label, tex; null where it gives none that converts.</summary>
    public double? LabelTex => LabelFigure is not > 0 ? null : LabelSystem switch
    {
        LabelSystem.Tex => LabelFigure,
        LabelSystem.Decitex => LabelFigure / 10,
        LabelSystem.Denier => LinearDensity.FromDenier(LabelFigure.Value).Tex,
        LabelSystem.MetricCount => LinearDensity.FromMetricCount(LabelFigure.Value).Tex,
        LabelSystem.CottonCount => LinearDensity.FromCottonCount(LabelFigure.Value).Tex,
        _ => null,
    };

    /// <summary>Linear density it is weighed by, tex: the label's, else the working value of its kind; null where neither is known.</summary>
    public double? WeighingTex => LabelTex ?? ThreadCatalogue.Find(KindId)?.Tex;

    /// <summary>Metres by its weighing, m, as they are written down; null where it was not weighed, or its tex is not known.</summary>
    public double? WeighedMetres => Weighed is { } weighed && WeighingTex is { } tex ? Math.Round(weighed.Metres(Count, tex), 1) : null;

    /// <summary>Whether its metres were found by the scale since an earlier version of its record.</summary>
    public bool WeighedSince(ThreadStock? before) => MetresLeft is { } left && left == WeighedMetres && (before is null || Weighed != before.Weighed || left != before.MetresLeft);

    /// <summary>The thread as the seam model takes it, or what is missing or wrong.</summary>
    public Outcome<ThreadKind> Resolve()
    {
        var problems = new List<Problem>();
        if (string.IsNullOrWhiteSpace(Name) || Name.Trim().Length > LongestName)
        {
            problems.Add(new("name", string.IsNullOrWhiteSpace(Name) ? "Give the thread a name you will know it by." : $"The name is {Name.Trim().Length:N0} characters long; at most {LongestName} fit."));
        }

        var kind = ThreadCatalogue.Find(KindId);
        if (kind is null)
        {
            problems.Add(new("kindId", "Choose the kind of thread. Not sure? Pull a marked piece and answer what you can; the kinds it resembles are named beside the form."));
        }

        if (LabelSystem != LabelSystem.None && LabelFigure is null)
        {
            problems.Add(new("labelFigure", "Write the figure the label gives, or choose “no figure that converts”."));
        }
        else if (LabelSystem == LabelSystem.None && LabelFigure is not null)
        {
            problems.Add(new("labelSystem", "Say which system the figure is in. A “size” or “weight” is kept as text: it converts to nothing."));
        }
        else if (LabelFigure is not null && LabelTex is not (>= SewingThread.LeastTex and <= SewingThread.MostTex))
        {
            problems.Add(new("labelFigure", LabelTex is { } tex
                ? Invariant($"That comes to {tex:0.##} tex; sewing threads lie between {SewingThread.LeastTex:0} and {SewingThread.MostTex:0}. Check the figure and its system.")
                : "The figure is above 0."));
        }

        if (LabelText.Length > 80)
        {
            problems.Add(new("labelText", "The label's text has room for 80 characters."));
        }

        if (Colour is not null && !CieLab.TryFromHex(Colour, out _))
        {
            problems.Add(new("colour", "A colour is written # and six digits 0–9, a–f."));
        }

        if (MetresLeft is not null and not (>= 0 and <= MostMetres))
        {
            problems.Add(new("metresLeft", Invariant($"Between 0 and {MostMetres:#,0} metres are left.")));
        }

        if (FullMetres is not null and not (> 0 and <= MostMetres))
        {
            problems.Add(new("fullMetres", Invariant($"A full one holds more than 0 and at most {MostMetres:#,0} metres.")));
        }

        if (PricePerKm is not null and not (>= 0 and <= MostPricePerKm))
        {
            problems.Add(new("pricePerKm", Invariant($"A price is 0 or more, and at most {MostPricePerKm:#,0} for 1,000 m.")));
        }

        if (Weighed is not null)
        {
            problems.AddRange(Weighed.Problems(Count).Select(p => p with { Field = "weighed." + p.Field }));
        }

        if (Count is < 1 or > 999 || !Enum.IsDefined(Holder))
        {
            problems.Add(new("count", "There is at least one of it, and at most 999."));
        }

        problems.AddRange(Test.Problems().Select(p => p with { Field = "test." + p.Field }));
        return problems.Count > 0 ? Outcome.Failed<ThreadKind>(problems) : Outcome.Of(Own(kind!));
    }

    /// <summary>The kind with this thread's own figures in the place of the working values.</summary>
    private ThreadKind Own(ThreadKind kind) => kind with
    {
        Tex = LabelTex ?? kind.Tex,
        // A thread that broke without a measurable extension still gives a little.
        BreakExtension = Test.BreakExtension is { } extension ? Math.Max(extension, 0.01) : kind.BreakExtension,
    };
}
