using System.Numerics;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Machines;

/// <summary>The seats of a clamp that are filled, whatever their order: two sets of the same seats are equal.</summary>
public readonly record struct SeatSet
{
    private readonly int bits;

    private SeatSet(int bits) => this.bits = bits;

    /// <summary>A set of seats; naming one twice makes no difference.</summary>
    public static SeatSet Of(IEnumerable<ThreadPosition> seats) => new(seats.Aggregate(0, (bits, seat) => bits | 1 << (int)seat));

    /// <summary>How many.</summary>
    public int Count => BitOperations.PopCount((uint)bits);

    /// <summary>The seats, in the order of the positions.</summary>
    public IReadOnlyList<ThreadPosition> Seats
    {
        get
        {
            var mine = bits;
            return [.. ThreadPositions.All.Where(p => (mine & 1 << (int)p) != 0)];
        }
    }

    /// <summary>The set in an address: identifiers joined by a full stop, "needle-left.needle-right".</summary>
    public string Id => string.Join('.', Seats.Select(s => s.Id()));

    /// <summary>The set an address names; null where it names anything else.</summary>
    public static SeatSet? Find(string? id)
    {
        var seats = (id ?? "").Split('.').Select(ThreadPositions.Find).ToList();
        return seats.Contains(null) ? null : Of(seats.Select(s => s!.Value));
    }
}
