using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Units;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Swatches;

/// <summary>A dial as it stood.</summary>
public sealed class DialField
{
    public string? Position { get; set; }

    public string? Number { get; set; }
}

/// <summary>What one needle's row shows.</summary>
public sealed class RowField
{
    public string? Position { get; set; }

    public string? Skips { get; set; }

    public string? LoopMm { get; set; }
}

/// <summary>A strip as it is typed.</summary>
public sealed class StripForm
{
    public string? BeforeMm { get; set; }

    public string? SewnMm { get; set; }

    public string? PulledMm { get; set; }

    public string? RecoveredMm { get; set; }

    public string? UnsewnMm { get; set; }

    public string? RulerStepMm { get; set; }

    /// <summary>Whether any length was typed.</summary>
    public bool Any => !new[] { BeforeMm, SewnMm, PulledMm, RecoveredMm, UnsewnMm }.All(string.IsNullOrWhiteSpace);
}

/// <summary>A photo, and the two marks on a ruler in it.</summary>
public sealed class PhotoForm
{
    public Guid? Key { get; set; }

    public string? FirstX { get; set; }

    public string? FirstY { get; set; }

    public string? SecondX { get; set; }

    public string? SecondY { get; set; }

    public string? ApartMm { get; set; }

    /// <summary>The form of a photo.</summary>
    internal static PhotoForm Of(SwatchPhoto? photo) => new()
    {
        Key = photo?.Key, FirstX = FieldText.Of(photo?.Ruler?.FirstX), FirstY = FieldText.Of(photo?.Ruler?.FirstY), SecondX = FieldText.Of(photo?.Ruler?.SecondX), SecondY = FieldText.Of(photo?.Ruler?.SecondY),
        ApartMm = FieldText.Of(photo?.Ruler?.ApartMm),
    };

    /// <summary>The photo that is typed; null where there is none. Marks without a length give no scale, and neither does a length without marks.</summary>
    internal SwatchPhoto? Read(FormReader reader)
    {
        if (Key is not { } key)
        {
            if (new[] { FirstX, FirstY, SecondX, SecondY, ApartMm }.Any(t => !string.IsNullOrWhiteSpace(t)))
            {
                reader.Fault("Photo.ApartMm", "There is no photo that this is the scale of: choose one, or leave it empty.");
            }

            return null;
        }

        var apart = reader.Number("Photo.ApartMm", ApartMm);
        double?[] marks = [reader.Number("Photo.FirstX", FirstX), reader.Number("Photo.FirstY", FirstY), reader.Number("Photo.SecondX", SecondX), reader.Number("Photo.SecondY", SecondY)];
        if (apart is not null && marks.Contains(null))
        {
            reader.Fault("Photo.ApartMm", "Tap the two marks on the ruler in the photo that are so far apart.");
        }

        return new(key) { Ruler = apart is { } mm && marks is [{ } x1, { } y1, { } x2, { } y2] ? new(x1, y1, x2, y2, mm) : null };
    }
}

/// <summary>Readings as they are typed; an empty field was not read.</summary>
public sealed class ReadingsForm
{
    public string? MeetingLineMm { get; set; }

    public string? GapMm { get; set; }

    public string? OverhangMm { get; set; }

    public string? GrowthPercent { get; set; }

    public string? CoverFace { get; set; }

    public string? CoverBack { get; set; }

    public Ridge? Ridge { get; set; }

    public Curl? CurlsTo { get; set; }

    public string? Skips { get; set; }

    public string? Stitches { get; set; }

    public string? FirstSkipAt { get; set; }

    public string? BrokeAt { get; set; }

    public string? BrokeAfterStitches { get; set; }

    public string? PoppedAt { get; set; }

    public string? PoppedAtPercent { get; set; }

    public string? HeldToPercent { get; set; }

    public bool? ThreadsShow { get; set; }

    public bool? RawEdgeCaught { get; set; }

    public bool? RowsParallel { get; set; }

    public bool? Wrapped { get; set; }
}

/// <summary>A swatch as it is typed.</summary>
public sealed class SwatchForm : RecordForm
{
    public int? SetupId { get; set; }

    public List<DialField> Dials { get; set; } = [];

    public List<RowField> Rows { get; set; } = [];

    public string? StitchLengthMm { get; set; }

    public string? Differential { get; set; }

    public StripForm Strip { get; set; } = new();

    public ReadingsForm Readings { get; set; } = new();

    public PhotoForm Photo { get; set; } = new();

    public bool ContrastThreads { get; set; }

    public bool Curved { get; set; }

    public bool InWear { get; set; }

    public int? StripOf { get; set; }

