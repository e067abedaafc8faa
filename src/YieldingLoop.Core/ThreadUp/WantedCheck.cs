using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.ThreadUp;

/// <summary>
/// Whether what is wanted on a machine can be sewn at all: it makes a stitch, the finger goes with the needles, and no thread
/// or point is one the rules forbid. Common practice B2, B9, C3, C6; no published source.
/// </summary>
public static class WantedCheck
{
    /// <summary>A textured thread never goes in a needle.</summary>
    public const string TexturedInNeedle = "textured-in-needle";

    /// <summary>The rules of threads and points. A planner has asked them with the cloth, so that a planned set-up has kept or lifted them.</summary>
    public static IReadOnlyList<string> ThreadAndPointRules { get; } = [TexturedInNeedle, "thick-in-needle", "point-for-knits"];

    /// <summary>From this linear density a thread is too thick for a needle, tex.</summary>
    private const double ThickFromTex = 80;

    /// <summary>What cannot be sewn, with the place it is about; nothing where all of it can.</summary>
    /// <param name="head">The machine, or the half of a convertible one.</param>
    /// <param name="wanted">What is wanted, its places checked one by one already.</param>
    /// <param name="lifted">Rules that are lifted.</param>
    public static IReadOnlyList<Problem> Problems(Machine head, Setup wanted, IReadOnlyList<string> lifted)
    {
        var problems = new List<Problem>();
        bool Has(ThreadPosition position) => wanted.Threads[position].IsThere;
        void Add(string field, Finding finding) => problems.Add(new(field, Measures.Of(finding)) { Finding = finding });
        switch (head)
        {
            case Overlocker overlocker:
                if (!Has(ThreadPosition.LowerLooper))
                {
                    Add("threads.lower-looper", new(Has(ThreadPosition.UpperLooper) ? "upper-looper-alone" : "no-looper"));
                }
                else if (!Has(ThreadPosition.UpperLooper) && wanted.Needles.Count > 1)
                {
                    Add("threads.upper-looper", new("two-threads-one-needle"));
                }

                Finger(overlocker, wanted, Add);
                break;
            case Coverstitch cover:
                if (!Has(ThreadPosition.ChainLooper))
                {
                    Add("threads.chain-looper", new(Has(ThreadPosition.TopCover) ? "top-cover-alone" : "no-chain-looper"));
                }
                else if (wanted.Needles.Count == 1 && Has(ThreadPosition.TopCover))
                {
                    Add("threads.top-cover", new("top-cover-one-needle"));
                }
                else if (wanted.Needles.Count == 1 && !cover.ChainSeatIds.Contains(wanted.Needles.First().Key.Id()))
                {
                    Add($"needles.{wanted.Needles.First().Key.Id()}", new Finding("no-chain-from-seat").With("seat", wanted.Needles.First().Key.Id()));
                }

                break;
            default:
                if (!Has(ThreadPosition.Bobbin))
                {
                    Add("threads.bobbin", new("no-bobbin"));
                }

                break;
        }

        foreach (var (position, thread) in wanted.Threads.Where(t => t.Key.IsNeedle()))
        {
            var kind = thread.Resolve();
            if (kind.Textured && !lifted.Contains(TexturedInNeedle))
            {
                Add($"threads.{position.Id()}.kind", new Finding("textured-never-in-needle").With("thread", kind.Id));
            }
            else if (kind.Tex >= ThickFromTex && !lifted.Contains("thick-in-needle"))
            {
                Add($"threads.{position.Id()}.kind", new Finding("thick-never-in-needle").With("thread", kind.Id));
            }
        }

        foreach (var (seat, needle) in wanted.Needles.Where(n => NeedleCatalogue.Find(n.Value.PointId) is { ForKnits: false }))
        {
            if (!lifted.Contains("point-for-knits"))
            {
                Add($"needles.{seat.Id()}.point", new Finding("point-not-for-knits").With("point", needle.PointId));
            }
        }

        return problems;
    }

    private static void Finger(Overlocker machine, Setup wanted, Action<string, Finding> add)
    {
        if (machine.Fingers.FirstOrDefault(f => f.Name == wanted.FingerName.Thing()) is not { } finger)
        {
            return;
        }

        // One needle on the right may be sewing a rolled hem.
        var goes = wanted.Needles.Count > 1 ? FingerUse.BothNeedles
            : wanted.Needles[ThreadPosition.NeedleLeft].IsThere ? FingerUse.LeftNeedle
            : FingerUse.RightNeedle | FingerUse.Rolled;
        if ((finger.Use & goes) == 0)
        {
            add("finger", new Finding("finger-not-for-needles").With("finger", finger.Name));
        }
    }
}
