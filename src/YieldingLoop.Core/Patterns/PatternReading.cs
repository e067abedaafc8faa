using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Patterns;

/// <summary>Walks an SVG file and gathers its strokes in millimetres.</summary>
internal sealed class PatternReading
{
    private const double MillimetresPerPixel = SvgLength.MillimetresPerInch / SvgLength.PixelsPerInch;

    /// <summary>Deepest that uses lie in uses.</summary>
    private const int DeepestUse = 20;

    /// <summary>Deepest that rooms lie in rooms.</summary>
    private const int DeepestRoom = 8;

    private const int LongestName = 40;

    /// <summary>Sizes of the room where neither width, height nor view box are given (CSS 2, replaced elements).</summary>
    private const double UsualWidth = 300, UsualHeight = 150;

    private static readonly HashSet<string> NotDrawn = ["defs", "symbol", "marker", "pattern", "clipPath", "mask", "linearGradient", "radialGradient", "filter", "metadata", "title", "desc", "style", "script", "view", "cursor", "font", "solidcolor", "animate", "animateTransform", "animateMotion", "set"];

    private static readonly string[] MovingStyles = ["transform", "display", "visibility", "clip-path", "mask"];

    private readonly SvgElement root;
    private readonly Dictionary<string, SvgElement> named = new(StringComparer.Ordinal);
    private readonly Dictionary<SvgElement, int> layerOf = new(ReferenceEqualityComparer.Instance);
    private readonly List<PatternLayer> layers = [];
    private readonly List<PatternStroke> strokes = [];
    private readonly PatternGaps gaps = new();
    private int shapes, curves;
    private bool saysSize, tooMany;

    public PatternReading(SvgElement root)
    {
        this.root = root;
        Name(root);
        FindLayers();
    }

    /// <summary>Where on the way down a shape stands.</summary>
    private readonly record struct Place(Affine Map, double Width, double Height, int Layer, bool Clipped, bool Hidden, bool Moved, int Uses, int Rooms);

    public (PatternDrawing? Drawing, Finding? Fault) Done()
    {
        if (root.Name != "svg")
        {
            return (null, new(PatternDrawing.Empty));
        }

        Viewport(root, new Place(Affine.Scale(MillimetresPerPixel, MillimetresPerPixel), 0, 0, 0, false, false, false, 0, 0), outermost: true);
        if (tooMany || strokes.Where(s => s.Outline.Length >= PatternCutter.LeastPieceMm).Sum(s => s.Outline.Curves.Sum(c => c.Steps + 1L)) > PatternDrawing.MostPoints)
        {
            return (null, new Finding(PatternDrawing.TooMany).With("shapes", PatternDrawing.MostShapes).With("lines", PatternDrawing.MostCurves));
        }

        if (strokes.Count == 0)
        {
            return (null, new(PatternDrawing.Empty));
        }

        var used = strokes.Select(s => s.Layer).Distinct().OrderBy(l => l == 0).ThenBy(l => l).ToList();
        return (new([.. used.Select(l => layers[l])], [.. strokes.Select(s => s with { Layer = used.IndexOf(s.Layer) })], saysSize, gaps.Findings()), null);
    }

    private static string NameOf(SvgElement element)
    {
        var name = element.Children.FirstOrDefault(c => c.Name == "title")?.Text ?? element.Attribute("label") ?? element.Attribute("data-name") ?? element.Attribute("id") ?? "";
        return new([.. name.Trim().Where(c => !char.IsControl(c)).Take(LongestName)]);
    }

    private void Name(SvgElement element)
    {
        if (element.Attribute("id") is { } id)
        {
            named.TryAdd(id, element);
        }

        if (element.Name == "style" && MovingStyles.Any(s => element.Text.Contains(s, StringComparison.OrdinalIgnoreCase)))
        {
            gaps.Add(PatternGaps.Style);
        }

        foreach (var child in element.Children)
        {
            Name(child);
        }
    }

