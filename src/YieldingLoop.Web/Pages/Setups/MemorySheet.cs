using Microsoft.AspNetCore.Html;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using YieldingLoop.Store;
using YieldingLoop.Web.Drawings;
using YieldingLoop.Web.Forms;

namespace YieldingLoop.Web.Pages.Setups;

/// <summary>What one dial of a machine remembers: its drawing, where to turn next, and the swatches that rests on.</summary>
/// <param name="Name">What is turned.</param>
/// <param name="Drawing">Its drawing.</param>
/// <param name="From">Where it stands, as written on the machine.</param>
/// <param name="To">Where to turn it; null where it stays.</param>
/// <param name="Way">Which way that is, in words.</param>
/// <param name="Says">What is known, in sentences.</param>
/// <param name="RestsOn">Swatches it rests on.</param>
public sealed record MemoryPart(string Name, IHtmlContent Drawing, string From, string? To, string Way, IReadOnlyList<string> Says, IReadOnlyList<int> RestsOn)
{
    /// <summary>Whose dial it is; null for feed and knife.</summary>
    public ThreadPosition? Position { get; init; }
}

/// <summary>The dial memory of a set-up on its machine: loopers, feed and knife, each with what the machine's swatches taught.</summary>
public sealed class MemorySheet
{
    private readonly SetupSnapshot snapshot;
    private readonly IReadOnlyList<TaughtSwatch> swatches;
    private readonly Setup setup;
    private readonly Machine head;
    private readonly SeamCase seam;
    private readonly Teaching taught;
    private readonly string cloth;
    private readonly Wording wording;

    private MemorySheet(SetupSnapshot snapshot, Setup sewn, SeamCase known, IReadOnlyList<TaughtSwatch> swatches, string cloth, Wording wording)
    {
        (this.snapshot, this.cloth, this.wording) = (snapshot, cloth, wording);
        this.swatches = [.. swatches.Where(s => !s.LeftOut)];
        setup = sewn.Over(snapshot.Plan.Setup);
        head = setup.HeadOf(snapshot.Plan.Tuned(snapshot.Machine));
        taught = Teaching.For(swatches, known, cloth);
        seam = known with { Learnt = taught.Learnt };
        Parts = [.. new[] { Loopers(), Feed(), Knife() }.OfType<MemoryPart>()];
        LeftOut = [.. swatches.Where(s => s.LeftOut).Select(s => s.Id).Order()];
    }

    /// <summary>What is remembered: of the loopers, the feed and the knife, as far as the machine has them.</summary>
    public IReadOnlyList<MemoryPart> Parts { get; }

    /// <summary>Swatches of the machine that were left out.</summary>
    public IReadOnlyList<int> LeftOut { get; }

    /// <summary>The sheet; null where what the machine stands at makes no stitch.</summary>
    /// <param name="snapshot">The set-up.</param>
    /// <param name="sewn">What the machine stands at.</param>
    /// <param name="swatches">The machine's swatches, the newest first.</param>
    /// <param name="cloth">Its kind of cloth.</param>
    /// <param name="wording">How things are called.</param>
    public static MemorySheet? Of(SetupSnapshot snapshot, Setup sewn, IReadOnlyList<TaughtSwatch> swatches, string cloth, Wording wording) =>
        Store.Swatches.CaseOf(snapshot, new() { Setup = sewn }) is { } seam ? new(snapshot, sewn, seam, swatches, cloth, wording) : null;

