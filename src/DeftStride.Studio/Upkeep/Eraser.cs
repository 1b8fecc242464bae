using System.Data.Common;
using System.Text.RegularExpressions;
using DeftStride.Data;
using DeftStride.Data.Opening;
using DeftStride.Data.Records;
using DeftStride.Studio.Films;
using DeftStride.Studio.Pictures;
using DeftStride.Studio.Trials;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using Microsoft.Extensions.Logging;

namespace DeftStride.Studio.Upkeep;

/// <summary>
/// Takes a client out of the studio: every record and fact of theirs, every answer that was kept to repeat, every picture and film. A
/// tombstone without a name is left. First the rows go in one step with the tombstone, then the files, then the database is written
/// anew so that no page holds what was in it; cut off in between, the next start goes on.
/// </summary>
internal sealed partial class Eraser(
    StudioContext db,
    StudioScope scope,
    StudioExperience experience,
    PictureSweep pictures,
    FilmSweep films,
    ILogger<Eraser> log
)
{
    /// <summary>Erases one. The turn to write must be had, and nobody may be saving media.</summary>
    /// <returns>Whether everything is gone by now; else the next start takes the rest away.</returns>
    /// <param name="client">Who.</param>
    /// <param name="by">The coach on record who asked for it.</param>
    /// <param name="stop">Gives it up before its first step is done.</param>
    public async Task<bool> EraseAsync(Guid client, Guid by, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var name = await db
            .Clients.IgnoreQueryFilters()
            .Where(c => c.Id == client)
            .Select(c => c.Name)
            .FirstOrDefaultAsync(stop);
        if (name is null)
            throw Refusal.Missing("This client is not here any more.");
        await using (var step = await db.Database.BeginTransactionAsync(stop))
        {
            // Looked at when all of them are gone: rows of one client rest on each other in every order.
            await db.Database.ExecuteSqlAsync($"PRAGMA defer_foreign_keys = ON", stop);
            var own = new HashSet<Guid> { client };
            foreach (var table in Tables())
            {
                own.UnionWith(await IdsAsync(table, client, stop));
#pragma warning disable EF1002 // The names come from the model, not from anybody.
                await db.Database.ExecuteSqlRawAsync(
                    $"DELETE FROM \"{table.GetTableName()}\" WHERE \"ClientId\" = {{0}}",
                    [client],
                    stop
                );
#pragma warning restore EF1002
            }

            var at = client.ToString();
            await db.Edits.Where(e => e.At == at).ExecuteDeleteAsync(stop);
            await ForgetAnswersAsync(own, name, stop);
            await db.Clients.IgnoreQueryFilters().Where(c => c.Id == client).ExecuteDeleteAsync(stop);
            // Somebody who came back and goes again has one tombstone, the later one.
            await db.Erased.Where(e => e.ClientId == client).ExecuteDeleteAsync(stop);
            // Its place in the order is the newest: what was marked as reached stays reached, though later rows went.
            db.Erased.Add(
                new ErasedRecord
                {
                    ClientId = client,
                    StudioId = studio.Id,
                    At = scope.Now,
                    By = by,
                }
            );
            await db.SaveChangesAsync(stop);
            await step.CommitAsync(stop);
        }

        experience.Changed(studio.Id);
        return await FinishAsync(stop);
    }

    /// <summary>Whether an erasure was cut off.</summary>
    public static bool IsCutOff(DbConnection studio) =>
        StudioForm.Column(studio, "SELECT 1 FROM Erased WHERE FinishedAt IS NULL LIMIT 1").Count > 0;

    /// <summary>Takes away what an erasure has left that was cut off, if there is one.</summary>
    public async Task<bool> FinishAsync(CancellationToken stop)
    {
        await db.Database.OpenConnectionAsync(stop);
        var connection = db.Database.GetDbConnection();
        if (!IsCutOff(connection))
            return true;
        await pictures.SweepAsync(stop);
        await films.SweepAsync(stop);
        await db.Database.ExecuteSqlAsync($"VACUUM", stop);
        // Somebody who reads an older state meanwhile holds the log up: it is cut with the next try then.
        if (StudioForm.Column(connection, "PRAGMA wal_checkpoint(TRUNCATE)") is not ["0"])
        {
            log.LogWarning("What was erased lies in the database's log until the next start.");
            return false;
        }

        var now = scope.Now;
        await db
            .Erased.Where(e => e.FinishedAt == null)
            .ExecuteUpdateAsync(e => e.SetProperty(r => r.FinishedAt, now), stop);
        return true;
    }

    /// <summary>Every table whose rows are somebody's. The log of who did what names a client by an id alone, and stays.</summary>
    private IEnumerable<IEntityType> Tables() =>
        db
            .Model.GetEntityTypes()
            .Where(t =>
                t.FindProperty(nameof(ClientFact.ClientId)) is not null
                && t.ClrType != typeof(DeedRecord)
                && t.ClrType != typeof(ErasedRecord)
            );

    private async Task<List<Guid>> IdsAsync(IEntityType table, Guid client, CancellationToken stop) =>
#pragma warning disable EF1002 // As above.
        await db
            .Database.SqlQueryRaw<Guid>(
                $"SELECT \"Id\" AS \"Value\" FROM \"{table.GetTableName()}\" WHERE \"ClientId\" = {{0}}",
                client
            )
            .ToListAsync(stop);
#pragma warning restore EF1002

    /// <summary>Answers that are kept so that a repeated request gets the same one: those that name the client or anything of theirs.</summary>
    private async Task ForgetAnswersAsync(HashSet<Guid> own, string name, CancellationToken stop)
    {
        var gone = new List<Guid>();
        await foreach (var kept in db.Operations.AsNoTracking().AsAsyncEnumerable().WithCancellation(stop))
        {
            if (
                own.Contains(kept.Id)
                || kept.Answer.Contains(name, StringComparison.OrdinalIgnoreCase)
                || kept.Request.Contains(name, StringComparison.OrdinalIgnoreCase)
                || Ids().EnumerateMatches(kept.Request).Any(kept.Request, own)
                || Ids().EnumerateMatches(kept.Answer).Any(kept.Answer, own)
            )
                gone.Add(kept.Id);
        }

        foreach (var some in gone.Chunk(500))
            await db.Operations.Where(o => some.Contains(o.Id)).ExecuteDeleteAsync(stop);
    }

    [GeneratedRegex("[0-9a-fA-F]{8}-[0-9a-fA-F]{4}-[0-9a-fA-F]{4}-[0-9a-fA-F]{4}-[0-9a-fA-F]{12}")]
    private static partial Regex Ids();
}

/// <summary>Looks through ids in a text without making anything of them.</summary>
internal static class IdMatches
{
    public static bool Any(this Regex.ValueMatchEnumerator matches, string text, HashSet<Guid> own)
    {
        foreach (var match in matches)
        {
            if (own.Contains(Guid.Parse(text.AsSpan(match.Index, match.Length))))
                return true;
        }

        return false;
    }
}
