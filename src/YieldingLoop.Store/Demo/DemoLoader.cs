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
        var machines = DemoWorkroom.Machines.Select(e => new MachineRow { Name = e.Name, Entry = e }).ToList();
        var needles = DemoDrawer.Needles.Select(e => new NeedleRow { Name = e.Name, Entry = e }).ToList();
        var threads = DemoDrawer.Threads.Select(e => new ThreadRow { Name = e.Name, Entry = e }).ToList();
        var states = machines.Zip(DemoWorkroom.States, (m, state) => new StateRow { Name = m.Name, Machine = m, Entry = state }).ToList();
        var seams = DemoWorkroom.Seams.Select(s => new SeamRow { Name = s.Seam.Name, Entry = s.Seam, Cloth = cloths[s.Cloth] }).ToList();
        foreach (var row in cloths.Cast<Row>().Concat(machines).Concat(seams).Concat(needles).Concat(threads).Concat(states))
        {
            Stamp(row);
        }

        context.AddRange(cloths);
        context.AddRange(machines);
        context.AddRange(seams);
        context.AddRange(needles);
        context.AddRange(threads);
        context.AddRange(states);
        foreach (var (source, row) in DemoWorkroom.Seams.Zip(seams))
        {
            if (source.Machine < 0)
            {
                continue;
            }

            var machine = machines[source.Machine];
            var overlocker = machine.Entry.AsOverlocker()!;
            var figures = row.Cloth!.Entry.Resolve().Value!;
            var plan = OverlockPlanner.Plan(new PlanRequest(figures, row.Entry, overlocker, Schools.Default));
            var snapshot = new SetupSnapshot(row.Cloth.Entry, figures, row.Entry, overlocker, plan.Value ?? throw new InvalidOperationException($"The demo's {row.Name} cannot be planned: {plan.Problems[0].Message}"));
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
            row.Demo = true;
            row.CreatedAt = row.ChangedAt = made;
            made = made.AddHours(17);
        }
    }
}
