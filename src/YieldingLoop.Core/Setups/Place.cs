using System.Collections;
using System.Diagnostics.CodeAnalysis;
using System.Globalization;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Setups;

/// <summary>
/// What is known of one place on a machine: nothing, that it is empty, or what is there. The value of the type that is
/// made by default is the unknown one.
/// </summary>
/// <typeparam name="T">What can be there.</typeparam>
public readonly record struct Place<T>
    where T : notnull
{
    private readonly T? value;
    private readonly bool known;

    private Place(T? value, bool there) => (this.value, known, IsThere) = (value, true, there);

    /// <summary>Nobody has said.</summary>
    public static Place<T> Unknown => default;

    /// <summary>Nothing is there.</summary>
    public static Place<T> Empty { get; } = new(default, there: false);

    /// <summary>Whether nobody has said.</summary>
    public bool IsUnknown => !known;

    /// <summary>Whether nothing is there.</summary>
    public bool IsEmpty => known && !IsThere;

    /// <summary>Whether something is there.</summary>
    public bool IsThere { get; }

    /// <summary>What is there.</summary>
    /// <exception cref="InvalidOperationException">The place is empty, or nobody has said.</exception>
    public T Value => IsThere ? value! : throw new InvalidOperationException("Nothing is known to be there.");

    /// <summary>What is there, where something is.</summary>
    public bool TryGet([MaybeNullWhen(false)] out T there)
    {
        there = value;
        return IsThere;
    }

    /// <summary>What is there, or something in its stead.</summary>
    public T Or(T otherwise) => IsThere ? value! : otherwise;

    /// <summary>This, and where nobody has said, the other.</summary>
    public Place<T> Over(Place<T> other) => IsUnknown ? other : this;

    /// <summary>What is there; "empty", or "unknown".</summary>
    public override string ToString() => IsThere ? Convert.ToString(value, CultureInfo.InvariantCulture)! : IsEmpty ? "empty" : "unknown";

    /// <summary>Something that is there.</summary>
    public static implicit operator Place<T>(T there) => new(there, there: true);
}

/// <summary>Places as nullable values, for figures and words that only ask whether something is there.</summary>
public static class PlaceValues
{
    /// <summary>The number that is there; null where none is known to be.</summary>
    public static double? Number(this Place<double> place) => place.TryGet(out var there) ? there : null;

    /// <summary>The thing that is there; null where none is known to be.</summary>
    public static T? Thing<T>(this Place<T> place)
        where T : class => place.TryGet(out var there) ? there : null;

    /// <summary>A place where this is, or an empty one for null.</summary>
    public static Place<double> OrEmpty(this double? number) => number is { } there ? there : Place<double>.Empty;

    /// <summary>A place where this is, or an empty one for null.</summary>
    public static Place<T> OrEmpty<T>(this T? thing)
        where T : class => thing is not null ? thing : Place<T>.Empty;

    /// <summary>A place where this is, or one of which nobody has said.</summary>
    public static Place<double> OrUnknown(this double? number) => number is { } there ? there : Place<double>.Unknown;

    /// <summary>A place where this is, or one of which nobody has said.</summary>
    public static Place<T> OrUnknown<T>(this T? thing)
        where T : class => thing is not null ? thing : Place<T>.Unknown;
}

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
