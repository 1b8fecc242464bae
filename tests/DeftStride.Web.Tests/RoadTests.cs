using System.Net;
using System.Text.Json.Nodes;
using DeftStride.Browser;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>From picture to decision over the wire, and what a restart, a repeat and a clash do to it.</summary>
public sealed class RoadTests : IDisposable
{
    private readonly StudioUnderTest _studio = new();

    public void Dispose() => _studio.Dispose();

    private async Task<JsonNode> RecommendAsync(string check, object? painAfter = null, object? repetitions = null) =>
        (await _studio.PostAsync($"/api/checks/{check}/recommendation", new { painAfter, repetitions }))!;

    private async Task<JsonNode> DecideAsync(
        string check,
        object? repetitions = null,
        string? chosen = null,
        string? reason = null,
        HttpStatusCode expected = HttpStatusCode.OK
    )
    {
        var none = new
        {
            score = 0,
            leg = (string?)null,
            role = (string?)null,
        };
        var said = await RecommendAsync(check, none, repetitions);
        return (
            await _studio.PostAsync(
                "/api/decisions",
                new
                {
                    id = Guid.CreateVersion7(),
                    checkId = check,
                    painAfter = none,
                    repetitions,
                    ruleId = Text(said, "ruleId"),
                    recommended = Text(said, "outcome"),
                    chosen = chosen ?? Text(said, "outcome"),
                    reason,
                    supersedes = (Guid?)null,
                },
                expected
            )
        )!;
    }

    private async Task<JsonNode> TryAsync(
        Guid client,
        string check,
        string correction,
        double right,
        int? pain = null,
        HttpStatusCode expected = HttpStatusCode.OK
    ) =>
        (
            await _studio.PostAsync(
                "/api/trials",
                new
                {
                    id = Guid.CreateVersion7(),
                    checkId = check,
                    correctionId = correction,
                    side = "right",
                    stills = new[] { Still(await _studio.PictureAsync(client), "right", right) },
                    seen = Array.Empty<object>(),
                    byEye = (string?)null,
                    pain = pain is { } score
                        ? new
                        {
                            score,
                            leg = score > 0 ? "left" : null,
                            role = score > 0 ? "rear" : null,
                        }
                        : null,
                    supersedes = (Guid?)null,
                },
                expected
            )
        )!;

    [Fact]
    public async Task The_whole_road_survives_a_restart()
    {
        var client = await _studio.ClientAsync();
        var check = await _studio.CheckAsync(client, 5, 24);
        Assert.Equal(
            "Right shin runs 19° further forward than the left. Bring the right shin back first.",
            string.Concat(check["look"]!["finding"]!["sentence"]!.AsArray().Select(p => Text(p, "text")))
        );
        Assert.Equal("sb-gatepost", Text(check["correction"], "id"));
        var tried = await TryAsync(client, Text(check, "id"), "sb-gatepost", 4);
        Assert.Equal("helped", Text(tried["trials"]![0], "outcome"));
        var decided = await DecideAsync(Text(check, "id"));
        Assert.Equal("hold", Text(decided["decision"], "chosen"));

        var before = (await _studio.GetAsync($"/api/clients/{client}")).ToJsonString();
        _studio.Restart();
        Assert.Equal(before, (await _studio.GetAsync($"/api/clients/{client}")).ToJsonString());
    }

    [Fact]
    public async Task A_repeated_create_is_harmless_and_a_changed_body_is_refused()
    {
        var client = await _studio.ClientAsync();
        var body = await _studio.CheckBodyAsync(client, 5, 24);
        var first = await _studio.PostAsync("/api/checks", body);
        var again = await _studio.PostAsync("/api/checks", body);
        Assert.Equal(first!.ToJsonString(), again!.ToJsonString());
        var other = await _studio.CheckBodyAsync(client, 5, 20, id: Guid.Parse(Text(first, "id")));
        var clash = await _studio.PostAsync("/api/checks", other, HttpStatusCode.Conflict);
        Assert.Contains("already recorded", Text(clash, "detail"), StringComparison.Ordinal);
        Assert.Single((await _studio.GetAsync($"/api/clients/{client}"))["checks"]!.AsArray());
    }

