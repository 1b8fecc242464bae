using System.Net;
using System.Text.Json;
using System.Text.Json.Nodes;
using DeftStride.Browser;
using DeftStride.Core.Ladders;
using DeftStride.Studio.Work;
using DeftStride.Web.Hosting;
using Microsoft.Extensions.DependencyInjection;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>Where clients stand, what moves them, what was done, and ladders that are changed under them.</summary>
public sealed class LadderTests : IDisposable
{
    private readonly StudioUnderTest _studio = new();

    public void Dispose() => _studio.Dispose();

    /// <summary>A look by eye at an exercise: everything fine but for what is named.</summary>
    private async Task<string> LookAsync(
        Guid client,
        string exercise,
        int pain = 0,
        params (string Measure, string Side)[] wrong
    )
    {
        var standard = await _studio.GetAsync($"/api/clients/{client}/standard?exercise={exercise}");
        var must = standard["measures"]!
            .AsArray()
            .Where(m => m!["mustPass"]!.GetValue<bool>())
            .Select(m => Text(m, "id"));
        var seen = must.SelectMany(m =>
                new[] { "left", "right" }.Select(s => new
                {
                    measureId = m,
                    side = s,
                    where = wrong.Contains((m, s)) ? "beyond" : "within",
                    moment = (string?)null,
                })
            )
            .ToArray();
        return Text(
            await _studio.PostAsync(
                "/api/checks",
                new
                {
                    id = Guid.CreateVersion7(),
                    clientId = client,
                    exerciseId = exercise,
                    school = (string?)null,
                    stills = Array.Empty<object>(),
                    seen,
                    stated = Array.Empty<object>(),
                    felt = (object?)null,
                    effort = (int?)null,
                    pain = new
                    {
                        score = pain,
                        leg = pain > 0 ? "left" : null,
                        role = pain > 0 ? "front" : null,
                    },
                    nextMorning = (int?)0,
                    supersedes = (Guid?)null,
                }
            ),
            "id"
        );
    }

    private static object Log(JsonNode asked, int lessClean = 0, int? effort = 7)
    {
        var (sets, amount) = (asked["sets"]!.GetValue<int>(), asked["amount"]!.GetValue<int>());
        return new
        {
            sets = (object?)null,
            even = new
            {
                sets,
                amount,
                cleanLeft = (sets * amount) - lessClean,
                cleanRight = sets * amount,
                loadKg = asked["loadKg"]!.GetValue<double>(),
                position = Text(asked, "position"),
                resets = 0,
            },
            effort,
            pain = new
            {
                score = 0,
                leg = (string?)null,
                role = (string?)null,
            },
            nextMorning = (int?)null,
            felt = (object?)null,
        };
    }

    private async Task<JsonNode> AdviceAsync(string check, object? log) =>
        (
            await _studio.PostAsync(
                $"/api/checks/{check}/recommendation",
                new
                {
                    painAfter = (object?)null,
                    repetitions = (object?)null,
                    log,
                }
            )
        )!;

    private async Task<object> DecisionBodyAsync(
        string check,
        string? chosen = null,
        string? reason = null,
        int? way = null,
        int lessClean = 0,
        Guid? supersedes = null
    )
    {
        var asked = (await AdviceAsync(check, null))["asked"];
        var log = asked is null ? null : Log(asked, lessClean);
        var said = await AdviceAsync(check, log);
        return new
        {
            id = Guid.CreateVersion7(),
            checkId = check,
            painAfter = (object?)null,
            repetitions = (object?)null,
            ruleId = Text(said, "ruleId"),
            recommended = Text(said, "outcome"),
            chosen = chosen ?? Text(said, "outcome"),
            reason,
            supersedes,
            log,
            way,
        };
    }

    private async Task<JsonNode> DecideAsync(
        string check,
        string? chosen = null,
        string? reason = null,
        int? way = null,
        int lessClean = 0
    ) =>
        (await _studio.PostAsync("/api/decisions", await DecisionBodyAsync(check, chosen, reason, way, lessClean)))![
            "decision"
        ]!;

    private async Task<JsonNode> StrideAsync(Guid client, string ladder = "split-stance") =>
        (await _studio.GetAsync($"/api/clients/{client}"))["strides"]!
            .AsArray()
            .Single(s => Text(s, "ladderId") == ladder)!;

