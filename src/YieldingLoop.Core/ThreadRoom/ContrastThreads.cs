using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadRoom;

/// <summary>A thread chosen to be told from the others in a swatch.</summary>
/// <param name="Position">Where it runs.</param>
/// <param name="Cone">The thread.</param>
/// <param name="SameKind">Whether it is of the kind the set-up has there, so that the dials mean the same.</param>
public sealed record ContrastThread(ThreadPosition Position, Cone Cone, bool SameKind);

/// <summary>
/// Threads for reading a swatch (common practice E1): one of another colour in every place, far from the cloth and from each
/// other for all kinds of eyes.
/// </summary>
/// <param name="Threads">The threads, by place.</param>
/// <param name="LeastDifference">The least difference between any two of them, or one and the cloth, ΔE₀₀, for the eyes that tell those apart worst.</param>
public sealed record ContrastThreads(IReadOnlyList<ContrastThread> Threads, double LeastDifference)
{
    /// <summary>Beyond this difference colours are told apart at a glance, and the kind of thread counts for more. A working value.</summary>
    public const double Plain = 20;

    /// <summary>Most threads that are weighed against each other; of more, those that lie furthest apart.</summary>
    public const int MostWeighed = 40;

    /// <summary>Chooses them.</summary>
    /// <param name="cloth">Colour of the cloth, #rrggbb.</param>
    /// <param name="places">The places to be filled, with the kind of thread the set-up has in each.</param>
    /// <param name="drawer">The threads that are here; each is used in one place only.</param>
    /// <returns>Null where there are too few with a colour.</returns>
    /// <exception cref="ArgumentException">The cloth's colour is none.</exception>
    public static ContrastThreads? Choose(string cloth, IReadOnlyList<(ThreadPosition Position, string KindId)> places, IReadOnlyList<Cone> drawer)
    {
        var ground = Srgb.TryFromHex(cloth, out var read) ? read : throw new ArgumentException("This is no colour.", nameof(cloth));
        var threads = Furthest(ground, [.. drawer.Select(c => (Cone: c, Known: Srgb.TryFromHex(c.Stock.Colour, out var colour), Colour: colour)).Where(c => c.Known).Select(c => (c.Cone, c.Colour))]);
        if (threads.Count < places.Count || places.Count == 0)
        {
            return null;
        }

        var apart = new double[threads.Count, threads.Count];
        for (var i = 0; i < threads.Count; i++)
        {
            apart[i, i] = ColourVision.LeastDifference(threads[i].Colour, ground);
            for (var j = 0; j < i; j++)
            {
                apart[i, j] = apart[j, i] = ColourVision.LeastDifference(threads[i].Colour, threads[j].Colour);
            }
        }

        var search = new Search(places, [.. threads.Select(t => t.Cone)], apart);
        return search.Find() is { } best ? new([.. best.Chosen.Select((t, p) => new ContrastThread(places[p].Position, threads[t].Cone, threads[t].Cone.Stock.KindId == places[p].KindId))], best.Least) : null;
    }

    /// <summary>Of many threads those that lie furthest from the cloth and from each other, one after the other.</summary>
    private static List<(Cone Cone, Srgb Colour)> Furthest(Srgb ground, List<(Cone Cone, Srgb Colour)> all)
    {
        if (all.Count <= MostWeighed)
        {
            return all;
        }

        var (chosen, near) = (new List<(Cone, Srgb)>(), all.ConvertAll(t => ColourVision.LeastDifference(t.Colour, ground)));
        while (chosen.Count < MostWeighed)
        {
            var next = near.IndexOf(near.Max());
            chosen.Add(all[next]);
            for (var i = 0; i < all.Count; i++)
            {
                near[i] = Math.Min(near[i], i == next ? double.NegativeInfinity : ColourVision.LeastDifference(all[i].Colour, all[next].Colour));
            }
        }

        return chosen;
    }

    /// <summary>Every way to fill the places, the most promising first, cut off where nothing better can come.</summary>
    private sealed class Search(IReadOnlyList<(ThreadPosition Position, string KindId)> places, IReadOnlyList<Cone> threads, double[,] apart)
    {
        private readonly int[] chosen = new int[places.Count];
        private (int[] Chosen, double Least, int Same)? best;

        public (int[] Chosen, double Least)? Find()
        {
            Fill(0, double.PositiveInfinity, 0);
            return best is { } found ? (found.Chosen, found.Least) : null;
        }

        private void Fill(int place, double least, int same)
        {
            if (place == places.Count)
            {
                if (best is not { } now || Better(least, same, now.Least, now.Same))
                {
                    best = ((int[])chosen.Clone(), least, same);
                }

                return;
            }

            foreach (var thread in Enumerable.Range(0, threads.Count).Where(t => !places[place].Position.IsNeedle() || ColourMatch.InNeedle(threads[t].Stock)).OrderByDescending(t => threads[t].Stock.KindId == places[place].KindId))
            {
                if (Array.IndexOf(chosen, thread, 0, place) >= 0)
                {
                    continue;
                }

                var left = Math.Min(least, apart[thread, thread]);
                for (var p = 0; p < place; p++)
                {
                    left = Math.Min(left, apart[thread, chosen[p]]);
                }

                var (kinds, could) = (same + (threads[thread].Stock.KindId == places[place].KindId ? 1 : 0), places.Count - place - 1);
                if (best is { } now && !Better(left, kinds + could, now.Least, now.Same))
                {
                    continue;
                }

                chosen[place] = thread;
                Fill(place + 1, left, kinds);
            }
        }

        /// <summary>Told apart plainly first; then more of the same kinds; then further apart.</summary>
        private static bool Better(double least, int same, double otherLeast, int otherSame)
        {
            var (plain, otherPlain) = (Math.Min(least, Plain), Math.Min(otherLeast, Plain));
            return plain != otherPlain ? plain > otherPlain : same != otherSame ? same > otherSame : least > otherLeast;
        }
    }
}
