using System.Net;
using System.Text.Json.Nodes;
using DeftStride.Web.Features.Bodies;
using DeftStride.Web.Features.Setup;
using DeftStride.Web.Features.Studio;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>Meeting a client, the kit, the bench and the settings over the wire.</summary>
public sealed class BenchTests : IDisposable
{
    private static readonly KitDto Kit = new([30, 45], [2, 2, 5], [2], [5, 10, 15], 25, Core.Setup.Tape.Centimetres);
    private readonly StudioUnderTest _studio = new();

    public void Dispose() => _studio.Dispose();

    private Task<JsonNode> IntakeAsync(Guid client) => _studio.GetAsync($"/api/clients/{client}/intake");

    private async Task<JsonNode> MeetAsync(
        Guid client,
        Func<IntakeDto, IntakeDto> change,
        HttpStatusCode expected = HttpStatusCode.OK
    )
    {
        var now = await IntakeAsync(client);
        var kept = StudioUnderTest.Read<IntakeDto>(now["intake"]!.ToJsonString());
        return (
            await _studio.SendAsync(
                HttpMethod.Put,
                $"/api/clients/{client}/intake",
                new IntakeChange(Guid.CreateVersion7(), now["version"]!.GetValue<long>(), "", change(kept)),
                expected
            )
        )!;
    }

    private static BenchRequest Bench(
        double stature = 175,
        double shin = 0,
        double wedge = 0,
        double? stance = null,
        double front = 0,
        params RangeDto[] ranges
    ) =>
        new(
            new BodyDto(stature, null, null, null, null),
            ranges,
            ranges,
            Kit,
            new StanceDto(shin, 0, 6.5, 8, front, 0, wedge, RearFootRule.Ball),
            stance,
            new LoadDto(Core.Loading.LoadPosition.None, 0)
        );

    [Fact]
    public async Task Two_fields_are_enough_and_a_restart_keeps_everything()
    {
        var client = await _studio.ClientAsync();
        Assert.Null((await _studio.GetAsync($"/api/clients/{client}/bench"))["body"]);
        var met = await MeetAsync(client, i => i with { StatureCm = 168, MassKg = 63 });
        Assert.Contains("estimated", Text(met, "estimateText"), StringComparison.Ordinal);
        Assert.StartsWith(
            "Start with the split squat to pad",
            Text(met["choice"], "sentence"),
            StringComparison.Ordinal
        );
        Assert.Equal(2, met["choice"]!["notYet"]!.AsArray().Count);

        await _studio.PostAsync(
            "/api/ranges",
            new RangeRequest(
                Guid.CreateVersion7(),
                client,
                Core.Bodies.RangeTest.AnkleBend,
                Core.Measuring.BodySide.Left,
                24,
                null,
                null
            )
        );
        await _studio.PostAsync(
            "/api/ranges",
            new RangeRequest(
                Guid.CreateVersion7(),
                client,
                Core.Bodies.RangeTest.AnkleBend,
                Core.Measuring.BodySide.Left,
                null,
                6,
                null
            )
        );
        var before = (await IntakeAsync(client)).ToJsonString();
        _studio.Restart();
        var after = await IntakeAsync(client);
        Assert.Equal(before, after.ToJsonString());
        var ranges = after["ranges"]!.AsArray();
        Assert.Equal(2, ranges.Count);
        Assert.InRange(ranges[0]!["degrees"]!.GetValue<double>(), 27, 31);

        // The newest ankle is what the next check is judged by, and what the bench uses.
        var seen = await _studio.GetAsync($"/api/clients/{client}");
        Assert.Equal(
            ranges[0]!["degrees"]!.GetValue<double>(),
            seen["standard"]!["standard"]!["leftAnkle"]!["degrees"]!.GetValue<double>()
        );
        var bench = await _studio.GetAsync($"/api/clients/{client}/bench");
        Assert.Equal(
            ranges[0]!["degrees"]!.GetValue<double>(),
            Assert.Single(bench["leftRanges"]!.AsArray())!["degrees"]!.GetValue<double>()
        );
        Assert.Empty(bench["rightRanges"]!.AsArray());
    }

