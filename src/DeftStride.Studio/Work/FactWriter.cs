using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Work;

/// <summary>
/// Adds facts. The same id with the same body is answered as if it had just been written; with another body it is
/// refused. Nothing is ever overwritten.
/// </summary>
internal sealed class FactWriter(StudioContext db, StudioScope scope)
{
    /// <summary>SQLite's code for a broken unique or foreign key.</summary>
    private const int ConstraintFailed = 19;

    /// <summary>The fact that already has this id and says the same, or null when the id is free.</summary>
    public async Task<T?> ExistingAsync<T, TKept>(Guid id, TKept sent, CancellationToken stop)
        where T : Fact
        where TKept : StoredDocument, IKept<TKept>
    {
        if (id == Guid.Empty)
            throw Refusal.BadInput("id", "The request has no id. Reload the page and try again.");
        var existing = await db.Set<T>().AsNoTracking().FirstOrDefaultAsync(f => f.Id == id, stop);
        if (existing is not null && !TKept.Kept.Same(existing.Body, sent))
            throw Refusal.Conflict("This was already recorded, with different content. Reload to see what was kept.");
        return existing;
    }

    /// <summary>Writes a fact; when another request with the same id won the race, answers with that one.</summary>
    public async Task<T> AddAsync<T, TKept>(T fact, TKept sent, CancellationToken stop)
        where T : Fact
        where TKept : StoredDocument, IKept<TKept>
    {
        fact.Body = TKept.Kept.Write(sent);
        fact.StudioId = (await scope.StudioAsync(stop)).Id;
        fact.CoachId = await scope.CoachIdAsync(stop);
        fact.RecordedAt = scope.Now;
        if (fact.Supersedes is { } earlier)
        {
            if (!await db.Set<T>().AnyAsync(f => f.Id == earlier && f.StudioId == fact.StudioId, stop))
                throw Refusal.BadInput(
                    "supersedes",
                    "What this should replace is not there. Reload to see what was kept."
                );
            if (await db.Set<T>().AnyAsync(f => f.Supersedes == earlier, stop))
                throw Refusal.Conflict("This was already replaced by someone. Reload to see the newer one.");
        }

        db.Add(fact);
        try
        {
            await db.SaveChangesAsync(stop);
            return fact;
        }
        catch (DbUpdateException e) when (e.InnerException is SqliteException { SqliteErrorCode: ConstraintFailed })
        {
            db.ChangeTracker.Clear();
            return await ExistingAsync<T, TKept>(fact.Id, sent, stop)
                ?? throw Refusal.Conflict(
                    "Someone recorded the same thing at the same moment. Reload to see what was kept."
                );
        }
    }
}
