using System.Globalization;
using System.Net;
using System.Text.Json.Nodes;
using CsvHelper;
using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Motion;
using DeftStride.Core.Tests.Filming;
using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Web.Features.Checks;
using DeftStride.Web.Features.Measuring;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>Whole checks over the wire: three views, the eye, devices, bands, other forms in and out.</summary>
public sealed class WholeCheckTests : IDisposable
{
    private readonly StudioUnderTest _studio = new();

    public void Dispose() => _studio.Dispose();

    private static string Sentence(JsonNode look) =>
        string.Concat(look["finding"]!["sentence"]!.AsArray().Select(p => Text(p, "text")));

    private static JsonNode Result(JsonNode look, string measure, string side) =>
        look["results"]!
            .AsArray()
            .Single(r =>
                Text(r, "measureId") == measure && Text(r, "side") == side && r!["standing"]!.GetValue<bool>()
            )!;

    private static JsonObject Body(
        Guid client,
        string exercise = "split-squat-to-pad",
        JsonArray? stills = null,
        JsonArray? seen = null
    ) =>
        new()
        {
            ["id"] = Guid.CreateVersion7(),
            ["clientId"] = client,
            ["exerciseId"] = exercise,
            ["school"] = null,
            ["stills"] = stills ?? [],
            ["seen"] = seen ?? [],
            ["stated"] = new JsonArray(),
            ["felt"] = null,
            ["effort"] = null,
            ["pain"] = new JsonObject
            {
                ["score"] = 0,
                ["leg"] = null,
                ["role"] = null,
            },
            ["nextMorning"] = null,
            ["supersedes"] = null,
        };

    private static JsonObject Seen(string measure, string side, string where = "within") =>
        new()
        {
            ["measureId"] = measure,
            ["side"] = side,
            ["where"] = where,
            ["moment"] = null,
        };

    private static JsonArray AllFine(JsonNode standard) =>
        [
            .. standard["measures"]!
                .AsArray()
                .Where(m => m!["mustPass"]!.GetValue<bool>())
                .SelectMany(m => new[] { "left", "right" }.Select(s => Seen(Text(m, "id"), s))),
        ];

    private Task<JsonNode> StandardAsync(Guid client, string exercise = "split-squat-to-pad", string? school = null) =>
        _studio.GetAsync(
            $"/api/clients/{client}/standard?exercise={exercise}{(school is null ? "" : $"&school={school}")}"
        );

    [Fact]
    public async Task A_check_by_eye_alone_needs_no_camera_and_is_called_what_it_is_everywhere()
    {
        var client = await _studio.ClientAsync();
        var fine = AllFine(await StandardAsync(client));
        var check = (await _studio.PostAsync("/api/checks", Body(client, seen: (JsonArray)fine.DeepClone())))!;
        Assert.Equal("All in band and equal. Nothing to change.", Sentence(check["look"]!));
        Assert.Equal("All of it seen by eye, nothing measured.", Text(check["look"]!["finding"], "because"));
        Assert.All(
            check["look"]!["results"]!.AsArray(),
            r => Assert.Equal(("eye", "seen, not measured"), (Text(r, "source"), Text(r, "marginText")))
        );

        fine.RemoveAt(0);
        fine.Add(Seen("knee-offset", "left", "beyond"));
        var wrong = (await _studio.PostAsync("/api/checks", Body(client, seen: fine)))!;
        Assert.Equal("Left knee falls in. Bring the left knee over the foot first.", Sentence(wrong["look"]!));
    }

