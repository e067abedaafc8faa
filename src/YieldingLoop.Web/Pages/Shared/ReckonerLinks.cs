using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Units;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>Ways from a seam to the sums it wants, with its own figures filled in.</summary>
public static class ReckonerLinks
{
    /// <summary>The sums a seam wants, each with the address that asks it.</summary>
    /// <param name="row">The seam.</param>
    /// <param name="unit">Unit the reckoner's fields are filled in in.</param>
    /// <param name="plan">Its set-up, where one is worked out.</param>
    /// <param name="machineId">The machine of that.</param>
    public static IReadOnlyList<(string Text, string Href)> Of(SeamRow row, LengthUnit unit, SetupPlan? plan = null, int? machineId = null)
    {
        var (seam, links) = (row.Entry, new List<(string, string)>());
        if (seam.Job is SeamJob.Band or SeamJob.Elastic or SeamJob.Binding)
        {
            var opening = seam.NeedKind is NeedKind.Opening or NeedKind.NegativeEase ? seam.GarmentMm : null;
            links.Add(("How long the band is cut", Address("band", new()
            {
                ["bandCloth"] = FieldText.Of(seam.Other?.ClothId ?? row.ClothId),
                ["bandRuns"] = (seam.Other?.Direction ?? ClothDirection.Across).ToString(),
                ["opening"] = opening is null ? null : LengthText.Write(opening, unit),
                ["girth"] = seam.NeedKind == NeedKind.Opening ? LengthText.Write(seam.GirthMm, unit) : null,
                ["seamAllowance"] = seam.AllowanceMm is null ? null : LengthText.Write(seam.AllowanceMm, unit),
            })));
        }

        var rows = plan is null ? null : plan.TwinGapMm ?? (plan.Setup is { Stitch.Family: StitchFamily.Cover, Needles.Count: > 1 } ? plan.GaugeMm : null);
        if (seam.Job == SeamJob.Hem)
        {
            links.Add(("Where the rows of the hem run", Address("hem", new()
            {
                ["rows"] = rows is { } apart ? FieldText.Of(apart) : null,
                ["covers"] = plan is null ? null : plan.TwinGapMm is null ? "true" : "false",
                ["allowance"] = seam.AllowanceMm is null ? null : LengthText.Write(seam.AllowanceMm, unit),
                ["guide"] = seam.AllowanceMm is null ? null : LengthText.Write(Math.Max(0, seam.AllowanceMm.Value - GuideShortOfAllowanceMm), unit),
            })));
        }

        if (plan?.TwinGapMm is { } gap)
        {
            links.Add(("How wide the twin needle may swing", Address("twin", new()
            {
                ["machine"] = machineId is { } id ? FieldText.Of(id) : null,
                ["pack"] = new TwinNeedle(gap, plan.NeedleSize).Pack,
                ["plate"] = plan.PlateName,
                ["foot"] = plan.FootName,
            })));
        }

        return links;
    }

    /// <summary>How far short of the raw edge the far row is first guided, mm; the form is there to try others.</summary>
    private const double GuideShortOfAllowanceMm = 5;

    private static string Address(string sum, Dictionary<string, string?> fields) => $"/reckoner{QueryString.Create(fields.Where(f => !string.IsNullOrEmpty(f.Value)))}#{sum}";
}
