using Microsoft.AspNetCore.Mvc.Rendering;
using Microsoft.AspNetCore.Mvc.ViewFeatures;
using Microsoft.AspNetCore.Razor.TagHelpers;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Units;

namespace YieldingLoop.Web.Forms;

/// <summary>
/// A labelled text field for a figure with its unit: <c>&lt;number-field asp-for="Input.GaugeMm" label="Gauge" unit="mm" /&gt;</c>.
/// A fault stands right below it and is tied to it for screen readers.
/// </summary>
[HtmlTargetElement("number-field", TagStructure = TagStructure.WithoutEndTag)]
public sealed class NumberFieldTagHelper(IHtmlGenerator generator, Wording wording) : FieldTagHelper(generator, wording)
{
    public string? Unit { get; set; }

    protected override string InputMode => "decimal";

    protected override string? Suffix => Unit;
}

/// <summary>A labelled text field for a length measured with a tape, in the unit of its form.</summary>
[HtmlTargetElement("length-field", TagStructure = TagStructure.WithoutEndTag)]
public sealed class LengthFieldTagHelper(IHtmlGenerator generator, Wording wording) : FieldTagHelper(generator, wording)
{
    public LengthUnit Unit { get; set; }

    // Fractions need a sign that a keypad for decimals does not have.
    protected override string InputMode => Unit == LengthUnit.Inch ? "text" : "decimal";

    protected override string? Suffix => Unit == LengthUnit.Inch ? "in" : "mm";
}

/// <summary>A labelled text field.</summary>
[HtmlTargetElement("text-field", TagStructure = TagStructure.WithoutEndTag)]
public sealed class TextFieldTagHelper(IHtmlGenerator generator, Wording wording) : FieldTagHelper(generator, wording)
{
    protected override string InputMode => "text";

    protected override string? Suffix => null;
}

/// <summary>What labelled fields have in common. Labels and help are the product's own words and are said its way.</summary>
public abstract class FieldTagHelper(IHtmlGenerator generator, Wording wording) : TagHelper
{
    [HtmlAttributeName("asp-for")]
    public required ModelExpression For { get; set; }

    public required string Label { get; set; }

    /// <summary>One line of help.</summary>
    public string? Help { get; set; }

    /// <summary>The list of what is offered to choose from; null where nothing is.</summary>
    public string? Offers { get; set; }

    /// <summary>Hides the label from the eye where a table's heads already say it.</summary>
    public bool LabelHidden { get; set; }

    [ViewContext]
    [HtmlAttributeNotBound]
    public required ViewContext ViewContext { get; set; }

    protected abstract string InputMode { get; }

    protected abstract string? Suffix { get; }

    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        var name = ViewContext.ViewData.TemplateInfo.GetFullHtmlFieldName(For.Name);
        var id = TagBuilder.CreateSanitizedId(name, "_");
        var faulty = ViewContext.ModelState.TryGetValue(name, out var entry) && entry.Errors.Count > 0;
        var describedBy = string.Join(' ', new[] { Help is null ? null : id + "-help", faulty ? id + "-fault" : null }.OfType<string>());

        var attributes = new Dictionary<string, object> { ["class"] = faulty ? "form-control is-invalid" : "form-control", ["autocomplete"] = "off", ["inputmode"] = InputMode };
        if (describedBy.Length > 0)
        {
            attributes["aria-describedby"] = describedBy;
        }

        if (Offers is not null)
        {
            attributes["list"] = Offers;
        }

        if (faulty)
        {
            attributes["aria-invalid"] = "true";
        }

        var input = generator.GenerateTextBox(ViewContext, For.ModelExplorer, For.Name, For.Model, null, attributes);
        var label = new TagBuilder("label");
        label.Attributes["for"] = id;
        label.AddCssClass(LabelHidden ? "visually-hidden" : "form-label");
        label.InnerHtml.Append(wording.Say(Label));

        output.TagName = "div";
        output.TagMode = TagMode.StartTagAndEndTag;
        output.Attributes.SetAttribute("class", "field");
        output.Content.AppendHtml(label);
        output.Content.AppendHtml(Suffix is null ? input : WithUnit(input, Suffix));
        if (Help is not null)
        {
            output.Content.AppendHtml(Line(id + "-help", "form-text", wording.Say(Help)));
        }

        if (faulty)
        {
            output.Content.AppendHtml(Line(id + "-fault", "fault", entry!.Errors[0].ErrorMessage));
        }
    }

    private static TagBuilder WithUnit(TagBuilder input, string unit)
    {
        var group = new TagBuilder("div");
        group.AddCssClass("with-unit");
        group.InnerHtml.AppendHtml(input);
        var span = new TagBuilder("span");
        span.AddCssClass("unit");
        span.InnerHtml.Append(unit);
        group.InnerHtml.AppendHtml(span);
        return group;
    }

    private static TagBuilder Line(string id, string css, string text)
    {
        var line = new TagBuilder("div");
        line.Attributes["id"] = id;
        line.AddCssClass(css);
        line.InnerHtml.Append(text);
        return line;
    }
}
