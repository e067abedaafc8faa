using Microsoft.AspNetCore.WebUtilities;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Schools;
using YieldingLoop.Web.Pages.Shared;
using YieldingLoop.Web.Startup;

namespace YieldingLoop.Web.Pages.Scraps;

/// <summary>A scrap and its address.</summary>
internal static class ScrapAddress
{
    public const string Path = "/scrap";

    /// <summary>The nearest scrap to what an address says.</summary>
    public static ScrapSewn Read(IQueryCollection query, ChosenSchools schools, PlanMemory memory)
    {
        string? One(string name) => query[name] is [{ Length: > 0 } text, ..] ? text : null;
        var numbers = query.Keys.Where(k => k.StartsWith(PullFields.Prefix, StringComparison.Ordinal) && k is not (PullFields.Narrow or PullFields.Side)).Select(k => k[PullFields.Prefix.Length..]).Take(MostNames);
        return ScrapSewn.Read(One, numbers, name => One(PullFields.Prefix + name), schools, memory.Plan);
    }

    /// <summary>Most names of numbers that are looked at: no scrap has so many.</summary>
    private const int MostNames = 60;

    /// <summary>The scrap of an address that was carried here as a text; null where it is none.</summary>
    public static ScrapSewn? Find(string? address, ChosenSchools schools, PlanMemory memory) =>
        IsAddress(address) ? Read(new QueryCollection(QueryHelpers.ParseQuery(address![Path.Length..])), schools, memory) : null;

    /// <summary>Whether a text can be the address of a scrap.</summary>
    public static bool IsAddress(string? address) => address is { Length: <= Longest } && address.StartsWith(Path + "?", StringComparison.Ordinal);

    /// <summary>Longest address that is looked at, characters.</summary>
    private const int Longest = 4000;

    /// <summary>All of a scrap as an address.</summary>
    public static string Of(ScrapSewn sewn) => Path + QueryString.Create(sewn.Address(PullFields.Prefix).Select(p => KeyValuePair.Create(p.Key, (string?)p.Value)));

    /// <summary>Its card.</summary>
    public static SetupCard CardOf(ScrapSewn sewn) => new(sewn.Plan, sewn.Machine, sewn.Scrap.ClothEntry.Resolve().Value!, sewn.Scrap.Seam);
}
