using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.ThreadPaths;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;
using YieldingLoop.Web.Drawings.Pull;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>The pulled seam of a set-up: its drawings at rest, what is said of them, and what can be tried otherwise.</summary>
public sealed class PullSheet
{
    private readonly SetupCard card;
    private readonly Wording wording;

    private PullSheet(SetupCard card, TriedOut tried, PullFrames frames, Wording wording, bool narrow = false, string suffix = "")
    {
        (this.card, Tried, Frames, this.wording) = (card, tried, frames, wording);
        Bodies = [.. frames.Threads.Select(t => ThreadBody.Of(t, tried.Plan.Setup))];
        Cloth = new(card.Cloth.Colour, card.Seam.Direction, Math.Max(1, tried.Case.Plies ?? 1));
        Lie = SeamLie.Of(tried.Plan.Figures, tried.Plan.Tape);
        Layout = new(frames, [.. Bodies.Select(b => b.WidthMm)], tried.Plan.Stitch.NeedsLoopWidth, Lie.RidgeMm, narrow);
        Drawing = new(frames, Layout, Bodies, Cloth, Lie, suffix);
        // What the planner worked out stands; the same figures, read from the case, are those of what is tried.
        if (CrosswiseFrames.Of(tried.Case, SeamAssessment.Of(tried.Case)) is { } crosswise)
        {
            Crosswise = crosswise;
            CrosswiseDrawing = new(crosswise, Bodies.First(b => b.Laid.Position == crosswise.Thread), Cloth, tried.Plan.Flatlock, suffix);
        }
    }

    /// <summary>The sheet of a set-up as the card has it, with few frames: script fetches the others.</summary>
    public static PullSheet? Of(SetupCard card, Wording wording, int side = 0) =>
        AsItIs(card) is { } tried ? new(card, tried, PullFrames.Sketch(tried.Case), wording, suffix: PullFields.SuffixOf(side)) : null;

    /// <summary>Whether there is such a sheet.</summary>
    public static bool Has(SetupCard card) => AsItIs(card) is not null;

    private static TriedOut? AsItIs(SetupCard card) => TriedOut.Of(card.Plan, Core.Setups.Setup.Unknown, card.Machine, card.Cloth, card.Seam, card.Learnt).Value;

    /// <summary>The sheet of a scrap with what is tried on it, with few frames.</summary>
    public static PullSheet Of(SetupCard card, ScrapSewn sewn, Wording wording) => new(card, sewn.Tried, PullFrames.Sketch(sewn.Tried.Case), wording);

    /// <summary>The sheet of a set-up with something tried otherwise, with every frame.</summary>
    public static Core.Outcome<PullSheet> Of(SetupCard card, IQueryCollection query, Wording wording)
    {
        var problems = new List<Core.Problem>();
        var changes = PullFields.Read(query, card.Plan, problems);
        if (problems.Count > 0)
        {
            return Core.Outcome.Failed<PullSheet>(problems);
        }

        var tried = TriedOut.Of(card.Plan, changes, card.Machine, card.Cloth, card.Seam, card.Learnt);
        return tried.Value is { } now ? Core.Outcome.Of(new PullSheet(card, now, PullFrames.Of(now.Case), wording, query.ContainsKey(PullFields.Narrow), PullFields.SuffixOf(int.TryParse(query[PullFields.Side], System.Globalization.NumberStyles.None, System.Globalization.CultureInfo.InvariantCulture, out var side) ? side : 0))) : Core.Outcome.Failed<PullSheet>(tried.Problems);
    }

    /// <summary>The card it began with.</summary>
    public SetupCard Card => card;

    /// <summary>Whether it is drawn with what swatches have taught since the card was kept.</summary>
    public bool TaughtSince => card.Learnt.Any && Tried.Plan.Figures.YieldPercent != card.Plan.Figures.YieldPercent;

    /// <summary>What is tried.</summary>
    public TriedOut Tried { get; }

    /// <summary>The frames.</summary>
    public PullFrames Frames { get; }

    /// <summary>Where everything stands.</summary>
    public PullLayout Layout { get; }

    /// <summary>The drawings.</summary>
    public PullDrawing Drawing { get; }

    /// <summary>How the threads look.</summary>
    public IReadOnlyList<ThreadBody> Bodies { get; }

    /// <summary>How the cloth looks.</summary>
    public PullCloth Cloth { get; }

    /// <summary>How the seam lies.</summary>
    public SeamLie Lie { get; }

    /// <summary>The seam opened crosswise; null where there is one layer only.</summary>
    public CrosswiseFrames? Crosswise { get; }

    /// <summary>Its drawing.</summary>
    public CrosswiseDrawing? CrosswiseDrawing { get; }

    /// <summary>The figures, each beside its drawing.</summary>
    public IEnumerable<PullFigure> Figures(PullPlace place) => PullFigures.Of(Tried.Plan, card.Plan.Targets, wording).Where(f => f.Place == place);

    /// <summary>What can be tried otherwise.</summary>
    public IReadOnlyList<PullField> Fields => PullFields.Of(Tried.Plan.Setup, card.Plan, card.Machine, wording);

    /// <summary>Where no colours of threads or cloth were noted, so that the switch to real colours has nothing to show.</summary>
    public bool NoColours => Cloth.Attribute.Length == 0 && Bodies.All(b => b.Attribute.Length == 0);

    /// <summary>What the face shows, in words.</summary>
    public string FaceTitle => wording.Say($"The face of the seam, {Tried.Plan.Stitch.Name}{(Tried.Plan.Flatlock ? " as sewn, before it is pulled flat" : "")}, at rest: {Names}.");

    /// <summary>What the back shows, in words.</summary>
    public string BackTitle => wording.Say($"Its back, turned over about the seam: {Names}.");

    /// <summary>What the edge shows, in words.</summary>
    public string EdgeTitle => wording.Say("The seam from its end, face above.");

    private string Names => Phrase.List([.. Frames.Threads.Select(t => $"{t.Position.Tag()} {t.Kind.Name}")]);
}
