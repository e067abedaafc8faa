using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.ThreadRoom;
using YieldingLoop.Store;
using YieldingLoop.Web.Forms;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages.Runs;

/// <summary>A machine of the workroom as a run sees it.</summary>
/// <param name="Row">The machine.</param>
/// <param name="State">What is on it.</param>
/// <param name="StateVersion">Version of that.</param>
/// <param name="Closed">Whether it is closed for today.</param>
public sealed record RunMachineRow(MachineRow Row, Setup State, int StateVersion, bool Closed)
{
    /// <summary>What questions call it.</summary>
    public string Id => FieldText.Of(Row.Id);
}

/// <summary>One place of a run's order as the page shows it.</summary>
/// <param name="Number">Its place among what is still to be sewn, from 1.</param>
/// <param name="Piece">What is sewn.</param>
/// <param name="GarmentId">The garment.</param>
/// <param name="Seam">The seam as it stands in its garment.</param>
/// <param name="Entry">The place in the order.</param>
/// <param name="Choice">The set-up it is sewn with.</param>
/// <param name="Best">The best set-up it could be sewn with.</param>
/// <param name="SavesMinutes">What not taking the best saves; null where it is the best.</param>
public sealed record RunPlaceView(int Number, RunPieceName Piece, int GarmentId, GarmentSeam Seam, RunOrderEntry Entry, RunChoice Choice, RunChoice Best, double? SavesMinutes)
{
    /// <summary>What it is called in addresses and forms.</summary>
    public string Name => Piece.ToString();
}

/// <summary>A run with every record it speaks of, and its order where that is worked out.</summary>
public sealed record RunBoard
{
    public required RunRow Row { get; init; }

    public required IReadOnlyDictionary<int, GarmentRow> Garments { get; init; }

    /// <summary>The pieces of work by number.</summary>
    public required IReadOnlyDictionary<int, SeamRow> Works { get; init; }

    /// <summary>Who is sewn for, by number.</summary>
    public required IReadOnlyDictionary<int, string> Wearers { get; init; }

    /// <summary>The machines of the workroom by name, closed or not.</summary>
    public required IReadOnlyList<RunMachineRow> Machines { get; init; }

    /// <summary>How many machines there are that are not among them, because a run has room for so many.</summary>
    public required int MachinesLeftOut { get; init; }

    /// <summary>What it is remembered by.</summary>
    public required string Key { get; init; }

    /// <summary>The worked out run; null while it is being worked out, or was broken off.</summary>
    public RunWorked? Worked { get; init; }

    /// <summary>Whether it is being worked out, or is.</summary>
    public bool Going { get; init; }

    /// <summary>How far that is, from 0 to 1.</summary>
    public double Progress { get; init; }

    /// <summary>The order as it is sewn: the user's own where there is one that can be sewn, else the best; null where there is none.</summary>
    public RunOrderAnswer? Order { get; init; }

    /// <summary>Whether that is the user's own.</summary>
    public bool ByHand { get; init; }

    /// <summary>Why the user's own order cannot be sewn any more; null where it can, or there is none.</summary>
    public Core.Words.Finding? Broken { get; init; }

    /// <summary>Every place of the order.</summary>
    public IReadOnlyList<RunPlaceView> Places { get; init; } = [];

    public SewingRun Run => Row.Entry;

    /// <summary>Everything that is in the order, by number as the table has it.</summary>
    public IReadOnlyList<int> OrderNumbers => Worked?.Table is { } table ? table.Numbers(Places.Select(p => p.Name)) : [];

    /// <summary>What a garment is called.</summary>
    public string GarmentName(int id) => Garments.TryGetValue(id, out var row) ? row.Name : "a garment that is no longer here";

    /// <summary>What a seam of a garment is called.</summary>
    public string SeamName(int garmentId, string seamId) =>
        Garments.TryGetValue(garmentId, out var row) && row.Entry.Find(seamId) is { } seam && Works.TryGetValue(seam.WorkId, out var work) ? work.Name : seamId;

    /// <summary>What a piece is called: seam, garment, and whose copy.</summary>
    public string PieceName(string piece)
    {
        if (RunPieceName.Find(piece) is not { } name || FieldText.IdOf(name.GarmentId) is not { } garment)
        {
            return piece;
        }

        var seam = SeamName(garment, name.SeamId);
        return name.Copy is { } copy ? $"{seam}, {CopyName(garment, copy)}" : Run.Parts.Count > 1 ? $"{seam}, {GarmentName(garment)}" : seam;
    }

    /// <summary>What anything a finding speaks of is called: a piece of work by its number, or a piece of the run.</summary>
    public string Called(string id) => FieldText.IdOf(id) is { } work && Works.TryGetValue(work, out var row) ? row.Name : PieceName(id);

    /// <summary>What a seam is sewn like instead of with its best, in words; null where it is its best.</summary>
    public string? TradeOf(RunPlaceView place) => place.SavesMinutes is { } saves ? GarmentWords.Of(RunFindings.OfTrade(place.Choice, place.Best, saves), Called) : null;

