namespace YieldingLoop.Store.Formats;

/// <summary>Which document stands for a type of the core wherever it is written.</summary>
internal abstract class Contract
{
    /// <summary>The type of the document.</summary>
    public abstract Type Document { get; }

    /// <summary>The document of a value.</summary>
    public abstract object Of(object value);

    /// <summary>What a document says.</summary>
    public abstract object Read(object document);

    /// <summary>The contract of a type.</summary>
    public static Contract For<T, TDocument>(Func<T, TDocument> of, Func<TDocument, T> read)
        where T : class
        where TDocument : class => new Pair<T, TDocument>(of, read);

    private sealed class Pair<T, TDocument>(Func<T, TDocument> of, Func<TDocument, T> read) : Contract
        where T : class
        where TDocument : class
    {
        public override Type Document => typeof(TDocument);

        public override object Of(object value) => of((T)value);

        public override object Read(object document) => read((TDocument)document);
    }
}
