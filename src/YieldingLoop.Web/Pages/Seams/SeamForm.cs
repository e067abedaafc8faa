using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Seams;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Seams;

/// <summary>A seam as it is typed.</summary>
public sealed class SeamForm : RecordForm
{
    public string? Name { get; set; }

    public SeamJob Job { get; set; }

    public ClothDirection Direction { get; set; } = ClothDirection.Lengthwise;

    public string? Plies { get; set; } = "2";

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

    public static SeamForm From(SeamRow row)
    {
        var e = row.Entry;
        var opening = e.NeedKind == NeedKind.Opening;
        return new SeamForm
        {
            Version = row.Version,
            Name = e.Name, Job = e.Job, Direction = e.Direction, Plies = FieldText.Of(e.Plies), OnSkin = e.OnSkin, Seen = e.Seen, NeedKind = e.NeedKind,
            PassMm = opening ? FieldText.Of(e.GirthMm) : "", OpeningMm = opening ? FieldText.Of(e.GarmentMm) : "",
            GirthMm = opening ? "" : FieldText.Of(e.GirthMm), GarmentMm = opening ? "" : FieldText.Of(e.GarmentMm),
            EaseMovementId = e.NeedKind == NeedKind.NegativeEase ? e.MovementId : null,
            MovementId = e.NeedKind == NeedKind.Movement ? e.MovementId : null,
            OnBodyMm = FieldText.Of(e.OnBodyMm),
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
            Name = Name ?? "", Job = Job, Direction = Direction, OnSkin = OnSkin, Seen = Seen, NeedKind = NeedKind,
            Plies = (int)Math.Clamp(plies, 0, 1000),
        };
        return NeedKind switch
        {
            NeedKind.Opening => entry with { GirthMm = reader.Number(nameof(PassMm), PassMm), GarmentMm = reader.Number(nameof(OpeningMm), OpeningMm) },
            NeedKind.NegativeEase => entry with
            {
                GirthMm = reader.Number(nameof(GirthMm), GirthMm),
                GarmentMm = reader.Number(nameof(GarmentMm), GarmentMm),
                MovementId = Chosen(EaseMovementId),
            },
            NeedKind.Movement => entry with { MovementId = Chosen(MovementId) },
            NeedKind.OnBody => entry with { OnBodyMm = reader.Number(nameof(OnBodyMm), OnBodyMm) },
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
