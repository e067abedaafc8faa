using YieldingLoop.Core.Setups;

namespace YieldingLoop.Store.Demo;

/// <summary>Writes the demo into an empty workroom.</summary>
public static class DemoLoader
{
    /// <summary>All records in one transaction: the whole demo or nothing.</summary>
    /// <param name="context">An empty database.</param>
    /// <param name="now">The moment the newest record was made; the others lie before it.</param>
    public static void Load(WorkroomContext context, DateTimeOffset now)
    {
        var made = now.AddDays(-40);
        var cloths = DemoWorkroom.Cloths.Select(e => new ClothRow { Name = e.Name, Entry = e }).ToList();
        var machines = DemoWorkroom.Overlockers.Select(e => new MachineRow { Name = e.Name, Entry = e }).ToList();
        var seams = DemoWorkroom.Seams.Select(s => new SeamRow { Name = s.Seam.Name, Entry = s.Seam, Cloth = cloths[s.Cloth] }).ToList();
        foreach (var row in cloths.Cast<Row>().Concat(machines).Concat(seams))
        {
            Stamp(row);
        }

        context.AddRange(cloths);
        context.AddRange(machines);
        context.AddRange(seams);
        foreach (var (source, row) in DemoWorkroom.Seams.Zip(seams))
        {
            if (source.Machine < 0)
            {
                continue;
            }

            var machine = machines[source.Machine];
            var figures = row.Cloth!.Entry.Resolve().Value!;
            var plan = OverlockPlanner.Plan(new PlanRequest(figures, row.Entry, machine.Entry, Schools.Default));
            var snapshot = new SetupSnapshot(row.Cloth.Entry, figures, row.Entry, machine.Entry, plan.Value ?? throw new InvalidOperationException($"The demo's {row.Name} cannot be planned: {plan.Problems[0].Message}"));
            var setup = Workroom.SetupOf(snapshot);
            (setup.Seam, setup.Cloth, setup.Machine) = (row, row.Cloth, machine);
            Stamp(setup);
            setup.SwatchPassedAt = source.Passed ? setup.CreatedAt.AddMinutes(35) : null;
            context.Add(setup);
        }

        context.SaveChanges();

        void Stamp(Row row)
        {
            row.SubmissionKey = Guid.NewGuid();
            row.CreatedAt = row.ChangedAt = made;
            made = made.AddHours(29);
        }
    }
}
