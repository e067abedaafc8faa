using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Planning;

/// <summary>A scrap with the best set-up for it, and whatever was tried otherwise.</summary>
/// <param name="Scrap">What was asked for, as far as there is such a scrap.</param>
/// <param name="Machine">The machine it is sewn on.</param>
/// <param name="Plan">The best set-up for it.</param>
/// <param name="Changes">What is tried otherwise, each as near as it can be set.</param>
/// <param name="Tried">The set-up with that.</param>
/// <param name="Notes">What the address says that cannot be, and what stands in its place.</param>
public sealed record ScrapSewn(Scrap Scrap, Machine Machine, SetupPlan Plan, Setup Changes, TriedOut Tried, IReadOnlyList<Finding> Notes)
{
    private const string DialOf = "dial-", ThreadOf = "thread-";

    /// <summary>Names of an address that set no dial and no thread.</summary>
    private static readonly string[] OtherNames = ["length", "width", "cut", "differential", "pressure", "finger"];

    /// <summary>The nearest scrap to what an address says.</summary>
    /// <param name="asked">What the address says of a name; null where it says nothing.</param>
    /// <param name="numbers">The names of the address that set a number or a thread, without what stands before them.</param>
    /// <param name="number">What it says of one of those.</param>
    /// <param name="schools">The schools to follow.</param>
    /// <param name="plan">Plans, or remembers that it did.</param>
    public static ScrapSewn Read(Func<string, string?> asked, IEnumerable<string> numbers, Func<string, string?> number, ChosenSchools schools, Func<PlanQuestion, Outcome<PlanAnswer>> plan)
    {
        var notes = new List<Finding>();
        var scrap = Scrap.Read(asked, notes);
        (scrap, var planned) = Planned(scrap, schools, plan, notes);
        var (machine, best, cloth) = (Scrap.Machines.First(m => m.Name == planned.MachineId), planned.Plan, scrap.ClothEntry.Resolve().Value!);
        var changes = scrap.NumbersOf is { } of && of != Scrap.StitchOf(best) ? Setup.Unknown : Nearest(best, machine, [.. numbers], number, notes);
        var tried = TriedOut.Of(best, changes, machine, cloth, scrap.Seam, MachineLearnt.Nothing);
        if (tried.Value is null)
        {
            // Each could be set, and yet no seam comes of them together.
            notes.Add(new Finding("scrap-not-together"));
            changes = Setup.Unknown;
            tried = TriedOut.Of(best, changes, machine, cloth, scrap.Seam, MachineLearnt.Nothing);
        }

        return new(scrap, machine, best, changes, tried.Value ?? throw new InvalidOperationException("A planned scrap makes no case."), notes);
    }

    /// <summary>The nearest scrap that can be sewn: as it is, on another cloth, with another stitch, with both otherwise.</summary>
    private static (Scrap Scrap, PlannedSetup Planned) Planned(Scrap asked, ChosenSchools schools, Func<PlanQuestion, Outcome<PlanAnswer>> plan, List<Finding> notes)
    {
        var free = asked with { StitchId = null };
        Scrap[] nearest = [asked, .. OnOthers(asked), free, .. OnOthers(free), new Scrap { NeedPercent = asked.NeedPercent }];
        foreach (var scrap in nearest)
        {
            if (plan(scrap.Question(schools)).Value?.Best is not { } planned)
            {
                continue;
            }

            if (scrap.StitchId != asked.StitchId)
            {
                notes.Add(new Finding("scrap-not-with-stitch").With("job", asked.Job.Id()).With("stitch", asked.StitchId!));
            }

            if (scrap.ClothId != asked.ClothId)
            {
                notes.Add(new Finding("scrap-not-with-cloth").With("job", asked.Job.Id()).With("cloth", asked.ClothEntry.Name).With("shown", scrap.ClothEntry.Name));
            }

            return (scrap, planned);
        }

        throw new InvalidOperationException("The scrap to begin with cannot be planned.");
    }

    /// <summary>The same on every other cloth, the one nearest in weight first.</summary>
    private static IEnumerable<Scrap> OnOthers(Scrap scrap)
    {
        var asked = TypicalCloths.Find(scrap.ClothId)!;
        return TypicalCloths.All.Where(c => c != asked).OrderBy(c => Math.Abs(c.AreaDensityGsm - asked.AreaDensityGsm)).Select(c => scrap with { ClothId = c.Id });
    }

