using System.Globalization;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Web.Pages.Practice;

/// <summary>A move as a button sends it: "say;fault=low;at=needle-left". Read strictly: what is no move is none.</summary>
public static class MoveCode
{
    private const int Longest = 200;

    /// <summary>What a button for a move sends.</summary>
    public static string Of(PracticeMove move) => string.Join(';', new (string Key, string? Value)[]
    {
        ("look", move.Look is { } look ? PracticeIds.Of(look) : null), ("at", move.Position?.Id()), ("seat", move.Seat?.Id()), ("change", move.Change is { } change ? PracticeIds.Of(change) : null),
        ("to", move.To?.ToString("R", CultureInfo.InvariantCulture)), ("fault", move.Fault is { } fault ? PracticeIds.Of(fault) : null), ("finger", move.Finger), ("shown", move.Shown is { } shown ? PracticeIds.Of(shown) : null),
        ("cure", move.Cure is { } cure ? PracticeIds.Of(cure) : null), ("step", move.Step?.ToString(CultureInfo.InvariantCulture)),
    }.Where(p => p.Value is not null).Select(p => $"{p.Key}={p.Value}").Prepend(PracticeIds.Of(move.Deed)));

    /// <summary>The move that was sent; null where it is none.</summary>
    /// <param name="code">What the button sent.</param>
    /// <param name="to">A number that was chosen beside it; null where none was.</param>
    public static PracticeMove? Read(string? code, string? to = null)
    {
        if (code is not { Length: > 0 and <= Longest } || code.Split(';') is not [var deed, .. var parts] || PracticeIds.Find<PracticeDeed>(deed) is not { } done)
        {
            return null;
        }

        var move = new PracticeMove(done);
        foreach (var part in to is null ? parts : [.. parts, "to=" + to])
        {
            if (part.Split('=', 2) is not [var key, var value] || With(move, key, value) is not { } more)
            {
                return null;
            }

            move = more;
        }

        return move;
    }

    private static PracticeMove? With(PracticeMove move, string key, string value) => key switch
    {
        "look" when PracticeIds.Find<CoachLook>(value) is { } look => move with { Look = look },
        "at" when ThreadPositions.Find(value) is { } position => move with { Position = position },
        "seat" when ThreadPositions.Find(value) is { } seat => move with { Seat = seat },
        "change" when PracticeIds.Find<CoachChange>(value) is { } change => move with { Change = change },
        "to" when double.TryParse(value, NumberStyles.Float, CultureInfo.InvariantCulture, out var to) && double.IsFinite(to) => move with { To = to },
        "fault" when PracticeIds.Find<SeatFault>(value) is { } fault => move with { Fault = fault },
        "finger" when value.Length is > 0 and <= 60 => move with { Finger = value },
        "shown" when PracticeIds.Find<ShownThing>(value) is { } shown => move with { Shown = shown },
        "cure" when PracticeIds.Find<ReadCure>(value) is { } cure => move with { Cure = cure },
        "step" when int.TryParse(value, NumberStyles.None, CultureInfo.InvariantCulture, out var step) => move with { Step = step },
        _ => null,
    };

}
