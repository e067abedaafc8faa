using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Garments;

/// <summary>What keeps a run from being put in order, by field as the question names them.</summary>
internal static class RunOrderCheck
{
    /// <summary>What is wrong with the question itself; what is wrong with its set-ups shows when the machines are asked.</summary>
    public static IReadOnlyList<Problem> Problems(RunOrderQuestion question)
    {
        var problems = new List<Problem>();
        void Add(string field, string message, Finding? finding = null) => problems.Add(new(field, message) { Finding = finding });

        if (question.Machines.Count is 0 or > RunProblem.MostMachines)
        {
            Add("machines", question.Machines.Count == 0 ? "There is no machine to sew on." : $"A run is sewn on {RunProblem.MostMachines} machines at most.");
        }

        foreach (var (i, machine) in question.Machines.Index().Where(m => question.Machines.Take(m.Index).Any(o => o.Id == m.Item.Id)))
        {
            Add($"machines[{i}].id", $"Two machines are called “{machine.Id}”.");
        }

        if (question.Garments.Sum(g => g.Seams.Count) is var seams && seams > RunOrderQuestion.MostSeams)
        {
            Add("garments", $"These are {seams} different seams; {RunOrderQuestion.MostSeams} fit into one run. Sew some of the garments in a run of their own.");
        }
        else if (question.Garments.Count == 0)
        {
            Add("garments", "There is no garment to sew.");
        }

        foreach (var (i, garment) in question.Garments.Index())
        {
            Garment(question, i, garment, Add);
        }

        Locked(question, Add);
        if (problems.Count == 0 && RunItems.Of(question) is var items && items.Count > RunProblem.MostItems)
        {
            Add("batch", $"One by one these are {items.Count} seams to sew; {RunProblem.MostItems} fit into one run. Sew each seam on every copy before the next, or fewer copies in one run.");
        }

        return problems;
    }

    private static void Garment(RunOrderQuestion question, int index, RunGarment garment, Action<string, string, Finding?> add)
    {
        var field = $"garments[{index}]";
        if (question.Garments.Take(index).Any(g => g.Id == garment.Id))
        {
            add(field + ".id", $"Two garments are called “{garment.Id}”.", null);
        }

        if (garment.Count is < 1 or > RunGarment.MostCopies)
        {
            add(field + ".count", $"Of a garment 1 to {RunGarment.MostCopies} copies are sewn.", null);
        }

        if (garment.Seams.Count == 0)
        {
            add(field + ".seams", $"“{garment.Id}” has no seam.", null);
        }

        foreach (var (k, seam) in garment.Seams.Index())
        {
            var at = $"{field}.seams[{k}]";
            if (garment.Seams.Take(k).Any(s => s.Id == seam.Id))
            {
                add(at + ".id", $"Two seams of this garment are called “{seam.Id}”.", null);
            }

            foreach (var (a, after) in seam.After.Index())
            {
                if (garment.Seams.All(s => s.Id != after))
                {
                    add($"{at}.after[{a}]", $"This garment has no seam “{after}”.", null);
                }
                else if (after == seam.Id)
                {
                    add($"{at}.after[{a}]", $"“{seam.Name}” cannot come after itself.", null);
                }
                else if (seam.After.Take(a).Contains(after))
                {
                    add($"{at}.after[{a}]", $"“{after}” stands here twice.", null);
                }
            }

            if (seam.Candidates.Count == 0)
            {
                add(at + ".candidates", $"“{seam.Name}” has no set-up that holds. Plan it, or leave it out of this run.", new Finding("run-no-setup").With("seam", seam.Name));
            }
            else if (seam.Candidates.Count > RunSeam.MostCandidates)
            {
                add(at + ".candidates", $"A seam is planned with {RunSeam.MostCandidates} set-ups at most.", null);
            }

            foreach (var (c, candidate) in seam.Candidates.Index())
            {
                if (question.Machines.All(m => m.Id != candidate.MachineId))
                {
                    add($"{at}.candidates[{c}].machine", $"There is no machine “{candidate.MachineId}” at hand.", new Finding("run-machine-gone").With("seam", seam.Name).With("machine", candidate.MachineId));
                }

                if (!(candidate.CostMinutes is >= 0 and <= RunCandidate.MostCostMinutes))
                {
                    add($"{at}.candidates[{c}].costMinutes", $"What is given up is worth 0 to {RunCandidate.MostCostMinutes:0} minutes.", null);
                }
            }
        }
    }

    private static void Locked(RunOrderQuestion question, Action<string, string, Finding?> add)
    {
        foreach (var (i, locked) in question.Locked.Index())
        {
            var named = question.Named(locked);
            if (named.Count != 1)
            {
                add($"locked[{i}]", named.Count == 0 ? $"There is no seam “{locked}”." : $"Two garments have a seam “{locked}”: write “{question.Garments[named[0].Garment].Id}/{locked}”.", null);
            }
            else if (question.Locked.Take(i).SelectMany(question.Named).Contains(named[0]))
            {
                add($"locked[{i}]", $"“{locked}” stands here twice.", null);
            }
        }
    }
}
