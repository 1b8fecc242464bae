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
    /// The tempo that was asked for on the day of a look (<see cref="DoseLogged.TempoOn"/>), else the usual one; null where it is held.
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
        LogFact[] logs =
        [
            .. (await shelf.LogsAsync([look.ClientId], look.RecordedAt, stop))[look.ClientId]
                .Where(l => l.ExerciseId == exercise.Id),
        ];
        var tapped = logs.Where(l => l.Day == day)
            .Select(l => KeptLog.Kept.TryRead(l.Body, out var kept, out _) ? LogSaid.Pace(kept.Log) : null)
            .LastOrDefault(p => p is not null);
        return (DoseLogged.TempoOn(LadderShelf.Logged(logs), day, look.Sequence) ?? usual, tapped);
    }
}
