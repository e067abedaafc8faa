using System.Text.Json;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Faults;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Web.Api;

/// <summary>Reads the body of <c>POST /api/v1/coach/next</c>, strictly, goes through what was done, and answers the next step.</summary>
internal sealed class CoachRequestReader
{
    /// <summary>Most entries of a history.</summary>
    private const int MostHistory = 200;

    private readonly CoachBody body;
    private readonly JsonErrors errors;
    private readonly Machine machine;
    private readonly PlanQuestion question;
    // A twin needle is one part with one dial: both answer to "needle-left" here.
    private readonly bool twin, leftDial;

    private CoachRequestReader(CoachBody body, JsonErrors errors, Machine machine, PlanQuestion question)
    {
        (this.body, this.errors, this.machine, this.question) = (body, errors, machine, question);
        twin = body.Setup.ToSetup().Twin is not null;
        leftDial = twin && body.Setup.Dials?.ContainsKey(ThreadPosition.NeedleLeft) == true;
    }

    public static CoachResponse? Read(JsonElement root, JsonErrors errors)
    {
        if (ContractReader.Read<CoachBody>(root, errors) is not { } body)
        {
            return null;
        }

        var machine = Documents.Read(body.Machine);
        errors.Add("machine", MachineCheck.Problems(machine).Select(p => MachinePaths.Of(machine, p)));
        ClothAndSeam.Check(body.Cloth, body.OtherCloth, body.Seam, errors);
        var schools = SchoolNames.Read(body.Schools, errors);
        ToldTargets.Check(body.Targets, errors);
        Check(body.Learnt, errors);
        if (body.History?.Count > MostHistory)
        {
            errors.Add("history", $"At most {MostHistory} entries.");
        }

        return errors.Any ? null : new CoachRequestReader(
            body, errors, machine, PlanQuestion.OnOne(ClothAndSeam.Figures(body.Cloth), ClothAndSeam.Seam(body.OtherCloth, body.Seam), machine, schools)).Answer();
    }

    private CoachResponse? Answer()
    {
        var setup = Own(body.Setup);
        if (Case(setup, "setup") is not { } seam)
        {
            return null;
        }

        var head = setup.HeadOf(machine);
        var targets = body.Targets is { } told ? Documents.Read(told) : SetupTargets.Of(question, setup, machine, setup.Case(machine, question.Cloth, question.Seam, question.Seam.Resolve().Value, question.Schools).Value!);
        var coach = new CoachSession(new(machine, question.Cloth, question.Seam, setup, targets, question.Schools) { Learnt = Learnt(seam) });
        foreach (var (i, entry) in (body.History ?? []).Index())
        {
            Did(coach, head, entry, $"history[{i}]");
        }

        return errors.Any ? null : Answer(coach);
    }

    /// <summary>A set-up as this program has it: of a twin needle the one dial is the seat's.</summary>
    private Setup Own(SetupDocument document)
    {
        var dials = document.Dials;
        return !twin || dials?.TryGetValue(ThreadPosition.NeedleLeft, out var left) != true ? document.ToSetup()
            : (document with { Dials = new Dictionary<ThreadPosition, double?>(dials.Where(d => d.Key is not (ThreadPosition.NeedleLeft or ThreadPosition.Needle))) { [ThreadPosition.Needle] = left } }).ToSetup();
    }

    /// <summary>A set-up as it was asked in: see <see cref="Own"/>.</summary>
    private SetupDocument Theirs(Setup setup)
    {
        var document = SetupDocument.Of(setup);
        return !leftDial || document.Dials is not { } dials || !dials.TryGetValue(ThreadPosition.Needle, out var number) ? document
            : document with { Dials = new Dictionary<ThreadPosition, double?>(dials.Where(d => d.Key != ThreadPosition.Needle)) { [ThreadPosition.NeedleLeft] = number } };
    }

    /// <summary>A seat or dial as it is told: of a twin needle it is the left one's.</summary>
    private ThreadPosition? Seat(ThreadPosition? told) => twin && told == ThreadPosition.NeedleLeft ? ThreadPosition.Needle : told;

    private string? Told(ThreadPosition? seat) => (twin && seat == ThreadPosition.Needle ? ThreadPosition.NeedleLeft : seat)?.Id();