    [Fact]
    public async Task Nothing_seen_and_nothing_placed_is_no_check()
    {
        var client = await _studio.ClientAsync();
        var refused = await _studio.PostAsync("/api/checks", Body(client), HttpStatusCode.BadRequest);
        Assert.Contains("say what you see", Text(refused, "detail"), StringComparison.Ordinal);
        await _studio.PostAsync(
            "/api/checks",
            Body(client, seen: [Seen("nothing", "left")]),
            HttpStatusCode.BadRequest
        );
        foreach (
            var (field, value) in new[]
            {
                ("effort", JsonValue.Create(11)),
                ("felt", (JsonNode)new JsonObject { ["asExpected"] = false, ["where"] = " " }),
            }
        )
        {
            var body = Body(client, seen: [Seen("spine", "left")]);
            body[field] = value;
            Assert.Equal(field, Text(await _studio.PostAsync("/api/checks", body, HttpStatusCode.BadRequest), "field"));
        }

        Assert.Empty((await _studio.GetAsync($"/api/clients/{client}"))["checks"]!.AsArray());
    }

    /// <summary>Every exercise as a posed figure does it, clean and with one fault, through the whole server.</summary>
    [Fact]
    public async Task For_every_exercise_a_check_names_the_fault_that_was_put_in_and_a_clean_one_is_clean()
    {
        var client = await _studio.ClientAsync();
        var picture = Guid.CreateVersion7();
        using (var kept = await _studio.PutPictureAsync(picture, client, Drawn(1600, 1080)))
            Assert.Equal(HttpStatusCode.OK, kept.StatusCode);
        var body = Core.Bodies.Body.From(new BodyMeasures(1.75));
        await _studio.SendAsync(
            HttpMethod.Put,
            $"/api/clients/{client}/intake",
            new
            {
                operationId = Guid.CreateVersion7(),
                version = 1,
                goal = (string?)null,
                intake = Features.Bodies.IntakeDto.Empty with
                {
                    StatureCm = 175,
                },
            }
        );
        // On an ankle that nobody measured no knee-forward verdict rests.
        await _studio.AnklesAsync(client, 35);
        foreach (var exercise in Exercise.All)
        {
            var dto = StudioUnderTest.Read<StandardDto>(
                (await StandardAsync(client, exercise.Id))["standard"]!.ToJsonString()
            );
            var standard = dto.ToCore();
            // Helpers have nothing that must pass.
            if (standard.MustPass.FirstOrDefault() is not { } first)
                continue;
            var fault = new PosedFault(
                first.Measure.Id,
                first.Left is { Lower: not null, Upper: null } ? BandSide.Short : BandSide.Beyond,
                BodySide.Left
            );
            foreach (var faults in new PosedFault[][] { [], [fault] })
            {
                var input = PosedCheck.Of(standard, body, 1, null, faults);
                var request = new CheckRequest(
                    Guid.CreateVersion7(),
                    client,
                    exercise.Id,
                    null,
                    [.. input.Stills.Select(s => Dto(s, picture))],
                    [.. input.Seen.Select(s => new SeenDto(s.MeasureId, s.Side, s.Where, s.Moment))],
                    [.. input.Stated.Select(s => new StatedDto(s.MeasureId, s.Side, s.Value, s.Source))],
                    null,
                    null,
                    null,
                    null,
                    null
                );
                var finding = (await _studio.PostAsync("/api/checks", request))!["look"]!["finding"]!;
                if (faults.Length == 0)
                    Assert.True(Text(finding, "kind") is "clean", $"{exercise.Id}: {Text(finding, "because")}");
                else
                    Assert.True(
                        Text(finding, "kind") is "outside" && Text(finding, "side") is "left",
                        $"{exercise.Id}, {fault.MeasureId}: {Text(finding, "because")}"
                    );
            }
        }
    }

