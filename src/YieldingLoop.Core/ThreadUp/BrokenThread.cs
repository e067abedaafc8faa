using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.ThreadUp;

/// <summary>What a broken thread leaves on the machine, and what of it is threaded again, by school (common practice E5).</summary>
/// <param name="From">What is left once everything that is threaded again counts as gone.</param>
/// <param name="TiedOn">The looper whose broken end is tied on and pulled through; null where none is.</param>
/// <param name="Again">What is done, and by which school; null where nothing broke.</param>
internal sealed record BrokenThread(Setup From, ThreadPosition? TiedOn, Finding? Again)
{
    public static BrokenThread Of(ThreadUpQuestion question)
    {
        var left = question.From;
        if (question.StartAgain)
        {
            return new(Bare(), null, new("again-from-the-first"));
        }

        if (question.WentBad)
        {
            return new(Bare(), null, new("again-went-bad"));
        }

        if (question.Broke is not { } broke)
        {
            return new(left, null, null);
        }

        var school = question.Schools.Chosen(SchoolCatalogue.BrokenThread);
        var looper = !broke.IsNeedle() && broke != ThreadPosition.Bobbin;
        return school.Id switch
        {
            "everything" => new(Bare(), null, Again("again-everything")),
            // The end that broke still lies in its guides, so that the thread from the cone can be tied to it. A needle's eye has to be threaded all the same.
            "tie-on" when looper && left.Threads[broke].IsThere => new(left, broke, Again("again-tied-on")),
            // Of a thread that is not on record nobody knows whether an end of it is left to tie to.
            "tie-on" when looper => new(Gone(), null, Again("again-nothing-to-tie-to")),
            "by-place" when looper => new(Bare(), null, Again("again-for-looper")),
            _ when looper => new(Gone(), null, Again("again-looper-and-after")),
            _ => new(Gone(), null, Again("again-only")),
        };

        Finding Again(string code) => new Finding(code).With("position", broke.Id()).With("school", $"{SchoolCatalogue.BrokenThread.Id}.{school.Id}");

        Setup Bare() => left with { Threads = left.Threads.With(left.Threads.Filled, Place<SewingThread>.Empty) };

        Setup Gone() => left with { Threads = left.Threads.With(broke, Place<SewingThread>.Empty) };
    }
}
