using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Garments;

/// <summary>What is found of an order, as codes with their figures.</summary>
public static class RunFindings
{
    /// <summary>What an order takes, and how far it is from the best.</summary>
    /// <param name="order">The order that is sewn.</param>
    /// <param name="best">The best that was found.</param>
    /// <param name="byHand">Whether the order is the user's own.</param>
    public static Finding Of(RunOrderAnswer order, RunOrderAnswer best, bool byHand)
    {
        var said = new Finding("").With("changeover", order.ChangeoverMinutes);
        if (byHand)
        {
            var (minutes, points) = More(order.ChangeoverMinutes, order.Minutes, best);
            return order.Minutes <= best.Minutes ? said with { Code = "order-yours-best" }
                : said.With("minutes", minutes).With("points", points) with { Code = points == 0 ? "order-yours" : "order-yours-spare" };
        }

        var spare = order.Minutes > order.ChangeoverMinutes;
        return order.Proved ? said with { Code = spare ? "order-spare" : "order-least" }
            : said.With("gap", order.Minutes - order.LowerBoundMinutes) with { Code = spare ? "order-spare-bound" : "order-bound" };
    }

    /// <summary>How many minutes of changing over, and how many points of spare, one order has more than another.</summary>
    /// <param name="changeover">Its changeovers, minutes.</param>
    /// <param name="minutes">The same, and what set-ups that are not the best cost.</param>
    /// <param name="other">The other order.</param>
    internal static (double Minutes, double Points) More(double changeover, double minutes, RunOrderAnswer other) =>
        // What is weighed beside the minutes is spare given up.
        (Math.Round(changeover - other.ChangeoverMinutes, 1), -Math.Round((minutes - changeover - (other.Minutes - other.ChangeoverMinutes)) / RunCandidate.MinutesPerPoint));

    /// <summary>What sewing a seam with a set-up that is not its best comes to.</summary>
    /// <param name="choice">What it is sewn with.</param>
    /// <param name="best">Its best.</param>
    /// <param name="savesMinutes">What that saves.</param>
    public static Finding OfTrade(RunChoice choice, RunChoice best, double savesMinutes) =>
        new Finding(Math.Round(choice.SparePoints).CompareTo(Math.Round(best.SparePoints)) switch { 0 => "trade-even", > 0 => "trade-more", _ => "trade" })
            .With("from", choice.From is { } from ? RunAsk.Id(from) : "").With("saves", savesMinutes).With("spare", choice.SparePoints).With("best", best.SparePoints);
}
