namespace YieldingLoop.Core.Needles;

/// <summary>Needles of one sort in the drawer.</summary>
public sealed record NeedleStock
{
    /// <summary>Longest system and remark, characters.</summary>
    public const int LongestText = 40;

    /// <summary>Needle system, as its pack prints it. Two systems are never assumed to interchange.</summary>
    public string System { get; init; } = "";

    /// <summary>Point.</summary>
    public string PointId { get; init; } = "";

    /// <summary>Metric size.</summary>
    public int SizeMetric { get; init; }

    /// <summary>Between the blades of a twin needle, mm; null for single needles.</summary>
    public double? TwinGapMm { get; init; }

    /// <summary>New ones.</summary>
    public int Unused { get; init; }

    /// <summary>Used once and kept for trial garments; they have a place of their own.</summary>
    public int UsedOnce { get; init; }

    /// <summary>Where they lie, or whatever else.</summary>
    public string Note { get; init; } = "";

    /// <summary>What it is called: "stretch 80/12", "twin 4.0/75 stretch".</summary>
    public string Name => NeedleCatalogue.Find(PointId) is not { } point || !NeedleSize.TryFromMetric(SizeMetric, out var size) ? "needle"
        : TwinGapMm is { } gap ? $"twin {new TwinNeedle(gap, size).Pack} {point.Name}"
        : $"{point.Name} {size}";

    /// <summary>One of them.</summary>
    public Needle Needle => new(System, PointId, SizeMetric, TwinGapMm);

    /// <summary>What is wrong.</summary>
    public IReadOnlyList<Problem> Problems()
    {
        var problems = new List<Problem>();
        if (string.IsNullOrWhiteSpace(System) || System.Trim().Length > LongestText)
        {
            problems.Add(new("system", $"Write the needle system as the pack prints it, in at most {LongestText} characters."));
        }

        if (NeedleCatalogue.Find(PointId) is null)
        {
            problems.Add(new("pointId", "Choose the point."));
        }

        if (!NeedleSize.TryFromMetric(SizeMetric, out _))
        {
            problems.Add(new("sizeMetric", $"Sizes made are {string.Join(", ", NeedleSize.All)}."));
        }

        if (TwinGapMm is not null and not (>= TwinNeedle.LeastGapMm and <= TwinNeedle.MostGapMm))
        {
            problems.Add(new("twinGapMm", TwinNeedle.GapRange));
        }

        foreach (var (field, count) in new[] { ("unused", Unused), ("usedOnce", UsedOnce) })
        {
            if (count is < 0 or > 999)
            {
                problems.Add(new(field, "Between 0 and 999 of them."));
            }
        }

        if (Note.Length > LongestText)
        {
            problems.Add(new("note", $"The remark has room for {LongestText} characters."));
        }

        return problems;
    }
}
