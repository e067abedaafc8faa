using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using YieldingLoop.Core;

namespace YieldingLoop.Store.Exchange;

/// <summary>
/// Writes and reads lists for spreadsheets: RFC 4180, UTF-8, a header, decimal points, ISO dates. A text that a spreadsheet would take
/// for a formula gets an apostrophe in front, which is taken off again on the way back.
/// </summary>
public static class CsvText
{
    /// <summary>Most rows that are taken in.</summary>
    public const int MostRows = 20_000;

    /// <summary>Most bytes that are taken in.</summary>
    public const int MostBytes = 16 * 1024 * 1024;

    /// <summary>Most columns; no list here has half as many.</summary>
    public const int MostColumns = 200;

    /// <summary>Longest cell, characters.</summary>
    private const int LongestCell = 20_000;

    private static readonly CsvConfiguration Rfc = new(CultureInfo.InvariantCulture)
    {
        NewLine = "\r\n", MaxFieldSize = LongestCell, BadDataFound = null, MissingFieldFound = null, DetectColumnCountChanges = false, TrimOptions = TrimOptions.None, IgnoreBlankLines = false,
    };

    /// <summary>A text as a cell that no spreadsheet runs.</summary>
    public static string Harmless(string text) => Runs(text) ? "'" + text : text;

    /// <summary>The text a cell stands for.</summary>
    public static string Told(string cell) => cell.StartsWith('\'') && Runs(cell[1..]) ? cell[1..] : cell;

    /// <summary>Whether a text, apostrophes in front aside, begins as formulas do.</summary>
    private static bool Runs(string text) => text.AsSpan().TrimStart('\'') is [('=' or '+' or '-' or '@' or '\t' or '\r'), ..];

    /// <summary>Writes a list.</summary>
    /// <param name="header">Names of the columns.</param>
    /// <param name="rows">The rows, each with a cell for every column.</param>
    /// <param name="output">Where it goes.</param>
    /// <param name="stop">Stops it.</param>
    public static async Task WriteAsync(IReadOnlyList<string> header, IAsyncEnumerable<IReadOnlyList<string>> rows, Stream output, CancellationToken stop = default)
    {
        await using var text = new StreamWriter(output, leaveOpen: true);
        await using var csv = new CsvWriter(text, Rfc, leaveOpen: true);
        foreach (var name in header)
        {
            csv.WriteField(name);
        }

        await csv.NextRecordAsync();
        await foreach (var row in rows.WithCancellation(stop))
        {
            foreach (var cell in row)
            {
                csv.WriteField(cell);
            }

            await csv.NextRecordAsync();
        }
    }

    /// <summary>Reads a list: its header, and its rows with the line each begins on.</summary>
    /// <returns>The list, or what keeps it from being one.</returns>
    public static Outcome<CsvList> Read(string text)
    {
        // Before anything is taken apart: a line of a million commas is no header.
        var first = text.AsSpan(0, text.AsSpan().IndexOfAny('\r', '\n') is var end and >= 0 ? end : text.Length);
        if (first.Count(',') >= MostColumns)
        {
            return Refused($"This list has more than {MostColumns} columns; no list here has so many.");
        }

        try
        {
            using var csv = new CsvParser(new StringReader(text), Rfc);
            var (rows, header) = (new List<CsvRow>(), Array.Empty<string>());
            while (csv.Read())
            {
                var record = csv.Record!;
                if (record.Length > MostColumns)
                {
                    return Refused($"Line {csv.RawRow} has more than {MostColumns} cells.");
                }

                if (header.Length == 0)
                {
                    header = record;
                }
                else if (record.Any(c => c.Length > 0))
                {
                    rows.Add(new CsvRow(csv.RawRow, record));
                }

                if (rows.Count > MostRows)
                {
                    return Refused(string.Create(CultureInfo.InvariantCulture, $"This list has more than {MostRows:#,0} rows. Take it in in parts."));
                }
            }

            return header.Length == 0 ? Refused("This list is empty: its first line names the columns.") : Outcome.Of(new CsvList(header, rows));
        }
        catch (CsvHelperException)
        {
            return Refused($"A cell of this list has more than {LongestCell} characters, or a quotation mark in it is never closed.");
        }
    }

    private static Outcome<CsvList> Refused(string why) => Outcome.Failed<CsvList>([new("file", why)]);
}

/// <summary>A list as it was read.</summary>
/// <param name="Header">Names of its columns.</param>
/// <param name="Rows">Its rows.</param>
public sealed record CsvList(IReadOnlyList<string> Header, IReadOnlyList<CsvRow> Rows);

/// <summary>A row of a list.</summary>
/// <param name="Line">The line it begins on, from 1.</param>
/// <param name="Cells">Its cells.</param>
public sealed record CsvRow(int Line, IReadOnlyList<string> Cells);
