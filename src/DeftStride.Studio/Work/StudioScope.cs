using DeftStride.Data;
using DeftStride.Data.Records;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Work;

/// <summary>
/// In which studio, by which coach and when something is done: the one place for each.
/// </summary>
internal sealed class StudioScope(StudioContext db, IWhoActs who, TimeProvider clock)
{
    private static readonly Question<Guid, ClientRecord> Client = new(
        (db, asked) => db.Clients.Where(c => c.Id == asked.One && c.StudioId == asked.With)
    );

    private StudioRecord? _studio;
    private Guid? _coachId;
    private TimeProvider _clock = clock;

    /// <summary>The present moment.</summary>
    public DateTimeOffset Now => _clock.GetUtcNow();

    /// <summary>Whose clients can be read, as a word.</summary>
    public string Reach => who.Reach;

    public async Task<StudioRecord> StudioAsync(CancellationToken stop) =>
        _studio ??= (await StudioDatabase.Studio.OfAsync(db, Guid.Empty, stop)).First();

    public async Task<Guid> CoachIdAsync(CancellationToken stop)
    {
        if (_coachId is { } known)
            return known;
        if (who.CoachId is { } acting)
            return (_coachId = acting).Value;
        // Work of the studio itself, such as mending at a start, goes by its first coach.
        var studio = await StudioAsync(stop);
        return (
            _coachId = await db
                .Coaches.Where(c => c.StudioId == studio.Id)
                .OrderBy(c => c.CreatedAt)
                .Select(c => c.Id)
                .FirstAsync(stop)
        ).Value;
    }

    /// <summary>Acts as a coach without a request; for the demo data.</summary>
    public void ActAs(Guid coachId) => _coachId = coachId;

    /// <summary>Acts by another clock; for the demo data.</summary>
    public void ActAt(TimeProvider clock) => _clock = clock;

    public async Task<ClientRecord> ClientAsync(Guid id, CancellationToken stop)
    {
        var studio = await StudioAsync(stop);
        return (await Client.OfAsync(db, id, studio.Id, stop)).FirstOrDefault()
            ?? throw Refusal.Missing("This client is not in the studio's list. Go back to the floor.");
    }

    /// <summary>Midnight to midnight of today in the studio's own zone.</summary>
    public async Task<(DateTimeOffset From, DateTimeOffset To, TimeZoneInfo Zone)> DayAsync(CancellationToken stop)
    {
        var zone = TimeZoneInfo.FindSystemTimeZoneById((await StudioAsync(stop)).TimeZone);
        var today = TimeZoneInfo.ConvertTime(Now, zone).Date;
        return (Instant(today, zone), Instant(today.AddDays(1), zone), zone);
    }

    /// <summary>The studio's own day.</summary>
    public async Task<DateOnly> TodayAsync(CancellationToken stop) =>
        DateOnly.FromDateTime(
            TimeZoneInfo
                .ConvertTime(Now, TimeZoneInfo.FindSystemTimeZoneById((await StudioAsync(stop)).TimeZone))
                .DateTime
        );

    public static DateTimeOffset Instant(DateTime local, TimeZoneInfo zone) =>
        new DateTimeOffset(local, zone.GetUtcOffset(local)).ToUniversalTime();
}
