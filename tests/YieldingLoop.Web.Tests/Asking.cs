using System.Net;
using System.Text;
using System.Text.Json.Nodes;

namespace YieldingLoop.Web.Tests;

/// <summary>Asks the API.</summary>
internal static class Asking
{
    /// <summary>Posts a body to a call of the API.</summary>
    /// <param name="app">The server.</param>
    /// <param name="call">The call, below /api/v1/.</param>
    /// <param name="body">The body, JSON.</param>
    public static async Task<(HttpStatusCode Status, JsonNode Answer)> AskAsync(this App app, string call, string body)
    {
        using var content = new StringContent(body, Encoding.UTF8, "application/json");
        using var answer = await app.CreateClient().PostAsync(new Uri("/api/v1/" + call, UriKind.Relative), content);
        return (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync())!);
    }
}
