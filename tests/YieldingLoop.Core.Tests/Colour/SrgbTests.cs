using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.ThreadRoom;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Tests.Colour;

/// <summary>Colours as eyes of every kind see them, threads beside a cloth, and palettes as files.</summary>
public class SrgbTests
{
    [Fact]
    public void Usual_eyes_see_what_the_lab_colour_says()
    {
        var random = new Random(1);
        for (var i = 0; i < 200; i++)
        {
            var colour = new Srgb((byte)random.Next(256), (byte)random.Next(256), (byte)random.Next(256));
            Assert.True(Srgb.TryFromHex(colour.Hex, out var read) && read == colour);
            Assert.True(CieLab.TryFromHex(colour.Hex, out var lab));
            Assert.Equal(0, CieLab.Difference(lab, colour.SeenBy(ColourVision.Usual)), 9);
        }

        foreach (var wrong in new[] { null, "", "#12345", "123456", "#12345g", "#1234567", "# 12345", "#+12345" })
        {
            Assert.False(Srgb.TryFromHex(wrong, out _), wrong);
        }
    }

    /// <summary>Source: Machado, Oliveira and Fernandes (2009), from memory: a dichromat sees greys as they are, and takes red and green of one lightness for one another.</summary>
    [Fact]
    public void Dichromats_see_greys_as_they_are_and_red_and_green_nearly_alike()
    {
        foreach (var vision in ColourVision.All)
        {
            for (var row = 0; row < 3; row++)
            {
                Assert.Equal(1, vision.Matrix.Skip(3 * row).Take(3).Sum(), 5);
            }

            Assert.Equal(0, CieLab.Difference(new Srgb(128, 128, 128).SeenBy(ColourVision.Usual), new Srgb(128, 128, 128).SeenBy(vision)), 2);
        }

        Srgb red = new(180, 70, 60), green = new(105, 120, 40);
        var usual = CieLab.Difference(red.SeenBy(ColourVision.Usual), green.SeenBy(ColourVision.Usual));
        Assert.True(CieLab.Difference(red.SeenBy(ColourVision.Deutan), green.SeenBy(ColourVision.Deutan)) < usual / 3);
        Assert.True(ColourVision.LeastDifference(red, green) < usual / 3);
        // Blue and yellow stay apart for them.
        Assert.True(ColourVision.LeastDifference(new(30, 60, 160), new(230, 200, 60)) > 20);
    }

    private static Cone Thread(string id, string kind, string? colour) => new(id, new() { Name = id, KindId = kind, Colour = colour });

    [Fact]
    public void Needle_threads_are_ranked_by_what_shows_and_textured_ones_do_not_run_there()
    {
        var drawer = new[] { Thread("far", "spun-polyester", "#ffffff"), Thread("near", "spun-polyester", "#1f5076"), Thread("none", "spun-polyester", null), Thread("same, fluffy", "textured-nylon", "#1d4e74"), Thread("decorative", "heavy-rayon", "#1d4e74") };
        Assert.Equal(["near", "far"], ColourMatch.ForNeedle("#1d4e74", drawer, 0.4).Select(m => m.Cone.Id));
        Assert.Equal(["decorative", "same, fluffy", "near", "far"], ColourMatch.ForLoopers("#1d4e74", drawer, 0.4).Select(m => m.Cone.Id));
        foreach (var match in ColourMatch.ForNeedle("#1d4e74", drawer, 0.4))
        {
            // Model section 6, said a second time: what is seen of a gap is scaled by ΔE over 50, at most 1.
            CieLab.TryFromHex("#1d4e74", out var cloth);
            CieLab.TryFromHex(match.Cone.Stock.Colour, out var thread);
            Assert.Equal(0.4 * Math.Min(1, CieLab.Difference(cloth, thread) / 50), match.GapSeenMm, 9);
            var said = match.Seen(0.4);
            Assert.Equal(match.GapSeenMm < 0.05 ? "gap-hidden" : match.GapSeenMm < 0.15 ? "gap-hardly" : "gap-shows", said.Code);
            Assert.Empty(ThreadRoomWords.Lacks(said));
        }

        Assert.Throws<ArgumentException>(() => ColourMatch.ForNeedle("blue", drawer, 0.4));
        Assert.Equal("same, fluffy", ColourMatch.Nearest("#1d4e74", [.. drawer.Where(d => d.Id != "decorative")])!.Cone.Id);
        Assert.Null(ColourMatch.Nearest("#1d4e74", []));
    }

