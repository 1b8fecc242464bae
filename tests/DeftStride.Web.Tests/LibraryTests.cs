using System.Net;
using System.Text.Json;
using System.Text.Json.Nodes;
using DeftStride.Browser;
using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Web.Features.Setup;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>Cues in other words, kit respected, and what the library says of it all.</summary>
public sealed class LibraryTests : IDisposable
{
    private readonly StudioUnderTest _studio = new();

    public void Dispose() => _studio.Dispose();

    private async Task<JsonNode?> WordsAsync(
        string level,
        Guid? client,
        string correction,
        string? text,
        HttpStatusCode expected = HttpStatusCode.OK
    )
    {
        var now = await _studio.GetAsync($"/api/settings{(client is { } c ? $"?client={c}" : "")}");
        var version = (level == "client" ? now["clientVersion"] : now["studioVersion"])!.GetValue<long>();
        return await _studio.SendAsync(
            HttpMethod.Put,
            "/api/cues",
            new
            {
                operationId = Guid.CreateVersion7(),
                version,
                level,
                clientId = client,
                correctionId = correction,
                text,
            },
            expected
        );
    }

    private async Task<JsonNode> CorrectionAsync(string check) =>
        (await _studio.GetAsync($"/api/checks/{check}"))["correction"]!;

    private async Task<string> TryAsync(string check, string correction, string outcome = "noDifference") =>
        Text(
            (
                await _studio.PostAsync(
                    "/api/trials",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        checkId = check,
                        correctionId = correction,
                        side = "right",
                        stills = Array.Empty<object>(),
                        seen = Array.Empty<object>(),
                        byEye = outcome,
                        pain = (object?)null,
                        supersedes = (Guid?)null,
                    }
                )
            )!["correction"],
            "id"
        );

    [Fact]
    public async Task The_clients_phrase_comes_before_the_studios_words_and_a_trial_keeps_what_was_said()
    {
        var client = await _studio.ClientAsync();
        var check = Text(await _studio.CheckAsync(client, 5, 24), "id");
        await WordsAsync("studio", null, "sb-gatepost", "Down like a lift.");
        Assert.Equal(
            ("Down like a lift.", "studio"),
            (Text(await CorrectionAsync(check), "cue"), Text(await CorrectionAsync(check), "words"))
        );
        await WordsAsync("client", client, "sb-gatepost", "Tent pole stays.");
        Assert.Equal(
            ("Tent pole stays.", "client"),
            (Text(await CorrectionAsync(check), "cue"), Text(await CorrectionAsync(check), "words"))
        );
        await TryAsync(check, "sb-gatepost");
        await WordsAsync("client", client, "sb-gatepost", null);
        await WordsAsync("studio", null, "sb-gatepost", null);
        Assert.Equal("Tent pole stays.", Text((await _studio.GetAsync($"/api/checks/{check}"))["trials"]![0], "cue"));

        await WordsAsync("client", client, "sb-gatepost", "", HttpStatusCode.BadRequest);
        await WordsAsync("school", null, "sb-gatepost", "x", HttpStatusCode.BadRequest);
        await WordsAsync("studio", null, "no-such-cue", "x", HttpStatusCode.BadRequest);
        await WordsAsync("studio", null, "sb-gatepost", new string('x', 401), HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task A_retired_cue_is_not_offered_nor_one_whose_things_are_not_there()
    {
        var client = await _studio.ClientAsync();
        await WordsAsync("studio", null, "sb-gatepost", "");
        var kit = await _studio.GetAsync("/api/kit");
        await _studio.SendAsync(
            HttpMethod.Put,
            "/api/kit",
            new
            {
                operationId = Guid.CreateVersion7(),
                version = kit["version"]!.GetValue<long>(),
                kit = KitDto.Empty with
                {
                    Things = [Gear.Band],
                },
            }
        );
        var check = Text(await _studio.CheckAsync(client, 5, 24), "id");
        Assert.Equal("sb-well", Text(await CorrectionAsync(check), "id"));
        // The dowel and the support are not here: after words comes the longer stance.
        Assert.Equal("sb-free", await TryAsync(check, "sb-well"));
    }

    [Fact]
    public async Task The_coach_names_the_cause_and_a_cause_that_is_none_is_refused()
    {
        var client = await _studio.ClientAsync();
        var check = Text(await _studio.CheckAsync(client, 5, 24), "id");
        var pinned = await _studio.GetAsync($"/api/checks/{check}/correction?cause=heel-pinned");
        Assert.Equal(("sb-free", "heel-pinned"), (Text(pinned, "id"), Text(pinned, "causeId")));
        using var refused = await _studio.Http.GetAsync(
            new Uri($"/api/checks/{check}/correction?cause=moon", UriKind.Relative)
        );
        Assert.Equal(HttpStatusCode.BadRequest, refused.StatusCode);
    }

    [Fact]
    public async Task Any_fault_is_picked_in_one_step_tried_by_eye_and_remembered_for_what_it_was()
    {
        var client = await _studio.ClientAsync();
        var check = Text(await _studio.CheckAsync(client, 5, 24), "id");
        var faults = (await _studio.GetAsync($"/api/checks/{check}/faults")).AsArray();
        Assert.Contains(faults, f => Text(f, "id") == "shin-beyond-band" && f!["shown"]!.GetValue<bool>());
        Assert.Contains(faults, f => Text(f, "id") == "breath-held" && !f!["shown"]!.GetValue<bool>());
        Assert.DoesNotContain(faults, f => Text(f, "id") == "floor-push");
        var picked = await _studio.GetAsync($"/api/checks/{check}/correction?fault=breath-held");
        Assert.Equal(("breath-held", true), (Text(picked, "faultId"), picked["onlySeen"]!.GetValue<bool>()));

        object Tried(string? byEye) =>
            new
            {
                id = Guid.CreateVersion7(),
                checkId = check,
                correctionId = Text(picked, "id"),
                side = "right",
                stills = Array.Empty<object>(),
                seen = Array.Empty<object>(),
                byEye,
                pain = (object?)null,
                supersedes = (Guid?)null,
            };
        // No picture shows a held breath, so a retest without a word on it says nothing.
        await _studio.PostAsync("/api/trials", Tried(null), HttpStatusCode.BadRequest);
        var after = (await _studio.PostAsync("/api/trials", Tried("helped")))!;
        var trial = after["trials"]!.AsArray()[^1]!;
        Assert.Contains(
            "breath held, seen by eye",
            string.Concat(trial["sentence"]!.AsArray().Select(p => Text(p, "text"))),
            StringComparison.Ordinal
        );
        // What the look named stays named.
        Assert.Equal("shin-beyond-band", Text(after["correction"], "faultId"));
        using var none = await _studio.Http.GetAsync(
            new Uri($"/api/checks/{check}/correction?fault=moon", UriKind.Relative)
        );
        Assert.Equal(HttpStatusCode.BadRequest, none.StatusCode);
    }

    [Fact]
    public async Task A_guess_stays_a_guess_in_the_record_and_gives_no_verdict_until_it_is_put_in_place()
    {
        var client = await _studio.ClientAsync();
        var body = JsonSerializer.SerializeToNode(await _studio.CheckBodyAsync(client, 5, 24))!;
        var right = body["stills"]!.AsArray().Single(s => Text(s, "side") == "right")!;
        right["guessed"] = new JsonArray("knee");
        foreach (var still in body["stills"]!.AsArray())
            still!["guessed"] ??= new JsonArray();
        var check = (await _studio.PostAsync("/api/checks", body))!;
        Assert.DoesNotContain(
            check["look"]!["results"]!.AsArray(),
            r => Text(r, "side") == "right" && Text(r, "measureId") == "front-shin"
        );
        Assert.Contains(
            check["look"]!["results"]!.AsArray(),
            r => Text(r, "side") == "left" && Text(r, "measureId") == "front-shin"
        );
        var kept = (await _studio.GetAsync($"/api/checks/{Text(check, "id")}"))["stills"]!.AsArray();
        Assert.Equal("knee", kept.Single(s => Text(s, "side") == "right")!["guessed"]![0]!.GetValue<string>());
        Assert.NotNull(kept.Single(s => Text(s, "side") == "right")!["points"]!["knee"]);

        // One from before guesses were told apart keeps its verdict, and says nothing about guesses.
        var old = await _studio.CheckAsync(client, 5, 24);
        Assert.Contains(old["look"]!["results"]!.AsArray(), r => Text(r, "side") == "right");
        Assert.All(old["stills"]!.AsArray(), s => Assert.Null(s!["guessed"]));
    }

    [Fact]
    public async Task A_setting_changes_the_standard_the_cue_and_the_card_of_the_client_it_is_made_for()
    {
        var client = await _studio.ClientAsync();
        async Task<JsonNode> StandardAsync() =>
            await _studio.GetAsync($"/api/clients/{client}/standard?exercise=split-squat-to-pad");
        Assert.DoesNotContain((await StandardAsync())["measures"]!.AsArray(), m => Text(m, "id") == "top-knee");
        foreach (var (setting, option) in new[] { ("top", "soft"), ("toe", "outer"), ("breath", "nose") })
            await _studio.SendAsync(
                HttpMethod.Put,
                "/api/settings",
                new
                {
                    operationId = Guid.CreateVersion7(),
                    version = (await _studio.GetAsync($"/api/settings?client={client}"))[
                        "clientVersion"
                    ]!.GetValue<long>(),
                    level = "client",
                    key = client.ToString(),
                    settingId = setting,
                    optionId = option,
                }
            );
        var after = await StandardAsync();
        Assert.Equal(
            5,
            after["measures"]!.AsArray().Single(m => Text(m, "id") == "top-knee")!["left"]!["lower"]!.GetValue<double>()
        );
        Assert.Contains(after["style"]!.AsArray(), l => Text(l, "text") == "Through the nose");
        Assert.Contains(
            after["plan"]!.AsArray().SelectMany(p => p!["points"]!.AsArray()),
            p => Text(p, "where").Contains("outer toes", StringComparison.Ordinal)
        );
        var today = (await _studio.GetAsync($"/api/clients/{client}"))["today"]!;
        Assert.Contains(today["style"]!.AsArray(), l => Text(l, "text") == "Through the nose");
        // Another client's day is as it was.
        var other = await _studio.ClientAsync("Odell Marsh");
        Assert.Contains(
            (await _studio.GetAsync($"/api/clients/{other}"))["today"]!["style"]!.AsArray(),
            l => Text(l, "text") == "In on the way down"
        );
    }

    [Fact]
    public async Task Knee_forward_work_asks_its_gate_and_other_work_does_not()
    {
        var forward = await _studio.ClientAsync("Sorrel Tam", "kneeForward");
        var gate = (await _studio.GetAsync($"/api/clients/{forward}/standard?exercise=split-squat-to-pad"))["gate"]!;
        Assert.Equal(4, gate["questions"]!.AsArray().Count);
        Assert.NotNull((await _studio.GetAsync($"/api/clients/{forward}"))["today"]!["gate"]);
        Assert.Null((await _studio.GetAsync($"/api/clients/{forward}/standard?exercise=step-up"))["gate"]);
        var upright = await _studio.ClientAsync("Ilse Brandt");
        Assert.Null((await _studio.GetAsync($"/api/clients/{upright}/standard?exercise=split-squat-to-pad"))["gate"]);
    }

    [Fact]
    public async Task A_sore_rear_leg_with_nothing_wrong_is_first_asked_how_the_weight_is_shared()
    {
        var client = await _studio.ClientAsync();
        var sore = await _studio.CheckAsync(client, 3, 4, pain: 4, seen: RestFine);
        Assert.Equal("wb-guess", Text(sore["correction"], "id"));
        Assert.Contains("how the weight is shared", Text(sore["correction"], "why"), StringComparison.Ordinal);
        Assert.Null((await _studio.CheckAsync(client, 3, 4, pain: 1, seen: RestFine))["correction"]);
    }

    [Fact]
    public async Task The_library_links_everything_and_counts_what_came_up_here()
    {
        var client = await _studio.ClientAsync();
        var check = Text(await _studio.CheckAsync(client, 5, 24), "id");
        await TryAsync(check, "sb-gatepost", "helped");
        var library = await _studio.GetAsync("/api/library");
        var faults = library["faults"]!.AsArray();
        Assert.Equal(Fault.All.Select(f => f.Id), faults.Select(f => Text(f, "id")));
        var shin = faults.Single(f => Text(f, "id") == "shin-beyond-band")!;
        Assert.Equal(1, shin["fired"]!.GetValue<int>());
        var gatepost = shin["cues"]!.AsArray().Single(c => Text(c, "id") == "sb-gatepost")!;
        Assert.Equal((1, 1), (gatepost["helped"]!.GetValue<int>(), gatepost["tried"]!.GetValue<int>()));
        var measures = library["measures"]!.AsArray().Select(m => Text(m, "id")).ToHashSet();
        Assert.All(
            faults.SelectMany(f => f!["measures"]!.AsArray()),
            m => Assert.Contains(m!.GetValue<string>(), measures)
        );
        Assert.All(
            library["measures"]!.AsArray().SelectMany(m => m!["faults"]!.AsArray()),
            f => Assert.Contains(f!.GetValue<string>(), faults.Select(x => Text(x, "id")))
        );
    }

    [Fact]
    public async Task A_trial_taken_back_counts_nowhere_and_not_once_a_decision_rests_on_it()
    {
        var client = await _studio.ClientAsync();
        var check = Text(await _studio.CheckAsync(client, 5, 24), "id");
        Assert.Equal("sb-well", await TryAsync(check, "sb-gatepost"));
        var trial = Text((await _studio.GetAsync($"/api/checks/{check}"))["trials"]![0], "id");
        var withdrawal = new { id = Guid.CreateVersion7() };
        var back = (await _studio.PostAsync($"/api/trials/{trial}/withdrawal", withdrawal))!;
        Assert.Empty(back["trials"]!.AsArray());
        Assert.Equal("sb-gatepost", Text(back["correction"], "id"));
        // Sent twice it is the same; another one finds nothing to take back.
        await _studio.PostAsync($"/api/trials/{trial}/withdrawal", withdrawal);
        await _studio.PostAsync(
            $"/api/trials/{trial}/withdrawal",
            new { id = Guid.CreateVersion7() },
            HttpStatusCode.NotFound
        );
        Assert.Empty((await _studio.GetAsync($"/api/clients/{client}"))["cues"]!.AsArray());

        await TryAsync(check, "sb-gatepost");
        var said = (
            await _studio.PostAsync(
                $"/api/checks/{check}/recommendation",
                new { painAfter = (object?)null, repetitions = (object?)null }
            )
        )!;
        await _studio.PostAsync(
            "/api/decisions",
            new
            {
                id = Guid.CreateVersion7(),
                checkId = check,
                painAfter = (object?)null,
                repetitions = (object?)null,
                ruleId = Text(said, "ruleId"),
                recommended = Text(said, "outcome"),
                chosen = Text(said, "outcome"),
                reason = (string?)null,
                supersedes = (Guid?)null,
            }
        );
        var second = Text((await _studio.GetAsync($"/api/checks/{check}"))["trials"]![0], "id");
        await _studio.PostAsync(
            $"/api/trials/{second}/withdrawal",
            new { id = Guid.CreateVersion7() },
            HttpStatusCode.Conflict
        );
    }

    [Fact]
    public async Task A_prop_is_lent_until_a_day_and_only_what_is_borrowed_can_be()
    {
        var client = await _studio.ClientAsync();
        async Task<JsonNode?> LendAsync(
            string correction,
            DateOnly? review,
            bool lent = true,
            HttpStatusCode expected = HttpStatusCode.OK
        )
        {
            var version = (await _studio.GetAsync($"/api/settings?client={client}"))["clientVersion"]!.GetValue<long>();
            return await _studio.SendAsync(
                HttpMethod.Put,
                "/api/props",
                new
                {
                    operationId = Guid.CreateVersion7(),
                    version,
                    clientId = client,
                    correctionId = correction,
                    lent,
                    review,
                },
                expected
            );
        }

        var day = LateMorning.Today.AddDays(14);
        await LendAsync("hl-wedge", day);
        var prop = (await _studio.GetAsync($"/api/clients/{client}"))["props"]![0]!;
        Assert.Equal(("Heel wedge", false), (Text(prop, "short"), prop["due"]!.GetValue<bool>()));
        await LendAsync("sb-gatepost", day, expected: HttpStatusCode.BadRequest);
        await LendAsync("hl-wedge", day.AddDays(-40), expected: HttpStatusCode.BadRequest);
        await LendAsync("hl-wedge", day.AddDays(400), expected: HttpStatusCode.BadRequest);
        await LendAsync("hl-wedge", null);
        Assert.InRange(
            DateOnly
                .Parse(
                    Text((await _studio.GetAsync($"/api/clients/{client}"))["props"]![0], "review"),
                    System.Globalization.CultureInfo.InvariantCulture
                )
                .DayNumber - LateMorning.Today.DayNumber,
            13,
            15
        );
        await LendAsync("hl-wedge", null, lent: false);
        Assert.Empty((await _studio.GetAsync($"/api/clients/{client}"))["props"]!.AsArray());
    }

    [Fact]
    public async Task What_borrows_nothing_becomes_part_of_the_set_up_and_the_floors_card()
    {
        var client = await _studio.ClientAsync();
        async Task KeepAsync(string correction, bool kept, HttpStatusCode expected = HttpStatusCode.OK)
        {
            var version = (await _studio.GetAsync($"/api/settings?client={client}"))["clientVersion"]!.GetValue<long>();
            await _studio.SendAsync(
                HttpMethod.Put,
                "/api/kept",
                new
                {
                    operationId = Guid.CreateVersion7(),
                    version,
                    clientId = client,
                    correctionId = correction,
                    kept,
                },
                expected
            );
        }

        await KeepAsync("sb-longer", true);
        Assert.Equal("sb-longer", Text((await _studio.GetAsync($"/api/clients/{client}"))["kept"]![0], "correctionId"));
        await _studio.PostAsync(
            "/api/visits",
            new
            {
                operationId = Guid.CreateVersion7(),
                id = Guid.CreateVersion7(),
                clientId = client,
                time = "12:00",
                exerciseId = "split-squat-to-pad",
            },
            HttpStatusCode.NoContent
        );
        Assert.Contains(
            (await _studio.GetAsync("/api/floor"))["visits"]![0]!["today"]!["card"]!.AsArray(),
            l => Text(l, "id") == "kept"
        );
        await KeepAsync("hl-wedge", true, HttpStatusCode.BadRequest);
        await KeepAsync("sb-gatepost", true, HttpStatusCode.BadRequest);
        await KeepAsync("sb-longer", false);
        Assert.Empty((await _studio.GetAsync($"/api/clients/{client}"))["kept"]!.AsArray());
    }

    [Fact]
    public async Task A_set_without_what_was_borrowed_is_a_trial_that_counts_for_no_cue()
    {
        var client = await _studio.ClientAsync();
        var check = Text(await _studio.CheckAsync(client, 5, 24), "id");
        await TryAsync(check, "without:ss-wedge", "worse");
        var trial = (await _studio.GetAsync($"/api/checks/{check}"))["trials"]![0]!;
        Assert.True(trial["without"]!.GetValue<bool>());
        Assert.Equal(("ss-wedge", "worse"), (Text(trial, "correctionId"), Text(trial, "outcome")));
        Assert.Contains("keep it 14 more days", Text(trial, "cue"), StringComparison.Ordinal);
        Assert.Empty((await _studio.GetAsync($"/api/clients/{client}"))["cues"]!.AsArray());
        await _studio.PostAsync(
            "/api/trials",
            new
            {
                id = Guid.CreateVersion7(),
                checkId = check,
                correctionId = "without:sb-gatepost",
                side = "right",
                stills = Array.Empty<object>(),
                seen = Array.Empty<object>(),
                byEye = "worse",
                pain = (object?)null,
                supersedes = (Guid?)null,
            },
            HttpStatusCode.BadRequest
        );
    }

    [Fact]
    public async Task Every_change_is_kept_with_who_and_what_it_was_and_an_old_check_keeps_its_band()
    {
        var client = await _studio.ClientAsync();
        var check = Text(await _studio.CheckAsync(client, 5, 24), "id");
        async Task BandAsync(double? low, double? high)
        {
            var version = (await _studio.GetAsync("/api/settings"))["studioVersion"]!.GetValue<long>();
            var body = new
            {
                operationId = Guid.CreateVersion7(),
                version,
                level = "exercise",
                key = "split-squat-to-pad",
                measureId = "front-shin",
                low,
                high,
            };
            await _studio.SendAsync(HttpMethod.Put, "/api/bands", body);
            await _studio.SendAsync(HttpMethod.Put, "/api/bands", body);
        }

        await BandAsync(-5, 30);
        await BandAsync(-5, 25);
        await WordsAsync("client", client, "sb-gatepost", "Tent pole stays.");
        var bands = (await _studio.GetAsync("/api/edits?kind=band&subject=front-shin")).AsArray();
        Assert.Equal(
            [("-5..30", "-5..25"), (null, "-5..30")],
            bands.Select(b => ((string?)b!["before"], (string?)b["after"]))
        );
        Assert.All(bands, b => Assert.Equal("Split squat to pad", Text(b, "for")));
        Assert.Equal(
            "Maren Oakhollow",
            Text((await _studio.GetAsync("/api/edits?kind=cue")).AsArray().Single(), "for")
        );
        Assert.Equal(
            "outside",
            Text(
                (await _studio.GetAsync($"/api/checks/{check}"))["look"]!["results"]!
                    .AsArray()
                    .Single(r => Text(r, "measureId") == "front-shin" && Text(r, "side") == "right"),
                "verdict"
            )
        );
        Assert.Empty((await _studio.GetAsync("/api/edits?kind=band&subject=heel-rise")).AsArray());
    }

    [Fact]
    public async Task A_change_of_set_up_names_the_card_and_an_easier_form_the_ladder()
    {
        var client = await _studio.ClientAsync();
        var check = Text(await _studio.CheckAsync(client, 5, 24), "id");
        foreach (
            var id in new[] { "sb-gatepost", "sb-well", "sb-dowel", "sb-support", "sb-free", "sb-longer", "sb-heel" }
        )
            await TryAsync(check, id);
        Assert.Contains(
            "The ladder's easier form: Split squat from the floor",
            Text(await CorrectionAsync(check), "why"),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task A_cue_of_the_studios_own_is_offered_after_the_causes_and_remembered_when_it_helps()
    {
        var client = await _studio.ClientAsync();
        await WordsAsync("studio", null, "own:shin-beyond-band:0001", "Chimney smoke goes straight up.");
        var check = Text(await _studio.CheckAsync(client, 5, 24), "id");
        var next = Text(await CorrectionAsync(check), "id");
        for (var i = 0; i < 10 && next != "own:shin-beyond-band:0001"; i++)
            next = await TryAsync(check, next);
        Assert.Equal("Chimney smoke goes straight up.", Text(await CorrectionAsync(check), "cue"));
        await TryAsync(check, next, "helped");
        var again = (await _studio.CheckAsync(client, 5, 24))["correction"]!;
        Assert.Equal(
            ("own:shin-beyond-band:0001", "Chimney smoke goes straight up."),
            (Text(again, "id"), Text(again, "cue"))
        );
        var library = await _studio.GetAsync("/api/library");
        Assert.Contains(
            library["faults"]!.AsArray().Single(f => Text(f, "id") == "shin-beyond-band")!["cues"]!.AsArray(),
            c => Text(c, "text") == "Chimney smoke goes straight up." && c!["helped"]!.GetValue<int>() == 1
        );
        await WordsAsync("studio", null, "own:no-such-fault:0001", "x", HttpStatusCode.BadRequest);
        await WordsAsync("studio", null, "own:shin-beyond-band:0001", "", HttpStatusCode.BadRequest);
        // Taken away it is offered no more; the trial keeps what was said.
        await WordsAsync("studio", null, "own:shin-beyond-band:0001", null);
        Assert.Equal(
            "Chimney smoke goes straight up.",
            Text((await _studio.GetAsync($"/api/checks/{check}"))["trials"]!.AsArray()[^1], "cue")
        );
    }
}
