using System.Globalization;
using System.Net;
using System.Net.Sockets;
using System.Text;
using YieldingLoop.Core;
using YieldingLoop.Core.Patterns;
using YieldingLoop.Store.Exchange;

namespace YieldingLoop.Store.Tests;

/// <summary>Patterns from a drawing program, and SVG files that somebody sends by mistake or on purpose. MUTATED=10000 damages ten thousand.</summary>
public class PatternFileTests
{
    private const string Open = """<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" xmlns:note="urn:an-editor" width="100mm" height="100mm" viewBox="0 0 100 100">""";

    private static readonly int Mutated = int.Parse(Environment.GetEnvironmentVariable("MUTATED") ?? "150", CultureInfo.InvariantCulture);

    private static string Sample => Path.Combine(AppContext.BaseDirectory, "reference", "patterns", "base-layer.svg");

    public static TheoryData<string, string> Refused { get; } = new()
    {
        { "", "no SVG file" },
        { "hello", "no SVG file" },
        { "<html><body/></html>", "no SVG file" },
        { "<svg>", "no SVG file" },
        { Open + "<path d='M0 0h50'>", "damaged: line 1" },
        { Open + "<path d='M0 0h50' d='M0 0'/></svg>", "damaged" },
        { Open + "<text>only letters</text></svg>", "nothing in this file" },
        { Open + "<script>alert(1)</script><path d='M0 0h50'/></svg>", "script" },
        { Open + "<g><script xlink:href='#x'/></g></svg>", "script" },
        { Open + "<path onclick='go()' d='M0 0h50'/></svg>", "script" },
        { "<svg xmlns='http://www.w3.org/2000/svg' onload='go()'><path d='M0 0h50'/></svg>", "script" },
        { Open + "<a xlink:href=' JavaScript:go()'><path d='M0 0h50'/></a></svg>", "script" },
        { Open + "<image href='HOST/a.png'/></svg>", "a picture from elsewhere" },
        { Open + "<image xlink:href='file:///etc/passwd'/></svg>", "a picture from elsewhere" },
        { Open + "<use xlink:href='HOST/a.svg#p'/></svg>", "from elsewhere" },
        { Open + "<use href='other.svg#p'/></svg>", "from elsewhere" },
        { Open + "<path fill='url(HOST/a.svg#g)' d='M0 0h50'/></svg>", "from elsewhere" },
        { Open + "<path style='fill:url( &quot;//host/a#g&quot; )' d='M0 0h50'/></svg>", "from elsewhere" },
        { Open + "<style>@import 'HOST/a.css';</style></svg>", "from elsewhere" },
        { Open + "<style>@font-face { src: url(HOST/f.woff) }</style></svg>", "from elsewhere" },
        { Open + "<style>a { b: \\75 rl(HOST) }</style></svg>", "from elsewhere" },
        { "<?xml-stylesheet href='HOST/a.css'?>" + Open + "</svg>", "from elsewhere" },
        { "<!DOCTYPE svg [<!ENTITY a 'x'><!ENTITY b '&a;&a;'>]>" + Open + "<title>&b;</title></svg>", "entities" },
        { "<!DOCTYPE svg [<!ENTITY a SYSTEM 'file:///etc/passwd'>]>" + Open + "<title>&a;</title></svg>", "entities" },
        { "<!DOCTYPE svg [<!entity % p SYSTEM 'HOST/a.dtd'> %p;]>" + Open + "</svg>", "entities" },
        { Open + "<title>&nothing;</title></svg>", "damaged" },
        { "\u001f\u008b\u0008", "packed" },
        { Open + string.Concat(Enumerable.Repeat("<g>", 10_000)), "deep" },
        { Open + string.Concat(Enumerable.Repeat("<note:g>", 10_000)), "deep" },
        { Open + string.Concat(Enumerable.Repeat("<g/>", 100_000)) + "</svg>", "60,000 elements" },
        { Open + "<path d='M0 0" + string.Concat(Enumerable.Repeat("h1v1", 300_000)) + "'/></svg>", "more than 20,000 shapes or 100,000 pieces of line" },
        { Open + "<polyline points='" + string.Concat(Enumerable.Repeat("1 2 ", 300_000)) + "'/></svg>", "pieces of line" },
        { Open + "<defs><g id='n0'><path d='M0 0h9'/></g>" + string.Concat(Enumerable.Range(1, 18).Select(i => $"<g id='n{i}'>{string.Concat(Enumerable.Repeat($"<use href='#n{i - 1}'/>", 10))}</g>")) + "</defs><use href='#n18'/></svg>", "more than 20,000 shapes" },
        { Open + "<path " + string.Concat(Enumerable.Range(0, 300_000).Select(i => $"a{i}='' ")) + "/></svg>", "200,000 attributes" },
        { Open + "<path style='" + string.Concat(Enumerable.Repeat("a:b;", 6000)) + "' d='M0 0h50'/></svg>", "longer than 20000" },
        { Open + "<path d='M0 0" + string.Concat(Enumerable.Repeat("c90 0 90 0 0 0", 20_000)) + "'/></svg>", "finer than anybody cuts" },
        { Open + "<path d='M0 0h50'/>" + new string(' ', 9 * 1024 * 1024) + "</svg>", "9 MB" },
    };

