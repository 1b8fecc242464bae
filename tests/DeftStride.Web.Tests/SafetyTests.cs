using System.Net;
using System.Text.Json.Nodes;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>Pain, red flags, a clinician's conditions and the record, from the door to the disk.</summary>
public sealed class SafetyTests : IDisposable
{
    private sealed class Moved : TimeProvider
    {
        public DateTimeOffset Now { get; set; } = new(2026, 4, 6, 9, 0, 0, TimeSpan.Zero);

        public override DateTimeOffset GetUtcNow() => Now;
    }

    private readonly Moved _clock = new();
    private readonly StudioUnderTest _studio;

    public SafetyTests() => _studio = new(_clock);

    public void Dispose() => _studio.Dispose();

    private void Days(double days) => _clock.Now = _clock.Now.AddDays(days);

    private async Task<Guid> RaiseAsync(Guid client, string sign = "giving-way", string note = "")
    {
        var id = Guid.CreateVersion7();
        await _studio.PostAsync(
            "/api/flags",
            new
            {
                id,
                clientId = client,
                signId = sign,
                note,
                supersedes = (Guid?)null,
            },
            HttpStatusCode.NoContent
        );
        return id;
    }

    private Task<JsonNode?> ClearAsync(
        Guid flag,
        string on,
        string? until = null,
        string[]? forbids = null,
        HttpStatusCode expected = HttpStatusCode.NoContent
    ) =>
        _studio.PostAsync(
            "/api/flag-clearings",
            new
            {
                id = Guid.CreateVersion7(),
                flagId = flag,
                examinedBy = "Ilka Brand, physiotherapist",
                examinedOn = on,
                allowed = "Body weight",
                until,
                forbids,
            },
            expected
        );

    private Task<JsonNode?> WithdrawAsync(Guid flag, HttpStatusCode expected = HttpStatusCode.NoContent) =>
        _studio.PostAsync($"/api/flags/{flag}/withdrawal", new { id = Guid.CreateVersion7() }, expected);

    private async Task<JsonNode> ClientAsync(Guid client) => await _studio.GetAsync($"/api/clients/{client}");

    private static string[] Signs(JsonNode view) => [.. view["stopSigns"]!.AsArray().Select(s => Text(s, "signId"))];

    private static object Log(Guid client, string exercise, object? pain = null, double load = 0) =>
        StudioUnderTest.LogBody(client, null, exercise, sets: 2, loadKg: load, pain: pain);

    private static object Hurts(int score, string? kind = "jointOrTendon", string? site = "kneeFront") =>
        new
        {
            score,
            leg = "left",
            role = "front",
            site,
            kind,
        };

    private async Task<JsonNode> IntakeAsync(
        Guid client,
        Action<JsonObject> change,
        HttpStatusCode expected = HttpStatusCode.OK
    )
    {
        var now = await _studio.GetAsync($"/api/clients/{client}/intake");
        var intake = now["intake"]!.DeepClone().AsObject();
        change(intake);
        return (
            await _studio.SendAsync(
                HttpMethod.Put,
                $"/api/clients/{client}/intake",
                new
                {
                    operationId = Guid.CreateVersion7(),
                    version = now["version"]!.GetValue<long>(),
                    goal = "",
                    intake,
                },
                expected
            )
        )!;
    }

    [Fact]
    public async Task A_slip_is_taken_back_the_same_day_leaves_nothing_blocked_and_stays_in_the_record()
    {
        var client = await _studio.ClientAsync();
        var flag = await RaiseAsync(client, "chest");
        var sign = Assert.Single((await ClientAsync(client))["stopSigns"]!.AsArray())!;
        Assert.Equal(("callNow", true), (Text(sign, "tier"), sign["canWithdraw"]!.GetValue<bool>()));
        await _studio.PostAsync("/api/logs", Log(client, "split-squat-to-pad"), HttpStatusCode.Conflict);
        await WithdrawAsync(flag);
        Assert.Empty(Signs(await ClientAsync(client)));
        await _studio.PostAsync("/api/logs", Log(client, "split-squat-to-pad"));
        await WithdrawAsync(flag, HttpStatusCode.Conflict);
        await ClearAsync(flag, "2026-04-06", expected: HttpStatusCode.Conflict);
    }

