namespace YieldingLoop.Store.Exchange;

/// <summary>Gives what comes in its numbers, all before anything is written, so that references can go either way.</summary>
/// <param name="file">The file.</param>
/// <param name="map">What is here.</param>
internal sealed class ImportNumbers(ExchangeFile file, ExchangeMap map)
{
    /// <summary>Largest number a swatch keeps from the file: far beyond what anybody writes on cloth.</summary>
    private const int MostNumber = 1_000_000;

    private readonly Dictionary<Type, int> last = new(map.Largest);
    private readonly List<(int Was, int Now)> renumbered = [];

    /// <summary>Gives numbers to what is new among these.</summary>
    /// <returns>Swatches whose number was taken here.</returns>
    public IReadOnlyList<(int Was, int Now)> Give(IReadOnlyList<ImportItem> items)
    {
        foreach (var item in items.Where(i => i.Number is null && i.Item.Part != ExchangeParts.States))
        {
            Give(item.Item);
        }

        foreach (var item in items.Where(i => i.Item.Part == ExchangeParts.States))
        {
            Give(item.Item);
        }

        return renumbered;
    }

    /// <summary>Gives a record its number, and the needles in a machine's seats theirs.</summary>
    public void Give(FileItem item)
    {
        if (item.Part == ExchangeParts.States)
        {
            if (map.Keys.Find(typeof(MachineRow), item.Id) is not { } machine)
            {
                return;
            }

            map.Keys.Add(typeof(StateRow), machine, item.Id);
            using var state = file.Open(item);
            foreach (var needle in state.RootElement.TryGetProperty("needles", out var needles) ? needles.EnumerateArray().Select(n => n.GetProperty("id").GetGuid()) : [])
            {
                if (!map.Keys.Has(typeof(SeatedNeedleRow), needle))
                {
                    map.Keys.Add(typeof(SeatedNeedleRow), Next(typeof(SeatedNeedleRow)), needle);
                }
            }

            return;
        }

        map.Keys.Add(item.Part.Row, item.Part == ExchangeParts.Swatches ? Swatch(item) : Next(item.Part.Row), item.Id);
    }

    private int Swatch(FileItem item)
    {
        using var text = file.Open(item);
        var told = text.RootElement.GetProperty("number").GetInt32();
        if (told is >= 1 and <= MostNumber && !map.Keys.HasNumber(typeof(SwatchRow), told))
        {
            last[typeof(SwatchRow)] = Math.Max(told, last.GetValueOrDefault(typeof(SwatchRow)));
            return told;
        }

        var now = Next(typeof(SwatchRow));
        while (map.Keys.HasNumber(typeof(SwatchRow), now))
        {
            now = Next(typeof(SwatchRow));
        }

        renumbered.Add((told, now));
        return now;
    }

    private int Next(Type row) => last[row] = last.GetValueOrDefault(row) + 1;
}
