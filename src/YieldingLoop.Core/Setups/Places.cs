using System.Collections;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Setups;

/// <summary>One <see cref="Place{T}"/> for every thread position. It never changes; equal places make equal values.</summary>
/// <typeparam name="T">What can be in a position.</typeparam>
public sealed class Places<T> : IEquatable<Places<T>>, IEnumerable<KeyValuePair<ThreadPosition, T>>
    where T : notnull
{
    private readonly Place<T>[] places;

    private Places(Place<T>[] places) => this.places = places;

    /// <summary>Nobody has said anything of any position.</summary>
    public static Places<T> Unknown { get; } = new(new Place<T>[ThreadPositions.All.Count]);

    /// <summary>What is known of a position.</summary>
    public Place<T> this[ThreadPosition position] => places[(int)position];

    /// <summary>Whether anything is known of any position.</summary>
    public bool AnyKnown => Array.Exists(places, p => !p.IsUnknown);

    /// <summary>How many positions hold something.</summary>
    public int Count => places.Count(p => p.IsThere);

    /// <summary>The positions that hold something, needles left to right and then loopers.</summary>
    public IEnumerable<ThreadPosition> Filled => ThreadPositions.AsWritten.Where(p => places[(int)p].IsThere);

    /// <summary>The positions of which anything is known, in the same order.</summary>
    public IEnumerable<ThreadPosition> Known => ThreadPositions.AsWritten.Where(p => !places[(int)p].IsUnknown);

    /// <summary>The same with one position otherwise.</summary>
    public Places<T> With(ThreadPosition position, Place<T> place)
    {
        var changed = (Place<T>[])places.Clone();
        changed[(int)position] = place;
        return new(changed);
    }

    /// <summary>The same with some positions otherwise.</summary>
    public Places<T> With(IEnumerable<ThreadPosition> positions, Place<T> place) => positions.Aggregate(this, (all, p) => all.With(p, place));

    /// <summary>These, and where nobody has said, the other.</summary>
    public Places<T> Over(Places<T> other) => new([.. places.Zip(other.places, (here, there) => here.Over(there))]);

    /// <summary>Whatever is there, with its position, needles left to right and then loopers.</summary>
    public IEnumerator<KeyValuePair<ThreadPosition, T>> GetEnumerator() => Filled.Select(p => KeyValuePair.Create(p, places[(int)p].Value)).GetEnumerator();

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();

    /// <inheritdoc/>
    public bool Equals(Places<T>? other) => other is not null && places.AsSpan().SequenceEqual(other.places);

    /// <inheritdoc/>
    public override bool Equals(object? obj) => Equals(obj as Places<T>);

    /// <inheritdoc/>
    public override int GetHashCode()
    {
        var hash = default(HashCode);
        foreach (var place in places)
        {
            hash.Add(place);
        }

        return hash.ToHashCode();
    }

    /// <summary>"needle-left: 4, upper-looper: empty".</summary>
    public override string ToString() => string.Join(", ", Known.Select(p => $"{p.Id()}: {this[p]}"));
}

/// <summary>Makes <see cref="Places{T}"/>.</summary>
public static class Places
{
    /// <summary>Places of which only these are known to hold something.</summary>
    /// <exception cref="ArgumentException">A position is named twice.</exception>
    public static Places<T> Of<T>(params IEnumerable<(ThreadPosition Position, T There)> filled)
        where T : notnull
    {
        var places = Places<T>.Unknown;
        foreach (var (position, there) in filled)
        {
            places = places[position].IsUnknown ? places.With(position, there) : throw new ArgumentException($"{position.Id()} stands here twice.", nameof(filled));
        }

        return places;
    }
}
