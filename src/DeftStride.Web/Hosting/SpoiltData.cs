using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Data;
using DeftStride.Data.Opening;
using DeftStride.Data.Records;
using DeftStride.Web.Features.Ladders;
using DeftStride.Web.Features.Studio;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Hosting;

/// <summary>
/// What an earlier version let in at the door and no version could use: found at each start, and taken out where it is sure
/// that nothing was meant by it. What was meant is never guessed: where that is open the record shows a question
/// (<see cref="Features.Checks.Questions"/>).
/// </summary>
internal sealed class SpoiltData(
    StudioContext db,
    StudioScope scope,
    WriteTurns turns,
    TimeProvider clock,
    ILogger<SpoiltData> log
)
{
    public async Task HealAsync(CancellationToken stop)
    {
        // Nearly always there is nothing: that is seen without waking the whole model.
        await db.Database.OpenConnectionAsync(stop);
        var connection = db.Database.GetDbConnection();
        if (
            !StudioForm
                .Column(connection, "SELECT Settings FROM Studios WHERE Settings IS NOT NULL")
                .Any(s => HealStudio(s) is not null)
            && !StudioForm
                .Column(connection, "SELECT Settings FROM Clients WHERE Settings IS NOT NULL")
                .Any(s => Drop(Json.Read<Dictionary<string, string>>(s)))
            && !StudioForm.Column(connection, "SELECT Body FROM Ladders").Any(b => HealLadder(b) is not null)
        )
            return;
        using var turn = await turns.TakeAsync(stop);
        var studio = await scope.StudioAsync(stop);
        if (studio.Settings is { } kept && HealStudio(kept) is { } healed)
        {
            Note("studio", "", kept, healed, studio.Id);
            (studio.Settings, studio.Version) = (healed, studio.Version + 1);
        }

        foreach (var client in await db.Clients.Where(c => c.Settings != null).ToListAsync(stop))
        {
            var mine = Json.Read<Dictionary<string, string>>(client.Settings!);
            if (!Drop(mine))
                continue;
            var now = Json.Write(mine);
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
    private static string? HealStudio(string kept)
    {
        var all = Json.Read<StudioSettings>(kept);
        var changed = Drop(all.Studio);
        foreach (var school in all.Schools.Keys.Where(k => !Names.TryRead<SchoolCode>(k, out _)).ToArray())
            changed |= all.Schools.Remove(school);
        foreach (var exercise in all.Exercises.Keys.Where(k => Exercise.Find(k) is null).ToArray())
            changed |= all.Exercises.Remove(exercise);
        foreach (var chosen in all.Schools.Values.Concat(all.Exercises.Values))
            changed |= Drop(chosen);
        return changed ? Json.Write(all) : null;
    }

    private static bool Drop(Dictionary<string, string> chosen)
    {
        var unknown = chosen.Where(c => !Known(c.Key, c.Value)).Select(c => c.Key).ToArray();
        foreach (var key in unknown)
            chosen.Remove(key);
        return unknown.Length > 0;
    }

    private static bool Known(string key, string value) =>
        key.Split(':', 2) switch
        {
            ["band", var measure] => Core.Measuring.Measure.Find(measure) is not null
                && value.Split("..") is [var low, var high]
                && Edge(low)
                && Edge(high),
            ["cue", var correction] => Fault.Find(correction) is not null,
            ["prop" or "keep", var correction] => Fault.Find(correction) is not null
                && DateOnly.TryParseExact(value, "yyyy-MM-dd", out _),
            [var setting] => Setting.Find(setting) is { } found && found.Options.Any(o => o.Id == value),
            _ => false,
        };

    private static bool Edge(string text) =>
        text.Length == 0
        || (
            double.TryParse(text, System.Globalization.CultureInfo.InvariantCulture, out var edge)
            && double.IsFinite(edge)
        );

    /// <summary>A way that is listed twice is one way, and one that leads nowhere is none.</summary>
    private static string? HealLadder(string body)
    {
        var ladder = Json.Read<LadderDto>(body);
        var rungs = ladder.Rungs.Select(r => r.Id).ToHashSet();
        var healed = ladder with
        {
            Rungs = [.. ladder.Rungs.Select(r => r with { Next = [.. r.Next.Distinct().Where(rungs.Contains)] })],
        };
        return healed.Rungs.Zip(ladder.Rungs).Any(p => p.First.Next.Count != p.Second.Next.Count)
            ? Json.Write(healed)
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
                Body = "{}",
            }
        );
    }
}