    /// <summary>Layers are the outermost groups; one group round all of them is no layer.</summary>
    private void FindLayers()
    {
        var around = root;
        List<SvgElement> groups;
        while (true)
        {
            var drawn = around.Children.Where(c => !NotDrawn.Contains(c.Name)).ToList();
            groups = [.. drawn.Where(c => c.Name is "g" or "a" or "svg")];
            if (drawn.Count != 1 || groups.Count != 1 || groups[0].Children.Count(c => c.Name is "g" or "a" or "svg") < 2)
            {
                break;
            }

            around = groups[0];
        }

        layers.Add(new("", false));
        foreach (var group in groups)
        {
            layerOf.TryAdd(group, layers.Count);
            layers.Add(new(NameOf(group), group.Property("display") == "none"));
        }
    }

    private void Walk(SvgElement element, Place place)
    {
        if (tooMany || NotDrawn.Contains(element.Name))
        {
            return;
        }

        if (++shapes > PatternDrawing.MostShapes)
        {
            tooMany = true;
            return;
        }

        var isLayer = layerOf.TryGetValue(element, out var layer);
        var map = SvgTransform.Read(element.Attribute("transform"));
        place = place with
        {
            Layer = isLayer ? layer : place.Layer,
            Map = place.Map.After(map ?? Affine.Identity),
            // What a style moves, or a map that cannot be read, leaves it open where and how large a shape is.
            Moved = place.Moved || map is null || element.Property("transform") != element.Attribute("transform")?.Trim() || (element.Property("transform-origin") is not null && element.Attribute("transform") is not null),
            Clipped = place.Clipped || element.Property("clip-path") is not (null or "none") || element.Property("mask") is not (null or "none"),
            Hidden = (place.Hidden && element.Property("visibility") != "visible") || (element.Property("display") == "none" && !isLayer) || element.Property("visibility") is "hidden" or "collapse",
        };
        switch (element.Name)
        {
            case "g" or "a":
                foreach (var child in element.Children)
                {
                    Walk(child, place);
                }

                break;
            case "switch":
                if (element.Children.FirstOrDefault(c => !NotDrawn.Contains(c.Name) && c.Name != "foreignObject") is { } first)
                {
                    Walk(first, place);
                }

                break;
            case "svg":
                var (x, y) = (Length(element, "x", place.Width), Length(element, "y", place.Height));
                Viewport(element, place with { Map = place.Map.After(Affine.Move(x ?? 0, y ?? 0)), Moved = place.Moved || x is null || y is null }, outermost: false);
                break;
            case "use":
                Use(element, place);
                break;
            case "text":
                gaps.Add(PatternGaps.Text);
                break;
            case "image":
                gaps.Add(PatternGaps.Image);
                break;
            case "foreignObject":
                gaps.Add(PatternGaps.Foreign);
                break;
            default:
                Shape(element, place);
                break;
        }
    }

    private void Use(SvgElement element, Place place)
    {
        var (x, y) = (Length(element, "x", place.Width), Length(element, "y", place.Height));
        var target = element.Attribute("href") is { Length: > 1 } href && href[0] == '#' ? named.GetValueOrDefault(href[1..]) : null;
        if (target is null || place.Uses == DeepestUse || x is null || y is null)
        {
            gaps.Add(PatternGaps.Missing);
            return;
        }

        place = place with { Map = place.Map.After(Affine.Move(x.Value, y.Value)), Uses = place.Uses + 1 };
        if (target.Name is not ("symbol" or "svg"))
        {
            Walk(target, place);
            return;
        }

        // A size given where it is used outranks the symbol's own.
        var attributes = target.Attributes.ToDictionary(a => a.Key, a => a.Value);
        foreach (var size in new[] { "width", "height" })
        {
            if (element.Attribute(size) is { } given)
            {
                attributes[size] = given;
            }
        }

        Viewport(target with { Attributes = attributes }, place, outermost: false);
    }