    private async Task<(string Left, string Right)> StandsAsync(Guid client)
    {
        var stride = await StrideAsync(client);
        return (Text(stride, "left"), Text(stride, "right"));
    }

    [Fact]
    public async Task From_a_first_look_to_the_third_rung_by_nothing_but_what_was_seen()
    {
        var client = await _studio.ClientAsync();
        var (outcomes, exercise) = (new List<string>(), "split-squat-from-floor");
        for (
            var session = 0;
            session < 20 && (session == 0 || (await StandsAsync(client)).Left != "ss-loaded");
            session++
        )
        {
            outcomes.Add(Text(await DecideAsync(await LookAsync(client, exercise)), "chosen"));
            if ((await StandsAsync(client)).Left == "ss-pad")
                exercise = "split-squat-to-pad";
        }

        Assert.Equal(("ss-loaded", "ss-loaded"), await StandsAsync(client));
        // Placed and held, a set more, the pad; held, three repetitions more, the load.
        Assert.Equal(
            ["hold", "progress", "progress", "hold", "progress", "progress", "progress", "progress"],
            outcomes
        );
        var stride = await StrideAsync(client);
        Assert.Equal(
            ["placed", "placed", "up", "up", "up", "up"],
            stride["way"]!.AsArray().Select(w => Text(w, "kind"))
        );
        Assert.All(
            stride["way"]!.AsArray(),
            w =>
            {
                var why = stride["whys"]![w!["why"]!.GetValue<int>()]!;
                Assert.True(why["facts"]!.AsArray().Count > 2 && Text(why, "sentence").Length > 20);
            }
        );
        Assert.Equal("training", Text(stride["asked"], "phase"));
        Assert.Equal(8, stride["asked"]!["amount"]!.GetValue<int>());
        Assert.Equal(8, (await _studio.GetAsync($"/api/clients/{client}"))["logs"]!.AsArray().Count);
    }

    [Fact]
    public async Task A_first_look_places_the_sides_apart_and_the_one_behind_catches_up()
    {
        var client = await _studio.ClientAsync();
        var first = await LookAsync(client, "split-squat-to-pad", 0, ("front-shin", "right"));
        var advice = await AdviceAsync(first, null);
        Assert.Equal(
            ("ss-pad", "ss-floor"),
            (Text(advice["placement"]!["left"], "rungId"), Text(advice["placement"]!["right"], "rungId"))
        );
        await DecideAsync(first);
        Assert.Equal(("ss-pad", "ss-floor"), await StandsAsync(client));
        Assert.Equal("ss-floor", Text(await StrideAsync(client), "planned"));
        await DecideAsync(await LookAsync(client, "split-squat-to-pad"));
        Assert.Equal("progress", Text(await DecideAsync(await LookAsync(client, "split-squat-to-pad")), "chosen"));
        Assert.Equal(("ss-pad", "ss-pad"), await StandsAsync(client));
    }

