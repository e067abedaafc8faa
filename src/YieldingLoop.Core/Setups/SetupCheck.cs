using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;
using static System.FormattableString;

namespace YieldingLoop.Core.Setups;

/// <summary>Whether a set-up, or what a machine is said to stand at, can exist on it. Nothing has to be known for that.</summary>
public static class SetupCheck
{
    /// <summary>Longest name of a thread or a part, characters.</summary>
    public const int LongestName = ThreadStock.LongestName;

    /// <summary>What cannot be; nothing where all of it can exist. Fields are named as the one JSON form has them: "threads.upper-looper.kind".</summary>
    public static IReadOnlyList<Problem> Problems(Machine machine, Setup setup)
    {
        var problems = new List<Problem>();
        var half = setup.ChangedOverTo;
        if (machine is Convertible && !(half.TryGet(out var kind) && machine.Heads().Any(h => h.Kind == kind)))
        {
            return [new("changedOverTo", "Say what this machine is changed over to just now: overlock or cover stitches.")];
        }

        if (machine is not Convertible && half.IsThere)
        {
            return [new("changedOverTo", "This machine is not one that is changed over.")];
        }

        var head = setup.HeadOf(machine);
        Needles(head, setup, problems);
        Threads(head, setup, problems);
        Dials(head, setup, problems);
        Settings(head, setup, problems);
        return problems;
    }

    /// <summary>What is said to be on a machine and cannot be. A convertible machine nobody has said anything about is one to be changed over.</summary>
    public static IEnumerable<Problem> OfState(Machine machine, Setup state) => Problems(machine, state).Where(p => p.Field != "changedOverTo" || state.ChangedOverTo.IsThere);

    private static void Needles(Machine head, Setup setup, List<Problem> problems)
    {
        foreach (var seat in setup.Needles.Known.Where(p => head.Seats.All(s => s.Position != p)))
        {
            problems.Add(new($"needles.{seat.Id()}", $"This machine has no {seat.Name()} seat."));
        }

        foreach (var (seat, needle) in setup.Needles.Where(n => head.Seats.Any(s => s.Position == n.Key)))
        {
            var field = $"needles.{seat.Id()}";
            if (needle.System.Trim() != head.NeedleSystem.Trim())
            {
                problems.Add(new(field + ".system", $"This needle is of the system “{needle.System.Trim()}”; the machine takes “{head.NeedleSystem.Trim()}”. Two systems never stand in for each other: take it out, or correct the record that is wrong."));
            }
            else if (NeedleCatalogue.Find(needle.PointId) is null)
            {
                problems.Add(new(field + ".point", "Choose the point of the needle."));
            }
            else if (!NeedleSize.TryFromMetric(needle.SizeMetric, out _) || !head.NeedleSizes.Contains(needle.SizeMetric))
            {
                problems.Add(new(field + ".sizeMetric", $"This machine takes the sizes {string.Join(", ", head.NeedleSizes)}; a needle of another size does not belong in it."));
            }

            if (needle.TwinGapMm is { } gap)
            {
                if (!head.TakesTwin)
                {
                    problems.Add(new(field + ".twinGapMm", "A twin needle goes into a plain machine."));
                }
                else if (!(gap is >= TwinNeedle.LeastGapMm and <= TwinNeedle.MostGapMm))
                {
                    problems.Add(new(field + ".twinGapMm", TwinNeedle.GapRange));
                }
                else if (setup.NeedlePositionMm.Or(0) != 0)
                {
                    problems.Add(new("needlePositionMm", "A twin needle sits in the centre position."));
                }
            }
        }
    }

    private static void Threads(Machine head, Setup setup, List<Problem> problems)
    {
        foreach (var position in setup.Threads.Known.Where(p => !head.ThreadPlaces.Contains(p)))
        {
            problems.Add(new($"threads.{position.Id()}", $"This machine has no place for a {position.Name()} thread."));
        }

        foreach (var (position, thread) in setup.Threads.Where(t => head.ThreadPlaces.Contains(t.Key)))
        {
            var field = $"threads.{position.Id()}";
            if (ThreadCatalogue.Find(thread.KindId) is null)
            {
                problems.Add(new(field + ".kind", "Choose the kind of thread."));
            }
            else if (thread.Colour is not null && !CieLab.TryFromHex(thread.Colour, out _))
            {
                problems.Add(new(field + ".colour", "A colour is written # and six digits 0–9, a–f."));
            }
            else if (thread.Name.Length > LongestName || thread.ConeId?.Length > LongestName)
            {
                problems.Add(new(field + (thread.Name.Length > LongestName ? ".name" : ".cone"), $"A thread's name is at most {LongestName} characters long."));
            }
            else if (thread.Tex is not null and not (>= SewingThread.LeastTex and <= SewingThread.MostTex) || thread.BreakExtension is not null and not (> 0 and <= 5))
            {
                problems.Add(new(field + (thread.Tex is not null and not (>= SewingThread.LeastTex and <= SewingThread.MostTex) ? ".tex" : ".breakExtensionPercent"), "Sewing threads lie between 5 and 400 tex, and break between 0 and 500 % longer."));
            }
            else if (thread.Run is not null && (head is not PlainMachine || !position.IsNeedle()))
            {
                problems.Add(new(field + ".run", "Pin, cap and side of the disc are noted for the needle threads of a plain machine."));
            }
            else if (thread.Run is { } run && setup.Twin is null && (run.Pin == SpoolPin.Shared || run.DiscSide == DiscSide.Together))
            {
                problems.Add(new(field + ".run", "One needle has one thread: there is no other to share a pin or the disc with."));
            }
            else if (position.IsNeedle() && setup.NeedleOf(position) is null)
            {
                Seatless(head, setup, position, field, problems);
            }
        }
    }