    [Fact]
    public async Task A_stance_filmed_from_15_degrees_aside_is_asked_for_the_tape_and_its_verdict_turns_right_once_it_is_tapped()
    {
        var client = await _studio.ClientAsync();
        var picture = await _studio.PictureAsync(client);
        var standard = (await StandardAsync(client))["standard"]!;
        var school = StudioUnderTest.Read<StandardDto>(standard.ToJsonString()).ToCore().School.Value.Code;
        var body = Core.Bodies.Body.From(new BodyMeasures(1.75));
        var pose = PoseLibrary.Clean(Exercise.Find("split-squat-to-pad")!, Moment.Bottom, body, school);
        var planned = new PlannedStill(View.Side, Moment.Bottom, Landmarks.Order(View.Side), [], true);
        async Task<JsonNode> LookAsync(double yaw, bool tape) =>
            (
                await _studio.PostAsync(
                    "/api/compute/look",
                    new
                    {
                        standard,
                        stills = Enum.GetValues<BodySide>()
                            .Select(side =>
                                Dto(
                                    new PinholeCamera { Yaw = yaw }.Still(
                                        new PosedFigure(body, pose),
                                        planned,
                                        side,
                                        1,
                                        side == BodySide.Right ? Facing.Right : Facing.Left,
                                        CameraPlace.ByGuide,
                                        line: tape ? (0.6, 0) : null
                                    ),
                                    picture
                                )
                            )
                            .ToArray(),
                        seen = Array.Empty<object>(),
                        stated = Array.Empty<object>(),
                        guess = (object?)null,
                    }
                )
            )!["view"]!;
        static JsonNode Thigh(JsonNode look) =>
            look["results"]!
                .AsArray()
                .Single(r =>
                    Text(r, "measureId") == "rear-thigh"
                    && Text(r, "side") == "right"
                    && r!["standing"]!.GetValue<bool>()
                )!;
        static string[] Doubts(JsonNode look) =>
            [.. look["stills"]!.AsArray().SelectMany(s => s!["doubts"]!.AsArray().Select(d => Text(d, "kind")))];

        var aside = await LookAsync(15, tape: false);
        Assert.Contains("offAxis", Doubts(aside));
        Assert.NotEqual("inBand", Text(Thigh(aside), "verdict"));

        var tapped = await LookAsync(15, tape: true);
        Assert.DoesNotContain("offAxis", Doubts(tapped));
        Assert.Equal(Text(Thigh(await LookAsync(0, tape: true)), "verdict"), Text(Thigh(tapped), "verdict"));
        Assert.Equal("inBand", Text(Thigh(tapped), "verdict"));
        Assert.All(
            tapped["stills"]!.AsArray(),
            s => Assert.Equal("The camera stood 15° off square, taken out.", Text(s, "square"))
        );
    }

    private static StillDto Dto(PointSet s, Guid picture) =>
        new(
            s.FrontLeg,
            s.View,
            s.Moment,
            s.Repetition,
            s.Facing,
            s.Mirrored,
            picture,
            s.Picture.Width,
            s.Picture.Height,
            s.Points.ToDictionary(p => p.Key, p => new PointDto(p.Value.X, p.Value.Y)),
            s.Vertical is { } v ? new VerticalDto(new(v.One.X, v.One.Y), new(v.Other.X, v.Other.Y)) : null,
            null,
            null,
            s.Camera is { } c ? new CameraDto(c.DistanceMetres, c.HeightMetres, c.Guided) : null,
            s.Line is { } l ? new FloorLineDto(PointDto.Of(l.One), PointDto.Of(l.Other), l.Metres) : null
        );

    [Fact]
    public async Task The_school_is_switched_in_place_and_bands_plan_and_sentence_follow()
    {
        var client = await _studio.ClientAsync();
        var picture = await _studio.PictureAsync(client);
        async Task<JsonNode> LookAsync(string? school)
        {
            var standard = await StandardAsync(client, school: school);
            return (
                await _studio.PostAsync(
                    "/api/compute/look",
                    new
                    {
                        standard = standard["standard"],
                        stills = new[] { Still(picture, "left", 20), Still(picture, "right", 21) },
                        seen = Array.Empty<object>(),
                        stated = Array.Empty<object>(),
                        guess = (object?)null,
                    }
                )
            )!["view"]!;
        }

        Assert.Equal("Both shins run past the band. Start with the right.", Sentence(await LookAsync(null)));
        var inclined = await LookAsync("inclined");
        Assert.Equal("inBand", Text(Result(inclined, "front-shin", "left"), "verdict"));
        Assert.Equal("check", Text((await StandardAsync(client, school: "inclined"))["standard"], "source"));
        Assert.Contains(
            (await StandardAsync(client, school: "inclined"))["measures"]!.AsArray(),
            m => Text(m, "id") == "order" && m!["mustPass"]!.GetValue<bool>()
        );
        using var none = await _studio.Http.GetAsync(
            new Uri($"/api/clients/{client}/standard?exercise=none", UriKind.Relative)
        );
        Assert.Equal(HttpStatusCode.BadRequest, none.StatusCode);
    }

