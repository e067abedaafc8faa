using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Units;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Seams;

/// <summary>A seam as it is typed.</summary>
public sealed class SeamForm : RecordForm
{
    public SeamJob Job { get; set; }

    public ClothDirection Direction { get; set; } = ClothDirection.Lengthwise;

    public string? Plies { get; set; } = "2";

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
            AllowanceMm = LengthText.Write(e.AllowanceMm, unit),
        };
    }

    /// <summary>Reads what was typed; only the fields of the chosen kind of need count.</summary>
    internal SeamEntry Read(FormReader reader)
    {
        var plies = reader.Number(nameof(Plies), Plies) ?? 0;
        if (plies != Math.Floor(plies))
        {
            reader.Fault(nameof(Plies), "Layers are counted in whole numbers.");
        }

        var entry = new SeamEntry
        {
            Name = Name ?? "", Job = Job, Direction = Direction, ZoneId = Chosen(ZoneId), Reinforced = Reinforced, OnSkin = OnSkin, Seen = Seen, NeedKind = NeedKind,
            Plies = (int)Math.Clamp(plies, 0, 1000), AllowanceMm = reader.Length(nameof(AllowanceMm), AllowanceMm),
        };
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
        _ => FormReader.FieldName(problem),
    };

    private static string? Chosen(string? id) => string.IsNullOrEmpty(id) ? null : id;
}
