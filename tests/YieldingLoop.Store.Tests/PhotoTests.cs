using Microsoft.EntityFrameworkCore;
using SkiaSharp;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Store.Backup;
using YieldingLoop.Store.Demo;

namespace YieldingLoop.Store.Tests;

/// <summary>Photos: read strictly, written anew, kept with the workroom.</summary>
public sealed class PhotoTests : IDisposable
{
    private readonly WorkroomFile file = new();

    public PhotoTests() => file.Open(context => DemoLoader.Load(context, file.Clock.Now));

    public void Dispose() => file.Dispose();

    /// <summary>A picture whose upper left quarter is red, on blue.</summary>
    private static byte[] Picture(int width, int height, SKEncodedImageFormat format = SKEncodedImageFormat.Jpeg)
    {
        using var surface = SKSurface.Create(new SKImageInfo(width, height));
        surface.Canvas.Clear(SKColors.Blue);
        surface.Canvas.DrawRect(0, 0, width / 2f, height / 2f, new SKPaint { Color = SKColors.Red });
        using var image = surface.Snapshot();
        using var data = image.Encode(format, 90);
        return data.ToArray();
    }

    /// <summary>Puts an Exif block with an orientation and a text in front of a JPEG. Layout of Exif (CIPA DC-008) and TIFF 6.0, quoted from memory.</summary>
    private static byte[] WithExif(byte[] jpeg, byte orientation, string secret)
    {
        byte[] text = [.. System.Text.Encoding.ASCII.GetBytes(secret), 0];
        byte[] tiff =
        [
            (byte)'I', (byte)'I', 42, 0, 8, 0, 0, 0, 2, 0,
            0x0E, 0x01, 2, 0, (byte)text.Length, 0, 0, 0, 38, 0, 0, 0,
            0x12, 0x01, 3, 0, 1, 0, 0, 0, orientation, 0, 0, 0,
            0, 0, 0, 0, .. text,
        ];
        byte[] exif = [.. "Exif\0\0"u8, .. tiff];
        var length = exif.Length + 2;
        return [.. jpeg[..2], 0xFF, 0xE1, (byte)(length >> 8), (byte)length, .. exif, .. jpeg[2..]];
    }

    private static SKColor At(byte[] jpeg, double x, double y)
    {
        using var bitmap = SKBitmap.Decode(jpeg);
        return bitmap.GetPixel((int)(x * bitmap.Width), (int)(y * bitmap.Height));
    }

    private static bool IsRed(SKColor colour) => colour.Red > 150 && colour.Blue < 100;

    [Theory]
    [InlineData(SKEncodedImageFormat.Jpeg)]
    [InlineData(SKEncodedImageFormat.Png)]
    [InlineData(SKEncodedImageFormat.Webp)]
    public async Task A_photo_is_written_anew_no_larger_than_it_helps_with_a_thumbnail(SKEncodedImageFormat format)
    {
        var photo = (await PhotoFile.ReadAsync(Picture(3200, 1200, format))).Value!;
        Assert.Equal((1600, 600), (photo.WidthPixels, photo.HeightPixels));
        using var kept = SKCodec.Create(new MemoryStream(photo.Picture));
        Assert.Equal((SKEncodedImageFormat.Jpeg, 1600, 600), (kept.EncodedFormat, kept.Info.Width, kept.Info.Height));
        using var small = SKCodec.Create(new MemoryStream(photo.Thumbnail));
        Assert.Equal((192, 72), (small.Info.Width, small.Info.Height));
        Assert.True(IsRed(At(photo.Picture, 0.2, 0.2)) && !IsRed(At(photo.Picture, 0.8, 0.8)));
        // A small one stays as it is.
        var tiny = (await PhotoFile.ReadAsync(Picture(40, 30, format))).Value!;
        Assert.Equal((40, 30), (tiny.WidthPixels, tiny.HeightPixels));
    }

    /// <summary>Where the red quarter comes to lie by each of the eight orientations (Exif, quoted from memory): upper left, upper right, lower right, lower left; and once more mirrored about the diagonal.</summary>
    [Theory]
    [InlineData(1, 0.2, 0.2, false)]
    [InlineData(2, 0.8, 0.2, false)]
    [InlineData(3, 0.8, 0.8, false)]
    [InlineData(4, 0.2, 0.8, false)]
    [InlineData(5, 0.2, 0.2, true)]
    [InlineData(6, 0.8, 0.2, true)]
    [InlineData(7, 0.8, 0.8, true)]
    [InlineData(8, 0.2, 0.8, true)]
    public async Task A_photo_stands_upright_and_says_nothing_but_the_picture(byte orientation, double redX, double redY, bool turned)
    {
        var photo = (await PhotoFile.ReadAsync(WithExif(Picture(120, 60), orientation, "59.123 N 10.456 E"))).Value!;
        Assert.Equal(turned ? (60, 120) : (120, 60), (photo.WidthPixels, photo.HeightPixels));
        Assert.Equal([true, false, false, false], new[] { (redX, redY), (1 - redX, redY), (redX, 1 - redY), (1 - redX, 1 - redY) }.Select(p => IsRed(At(photo.Picture, p.Item1, p.Item2))));
        Assert.True(IsRed(At(photo.Thumbnail, redX, redY)));
        Assert.DoesNotContain("59.123", System.Text.Encoding.Latin1.GetString(photo.Picture), StringComparison.Ordinal);
        Assert.DoesNotContain("Exif", System.Text.Encoding.Latin1.GetString(photo.Picture), StringComparison.Ordinal);
    }

