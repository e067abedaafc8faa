using System.Globalization;
using Microsoft.EntityFrameworkCore;
using SkiaSharp;
using YieldingLoop.Core.Care;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store.Demo;
using YieldingLoop.Store.Records;

namespace YieldingLoop.Store.Tests;

/// <summary>Workrooms that nobody thought of: the demo, with everything in it changed, doubled, put away and renamed at random.</summary>
internal static class RandomWorkroom
{
    private static readonly Lazy<byte[]> Begun = new(Begin);
    private static readonly string[] Oddities = ["", " “quoted”", " — naïve", " ÄÖ ß", " 縫い目", " =1+1", " <b>&amp;", " 😀", " \\ / | \""];

    /// <summary>The demo's database, made once.</summary>
    private static byte[] Begin()
    {
        using var file = new WorkroomFile();
        file.Open(context => DemoLoader.Load(context, file.Clock.Now));
        WorkroomDatabase.ClosePooled(file.DatabasePath);
        return File.ReadAllBytes(file.DatabasePath);
    }

    /// <summary>A workroom of a number: the same number, the same workroom.</summary>
    public static WorkroomFile Of(int seed)
    {
        var file = new WorkroomFile();
        File.WriteAllBytes(file.DatabasePath, Begun.Value);
        file.Open();
        using var context = file.Context();
        new Shaker(context, new Random(seed), file.Clock.Now).Shake();
        return file;
    }

    private sealed class Shaker(WorkroomContext context, Random random, DateTimeOffset now)
    {
        public void Shake()
        {
            Rename();
            Entries();
            Photos();
            Extra();
            PutAway();
            context.SaveChanges();
        }

        private Guid Key()
        {
            var bytes = new byte[16];
            random.NextBytes(bytes);
            return new Guid(bytes);
        }

        private bool Perhaps(double chance) => random.NextDouble() < chance;

        private string Odd(string name) => name + Oddities[random.Next(Oddities.Length)];

        private DateTimeOffset Moment() => now.AddTicks(-random.NextInt64(TimeSpan.FromDays(400).Ticks));

        /// <summary>Everything under identifiers of its own, made and changed at other moments, some of them the same.</summary>
        private void Rename()
        {
            foreach (var row in RecordKinds.All.SelectMany(k => k.Rows(context).AsTracking().ToList()))
            {
                (row.SubmissionKey, row.Demo) = (Key(), Perhaps(0.5));
                row.CreatedAt = Perhaps(0.3) ? now.AddDays(-100) : Moment();
                row.ChangedAt = row.CreatedAt.AddMinutes(random.Next(100_000));
            }

            context.Sewn.ToList().ForEach(s => s.Key = Key());
            context.SeatedNeedles.ToList().ForEach(n => n.Key = Key());
        }

        private void Entries()
        {
            foreach (var row in context.Cloths.ToList().Where(_ => Perhaps(0.6)))
            {
                row.Entry = row.Entry with { Name = Odd(row.Entry.Name), AcrossOriginalMm = 100, AcrossLoadedMm = Math.Round(100 + 150 * random.NextDouble(), random.Next(4)), AcrossRecoveredMm = null, Sheds = Perhaps(0.5), Colour = Perhaps(0.5) ? $"#{random.Next(0x1000000):x6}" : null };
                row.Name = row.Entry.Name.Trim();
            }

            foreach (var row in context.Machines.ToList().Where(_ => Perhaps(0.4)))
            {
                row.Entry = row.Entry with { Name = Odd(row.Entry.Name), StitchesPerMinute = random.Next(300, 1500), Care = new() { OilHours = Perhaps(0.5) ? random.Next(0, 20) : null, ServiceMonths = Perhaps(0.3) ? random.Next(1, 40) : null } };
                row.Name = row.Entry.Name.Trim();
            }

            foreach (var row in context.Threads.ToList())
            {
                (row.WoundFromId, row.WeighedAt) = (row.Id > 1 && Perhaps(0.2) ? random.Next(1, row.Id) : null, Perhaps(0.3) ? Moment() : row.WeighedAt);
                row.SewnSinceWeighed = Perhaps(0.5) ? random.NextDouble() * 1000 : null;
                row.Entry = row.Entry with { MetresLeft = Perhaps(0.7) ? Math.Round(random.NextDouble() * 4000, 2) : null, PricePerKm = Perhaps(0.3) ? random.NextDouble() * 9 : null, LabelText = Perhaps(0.5) ? Odd("120") : "" };
                row.Uses = [.. Enumerable.Range(0, random.Next(4)).Select(_ => new ThreadUse(random.NextDouble() * 100, random.NextDouble(), random.NextDouble() * 100))];
            }

            foreach (var row in context.Seams.ToList().Where(_ => Perhaps(0.4)))
            {
                (row.ClothId, row.Entry) = (random.Next(1, DemoWorkroom.Cloths.Count + 1), row.Entry with { LengthMm = Perhaps(0.5) ? random.Next(50, 2000) : null, Reinforced = Perhaps(0.3), OnSkin = Perhaps(0.3) });
            }

            foreach (var row in context.Wearers.ToList())
            {
                row.Entry = row.Entry with { Name = Odd(row.Entry.Name), Kind = Perhaps(0.5) ? WearerKind.Size : WearerKind.Person };
                row.Name = row.Entry.Name.Trim();
            }

            foreach (var row in context.Garments.ToList().Where(_ => Perhaps(0.6)))
            {
                row.Entry = row.Entry with { Seams = [.. row.Entry.Seams.Select(s => s with { LengthsMm = s.LengthsMm.SetItem(random.Next(1, 6), Math.Round(10 + 900 * random.NextDouble(), 1)), GirthsMm = Perhaps(0.4) ? s.GirthsMm.SetItem(random.Next(1, 6), random.Next(200, 900)) : s.GirthsMm })] };
            }

            foreach (var row in context.Runs.ToList())
            {
                row.Entry = row.Entry with
                {
                    Held = Perhaps(0.5) ? ["1/side", "1/neck"] : [], Order = Perhaps(0.5) ? ["1/side/1", "2/neck"] : [],
                    Closed = Perhaps(0.5) ? [new(random.Next(1, 5), new DateOnly(2026, random.Next(1, 13), random.Next(1, 28)))] : [],
                    Popped = Perhaps(0.5) ? [new(1, "side", random.Next(1, 4))] : [],
                };
                row.SetupInHandId = Perhaps(0.5) ? random.Next(1, 4) : null;
            }

            foreach (var row in context.Swatches.ToList())
            {
                row.Entry = row.Entry with { Note = Perhaps(0.5) ? Odd("Seen by the window.\nTwice.") : "", LeftOut = Perhaps(0.2) ? LeftOut.ByHand : null, StripOf = row.Id > 1 && Perhaps(0.2) ? 1 : null };
                (row.LeftOut, row.RunDownAt) = (row.Entry.LeftOut is not null, Perhaps(0.3) ? Moment() : null);
            }

            foreach (var row in context.ThreadUps.ToList())
            {
                (row.Done, row.StateVersion) = (random.Next(row.Entry.Steps.Count + 1), random.Next(3));
                (row.EndedAt, row.Fitted) = (Perhaps(0.3) ? Moment() : null, [.. Enumerable.Range(0, random.Next(3)).Select(i => new FittedNeedle(i, random.Next(1, 4), Perhaps(0.5)))]);
            }

            var settings = context.Settings.SingleOrDefault();
            if (settings is null && Perhaps(0.5))
            {
                context.Add(new SettingsRow { Settings = new WorkroomSettings { Currency = Perhaps(0.5) ? "£" : "kr", Words = WordRegion.American, Thread = new() { TailMm = random.Next(0, 300) } }, Version = 1, ChangedAt = now });
            }
        }