    [Fact]
    public async Task The_same_create_sent_many_times_at_once_is_kept_once()
    {
        var client = await _studio.ClientAsync();
        var body = await _studio.CheckBodyAsync(client, 5, 24);
        await Task.WhenAll(Enumerable.Range(0, 8).Select(_ => _studio.PostAsync("/api/checks", body)));
        Assert.Single((await _studio.GetAsync($"/api/clients/{client}"))["checks"]!.AsArray());
    }

    [Fact]
    public async Task A_stale_version_is_refused_with_both_and_a_replayed_operation_gets_its_answer()
    {
        var client = await _studio.ClientAsync();
        object Change(Guid operation, long version, string name) =>
            new
            {
                operationId = operation,
                version,
                name,
                goal = "",
                school = (string?)null,
                leftAnkleDegrees = (double?)null,
                rightAnkleDegrees = (double?)null,
                heelWedgeDegrees = 0.0,
            };
        var operation = Guid.CreateVersion7();
        var first = await _studio.SendAsync(HttpMethod.Put, $"/api/clients/{client}", Change(operation, 1, "Maren O."));
        var replay = await _studio.SendAsync(
            HttpMethod.Put,
            $"/api/clients/{client}",
            Change(operation, 1, "Maren O.")
        );
        Assert.Equal(first!.ToJsonString(), replay!.ToJsonString());
        await _studio.SendAsync(
            HttpMethod.Put,
            $"/api/clients/{client}",
            Change(operation, 1, "Another"),
            HttpStatusCode.Conflict
        );
        var stale = await _studio.SendAsync(
            HttpMethod.Put,
            $"/api/clients/{client}",
            Change(Guid.CreateVersion7(), 1, "Late"),
            HttpStatusCode.Conflict
        );
        Assert.Equal(
            ("Late", "Maren O.", 2),
            (
                Text(stale!["yours"], "name"),
                Text(stale["current"], "name"),
                stale["current"]!["version"]!.GetValue<int>()
            )
        );
    }

    [Fact]
    public async Task Two_coaches_changing_one_client_at_once_lose_nothing_in_silence()
    {
        var client = await _studio.ClientAsync();
        var answers = await Task.WhenAll(
            Enumerable
                .Range(0, 6)
                .Select(async i =>
                {
                    using var content = System.Net.Http.Json.JsonContent.Create(
                        new
                        {
                            operationId = Guid.CreateVersion7(),
                            version = 1,
                            name = $"Name {i}",
                            goal = "",
                            school = (string?)null,
                            leftAnkleDegrees = (double?)null,
                            rightAnkleDegrees = (double?)null,
                            heelWedgeDegrees = 0.0,
                        }
                    );
                    using var response = await _studio.Http.PutAsync(
                        new Uri($"/api/clients/{client}", UriKind.Relative),
                        content
                    );
                    return response.StatusCode;
                })
        );
        Assert.Single(answers, HttpStatusCode.OK);
        Assert.All(answers.Where(a => a != HttpStatusCode.OK), a => Assert.Equal(HttpStatusCode.Conflict, a));
    }

