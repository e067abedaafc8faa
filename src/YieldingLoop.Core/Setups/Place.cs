using System.Diagnostics.CodeAnalysis;
using System.Globalization;

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
