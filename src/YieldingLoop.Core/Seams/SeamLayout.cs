using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Seams;

/// <summary>
/// Where the threads of one seam lie: who holds whom, where the loopers meet, and from that the path of each
/// (the table of model section 4) and what is seen of it (section 6).
/// </summary>
internal readonly ref struct SeamLayout
{
    /// <summary>How far the loopers' meeting line moves, mm, per unit of ln(T_upper/T_lower). Working value.</summary>
    public const double MeetingLinePerLog = 2.2;

    /// <summary>Needle loop, mm, at balanced tensions. Working value.</summary>
    private const double BalancedNeedleLoop = 0.20;

    /// <summary>
    /// The power by which the needle loop follows the tensions: drawn more than in proportion, so that a flatlock opens
    /// as it does in the hand. Working value, since version 2.
    /// </summary>
    private const double NeedleLoopPower = 1.5;

    /// <summary>Share of wrap left when the seam is pulled. Working value.</summary>
    public const double WrapLeft = 0.4;

    /// <summary>Longest needle loop of 401, mm.</summary>
    private const double ChainLoopLimit = 6;

    private readonly SeamGeometry g;
    private readonly ReadOnlySpan<LaidThread> threads;
    private readonly Stitch stitch;
    private readonly double a;
    private readonly double upperWidth;
    private readonly double gauge;
    private readonly int holder;

    /// <param name="geometry">The seam as sewn.</param>
    /// <param name="laid">Its threads.</param>
    /// <param name="meetingPerLogMm">How far the meeting line moves, mm, per unit of ln(T_upper/T_lower).</param>
    public SeamLayout(in SeamGeometry geometry, ReadOnlySpan<LaidThread> laid, double meetingPerLogMm = MeetingLinePerLog)
    {
        g = geometry;
        threads = laid;
        stitch = geometry.Stitch;
        a = geometry.LoopWidthMm;
        gauge = stitch.Needles > 1 ? geometry.GaugeMm : 0;
        upperWidth = stitch.UpperHeldByRightNeedle ? a - gauge : a;
        holder = stitch.Holder is { } position ? IndexOf(position) : -1;
        MeetingLineMm = stitch.Family switch
        {
            StitchFamily.Overlock => Meeting(Math.Log(Tension(ThreadPosition.UpperLooper) / Tension(ThreadPosition.LowerLooper)), meetingPerLogMm),
            StitchFamily.TwoThreadOveredge => Meeting(Math.Log(RelativeTension(IndexOf(ThreadPosition.LowerLooper))) - Math.Log(RelativeTension(NeedleIndex())), meetingPerLogMm),
            _ => 0,
        };
    }

    /// <summary>Where the threads meet of which one is so much tighter than the other, in ln, no further round than either can come.</summary>
    private double Meeting(double tighterLog, double perLogMm) => Math.Clamp(perLogMm * tighterLog, -g.RoundTheBackMm, g.RoundTheFaceMm);

    /// <summary>p, mm, above 0 on the face; 0 where the stitch has none.</summary>
    public double MeetingLineMm { get; }

    public bool HasMeetingLine => stitch.NeedsLoopWidth;

    /// <summary>The path of one thread, and its needle loop r, mm (not a number where it has none).</summary>
    public ThreadPath PathOf(in LaidThread thread, out double needleLoop)
    {
        needleLoop = double.NaN;
        return thread.Position.IsNeedle() ? NeedlePath(thread, ref needleLoop) : OtherPath(thread);
    }

    private ThreadPath NeedlePath(in LaidThread thread, ref double needleLoop)
    {
        var s = g.StitchLengthMm;
        var t = g.SewnThicknessMm;
        switch (stitch.Family)
        {
            case StitchFamily.Lockstitch or StitchFamily.Zigzag:
                return Lockstitched();
            case StitchFamily.TwoThreadOveredge:
                return Overedge(a + MeetingLineMm, a) with { AlongAtRest = s, Along = s, Thickness = t };
            default:
                needleLoop = NeedleLoop(thread);
                var wrap = stitch.Family == StitchFamily.TwinNeedle ? 0 : Math.PI * thread.Kind.DiscDiameterMm;
                var kept = 1 - threads[holder].Kind.Give;
                return new ThreadPath
                {
                    AlongAtRest = s, Along = s, Thickness = 2 * t,
                    ConstantAtRest = wrap + 2 * needleLoop,
                    Constant = WrapLeft * wrap + 2 * needleLoop * kept,
                };
        }
    }

    private ThreadPath OtherPath(in LaidThread thread)
    {
        var s = g.StitchLengthMm;
        var wrap = Math.PI * thread.Kind.DiscDiameterMm;
        switch (stitch.Family)
        {
            case StitchFamily.Lockstitch or StitchFamily.Zigzag:
                return Lockstitched();
            case StitchFamily.TwinNeedle:
                var drawn = DrawnGauge(thread);
                return new ThreadPath { Square = drawn, Slants = 1, CrossAtRest = drawn, Cross = drawn, Advance = s };
            case StitchFamily.Chain:
                return new ThreadPath { AlongAtRest = 3.75 * s, Along = 3 * s, ConstantAtRest = wrap, Constant = WrapLeft * wrap };
            case StitchFamily.Cover when thread.Position == ThreadPosition.TopCover:
                var half = stitch.Needles * wrap / 2;
                return new ThreadPath { Slants = 2, CrossAtRest = gauge, Cross = gauge, Advance = s / 2, ConstantAtRest = half, Constant = half };
            case StitchFamily.Cover:
                var all = stitch.Needles * wrap;
                return new ThreadPath { Slants = 3, CrossAtRest = gauge, Cross = gauge, Advance = s / 2, ConstantAtRest = all, Constant = WrapLeft * all };
            case StitchFamily.TwoThreadOveredge:
                return Overedge(a - MeetingLineMm, a);
            default:
                var upper = thread.Position == ThreadPosition.UpperLooper;
                return Overedge(upper ? upperWidth - MeetingLineMm : a + MeetingLineMm, upper ? upperWidth : a) with
                {
                    ConstantAtRest = wrap,
                    Constant = WrapLeft * wrap,
                };
        }
    }

    /// <summary>301, 304 and their kin: needle and bobbin take the same path.</summary>
    private ThreadPath Lockstitched()
    {
        var n = stitch.Repeats;
        var s = g.StitchLengthMm;
        if (stitch.Family == StitchFamily.Lockstitch)
        {
            return new ThreadPath { AlongAtRest = n * s, Along = n * s, Thickness = n * g.SewnThicknessMm };
        }

        var width = g.ZigzagWidthMm * stitch.WidthShare;
        return new ThreadPath { Thickness = n * g.SewnThicknessMm, Slants = n, CrossAtRest = width, Cross = 0.6 * width, Advance = s };
    }

    /// <summary>2·hypot(q·width + k·t/2, λs/2), the crosswise term never below a quarter of the full width.</summary>
    private ThreadPath Overedge(double width, double fullWidth) => new()
    {
        Slants = 2, CrossAtRest = width, Cross = width, CrossThickness = g.SewnThicknessMm / 2,
        CrossFloor = 0.25 * fullWidth, Advance = g.StitchLengthMm / 2,
    };

    /// <summary>r = 0.20·[(T_holder/T_needle)/(T₀,holder/T₀,needle)]^1.5, no longer than to where the loops end.</summary>
    private double NeedleLoop(in LaidThread needle)
    {
        var ratio = RelativeTension(holder) * needle.Position.NeutralTensionCentinewtons() / needle.TensionCentinewtons;
        var limit = stitch.Family switch
        {
            StitchFamily.Chain => ChainLoopLimit,
            StitchFamily.Cover => gauge,
            StitchFamily.TwinNeedle => gauge / 2,
            _ => stitch.Needles > 1 && needle.Position == ThreadPosition.NeedleRight ? a - gauge : a,
        };
        return Math.Min(DrawnLoop(ratio), limit);
    }

    /// <summary>0.20·ratio^1.5, mm, before the limit of the stitch; the ratio is that of the holder's T/T₀ to the needle's.</summary>
    public static double DrawnLoop(double ratio) => BalancedNeedleLoop * Math.Pow(ratio, NeedleLoopPower);

    /// <summary>G′, mm: a tight bobbin draws the rows of a twin needle together and shortens its own supply.</summary>
    public double DrawnGauge(in LaidThread bobbin) =>
        gauge * Math.Max(0.3, 1 - 0.25
            * Math.Pow(bobbin.TensionCentinewtons / bobbin.Position.NeutralTensionCentinewtons(), 0.7)
            * (0.8 / g.SewnThicknessMm) * (gauge / 4));

    /// <summary>Finishes the gap from the largest needle opening, mm.</summary>
    public double Gap(double needleOpening) => stitch.Family switch
    {
        StitchFamily.TwoThreadOveredge => Math.Max(0, a + MeetingLineMm),
        StitchFamily.Zigzag => needleOpening + 0.12 * g.ZigzagWidthMm * stitch.WidthShare * g.StitchLengthMm,
        _ => needleOpening,
    };

    /// <summary>a·(1 + mean slack of the loopers) − b, mm.</summary>
    public double? Overhang() => stitch.NeedsLoopWidth ? LoopReach(a, threads) - g.BiteMm : null;

    /// <summary>How far the loops reach, mm from the outermost needle: a·(1 + mean slack of the loopers among the threads).</summary>
    public static double LoopReach(double loopWidth, ReadOnlySpan<LaidThread> threads)
    {
        double slack = 0;
        var loopers = 0;
        foreach (ref readonly var thread in threads)
        {
            if (!thread.Position.IsNeedle())
            {
                slack += SeamModel.Slack(thread);
                loopers++;
            }
        }

        return loopWidth * (1 + slack / loopers);
    }

    /// <summary>Bulked diameter × length laid / (s·a) of one looper of an overlock stitch.</summary>
    public double? Cover(ReadOnlySpan<ThreadReading> readings, ThreadPosition looper)
    {
        if (stitch.Family != StitchFamily.Overlock)
        {
            return null;
        }

        var i = IndexOf(looper);
        return threads[i].Kind.BulkedDiameter(threads[i].TensionCentinewtons) * readings[i].LengthPerStitchMm / (g.StitchLengthMm * a);
    }

    /// <summary>(T_holder/T₀)^0.7·(mean over needles of T/T₀)^0.3·(G/4)·(0.8/t).</summary>
    public double? Tunnelling(double meanRelativeNeedleTension) =>
        stitch.Family is StitchFamily.TwinNeedle or StitchFamily.Cover
            ? Math.Pow(RelativeTension(holder), 0.7) * Math.Pow(meanRelativeNeedleTension, 0.3) * (gauge / 4) * (0.8 / g.SewnThicknessMm)
            : null;

    private double RelativeTension(int index) =>
        threads[index].TensionCentinewtons / threads[index].Position.NeutralTensionCentinewtons();

    private double Tension(ThreadPosition position) => threads[IndexOf(position)].TensionCentinewtons;

    private int NeedleIndex()
    {
        for (var i = 0; i < threads.Length; i++)
        {
            if (threads[i].Position.IsNeedle())
            {
                return i;
            }
        }

        throw new ArgumentException("No needle thread.");
    }

    private int IndexOf(ThreadPosition position)
    {
        for (var i = 0; i < threads.Length; i++)
        {
            if (threads[i].Position == position)
            {
                return i;
            }
        }

        throw new ArgumentException($"The stitch needs a thread in {position.Id()}.");
    }
}
