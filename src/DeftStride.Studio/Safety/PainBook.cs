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
        var from = Day(since);
        // Asked at once: on most days of most clients nothing was told.
        var told = await Since<CheckFact>()
            .Where(c => c.Id != without)
            .Select(c => new
            {
                c.ClientId,
                c.RecordedAt,
                Day = (DateOnly?)null,
                Pain = (int?)null,
                Look = (string?)c.Body,
                Retest = (string?)null,
            })
            .Concat(
                Since<TrialFact>()
                    .Where(t => t.CorrectionId != StandingFacts.Withdrawn && t.CheckId != without)
                    .Select(t => new
                    {
                        t.ClientId,
                        t.RecordedAt,
                        Day = (DateOnly?)null,
                        Pain = (int?)null,
                        Look = (string?)null,
                        Retest = (string?)t.Body,
                    })
            )
            .Concat(
                Since<DecisionFact>()
                    .Where(d => d.LastPain != null && d.CheckId != without)
                    .Select(d => new
                    {
                        d.ClientId,
                        d.RecordedAt,
                        Day = (DateOnly?)null,
                        Pain = d.LastPain,
                        Look = (string?)null,
                        Retest = (string?)null,
                    })
            )
            .Concat(
                db.Standing<LogFact>()
                    .AsNoTracking()
                    .OfClients(clients)
                    .Where(l => l.Day >= from && l.Pain != null && (without == null || l.CheckId != without))
                    .Select(l => new
                    {
                        l.ClientId,
                        l.RecordedAt,
                        Day = (DateOnly?)l.Day,
                        l.Pain,
                        Look = (string?)null,
                        Retest = (string?)null,
                    })
            )
            .ToListAsync(stop);
        return told.Select(t =>
                (
                    Client: t.ClientId,
                    // A log says its own day: it may have been written down later.
                    Day: t.Day ?? Day(t.RecordedAt),
                    Pain: t.Pain ?? Asked(t.Look, t.Retest)?.ToCore().Counted
                )
            )
            .Where(t => t.Pain is not null)
            .GroupBy(t => (t.Client, t.Day))
            .Select(g => (g.Key.Client, Day: new PainDay(g.Key.Day, g.Max(t => t.Pain!.Value))))
            .OrderBy(p => p.Day.Day)
            .ToLookup(p => p.Client, p => p.Day);

        static KeptPain? Asked(string? look, string? retest) =>
            look is not null && KeptCheck.Kept.TryRead(look, out var check, out _) ? check.Pain
            : retest is not null && KeptTrial.Kept.TryRead(retest, out var trial, out _) ? trial.Pain
            : null;

        IQueryable<T> Since<T>()
            where T : ClientFact =>
            db.Standing<T>().AsNoTracking().OfClients(clients).Where(f => f.RecordedAt >= since);
    }
}
