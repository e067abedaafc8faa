namespace YieldingLoop.Core.Patterns;

/// <summary>Makes outlines of SVG's shapes (SVG 2, chapter Basic shapes).</summary>
internal static class SvgShapes
{
    /// <summary>Names of the shapes.</summary>
    public static readonly IReadOnlySet<string> Names = new HashSet<string> { "path", "line", "polyline", "polygon", "rect", "circle", "ellipse" };

    /// <summary>A shape's strokes in its own units.</summary>
    /// <param name="element">The shape.</param>
    /// <param name="width">What 100 % across is.</param>
    /// <param name="height">What 100 % down is.</param>
    /// <param name="fault">Why it is not measured whole; null where it is.</param>
    public static IReadOnlyList<Outline> Read(SvgElement element, double width, double height, out string? fault)
    {
        fault = null;
        if (element.Name == "path")
        {
            var strokes = SvgPath.Read(element.Attribute("d") ?? "", PatternDrawing.MostCurves, out var whole);
            fault = whole ? null : PatternGaps.Damaged;
            return strokes;
        }

        if (element.Name is "polyline" or "polygon")
        {
            return Points(element.Attribute("points") ?? "", element.Name == "polygon", out fault);
        }

        var unknown = false;
        double Length(string name, double whole)
        {
            if (element.Attribute(name) is not { } text || text.Trim() == "auto")
            {
                return 0;
            }

            var length = SvgLength.Read(text, whole);
            unknown |= length is null;
            return length?.Pixels ?? 0;
        }

        var diagonal = Math.Sqrt(((width * width) + (height * height)) / 2);
        var made = element.Name switch
        {
            "line" => new Outline([new LineCurve(new(Length("x1", width), Length("y1", height)), new(Length("x2", width), Length("y2", height)))], false),
            "circle" => Ellipse(Length("cx", width), Length("cy", height), Length("r", diagonal), Length("r", diagonal)),
            "ellipse" => Ellipse(Length("cx", width), Length("cy", height), Radius(element, "rx", "ry", Length("rx", width), Length("ry", height)), Radius(element, "ry", "rx", Length("ry", height), Length("rx", width))),
            _ => Rectangle(
                Length("x", width), Length("y", height), Length("width", width), Length("height", height),
                Radius(element, "rx", "ry", Length("rx", width), Length("ry", height)), Radius(element, "ry", "rx", Length("ry", height), Length("rx", width))),
        };
        fault = unknown ? PatternGaps.Unit : null;
        return unknown || made is null ? [] : [made];
    }

    /// <summary>A radius that is not given is as large as the other.</summary>
    private static double Radius(SvgElement element, string name, string otherName, double own, double other) =>
        element.Attribute(name) is null or "auto" && element.Attribute(otherName) is not null ? other : own;

    private static Outline? Ellipse(double x, double y, double rx, double ry) =>
        rx > 0 && ry > 0 ? new([new ArcCurve(new(x, y), new(rx, 0), new(0, ry), 0, Math.Tau)], true) : null;

    private static Outline? Rectangle(double x, double y, double width, double height, double rx, double ry)
    {
        if (!(width > 0 && height > 0))
        {
            return null;
        }

        (rx, ry) = (Math.Clamp(rx, 0, width / 2), Math.Clamp(ry, 0, height / 2));
        var (right, bottom) = (x + width, y + height);
        if (rx == 0 || ry == 0)
        {
            PlanePoint[] corners = [new(x, y), new(right, y), new(right, bottom), new(x, bottom), new(x, y)];
            return new([.. corners.Zip(corners.Skip(1), (a, b) => new LineCurve(a, b))], true);
        }

        Curve Corner(double cx, double cy, double quarter) => new ArcCurve(new(cx, cy), new(rx, 0), new(0, ry), quarter * Math.PI / 2, Math.PI / 2);
        return new(
            [
                new LineCurve(new(x + rx, y), new(right - rx, y)), Corner(right - rx, y + ry, -1),
                new LineCurve(new(right, y + ry), new(right, bottom - ry)), Corner(right - rx, bottom - ry, 0),
                new LineCurve(new(right - rx, bottom), new(x + rx, bottom)), Corner(x + rx, bottom - ry, 1),
                new LineCurve(new(x, bottom - ry), new(x, y + ry)), Corner(x + rx, y + ry, 2),
            ],
            true);
    }

    private static IReadOnlyList<Outline> Points(string text, bool polygon, out string? fault)
    {
        var scan = new SvgScanner(text);
        var points = new List<PlanePoint>();
        while (points.Count <= PatternDrawing.MostCurves + 1 && scan.Number(out var x) && scan.Number(out var y))
        {
            points.Add(new(x, y));
        }

        fault = scan.AtEnd ? null : PatternGaps.Damaged;
        var closed = polygon || (points.Count > 3 && points[0] == points[^1]);
        if (polygon && points.Count > 2 && points[0] != points[^1])
        {
            points.Add(points[0]);
        }

        return points.Count < 2 ? [] : [new([.. points.Zip(points.Skip(1), (a, b) => new LineCurve(a, b))], closed)];
    }
}
