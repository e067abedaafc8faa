using System.Text;
using System.Xml;
using YieldingLoop.Core;
using YieldingLoop.Core.Patterns;

namespace YieldingLoop.Store.Exchange;

/// <summary>
/// Opens SVG files. Nothing in them is followed, fetched or run: what would have to be is refused, so that nobody believes in a
/// pattern of which a part was missing.
/// </summary>
public static class PatternFile
{
    /// <summary>Largest file, bytes.</summary>
    public const int MostBytes = 8 * 1024 * 1024;

    /// <summary>Most elements of a file.</summary>
    public const int MostElements = 60_000;

    /// <summary>Most attributes of a file.</summary>
    public const int MostAttributes = 200_000;

    /// <summary>Longest attribute that is no line, characters.</summary>
    private const int LongestAttribute = 20_000;

    /// <summary>Deepest that elements lie in one another.</summary>
    public const int DeepestElement = 100;

    private const string SvgSpace = "http://www.w3.org/2000/svg", LinkSpace = "http://www.w3.org/1999/xlink";

    /// <summary>How much of the beginning is looked at for declarations.</summary>
    private const int Head = 64 * 1024;

    /// <summary>What a shape's size and place hang on; nothing else is kept.</summary>
    private static readonly HashSet<string> Kept =
    [
        "id", "label", "data-name", "style", "transform", "transform-origin", "clip-path", "mask", "display", "visibility", "overflow",
        "x", "y", "width", "height", "viewBox", "preserveAspectRatio", "d", "points", "x1", "y1", "x2", "y2", "cx", "cy", "r", "rx", "ry",
    ];

    private static readonly XmlReaderSettings Settings = new()
    {
        Async = true, DtdProcessing = DtdProcessing.Ignore, XmlResolver = null, IgnoreComments = true, MaxCharactersInDocument = MostBytes, MaxCharactersFromEntities = 1, CloseInput = false,
    };

    /// <summary>Reads a pattern.</summary>
    /// <param name="path">Where the file lies; its name is not believed.</param>
    /// <returns>The pattern, or what is wrong with the file.</returns>
    public static async Task<Outcome<PatternDrawing>> OpenAsync(string path)
    {
        await using var stream = File.OpenRead(path);
        if (stream.Length > MostBytes)
        {
            return Refused(ExchangeFile.TooLarge(stream.Length, MostBytes));
        }

        var begin = new byte[Head];
        var head = Plain(begin, await stream.ReadAtLeastAsync(begin, Head, throwOnEndOfStream: false));
        if (head.StartsWith("\u001f\u008b", StringComparison.Ordinal))
        {
            return Refused("This file is packed. Save it as plain SVG, not as a compressed one.");
        }

        if (head.Contains("<!ENTITY", StringComparison.OrdinalIgnoreCase))
        {
            return Refused("This file declares entities, which stand for text that would have to be put in. That is not done here. Save it as plain SVG.");
        }

        stream.Position = 0;
        if (await TooManyAttributesAsync(stream))
        {
            return Refused(FormattableString.Invariant($"This file has more than {MostAttributes:#,0} attributes. Save the pieces that are to be measured in a file of their own."));
        }

        stream.Position = 0;
        try
        {
            using var reader = XmlReader.Create(stream, Settings);
            var read = await new Reading(reader).RootAsync();
            if (read.Value is not { } root)
            {
                return Outcome.Failed<PatternDrawing>(read.Problems);
            }

            var (drawing, fault) = PatternDrawing.Read(root);
            return drawing is null ? Refused(PatternWords.Of(fault!)) : Outcome.Of(drawing);
        }
        catch (XmlException fault)
        {
            return Refused(fault.LineNumber > 0
                ? FormattableString.Invariant($"This is no SVG file, or it is damaged: line {fault.LineNumber}, character {fault.LinePosition} makes no sense there. Save it again from the drawing program, as plain SVG.")
                : "This is no SVG file. Save the pattern from the drawing program as plain SVG.");
        }
        catch (Exception fault) when (fault is DecoderFallbackException or ArgumentException or InvalidDataException)
        {
            return Refused("The letters of this file cannot be read. Save it as plain SVG in UTF-8.");
        }
    }

    /// <summary>Counts signs of equality before anybody takes the file apart: that takes long where one element has a million attributes.</summary>
    private static async Task<bool> TooManyAttributesAsync(Stream stream)
    {
        var (bytes, count) = (new byte[Head], 0);
        for (var read = await stream.ReadAsync(bytes); read > 0 && count <= MostAttributes; read = await stream.ReadAsync(bytes))
        {
            count += bytes.AsSpan(0, read).Count((byte)'=');
        }

        return count > MostAttributes;
    }

    private static Outcome<PatternDrawing> Refused(string why) => Outcome.Failed<PatternDrawing>([new("file", why)]);

    /// <summary>The beginning as letters of one byte each; those of two lose their empty half.</summary>
    private static string Plain(byte[] bytes, int count) => Encoding.Latin1.GetString(bytes, 0, count).Replace("\0", "", StringComparison.Ordinal);

    /// <summary>A file on its way to elements.</summary>
    private sealed class Reading(XmlReader reader)
    {
        private const string Runs = "This file holds a script, or commands that would run when it is opened. Patterns need none: save it as plain SVG.";

        private static readonly string TooDeep = FormattableString.Invariant($"The elements of this file lie more than {DeepestElement} deep in one another. Ungroup them.");

        private int elements;

