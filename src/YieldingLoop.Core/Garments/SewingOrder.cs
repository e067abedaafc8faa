namespace YieldingLoop.Core.Garments;

/// <summary>The order in which one garment can be sewn, as long as no run has found a better one.</summary>
public static class SewingOrder
{
    /// <summary>Its seams, each after those that come before it, otherwise in the order they were entered. A circle is left in that order.</summary>
    public static IReadOnlyList<GarmentSeam> Of(Garment garment)
    {
        var (open, sewn) = (garment.Seams.ToList(), new List<GarmentSeam>());
        while (open.Count > 0)
        {
            var next = open.Find(s => s.After.All(a => open.TrueForAll(o => o.Id != a.SeamId || o == s))) ?? open[0];
            open.Remove(next);
            sewn.Add(next);
        }

        return sewn;
    }
}
