using System.Globalization;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.ThreadRoom;
using YieldingLoop.Web.Pages.Runs;

namespace YieldingLoop.Web.Pages.ThreadRoom;

/// <summary>What seams take of each thread, as a page shows it.</summary>
/// <param name="Seams">The seams, in the order they are sewn.</param>
/// <param name="Drawer">The threads that are here.</param>
/// <param name="Allowance">What goes besides.</param>
/// <param name="NameOf">What a seam is called on screen.</param>
public sealed record NeedSheet(IReadOnlyList<SeamToSew> Seams, IReadOnlyList<Cone> Drawer, ThreadAllowance Allowance, Func<string, string> NameOf)
{
    /// <summary>The needs, the greatest first.</summary>
    public IReadOnlyList<ThreadNeed> Needs { get; } = ThreadNeed.Of(Seams, Drawer, Allowance);

    /// <summary>What it costs.</summary>
    public ThreadCost Cost => ThreadCost.Of(Needs);

    /// <summary>What is said about a thread, in words.</summary>
    public IReadOnlyList<string> Said(ThreadNeed need) => [.. ThreadRemedies.Of(need, Seams, Drawer, Allowance).Select(f => ThreadRoomWords.Of(f, NameOf))];

    /// <summary>What to buy.</summary>
    public ShoppingList Shopping => ShoppingList.Of(Seams, Needs);

    /// <summary>The needs of what is still to be sewn of a run.</summary>
    public static NeedSheet Of(RunBoard board, WorkroomSettings settings) => new(board.ToSew(settings.Thread.Swatches), board.Drawer, settings.Thread, board.PieceName);

    /// <summary>An amount of the workroom's money.</summary>
    public static string Money(double price, WorkroomSettings settings) => string.Create(CultureInfo.InvariantCulture, $"{settings.Currency}{price:#,0.00}");

    /// <summary>What a thread is called.</summary>
    public static string Name(ThreadNeed need) => need.Thread.Name.Length > 0 ? need.Stock?.Name.Trim() ?? need.Thread.Name : need.Thread.Resolve().Name;
}
