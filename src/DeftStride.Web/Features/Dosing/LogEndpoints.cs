using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Logs;
using DeftStride.Studio.Standing;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Safety;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Dosing;

/// <summary>What was done, with or without a look, and what is asked for next time.</summary>
internal static class LogEndpoints
{
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
        LogRecorder recorder,
        CancellationToken stop
    )
    {
        request.Log.ToCore();
        var fact = await recorder.AddAsync(request.ToKept(), stop);
        var studio = await scope.StudioAsync(stop);
        var coaches = await db
            .Coaches.AsNoTracking()
            .Where(c => c.StudioId == studio.Id)
            .ToDictionaryAsync(c => c.Id, c => c.Name, stop);
        return TypedResults.Ok(View(fact, coaches, await ladders.LaddersAsync(stop)));
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
        var spot = await ladders.SpotForAsync(client, exercise, stop);
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
            judged.Asked.Text,
            LogSaid.Did(log.ToCore(), judged.Asked.Held, exercise?.Shape.Sided != false),
            LogSaid.Tempo(log),
            LogSaid.Tired(log),
            log.Effort,
            log.Pain.ToWire(),
            fact.NextMorning,
            log.Soreness,
            log.Felt is null ? null
                : log.Felt.AsExpected ? "as it should be"
                : log.Felt.Where,
            judged.NextTempo is null ? judged.Next.Text : judged.Next.Slower(),
            judged.Why
        );
    }
}
