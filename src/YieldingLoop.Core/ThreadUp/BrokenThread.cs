using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadUp;

/// <summary>What a broken thread leaves on the machine, and what of it is threaded again, by school (common practice E5).</summary>
/// <param name="From">What is left once everything that is threaded again counts as gone.</param>
/// <param name="TiedOn">The looper whose broken end is tied on and pulled through; null where none is.</param>
/// <param name="Sentence">What is done, and by which school; empty where nothing broke.</param>
internal sealed record BrokenThread(Setup From, ThreadPosition? TiedOn, string Sentence)
{
    public static BrokenThread Of(ThreadUpQuestion question)
    {
        var left = question.From;
        if (question.StartAgain)
        {
            return new(Bare(), null, "Every thread is cut and taken out, and all begins again from the first in the order.");
        }

        if (question.Broke is not { } broke)
        {
            return new(left, null, "");
        }

        var school = question.Schools.Chosen(SchoolCatalogue.BrokenThread);
        var looper = !broke.IsNeedle() && broke != ThreadPosition.Bobbin;
        var named = $" School: {school.Name}.";
        return school.Id switch
        {
            "everything" => new(Bare(), null, "Every thread comes out and goes in again, from the first in the order." + named),
            // The end that broke still lies in its guides, so that the thread from the cone can be tied to it. A needle's eye has to be threaded all the same.
            "tie-on" when looper => new(Restored(), broke, $"The broken end of the {broke.Name()} is tied to the thread from its cone and pulled through." + named),
            "by-place" when looper => new(Bare(), null, "A looper's thread broke: everything is threaded again, from the first in the order." + named),
            _ when looper => new(Gone(), null, $"Only the {broke.Name()} is threaded again, with what this machine's order has after it." + named),
            _ => new(Gone(), null, $"Only the {(broke.IsNeedle() ? broke.Name() : "bobbin")} is threaded again." + named),
        };

        Setup Bare() => left with { Threads = left.Threads.With(left.Threads.Filled, Place<SewingThread>.Empty) };

        Setup Gone() => left with { Threads = left.Threads.With(broke, Place<SewingThread>.Empty) };

        // Whether or not it is on record, an end of it is on the machine.
        Setup Restored() => left.Threads[broke].IsThere ? left : left with { Threads = left.Threads.With(broke, question.Wanted.Threads[broke]) };
    }
}
