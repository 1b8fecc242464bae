using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Training.Running;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Logs;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Sessions;

/// <summary>A session as a device has it.</summary>
/// <param name="Id">Which.</param>
/// <param name="ClientId">Whose.</param>
/// <param name="Session">What was asked for when it began, what it may not go past, and every tap that the device knows.</param>
/// <param name="DeviceId">Which device sends it.</param>
/// <param name="DeviceName">What that device is called.</param>
/// <param name="Takes">Whether the device takes it over from another one.</param>
internal sealed record SentSession(
    Guid Id,
    Guid ClientId,
    KeptSession Session,
    Guid DeviceId,
    string DeviceName,
    bool Takes
);

/// <summary>
/// Keeps running sessions. Nothing that was counted is refused because something came to be known meanwhile: it has happened. What two
/// devices counted is joined (<see cref="SessionJoin"/>), and the same sent twice changes nothing.
/// </summary>
internal sealed class SessionRecorder(StudioContext db, StudioScope scope, LogRecorder logs)
{
    /// <summary>An hour has no more exercises than this.</summary>
    private const int MostItems = 30;

    /// <summary>Nor more taps.</summary>
    private const int MostTaps = 4000;

    /// <summary>Keeps what a device has of a session; logs it once it is put away, or once pain has stopped it.</summary>
    /// <exception cref="Refusal">It cannot be meant, or the client or the session is not there.</exception>
    public async Task<SessionRecord> KeepAsync(SentSession sent, CancellationToken stop)
    {
        var client = await scope.ClientAsync(sent.ClientId, stop);
        if (sent.Id == Guid.Empty || sent.DeviceId == Guid.Empty)
            throw Refusal.BadInput("id", "The session has no id. Reload the page and try again.");
        var record = await db.Sessions.FirstOrDefaultAsync(s => s.Id == sent.Id, stop);
        if (record is not null && record.ClientId != client.Id)
            throw Refusal.Conflict("This session is another client’s. Reload to see whose.");
        var before = record?.Body is { } body ? KeptSession.Kept.Read(body) : null;
        var begun = before ?? sent.Session;
        var (items, taken) = Read(begun, sent.Session);
        var joined = before is null ? taken : SessionJoin.Of(items, before.Guard.ToCore(), before.ToTaps(), taken);
        var run = SessionRun.Of(items, begun.Guard.ToCore(), joined);
        await using var whole = await db.Database.BeginTransactionAsync(stop);
        if (record is null)
        {
            record = new SessionRecord
            {
                Id = sent.Id,
                StudioId = client.StudioId,
                ClientId = client.Id,
                StartsAt = scope.Now,
                ExerciseId = (items.FirstOrDefault(i => i.Place == SessionPlace.Main) ?? items[0]).ExerciseId,
                CreatedAt = scope.Now,
                Version = 0,
            };
            db.Sessions.Add(record);
        }

        var after = KeptSession.Kept.Write(begun with { Taps = [.. joined.Select(KeptTap.Of)] });
        var takes = record.DeviceId is null || (sent.Takes && record.DeviceId != sent.DeviceId);
        var changed = after != record.Body || takes;
        if (changed)
        {
            record.Body = after;
            record.Version++;
            record.ChangedBy = await scope.CoachIdAsync(stop);
        }

        if (takes)
            (record.DeviceId, record.DeviceName, record.RunSince) = (
                sent.DeviceId,
                Text.Required("deviceName", sent.DeviceName, "Say what this device is called."),
                scope.Now
            );
        if (run.Closed)
            record.ClosedAt ??= scope.Now;
        if (changed)
            await db.SaveChangesAsync(stop);
        if (run.Closed || StoppedByPain(run))
            await LogAsync(record, run, stop);
        await whole.CommitAsync(stop);
        return record;
    }

    /// <summary>The logs of a session that stand, in the order of its exercises.</summary>
    public static IQueryable<LogFact> Logs(StudioContext db, Guid sessionId) =>
        db.Standing<LogFact>().AsNoTracking().Where(l => l.SessionId == sessionId).OrderBy(l => l.Sequence);

    /// <summary>Whether pain has ended it: what it leads to does not wait until somebody puts the session away.</summary>
    private static bool StoppedByPain(SessionRun run) =>
        run.Phase == SessionPhase.Stopped && run.Pains.Any(p => p.Pain.Counted >= Pain.StopScore);

