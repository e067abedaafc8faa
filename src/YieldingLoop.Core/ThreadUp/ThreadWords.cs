using YieldingLoop.Core.Cautions;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.ThreadUp;

/// <summary>Says the steps that are about threads. Common practice A4, A5, A9, C8, E5, F10 and F16; no published source.</summary>
internal static class ThreadWords
{
    public static StepWords Of(ThreadUpPlan plan, int index, Setup before)
    {
        var step = plan.Steps[index];
        return step.Act switch
        {
            ThreadUpAct.TakeOff => new($"Take the {ThreadUpWords.ThreadOf(step.Position())} off, with its {Holder(step.Position())}",
                ["This set-up does not sew with it.", DrawnOut(step.Positions, cone: true), step.Position() == ThreadPosition.Bobbin ? "The bobbin leaves the machine." : $"The {Holder(step.Position())} leaves the machine with it."]),
            ThreadUpAct.TakeOut => TakeOut(plan, index),
            ThreadUpAct.TieOn => TieOn(plan, step),
            ThreadUpAct.ThreadLooper => Looper(step, plan.Head, before),
            ThreadUpAct.ThreadNeedle => Needle(step, plan, before),
            ThreadUpAct.WindBobbin => Wind(step),
            ThreadUpAct.LayInBobbin => new("Lay in a bobbin",
                [
                    "Lay it in as the diagram shows, under its spring.",
                    "Hold the needle’s thread and turn the wheel toward you once: it draws the bobbin’s up. All threads to the back.",
                ], CautionPlace.HandsInPlain, ThreadUpWords.Thread(step.Thread!)),
            _ => new(step.Positions is [var only] ? $"Pull the {ThreadUpWords.ThreadOf(only)} into its disc" : $"Pull each thread into its disc: {Phrase.List([.. step.Positions.Select(p => p.Tag())])}",
                [
                    "Hold it before and after the disc: it is drawn between its discs until it resists. A huge loop on the back is a thread that is not in its disc.",
                    plan.Head.FootDownToThread ? "Then pull at it: it must resist." : "Then pull at it with the foot down: it must resist.",
                ]),
        };
    }

    /// <summary>Where a thread is cut and which way it is drawn: never backwards through the discs.</summary>
    /// <param name="positions">What comes out.</param>
    /// <param name="cone">Whether it is cut at its cone; else only what hangs at the needle is meant.</param>
    public static string DrawnOut(IReadOnlyList<ThreadPosition> positions, bool cone)
    {
        if (positions.All(p => p == ThreadPosition.Bobbin))
        {
            return "Take the bobbin out, and pull what hangs from it off.";
        }

        var ends = new[] { positions.Any(p => p.IsNeedle()) ? "needle" : null, positions.Any(p => p.IsLooper()) ? "looper" : null, positions.Contains(ThreadPosition.TopCover) ? "the end over the foot" : null }.OfType<string>().ToList();
        var threads = positions.Count > 1 ? "Foot up: cut each" : "Foot up: cut it";
        return $"{threads} {(cone || positions.All(p => p.IsNeedle()) ? positions.All(p => p.IsNeedle()) ? "at its spool" : "at its cone" : "above")} and draw the end out at the {string.Join(" or ", ends)}, never backwards through the disc.{(positions.Contains(ThreadPosition.Bobbin) ? " The bobbin is taken out." : "")}";
    }

    private static string Holder(ThreadPosition position) => position == ThreadPosition.Bobbin ? "bobbin" : position.IsNeedle() ? "spool" : "cone";

    private static bool IsLooper(this ThreadPosition position) => position is ThreadPosition.UpperLooper or ThreadPosition.LowerLooper or ThreadPosition.ChainLooper;

    private static StepWords TakeOut(ThreadUpPlan plan, int index)
    {
        var step = plan.Steps[index];
        var threads = step.Positions.Where(p => p != ThreadPosition.Bobbin).ToList();
        var named = threads.Count == 0 ? "bobbin" : $"{(threads.Count > 1 ? "threads" : "thread")} of {Phrase.List([.. threads.Select(p => "the " + p.Name())])}{(threads.Count < step.Positions.Count ? ", and the bobbin" : "")}";
        // After a thread broke, the first to come out are those the school wants threaded again; whatever else comes out, the order asks for.
        var again = plan.Again is not null && plan.Steps.Take(index).All(s => s.Act != ThreadUpAct.TakeOut);
        var next = plan.Steps.Skip(index + 1).FirstOrDefault(s => s.Act == ThreadUpAct.ThreadLooper);
        return new($"Take out the {named}",
            [
                DrawnOut(step.Positions, cone: true),
                .. again ? [ThreadUpWords.Of(plan.Again!)]
                    : next is null ? Array.Empty<string>()
                    : [$"The {next.Position().Name()} is threaded from its cone; what comes after it in this machine’s order would catch it."],
            ]);
    }

    private static StepWords TieOn(ThreadUpPlan plan, ThreadUpStep step)
    {
        var broke = plan.Again is not null && plan.Broke == step.Position();
        return new($"Tie on at the {step.Position().Name()}",
            [
                broke
                    ? "Find the end that still lies in its guides, on the looper’s side of the break, and the end that comes from the cone: tie these two with a small tight knot."
                    : "Cut the thread that is on just above its cone, and tie the new one to the end that goes to the machine, with a small tight knot.",
                $"Foot up: pull it through from {(step.Position() == ThreadPosition.TopCover ? "the end over the foot" : "the looper")}, and help the knot at every eye. Leave 75 to 100 mm hanging.",
            ], With: ThreadUpWords.Thread(step.Thread!));
    }