    [Theory]
    [InlineData(1.75, null, null, "stature", "1.75 m")]
    [InlineData(17500.0, null, null, "stature", "175 m")]
    [InlineData(175.0, 5.0, null, "mass", "between 25 and 250 kg")]
    [InlineData(175.0, 70.0, 60.0, "shank", "does not fit")]
    public async Task A_body_that_cannot_be_changes_nothing(
        double stature,
        double? mass,
        double? shank,
        string field,
        string words
    )
    {
        var client = await _studio.ClientAsync();
        await MeetAsync(client, i => i with { StatureCm = 170, MassKg = 60 });
        var before = (await IntakeAsync(client)).ToJsonString();
        var refused = await MeetAsync(
            client,
            i => i with { StatureCm = stature, MassKg = mass, ShankCm = shank },
            HttpStatusCode.BadRequest
        );
        Assert.Equal(field, Text(refused, "field"));
        Assert.Contains(words, Text(refused, "detail"), StringComparison.Ordinal);
        Assert.Equal(before, (await IntakeAsync(client)).ToJsonString());
    }

    [Fact]
    public async Task A_range_that_cannot_be_a_gap_without_a_body_and_a_minor_without_a_guardian_are_refused()
    {
        var client = await _studio.ClientAsync();
        RangeRequest Range(
            double? degrees,
            double? gap,
            Core.Bodies.RangeTest test = Core.Bodies.RangeTest.AnkleBend
        ) => new(Guid.CreateVersion7(), client, test, Core.Measuring.BodySide.Right, degrees, gap, null);
        Assert.Contains(
            "between 5° and 60°",
            Text(await _studio.PostAsync("/api/ranges", Range(95, null), HttpStatusCode.BadRequest), "detail"),
            StringComparison.Ordinal
        );
        Assert.Equal(
            "stature",
            Text(await _studio.PostAsync("/api/ranges", Range(null, 8), HttpStatusCode.BadRequest), "field")
        );
        Assert.Equal(
            "gap",
            Text(
                await _studio.PostAsync(
                    "/api/ranges",
                    Range(null, 8, Core.Bodies.RangeTest.BigToe),
                    HttpStatusCode.BadRequest
                ),
                "field"
            )
        );
        Assert.Equal(
            "degrees",
            Text(await _studio.PostAsync("/api/ranges", Range(null, null), HttpStatusCode.BadRequest), "field")
        );
        Assert.Equal(
            "guardian",
            Text(await MeetAsync(client, i => i with { Minor = true }, HttpStatusCode.BadRequest), "field")
        );
        await MeetAsync(client, i => i with { Minor = true, Guardian = "Fen Oakhollow" });
        Assert.Empty((await IntakeAsync(client))["ranges"]!.AsArray());
    }

    [Fact]
    public async Task A_range_sent_twice_is_one_and_two_coaches_at_one_intake_are_told()
    {
        var client = await _studio.ClientAsync();
        var range = new RangeRequest(
            Guid.CreateVersion7(),
            client,
            Core.Bodies.RangeTest.BigToe,
            Core.Measuring.BodySide.Left,
            55,
            null,
            null
        );
        await _studio.PostAsync("/api/ranges", range);
        await _studio.PostAsync("/api/ranges", range);
        Assert.Single((await IntakeAsync(client))["ranges"]!.AsArray());
        await _studio.PostAsync("/api/ranges", range with { Degrees = 60 }, HttpStatusCode.Conflict);

        var version = (await IntakeAsync(client))["version"]!.GetValue<long>();
        var change = new IntakeChange(Guid.CreateVersion7(), version, "", IntakeDto.Empty with { StatureCm = 170 });
        await _studio.SendAsync(HttpMethod.Put, $"/api/clients/{client}/intake", change);
        await _studio.SendAsync(HttpMethod.Put, $"/api/clients/{client}/intake", change);
        var clash = await _studio.SendAsync(
            HttpMethod.Put,
            $"/api/clients/{client}/intake",
            change with
            {
                OperationId = Guid.CreateVersion7(),
                Intake = IntakeDto.Empty with { StatureCm = 180 },
            },
            HttpStatusCode.Conflict
        );
        Assert.NotNull(clash!["current"]);
        Assert.Equal(170, (await IntakeAsync(client))["intake"]!["statureCm"]!.GetValue<double>());
    }

