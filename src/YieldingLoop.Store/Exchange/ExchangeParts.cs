using YieldingLoop.Core.Garments;
using YieldingLoop.Store.Formats;
using YieldingLoop.Store.Records;

namespace YieldingLoop.Store.Exchange;

/// <summary>
/// The lists of an exchange file. Every kind of record has one, which a test holds against
/// <see cref="RecordKinds"/>; so have the needles in their seats and what was sewn, which nobody types.
/// </summary>
internal static class ExchangeParts
{
    public static ExchangePart Cloths { get; } = new RowPart<ClothRow, ClothRecord>
    {
        List = "cloths", One = "cloth", Many = "cloths", Noun = "cloth",
        Of = (row, _) => new() { Cloth = Documents.Of(row.Entry) },
        Make = d => new() { Name = "", Entry = Documents.Read(d.Cloth) },
        Fill = (d, row, _) => Set(() => row.Entry = Documents.Read(d.Cloth)),
        Check = d => RecordCheck.Cloth(d.Cloth),
        Name = d => d.Cloth.Name, Typed = d => d.Cloth,
    };

    public static ExchangePart Machines { get; } = new RowPart<MachineRow, MachineRecord>
    {
        List = "machines", One = "machine", Many = "machines", Noun = "machine",
        Of = (row, _) => new() { Machine = Documents.Of(row.Entry) },
        Make = d => new() { Name = "", Entry = Documents.Read(d.Machine) },
        Fill = (d, row, _) => Set(() => row.Entry = Documents.Read(d.Machine)),
        Check = d => RecordCheck.Machine("machine", d.Machine),
        Name = d => d.Machine.Name, Typed = d => d.Machine,
    };

    public static ExchangePart States { get; } = new StatePart { List = "onMachines", One = "state of a machine", Many = "states of machines", Noun = "state" };

    public static ExchangePart Needles { get; } = new RowPart<NeedleRow, NeedleRecord>
    {
        List = "needles", One = "pack of needles", Many = "packs of needles", Noun = "needle",
        Of = (row, _) => new() { Needles = Documents.Of(row.Entry) },
        Make = d => new() { Name = "", Entry = Documents.Read(d.Needles) },
        Fill = (d, row, _) => Set(() => row.Entry = Documents.Read(d.Needles)),
        Check = d => RecordCheck.At("needles", Documents.Read(d.Needles).Problems()),
        Name = d => Documents.Read(d.Needles).Name, Typed = d => d.Needles,
    };

    public static ExchangePart Threads { get; } = new RowPart<ThreadRow, ThreadRecord>
    {
        List = "threads", One = "thread", Many = "threads", Noun = "thread",
        Of = (row, _) => new()
        {
            Thread = Documents.Of(row.Entry), WoundFromId = row.WoundFromId, WeighedAt = row.WeighedAt, SewnSinceWeighedMetres = row.SewnSinceWeighed, Uses = Documents.Of(row.Uses),
        },
        Make = d => new() { Name = "", Entry = Documents.Read(d.Thread) },
        Fill = (d, row, _) => Set(() =>
        {
            (row.Entry, row.WoundFromId) = (Documents.Read(d.Thread), d.WoundFromId);
            (row.WeighedAt, row.SewnSinceWeighed, row.Uses) = (d.WeighedAt, d.SewnSinceWeighedMetres, Documents.Read(d.Uses));
        }),
        Check = RecordCheck.Thread,
        Name = d => d.Thread.Name, Typed = d => d.Thread,
    };

    public static ExchangePart Notes { get; } = new RowPart<RuleRow, NoteRecord>
    {
        List = "notes", One = "note", Many = "notes", Noun = "rule",
        Of = (row, _) => new() { Note = Documents.Of(row.Entry) },
        Make = d => new() { Name = "", Entry = Documents.Read(d.Note) },
        Fill = (d, row, _) => Set(() => row.Entry = Documents.Read(d.Note)),
        Check = d => RecordCheck.At("note", Documents.Read(d.Note).Problems()),
        Name = d => Documents.Read(d.Note).Name, Typed = d => d.Note,
    };

