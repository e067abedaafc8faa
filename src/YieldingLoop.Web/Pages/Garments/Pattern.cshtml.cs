using System.Collections.Immutable;
using System.Globalization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Patterns;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Units;
using YieldingLoop.Core.Words;
using YieldingLoop.Store;
using YieldingLoop.Store.Exchange;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages.Garments;

/// <summary>What is said of a pattern as a whole, as it is typed.</summary>
public sealed class PatternForm
{
    public int? Square { get; set; }

    public string? SquareMm { get; set; }

    public bool TakeSquare { get; set; }

    public string? Allowance { get; set; }

    public string? Corner { get; set; }

    public bool WithoutNotches { get; set; }

    public bool SplitAtNotches { get; set; }

    /// <summary>The layer of each wearer or size.</summary>
    public Dictionary<int, int?> Layers { get; set; } = [];

    /// <summary>Unit of the lengths above.</summary>
    public LengthUnit Unit { get; set; }
}

/// <summary>One length that would be taken over.</summary>
/// <param name="Seam">The garment's seam.</param>
/// <param name="Wearer">For whom.</param>
/// <param name="NowMm">What stands in the garment.</param>
/// <param name="Measured">What the pattern says.</param>
public sealed record PatternTaken(GarmentSeam Seam, WearerRow Wearer, double? NowMm, SeamLength Measured);

/// <summary>Lengths of a garment's seams, measured on its pattern.</summary>
[RequestSizeLimit(PatternFile.MostBytes + (1024 * 1024))]
[RequestFormLimits(MultipartBodyLengthLimit = PatternFile.MostBytes + (1024 * 1024))]
public sealed class PatternModel(Store.Garments garments, PatternShelf shelf, Wording wording) : PageModel
{
    private Dictionary<int, SeamRow> works = [];

    /// <summary>The layer that is looked at.</summary>
    [BindProperty(SupportsGet = true)]
    public int Layer { get; set; }

    /// <summary>What a tapped edge becomes: "seam:…", "other:…" or "fold"; the first seam where nothing is said.</summary>
    [BindProperty(SupportsGet = true)]
    public string? As { get; set; }

    [BindProperty]
    public PatternForm Input { get; set; } = new();

    public GarmentRow Row { get; private set; } = null!;

    /// <summary>Those the garment is made for.</summary>
    public IReadOnlyList<WearerRow> Wearers { get; private set; } = [];

    /// <summary>What the file is called.</summary>
    public string FileName { get; private set; } = "";

    /// <summary>The pattern; null while there is none.</summary>
    public PatternWork? Work { get; private set; }

    /// <summary>Counts what was said of the pattern, so that only what was seen is taken over.</summary>
    public int Revision { get; private set; }

    /// <summary>What is wrong with a file that came.</summary>
    public IReadOnlyList<Problem> Refused { get; private set; } = [];

    /// <summary>What has to be said first.</summary>
    public string? Notice { get; private set; }

    /// <summary>What a tapped edge becomes.</summary>
    public PatternMark? Brush { get; private set; }

    /// <summary>What a seam is called.</summary>
    public string NameOf(GarmentSeam seam) => works.GetValueOrDefault(seam.WorkId)?.Name ?? seam.Id;

    /// <summary>What a layer is called.</summary>
    public string LayerName(int layer) => Work!.Drawing.Layers[layer] is { Name.Length: > 0 } named ? named.Name : "outside any layer";

    /// <summary>What an edge is, in words; null where it is nothing.</summary>
    public string? MarkName(EdgeAt at) => Work!.Choices.Marks.TryGetValue(at, out var mark) ? MarkName(mark) : null;

    /// <summary>What a mark is called.</summary>
    public string MarkName(PatternMark mark) => mark.Kind switch
    {
        MarkKind.Fold => "on the fold",
        MarkKind.Other => $"sewn to “{SeamName(mark.SeamId)}”",
        _ => SeamName(mark.SeamId),
    };

    /// <summary>How a mark stands in an address.</summary>
    public static string Code(PatternMark mark) => mark.Kind == MarkKind.Fold ? "fold" : $"{(mark.Kind == MarkKind.Other ? "other" : "seam")}:{mark.SeamId}";

    /// <summary>What a piece is called.</summary>
    public string PieceName(int piece)
    {
        var first = Work!.Pieces.Index().First(p => p.Item.Layer == Work.Pieces[piece].Layer).Index;
        return Work.Pieces[piece].Name is { Length: > 0 } name ? name : $"Piece {piece - first + 1}";
    }

    /// <summary>An edge's letter within its piece.</summary>
    public static string Letter(int edge) => (edge >= 26 ? ((char)('a' + (edge / 26 % 26) - 1)).ToString() : "") + (char)('a' + (edge % 26));

