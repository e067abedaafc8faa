using SkiaSharp;
using YieldingLoop.Core;

namespace YieldingLoop.Store;

/// <summary>A photo as it is kept: turned upright, no larger than it helps, written anew so that nothing of the file it came in is left.</summary>
/// <param name="Picture">JPEG.</param>
/// <param name="Thumbnail">JPEG, for lists.</param>
/// <param name="WidthPixels">Width of the picture.</param>
/// <param name="HeightPixels">Height of the picture.</param>
public sealed record PhotoFile(byte[] Picture, byte[] Thumbnail, int WidthPixels, int HeightPixels)
{
    /// <summary>Largest file that is taken, bytes.</summary>
    public const int MostBytes = 20 * 1024 * 1024;

    /// <summary>Most pixels a file may have.</summary>
    public const long MostPixels = 50_000_000;

    /// <summary>Longer side of what is kept, pixels: a ruler beside the swatch reads to a tenth of a millimetre in it.</summary>
    public const int LongestSide = 1600;

    /// <summary>Longer side in lists, pixels.</summary>
    public const int ThumbnailSide = 192;

    /// <summary>What is said of a file that is too large.</summary>
    public const string TooLarge = "A photo may have at most 20 MB. Make it smaller in a program for pictures, or take it with fewer pixels.";

    private const int Quality = 82;

    /// <summary>A large photo takes up a good part of the memory while it is read: one at a time.</summary>
    private static readonly SemaphoreSlim Turn = new(1, 1);

    /// <summary>Reads a photo from the file it came in.</summary>
    /// <param name="file">The file, at most <see cref="MostBytes"/> long.</param>
    /// <returns>The photo, or why it is none.</returns>
    public static async Task<Outcome<PhotoFile>> ReadAsync(byte[] file)
    {
        if (file.Length > MostBytes)
        {
            return Refused(TooLarge);
        }

        if (KindOf(file) is not { } kind)
        {
            return Refused(IsHighEfficiency(file)
                ? "This is a high-efficiency photo, which cannot be read here. Set the camera to save JPEG, or save a copy of it as JPEG, PNG or WebP and choose that."
                : "This is no JPEG, PNG or WebP. Save a copy of the photo as one of them and choose that.");
        }

        await Turn.WaitAsync();
        try
        {
            return await Task.Run(() => Read(file, kind));
        }
        finally
        {
            Turn.Release();
        }
    }

    private static Outcome<PhotoFile> Read(byte[] file, SKEncodedImageFormat kind)
    {
        using var data = SKData.CreateCopy(file);
        using var codec = SKCodec.Create(data);
        if (codec is null || codec.EncodedFormat != kind || codec.Info is not { Width: > 0, Height: > 0 } info)
        {
            return Refused("This photo cannot be read: its file is damaged, or no picture. Choose it again, or another one.");
        }

        // Before a single pixel is unpacked.
        if ((long)info.Width * info.Height > MostPixels)
        {
            return Refused($"A photo may have at most 50 megapixels; this one has {(long)info.Width * info.Height / 1_000_000}. Make it smaller in a program for pictures.");
        }

        // Some formats can be read smaller than they are; what is too large then is made smaller afterwards.
        var wanted = Math.Min(1f, 2f * LongestSide / Math.Max(info.Width, info.Height));
        var size = codec.GetScaledDimensions(wanted);
        using var read = new SKBitmap(new SKImageInfo(size.Width, size.Height, SKColorType.Rgba8888, SKAlphaType.Premul, SKColorSpace.CreateSrgb()));
        if (codec.GetPixels(read.Info, read.GetPixels()) != SKCodecResult.Success)
        {
            return Refused("This photo is cut off or damaged: only a part of it came. Choose it again.");
        }

        using var whole = SKImage.FromBitmap(read);
        var turned = codec.EncodedOrigin is SKEncodedOrigin.LeftTop or SKEncodedOrigin.RightTop or SKEncodedOrigin.RightBottom or SKEncodedOrigin.LeftBottom;
        var (picture, width, height) = Written(whole, codec.EncodedOrigin, turned, LongestSide);
        var (thumbnail, _, _) = Written(whole, codec.EncodedOrigin, turned, ThumbnailSide);
        return Outcome.Of(new PhotoFile(picture, thumbnail, width, height));
    }

    /// <summary>The picture upright and no longer than a side, on white.</summary>
    private static (byte[] Jpeg, int Width, int Height) Written(SKImage image, SKEncodedOrigin origin, bool turned, int side)
    {
        var scale = Math.Min(1.0, (double)side / Math.Max(image.Width, image.Height));
        int lying = Math.Max(1, (int)Math.Round(image.Width * scale)), standing = Math.Max(1, (int)Math.Round(image.Height * scale));
        var (width, height) = turned ? (standing, lying) : (lying, standing);
        using var surface = SKSurface.Create(new SKImageInfo(width, height, SKColorType.Rgba8888, SKAlphaType.Premul, SKColorSpace.CreateSrgb()));
        surface.Canvas.Clear(SKColors.White);
        surface.Canvas.SetMatrix(Upright(origin, width, height));
        surface.Canvas.DrawImage(image, new SKRect(0, 0, lying, standing), new SKSamplingOptions(SKFilterMode.Linear, SKMipmapMode.Linear));
        using var drawn = surface.Snapshot();
        using var jpeg = drawn.Encode(SKEncodedImageFormat.Jpeg, Quality);
        return (jpeg.ToArray(), width, height);
    }

    /// <summary>What turns a picture upright that a camera noted to lie otherwise.</summary>
    /// <remarks>The eight orientations of Exif (CIPA DC-008), quoted from memory.</remarks>
    private static SKMatrix Upright(SKEncodedOrigin origin, float width, float height) => origin switch
    {
        SKEncodedOrigin.TopRight => new(-1, 0, width, 0, 1, 0, 0, 0, 1),
        SKEncodedOrigin.BottomRight => new(-1, 0, width, 0, -1, height, 0, 0, 1),
        SKEncodedOrigin.BottomLeft => new(1, 0, 0, 0, -1, height, 0, 0, 1),
        SKEncodedOrigin.LeftTop => new(0, 1, 0, 1, 0, 0, 0, 0, 1),
        SKEncodedOrigin.RightTop => new(0, -1, width, 1, 0, 0, 0, 0, 1),
        SKEncodedOrigin.RightBottom => new(0, -1, width, -1, 0, height, 0, 0, 1),
        SKEncodedOrigin.LeftBottom => new(0, 1, 0, -1, 0, height, 0, 0, 1),
        _ => SKMatrix.Identity,
    };

    /// <summary>What a file says it is by its first bytes; null where it is none of the three.</summary>
    private static SKEncodedImageFormat? KindOf(ReadOnlySpan<byte> file) =>
        file.StartsWith((ReadOnlySpan<byte>)[0xFF, 0xD8, 0xFF]) ? SKEncodedImageFormat.Jpeg
        : file.StartsWith((ReadOnlySpan<byte>)[0x89, (byte)'P', (byte)'N', (byte)'G', 0x0D, 0x0A, 0x1A, 0x0A]) ? SKEncodedImageFormat.Png
        : file.StartsWith("RIFF"u8) && file.Length > 12 && file[8..].StartsWith("WEBP"u8) ? SKEncodedImageFormat.Webp : null;

    private static bool IsHighEfficiency(ReadOnlySpan<byte> file) => file.Length > 12 && file[4..].StartsWith("ftyp"u8);

    private static Outcome<PhotoFile> Refused(string why) => Outcome.Failed<PhotoFile>([new("photo", why)]);
}
