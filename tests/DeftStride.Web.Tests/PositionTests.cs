using System.Net;
using System.Text.Json.Nodes;
using DeftStride.Core.Loading;
using DeftStride.Core.Practice;
using DeftStride.Web.Features.Bodies;
using DeftStride.Web.Features.Positions;
using DeftStride.Web.Features.Setup;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>Two positions over the wire.</summary>
public sealed class PositionTests : IDisposable
{
    private static readonly KitDto Kit = KitDto.Empty with { WeightsKg = [4, 8, 12] };
    private readonly StudioUnderTest _studio = new();

    public void Dispose() => _studio.Dispose();

    private static PositionDto Split(string name, double shin, double trunk, double pressure, double kilograms = 0) =>
        new(
            name,
            new StanceDto(shin, 0, 6.5, trunk, 0, 0, 0, RearFootRule.Ball),
            null,
            null,
            new LoadDto(kilograms > 0 ? LoadPosition.Goblet : LoadPosition.None, kilograms),
            pressure,
            1
        );

    private static PositionsRequest Two(PositionDto a, PositionDto b, PositionMoment moment = PositionMoment.Bottom) =>
        new(new BodyDto(175, 75, null, null, null), [], [], Kit, moment, [Goal.Running], true, a, b);

    private static PositionsRequest Lunges =>
        Two(Split("the upright lunge", 0, 10, 0.5), Split("the inclined lunge", 20, 25, 0.72));

    private async Task<JsonNode> SolveAsync(PositionsRequest request, HttpStatusCode expected = HttpStatusCode.OK) =>
        (await _studio.PostAsync("/api/compute/positions", request, expected))!;

    private static string Said(JsonNode found) =>
        string.Concat(found["sentence"]!.AsArray().Select(p => Text(p, "text")));

    [Fact]
    public async Task A_sore_knee_is_answered_first_and_the_drawing_agrees_with_the_numbers()
    {
        var found = await SolveAsync(Lunges);
        Assert.Equal(
            "For the sore knee take the upright lunge: the knee works a third less at the bottom.",
            Said(found)
        );
        Assert.Equal("spareKnee", Text(found["ticks"]![0]!, "purpose"));
        Assert.Equal("calfIn", Text(found["ticks"]![1]!, "purpose"));
        foreach (var which in new[] { "a", "b" })
        {
            var position = found[which]!;
            double[] Point(string name) => [.. position[name]!.AsArray().Select(v => v!.GetValue<double>())];
            var (under, top) = (Point("under"), Point("lineTop"));
            foreach (var joint in position["joints"]!.AsArray())
            {
                double[] Of(string name) => [.. joint![name]!.AsArray().Select(v => v!.GetValue<double>())];
                var (at, on) = (Of("at"), Of("onLine"));
                // The tape is as long as it says, square to the cord, and ends on it.
                Assert.Equal(
                    joint!["armCm"]!.GetValue<double>(),
                    Math.Sqrt(Math.Pow(at[0] - on[0], 2) + Math.Pow(at[1] - on[1], 2)),
                    0.02
                );
                var (x, y) = (top[0] - under[0], top[1] - under[1]);
                var length = Math.Sqrt((x * x) + (y * y));
                Assert.Equal(0, (((at[0] - on[0]) * x) + ((at[1] - on[1]) * y)) / length, 0.05);
                Assert.Equal(0, (((on[0] - under[0]) * y) - ((on[1] - under[1]) * x)) / length, 0.05);
            }
        }

        var same = await SolveAsync(Two(Lunges.A, Lunges.A));
        Assert.All(same["joints"]!.AsArray(), j => Assert.Equal(0, j!["difference"]!.GetValue<double>()));
        Assert.Equal("These two ask much the same of the front leg.", Said(same));
    }

    [Fact]
    public async Task What_cannot_be_is_said_with_the_one_that_must_give()
    {
        var heavy = await SolveAsync(Two(Lunges.A, Split("the inclined lunge", 20, 25, 0.72, 90)));
        Assert.Equal("b", Text(heavy, "faulty"));
        Assert.Contains("more than the client weighs", Text(heavy, "fault"), StringComparison.Ordinal);
        var outside = await SolveAsync(Two(Split("the upright lunge", 0, 10, 1.4), Lunges.B));
        Assert.Equal("a", Text(outside, "faulty"));
        Assert.Contains("outside its sole", Text(outside, "fault"), StringComparison.Ordinal);
        var apart = await SolveAsync(
            Two(Lunges.A, Lunges.B with { Split = Lunges.B.Split! with { FrontRaiseCm = 95 } })
        );
        Assert.Contains("too far apart", Text(apart, "fault"), StringComparison.Ordinal);
        var noStep = new PositionDto(
            "step",
            null,
            new StepStartDto(40, 18, 45),
            null,
            new LoadDto(LoadPosition.None, 0),
            0.5,
            1
        );
        var turned = await SolveAsync(Two(noStep, Lunges.B, PositionMoment.AfterTurn));
        Assert.Contains("both feet stay", Text(turned, "fault"), StringComparison.Ordinal);

        Refused(
            await SolveAsync(Two(Lunges.A with { Split = null }, Lunges.B), HttpStatusCode.BadRequest),
            "exactly one"
        );
        Refused(
            await SolveAsync(
                Two(Lunges.A with { Split = Lunges.A.Split! with { ShinDegrees = 300 } }, Lunges.B),
                HttpStatusCode.BadRequest
            ),
            "more than a body does"
        );
    }

