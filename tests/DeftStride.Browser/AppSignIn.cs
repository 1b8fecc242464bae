using System.Collections.Concurrent;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace DeftStride.Browser;

/// <summary>Signs in at a server of a test without the page: as the owner, who is made where there is none, or as somebody who was made up.</summary>
public static class AppSignIn
{
    /// <summary>The owner's name: that of the coach whom a studio is founded with.</summary>
    public const string Name = "Coach";

    /// <summary>The owner's passphrase.</summary>
    public const string Passphrase = "seven quiet herons wading";

    private const string Device = "a test";

    /// <summary>Signs a client in that keeps cookies.</summary>
    /// <returns>The cookie as a browser sends it.</returns>
    public static string Owner(HttpClient http)
    {
        ArgumentNullException.ThrowIfNull(http);
        var door = JsonNode.Parse(Read(http.GetAsync(new Uri("/api/door", UriKind.Relative))).Text)!;
        var madeUp = door["madeUp"]!.AsArray();
        return madeUp.Count > 0
                ? Post(http, "demo", new { personId = madeUp[0]!["id"]!.GetValue<Guid>(), device = Device })
            : door["state"]!.GetValue<string>() == "first"
                ? Post(
                    http,
                    "owner",
                    new
                    {
                        name = Name,
                        passphrase = Passphrase,
                        device = Device,
                        coachId = door["coaches"]!.AsArray().FirstOrDefault()?["id"]!.GetValue<Guid>(),
                    }
                )
            : Post(
                http,
                "sign-in",
                new
                {
                    name = Name,
                    passphrase = Passphrase,
                    device = Device,
                }
            );
    }

    /// <summary>A client that is signed in at an address.</summary>
    public static HttpClient Client(string url, TimeSpan? patience = null)
    {
        // The header stands for a cookie jar: addresses of other ports of this machine get it too, as they would from a browser.
        var http = new HttpClient(new HttpClientHandler { UseCookies = false }) { BaseAddress = new Uri(url) };
        if (patience is { } time)
            http.Timeout = time;
        http.DefaultRequestHeaders.Add("Cookie", Standing(url, http));
        return http;
    }

    /// <summary>One sign-in at each address, for as long as it stands: signing in too often is refused, as it should be.</summary>
    private static string Standing(string url, HttpClient http)
    {
        if (Known.TryGetValue(url, out var known))
        {
            using var ask = new HttpRequestMessage(HttpMethod.Get, "/api/door");
            ask.Headers.Add("Cookie", known);
            var (text, _) = Read(http.SendAsync(ask));
            if (JsonNode.Parse(text)!["state"]!.GetValue<string>() == "in")
                return known;
        }

        return Known[url] = Owner(http);
    }

    private static readonly ConcurrentDictionary<string, string> Known = [];

    private static string Post(HttpClient http, string what, object body) =>
        Read(http.PostAsJsonAsync(new Uri($"/api/door/{what}", UriKind.Relative), body)).Cookie;

    private static (string Text, string Cookie) Read(Task<HttpResponseMessage> asked)
    {
        using var answer = asked.GetAwaiter().GetResult();
        var text = answer.Content.ReadAsStringAsync().GetAwaiter().GetResult();
        return answer.IsSuccessStatusCode
            ? (text, answer.Headers.TryGetValues("Set-Cookie", out var cookies) ? cookies.Single().Split(';')[0] : "")
            : throw new InvalidOperationException($"Could not sign in: {(int)answer.StatusCode} {text}");
    }

    /// <summary>The name and the value of the cookie of somebody who is signed in at an address.</summary>
    internal static (string Name, string Value) Cookie(string url)
    {
        using var http = new HttpClient(new HttpClientHandler { UseCookies = false }) { BaseAddress = new Uri(url) };
        return Standing(url, http).Split('=', 2) is [var name, var value]
            ? (name, value)
            : throw new InvalidOperationException("The server gave no cookie.");
    }
}
