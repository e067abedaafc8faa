using SkiaSharp;

namespace YieldingLoop.Store.Exchange;

/// <summary>The photos that came beside a file's records.</summary>
/// <param name="path">The zip they are in; null where there is none.</param>
/// <param name="keys">Which there are.</param>
public sealed class ExchangePhotos(string? path, IReadOnlySet<Guid> keys)
{
    /// <summary>None at all.</summary>
    public static ExchangePhotos None { get; } = new(null, new HashSet<Guid>());

    /// <summary>How many.</summary>
    public int Count => keys.Count;

    /// <summary>Whether there is one of this name.</summary>
    public bool Has(Guid key) => keys.Contains(key);

    /// <summary>Reads one; null where it is no photo that can be kept.</summary>
    public async Task<PhotoFile?> ReadAsync(Guid key)
    {
        if (path is null || !Has(key) || await ZipFile.ReadAsync(path, $"{ExchangeFormat.Photos}{key}.jpg", ExchangeFormat.MostPhotoBytes) is not { } bytes)
        {
            return null;
        }

        if (await PhotoFile.ReadAsync(bytes) is not { Value: { } written })
        {
            return null;
        }

        // One that says nothing but the picture stays as it is, so that what goes out and comes back is the same.
        return BareJpeg.Is(bytes) && Math.Max(written.WidthPixels, written.HeightPixels) <= PhotoFile.LongestSide && SizeOf(bytes) == (written.WidthPixels, written.HeightPixels) ? written with { Picture = bytes } : written;
    }

    private static (int Width, int Height) SizeOf(byte[] jpeg)
    {
        using var data = SKData.CreateCopy(jpeg);
        using var codec = SKCodec.Create(data);
        return (codec.Info.Width, codec.Info.Height);
    }
}

/// <summary>Tells whether a JPEG holds nothing but a picture: no place, no camera, no comment, nothing after its end.</summary>
/// <remarks>Markers of ITU-T T.81, table B.1, quoted from memory.</remarks>
internal static class BareJpeg
{
    private const byte Mark = 0xFF, Start = 0xD8, End = 0xD9, Scan = 0xDA, FileHeader = 0xE0;

    public static bool Is(ReadOnlySpan<byte> file)
    {
        if (file.Length < 4 || file[0] != Mark || file[1] != Start)
        {
            return false;
        }

        for (var at = 2; at + 4 <= file.Length;)
        {
            var marker = file[at + 1];
            var length = (file[at + 2] << 8) | file[at + 3];
            // Application data but the plain file header, and comments, can say anything.
            if (file[at] != Mark || length < 2 || marker is (> FileHeader and <= 0xEF) or 0xFE || (marker == FileHeader && length != 16))
            {
                return false;
            }

            at += 2 + length;
            if (marker == Scan)
            {
                at = AfterScan(file, at);
                if (at < 0)
                {
                    return false;
                }

                if (file[at + 1] == End)
                {
                    return at + 2 == file.Length;
                }
            }
        }

        return false;
    }

    /// <summary>The first marker after the coded data that is neither a stuffed byte nor a restart; negative where there is none.</summary>
    private static int AfterScan(ReadOnlySpan<byte> file, int at)
    {
        while (at + 1 < file.Length)
        {
            if (file[at] == Mark && file[at + 1] is not (0x00 or (>= 0xD0 and <= 0xD7)))
            {
                return at;
            }

            at++;
        }

        return -1;
    }
}