    [Fact]
    public async Task After_its_day_a_flag_is_only_cleared_with_a_note_and_never_by_one_from_before_it()
    {
        var client = await _studio.ClientAsync();
        var flag = await RaiseAsync(client);
        Days(1);
        Assert.False((await ClientAsync(client))["stopSigns"]![0]!["canWithdraw"]!.GetValue<bool>());
        await WithdrawAsync(flag, HttpStatusCode.Conflict);
        await ClearAsync(flag, "2026-04-05", expected: HttpStatusCode.BadRequest);
        await ClearAsync(flag, "2026-04-07", until: "2026-04-06", expected: HttpStatusCode.BadRequest);
        await ClearAsync(flag, "2026-04-07", forbids: ["flying"], expected: HttpStatusCode.BadRequest);
        Assert.Single(Signs(await ClientAsync(client)));
        await ClearAsync(flag, "2026-04-07");
        Assert.Empty(Signs(await ClientAsync(client)));
    }

    [Fact]
    public async Task Of_two_answers_at_once_the_more_careful_one_stands()
    {
        var client = await _studio.ClientAsync();
        var (one, other) = (await RaiseAsync(client), await RaiseAsync(client, note: "Stumbled on the stairs"));
        await WithdrawAsync(one);
        Assert.Single(Signs(await ClientAsync(client)));
        // Cleared on one device while another raises it: the new one stands.
        var raised = RaiseAsync(client);
        await ClearAsync(other, "2026-04-06");
        await raised;
        Assert.Single(Signs(await ClientAsync(client)));
    }

    [Fact]
    public async Task A_clinicians_no_kneeling_bars_every_door_by_name_until_its_day()
    {
        var client = await _studio.ClientAsync();
        var flag = await RaiseAsync(client);
        await ClearAsync(flag, "2026-04-06", until: "2026-05-01", forbids: ["kneeling", "load"]);
        const string Kneel = "half-kneeling-hold";
        async Task BarredAsync(string path, object body)
        {
            var said = Text(await _studio.PostAsync(path, body, HttpStatusCode.Conflict), "detail");
            Assert.Contains("No kneeling, no load until 1 May 2026 (Ilka Brand", said, StringComparison.Ordinal);
        }

        object Visit(string exercise) =>
            new
            {
                operationId = Guid.CreateVersion7(),
                id = Guid.CreateVersion7(),
                clientId = client,
                time = "10:00",
                exerciseId = exercise,
            };
        await BarredAsync("/api/visits", Visit(Kneel));
        await BarredAsync("/api/logs", Log(client, Kneel));
        await BarredAsync("/api/logs", Log(client, "split-squat-to-pad", load: 8));
        await BarredAsync(
            "/api/stands",
            new
            {
                id = Guid.CreateVersion7(),
                clientId = client,
                ladderId = "split-stance",
                rungId = "ss-half-kneeling",
                sides = new[] { "left", "right" },
                afterBreak = false,
                reason = "likes it",
            }
        );
        var check = (JsonObject)
            JsonNode.Parse(
                System.Text.Json.JsonSerializer.Serialize(
                    await _studio.CheckBodyAsync(client, 2, 3),
                    DeftStride.Web.Hosting.Json.Options
                )
            )!;
        check["exerciseId"] = Kneel;
        await BarredAsync("/api/checks", check);

        await _studio.PostAsync("/api/visits", Visit("split-squat-to-pad"), HttpStatusCode.NoContent);
        foreach (
            var today in new[]
            {
                (await ClientAsync(client))["today"]!,
                (await _studio.GetAsync("/api/floor"))["visits"]![0]!["today"]!,
            }
        )
        {
            Assert.Contains("No kneeling", Text(today["conditions"]![0], "line"), StringComparison.Ordinal);
            Assert.Contains(Kneel, today["notOffered"]!.AsArray().Select(e => e!.GetValue<string>()));
            Assert.DoesNotContain(
                "split-squat-to-pad",
                today["notOffered"]!.AsArray().Select(e => e!.GetValue<string>())
            );
        }

        Days(26);
        Assert.Empty((await ClientAsync(client))["today"]!["conditions"]!.AsArray());
        await _studio.PostAsync("/api/logs", Log(client, Kneel));
    }

