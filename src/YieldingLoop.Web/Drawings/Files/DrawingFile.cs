using System.Globalization;
using System.Text.RegularExpressions;
using System.Xml.Linq;
using AngleSharp.Dom;

namespace YieldingLoop.Web.Drawings.Files;

/// <summary>
/// A drawing as a file of its own: every colour and width stands on its element, nothing of it needs a stylesheet or anything else
/// from outside, and it says in words what it shows.
/// </summary>
public static partial class DrawingFile
{
    private static readonly XNamespace Svg = "http://www.w3.org/2000/svg", XLink = "http://www.w3.org/1999/xlink";

    /// <summary>What of a style an SVG file can carry as attributes.</summary>
    private static readonly HashSet<string> Presentation =
    [
        "fill", "fill-opacity", "stroke", "stroke-width", "stroke-opacity", "stroke-dasharray", "stroke-linecap", "stroke-linejoin", "opacity", "visibility", "display",
        "font-family", "font-size", "font-weight", "text-anchor", "paint-order",
    ];

    /// <summary>Attributes that place or shape something.</summary>
    private static readonly HashSet<string> Shape =
    [
        "id", "d", "clip-path", "x", "y", "x1", "y1", "x2", "y2", "cx", "cy", "r", "rx", "ry", "width", "height", "points", "transform", "viewBox", "patternUnits", "patternTransform", "preserveAspectRatio",
    ];

    /// <summary>Parts that are there to be taken hold of, or that nothing shows yet.</summary>
    private const string Left = ".pull-arrows, [data-match-handle], [hidden], title, desc";

    /// <summary>The drawings of a page that say what they show.</summary>
    public static IReadOnlyList<IElement> In(IDocument page) => [.. page.QuerySelectorAll("svg.drawing[aria-label]")];

    /// <summary>A drawing as a file.</summary>
    /// <param name="drawing">The drawing, in its page.</param>
    /// <param name="of">What the page is called.</param>
    /// <param name="rules">The stylesheets it is drawn with.</param>
    /// <param name="ground">Whether it has a ground of its own; else that of wherever it is shown.</param>
    public static XDocument Of(IElement drawing, string of, StyleRules rules, bool ground = true)
    {
        var around = Around(drawing, rules);
        var root = Written(drawing, around, rules)!;
        Bring(root, drawing, rules);
        var box = (drawing.GetAttribute("viewBox") ?? "0 0 100 100").Split(' ').Select(v => double.Parse(v, CultureInfo.InvariantCulture)).ToArray();
        root.SetAttributeValue("width", box[2]);
        root.SetAttributeValue("height", box[3]);
        root.SetAttributeValue("role", "img");
        root.SetAttributeValue(XNamespace.Xmlns + "xlink", XLink.NamespaceName);
        var said = drawing.GetAttribute("aria-label")!;
        root.AddFirst(
            new XElement(Svg + "title", $"{of}: {said}"), new XElement(Svg + "desc", $"{said} Drawn by Yielding Loop, lengths and colours as on its page “{of}”."),
            !ground ? null : new XElement(Svg + "rect", new XAttribute("x", box[0]), new XAttribute("y", box[1]), new XAttribute("width", box[2]), new XAttribute("height", box[3]), new XAttribute("fill", around.GetValueOrDefault("--paper", "#ffffff"))));
        return new XDocument(new XDeclaration("1.0", "utf-8", null), root);
    }

    /// <summary>What a drawing shows again out of another one of its page comes along.</summary>
    private static void Bring(XElement root, IElement drawing, StyleRules rules)
    {
        var here = root.Descendants().Attributes("id").Select(a => a.Value).ToHashSet(StringComparer.Ordinal);
        var wanted = new Queue<string>(Shown(root));
        while (wanted.TryDequeue(out var id))
        {
            if (!here.Add(id) || drawing.Owner!.GetElementById(id) is not { } other)
            {
                continue;
            }

            if (Written(other, Around(other, rules), rules) is { } part)
            {
                root.AddFirst(new XElement(Svg + "defs", part));
                here.UnionWith(part.Descendants().Attributes("id").Select(a => a.Value));
                Shown(part).ToList().ForEach(wanted.Enqueue);
            }
        }
    }