    /// <summary>Random drawers against every way to fill the places.</summary>
    [Fact]
    public void Contrast_threads_are_the_best_of_all_ways()
    {
        var random = new Random(3);
        (ThreadPosition Position, string KindId)[] places = [(ThreadPosition.NeedleLeft, "spun-polyester"), (ThreadPosition.UpperLooper, "textured-nylon"), (ThreadPosition.LowerLooper, "spun-polyester")];
        for (var i = 0; i < 60; i++)
        {
            var cloth = new Srgb((byte)random.Next(256), (byte)random.Next(256), (byte)random.Next(256));
            var drawer = Enumerable.Range(0, random.Next(2, 9)).Select(n => Thread($"{n}", new[] { "spun-polyester", "textured-nylon", "cotton" }[random.Next(3)], random.Next(8) == 0 ? null : new Srgb((byte)random.Next(256), (byte)random.Next(256), (byte)random.Next(256)).Hex)).ToList();
            var known = drawer.Where(d => d.Stock.Colour is not null).ToList();
            var best = (Plain: double.NegativeInfinity, Same: 0, Least: 0.0);
            foreach (var a in known.Where(d => d.Stock.KindId != "textured-nylon"))
            {
                foreach (var b in known.Where(d => d != a))
                {
                    foreach (var c in known.Where(d => d != a && d != b))
                    {
                        var colours = new[] { a, b, c }.Select(t => Srgb.TryFromHex(t.Stock.Colour, out var s) ? s : default).Append(cloth).ToList();
                        var least = double.PositiveInfinity;
                        for (var x = 0; x < colours.Count; x++)
                        {
                            for (var y = 0; y < x; y++)
                            {
                                least = Math.Min(least, ColourVision.All.Min(v => CieLab.Difference(colours[x].SeenBy(v), colours[y].SeenBy(v))));
                            }
                        }

                        var same = (a.Stock.KindId == "spun-polyester" ? 1 : 0) + (b.Stock.KindId == "textured-nylon" ? 1 : 0) + (c.Stock.KindId == "spun-polyester" ? 1 : 0);
                        best = new[] { best, (Math.Min(least, ContrastThreads.Plain), same, least) }.Max();
                    }
                }
            }

            var found = ContrastThreads.Choose(cloth.Hex, places, drawer);
            Assert.Equal(double.IsNegativeInfinity(best.Plain), found is null);
            if (found is not null)
            {
                Assert.Equal(best.Least, found.LeastDifference, 9);
                Assert.Equal(best.Same, found.Threads.Count(t => t.SameKind));
                Assert.Equal(places.Select(p => p.Position), found.Threads.Select(t => t.Position));
                Assert.Equal(3, found.Threads.Select(t => t.Cone.Id).Distinct().Count());
            }
        }
    }

    [Fact]
    public void Of_a_full_drawer_threads_are_chosen_that_are_told_apart_plainly()
    {
        var random = new Random(4);
        var drawer = Enumerable.Range(0, 400).Select(n => Thread($"{n}", "spun-polyester", new Srgb((byte)random.Next(256), (byte)random.Next(256), (byte)random.Next(256)).Hex)).ToList();
        (ThreadPosition, string)[] places = [(ThreadPosition.NeedleLeft, "spun-polyester"), (ThreadPosition.NeedleRight, "spun-polyester"), (ThreadPosition.UpperLooper, "spun-polyester"), (ThreadPosition.LowerLooper, "spun-polyester")];
        var found = ContrastThreads.Choose("#1d4e74", places, drawer)!;
        Assert.True(found.LeastDifference > ContrastThreads.Plain);
        Assert.All(found.Threads, t => Assert.True(t.SameKind));
    }

    [Fact]
    public void Palettes_read_back_as_they_were_written()
    {
        var random = new Random(6);
        var names = new[] { "Tern blue", "", "a  b", "Ünicode ✂", "tab\tinside", "#not a remark", "12 34 56" };
        for (var i = 0; i < 50; i++)
        {
            var palette = new Palette { Name = "Kit", Colours = [.. Enumerable.Range(0, random.Next(1, 30)).Select(_ => new PaletteColour(new Srgb((byte)random.Next(256), (byte)random.Next(256), (byte)random.Next(256)).Hex, string.Join(' ', names[random.Next(names.Length)].Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries))))] };
            Assert.Equal(palette, GimpPalette.Read(GimpPalette.Write(palette), "x").Value);
            // Lines of another system's programs end otherwise, and some begin with a mark.
            Assert.Equal(palette, GimpPalette.Read("\ufeff" + GimpPalette.Write(palette).Replace("\n", "\r\n", StringComparison.Ordinal), "x").Value);
        }
    }

    [Theory]
    [InlineData("", "no palette file")]
    [InlineData("JASC-PAL\n0100\n1\n1 2 3", "no palette file")]
    [InlineData("GIMP Palette\n# only a remark\n", "no colour in it")]
    [InlineData("GIMP Palette\nName: x\n1 2\n", "Line 3")]
    [InlineData("GIMP Palette\n1 2 256 much\n", "Line 2")]
    [InlineData("GIMP Palette\n1 2 3 fine\n-1 2 3\n", "Line 3")]
    [InlineData("GIMP Palette\n1 2 3 fine\n1 2 3 fine\nName: late\n", "Line 4")]
    public void What_is_no_palette_is_told_with_its_line(string text, string told) => Assert.Contains(told, Assert.Single(GimpPalette.Read(text, "x").Problems).Message, StringComparison.Ordinal);

    [Fact]
    public void A_hundred_thousand_colours_are_told_with_their_number()
    {
        var text = "GIMP Palette\n" + string.Concat(Enumerable.Range(0, 100_000).Select(i => $"{i % 256} {i / 256 % 256} 0\tnumber {i}\n"));
        Assert.Contains("100,000 colours", Assert.Single(GimpPalette.Read(text, "x").Problems).Message, StringComparison.Ordinal);
        Assert.Equal(Palette.MostColours, GimpPalette.Read("GIMP Palette\n" + string.Concat(Enumerable.Repeat("1 2 3\n", Palette.MostColours)), "x").Value!.Colours.Count);
        var named = GimpPalette.Read("GIMP Palette\n1 2 3 " + new string('x', 5000) + "\n", new string('y', 500)).Value!;
        Assert.Equal((Palette.LongestName, Palette.LongestName), (named.Name.Length, named.Colours[0].Name.Length));
    }

    [Fact]
    public void Differences_are_said_in_steps()
    {
        var said = Enumerable.Range(0, 1000).Select(i => ColourWords.Closeness(i / 10.0)).Distinct().ToList();
        Assert.Equal(["the same to the eye", "hardly told apart", "close in colour", "another shade", "far off in colour"], said);
    }
}