    [Fact]
    public async Task Pain_of_five_in_a_log_ends_the_day_and_the_second_session_running_is_referred()
    {
        var client = await _studio.ClientAsync();
        await _studio.PostAsync(
            "/api/stands",
            new
            {
                id = Guid.CreateVersion7(),
                clientId = client,
                ladderId = "split-stance",
                rungId = "ss-pad",
                sides = new[] { "left", "right" },
                afterBreak = false,
                reason = "trained before",
            }
        );
        await _studio.PostAsync("/api/logs", Log(client, "split-squat-to-pad", Hurts(6)));
        var today = (await ClientAsync(client))["today"]!;
        Assert.Equal(("painStop", 6), (Text(today["attention"], "kind"), today["stoppedByPain"]!.GetValue<int>()));
        Assert.Null(today["asked"]);
        Days(1);
        today = (await ClientAsync(client))["today"]!;
        Assert.Equal("split-squat-from-floor", Text(today, "exerciseId"));
        Assert.NotNull(today["asked"]);
        await _studio.PostAsync("/api/logs", Log(client, "split-squat-from-floor", Hurts(5, site: "hipFront")));
        var flag = Assert.Single((await ClientAsync(client))["stopSigns"]!.AsArray())!;
        Assert.Equal("pain-again", Text(flag, "signId"));
        Assert.Equal("pain 6 on 6 April and 5 today", Text(flag, "note"));
        await _studio.PostAsync("/api/logs", Log(client, "split-squat-to-pad"), HttpStatusCode.Conflict);
    }

    [Fact]
    public async Task Sore_muscles_stop_nothing_and_pain_from_before_kinds_were_asked_counts()
    {
        var client = await _studio.ClientAsync();
        await _studio.PostAsync("/api/logs", Log(client, "split-squat-to-pad", Hurts(8, "muscle", "buttock")));
        Assert.NotNull((await ClientAsync(client))["today"]!["asked"]);
        await _studio.PostAsync("/api/logs", Log(client, "split-squat-to-pad", Hurts(5, null, null)));
        Assert.Null((await ClientAsync(client))["today"]!["asked"]);
    }

    [Theory]
    [InlineData(11, "jointOrTendon", "kneeFront")]
    [InlineData(3, "muscle", "belowKneecap")]
    [InlineData(0, "muscle", "calf")]
    public async Task Pain_that_does_not_go_together_is_refused_in_a_sentence(int score, string kind, string site)
    {
        var client = await _studio.ClientAsync();
        var said = await _studio.PostAsync(
            "/api/logs",
            Log(client, "split-squat-to-pad", Hurts(score, kind, site)),
            HttpStatusCode.BadRequest
        );
        Assert.NotEmpty(Text(said, "detail"));
        Assert.Empty((await ClientAsync(client))["logs"]!.AsArray());
    }

    [Fact]
    public async Task A_limit_has_a_name_and_a_day_and_a_page_that_knows_none_leaves_it()
    {
        var client = await _studio.ClientAsync();
        JsonObject Limit(int score, string? by, string? on) =>
            new()
            {
                ["score"] = score,
                ["by"] = by,
                ["on"] = on,
            };
        foreach (
            var bad in new[]
            {
                Limit(4, null, "2026-04-01"),
                Limit(4, " ", "2026-04-01"),
                Limit(4, "Ilka Brand", null),
                Limit(5, "Ilka Brand", "2026-04-01"),
                Limit(4, "Ilka Brand", "2026-04-07"),
            }
        )
            await IntakeAsync(client, i => i["limit"] = bad, HttpStatusCode.BadRequest);
        await IntakeAsync(client, i => i["limit"] = Limit(4, "Ilka Brand, physiotherapist", "2026-04-01"));
        await IntakeAsync(client, i => i.Remove("limit"));
        var today = (await ClientAsync(client))["today"]!;
        Assert.Equal(
            (4, "Ilka Brand, physiotherapist, 1 April 2026"),
            (today["painLimit"]!.GetValue<int>(), Text(today, "limitBy"))
        );
        // It is what the rules go by.
        var check = Text(await _studio.CheckAsync(client, 2, 3, pain: 4, seen: RestFine), "id");
        var said = await _studio.PostAsync(
            $"/api/checks/{check}/recommendation",
            new
            {
                painAfter = (object?)null,
                repetitions = (object?)null,
                log = (object?)null,
            }
        );
        Assert.NotEqual("pain", Text(said, "ruleId"));
        await IntakeAsync(
            client,
            i =>
                i["limit"] = new JsonObject
                {
                    ["score"] = null,
                    ["by"] = null,
                    ["on"] = null,
                }
        );
        Assert.Equal(2, (await ClientAsync(client))["today"]!["painLimit"]!.GetValue<int>());
    }

