namespace YieldingLoop.Core.Patterns;

/// <summary>Reads the data of an SVG path (SVG 2, chapter Paths), with every command.</summary>
internal static class SvgPath
{
    /// <summary>Its strokes, in the path's own units.</summary>
    /// <param name="data">The attribute d.</param>
    /// <param name="most">Most pieces of line; reading ends with the first past them.</param>
    /// <param name="whole">Whether all of it could be read; as drawing programs do, what stands before a fault counts.</param>
    public static IReadOnlyList<Outline> Read(string data, int most, out bool whole)
    {
        var reading = new Reading(most);
        whole = reading.All(data);
        return reading.Done();
    }

    /// <summary>A path as far as it is read.</summary>
    private sealed class Reading(int most)
    {
        private readonly List<Outline> strokes = [];
        private List<Curve> curves = [];
        private int left = most;
        private PlanePoint here, begin, handle;
        private char before;

        public List<Outline> Done()
        {
            Finish(closed: false);
            return strokes;
        }

        public bool All(string data)
        {
            var scan = new SvgScanner(data);
            if (scan.AtEnd || data.Trim() == "none")
            {
                return true;
            }

            Span<double> n = stackalloc double[6];
            var command = '\0';
            while (!scan.AtEnd)
            {
                var letter = scan.Letter();
                if (letter != '\0')
                {
                    command = letter;
                }
                else if (command is '\0' or 'Z' or 'z' || !scan.NumberNext())
                {
                    return false;
                }

                if ((strokes.Count, curves.Count, before) == (0, 0, '\0') && command is not ('M' or 'm'))
                {
                    return false;
                }

                if (!One(command, ref scan, n))
                {
                    return false;
                }

                before = char.ToUpperInvariant(command);
                command = command switch { 'M' => 'L', 'm' => 'l', _ => command };
            }

            return true;
        }

        private bool One(char command, scoped ref SvgScanner scan, scoped Span<double> n)
        {
            var from = char.IsAsciiLetterLower(command) ? here : default;
            PlanePoint Point(scoped Span<double> numbers, int first) => from + new PlanePoint(numbers[first], numbers[first + 1]);
            switch (char.ToUpperInvariant(command))
            {
                case 'M' when scan.Numbers(n[..2]):
                    Finish(closed: false);
                    begin = here = Point(n, 0);
                    return true;
                case 'L' when scan.Numbers(n[..2]):
                    return Add(new LineCurve(here, Point(n, 0)));
                case 'H' when scan.Numbers(n[..1]):
                    return Add(new LineCurve(here, new(from.X + n[0], here.Y)));
                case 'V' when scan.Numbers(n[..1]):
                    return Add(new LineCurve(here, new(here.X, from.Y + n[0])));
                case 'C' when scan.Numbers(n[..6]):
                    return Cubic(Point(n, 0), Point(n, 2), Point(n, 4));
                case 'S' when scan.Numbers(n[..4]):
                    return Cubic(before is 'C' or 'S' ? (here * 2) - handle : here, Point(n, 0), Point(n, 2));
                case 'Q' when scan.Numbers(n[..4]):
                    return Quadratic(Point(n, 0), Point(n, 2));
                case 'T' when scan.Numbers(n[..2]):
                    return Quadratic(before is 'Q' or 'T' ? (here * 2) - handle : here, Point(n, 0));
                case 'A' when scan.Numbers(n[..3]) && scan.Flag(out var large) && scan.Flag(out var forward) && scan.Numbers(n[3..5]):
                    var to = Point(n, 3);
                    return to == here || Add(ArcCurve.Between(here, to, new(n[0], n[1]), n[2], large, forward), to);
                case 'Z':
                    if (here != begin)
                    {
                        Add(new LineCurve(here, begin));
                    }

                    Finish(closed: true);
                    here = begin;
                    return true;
                default:
                    return false;
            }
        }

        private bool Cubic(PlanePoint first, PlanePoint second, PlanePoint to)
        {
            handle = second;
            return Add(new CubicCurve(here, first, second, to));
        }

        private bool Quadratic(PlanePoint over, PlanePoint to)
        {
            handle = over;
            return Add(CubicCurve.Quadratic(here, over, to));
        }

        private bool Add(Curve curve, PlanePoint? to = null)
        {
            curves.Add(curve);
            here = to ?? curve.End;
            return left-- > 0;
        }

        private void Finish(bool closed)
        {
            if (curves.Count > 0)
            {
                // Many programs end a closed line where it began, without saying that it is closed.
                strokes.Add(new(curves, closed || (curves.Count > 1 && here == begin)));
                curves = [];
            }
        }
    }
}