    [Fact]
    public async Task A_flag_stops_cue_and_training_advice_until_it_is_cleared_with_a_note()
    {
        var client = await _studio.ClientAsync();
        var check = Text(await _studio.CheckAsync(client, 5, 24), "id");
        var flag = Guid.CreateVersion7();
        await _studio.PostAsync(
            "/api/flags",
            new
            {
                id = flag,
                clientId = client,
                signId = "giving-way",
                note = "",
                supersedes = (Guid?)null,
            },
            HttpStatusCode.NoContent
        );
        Assert.Equal("stopAndRefer", Text(await RecommendAsync(check), "outcome"));
        Assert.Null((await _studio.GetAsync($"/api/checks/{check}"))["correction"]);
        await DecideAsync(check, chosen: "progress", reason: "feels fine", expected: HttpStatusCode.BadRequest);

        object Clearing(string by, string on, string allowed) =>
            new
            {
                id = Guid.CreateVersion7(),
                flagId = flag,
                examinedBy = by,
                examinedOn = on,
                allowed,
            };
        await _studio.PostAsync("/api/flag-clearings", Clearing(" ", "2026-01-02", "all"), HttpStatusCode.BadRequest);
        await _studio.PostAsync(
            "/api/flag-clearings",
            Clearing("Dr Sel", "2999-01-02", "all"),
            HttpStatusCode.BadRequest
        );
        await _studio.PostAsync(
            "/api/flag-clearings",
            Clearing("Dr Sel", "2026-01-02", "body weight"),
            HttpStatusCode.BadRequest
        );
        var today = Text(await _studio.GetAsync("/api/floor"), "day");
        await _studio.PostAsync(
            "/api/flag-clearings",
            Clearing("Dr Sel", today, "body weight"),
            HttpStatusCode.NoContent
        );
        Assert.Equal("correct", Text(await RecommendAsync(check), "outcome"));
    }

    [Fact]
    public async Task Overruling_needs_a_reason_and_is_kept_with_it()
    {
        var client = await _studio.ClientAsync();
        var check = Text(await _studio.CheckAsync(client, 3, 4), "id");
        var refused = await DecideAsync(check, chosen: "progress", expected: HttpStatusCode.BadRequest);
        Assert.Equal("reason", Text(refused, "field"));
        var decided = await DecideAsync(check, chosen: "progress", reason: "moves well under load already");
        Assert.Equal(
            ("hold", "progress", "moves well under load already"),
            (
                Text(decided["decision"]!["recommendation"], "outcome"),
                Text(decided["decision"], "chosen"),
                Text(decided["decision"], "overruleReason")
            )
        );
        await DecideAsync(check, expected: HttpStatusCode.Conflict);
    }

    [Fact]
    public async Task A_decision_on_facts_that_have_changed_is_refused_with_the_new_recommendation()
    {
        var client = await _studio.ClientAsync();
        var check = Text(await _studio.CheckAsync(client, 3, 24), "id");
        var shown = await RecommendAsync(check);
        await TryAsync(client, check, "sb-gatepost", 3);
        var refused = await _studio.PostAsync(
            "/api/decisions",
            new
            {
                id = Guid.CreateVersion7(),
                checkId = check,
                painAfter = (object?)null,
                repetitions = (object?)null,
                ruleId = Text(shown, "ruleId"),
                recommended = Text(shown, "outcome"),
                chosen = Text(shown, "outcome"),
                reason = (string?)null,
                supersedes = (Guid?)null,
            },
            HttpStatusCode.Conflict
        );
        Assert.Equal("hold", Text(refused!["current"], "outcome"));
    }

    [Fact]
    public async Task Two_clean_sessions_progress_and_one_does_not()
    {
        var client = await _studio.ClientAsync();
        var clean = new
        {
            prescribed = 8,
            done = 8,
            clean = 7,
        };
        var first = await DecideAsync(Text(await _studio.CheckAsync(client, 3, 4, seen: RestFine), "id"), clean);
        Assert.Equal("hold", Text(first["decision"], "chosen"));
        var asked = await _studio.CheckBodyAsync(client, 2, 4, nextMorning: 0, seen: RestFine);
        var second = await DecideAsync(Text(await _studio.PostAsync("/api/checks", asked), "id"), clean);
        Assert.Equal("progress", Text(second["decision"], "chosen"));
        // Without the morning after nobody goes on.
        var unasked = await DecideAsync(Text(await _studio.CheckAsync(client, 2, 4, seen: RestFine), "id"), clean);
        Assert.Equal("hold", Text(unasked["decision"], "chosen"));
    }

