using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;

namespace YieldingLoop.Core.Planning;

/// <summary>What is tried along the axes of the lattice that are numbers.</summary>
internal static class LatticeAxes
{
    private const double HalfMillimetre = 0.5;

    /// <summary>Needle dials, steps tighter than thread-neutral; for a hem of two rows by school (common practice F9).</summary>
    public static IReadOnlyList<double> Offsets(Layout layout, PlanQuestion question)
    {
        if (question.Pins.NeedleOffset is { } pinned)
        {
            return [pinned];
        }

        // A flatlock of two threads opens by its whole width as soon as its needle is the looser.
        return layout is { Flatlock: true, LoosestNeedle: false } ? [-DialSolver.TwoThreadsApartSteps]
            : layout.LoosestNeedle || layout.NeedlePositions.Any(p => layout.ByManual(layout.Head.DialPlaceOf(p) ?? p)) ? [0]
            // A tuck is drawn up, where a hem is kept flat.
            : question.Seam.Job == SeamJob.PinTuck ? [0, 1]
            : layout.Stitch.Family == StitchFamily.TwinNeedle && question.Schools.Follows(SchoolCatalogue.HemTension, "always") ? [-2]
            : layout.Stitch.Family == StitchFamily.TwinNeedle && question.Schools.Follows(SchoolCatalogue.HemTension, "unchanged") ? [0]
            : [0, -1, 1];
    }

    /// <summary>Every half millimetre the machine can be set to; or the one that is pinned, where it can; or the nearest to what the manual's row gives.</summary>
    public static IReadOnlyList<double> HalfSteps(SettingRange range, double? pinned, double? printed)
    {
        if (pinned is { } only)
        {
            return range.Takes(only) ? [range.Settable(only)] : [];
        }

        if (printed is { } row)
        {
            return [range.Settable(row)];
        }

        return [.. Enumerable.Range((int)Math.Ceiling(range.Least / HalfMillimetre - 1e-9), Math.Max(1, (int)Math.Floor(range.Most / HalfMillimetre + 1e-9) - (int)Math.Ceiling(range.Least / HalfMillimetre - 1e-9) + 1))
            .Select(i => range.Settable(i * HalfMillimetre)).Distinct()];
    }

    /// <summary>Every half millimetre that plate, foot and machine let the needle swing; or the one that is pinned, or that of the manual's row, where they do.</summary>
    public static IReadOnlyList<double> Widths(Layout layout, double? pinned)
    {
        var machine = (PlainMachine)layout.Head;
        var most = new[] { layout.Plate?.SlotMm, layout.Foot?.SlotMm }.OfType<double>().Select(slot => slot - NeedleClearance.SwingRoomMm).Append(machine.WidestZigzagMm).Min();
        if (pinned is { } only)
        {
            return only > 0 && only <= most + 1e-9 ? [only] : [];
        }

        if (layout.Baseline?.WidthMm is { } printed && printed > 0 && printed <= most + 1e-9)
        {
            return [printed];
        }

        return layout.Stitch == StitchCatalogue.NarrowSlant ? most >= 1 ? [1] : []
            : [.. Enumerable.Range(2, Math.Max(0, (int)Math.Floor(most / HalfMillimetre + 1e-9) - 1)).Select(i => i * HalfMillimetre)];
    }
}
