using Microsoft.AspNetCore.HttpOverrides;

namespace YieldingLoop.Web.Network;

/// <summary>Who a request is for, and who it is from: neither is taken from what the request says of itself.</summary>
internal static class OwnNames
{
    /// <summary>Refuses requests for a host that is not this one.</summary>
    public static void UseOwnNames(this IApplicationBuilder app) => app.Use((context, next) =>
    {
        var host = context.Request.Host.Host;
        if (host.Length == 0 || context.RequestServices.GetRequiredService<NetworkOptions>().IsOwn(host, context.Connection))
        {
            return next(context);
        }

        return Results.Text("This is not an address of this workroom.", statusCode: StatusCodes.Status400BadRequest).ExecuteAsync(context);
    });

    /// <summary>
    /// The framework can be told by an environment variable to believe a header about where a request comes from. Here the
    /// address decides who is asked for the passcode, so no header does, whatever the environment says.
    /// </summary>
    public static void HearNobodyForAnother(this WebApplicationBuilder builder)
    {
        builder.Configuration["ForwardedHeaders_Enabled"] = "false";
        builder.Services.PostConfigure<ForwardedHeadersOptions>(forwarded => forwarded.ForwardedHeaders = ForwardedHeaders.None);
    }
}
