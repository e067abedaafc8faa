using System.Globalization;

namespace YieldingLoop.Core.Practice;

/// <summary>Which case: what is practised, and its number. A name is read by anybody who is sent it: "S-0417", "O-0003", "R-0120", "3-0417".</summary>
/// <param name="Kind">What is practised.</param>
/// <param name="Number">Its number among those of its kind, or of its level.</param>
/// <param name="Level">How hard, of a machine to mend; null for any other.</param>
public readonly record struct PracticeCase(PracticeKind Kind, int Number, MendLevel? Level = null)
{
    /// <summary>Largest number.</summary>
    public const int MostNumber = MendCase.MostNumber;

    /// <summary>The number where there can be such a case.</summary>
    /// <exception cref="ArgumentOutOfRangeException">There is none.</exception>
    internal static int Checked(int number) => number is >= 1 and <= MostNumber ? number : throw new ArgumentOutOfRangeException(nameof(number), number, "There is no such case.");

    private static readonly (PracticeKind Kind, char Letter)[] Letters = [(PracticeKind.Seats, 'S'), (PracticeKind.Order, 'O'), (PracticeKind.Read, 'R')];

    /// <summary>What it is called.</summary>
    public string Name
    {
        get
        {
            var kind = Kind;
            return string.Create(CultureInfo.InvariantCulture, $"{(Level is { } level ? (char)('0' + (int)level) : Letters.First(l => l.Kind == kind).Letter)}-{Number:0000}");
        }
    }

    /// <summary>Reads a name.</summary>
    /// <returns>Null where it names no case.</returns>
    public static PracticeCase? Find(string? name)
    {
        if (MendCase.TryParse(name, out var level, out var mend))
        {
            return new(PracticeKind.Mend, mend, level);
        }

        var told = (name ?? "").Trim().ToUpperInvariant();
        return told.Length > 2 && told[1] == '-' && Letters.FirstOrDefault(l => l.Letter == told[0]) is { Letter: not '\0' } known
            && int.TryParse(told.AsSpan(2), NumberStyles.None, CultureInfo.InvariantCulture, out var number) && number is >= 1 and <= MostNumber ? new(known.Kind, number) : null;
    }

    /// <summary>Somebody at it.</summary>
    /// <param name="moves">What was done, the oldest first.</param>
    /// <exception cref="ArgumentException">A move cannot be made.</exception>
    public IPracticeRun Begin(IEnumerable<PracticeMove> moves) => Open()(moves);

    /// <summary>Draws the case, once, for whoever goes through it more than once.</summary>
    /// <returns>Somebody at it after what was done, the oldest first; it throws <see cref="ArgumentException"/> where a move cannot be made.</returns>
    public Func<IEnumerable<PracticeMove>, IPracticeRun> Open()
    {
        switch (Kind)
        {
            case PracticeKind.Seats:
                var seats = SeatCase.Draw(Number);
                return moves => new SeatRun(seats, moves);
            case PracticeKind.Order:
                var order = OrderCase.Draw(Number);
                return moves => new OrderRun(order, moves);
            case PracticeKind.Read:
                var read = ReadCase.Draw(Number);
                return moves => new ReadRun(read, moves);
            default:
                var mend = MendCase.Draw(Level!.Value, Number);
                return moves => new MendRun(mend, moves);
        }
    }
}