    [Fact]
    public async Task A_second_trial_is_measured_against_what_already_helped()
    {
        var client = await _studio.ClientAsync();
        var check = Text(await _studio.CheckAsync(client, 5, 34), "id");
        await TryAsync(client, check, "sb-gatepost", 22);
        var view = await TryAsync(client, check, "sb-dowel", 20);
        Assert.Equal("noDifference", Text(view["trials"]![1], "outcome"));
        Assert.StartsWith(
            "Shin from 22° forward to 20° forward",
            Text(view["trials"]![1], "because"),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task The_next_session_starts_with_the_cue_that_helped()
    {
        var client = await _studio.ClientAsync();
        var check = Text(await _studio.CheckAsync(client, 5, 24), "id");
        await TryAsync(client, check, "sb-gatepost", 23);
        await TryAsync(client, check, "sb-dowel", 6);
        var next = await _studio.CheckAsync(client, 5, 22);
        Assert.Equal("sb-dowel", Text(next["correction"], "id"));
        Assert.StartsWith("It helped 1 of 1", Text(next["correction"], "why"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_kept_judgement_is_the_live_reading_and_the_socket_says_the_same()
    {
        var client = await _studio.ClientAsync();
        var check = await _studio.CheckAsync(client, 5, 24);
        var request = new JsonObject
        {
            ["standard"] = check["standard"]!["standard"]!.DeepClone(),
            ["stills"] = check["stills"]!.DeepClone(),
            ["seen"] = new JsonArray(),
            ["stated"] = new JsonArray(),
            ["guess"] = null,
        };
        var rest = await _studio.PostAsync("/api/compute/look", request);
        Assert.Equal(check["look"]!.ToJsonString(), rest!["view"]!.ToJsonString());

        using var socket = await _studio
            .Sockets()
            .ConnectAsync(new Uri("ws://localhost/api/live"), CancellationToken.None);
        async Task<JsonNode> AskAsync(JsonNode question)
        {
            await socket.SendAsync(
                System.Text.Encoding.UTF8.GetBytes(question.ToJsonString()),
                System.Net.WebSockets.WebSocketMessageType.Text,
                true,
                CancellationToken.None
            );
            var buffer = new byte[512 * 1024];
            var length = 0;
            while (true)
            {
                var got = await socket.ReceiveAsync(buffer.AsMemory(length), CancellationToken.None);
                length += got.Count;
                if (got.EndOfMessage)
                    return JsonNode.Parse(buffer.AsSpan(0, length))!;
            }
        }

        var answer = await AskAsync(new JsonObject { ["seq"] = 7, ["request"] = request.DeepClone() });
        Assert.Equal(7, answer["seq"]!.GetValue<int>());
        Assert.Equal(rest.ToJsonString(), answer["look"]!.ToJsonString());
        Assert.NotNull((await AskAsync(new JsonObject { ["seq"] = "seven" }))["problem"]);
        Assert.NotNull((await AskAsync(new JsonObject { ["seq"] = 8, ["request"] = request.DeepClone() }))["look"]);
    }

    [Fact]
    public async Task A_draft_is_kept_until_its_check_is_done_and_clashes_are_told()
    {
        var client = await _studio.ClientAsync();
        var id = Guid.CreateVersion7();
        object Draft(long version, string body, Guid? other = null) =>
            new
            {
                operationId = Guid.CreateVersion7(),
                version,
                id = other ?? id,
                clientId = client,
                body,
            };
        await _studio.SendAsync(HttpMethod.Put, "/api/drafts", Draft(0, "{\"a\":1}"));
        await _studio.SendAsync(HttpMethod.Put, "/api/drafts", Draft(1, "{\"a\":2}"));
        await _studio.SendAsync(HttpMethod.Put, "/api/drafts", Draft(1, "{\"a\":3}"), HttpStatusCode.Conflict);
        await _studio.SendAsync(
            HttpMethod.Put,
            "/api/drafts",
            Draft(0, "{}", Guid.CreateVersion7()),
            HttpStatusCode.Conflict
        );
        _studio.Restart();
        Assert.Equal("{\"a\":2}", Text((await _studio.GetAsync($"/api/clients/{client}"))["draft"], "body"));

        await _studio.PostAsync("/api/checks", await _studio.CheckBodyAsync(client, 3, 4, id: id));
        Assert.Null((await _studio.GetAsync($"/api/clients/{client}"))["draft"]);
        await _studio.SendAsync(HttpMethod.Put, "/api/drafts", Draft(2, "{}"), HttpStatusCode.Conflict);
    }

    [Fact]
    public async Task What_was_entered_as_somebody_else_is_not_kept_as_whoever_is_signed_in()
    {
        var client = await _studio.ClientAsync();
        Assert.Equal(AppSignIn.Name, Text(await _studio.CheckAsync(client, 3, 4), "coach"));
        _studio.Http.DefaultRequestHeaders.Add("Deft-Coach", Guid.CreateVersion7().ToString());
        var refused = await _studio.PostAsync(
            "/api/cautions",
            new { id = Guid.CreateVersion7() },
            HttpStatusCode.Conflict
        );
        Assert.True(refused!["again"]!.GetValue<bool>());
    }

    [Fact]
    public async Task Nobody_waits_behind_somebody_who_may_not_train_and_a_visit_is_planned_for_any_day_to_come()
    {
        var (ilse, dov) = (await _studio.ClientAsync("Ilse Branwick"), await _studio.ClientAsync("Dov Tarrant"));
        object Visit(Guid client, string time, string? day = null) =>
            new
            {
                operationId = Guid.CreateVersion7(),
                id = Guid.CreateVersion7(),
                clientId = client,
                time,
                exerciseId = "split-squat-to-pad",
                day,
            };
        string Day(int ahead) =>
            LateMorning.Today.AddDays(ahead).ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture);
        await _studio.PostAsync("/api/visits", Visit(ilse, "09:00"), HttpStatusCode.NoContent);
        await _studio.PostAsync("/api/visits", Visit(dov, "10:00", Day(0)), HttpStatusCode.NoContent);
        await _studio.PostAsync("/api/visits", Visit(dov, "10:00", Day(3)), HttpStatusCode.NoContent);
        foreach (var bad in new[] { Day(-1), Day(400) })
            Assert.Contains(
                "within a year",
                (
                    await _studio.PostAsync("/api/visits", Visit(dov, "10:00", bad), HttpStatusCode.BadRequest)
                )!.ToJsonString(),
                StringComparison.Ordinal
            );
        async Task<string[]> StatesAsync() =>
            [
                .. (await _studio.GetAsync("/api/floor"))["visits"]!
                    .AsArray()
                    .Select(v => $"{Text(v!["client"], "name").Split(' ')[0]}:{Text(v, "state")}"),
            ];
        Task FlagAsync(Guid client) =>
            _studio.PostAsync(
                "/api/flags",
                new
                {
                    id = Guid.CreateVersion7(),
                    clientId = client,
                    signId = "night-pain",
                    note = "",
                    supersedes = (Guid?)null,
                },
                HttpStatusCode.NoContent
            );
        Assert.Equal(["Ilse:next", "Dov:later"], await StatesAsync());
        await FlagAsync(ilse);
        Assert.Equal(["Ilse:later", "Dov:next"], await StatesAsync());
        await FlagAsync(dov);
        Assert.Equal(["Ilse:next", "Dov:later"], await StatesAsync());
    }

    [Fact]
    public async Task The_floor_shows_today_in_order_and_moves_on_when_a_client_is_decided()
    {
        var (ilse, dov) = (await _studio.ClientAsync("Ilse Branwick"), await _studio.ClientAsync("Dov Tarrant"));
        object Visit(Guid client, string time) =>
            new
            {
                operationId = Guid.CreateVersion7(),
                id = Guid.CreateVersion7(),
                clientId = client,
                time,
                exerciseId = "split-squat-to-pad",
            };
        await _studio.PostAsync("/api/visits", Visit(dov, "10:00"), HttpStatusCode.NoContent);
        await _studio.PostAsync("/api/visits", Visit(ilse, "09:00"), HttpStatusCode.NoContent);
        await _studio.PostAsync("/api/visits", Visit(ilse, "25:00"), HttpStatusCode.BadRequest);
        string States(JsonNode floor) =>
            string.Join(
                " ",
                floor["visits"]!
                    .AsArray()
                    .Select(v =>
                        $"{Text(v!["client"], "name").Split(' ')[0]}:{Text(v, "state")}:{Text(v["today"]!["attention"], "kind")}"
                    )
            );
        Assert.Equal("Ilse:next:firstLook Dov:later:firstLook", States(await _studio.GetAsync("/api/floor")));
        var check = Text(await _studio.CheckAsync(ilse, 3, 4), "id");
        Assert.Equal("Ilse:next:undecided Dov:later:firstLook", States(await _studio.GetAsync("/api/floor")));
        await DecideAsync(check);
        Assert.Equal("Ilse:done:carryOn Dov:next:firstLook", States(await _studio.GetAsync("/api/floor")));
    }

    public static TheoryData<string, string, string> BadChecks =>
        new()
        {
            { "/exerciseId", "\"nothing\"", "exercise" },
            { "/pain", "{\"score\":11,\"leg\":\"left\",\"role\":\"front\"}", "pain" },
            { "/pain", "{\"score\":3,\"leg\":null,\"role\":\"front\"}", "pain" },
            { "/nextMorning", "12", "nextMorning" },
            { "/stills", "[]", "stills" },
            { "/stills/0/width", "801", "stills" },
            { "/stills/0/pictureId", "\"018f0000-0000-7000-8000-000000000000\"", "stills" },
        };

    [Theory]
    [MemberData(nameof(BadChecks))]
    public async Task Bad_input_names_its_field_says_what_to_do_and_changes_nothing(
        string path,
        string value,
        string field
    )
    {
        var client = await _studio.ClientAsync();
        var body = System.Text.Json.JsonSerializer.SerializeToNode(
            await _studio.CheckBodyAsync(client, 5, 24),
            Hosting.Json.Options
        )!;
        var parts = path.Split('/', StringSplitOptions.RemoveEmptyEntries);
        var target = parts[..^1]
            .Aggregate(body, (node, part) => int.TryParse(part, out var i) ? node[i]! : node[part]!);
        target[parts[^1]] = JsonNode.Parse(value);
        var refused = await _studio.PostAsync("/api/checks", body, HttpStatusCode.BadRequest);
        Assert.Equal(field, Text(refused, "field"));
        Assert.EndsWith(".", Text(refused, "detail"), StringComparison.Ordinal);
        Assert.Empty((await _studio.GetAsync($"/api/clients/{client}"))["checks"]!.AsArray());
    }

    [Theory]
    [InlineData("{\"id\":\"x\"}")]
    [InlineData("{\"surprise\":1}")]
    [InlineData("not json")]
    public async Task What_cannot_be_read_is_refused_in_a_sentence(string text)
    {
        using var content = new StringContent(text, System.Text.Encoding.UTF8, "application/json");
        using var response = await _studio.Http.PostAsync(new Uri("/api/checks", UriKind.Relative), content);
        Assert.Equal(HttpStatusCode.BadRequest, response.StatusCode);
        Assert.Contains("Reload", await response.Content.ReadAsStringAsync(), StringComparison.Ordinal);
    }
}
