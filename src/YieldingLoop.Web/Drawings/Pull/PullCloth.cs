using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Colour;
using static YieldingLoop.Web.Drawings.Pull.SeamDrawing;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings.Pull;

/// <summary>How the cloth looks: a knit, its face in wales, its back in courses.</summary>
/// <param name="Colour">Its real colour, #rrggbb; null where nobody noted it.</param>
/// <param name="Direction">Which way of the cloth runs along the seam.</param>
/// <param name="Plies">How many layers.</param>
public sealed record PullCloth(string? Colour, ClothDirection Direction, int Plies)
{
    /// <summary>From wale to wale and from course to course, mm. For the picture.</summary>
    private const double WaleMm = 0.78, CourseMm = 0.62;

    /// <summary>Its real colour as an attribute, with a blank before it; empty where nobody noted it.</summary>
    public string Attribute => CieLab.TryFromHex(Colour, out _) ? $" fill=\"{Colour}\"" : "";

    /// <summary>The loops of a side, and the hatching of cloth that is pulled beyond its reach, as patterns.</summary>
    /// <param name="id">What the window's identifiers begin with: its letter, f, b or e.</param>
    /// <param name="scale">Units per millimetre.</param>
    internal string Pattern(string id, double scale)
    {
        double w = WaleMm * scale, h = CourseMm * scale;
        // A seam along the courses crosses the wales, which then stand upright.
        var turned = Direction == ClothDirection.Across ? "" : " patternTransform=\"rotate(90)\"";
        var loops = id[0] == 'b'
            ? Inv($"<path d=\"M0 {N(0.72 * h)}Q{N(0.5 * w)} {N(-0.1 * h)} {N(w)} {N(0.72 * h)}\" class=\"knit-shade\"/><path d=\"M0 {N(0.86 * h)}Q{N(0.5 * w)} {N(0.04 * h)} {N(w)} {N(0.86 * h)}\" class=\"knit-light\"/>")
            : Inv($"<path d=\"M{N(0.06 * w)} 0Q{N(0.2 * w)} {N(0.6 * h)} {N(0.5 * w)} {N(0.92 * h)}Q{N(0.8 * w)} {N(0.6 * h)} {N(0.94 * w)} 0\" class=\"knit-shade\"/><path d=\"M{N(0.24 * w)} {N(0.1 * h)}L{N(0.42 * w)} {N(0.52 * h)}M{N(0.76 * w)} {N(0.1 * h)}L{N(0.58 * w)} {N(0.52 * h)}\" class=\"knit-light\"/>");
        return Inv($"<pattern id=\"{id}-knit\" width=\"{N(w)}\" height=\"{N(h)}\" patternUnits=\"userSpaceOnUse\"{turned}>{loops}</pattern>")
            + Inv($"<pattern id=\"{id}-hatch\" width=\"9\" height=\"9\" patternUnits=\"userSpaceOnUse\" patternTransform=\"rotate(45)\"><path d=\"M0 0V9\" class=\"hatch-line\"/></pattern>");
    }
}