    [Theory]
    [MemberData(nameof(Refused))]
    public async Task What_is_no_pattern_or_asks_for_more_is_refused_and_nothing_is_asked_of_anybody(string text, string why)
    {
        // Whoever were asked for a part of the file would be asked here.
        using var host = new TcpListener(IPAddress.Loopback, 0);
        host.Start();
        var opened = await OpenAsync(Encoding.Latin1.GetBytes(text.Replace("HOST", $"http://127.0.0.1:{((IPEndPoint)host.LocalEndpoint).Port}", StringComparison.Ordinal)));

        Assert.Contains(why, Assert.Single(opened.Problems).Message, StringComparison.OrdinalIgnoreCase);
        Assert.Null(opened.Value);
        Assert.False(host.Pending());
    }

    [Theory]
    [InlineData("""<!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" "http://www.w3.org/Graphics/SVG/1.1/DTD/svg11.dtd">""", "")]
    [InlineData("<?xml version='1.0' encoding='ISO-8859-1'?><!-- made by hand -->", "<note:view name='1'><note:deep/></note:view>")]
    [InlineData("", "<a xlink:href='https://example.org/'><title>a link is only a link</title></a>")]
    [InlineData("", "<defs><linearGradient id='g'/><linearGradient xlink:href='#g'/></defs><path fill='url(#g)' d='M0 0'/>")]
    [InlineData("", "<style>.a { stroke: red }</style>")]
    public async Task What_drawing_programs_add_does_no_harm(string before, string inside)
    {
        var opened = await OpenAsync(Encoding.UTF8.GetBytes(before + Open + inside + "<path d='M0 0h50'/></svg>"));

        Assert.Empty(opened.Problems);
        Assert.Equal(50, Assert.Single(opened.Value!.Strokes).Outline.Length, 9);
        Assert.Empty(opened.Value.Gaps);
    }

    [Fact]
    public async Task A_file_in_another_encoding_that_says_so_is_read()
    {
        var text = Open + "<title>Größe</title><g><title>Größe M</title><path d='M0 0h50'/></g></svg>";
        Assert.Equal("Größe M", (await OpenAsync([.. Encoding.Unicode.GetPreamble(), .. Encoding.Unicode.GetBytes(text)])).Value!.Layers[0].Name);
        Assert.Equal("Größe M", (await OpenAsync(Encoding.Latin1.GetBytes("<?xml version='1.0' encoding='iso-8859-1'?>" + text))).Value!.Layers[0].Name);
        Assert.NotEmpty((await OpenAsync(Encoding.Latin1.GetBytes(text))).Problems);
    }

    [Fact]
    public async Task The_invented_base_layer_is_read_with_its_sizes_square_and_gaps()
    {
        var pattern = (await PatternFile.OpenAsync(Sample)).Value!;

        Assert.Equal(["Bow", "Stroke", "Cox", "notes"], pattern.Layers.Select(l => l.Name));
        Assert.True(pattern.SaysSize);
        Assert.Equal(50, Assert.Single(PatternSquare.Of(pattern)).SideMm, 9);
        Assert.Equal("gap-text", Assert.Single(pattern.Gaps).Code);
        Assert.Equal([6, 6], PatternCutter.Pieces(pattern, new()).Where(p => p.Layer == 0).Select(p => p.Edges.Count));
    }

    [Fact]
    public async Task Damaged_patterns_are_read_or_refused_and_never_more()
    {
        var whole = await File.ReadAllBytesAsync(Sample);
        var random = new Random(20);
        var refused = 0;
        for (var i = 0; i < Mutated; i++)
        {
            var opened = await OpenAsync(i % 3 == 0 ? Mutations.Bytes(whole, random) : Numbers(whole, random));
            Assert.True(opened.Value is null != (opened.Problems.Count == 0));
            if (opened.Value is not { } pattern)
            {
                refused++;
                continue;
            }

            // What can be read can be laid on the table, measured and cut.
            var work = new PatternWork(pattern, new() { AllowanceMm = 8, Cut = new(SplitAtNotches: true), Square = random.Next(20), SquareMm = 50 });
            foreach (var (piece, number) in work.Pieces.Select((p, n) => (p, n)))
            {
                Assert.All(Enumerable.Range(0, piece.Edges.Count), e => Assert.True(double.IsFinite(work.Of(new EdgeAt(number, e)).SeamMm ?? 0)));
            }
        }

        Assert.InRange(refused, Mutated / 20, Mutated);
    }

    /// <summary>Numbers and commands that others would not write.</summary>
    private static byte[] Numbers(byte[] file, Random random)
    {
        string[] others = ["1e308", "-1e308", "0", "1e-320", "NaN", "99999", "-7", "", "A1 1 0 00", "Z", "1.5.5", "c", "M", "%", "em", "rotate(9e99)", "0 0 0 0", "z m"];
        var text = Encoding.UTF8.GetString(file);
        for (var n = random.Next(1, 5); n > 0; n--)
        {
            var tokens = System.Text.RegularExpressions.Regex.Matches(text, @"[0-9.]+|(?<=[0-9 ])[a-zA-Z](?=[0-9 -])");
            var token = tokens[random.Next(tokens.Count)];
            text = text[..token.Index] + others[random.Next(others.Length)] + text[(token.Index + token.Length)..];
        }

        return Encoding.UTF8.GetBytes(text);
    }

    private static async Task<Outcome<PatternDrawing>> OpenAsync(byte[] bytes)
    {
        var path = Path.GetTempFileName();
        try
        {
            await File.WriteAllBytesAsync(path, bytes);
            return await PatternFile.OpenAsync(path);
        }
        finally
        {
            File.Delete(path);
        }
    }
}