    public static TheoryData<string, byte[], string> NoPhotos()
    {
        var (jpeg, png, webp) = (Picture(400, 300), Picture(400, 300, SKEncodedImageFormat.Png), Picture(400, 300, SKEncodedImageFormat.Webp));
        return new()
        {
            { "empty", [], "no JPEG, PNG or WebP" },
            { "text", "not a photo at all"u8.ToArray(), "no JPEG, PNG or WebP" },
            { "drawing with script", "<svg xmlns='http://www.w3.org/2000/svg'><script>alert(1)</script></svg>"u8.ToArray(), "no JPEG, PNG or WebP" },
            { "animation format", "GIF89a\u0001\0\u0001\0"u8.ToArray(), "no JPEG, PNG or WebP" },
            { "high efficiency", [0, 0, 0, 24, .. "ftypheic"u8, 0, 0, 0, 0, .. "mif1heic"u8], "high-efficiency" },
            { "only its beginning", jpeg[..3], "damaged" },
            { "JPEG cut off", jpeg[..(jpeg.Length * 2 / 3)], "cut off" },
            { "PNG cut off", png[..(png.Length / 2)], "cut off" },
            { "WebP cut off", webp[..(webp.Length / 2)], "" },
            { "PNG that says it is a JPEG", [0xFF, 0xD8, 0xFF, .. png[3..]], "damaged" },
            { "51 megapixels", Bomb(8500, 6000), "51" },
            { "bomb", Bomb(60_000, 60_000), "3600" },
        };
    }

    /// <summary>The head of a PNG that unpacks to so many pixels, and next to nothing behind it. PNG (ISO/IEC 15948), quoted from memory.</summary>
    private static byte[] Bomb(int width, int height)
    {
        static byte[] Chunk(string type, byte[] data)
        {
            byte[] body = [.. System.Text.Encoding.ASCII.GetBytes(type), .. data];
            return [.. BitConverter.GetBytes(System.Net.IPAddress.HostToNetworkOrder(data.Length)), .. body, .. BitConverter.GetBytes(System.Net.IPAddress.HostToNetworkOrder((int)Crc(body)))];
        }

        static uint Crc(byte[] body)
        {
            var crc = uint.MaxValue;
            foreach (var b in body)
            {
                crc ^= b;
                for (var i = 0; i < 8; i++)
                {
                    crc = (crc & 1) != 0 ? (crc >> 1) ^ 0xEDB88320 : crc >> 1;
                }
            }

            return ~crc;
        }

        byte[] Big(int value) => BitConverter.GetBytes(System.Net.IPAddress.HostToNetworkOrder(value));
        using var packed = new MemoryStream();
        using (var zip = new System.IO.Compression.ZLibStream(packed, System.IO.Compression.CompressionLevel.Fastest, true))
        {
            zip.Write(new byte[100_000]);
        }

        return [0x89, .. "PNG\r\n\u001a\n"u8, .. Chunk("IHDR", [.. Big(width), .. Big(height), 8, 0, 0, 0, 0]), .. Chunk("IDAT", packed.ToArray()), .. Chunk("IEND", [])];
    }

    [Theory]
    [MemberData(nameof(NoPhotos))]
    public async Task What_is_no_photo_is_refused_with_what_to_do(string what, byte[] bytes, string says)
    {
        var before = GC.GetTotalAllocatedBytes(true);
        var read = await PhotoFile.ReadAsync(bytes);
        Assert.True(read.Value is null, what);
        Assert.Contains(says, Assert.Single(read.Problems).Message, StringComparison.Ordinal);
        // Nothing is unpacked of what is too large.
        Assert.InRange(GC.GetTotalAllocatedBytes(true) - before, 0, 50_000_000);
    }

    [Fact]
    public async Task A_file_over_20_MB_is_refused() => Assert.Equal(PhotoFile.TooLarge, (await PhotoFile.ReadAsync(new byte[PhotoFile.MostBytes + 1])).Problems[0].Message);

