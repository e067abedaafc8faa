using System.Text.Json;
using YieldingLoop.Core.Seams;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Web.Api;

/// <summary>Request of <c>POST /api/v1/needs</c>. Which lengths are wanted follows from the way.</summary>
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

/// <summary>Answers the body of <c>POST /api/v1/needs</c>. What a way does not ask for has no place in the body.</summary>
internal static class NeedRequestReader
{
    private const double LeastMm = 30, MostMm = 3000;

    /// <summary>What each way asks for.</summary>
    private static readonly Dictionary<string, string[]> Ways = new()
    {
        ["opening"] = ["girthToPassMm", "openingMm"],
        ["negative-ease"] = ["girthMm", "garmentMm", "movement"],
        ["movement"] = ["movement"],
        ["on-body"] = ["onBodyMm"],
        ["none"] = [],
    };

    public static NeedResponse? Read(JsonElement root, JsonErrors errors)
    {
        if (ContractReader.Read<NeedRequest>(root, errors) is not { } body)
        {
            return null;
        }

        if (!Ways.TryGetValue(body.Way, out var asked))
        {
            errors.Add("way", $"The ways are {string.Join(", ", Ways.Keys)}.");
            return null;
        }

        var given = new (string Name, object? Value)[]
        {
            ("girthToPassMm", body.GirthToPassMm), ("openingMm", body.OpeningMm), ("girthMm", body.GirthMm), ("garmentMm", body.GarmentMm), ("movement", body.Movement), ("onBodyMm", body.OnBodyMm),
        };
        foreach (var (name, value) in given)
        {
            var optional = body.Way == "negative-ease" && name == "movement";
            if (value is null && asked.Contains(name) && !optional)
            {
                errors.Add(name, "This member is missing.");
            }
            else if (value is not null && !asked.Contains(name))
            {
                errors.Add(name, "This way does not ask for it.");
            }
        }

        foreach (var (name, value) in given.Where(g => g.Value is double && g.Name != "onBodyMm"))
        {
            errors.Within(name, (double?)value, LeastMm, MostMm);
        }

        errors.Within("onBodyMm", body.OnBodyMm, 100, 300);
        errors.Within("clothStretchPercent", body.ClothStretchPercent, 0, 1000);
        var strain = body.Movement is { } movement ? EvaluateRequestReader.Find(movement, SkinStrainCatalogue.Find, "skin strain", "movement", errors) : null;
        if (errors.Any)
        {
            return null;
        }

        var need = body.Way switch
        {
            "opening" => Need.ForOpening(body.GirthToPassMm!.Value, body.OpeningMm!.Value),
            "negative-ease" => Need.ForNegativeEase(body.GirthMm!.Value, body.GarmentMm!.Value, strain),
            "movement" => Need.ForMovement(strain!),
            "on-body" => Need.Given(body.OnBodyMm!.Value - 100),
            _ => Need.None,
        };
        if (need.Percent > SeamEntry.MostNeedPercent)
        {
            errors.Add("way", $"That asks the seam for {need.Percent:0} % stretch; more than {SeamEntry.MostNeedPercent:0} % is not believed. Check the two lengths.");
        }

        return errors.Any ? null : NeedResponse.Of(need, body.ClothStretchPercent);
    }
}
