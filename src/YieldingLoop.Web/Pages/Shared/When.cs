using System.Globalization;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>Moments as a person says them, in the server's own time zone, which is the workroom's.</summary>
public static class When
{
    /// <summary>"at 14:05" today, "yesterday at 14:05", "on 3 May at 14:05".</summary>
    public static string Ago(DateTimeOffset moment) => Ago(moment, DateTimeOffset.Now);

    internal static string Ago(DateTimeOffset moment, DateTimeOffset now)
    {
        var local = moment.ToOffset(now.Offset);
        var time = local.ToString("H:mm", CultureInfo.InvariantCulture);
        return (now.Date - local.Date).Days switch
        {
            0 => $"at {time}",
            1 => $"yesterday at {time}",
            _ => local.ToString(local.Year == now.Year ? "'on 'd MMMM" : "'on 'd MMMM yyyy", CultureInfo.InvariantCulture) + $" at {time}",
        };
    }

    /// <summary>"today", "yesterday", "3 May".</summary>
    public static string Day(DateTimeOffset moment) => Day(moment, DateTimeOffset.Now);

    internal static string Day(DateTimeOffset moment, DateTimeOffset now)
    {
        var local = moment.ToOffset(now.Offset);
        return (now.Date - local.Date).Days switch { 0 => "today", 1 => "yesterday", _ => local.ToString(local.Year == now.Year ? "d MMM" : "d MMM yyyy", CultureInfo.InvariantCulture) };
    }

    /// <summary>"3 May 2026".</summary>
    public static string Date(DateTimeOffset moment) => moment.ToLocalTime().ToString("d MMM yyyy", CultureInfo.InvariantCulture);

    /// <summary>"3 May 2026, 14:05".</summary>
    public static string Stamp(DateTimeOffset moment) => moment.ToLocalTime().ToString("d MMMM yyyy, H:mm", CultureInfo.InvariantCulture);
}
