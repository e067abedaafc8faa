namespace YieldingLoop.Core.Machines;

/// <summary>One tension dial as it is printed on this machine.</summary>
/// <param name="Lowest">Lowest number on it.</param>
/// <param name="Highest">Highest number.</param>
/// <param name="Step">Smallest step that can be set and read.</param>
/// <param name="Neutral">The number at which the machine sews its calibration thread balanced.</param>
/// <param name="Sense">Which way the numbers run.</param>
public sealed record DialScale(double Lowest, double Highest, double Step, double Neutral, DialSense Sense)
{
    /// <summary>Longest label, characters.</summary>
    public const int LongestLabel = 12;

    /// <summary>The label on the machine beside it, as the user wrote it.</summary>
    public string Label { get; init; } = "";

    /// <summary>How many numbers tighter than neutral a dial number is (negative: looser).</summary>
    public double StepsTighter(double number) => Sense.Sign() * (number - Neutral);

    /// <summary>The number that can be set nearest to so many steps tighter than neutral, kept on the scale.</summary>
    public double NumberFor(double stepsTighter) => Settable(Neutral + Sense.Sign() * stepsTighter);

    /// <summary>The settable number nearest to <paramref name="number"/>.</summary>
    public double Settable(double number)
    {
        var steps = Math.Round((Math.Clamp(number, Lowest, Highest) - Lowest) / Step);
        var settable = Lowest + steps * Step;
        // A step that does not divide the scale evenly must not lead past its end.
        return Math.Round(settable > Highest + 1e-9 ? settable - Step : settable, 6);
    }

    /// <summary>Every number that can be set, lowest first.</summary>
    public IEnumerable<double> Numbers()
    {
        var count = (int)Math.Floor((Highest - Lowest) / Step + 1e-9);
        for (var i = 0; i <= count; i++)
        {
            yield return Math.Round(Lowest + i * Step, 6);
        }
    }

    /// <summary>What is wrong with the scale.</summary>
    public IEnumerable<Problem> Check(string prefix)
    {
        if (!(Lowest >= -100 && Highest <= 1000 && Lowest < Highest))
        {
            yield return new(prefix + ".highest", "The highest number on the dial is above the lowest.");
        }
        else if (!(Step > 0 && Step <= Highest - Lowest) || (Highest - Lowest) / Step > 400)
        {
            yield return new(prefix + ".step", "The step is above 0, at most the whole scale, and the scale has no more than 400 of them.");
        }
        else if (!(Neutral >= Lowest && Neutral <= Highest))
        {
            yield return new(prefix + ".neutral", $"Neutral is a number on the dial, between {Lowest:0.##} and {Highest:0.##}.");
        }
    }
}

/// <summary>A range that a setting can take, with its step.</summary>
/// <param name="Least">Smallest.</param>
/// <param name="Most">Largest.</param>
/// <param name="Step">Smallest step.</param>
public sealed record SettingRange(double Least, double Most, double Step)
{
    /// <summary>The settable value nearest to <paramref name="value"/>.</summary>
    public double Settable(double value)
    {
        var settable = Least + Math.Round((Math.Clamp(value, Least, Most) - Least) / Step) * Step;
        return Math.Round(settable > Most + 1e-9 ? settable - Step : settable, 6);
    }

    /// <summary>Every value it can be set to, the smallest first.</summary>
    public IEnumerable<double> Values() => Enumerable.Range(0, 1 + (int)Math.Floor((Most - Least) / Step + 1e-9)).Select(i => Math.Round(Least + i * Step, 6));

    /// <summary>Whether it can be set to <paramref name="value"/> itself.</summary>
    public bool Takes(double value) => Math.Abs(Settable(value) - value) < 1e-6;

    /// <summary>What is wrong with the range.</summary>
    /// <param name="prefix">Field the problems belong to.</param>
    /// <param name="what">What it is the range of, with its unit.</param>
    /// <param name="floor">Smallest figure that is believed.</param>
    /// <param name="ceiling">Largest figure that is believed.</param>
    public IEnumerable<Problem> Check(string prefix, string what, double floor, double ceiling)
    {
        if (!(Least >= floor && Least <= ceiling))
        {
            yield return new(prefix + ".least", $"The smallest {what} is between {floor:0.##} and {ceiling:0.##}.");
        }
        else if (!(Most >= Least && Most <= ceiling))
        {
            yield return new(prefix + ".most", $"The largest {what} is not below the smallest, and at most {ceiling:0.##}.");
        }
        else if (!(Step > 0) || (Most - Least) / Step > 400)
        {
            yield return new(prefix + ".step", "The step is above 0, and the range has no more than 400 of them.");
        }
    }
}
