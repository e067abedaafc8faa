using System.Globalization;

namespace YieldingLoop.Core.Seams;

/// <summary>How far the wearer stretches the seam along itself (model section 7).</summary>
/// <param name="Percent">The need, %.</param>
/// <param name="LowPercent">Lower end of its band, %.</param>
/// <param name="HighPercent">Upper end of its band, %.</param>
/// <param name="Arithmetic">The sum as a person would write it.</param>
public sealed record Need(double Percent, double LowPercent, double HighPercent, string Arithmetic)
{
    /// <summary>Least need of any worn seam, %: handling and washing. Working value.</summary>
    public const double LeastWornPercent = 10;

    /// <summary>Margin asked for above the need. Working value.</summary>
    public const double Margin = 1.25;

    /// <summary>What a seam is asked to yield, %: the need with its margin, or all the cloth has.</summary>
    /// <param name="needPercent">The need, %.</param>
    /// <param name="clothStretchPercent">The cloth's stretch along the seam, %; null where it is not known.</param>
    public static double Required(double needPercent, double? clothStretchPercent) => Math.Min(clothStretchPercent ?? double.PositiveInfinity, needPercent * Margin);

    /// <summary>An edge nobody stretches: a frill, a scarf.</summary>
    public static Need None { get; } = new(0, 0, 0, "nobody stretches this edge: 0 %");

    /// <summary>A need given as it is, raised to the least of a worn seam.</summary>
    public static Need Given(double percent) => Worn(percent, percent, percent, $"given: {Text(percent)} %");

    /// <summary>An opening that passes over the body: girth to pass / relaxed opening − 1.</summary>
    /// <param name="girthToPassMm">What has to go through, mm.</param>
    /// <param name="openingMm">The opening at rest, mm.</param>
    /// <exception cref="ArgumentOutOfRangeException">A figure is not above 0.</exception>
    public static Need ForOpening(double girthToPassMm, double openingMm)
    {
        Above0(girthToPassMm, nameof(girthToPassMm));
        Above0(openingMm, nameof(openingMm));
        var percent = (girthToPassMm / openingMm - 1) * 100;
        return Worn(percent, percent, percent, $"{Text(girthToPassMm)} mm to pass ÷ {Text(openingMm)} mm opening − 1 = {Text(percent)} %");
    }

    /// <summary>A seam around a part worn with negative ease: (1 + worn)·(1 + movement) − 1.</summary>
    /// <param name="girthMm">The body, mm.</param>
    /// <param name="garmentMm">The garment at rest, mm.</param>
    /// <param name="movement">Movement there, or null for none.</param>
    /// <exception cref="ArgumentOutOfRangeException">A length is not above 0.</exception>
    public static Need ForNegativeEase(double girthMm, double garmentMm, SkinStrain? movement)
    {
        Above0(girthMm, nameof(girthMm));
        Above0(garmentMm, nameof(garmentMm));
        var worn = Math.Max(0, girthMm / garmentMm - 1);
        var (low, high) = movement is null ? (0, 0) : (movement.LowPercent / 100, movement.HighPercent / 100);
        double Total(double strain) => ((1 + worn) * (1 + strain) - 1) * 100;
        var eased = (girthMm / garmentMm - 1) * 100;
        var text = $"worn {Text(girthMm)} ÷ {Text(garmentMm)} − 1 = {Text(eased)} %{(eased < 0 ? ", the garment is wider than the body: 0 %" : "")}";
        if (movement is not null)
        {
            text += $"; moving adds {Text(movement.HighPercent)} % ({movement.Name}): {Text(1 + worn, 3)} × {Text(1 + high, 2)} − 1 = {Text(Total(high))} %";
        }

        return Worn(Total(high), Total(low), Total(high), text);
    }

    /// <summary>Movement along the limb or trunk, the upper end of the published range as the need.</summary>
    public static Need ForMovement(SkinStrain movement) =>
        Worn(movement.HighPercent, movement.LowPercent, movement.HighPercent,
            $"skin stretches {Text(movement.LowPercent)}–{Text(movement.HighPercent)} % there ({movement.Name}); the upper end counts");

    private static Need Worn(double percent, double low, double high, string arithmetic)
    {
        if (percent < LeastWornPercent)
        {
            arithmetic += $"; raised to {Text(LeastWornPercent)} %, the least of any worn seam";
        }

        return new Need(Math.Max(percent, LeastWornPercent), Math.Max(low, LeastWornPercent), Math.Max(high, LeastWornPercent), arithmetic);
    }

    private static string Text(double value, int decimals = 1) => Math.Round(value, decimals).ToString(CultureInfo.InvariantCulture).Replace('-', '−');

    private static void Above0(double value, string name)
    {
        if (!double.IsFinite(value) || value <= 0)
        {
            throw new ArgumentOutOfRangeException(name, value, "A length is above 0.");
        }
    }
}

/// <summary>How far skin stretches in movement at one place, %.</summary>
/// <param name="Id">Identifier in records.</param>
/// <param name="Name">Name on screen.</param>
/// <param name="LowPercent">Lower end of the published range.</param>
/// <param name="HighPercent">Upper end, which counts as the need.</param>
public sealed record SkinStrain(string Id, string Name, double LowPercent, double HighPercent);

/// <summary>
/// Published skin strains. Source: Kirk and Ibrahim, Textile Research Journal 36 (1966), quoted from memory. Where
/// nothing is published the body is measured: mark 100 mm, take the position, measure again.
/// </summary>
public static class SkinStrainCatalogue
{
    /// <summary>All places with a published figure.</summary>
    public static IReadOnlyList<SkinStrain> All { get; } =
    [
        new("knee-length", "knee, lengthwise", 35, 45),
        new("knee-round", "knee, round", 12, 14),
        new("elbow-length", "elbow, lengthwise", 35, 40),
        new("elbow-round", "elbow, round", 15, 22),
        new("seat-length", "seat, lengthwise", 25, 30),
        new("seat-across", "seat, across", 6, 6),
        new("back-across", "back, across", 13, 16),
    ];

    /// <summary>Finds a place; null where nothing is published for it.</summary>
    public static SkinStrain? Find(string? id) => All.FirstOrDefault(s => s.Id == id);
}
