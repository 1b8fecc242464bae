using System.Net;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Positions;
using DeftStride.Core.Setup;
using DeftStride.Web.Features.Bodies;
using DeftStride.Web.Features.Setup;
using DeftStride.Web.Features.Studio;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>Seats, bands and rhythms over the wire: worked out, kept with their card, refused with what would do.</summary>
public sealed class PlannedFormTests : IDisposable
{
    private readonly StudioUnderTest _studio = new();

    public void Dispose() => _studio.Dispose();

    private static readonly BodyDto Tall = new(175, 70, null, null, null);

    private static SeatRequest Seat(SeatWay way, double knee = 90, double? seatCm = null, KitDto? kit = null) =>
        new(Tall, [], kit ?? KitDto.Empty, way, OneLegChoice.Shared, knee, seatCm);

    private static StepRequest Step(KitDto kit, double? boxCm = null) =>
        new(Tall, [], kit, boxCm, boxCm is null ? 90 : null, 8, 20);

    private static SetupRequest Setup(
        Guid client,
        string exercise,
        SeatRequest? seat = null,
        StepRequest? step = null,
        BandDto? band = null
    ) =>
        new(
            Guid.CreateVersion7(),
            client,
            exercise,
            SchoolCode.VerticalShin,
            BodySide.Left,
            null,
            step,
            null,
            null,
            seat,
            band
        );

    private async Task<string[]> LentAsync(Guid client) =>
        [
            .. (await _studio.GetAsync($"/api/clients/{client}"))["props"]!
                .AsArray()
                .Select(p => $"{Text(p, "correctionId")} {Text(p, "review")}"),
        ];

    private async Task<DateOnly> LastAsync(Guid client) =>
        DateOnly.Parse(
            Text(await _studio.GetAsync($"/api/clients/{client}/bench"), "bandUntil"),
            System.Globalization.CultureInfo.InvariantCulture
        );

