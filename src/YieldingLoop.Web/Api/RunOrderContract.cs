using System.Text.Json;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Setups;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Web.Api;

/// <summary>Request of <c>POST /api/v1/run-orders</c>: everything the order is worked out from.</summary>
/// <param name="Machines">1 to 8 machines at hand.</param>
/// <param name="Garments">What is to be sewn: up to 60 different seams in all.</param>
/// <param name="Batch">How several copies are sewn: each seam on every copy before the next, or one copy to its end before the next.</param>
/// <param name="Locked">Seams in an order that has to stay: the identifier of a seam, or "garment/seam" where two garments call one the same.</param>
public sealed record RunOrderBody(IReadOnlyList<RunMachineBody> Machines, IReadOnlyList<RunGarmentBody> Garments, RunBatch Batch = RunBatch.SeamBySeam, IReadOnlyList<string>? Locked = null);

/// <summary>A machine at hand.</summary>
/// <param name="Id">What the answer calls it.</param>
/// <param name="Machine">Its record, with its kind: "overlocker", "coverstitch", "convertible" or "plain".</param>
/// <param name="State">What is on it; nothing is known where it is left out.</param>
public sealed record RunMachineBody(string Id, MachineDocument Machine, SetupDocument? State = null);

/// <summary>A garment, or several copies of it.</summary>
/// <param name="Id">What the answer calls it.</param>
/// <param name="Seams">Its seams.</param>
/// <param name="Count">How many copies.</param>
public sealed record RunGarmentBody(string Id, IReadOnlyList<RunSeamBody> Seams, int Count = 1);

/// <summary>A seam of a garment.</summary>
/// <param name="Id">What the answer calls it.</param>
/// <param name="Candidates">Up to 3 set-ups it can be sewn with, the best first.</param>
/// <param name="Name">The name a person knows it by; its identifier where it is left out.</param>
/// <param name="After">Seams of this garment that are sewn before it.</param>
public sealed record RunSeamBody(string Id, IReadOnlyList<RunCandidateBody> Candidates, string? Name = null, IReadOnlyList<string>? After = null);

/// <summary>A set-up a seam can be sewn with.</summary>
/// <param name="Machine">The machine it is for.</param>
/// <param name="Setup">The set-up.</param>
/// <param name="CostMinutes">Minutes that choosing it in the best one's stead costs; of the best, which stands first, it is not counted.</param>
public sealed record RunCandidateBody(string Machine, SetupDocument Setup, double CostMinutes = 0);

/// <summary>Answer of <c>POST /api/v1/run-orders</c>.</summary>
/// <param name="Order">Every seam in its place.</param>
/// <param name="Minutes">All changeovers, and what set-ups that are not the best cost.</param>
/// <param name="LowerBound">No order takes less, minutes.</param>
/// <param name="Proved">Whether this is one that takes least.</param>
public sealed record RunOrderResponse(IReadOnlyList<RunPlaceResponse> Order, double Minutes, double LowerBound, bool Proved)
{
    public static RunOrderResponse Of(RunOrderAnswer answer) => new(
        [.. answer.Order.Select(e => new RunPlaceResponse(e.SeamId, e.GarmentId, e.Copy, e.MachineId, e.Candidate, e.ChangeoverMinutes))],
        answer.Minutes, answer.LowerBoundMinutes, answer.Proved);
}

/// <summary>One place in the order.</summary>
/// <param name="Seam">The seam.</param>
/// <param name="Garment">The garment.</param>
/// <param name="Copy">Which copy, from 1; left out where a seam is sewn on every copy before the next.</param>
/// <param name="Machine">The machine it is sewn on.</param>
/// <param name="Candidate">Which of its set-ups, from 0.</param>
/// <param name="ChangeoverMinutes">Minutes before it can be sewn: going over to the machine, and the thread-up with its swatch.</param>
public sealed record RunPlaceResponse(string Seam, string Garment, int? Copy, string Machine, int Candidate, double ChangeoverMinutes);

/// <summary>Reads the body of <c>POST /api/v1/run-orders</c>, strictly, and answers it.</summary>
internal static class RunOrderRequestReader
{
    private const int LongestId = 60;

    public static RunOrderResponse? Read(JsonElement root, JsonErrors errors, CancellationToken stop)
    {
        if (ContractReader.Read<RunOrderBody>(root, errors) is not { } body)
        {
            return null;
        }

        foreach (var (i, machine) in body.Machines.Index())
        {
            Named($"machines[{i}].id", machine.Id, errors);
            var record = Documents.Read(machine.Machine);
            errors.Add($"machines[{i}].machine", MachineCheck.Problems(record).Select(p => MachinePaths.Of(record, p)));
        }

        foreach (var (i, garment) in body.Garments.Index())
        {
            Named($"garments[{i}].id", garment.Id, errors);
            foreach (var (k, seam) in garment.Seams.Index())
            {
                Named($"garments[{i}].seams[{k}].id", seam.Id, errors);
                Named($"garments[{i}].seams[{k}].name", seam.Name ?? seam.Id, errors);
            }
        }

        if (errors.Any)
        {
            return null;
        }

        var question = new RunOrderQuestion(
            [.. body.Machines.Select(m => new RunMachine(m.Id, Documents.Read(m.Machine), m.State?.ToSetup() ?? Setup.Unknown))],
            [.. body.Garments.Select(g => new RunGarment(g.Id, g.Count, [.. g.Seams.Select(Seam)]))], body.Batch, body.Locked ?? []);
        var order = RunOrder.Of(question, null, stop);
        errors.Add("", order.Problems);
        return order.Value is { } answer ? RunOrderResponse.Of(answer) : null;
    }

    private static RunSeam Seam(RunSeamBody seam) =>
        new(seam.Id, seam.Name ?? seam.Id, seam.After ?? [], [.. seam.Candidates.Select(c => new RunCandidate(c.Machine, c.Setup.ToSetup(), c.CostMinutes))]);

    private static void Named(string path, string name, JsonErrors errors)
    {
        if (string.IsNullOrWhiteSpace(name) || name.Length > LongestId)
        {
            errors.Add(path, $"A name of 1 to {LongestId} characters is expected here.");
        }
    }
}