        public async Task<Outcome<SvgElement>> RootAsync()
        {
            var stack = new Stack<(string Name, Dictionary<string, string> Attributes, List<SvgElement> Children, StringBuilder Text)>();
            while (await reader.ReadAsync())
            {
                switch (reader.NodeType)
                {
                    case XmlNodeType.ProcessingInstruction:
                        return Refused(Elsewhere("a style sheet, or an instruction to whoever opens it"));
                    case XmlNodeType.Element when reader.NamespaceURI is not (SvgSpace or "") || (stack.Count == 0 && reader.LocalName != "svg"):
                        if (stack.Count == 0)
                        {
                            return Refused("This is no SVG file: something else stands in it. Save the pattern from the drawing program as plain SVG.");
                        }

                        // What editors note for themselves.
                        if (!await SkipAsync())
                        {
                            return Refused(TooDeep);
                        }

                        break;
                    case XmlNodeType.Element:
                        var (name, empty) = (reader.LocalName, reader.IsEmptyElement);
                        if (++elements > MostElements || stack.Count >= DeepestElement)
                        {
                            return Refused(elements > MostElements
                                ? FormattableString.Invariant($"This file has more than {MostElements:#,0} elements. Save the pieces that are to be measured in a file of their own.")
                                : TooDeep);
                        }

                        var kept = new Dictionary<string, string>();
                        if ((name == "script" ? Runs : Attributes(name, kept)) is { } why)
                        {
                            return Refused(why);
                        }

                        stack.Push((name, kept, [], new()));
                        if (empty && Close(stack) is { } alone)
                        {
                            return Outcome.Of(alone);
                        }

                        break;
                    case XmlNodeType.Text or XmlNodeType.CDATA when stack.Count > 0 && stack.Peek().Name is "title" or "style":
                        stack.Peek().Text.Append(reader.Value);
                        if (stack.Peek().Name == "style" && Foreign(reader.Value))
                        {
                            return Refused(Elsewhere("something its style sheet names"));
                        }

                        break;
                    case XmlNodeType.EndElement:
                        if (Close(stack) is { } root)
                        {
                            return Outcome.Of(root);
                        }

                        break;
                }
            }

            throw new XmlException();
        }

        private static SvgElement? Close(Stack<(string Name, Dictionary<string, string> Attributes, List<SvgElement> Children, StringBuilder Text)> stack)
        {
            var (name, attributes, children, text) = stack.Pop();
            var element = new SvgElement(name, attributes, children) { Text = text.ToString() };
            if (stack.Count == 0)
            {
                return element;
            }

            stack.Peek().Children.Add(element);
            return null;
        }

        private static Outcome<SvgElement> Refused(string why) => Outcome.Failed<SvgElement>([new("file", why)]);

        private static string Elsewhere(string what) => $"This file asks for {what} from elsewhere. Nothing is fetched here: put it into the file, or take it out.";

        /// <summary>Whether a style names something that is not in the file.</summary>
        private static bool Foreign(string style)
        {
            if (style.Contains("@import", StringComparison.OrdinalIgnoreCase) || style.Contains('\\', StringComparison.Ordinal))
            {
                // A backslash can write any letter, so what it says is not guessed at.
                return true;
            }

            for (var at = style.IndexOf("url(", StringComparison.OrdinalIgnoreCase); at >= 0; at = style.IndexOf("url(", at + 4, StringComparison.OrdinalIgnoreCase))
            {
                var names = style.AsSpan(at + 4).TrimStart().TrimStart("\"'").TrimStart();
                if (!names.StartsWith("#") && !names.StartsWith("data:", StringComparison.OrdinalIgnoreCase))
                {
                    return true;
                }
            }

            return false;
        }

        /// <summary>Passes over an element of another name space with everything in it.</summary>
        /// <returns>Whether it is shallow enough.</returns>
        private async Task<bool> SkipAsync()
        {
            var depth = reader.Depth;
            if (reader.IsEmptyElement)
            {
                return true;
            }

            while (await reader.ReadAsync() && reader.Depth > depth)
            {
                if (reader.Depth > DeepestElement)
                {
                    return false;
                }
            }

            return true;
        }

        private string? Attributes(string element, Dictionary<string, string> kept)
        {
            while (reader.MoveToNextAttribute())
            {
                var (name, value) = (reader.LocalName, reader.Value);
                if (reader.NamespaceURI == "" && name.StartsWith("on", StringComparison.OrdinalIgnoreCase))
                {
                    return Runs;
                }

                if (name is "href" && reader.NamespaceURI is "" or LinkSpace)
                {
                    var target = value.Trim();
                    if (target.StartsWith("javascript:", StringComparison.OrdinalIgnoreCase))
                    {
                        return Runs;
                    }

                    // A link is only followed by whoever taps it, and here nobody can.
                    if (element != "a" && !target.StartsWith('#') && !target.StartsWith("data:", StringComparison.OrdinalIgnoreCase))
                    {
                        return Elsewhere(element == "image" ? "a picture" : "a part of the drawing");
                    }

                    kept["href"] = target;
                }
                else if (value.Contains("url(", StringComparison.OrdinalIgnoreCase) && Foreign(value))
                {
                    return Elsewhere("something a shape names");
                }
                else if (name is not ("d" or "points") && value.Length > LongestAttribute)
                {
                    return $"The attribute “{(name.Length > 40 ? name[..40] : name)}” of this file is longer than {LongestAttribute} characters. Save it as plain SVG.";
                }
                else if (Kept.Contains(name) && (reader.NamespaceURI == "" || name == "label"))
                {
                    kept[name] = value;
                }
            }

            reader.MoveToElement();
            return null;
        }
    }
}
