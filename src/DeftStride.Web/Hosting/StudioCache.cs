using System.Data.Common;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.Caching.Hybrid;

namespace DeftStride.Web.Hosting;

/// <summary>
/// What was worked out from a whole studio (the floor, the ladders, the library) is kept in memory until something is written.
/// Everything kept carries one tag, which is cleared once a write can be read: on saving, and on the commit of what is saved in a
/// transaction. Writes are counted too, and the count is part of every key: whoever asks after a write never joins work that was
/// begun before it. This process is the only one that writes.
/// </summary>
internal sealed class StudioCache(HybridCache cache)
    : ISaveChangesInterceptor,
        IDbCommandInterceptor,
        IDbTransactionInterceptor
{
    private const string Written = "written";

    private long _writes;

    /// <summary>How many writes this process has done: what was read at another count may be old.</summary>
    public long Writes => Interlocked.Read(ref _writes);

    /// <summary>What depends on the time of day is worked out anew every minute, and forgotten a while after.</summary>
    private static readonly HybridCacheEntryOptions Fresh = new() { LocalCacheExpiration = TimeSpan.FromMinutes(1) };

    /// <summary>The rest stays until something is written. What a write has made old is only forgotten after this time: not longer, or an hour of writing would fill the memory.</summary>
    private static readonly HybridCacheEntryOptions Lasting = new() { LocalCacheExpiration = TimeSpan.FromMinutes(5) };

    /// <summary>An answer from memory while nothing has been written since it was worked out, else a new one.</summary>
    /// <typeparam name="T">Unchangeable and marked so: it is handed to everybody as it is.</typeparam>
    /// <param name="what">What it is.</param>
    /// <param name="scope">Whose studio, for whom, and which minute.</param>
    /// <param name="work">Works it out. Others may wait for the same: it is not given up when this caller goes away.</param>
    /// <param name="timed">Whether it depends on the day or the time of day.</param>
    public async Task<T> OnceAsync<T>(
        string what,
        StudioScope scope,
        Func<CancellationToken, Task<T>> work,
        bool timed = true
    )
        where T : class
    {
        var studio = await scope.StudioAsync(CancellationToken.None);
        var at = timed ? $"{scope.Now.UtcDateTime:yyyyMMddHHmm}" : "any time";
        return await cache.GetOrCreateAsync(
            FormattableString.Invariant($"{what} of {studio.Id:N} for {scope.Reach} at {at} after {Writes}"),
            work,
            // The work reads through this caller's own connection, so this caller stays until it is done.
            static async (work, stop) => await work(stop),
            timed ? Fresh : Lasting,
            [Written],
            CancellationToken.None
        );
    }

    /// <summary>Everything may be other than it was.</summary>
    public void Forget() => Clear();

    private void Clear()
    {
        Interlocked.Increment(ref _writes);
        // In memory alone this ends at once.
        cache.RemoveByTagAsync(Written).AsTask().GetAwaiter().GetResult();
    }

    public int SavedChanges(SaveChangesCompletedEventData eventData, int result)
    {
        Clear();
        return result;
    }

    public ValueTask<int> SavedChangesAsync(
        SaveChangesCompletedEventData eventData,
        int result,
        CancellationToken cancellationToken = default
    )
    {
        Clear();
        return ValueTask.FromResult(result);
    }

    public int NonQueryExecuted(DbCommand command, CommandExecutedEventData eventData, int result)
    {
        Clear();
        return result;
    }

    public ValueTask<int> NonQueryExecutedAsync(
        DbCommand command,
        CommandExecutedEventData eventData,
        int result,
        CancellationToken cancellationToken = default
    )
    {
        Clear();
        return ValueTask.FromResult(result);
    }

    // What is written in a transaction can be read only from here on.
    public void TransactionCommitted(DbTransaction transaction, TransactionEndEventData eventData) => Clear();

    public Task TransactionCommittedAsync(
        DbTransaction transaction,
        TransactionEndEventData eventData,
        CancellationToken cancellationToken = default
    )
    {
        Clear();
        return Task.CompletedTask;
    }
}
