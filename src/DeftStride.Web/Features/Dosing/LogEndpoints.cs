using DeftStride.Core.Deciding;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Training;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Looks;
using DeftStride.Studio.Safety;
using DeftStride.Studio.Standing;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Checks;
using DeftStride.Web.Features.Ladders;
using DeftStride.Web.Features.Safety;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Dosing;

/// <summary>What was done, with or without a look, and what is asked for next time.</summary>
internal static class LogEndpoints
{
    /// <summary>A log may be entered later, but not from memory of another block.</summary>
    private const int DaysBack = 28;

    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/logs", AddAsync).WithName("addLog").InTurn();
        api.MapGet("/clients/{clientId:guid}/asked", AskedAsync).WithName("getAsked");
    }

    private static async Task<Ok<LogView>> AddAsync(
        LogRequest request,
        StudioContext db,
        StudioScope scope,
        LadderBook ladders,
        LadderShelf shelf,
        CheckBook book,
        FactWriter facts,
        ConditionGuard guard,
        PainBook pains,
        CancellationToken stop
    )
    {
        var studio = await scope.StudioAsync(stop);
        var coaches = await db
            .Coaches.AsNoTracking()
            .Where(c => c.StudioId == studio.Id)
            .ToDictionaryAsync(c => c.Id, c => c.Name, stop);
        if (await facts.ExistingAsync<LogFact, KeptLog>(request.Id, request.ToKept(), stop) is { } kept)
            return TypedResults.Ok(View(kept, coaches, await ladders.LaddersAsync(stop)));
        var client = await scope.ClientAsync(request.ClientId, stop);
        var exercise =
            Exercise.Find(request.ExerciseId)
            ?? throw Refusal.BadInput("exercise", "This exercise is not in the catalogue.");
        if ((await book.UnclearedAsync(client.Id, stop)).Count > 0)
            throw Refusal.Conflict("A red flag stands: nothing is trained until it is cleared with a note.");
        var today = await scope.TodayAsync(stop);
        var day = request.Day ?? today;
        if (day > today)
            throw Refusal.BadInput("day", $"{day:d MMMM} has not come yet. Log it on its day.");
        if (day < today.AddDays(-DaysBack))
            throw Refusal.BadInput("day", $"A log goes back at most {DaysBack} days.");
        var did = request.Log.ToCore();
        if (did.Sets.Count == 0)
            throw Refusal.BadInput("sets", "Enter at least one set.");
        await guard.RefuseAsync(client, exercise, did.Sets.Any(s => s.Load.Kilograms > 0), stop);

        var way = (await shelf.WaysAsync([client.Id], stop))[client.Id];
        var logs = (await shelf.LogsAsync([client.Id], scope.Now.AddDays(-190), stop))[client.Id]
            .Where(l => l.Id != request.Supersedes)
            .ToArray();
        var limit = ChoicesInForce.PainLimit(studio, client).Limit.Value;
        var rack = await ladders.RackAsync(client, stop);
        var spot = Spot.For(
            await ladders.LaddersAsync(stop),
            exercise.Id,
            [.. way.Select(LadderShelf.Step)],
            LadderShelf.Logged(logs),
            rack
        );
        var asked = spot?.Asked ?? Prescription.First(DoseRange.Practising, exercise, rack);
        // Without a look the numbers go on within the rung's range, after two good logs running; the rung itself needs a look.
        var before = spot is null ? null : logs.LastOrDefault(l => l.RungId == spot.Rung.Id);
        var twoGood = before is not null && KeptLogResult.Kept.Read(before.Judged).Good;
        var next = NextDose.After(asked, did, limit, twoGood, false, rack);
        var good = did.Good(asked, limit);
        await using var whole = await db.Database.BeginTransactionAsync(stop);
        var fact = await facts.AddAsync(
            new LogFact
            {
                Id = request.Id,
                ClientId = client.Id,
                Day = day,
                ExerciseId = exercise.Id,
                RungId = spot?.Rung.Id,
                NextMorning = request.Log.NextMorning,
                Pain = did.Pain?.Counted,
                Supersedes = request.Supersedes,
                Judged = KeptLogResult.Kept.Write(
                    new KeptLogResult(
                        spot?.Ladder.Id,
                        spot?.Rung.Id,
                        AskedSaid.Of(asked, exercise),
                        AskedSaid.Of(next.Prescription, exercise),
                        next.Step,
                        next.Why,
                        good
                    )
                ),
            },
            request.ToKept(),
            stop
        );
        if (did.Pain?.Counted > limit)
            await AfterPainAsync(client.Id, spot, did.Pain, day, limit, scope, facts, pains, stop);
        await whole.CommitAsync(stop);
        return TypedResults.Ok(View(fact, coaches, await ladders.LaddersAsync(stop)));
    }

    /// <summary>
    /// What pain in a log leads to by itself: at <see cref="Pain.StopScore"/> the side goes one rung back from the next visit;
    /// where it has gone on too long a red flag stands until somebody has looked.
    /// </summary>
    private static async Task AfterPainAsync(
        Guid clientId,
        Spot? spot,
        Pain pain,
        DateOnly day,
        int limit,
        StudioScope scope,
        FactWriter facts,
        PainBook pains,
        CancellationToken stop
    )
    {
        var (_, _, zone) = await scope.DayAsync(stop);
        var earlier = await pains.DaysAsync([clientId], scope.Now.AddDays(-CheckBook.PainDays), zone, stop);
        if (PainCourse.Refers([.. earlier[clientId]], day, pain.Counted, limit) is { } course)
            await PainFlag.RaiseAsync(facts, scope, clientId, course, stop);
        if (pain.Counted < Pain.StopScore || spot is not { Placed: true } at)
            return;
        BodySide[] sides = Placement.Working(pain) is { } sore ? [sore] : [BodySide.Left, BodySide.Right];
        foreach (
            var move in Following.Moves(at.Ladder, at.Rung.Id, at.Left, at.Right, DecisionOutcome.StepBack, sides, null)
        )
            await facts.AddAsync(
                new RungFact
                {
                    Id = Guid.CreateVersion7(scope.Now),
                    ClientId = clientId,
                    LadderId = at.Ladder.Id,
                    RungId = move.To,
                    Side = move.Side,
                    Kind = move.Kind,
                    Judged = KeptStep.Kept.Write(
                        new KeptStep(
                            $"Back from “{at.Ladder.Rung(move.From)!.Name}” to “{at.Ladder.Rung(move.To)!.Name}”: {pain}. {Pain.StopScore} or more stops for the day.",
                            "pain",
                            "Pain decides",
                            null,
                            [new KeptFact("Pain", pain.ToString())]
                        )
                    ),
                },
                new KeptNothing(),
                stop
            );
    }

    /// <summary>What is asked of a client in an exercise now.</summary>
    private static async Task<Ok<PrescriptionView>> AskedAsync(
        Guid clientId,
        string exercise,
        StudioScope scope,
        LadderBook ladders,
        CancellationToken stop
    )
    {
        var client = await scope.ClientAsync(clientId, stop);
        var done =
            Exercise.Find(exercise) ?? throw Refusal.BadInput("exercise", "This exercise is not in the catalogue.");
        var spot = await ladders.SpotForAsync(client, exercise, scope.Now.AddDays(-190), stop);
        return TypedResults.Ok(
            AskedSaid
                .Of(
                    spot?.Asked
                        ?? Prescription.First(DoseRange.Practising, done, await ladders.RackAsync(client, stop)),
                    done
                )
                .ToWire()
        );
    }

    /// <summary>A log in words.</summary>
    public static LogView View(
        LogFact fact,
        IReadOnlyDictionary<Guid, string> coaches,
        IReadOnlyList<Core.Ladders.Ladder> ladders
    )
    {
        var log = KeptLog.Kept.Read(fact.Body).Log;
        var judged = KeptLogResult.Kept.Read(fact.Judged);
        var exercise = Exercise.Find(fact.ExerciseId);
        return new LogView(
            fact.Id,
            fact.Day,
            coaches[fact.CoachId],
            fact.ExerciseId,
            exercise?.Name ?? fact.ExerciseId,
            ladders.Select(l => l.Rung(fact.RungId ?? "")).FirstOrDefault(r => r is not null)?.Name,
            Did(log.ToCore(), judged.Asked.Held, exercise?.Shape.Sided != false),
            log.Effort,
            log.Pain.ToWire(),
            fact.NextMorning,
            log.Felt is null ? null
                : log.Felt.AsExpected ? "as it should be"
                : log.Felt.Where,
            judged.Next.Text,
            judged.Why
        );
    }

    /// <summary>"3 × 6 a side, 17 and 18 of 18 clean, 8 kg at the chest".</summary>
    private static string Did(SessionLog log, bool held, bool sided)
    {
        if (log.Sets.Count == 0)
            return "";
        string Side(Core.Measuring.BodySide side)
        {
            var sets = log.Sets.Where(s => s.Side == side).ToArray();
            return sets.Length == 0 ? "0"
                : sets.Select(s => s.Amount).Distinct().Count() == 1 ? $"{sets.Length} × {sets[0].Amount}"
                : string.Join(" + ", sets.Select(s => s.Amount));
        }

        var (left, right) = (Side(Core.Measuring.BodySide.Left), Side(Core.Measuring.BodySide.Right));
        int Clean(Core.Measuring.BodySide side) => log.Sets.Where(s => s.Side == side).Sum(s => s.Clean);
        int All(Core.Measuring.BodySide side) => log.Sets.Where(s => s.Side == side).Sum(s => s.Amount);
        var (cl, cr, all) = (
            Clean(Core.Measuring.BodySide.Left),
            Clean(Core.Measuring.BodySide.Right),
            All(Core.Measuring.BodySide.Left)
        );
        var load = log.Sets.Max(s => s.Load.Kilograms) is > 0 and var kg
            ? FormattableString.Invariant(
                $", {kg:0.#} kg {Prescription.Held(log.Sets.First(s => s.Load.Kilograms == kg).Load.Position)}"
            )
            : "";
        var resets = log.Sets.Sum(s => s.Resets) is > 0 and var r ? $", {r} {(r == 1 ? "reset" : "resets")}" : "";
        var done =
            left == right
                ? $"{left}{(held ? " s" : "")}{(!sided ? "" : held ? " each leg" : " a side")}"
                : $"left {left}, right {right}{(held ? " s" : "")}";
        var clean =
            cl == cr && all == All(Core.Measuring.BodySide.Right)
                ? cl == all
                    ? ", all clean"
                    : $", {cl} of {all} clean"
                : $", clean left {cl}, right {cr}";
        return $"{done}{clean}{load}{resets}";
    }
}