    [Fact]
    public async Task A_stance_its_demands_and_what_makes_it_fit()
    {
        var fits = (await _studio.PostAsync("/api/compute/bench", Bench()))!;
        Assert.True(fits["fits"]!.GetValue<bool>());
        Assert.InRange(fits["stanceCm"]!.GetValue<double>(), 65, 78);
        Assert.Equal(2, fits["sameBottom"]!.AsArray().Count);

        var stiff = (
            await _studio.PostAsync(
                "/api/compute/bench",
                Bench(shin: 30, ranges: new RangeDto(Core.Bodies.RangeTest.AnkleBend, 22))
            )
        )!;
        Assert.False(stiff["fits"]!.GetValue<bool>());
        Assert.StartsWith(
            "The front ankle is 8° short.",
            string.Concat(stiff["sentence"]!.AsArray().Select(p => Text(p, "text"))),
            StringComparison.Ordinal
        );
        // The thinnest wedge of those that are listed.
        var wedge = stiff["changes"]!
            .AsArray()
            .Single(c => Text(c, "sentence").Contains("wedge of 10°", StringComparison.Ordinal))!;
        var changed = StudioUnderTest.Read<StanceDto>(wedge["stance"]!.ToJsonString());
        var stood = (
            await _studio.PostAsync(
                "/api/compute/bench",
                Bench(shin: 30, ranges: new RangeDto(Core.Bodies.RangeTest.AnkleBend, 22)) with
                {
                    Stance = changed,
                }
            )
        )!;
        Assert.True(stood["fits"]!.GetValue<bool>());
        Assert.Empty(stood["advice"]!.AsArray());

        var byLength = (await _studio.PostAsync("/api/compute/bench", Bench(stance: 60)))!;
        Assert.Equal(60, byLength["stanceCm"]!.GetValue<double>(), 1e-6);
        Assert.True(byLength["stance"]!["shinDegrees"]!.GetValue<double>() > 8);

        var apart = (await _studio.PostAsync("/api/compute/bench", Bench(stance: 160)))!;
        Assert.Contains("too long", Text(apart, "fault"), StringComparison.Ordinal);
        Assert.Null(apart["figure"]);
    }

    [Theory]
    [InlineData(0.0, 120.0, "frontRaise")]
    [InlineData(95.0, 0.0, "shin")]
    public async Task Numbers_beyond_bodies_name_their_field(double shin, double front, string field) =>
        Assert.Equal(
            field,
            Text(
                await _studio.PostAsync(
                    "/api/compute/bench",
                    Bench(shin: shin, front: front),
                    HttpStatusCode.BadRequest
                ),
                "field"
            )
        );

    [Fact]
    public async Task The_live_socket_and_the_compute_endpoint_say_the_same()
    {
        var socket = await _studio.Sockets().ConnectAsync(new Uri("ws://localhost/api/live"), CancellationToken.None);
        var request = Bench(shin: 12);
        await socket.SendAsync(
            System.Text.Encoding.UTF8.GetBytes(Hosting.Json.Write(new { seq = 7, bench = request })),
            System.Net.WebSockets.WebSocketMessageType.Text,
            true,
            CancellationToken.None
        );
        var buffer = new byte[128 * 1024];
        var got = await socket.ReceiveAsync(buffer, CancellationToken.None);
        var live = JsonNode.Parse(buffer.AsSpan(0, got.Count))!;
        Assert.Equal(7, live["seq"]!.GetValue<long>());
        Assert.Equal(
            (await _studio.PostAsync("/api/compute/bench", request))!.ToJsonString(),
            live["bench"]!.ToJsonString()
        );
    }