    /// <summary>Lays what is in an element into its room.</summary>
    private void Viewport(SvgElement element, Place place, bool outermost)
    {
        if (place.Rooms > DeepestRoom)
        {
            gaps.Add(PatternGaps.Missing);
            return;
        }

        var box = SvgViewBox.Read(element.Attribute("viewBox"));
        var (usualWidth, usualHeight) = outermost ? (box?.Width ?? UsualWidth, box?.Height ?? UsualHeight) : (place.Width, place.Height);
        double Side(string name, double whole, out bool given)
        {
            var read = element.Attribute(name) is { } text && text.Trim() != "auto" ? SvgLength.Read(text, whole) : null;
            given = read is { Unit: not "%" };
            saysSize |= outermost && read?.Physical == true;
            return read?.Pixels ?? whole;
        }

        var width = Side("width", usualWidth, out var wide);
        var height = Side("height", usualHeight, out var high);
        if (outermost && box is { } own && wide != high)
        {
            // One side follows from the other by the box's own proportion.
            (width, height) = wide ? (width, width * own.Height / own.Width) : (height * own.Width / own.Height, height);
        }

        if (!(width > 0 && height > 0))
        {
            return;
        }

        var map = box is { } told ? SvgViewBox.Fit(told, width, height, element.Attribute("preserveAspectRatio")) : Affine.Identity;
        // Whatever hangs over the edge of an inner room is cut off there.
        var inner = place with { Map = place.Map.After(map), Width = box?.Width ?? width, Height = box?.Height ?? height, Rooms = place.Rooms + 1 };
        var before = strokes.Count;
        foreach (var child in element.Children)
        {
            Walk(child, inner);
        }

        if (!outermost && element.Property("overflow") is not ("visible" or "auto"))
        {
            Cut(before, place.Map, width, height);
        }
    }

    /// <summary>Takes out what reaches over the edge of an inner room.</summary>
    private void Cut(int first, Affine map, double width, double height)
    {
        PlanePoint[] corners = [new PlanePoint(0, 0).By(map), new PlanePoint(width, 0).By(map), new PlanePoint(width, height).By(map), new PlanePoint(0, height).By(map)];
        var way = Math.Sign(PlanePoint.Cross(corners[1] - corners[0], corners[3] - corners[0]));
        bool Inside(PlanePoint point) => Enumerable.Range(0, 4).All(i => way * PlanePoint.Cross(corners[(i + 1) % 4] - corners[i], point - corners[i]) >= -1e-3 * (corners[(i + 1) % 4] - corners[i]).Length);
        for (var i = strokes.Count - 1; i >= first; i--)
        {
            if (!strokes[i].Outline.Curves.All(c => Enumerable.Range(0, c.Steps + 1).All(k => Inside(c.At((double)k / c.Steps)))))
            {
                strokes.RemoveAt(i);
                gaps.Add(PatternGaps.Clipped);
            }
        }
    }

    private void Shape(SvgElement element, Place place)
    {
        if (!SvgShapes.Names.Contains(element.Name))
        {
            gaps.Add(PatternGaps.Unknown);
            return;
        }

        if ((place.Hidden ? PatternGaps.Hidden : place.Moved ? PatternGaps.Moved : place.Clipped ? PatternGaps.Clipped : null) is { } why)
        {
            gaps.Add(why);
            return;
        }

        var outlines = SvgShapes.Read(element, place.Width, place.Height, out var fault);
        if (fault is not null)
        {
            gaps.Add(fault);
        }

        var name = NameOf(element);
        var map = place.Map;
        foreach (var outline in outlines)
        {
            curves += outline.Curves.Count;
            if (curves > PatternDrawing.MostCurves)
            {
                tooMany = true;
                return;
            }

            if (!outline.Curves.All(c => Within(c.By(map))))
            {
                gaps.Add(PatternGaps.Damaged);
                continue;
            }

            var drawn = outline.By(map);
            if (drawn.Curves.Count > 0)
            {
                strokes.Add(new(place.Layer, name, drawn));
            }
        }
    }

    private static bool Within(Curve curve) => curve switch
    {
        LineCurve line => Within(line.From) && Within(line.To),
        CubicCurve cubic => Within(cubic.P0) && Within(cubic.P1) && Within(cubic.P2) && Within(cubic.P3),
        ArcCurve arc => Within(arc.Centre) && Within(arc.U) && Within(arc.V) && double.IsFinite(arc.From + arc.Sweep),
        _ => false,
    };

    /// <summary>Also false for what is no number.</summary>
    private static bool Within(PlanePoint point) => Math.Abs(point.X) <= PatternDrawing.MostReachMm && Math.Abs(point.Y) <= PatternDrawing.MostReachMm;

    private static double? Length(SvgElement element, string name, double whole) => element.Attribute(name) is { } text ? SvgLength.Read(text, whole)?.Pixels : 0;
}
