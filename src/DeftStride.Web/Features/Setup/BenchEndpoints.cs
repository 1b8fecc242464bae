using DeftStride.Core.Bodies;
using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Setup;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Bench;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Looks;
using DeftStride.Studio.People;
using DeftStride.Studio.Safety;
using DeftStride.Studio.Standing;
using DeftStride.Studio.Today;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Bodies;
using DeftStride.Web.Features.Cards;
using DeftStride.Web.Features.Day;
using DeftStride.Web.Features.Safety;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Setup;

internal static class BenchEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/clients/{id:guid}/bench", StartAsync).WithName("getBench");
        api.MapPost("/compute/bench", (BenchRequest request) => TypedResults.Ok(BenchSolver.Solve(request)))
            .WithName("solveBench");
        api.MapPost("/compute/start", (StartRequest request) => TypedResults.Ok(BenchSolver.Start(request)))
            .WithName("startStance");
        api.MapPost("/compute/step", (StepRequest request) => TypedResults.Ok(BenchSolver.Solve(request)))
            .WithName("solveStep");
        api.MapPost("/compute/reach", (ReachRequest request) => TypedResults.Ok(BenchSolver.Solve(request)))
            .WithName("solveReach");
        api.MapPost("/compute/seat", (SeatRequest request) => TypedResults.Ok(BenchSolver.Solve(request)))
            .WithName("solveSeat");
        api.MapPost("/compute/band", BandAsync).WithName("solveBand");
        api.MapPost("/setups", KeepAsync).WithName("addSetup").InTurn();
    }

    /// <summary>So many of the latest trials of heights are shown.</summary>
    private const int MostTrials = 6;

    private static readonly Exercise RaisedRear = Exercise.All.First(e => e.Form == SplitForm.RearFootRaised);

    /// <summary>What can be put under a foot, from the floor up; every five centimetres where no kit is listed.</summary>
    private static double[] HeightsCm(StudioKit kit, double most) =>
        [
            .. (
                kit.HasHeights
                    ? kit.Heights().Select(h => h.Metres)
                    : Enumerable.Range(0, 1 + (int)Math.Round(most / 0.05)).Select(n => 0.05 * n)
            )
                .Where(h => h <= most + 1e-9)
                .Select(h => Math.Round(100 * h, 1)),
        ];

    public static KitDto KitOf(StudioRecord studio) => ChoicesInForce.Kit(studio).ToWire();

    public static SetupView View(SetupFact fact, IReadOnlyDictionary<Guid, string> coaches)
    {
        var asked = KeptSetup.Kept.Read(fact.Body);
        var kept = KeptCard.Kept.Read(fact.Judged);
        return new SetupView(
            fact.Id,
            fact.ExerciseId,
            Exercise.Find(fact.ExerciseId)?.Name ?? fact.ExerciseId,
            asked.School,
            fact.RecordedAt,
            coaches[fact.CoachId],
            [.. kept.Card.Select(l => l.ToWire())],
            kept.Estimated,
            kept.Stance?.ToWire()
        );
    }

    private static async Task<Ok<BenchStartView>> StartAsync(
        Guid id,
        StudioContext db,
        StudioScope scope,
        TodayBook days,
        SetupShelf setups,
        CancellationToken stop
    )
    {
        var client = await scope.ClientAsync(id, stop);
        var studio = await scope.StudioAsync(stop);
        var intake = IntakeEndpoints.Of(client);
        var ranges = await db.RangesAsync(id, stop);
        var age = KeptIntake.Of(client).AgeOn(await scope.TodayAsync(stop));
        var coaches = await db
            .Coaches.AsNoTracking()
            .Where(c => c.StudioId == client.StudioId)
            .ToDictionaryAsync(c => c.Id, c => c.Name, stop);
        var kept = (await setups.InForceAsync([id], stop))[id].Select(s => View(s, coaches)).ToArray();
        var day = await days.OfAsync(studio, client, scope.Now, stop);
        var exercise = day.Today.Exercise;
        return TypedResults.Ok(
            new BenchStartView(
                intake.StatureCm is { } stature
                    ? new BodyDto(stature, intake.MassKg, intake.ShankCm, intake.ThighCm, intake.FootCm)
                    : null,
                Latest(ranges, BodySide.Left, age),
                Latest(ranges, BodySide.Right, age),
                KitOf(studio),
                exercise.Id,
                day.Today.School,
                kept,
                TodayView.Of(day),
                day.Today.Spot is { } spot && spot.Ladder.StartsLow(spot.Rung),
                ChoicesInForce.Style(studio, client, RaisedRear.Id, day.Today.School).HipDominant(RaisedRear),
                ChoicesInForce.Style(studio, client, exercise.Id).Lateral != "straight",
                HeightsCm(ChoicesInForce.Kit(studio).ToCore(), HeightTrial.MostFrontMetres),
                HeightsCm(ChoicesInForce.Kit(studio).ToCore(), HeightTrial.MostRearMetres),
                [
                    .. (
                        await db.Standing<HeightTrialFact>()
                            .AsNoTracking()
                            .Where(t => t.ClientId == id)
                            .OrderByDescending(t => t.Sequence)
                            .Take(MostTrials)
                            .ToListAsync(stop)
                    ).Select(t => HeightTrialEndpoints.View(t, coaches)),
                ],
                [
                    .. Exercise
                        .All.Select(e => (e.Id, Sentence: e.Lacking(Things(studio))))
                        .Where(l => l.Sentence is not null)
                        .Select(l => new LackingView(l.Id, l.Sentence!)),
                ],
                [.. Exercise.All.Where(e => e.Rhythms.Count > 0 && FeetMeet(studio, client, e)).Select(e => e.Id)],
                [
                    .. BandSetup.Faults.Select(f => new BandForView(
                        f,
                        Fault.All.Single(x => x.Id == f).Name,
                        BandSetup.For(f)!.Value
                    )),
                ],
                (await scope.TodayAsync(stop)).AddDays(Correction.LentDays)
            )
        );
    }

    private static async Task<Ok<BandSetupView>> BandAsync(BandDto request, StudioScope scope, CancellationToken stop)
    {
        var band = request.ToCore();
        return TypedResults.Ok(
            band.Problem(await scope.TodayAsync(stop)) is { } problem
                ? new BandSetupView(problem, [])
                : new BandSetupView(null, [.. band.Card.Select(CardLineView.Of)])
        );
    }

    private static HashSet<Gear>? Things(StudioRecord studio) => ChoicesInForce.Kit(studio).Things?.ToHashSet();

    private static bool FeetMeet(StudioRecord studio, ClientRecord client, Exercise exercise) =>
        ChoicesInForce.Style(studio, client, exercise.Id).Rhythm == "c";

    /// <summary>The newest range of each test on a side, and what is assumed of an ankle that nobody measured.</summary>
    public static RangeDto[] Latest(IEnumerable<RangeFact> newestFirst, BodySide side, int? age)
    {
        RangeDto[] measured =
        [
            .. newestFirst
                .Where(r => r.Side == side)
                .GroupBy(r => r.Test)
                .Select(g => new RangeDto(g.Key, g.First().Degrees)),
        ];
        return age is null || measured.Any(r => r.Test == RangeTest.AnkleBend)
            ? measured
            :
            [
                .. measured,
                new RangeDto(
                    RangeTest.AnkleBend,
                    RangeTestInfo.Of(RangeTest.AnkleBend).AssumedAt(age)!.Value,
                    Measured: false
                ),
            ];
    }

    private static async Task<Ok<KeptSetupView>> KeepAsync(
        SetupRequest request,
        StudioContext db,
        StudioScope scope,
        CheckBook book,
        FactWriter facts,
        TodayBook days,
        ConditionGuard guard,
        PropLender lender,
        CancellationToken stop
    )
    {
        var client = await scope.ClientAsync(request.ClientId, stop);
        var exercise =
            Exercise.Find(request.ExerciseId)
            ?? throw Refusal.BadInput("exercise", "This exercise is not in the catalogue.");
        var coaches = await db
            .Coaches.AsNoTracking()
            .Where(c => c.StudioId == client.StudioId)
            .ToDictionaryAsync(c => c.Id, c => c.Name, stop);
        if (await facts.ExistingAsync<SetupFact, KeptSetup>(request.Id, request.ToKept(), stop) is { } already)
            return TypedResults.Ok(await SaidAsync(already));
        if ((await db.UnclearedAsync(client.Id, stop)).Count > 0)
            throw Refusal.Conflict("A red flag stands. Clear it with a note before keeping a set-up.");
        await guard.RefuseAsync(client, exercise, loaded: false, stop);
        var studio = await scope.StudioAsync(stop);
        if (exercise.Lacking(Things(studio)) is { } lacking)
            throw Refusal.Conflict(lacking);
        if (
            request.Band is { } band
            && (
                exercise.Banded
                    ? band.ToCore().Problem(await scope.TodayAsync(stop))
                    : "No band belongs to this exercise. Choose a banded form."
            )
                is { } wrong
        )
            throw Refusal.BadInput("band", wrong);
        if (request.Step is { } step)
            request = request with
            {
                Step = step with { FeetMeet = exercise.Rhythms.Count > 0 && FeetMeet(studio, client, exercise) },
            };
        var setup = Checked(request with { ExerciseId = exercise.Id });
        if (request.Band?.ToCore() is { } borrowed)
            await lender.StageAsync(client, borrowed.CorrectionId, lent: true, borrowed.Until, stop);
        return TypedResults.Ok(await SaidAsync(await SetupRecorder.KeepAsync(facts, setup, stop)));

        async Task<KeptSetupView> SaidAsync(SetupFact fact)
        {
            var day = await days.OfAsync(await scope.StudioAsync(stop), client, scope.Now, stop);
            return new(View(fact, coaches), day.Today.KeptFor(exercise));
        }
    }

    /// <summary>A set-up as it is kept, once everything in it can be meant.</summary>
    private static KeptSetup Checked(SetupRequest request)
    {
        if (request.Split is { } split)
            BenchSolver.Solve(split);
        if (request.Step is { } step && BenchSolver.Solve(step).Rhythm is { } rhythm)
            throw Refusal.BadInput("rhythm", rhythm);
        if (request.Reach is { } reach && BenchSolver.Solve(reach).Fault is { } fault)
            throw Refusal.BadInput("reach", fault);
        if (request.Seat is { } seat && BenchSolver.Solve(seat).Fault is { } unseated)
            throw Refusal.BadInput("seat", unseated);
        return request.ToKept();
    }
}
