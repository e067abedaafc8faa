using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Seams;

/// <summary>Sews one swatch by the model, so that a test reads like the fact it shows.</summary>
internal sealed record Sew(Stitch Stitch)
{
    public double LengthMm { get; init; } = 2.5;

    public double ThicknessMm { get; init; } = 0.8;

    public double WidthMm { get; init; } = 3;

    public double GaugeMm { get; init; } = 2.2;

    public double LoopWidthMm { get; init; } = 5;

    public double BiteMm { get; init; } = 5;

    public ThreadKind Needles { get; init; } = ThreadCatalogue.SpunPolyester;

    public ThreadKind Others { get; init; } = ThreadCatalogue.SpunPolyester;

    /// <summary>Kinds that differ from the rest.</summary>
    public Dictionary<ThreadPosition, ThreadKind> Kinds { get; init; } = [];

    /// <summary>Dial steps tighter than neutral, by position; tension 0 steps where nothing is said.</summary>
    public Dictionary<ThreadPosition, double> Steps { get; init; } = [];

    /// <summary>Tension as a share of what the dial gives: 0.05 outside the disc.</summary>
    public double NeedleShare { get; init; } = 1;

    /// <summary>Tensions at T₀ whatever the thread, instead of what a dial at neutral gives.</summary>
    public bool AtNeutralTension { get; init; }

    public SeamGeometry Geometry => new(Stitch, LengthMm, ThicknessMm) { ZigzagWidthMm = WidthMm, GaugeMm = GaugeMm, LoopWidthMm = LoopWidthMm, BiteMm = BiteMm };

    public LaidThread[] Threads =>
        [.. Stitch.NeedlePositions.Take(Stitch.Needles).Concat(Stitch.OtherPositions).Select(position =>
        {
            var kind = Kinds.TryGetValue(position, out var own) ? own : position.IsNeedle() ? Needles : Others;
            var tension = AtNeutralTension
                ? position.NeutralTensionCentinewtons()
                : DialTension.TensionAt(position, kind, Steps.TryGetValue(position, out var steps) ? steps : 0, ThreadCatalogue.SpunPolyester);
            return new LaidThread(position, kind, tension * (position.IsNeedle() ? NeedleShare : 1));
        })];

    public SeamReading Read() => SeamModel.Evaluate(Geometry, Threads, new ThreadReading[SeamModel.MostThreads]);

    public IReadOnlyList<ThreadReading> ReadThreads()
    {
        var readings = new ThreadReading[Threads.Length];
        SeamModel.Evaluate(Geometry, Threads, readings);
        return readings;
    }
}
