using System.Globalization;

namespace YieldingLoop.Core.Colour;

/// <summary>A colour as screens show it, 8 bits a component (IEC 61966-2-1).</summary>
/// <param name="Red">Red.</param>
/// <param name="Green">Green.</param>
/// <param name="Blue">Blue.</param>
public readonly record struct Srgb(byte Red, byte Green, byte Blue)
{
    /// <summary>#rrggbb.</summary>
    public string Hex => string.Create(CultureInfo.InvariantCulture, $"#{Red:x2}{Green:x2}{Blue:x2}");

    /// <summary>Reads #rrggbb.</summary>
    /// <returns>False where the text is no such colour.</returns>
    public static bool TryFromHex(string? hex, out Srgb colour)
    {
        colour = default;
        if (hex is not { Length: 7 } || hex[0] != '#' || !int.TryParse(hex.AsSpan(1), NumberStyles.AllowHexSpecifier, CultureInfo.InvariantCulture, out var rgb))
        {
            return false;
        }

        colour = new((byte)(rgb >> 16), (byte)(rgb >> 8), (byte)rgb);
        return true;
    }

    /// <summary>The same in CIELAB, as eyes of one kind see it.</summary>
    public CieLab SeenBy(ColourVision vision)
    {
        double r = Linear(Red), g = Linear(Green), b = Linear(Blue);
        var m = vision.Matrix;
        // What the simulation puts outside of what screens show is shown as far as they go.
        return CieLab.FromLinear(
            Math.Clamp(m[0] * r + m[1] * g + m[2] * b, 0, 1), Math.Clamp(m[3] * r + m[4] * g + m[5] * b, 0, 1), Math.Clamp(m[6] * r + m[7] * g + m[8] * b, 0, 1));

        static double Linear(byte component) => CieLab.Linear(component / 255.0);
    }
}

/// <summary>
/// A kind of eyes. Dichromats by the matrices of Machado, Oliveira and Fernandes, IEEE Transactions on Visualization and
/// Computer Graphics 15 (2009), severity 1, on linear components; quoted from memory.
/// </summary>
/// <param name="Id">Identifier.</param>
/// <param name="Matrix">What becomes of linear red, green and blue, row by row.</param>
public sealed record ColourVision(string Id, IReadOnlyList<double> Matrix)
{
    /// <summary>Eyes that tell all colours apart.</summary>
    public static ColourVision Usual { get; } = new("usual", [1, 0, 0, 0, 1, 0, 0, 0, 1]);

    /// <summary>Without the cones for long waves.</summary>
    public static ColourVision Protan { get; } = new("protan", [0.152286, 1.052583, -0.204868, 0.114503, 0.786281, 0.099216, -0.003882, -0.048116, 1.051998]);

    /// <summary>Without the cones for middle waves, the most common kind.</summary>
    public static ColourVision Deutan { get; } = new("deutan", [0.367322, 0.860646, -0.227968, 0.280085, 0.672501, 0.047413, -0.011820, 0.042940, 0.968881]);

    /// <summary>Without the cones for short waves.</summary>
    public static ColourVision Tritan { get; } = new("tritan", [1.255528, -0.076749, -0.178779, -0.078411, 0.930809, 0.147602, 0.004733, 0.691367, 0.303900]);

    /// <summary>All of them.</summary>
    public static IReadOnlyList<ColourVision> All { get; } = [Usual, Protan, Deutan, Tritan];

    /// <summary>How far two colours are apart for the eyes that tell them apart worst, ΔE₀₀.</summary>
    public static double LeastDifference(Srgb one, Srgb other) => All.Min(v => CieLab.Difference(one.SeenBy(v), other.SeenBy(v)));
}
