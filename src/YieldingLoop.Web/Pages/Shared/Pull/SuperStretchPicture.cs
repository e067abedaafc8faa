using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.Threads;
using YieldingLoop.Web.Drawings.Pull;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>The super-stretch seam of a row in a machine's manual, drawn to show which thread lies where.</summary>
public static class SuperStretchPicture
{
    /// <summary>Stitch length where the row has none, mm.</summary>
    private const double UsualLengthMm = 2.5;

    /// <summary>Draws it; null where the row names other threads than one needle or both and the lower looper.</summary>
    /// <param name="machine">The overlocker.</param>
    /// <param name="row">The row.</param>
    /// <param name="layers">The layers it joins.</param>
    /// <param name="colour">The cloth's colour, #rrggbb; null where nobody noted it.</param>
    /// <param name="suffix">What sets its identifiers apart from those of other seams on the page.</param>
    public static SeamDrawing? Of(Overlocker machine, ManualSetting row, SeamLayers layers, string? colour, string suffix)
    {
        ThreadPosition[] positions = [.. Overlocker.Positions.Where(p => row.DialOf(p) is not null || row.Seats.Contains(p))];
        if (!SuperStretchSketch.Takes(positions))
        {
            return null;
        }

        var outermost = positions.Contains(ThreadPosition.NeedleLeft) ? machine.GaugeMm : 0;
        var finger = machine.Fingers.FirstOrDefault(f => f.Name == row.FingerName)
            ?? machine.FingerFor(positions.Length == 3 ? FingerUse.BothNeedles : outermost > 0 ? FingerUse.LeftNeedle : FingerUse.RightNeedle) ?? machine.Fingers[0];
        var geometry = new SeamGeometry(StitchCatalogue.ThreeThreadOveredge, row.LengthMm ?? UsualLengthMm, layers.SewnThicknessMm)
        {
            GaugeMm = positions.Length == 3 ? machine.GaugeMm : 0,
            LoopWidthMm = finger.LoopWidthFromRightMm + outermost,
            BiteMm = (row.WidthMm ?? finger.LoopWidthFromRightMm) + outermost,
        };
        IReadOnlyList<LaidThread> threads = [.. positions.Select(p => new LaidThread(p, machine.CalibrationThread, p.NeutralTensionCentinewtons()))];
        var pieces = StitchPieces.Of(SuperStretchSketch.Draw(geometry, threads), threads);
        ThreadBody[] bodies = [.. threads.Select(t => new ThreadBody(t, null))];
        return new(pieces, new PullLayout(pieces.Stitch, [.. bodies.Select(b => b.WidthMm)], hasEdge: true), bodies, new(colour, layers.Seam.Direction, layers.Plies), suffix: suffix);
    }
}
