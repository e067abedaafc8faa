using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Units;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Seams;

/// <summary>A seam as it is typed.</summary>
public sealed class SeamForm : RecordForm
{
    /// <summary>Address of the scrap it is kept from; empty where it is none.</summary>
    public string? Scrap { get; set; }

    public SeamJob Job { get; set; }

    public ClothDirection Direction { get; set; } = ClothDirection.Lengthwise;

    /// <summary>Empty where it is as usual for the job.</summary>
    public string? Plies { get; set; }

    /// <summary>Where on the body; empty where it was not said.</summary>
    public string? ZoneId { get; set; }

    public bool Reinforced { get; set; }

    public bool OnSkin { get; set; }

    public bool Seen { get; set; }

    public NeedKind NeedKind { get; set; } = NeedKind.NegativeEase;

    public string? PassMm { get; set; }

    public string? OpeningMm { get; set; }

    public string? GirthMm { get; set; }

    public string? GarmentMm { get; set; }

    /// <summary>Movement added to negative ease.</summary>
    public string? EaseMovementId { get; set; }

    /// <summary>Movement alone.</summary>
    public string? MovementId { get; set; }

    public string? OnBodyMm { get; set; }

    public string? AllowanceMm { get; set; }

    public string? LengthMm { get; set; }

    /// <summary>The other cloth in the seam; null where all layers are of one.</summary>
    public int? OtherClothId { get; set; }

    public string? OtherPlies { get; set; } = "1";

    public ClothDirection OtherDirection { get; set; } = ClothDirection.Across;

    public string? OtherCutPercent { get; set; } = "100";

    public static SeamForm From(SeamRow row, LengthUnit unit)
    {
        var e = row.Entry;
        var opening = e.NeedKind == NeedKind.Opening;
        return new SeamForm
        {
            Version = row.Version, Unit = unit,
            Name = e.Name, Job = e.Job, Direction = e.Direction, Plies = FieldText.Of(e.Plies), ZoneId = e.ZoneId, Reinforced = e.Reinforced, OnSkin = e.OnSkin, Seen = e.Seen, NeedKind = e.NeedKind,
            PassMm = opening ? LengthText.Write(e.GirthMm, unit) : "", OpeningMm = opening ? LengthText.Write(e.GarmentMm, unit) : "",
            GirthMm = opening ? "" : LengthText.Write(e.GirthMm, unit), GarmentMm = opening ? "" : LengthText.Write(e.GarmentMm, unit),
            EaseMovementId = e.NeedKind == NeedKind.NegativeEase ? e.MovementId : null,
            MovementId = e.NeedKind == NeedKind.Movement ? e.MovementId : null,
            OnBodyMm = LengthText.Write(e.OnBodyMm, unit),
            AllowanceMm = LengthText.Write(e.AllowanceMm, unit), LengthMm = LengthText.Write(e.LengthMm, unit),
            OtherClothId = e.Other?.ClothId, OtherPlies = FieldText.Of(e.Other?.Plies ?? 1), OtherDirection = e.Other?.Direction ?? ClothDirection.Across, OtherCutPercent = FieldText.Of(e.Other?.CutPercent ?? 100),
        };
    }

    /// <summary>Reads what was typed; only the fields of the chosen kind of need count.</summary>
    /// <param name="reader">Takes what is wrong.</param>
    /// <param name="other">The figures of the other cloth; null where there is none.</param>
    internal SeamEntry Read(FormReader reader, ClothFigures? other)
    {
        int Layers(string field, string? typed)
        {
            var plies = reader.Number(field, typed) ?? 0;
            if (plies != Math.Floor(plies))
            {
                reader.Fault(field, "Layers are counted in whole numbers.");
            }

            return (int)Math.Clamp(plies, 0, 1000);
        }

        var entry = new SeamEntry
        {
            Name = Name ?? "", Job = Job, Direction = Direction, ZoneId = Chosen(ZoneId), Reinforced = Reinforced, OnSkin = OnSkin, Seen = Seen, NeedKind = NeedKind,
            Plies = string.IsNullOrWhiteSpace(Plies) ? Jobs.Of(Job)?.UsualPlies ?? 0 : Layers(nameof(Plies), Plies),
            AllowanceMm = reader.Length(nameof(AllowanceMm), AllowanceMm), LengthMm = reader.Length(nameof(LengthMm), LengthMm),
            Other = other is null ? null : new OtherLayers
            {
                Cloth = other, ClothId = OtherClothId, Plies = Layers(nameof(OtherPlies), OtherPlies), Direction = OtherDirection, CutPercent = reader.Number(nameof(OtherCutPercent), OtherCutPercent) ?? 100,
            },
        };
        var movement = NeedKind switch { NeedKind.NegativeEase => Chosen(EaseMovementId), NeedKind.Movement => Chosen(MovementId), _ => null };
        if (BodyZones.Of(movement) is { } moved)
        {
            // Where on the body is said once: a movement has its place, and a place its movements. Where nothing is published
            // for a place, the movement of a neighbour may stand in.
            if (entry.ZoneId is not null && entry.ZoneId != moved.Id && BodyZones.Find(entry.ZoneId) is { StrainIds.Count: > 0 } place)
            {
                reader.Fault(NeedKind == NeedKind.Movement ? nameof(MovementId) : nameof(EaseMovementId), $"This movement is that of the {moved.Name}, and the seam lies at the {place.Name}. Choose a movement of that place, or measure it on the body.");
            }

            entry = entry with { ZoneId = entry.ZoneId ?? moved.Id };
        }

        return NeedKind switch
        {
            NeedKind.Opening => entry with { GirthMm = reader.Length(nameof(PassMm), PassMm), GarmentMm = reader.Length(nameof(OpeningMm), OpeningMm) },
            NeedKind.NegativeEase => entry with
            {
                GirthMm = reader.Length(nameof(GirthMm), GirthMm),
                GarmentMm = reader.Length(nameof(GarmentMm), GarmentMm),
                MovementId = Chosen(EaseMovementId),
            },
            NeedKind.Movement => entry with { MovementId = Chosen(MovementId) },
            NeedKind.OnBody => entry with { OnBodyMm = reader.Length(nameof(OnBodyMm), OnBodyMm) },
            _ => entry,
        };
    }

    /// <summary>Field of the form that a problem of the core belongs to.</summary>
    internal string FieldOf(string problem) => (problem, NeedKind) switch
    {
        ("girthMm", NeedKind.Opening) => nameof(PassMm),
        ("garmentMm", NeedKind.Opening) => nameof(OpeningMm),
        ("movementId", NeedKind.NegativeEase) => nameof(EaseMovementId),
        ("other", _) => nameof(OtherClothId),
        _ when problem.StartsWith("other.", StringComparison.Ordinal) => "Other" + FormReader.FieldName(problem["other.".Length..]),
        _ => FormReader.FieldName(problem),
    };

    private static string? Chosen(string? id) => string.IsNullOrEmpty(id) ? null : id;
}
