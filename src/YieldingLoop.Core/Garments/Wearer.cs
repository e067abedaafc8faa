using System.Collections.Immutable;

namespace YieldingLoop.Core.Garments;

/// <summary>Whose measures they are.</summary>
public enum WearerKind
{
    /// <summary>One person's.</summary>
    Person,

    /// <summary>A size's, as a pattern has them.</summary>
    Size,
}

/// <summary>A person or a size, with the measures seams ask for. They belong to the workroom alone.</summary>
public sealed record Wearer
{
    /// <summary>Longest name, characters.</summary>
    public const int LongestName = 60;

    /// <summary>A name, or "Size 4".</summary>
    public string Name { get; init; } = "";

    /// <summary>Whose they are.</summary>
    public WearerKind Kind { get; init; }

    /// <summary>Measures by the identifiers of <see cref="BodyMeasures"/>, mm; one that was not taken is not among them.</summary>
    public ImmutableSortedDictionary<string, double> MeasuresMm { get; init; } = NoMeasures;

    private static readonly ImmutableSortedDictionary<string, double> NoMeasures = ImmutableSortedDictionary.Create<string, double>(StringComparer.Ordinal);

    /// <summary>A measure, mm; null where it was not taken.</summary>
    /// <param name="measureId">Which.</param>
    public double? MeasuredMm(string? measureId) => measureId is not null && MeasuresMm.TryGetValue(measureId, out var length) ? length : null;

    /// <summary>What is wrong with it.</summary>
    public IEnumerable<Problem> Problems()
    {
        if (string.IsNullOrWhiteSpace(Name) || Name.Trim().Length > LongestName)
        {
            yield return new("name", $"Give it a name of 1 to {LongestName} characters: a person’s, or a size.");
        }

        foreach (var (id, length) in MeasuresMm)
        {
            if (BodyMeasures.Find(id) is not { } measure)
            {
                yield return new($"measuresMm.{id}", "Measure one of what is offered.");
            }
            else if (!(length >= measure.LeastMm && length <= measure.MostMm))
            {
                yield return new($"measuresMm.{id}", $"The {measure.Name} is between {measure.LeastMm:0} and {measure.MostMm:0} mm. Leave it empty where it was not taken.");
            }
        }
    }

    /// <inheritdoc/>
    public bool Equals(Wearer? other) => other is not null && Name == other.Name && Kind == other.Kind && MeasuresMm.SequenceEqual(other.MeasuresMm);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Name, Kind, MeasuresMm.Count);
}
