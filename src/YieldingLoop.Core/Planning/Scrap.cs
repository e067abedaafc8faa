using System.Globalization;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Units;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>
/// A scrap of cloth to play on: what it is sewn for, with which stitch, on which typical cloth, and how far it is stretched. Nothing
/// of it is kept anywhere; it is read from an address, and whatever stands in one leads to the nearest scrap there is.
/// </summary>
public sealed record Scrap
{
    /// <summary>A flatlock stands among the stitches as one of them.</summary>
    public const string FlatlockId = "flatlock";

    /// <summary>Furthest it is stretched, %.</summary>
    public const double MostNeedPercent = 200;

    private const string StartsOnClothId = "power-knit";

    /// <summary>What it is sewn for.</summary>
    public SeamJob Job { get; init; } = SeamJob.Join;

    /// <summary>The stitch, or <see cref="FlatlockId"/>; null where the best is taken.</summary>
    public string? StitchId { get; init; }

    /// <summary>The typical cloth.</summary>
    public string ClothId { get; init; } = StartsOnClothId;

    /// <summary>Which way the seam runs on it.</summary>
    public ClothDirection Direction { get; init; } = ClothDirection.Across;

    /// <summary>How far the wearer stretches it, %.</summary>
    public double NeedPercent { get; init; } = 30;

    /// <summary>The stitch its numbers were set for: those of another are left aside. Null where none were set.</summary>
    public string? NumbersOf { get; init; }

    /// <summary>The jobs that can be played: those of one cloth that the seam model has a path for.</summary>
    public static IReadOnlyList<JobFacts> Jobs { get; } = [.. Seams.Jobs.All.Where(j => j.Job is not (SeamJob.SuperStretch or SeamJob.StayedSeam))];

    /// <summary>The stitches that can be asked for, by their identifiers.</summary>
    public static IReadOnlyList<string> StitchIds { get; } = [.. StitchCatalogue.All.Select(s => s.Id), FlatlockId];

    /// <summary>One machine of each kind, as a new record starts from; nothing of them is anybody's.</summary>
    public static IReadOnlyList<Machine> Machines { get; } =
    [
        MachineTemplates.Create(MachineKind.Overlocker, "An overlocker"), MachineTemplates.Create(MachineKind.Coverstitch, "A coverstitch machine"), MachineTemplates.Plain("A plain machine") with { Plates = [new SlottedPart("zigzag plate", SlotMm)], Feet = [new SlottedPart("zigzag foot", SlotMm)] },
    ];

    /// <summary>Slot of the example's plate and foot, mm: wide enough for its whole swing.</summary>
    private const double SlotMm = 9;

    /// <summary>Reads a scrap from an address.</summary>
    /// <param name="asked">What the address says of a name; null where it says nothing.</param>
    /// <param name="notes">Receives what it says that cannot be, and what stands in its place.</param>
    public static Scrap Read(Func<string, string?> asked, List<Finding> notes)
    {
        var scrap = new Scrap();
        return scrap with
        {
            Job = Chosen("job", Jobs.Select(j => j.Job.Id()), scrap.Job.Id()) is var job ? Jobs.First(j => j.Job.Id() == job).Job : default,
            StitchId = Chosen("stitch", StitchIds, "") is { Length: > 0 } stitch ? stitch : null,
            ClothId = Chosen("cloth", TypicalCloths.All.Select(c => c.Id), scrap.ClothId),
            Direction = Chosen("runs", ["across", "lengthwise"], "across") == "across" ? ClothDirection.Across : ClothDirection.Lengthwise,
            NeedPercent = Nearest("need", asked("need"), scrap.NeedPercent, v => Math.Clamp(Math.Round(v), 0, MostNeedPercent), notes),
            NumbersOf = Chosen("of", StitchIds, "") is { Length: > 0 } of ? of : null,
        };

        string Chosen(string name, IEnumerable<string> known, string otherwise)
        {
            if (asked(name) is not { Length: > 0 } given)
            {
                return otherwise;
            }

            if (known.Contains(given, StringComparer.Ordinal))
            {
                return given;
            }

            notes.Add(new Finding("scrap-no-such").With("given", Short(given)).With("name", name));
            return otherwise;
        }
    }

    /// <summary>The seam.</summary>
    public SeamEntry Seam => new()
    {
        Name = "Scrap", Job = Job, Direction = Direction, Plies = Seams.Jobs.Of(Job)!.UsualPlies,
        NeedKind = NeedPercent > 0 ? NeedKind.OnBody : NeedKind.None, OnBodyMm = NeedPercent > 0 ? 100 + NeedPercent : null,
    };

    /// <summary>The cloth as it is entered: all of it typical.</summary>
    public ClothEntry ClothEntry => new() { Name = TypicalCloths.Find(ClothId)!.Name, TypicalId = ClothId };

    /// <summary>The question to the planner.</summary>
    /// <param name="schools">The schools to follow.</param>
    public PlanQuestion Question(ChosenSchools schools) => new(
        ClothEntry.Resolve().Value!, Seam, [.. Machines.Where(m => StitchId is null or FlatlockId || m.Stitches.Any(s => s.Id == StitchId)).Select(m => new MachineAtHand(m.Name, m, Setup.Unknown))],
        null, schools, PlannerWeights.Default, new() { StitchId = StitchId == FlatlockId ? null : StitchId, Flatlock = StitchId is null ? null : StitchId == FlatlockId });

    /// <summary>What a plan's stitch is called in an address.</summary>
    public static string StitchOf(SetupPlan plan) => plan.Flatlock ? FlatlockId : plan.StitchId;

    /// <summary>The settable number nearest to what an address says; what was meant otherwise is noted.</summary>
    internal static double Nearest(string name, string? given, double otherwise, Func<double, double> settable, List<Finding> notes)
    {
        if (string.IsNullOrEmpty(given))
        {
            return otherwise;
        }

        if (DecimalText.Read(given, out var value) != DecimalTextFault.None)
        {
            notes.Add(new Finding("scrap-no-such").With("given", Short(given)).With("name", name));
            return otherwise;
        }

        var nearest = settable(value);
        if (Math.Abs(nearest - value) > 1e-6)
        {
            notes.Add(new Finding("scrap-nearest").With("given", Short(given)).With("name", name).With("figure", nearest));
        }

        return nearest;
    }

    private const int LongestGiven = 24;

    /// <summary>What an address says, no longer than a line takes.</summary>
    internal static string Short(string given) => given.Length > LongestGiven ? given[..LongestGiven] + "…" : given;

    /// <summary>A number as an address says it.</summary>
    public static string Written(double number) => number.ToString("0.####", CultureInfo.InvariantCulture);
}
