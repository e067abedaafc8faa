using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.SimulatedMachine;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;

namespace YieldingLoop.Core.Practice;

/// <summary>A machine that is to be threaded, by its number.</summary>
/// <param name="Number">Its number.</param>
/// <param name="Plan">The way there, in the order it is safe in.</param>
public sealed record OrderCase(int Number, ThreadUpPlan Plan)
{
    private const int FirstDraw = 4_300_000;

    /// <summary>Steps to choose from, at most.</summary>
    public const int Choices = 5;

    /// <summary>Draws a case: an overlocker, a coverstitch machine and a twin needle in turn.</summary>
    /// <param name="number">Its number, from 1.</param>
    /// <exception cref="ArgumentOutOfRangeException">There is no such case.</exception>
    public static OrderCase Draw(int number)
    {
        var dice = new Dice(FirstDraw + PracticeCase.Checked(number));
        var (machine, wanted, from) = (number % 3) switch { 1 => Overlock(dice), 2 => Cover(dice), _ => Twin(dice) };
        var plan = ThreadUpPlanner.Plan(new(machine, from, wanted, ChosenSchools.Default));
        return new(number, plan.Value ?? throw new InvalidOperationException(string.Join(" ", plan.Problems.Select(p => p.Message))));
    }

    /// <summary>A way through it: at every choice the first of those offered that may come next.</summary>
    public IReadOnlyList<PracticeMove> Way()
    {
        var done = new List<int>();
        while (done.Count < Plan.Steps.Count)
        {
            done.Add(Offered(done).First(o => OrderRules.Why(Plan, done, o) is null));
        }

        return [.. done.Select(i => new PracticeMove(PracticeDeed.Next) { Step = i })];
    }

    /// <summary>The steps that are offered: some of those that may come next, and others that may not, in any order.</summary>
    /// <param name="done">The steps that are done, in the order they were.</param>
    public IReadOnlyList<int> Offered(IReadOnlyCollection<int> done)
    {
        var dice = new Dice(FirstDraw + Number * 131L + done.Count);
        List<int> open = [.. Enumerable.Range(0, Plan.Steps.Count).Where(i => !done.Contains(i))];
        var right = open.FindAll(i => OrderRules.Why(Plan, done, i) is null);
        var (may, not) = (Shuffled(right, dice), Shuffled([.. open.Except(right)], dice));
        // One that may come next is always among them; what may not come yet is what there is to think about.
        List<int> offered = [.. may.Take(Math.Max(1, Choices - not.Count)), .. not];
        return Shuffled([.. offered.Take(Choices)], dice);
    }

    private static List<int> Shuffled(List<int> all, Dice dice)
    {
        for (var i = all.Count - 1; i > 0; i--)
        {
            var j = dice.Next(i + 1);
            (all[i], all[j]) = (all[j], all[i]);
        }

        return all;
    }

    private static SewingThread Spun => new(ThreadCatalogue.SpunPolyester.Id);

    private static SewingThread Textured => new(ThreadCatalogue.TexturedNylon.Id);

    private static (Machine, Setup, Setup) Overlock(Dice dice)
    {
        var machine = OverlockerTemplate.Create("Practice overlocker") with { LooperOrder = dice.Next(3) == 0 ? LooperOrder.LowerFirst : LooperOrder.UpperFirst, NeedleOrder = dice.Next(2) == 0 ? NeedleOrder.RightFirst : NeedleOrder.LeftFirst };
        ThreadPosition[] needles = dice.Next(3) switch { 0 => [ThreadPosition.NeedleRight], 1 => [ThreadPosition.NeedleLeft], _ => [ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight] };
        ThreadPosition[] loopers = [ThreadPosition.UpperLooper, ThreadPosition.LowerLooper];
        var wanted = new Setup
        {
            StitchId = needles.Length == 2 ? machine.FourThreadStitchId : StitchCatalogue.ThreeThreadOveredge.Id,
            Needles = Places.Of(needles.Select(n => (n, SeatCase.Needle))),
            Threads = Places.Of<SewingThread>([.. needles.Select(n => (n, Spun)), .. loopers.Select(l => (l, dice.Next(3) == 0 ? Textured : Spun))]),
        };
        // Bare; or with the needles threaded and a looper empty, where the needles have to be cleared first.
        var bare = wanted.NamingAll(machine) with { Threads = Places<SewingThread>.Unknown.With(machine.ThreadPlaces, Place<SewingThread>.Empty) };
        var from = dice.Next(3) == 0 ? bare with { Threads = wanted.Threads.With(ThreadPosition.LowerLooper, Place<SewingThread>.Empty).With(machine.ThreadPlaces.Where(p => !wanted.Threads[p].IsThere), Place<SewingThread>.Empty) } : bare;
        return (machine, wanted, from);
    }

