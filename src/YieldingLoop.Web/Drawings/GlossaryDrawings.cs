using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Web.Drawings;

/// <summary>The small pictures of the glossary, one canvas of 120 × 76 each. Whole groups that look alike share a picture with their own letters in it.</summary>
public static class GlossaryDrawings
{
    private static readonly Dictionary<string, Action<Svg>> Pictures = new(StringComparer.Ordinal)
    {
        ["work.workroom"] = s => s.Rect(12, 44, 96, 8, "clamp-block", 2).Line(22, 52, 22, 70, "d-axis").Line(98, 52, 98, 70, "d-axis").Path("M66 44v-16h24q6 0 6 6v10", "g-line").Rect(20, 36, 30, 8, "aid-cloth", 1),
        ["work.seam"] = s => s.Rect(14, 14, 44, 48, "aid-cloth", 1).Rect(62, 14, 44, 48, "aid-cloth", 1).Path("M60 14v48", "aid-seam"),
        ["work.set-up"] = s => Dial(s, 34, 38, 40).Rect(66, 14, 42, 48, "aid-window", 4).Line(74, 26, 100, 26, "g-line").Line(74, 38, 100, 38, "g-line").Line(74, 50, 92, 50, "g-line"),
        ["work.thread-up"] = s => s.Text(18, 24, "1", "d-label").Text(18, 46, "2", "d-label").Path("M34 20h30M34 42h30", "g-line").Path("M78 62l6 -30h16l6 30z", "g-bar t-lower-looper").Path("M92 32v-22", "g-thread t-lower-looper").Path("M14 60l6 6 12 -14", "g-line"),
        ["work.tying-on"] = s => s.Path("M8 46q24 -14 48 -6", "g-thread t-lower-looper").Path("M64 40q24 10 48 -8", "g-thread t-upper-looper").Path("M54 32l12 14m0 -14l-12 14", "g-line").Circle(60, 39, 4, "g-fill"),
        ["work.card"] = s => s.Rect(38, 8, 44, 60, "aid-window", 3).Circle(60, 14, 3, "clamp-screw").Line(46, 26, 74, 26, "g-line").Line(46, 38, 74, 38, "g-line").Line(46, 50, 66, 50, "g-line"),
        ["work.kept"] = s => s.Rect(24, 24, 72, 40, "clamp-block", 4).Rect(38, 12, 44, 26, "aid-window", 2).Line(46, 22, 74, 22, "g-line").Line(46, 30, 66, 30, "g-line"),
        ["work.draft"] = s => s.Rect(34, 10, 52, 56, "aid-window", 3).Line(44, 24, 76, 24, "g-line").Line(44, 36, 58, 36, "g-line").Path("M62 48l22-22 6 6-22 22-8 2z", "g-fill"),
        ["work.put-away"] = s => s.Path("M20 30h80v36h-80zM20 30l10-14h60l10 14", "g-line").Line(50, 42, 70, 42, "g-line"),
        ["work.drawer"] = s => s.Rect(14, 20, 92, 40, "clamp-block", 4).Rect(22, 28, 76, 24, "aid-window", 2).Path("M30 34h20M30 40h20M30 46h20", "g-line").Circle(76, 40, 8, "g-bar t-upper-looper"),
        ["work.procedure"] = s => s.Text(18, 24, "1", "d-label").Text(18, 46, "2", "d-label").Text(18, 68, "3", "d-label").Line(34, 20, 104, 20, "g-line").Line(34, 42, 104, 42, "g-line").Line(34, 64, 78, 64, "g-line"),
        ["work.school"] = s => s.Path("M60 64v-24M60 40c0-14-30-8-30-26M60 40c0-14 30-8 30-26", "g-line").Path("M26 18l4-8 4 8zM86 18l4-8 4 8z", "g-fill"),
        ["work.guess"] = s => s.Rect(14, 30, 92, 16, "g-wide", 8).Line(60, 24, 60, 52, "g-line").Text(60, 70, "≈", "d-label", "middle"),
        ["work.band"] = s => s.Line(10, 50, 110, 50, "d-axis").Rect(36, 26, 48, 16, "g-wide", 8).Circle(58, 34, 5, "g-fill"),

        ["reading.need"] = s => s.Line(10, 58, 110, 58, "d-axis").Path("M70 12v46M70 12l14 7-14 7", "g-line").Text(70, 72, "need", "d-small", "middle"),
        ["reading.yield"] = s => s.Line(10, 58, 110, 58, "d-axis").Rect(10, 30, 76, 12, "g-bar t-needle-left", 2).Path("M86 22v28M92 26l6-6M92 46l6 6", "g-line"),
        ["reading.spare"] = s => s.Line(10, 58, 110, 58, "d-axis").Rect(10, 30, 84, 12, "g-bar t-needle-left", 2).Line(54, 16, 54, 58, "g-line").Measure(54, 94, 24, "spare"),
        ["reading.pop"] = s => s.Path("M8 38h36l6-8M112 38h-36l-6 8", "g-thread t-needle-left").Path("M56 20l3 8M62 56l-3-8M66 22l-2 6", "g-line"),
        ["reading.drag"] = s => s.Path("M12 22h96v22q-12 14-24 4t-24 4t-24-4t-24 2z", "aid-cloth").Path("M12 26h96", "aid-seam"),
        ["reading.consumption"] = s => s.Path("M44 14h32v6h-32zM44 58h32v6h-32z", "clamp-block").Rect(48, 20, 24, 38, "g-bar t-upper-looper", 1).Path("M72 40q24 0 36 20", "g-thread t-upper-looper"),

        ["setting.dial"] = s => Dial(s, 60, 38, 40),
        ["setting.neutral"] = s => Dial(s, 60, 38, 0),
        ["setting.sense"] = s => Dial(s, 60, 38, 40).Path("M28 20a38 38 0 0 0 0 36M28 56l-7-5m7 5l4-8", "g-line").Text(98, 24, "+", "d-label", "middle").Text(98, 62, "−", "d-label", "middle"),
        ["setting.step"] = s => s.Line(12, 40, 108, 40, "d-axis").Path("M20 34v12M40 34v12M60 34v12M80 34v12M100 34v12", "g-line").Measure(40, 60, 24, ""),
        ["setting.tension-disc"] = s => Disc(s, 14, ""),
        ["setting.tighter"] = s => Disc(s, 2, "M22 38h16m-6-5l6 5-6 5M98 38h-16m6-5l-6 5 6 5"),
        ["setting.looser"] = s => Disc(s, 26, "M24 38h-16m6-5l-6 5 6 5M96 38h16m-6-5l6 5-6 5"),
        ["setting.differential"] = s => s.Path("M14 52l6-8 6 8 6-8 6 8 6-8 6 8z", "g-fill").Path("M70 52l6-8 6 8 6-8 6 8 6-8 6 8z", "g-fill").Path("M16 28h40m-8-6l8 6-8 6", "g-line").Path("M72 28h22m-8-6l8 6-8 6", "g-line"),
        ["setting.cutting-width"] = s => s.Rect(8, 18, 74, 44, "aid-cloth").Line(40, 12, 40, 66, "aid-seam").Path("M82 14v48l10-10v-38z", "clamp-block").Measure(40, 82, 10, ""),
        ["setting.finger-use"] = s => s.Path("M10 44h66q10 0 10 5t-10 5h-66z", "clamp-block").Path("M34 10v26M60 10v26", "g-line").Path("M31 36l3 8 3-8zM57 36l3 8 3-8z", "g-fill"),
        ["setting.guide-distance"] = s => s.Rect(10, 16, 90, 40, "aid-cloth", 1).Line(10, 56, 100, 56, "g-line").Line(10, 26, 100, 26, "aid-seam").Line(10, 36, 100, 36, "aid-seam").Path("M106 26h8M106 56h8M110 26v30", "d-measure"),
        ["setting.present-state"] = s => Dial(s, 34, 42, -30).Path("M74 14h22v16h-22z", "clamp-block").Path("M82 30h6l-1 28-2 8-2-8z", "needle-steel"),

        ["machine.coverstitch"] = s => s.Path("M14 60v-30q0-16 16-16h62q12 0 12 12v10h-26v-8h-32v32z", "clamp-block").Rect(10, 60, 98, 8, "clamp-block", 2).Path("M82 36v18M90 36v18M98 36v18", "g-line"),
        ["machine.convertible"] = s => s.Path("M10 30q50-30 100 0m-12-8l12 8-14 6M110 50q-50 30-100 0m12 8l-12-8 14-6", "g-line").Path("M48 34h24v12h-24z", "clamp-block"),
        ["machine.plain"] = s => s.Path("M12 60v-12h60q6 0 6-8v-14q0-12 12-12h8q10 0 10 10v36z", "clamp-block").Path("M78 26h-54q-10 0-10 10v8h14v-6h50z", "clamp-block").Path("M22 44v12", "g-line"),
        ["machine.tip-step"] = s => Clamp(s, true),
        ["machine.plate"] = s => s.Rect(14, 22, 92, 36, "clamp-block", 5).Rect(36, 36, 48, 8, "aid-window", 4),
        ["machine.presser-foot"] = s => s.Path("M52 6h16v30h-16z", "clamp-block").Path("M30 36h60l8 20h-14v-12h-48v12h-14z", "clamp-block"),
        ["machine.slot"] = s => s.Rect(8, 16, 104, 44, "clamp-block", 5).Rect(32, 34, 56, 10, "aid-window", 5).Measure(32, 88, 30, ""),
        ["machine.needle-position"] = s => s.Line(14, 62, 106, 62, "d-axis").Path("M34 10h4l-1 40-1 6-1-6z", "clamp-empty").Path("M58 10h4l-1 40-1 6-1-6z", "needle-steel").Path("M82 10h4l-1 40-1 6-1-6z", "clamp-empty"),
        ["machine.manual-table"] = s => s.Rect(18, 12, 84, 54, "aid-window", 2).Line(18, 26, 102, 26, "g-line").Line(18, 40, 102, 40, "g-line").Line(18, 53, 102, 53, "g-line").Line(50, 12, 50, 66, "g-line").Line(76, 12, 76, 66, "g-line"),
        ["machine.overlocker"] = s => s.Path("M14 60v-30q0-16 16-16h62q12 0 12 12v10h-20v-8h-38v32z", "clamp-block").Rect(10, 60, 98, 8, "clamp-block", 2).Path("M90 36v18", "g-line"),
        ["machine.looper"] = s => s.Path("M16 62q10-44 60-44l22 4-24 6q-34 2-44 36z", "clamp-block").Circle(90, 22, 2.5, "clamp-screw"),
        ["machine.seat"] = s => s.Rect(30, 14, 60, 34, "clamp-block", 4).Rect(44, 24, 10, 26, "clamp-empty", 2).Rect(66, 24, 10, 26, "clamp-empty", 2),
        ["machine.clamp"] = s => Clamp(s, true),
        ["machine.gauge"] = s => Clamp(s, false).Measure(50, 70, 74, ""),
        ["machine.knife"] = s => s.Path("M44 8h26v48l-26 12z", "clamp-block").Line(44, 60, 70, 48, "g-line").Rect(8, 58, 36, 8, "aid-cloth"),
        ["machine.thread-mark"] = s => s.Tag(28, 30, ThreadPosition.NeedleLeft).Tag(60, 30, ThreadPosition.UpperLooper).Tag(92, 30, ThreadPosition.LowerLooper).Line(28, 46, 28, 66, "g-line").Line(60, 46, 60, 66, "g-line").Line(92, 46, 92, 66, "g-line"),
        ["machine.calibration-thread"] = s => s.Path("M40 62l8-46h24l8 46z", "g-bar t-needle-right").Path("M72 24q22 4 34-10", "g-thread t-needle-right"),
        ["machine.looper-order"] = s => s.Tag(24, 38, ThreadPosition.UpperLooper).Tag(60, 38, ThreadPosition.LowerLooper).Tag(96, 38, ThreadPosition.NeedleRight).Path("M40 38h6m-4-4l4 4-4 4M76 38h6m-4-4l4 4-4 4", "g-line"),

        ["needle.needle-size"] = s => s.Path("M52 8h16l-2 52-6 10-6-10z", "needle-steel").Measure(50, 70, 40, ""),
        ["needle.needle-system"] = s => s.Rect(30, 26, 60, 12, "needle-shank", 2).Path("M90 29h20v6h-20z", "needle-steel").Path("M30 50h60m-60-4v8m60-8v8", "g-line"),
        ["needle.shank"] = s => s.Path("M48 6h14q10 0 10 6v34h-24z", "needle-shank").Path("M56 46h10l-2 24h-6z", "needle-steel").Line(48, 6, 48, 46, "g-line").Text(40, 30, "flat", "d-small", "end"),
        ["needle.point"] = s => Point(s, 30, 6).Path("M70 10h16v34l-8 22-8-22z", "needle-steel"),
        ["needle.universal"] = s => Point(s, 60, 4),
        ["needle.sharp"] = s => Point(s, 60, 0),
        ["needle.jersey"] = s => Point(s, 60, 7),
        ["needle.stretch"] = s => Point(s, 60, 6).Line(60, 14, 60, 30, "needle-groove"),
        ["needle.jeans"] = s => Point(s, 60, 1),
        ["needle.topstitch"] = s => Point(s, 60, 2).Rect(57, 24, 6, 18, "aid-window", 3),
        ["needle.overlocker"] = s => Point(s, 60, 4).Line(60, 10, 60, 44, "needle-groove"),
        ["needle.twin-needle"] = s => s.Path("M52 4h16v18h-16z", "needle-shank").Path("M44 22h32v6h-32z", "needle-shank").Path("M46 28h8l-1 30-3 8-3-8zM66 28h8l-1 30-3 8-3-8z", "needle-steel").Measure(50, 70, 74, ""),

        ["cloth.across"] = s => Cloth(s).Path("M28 40h64m-8-6l8 6-8 6M36 34l-8 6 8 6", "g-line"),
        ["cloth.lengthwise"] = s => Cloth(s).Path("M60 16v46m-6-8l6 8 6-8M54 24l6-8 6 8", "g-line"),
        ["cloth.selvedge"] = s => Cloth(s).Path("M20 10v58", "aid-seam"),
        ["cloth.stretch"] = s => s.Rect(20, 14, 46, 14, "aid-cloth", 1).Rect(20, 46, 84, 12, "aid-cloth", 1).Path("M30 12v18M56 12v18M30 44v18M94 44v18", "aid-mark"),
        ["cloth.recovery"] = s => s.Rect(14, 14, 92, 12, "aid-cloth", 1).Rect(14, 48, 56, 14, "aid-cloth", 1).Path("M102 40h-26m8-6l-8 6 8 6", "g-line"),
        ["cloth.weight"] = s => s.Path("M30 38h60l-6 10h-48z", "clamp-block").Rect(36, 48, 48, 20, "clamp-block", 3).Path("M40 36q10-10 20-2t20-2v6h-40z", "aid-cloth"),
        ["cloth.elastane"] = s => s.Path("M8 38q6-16 12 0t12 0t12 0t12 0t12 0t12 0t12 0t12 0t8 0", "g-thread t-lower-looper").Line(8, 38, 112, 38, "g-dash"),
        ["cloth.sheds"] = s => s.Path("M12 14h70v48h-70z", "aid-cloth").Path("M82 18l14-2M82 30l20 4M82 42l12-2M82 54l18 2M104 22l6 2M106 46l6-2", "g-line"),
        ["cloth.runs"] = s => s.Rect(12, 12, 96, 52, "aid-cloth", 1).Path("M52 12v52M68 12v52M52 20h16M52 30h16M52 40h16M52 50h16", "g-line"),
        ["cloth.negative-ease"] = s => s.Path("M40 10q-10 28 0 56M80 10q10 28 0 56", "g-line").Path("M48 22h24v32h-24z", "aid-cloth").Path("M44 38h-8M76 38h8", "g-line"),
        ["cloth.girth"] = s => s.Path("M46 8v60M74 8v60", "g-line").Path("M46 36q14 10 28 0M46 36q14-8 28 0", "aid-seam"),

        ["thread.break-extension"] = s => s.Path("M10 22h60", "g-thread t-needle-right").Path("M10 14v16M70 14v16", "aid-mark").Path("M10 54h44l4-4M110 54h-44l-4 4", "g-thread t-needle-right").Path("M10 46v16M110 46v16", "aid-mark"),
        ["thread.linear-density"] = s => s.Path("M10 22h100", "g-thread t-needle-right").Path("M10 50h100", "g-thick t-needle-right"),
    };