    [Fact]
    public async Task The_record_is_asked_where_it_matters_filters_and_can_be_lifted_with_a_reason()
    {
        var client = await _studio.ClientAsync();
        await IntakeAsync(client, i => i["birthYear"] = 2027, HttpStatusCode.BadRequest);
        await IntakeAsync(client, i => i["birthYear"] = 1700, HttpStatusCode.BadRequest);
        await IntakeAsync(
            client,
            i => i["care"] = new JsonObject { ["hip-replacement"] = "sideways" },
            HttpStatusCode.BadRequest
        );
        var ask = (await ClientAsync(client))["today"]!["ask"]!.AsArray().Select(f => Text(f, "id")).ToArray();
        Assert.Contains("knee-replacement", ask);
        var view = await IntakeAsync(
            client,
            i =>
            {
                i["birthYear"] = 1990;
                i["care"] = new JsonObject { ["knee-replacement"] = "yes" };
            }
        );
        Assert.Contains("no kneeling", Text(view["conditions"]![0], "line"), StringComparison.OrdinalIgnoreCase);
        Assert.DoesNotContain(
            "knee-replacement",
            (await ClientAsync(client))["today"]!["ask"]!.AsArray().Select(f => Text(f, "id"))
        );
        var refused = await _studio.PostAsync("/api/logs", Log(client, "half-kneeling-hold"), HttpStatusCode.Conflict);
        Assert.Contains("say why under Meet", Text(refused, "detail"), StringComparison.Ordinal);
        JsonArray Lifted(string reason) =>
            [
                new JsonObject
                {
                    ["fieldId"] = "knee-replacement",
                    ["forbids"] = "kneeling",
                    ["reason"] = reason,
                },
            ];
        await IntakeAsync(client, i => i["overruled"] = Lifted(" "), HttpStatusCode.BadRequest);
        view = await IntakeAsync(client, i => i["overruled"] = Lifted("Kneels in the garden every day"));
        var kept = view["intake"]!["overruled"]![0]!;
        Assert.Equal("2026-04-06", Text(kept, "on"));
        Assert.NotEmpty(Text(kept, "by"));
        await _studio.PostAsync("/api/logs", Log(client, "half-kneeling-hold"));
        // A page from before the record was asked takes nothing of it away.
        await IntakeAsync(
            client,
            i =>
            {
                i.Remove("care");
                i.Remove("birthYear");
                i.Remove("overruled");
            }
        );
        var intake = (await _studio.GetAsync($"/api/clients/{client}/intake"))["intake"]!;
        Assert.Equal(1990, intake["birthYear"]!.GetValue<int>());
        Assert.Equal("yes", Text(intake["care"], "knee-replacement"));
        Assert.Single(intake["overruled"]!.AsArray());
    }

    [Fact]
    public async Task A_second_session_of_pain_decided_as_referred_stands_as_a_red_flag()
    {
        var client = await _studio.ClientAsync();
        foreach (var expected in new[] { "stepBack", "stopAndRefer" })
        {
            var check = Text(await _studio.CheckAsync(client, 2, 3, pain: 6, seen: RestFine), "id");
            var said = (
                await _studio.PostAsync(
                    $"/api/checks/{check}/recommendation",
                    new
                    {
                        painAfter = (object?)null,
                        repetitions = (object?)null,
                        log = (object?)null,
                    }
                )
            )!;
            Assert.Equal(expected, Text(said, "outcome"));
            await DecideAsync("modifyAndRetest", "only a small change", HttpStatusCode.BadRequest);
            await DecideAsync(expected, null, HttpStatusCode.OK);
            Task<JsonNode?> DecideAsync(string chosen, string? reason, HttpStatusCode answer) =>
                _studio.PostAsync(
                    "/api/decisions",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        checkId = check,
                        painAfter = (object?)null,
                        repetitions = (object?)null,
                        ruleId = Text(said, "ruleId"),
                        recommended = expected,
                        chosen,
                        reason,
                        supersedes = (Guid?)null,
                        log = (object?)null,
                        way = (int?)null,
                    },
                    answer
                );
            Days(2);
        }

        Assert.Equal(["pain-again"], Signs(await ClientAsync(client)));
    }
}