    private async Task<Guid> AddAsync()
    {
        await using var context = file.Context();
        return await new Photos(context, file.Clock).AddAsync((await PhotoFile.ReadAsync(Picture(300, 200))).Value!);
    }

    private async Task KeepAsync(int swatch, Guid? photo)
    {
        await using var context = file.Context();
        var row = await context.Swatches.AsNoTracking().FirstAsync(s => s.Id == swatch);
        var saved = await new Swatches(context, file.Clock).SaveAsync(row.Entry with { Photo = photo is { } key ? new(key) : null }, row.SetupId, swatch, row.Version, Guid.NewGuid());
        Assert.IsType<SaveResult.Saved>(saved);
    }

    private async Task<byte[]?> FindAsync(Guid key)
    {
        await using var context = file.Context();
        return await new Photos(context, file.Clock).FindAsync(key, thumbnail: false);
    }

    private async Task<int> SweepAsync()
    {
        await using var context = file.Context();
        return await new Photos(context, file.Clock).SweepAsync();
    }

    [Fact]
    public async Task A_photo_that_nothing_has_is_swept_up_after_a_day_and_no_other()
    {
        var (kept, drafted, loose) = (await AddAsync(), await AddAsync(), await AddAsync());
        await KeepAsync(1, kept);
        await using (var context = file.Context())
        {
            await new Drafts(context, file.Clock).KeepAsync(Guid.NewGuid(), "/swatches/new?setup=1", "New swatch", [new("Input.Photo.Key", drafted.ToString())]);
        }

        Assert.Equal(0, await SweepAsync());
        file.Clock.Now += TimeSpan.FromHours(25);
        Assert.Equal(1, await SweepAsync());
        Assert.NotNull(await FindAsync(kept));
        Assert.NotNull(await FindAsync(drafted));
        Assert.Null(await FindAsync(loose));
        // Taken out of its swatch it goes with the next.
        await KeepAsync(1, null);
        Assert.Equal(1, await SweepAsync());
        Assert.Null(await FindAsync(kept));
    }

    [Fact]
    public async Task A_photo_goes_into_a_copy_and_comes_back_with_it()
    {
        var key = await AddAsync();
        await KeepAsync(1, key);
        var whole = await FindAsync(key);
        var backups = file.Backups;
        var copy = backups.Make(BackupReason.ByHand);
        await KeepAsync(1, null);
        file.Clock.Now += TimeSpan.FromHours(25);
        Assert.Equal(1, await SweepAsync());
        Restoring.Restore(backups, copy);
        Assert.Equal(whole, await FindAsync(key));
        await using var context = file.Context();
        Assert.Equal(key, (await context.Swatches.Include(s => s.Photo).FirstAsync(s => s.Id == 1)).Photo!.Key);
    }

    /// <summary>An older copy was restored while a form stood open.</summary>
    [Fact]
    public async Task A_swatch_saved_with_a_photo_that_is_no_longer_here_is_saved_without_it()
    {
        await KeepAsync(1, Guid.NewGuid());
        await using var context = file.Context();
        var row = await context.Swatches.FirstAsync(s => s.Id == 1);
        Assert.Null(row.PhotoId);
        Assert.Null(row.Entry.Photo);
    }

    [Fact]
    public async Task What_is_asked_of_a_photo_that_is_not_here_is_nothing()
    {
        var key = await AddAsync();
        await using var context = file.Context();
        var photos = new Photos(context, file.Clock);
        Assert.True(photos.Has(key));
        Assert.Equal((300, 200), await photos.SizeAsync(key));
        Assert.False(photos.Has(Guid.NewGuid()));
        Assert.Null(await photos.SizeAsync(Guid.NewGuid()));
        Assert.Null(await photos.FindAsync(Guid.NewGuid(), thumbnail: true));
    }

    [Fact]
    public void A_ruler_in_a_photo_gives_its_width()
    {
        // 30 mm over a quarter of the width, level; and the same slanting by Pythagoras: 300 of 1200 by 400 of 800 pixels are 500.
        Assert.Equal(120, new PhotoRuler(0.25, 0.5, 0.5, 0.5, 30).PhotoWidthMm(1600, 1200), 9);
        Assert.Equal(1200 * 50 / 500.0, new PhotoRuler(0, 0, 0.25, 0.5, 50).PhotoWidthMm(1200, 800), 9);
        Assert.Empty(new PhotoRuler(0.25, 0.5, 0.5, 0.5, 30).Problems());
        foreach (var wrong in new PhotoRuler[] { new(0.25, 0.5, 0.27, 0.52, 30), new(-0.1, 0, 0.5, 0.5, 30), new(0, 0, 1, double.NaN, 30), new(0, 0, 1, 1, 0), new(0, 0, 1, 1, double.NaN), new(0, 0, 1, 1, 2000) })
        {
            Assert.NotEmpty(wrong.Problems());
        }
    }
}
