using System.Data.Common;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Opening;
using DeftStride.Data.Records;
using DeftStride.Studio.Looks;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Logging;

namespace DeftStride.Studio.Upkeep;

/// <summary>
/// What an earlier version let in at the door and no version could use: found at each start, and taken out where it is sure
/// that nothing was meant by it. What was meant is never guessed: where that is open the record shows a question
/// (<see cref="Questions"/>).
/// </summary>
internal sealed class SpoiltData(
    StudioContext db,
    StudioScope scope,
    WriteTurns turns,
    TimeProvider clock,
    ILogger<SpoiltData> log
)
{
    /// <summary>Whether there is any.</summary>
    public static bool IsIn(DbConnection studio) =>
        StudioForm
            .Column(studio, "SELECT Settings FROM Studios WHERE Settings IS NOT NULL")
            .Any(s => HealStudio(s) is not null)
        || StudioForm
            .Column(studio, "SELECT Settings FROM Clients WHERE Settings IS NOT NULL")
            .Any(s => HealClient(s) is not null)
        || StudioForm.Column(studio, "SELECT Body FROM Ladders").Any(b => HealLadder(b) is not null);

    /// <summary>Takes it out, if there is any.</summary>
    public async Task HealAsync(CancellationToken stop)
    {
        using var turn = await turns.TakeAsync(stop);
        var studio = await scope.StudioAsync(stop);
        if (studio.Settings is { } kept && HealStudio(kept) is { } healed)
        {
            Note("studio", "", kept, healed, studio.Id);
            (studio.Settings, studio.Version) = (healed, studio.Version + 1);
        }

        foreach (var client in await db.Clients.Where(c => c.Settings != null).ToListAsync(stop))
        {
            if (HealClient(client.Settings!) is not { } now)
                continue;
            Note("client", client.Id.ToString(), client.Settings, now, studio.Id);
            (client.Settings, client.Version) = (now, client.Version + 1);
        }

        foreach (var ladder in await db.Ladders.ToListAsync(stop))
        {
            if (HealLadder(ladder.Body) is not { } body)
                continue;
            Note("ladder", ladder.LadderId, null, "ways that were listed more than once", studio.Id);
            (ladder.Body, ladder.Version) = (body, ladder.Version + 1);
        }

        await db.SaveChangesAsync(stop);
    }

    /// <summary>Choices for schools, exercises, settings and options that do not exist; nothing ever followed from them.</summary>
    private static string? HealStudio(string kept) =>
        KeptStudioChoices.Kept.TryRead(kept, out var all, out _) && all.Clean()
            ? KeptStudioChoices.Kept.Write(all)
            : null;

    private static string? HealClient(string kept) =>
        KeptClientChoices.Kept.TryRead(kept, out var mine, out _) && mine.Cleaned() is { } cleaned
            ? KeptClientChoices.Kept.Write(cleaned)
            : null;

    /// <summary>A way that is listed twice is one way, and one that leads nowhere is none.</summary>
    private static string? HealLadder(string body)
    {
        if (!KeptLadder.Kept.TryRead(body, out var ladder, out _))
            return null;
        var rungs = ladder.Rungs.Select(r => r.Id).ToHashSet();
        var healed = ladder with
        {
            Rungs = [.. ladder.Rungs.Select(r => r with { Next = [.. r.Next.Distinct().Where(rungs.Contains)] })],
        };
        return healed.Rungs.Zip(ladder.Rungs).Any(p => p.First.Next.Count != p.Second.Next.Count)
            ? KeptLadder.Kept.Write(healed)
            : null;
    }

    /// <summary>What was taken out is kept with the other edits.</summary>
    private void Note(string what, string at, string? before, string after, Guid studioId)
    {
        log.LogWarning(
            "Something that an earlier version let in and nothing could use was taken out of a {What} ({At}).",
            what,
            at
        );
        db.Add(
            new EditFact
            {
                Id = Guid.CreateVersion7(clock.GetUtcNow()),
                StudioId = studioId,
                CoachId = db.Coaches.OrderBy(c => c.CreatedAt).Select(c => c.Id).First(),
                RecordedAt = clock.GetUtcNow(),
                Kind = "mended",
                Subject = what,
                At = at,
                Before = before,
                After = after,
                Body = KeptNothing.Text,
            }
        );
    }
}