    [Fact]
    public async Task Pain_of_five_takes_back_the_side_that_worked_and_its_numbers_begin_anew()
    {
        var client = await _studio.ClientAsync();
        await DecideAsync(await LookAsync(client, "split-squat-to-pad"));
        var said = await DecideAsync(await LookAsync(client, "split-squat-to-pad", 5));
        Assert.Equal("stepBack", Text(said, "chosen"));
        Assert.Equal(("ss-floor", "ss-pad"), await StandsAsync(client));
        var stride = await StrideAsync(client);
        Assert.Equal("learning", Text(stride["asked"], "phase"));
        Assert.Contains(
            "Stop for today: no further set",
            Text(said["recommendation"], "headline"),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_decision_sent_twice_moves_once_a_changed_one_moves_back_and_two_coaches_cannot_both_be_first()
    {
        var client = await _studio.ClientAsync();
        foreach (var _ in new int[3])
            await DecideAsync(await LookAsync(client, "split-squat-from-floor"));
        Assert.Equal(("ss-pad", "ss-pad"), await StandsAsync(client));
        var check = await LookAsync(client, "split-squat-to-pad");
        var body = await DecisionBodyAsync(check, "stepBack", "tired today");
        await _studio.PostAsync("/api/decisions", body);
        await _studio.PostAsync("/api/decisions", body);
        Assert.Equal(("ss-floor", "ss-floor"), await StandsAsync(client));
        Assert.Equal(6, (await StrideAsync(client))["way"]!.AsArray().Count);
        await _studio.PostAsync("/api/decisions", await DecisionBodyAsync(check), HttpStatusCode.Conflict);
        var first = Guid.Parse(Text((await _studio.GetAsync($"/api/checks/{check}"))["decision"], "id"));
        await _studio.PostAsync("/api/decisions", await DecisionBodyAsync(check, supersedes: first));
        // The step back is gone with the decision that made it; the log of the session is there once.
        Assert.Equal(("ss-pad", "ss-pad"), await StandsAsync(client));
        Assert.Equal(4, (await _studio.GetAsync($"/api/clients/{client}"))["logs"]!.AsArray().Count);
        // Both at the same moment: one is kept, the other is told.
        var next = await LookAsync(client, "split-squat-to-pad");
        var (one, other) = (await DecisionBodyAsync(next), await DecisionBodyAsync(next));
        var answers = await Task.WhenAll(
            new[] { one, other }.Select(b =>
                Task.Run(() =>
                    _studio.Http.PostAsync(
                        new Uri("/api/decisions", UriKind.Relative),
                        System.Net.Http.Json.JsonContent.Create(b, options: Json.Options)
                    )
                )
            )
        );
        Assert.Equal([HttpStatusCode.OK, HttpStatusCode.Conflict], answers.Select(a => a.StatusCode).Order());
        Assert.Equal(5, (await _studio.GetAsync($"/api/clients/{client}"))["logs"]!.AsArray().Count);
    }

    [Fact]
    public async Task A_rule_that_changed_since_the_last_decision_says_so_once()
    {
        var client = await _studio.ClientAsync();
        await DecideAsync(await LookAsync(client, "split-squat-from-floor"));
        async Task<string?> ChangedAsync(string check) =>
            (await AdviceAsync(check, null))["changed"]?.GetValue<string>();
        var next = await LookAsync(client, "split-squat-from-floor");
        Assert.Null(await ChangedAsync(next));
        // The record as an earlier version had written it: without the number of its rules.
        _studio.Sql("UPDATE Decisions SET Judged = json_remove(Judged, '$.edition')");
        _studio.Restart();
        Assert.NotNull(await ChangedAsync(next));
        await DecideAsync(next);
        Assert.NotNull(
            (await _studio.GetAsync($"/api/checks/{next}"))["decision"]!["recommendation"]!
                ["changed"]
                ?.GetValue<string>()
        );
        var said = Text((await _studio.GetAsync($"/api/checks/{next}"))["decision"]!["recommendation"], "ruleId");
        var third = await LookAsync(client, "split-squat-from-floor");
        var again = await AdviceAsync(third, Log((await AdviceAsync(third, null))["asked"]!));
        Assert.Equal((said, null), (Text(again, "ruleId"), again["changed"]?.GetValue<string>()));
    }

    [Fact]
    public async Task A_look_from_before_the_last_decision_decides_nothing()
    {
        var client = await _studio.ClientAsync();
        var early = await LookAsync(client, "split-squat-from-floor");
        await DecideAsync(await LookAsync(client, "split-squat-from-floor"));
        var before = await _studio.GetAsync($"/api/clients/{client}");
        var refused = await _studio.PostAsync(
            "/api/decisions",
            await DecisionBodyAsync(early),
            HttpStatusCode.Conflict
        );
        Assert.Contains("Look again", Text(refused, "detail"), StringComparison.Ordinal);
        Assert.Equal(before.ToJsonString(), (await _studio.GetAsync($"/api/clients/{client}")).ToJsonString());
    }

    [Fact]
    public async Task The_coach_puts_a_side_elsewhere_with_a_reason_and_never_past_a_stop_sign()
    {
        var client = await _studio.ClientAsync();
        await DecideAsync(await LookAsync(client, "split-squat-to-pad"));
        object Stand(string rung, string? reason, string[] sides, Guid? id = null) =>
            new
            {
                id = id ?? Guid.CreateVersion7(),
                clientId = client,
                ladderId = "split-stance",
                rungId = rung,
                sides,
                afterBreak = false,
                reason,
            };
        await _studio.PostAsync("/api/stands", Stand("ss-loaded", " ", ["left"]), HttpStatusCode.BadRequest);
        await _studio.PostAsync("/api/stands", Stand("moon", "why not", ["left"]), HttpStatusCode.BadRequest);
        await _studio.PostAsync("/api/stands", Stand("ss-loaded", "why not", []), HttpStatusCode.BadRequest);
        var body = Stand("ss-loaded", "has done it for years", ["left", "right"]);
        await _studio.PostAsync("/api/stands", body);
        await _studio.PostAsync("/api/stands", body);
        Assert.Equal(("ss-loaded", "ss-loaded"), await StandsAsync(client));
        Assert.Equal(4, (await StrideAsync(client))["way"]!.AsArray().Count);
        // A load begins with the lightest weight that is listed.
        var kit = await _studio.GetAsync("/api/kit");
        await _studio.SendAsync(
            HttpMethod.Put,
            "/api/kit",
            new
            {
                operationId = Guid.CreateVersion7(),
                version = kit["version"]!.GetValue<long>(),
                kit = Features.Setup.KitDto.Empty with
                {
                    WeightsKg = [9, 14],
                },
            }
        );
        Assert.Equal("3 × 8 a side, 9 kg at the chest", Text((await StrideAsync(client))["asked"], "text"));
        await _studio.PostAsync(
            "/api/flags",
            new
            {
                id = Guid.CreateVersion7(),
                clientId = client,
                signId = "swelling",
                note = "",
                supersedes = (Guid?)null,
            },
            HttpStatusCode.NoContent
        );
        await _studio.PostAsync("/api/stands", Stand("ss-rear-low", "on we go", ["left"]), HttpStatusCode.Conflict);
        await _studio.PostAsync("/api/logs", LogBody(client, LateMorning.Today), HttpStatusCode.Conflict);
    }

    [Fact]
    public async Task A_log_goes_on_within_the_rung_is_kept_once_and_refuses_what_cannot_be()
    {
        var client = await _studio.ClientAsync();
        var today = LateMorning.Today;
        await _studio.PostAsync("/api/logs", LogBody(client, today.AddDays(1)), HttpStatusCode.BadRequest);
        await _studio.PostAsync("/api/logs", LogBody(client, today.AddDays(-60)), HttpStatusCode.BadRequest);
        await _studio.PostAsync("/api/logs", LogBody(client, today, sets: 500), HttpStatusCode.BadRequest);
        await _studio.PostAsync("/api/logs", LogBody(client, today, amount: 900), HttpStatusCode.BadRequest);
        Assert.Empty((await _studio.GetAsync($"/api/clients/{client}"))["logs"]!.AsArray());

        await DecideAsync(await LookAsync(client, "split-squat-to-pad"));
        var body = LogBody(client, today, nextMorning: 1);
        var kept = (await _studio.PostAsync("/api/logs", body))!;
        Assert.Equal(Text(kept, "id"), Text(await _studio.PostAsync("/api/logs", body), "id"));
        Assert.Equal("3 × 5 a side, all clean", Text(kept, "did"));
        // The look before was good, and so was this: one repetition more, on the same rung.
        Assert.Equal("3 × 6 a side", Text(kept, "next"));
        Assert.Equal(("ss-pad", "ss-pad"), await StandsAsync(client));
        Assert.Equal("3 × 6 a side", Text((await StrideAsync(client))["asked"], "text"));
        Assert.Equal(
            1,
            (await _studio.GetAsync($"/api/clients/{client}"))["logs"]![0]!["nextMorning"]!.GetValue<int>()
        );
    }

    [Theory]
    [InlineData(3, 28, 23)]
    [InlineData(10, 31, 25)]
    [InlineData(6, 15, 24)]
    public async Task The_day_of_a_log_is_the_studios_own_also_when_the_clocks_change(int month, int day, int hours)
    {
        var studio = await _studio.GetAsync("/api/studio");
        await _studio.SendAsync(
            HttpMethod.Put,
            "/api/studio",
            new
            {
                operationId = Guid.CreateVersion7(),
                version = studio["version"]!.GetValue<long>(),
                name = "Stairfoot",
                timeZone = "Europe/Lisbon",
                painLimit = 2,
            }
        );
        using var scope = _studio.Services.CreateScope();
        var clock = scope.ServiceProvider.GetRequiredService<StudioScope>();
        clock.ActAt(new Still(new DateTimeOffset(2027, month, day, 12, 0, 0, TimeSpan.Zero)));
        var (from, to, _) = await clock.DayAsync(default);
        Assert.Equal(TimeSpan.FromHours(hours), to - from);
        var own = new DateOnly(2027, month, day);
        Assert.Equal(
            (own, own, own.AddDays(1)),
            (await TodayAsync(from), await TodayAsync(to.AddTicks(-1)), await TodayAsync(to))
        );

        Task<DateOnly> TodayAsync(DateTimeOffset at)
        {
            clock.ActAt(new Still(at));
            return clock.TodayAsync(default);
        }
    }

    private sealed class Still(DateTimeOffset at) : TimeProvider
    {
        public override DateTimeOffset GetUtcNow() => at;
    }

    private async Task<JsonNode> LadderAsync(string id) =>
        (await _studio.GetAsync("/api/ladders"))["ladders"]!.AsArray().Single(l => Text(l!["ladder"], "id") == id)!;

    private Task<JsonNode?> ChangeAsync(
        string id,
        long version,
        JsonNode? ladder,
        HttpStatusCode expected = HttpStatusCode.OK,
        Guid? operation = null
    ) =>
        _studio.SendAsync(
            HttpMethod.Put,
            $"/api/ladders/{id}",
            new
            {
                operationId = operation ?? Guid.CreateVersion7(),
                version,
                ladder,
            },
            expected
        );

    [Fact]
    public async Task A_ladder_that_was_changed_here_stays_so_and_shows_what_the_usual_one_has_besides()
    {
        var usual = await LadderAsync("step");
        Assert.Empty(usual["notHere"]!.AsArray());
        var ladder = usual["ladder"]!.DeepClone();
        var rungs = ladder["rungs"]!.AsArray();
        foreach (var id in new[] { "st-low-up", "st-side" })
            rungs.Remove(rungs.Single(r => Text(r, "id") == id));
        rungs.Single(r => Text(r, "id") == "st-stand")!["next"] = new JsonArray("st-tap");
        await ChangeAsync("step", 0, ladder);
        var ours = await LadderAsync("step");
        Assert.Equal(rungs.Count, ours["ladder"]!["rungs"]!.AsArray().Count);
        Assert.Equal(
            ["Low step-up", "Low tap to the side"],
            ours["notHere"]!.AsArray().Select(n => n!.GetValue<string>())
        );
    }

    [Fact]
    public async Task A_ladder_is_changed_in_place_with_its_history_and_a_rung_in_use_is_never_lost()
    {
        var client = await _studio.ClientAsync();
        await DecideAsync(await LookAsync(client, "split-squat-to-pad"));
        var ladder = (await LadderAsync("split-stance"))["ladder"]!;
        JsonNode With(Action<JsonArray> change)
        {
            var copy = ladder.DeepClone();
            change(copy["rungs"]!.AsArray());
            return copy;
        }

        JsonNode Rung(JsonArray rungs, string id) => rungs.Single(r => Text(r, "id") == id)!;
        var without = With(rungs =>
        {
            rungs.Remove(Rung(rungs, "ss-pad"));
            Rung(rungs, "ss-floor")["next"] = new JsonArray("ss-loaded");
            Rung(rungs, "ss-supported")["next"] = new JsonArray("ss-half-kneeling");
            foreach (var id in new[] { "ss-loaded", "ss-raised", "ss-reverse" })
                Rung(rungs, id)["fallback"] = "ss-floor";
        });
        var refused = await ChangeAsync("split-stance", 0, without, HttpStatusCode.Conflict);
        Assert.Contains("Maren Oakhollow stands on it", Text(refused, "detail"), StringComparison.Ordinal);
        var loop = await ChangeAsync(
            "split-stance",
            0,
            With(r => Rung(r, "ss-loaded")["next"] = new JsonArray("ss-pad")),
            HttpStatusCode.BadRequest
        );
        Assert.Contains("leads back to itself", Text(loop, "detail"), StringComparison.Ordinal);

        var operation = Guid.CreateVersion7();
        var longer = With(r => Rung(r, "ss-pad")["dose"]!["high"] = 12);
        await ChangeAsync("split-stance", 0, longer, operation: operation);
        await ChangeAsync("split-stance", 0, longer, operation: operation);
        Assert.Equal(1, (await LadderAsync("split-stance"))["version"]!.GetValue<long>());
        await ChangeAsync("split-stance", 0, longer, HttpStatusCode.Conflict);
        Assert.Contains(
            "3 × 5–12",
            Text((await StrideAsync(client))["rungs"]!.AsArray().Single(r => Text(r, "id") == "ss-pad"), "doseText"),
            StringComparison.Ordinal
        );
        // An added rung comes next; the client stands where they stood.
        var added = longer.DeepClone();
        var rung = Rung(added["rungs"]!.AsArray(), "ss-pad").DeepClone();
        (rung["id"], rung["name"], rung["fallback"]) = ("ours-slow", "To pad, slow", "ss-pad");
        Rung(added["rungs"]!.AsArray(), "ss-pad")["next"] = new JsonArray("ours-slow");
        added["rungs"]!.AsArray().Insert(3, rung);
        await ChangeAsync("split-stance", 1, added);
        Assert.Equal("ss-pad", Text(await StrideAsync(client), "left"));
        Assert.Contains((await StrideAsync(client))["rungs"]!.AsArray(), r => Text(r, "name") == "To pad, slow");
        Assert.Equal(2, (await _studio.GetAsync("/api/edits?kind=ladder&subject=split-stance")).AsArray().Count);
        await ChangeAsync("split-stance", 2, null);
        Assert.False((await LadderAsync("split-stance"))["changed"]!.GetValue<bool>());
        Assert.Equal(
            Ladder.All.Select(l => l.Id),
            (await _studio.GetAsync("/api/ladders"))["ladders"]!.AsArray().Select(l => Text(l!["ladder"], "id"))
        );
    }

    private async Task StandOnOwnAsync(Guid client) =>
        await _studio.PostAsync(
            "/api/stands",
            new
            {
                id = Guid.CreateVersion7(),
                clientId = client,
                ladderId = "own-1",
                rungId = "own-1-a",
                sides = new[] { "left", "right" },
                afterBreak = false,
                reason = "to try it",
            }
        );

    [Fact]
    public async Task A_ladder_is_added_and_a_client_can_be_put_on_it()
    {
        var client = await _studio.ClientAsync();
        var mine = JsonNode.Parse(
            """{"id":"own-1","name":"Ours","rungs":[{"id":"own-1-a","name":"Begin","exerciseId":"two-leg-squat","entry":"Anyone.","next":[],"fallback":null,"dose":{"phase":"learning","setsLow":2,"setsHigh":3,"low":5,"high":5,"held":false},"reason":"Ours."}]}"""
        );
        await ChangeAsync("own-1", 0, mine);
        await StandOnOwnAsync(client);
        Assert.Equal("Ours", Text(await StrideAsync(client, "own-1"), "ladderName"));
        await ChangeAsync("own-1", 1, null, HttpStatusCode.BadRequest);
        await ChangeAsync("own-2", 0, mine, HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task Slower_as_the_way_on_is_asked_for_from_then_on_and_goes_with_the_decision()
    {
        var client = await _studio.ClientAsync();
        await ChangeAsync(
            "own-1",
            0,
            JsonNode.Parse(
                """{"id":"own-1","name":"Ours","rungs":[{"id":"own-1-a","name":"Only","exerciseId":"two-leg-squat","entry":"Anyone.","next":[],"fallback":null,"dose":{"phase":"practising","setsLow":1,"setsHigh":1,"low":5,"high":5,"held":false},"reason":"Ours."}]}"""
            )
        );
        await StandOnOwnAsync(client);
        async Task<string> TempoAsync() => Text((await StrideAsync(client, "own-1"))["asked"], "tempo");
        await DecideAsync(await LookAsync(client, "two-leg-squat"));
        Assert.Equal("lower 3, pause 1, up 1", await TempoAsync());
        var check = await LookAsync(client, "two-leg-squat");
        var said = await AdviceAsync(check, Log((await AdviceAsync(check, null))["asked"]!));
        Assert.Equal("progress", Text(said, "outcome"));
        var way = said["ways"]!.AsArray().Select(w => Text(w, "kind")).ToList().IndexOf("slower");
        Assert.Equal("slower (lower 5, pause 1, up 1)", Text(said["ways"]![way], "text"));
        var decision = await DecideAsync(check, way: way);
        // What is said of it afterwards is the way that was taken, not the first of those that were offered.
        Assert.Equal("Go on: slower (lower 5, pause 1, up 1).", Text(decision, "said"));
        Assert.Equal("slower", Text(decision["way"], "kind"));
        var kept = (await _studio.GetAsync($"/api/clients/{client}"))["logs"]!.AsArray();
        Assert.Contains(kept, l => Text(l, "next").EndsWith("; lower 5, pause 1, up 1", StringComparison.Ordinal));
        Assert.Equal("lower 5, pause 1, up 1", await TempoAsync());
        // A clip of that look is timed by what was asked then; one of a look since by what is asked now.
        async Task<string> PlayAsync(string look) =>
            Text(await _studio.GetAsync($"/api/checks/{look}/play"), "askedTempo");
        Assert.Equal("lower 3, pause 1, up 1", await PlayAsync(check));
        Assert.Equal("lower 5, pause 1, up 1", await PlayAsync(await LookAsync(client, "two-leg-squat")));
        // A tap names no tempo and takes none away, nor does a correction by hand.
        object Tap(Guid id, Guid? supersedes = null) =>
            new
            {
                id,
                clientId = client,
                day = LateMorning.Today,
                exerciseId = "two-leg-squat",
                log = Log(
                    JsonNode.Parse("""{"sets":1,"amount":5,"loadKg":0,"position":"none"}""")!,
                    supersedes is null ? 0 : 1
                ),
                supersedes,
            };
        var tap = Guid.CreateVersion7();
        await _studio.PostAsync("/api/logs", Tap(tap));
        await _studio.PostAsync("/api/logs", Tap(Guid.CreateVersion7(), tap));
        Assert.Equal("lower 5, pause 1, up 1", await TempoAsync());
        // Decided otherwise, it was never asked for; also where no word is said of what was done.
        var body = JsonSerializer.SerializeToNode(
            await DecisionBodyAsync(check, "hold", "not yet", supersedes: Guid.Parse(Text(decision, "id"))),
            Json.Options
        )!;
        body["log"] = null;
        var bare = await AdviceAsync(check, null);
        (body["ruleId"], body["recommended"]) = (bare["ruleId"]!.DeepClone(), bare["outcome"]!.DeepClone());
        await _studio.PostAsync("/api/decisions", body);
        Assert.Equal("lower 3, pause 1, up 1", await TempoAsync());
    }

    [Fact]
    public async Task A_fixed_series_and_all_checks_act_where_they_are_set()
    {
        var client = await _studio.ClientAsync();
        await DecideAsync(await LookAsync(client, "split-squat-to-pad"));
        async Task SetAsync(string setting, string option)
        {
            var version = (await _studio.GetAsync("/api/settings"))["studioVersion"]!.GetValue<long>();
            await _studio.SendAsync(
                HttpMethod.Put,
                "/api/settings",
                new
                {
                    operationId = Guid.CreateVersion7(),
                    version,
                    level = "studio",
                    key = (string?)null,
                    settingId = setting,
                    optionId = option,
                }
            );
        }

        async Task<string[]> NextAsync() =>
            [
                .. (await StrideAsync(client))["next"]!
                    .AsArray()
                    .Where(n => Text(n, "kind") == "rung")
                    .Select(n => Text(n, "rungId")),
            ];
        Assert.Equal(["ss-loaded", "ss-raised", "ss-reverse"], await NextAsync());
        await SetAsync("first-lunge", "forward");
        Assert.Equal(["ss-loaded", "ss-raised", "ss-forward"], await NextAsync());
        await SetAsync("after-loaded", "series");
        Assert.Equal(["ss-loaded"], await NextAsync());

        await SetAsync("pain", "step-back");
        var sore = await AdviceAsync(await LookAsync(client, "split-squat-to-pad", 3), null);
        Assert.Equal("stepBack", Text(sore, "outcome"));
        Assert.Contains(sore["facts"]!.AsArray(), f => Text(f, "value").Contains("setting", StringComparison.Ordinal));
    }
}