    [Fact]
    public async Task A_band_changed_later_leaves_the_kept_check_as_it_was()
    {
        var client = await _studio.ClientAsync();
        var check = await _studio.CheckAsync(client, 8, 8);
        async Task<JsonNode?> ChangeAsync(
            string level,
            string? key,
            double? low,
            double? high,
            HttpStatusCode expected = HttpStatusCode.OK
        )
        {
            var now = await _studio.GetAsync($"/api/settings?client={client}");
            return await _studio.SendAsync(
                HttpMethod.Put,
                "/api/bands",
                new
                {
                    operationId = Guid.CreateVersion7(),
                    version = level == "client"
                        ? now["clientVersion"]!.GetValue<long>()
                        : now["studioVersion"]!.GetValue<long>(),
                    level,
                    key,
                    measureId = "front-shin",
                    low,
                    high,
                },
                expected
            );
        }

        async Task<string> BandAsync() =>
            string.Join(
                " ",
                (await StandardAsync(client))["measures"]!
                    .AsArray()
                    .Where(m => Text(m, "id") == "front-shin")
                    .Select(m => $"{Text(m!["left"], "text")} {Text(m, "source")}")
            );
        await ChangeAsync("studio", null, -2, 4);
        Assert.Equal("−2° to 4° studio", await BandAsync());
        await ChangeAsync("client", client.ToString(), -1, 2.5);
        Assert.Equal("−1° to 3° client", await BandAsync());
        var refused = await ChangeAsync("client", client.ToString(), 5, 2, HttpStatusCode.BadRequest);
        Assert.Contains("below the upper", Text(refused, "detail"), StringComparison.Ordinal);
        await ChangeAsync("nobody", null, 1, 2, HttpStatusCode.BadRequest);

        var kept = await _studio.GetAsync($"/api/checks/{Text(check, "id")}");
        Assert.Equal("−5° to 10°", Text(Result(kept["look"]!, "front-shin", "left")["band"], "text"));
        Assert.Equal(
            "outside",
            Text(Result((await _studio.CheckAsync(client, 8, 8))["look"]!, "front-shin", "left"), "verdict")
        );
        await ChangeAsync("client", client.ToString(), null, null);
        Assert.Equal("−2° to 4° studio", await BandAsync());
    }

