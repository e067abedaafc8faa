using System.Text.Json;
using YieldingLoop.Core.Seams;

namespace YieldingLoop.Web.Api;

/// <summary>Request of <c>POST /api/v1/needs</c>, for the API's description. Which lengths are wanted follows from the way.</summary>
/// <param name="Way">"opening", "negative-ease", "movement", "on-body" or "none".</param>
/// <param name="GirthToPassMm">Opening: what has to pass.</param>
/// <param name="OpeningMm">Opening: at rest, round.</param>
/// <param name="GirthMm">Negative ease: the body, round.</param>
/// <param name="GarmentMm">Negative ease: the garment at rest, round.</param>
/// <param name="Movement">Movement, and negative ease where the seam moves too: a published skin strain.</param>
/// <param name="OnBodyMm">On the body: what 100 mm marked became.</param>
/// <param name="ClothStretchPercent">The cloth's stretch along the seam, where it is known.</param>
public sealed record NeedRequest(
    string Way, double? GirthToPassMm = null, double? OpeningMm = null, double? GirthMm = null, double? GarmentMm = null,
    string? Movement = null, double? OnBodyMm = null, double? ClothStretchPercent = null);

/// <summary>Answer of <c>POST /api/v1/needs</c>.</summary>
public sealed record NeedResponse(double NeedPercent, double LowPercent, double HighPercent, double RequiredPercent, bool? ClothGivesOut, string Arithmetic)
{
    public static NeedResponse Of(Need need, double? clothStretchPercent)
    {
        var answer = NeedAnswer.Of(need, clothStretchPercent);
        return new NeedResponse(need.Percent, need.LowPercent, need.HighPercent, answer.RequiredPercent, clothStretchPercent is null ? null : answer.ClothGivesOut, need.Arithmetic);
    }
}

/// <summary>Reads the body of <c>POST /api/v1/needs</c>, strictly.</summary>
internal static class NeedRequestReader
{
    private static readonly string[] Ways = ["opening", "negative-ease", "movement", "on-body", "none"];

    public static NeedResponse? Read(JsonElement body, JsonErrors errors)
    {
        if (StrictObject.Read(body, "", errors) is not { } root)
        {
            return null;
        }

        var stretch = root.Number("clothStretchPercent", 0, 1000, required: false);
        double? Length(string member, double least = 30, double most = 3000) => root.Number(member, least, most);
        SkinStrain? Strain(bool required) => root.OneOf("movement", SkinStrainCatalogue.Find, "skin strain", required);
        var need = root.OneOf("way", w => Ways.FirstOrDefault(k => k == w), "way") switch
        {
            "opening" => (Length("girthToPassMm"), Length("openingMm")) is ({ } pass, { } opening) ? Need.ForOpening(pass, opening) : null,
            "negative-ease" => (Length("girthMm"), Length("garmentMm"), Strain(required: false)) is ({ } girth, { } garment, var moved) ? Need.ForNegativeEase(girth, garment, moved) : null,
            "movement" => Strain(required: true) is { } strain ? Need.ForMovement(strain) : null,
            "on-body" => Length("onBodyMm", 100, 300) is { } marked ? Need.Given(marked - 100) : null,
            "none" => Need.None,
            _ => null,
        };
        if (need is { Percent: > SeamEntry.MostNeedPercent })
        {
            root.Fault("way", $"That asks the seam for {need.Percent:0} % stretch; more than {SeamEntry.MostNeedPercent:0} % is not believed. Check the two lengths.");
        }

        root.Done();
        return errors.Any || need is null ? null : NeedResponse.Of(need, stretch);
    }
}
