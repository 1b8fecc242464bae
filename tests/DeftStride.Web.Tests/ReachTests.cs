using System.Net;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Setup;
using DeftStride.Web.Features.Bodies;
using DeftStride.Web.Features.Setup;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>Marks on the floor over the wire, from the planner to the card of the session.</summary>
public sealed class ReachTests : IDisposable
{
    private readonly StudioUnderTest _studio = new();

    public void Dispose() => _studio.Dispose();

    private static ReachRequest Reach(ReachWay way, double? tape = null, double? direction = null) =>
        new(new BodyDto(168, null, null, null, null), Tape.Centimetres, way, true, null, tape, direction);

    [Fact]
    public async Task A_mark_is_worked_out_kept_and_stands_on_the_bench()
    {
        var client = await _studio.ClientAsync();
        var view = (await _studio.PostAsync("/api/compute/reach", Reach(ReachWay.Behind)))!;
        Assert.Null(view["fault"]);
        Assert.Equal("Mark behind", Text(view["card"]![0], "name"));
        var request = new SetupRequest(
            Guid.CreateVersion7(),
            client,
            "crossing-behind",
            SchoolCode.VerticalShin,
            BodySide.Left,
            null,
            null,
            null,
            Reach(ReachWay.Behind)
        );
        await _studio.PostAsync("/api/setups", request);
        await _studio.PostAsync("/api/setups", request);
        _studio.Restart();
        var kept = Assert.Single((await _studio.GetAsync($"/api/clients/{client}/bench"))["kept"]!.AsArray())!;
        Assert.Equal("crossing-behind", Text(kept, "exerciseId"));
        Assert.Equal(view["card"]!.ToJsonString(), kept["card"]!.ToJsonString());
    }

    [Fact]
    public async Task A_reach_beyond_the_legs_and_an_exercise_without_a_mark_are_said_and_not_kept()
    {
        var client = await _studio.ClientAsync();
        var far = (await _studio.PostAsync("/api/compute/reach", Reach(ReachWay.Side, tape: 200)))!;
        Assert.StartsWith("200 cm is further than these legs reach here", Text(far, "fault"), StringComparison.Ordinal);
        await _studio.PostAsync("/api/compute/reach", Reach(ReachWay.None), HttpStatusCode.BadRequest);
        await _studio.PostAsync("/api/compute/reach", Reach(ReachWay.Side, tape: -4), HttpStatusCode.BadRequest);
        foreach (var reach in new[] { Reach(ReachWay.Side, tape: 200), Reach(ReachWay.Behind, direction: 85) })
        {
            await _studio.PostAsync(
                "/api/setups",
                new SetupRequest(
                    Guid.CreateVersion7(),
                    client,
                    "lateral-lunge",
                    SchoolCode.VerticalShin,
                    BodySide.Left,
                    null,
                    null,
                    null,
                    reach
                ),
                HttpStatusCode.BadRequest
            );
        }

        Assert.Empty((await _studio.GetAsync($"/api/clients/{client}/bench"))["kept"]!.AsArray());
    }

    [Fact]
    public async Task The_library_tells_every_exercise_whole()
    {
        var library = await _studio.GetAsync("/api/library");
        var all = library["exercises"]!.AsArray();
        Assert.Equal(Exercise.All.Count, all.Count);
        foreach (var exercise in all)
        {
            Assert.NotEmpty(exercise!["steps"]!.AsArray());
            Assert.NotEmpty(exercise["wrong"]!.AsArray());
            Assert.Contains("does not decide which muscle", Text(exercise, "whichMuscle"), StringComparison.Ordinal);
        }
    }
}
