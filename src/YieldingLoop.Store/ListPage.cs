using System.Collections;
using Microsoft.EntityFrameworkCore;

namespace YieldingLoop.Store;

/// <summary>A page of a list.</summary>
/// <param name="Items">What stands on it.</param>
/// <param name="Total">How many there are on all pages.</param>
/// <param name="Number">Which page, from 1.</param>
/// <param name="Size">Most on one page.</param>
public sealed record ListPage<T>(IReadOnlyList<T> Items, int Total, int Number, int Size) : IListPage, IReadOnlyList<T>
{
    public int Count => Items.Count;

    public T this[int index] => Items[index];

    public IEnumerator<T> GetEnumerator() => Items.GetEnumerator();

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();
}

/// <summary>Where a page lies among the others.</summary>
public interface IListPage
{
    int Total { get; }

    int Number { get; }

    int Size { get; }

    int Pages => Math.Max(1, (Total + Size - 1) / Size);

    /// <summary>Number of the first and the last of it in the whole list, from 1.</summary>
    int First => Total == 0 ? 0 : (Number - 1) * Size + 1;

    int Last => Math.Min(Total, Number * Size);
}

/// <summary>Cuts lists into pages.</summary>
public static class ListPage
{
    /// <summary>Most on one page of a list.</summary>
    public const int Size = 48;

    /// <summary>A page of a question; the last where fewer are left, the first where none was named.</summary>
    /// <param name="question">The whole list, ordered.</param>
    /// <param name="number">Which page, from 1.</param>
    /// <param name="size">Most on one page.</param>
    public static async Task<ListPage<T>> PageAsync<T>(this IQueryable<T> question, int number, int size = Size)
    {
        var total = await question.CountAsync();
        var page = Clamp(number, total, size);
        return new(await question.Skip((page - 1) * size).Take(size).ToListAsync(), total, page, size);
    }

    /// <summary>A page of what is at hand already.</summary>
    public static ListPage<T> Of<T>(IReadOnlyList<T> all, int number)
    {
        var page = Clamp(number, all.Count, Size);
        return new([.. all.Skip((page - 1) * Size).Take(Size)], all.Count, page, Size);
    }

    /// <summary>A page with nothing on it.</summary>
    public static ListPage<T> Empty<T>() => new([], 0, 1, Size);

    internal static int Clamp(int number, int total, int size) => Math.Clamp(number, 1, Math.Max(1, (total + size - 1) / size));
}
