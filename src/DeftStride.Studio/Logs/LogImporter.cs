using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Work;

namespace DeftStride.Studio.Logs;

/// <summary>A log that comes from a file.</summary>
/// <param name="Log">What was done; its id is the file's, or follows from what it says.</param>
/// <param name="RungId">On which rung, where that rung is known here.</param>
/// <param name="RecordedAt">When it was recorded, or null for noon of its day.</param>
/// <param name="Coach">By whom, where that coach is known here.</param>
internal sealed record LogFromFile(KeptLog Log, string? RungId, DateTimeOffset? RecordedAt, Guid? Coach);

/// <summary>
/// Takes logs over from a file. They are history: what they led to is not worked out again, no pain in them ends today, and the
/// numbers of today follow from them only where they name a rung.
/// </summary>
internal sealed class LogImporter(StudioContext db, StudioScope scope, LadderShelf shelf)
{
    /// <summary>So many are written at once.</summary>
    private const int Batch = 400;

    /// <summary>Keeps logs that are new, in the order of their days. One transaction: all of them or none.</summary>
    public async Task KeepAsync(IReadOnlyList<LogFromFile> logs, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var (_, _, zone) = await scope.DayAsync(stop);
        var coach = await scope.CoachIdAsync(stop);
        var ladders = await shelf.LaddersAsync(studio.Id, stop);
        await using var whole = await db.Database.BeginTransactionAsync(stop);
        foreach (var batch in logs.OrderBy(l => l.Log.Day).ThenBy(l => l.RecordedAt).Chunk(Batch))
        {
            foreach (var one in batch)
            {
                var exercise = Exercise.Find(one.Log.ExerciseId!)!;
                var day = one.Log.Day!.Value;
                var did = one.Log.Log.ToCore();
                var ladder = ladders.FirstOrDefault(l => one.RungId is { } id && l.Rung(id) is not null);
                var asked = AskedSaid.Of(Asked(did, ladder?.Rung(one.RungId!), exercise), exercise);
                db.Logs.Add(
                    new LogFact
                    {
                        Id = one.Log.Id!.Value,
                        StudioId = studio.Id,
                        CoachId = one.Coach ?? coach,
                        RecordedAt = one.RecordedAt ?? StudioScope.Instant(day.ToDateTime(new TimeOnly(12, 0)), zone),
                        ClientId = one.Log.ClientId!.Value,
                        Day = day,
                        ExerciseId = exercise.Id,
                        RungId = ladder is null ? null : one.RungId,
                        NextMorning = one.Log.Log.NextMorning,
                        Pain = did.Pain?.Counted,
                        Body = KeptLog.Kept.Write(one.Log),
                        Judged = KeptLogResult.Kept.Write(
                            new KeptLogResult(
                                ladder?.Id,
                                ladder is null ? null : one.RungId,
                                asked,
                                asked,
                                DoseStep.Same,
                                "Taken over from a file: the same again.",
                                false
                            )
                        ),
                    }
                );
            }

            await db.SaveChangesAsync(stop);
            db.ChangeTracker.Clear();
        }

        await whole.CommitAsync(stop);
    }

    /// <summary>What was done, as if it had been asked for: nobody knows what was.</summary>
    private static Prescription Asked(SessionLog did, Rung? rung, Exercise exercise)
    {
        var sets = Math.Max(1, did.Sets.GroupBy(s => s.Side).Max(g => g.Count()));
        var most = did.Sets.MaxBy(s => s.Load.Kilograms)!;
        var range =
            rung?.Dose ?? DoseRange.Practising with { Held = exercise.Shape.Held, Together = !exercise.Shape.Sided };
        return new Prescription(range, sets, Math.Max(1, did.Sets.Max(s => s.Amount)), most.Load);
    }
}