    private static (Machine, Setup, Setup) Cover(Dice dice)
    {
        var machine = MachineTemplates.Coverstitch("Practice coverstitch machine") with { LeftTipHigherMm = -1.8, CentreTipHigherMm = -0.9, NeedleOrder = dice.Next(2) == 0 ? NeedleOrder.RightFirst : NeedleOrder.LeftFirst };
        ThreadPosition[] needles = dice.Next(3) == 0 ? [ThreadPosition.NeedleLeft, ThreadPosition.NeedleCentre, ThreadPosition.NeedleRight] : [ThreadPosition.NeedleLeft, ThreadPosition.NeedleRight];
        var wanted = new Setup
        {
            StitchId = needles.Length == 3 ? StitchCatalogue.ThreeNeedleCover.Id : StitchCatalogue.TwoNeedleCover.Id,
            Needles = Places.Of(needles.Select(n => (n, SeatCase.Needle))),
            Threads = Places.Of<SewingThread>([.. needles.Select(n => (n, Spun)), (ThreadPosition.ChainLooper, dice.Next(2) == 0 ? Textured : Spun)]),
        };
        var bare = wanted.NamingAll(machine) with { Threads = Places<SewingThread>.Unknown.With(machine.ThreadPlaces, Place<SewingThread>.Empty) };
        // A needle too many is in now and then: it comes out, and its thread off the machine.
        var from = dice.Next(3) == 0 && needles.Length == 2
            ? bare with { Needles = bare.Needles.With(ThreadPosition.NeedleCentre, SeatCase.Needle), Threads = bare.Threads.With(ThreadPosition.NeedleCentre, Spun) }
            : bare;
        return (machine, wanted, from);
    }

    private static (Machine, Setup, Setup) Twin(Dice dice)
    {
        var machine = MachineTemplates.Plain("Practice plain machine") with { Plates = [new("zigzag plate", 9.0)], Feet = [new("zigzag foot", 8.5)] };
        var twin = new Needle(machine.NeedleSystem, NeedleCatalogue.Stretch.Id, 75, dice.Next(2) == 0 ? 2.5 : 4.0);
        var wanted = new Setup
        {
            StitchId = StitchCatalogue.TwinNeedle.Id,
            Needles = Places.Of((ThreadPosition.Needle, twin)),
            Threads = Places.Of((ThreadPosition.NeedleLeft, Spun), (ThreadPosition.NeedleRight, Spun), (ThreadPosition.Bobbin, dice.Next(2) == 0 ? Textured : Spun)),
        };
        // A straight stitch is chosen already; a single needle is in, threaded or not.
        var single = new Needle(machine.NeedleSystem, NeedleCatalogue.Universal.Id, 80);
        var stands = new Setup
        {
            StitchId = wanted.StitchId,
            ZigzagWidthMm = 0,
            NeedlePositionMm = 0,
            PlateName = "zigzag plate",
            FootName = "zigzag foot",
            Needles = Places.Of((ThreadPosition.Needle, single)),
            Threads = Places<SewingThread>.Unknown.With([ThreadPosition.Needle, ThreadPosition.Bobbin], Place<SewingThread>.Empty),
        };
        return (machine, wanted, dice.Next(2) == 0 ? stands : stands with { Threads = stands.Threads.With(ThreadPosition.Needle, Spun) });
    }
}
