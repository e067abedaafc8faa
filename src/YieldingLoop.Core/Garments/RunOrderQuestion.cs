using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Setups;

namespace YieldingLoop.Core.Garments;

/// <summary>How several copies of a garment are sewn.</summary>
public enum RunBatch
{
    /// <summary>Each seam on every copy before the next.</summary>
    SeamBySeam,

    /// <summary>One copy to its end before the next.</summary>
    GarmentByGarment,
}

/// <summary>A machine at hand.</summary>
/// <param name="Id">What it is called here.</param>
/// <param name="Machine">The machine.</param>
/// <param name="State">What is on it now.</param>
public sealed record RunMachine(string Id, Machine Machine, Setup State);

/// <summary>A set-up a seam can be sewn with.</summary>
/// <param name="MachineId">The machine it is for.</param>
/// <param name="Setup">The set-up.</param>
/// <param name="CostMinutes">What choosing it in the best one's stead is worth avoiding, minutes; of the best it is not asked.</param>
public sealed record RunCandidate(string MachineId, Setup Setup, double CostMinutes = 0)
{
    /// <summary>Minutes that a point of spare given up stands for. Working value.</summary>
    public const double MinutesPerPoint = 0.1;

    /// <summary>Most that it may be worth, minutes.</summary>
    public const double MostCostMinutes = 1000;
}

/// <summary>A seam of a garment.</summary>
/// <param name="Id">What it is called here; no other seam of its garment is called so.</param>
/// <param name="Name">The name a person knows it by.</param>
/// <param name="After">Seams of this garment that are sewn before it.</param>
/// <param name="Candidates">The set-ups it can be sewn with, the best first.</param>
public sealed record RunSeam(string Id, string Name, IReadOnlyList<string> After, IReadOnlyList<RunCandidate> Candidates)
{
    /// <summary>Most set-ups a seam is planned with.</summary>
    public const int MostCandidates = 3;

    /// <summary>The copies that have it already, from 1.</summary>
    public IReadOnlyCollection<int> SewnCopies { get; init; } = [];
}

/// <summary>A garment, or several copies of it.</summary>
/// <param name="Id">What it is called here.</param>
/// <param name="Count">How many copies.</param>
/// <param name="Seams">Its seams.</param>
public sealed record RunGarment(string Id, int Count, IReadOnlyList<RunSeam> Seams)
{
    /// <summary>Most copies of one garment.</summary>
    public const int MostCopies = 99;
}

/// <summary>Everything the order of a run is worked out from.</summary>
/// <param name="Machines">The machines at hand, with what is on them now.</param>
/// <param name="Garments">What is to be sewn.</param>
/// <param name="Batch">How copies are sewn.</param>
/// <param name="Locked">Seams in an order that has to stay: the identifier of a seam, or "garment/seam" where two garments call one the same.</param>
public sealed record RunOrderQuestion(IReadOnlyList<RunMachine> Machines, IReadOnlyList<RunGarment> Garments, RunBatch Batch, IReadOnlyList<string> Locked)
{
    /// <summary>Most different seams of a run.</summary>
    public const int MostSeams = 60;

    /// <summary>The machine somebody sits at already; null where nobody does.</summary>
    public string? AtMachineId { get; init; }

    /// <summary>Every seam with its garment, in the order given.</summary>
    internal IReadOnlyList<(int Garment, int Seam)> Seams { get; } = [.. Garments.SelectMany((g, i) => g.Seams.Select((_, k) => (i, k)))];

    /// <summary>The seam itself.</summary>
    internal RunSeam Of((int Garment, int Seam) place) => Garments[place.Garment].Seams[place.Seam];

    /// <summary>The seams that a locked name may mean.</summary>
    internal IReadOnlyList<(int Garment, int Seam)> Named(string locked) =>
        [.. Seams.Where(s => Of(s).Id == locked) is var plain && plain.Any() ? plain : Seams.Where(s => $"{Garments[s.Garment].Id}/{Of(s).Id}" == locked)];

    /// <summary>The seam as errors speak of it: "“Side seam” of “Unisuit”".</summary>
    internal string NameOf((int Garment, int Seam) place) => Garments.Count == 1 ? $"“{Of(place).Name}”" : $"“{Of(place).Name}” of “{Garments[place.Garment].Id}”";
}
