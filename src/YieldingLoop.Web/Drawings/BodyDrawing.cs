using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Garments;

namespace YieldingLoop.Web.Drawings;

/// <summary>Where each measure of a body is taken: one figure, a line for each.</summary>
public static class BodyDrawing
{
    private const string Body =
        "M162 14 C175 14 182 24 182 38 C182 52 175 64 169 66 L169 76 C184 80 206 82 210 94 C218 124 224 164 230 206 C232 218 220 222 216 210 C210 176 204 148 198 128 C196 152 194 166 196 180 "
        + "C202 200 204 214 202 238 C200 270 194 292 192 312 C192 342 188 366 186 384 C194 390 196 396 188 398 L170 398 C170 368 168 338 166 300 L162 236 L158 300 C156 338 154 368 154 398 L136 398 C128 396 130 390 138 384 "
        + "C136 366 132 342 132 312 C130 292 124 270 122 238 C120 214 122 200 128 180 C130 166 128 152 126 128 C120 148 114 176 108 210 C104 222 92 218 94 206 C100 164 106 124 114 94 C118 82 140 80 155 76 L155 66 C149 64 142 52 142 38 C142 24 149 14 162 14 Z";

    /// <summary>Where the tape lies, and where its name stands: to the left, or to the right.</summary>
    private static readonly Dictionary<string, (string Tape, double Y, bool Left)> Tapes = new(StringComparer.Ordinal)
    {
        ["head"] = ("M142 34 Q162 42 182 34", 34, false),
        ["neck"] = ("M154 72 Q162 77 170 72", 70, true),
        ["chest"] = ("M126 126 Q162 138 198 126", 122, true),
        ["waist"] = ("M127 164 Q162 174 197 164", 164, false),
        ["hip"] = ("M121 214 Q162 226 203 214", 232, true),
        ["thigh"] = ("M163 252 Q182 260 200 252", 256, false),
        ["knee"] = ("M167 316 Q179 322 192 316", 318, false),
        ["heel"] = ("M135 382 Q146 372 154 394", 384, true),
        ["upper-arm"] = ("M203 120 Q210 125 216 119", 122, false),
        ["hand"] = ("M215 206 Q223 212 231 204", 206, false),
        ["wrist"] = ("M96 190 Q104 196 111 192", 192, true),
        ["torso"] = ("M142 82 C146 130 154 190 162 236", 98, true),
    };

    /// <summary>Draws the figure.</summary>
    public static IHtmlContent Draw()
    {
        var svg = new Svg(330, 410, "Where each measure is taken: the tape goes round where a line crosses the body; the torso loop from the shoulder through the legs and back.", "drawing body-drawing");
        svg.Path(Body, "body-skin");
        foreach (var measure in BodyMeasures.All)
        {
            var (tape, y, left) = Tapes[measure.Id];
            svg.Path(tape, measure.Id == "torso" ? "body-tape body-through" : "body-tape");
            svg.Text(left ? 84 : 246, y + 5, measure.Name, "d-label", left ? "end" : "start");
        }

        return svg.Done();
    }
}
