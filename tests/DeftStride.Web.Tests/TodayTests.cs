using System.Net;
using System.Text.Json.Nodes;
using DeftStride.Browser;
using DeftStride.Data;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>What today is follows from facts that stand, and is the same from every door.</summary>
public sealed class TodayTests : IDisposable
{
    private readonly StudioUnderTest _studio = new();

    public void Dispose() => _studio.Dispose();

    private async Task<Guid> PlannedAsync(string exercise = "split-squat-to-pad")
    {
        var client = await _studio.ClientAsync($"Wil {Guid.NewGuid():n}"[..12]);
        await _studio.PostAsync(
            "/api/visits",
            new
            {
                operationId = Guid.CreateVersion7(),
                id = Guid.CreateVersion7(),
                clientId = client,
                time = "23:30",
                exerciseId = exercise,
            },
            HttpStatusCode.NoContent
        );
        return client;
    }

    private async Task StandAsync(Guid client, string rung, params string[] sides) =>
        await _studio.PostAsync(
            "/api/stands",
            new
            {
                id = Guid.CreateVersion7(),
                clientId = client,
                ladderId = "split-stance",
                rungId = rung,
                sides,
                afterBreak = false,
                reason = "for the test",
            }
        );

    /// <summary>The day from each door; all must be the same.</summary>
    private async Task<JsonNode> TodayAsync(Guid client)
    {
        var page = (await _studio.GetAsync($"/api/clients/{client}"))["today"]!;
        var bench = (await _studio.GetAsync($"/api/clients/{client}/bench"))["today"]!;
        var floor = (await _studio.GetAsync("/api/floor"))["visits"]!
            .AsArray()
            .Single(v => v!["client"]!["id"]!.ToString() == client.ToString())!["today"]!;
        Assert.True(JsonNode.DeepEquals(page, bench), $"{page}\n{bench}");
        Assert.True(JsonNode.DeepEquals(page, floor), $"{page}\n{floor}");
        return page;
    }

    [Fact]
    public async Task Two_devices_that_change_what_it_rests_on_end_in_the_same_day_in_either_order()
    {
        var (one, other) = (await PlannedAsync(), await PlannedAsync());
        foreach (var client in new[] { one, other })
            await StandAsync(client, "ss-pad", "left", "right");
        // One device puts the right side lower; the other, which does not know, logs what was done.
        await StandAsync(one, "ss-floor", "right");
        await _studio.LogAsync(one, "split-squat-to-pad");
        await _studio.LogAsync(other, "split-squat-to-pad");
        await StandAsync(other, "ss-floor", "right");
        var (first, second) = (await TodayAsync(one), await TodayAsync(other));
        foreach (var field in new[] { "exerciseId", "rungName", "asked", "askedWhy", "apart", "firstSideText" })
            Assert.True(
                JsonNode.DeepEquals(first[field], second[field]),
                $"{field}: {first[field]} and {second[field]}"
            );
        Assert.Equal("split-squat-from-floor", first["exerciseId"]!.ToString());

        // At the same moment: whatever the order turns out to be, every door reads the same.
        await Task.WhenAll(
            StandAsync(one, "ss-pad", "right"),
            _studio.LogAsync(one, "split-squat-from-floor"),
            StandAsync(one, "ss-loaded", "left")
        );
        var now = await TodayAsync(one);
        Assert.Equal("split-squat-to-pad", now["exerciseId"]!.ToString());
    }

    [Fact]
    public async Task Of_a_chain_of_corrections_only_the_last_stands()
    {
        var client = await _studio.ClientAsync();
        async Task<Guid> RangeAsync(double degrees, Guid? supersedes, HttpStatusCode expected = HttpStatusCode.OK)
        {
            var id = Guid.CreateVersion7();
            await _studio.PostAsync(
                "/api/ranges",
                new
                {
                    id,
                    clientId = client,
                    test = "hipFlexion",
                    side = "left",
                    degrees,
                    gapCm = (double?)null,
                    supersedes,
                },
                expected
            );
            return id;
        }

        var first = await RangeAsync(100, null);
        var second = await RangeAsync(110, first);
        await RangeAsync(120, second);
        // What was replaced cannot be replaced again, and replaces nothing any more.
        await RangeAsync(90, first, HttpStatusCode.Conflict);
        var kept = (await _studio.GetAsync($"/api/clients/{client}/intake"))["ranges"]!.AsArray();
        Assert.Equal(120, Assert.Single(kept)!["degrees"]!.GetValue<double>());
        await using var scope = _studio.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<StudioContext>();
        Assert.Equal(3, await db.Ranges.CountAsync());
        Assert.Equal(120, (await db.Standing<Data.Records.RangeFact>().SingleAsync()).Degrees);
    }

    [Fact]
    public async Task What_is_lent_and_kept_has_a_history()
    {
        var client = await _studio.ClientAsync();
        var version = (await _studio.GetAsync($"/api/clients/{client}"))["client"]!["version"]!.GetValue<long>();
        async Task PutAsync(string path, object body)
        {
            await _studio.SendAsync(HttpMethod.Put, path, body);
            version++;
        }

        var until = LateMorning.Today.AddDays(10);
        foreach (var (lent, review) in new[] { (true, (DateOnly?)until), (true, until.AddDays(5)), (false, null) })
            await PutAsync(
                "/api/props",
                new
                {
                    operationId = Guid.CreateVersion7(),
                    version,
                    clientId = client,
                    correctionId = "hl-wedge",
                    lent,
                    review,
                }
            );
        await PutAsync(
            "/api/kept",
            new
            {
                operationId = Guid.CreateVersion7(),
                version,
                clientId = client,
                correctionId = "sb-longer",
                kept = true,
            }
        );
        var edits = (await _studio.GetAsync("/api/edits?kind=prop")).AsArray();
        Assert.Equal(
            [
                ($"{until.AddDays(5):yyyy-MM-dd}", ""),
                ($"{until:yyyy-MM-dd}", $"{until.AddDays(5):yyyy-MM-dd}"),
                ("", $"{until:yyyy-MM-dd}"),
            ],
            edits.Select(e => ($"{e!["before"]}", $"{e["after"]}"))
        );
        Assert.Equal("hl-wedge", Text(edits[0], "subject"));
        Assert.Single((await _studio.GetAsync("/api/edits?kind=kept")).AsArray());
    }
}
