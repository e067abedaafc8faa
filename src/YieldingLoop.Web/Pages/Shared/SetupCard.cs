using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>A dial of a card, and the threads it holds.</summary>
/// <param name="Position">Whose dial.</param>
/// <param name="Dial">The dial; null for a bobbin, which has none.</param>
/// <param name="Threads">The threads that hang from it: none where the set-up leaves it empty, two of a twin needle.</param>
public sealed record CardDial(ThreadPosition Position, DialScale? Dial, IReadOnlyList<PlannedThread> Threads)
{
    /// <summary>The thread; null where the set-up leaves it empty.</summary>
    public PlannedThread? Thread => Threads.Count > 0 ? Threads[0] : null;

    /// <summary>The threads by what they are called, each once.</summary>
    public IReadOnlyList<string> Names => [.. Threads.Select(t => t.StockName).OfType<string>().Distinct()];
}

/// <summary>Everything a set-up card shows.</summary>
public sealed record SetupCard(SetupPlan Plan, Machine Machine, ClothFigures Cloth, SeamEntry Seam)
{
    /// <summary>What the swatches of its machine have taught of its cloth until now; what is looked at from the card stands on it.</summary>
    public MachineLearnt Learnt { get; init; } = MachineLearnt.Nothing;

    /// <summary>The card of a kept set-up, as it was kept.</summary>
    public static SetupCard Of(SetupSnapshot kept) => new(kept.Plan, kept.Machine, kept.ClothFigures, kept.Seam);

    /// <summary>What is printed beside a dial on the machine; null where that only repeats the thread's name.</summary>
    public static string? MarkOf(ThreadPosition position, DialScale dial) =>
        dial.Label.Length > 0 && !position.Name().StartsWith(dial.Label, StringComparison.OrdinalIgnoreCase) ? dial.Label : null;

    /// <summary>Where the loopers meet, in words.</summary>
    public static string Meeting(double meetingMm, Wording wording) =>
        Math.Abs(meetingMm) < 0.05 ? "on the edge" : $"{wording.Length(Math.Abs(meetingMm))} to the {(meetingMm > 0 ? "face" : "back")}";

    /// <summary>"stretch 80/12", the chosen number first.</summary>
    public string NeedleIn(Wording wording) => Plan.Needle.IsTwin ? wording.Say(Plan.NeedleName) : $"{wording.Say(Plan.Point.Name)} {wording.Say(Plan.NeedleSize)}";

    /// <summary>The dials as this set-up counts from them: neutral is the manual's number where its table has one.</summary>
    public IReadOnlyList<CardDial> Dials
    {
        get
        {
            var machine = Plan.Tuned(Machine);
            var threads = Plan.Threads;
            return
            [
                .. machine.Dials.Select(d => new CardDial(d.Position, d.Dial, [.. threads.Where(t => machine.DialPlaceOf(t.Position) == d.Position)])),
                .. threads.Where(t => machine.DialPlaceOf(t.Position) is null).Select(t => new CardDial(t.Position, null, [t])),
            ];
        }
    }

    /// <summary>The seats that hold a needle.</summary>
    public IReadOnlyCollection<ThreadPosition> FilledSeats => [.. Machine.Seats.Select(s => s.Position).Where(Plan.Fills)];

    /// <summary>Whether a seat of the clamp stays empty.</summary>
    public bool SomeSeatEmpty => FilledSeats.Count < Machine.Seats.Count;

    /// <summary>Two filled seats whose tips can be compared; null where there are none.</summary>
    public (Seat One, Seat Other)? Tips =>
        Machine.Seats.Where(s => Plan.Fills(s.Position)).ToList() is [var one, .., var other] && one.TipHigherMm is not null && other.TipHigherMm is not null ? (one, other) : null;

    /// <summary>"514, four-thread overlock".</summary>
    public string StitchIn(Wording wording) => $"{(char.IsDigit(Plan.StitchId[0]) ? Plan.StitchId + ", " : "")}{wording.Say(Plan.Stitch.Name)}{(Plan.Flatlock ? ", pulled flat" : "")}";

    public double ClothStretch => new SeamLayers(Cloth, Seam).StretchAlongPercent.Value;
}