    /// <summary>What the seam model reads of a set-up; null, with the faults named, where it cannot be sewn.</summary>
    private SeamCase? Case(Setup setup, string at)
    {
        var wrong = SetupCheck.Problems(machine, setup);
        errors.Add(at, wrong);
        if (wrong.Count > 0)
        {
            return null;
        }

        var sewn = setup.Case(machine, question.Cloth, question.Seam, null, question.Schools);
        errors.Add(at, sewn.Problems);
        return sewn.Value;
    }

    /// <summary>Goes through one entry; what is wrong with it is named, and nothing after it is reckoned with.</summary>
    private void Did(CoachSession coach, Machine head, CoachEntry entry, string at)
    {
        switch (entry)
        {
            case CoachSewn sewn:
                Sewn(coach, sewn, at);
                break;
            case CoachLooked look when Placed(coach, head, look.Look, look.Position, at + ".look", at) is (true, var position):
                coach.Looked(look.Look, position, look.Answer switch { LookAnswer.Good => false, LookAnswer.Bad => true, _ => null });
                break;
            case CoachRepaired repair when Placed(coach, head, repair.Repair, repair.Position, at + ".repair", at) is (true, var position):
                coach.Repaired(repair.Repair, position);
                break;
            case CoachChanged change when Settable(coach, head, change, at):
                coach.Did(change.Change, Seat(change.Position), change.To?.Number, change.To?.Name);
                break;
        }
    }

    private void Sewn(CoachSession coach, CoachSewn sewn, string at)
    {
        var setup = Own(sewn.Setup);
        if (Case(setup, at + ".setup") is not { } seam)
        {
            return;
        }

        if (setup.HeadOf(machine) != coach.Now.HeadOf(machine))
        {
            errors.Add(at + ".setup.changedOverTo", "The set-up that is wanted is sewn on the other half of this machine.");
            return;
        }

        var read = Documents.Read(sewn.Readings);
        var wrong = SwatchCheck.Problems(read, seam.Geometry.Stitch, [.. seam.Threads.Select(t => t.Laid.Position)]);
        errors.Add(at + ".readings", wrong);
        if (wrong.Count == 0)
        {
            coach.Sewn(setup, read);
        }
    }

    /// <summary>Whether a look can be taken there, and where that is on this machine.</summary>
    private (bool Can, ThreadPosition? Position) Placed(CoachSession coach, Machine head, CoachLook look, ThreadPosition? told, string at, string entry)
    {
        var seam = coach.Now.Case(machine, question.Cloth, question.Seam, null, question.Schools).Value!;
        var places = look.Places(head, seam);
        var position = look is CoachLook.NeedleUp or CoachLook.NeedlePoint or CoachLook.NeedleCondition ? Seat(told) : told;
        if (places.Count == 0)
        {
            errors.Add(at, "This machine, as it is set up, has no part that this look is about.");
        }
        else if (!places.Contains(position))
        {
            errors.Add(entry + ".position", places[0] is null ? "This look is about the whole machine and takes no position." : $"This look is taken at {string.Join(", ", places.Select(Told))}.");
        }
        else
        {
            return (true, position);
        }

        return (false, null);
    }

