using Microsoft.AspNetCore.Mvc;
using YieldingLoop.Core.Settings;
using YieldingLoop.Web.Pages.Runs;

namespace YieldingLoop.Web.Pages.ThreadRoom;

/// <summary>The shopping list on paper.</summary>
public sealed class ShoppingPrintModel(RunDesk desk, Store.Runs runs, Wording wording, TimeProvider clock) : ShoppingModel(desk, runs, wording)
{
    [BindProperty(SupportsGet = true)]
    public string? Paper { get; set; }

    public string PaperId => PrintModel.Papers.Any(p => p.Id == Paper) ? Paper! : PrintModel.Papers[0].Id;

    /// <summary>When it was printed.</summary>
    public DateTimeOffset Now => clock.GetLocalNow();
}
