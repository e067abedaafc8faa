namespace YieldingLoop.Core.Swatches;

/// <summary>A photo of a swatch.</summary>
/// <param name="Key">Which photo.</param>
public sealed record SwatchPhoto(Guid Key)
{
    /// <summary>Two marks on a ruler in it; null where its scale is not known.</summary>
    public PhotoRuler? Ruler { get; init; }
}

/// <summary>Two marks on a ruler in a photo: places as shares of its width and height, from its upper left corner.</summary>
/// <param name="FirstX">First mark, share of the width.</param>
/// <param name="FirstY">First mark, share of the height.</param>
/// <param name="SecondX">Second mark, share of the width.</param>
/// <param name="SecondY">Second mark, share of the height.</param>
/// <param name="ApartMm">How far the marks are apart on the ruler, mm.</param>
public sealed record PhotoRuler(double FirstX, double FirstY, double SecondX, double SecondY, double ApartMm)
{
    /// <summary>Shortest and longest piece of a ruler, mm.</summary>
    public const double ShortestMm = 1, LongestMm = 1000;

    /// <summary>Nearer than this share of the photo's width two marks give no scale: a tap is that far off.</summary>
    public const double NearestShare = 0.05;

    /// <summary>What cannot be; nothing where all of it can.</summary>
    public IReadOnlyList<Problem> Problems()
    {
        var problems = new List<Problem>();
        if (!(ApartMm is >= ShortestMm and <= LongestMm))
        {
            problems.Add(new("apartMm", $"A piece of ruler from {ShortestMm:0} to {LongestMm:0} mm is believed here."));
        }

        if (!new[] { FirstX, FirstY, SecondX, SecondY }.All(s => s is >= 0 and <= 1))
        {
            problems.Add(new("firstX", "Both marks lie in the photo."));
        }
        else if (Math.Max(Math.Abs(SecondX - FirstX), Math.Abs(SecondY - FirstY)) < NearestShare)
        {
            problems.Add(new("firstX", "The two marks lie too close together to give a scale: take a longer piece of the ruler."));
        }

        return problems;
    }

    /// <summary>How wide the photo is where the ruler lies, mm.</summary>
    /// <param name="widthPixels">Its width, pixels.</param>
    /// <param name="heightPixels">Its height, pixels.</param>
    public double PhotoWidthMm(int widthPixels, int heightPixels) =>
        ApartMm * widthPixels / Math.Sqrt(Math.Pow((SecondX - FirstX) * widthPixels, 2) + Math.Pow((SecondY - FirstY) * heightPixels, 2));
}