    public SkinFeel? Feel { get; set; }

    /// <summary>What was sewn to look for skips.</summary>
    public SkipsSewn? SkipsSewn { get; set; }

    public bool? Sheds { get; set; }

    public string? CrackledAtPercent { get; set; }

    public LeftOut? LeftOut { get; set; }

    public string? Note { get; set; }

    /// <summary>The form of a swatch, or a fresh one of a set-up as sewn.</summary>
    internal static SwatchForm Of(SetupRow setup, Setup sewn, SwatchRow? row, LengthUnit unit)
    {
        var entry = row?.Entry ?? new SwatchEntry { Setup = sewn };
        var (read, strip) = (entry.Readings, entry.Strip);
        string Length(double? mm) => LengthText.Write(mm, unit);
        return new()
        {
            Unit = unit, Version = row?.Version ?? 0, SetupId = setup.Id,
            Dials = [.. DialsOf(setup.Snapshot.Plan).Select(d => new DialField { Position = d.Id(), Number = FieldText.Of(entry.Setup.Dials[d].Number()) })],
            Rows =
            [
                .. RowsOf(setup.Snapshot.Plan).Select(p => new RowField
                {
                    Position = p.Id(), Skips = read.SkipsByPosition?.TryGetValue(p, out var skips) == true ? FieldText.Of(skips) : "", LoopMm = read.NeedleLoopMm?.TryGetValue(p, out var loop) == true ? FieldText.Of(loop) : "",
                }),
            ],
            StitchLengthMm = FieldText.Of(entry.Setup.StitchLengthMm.Number()), Differential = FieldText.Of(entry.Setup.Differential.Number()),
            Strip = new()
            {
                BeforeMm = Length(strip?.BeforeMm), SewnMm = Length(strip?.SewnMm), PulledMm = Length(strip?.PulledMm), RecoveredMm = Length(strip?.RecoveredMm), UnsewnMm = Length(strip?.UnsewnMm),
                RulerStepMm = FieldText.Of(strip?.RulerStepMm ?? StripMeasure.UsualRulerStepMm),
            },
            Readings = new()
            {
                MeetingLineMm = FieldText.Of(read.MeetingLineMm), GapMm = FieldText.Of(read.GapMm), OverhangMm = FieldText.Of(read.OverhangMm), GrowthPercent = FieldText.Of(read.GrowthPercent), CoverFace = FieldText.Of(100 * read.CoverFace), CoverBack = FieldText.Of(100 * read.CoverBack),
                Ridge = read.Ridge, CurlsTo = read.CurlsTo, Skips = FieldText.Of(read.Skips), Stitches = FieldText.Of(read.Stitches), FirstSkipAt = FieldText.Of(read.FirstSkipAt), BrokeAt = read.BrokeAt?.Id(),
                BrokeAfterStitches = FieldText.Of(read.BrokeAfterStitches), PoppedAt = read.PoppedAt?.Id(), PoppedAtPercent = FieldText.Of(read.PoppedAtPercent), HeldToPercent = FieldText.Of(read.HeldToPercent),
                ThreadsShow = read.ThreadsShow, RawEdgeCaught = read.RawEdgeCaught, RowsParallel = read.RowsParallel, Wrapped = read.Wrapped,
            },
            Photo = PhotoForm.Of(entry.Photo),
            ContrastThreads = entry.ContrastThreads, Curved = entry.Curved, InWear = entry.InWear, StripOf = entry.StripOf, Feel = entry.Feel, SkipsSewn = entry.SkipsSewn, Sheds = entry.Sheds, CrackledAtPercent = FieldText.Of(entry.CrackledAtPercent), LeftOut = entry.LeftOut, Note = entry.Note,
        };
    }

    /// <summary>The dials a set-up is laid by, each once.</summary>
    internal static IReadOnlyList<ThreadPosition> DialsOf(SetupPlan plan) => [.. plan.Setup.Dials.Select(d => d.Key)];

    /// <summary>The rows that are read one by one: the needles' of a stitch that has several.</summary>
    internal static IReadOnlyList<ThreadPosition> RowsOf(SetupPlan plan)
    {
        ThreadPosition[] rows = [.. plan.Threads.Select(t => t.Position).Where(p => p.IsNeedle())];
        return rows.Length > 1 ? rows : [];
    }