    /// <summary>The picture of a word; null where words say it better.</summary>
    public static IHtmlContent? Of(string id, string word)
    {
        var draw = Pictures.GetValueOrDefault(id)
            ?? (id.StartsWith("thread.", StringComparison.Ordinal) ? s => Thread(s, ThreadCatalogue.Find(id["thread.".Length..])!) : null);
        if (draw is null)
        {
            return null;
        }

        var svg = new Svg(120, 76, word, "drawing glossary-drawing");
        draw(svg);
        return svg.Done();
    }

    private static Svg Dial(Svg svg, double x, double y, double degrees)
    {
        var angle = (degrees - 90) * Math.PI / 180;
        svg.Circle(x, y, 26, "clamp-block").Path(FormattableString.Invariant($"M{Svg.N(x)} {Svg.N(y)}L{Svg.N(x + 22 * Math.Cos(angle))} {Svg.N(y + 22 * Math.Sin(angle))}"), "g-line");
        for (var tick = -120; tick <= 120; tick += 40)
        {
            var t = (tick - 90) * Math.PI / 180;
            svg.Line(x + 26 * Math.Cos(t), y + 26 * Math.Sin(t), x + 31 * Math.Cos(t), y + 31 * Math.Sin(t), "d-axis");
        }

        return svg;
    }