    [Fact]
    public async Task A_seat_is_worked_out_and_kept_and_one_beyond_the_legs_is_not()
    {
        var client = await _studio.ClientAsync();
        var view = (await _studio.PostAsync("/api/compute/seat", Seat(SeatWay.Behind)))!;
        Assert.Null(view["fault"]);
        var request = Setup(client, "one-leg-full-depth", Seat(SeatWay.Behind));
        await _studio.PostAsync("/api/setups", request);
        await _studio.PostAsync("/api/setups", request);
        _studio.Restart();
        var kept = Assert.Single((await _studio.GetAsync($"/api/clients/{client}/bench"))["kept"]!.AsArray())!;
        Assert.Equal(view["card"]!.ToJsonString(), kept["card"]!.ToJsonString());

        var high = await _studio.PostAsync(
            "/api/setups",
            Setup(client, "one-leg-full-depth", Seat(SeatWay.Behind, seatCm: 120)),
            HttpStatusCode.BadRequest
        );
        Assert.Equal("seat", Text(high, "field"));
        await _studio.PostAsync("/api/compute/seat", Seat(SeatWay.Behind, double.MaxValue), HttpStatusCode.BadRequest);
        var small = (
            await _studio.PostAsync(
                "/api/compute/seat",
                Seat(SeatWay.UnderFoot, 110, kit: KitDto.Empty with { BoxesCm = [15] })
            )
        )!;
        Assert.Contains("hold that leg out in front", Text(small, "fault"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_band_is_kept_with_its_pull_and_its_day_and_the_wrong_pull_changes_nothing()
    {
        var client = await _studio.ClientAsync();
        var until = await LastAsync(client);
        var step = Step(KitDto.Empty, 10);
        foreach (
            var (exercise, band) in new[]
            {
                ("banded-step-down", new BandDto("knee-in", BandPull.Outward, until)),
                ("banded-step-down", new BandDto("knee-out", BandPull.Inward, until)),
                ("banded-step-down", new BandDto("pelvis-drops", BandPull.Inward, until)),
                ("banded-step-down", new BandDto("knee-in", BandPull.Inward, until.AddDays(-60))),
                ("step-down-tap", new BandDto("knee-in", BandPull.Inward, until)),
            }
        )
        {
            var refused = await _studio.PostAsync(
                "/api/setups",
                Setup(client, exercise, step: step, band: band),
                HttpStatusCode.BadRequest
            );
            Assert.Equal("band", Text(refused, "field"));
        }

        Assert.Empty((await _studio.GetAsync($"/api/clients/{client}/bench"))["kept"]!.AsArray());
        Assert.Empty(await LentAsync(client));
        var said = (await _studio.PostAsync("/api/compute/band", new BandDto("knee-in", BandPull.Outward, until)))!;
        Assert.Contains("Turn it round", Text(said, "problem"), StringComparison.Ordinal);

        // The band's day is lent in the same step, and once, however often it is sent.
        var request = Setup(client, "banded-step-down", step: step, band: new("knee-in", BandPull.Inward, until));
        await _studio.PostAsync("/api/setups", request);
        await _studio.PostAsync("/api/setups", request);
        Assert.Equal([$"ki-band {until:yyyy-MM-dd}"], await LentAsync(client));
        Assert.Single((await _studio.GetAsync("/api/edits?kind=prop")).AsArray());
        var kept = Assert.Single((await _studio.GetAsync($"/api/clients/{client}/bench"))["kept"]!.AsArray())!;
        Assert.Equal(["band", "drop"], kept["card"]!.AsArray().TakeLast(2).Select(l => Text(l, "id")));
    }

    [Fact]
    public async Task Where_both_feet_meet_on_the_box_a_pile_is_refused()
    {
        var client = await _studio.ClientAsync();
        var pile = KitDto.Empty with { BoxesCm = [30], PlatesCm = [7] };
        await _studio.PostAsync("/api/setups", Setup(client, "step-up", step: Step(pile)));
        var at = await _studio.GetAsync($"/api/settings?client={client}");
        await _studio.SendAsync(
            HttpMethod.Put,
            "/api/settings",
            new SettingChange(
                Guid.CreateVersion7(),
                at["clientVersion"]!.GetValue<long>(),
                SettingSource.Client,
                client.ToString(),
                "rhythm",
                "c"
            )
        );
        Assert.Contains(
            "step-up",
            (await _studio.GetAsync($"/api/clients/{client}/bench"))["feetMeetOn"]!
                .AsArray()
                .Select(e => e!.GetValue<string>())
        );
        // The word of the page does not count: the server knows the rhythm.
        var refused = await _studio.PostAsync(
            "/api/setups",
            Setup(client, "step-up", step: Step(pile) with { FeetMeet = false }),
            HttpStatusCode.BadRequest
        );
        Assert.Contains("the 30 cm box alone", Text(refused, "detail"), StringComparison.Ordinal);
        await _studio.PostAsync(
            "/api/setups",
            Setup(client, "step-up", step: Step(KitDto.Empty with { BoxesCm = [37] }))
        );
    }

    [Fact]
    public async Task A_form_whose_band_the_studio_does_not_have_is_said_and_not_kept()
    {
        var client = await _studio.ClientAsync();
        var version = (await _studio.GetAsync("/api/kit"))["version"]!.GetValue<long>();
        await _studio.SendAsync(
            HttpMethod.Put,
            "/api/kit",
            new KitChange(Guid.CreateVersion7(), version, KitDto.Empty with { BoxesCm = [20], Things = [Gear.Dowel] })
        );
        var start = await _studio.GetAsync($"/api/clients/{client}/bench");
        var lacking = start["lacking"]!.AsArray().Single(l => Text(l, "exerciseId") == "banded-lunge");
        Assert.Contains("needs a band", Text(lacking, "sentence"), StringComparison.Ordinal);
        var refused = await _studio.PostAsync(
            "/api/setups",
            Setup(
                client,
                "banded-step-down",
                step: Step(KitDto.Empty, 10),
                band: new("knee-in", BandPull.Inward, await LastAsync(client))
            ),
            HttpStatusCode.Conflict
        );
        Assert.Contains("or take the easier form", Text(refused, "detail"), StringComparison.Ordinal);
    }
}
