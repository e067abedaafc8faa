using System.Globalization;
using YieldingLoop.Core.Care;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;

namespace YieldingLoop.Store.Demo;

/// <summary>Writes the demo into an empty workroom.</summary>
public static class DemoLoader
{
    /// <summary>
    /// Works out the demo's set-ups, most of the time a first start takes. It needs no database, and can be begun before
    /// there is one.
    /// </summary>
    /// <returns>For every seam of <see cref="DemoWorkroom.Seams"/> its set-up; null where none is kept.</returns>
    public static IReadOnlyList<SetupPlan?> Plans() => [.. DemoWorkroom.Seams.AsParallel().AsOrdered().Select(Plan)];

    /// <summary>All records in one transaction: the whole demo or nothing.</summary>
    /// <param name="context">An empty database.</param>
    /// <param name="now">The moment the newest record was made; the others lie before it.</param>
    /// <param name="plans">The set-ups, where they are being worked out already; null works them out.</param>
    public static void Load(WorkroomContext context, DateTimeOffset now, Task<IReadOnlyList<SetupPlan?>>? plans = null)
    {
        var (made, keys) = (now.AddDays(-45), 0);
        var cloths = DemoWorkroom.Cloths.Select(e => new ClothRow { Name = e.Name, Entry = e }).ToList();
        var machines = DemoWorkroom.Machines.Select(e => new MachineRow { Name = e.Name, Entry = e }).ToList();
        var needles = DemoDrawer.Needles.Select(e => new NeedleRow { Name = e.Name, Entry = e }).ToList();
        var threads = DemoDrawer.Threads.Select(e => new ThreadRow { Name = e.Name, Entry = e, WeighedAt = e.Weighed is null ? null : now.AddDays(-6), SewnSinceWeighed = e.Weighed is null ? null : 0, Uses = e.Weighed is null ? [] : DemoDrawer.Uses }).ToList();
        var states = machines.Zip(DemoWorkroom.States, (m, state) => new StateRow { Name = m.Name, Machine = m, Entry = state }).ToList();
        var seams = DemoWorkroom.Seams.Select(s => new SeamRow { Name = s.Seam.Name, Entry = s.Seam, Cloth = cloths[s.Cloth] }).ToList();
        var rules = DemoWorkroom.Rules.Select(e => new RuleRow { Name = e.Name, Entry = e }).ToList();
        var wearers = DemoGarments.Wearers.Select(e => new WearerRow { Name = e.Name, Entry = e }).ToList();
        var garments = DemoGarments.All.Select(e => new GarmentRow { Name = e.Name, Entry = e }).ToList();
        foreach (var row in cloths.Cast<Row>().Concat(machines).Concat(seams).Concat(needles).Concat(threads).Concat(states).Concat(rules))
        {
            Stamp(row);
        }

        foreach (var row in wearers.Cast<Row>().Concat(garments))
        {
            (row.SubmissionKey, row.Demo) = (Key(), true);
            row.CreatedAt = row.ChangedAt = now.AddDays(-30);
        }

        context.AddRange(cloths);
        context.AddRange(machines);
        context.AddRange(seams);
        context.AddRange(needles);
        context.AddRange(threads);
        context.AddRange(states);
        context.AddRange(rules);
        context.AddRange(wearers);
        context.AddRange(garments);
        var seated = DemoMachines.NeedlesIn.Select(n => new SeatedNeedleRow
        {
            Machine = machines[n.Machine], Seat = n.Seat, Key = Key(), Needle = DemoWorkroom.States[n.Machine].Needles[n.Seat].Value, FittedAt = now.AddDays(-n.Days), Stitches = n.Stitches,
        }).ToList();
        context.AddRange(seated);
        var passedBy = new List<(SetupRow Setup, SwatchRow Swatch)>();
        foreach (var ((source, row), plan) in DemoWorkroom.Seams.Zip(seams).Zip(plans?.GetAwaiter().GetResult() ?? Plans()))
        {
            if (plan is null)
            {
                continue;
            }

            var machine = machines[source.Machine];
            var figures = row.Cloth!.Entry.Resolve().Value!;
            var snapshot = new SetupSnapshot(row.Cloth.Entry, figures, row.Entry, plan.Setup.HeadOf(machine.Entry), plan);
            var setup = Keep(snapshot, row, machine);
            setup.SwatchPassedAt = source.Passed ? setup.CreatedAt.AddMinutes(35) : null;
            foreach (var (number, entry) in (DemoSwatches.Seams.Contains(source.Seam.Name) ? DemoSwatches.Of(plan, snapshot.Machine, source.Passed) : []).Index())
            {
                foreach (var done in number == 1 && !source.Passed ? DemoSwatches.Between(plan, snapshot.Machine) : [])
                {
                    var step = new CoachRow { Name = setup.Name, Entry = done, Setup = setup };
                    Stamp(step);
                    context.Add(step);
                }

                var swatch = new SwatchRow
                {
                    Name = setup.Name, Entry = entry, Setup = setup, Seam = row, Cloth = row.Cloth, Machine = machine,
                };
                Swatches.Fill(swatch, entry, setup);
                Stamp(swatch);
                context.Add(swatch);
                if (swatch.Passed && Swatches.AsCard(plan, entry))
                {
                    passedBy.Add((setup, swatch));
                }
            }

            if (source.Seam.Name == DemoWorkroom.AmendedSeam)
            {
                // Its first swatch failed: the loops hung to the back, and the upper looper went a step tighter.
                var upper = plan.Threads.Single(t => t.Position == ThreadPosition.UpperLooper);
                var dial = snapshot.Machine.DialOf(upper.Position);
                var change = new Setup { Dials = Places.Of((upper.Position, dial.NumberFor(upper.StepsTighter + 1))), StitchLengthMm = plan.StitchLengthMm - 0.5 };
                var amended = Keep(snapshot with { Plan = Amendment.Amend(plan, change, snapshot.Machine, figures, row.Entry).Value! }, row, machine);
                (amended.Earlier, amended.Edition, amended.Remark) = (setup, 2, "First swatch gaped at the fold, loops to the back");
                Begin(amended, machine, DemoWorkroom.States[source.Machine]);
            }
        }

        var attempts = DemoPractice.Attempts();
        foreach (var (i, (entry, skill, ended, clean)) in attempts.Index())
        {
            // Over a fortnight, the last one an hour ago.
            var at = now.AddHours(-1 - 22 * (attempts.Count - 1 - i));
            context.Add(new PracticeRow
            {
                Name = entry.CaseName, Entry = entry, SkillId = skill.Id, Clean = clean, SubmissionKey = Key(), Demo = true, CreatedAt = at, ChangedAt = at, EndedAt = ended ? at.AddMinutes(4) : null,
            });
        }

        foreach (var (machine, days, metres, stitches) in DemoCare.Sewn)
        {
            context.Add(new SewnRow { Key = Key(), Machine = machines[machine], At = now.AddDays(-days), Name = "An evening’s sewing", SeamMm = metres * 1000, Stitches = stitches });
        }

        foreach (var (machine, entry, at) in DemoCare.Done.Select(d => (d.Machine, new CareEntry { Done = new(d.TaskId, d.Note) }, now.AddDays(-d.Days)))
            .Concat(DemoCare.Sat.Select(s => (s.Machine, new CareEntry { Sat = new(now.AddDays(-s.Days), now.AddDays(-s.Days).AddMinutes(s.Minutes)) }, now.AddDays(-s.Days)))))
        {
            context.Add(new CareRow
            {
                Name = machines[machine].Name, Machine = machines[machine], Entry = entry, KindId = entry.KindId, At = at, EndedAt = entry.Sat?.End, Seconds = (long)(entry.Sat?.Until(now).TotalSeconds ?? 0),
                SubmissionKey = Key(), Demo = true, CreatedAt = at, ChangedAt = at,
            });
        }

        context.Add(new PaletteRow { Name = DemoCare.Colours.Name, Entry = DemoCare.Colours, SubmissionKey = Key(), Demo = true, CreatedAt = now.AddDays(-30), ChangedAt = now.AddDays(-30) });
        context.SaveChanges();
        var run = Run();
        context.Add(run);
        context.SaveChanges();
        foreach (var tick in run.Entry.Done)
        {
            var setup = context.Setups.Local.First(s => s.Id == tick.SetupId);
            context.Add(new SewnRow
            {
                Key = Key(), MachineId = setup.MachineId, At = tick.At, Name = setup.Name, SeamMm = tick.SewnMm ?? 0, Stitches = tick.Stitches, ThreadMetres = tick.Taken.Sum(t => t.Metres), Taken = tick.Taken, NeedleIds = tick.NeedleIds, RunId = run.Id,
            });
        }

        foreach (var (setup, swatch) in passedBy)
        {
            setup.PassedBySwatchId = swatch.Id;
        }

        context.SaveChanges();

        // The squad's order, of which two rowers have their side seams since this morning.
        RunRow Run()
        {
            var first = DemoGarments.All[0].Seams[0];
            var setup = context.Setups.Local.First(s => s.Seam == seams[first.WorkId - 1]);
            var parts = DemoGarments.All.Select((g, i) => RunPart.Of(i + 1, g)).ToList();
            var ticks = Enumerable.Range(1, 2).Select(copy =>
            {
                var length = first.LengthsMm[parts[0].Wearers[copy - 1]] * first.Times;
                return new RunTick
                {
                    GarmentId = 1, SeamId = first.Id, Copy = copy, SetupId = setup.Id, At = now.AddMinutes(-200 + 25 * copy), SewnMm = length,
                    Taken = [.. Cones.OfSeam(setup.Snapshot, length, Core.Seams.ThreadAllowance.Default, first.Times).Where(t => threads.Exists(c => c.Id.ToString(CultureInfo.InvariantCulture) == t.ConeId && c.Entry.MetresLeft is not null))],
                    Stitches = Cones.WorkAlong(setup.Snapshot, length).Stitches,
                    NeedleIds = [.. seated.Where(n => n.MachineId == setup.MachineId && setup.Snapshot.Plan.Setup.Needles[n.Seat].TryGet(out var needle) && needle.Serves(n.Needle)).Select(n => n.Id)],
                };
            }).ToList();
            return new RunRow
            {
                Name = DemoGarments.RunName, Entry = new SewingRun { Name = DemoGarments.RunName, Parts = parts, Done = ticks }, SubmissionKey = Key(), Demo = true, CreatedAt = now.AddDays(-2), ChangedAt = ticks[^1].At,
            };
        }

        // The same in every workroom, so that a demo that is taken in from another one is not there twice.
        Guid Key() => new(0x7E54A1E0, 0, 0x4000, [0xA0, 0, 0, 0, 0, 0, (byte)(++keys >> 8), (byte)keys]);

        SetupRow Keep(SetupSnapshot snapshot, SeamRow seam, MachineRow machine)
        {
            var setup = Workroom.SetupOf(snapshot);
            (setup.Seam, setup.Cloth, setup.Machine) = (seam, seam.Cloth, machine);
            Stamp(setup);
            context.Add(setup);
            return setup;
        }

        // Switched off, and then the kettle called.
        void Begin(SetupRow setup, MachineRow machine, Setup state)
        {
            var way = ThreadUpPlanner.Plan(ThreadUpQuestion.Onto(setup.Snapshot.Plan.Setup, setup.Snapshot.Plan.Baseline, machine.Entry, state, ChosenSchools.Default)).Value!;
            var begun = new ThreadUpRow { Name = setup.Name, Entry = way, Machine = machine, Setup = setup, Done = 1, StateVersion = 1 };
            Stamp(begun);
            context.Add(begun);
        }

        void Stamp(Row row)
        {
            row.SubmissionKey = Key();
            row.Demo = true;
            row.CreatedAt = row.ChangedAt = made;
            made = made.AddHours(17);
        }
    }

    private static SetupPlan? Plan((int Cloth, SeamEntry Seam, int Machine, bool Passed) source)
    {
        if (source.Machine < 0)
        {
            return null;
        }

        var question = PlanQuestion.OnOne(DemoWorkroom.Cloths[source.Cloth].Resolve().Value!, source.Seam, DemoWorkroom.Machines[source.Machine], ChosenSchools.Default)
            with
        { Drawer = new Drawer(DemoDrawer.Needles, DemoDrawer.Cones) };
        return Planner.Best(question).Value?.Plan ?? throw new InvalidOperationException($"The demo's {source.Seam.Name} cannot be planned.");
    }
}
