namespace YieldingLoop.Store.Formats;

/// <summary>
/// Says which record a number in a document is the number of. Numbers belong to one database; where a document leaves it,
/// the record's own identifier stands in their place, and here is written down where those places are.
/// </summary>
/// <param name="row">The kind of row.</param>
[AttributeUsage(AttributeTargets.Property)]
public sealed class RefersAttribute(Type row) : Attribute
{
    /// <summary>The kind of row.</summary>
    public Type Row => row;

    /// <summary>Whether the document makes sense where there is no such record: the reference is then left out.</summary>
    public bool Loose { get; init; }

    /// <summary>Whether it stands at the begin of texts, before a stroke.</summary>
    public bool BeforeStroke { get; init; }
}
