using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;

namespace YieldingLoop.Core.Swatches;

/// <summary>An overhang as it was read at a cutting width.</summary>
/// <param name="CuttingWidthMm">How the knife stood, mm.</param>
/// <param name="OverhangMm">What was read, mm.</param>
public readonly record struct KnifeReading(double CuttingWidthMm, double OverhangMm);

/// <summary>
/// Where to set the knife next: between the widest cut whose loops still hung off and the narrowest whose edge was already rolled in;
/// where only one of them is known, at the other extreme. Common practice, no published source.
/// </summary>
/// <param name="FromMm">Where it stands, mm.</param>
/// <param name="ToMm">Where to set it, mm; null where it stands right, or nothing lies between.</param>
/// <param name="HangsOffAtMm">The widest cut whose loops hung off too far; null where none did.</param>
/// <param name="RollsInAtMm">The narrowest cut whose edge was rolled in too far; null where none was.</param>
/// <param name="RightAtMm">A cut at which it was right, the one read last; null where none was.</param>
public sealed record KnifeTurn(double FromMm, double? ToMm, double? HangsOffAtMm, double? RollsInAtMm, double? RightAtMm)
{
    /// <summary>Where to set it next; null where nothing was read.</summary>
    /// <param name="readings">What was read with this cloth, the newest first.</param>
    /// <param name="now">Where it stands, mm.</param>
    /// <param name="knife">Its range.</param>
    /// <param name="wanted">What is wanted of the overhang, mm.</param>
    public static KnifeTurn? For(IReadOnlyList<KnifeReading> readings, double now, SettingRange knife, Target wanted)
    {
        if (readings.Count == 0)
        {
            return null;
        }

        // Of one cut the newest reading holds.
        readings = [.. readings.DistinctBy(r => r.CuttingWidthMm)];
        double? right = readings.Where(r => wanted.Met(r.OverhangMm)).Select(r => (double?)r.CuttingWidthMm).FirstOrDefault();
        double? off = readings.Where(r => r.OverhangMm > (wanted.Most ?? double.MaxValue)).Max(r => (double?)r.CuttingWidthMm);
        double? rolls = readings.Where(r => r.OverhangMm < (wanted.Least ?? double.MinValue)).Min(r => (double?)r.CuttingWidthMm);
        if (off >= rolls)
        {
            // Two that contradict each other: the newer one says where.
            var newest = readings.First(r => !wanted.Met(r.OverhangMm));
            var hangs = newest.OverhangMm > (wanted.Most ?? double.MaxValue);
            (off, rolls) = (hangs ? newest.CuttingWidthMm : null, hangs ? null : newest.CuttingWidthMm);
        }

        double? next = right ?? ((off, rolls) switch
        {
            ({ } low, { } high) => Between(low, high, knife),
            ({ } low, null) => low < knife.Most - 1e-9 ? knife.Most : null,
            (null, { } high) => high > knife.Least + 1e-9 ? knife.Least : null,
            _ => null,
        });
        return new(now, next is { } to && Math.Abs(to - now) > 1e-6 ? to : null, off, rolls, right);
    }

    /// <summary>A cut between two that can be set, the nearest to their middle; null where none lies between.</summary>
    private static double? Between(double low, double high, SettingRange knife)
    {
        var middle = knife.Settable((low + high) / 2);
        return new[] { middle, middle - knife.Step, middle + knife.Step }.Select(w => Math.Round(w, 6))
            .Where(w => w > low + 1e-6 && w < high - 1e-6 && w >= knife.Least - 1e-9 && w <= knife.Most + 1e-9).Select(w => (double?)w).FirstOrDefault();
    }
}
