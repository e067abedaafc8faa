using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>The line below a list: which part of it is shown, how many there are, and the ways to the pages beside it.</summary>
/// <param name="Page">The page shown.</param>
/// <param name="One">What one of them is called.</param>
/// <param name="Many">What several are called.</param>
/// <param name="Found">Whether somebody searched for them.</param>
/// <param name="Key">The field of the address that names the page.</param>
public sealed record PagesLine(IListPage Page, string One, string Many, bool Found = false, string Key = "p");

/// <summary>The way from the first few of a list to all of it.</summary>
/// <param name="Page">The few.</param>
/// <param name="Href">Where all of them are.</param>
/// <param name="Many">What they are called.</param>
public sealed record AllLine(IListPage Page, string Href, string Many);

/// <summary>What a field that cannot offer everything says of what it offers.</summary>
/// <param name="Page">What it offers.</param>
/// <param name="Many">What they are called.</param>
/// <param name="Which">Which of them.</param>
public sealed record OfferedLine(IListPage Page, string Many, string Which);
