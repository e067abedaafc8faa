using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Seams;

/// <summary>What the seam model reads of a set-up, from what was planned and from what a machine really stands at alike.</summary>
public static class SetupCase
{
    /// <summary>
    /// The case of a set-up on a machine, for one seam on one cloth; or which of the places it needs nobody has said, as the
    /// fields of the one JSON form.
    /// </summary>
    /// <param name="setup">The set-up, or the state of the machine.</param>
    /// <param name="machine">The machine, its dials tuned to the row of its manual's table that the set-up counts from.</param>
    /// <param name="cloth">The cloth.</param>
    /// <param name="seam">The seam.</param>
    /// <param name="need">What the wearer asks; null where only the threads are judged.</param>
    /// <param name="schools">The schools, for what a needle may be and how long it lasts.</param>
    public static Outcome<SeamCase> Case(this Setup setup, Machine machine, ClothFigures cloth, SeamEntry seam, Need? need, ChosenSchools schools)
    {
        var problems = new List<Problem>();
        var head = setup.HeadOf(machine);
        if (Sewn(setup, head) is not { } stitch)
        {
            return Outcome.Failed<SeamCase>([new("stitch", "The threads and needles that are known make no stitch of this machine.")]);
        }

        var threads = Threads(setup, head, stitch, schools, problems);
        var length = Known("stitchLengthMm", setup.StitchLengthMm);
        var width = stitch.NeedsZigzagWidth ? Known("zigzagWidthMm", setup.ZigzagWidthMm) : 0;
        var layers = new SeamLayers(cloth, seam);
        var geometry = new SeamGeometry(stitch, length, layers.SewnThicknessMm) { ZigzagWidthMm = width, GaugeMm = Gauge(setup, head, stitch) };
        if (stitch.NeedsLoopWidth && head is Overlocker overlocker)
        {
            // Loop width and bite are counted from the outermost threaded needle, the machine's record from the right one.
            var outermost = stitch.NeedlePositions.Where(p => setup.Threads[p].IsThere).Select(p => -head.SeatOf(p).OffsetMm).DefaultIfEmpty().Max();
            var finger = overlocker.FingerNamed(setup.FingerName.Thing());
            if (finger is null)
            {
                problems.Add(new("finger", "Nobody has said how the finger stands."));
            }

            geometry = geometry with { LoopWidthMm = (finger?.LoopWidthFromRightMm ?? 0) + outermost, BiteMm = Known("cuttingWidthMm", setup.CuttingWidthMm) + outermost };
        }

        return problems.Count > 0 ? Outcome.Failed<SeamCase>(problems) : Outcome.Of(new SeamCase
        {
            Geometry = geometry,
            Threads = threads,
            Cloth = layers.Met,
            Plies = layers.Plies,
            // A feed that is one feeds at 1.
            Differential = head.Feed is null ? 1 : setup.Differential.Number(),
            FootPressure = setup.FootPressure.Or(1),
            NeedPercent = need?.Percent,
            NeedleThreadColour = stitch.NeedlePositions.Select(p => setup.Threads[p].Thing()?.Colour).Select(c => CieLab.TryFromHex(c, out var colour) ? colour : (CieLab?)null).FirstOrDefault(c => c is not null),
        });

        double Known(string field, Place<double> place)
        {
            if (place.TryGet(out var number))
            {
                return number;
            }

            problems.Add(new(field, "Nobody has said how this is set."));
            return 1;
        }
    }

    /// <summary>
    /// The stitch that is sewn: as it is said; on a plain machine the straight one is that of a twin needle while one is in;
    /// elsewhere the one whose threads are those that are in.
    /// </summary>
    private static Stitch? Sewn(Setup setup, Machine head)
    {
        if (head is PlainMachine)
        {
            return setup.Stitch is { } chosen && setup.Twin is not null ? chosen.SwitchedTo == StitchCatalogue.TwinNeedle.SwitchedTo ? StitchCatalogue.TwinNeedle : null : setup.Stitch;
        }

        bool Made(Stitch stitch) => stitch.NeedlePositions.Count(p => setup.Threads[p].IsThere) == stitch.Needles
            && head.ThreadPlaces.Where(p => !p.IsNeedle()).All(p => setup.Threads[p].IsThere == stitch.OtherPositions.Contains(p));
        return setup.Stitch is { } said ? Made(said) ? said : null : head.Stitches.FirstOrDefault(Made);
    }

    private static List<SetThread> Threads(Setup setup, Machine head, Stitch stitch, ChosenSchools schools, List<Problem> problems)
    {
        var threads = new List<SetThread>();
        foreach (var position in stitch.NeedlePositions.Concat(stitch.OtherPositions))
        {
            if (!setup.Threads[position].TryGet(out var thread))
            {
                // Of the seats a stitch may use, only those it needs are threaded.
                if (!position.IsNeedle() || stitch.NeedlePositions.Count == stitch.Needles)
                {
                    problems.Add(new($"threads.{position.Id()}", "Nobody has said which thread runs here."));
                }

                continue;
            }

            var kind = thread.Resolve();
            var seated = position.IsNeedle() && setup.NeedleOf(position) is { Needle: var needle } && NeedleCatalogue.Find(needle.PointId) is { } point && NeedleSize.TryFromMetric(needle.SizeMetric, out var size)
                ? new SeatedNeedle(point, size) { LifeHours = schools.NeedleLifeHours, UniversalOnHeavyStretch = schools.UniversalOnHeavyStretch }
                : (SeatedNeedle?)null;
            if (head.DialPlaceOf(position) is not { } dialPlace)
            {
                // A bobbin's tension is that of its case.
                threads.Add(new(new LaidThread(position, kind, ((PlainMachine)head).BobbinCentinewtons), 0));
            }
            else if (setup.Dials[dialPlace].TryGet(out var number))
            {
                // Rounded, so that a step of a tenth counts as the tenth it is written as.
                var steps = Math.Round(head.DialOf(dialPlace).StepsTighter(number), 6);
                threads.Add(new(new LaidThread(position, kind, DialTension.TensionAt(position, kind, steps, head.CalibrationThread)), steps) { Needle = seated });
            }
            else
            {
                problems.Add(new($"dials.{dialPlace.Id()}", "Nobody has said where this dial stands."));
            }
        }

        return threads;
    }

    /// <summary>Between the outermost threaded needles, mm; 0 for one needle.</summary>
    private static double Gauge(Setup setup, Machine head, Stitch stitch)
    {
        if (stitch.Needles < 2)
        {
            return 0;
        }

        if (setup.Twin is { TwinGapMm: { } gap })
        {
            return gap;
        }

        var offsets = stitch.NeedlePositions.Where(p => setup.Threads[p].IsThere).Select(p => head.SeatOf(p).OffsetMm).ToList();
        return offsets.Count == 0 ? 0 : Math.Round(offsets.Max() - offsets.Min(), 4);
    }
}