    private MemoryPart? Loopers()
    {
        if (seam.Geometry.Stitch.Family != StitchFamily.Overlock || snapshot.Plan.Targets.MeetingLineMm is not { } wanted || MeetingPair.Of(seam) is not { } pair
            || head.DialPlaceOf(ThreadPosition.UpperLooper) is not { } place || !setup.Dials[place].TryGet(out var stands)
            || SeamAssessment.MeetingLineAtNeutralMm(seam, SeamAssessment.Of(seam).Seam) is not { } neutral)
        {
            return null;
        }

        var aim = wanted.Wanted ?? 0;
        // What lies within the tolerance is left alone.
        var turn = wanted.Met(SeamAssessment.Of(seam).MeetingLineMm!.Value.Middle) ? null : DialTurn.For(seam, setup, head, aim);
        // What turns is shown on its own ruler; the other looper stays where it is.
        var position = turn?.Position ?? ThreadPosition.UpperLooper;
        place = head.DialPlaceOf(position)!.Value;
        stands = setup.Dials[place].Number()!.Value;
        var dial = head.DialOf(place);
        var upper = position == ThreadPosition.UpperLooper;
        var now = seam.DialDifference!.Value;
        double Difference(double number) => now + (upper ? 1 : -1) * (dial.StepsTighter(number) - dial.StepsTighter(stands));
        double Number(double difference) => dial.Neutral + dial.Sense.Sign() * (dial.StepsTighter(stands) + (upper ? 1 : -1) * (difference - now));
        var points = swatches.Where(s => s.Lesson is { MeetingLine: not null } && s.Lesson.Pair == pair)
            .Select(s => new MemoryPoint(Number(s.Lesson.MeetingLine!.Value.Difference), s.Lesson.MeetingLine.Value.ReadMm - s.Lesson.MeetingLine.Value.ModelAtNeutralMm + neutral, s.Id)).ToList();
        var name = wording.Say($"the {position.Name()}’s dial");
        var line = seam.Learnt.MeetingLine;
        var drawing = new MemoryDrawing(dial.Lowest, dial.Highest, dial.Step)
        {
            Points = points, Band = n => line.Figure(neutral, Difference(n)), Wanted = wanted, Now = stands, To = turn?.To, Sides = ("face", "back"), Edge = seam.Geometry.SewnThicknessMm,
            Ends = dial.Sense == DialSense.HigherIsTighter ? ("looser", "tighter") : ("tighter", "looser"),
        };
        var here = line.Figure(neutral, now);
        List<string> says = [wording.Say($"As it stands the loopers meet between {Mm(here.Low)} and {Mm(here.High)}, nine times in ten; wanted is {Mm(aim)}.")];
        if (turn is not null)
        {
            says.Add(wording.Say($"Then the next swatch should read between {Mm(turn.NextReadingMm.Low)} and {Mm(turn.NextReadingMm.High)}."));
        }

        says.Add(line.Slope <= Core.Learning.MeetingLineLearning.LeastSlope
            ? "By these swatches the dial hardly moves where they meet: look whether both threads lie in their discs before turning any further."
            : wording.Say($"A number tighter moves it {Mm(upper ? line.Slope : -line.Slope)} by these swatches; before any, {Mm(upper ? LearntLine.MeetingLine.Slope : -LearntLine.MeetingLine.Slope)} is taken."));
        return new(Phrase.Capital(name), drawing.Draw(wording.Say($"Where the loopers met by the number of {name}, with where to turn it.")), FieldText.Of(stands), turn is null ? null : FieldText.Of(turn.To), turn is null ? "" : DialWords.Turn(turn.Tighter), says, [.. taught.MeetingLineFrom.Order()]) { Position = position };
    }

    private MemoryPart? Feed()
    {
        if (head.Feed is not { } feed || !setup.Differential.TryGet(out var stands) || snapshot.Plan.Targets.GrowthPercent is not { } wanted || FeedTurn.GrowthAt(seam, stands) is not { } here)
        {
            return null;
        }

        var aim = wanted.Aim ?? 0;
        var turn = wanted.Met(here.Middle) ? null : FeedTurn.For(seam, feed, aim);
        var points = swatches.Where(s => s.ClothKey == cloth && s.Lesson.Growth is not null).Select(s => new MemoryPoint(s.Lesson.Growth!.Value.Differential, s.Lesson.Growth.Value.ReadPercent, s.Id)).ToList();
        var drawing = new MemoryDrawing(feed.Least, feed.Most, feed.Step)
        {
            Points = points, Band = ratio => FeedTurn.GrowthAt(seam, ratio), Wanted = wanted, Now = stands, To = turn?.To, Sides = ("longer", "shorter"), Ends = ("waves more", "gathers more"), Edge = 1, Beyond = 6,
        };
        List<string> says = [wording.Say($"As it stands the strip grows between {Percent(here.Low)} and {Percent(here.High)}, nine times in ten; wanted is {Percent(aim)}.")];
        if (turn is not null)
        {
            says.Add(wording.Say($"Then the next swatch should grow between {Percent(turn.NextReadingPercent.Low)} and {Percent(turn.NextReadingPercent.High)}."));
        }

        return new("Differential", drawing.Draw("How much strips of this cloth grew by the differential they were sewn with, with where to turn it."), FieldText.Of(stands), turn is null ? null : FieldText.Of(turn.To), turn is null ? "" : turn.To > turn.From ? "raise it" : "lower it", says, [.. taught.GrowthFrom.Order()]);
    }

