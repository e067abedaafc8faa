using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using YieldingLoop.Core;
using YieldingLoop.Core.Colour;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store.Exchange;

/// <summary>Opens whatever can be taken in: exchange files, their zips, lists from a spreadsheet, palettes.</summary>
/// <param name="context">The workroom.</param>
/// <param name="clock">The time.</param>
public sealed class ImportFiles(WorkroomContext context, TimeProvider clock)
{
    private const int Head = 4096;

    private static readonly UTF8Encoding Strict = new(encoderShouldEmitUTF8Identifier: false, throwOnInvalidBytes: true);

    /// <summary>Opens a file by what is in it; its name is not believed.</summary>
    /// <param name="path">Where it lies.</param>
    /// <param name="name">What it was called.</param>
    /// <returns>Its records, or why they cannot be taken in.</returns>
    public async Task<Outcome<ExchangeFile>> OpenAsync(string path, string name)
    {
        var head = await HeadAsync(path);
        var begin = head.TrimStart('\uFEFF', ' ', '\r', '\n', '\t');
        return begin switch
        {
            _ when begin.StartsWith("PK", StringComparison.Ordinal) || begin.StartsWith('{') || begin.StartsWith('[') || begin.Length == 0 => await ExchangeFile.OpenAsync(path),
            _ when begin.StartsWith(GimpPalette.FirstLine, StringComparison.Ordinal) => await PaletteAsync(path, name),
            _ when begin.StartsWith("BEGIN:VCALENDAR", StringComparison.OrdinalIgnoreCase) => ExchangeFile.Refused("This is a calendar. What is due follows from the records; a calendar goes out, and is not taken in."),
            _ when begin.StartsWith('<') => ExchangeFile.Refused("This is a drawing or a page. Drawings go out, and are not taken in here; a pattern is opened at the foot of its garment, and the records are in a .json or a .zip."),
            _ when begin.Split('\n')[0] is var line && line.Contains(';', StringComparison.Ordinal) && !line.Contains(',', StringComparison.Ordinal) =>
                ExchangeFile.Refused("The cells of this list are parted by semicolons. Save it as “CSV UTF-8” with commas between cells and points in numbers."),
            _ when begin.Contains(',', StringComparison.Ordinal) => await ListAsync(path),
            _ => await ExchangeFile.OpenAsync(path),
        };
    }

    private static async Task<string> HeadAsync(string path)
    {
        await using var stream = File.OpenRead(path);
        var bytes = new byte[Head];
        return Encoding.UTF8.GetString(bytes, 0, await stream.ReadAtLeastAsync(bytes, Head, throwOnEndOfStream: false));
    }

    private static async Task<Outcome<string>> TextAsync(string path, int most)
    {
        if (new FileInfo(path).Length > most)
        {
            return Outcome.Failed<string>([new("file", ExchangeFile.TooLarge(new FileInfo(path).Length, most))]);
        }

        try
        {
            return Outcome.Of(Strict.GetString(await File.ReadAllBytesAsync(path)).TrimStart('\uFEFF'));
        }
        catch (DecoderFallbackException)
        {
            return Outcome.Failed<string>([new("file", "This file is not written in UTF-8: some of its bytes are no characters. Save it as “CSV UTF-8”.")]);
        }
    }

    private async Task<Outcome<ExchangeFile>> ListAsync(string path)
    {
        var text = await TextAsync(path, CsvText.MostBytes);
        if (text.Value is not { } told)
        {
            return Outcome.Failed<ExchangeFile>(text.Problems);
        }

        var read = CsvText.Read(told);
        if (read.Value is not { } list)
        {
            return Outcome.Failed<ExchangeFile>(read.Problems);
        }

        if (CsvSheet.Find(list.Header) is not { } sheet)
        {
            return ExchangeFile.Refused($"This list has none of the columns of {string.Join(", ", CsvSheet.All.Select(s => s.Name))}. Those lists come back from a spreadsheet; set-ups, swatches, runs and care are in the .json or the .zip.");
        }

        var json = await sheet.ToJsonAsync(list, context, clock.GetUtcNow());
        return json.Value is { } whole ? ExchangeFile.Read(Encoding.UTF8.GetBytes(whole), ExchangePhotos.None) : Outcome.Failed<ExchangeFile>(json.Problems);
    }

    private async Task<Outcome<ExchangeFile>> PaletteAsync(string path, string name)
    {
        var text = await TextAsync(path, 4 * 1024 * 1024);
        var read = text.Value is { } told ? GimpPalette.Read(told, Path.GetFileNameWithoutExtension(name)) : Outcome.Failed<Palette>(text.Problems);
        if (read.Value is not { } palette)
        {
            return Outcome.Failed<ExchangeFile>(read.Problems);
        }

        var document = Documents.Of(palette);
        var now = ExchangeJson.Moment(clock.GetUtcNow());
        // The same palette is the same record, however often it comes.
        var id = new Guid(SHA256.HashData(JsonSerializer.SerializeToUtf8Bytes(document, ExchangeJson.Plain)).AsSpan(0, 16));
        var record = JsonSerializer.Serialize(new { format = ExchangeFormat.Name, version = ExchangeFormat.Version, holds = "workroom", palettes = new[] { new { id, createdAt = now, changedAt = now, palette = document } } }, ExchangeJson.Plain);
        return ExchangeFile.Read(Encoding.UTF8.GetBytes(record), ExchangePhotos.None);
    }
}