    /// <summary>Whether a change can be made.</summary>
    private bool Settable(CoachSession coach, Machine head, CoachChanged entry, string at)
    {
        var (before, position, now) = (errors.Any, Seat(entry.Position), coach.Now);
        var wrong = false;
        void Wrong(string member, string message)
        {
            wrong = true;
            errors.Add($"{at}.{member}", message);
        }

        void OnSteps(SettingRange? range, string what)
        {
            if (range is null)
            {
                Wrong("change", $"This machine has no {what} to set.");
            }
            else if (entry.To?.Number is not { } to)
            {
                Wrong("to", "Say the number it was set to.");
            }
            else if (Math.Abs(range.Settable(to) - to) > 1e-6)
            {
                Wrong("to", FormattableString.Invariant($"It takes {range.Least:0.###} to {range.Most:0.###} in steps of {range.Step:0.###}."));
            }
        }

        if (entry.Position is not null && entry.Change is not (CoachChange.Dial or CoachChange.Needle or CoachChange.ThreadKind or CoachChange.DropLeftNeedle))
        {
            Wrong("position", "This change is about the whole machine and takes no position.");
        }

        switch (entry.Change)
        {
            case CoachChange.Dial:
                if (position is not { } place || !now.Dials[place].IsThere || now.Threads.All(t => head.DialPlaceOf(t.Key) != place))
                {
                    Wrong("position", $"The dials that threads run through are {string.Join(", ", now.Threads.Select(t => head.DialPlaceOf(t.Key)).OfType<ThreadPosition>().Distinct().Select(p => Told(p)))}.");
                }
                else if (entry.To?.Number is not { } number)
                {
                    Wrong("to", "Say the number it was set to.");
                }
                else if (head.DialOf(place) is var dial && Math.Abs(dial.Settable(number) - number) > 1e-6)
                {
                    Wrong("to", FormattableString.Invariant($"This dial takes {dial.Lowest:0.###} to {dial.Highest:0.###} in steps of {dial.Step:0.###}."));
                }

                break;
            case CoachChange.Differential:
                OnSteps(head.Feed, "differential feed");
                break;
            case CoachChange.CuttingWidth:
                OnSteps(now.CuttingWidthMm.IsThere ? (head as Overlocker)?.CuttingWidthMm : null, "cutting width");
                break;
            case CoachChange.Length:
                OnSteps(head.StitchLengthMm, "stitch length");
                break;
            case CoachChange.Width:
                OnSteps(head is PlainMachine { WidestZigzagMm: > 0 } plain && now.ZigzagWidthMm.IsThere ? new(0, plain.WidestZigzagMm, 0.1) : null, "zigzag width");
                break;
            case CoachChange.FootPressure:
                OnSteps(head.FootPressure, "foot pressure");
                break;
            case CoachChange.Finger when head is not Overlocker || !now.FingerName.IsThere:
                Wrong("change", "This machine has no finger.");
                break;
            case CoachChange.Needle when position is not { } seat || !now.Needles[seat].IsThere:
                Wrong("position", $"Needles are in {string.Join(", ", now.Needles.Select(n => Told(n.Key)))}.");
                break;
            case CoachChange.DropLeftNeedle when coach.WithoutLeft is null:
                Wrong("change", "There is no left needle that could be spared here.");
                break;
            case CoachChange.ThreadKind when entry.Position is not { } thread || !now.Threads[thread].IsThere:
                Wrong("position", $"Threads run at {string.Join(", ", now.Threads.Select(t => t.Key.Id()))}.");
                break;
            case CoachChange.ThreadKind when entry.To?.Name is not { } kind || ThreadCatalogue.Find(kind) is null:
                Wrong("to", $"The kinds of thread are {string.Join(", ", ThreadCatalogue.Kinds.Select(k => k.Id))}.");
                break;
            case CoachChange.Tape or CoachChange.RethreadAll or CoachChange.Finger or CoachChange.Needle or CoachChange.DropLeftNeedle when entry.To is { } to && to.There != true:
                Wrong("to", "This change is not to a number or a name.");
                break;
        }

        return !wrong && !before;
    }

    private static void Check(LearntBody? learnt, JsonErrors errors)
    {
        // What was learnt is surer than what was believed before; a spread of nothing would be certainty.
        void Spread(string path, double? sd, double most) => errors.Within(path, sd, 0.0001, most);
        errors.Within("learnt.meetingLine.offsetMm", learnt?.MeetingLine?.OffsetMm, -30, 30);
        errors.Within("learnt.meetingLine.slopeMmPerNumber", learnt?.MeetingLine?.SlopeMmPerNumber, -10, 10);
        Spread("learnt.meetingLine.offsetSdMm", learnt?.MeetingLine?.OffsetSdMm, LearntLine.MeetingLine.OffsetSd);
        Spread("learnt.meetingLine.slopeSdMmPerNumber", learnt?.MeetingLine?.SlopeSdMmPerNumber, LearntLine.MeetingLine.SlopeSd);
        errors.Within("learnt.growth.offsetPercent", learnt?.Growth?.OffsetPercent, -100, 100);
        errors.Within("learnt.growth.slopeCorrection", learnt?.Growth?.SlopeCorrection, -200, 200);
        Spread("learnt.growth.offsetSdPercent", learnt?.Growth?.OffsetSdPercent, LearntLine.Growth.OffsetSd);
        Spread("learnt.growth.slopeCorrectionSd", learnt?.Growth?.SlopeCorrectionSd, LearntLine.Growth.SlopeSd);
        foreach (var (i, kind) in (learnt?.Yield?.Kinds ?? []).Index())
        {
            var at = $"learnt.yield.kinds[{i}]";
            if (ThreadCatalogue.Find(kind.Kind) is null)
            {
                errors.Add(at + ".kind", $"The kinds of thread are {string.Join(", ", ThreadCatalogue.Kinds.Select(k => k.Id))}.");
            }

            if (learnt!.Yield!.Kinds.Take(i).Any(k => k.Kind == kind.Kind))
            {
                errors.Add(at + ".kind", "This kind stands here more than once.");
            }

            if (!(kind.Low is > 0.01 && kind.Low < kind.Middle && kind.Middle < kind.High && kind.High < 100))
            {
                errors.Add(at + ".middle", "The middle lies between low and high, and all three between 0.01 and 100.");
            }
        }
    }

