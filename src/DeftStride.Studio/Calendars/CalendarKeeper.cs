using System.Collections.Concurrent;
using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Calendars;

/// <summary>How often private addresses were asked for lately: a calendar program that asks every second is told to wait.</summary>
internal sealed class CalendarPace(TimeProvider clock)
{
    /// <summary>An address answers once in this time.</summary>
    public static readonly TimeSpan Least = TimeSpan.FromMinutes(1);

    private readonly ConcurrentDictionary<Guid, DateTimeOffset> _asked = [];

    /// <summary>How long an address has to wait before it answers again; null where it answers now.</summary>
    public TimeSpan? Wait(Guid calendar)
    {
        var now = clock.GetUtcNow();
        var free = false;
        var last = _asked.AddOrUpdate(
            calendar,
            _ =>
            {
                free = true;
                return now;
            },
            // A clock that was set back makes no wait longer than a minute.
            (_, before) => (free = now - before >= Least || before > now) ? now : before
        );
        return free ? null : Least - (now - last);
    }
}

/// <summary>Makes and takes back private addresses of calendars. An address is a long random token; what is kept is its hash.</summary>
internal sealed class CalendarKeeper(StudioContext db, StudioScope scope)
{
    /// <summary>Random bytes of a token: more than anybody guesses.</summary>
    private const int TokenBytes = 32;

    /// <summary>A studio has no more of them.</summary>
    private const int Most = 60;

    /// <summary>When it was asked for last is noted this often at most.</summary>
    private static readonly TimeSpan NoteEvery = TimeSpan.FromHours(1);

    /// <summary>
    /// Makes an address. The same asked for again while nobody has used it gets a new token in place of the first, since its answer may
    /// have been lost; the token itself can never be read again.
    /// </summary>
    /// <returns>The record and its token.</returns>
    /// <exception cref="Refusal">It was used already, or there are too many.</exception>
    public async Task<(CalendarRecord Record, string Token)> MakeAsync(
        Guid id,
        Guid? clientId,
        bool names,
        CancellationToken stop
    )
    {
        if (id == Guid.Empty)
            throw Refusal.BadInput("id", "The request has no id. Reload the page and try again.");
        var studio = await scope.StudioAsync(stop);
        if (clientId is { } client)
            await scope.ClientAsync(client, stop);
        var token = Convert
            .ToBase64String(RandomNumberGenerator.GetBytes(TokenBytes))
            .Replace('+', '-')
            .Replace('/', '_')
            .TrimEnd('=');
        var record = await db.Calendars.FirstOrDefaultAsync(c => c.Id == id, stop);
        if (
            record is not null
            && (record.AskedAt is not null || record.RevokedAt is not null || record.ClientId != clientId)
        )
            throw Refusal.Conflict("This address is in use already, and it is shown only once. Make another one.");
        if (record is null)
        {
            if (await db.Calendars.CountAsync(c => c.StudioId == studio.Id && c.RevokedAt == null, stop) >= Most)
                throw Refusal.Conflict(
                    $"There are {Most} private addresses already. Take back those that nobody uses."
                );
            record = new CalendarRecord
            {
                Id = id,
                StudioId = studio.Id,
                ClientId = clientId,
                TokenHash = "",
                CreatedAt = scope.Now,
            };
            db.Calendars.Add(record);
        }

        record.TokenHash = Hash(token);
        record.Names = names;
        record.ChangedBy = await scope.CoachIdAsync(stop);
        await db.SaveChangesAsync(stop);
        return (record, token);
    }

    /// <summary>Takes an address back: it answers no more. Twice is once.</summary>
    public async Task RevokeAsync(Guid id, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var record =
            await db.Calendars.FirstOrDefaultAsync(c => c.Id == id && c.StudioId == studio.Id, stop)
            ?? throw Refusal.Missing("This address is not there any more.");
        if (record.RevokedAt is not null)
            return;
        record.RevokedAt = scope.Now;
        record.Version++;
        record.ChangedBy = await scope.CoachIdAsync(stop);
        await db.SaveChangesAsync(stop);
    }

    /// <summary>The address that a token opens; null for none or one that was taken back.</summary>
    public async Task<CalendarRecord?> OpenAsync(string token, CancellationToken stop)
    {
        var hash = Hash(token);
        return await db
            .Calendars.AsNoTracking()
            .FirstOrDefaultAsync(c => c.TokenHash == hash && c.RevokedAt == null, stop);
    }

    /// <summary>Notes that an address is used, now and then.</summary>
    public async Task NoteAsync(CalendarRecord record, CancellationToken stop)
    {
        if (record.AskedAt is { } before && scope.Now - before < NoteEvery)
            return;
        var now = (DateTimeOffset?)scope.Now;
        await db
            .Calendars.Where(c => c.Id == record.Id)
            .ExecuteUpdateAsync(c => c.SetProperty(r => r.AskedAt, now), stop);
    }

    private static string Hash(string token) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(token)))}"
        );
}