    /// <summary>An edge's short name on the drawing: the number of its piece and its letter.</summary>
    public string ShortName(EdgeAt at) => $"{at.Piece - Work!.Pieces.Index().First(p => p.Item.Layer == Work.Pieces[at.Piece].Layer).Index + 1}{Letter(at.Edge)}";

    /// <summary>What the pattern has of the seams of the layer that is looked at, by seam.</summary>
    public IReadOnlyDictionary<string, SeamLength> Measured { get; private set; } = new Dictionary<string, SeamLength>();

    /// <summary>What would be taken over.</summary>
    public IReadOnlyList<PatternTaken> Taken { get; private set; } = [];

    public async Task<IActionResult> OnGetAsync(int id) => ModelState.IsValid && await FindAsync(id) ? Page() : NotFound();

    /// <summary>Lays a pattern on the table.</summary>
    public async Task<IActionResult> OnPostFileAsync(int id, IFormFile? file)
    {
        if (!await FindAsync(id))
        {
            return NotFound();
        }

        if (file is null || file.Length == 0)
        {
            return Refuse([new("file", "No file came, or there is nothing in it. Choose it again.")]);
        }

        await using var stream = file.OpenReadStream();
        var problems = await shelf.PutAsync(Row.SubmissionKey, stream, UploadShelf.Shown(file.FileName), HttpContext.RequestAborted);
        if (problems.Count > 0)
        {
            return Refuse(problems);
        }

        // Layers that are called as the sizes are theirs, until somebody says otherwise.
        await shelf.ChangeAsync(Row.SubmissionKey, work => work.Changed(work.Choices with { Layers = Guessed(work) }));
        return Redirect($"/garments/{id}/pattern");
    }

    /// <summary>Lets the pattern go.</summary>
    public async Task<IActionResult> OnPostLeaveAsync(int id)
    {
        if (!await FindAsync(id))
        {
            return NotFound();
        }

        shelf.Drop(Row.SubmissionKey);
        return this.RedirectSaying($"/garments/{id}", "The pattern is put aside. Lengths that were taken over stay in the garment.");
    }

    /// <summary>Marks an edge, or takes its mark away.</summary>
    public async Task<IActionResult> OnPostMarkAsync(int id, string? at)
    {
        if (!await FindAsync(id) || Work is null)
        {
            return NotFound();
        }

        var parts = (at ?? "").Split('.');
        if (parts.Length != 2 || !int.TryParse(parts[0], NumberStyles.None, CultureInfo.InvariantCulture, out var piece) || !int.TryParse(parts[1], NumberStyles.None, CultureInfo.InvariantCulture, out var edge)
            || Brush is not { } brush || !Work.Has(new(piece, edge)))
        {
            return await AgainAsync(id, "That edge or seam is not here any more. Nothing was marked.");
        }

        await shelf.ChangeAsync(Row.SubmissionKey, work => work.Has(new(piece, edge)) ? work.Marked(new(piece, edge), brush) : work);
        return Redirect(Here(id));
    }

    /// <summary>Carries the marks of this layer to the layers of the other sizes.</summary>
    public async Task<IActionResult> OnPostCarryAsync(int id)
    {
        if (!await FindAsync(id) || Work is null)
        {
            return NotFound();
        }

        var to = Work.Choices.Layers.Values.Where(l => l != Layer).Distinct().ToList();
        if (to.Count == 0)
        {
            return await AgainAsync(id, "No other size has a layer of its own. Say which layer is which size first.");
        }

        IReadOnlyList<int> unlike = [];
        await shelf.ChangeAsync(Row.SubmissionKey, work =>
        {
            (var carried, unlike) = work.Carried(Layer, to);
            return carried;
        });
        var done = to.Except(unlike).Select(l => Said.Name(LayerName(l))).ToList();
        return this.RedirectSaying(
            Here(id),
            (done.Count > 0 ? $"Marked in {Phrase.List(done)} too, edge by edge in the order they are drawn. " : "")
            + (unlike.Count > 0 ? $"{Phrase.List([.. unlike.Select(l => Said.Name(LayerName(l)))])} {(unlike.Count == 1 ? "is" : "are")} not drawn alike: other pieces, edges or lengths. Mark {(unlike.Count == 1 ? "it" : "them")} by hand." : ""));
    }