    /// <summary>What is shown by reference, or filled with.</summary>
    private static IEnumerable<string> Shown(XElement part) =>
        part.DescendantsAndSelf().Attributes().Select(a => a.Name.LocalName == "href" ? a.Value[1..] : a.Value.StartsWith("url(#", StringComparison.Ordinal) ? a.Value[5..^1] : "").Where(id => id.Length > 0);

    /// <summary>What stands around a part decides how it looks: colours a page gives, and whether it is a picture of its own.</summary>
    private static Dictionary<string, string> Around(IElement part, StyleRules rules)
    {
        var around = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (var outer in part.Ancestors().OfType<IElement>().Reverse())
        {
            Take(rules.Of(outer), around, null);
        }

        return around;
    }

    private static XElement? Written(IElement element, Dictionary<string, string> inherited, StyleRules rules)
    {
        if (element.Matches(Left))
        {
            return null;
        }

        var custom = new Dictionary<string, string>(inherited, StringComparer.Ordinal);
        var styles = new Dictionary<string, string>(StringComparer.Ordinal);
        Take(rules.Of(element), custom, styles);
        if (styles.GetValueOrDefault("display") == "none" || styles.GetValueOrDefault("visibility") == "hidden")
        {
            return null;
        }

        // A way to another page leads nowhere from a file.
        var written = new XElement(Svg + (element.LocalName == "a" ? "g" : element.LocalName));
        foreach (var attribute in element.Attributes)
        {
            if (Shape.Contains(attribute.Name) || Presentation.Contains(attribute.Name))
            {
                written.SetAttributeValue(attribute.Name, attribute.Value);
            }
        }

        if (element.LocalName == "use" && element.GetAttribute("href") is { } shown)
        {
            written.SetAttributeValue(XLink + "href", shown);
        }

        foreach (var (name, value) in styles.Where(s => s.Value != "inherit" && s.Key is not ("display" or "visibility")))
        {
            written.SetAttributeValue(name, Plain(name, value));
        }

        foreach (var child in element.ChildNodes)
        {
            if (child is IElement inner && Written(inner, custom, rules) is { } part)
            {
                written.Add(part);
            }
            else if (child is IText text && element.LocalName is "text" or "tspan")
            {
                written.Add(new XText(text.Data));
            }
        }

        return written;
    }

    private static void Take(IEnumerable<StyleDeclaration> declarations, Dictionary<string, string> custom, Dictionary<string, string>? styles)
    {
        var all = declarations.ToList();
        foreach (var own in all.Where(d => d.Name.StartsWith("--", StringComparison.Ordinal)))
        {
            custom[own.Name] = own.Value;
        }

        foreach (var style in all.Where(d => styles is not null && Presentation.Contains(d.Name)))
        {
            styles![style.Name] = Variable().Replace(style.Value, m => custom.GetValueOrDefault(m.Groups[1].Value, m.Groups[2].Value.Trim()));
        }
    }

    /// <summary>A value without what only a browser knows: a rem is 16 units.</summary>
    private static string Plain(string name, string value) => name switch
    {
        "font-size" when value.EndsWith("rem", StringComparison.Ordinal) => (16 * double.Parse(value[..^3], CultureInfo.InvariantCulture)).ToString(CultureInfo.InvariantCulture),
        "font-size" or "stroke-width" => value.Replace("px", "", StringComparison.Ordinal),
        _ => value,
    };

    [GeneratedRegex(@"var\((--[\w-]+)\s*(?:,([^)]*))?\)")]
    private static partial Regex Variable();
}