    public static ExchangePart Seams { get; } = new RowPart<SeamRow, SeamRecord>
    {
        List = "seams", One = "seam", Many = "seams", Noun = "seam",
        Of = (row, _) => new() { ClothId = row.ClothId, Seam = Documents.Of(row.Entry) },
        Make = d => new() { Name = "", Entry = Documents.Read(d.Seam) },
        Fill = (d, row, _) => Set(() => (row.Entry, row.ClothId) = (Documents.Read(d.Seam), d.ClothId)),
        Check = d => RecordCheck.Seam("seam", d.Seam),
        Name = d => d.Seam.Name, Typed = d => d.Seam,
    };

    public static ExchangePart Setups { get; } = new RowPart<SetupRow, SetupRecord>
    {
        List = "setups", One = "set-up", Many = "set-ups",
        Of = (row, _) => new()
        {
            SeamId = row.SeamId, ClothId = row.ClothId, MachineId = row.MachineId, EarlierId = row.EarlierId, Edition = row.Edition, Remark = row.Remark,
            SwatchPassedAt = row.SwatchPassedAt, PassedBySwatchId = row.PassedBySwatchId, Kept = Documents.Of(row.Snapshot),
        },
        Make = d => Workroom.SetupOf(Documents.Read(d.Kept)),
        Fill = (d, row, _) => Set(() =>
        {
            var made = Workroom.SetupOf(Documents.Read(d.Kept));
            (row.SearchText, row.VerdictId, row.Summary, row.Snapshot) = (made.SearchText, made.VerdictId, made.Summary, made.Snapshot);
            (row.SeamId, row.ClothId, row.MachineId, row.EarlierId, row.Edition, row.Remark) = (d.SeamId, d.ClothId, d.MachineId, d.EarlierId, d.Edition, d.Remark);
            (row.SwatchPassedAt, row.PassedBySwatchId) = (d.SwatchPassedAt, d.PassedBySwatchId);
        }),
        Check = RecordCheck.Setup,
        Name = d => d.Kept.Seam.Name, Typed = d => d.Kept.Plan.Setup,
    };

    public static ExchangePart ThreadUps { get; } = new RowPart<ThreadUpRow, ThreadUpRecord>
    {
        List = "threadUps", One = "thread-up", Many = "thread-ups",
        Of = (row, map) => new()
        {
            Name = row.Name, MachineId = row.MachineId, SetupId = row.SetupId, Done = row.Done, StillSo = map.StateVersions.GetValueOrDefault(row.MachineId) == row.StateVersion,
            Fitted = [.. row.Fitted.Select(f => new FittedNeedleDocument(f.Step, f.NeedleId, f.Used))], EndedAt = row.EndedAt, Way = Documents.Of(row.Entry),
        },
        Make = d => new() { Name = "", Entry = Documents.Read(d.Way) },
        Fill = (d, row, turn) => Set(() =>
        {
            (row.Entry, row.MachineId, row.SetupId, row.Done, row.EndedAt) = (Documents.Read(d.Way), d.MachineId, d.SetupId, d.Done, d.EndedAt);
            (row.StateVersion, row.Fitted) = (d.StillSo ? turn.Map.StateVersions.GetValueOrDefault(d.MachineId) : 0, [.. d.Fitted.Where(f => f.NeedleId > 0).Select(f => new FittedNeedle(f.Step, f.NeedleId, f.Used))]);
        }),
        Check = RecordCheck.ThreadUp,
        Name = d => d.Name, Typed = d => d.Way,
    };

