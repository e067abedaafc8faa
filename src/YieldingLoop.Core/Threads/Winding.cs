using static System.FormattableString;

namespace YieldingLoop.Core.Threads;

/// <summary>Small spools or bobbins wound from a cone.</summary>
/// <param name="Holder">What is wound.</param>
/// <param name="Count">How many.</param>
/// <param name="MetresEach">What goes on each, m.</param>
public sealed record Winding(ThreadHolder Holder, int Count, double MetresEach)
{
    /// <summary>Most that are wound in one go.</summary>
    public const int MostCount = 50;

    /// <summary>Most that goes on one, m.</summary>
    public const double MostMetres = 2000;

    /// <summary>All together, m.</summary>
    public double Metres => Count * MetresEach;

    /// <summary>What is wrong with it for a cone.</summary>
    public IEnumerable<Problem> Problems(ThreadStock cone)
    {
        if (Count is not (>= 1 and <= MostCount))
        {
            yield return new("count", $"Between 1 and {MostCount} are wound in one go.");
        }

        if (MetresEach is not (> 0 and <= MostMetres))
        {
            yield return new("metresEach", Invariant($"Between 0 and {MostMetres:#,0} m go on each."));
        }
        else if (cone.MetresLeft is { } left && Count >= 1 && Metres > left)
        {
            yield return new("metresEach", Invariant($"That is {Metres:#,0.#} m in all, and {left:#,0.#} m are left on it."));
        }
    }

    /// <summary>The record of what was wound: of the cone's kind, density and colour.</summary>
    public ThreadStock From(ThreadStock cone)
    {
        var ending = Holder == ThreadHolder.Bobbin ? ", on bobbins" : ", on spools";
        var name = cone.Name.Trim();
        return cone with
        {
            Name = (name.Length + ending.Length > ThreadStock.LongestName ? name[..(ThreadStock.LongestName - ending.Length)].TrimEnd() : name) + ending,
            Holder = Holder, Count = Count, MetresLeft = Math.Round(Metres, 1), FullMetres = null, Weighed = null,
        };
    }
}