    /// <summary>A needle's thread without a needle that takes it: wrong where the seat is known; where nobody has said, it may be there.</summary>
    private static void Seatless(Machine head, Setup setup, ThreadPosition position, string field, List<Problem> problems)
    {
        var seat = head.SeatPlaceOf(position);
        if (setup.Needles[seat].TryGet(out var other))
        {
            problems.Add(new(field, other.IsTwin
                ? "A twin needle has two threads: its left one and its right one."
                : $"This thread runs in a twin needle, and the needle that is in is a single one: its thread is the {seat.Name()}’s."));
        }
        else if (setup.Needles[seat].IsEmpty)
        {
            problems.Add(new(field, $"A thread is noted for the {position.Name()}, but its seat is empty. The thread of an unused needle comes off the machine, or it is sewn in again by itself."));
        }
    }

    private static void Dials(Machine head, Setup setup, List<Problem> problems)
    {
        foreach (var position in setup.Dials.Known.Where(p => !head.Has(p)))
        {
            problems.Add(new($"dials.{position.Id()}", $"This machine has no {position.Name()} dial."));
        }

        foreach (var (position, number) in setup.Dials.Where(d => head.Has(d.Key)))
        {
            var dial = head.DialOf(position);
            if (!(number >= dial.Lowest && number <= dial.Highest))
            {
                problems.Add(new($"dials.{position.Id()}", Invariant($"The {position.Name()} dial runs from {dial.Lowest:0.##} to {dial.Highest:0.##}.")));
            }
        }
    }

    private static void Settings(Machine head, Setup setup, List<Problem> problems)
    {
        var overlocker = head as Overlocker;
        var plain = head as PlainMachine;
        if (setup.FingerName.TryGet(out var finger) && (overlocker is null || overlocker.Fingers.All(f => f.Name != finger)))
        {
            problems.Add(new("finger", overlocker is null ? "This machine has no finger." : $"This machine's fingers are {string.Join(", ", overlocker.Fingers.Select(f => f.Name))}."));
        }

        Within("stitchLengthMm", "stitch length", setup.StitchLengthMm, head.StitchLengthMm);
        Within("differential", "differential", setup.Differential, head.Feed);
        Within("cuttingWidthMm", "cutting width", setup.CuttingWidthMm, overlocker?.CuttingWidthMm);
        Within("zigzagWidthMm", "zigzag width", setup.ZigzagWidthMm, plain is null ? null : new SettingRange(0, plain.WidestZigzagMm, 0.1));
        if (setup.Knife.IsThere && overlocker is null)
        {
            problems.Add(new("knife", "This machine has no knife."));
        }

        if (setup.StitchId.TryGet(out var stitch) && head.Stitches.All(s => s.Id != stitch))
        {
            problems.Add(new("stitch", StitchCatalogue.Find(stitch) is null ? "No stitch of this name is known." : "This machine does not sew that stitch, by its record."));
        }

        Within("footPressure", "foot pressure", setup.FootPressure, head.FootPressure);
        if (setup.ConverterName.TryGet(out var converter) && (overlocker is null || overlocker.ConverterName != converter))
        {
            problems.Add(new("converter", overlocker is null ? "A converter goes over the upper looper of an overlocker."
                : overlocker.ConverterName is { } has ? $"By its record this machine's converter is called “{has}”." : "By its record this machine has no converter."));
        }

        Among("plate", "needle plate", setup.PlateName, plain?.Plates);
        Among("foot", "presser foot", setup.FootName, head.PresserFeet);
        if (setup.NeedlePositionMm.TryGet(out var at) && (plain is null || !plain.NeedlePositionsMm.Contains(at)))
        {
            problems.Add(new("needlePositionMm", "The machine's record has no such needle position."));
        }

        void Within(string field, string what, Place<double> place, SettingRange? range)
        {
            if (!place.TryGet(out var number))
            {
                return;
            }

            if (range is null)
            {
                problems.Add(new(field, $"This machine has no {what} to set."));
            }
            else if (!(number >= range.Least - 1e-9 && number <= range.Most + 1e-9))
            {
                problems.Add(new(field, Invariant($"The {what} of this machine is between {range.Least:0.##} and {range.Most:0.##}.")));
            }
        }

        void Among(string field, string what, Place<string> place, IReadOnlyList<SlottedPart>? parts)
        {
            if (place.TryGet(out var name) && (parts is null || parts.All(p => p.Name != name)))
            {
                problems.Add(new(field, $"The machine's record has no {what} called “{name}”."));
            }
        }
    }
}