        private void Photos()
        {
            foreach (var row in context.Swatches.ToList().Where(_ => Perhaps(0.3)))
            {
                var photo = new PhotoRow { Key = Key(), Picture = Jpeg(), Thumbnail = Jpeg(), Width = 64, Height = 48, AddedAt = now };
                context.Add(photo);
                context.SaveChanges();
                (row.PhotoId, row.Entry) = (photo.Id, row.Entry with { Photo = new SwatchPhoto(photo.Key) { Ruler = Perhaps(0.5) ? new PhotoRuler(0.1, 0.2, 0.8, 0.25, 50) : null } });
            }
        }

        private byte[] Jpeg()
        {
            using var surface = SKSurface.Create(new SKImageInfo(64, 48));
            surface.Canvas.Clear(new SKColor((uint)random.NextInt64(0xFF000000, 0x100000000)));
            using var image = surface.Snapshot();
            using var data = image.Encode(SKEncodedImageFormat.Jpeg, 82);
            return data.ToArray();
        }

        /// <summary>What the demo has none of.</summary>
        private void Extra()
        {
            var machines = context.Machines.ToList();
            var machine = machines[random.Next(machines.Count)];
            if (Perhaps(0.5))
            {
                var start = Moment();
                context.Add(Care(machine, new() { Sat = new(start, null) }, start, open: true));
            }

            if (Perhaps(0.5))
            {
                context.Add(Care(machine, new() { Broke = new() { Seat = machine.Entry.Seats[0].Position, Found = Perhaps(0.5) ? ["tip"] : [], OutOfUse = false } }, Moment(), open: true));
            }

            foreach (var needle in context.SeatedNeedles.ToList().Where(_ => Perhaps(0.5)))
            {
                (needle.PackId, needle.ThreadUpId, needle.Step, needle.Hems) = (Perhaps(0.5) ? 1 : null, Perhaps(0.5) ? context.ThreadUps.Select(t => (int?)t.Id).FirstOrDefault() : null, Perhaps(0.5) ? 2 : null, random.Next(9));
            }

            for (var i = random.Next(6); i > 0; i--)
            {
                context.Add(new SewnRow
                {
                    Key = Key(), MachineId = machine.Id, At = Moment(), Name = Odd("Seam"), SeamMm = random.NextDouble() * 5000, ThreadMetres = random.NextDouble() * 9, Stitches = random.Next(90_000), Hem = Perhaps(0.5), Timed = Perhaps(0.5),
                    TakenBackAt = Perhaps(0.2) ? now : null, Taken = [new(random.Next(1, 5).ToString(CultureInfo.InvariantCulture), "Cone", 1.5)], NeedleIds = [1, 2], SwatchId = Perhaps(0.5) ? 1 : null, RunId = Perhaps(0.5) ? 1 : null,
                });
            }
        }

        private CareRow Care(MachineRow machine, CareEntry entry, DateTimeOffset at, bool open) =>
            new() { Name = machine.Name, MachineId = machine.Id, Entry = entry, KindId = entry.KindId, At = at, Open = open, SubmissionKey = Key(), CreatedAt = at, ChangedAt = at };

        private void PutAway()
        {
            context.SaveChanges();
            foreach (var row in RecordKinds.PutAway.SelectMany(k => k.Rows(context).AsTracking().ToList()).Where(_ => Perhaps(0.15)))
            {
                (row.PutAwayAt, row.PutAwayWith) = (Moment(), Key());
            }
        }
    }
}