    private MemoryPart? Knife()
    {
        if (head is not Overlocker { CuttingWidthMm: { } range } || !setup.CuttingWidthMm.TryGet(out var stands) || snapshot.Plan.Targets.OverhangMm is not { } wanted)
        {
            return null;
        }

        // The bite is counted from the outermost threaded needle, the knife from the machine's own mark.
        var apart = seam.Geometry.BiteMm - stands;
        var used = swatches.Where(s => s.ClothKey == cloth && s.Lesson.Overhang is { } o && Math.Abs(o.LoopWidthMm - seam.Geometry.LoopWidthMm) < 1e-6).ToList();
        var read = used.ConvertAll(s => new KnifeReading(Math.Round(s.Lesson.Overhang!.Value.BiteMm - apart, 4), s.Lesson.Overhang.Value.ReadMm));
        var turn = KnifeTurn.For(read, stands, range, wanted);
        var drawing = new MemoryDrawing(range.Least, range.Most, range.Step)
        {
            Points = [.. used.Zip(read, (s, r) => new MemoryPoint(r.CuttingWidthMm, r.OverhangMm, s.Id))], Wanted = wanted, Now = stands, To = turn?.ToMm, Sides = ("hangs off", "rolled in"), Ends = ("less cloth", "more cloth"), Edge = 0.5,
        };
        return new("Cutting width", drawing.Draw("How far loops hung past the edge by the cutting width, with where to set the knife."), $"{FieldText.Of(stands)} mm", turn?.ToMm is { } to ? $"{FieldText.Of(to)} mm" : null, turn?.ToMm is { } next ? next > stands ? "more cloth in the stitch" : "less cloth in the stitch" : "", [KnifeSays(turn)], [.. used.Select(s => s.Id).Order()]);
    }

    private string KnifeSays(KnifeTurn? turn) => wording.Say(turn switch
    {
        null => "No swatch of this cloth says yet how far its loops hang past the edge. Try both extremes, and settle between them.",
        { RightAtMm: { } right } => turn.ToMm is null ? $"At {FieldText.Of(right)} mm it was right." : $"At {FieldText.Of(right)} mm it was right: go back there.",
        { HangsOffAtMm: { } off, RollsInAtMm: { } rolls } => $"At {FieldText.Of(off)} mm the loops hung off, at {FieldText.Of(rolls)} mm the edge was rolled in: {(turn.ToMm is null ? "no step of the knife lies between. The loopers’ tension moves it too" : "try between them")}.",
        { HangsOffAtMm: { } off } => $"At {FieldText.Of(off)} mm the loops hung off: {(turn.ToMm is null ? "and the knife goes no further out. Tighten both loopers alike" : "try the other extreme, then settle between")}.",
        _ => $"At {FieldText.Of(turn.RollsInAtMm)} mm the edge was rolled in: {(turn.ToMm is null ? "and the knife goes no closer. Loosen both loopers alike" : "try the other extreme, then settle between")}.",
    });

    private string Mm(double mm) => wording.Length(mm, 2, withSign: true);

    private static string Percent(double percent) => $"{FieldText.WithSign(percent)} %";
}
