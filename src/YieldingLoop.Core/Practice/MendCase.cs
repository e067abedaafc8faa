using System.Globalization;
using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.SimulatedMachine;

namespace YieldingLoop.Core.Practice;

/// <summary>A case for practice: a simulated machine with what is hidden in it, by level and number, the same ever after.</summary>
/// <param name="Level">How hard it is.</param>
/// <param name="Number">Its number among those of its level.</param>
/// <param name="Trial">The machine, its cloth and set-up, and what is hidden.</param>
public sealed record MendCase(MendLevel Level, int Number, TrialCase Trial)
{
    /// <summary>Largest number of a case.</summary>
    public const int MostNumber = 9999;

    /// <summary>Cases are drawn apart from those of the trials.</summary>
    private const int FirstDraw = 3_000_000, LevelApart = 100_000;

    /// <summary>Most machines that are looked through for one that can have what the level wants.</summary>
    private const int MostDraws = 40;

    private static readonly FaultKind[] Gross = [FaultKind.OutOfDisc, FaultKind.Doubled, FaultKind.Dragging, FaultKind.LooperOrder];

    private static readonly FaultKind[] Subtle = [FaultKind.GuideMissed, FaultKind.NeedleWorn, FaultKind.NeedlePoint, FaultKind.Knife, FaultKind.Finger];

    /// <summary>What it is called, so that somebody else can be sent the same: "3-0417".</summary>
    public string Name => string.Create(CultureInfo.InvariantCulture, $"{(int)Level}-{Number:0000}");

    /// <summary>Reads a name.</summary>
    /// <returns>False where it names no case.</returns>
    public static bool TryParse(string? name, out MendLevel level, out int number)
    {
        (level, number) = (default, 0);
        var parts = (name ?? "").Trim().Split('-');
        if (parts.Length != 2 || !int.TryParse(parts[0], NumberStyles.None, CultureInfo.InvariantCulture, out var told) || !int.TryParse(parts[1], NumberStyles.None, CultureInfo.InvariantCulture, out number))
        {
            return false;
        }

        level = (MendLevel)told;
        return Enum.IsDefined(level) && number is >= 1 and <= MostNumber;
    }

    /// <summary>Draws a case.</summary>
    /// <param name="level">How hard it is to be.</param>
    /// <param name="number">Its number, from 1.</param>
    /// <exception cref="ArgumentOutOfRangeException">There is no such case.</exception>
    public static MendCase Draw(MendLevel level, int number)
    {
        if (!Enum.IsDefined(level) || number is < 1 or > MostNumber)
        {
            throw new ArgumentOutOfRangeException(nameof(number), number, "There is no such case.");
        }

        var dice = new Dice(FirstDraw + (int)level * LevelApart + number);
        for (var i = 0; i < MostDraws; i++)
        {
            var trial = TrialCase.Draw(FirstDraw + (int)level * LevelApart + number + 10_000 * i);
            if (Faults(level, trial, dice) is { } faults)
            {
                return new(level, number, trial with { Truth = trial.Truth with { Faults = faults } });
            }
        }

        throw new InvalidOperationException("No machine could have what the level wants.");
    }

    /// <summary>What is wrong with it; null where this machine cannot have what the level wants.</summary>
    private static List<HiddenFault>? Faults(MendLevel level, TrialCase trial, Dice dice)
    {
        HiddenFault? One(IReadOnlyList<FaultKind> kinds, bool mayStick) => Fault(trial, dice, kinds) is { } fault
            ? new(fault, Sticky: mayStick && FaultEffects.Threading.Contains(fault.Kind) && dice.Next(3) == 0) : null;
        switch (level)
        {
            case MendLevel.Gross:
                return One(Gross, false) is { } gross ? [gross] : null;
            case MendLevel.Plain:
                return One([.. FaultEffects.Threading, .. FaultEffects.OfNeedles], false) is { } plain ? [plain] : null;
            case MendLevel.Subtle:
                return One(Subtle, true) is { } subtle ? [subtle] : null;
            default:
                return One(Subtle, false) is { } first && One([.. Subtle, .. Gross], true) is { } second && (first.Fault.Kind, first.Fault.Position) != (second.Fault.Kind, second.Fault.Position)
                    // A machine whose looper breaks its thread shows nothing of the other one.
                    && second.Fault.Kind != FaultKind.LooperOrder ? [first, second] : null;
        }
    }

    private static Fault? Fault(TrialCase trial, Dice dice, IReadOnlyList<FaultKind> kinds)
    {
        var sewn = trial.Plan.Setup.Case(trial.Machine, trial.Cloth, trial.Seam, null, ChosenSchools.Default).Value!;
        List<FaultKind> there = [.. kinds.Where(k => FaultPlaces.Of(k, trial.Machine, sewn).Count > 0 && (k != FaultKind.NeedlePoint || FaultPlaces.BadPoints(sewn).Count > 0) && (k != FaultKind.Finger || TruthDraw.OtherFingersMm(trial.Plan.Setup, trial.Machine).Count > 0))];
        if (there.Count == 0)
        {
            return null;
        }

        var kind = dice.Any(there);
        var fault = new Fault(kind, dice.Any(FaultPlaces.Of(kind, trial.Machine, sewn)));
        return kind switch
        {
            // A long way over its life: a skip or two in a swatch.
            FaultKind.NeedleWorn => fault with { HoursOver = 8 + 4 * dice.NextDouble() },
            FaultKind.NeedlePoint => fault with { PointId = dice.Any(FaultPlaces.BadPoints(sewn)).Id },
            FaultKind.Knife => fault with { OffMm = (dice.Next(2) == 0 ? -1 : 1) * (0.9 + 0.6 * dice.NextDouble()) },
            FaultKind.Finger => fault with { OffMm = dice.Any(TruthDraw.OtherFingersMm(trial.Plan.Setup, trial.Machine)) },
            _ => fault,
        };
    }
}
