using YieldingLoop.Core.Learning;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Swatches;

/// <summary>Where to turn next so that the loopers meet where they are to: one dial, on its own steps.</summary>
/// <param name="Position">Whose dial.</param>
/// <param name="From">Where it stands.</param>
/// <param name="To">Where to turn it.</param>
/// <param name="Tighter">Numbers tighter than it stands; below 0 looser.</param>
/// <param name="NextReadingMm">Band of the reading then, its error included, mm.</param>
public sealed record DialTurn(ThreadPosition Position, double From, double To, double Tighter, Interval NextReadingMm)
{
    /// <summary>Nearer than this, numbers, a turn is none.</summary>
    private const double Nothing = 1e-6;

    /// <summary>The turn that brings the mean nearest to a target; null where no dial moves it, or where it stands as near as it can.</summary>
    /// <param name="seam">The set-up as sewn, with what was learnt.</param>
    /// <param name="setup">The set-up as sewn.</param>
    /// <param name="head">The machine, or the half of a convertible one.</param>
    /// <param name="targetMm">Where they are to meet, mm.</param>
    /// <remarks>The upper looper turns; where its dial ends before, the lower one the other way.</remarks>
    public static DialTurn? For(SeamCase seam, Setup setup, Machine head, double targetMm)
    {
        var figures = SeamAssessment.Of(seam);
        if (seam.Geometry.Stitch.Family != StitchFamily.Overlock || SeamAssessment.MeetingLineAtNeutralMm(seam, figures.Seam) is not { } neutral
            || MeetingLineLearning.DifferenceFor(seam.Learnt.MeetingLine, neutral, targetMm) is not { } difference)
        {
            return null;
        }

        var now = seam.DialDifference!.Value;
        DialTurn? Turn(ThreadPosition position, double by)
        {
            if (head.DialPlaceOf(position) is not { } place || !setup.Dials[place].TryGet(out var from))
            {
                return null;
            }

            var dial = head.DialOf(place);
            var to = dial.NumberFor(dial.StepsTighter(from) + by);
            var tighter = dial.StepsTighter(to) - dial.StepsTighter(from);
            return new(position, from, to, tighter, seam.Learnt.MeetingLine.NextReading(neutral, now + (position == ThreadPosition.UpperLooper ? tighter : -tighter)));
        }

        double Off(DialTurn turn) => Math.Abs((turn.Position == ThreadPosition.UpperLooper ? turn.Tighter : -turn.Tighter) - (difference - now));
        var best = new[] { Turn(ThreadPosition.UpperLooper, difference - now), Turn(ThreadPosition.LowerLooper, now - difference) }.OfType<DialTurn>().MinBy(Off);
        return best is null || Math.Abs(best.Tighter) < Nothing ? null : best;
    }
}
