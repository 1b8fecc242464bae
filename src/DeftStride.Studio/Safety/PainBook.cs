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
        var told = await Told.OfAsync(db, clients, (since, Day(since)), stop);
        return told.Where(t => without is null || t.CheckId != without)
            .Select(t =>
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
    }

    /// <summary>Pain as it was told: as a number, or within what was kept of a look or a retest.</summary>
    private sealed record PainTold
    {
        public required Guid ClientId { get; init; }
        public required Guid? CheckId { get; init; }
        public required DateTimeOffset RecordedAt { get; init; }
        public required DateOnly? Day { get; init; }
        public required int? Pain { get; init; }
        public required string? Look { get; init; }
        public required string? Retest { get; init; }
    }

    /// <summary>Asked at once: on most days of most clients nothing was told.</summary>
    private static readonly Question<(DateTimeOffset Since, DateOnly From), PainTold> Told = new(
        (db, asked) =>
            db.Standing<CheckFact>()
                .AsNoTracking()
                .OfClients(asked)
                .Where(c => c.RecordedAt >= asked.With.Since)
                .Select(c => new PainTold
                {
                    ClientId = c.ClientId,
                    CheckId = c.Id,
                    RecordedAt = c.RecordedAt,
                    Day = null,
                    Pain = null,
                    Look = c.Body,
                    Retest = null,
                })
                .Concat(
                    db.StandingTrials()
                        .AsNoTracking()
                        .OfClients(asked)
                        .Where(t => t.RecordedAt >= asked.With.Since)
                        .Select(t => new PainTold
                        {
                            ClientId = t.ClientId,
                            CheckId = t.CheckId,
                            RecordedAt = t.RecordedAt,
                            Day = null,
                            Pain = null,
                            Look = null,
                            Retest = t.Body,
                        })
                )
                .Concat(
                    db.Standing<DecisionFact>()
                        .AsNoTracking()
                        .OfClients(asked)
                        .Where(d => d.RecordedAt >= asked.With.Since && d.LastPain != null)
                        .Select(d => new PainTold
                        {
                            ClientId = d.ClientId,
                            CheckId = d.CheckId,
                            RecordedAt = d.RecordedAt,
                            Day = null,
                            Pain = d.LastPain,
                            Look = null,
                            Retest = null,
                        })
                )
                .Concat(
                    db.Standing<LogFact>()
                        .AsNoTracking()
                        .OfClients(asked)
                        .Where(l => l.Day >= asked.With.From && l.Pain != null)
                        .Select(l => new PainTold
                        {
                            ClientId = l.ClientId,
                            CheckId = l.CheckId,
                            RecordedAt = l.RecordedAt,
                            Day = l.Day,
                            Pain = l.Pain,
                            Look = null,
                            Retest = null,
                        })
                )
    );
}
