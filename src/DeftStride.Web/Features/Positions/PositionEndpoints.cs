using System.Globalization;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Positions;
using DeftStride.Core.Practice;
using DeftStride.Core.Setup;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Bench;
using DeftStride.Studio.Films;
using DeftStride.Studio.Looks;
using DeftStride.Studio.People;
using DeftStride.Studio.Today;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Bodies;
using DeftStride.Web.Features.Day;
using DeftStride.Web.Features.Setup;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Positions;

/// <summary>Two positions of a client: what they can be made from, and what they do.</summary>
internal static class PositionEndpoints
{
    /// <summary>So many of the latest looks are offered.</summary>
    private const int MostLooks = 3;

    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/clients/{id:guid}/positions", StartAsync).WithName("getPositions");
        api.MapPost("/compute/positions", (PositionsRequest request) => TypedResults.Ok(PositionSolver.Solve(request)))
            .WithName("solvePositions");
    }

    private static async Task<Ok<PositionsStartView>> StartAsync(
        Guid id,
        string? front,
        string? moments,
        StudioContext db,
        StudioScope scope,
        TodayBook days,
        CheckBook checks,
        SetupShelf setups,
        PlayBook films,
        CancellationToken stop
    )
    {
        var client = await scope.ClientAsync(id, stop);
        var intake = IntakeEndpoints.Of(client);
        var studio = await scope.StudioAsync(stop);
        var day = await days.OfAsync(studio, client, scope.Now, stop);
        var leg = front switch
        {
            null => TodayView.Of(day).OpensOn,
            "left" => BodySide.Left,
            "right" => BodySide.Right,
            _ => throw Refusal.BadInput("front", "The leg in front is left or right."),
        };
        var ranges = await db.RangesAsync(id, stop);
        var kept = KeptIntake.Of(client);
        var age = kept.AgeOn(await scope.TodayAsync(stop));
        var (left, right) = (
            BenchEndpoints.Latest(ranges, BodySide.Left, age),
            BenchEndpoints.Latest(ranges, BodySide.Right, age)
        );
        var kit = BenchEndpoints.KitOf(studio);
        var body = intake.StatureCm is { } stature
            ? new BodyDto(stature, intake.MassKg, intake.ShankCm, intake.ThighCm, intake.FootCm)
            : null;
        var (frontRanges, rearRanges) = (
            RangeDto.ToCore(leg == BodySide.Left ? left : right),
            RangeDto.ToCore(leg == BodySide.Left ? right : left)
        );
        var looks = await LooksAsync(id, db, checks, stop);
        var set = (await setups.InForceAsync([id], stop))[id].ToArray();
        var filmed = await FilmedAsync(id, moments?.Split(';') ?? [], films, set, body, left, right, stop);
        var facts = body is null
            ? null
            : new PairFacts(BodyDto.ToCore(body), frontRanges, rearRanges, kit.WeightsKg ?? []);
        return TypedResults.Ok(
            new PositionsStartView(
                body,
                left,
                right,
                kit,
                kept.Goals,
                kept.Pains.Any(p => Knee(p.ToCore().Site)) || (day.Today.Sore?.Site is { } sore && Knee(sore)),
                leg,
                day.Today.Exercise.Id,
                day.Today.School,
                facts is null
                    ? []
                    :
                    [
                        .. Enum.GetValues<PairKind>()
                            .Select(k => PositionPair.TryOf(k, facts))
                            .OfType<PositionPair>()
                            .Select(p => new PairView(
                                p.Kind,
                                p.Question,
                                PositionSolver.ToWire(p.A),
                                PositionSolver.ToWire(p.B)
                            )),
                    ],
                [.. filmed, .. set.Select(Kept).OfType<LookedPositionView>(), .. looks.SelectMany(Postures)],
                [.. looks.SelectMany(Weighed)],
                filmed.Count
            )
        );
    }

    /// <summary>Instants of clips as postures: each named by check, clip, side and seconds, with commas between, and a semicolon between two.</summary>
    private static async Task<IReadOnlyList<LookedPositionView>> FilmedAsync(
        Guid clientId,
        string[] moments,
        PlayBook films,
        IReadOnlyList<SetupFact> setups,
        BodyDto? body,
        IReadOnlyList<RangeDto> left,
        IReadOnlyList<RangeDto> right,
        CancellationToken stop
    )
    {
        if (moments.Length > 2)
            throw Refusal.BadInput("moment", "Two instants are compared, not more. Choose again in the clip.");
        if (body is null)
            return [];
        List<(BodySide Side, string Day, LookedPositionView View)> found = [];
        foreach (var (moment, which) in moments.Select((m, i) => (m, i == 0 ? "A" : "B")))
        {
            if (
                moment.Split(',') is not [var checkText, var clipText, var sideText, var secondsText]
                || !Guid.TryParse(checkText, out var checkId)
                || !Guid.TryParse(clipText, out var clipId)
                || !Enum.TryParse<BodySide>(sideText, true, out var side)
                || !double.TryParse(secondsText, NumberStyles.Float, CultureInfo.InvariantCulture, out var seconds)
            )
                throw Refusal.BadInput("moment", "This instant is not named as one. Choose it again in the clip.");
            var (check, clips, _) = await films.OpenAsync(checkId, stop);
            if (
                check.Fact.ClientId != clientId
                || clips.FirstOrDefault(c => c.Clip.Movement.Body.Clip == clipId.ToString() && c.Clip.Side == side)
                    is not { } played
            )
                throw Refusal.Missing("This clip is not there any more. Choose the instant again.");
            var rear = RangeDto.ToCore(side == BodySide.Left ? right : left);
            var exercise = check.Standard.Exercise;
            var stood = setups
                .Where(s => s.ExerciseId == exercise.Id)
                .Select(s => KeptCard.Kept.Read(s.Judged).Stance?.ToCore(rear))
                .FirstOrDefault();
            var posture =
                FilmedPosture.TryAt(
                    played.Clip.Movement,
                    side,
                    seconds,
                    BodyDto.ToCore(body),
                    stood,
                    rear,
                    check.Standard.Errors,
                    out var fault
                ) ?? throw Refusal.BadInput("moment", FilmedPosture.Sentence(fault!.Value));
            var when = string.Create(
                CultureInfo.InvariantCulture,
                $"{(side == BodySide.Left ? "left" : "right")}, {check.Fact.RecordedAt:d MMM}, at {seconds:0.00} s"
            );
            found.Add(
                (
                    side,
                    check.Fact.RecordedAt.ToString("d MMM", CultureInfo.InvariantCulture),
                    new LookedPositionView(
                        clipId,
                        $"{which} from the clip: {when}",
                        "Read off the clip’s points, about 2° each angle and 3 cm in depth."
                            + (posture.RearThighSeen ? "" : " Assumed: rear thigh."),
                        PositionDto.Standing(
                            string.Create(CultureInfo.InvariantCulture, $"the instant at {seconds:0.00} s"),
                            Rounded(StanceDto.Of(posture.Stance))
                        )
                    )
                )
            );
        }

        // Each is called by what it differs in from the other: its side, its day, or its second.
        string Called((BodySide Side, string Day, LookedPositionView View) one) =>
            found.Select(f => f.Side).Distinct().Count() > 1
                ? $"the instant on the {(one.Side == BodySide.Left ? "left" : "right")}"
            : found.Select(f => f.Day).Distinct().Count() > 1 ? $"the instant of {one.Day}"
            : one.View.Position.Name;
        return [.. found.Select(f => f.View with { Position = f.View.Position with { Name = Called(f) } })];
    }

    private static StanceDto Rounded(StanceDto s) =>
        s with
        {
            ShinDegrees = Math.Round(s.ShinDegrees, 1),
            RearThighDegrees = Math.Round(s.RearThighDegrees, 1),
            RearKneeCm = Math.Round(s.RearKneeCm, 1),
            TrunkDegrees = Math.Round(s.TrunkDegrees, 1),
        };

    /// <summary>A stance that was worked out and kept.</summary>
    private static LookedPositionView? Kept(SetupFact fact) =>
        KeptCard.Kept.Read(fact.Judged).Stance is not { } stance
            ? null
            : new LookedPositionView(
                fact.Id,
                $"{Exercise.Find(fact.ExerciseId)?.Name ?? fact.ExerciseId}, as set up",
                "",
                PositionDto.Standing("the set-up kept", stance.ToWire())
            );

    private static async Task<IReadOnlyList<JudgedCheck>> LooksAsync(
        Guid id,
        StudioContext db,
        CheckBook checks,
        CancellationToken stop
    )
    {
        var recent = await db
            .Checks.AsNoTracking()
            .Where(c => c.ClientId == id)
            .OrderByDescending(c => c.Sequence)
            .Select(c => new { c.Id, c.ExerciseId })
            .Take(4 * MostLooks)
            .ToListAsync(stop);
        List<JudgedCheck> looks = [];
        foreach (var one in recent.Where(c => Exercise.Find(c.ExerciseId)?.Form is not null).Take(MostLooks))
            looks.Add(await checks.LoadAsync(one.Id, stop));
        return looks;
    }

    /// <summary>Every side of a look whose shin and trunk were read: its posture, the depth and the rear thigh assumed where they were not.</summary>
    private static IEnumerable<LookedPositionView> Postures(JudgedCheck check)
    {
        foreach (var side in new[] { BodySide.Left, BodySide.Right })
        {
            double? Read(string measure) => check.Look.On(measure, side)?.Mean?.Value.Value;
            if (Read("front-shin") is not { } shin || Read("trunk-lean") is not { } trunk)
                continue;
            var (rear, depth) = (Read("rear-thigh"), Read("depth"));
            string[] assumed =
            [
                .. rear is null ? new[] { "rear thigh" } : [],
                .. depth is null ? new[] { "depth" } : [],
            ];
            var exercise = Exercise.Find(check.Fact.ExerciseId)!;
            var day = check.Fact.RecordedAt.ToString("d MMM", CultureInfo.InvariantCulture);
            var name = $"{day}, {(side == BodySide.Left ? "left" : "right")}";
            yield return new LookedPositionView(
                check.Fact.Id,
                $"{exercise.Name}, {name}",
                assumed.Length == 0 ? "" : $"Assumed: {string.Join(" and ", assumed)}.",
                PositionDto.Standing(
                    $"the posture of {name}",
                    new StanceDto(
                        Math.Round(shin, 1),
                        Math.Round(rear ?? 0, 1),
                        Math.Round(Math.Max(4.5, (100 * SplitStance.OnPadMetres) + (depth ?? 0)), 1),
                        Math.Round(trunk, 1),
                        0,
                        0,
                        0,
                        RearFootRule.Ball
                    )
                )
            );
        }
    }

    /// <summary>What scales read in these looks, laid beside the estimate.</summary>
    private static IEnumerable<string> Weighed(JudgedCheck check) =>
        check
            .Look.Results.Where(r => r.Measure.Id == "load-share" && r.Mean is not null)
            .Select(r =>
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"Scales, {check.Fact.RecordedAt:d MMM}, {(r.Side == BodySide.Left ? "left" : "right")} in front: {r.Mean!.Value.Value:0} %{(r.Source == AnswerSource.Simulated ? ", simulated" : "")}"
                )
            );

    private static bool Knee(PainSite site) =>
        site
            is PainSite.KneeInside
                or PainSite.KneeOutside
                or PainSite.KneeFront
                or PainSite.KneeBack
                or PainSite.BelowKneecap;
}
