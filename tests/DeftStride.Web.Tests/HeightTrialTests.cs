using System.Net;
using System.Text.Json.Nodes;
using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Web.Features.Bodies;
using DeftStride.Web.Features.Setup;
using DeftStride.Web.Features.Studio;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>Heights under a foot over the wire, how high a rear foot may go, and the hip-dominant form.</summary>
public sealed class HeightTrialTests : IDisposable
{
    private readonly StudioUnderTest _studio = new();

    public void Dispose() => _studio.Dispose();

    private static HeightTryDto At(double cm, bool? heel = null, int? pain = null) =>
        new(cm, null, null, heel, null, null, pain, null);

    private static HeightTriesRequest Front(params HeightTryDto[] tries) =>
        new(TriedUnder.FrontFoot, SchoolCode.KneeForward, ShinReadBy.Eye, 20, tries);

    private async Task<JsonNode> KeepAsync(HeightTrialRequest trial, HttpStatusCode expected = HttpStatusCode.OK) =>
        (await _studio.PostAsync("/api/height-trials", trial, expected))!;

    [Fact]
    public async Task A_trial_is_judged_kept_once_and_stands_on_the_bench()
    {
        var client = await _studio.ClientAsync();
        var asked = Front(At(0, heel: false), At(10, heel: true));
        var said = await _studio.PostAsync("/api/compute/heights", asked);
        Assert.Equal("keep", Text(said, "outcome"));
        Assert.Equal("Keep 10 cm.", Text(said, "sentence"));
        var trial = new HeightTrialRequest(
            Guid.CreateVersion7(),
            client,
            "front-foot-raised",
            asked,
            HeightOutcome.Leave,
            0,
            null
        );
        var kept = await KeepAsync(trial);
        Assert.True(kept["overruled"]!.GetValue<bool>());
        Assert.Equal(kept.ToJsonString(), (await KeepAsync(trial)).ToJsonString());
        _studio.Restart();
        var trials = (await _studio.GetAsync($"/api/clients/{client}/bench"))["trials"]!.AsArray();
        Assert.Equal("leave", Text(Assert.Single(trials), "chosen"));
        // The same id for something else is refused and changes nothing.
        await KeepAsync(trial with { Chosen = HeightOutcome.Keep }, HttpStatusCode.Conflict);
        Assert.Single((await _studio.GetAsync($"/api/clients/{client}/bench"))["trials"]!.AsArray());
    }

    [Fact]
    public async Task What_cannot_be_judged_is_said_and_nothing_is_kept()
    {
        var client = await _studio.ClientAsync();
        var one = Front(At(10, heel: true));
        Assert.StartsWith(
            "It takes two heights",
            Text(await _studio.PostAsync("/api/compute/heights", one), "missing"),
            StringComparison.Ordinal
        );
        HeightTrialRequest Trial(HeightTriesRequest asked, double chosen = 10, string exercise = "front-foot-raised") =>
            new(Guid.CreateVersion7(), client, exercise, asked, HeightOutcome.Keep, chosen, null);
        var two = Front(At(0, heel: false), At(10, heel: true));
        await KeepAsync(Trial(one), HttpStatusCode.BadRequest);
        await KeepAsync(Trial(two, chosen: 90), HttpStatusCode.BadRequest);
        await KeepAsync(Trial(two, exercise: "no-such-thing"), HttpStatusCode.BadRequest);
        await KeepAsync(Trial(two with { HighestCm = -3 }), HttpStatusCode.BadRequest);
        Assert.Empty((await _studio.GetAsync($"/api/clients/{client}/bench"))["trials"]!.AsArray());
    }

    private static BenchRequest Rear(double cm, RearFootRule foot, SplitForm form) =>
        new(
            new BodyDto(155, null, null, null, null),
            [],
            [],
            new KitDto([20, 43], [], [2], [], null, Core.Setup.Tape.Centimetres),
            new StanceDto(8, 10, 6.5, 12, 0, cm, 0, foot),
            null,
            new LoadDto(Core.Loading.LoadPosition.None, 0),
            SchoolCode.VerticalShin,
            form
        );

    [Fact]
    public async Task A_bench_too_high_for_short_legs_is_said_with_the_height_that_fits()
    {
        var bench = await _studio.PostAsync(
            "/api/compute/bench",
            Rear(43, RearFootRule.FlatInstep, SplitForm.RearInstep)
        );
        var surface = bench!["rearSurface"]!;
        Assert.True(surface["tooHigh"]!.GetValue<bool>());
        Assert.StartsWith("43 cm is too high for this leg.", Text(surface, "sentence"), StringComparison.Ordinal);
        Assert.Contains("Use the 20 cm box.", Text(surface, "sentence"), StringComparison.Ordinal);
        Assert.Equal([true, false], surface["heights"]!.AsArray().Select(h => h!["fits"]!.GetValue<bool>()));
        var lower = await _studio.PostAsync(
            "/api/compute/bench",
            Rear(20, RearFootRule.FlatInstep, SplitForm.RearInstep)
        );
        Assert.False(lower!["rearSurface"]!["tooHigh"]!.GetValue<bool>());
    }

    [Fact]
    public async Task Hip_dominant_is_marked_and_its_hip_path_is_no_longer_judged()
    {
        var client = await _studio.ClientAsync();
        async Task<JsonNode> PathAsync() =>
            (await _studio.GetAsync($"/api/clients/{client}/standard?exercise=rear-foot-raised"))["standard"]!["bands"]!
                .AsArray()
                .Single(b => Text(b, "measureId") == "hip-path")!;
        var before = await PathAsync();
        Assert.True(before["mustPass"]!.GetValue<bool>());
        Assert.False((await _studio.GetAsync($"/api/clients/{client}/bench"))["hipDominant"]!.GetValue<bool>());
        var settings = await _studio.GetAsync($"/api/settings?client={client}");
        await _studio.SendAsync(
            HttpMethod.Put,
            "/api/settings",
            new SettingChange(
                Guid.CreateVersion7(),
                settings["clientVersion"]!.GetValue<long>(),
                SettingSource.Client,
                client.ToString(),
                "rear-path",
                "back"
            ),
            HttpStatusCode.OK
        );
        var after = await PathAsync();
        Assert.False(after["mustPass"]!.GetValue<bool>());
        Assert.Null(after["leftHigh"]);
        Assert.True((await _studio.GetAsync($"/api/clients/{client}/bench"))["hipDominant"]!.GetValue<bool>());
    }
}
