using YieldingLoop.Core.Settings;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>What is said of a pulled seam, made from the figures of its frames.</summary>
public static class PullWords
{
    /// <summary>One frame in words: what popped, or what is tightest; whether the wearer's need and the cloth's reach are passed.</summary>
    public static string Of(PullFrames frames, int index, Wording wording)
    {
        var frame = frames.Frames[index];
        var parts = new List<string>();
        var popped = index == 0 ? [] : frames.Pops.Where(p => p.StretchPercent <= frame.StretchPercent).ToList();
        if (popped.Count > 0)
        {
            foreach (var together in popped.GroupBy(p => Percent(p.StretchPercent)))
            {
                var names = together.Select(p => $"the {p.Position.Name()}’s").ToList();
                parts.Add($"{Phrase.Capital(Phrase.List(names))} {(names.Count > 1 ? "threads" : "thread")} popped at {together.Key}.");
            }

            if (frame.StretchPercent > popped[0].StretchPercent)
            {
                parts.Add("The rest is drawn as if that had held.");
            }
        }
        else
        {
            // What a thread can span is said of the pulled seam: at rest it lies in other curves.
            var used = index == 0 ? "" : $", at {FieldText.Round(Math.Floor(frame.UsedPercent[frame.Tightest]), 0)}\u00a0% of what it can span";
            parts.Add($"Nothing popped; the {frames.Threads[frame.Tightest].Position.Name()}’s thread is tightest{used}.");
        }

        if (frames.ClothPercent is { } cloth && frame.StretchPercent > cloth)
        {
            parts.Add($"The cloth itself goes to {Percent(cloth)} only.");
        }
        else if (frames.RequiredPercent is { } required && index > 0 && frame.StretchPercent >= required)
        {
            parts.Add($"Past what is required, {Percent(required)}.");
        }
        else if (frames.NeedPercent is { } need && index > 0 && frame.StretchPercent >= need)
        {
            parts.Add($"Past what the wearer asks, {Percent(need)}.");
        }

        return wording.Say(string.Join(" ", parts));
    }

    /// <summary>An opening in words.</summary>
    public static string Of(CrosswiseFrame frame, Wording wording) =>
        wording.Say($"Open {wording.Length(frame.GapMm, 2)}{(frame.SeenMm is not { } seen ? "" : seen < SeenAtAllMm ? "; in these colours nothing of it is seen" : $"; in these colours {wording.Length(seen, 2)} of it is seen")}.");

    /// <summary>What rounds to nothing, mm.</summary>
    private const double SeenAtAllMm = 0.005;

    private static string Percent(double percent) => $"{FieldText.Round(percent)}\u00a0%";
}