    public static ExchangePart Swatches { get; } = new RowPart<SwatchRow, SwatchRecord>
    {
        List = "swatches", One = "swatch", Many = "swatches", Noun = "swatch",
        Of = (row, _) => new() { Number = row.Id, SetupId = row.SetupId, RunDownAt = row.RunDownAt, Swatch = Documents.Of(row.Entry) },
        Make = d => new() { Name = "", Entry = Documents.Read(d.Swatch) },
        Fill = async (d, row, turn) =>
        {
            var (setup, entry) = (await turn.SetupAsync(d.SetupId), Documents.Read(d.Swatch));
            row.PhotoId = entry.Photo is { } photo && turn.Map.Photos.TryGetValue(photo.Key, out var id) ? id : null;
            Store.Swatches.Fill(row, row.PhotoId is null ? entry with { Photo = null } : entry, setup);
            (row.SetupId, row.SeamId, row.ClothId, row.MachineId, row.RunDownAt) = (setup.Id, setup.SeamId, setup.ClothId, setup.MachineId, d.RunDownAt);
            row.Name = setup.Name;
        },
        Check = RecordCheck.Swatch,
        Name = d => $"Swatch {d.Number}", Typed = d => d.Swatch,
    };

    public static ExchangePart CoachSteps { get; } = new RowPart<CoachRow, CoachStepRecord>
    {
        List = "coachSteps", One = "step with the coach", Many = "steps with the coach",
        Of = (row, _) => new() { SetupId = row.SetupId, ThreadUpId = row.ThreadUpId, Step = Documents.Of(row.Entry) },
        Make = d => new() { Name = "", Entry = Documents.Read(d.Step) },
        Fill = async (d, row, turn) =>
        {
            row.Entry = Documents.Read(d.Step with { Silenced = [.. d.Step.Silenced.Where(s => s > 0)] });
            (row.SetupId, row.ThreadUpId, row.Name) = (d.SetupId, d.ThreadUpId, (await turn.SetupAsync(d.SetupId)).Name);
        },
        Check = d => RecordCheck.CoachStep(d.Step),
        Name = d => d.Step.Deed.ToString(), Typed = d => d.Step,
    };

    public static ExchangePart Practice { get; } = new RowPart<PracticeRow, PracticeRecord>
    {
        List = "practice", One = "case of practice", Many = "cases of practice",
        Of = (row, _) => new() { SkillId = row.SkillId, EndedAt = row.EndedAt, Clean = row.Clean, Attempt = Documents.Of(row.Entry) },
        Make = d => new() { Name = "", SkillId = d.SkillId, Entry = Documents.Read(d.Attempt) },
        Fill = (d, row, _) => Set(() => (row.Entry, row.SkillId, row.EndedAt, row.Clean) = (Documents.Read(d.Attempt), d.SkillId, d.EndedAt, d.Clean)),
        Check = RecordCheck.Practice,
        Name = d => d.Attempt.CaseName, Typed = d => d.Attempt,
    };

    public static ExchangePart Wearers { get; } = new RowPart<WearerRow, WearerRecord>
    {
        List = "wearers", One = "wearer or size", Many = "wearers and sizes", Noun = "wearer", Personal = true,
        Of = (row, _) => new() { Wearer = Documents.Of(row.Entry) },
        Make = d => new() { Name = "", Entry = Documents.Read(d.Wearer) },
        Fill = (d, row, _) => Set(() => row.Entry = Documents.Read(d.Wearer)),
        Check = d => RecordCheck.At("wearer", Documents.Read(d.Wearer).Problems()),
        Name = d => d.Wearer.Name, Typed = d => d.Wearer,
    };

    public static ExchangePart Garments { get; } = new RowPart<GarmentRow, GarmentRecord>
    {
        List = "garments", One = "garment", Many = "garments", Noun = "garment",
        Of = (row, _) => new() { Garment = Documents.Of(row.Entry) },
        Make = d => new() { Name = "", Entry = new Garment() },
        // Of wearers nobody here knows nothing is made.
        Fill = (d, row, _) => Set(() => row.Entry = Documents.Read(d.Garment with { Sizes = [.. d.Garment.Sizes.Where(s => s.WearerId > 0)] })),
        Check = RecordCheck.Garment,
        Name = d => d.Garment.Name, Typed = d => d.Garment,
    };