    private static StepWords Looper(ThreadUpStep step, Machine head, Setup before)
    {
        var lines = new List<string>
        {
            head is Overlocker { AirThreaded: true }
                ? "By air: couple the loopers as this machine’s manual shows, hold the end at the port, and let the air take it through; then out of the looper’s eye by 75 to 100 mm, and uncouple."
                : "From the cone: every guide once, in the order of the machine’s own diagram. About nine faults in ten are a guide left out.",
        };
        if (step.Position() is ThreadPosition.LowerLooper or ThreadPosition.ChainLooper)
        {
            lines.Add("The needles are empty while it is threaded, or it catches.");
        }
        else if (head is not Overlocker { AirThreaded: true })
        {
            lines.Add("Leave 75 to 100 mm hanging.");
        }

        return new($"Thread the {step.Position().Name()}", lines, With: ThreadUpWords.Thread(step.Thread!));
    }

    private static StepWords Needle(ThreadUpStep step, ThreadUpPlan plan, Setup before)
    {
        if (step.Needle!.IsTwin)
        {
            return Twin(step, plan.Schools ?? ChosenSchools.Default);
        }

        var (head, position) = (plan.Head, step.Position());
        var lines = new List<string>();
        if (before.Threads[position].TryGet(out var old) && old.Run is { } run && step.Thread!.Run is { } wanted && !run.Agrees(wanted))
        {
            // Whatever is tied on would run the same wrong way.
            lines.Add($"What is on runs otherwise than it should: take it out. {Spool(step.Thread, wanted)} Then guides, take-up lever, last guide.");
        }
        else if (old is not null)
        {
            lines.Add("Cut the old thread at its spool, tie the new one on, foot up, and pull it through to the needle; cut the knot off before the eye.");
        }
        else
        {
            lines.Add(head is PlainMachine ? $"{Spool(step.Thread!, step.Thread!.Run ?? ThreadRuns.For(plan.Schools ?? ChosenSchools.Default, position))} Then guides, take-up lever, last guide." : "Every guide once, in the order of the machine’s own diagram; the last ones just above the needle too.");
        }

        lines.Add(head is PlainMachine ? "Through the eye from the front, and under the foot to the back."
            : head is Coverstitch ? "Through the eye from the front, clear of the looper; 75 to 100 mm hanging."
            : "Through the eye from the front. Pass over the loopers, never through them; 75 to 100 mm hanging.");
        return new($"Thread the {position.Name()}", lines, With: ThreadUpWords.Thread(step.Thread!));
    }

    /// <summary>The threads of a twin needle, as each is wanted to run.</summary>
    private static StepWords Twin(ThreadUpStep step, ChosenSchools schools)
    {
        var first = step.Positions.Contains(ThreadPosition.NeedleLeft);
        var run = step.Thread!.Run ?? ThreadRuns.For(schools, first ? ThreadPosition.NeedleLeft : ThreadPosition.NeedleRight);
        var lines = new List<string>
        {
            $"{(first ? "First thread: every guide in order" : "Second thread: the same way")}, {Phrase.List([.. ThreadRunWords.Way(run)])}, into the {(first ? "left" : "right")} eye.{(first && run.DiscSide != DiscSide.Together ? " Where the disc is hidden, both go in together." : "")}",
            Spool(step.Thread, run),
        };
        if (schools.Follows(SchoolCatalogue.TwinSides, "either"))
        {
            lines.Add("Which thread goes to which needle does not matter, as long as they do not cross.");
        }

        lines.Add("By hand: the built-in threader does not work on a twin needle.");
        return new($"Thread the {(first ? "left" : "right")} eye of the twin needle", lines, With: ThreadUpWords.Thread(step.Thread!));
    }

    private static string Spool(SewingThread thread, ThreadRun run)
    {
        var stands = Phrase.List([.. ThreadRunWords.Stands(run)]);
        var from = thread.Supply == ThreadHolder.Bobbin ? "The bobbin wound for it" : "Its spool";
        return $"{from}{(stands.Length > 0 ? " " + stands : " as the manual shows")}{(thread.Supply == ThreadHolder.Bobbin ? "; it has to run as freely as a spool" : "")}.";
    }

    private static StepWords Wind(ThreadUpStep step) => step.Position() != ThreadPosition.Bobbin
        ? new("Wind a bobbin for the second spool",
            [
                "A twin needle takes two threads, and both come from one spool: wind a bobbin of it now, while the power is on.",
                "Wind evenly and not to bursting, so that it runs as freely as the spool. A second spool of the same thread does as well.",
            ], CautionPlace.Sewing, ThreadUpWords.Thread(step.Thread!))
        : ThreadCatalogue.Find(step.Thread!.KindId)?.Textured == true
        ? new("Wind a bobbin by hand", ["Textured thread is wound by hand, slackly: the winder would stretch it flat."], With: ThreadUpWords.Thread(step.Thread))
        : new("Wind a bobbin",
            [
                "Now, while the power is on: the motor winds it. Stop the needle first as the machine’s manual shows, hands and foot clear of it.",
                "Round the guide and its pretension, a few turns by hand, cut the tail off. Wind evenly and not to bursting.",
            ], CautionPlace.Sewing, ThreadUpWords.Thread(step.Thread));
}