    [Fact]
    public async Task A_kept_set_up_is_on_the_floor_card_and_the_newest_is_in_force()
    {
        var client = await _studio.ClientAsync();
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
        SetupRequest Setup(BenchRequest bench) =>
            new(
                Guid.CreateVersion7(),
                client,
                "split-squat-to-pad",
                Core.Exercises.SchoolCode.VerticalShin,
                Core.Measuring.BodySide.Left,
                bench,
                null,
                null
            );
        await _studio.PostAsync("/api/setups", Setup(Bench()));
        var second = Setup(Bench(stance: 62));
        await _studio.PostAsync("/api/setups", second);
        await _studio.PostAsync("/api/setups", second);
        var card = (await _studio.GetAsync("/api/floor"))["visits"]![0]!["today"]!["card"]!.AsArray();
        Assert.Equal("62 cm", Text(card.Single(l => Text(l, "id") == "stance"), "value"));
        Assert.Single((await _studio.GetAsync($"/api/clients/{client}/bench"))["kept"]!.AsArray());
        await _studio.PostAsync("/api/setups", Setup(Bench(stance: 160)), HttpStatusCode.BadRequest);
        await _studio.PostAsync(
            "/api/setups",
            second with
            {
                Id = Guid.CreateVersion7(),
                Split = null,
            },
            HttpStatusCode.BadRequest
        );

        // A stop sign takes the card away and lets nothing new be set up.
        await _studio.PostAsync(
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
        Assert.Empty((await _studio.GetAsync("/api/floor"))["visits"]![0]!["today"]!["card"]!.AsArray());
        var refused = await _studio.PostAsync("/api/setups", Setup(Bench()), HttpStatusCode.Conflict);
        Assert.Contains("Clear it with a note", Text(refused, "detail"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Kit_is_refused_beyond_reason_and_its_heights_follow()
    {
        var version = (await _studio.GetAsync("/api/kit"))["version"]!.GetValue<long>();
        var kept = await _studio.SendAsync(
            HttpMethod.Put,
            "/api/kit",
            new KitChange(Guid.CreateVersion7(), version, Kit)
        );
        Assert.Contains(kept!["heights"]!.AsArray(), h => Text(h, "text") == "37 cm");
        foreach (
            var (kit, field) in new[]
            {
                (Kit with { BoxesCm = [120] }, "boxes"),
                (Kit with { PlatesCm = [0] }, "plates"),
                (Kit with { WedgesDegrees = [45] }, "wedges"),
                (Kit with { PadsCm = [.. Enumerable.Repeat(2.0, 41)] }, "pads"),
            }
        )
            Assert.Equal(
                field,
                Text(
                    await _studio.SendAsync(
                        HttpMethod.Put,
                        "/api/kit",
                        new KitChange(Guid.CreateVersion7(), version + 1, kit),
                        HttpStatusCode.BadRequest
                    ),
                    "field"
                )
            );

        var step = await _studio.PostAsync(
            "/api/compute/step",
            new StepRequest(
                new BodyDto(188, null, null, null, null),
                [],
                Kit with
                {
                    PlatesCm = [],
                },
                null,
                null,
                null,
                20
            )
        );
        Assert.Contains(
            step!["advice"]!.AsArray(),
            a => Text(a, "sentence").Contains("would suit", StringComparison.Ordinal)
        );
        var down = await _studio.PostAsync(
            "/api/compute/step",
            new StepRequest(new BodyDto(175, null, null, null, null), [], Kit, 10, null, 10, 20)
        );
        Assert.Equal("9 cm", Text(down!["card"]![0], "value"));
        Assert.Equal(
            "box",
            Text(
                await _studio.PostAsync(
                    "/api/compute/step",
                    new StepRequest(new BodyDto(175, null, null, null, null), [], Kit, 300, null, null, 20),
                    HttpStatusCode.BadRequest
                ),
                "field"
            )
        );
        var inches = await _studio.PostAsync(
            "/api/compute/step",
            new StepRequest(
                new BodyDto(188, null, null, null, null),
                [],
                Kit with
                {
                    Tape = Core.Setup.Tape.Inches,
                },
                null,
                null,
                null,
                20
            )
        );
        Assert.EndsWith(" in", Text(inches!["card"]![0], "value"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_setting_is_taken_from_the_nearest_and_the_answer_says_from_where()
    {
        var client = await _studio.ClientAsync();
        async Task<(string, string)> ToeAsync(string query = "")
        {
            var found = (await _studio.GetAsync($"/api/settings{query}"))["settings"]!
                .AsArray()
                .Single(s => Text(s, "id") == "toe");
            return (Text(found, "value"), Text(found, "source"));
        }

        async Task SetAsync(string level, string? key, string? option, HttpStatusCode expected = HttpStatusCode.OK)
        {
            var at = await _studio.GetAsync($"/api/settings?client={client}");
            var version = at[level == "client" ? "clientVersion" : "studioVersion"]!.GetValue<long>();
            await _studio.SendAsync(
                HttpMethod.Put,
                "/api/settings",
                new
                {
                    operationId = Guid.CreateVersion7(),
                    version,
                    level,
                    key,
                    settingId = "toe",
                    optionId = option,
                },
                expected
            );
        }

        Assert.Equal(("second", "studio"), await ToeAsync());
        await SetAsync("studio", null, "middle");
        await SetAsync("school", "kneeForward", "outer");
        await SetAsync("exercise", "step-up", "second");
        Assert.Equal(("middle", "studio"), await ToeAsync());
        Assert.Equal(("outer", "school"), await ToeAsync("?school=kneeForward"));
        Assert.Equal(("second", "exercise"), await ToeAsync("?school=kneeForward&exercise=step-up"));
        await SetAsync("client", client.ToString(), "outer");
        Assert.Equal(("outer", "client"), await ToeAsync($"?school=kneeForward&exercise=step-up&client={client}"));
        await SetAsync("client", client.ToString(), null);
        Assert.Equal(("second", "exercise"), await ToeAsync($"?exercise=step-up&client={client}"));
        await SetAsync("studio", null, "the big one", HttpStatusCode.BadRequest);
        await SetAsync("exercise", "cartwheel", "outer", HttpStatusCode.BadRequest);
    }

    [Theory]
    [InlineData(null, 35)]
    [InlineData(30, 38)]
    [InlineData(75, 30)]
    public async Task An_ankle_that_nobody_measured_is_assumed_by_age_in_looks_and_set_ups(int? age, double degrees)
    {
        var client = await _studio.ClientAsync("Sorrel Tam", "kneeForward");
        await MeetAsync(
            client,
            i => i with { StatureCm = 175, BirthYear = age is { } years ? DateTime.UtcNow.Year - years : null }
        );
        var tests = (await _studio.GetAsync($"/api/clients/{client}/intake"))["tests"]!.AsArray();
        Assert.Equal(
            degrees,
            tests.Single(t => t!["test"]!.GetValue<string>() == "ankleBend")!["assumedDegrees"]!.GetValue<double>()
        );
        var standard = (await _studio.GetAsync($"/api/clients/{client}/standard?exercise=split-squat-to-pad"))[
            "standard"
        ]!;
        Assert.Equal(degrees, standard["leftAnkle"]!["degrees"]!.GetValue<double>(), 6);
        var shin = standard["bands"]!.AsArray().Single(b => b!["measureId"]!.GetValue<string>() == "front-shin")!;
        Assert.Equal(degrees - 10, shin["leftLow"]!.GetValue<double>(), 6);
        Assert.True(shin["leftAssumed"]!.GetValue<bool>());
        var start = await _studio.GetAsync($"/api/clients/{client}/bench");
        var ankle = start["leftRanges"]!.AsArray().SingleOrDefault(r => r!["test"]!.GetValue<string>() == "ankleBend");
        Assert.Equal(age is null, ankle is null);
        if (ankle is not null)
            Assert.Equal((degrees, false), (ankle["degrees"]!.GetValue<double>(), ankle["measured"]!.GetValue<bool>()));
    }
}
