using Microsoft.EntityFrameworkCore;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Seams;
using YieldingLoop.Store.Demo;

namespace YieldingLoop.Store.Tests;

/// <summary>Garments are written together with the seams they are made of.</summary>
public sealed class GarmentStoreTests : IDisposable
{
    private readonly WorkroomFile file = new();

    public GarmentStoreTests() => file.Open(context => DemoLoader.Load(context, file.Clock.Now));

    public void Dispose() => file.Dispose();

    private async Task<T> OnAsync<T>(Func<Garments, Task<T>> work)
    {
        await using var context = file.Context();
        return await work(new Garments(context, file.Clock));
    }

    private async Task<SeamRow> SeamAsync(int id)
    {
        await using var context = file.Context();
        return await context.Seams.AsNoTracking().FirstAsync(s => s.Id == id);
    }

    private Task<GarmentRow> GarmentAsync(int id) => OnAsync(g => g.All.FirstAsync(r => r.Id == id));

    [Fact]
    public async Task The_demo_s_seams_ask_what_its_rowers_ask_of_them()
    {
        foreach (var garment in DemoGarments.All)
        {
            Assert.Empty(garment.Problems(s => s.Id));
            var wearers = await OnAsync(g => g.ForAsync(garment));
            Assert.Equal(garment.Sizes.Count, wearers.Count);
            foreach (var seam in garment.Seams.Where(s => s.MeasureId is not null))
            {
                var work = (await SeamAsync(seam.WorkId)).Entry;
                Assert.Equal(work, SeamAsked.Of(seam, work, wearers.Select(w => (w.Id, w.Entry)))[0].Seam);
            }
        }

        Assert.Equal(9, DemoGarments.All.Sum(g => g.Count));
    }

    [Fact]
    public async Task A_garment_of_a_kind_comes_with_its_seams_and_the_same_form_makes_it_once()
    {
        var key = Guid.NewGuid();
        var start = new GarmentStart(" Leggings ", GarmentKinds.Find("leggings")!, 1, 4, [new(1, 2), new(4)]);
        var made = Assert.IsType<SaveResult.Saved>(await OnAsync(g => g.MakeAsync(start, key)));
        Assert.Equal(made with { Again = true }, await OnAsync(g => g.MakeAsync(start, key)));
        var garment = (await GarmentAsync(made.Id)).Entry;
        Assert.Equal(("Leggings", 3), (garment.Name, garment.Count));
        Assert.Equal(["inside-leg", "crotch", "waist", "hem"], garment.Seams.Select(s => s.Id));
        var works = await OnAsync(g => g.WorksAsync(garment));
        Assert.Equal(4, works.Count);
        Assert.All(works.Values, w => Assert.True(w.Entry.Resolve().Succeeded));
        var waist = works[garment.Find("waist")!.WorkId];
        Assert.Equal((1, SeamJob.Elastic, 4), (waist.ClothId, waist.Entry.Job, waist.Entry.Other!.ClothId));
        // The demo and its thirteen seams, and no half garment where something is missing.
        foreach (var wrong in new[] { start with { ClothId = 99 }, start with { SecondClothId = 99 }, start with { Sizes = [new(99)] } })
        {
            Assert.IsType<SaveResult.Missing>(await OnAsync(g => g.MakeAsync(wrong, Guid.NewGuid())));
        }

        await using var context = file.Context();
        Assert.Equal(DemoWorkroom.Seams.Count + 4, await context.Seams.CountAsync());
    }

    [Fact]
    public async Task What_whoever_asks_most_asks_is_written_into_the_seam_with_the_garment_and_with_the_wearer()
    {
        var row = await GarmentAsync(1);
        var leg = row.Entry.Find("leg-hem")!;
        var smaller = row.Entry with { Seams = [.. row.Entry.Seams.Select(s => s == leg ? leg with { LengthsMm = leg.LengthsMm.SetItem(1, 400) } : s)] };
        Assert.IsType<SaveResult.Saved>(await OnAsync(g => g.SaveAsync(smaller, 1, row.Version, Guid.NewGuid())));
        // Bow's 528 mm round a leg of 400 mm is more than Stroke's 560 round 470.
        Assert.Equal((528, 400), ((await SeamAsync(leg.WorkId)).Entry.GirthMm, (await SeamAsync(leg.WorkId)).Entry.GarmentMm));
        var bow = await OnAsync(g => g.Wearers.FirstAsync(w => w.Id == 1));
        Assert.IsType<SaveResult.Saved>(await OnAsync(g => g.SaveAsync(bow.Entry with { MeasuresMm = bow.Entry.MeasuresMm.SetItem("thigh", 500) }, 1, bow.Version, Guid.NewGuid())));
        Assert.Equal(500, (await SeamAsync(leg.WorkId)).Entry.GirthMm);
        // From an older version nothing is written, to the garment or to its seams.
        Assert.IsType<SaveResult.Stale>(await OnAsync(g => g.SaveAsync(row.Entry, 1, row.Version, Guid.NewGuid())));
        Assert.Equal(500, (await SeamAsync(leg.WorkId)).Entry.GirthMm);
        Assert.IsType<SaveResult.Missing>(await OnAsync(g => g.SaveAsync(row.Entry with { Sizes = [new(77)] }, 1, row.Version + 1, Guid.NewGuid())));
    }
}
