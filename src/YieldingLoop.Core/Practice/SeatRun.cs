using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Practice;

/// <summary>Somebody at a clamp: first it is said what is wrong, then it is put right, with the machine off at the wall.</summary>
public sealed class SeatRun : IPracticeRun
{
    private readonly List<PracticeMove> moves = [];

    /// <param name="seats">The case.</param>
    /// <param name="done">What was done, the oldest first.</param>
    /// <exception cref="ArgumentException">A move cannot be made here.</exception>
    public SeatRun(SeatCase seats, IEnumerable<PracticeMove> done)
    {
        (Case, Stands) = (seats, seats.Begins);
        foreach (var move in done)
        {
            if (Problem(move) is { } problem)
            {
                throw new ArgumentException(problem, nameof(done));
            }

            Last = Do(move);
            moves.Add(move);
        }
    }

    /// <summary>The case.</summary>
    public SeatCase Case { get; }

    /// <summary>How it stands now.</summary>
    public SeatStand Stands { get; private set; }

    /// <summary>Whether what is wrong was said.</summary>
    public bool Said { get; private set; }

    /// <summary>Whether the machine is off at the wall.</summary>
    public bool Off { get; private set; }

    /// <summary>Whether it was explained instead of put right.</summary>
    public bool Explained { get; private set; }

    /// <summary>Whether it stands as the card wants it.</summary>
    public bool Right => Stands.Finger == Case.Wanted.Finger && Stands.Needles.Count == Case.Wanted.Needles.Count && Stands.Needles.All(n => n.Value == default && Case.Wanted.Needles.ContainsKey(n.Key));

    /// <inheritdoc/>
    public string CaseName => new PracticeCase(PracticeKind.Seats, Case.Number).Name;

    /// <inheritdoc/>
    public PracticeSkill Skill => Case.Fault switch
    {
        SeatFault.Low => PracticeSkill.SeatLow,
        SeatFault.Reversed => PracticeSkill.SeatReversed,
        SeatFault.Backwards => PracticeSkill.SeatBackwards,
        SeatFault.WrongSeat => PracticeSkill.SeatWrong,
        SeatFault.WrongFinger => PracticeSkill.SeatFinger,
        _ => PracticeSkill.SeatRight,
    };

    /// <inheritdoc/>
    public bool Ended { get; private set; }

    /// <inheritdoc/>
    public int Slips { get; private set; }

    /// <inheritdoc/>
    public bool Clean => Ended && !Explained && Slips == 0;

    /// <inheritdoc/>
    public Finding? Last { get; private set; }

    /// <inheritdoc/>
    public string? Problem(PracticeMove move)
    {
        if (Ended || moves.Count >= IPracticeRun.MostMoves)
        {
            return Ended ? "ended" : "too-many-moves";
        }

        bool Filled(ThreadPosition? seat) => seat is { } at && Stands.Needles.ContainsKey(at);
        return move.Deed switch
        {
            PracticeDeed.Explain => null,
            PracticeDeed.Say => Said ? "said-already" : move.Fault is not { } fault || !Enum.IsDefined(fault) ? "not-here" : fault is SeatFault.Low or SeatFault.Backwards && !Filled(move.Position) ? "not-here" : null,
            _ when !Said => "say-first",
            PracticeDeed.SwitchOff => Off ? "off-already" : null,
            PracticeDeed.PushUp or PracticeDeed.TurnRound => Filled(move.Position) ? null : "not-here",
            PracticeDeed.MoveNeedle => Filled(move.Position) && move.Seat is { } to && Case.Machine.Seats.Any(s => s.Position == to) && !Filled(to) ? null : "not-here",
            PracticeDeed.Finger => Case.Machine is Overlocker overlocker && overlocker.FingerNamed(move.Finger) is not null ? null : "not-here",
            PracticeDeed.Keep => null,
            _ => "not-here",
        };
    }

    private Finding? Do(PracticeMove move)
    {
        switch (move.Deed)
        {
            case PracticeDeed.Say:
                return Say(move.Fault!.Value, move.Position);
            case PracticeDeed.Explain:
                (Ended, Explained) = (true, true);
                return null;
            case PracticeDeed.SwitchOff:
                Off = true;
                return new("seat-off");
            case PracticeDeed.Keep:
                if (!Right)
                {
                    return Slip(new("seat-not-yet"));
                }

                Ended = true;
                return null;
        }

        if (!Off)
        {
            // Nothing is touched: hands were about to go to a needle with the power on.
            return Slip(new("seat-power-on"));
        }

        Stands = After(move);
        return new Finding("seat-did-" + PracticeIds.Of(move.Deed)).With("position", (move.Seat ?? move.Position)?.Id() ?? "").With("finger", move.Finger ?? "");
    }

    private SeatStand After(PracticeMove move)
    {
        if (move.Deed == PracticeDeed.Finger)
        {
            return Stands with { Finger = move.Finger };
        }

        var seat = move.Position!.Value;
        var needle = Stands.Needles[seat];
        var needles = Stands.Needles.Where(n => n.Key != seat).ToDictionary(n => n.Key, n => n.Value);
        switch (move.Deed)
        {
            case PracticeDeed.PushUp:
                needles[seat] = needle with { LowMm = 0 };
                break;
            case PracticeDeed.TurnRound:
                needles[seat] = needle with { Backwards = !needle.Backwards };
                break;
            default:
                // It is pushed up where it goes in.
                needles[move.Seat!.Value] = needle with { LowMm = 0 };
                break;
        }

        return Stands with { Needles = needles };
    }

    private Finding Slip(Finding why)
    {
        Slips++;
        return why;
    }

    /// <summary>Whether what is said of the needles as they stand is so.</summary>
    private bool True(SeatFault fault, ThreadPosition? at) => fault switch
    {
        SeatFault.None => Right,
        // Tips that stand the wrong way round are a needle that hangs too low.
        SeatFault.Low => Stands.Needles[at!.Value].LowMm > 0,
        SeatFault.Backwards => Stands.Needles[at!.Value].Backwards,
        _ => Case.Fault == fault,
    };

    private Finding Say(SeatFault fault, ThreadPosition? at)
    {
        if (True(fault, at))
        {
            Said = true;
            Ended = fault == SeatFault.None;
            return new("seat-said-" + PracticeIds.Of(Case.Fault));
        }

        var not = fault switch
        {
            SeatFault.None => "seat-not-none",
            SeatFault.Low => Case.Fault is SeatFault.Low or SeatFault.Reversed ? "seat-not-that-low" : "seat-not-low",
            SeatFault.Reversed => "seat-not-reversed",
            SeatFault.Backwards => Case.Fault == SeatFault.Backwards ? "seat-not-that-backwards" : "seat-not-backwards",
            SeatFault.WrongSeat => "seat-not-wrong-seat",
            _ => Case.Machine is Overlocker ? "seat-not-wrong-finger" : "seat-no-finger",
        };
        var finding = new Finding(not);
        return Slip(at is { } seat ? finding.With("position", seat.Id()) : finding);
    }
}
