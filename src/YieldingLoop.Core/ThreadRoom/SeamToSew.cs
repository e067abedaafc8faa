using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.ThreadRoom;

/// <summary>A seam that is still to be sewn, piece by piece.</summary>
/// <param name="Id">Whatever the asker knows it by.</param>
/// <param name="Plan">Its set-up.</param>
/// <param name="PiecesMm">Length of every piece of it in the order they are sewn, mm; null where nobody has said.</param>
/// <param name="Swatches">Swatches to be sewn before it.</param>
public sealed record SeamToSew(string Id, SetupPlan Plan, IReadOnlyList<double?> PiecesMm, int Swatches)
{
    /// <summary>Metres of seam, as far as anybody said.</summary>
    public double Metres => PiecesMm.Sum(p => p ?? 0) / 1000;

    /// <summary>Whether every length is known.</summary>
    public bool Whole => PiecesMm.All(p => p is not null);

    /// <summary>Metres of a thread per metre of seam.</summary>
    public double Consumption(ThreadPosition position) => Plan.Figures.Threads.First(t => t.Position == position).Consumption;

    /// <summary>What one piece takes of a thread, m, before waste.</summary>
    public double PieceMetres(ThreadPosition position, int piece, ThreadAllowance allowance) =>
        (PiecesMm[piece] ?? 0) / 1000 * Consumption(position) + EndsMetres(position, allowance);

    /// <summary>What one swatch takes of a thread, m, before waste.</summary>
    public double SwatchMetres(ThreadPosition position, ThreadAllowance allowance) =>
        StripLength.TrialMm(Plan.Setup.StitchLengthMm.Number() ?? 0) / 1000 * Consumption(position) + EndsMetres(position, allowance);

    /// <summary>What both ends of one piece take of a thread, m.</summary>
    public double EndsMetres(ThreadPosition position, ThreadAllowance allowance) => allowance.EndsMetres(Plan.Stitch.Family, Consumption(position));
}

/// <summary>What one place of the machine takes of its thread.</summary>
/// <param name="Position">Which place.</param>
/// <param name="LaidMetres">In the seams, m, by the model.</param>
/// <param name="EndsMetres">In tails, or in chain past the ends, m.</param>
/// <param name="SwatchMetres">In swatches, m.</param>
/// <param name="WasteMetres">Wasted, m.</param>
public sealed record PositionNeed(ThreadPosition Position, double LaidMetres, double EndsMetres, double SwatchMetres, double WasteMetres)
{
    /// <summary>All together, m.</summary>
    public double Metres => LaidMetres + EndsMetres + SwatchMetres + WasteMetres;

    /// <summary>What a seam takes at each of its places, in the order of its threads.</summary>
    public static IReadOnlyList<PositionNeed> Of(SeamToSew seam, ThreadAllowance allowance) =>
    [
        .. seam.Plan.Threads.Select(t =>
        {
            var laid = seam.Metres * seam.Consumption(t.Position);
            var ends = seam.PiecesMm.Count * seam.EndsMetres(t.Position, allowance);
            var swatches = seam.Swatches * seam.SwatchMetres(t.Position, allowance);
            return new PositionNeed(t.Position, laid, ends, swatches, (laid + ends + swatches) * allowance.WastePercent / 100);
        }),
    ];

    /// <summary>Two of one place together.</summary>
    public static PositionNeed operator +(PositionNeed one, PositionNeed other) =>
        new(one.Position, one.LaidMetres + other.LaidMetres, one.EndsMetres + other.EndsMetres, one.SwatchMetres + other.SwatchMetres, one.WasteMetres + other.WasteMetres);
}