    private async Task LogAsync(SessionRecord record, SessionRun run, CancellationToken stop)
    {
        var (_, _, zone) = await scope.DayAsync(stop);
        var today = await scope.TodayAsync(stop);
        var began = DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(record.StartsAt, zone).Date);
        var (morning, soreness) = (run.Morning, run.Soreness);
        var all = run.Logs();
        static bool Work(SessionItem item) => item.Place is SessionPlace.Main or SessionPlace.Accessory;
        foreach (var (item, done) in all)
        {
            var worst = run.WorstOf(item.ExerciseId);
            // What wakes and what is rehearsed is in the session; the numbers of the work do not follow from it. What hurt in it
            // does not wait for the work that never came.
            if (
                !Work(item)
                && (
                    worst is not { Counted: > 0 }
                    || all.Any(l => Work(l.Item) && l.Item.ExerciseId == item.ExerciseId)
                    || all.First(l => l.Item.ExerciseId == item.ExerciseId).Item != item
                )
            )
                continue;
            await logs.CountedAsync(
                new KeptLog(
                    new KeptDone(
                        [
                            .. done.Sets.Select(s => new KeptSet(
                                s.Side,
                                s.Amount,
                                s.Clean,
                                s.Load.Kilograms,
                                s.Load.Position,
                                s.Resets
                            )),
                        ],
                        null,
                        done.Effort,
                        worst is { } p ? new KeptPain(p.Score, p.Leg, p.Role, p.Site, p.Kind) : null,
                        morning,
                        run.Felts.TryGetValue(item.Id, out var felt) ? new KeptFelt(felt.AsExpected, felt.Where) : null,
                        KeptTempo.Of(item.Tempo),
                        run.Pace(item.Id) is { } pace ? Math.Round(pace, 1) : null,
                        Tired(run, item),
                        soreness
                    ),
                    item.Id,
                    record.ClientId,
                    began < today ? began : today,
                    item.ExerciseId
                ),
                record.Id,
                stop
            );
            // The morning after belongs to the whole of last time: it is told once.
            (morning, soreness) = (null, null);
        }
    }

    /// <summary>Sides that were only tired in an exercise; null for none.</summary>
    private static BodySide[]? Tired(SessionRun run, SessionItem item)
    {
        BodySide[] sides =
        [
            .. run.Tired.Where(side =>
                run.Over.Any(o => o.Step.Item == item.Id && o.Step.Side == side && o.Clean.Contains(false))
            ),
        ];
        return sides.Length == 0 ? null : sides;
    }

    private static (IReadOnlyList<SessionItem> Items, IReadOnlyList<SessionTap> Taps) Read(
        KeptSession begun,
        KeptSession sent
    )
    {
        if (begun.Items.Count is 0 or > MostItems)
            throw Refusal.BadInput("items", $"A session has from 1 to {MostItems} exercises.");
        if (sent.Taps.Count > MostTaps)
            throw Refusal.BadInput("taps", $"A session has at most {MostTaps} taps. Put it away and begin another.");
        try
        {
            SessionItem[] items = [.. begun.Items.Select(i => i.ToCore())];
            if (items.DistinctBy(i => i.Id).Count() < items.Length)
                throw Refusal.BadInput("items", "Two exercises of the session have one id. Reload and begin it again.");
            foreach (var item in items)
            {
                if (item.Problem() is { } problem)
                    throw Refusal.BadInput("items", $"{Name(item)}: {problem}");
            }

            SessionTap[] taps = [.. sent.Taps.Select(t => t.ToCore())];
            if (taps.Any(t => t.Id == Guid.Empty) || taps.DistinctBy(t => t.Id).Count() < taps.Length)
                throw Refusal.BadInput("taps", "Two taps have one id. Reload; what was counted stays on this device.");
            foreach (var told in taps.OfType<PainTold>())
            {
                if (told.Pain.Problem() is { } problem)
                    throw Refusal.BadInput("pain", problem);
            }

            foreach (var added in taps.OfType<ItemAdded>())
            {
                if (added.Item.Problem() is { } problem)
                    throw Refusal.BadInput("items", $"{Name(added.Item)}: {problem}");
            }

            return (items, taps);
        }
        catch (ArgumentException e)
        {
            throw Refusal.BadInput("taps", $"{e.Message} Reload; what was counted stays on this device.");
        }
    }

    private static string Name(SessionItem item) => Exercise.Find(item.ExerciseId)?.Name ?? "An exercise";
}
