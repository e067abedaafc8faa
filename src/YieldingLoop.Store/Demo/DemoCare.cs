using YieldingLoop.Core.Colour;

namespace YieldingLoop.Store.Demo;

/// <summary>What was sewn on the machines of Tern Lane Rowing and what was done to them, and the club's colours. Nothing here is real.</summary>
public static class DemoCare
{
    /// <summary>What was done, by machine: the task, how many days ago, and what was noted.</summary>
    public static IReadOnlyList<(int Machine, string TaskId, int Days, string Note)> Done { get; } =
    [
        (0, "oil", 21, ""),
        (0, "lint", 2, "Fleece everywhere"),
        (0, "knives", 90, "Lower one still fine"),
        (0, "service", 400, "Belt replaced"),
        (1, "oil", 60, ""),
        (2, "service", 715, ""),
        (3, "lint", 9, ""),
    ];

    /// <summary>Times at the machines: how many days ago, at which hour, how many minutes.</summary>
    public static IReadOnlyList<(int Machine, int Days, int Minutes)> Sat { get; } = [(0, 8, 95), (2, 6, 50)];

    /// <summary>Evenings, by machine: how many days ago, metres of seam, stitches.</summary>
    public static IReadOnlyList<(int Machine, int Days, double Metres, long Stitches)> Sewn { get; } =
    [
        (0, 18, 62, 24_800), (0, 15, 75, 30_000), (0, 12, 81, 32_400), (0, 9, 70, 28_000), (0, 5, 96, 38_400), (0, 3, 88, 35_200),
        (2, 11, 70, 23_300), (2, 5, 52, 17_300), (2, 3, 64, 21_300),
        (3, 30, 90, 45_000), (3, 24, 150, 75_000), (3, 17, 170, 85_000), (3, 8, 180, 90_000), (3, 4, 152, 76_200),
    ];

    /// <summary>The club's colours.</summary>
    public static Palette Colours { get; } = new()
    {
        Name = "Tern Lane kit",
        Colours =
        [
            new("#1d4e74", "Tern blue"), new("#23313a", "Charcoal"), new("#6d6a63", "Wool ash"), new("#f4f3ee", "Boathouse white"), new("#c99a2e", "Regatta gold"), new("#dfe7e6", "Mist mesh"), new("#8c3a3a", "Cox’s red"),
        ],
    };
}
