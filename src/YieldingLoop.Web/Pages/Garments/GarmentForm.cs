using System.Collections.Immutable;
using System.Globalization;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Units;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Garments;

/// <summary>One of those a garment is for, as it is typed.</summary>
public sealed class SizeField
{
    /// <summary>Null where the row is empty.</summary>
    public int? WearerId { get; set; }

    public string? Count { get; set; }
}

/// <summary>A seam of a garment as it is typed.</summary>
public sealed class SeamField
{
    public string? Id { get; set; }

    public int WorkId { get; set; }

    /// <summary>Whether it leaves the garment; its piece of work stays.</summary>
    public bool Remove { get; set; }

    public string? Times { get; set; }

    public string? MeasureId { get; set; }

    /// <summary>"loose", "round", or the seam that runs over it.</summary>
    public string? Start { get; set; }

    public string? End { get; set; }

    public List<string> After { get; set; } = [];

    /// <summary>Row by row of those the garment is for.</summary>
    public List<string?> Lengths { get; set; } = [];

    public List<string?> Girths { get; set; } = [];
}

/// <summary>A garment as it is typed.</summary>
public sealed class GarmentForm : RecordForm
{
    /// <summary>How an end that another seam runs over is told from the two words for the others.</summary>
    private const string Into = "into:";

    public string KindId { get; set; } = GarmentKinds.Blank;

    public List<SizeField> Sizes { get; set; } = [];

    public List<SeamField> Seams { get; set; } = [];

    /// <summary>A piece of work that joins the garment.</summary>
    public int? AddWorkId { get; set; }

    /// <summary>How an end is written in the form.</summary>
    public static string Of(SeamEnd end) => end.Kind switch { EndKind.Round => "round", EndKind.Into => Into + end.SeamId, _ => "loose" };

    internal static GarmentForm From(Garment garment, int version, LengthUnit unit) => new()
    {
        Version = version, Unit = unit, Name = garment.Name, KindId = garment.KindId,
        // One row more than there are, to be filled in.
        Sizes = [.. garment.Sizes.Select(s => new SizeField { WearerId = s.WearerId, Count = FieldText.Of(s.Count) }), .. garment.Sizes.Count < Garment.MostSizes ? [new SizeField()] : Array.Empty<SizeField>()],
        Seams =
        [
            .. garment.Seams.Select(s => new SeamField
            {
                Id = s.Id, WorkId = s.WorkId, Times = FieldText.Of(s.Times), MeasureId = s.MeasureId, Start = Of(s.Start), End = Of(s.End), After = [.. s.After.Select(a => a.SeamId)],
                Lengths = [.. garment.Sizes.Select(z => s.LengthsMm.TryGetValue(z.WearerId, out var mm) ? LengthText.Write(mm, unit) : "")],
                Girths = [.. garment.Sizes.Select(z => s.GirthsMm.TryGetValue(z.WearerId, out var mm) ? LengthText.Write(mm, unit) : "")],
            }),
        ],
    };

    /// <summary>Reads what was typed.</summary>
    /// <param name="reader">Takes what is wrong.</param>
    /// <param name="stored">The garment as it stands: why a default comes first is known from there.</param>
    internal Garment Read(FormReader reader, Garment? stored)
    {
        var rows = Sizes.Index().Where(s => s.Item.WearerId is not null).ToList();
        var kept = Seams.Where(s => !s.Remove).ToList();
        var gone = Seams.Where(s => s.Remove).Select(s => s.Id).ToHashSet();
        var seams = Seams.Index().Where(s => !s.Item.Remove).Select(s => Seam(reader, s.Index, s.Item, rows, gone, stored)).ToList();
        if (AddWorkId is { } work)
        {
            seams.Add(new GarmentSeam { Id = Free(kept), WorkId = work });
        }

        return new Garment
        {
            Name = (Name ?? "").Trim(), KindId = KindId, Seams = seams,
            Sizes = [.. rows.Select(r => new GarmentSize(r.Item.WearerId!.Value, string.IsNullOrWhiteSpace(r.Item.Count) ? 1 : reader.Count($"Sizes[{r.Index}].Count", r.Item.Count)))],
        };
    }

    /// <summary>Where in the form a fault of the garment stands.</summary>
    internal string FieldOf(string problem)
    {
        // Rows without a wearer, and seams that leave, are not counted in the garment.
        var (rows, seams) = (Sizes.Index().Where(s => s.Item.WearerId is not null).Select(s => s.Index).ToList(), Seams.Index().Where(s => !s.Item.Remove).Select(s => s.Index).ToList());
        var parts = problem.Split('.');
        var (list, number) = parts[0].EndsWith(']') ? (parts[0][..parts[0].IndexOf('[', StringComparison.Ordinal)], Number(parts[0])) : (parts[0], -1);
        if (number < 0 || parts.Length < 2)
        {
            return problem;
        }

        // A seam that is only now joining has no row yet.
        var places = list == "sizes" ? rows : seams;
        var index = number < places.Count ? places[number] : number;
        var member = parts[1] switch
        {
            var p when p.StartsWith("lengthsMm", StringComparison.Ordinal) => $"Lengths[{rows.FindIndex(r => Sizes[r].WearerId == Number(p))}]",
            var p when p.StartsWith("girthsMm", StringComparison.Ordinal) => $"Girths[{rows.FindIndex(r => Sizes[r].WearerId == Number(p))}]",
            var p => FormReader.FieldName(p),
        };
        return $"{Core.Words.Phrase.Capital(list)}[{index}].{member}";
    }

    private static int Number(string part) => int.Parse(part[(part.IndexOf('[', StringComparison.Ordinal) + 1)..^1], CultureInfo.InvariantCulture);

    private static GarmentSeam Seam(FormReader reader, int index, SeamField field, List<(int Index, SizeField Item)> rows, HashSet<string?> gone, Garment? stored)
    {
        var before = stored?.Find(field.Id);
        return new GarmentSeam
        {
            Id = field.Id ?? "", WorkId = field.WorkId, Times = string.IsNullOrWhiteSpace(field.Times) ? 1 : reader.Count($"Seams[{index}].Times", field.Times),
            MeasureId = string.IsNullOrEmpty(field.MeasureId) ? null : field.MeasureId,
            Start = End(field.Start, gone), End = End(field.End, gone),
            After = [.. field.After.Where(a => !gone.Contains(a)).Distinct().Select(a => before?.After.FirstOrDefault(b => b.SeamId == a) ?? new SewnBefore(a))],
            LengthsMm = Figures("Lengths", field.Lengths), GirthsMm = Figures("Girths", field.Girths),
        };

        ImmutableSortedDictionary<int, double> Figures(string list, List<string?> typed) =>
            rows.Select(r => (r.Item.WearerId!.Value, Mm: reader.Length($"Seams[{index}].{list}[{r.Index}]", typed.ElementAtOrDefault(r.Index))))
                .Where(r => r.Mm is not null).DistinctBy(r => r.Value).ToImmutableSortedDictionary(r => r.Value, r => r.Mm!.Value);
    }

    // What ran into a seam that leaves runs out at an edge now.
    private static SeamEnd End(string? typed, HashSet<string?> gone) =>
        typed == "round" ? SeamEnd.Round : typed?.StartsWith(Into, StringComparison.Ordinal) == true && !gone.Contains(typed[Into.Length..]) ? new SeamEnd(EndKind.Into, typed[Into.Length..]) : SeamEnd.Loose;

    private static string Free(List<SeamField> seams) => Enumerable.Range(1, Garment.MostSeams + 1).Select(i => $"seam-{i}").First(id => seams.TrueForAll(s => s.Id != id));
}
