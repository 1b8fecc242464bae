using System.Collections.Concurrent;
using System.Data.Common;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace DeftStride.Web.Hosting;

/// <summary>
/// Counts changes of the database, so that what was worked out from the whole of it (the floor, the ladders, the library) is
/// worked out once and again after the next change. This process is the only one that writes.
/// </summary>
internal sealed class StudioPulse : ISaveChangesInterceptor, IDbCommandInterceptor, IDbTransactionInterceptor
{
    /// <summary>What depends on the time of day is worked out anew after this long.</summary>
    private static readonly TimeSpan Fresh = TimeSpan.FromSeconds(20);

    private readonly ConcurrentDictionary<string, (long Beat, DateTimeOffset At, object Answer)> _kept = [];
    private long _beat;

    /// <summary>An answer from memory while nothing has changed since it was worked out, else a new one.</summary>
    public async Task<T> OnceAsync<T>(string key, DateTimeOffset now, Func<Task<T>> work)
        where T : class
    {
        var beat = Interlocked.Read(ref _beat);
        if (_kept.TryGetValue(key, out var kept) && kept.Beat == beat && now - kept.At < Fresh && now >= kept.At)
            return (T)kept.Answer;
        var answer = await work();
        // What was changed meanwhile is not in it for certain: it is kept under the beat it was begun at.
        _kept[key] = (beat, now, answer);
        return answer;
    }

    private void Beat() => Interlocked.Increment(ref _beat);

    public int SavedChanges(SaveChangesCompletedEventData eventData, int result)
    {
        Beat();
        return result;
    }

    public ValueTask<int> SavedChangesAsync(
        SaveChangesCompletedEventData eventData,
        int result,
        CancellationToken cancellationToken = default
    )
    {
        Beat();
        return ValueTask.FromResult(result);
    }

    public int NonQueryExecuted(DbCommand command, CommandExecutedEventData eventData, int result)
    {
        Beat();
        return result;
    }

    public ValueTask<int> NonQueryExecutedAsync(
        DbCommand command,
        CommandExecutedEventData eventData,
        int result,
        CancellationToken cancellationToken = default
    )
    {
        Beat();
        return ValueTask.FromResult(result);
    }

    // What is written in a transaction can be read only from here on.
    public void TransactionCommitted(DbTransaction transaction, TransactionEndEventData eventData) => Beat();

    public Task TransactionCommittedAsync(
        DbTransaction transaction,
        TransactionEndEventData eventData,
        CancellationToken cancellationToken = default
    )
    {
        Beat();
        return Task.CompletedTask;
    }
}
