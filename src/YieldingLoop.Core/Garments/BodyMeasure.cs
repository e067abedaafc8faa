namespace YieldingLoop.Core.Garments;

/// <summary>A measure of a body that seams ask for.</summary>
/// <param name="Id">Identifier in records.</param>
/// <param name="Name">Name on screen.</param>
/// <param name="How">How it is taken.</param>
/// <param name="LeastMm">Smallest that is believed, mm.</param>
/// <param name="MostMm">Largest that is believed, mm.</param>
public sealed record BodyMeasure(string Id, string Name, string How, double LeastMm, double MostMm);

/// <summary>The few measures that seams here ask for, from head to foot. Limits are working values.</summary>
public static class BodyMeasures
{
    /// <summary>All of them.</summary>
    public static IReadOnlyList<BodyMeasure> All { get; } =
    [
        new("head", "head", "Round the widest part, above the brows: what has to pass a neck opening.", 350, 750),
        new("neck", "neck", "Round the neck where a collar lies, one finger under the tape.", 200, 600),
        new("chest", "chest", "Round the fullest part, breathed in, the tape level at the back.", 400, 1800),
        new("waist", "waist", "Round where the body bends to the side, not pulled in.", 350, 1800),
        new("hip", "hip", "Round the fullest part of the seat, feet together: what has to pass a waist.", 400, 2000),
        new("thigh", "thigh", "Round the fullest part, with the weight on that leg.", 200, 1000),
        new("knee", "knee", "Round the knee, bent.", 180, 700),
        new("heel", "heel", "Round heel and instep, the foot stretched: what has to pass a leg opening.", 180, 500),
        new("upper-arm", "upper arm", "Round the fullest part, the arm bent and tensed.", 120, 700),
        new("hand", "hand", "Round the knuckles, the thumb laid in: what has to pass a cuff.", 120, 400),
        new("wrist", "wrist", "Round the bone.", 100, 350),
        new("torso", "torso loop", "From the shoulder down the front, through the legs and up the back to the same shoulder.", 800, 2400),
    ];

    /// <summary>Finds a measure; null where there is none.</summary>
    public static BodyMeasure? Find(string? id) => All.FirstOrDefault(m => m.Id == id);
}