    /// <summary>Reads the form.</summary>
    /// <param name="sewn">What the machine stood at beside the numbers that are typed.</param>
    /// <param name="reader">Faults go there.</param>
    internal SwatchEntry Read(Setup sewn, FormReader reader)
    {
        var dials = sewn.Dials;
        foreach (var (i, field) in Dials.Index())
        {
            if (ThreadPositions.TryFromId(field.Position ?? "", out var position) && reader.Number($"Dials[{i}].Number", field.Number) is { } number)
            {
                dials = dials.With(position, number);
            }
        }

        var (skips, loops) = (new Dictionary<ThreadPosition, int>(), new Dictionary<ThreadPosition, double>());
        foreach (var (i, field) in Rows.Index())
        {
            if (!ThreadPositions.TryFromId(field.Position ?? "", out var position))
            {
                continue;
            }

            if (!string.IsNullOrWhiteSpace(field.Skips) && reader.Count($"Rows[{i}].Skips", field.Skips) is { } skipped)
            {
                skips[position] = skipped;
            }

            if (reader.Number($"Rows[{i}].LoopMm", field.LoopMm) is { } loop)
            {
                loops[position] = loop;
            }
        }

        int? Count(string field, string? text) => string.IsNullOrWhiteSpace(text) ? null : reader.Count("Readings." + field, text);
        double? Number(string field, string? text) => reader.Number("Readings." + field, text);
        static ThreadPosition? Position(string? id) => ThreadPositions.TryFromId(id ?? "", out var position) ? position : null;
        var read = Readings;
        return new()
        {
            Setup = sewn with
            {
                Dials = dials,
                StitchLengthMm = reader.Number("StitchLengthMm", StitchLengthMm) is { } length ? length : sewn.StitchLengthMm,
                Differential = reader.Number("Differential", Differential) is { } ratio ? ratio : sewn.Differential,
            },
            Strip = !Strip.Any ? null : new()
            {
                BeforeMm = Needed(reader), SewnMm = reader.Length("Strip.SewnMm", Strip.SewnMm), PulledMm = reader.Length("Strip.PulledMm", Strip.PulledMm),
                RecoveredMm = reader.Length("Strip.RecoveredMm", Strip.RecoveredMm), UnsewnMm = reader.Length("Strip.UnsewnMm", Strip.UnsewnMm),
                RulerStepMm = reader.Number("Strip.RulerStepMm", Strip.RulerStepMm) ?? StripMeasure.UsualRulerStepMm,
            },
            Readings = new()
            {
                MeetingLineMm = Number("MeetingLineMm", read.MeetingLineMm), GapMm = Number("GapMm", read.GapMm), OverhangMm = Number("OverhangMm", read.OverhangMm), GrowthPercent = Number("GrowthPercent", read.GrowthPercent),
                CoverFace = Number("CoverFace", read.CoverFace) / 100, CoverBack = Number("CoverBack", read.CoverBack) / 100, Ridge = read.Ridge, CurlsTo = read.CurlsTo,
                // Whoever counted every row need not add them up.
                Skips = Count("Skips", read.Skips) ?? (string.IsNullOrWhiteSpace(read.Skips) && skips.Count > 0 && skips.Count == Rows.Count ? (int)Math.Min(int.MaxValue, skips.Values.Sum(s => (long)s)) : null),
                SkipsByPosition = skips.Count > 0 ? skips : null, NeedleLoopMm = loops.Count > 0 ? loops : null, Stitches = Count("Stitches", read.Stitches), FirstSkipAt = Count("FirstSkipAt", read.FirstSkipAt),
                BrokeAt = Position(read.BrokeAt), BrokeAfterStitches = Count("BrokeAfterStitches", read.BrokeAfterStitches),
                PoppedAt = Position(read.PoppedAt), PoppedAtPercent = Number("PoppedAtPercent", read.PoppedAtPercent), HeldToPercent = Number("HeldToPercent", read.HeldToPercent),
                ThreadsShow = read.ThreadsShow, RawEdgeCaught = read.RawEdgeCaught, RowsParallel = read.RowsParallel, Wrapped = read.Wrapped,
            },
            Photo = Photo.Read(reader),
            ContrastThreads = ContrastThreads, Curved = Curved, InWear = InWear, StripOf = StripOf, Feel = Feel, SkipsSewn = SkipsSewn, Sheds = Sheds, CrackledAtPercent = reader.Number("CrackledAtPercent", CrackledAtPercent), LeftOut = LeftOut, Note = (Note ?? "").Trim(),
        };
    }

    private double Needed(FormReader reader)
    {
        if (string.IsNullOrWhiteSpace(Strip.BeforeMm))
        {
            reader.Fault("Strip.BeforeMm", "The length before sewing is needed: everything else is counted from it.");
        }

        return reader.Length("Strip.BeforeMm", Strip.BeforeMm) ?? double.NaN;
    }
}