    public static ExchangePart Runs { get; } = new RowPart<RunRow, RunRecord>
    {
        List = "runs", One = "run", Many = "runs",
        Of = (row, _) => new() { SetupInHandId = row.SetupInHandId, EndedAt = row.EndedAt, Run = Documents.Of(row.Entry) },
        Make = d => new() { Name = "", Entry = new SewingRun() },
        Fill = (d, row, _) => Set(() => (row.Entry, row.SetupInHandId, row.EndedAt) = (Documents.Read(d.Run with
        {
            Closed = [.. d.Run.Closed.Where(c => c.MachineId > 0)],
            Popped = [.. d.Run.Popped.Where(p => p.GarmentId > 0 && p.SetupId > 0)],
            Done = [.. d.Run.Done.Select(t => t with { NeedleIds = [.. t.NeedleIds.Where(n => n > 0)], Taken = [.. t.Taken.Where(c => c.ConeId is not null)] })],
        }), d.SetupInHandId, d.EndedAt)),
        Check = RecordCheck.Run,
        Name = d => d.Run.Name, Typed = d => d.Run,
    };

    public static ExchangePart Care { get; } = new RowPart<CareRow, CareRecord>
    {
        List = "care", One = "entry of care", Many = "entries of care",
        Of = (row, _) => new() { MachineId = row.MachineId, At = row.At, Open = row.Open, Care = Documents.Of(row.Entry) },
        Make = d => new() { Name = "", Entry = Documents.Read(d.Care), KindId = "" },
        Fill = async (d, row, turn) =>
        {
            var entry = Documents.Read(d.Care);
            (row.Entry, row.KindId, row.MachineId, row.At, row.Open) = (entry, entry.KindId, d.MachineId, d.At, d.Open);
            row.EndedAt = entry.Sat?.End;
            row.Seconds = entry.Sat is { End: { } end } sat ? (long)sat.Until(end).TotalSeconds : 0;
            row.Name = await turn.MachineNameAsync(d.MachineId);
        },
        Check = RecordCheck.Care,
        Name = d => FormattableString.Invariant($"{(d.Care.Done is { } done ? done.TaskId : d.Care.Broke is not null ? "broken needle" : "time at the machine")}, {d.At:yyyy-MM-dd}"), Typed = d => d.Care,
    };

    public static ExchangePart Palettes { get; } = new RowPart<PaletteRow, PaletteRecord>
    {
        List = "palettes", One = "palette", Many = "palettes",
        Of = (row, _) => new() { Palette = Documents.Of(row.Entry) },
        Make = d => new() { Name = "", Entry = Documents.Read(d.Palette) },
        Fill = (d, row, _) => Set(() => row.Entry = Documents.Read(d.Palette)),
        Check = d => RecordCheck.Palette(d.Palette),
        Name = d => d.Palette.Name, Typed = d => d.Palette,
    };

    public static ExchangePart Sewn { get; } = new SewnPart { List = "sewn", One = "length that was sewn", Many = "lengths that were sewn" };

    /// <summary>All of them.</summary>
    public static IReadOnlyList<ExchangePart> All { get; } =
    [
        Cloths, Machines, States, Needles, Threads, Notes, Seams, Setups, ThreadUps, Swatches, CoachSteps, Practice, Wearers, Garments, Runs, Care, Palettes, Sewn,
    ];

    /// <summary>The list of a name; null where there is none.</summary>
    public static ExchangePart? Find(string list) => All.FirstOrDefault(p => p.List == list);

    /// <summary>The list that holds a kind of row; null where none does.</summary>
    public static ExchangePart? Of(Type row) => All.FirstOrDefault(p => p.Row == row);

    private static Task Set(Action set)
    {
        set();
        return Task.CompletedTask;
    }
}
