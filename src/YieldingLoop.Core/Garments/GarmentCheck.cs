using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Garments;

/// <summary>What keeps a garment from being one.</summary>
internal static class GarmentCheck
{
    /// <summary>Most of one seam in a garment.</summary>
    private const int MostTimes = 20;

    public static IReadOnlyList<Problem> Problems(Garment garment, Func<GarmentSeam, string> nameOf)
    {
        var problems = new List<Problem>();
        void Add(string field, string message, Finding? finding = null) => problems.Add(new(field, message) { Finding = finding });

        if (string.IsNullOrWhiteSpace(garment.Name) || garment.Name.Trim().Length > Garment.LongestName)
        {
            Add("name", $"Give the garment a name of 1 to {Garment.LongestName} characters.");
        }

        if (GarmentKinds.Find(garment.KindId) is null)
        {
            Add("kindId", "Choose one of the kinds offered.");
        }

        if (garment.Seams.Count > Garment.MostSeams)
        {
            Add("seams", $"A garment has up to {Garment.MostSeams} seams; these are {garment.Seams.Count}.");
        }

        if (garment.Sizes.Count > Garment.MostSizes)
        {
            Add("sizes", $"Up to {Garment.MostSizes} wearers and sizes fit in one table; these are {garment.Sizes.Count}.");
        }

        foreach (var (i, size) in garment.Sizes.Index())
        {
            if (size.Count is < 1 or > RunGarment.MostCopies)
            {
                Add($"sizes[{i}].count", $"For one wearer or size 1 to {RunGarment.MostCopies} are made. Take the row out where none is.");
            }

            if (garment.Sizes.Take(i).Any(s => s.WearerId == size.WearerId))
            {
                Add($"sizes[{i}].wearerId", "This wearer or size stands here twice.");
            }
        }

        foreach (var (i, seam) in garment.Seams.Index())
        {
            Seam(garment, i, seam, Add);
        }

        if (Circle(garment) is { Count: > 0 } circle)
        {
            var names = circle.Select(s => $"“{nameOf(s)}”").ToList();
            Add(
                $"seams[{garment.Seams.ToList().IndexOf(circle[^1])}].after", $"What has to be sewn first goes round in a circle: {string.Join(" before ", names.Append(names[0]))}. Take one of them out.",
                new Finding("run-circle").With("seams", string.Join(", ", circle.Select(s => s.Id))));
        }

        return problems;
    }

    private static void Seam(Garment garment, int number, GarmentSeam seam, Action<string, string, Finding?> add)
    {
        var field = $"seams[{number}]";
        if (garment.Seams.Take(number).Any(s => s.Id == seam.Id))
        {
            add(field + ".id", "Two seams of this garment are called the same.", null);
        }

        if (garment.Seams.Take(number).Any(s => s.WorkId == seam.WorkId))
        {
            add(field + ".workId", "This piece of work is in the garment already. Where there are several like it, say how many.", null);
        }

        if (seam.Times is < 1 or > MostTimes)
        {
            add(field + ".times", $"A garment has 1 to {MostTimes} of one seam.", null);
        }

        foreach (var (i, before) in seam.After.Index())
        {
            if (before.SeamId == seam.Id || garment.Find(before.SeamId) is null || seam.After.Take(i).Any(a => a.SeamId == before.SeamId))
            {
                add(field + ".after", before.SeamId == seam.Id ? "A seam cannot come after itself." : "Each of the garment’s other seams can come before it once.", null);
            }
        }

        foreach (var (name, end) in new[] { ("start", seam.Start), ("end", seam.End) })
        {
            if (end.Kind == EndKind.Into && (garment.Find(end.SeamId) is null || end.SeamId == seam.Id))
            {
                add($"{field}.{name}", "Choose one of the garment’s other seams.", null);
            }
        }

        if ((seam.Start.Kind == EndKind.Round) != (seam.End.Kind == EndKind.Round))
        {
            add(field + ".end", "A seam that goes round does so at both its ends.", null);
        }

        if (seam.MeasureId is not null && BodyMeasures.Find(seam.MeasureId) is null)
        {
            add(field + ".measureId", "Choose one of the measures offered.", null);
        }

        foreach (var (wearer, length) in seam.LengthsMm)
        {
            if (!(length is > 0 and <= SeamEntry.MostLengthMm))
            {
                add($"{field}.lengthsMm[{wearer}]", $"A seam is above 0 and at most {SeamEntry.MostLengthMm:0} mm long. Leave it empty where you do not know.", null);
            }
        }

        foreach (var (wearer, girth) in seam.GirthsMm)
        {
            if (!(girth is >= 30 and <= 3000))
            {
                add($"{field}.girthsMm[{wearer}]", "A girth or opening is between 30 and 3000 mm.", null);
            }
        }
    }

    private static List<GarmentSeam> Circle(Garment garment)
    {
        var at = garment.Seams.Index().GroupBy(s => s.Item.Id).ToDictionary(g => g.Key, g => g.First().Index);
        var circle = new RunProblem([.. garment.Seams.Select(s => new RunItem([.. s.After.Where(a => at.ContainsKey(a.SeamId) && a.SeamId != s.Id).Select(a => at[a.SeamId])], []))], []).Circle();
        return [.. circle.Select(i => garment.Seams[i])];
    }
}