    /// <summary>Keeps what is said of scale, sizes, allowance, corners and notches.</summary>
    public async Task<IActionResult> OnPostSettingsAsync(int id)
    {
        if (!await FindAsync(id) || Work is null)
        {
            return NotFound();
        }

        var reader = new FormReader(ModelState, nameof(Input), wording, Input.Unit);
        var square = Work.Squares.FirstOrDefault(s => s.Stroke == Input.Square);
        var side = reader.Length("SquareMm", Input.SquareMm);
        var allowance = reader.Length("Allowance", Input.Allowance) ?? 0;
        var corner = reader.Number("Corner", Input.Corner) ?? PatternCut.UsualCornerDegrees;
        if (Input.Square is not null && square is null)
        {
            reader.Fault("Square", "Choose one of the squares offered.");
        }

        if (side is { } said && said is not (>= PatternScale.LeastSaidMm and <= PatternScale.MostSaidMm))
        {
            reader.Fault("SquareMm", FormattableString.Invariant($"A test square is {PatternScale.LeastSaidMm:0} to {PatternScale.MostSaidMm:0} mm wide."));
        }

        if ((square is null) != (side is null) && ModelState.IsValid)
        {
            reader.Fault("SquareMm", square is null ? "Choose which of the squares has this side." : "Say how long its side is.");
        }

        if (Input.TakeSquare && square is null)
        {
            reader.Fault("TakeSquare", "Only a square that was pointed out can say how large everything is.");
        }

        if (allowance is not (>= 0 and <= PatternChoices.MostAllowanceMm))
        {
            reader.Fault("Allowance", FormattableString.Invariant($"A seam allowance is 0 to {PatternChoices.MostAllowanceMm:0} mm."));
        }

        if (corner is not (>= PatternCut.LeastCornerDegrees and <= PatternCut.MostCornerDegrees))
        {
            reader.Fault("Corner", FormattableString.Invariant($"A corner turns by {PatternCut.LeastCornerDegrees:0} to {PatternCut.MostCornerDegrees:0} degrees."));
        }

        var layers = Input.Layers.Where(l => l.Value is not null && Wearers.Any(w => w.Id == l.Key)).ToImmutableSortedDictionary(l => l.Key, l => l.Value!.Value);
        foreach (var (wearer, _) in layers.Where(l => l.Value < 0 || l.Value >= Work.Drawing.Layers.Count))
        {
            reader.Fault($"Layers[{wearer}]", "Choose one of the layers offered.");
        }

        if (!ModelState.IsValid)
        {
            Response.StatusCode = StatusCodes.Status400BadRequest;
            return Page();
        }

        await shelf.ChangeAsync(Row.SubmissionKey, work => work.Changed(work.Choices with
        {
            Square = square?.Stroke, SquareMm = side, TakeSquare = Input.TakeSquare, AllowanceMm = allowance, Layers = layers,
            Cut = new(corner, Input.WithoutNotches, Input.SplitAtNotches),
        }));
        return Redirect(Here(id));
    }

    /// <summary>Writes the lengths into the garment.</summary>
    public async Task<IActionResult> OnPostTakeAsync(int id, int version, int revision, Guid key)
    {
        if (!await FindAsync(id) || Work is null)
        {
            return NotFound();
        }

        if (revision != Revision || version != Row.Version)
        {
            return await AgainAsync(id, $"{(version != Row.Version ? "The garment" : "What is marked")} was changed while you looked. Here is how it stands now; nothing was taken over.");
        }

        var new_ = Taken.Where(t => t.Measured.LengthMm is not null).ToList();
        if (!Work.Scale.Settled || new_.Count == 0)
        {
            return await AgainAsync(id, Work.Scale.Settled ? "No length is there to be taken over yet." : "Nothing is taken over until it is settled which scale counts.");
        }

        var entry = Row.Entry with
        {
            Seams = [.. Row.Entry.Seams.Select(s => s with { LengthsMm = s.LengthsMm.SetItems(new_.Where(t => t.Seam.Id == s.Id).Select(t => KeyValuePair.Create(t.Wearer.Id, Rounded(t.Measured.LengthMm!.Value)))) })],
        };
        if (entry.Problems(NameOf) is { Count: > 0 } problems)
        {
            return await AgainAsync(id, "Nothing was taken over. " + string.Join(" ", problems.Select(p => p.Message)));
        }

        return await garments.SaveAsync(entry, id, version, key) switch
        {
            SaveResult.Saved => this.RedirectSaying($"/garments/{id}", $"Taken over from the pattern: {(new_.Count == 1 ? "1 length" : $"{new_.Count} lengths")}."),
            SaveResult.Stale => await AgainAsync(id, "The garment was changed while you looked. Here is how it stands now; nothing was taken over."),
            _ => await AgainAsync(id, "Nothing was taken over: a seam or a wearer of the garment is no longer here."),
        };
    }

