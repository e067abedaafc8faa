using System.Globalization;
using System.IO.Compression;
using YieldingLoop.Core;

namespace YieldingLoop.Store.Exchange;

/// <summary>
/// Reads the zip of an exchange: the records, and photos beside them. Nothing is ever unpacked to a path the zip names, nothing is
/// taken that is not expected, and what an entry says of its size is not believed.
/// </summary>
internal static class ZipFile
{
    private const int MostEntries = ExchangeFormat.MostPhotos + 2;

    public static bool IsZip(ReadOnlySpan<byte> head) => head.StartsWith("PK\u0003\u0004"u8) || head.StartsWith("PK\u0005\u0006"u8);

    public static async Task<Outcome<ExchangeFile>> OpenAsync(string path, int mostJson)
    {
        try
        {
            var photos = new HashSet<Guid>();
            byte[]? json = null;
            await using (var stream = File.OpenRead(path))
            {
                await using var zip = new ZipArchive(stream, ZipArchiveMode.Read);
                if (zip.Entries.Count > MostEntries)
                {
                    return ExchangeFile.Refused(string.Create(CultureInfo.InvariantCulture, $"This zip has {zip.Entries.Count:#,0} entries; at most {MostEntries:#,0} are taken."));
                }

                foreach (var entry in zip.Entries)
                {
                    if (entry.FullName == ExchangeFormat.InZip && json is null)
                    {
                        json = await ReadAsync(entry, mostJson);
                        if (json is null)
                        {
                            return ExchangeFile.Refused(FormattableString.Invariant($"What is packed in this zip has more than {mostJson / 1048576:#,0} MB of records. Export a part of the workroom, or take it in with ./start --import."));
                        }
                    }
                    else if (PhotoOf(entry.FullName) is not { } key || !photos.Add(key))
                    {
                        return ExchangeFile.Refused($"This zip has something in it that does not belong there: “{Shown(entry.FullName)}”. It holds {ExchangeFormat.InZip} and photos beside it, nothing else.");
                    }
                }
            }

            return json is null ? ExchangeFile.Refused($"This zip has no {ExchangeFormat.InZip} in it.") : ExchangeFile.Read(json, new ExchangePhotos(path, photos));
        }
        catch (Exception e) when (e is InvalidDataException or NotSupportedException or EndOfStreamException)
        {
            return ExchangeFile.Refused("This zip cannot be unpacked: it is cut off, damaged or locked. Export it again.");
        }
    }

    /// <summary>Unpacks one entry by its name; null where there is none, or it is larger than it may be.</summary>
    public static async Task<byte[]?> ReadAsync(string path, string name, int most)
    {
        try
        {
            await using var stream = File.OpenRead(path);
            await using var zip = new ZipArchive(stream, ZipArchiveMode.Read);
            return zip.GetEntry(name) is { } entry ? await ReadAsync(entry, most) : null;
        }
        catch (Exception e) when (e is InvalidDataException or NotSupportedException or EndOfStreamException)
        {
            return null;
        }
    }

    private static async Task<byte[]?> ReadAsync(ZipArchiveEntry entry, int most)
    {
        await using var packed = await entry.OpenAsync();
        using var unpacked = new MemoryStream((int)Math.Min(entry.Length is >= 0 and < int.MaxValue ? entry.Length : 0, Math.Min(most, 1024 * 1024)));
        var some = new byte[81920];
        while (await packed.ReadAsync(some) is var read and > 0)
        {
            if (unpacked.Length + read > most)
            {
                return null;
            }

            unpacked.Write(some, 0, read);
        }

        return unpacked.ToArray();
    }

    private static Guid? PhotoOf(string name) =>
        name.StartsWith(ExchangeFormat.Photos, StringComparison.Ordinal) && name.EndsWith(".jpg", StringComparison.Ordinal)
        && Guid.TryParseExact(name[ExchangeFormat.Photos.Length..^4], "D", out var key) && $"{ExchangeFormat.Photos}{key}.jpg" == name ? key : null;

    private static string Shown(string name) => string.Concat(name.Take(60).Select(c => char.IsControl(c) ? '·' : c));
}