    private Learnt Learnt(SeamCase seam)
    {
        static LearntLine Line(LearntLine before, double? offset, double? offsetSd, double? slope, double? slopeSd) => offset is null ? before
            : before with { Offset = offset.Value, OffsetVariance = offsetSd!.Value * offsetSd.Value, Slope = slope!.Value, SlopeVariance = slopeSd!.Value * slopeSd.Value };
        var (line, growth) = (body.Learnt?.MeetingLine, body.Learnt?.Growth);
        return new()
        {
            MeetingLine = MeetingPair.Of(seam) is null ? LearntLine.MeetingLine : Line(LearntLine.MeetingLine, line?.OffsetMm, line?.OffsetSdMm, line?.SlopeMmPerNumber, line?.SlopeSdMmPerNumber),
            Growth = Line(LearntLine.Growth, growth?.OffsetPercent, growth?.OffsetSdPercent, growth?.SlopeCorrection, growth?.SlopeCorrectionSd),
            Pops = (body.Learnt?.Yield?.Kinds ?? []).ToDictionary(k => k.Kind, k => PopRatio.Told(k.Low, k.Middle, k.High)),
        };
    }

    private CoachResponse Answer(CoachSession coach)
    {
        var step = coach.Next();
        var verdict = coach.Verdict;
        var expect = coach.Expect(step);
        return new(
            verdict is { Passed: true } && !coach.Touched, [.. (verdict?.Missing ?? SwatchVerdict.Of(coach.Targets, SwatchReadings.Nothing).Missing).Select(a => a.Id())],
            [.. (verdict?.Findings ?? []).Select(f => new CoachDeviation(f.Aspect.Id(), f.Target.Aim, f.Target.Tolerance, f.Target.Least, f.Target.Most, f.Read, f.Within))],
            new(Word(step.Act), Look(step), Repair(step), step.Change, Position(step), From(step), To(step), step.Minutes, Theirs(expect?.Setup ?? coach.Now), Expected(expect?.Expect), [.. step.Why.Select(Said)]),
            [.. coach.Causes().Select(Cause)],
            coach.NextAfter(step) is { } next ? new(Word(next.Act), Look(next), Repair(next), next.Change, Position(next), From(next), To(next), next.Minutes, [.. next.Why.Select(Said)]) : null,
            Documents.Of(coach.Targets));
    }

    private static string Word(CoachAct act) => SetupResponse.Word(act);

    private static CoachLook? Look(CoachStep step) => step.Act == CoachAct.Look ? step.Look : null;

    private static CoachLook? Repair(CoachStep step) => step.Act == CoachAct.Repair ? step.Look : null;

    private string? Position(CoachStep step) => Told(step.Position);

    private static NumberOrName? From(CoachStep step) => step.Change == CoachChange.Tape ? new(null, null, false) : step.From is { } number ? new(number, null) : null;

    private static NumberOrName? To(CoachStep step) => step.Change == CoachChange.Tape ? new(null, null, true) : step.To is { } number ? new(number, null) : null;

    private static SaidFinding Said(Core.Words.Finding finding) => new(finding, CoachWhy.Of(finding));

    private CoachCauseResponse Cause(CoachCause cause) => new(
        cause.Id, Told(cause.Position), cause.Sticky ? cause.Fault?.Id() : null, cause.Share);

    private static CoachExpected? Expected(CoachExpectation? expected) => expected is not { } e ? null : new(
        Documents.Of(e.MeetingLineMm), Documents.Of(e.GapMm), Documents.Of(e.OverhangMm), Documents.Of(e.GrowthPercent), Documents.Of(e.BesideUnsewnPercent), Documents.Of(e.TunnellingIndex),
        Documents.Of(e.CoverFace), Documents.Of(e.CoverBack), Documents.Of(e.Skips), Documents.Of(e.PoppedAtPercent),
        e.NeedleLoopMm.Count == 0 ? null : e.NeedleLoopMm.ToDictionary(n => n.Key.Id(), n => Documents.Of(n.Value)), e.WrappedChance, e.BreakChance, e.PassChance);
}
