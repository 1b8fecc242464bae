using System.Net;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using DeftStride.Browser;
using DeftStride.Web.Hosting;
using Microsoft.Extensions.DependencyInjection;
using Xunit;

namespace DeftStride.Web.Tests;

/// <summary>A page may be older or newer than the server: neither loses what was written on it.</summary>
public sealed class InterfaceTests
{
    /// <summary>A server three numbers on: first a log's day had another name, then its sets were counted in words.</summary>
    private static readonly Interface Later = new(
        3,
        2,
        [
            new(
                2,
                "POST",
                "/api/logs",
                body =>
                {
                    var even = body["log"]!["even"]!;
                    even["sets"] = even["sets"]!.GetValue<string>() == "three" ? 3 : 1;
                    return body;
                }
            ),
            new(
                1,
                "POST",
                "/api/logs",
                body =>
                {
                    body["day"] = body["on"]!.DeepClone();
                    body.Remove("on");
                    // What the second step is about comes only from the first one: they go in the order of their numbers.
                    body["log"]!["even"]!["sets"] = "three";
                    return body;
                }
            ),
        ]
    );

    private static StudioUnderTest Studio(Interface? speaks = null) =>
        new(services: s => s.AddSingleton(speaks ?? Interface.Current));

    private static JsonObject Log(Guid client) =>
        new()
        {
            ["id"] = Guid.CreateVersion7(),
            ["clientId"] = client,
            ["day"] = LateMorning.Today.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
            ["exerciseId"] = "split-squat-to-pad",
            ["supersedes"] = null,
            ["log"] = new JsonObject
            {
                ["sets"] = null,
                ["even"] = new JsonObject
                {
                    ["sets"] = 3,
                    ["amount"] = 5,
                    ["cleanLeft"] = 15,
                    ["cleanRight"] = 15,
                    ["loadKg"] = 0,
                    ["position"] = "none",
                    ["resets"] = 0,
                },
                ["effort"] = 6,
                ["pain"] = null,
                ["nextMorning"] = 1,
                ["felt"] = null,
            },
        };

    private static JsonObject OldLog(Guid client)
    {
        var log = Log(client);
        log["on"] = log["day"]!.DeepClone();
        log.Remove("day");
        log["log"]!["even"]!.AsObject().Remove("sets");
        return log;
    }

    private static async Task<(HttpStatusCode Status, JsonNode? Said)> SendAsync(
        StudioUnderTest studio,
        HttpMethod method,
        string path,
        string? number,
        JsonNode? body = null
    )
    {
        using var request = new HttpRequestMessage(method, path);
        if (number is not null)
            request.Headers.Add(Interface.Header, number);
        if (body is not null)
            request.Content = new StringContent(
                body.ToJsonString(),
                new System.Net.Http.Headers.MediaTypeHeaderValue("application/json")
            );
        using var answer = await studio.Http.SendAsync(request);
        var text = await answer.Content.ReadAsStringAsync();
        return (answer.StatusCode, text.StartsWith('{') ? JsonNode.Parse(text) : null);
    }

    [Fact]
    public async Task What_an_older_page_had_waiting_is_taken_one_step_up_at_a_time()
    {
        using var studio = Studio(Later);
        var client = await studio.ClientAsync();
        // The page of before there were numbers, and the one that says it speaks the first.
        foreach (var number in new[] { null, "1" })
        {
            var (status, said) = await SendAsync(studio, HttpMethod.Post, "/api/logs", number, OldLog(client));
            Assert.True(status == HttpStatusCode.OK, said?.ToJsonString());
            Assert.Equal("3 × 5 a side, all clean", said!["did"]!.GetValue<string>());
        }

        var half = Log(client);
        half["log"]!["even"]!["sets"] = "three";
        Assert.Equal(HttpStatusCode.OK, (await SendAsync(studio, HttpMethod.Post, "/api/logs", "2", half)).Status);
        // Today's page sends today's form, and nothing is done to it.
        Assert.Equal(
            HttpStatusCode.OK,
            (await SendAsync(studio, HttpMethod.Post, "/api/logs", "3", Log(client))).Status
        );
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (await SendAsync(studio, HttpMethod.Post, "/api/logs", "3", OldLog(client))).Status
        );
    }

    [Fact]
    public async Task A_page_too_old_hears_so_when_it_asks_and_a_page_too_new_waits_with_what_it_wrote()
    {
        using var studio = Studio(Later);
        var client = await studio.ClientAsync();
        var (old, said) = await SendAsync(studio, HttpMethod.Get, "/api/floor", "1");
        Assert.Equal(HttpStatusCode.UpgradeRequired, old);
        Assert.Contains("starts again by itself", said!["detail"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.OK, (await SendAsync(studio, HttpMethod.Get, "/api/floor", "2")).Status);
        Assert.Equal(HttpStatusCode.OK, (await SendAsync(studio, HttpMethod.Get, "/api/floor", "4")).Status);

        var (late, waits) = await SendAsync(studio, HttpMethod.Post, "/api/logs", "4", Log(client));
        Assert.Equal(HttpStatusCode.ServiceUnavailable, late);
        Assert.True(waits!["again"]!.GetValue<bool>());
        Assert.Empty((await studio.GetAsync($"/api/clients/{client}"))["logs"]!.AsArray());
    }

    [Theory]
    [InlineData("0")]
    [InlineData("-1")]
    [InlineData("one")]
    [InlineData("99999999999")]
    public async Task A_number_that_is_none_is_refused_in_a_sentence(string number)
    {
        using var studio = Studio();
        var (status, said) = await SendAsync(studio, HttpMethod.Get, "/api/floor", number);
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.Contains("Reload the page", said!["detail"]!.GetValue<string>(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Nothing_that_is_no_body_gets_through_by_being_old()
    {
        using var studio = Studio(Later);
        await studio.ClientAsync();
        foreach (var text in new[] { "{", "[]", "null", "7", "{}", """{"on":"today","log":7}""" })
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, "/api/logs")
            {
                Content = new StringContent(text, new System.Net.Http.Headers.MediaTypeHeaderValue("application/json")),
            };
            using var answer = await studio.Http.SendAsync(request);
            Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
            Assert.Contains("detail", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task Every_answer_says_the_number_refusals_too_and_the_page_speaks_the_same()
    {
        using var studio = Studio();
        foreach (var path in new[] { "/api/studio", "/api/health", "/api/nowhere", "/api/clients/1" })
        {
            using var answer = await studio.Http.GetAsync(new Uri(path, UriKind.Relative));
            Assert.Equal($"{Interface.Current.Number}", Assert.Single(answer.Headers.GetValues(Interface.Header)));
            Assert.Equal($"{Interface.Current.Since}", Assert.Single(answer.Headers.GetValues(Interface.SinceHeader)));
        }

        var page = await File.ReadAllTextAsync(Path.Combine(Checkout.Root, "web/src/device/interface.ts"));
        Assert.Equal(
            $"{Interface.Current.Number}",
            Regex.Match(page, @"export const INTERFACE = (\d+);").Groups[1].Value
        );
        Assert.Contains($"'{Interface.Header}'", page, StringComparison.Ordinal);
        Assert.Contains($"'{Interface.SinceHeader}'", page, StringComparison.Ordinal);
        // Every number up to today's has its step, or said in the docs why it needs none.
        var docs = await File.ReadAllTextAsync(Path.Combine(Checkout.Root, "docs/interface.md"));
        for (var number = 1; number <= Interface.Current.Number; number++)
            Assert.Matches($@"(?m)^\| {number} \|", docs);
    }
}
