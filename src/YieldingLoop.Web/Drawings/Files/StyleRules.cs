using System.Text.RegularExpressions;
using AngleSharp.Css.Dom;
using AngleSharp.Css.Parser;
using AngleSharp.Dom;

namespace YieldingLoop.Web.Drawings.Files;

/// <summary>One declaration that a stylesheet makes of an element.</summary>
/// <param name="Name">Property, or custom property with its dashes.</param>
/// <param name="Value">As it is written.</param>
public readonly record struct StyleDeclaration(string Name, string Value);

/// <summary>
/// The rules of the shipped stylesheets that a drawing can fall under, so that a drawing that leaves its page can carry what they
/// say. What depends on a screen's size, on print or on where the pointer is does not leave the page.
/// </summary>
public sealed partial class StyleRules
{
    private readonly record struct Rule(ISelector Selector, int Order, IReadOnlyList<StyleDeclaration> Declarations);

    private readonly ILookup<string, Rule> byLast;

    /// <param name="stylesheets">The stylesheets, in the order they are linked.</param>
    public StyleRules(params IReadOnlyList<string> stylesheets)
    {
        var parser = new CssSelectorParser();
        var rules = new List<(string Last, Rule Rule)>();
        foreach (var sheet in stylesheets)
        {
            foreach (var (selectors, body) in Blocks(Comment().Replace(sheet, "")))
            {
                IReadOnlyList<StyleDeclaration> declarations = [.. body.Split(';').Select(d => d.Split(':', 2)).Where(d => d.Length == 2).Select(d => new StyleDeclaration(d[0].Trim(), d[1].Trim()))];
                foreach (var text in Listed(selectors).Where(s => !Passing().IsMatch(s)))
                {
                    if (parser.ParseSelector(text) is { } selector)
                    {
                        rules.Add((LastName(text), new(selector, rules.Count, declarations)));
                    }
                }
            }
        }

        byLast = rules.ToLookup(r => r.Last, r => r.Rule);
    }

    /// <summary>What the rules say of an element, the strongest last.</summary>
    public IEnumerable<StyleDeclaration> Of(IElement element) =>
        element.ClassList.Append(element.LocalName).Append("*").SelectMany(name => byLast[name]).Where(r => r.Selector.Match(element, null))
            .OrderBy(r => r.Selector.Specificity).ThenBy(r => r.Order).SelectMany(r => r.Declarations);

    /// <summary>Blocks of a stylesheet outside every at-rule, each with its selectors.</summary>
    private static IEnumerable<(string Selectors, string Body)> Blocks(string css)
    {
        for (int at = 0, open; (open = css.IndexOf('{', at)) >= 0;)
        {
            var (head, depth, end) = (css[at..open].Trim(), 1, open + 1);
            for (; end < css.Length && depth > 0; end++)
            {
                depth += css[end] switch { '{' => 1, '}' => -1, _ => 0 };
            }

            if (!head.StartsWith('@'))
            {
                yield return (head, css[(open + 1)..(end - 1)]);
            }

            at = end;
        }
    }

    /// <summary>The selectors of a list, split where no bracket is open.</summary>
    private static IEnumerable<string> Listed(string selectors)
    {
        int depth = 0, from = 0;
        for (var i = 0; i < selectors.Length; i++)
        {
            depth += selectors[i] switch { '(' => 1, ')' => -1, _ => 0 };
            if (selectors[i] == ',' && depth == 0)
            {
                yield return selectors[from..i].Trim();
                from = i + 1;
            }
        }

        yield return selectors[from..].Trim();
    }

    /// <summary>A name that every element a selector means carries: a class of its last part, else its tag, else "*".</summary>
    private static string LastName(string selector)
    {
        var last = Bracketed().Replace(selector, "").Split([' ', '>', '+', '~'], StringSplitOptions.RemoveEmptyEntries).LastOrDefault("*");
        return ClassName().Match(last) is { Success: true } named ? named.Groups[1].Value : TagName().Match(last) is { Success: true } tag ? tag.Value : "*";
    }

    [GeneratedRegex(@"/\*.*?\*/", RegexOptions.Singleline)]
    private static partial Regex Comment();

    /// <summary>What holds only while something lasts, or is drawn beside an element.</summary>
    [GeneratedRegex(@"::|:(hover|focus|active|target|disabled|checked|has|before|after)")]
    private static partial Regex Passing();

    [GeneratedRegex(@":[a-z-]+\([^()]*(\([^()]*\)[^()]*)*\)|\[[^\]]*\]")]
    private static partial Regex Bracketed();

    [GeneratedRegex(@"\.([a-zA-Z][\w-]*)")]
    private static partial Regex ClassName();

    [GeneratedRegex(@"^[a-zA-Z]+")]
    private static partial Regex TagName();
}
