using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Training;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Work;

namespace DeftStride.Studio.Logs;

/// <summary>Reads how fast an exercise was asked for, beside which a clip of it is timed.</summary>
internal sealed class TempoBook(StudioScope scope, LadderShelf shelf)
{
    /// <summary>
    /// The tempo that was asked for on the day of a look: what the hour of that day ran at, else what was named last before it, else
    /// the usual one; null where it is held.
    /// </summary>
    /// <param name="look">The look.</param>
    /// <param name="exercise">What was looked at.</param>
    /// <param name="stop">Gives up.</param>
    /// <returns>The tempo, and in words how fast the taps of that day say it was done; null where nobody tapped.</returns>
    public async Task<(Tempo? Asked, string? ByTaps)> OfAsync(CheckFact look, Exercise exercise, CancellationToken stop)
    {
        if (DoseRange.Learning.TempoFor(exercise) is not { } usual)
            return (null, null);
        var (_, _, zone) = await scope.DayAsync(stop);
        var day = DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(look.RecordedAt, zone).Date);
        LogFact[] all =
        [
            .. (await shelf.LogsAsync([look.ClientId], look.RecordedAt, stop))[look.ClientId]
                .Where(l => l.ExerciseId == exercise.Id && l.Day <= day),
        ];
        var ran = all.Where(l => l.Day == day)
            .Select(l => KeptLog.Kept.TryRead(l.Body, out var kept, out _) ? kept.Log : null)
            .LastOrDefault(l => l?.Tempo is not null);
        if (ran?.Tempo is { } today)
            return (today.ToCore(), LogSaid.Pace(ran));
        // What a decision on this very look asks for is for the next time.
        LogFact[] before = [.. all.Where(l => l.Sequence < look.Sequence)];
        var rung = before.LastOrDefault()?.RungId;
        return (DoseLogged.LastTempo(LadderShelf.Logged(before.Where(l => l.RungId == rung))) ?? usual, null);
    }
}