    /// <summary>All of it as an address says it: read again, it is the same scrap, whatever would be planned by then.</summary>
    /// <param name="before">What stands before the names of numbers and threads.</param>
    public IReadOnlyList<KeyValuePair<string, string>> Address(string before)
    {
        var setup = Changes.Over(Plan.Setup);
        var head = setup.HeadOf(Plan.Tuned(Machine));
        var said = new List<KeyValuePair<string, string>>
        {
            new("job", Scrap.Job.Id()), new("stitch", Scrap.StitchOf(Plan)), new("cloth", Scrap.ClothId), new("runs", Scrap.Direction == ClothDirection.Across ? "across" : "lengthwise"),
            new("need", Scrap.Written(Scrap.NeedPercent)), new("of", Scrap.StitchOf(Plan)),
        };
        foreach (var (position, dial) in setup.Dials.Where(d => head.Has(d.Key)))
        {
            said.Add(new($"{before}{DialOf}{position.Id()}", Scrap.Written(dial)));
        }

        foreach (var (name, place) in new[] { ("length", setup.StitchLengthMm), ("width", setup.ZigzagWidthMm), ("cut", setup.CuttingWidthMm), ("differential", setup.Differential), ("pressure", setup.FootPressure) })
        {
            if (place.TryGet(out var figure) && RangeOf(name, head) is not null)
            {
                said.Add(new(before + name, Scrap.Written(figure)));
            }
        }

        if (setup.FingerName.TryGet(out var finger))
        {
            said.Add(new(before + "finger", finger));
        }

        said.AddRange(setup.Threads.Select(t => new KeyValuePair<string, string>($"{before}{ThreadOf}{t.Key.Id()}", t.Value.KindId)));
        return said;
    }

    private static Setup Nearest(SetupPlan plan, Machine machine, IReadOnlyCollection<string> names, Func<string, string?> asked, List<Finding> notes)
    {
        var (setup, head) = (plan.Setup, plan.Setup.HeadOf(plan.Tuned(machine)));
        var tried = new Setup();
        foreach (var name in names)
        {
            if (asked(name) is not { Length: > 0 } given)
            {
                continue;
            }

            if (name.StartsWith(DialOf, StringComparison.Ordinal) && ThreadPositions.TryFromId(name[DialOf.Length..], out var dialled) && setup.Dials[dialled].TryGet(out var stood) && head.Has(dialled))
            {
                tried = tried with { Dials = tried.Dials.With(dialled, Scrap.Nearest(name, given, stood, head.DialOf(dialled).Settable, notes)) };
            }
            else if (name.StartsWith(ThreadOf, StringComparison.Ordinal) && ThreadPositions.TryFromId(name[ThreadOf.Length..], out var threaded) && setup.Threads[threaded].TryGet(out var thread))
            {
                if (ThreadCatalogue.Find(given) is null)
                {
                    notes.Add(new Finding("scrap-no-such").With("given", Scrap.Short(given)).With("name", name));
                }
                else if (given != thread.KindId)
                {
                    tried = tried with { Threads = tried.Threads.With(threaded, new SewingThread(given) { Run = thread.Run }) };
                }
            }
            else if (name == "finger" && head is Overlocker overlocker && setup.FingerName.IsThere)
            {
                if (overlocker.Fingers.Any(f => f.Name == given))
                {
                    tried = tried with { FingerName = given };
                }
                else
                {
                    notes.Add(new Finding("scrap-no-such").With("given", Scrap.Short(given)).With("name", name));
                }
            }
            else if (RangeOf(name, head) is { } range && PlaceOf(name, setup) is { IsThere: true } place)
            {
                Place<double> number = Scrap.Nearest(name, given, place.Value, range.Settable, notes);
                tried = name switch
                {
                    "length" => tried with { StitchLengthMm = number },
                    "width" => tried with { ZigzagWidthMm = number },
                    "cut" => tried with { CuttingWidthMm = number },
                    "differential" => tried with { Differential = number },
                    _ => tried with { FootPressure = number },
                };
            }
            else
            {
                // A name nobody knows, or one this stitch has no place for.
                notes.Add(new Finding(OtherNames.Contains(name) || name.StartsWith(DialOf, StringComparison.Ordinal) || name.StartsWith(ThreadOf, StringComparison.Ordinal) ? "scrap-has-none" : "scrap-left-aside").With("name", Scrap.Short(name)).With("given", Scrap.Short(given)));
            }
        }

        return tried;
    }

    private static Place<double> PlaceOf(string name, Setup setup) => name switch
    {
        "length" => setup.StitchLengthMm,
        "width" => setup.ZigzagWidthMm,
        "cut" => setup.CuttingWidthMm,
        "differential" => setup.Differential,
        "pressure" => setup.FootPressure,
        _ => Place<double>.Unknown,
    };

    private static SettingRange? RangeOf(string name, Machine head) => name switch
    {
        "length" => head.StitchLengthMm,
        "width" => head is PlainMachine plain ? new(0, plain.WidestZigzagMm, WidthStepMm) : null,
        "cut" => (head as Overlocker)?.CuttingWidthMm,
        "differential" => head.Feed,
        "pressure" => head.FootPressure,
        _ => null,
    };

    /// <summary>From one zigzag width to the next, mm.</summary>
    public const double WidthStepMm = 0.5;
}
