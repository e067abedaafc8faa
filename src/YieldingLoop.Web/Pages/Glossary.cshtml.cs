using Microsoft.AspNetCore.Html;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Words;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Drawings.Files;

namespace YieldingLoop.Web.Pages;

/// <summary>Every word of the craft, with a small drawing.</summary>
public sealed class GlossaryModel(Wording wording) : PageModel
{
    /// <summary>The regional partner of a word: the one this workroom does not say.</summary>
    public string Other(CraftWord word) => wording.Settings.Words == WordRegion.American ? word.Default : word.American!;

    /// <summary>The picture of a word: where a seam explains it, from the same drawings as everywhere else; its name stands beside it.</summary>
    public IHtmlContent? Picture(CraftWord word) =>
        SeamPictures.AddressOf(word.Id) is { } address ? new HtmlString($"<img class=\"glossary-drawing stitch-picture\" src=\"{address}\" alt=\"\" width=\"352\" height=\"206\" loading=\"lazy\">")
        : GlossaryDrawings.Of(word.Id, wording.Say(word.Default))
        ?? (word.Group == "typical" && TypicalCloths.Find(word.Id["typical.".Length..]) is { } cloth ? ClothPicture.Draw(cloth, wording)
        : word.Group == "verdict" ? VerdictPicture.Draw(word.Id["verdict.".Length..])
        : null);
}
