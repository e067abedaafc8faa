using Microsoft.AspNetCore.Html;
using Microsoft.AspNetCore.Mvc.RazorPages;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Words;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Drawings.Files;

namespace YieldingLoop.Web.Pages;

/// <summary>Every word of the craft, with a small drawing.</summary>
public sealed class GlossaryModel(Wording wording) : PageModel
{
    /// <summary>The regional partner of a word: the one this workroom does not say.</summary>
    public string Other(CraftWord word) => wording.Settings.Words == WordRegion.American ? word.Default : word.American!;

    /// <summary>A stitch, or a use of one, as it lies, from the same drawings as everywhere else; its name stands beside it.</summary>
    private static HtmlString? Engine(string id) =>
        (StitchCatalogue.Find(id) is { } stitch ? SeamPictures.Address(stitch) : Jobs.All.FirstOrDefault(j => j.Job.Id() == id) is { } job ? SeamPictures.Address(job.Job) : null) is not { } address ? null
        : new($"<img class=\"glossary-drawing stitch-picture\" src=\"{address}\" alt=\"\" width=\"352\" height=\"206\" loading=\"lazy\">");

    /// <summary>The picture of a word.</summary>
    public IHtmlContent? Picture(CraftWord word) =>
        GlossaryDrawings.Of(word.Id, wording.Say(word.Default))
        ?? (word.Group == "stitch" ? Engine(word.Id["stitch.".Length..])
        : word.Group == "typical" && TypicalCloths.Find(word.Id["typical.".Length..]) is { } cloth ? ClothPicture.Draw(cloth, wording)
        : word.Group == "verdict" ? VerdictPicture.Draw(word.Id["verdict.".Length..])
        : null);
}