    /// <summary>Whom a copy is for.</summary>
    public string CopyName(int garmentId, int copy)
    {
        var wearers = Run.Parts.First(p => p.GarmentId == garmentId).Wearers;
        if (copy < 1 || copy > wearers.Count)
        {
            return $"copy {copy}";
        }

        var name = Wearers.GetValueOrDefault(wearers[copy - 1]);
        // Two of one size are told apart by their number.
        return name is null ? wearers.Count == 1 ? "the one" : $"copy {copy}" : wearers.Count(w => w == wearers[copy - 1]) > 1 ? $"{name}, number {wearers.Take(copy).Count(w => w == wearers[copy - 1])}" : name;
    }

    /// <summary>What a machine is called.</summary>
    public string MachineName(string id) => Machines.FirstOrDefault(m => m.Id == id)?.Row.Name ?? "a machine that is no longer here";

    /// <summary>The copies of a piece that are still to be sewn.</summary>
    public IReadOnlyList<int> OpenCopies(RunPlaceView place) => place.Piece.Copy is { } copy ? [copy] : Run.OpenCopies(place.GarmentId, place.Seam.Id);

    /// <summary>How long a seam is on a copy in all, mm; null where nobody has said.</summary>
    public double? SewnMm(int garmentId, GarmentSeam seam, int copy) => LengthMm(garmentId, seam, copy) * seam.Times;

    /// <summary>How long a seam is on a copy each time, mm; null where nobody has said.</summary>
    private double? LengthMm(int garmentId, GarmentSeam seam, int copy) =>
        seam.LengthsMm.TryGetValue(Run.Parts.First(p => p.GarmentId == garmentId).Wearers[copy - 1], out var mm) ? mm : null;

    /// <summary>Seams of garments as they are sewn, done ones first, for what is said of their ends.</summary>
    public IReadOnlyList<SewnSeam> SewingOrder(int garmentId)
    {
        if (!Garments.TryGetValue(garmentId, out var row))
        {
            return [];
        }

        var done = Run.Done.Where(t => t.GarmentId == garmentId).Select(t => t.SeamId);
        var open = Places.Where(p => p.GarmentId == garmentId).Select(p => p.Seam.Id);
        var order = done.Concat(open).Distinct().Concat(Core.Garments.SewingOrder.Of(row.Entry).Select(s => s.Id)).Distinct().ToList();
        return
        [
            .. order.Select(row.Entry.Find).OfType<GarmentSeam>().Where(s => Works.ContainsKey(s.WorkId))
                .Select(s => new SewnSeam(s, Works[s.WorkId].Entry, Places.FirstOrDefault(p => p.GarmentId == garmentId && p.Seam.Id == s.Id)?.Choice.Plan.Setup ?? DoneWith(garmentId, s.Id))),
        ];
    }

    /// <summary>The kept set-ups that were ticked, by number.</summary>
    public required IReadOnlyDictionary<int, SetupRow> Ticked { get; init; }

    /// <summary>The threads of the drawer.</summary>
    public required IReadOnlyList<Cone> Drawer { get; init; }

    /// <summary>Kept set-ups whose swatch passed, by their piece of work.</summary>
    public required IReadOnlyDictionary<int, Setup> Passed { get; init; }

    /// <summary>Everything that is still to be sewn, in its order, piece by piece.</summary>
    /// <param name="swatches">How many swatches a set-up takes that has not passed yet.</param>
    public IReadOnlyList<SeamToSew> ToSew(int swatches)
    {
        var tried = new HashSet<(int? Cloth, Setup Setup)>();
        return
        [
            .. Places.Select(p =>
            {
                var setup = p.Choice.Plan.Setup;
                var passed = Passed.TryGetValue(p.Seam.WorkId, out var kept) && kept == setup;
                // One set-up on one cloth is tried once, whatever seams are sewn with it.
                var first = tried.Add((Works.GetValueOrDefault(p.Seam.WorkId)?.ClothId, setup));
                return new SeamToSew(
                    p.Name, p.Choice.Plan,
                    [.. OpenCopies(p).SelectMany(c => Enumerable.Repeat(LengthMm(p.GarmentId, p.Seam, c), p.Seam.Times))], passed || !first ? 0 : swatches);
            }),
        ];
    }

    /// <summary>Garments that are made for others now than when the run was begun.</summary>
    public IEnumerable<int> MadeOtherwise => 
        Run.Parts.Where(p => Garments.TryGetValue(p.GarmentId, out var row) && !Run.Following(p.GarmentId, row.Entry).Parts.SequenceEqual(Run.Parts)).Select(p => p.GarmentId);

    /// <summary>How many seams on copies there are, and how many of them are sewn.</summary>
    public (int Sewn, int All) Count => (Run.Done.Count(t => Garments.TryGetValue(t.GarmentId, out var row) && row.Entry.Find(t.SeamId) is not null), Run.Parts.Sum(p => Garments.TryGetValue(p.GarmentId, out var row) ? row.Entry.Seams.Count * p.Wearers.Count : 0));

    private Setup? DoneWith(int garmentId, string seamId) =>
        Run.Done.LastOrDefault(t => t.GarmentId == garmentId && t.SeamId == seamId) is { } tick && Ticked.TryGetValue(tick.SetupId, out var setup) ? setup.Snapshot.Plan.Setup : null;
}