    private static void Disc(Svg svg, double apart, string arrows) => svg
        .Path(FormattableString.Invariant($"M{Svg.N(56 - apart / 2)} 12q-14 26 0 52zM{Svg.N(64 + apart / 2)} 12q14 26 0 52z"), "clamp-block")
        .Path("M60 4v68", "g-thread t-needle-left").Path(arrows, "g-line");

    private static Svg Clamp(Svg svg, bool guides)
    {
        svg.Rect(34, 4, 52, 20, "clamp-block", 4).Path("M48 24h4l-1 28-1 8-1-8zM68 24h4l-1 36-1 8-1-8z", "needle-steel");
        return guides ? svg.Line(36, 60, 84, 60, "d-guide").Line(36, 68, 84, 68, "d-guide") : svg;
    }

    private static Svg Point(Svg svg, double x, double round) => svg.Path(
        round > 0
            ? FormattableString.Invariant($"M{Svg.N(x - 8)} 10h16v34l{Svg.N(-(8 - round * 0.6))} {Svg.N(22 - round)}q{Svg.N(-round * 0.6)} {Svg.N(round)} {Svg.N(-round * 1.2)} 0l{Svg.N(-(8 - round * 0.6))} {Svg.N(-(22 - round))}z")
            : FormattableString.Invariant($"M{Svg.N(x - 8)} 10h16v34l-8 24-8-24z"),
        "needle-steel").Circle(x, 36, 2.5, "needle-eye");

    private static Svg Cloth(Svg svg) => svg.Rect(16, 10, 88, 58, "aid-cloth", 2).Line(20, 10, 20, 68, "aid-selvedge").Line(100, 10, 100, 68, "aid-selvedge");

    private static void Thread(Svg svg, ThreadKind kind)
    {
        var css = kind.Textured ? "g-fluff" : kind.Tex > 100 ? "g-thick" : "g-thread";
        var path = kind.Textured || kind.BreakExtension > 0.5 ? "M8 40q7-14 14 0t14 0t14 0t14 0t14 0t14 0t14 0" : "M8 40q26-10 52 0t52 0";
        svg.Path(path, $"{css} t-upper-looper");
        if (kind.Textured)
        {
            svg.Path(path, "g-core");
        }
    }
}
