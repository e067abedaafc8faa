using BenchmarkDotNet.Attributes;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Bench;

/// <summary>The seam model and the planner.</summary>
[MemoryDiagnoser]
[ShortRunJob]
public class ModelBenchmarks
{
    private const int SetUps = 100_000;

    private readonly SeamGeometry geometry = new(StitchCatalogue.ThreeThreadOveredge, 2.5, 0.96) { LoopWidthMm = 5, BiteMm = 5 };

    private readonly LaidThread[] threads =
    [
        new(ThreadPosition.NeedleRight, ThreadCatalogue.SpunPolyester, 30),
        new(ThreadPosition.UpperLooper, ThreadCatalogue.SpunPolyester, 11),
        new(ThreadPosition.LowerLooper, ThreadCatalogue.TexturedNylon, 13),
    ];

    private readonly ThreadReading[] readings = new ThreadReading[SeamModel.MostThreads];

    private static readonly PlanQuestion Question = PlanQuestion.OnOne(
        new ClothEntry { Name = "Power knit", TypicalId = "power-knit", Elastane = true }.Resolve().Value!,
        new SeamEntry { Name = "Side seam", NeedKind = NeedKind.Movement, MovementId = "seat-length", OnSkin = true },
        OverlockerTemplate.Create("Bench"),
        ChosenSchools.Default);

    /// <summary>The same overlocker so many times: the lattice grows with them.</summary>
    private static PlanQuestion Machines(int count) =>
        Question with { Machines = [.. Enumerable.Range(0, count).Select(i => new MachineAtHand($"{i}", OverlockerTemplate.Create("Bench"), YieldingLoop.Core.Setups.Setup.Unknown))] };

    private readonly PlanQuestion one = Machines(1), two = Machines(2), four = Machines(4), eight = Machines(8);

    /// <summary>One 504 set-up.</summary>
    [Benchmark]
    public double Evaluate504() => SeamModel.Evaluate(geometry, threads, readings).YieldPercent;

    /// <summary>100,000 of them, each with another stitch length, on one core.</summary>
    [Benchmark]
    public double HundredThousandOnOneCore() => Range(0, SetUps);

    /// <summary>The same on two cores.</summary>
    [Benchmark]
    public double HundredThousandOnTwoCores()
    {
        var halves = new double[2];
        Parallel.For(0, 2, new ParallelOptions { MaxDegreeOfParallelism = 2 }, half => halves[half] = Range(half * SetUps / 2, (half + 1) * SetUps / 2));
        return halves[0] + halves[1];
    }

    /// <summary>One plan: the whole lattice of one overlocker, reasons and alternatives.</summary>
    [Benchmark]
    public object? Plan() => Planner.Plan(one).Value;

    /// <summary>The lattice of two, to see how the search grows.</summary>
    [Benchmark]
    public object? PlanOnTwo() => Planner.Plan(two).Value;

    /// <summary>The lattice of four.</summary>
    [Benchmark]
    public object? PlanOnFour() => Planner.Plan(four).Value;

    /// <summary>The lattice of eight.</summary>
    [Benchmark]
    public object? PlanOnEight() => Planner.Plan(eight).Value;

    private double Range(int from, int to)
    {
        Span<ThreadReading> own = new ThreadReading[SeamModel.MostThreads];
        double sum = 0;
        for (var i = from; i < to; i++)
        {
            var varied = geometry with { StitchLengthMm = 1 + i * (4.0 / SetUps) };
            sum += SeamModel.Evaluate(varied, threads, own).YieldPercent;
        }

        return sum;
    }
}
