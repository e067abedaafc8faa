using System.Text;
using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using static YieldingLoop.Web.Drawings.Pull.SeamDrawing;
using static YieldingLoop.Web.Drawings.Svg;

namespace YieldingLoop.Web.Drawings.Pull;

/// <summary>
/// How one thread looks: a dark edge, its body, light along it, the twist of a spun thread and the fluff of a textured one, which is as
/// wide as the thread bulks under its tension, so that cover is seen.
/// </summary>
/// <param name="Laid">The thread.</param>
/// <param name="Colour">Its real colour, #rrggbb; null where nobody noted it.</param>
public sealed record ThreadBody(LaidThread Laid, string? Colour)
{
    /// <summary>How a thread of a set-up looks, in the colour noted for what is threaded there.</summary>
    public static ThreadBody Of(LaidThread laid, Setup setup) => new(laid, setup.Threads[laid.Position].Thing()?.Colour);

    /// <summary>How thick it is drawn, mm.</summary>
    public double WidthMm => Thicker * Laid.Kind.BulkedDiameter(Laid.TensionCentinewtons);

    /// <summary>How much thicker than the model has it.</summary>
    public double Thicker { get; init; } = 1;

    /// <summary>Whether another thread is meant, and this one stands back.</summary>
    public bool Pale { get; init; }

    /// <summary>Its classes: the position's colour, and what it is made like.</summary>
    public string Css => $"th {ThreadLook.Class(Laid.Position)}{(Real is null ? "" : " has-colour")}{(Laid.Kind.Textured ? " th-textured" : "")}{(Pale ? " th-pale" : "")}";

    /// <summary>Its real colour as an attribute, with a blank before it; empty where nobody noted it.</summary>
    public string Attribute => Real is { } real ? $" stroke=\"{real}\"" : "";

    private string? Real => CieLab.TryFromHex(Colour, out _) ? Colour : null;

    /// <summary>Draws it along a path.</summary>
    /// <param name="svg">Where to.</param>
    /// <param name="path">Name of the path.</param>
    /// <param name="scale">Units per millimetre.</param>
    public void Draw(StringBuilder svg, string path, double scale)
    {
        var width = WidthMm * scale;
        void Line(string css, double wide, string more = "") => svg.Append(Inv($"<use href=\"#{path}\" class=\"{css}\" stroke-width=\"{N(wide)}\"{more}/>"));
        if (Laid.Kind.Textured)
        {
            // Curled filaments stand off the thread on either side.
            Line("th-fluff", width * 1.2, Inv($" stroke-dasharray=\"{N(0.06 * width)} {N(0.13 * width)}\""));
        }

        Line("th-edge", width + Math.Min(2.2, 0.2 * width + 0.8));
        Line("th-body", width);
        if (Laid.Kind.Textured)
        {
            // Crimped filaments lie along it, side by side.
            foreach (var (aside, on) in (ReadOnlySpan<(double, double)>)[(-0.24, 0.9), (0.02, 0.6), (0.26, 1.2)])
            {
                Line("th-filament", width * 0.09, Inv($" stroke-dasharray=\"{N(on * width)} {N(0.35 * width)}\" transform=\"translate({N(aside * width)} {N(0.6 * aside * width)})\""));
            }
        }
        else
        {
            Line("th-twist", width * 0.7, Inv($" stroke-dasharray=\"{N(0.13 * width)} {N(0.62 * width)}\""));
        }

        Line("th-light", width * 0.26, Inv($" transform=\"translate({N(-0.1 * width)} {N(-0.16 * width)})\""));
    }
}