    [Fact]
    public async Task A_change_can_be_judged_by_eye_in_one_word_and_pain_still_outranks_it()
    {
        var client = await _studio.ClientAsync();
        var check = Text(await _studio.CheckAsync(client, 5, 24, pain: 3), "id");
        object Trial(string? byEye, int pain, object[]? stills = null) =>
            new
            {
                id = Guid.CreateVersion7(),
                checkId = check,
                correctionId = "sb-gatepost",
                side = "right",
                stills = stills ?? [],
                seen = Array.Empty<object>(),
                byEye,
                pain = new
                {
                    score = pain,
                    leg = pain > 0 ? "left" : null,
                    role = pain > 0 ? "rear" : null,
                },
                supersedes = (Guid?)null,
            };
        var tried = (await _studio.PostAsync("/api/trials", Trial("helped", 3)))!["trials"]![0]!;
        Assert.Equal("helped", Text(tried, "outcome"));
        Assert.Equal(
            "Right shin, seen by eye: that helped.",
            string.Concat(tried["sentence"]!.AsArray().Select(p => Text(p, "text")))
        );
        Assert.Null(tried["after"]);
        var worse = (await _studio.PostAsync("/api/trials", Trial("helped", 6)))!["trials"]![1]!;
        Assert.Equal("worse", Text(worse, "outcome"));
        var empty = await _studio.PostAsync("/api/trials", Trial(null, 3), HttpStatusCode.BadRequest);
        Assert.Contains("does not show the shin", Text(empty, "detail"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Simulated_devices_are_off_until_the_studio_switches_them_on_and_say_what_they_are()
    {
        var client = await _studio.ClientAsync();
        var standard = (await StandardAsync(client))["standard"]!;
        Assert.Empty((await _studio.GetAsync("/api/devices")).AsArray());
        var request = new
        {
            standard,
            side = "left",
            zero = true,
        };
        await _studio.PostAsync("/api/devices/simulated-scales/reading", request, HttpStatusCode.NotFound);
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
                settingId = "devices",
                optionId = "simulated",
            }
        );
        Assert.All(
            (await _studio.GetAsync("/api/devices")).AsArray(),
            d => Assert.Contains("(simulated)", Text(d, "name"), StringComparison.Ordinal)
        );

        var reading = (await _studio.PostAsync("/api/devices/simulated-scales/reading", request))!;
        Assert.Equal("simulated", Text(reading, "source"));
        // What stands upright has about half of its weight in front; a device scatters.
        Assert.InRange(reading["value"]!.GetValue<double>(), 44, 58);
        var body = Body(client);
        body["stated"] = new JsonArray(
            new JsonObject
            {
                ["measureId"] = "load-share",
                ["side"] = "left",
                ["value"] = 51,
                ["source"] = "simulated",
            }
        );
        var look = (await _studio.PostAsync("/api/checks", body))!["look"]!;
        // The least that is accepted is half.
        Assert.Equal(
            ("simulated", "tooCloseToCall"),
            (Text(Result(look, "load-share", "left"), "source"), Text(Result(look, "load-share", "left"), "verdict"))
        );

        // A guess is kept as a guess and never judged.
        body["id"] = Guid.CreateVersion7();
        body["stated"]![0]!["source"] = "guess";
        body["stated"]![0]!["value"] = 12;
        var guessed = Result((await _studio.PostAsync("/api/checks", body))!["look"]!, "load-share", "left");
        Assert.Null(guessed["verdict"]);
        Assert.Equal("a guess, not judged", Text(guessed, "marginText"));
    }

    [Fact]
    public async Task Two_scales_give_a_share_or_a_sentence()
    {
        var share = (
            await _studio.PostAsync(
                "/api/compute/scales",
                new
                {
                    side = "left",
                    frontKilograms = 45,
                    rearKilograms = 30,
                }
            )
        )!;
        Assert.Equal(60, share["percent"]!.GetValue<double>());
        foreach (var (front, rear) in new[] { (0, 0), (-1, 40), (40, 900) })
            Assert.EndsWith(
                "Read them again.",
                Text(
                    await _studio.PostAsync(
                        "/api/compute/scales",
                        new
                        {
                            side = "left",
                            frontKilograms = front,
                            rearKilograms = rear,
                        },
                        HttpStatusCode.BadRequest
                    ),
                    "detail"
                ),
                StringComparison.Ordinal
            );
    }

    [Fact]
    public async Task A_check_leaves_in_open_formats_with_units_errors_and_sources()
    {
        var client = await _studio.ClientAsync("=HYPERLINK(1)");
        var check = Text(
            await _studio.CheckAsync(
                client,
                -7,
                24,
                seen:
                [
                    new
                    {
                        measureId = "spine",
                        side = "left",
                        where = "within",
                        moment = (string?)null,
                    },
                ]
            ),
            "id"
        );
        using var reader = new StringReader(
            await _studio.Http.GetStringAsync(new Uri($"/api/checks/{check}/export.csv", UriKind.Relative))
        );
        using var csv = new CsvReader(reader, CultureInfo.InvariantCulture);
        var rows = csv.GetRecords<dynamic>().Select(r => (IDictionary<string, object>)r).ToArray();
        var shin = rows.Single(r => (string)r["MeasureId"] == "front-shin" && (string)r["Side"] == "right");
        Assert.Equal(
            ("24", "deg", "outside", "pictures"),
            ((string)shin["Value"], (string)shin["Unit"], (string)shin["Verdict"], (string)shin["Source"])
        );
        // A number stays a number, also below nothing; text that begins like a formula does not run.
        Assert.Equal(
            ("-7", "'=HYPERLINK(1)"),
            (
                (string)
                    rows.Single(r => (string)r["MeasureId"] == "front-shin" && (string)r["Side"] == "left")["Value"],
                (string)shin["Client"]
            )
        );
        Assert.Equal("seen, not measured", rows.Single(r => (string)r["MeasureId"] == "spine")["Source"]);

        var json = await _studio.GetAsync($"/api/checks/{check}/export.json");
        Assert.Equal(("deft-stride-check/1", "=HYPERLINK(1)"), (Text(json, "format"), Text(json, "client")));
        Assert.Equal(2, json["stills"]!.AsArray().Count);
        Assert.Equal(
            10,
            json["standard"]!["bands"]!.AsArray().Single(b => Text(b, "measureId") == "front-shin")![
                "leftHigh"
            ]!.GetValue<double>()
        );
    }

    [Fact]
    public async Task Guesses_come_from_the_last_picture_and_lie_inside_this_one()
    {
        var client = await _studio.ClientAsync();
        var picture = Guid.CreateVersion7();
        var standard = (await StandardAsync(client))["standard"]!;
        object Request(object points, object? pattern) =>
            new
            {
                standard,
                stills = new[] { Still(picture, "left", "side", "bottom", points) },
                seen = Array.Empty<object>(),
                stated = Array.Empty<object>(),
                guess = new { still = 0, pattern },
            };
        var posed = (await _studio.PostAsync("/api/compute/look", Request(new { }, null)))!["guesses"]!.AsObject();
        Assert.Contains("rearKnee", posed);
        Assert.All(posed, g => Assert.InRange(g.Value!["x"]!.GetValue<double>(), 0, 800));
        // The same arrangement somewhere else in the picture: two points are enough to lay it over.
        var last = Still(
            picture,
            "left",
            "side",
            "bottom",
            new
            {
                ankle = new { x = 500, y = 900 },
                knee = new { x = 500, y = 600 },
                hip = new { x = 200, y = 600 },
                rearKnee = new { x = 200, y = 900 },
            }
        );
        var guesses = (
            await _studio.PostAsync(
                "/api/compute/look",
                Request(new { ankle = new { x = 600, y = 800 }, knee = new { x = 600, y = 650 } }, last)
            )
        )!["guesses"]!;
        Assert.Equal(
            (450.0, 650.0),
            (guesses["hip"]!["x"]!.GetValue<double>(), guesses["hip"]!["y"]!.GetValue<double>())
        );
        Assert.Null(guesses["ankle"]);
    }

    [Fact]
    public async Task A_check_kept_in_the_first_form_is_read_with_its_own_band_and_words()
    {
        var client = await _studio.ClientAsync();
        var (picture, check, trial) = (
            await _studio.PictureAsync(client),
            Guid.CreateVersion7(),
            Guid.CreateVersion7()
        );
        const string vertical = """{"one":{"x":100,"y":900},"other":{"x":100,"y":100}}""";
        string Old(string side, double knee) =>
            $$"""{"side":"{{side}}","facing":"right","pictureId":"{{picture}}","width":800,"height":1000,"ankle":{"x":400,"y":800},"knee":{"x":{{knee.ToString(CultureInfo.InvariantCulture)}},"y":505},"vertical":{{vertical}}}""";
        await using (var scope = _studio.Services.CreateAsyncScope())
        {
            var db = scope.ServiceProvider.GetRequiredService<StudioContext>();
            var (studio, coach) = (
                await db.Studios.Select(s => s.Id).SingleAsync(),
                await db.Coaches.Select(c => c.Id).FirstAsync()
            );
            db.Add(
                new CheckFact
                {
                    Id = check,
                    StudioId = studio,
                    CoachId = coach,
                    ClientId = client,
                    RecordedAt = DateTimeOffset.UtcNow,
                    ExerciseId = "split-squat-to-pad",
                    School = SchoolCode.KneeForward,
                    Standard =
                        """{"school":"kneeForward","source":"client","leftAnkle":{"degrees":24,"measured":true},"rightAnkle":{"degrees":30,"measured":true},"heelWedgeDegrees":5}""",
                    Judged =
                        """{"stills":[],"leftBand":{"lowerDegrees":19,"upperDegrees":null,"text":"19° or more"},"rightBand":{"lowerDegrees":25,"upperDegrees":null,"text":"25° or more"},"left":{"side":"left","degrees":23,"text":"23°","lean":"23° forward","reachDegrees":2.7,"reachText":"±3°","verdict":"inBand","where":"within","marginText":"19° or more","band":{"lowerDegrees":19,"upperDegrees":null,"text":"19° or more"},"repetitions":1,"error":[]},"right":{"side":"right","degrees":9.8,"text":"10°","lean":"10° forward","reachDegrees":2,"reachText":"±2°","verdict":"outside","where":"short","marginText":"15° short of 25° or more","band":{"lowerDegrees":25,"upperDegrees":null,"text":"25° or more"},"repetitions":2,"error":[]},"comparison":null,"finding":{"kind":"short","side":"right","sentence":[{"text":"As it was said then.","tone":"plain"}],"because":"For the reason given then."}}""",
                    Body =
                        $$"""{"id":"{{check}}","clientId":"{{client}}","exerciseId":"split-squat-to-pad","school":null,"stills":[{{Old("left", 525)}},{{Old("right", 450)}},{{Old("right", 452)}}],"pain":{"score":0,"leg":null,"role":null},"nextMorning":null,"supersedes":null}""",
                }
            );
            db.Add(
                new TrialFact
                {
                    Id = trial,
                    StudioId = studio,
                    CoachId = coach,
                    ClientId = client,
                    RecordedAt = DateTimeOffset.UtcNow,
                    CheckId = check,
                    CorrectionId = "ss-laces",
                    Outcome = Core.Correcting.TrialOutcome.Helped,
                    Judged =
                        """{"outcome":"helped","sentence":[{"text":"It helped then.","tone":"good"}],"because":"By much."}""",
                    Body =
                        $$"""{"id":"{{trial}}","checkId":"{{check}}","correctionId":"ss-laces","stills":[{{Old("right", 560)}}],"pain":null,"supersedes":null}""",
                }
            );
            await db.SaveChangesAsync();
        }

        var kept = await _studio.GetAsync($"/api/checks/{check}");
        Assert.Equal("As it was said then.", Sentence(kept["look"]!));
        Assert.Equal("For the reason given then.", Text(kept["look"]!["finding"], "because"));
        Assert.Equal(
            ("19° or more", "inBand"),
            (
                Text(Result(kept["look"]!, "front-shin", "left")["band"], "text"),
                Text(Result(kept["look"]!, "front-shin", "left"), "verdict")
            )
        );
        Assert.Equal(
            ("25° or more", 2),
            (
                Text(Result(kept["look"]!, "front-shin", "right")["band"], "text"),
                Result(kept["look"]!, "front-shin", "right")["repetitions"]!.GetValue<int>()
            )
        );
        Assert.Equal([1, 1, 2], kept["stills"]!.AsArray().Select(s => s!["repetition"]!.GetValue<int>()));
        Assert.Equal(
            ("It helped then.", "28°"),
            (Text(kept["trials"]![0]!["sentence"]![0], "text"), Text(kept["trials"]![0]!["after"], "text"))
        );
        // The client's page and the floor read it too.
        Assert.Single((await _studio.GetAsync($"/api/clients/{client}"))["checks"]!.AsArray());
    }
}
