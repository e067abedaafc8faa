namespace YieldingLoop.Core.Setups;

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
