using YieldingLoop.Core;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.Words;

namespace YieldingLoop.Store.Formats;

/// <summary>Errors of one request, keyed by JSON path.</summary>
public sealed class JsonErrors
{
    private readonly Dictionary<string, List<string>> errors = [];
    private readonly Dictionary<string, Finding> findings = [];

    /// <summary>By path, the code and figures of what the core decided; empty where the body itself is at fault.</summary>
    public IReadOnlyDictionary<string, Finding> Findings => findings;

    /// <summary>Whether there are any.</summary>
    public bool Any => errors.Count > 0;

    /// <summary>Forgets them all.</summary>
    public void Clear()
    {
        errors.Clear();
        findings.Clear();
    }

    /// <summary>In how many places.</summary>
    public int Count => errors.Count;

    public void Add(string path, string message)
    {
        if (!errors.TryGetValue(path, out var list))
        {
            errors[path] = list = [];
        }

        if (!list.Contains(message))
        {
            list.Add(message);
        }
    }

    /// <summary>Adds what the core finds wrong with a part of the body.</summary>
    /// <param name="at">Path of the part; empty for the whole.</param>
    /// <param name="problems">What is wrong.</param>
    public void Add(string at, IEnumerable<Problem> problems)
    {
        foreach (var problem in problems)
        {
            var path = at.Length == 0 ? problem.Field : $"{at}.{problem.Field}";
            Add(path, problem.Message);
            if (problem.Finding is { } finding)
            {
                findings[path] = finding;
            }
        }
    }

    /// <summary>Names a number that lies outside; nothing where there is none.</summary>
    /// <param name="path">Where it stands.</param>
    /// <param name="value">The number.</param>
    /// <param name="least">Smallest that is taken.</param>
    /// <param name="most">Largest that is taken.</param>
    /// <param name="above">Whether it has to be above the smallest.</param>
    public void Within(string path, double? value, double least, double most, bool above = false)
    {
        if (value is { } number && (!(number >= least && number <= most) || (above && number == least)))
        {
            Add(path, FormattableString.Invariant($"This is a number {(above ? "above" : "from")} {least:0.####} {(above ? "and at most" : "to")} {most:0.####}."));
        }
    }

    /// <summary>The position of an identifier; null, with the fault named, where it is none.</summary>
    public ThreadPosition? Position(string path, string id)
    {
        if (ThreadPositions.TryFromId(id, out var position))
        {
            return position;
        }

        Add(path, $"The positions are {string.Join(", ", ThreadPositions.All.Select(p => p.Id()))}.");
        return null;
    }

    public Dictionary<string, string[]> ToDictionary() => errors.ToDictionary(e => e.Key, e => e.Value.ToArray());
}
