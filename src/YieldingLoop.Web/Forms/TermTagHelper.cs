using Microsoft.AspNetCore.Razor.TagHelpers;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Web.Forms;

/// <summary>
/// A word of the craft in running text, said the workroom's way and leading to where the glossary explains it:
/// <c>&lt;term&gt;differential&lt;/term&gt;</c>, or <c>&lt;term of="cloth.weight"&gt;heavy&lt;/term&gt;</c> where the text uses another form.
/// </summary>
/// <exception cref="InvalidOperationException">The vocabulary does not hold the word.</exception>
[HtmlTargetElement("term")]
public sealed class TermTagHelper(Wording wording) : TagHelper
{
    public string? Of { get; set; }

    public override async Task ProcessAsync(TagHelperContext context, TagHelperOutput output)
    {
        var text = System.Net.WebUtility.HtmlDecode((await output.GetChildContentAsync()).GetContent()).Trim();
        var word = Of is null ? Vocabulary.Find(text) : Vocabulary.Word(Of);
        output.TagName = "a";
        output.Attributes.SetAttribute("class", "term");
        output.Attributes.SetAttribute("href", "/glossary#" + (word ?? throw new InvalidOperationException($"The vocabulary holds no word “{text}”.")).Anchor);
        output.Content.SetContent(wording.Say(text));
    }
}
