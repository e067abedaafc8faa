using YieldingLoop.Store.Formats;

namespace YieldingLoop.Store.Exchange;

/// <summary>Somewhere a document refers to another record.</summary>
/// <param name="Row">What kind of record.</param>
/// <param name="Key">Which.</param>
/// <param name="Loose">Whether the document makes sense without it.</param>
public readonly record struct Reference(Type Row, Guid Key, bool Loose);

/// <summary>Which number in this database is which record, both ways; and what was looked up.</summary>
public sealed class RecordKeys
{
    private readonly Dictionary<(Type Row, int Id), Guid> keys = [];
    private readonly Dictionary<(Type Row, Guid Key), int> ids = [];

    /// <summary>References that were met since this was last emptied; null where nobody wants to know.</summary>
    public List<Reference>? Met { get; set; }

    /// <summary>References among them that lead nowhere.</summary>
    public List<Reference> Missing { get; } = [];

    /// <summary>Says that a record has a number.</summary>
    public void Add(Type row, int id, Guid key)
    {
        keys[(row, id)] = key;
        ids[(row, key)] = id;
    }

    /// <summary>Whether there is such a record.</summary>
    public bool Has(Type row, Guid key) => ids.ContainsKey((row, key));

    /// <summary>Whether a number is taken.</summary>
    public bool HasNumber(Type row, int id) => keys.ContainsKey((row, id));

    /// <summary>The number of a record; null where there is none.</summary>
    public int? Find(Type row, Guid key) => ids.TryGetValue((row, key), out var id) ? id : null;

    /// <summary>The record a document refers to by number; null where there is none.</summary>
    internal Guid? KeyOf(RefersAttribute refers, int id)
    {
        if (!keys.TryGetValue((refers.Row, id), out var key))
        {
            return null;
        }

        Met?.Add(new(refers.Row, key, refers.Loose));
        return key;
    }

    /// <summary>The number of the record a document refers to; null where there is none here.</summary>
    internal int? IdOf(RefersAttribute refers, Guid key)
    {
        var reference = new Reference(refers.Row, key, refers.Loose);
        Met?.Add(reference);
        if (ids.TryGetValue((refers.Row, key), out var id))
        {
            return id;
        }

        Missing.Add(reference);
        return null;
    }
}
