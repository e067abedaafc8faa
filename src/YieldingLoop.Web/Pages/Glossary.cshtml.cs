using Microsoft.AspNetCore.Html;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Words;
using YieldingLoop.Web.Drawings;

namespace YieldingLoop.Web.Pages;

/// <summary>Every word of the craft, with a small drawing.</summary>
public sealed class GlossaryModel(Wording wording) : PageModel
{
    /// <summary>The regional partner of a word: the one this workroom does not say.</summary>
    public string Other(CraftWord word) => wording.Settings.Words == WordRegion.American ? word.Default : word.American!;

    /// <summary>The picture of a word.</summary>
    public IHtmlContent? Picture(CraftWord word) =>
        GlossaryDrawings.Of(word.Id, wording.Say(word.Default))
        ?? (word.Group == "stitch" && StitchCatalogue.Find(word.Id["stitch.".Length..]) is { } stitch ? StitchPicture.Draw(stitch, wording)
        : word.Group == "typical" && TypicalCloths.Find(word.Id["typical.".Length..]) is { } cloth ? ClothPicture.Draw(cloth, wording)
        : word.Group == "verdict" ? VerdictPicture.Draw(word.Id["verdict.".Length..])
        : null);
}