    private static void Refused(JsonNode answer, string because) =>
        Assert.Contains(because, answer.ToJsonString(), StringComparison.Ordinal);

    [Fact]
    public async Task One_leg_that_falls_is_told_what_would_balance_it_and_that_does()
    {
        var falls = new PositionDto(
            "back",
            null,
            null,
            new OneLegDto(15, 15, 45, 15, 15),
            new LoadDto(LoadPosition.None, 0),
            0.5,
            1
        );
        var found = await SolveAsync(Two(Lunges.A, falls));
        Assert.Contains("fall backward", Text(found, "fault"), StringComparison.Ordinal);
        var ways = found["oneLegB"]!["ways"]!.AsArray();
        Assert.NotEmpty(ways);
        foreach (var way in ways)
        {
            var then = falls with
            {
                OneLeg = Read<OneLegDto>(way!["posture"]!.ToJsonString()),
                Load = Read<LoadDto>(way["load"]!.ToJsonString()),
            };
            var stands = await SolveAsync(Two(Lunges.A, then));
            Assert.Null(stands["fault"]);
            Assert.Equal("comfortable", Text(stands["oneLegB"]!, "balance"));
        }
    }

    private async Task MeasureAsync(Guid client)
    {
        var intake = await _studio.GetAsync($"/api/clients/{client}/intake");
        await _studio.SendAsync(
            HttpMethod.Put,
            $"/api/clients/{client}/intake",
            new IntakeChange(
                Guid.CreateVersion7(),
                intake["version"]!.GetValue<long>(),
                "",
                Read<IntakeDto>(intake["intake"]!.ToJsonString()) with
                {
                    StatureCm = 168,
                    MassKg = 64,
                }
            ),
            HttpStatusCode.OK
        );
    }

    [Fact]
    public async Task A_client_of_whom_nothing_is_known_has_no_positions_and_one_that_was_measured_has_every_pair()
    {
        var client = await _studio.ClientAsync();
        var bare = await _studio.GetAsync($"/api/clients/{client}/positions");
        Assert.Null(bare["body"]);
        Assert.Empty(bare["pairs"]!.AsArray());
        await MeasureAsync(client);
        var start = await _studio.GetAsync($"/api/clients/{client}/positions?front=right");
        Assert.Equal("right", Text(start, "front"));
        Assert.Equal(6, start["pairs"]!.AsArray().Count);
        foreach (var pair in start["pairs"]!.AsArray())
        {
            var found = await SolveAsync(
                new PositionsRequest(
                    Read<BodyDto>(start["body"]!.ToJsonString()),
                    [],
                    [],
                    KitDto.Empty,
                    PositionMoment.Bottom,
                    [],
                    false,
                    Read<PositionDto>(pair!["a"]!.ToJsonString()),
                    Read<PositionDto>(pair["b"]!.ToJsonString())
                )
            );
            Assert.Null(found["fault"]);
        }
    }

    [Fact]
    public async Task An_instant_that_is_none_is_refused_with_a_sentence_and_one_of_nobody_is_not_found()
    {
        var client = await _studio.ClientAsync();
        await MeasureAsync(client);
        async Task<(HttpStatusCode Status, string Text)> AskAsync(string moments)
        {
            using var answer = await _studio.Http.GetAsync(
                new Uri($"/api/clients/{client}/positions?moments={moments}", UriKind.Relative)
            );
            return (answer.StatusCode, await answer.Content.ReadAsStringAsync());
        }
        var nobody = $"{Guid.CreateVersion7()},{Guid.CreateVersion7()},left,1.2";
        Assert.Equal(HttpStatusCode.NotFound, (await AskAsync(nobody)).Status);
        foreach (var wrong in new[] { "x", "a,b,c,d", nobody.Replace("1.2", "soon", StringComparison.Ordinal) })
        {
            var (status, text) = await AskAsync(wrong);
            Assert.Equal(HttpStatusCode.BadRequest, status);
            Assert.Contains("Choose it again in the clip.", text, StringComparison.Ordinal);
        }

        Assert.Contains(
            "Two instants are compared",
            (await AskAsync($"{nobody};{nobody};{nobody}")).Text,
            StringComparison.Ordinal
        );
    }
}
