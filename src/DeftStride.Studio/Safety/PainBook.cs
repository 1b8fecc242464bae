using DeftStride.Core.Deciding;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Safety;

/// <summary>Reads what hurt on which day: at looks, at retests, at decisions and in logs.</summary>
internal sealed class PainBook(StudioContext db)
{
    /// <summary>The worst joint or tendon pain of each day of some clients, since a moment.</summary>
    /// <param name="clients">Whose.</param>
    /// <param name="since">From when.</param>
    /// <param name="zone">The studio's own clock.</param>
    /// <param name="stop">Ends it early.</param>
    /// <param name="without">A look whose own answers are left out, since they are being decided on; null for none.</param>
    public async Task<ILookup<Guid, PainDay>> DaysAsync(
        IReadOnlyCollection<Guid> clients,
        DateTimeOffset since,
        TimeZoneInfo zone,
        CancellationToken stop,
        Guid? without = null
    )
    {
        DateOnly Day(DateTimeOffset at) => DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(at, zone).Date);
        var told = new List<(Guid Client, DateOnly Day, int Pain)>();
        foreach (
            var look in await Since<CheckFact>()
                .Where(c => c.Id != without)
                .Select(c => new
                {
                    c.ClientId,
                    c.RecordedAt,
                    c.Body,
                })
                .ToListAsync(stop)
        )
        {
            if (KeptCheck.Kept.TryRead(look.Body, out var check, out _) && check.Pain is { } pain)
                told.Add((look.ClientId, Day(look.RecordedAt), pain.ToCore().Counted));
        }

        foreach (
            var again in await Since<TrialFact>()
                .Where(t => t.CorrectionId != StandingFacts.Withdrawn && t.CheckId != without)
                .Select(t => new
                {
                    t.ClientId,
                    t.RecordedAt,
                    t.Body,
                })
                .ToListAsync(stop)
        )
        {
            if (KeptTrial.Kept.TryRead(again.Body, out var trial, out _) && trial.Pain is { } pain)
                told.Add((again.ClientId, Day(again.RecordedAt), pain.ToCore().Counted));
        }

        told.AddRange(
            (
                await Since<DecisionFact>()
                    .Where(d => d.LastPain != null && d.CheckId != without)
                    .Select(d => new
                    {
                        d.ClientId,
                        d.RecordedAt,
                        d.LastPain,
                    })
                    .ToListAsync(stop)
            ).Select(d => (d.ClientId, Day(d.RecordedAt), d.LastPain!.Value))
        );
        var from = Day(since);
        told.AddRange(
            (
                await db.Standing<LogFact>()
                    .AsNoTracking()
                    .Where(l =>
                        clients.Contains(l.ClientId)
                        && l.Day >= from
                        && l.Pain != null
                        && (without == null || l.CheckId != without)
                    )
                    .Select(l => new
                    {
                        l.ClientId,
                        l.Day,
                        l.Pain,
                    })
                    .ToListAsync(stop)
            ).Select(l => (l.ClientId, l.Day, l.Pain!.Value))
        );
        return told.GroupBy(t => (t.Client, t.Day))
            .Select(g => (g.Key.Client, Day: new PainDay(g.Key.Day, g.Max(t => t.Pain))))
            .OrderBy(p => p.Day.Day)
            .ToLookup(p => p.Client, p => p.Day);

        IQueryable<T> Since<T>()
            where T : ClientFact =>
            db.Standing<T>().AsNoTracking().Where(f => clients.Contains(f.ClientId) && f.RecordedAt >= since);
    }
}