    /// <summary>A length as it is kept: tenths of a millimetre are finer than anybody cuts.</summary>
    public static double Rounded(double millimetres) => Math.Round(millimetres, 1);

    /// <summary>Where this page is, with what is looked at.</summary>
    public string Here(int id, int? layer = null, PatternMark? mark = null) =>
        $"/garments/{id}/pattern?layer={layer ?? Layer}{((mark ?? Brush) is { } brush ? $"&as={Uri.EscapeDataString(Code(brush))}" : "")}";

    private string SeamName(string? seam) => Row.Entry.Find(seam) is { } found ? NameOf(found) : seam ?? "";

    private PageResult Refuse(IReadOnlyList<Problem> problems)
    {
        (Refused, Response.StatusCode) = (problems, StatusCodes.Status400BadRequest);
        return Page();
    }

    private async Task<IActionResult> AgainAsync(int id, string notice)
    {
        ModelState.Clear();
        await FindAsync(id);
        (Notice, Response.StatusCode) = (notice, StatusCodes.Status409Conflict);
        return Page();
    }

    private ImmutableSortedDictionary<int, int> Guessed(PatternWork work)
    {
        var layers = work.Drawing.Layers;
        if (layers.Count == 1)
        {
            return Wearers.ToImmutableSortedDictionary(w => w.Id, _ => 0);
        }

        int Of(WearerRow wearer) => layers.Index().Where(l => l.Item.Name.Equals(wearer.Name, StringComparison.OrdinalIgnoreCase)).Select(l => l.Index).FirstOrDefault(-1);
        return Wearers.Select(w => (w.Id, Layer: Of(w))).Where(w => w.Layer >= 0).ToImmutableSortedDictionary(w => w.Id, w => w.Layer);
    }

    private async Task<bool> FindAsync(int id)
    {
        if (await garments.All.FirstOrDefaultAsync(g => g.Id == id && g.PutAwayAt == null) is not { } row)
        {
            return false;
        }

        (Row, Wearers, works) = (row, await garments.ForAsync(row.Entry), await garments.WorksAsync(row.Entry));
        Brush = Read(As) ?? (row.Entry.Seams.Count > 0 ? new(MarkKind.Seam, row.Entry.Seams[0].Id) : null);
        if (await shelf.FindAsync(row.SubmissionKey) is not { } found)
        {
            return true;
        }

        (FileName, Work, Revision) = found;
        Layer = Math.Clamp(Layer, 0, Work.Drawing.Layers.Count - 1);
        Measured = Work.Of(Layer, row.Entry.Seams.Select(s => s.Id)).ToDictionary(l => l.SeamId);
        var all = Work.Choices.Layers.Values.Distinct().ToDictionary(l => l, l => Work.Of(l, row.Entry.Seams.Select(s => s.Id)).ToDictionary(s => s.SeamId));
        Taken =
        [
            .. from seam in row.Entry.Seams from wearer in Wearers
               where Work.Choices.Layers.TryGetValue(wearer.Id, out var layer) && all[layer].ContainsKey(seam.Id)
               select new PatternTaken(seam, wearer, seam.LengthsMm.TryGetValue(wearer.Id, out var now) ? now : null, all[Work.Choices.Layers[wearer.Id]][seam.Id]),
        ];
        if (!HasFormOf("Input"))
        {
            var said = Work.Choices;
            var unit = wording.Settings.Lengths;
            Input = new()
            {
                Unit = unit, Square = said.Square, SquareMm = LengthText.Write(said.SquareMm, unit), TakeSquare = said.TakeSquare, Allowance = said.AllowanceMm == 0 ? "" : LengthText.Write(said.AllowanceMm, unit),
                Corner = FieldText.Of(said.Cut.CornerDegrees), WithoutNotches = said.Cut.WithoutNotches, SplitAtNotches = said.Cut.SplitAtNotches, Layers = said.Layers.ToDictionary(l => l.Key, l => (int?)l.Value),
            };
        }

        return true;
    }

    private bool HasFormOf(string prefix) => Request.HasFormContentType && Request.Form.Keys.Any(k => k.StartsWith(prefix + ".", StringComparison.Ordinal));

    private PatternMark? Read(string? code) => code switch
    {
        "fold" => new(MarkKind.Fold),
        { Length: > 5 } when code.StartsWith("seam:", StringComparison.Ordinal) && Row.Entry.Find(code[5..]) is { } seam => new(MarkKind.Seam, seam.Id),
        { Length: > 6 } when code.StartsWith("other:", StringComparison.Ordinal) && Row.Entry.Find(code[6..]) is { } seam => new(MarkKind.Other, seam.Id),
        _ => null,
    };
}
