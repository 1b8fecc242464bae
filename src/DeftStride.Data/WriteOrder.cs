using System.Data.Common;
using System.Runtime.CompilerServices;
using DeftStride.Data.Files;
using DeftStride.Data.Records;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace DeftStride.Data;

/// <summary>
/// The order in which writes were taken. It goes on from the last place whatever the clock says, so that what came later is
/// later also after the clock was set back; while the clock runs forward a place is the instant in UTC ticks.
/// </summary>
/// <remarks>Places a write before it is saved and marks how far the studio has come once it is committed. One process writes.</remarks>
internal sealed class WriteOrder(TimeProvider clock) : ISaveChangesInterceptor, IDbTransactionInterceptor
{
    private readonly ConditionalWeakTable<DbContext, StrongBox<long>> _open = [];
    private StudioMark? _mark;
    private long _last;

    /// <summary>The last place that was given.</summary>
    public long Last => Interlocked.Read(ref _last);

    /// <summary>The instant of a place. While the clock runs forward it is when the write was taken.</summary>
    public static DateTimeOffset Instant(long place) => new(place, TimeSpan.Zero);

    /// <summary>Goes on after what the database holds.</summary>
    public void Continue(long last, StudioMark mark) => (_last, _mark) = (last, mark);

    /// <summary>Goes on after a place that came in with somebody else's writes. Call before those are committed.</summary>
    public void Past(long place)
    {
        long last;
        while (
            (last = Interlocked.Read(ref _last)) < place && Interlocked.CompareExchange(ref _last, place, last) != last
        ) { }
    }

    /// <summary>Writes that were given their places elsewhere are committed.</summary>
    public void Reached(long place) => _mark?.Reached(place);

    private long Next()
    {
        while (true)
        {
            var last = Interlocked.Read(ref _last);
            var next = Math.Max(last + 1, clock.GetUtcNow().UtcTicks);
            if (Interlocked.CompareExchange(ref _last, next, last) == last)
                return next;
        }
    }

    private void Place(DbContext? context)
    {
        if (context is null)
            return;
        foreach (var entry in context.ChangeTracker.Entries<IOrdered>())
        {
            if (entry.State != EntityState.Added)
                continue;
            entry.Entity.Sequence = Next();
            _open.GetOrCreateValue(context).Value = entry.Entity.Sequence;
        }
    }

    private void Committed(DbContext? context)
    {
        if (context is null || !_open.TryGetValue(context, out var place))
            return;
        _open.Remove(context);
        _mark?.Reached(place.Value);
    }

    /// <summary>What was saved inside a transaction is committed with it.</summary>
    private void Saved(DbContext? context)
    {
        if (context?.Database.CurrentTransaction is null)
            Committed(context);
    }

    public InterceptionResult<int> SavingChanges(DbContextEventData eventData, InterceptionResult<int> result)
    {
        Place(eventData.Context);
        return result;
    }

    public ValueTask<InterceptionResult<int>> SavingChangesAsync(
        DbContextEventData eventData,
        InterceptionResult<int> result,
        CancellationToken cancellationToken = default
    )
    {
        Place(eventData.Context);
        return ValueTask.FromResult(result);
    }

    public int SavedChanges(SaveChangesCompletedEventData eventData, int result)
    {
        Saved(eventData.Context);
        return result;
    }

    public ValueTask<int> SavedChangesAsync(
        SaveChangesCompletedEventData eventData,
        int result,
        CancellationToken cancellationToken = default
    )
    {
        Saved(eventData.Context);
        return ValueTask.FromResult(result);
    }

    public void TransactionCommitted(DbTransaction transaction, TransactionEndEventData eventData) =>
        Committed(eventData.Context);

    public Task TransactionCommittedAsync(
        DbTransaction transaction,
        TransactionEndEventData eventData,
        CancellationToken cancellationToken = default
    )
    {
        Committed(eventData.Context);
        return Task.CompletedTask;
    }

    public void TransactionRolledBack(DbTransaction transaction, TransactionEndEventData eventData) =>
        Forget(eventData.Context);

    public Task TransactionRolledBackAsync(
        DbTransaction transaction,
        TransactionEndEventData eventData,
        CancellationToken cancellationToken = default
    )
    {
        Forget(eventData.Context);
        return Task.CompletedTask;
    }

    public void SaveChangesFailed(DbContextErrorEventData eventData)
    {
        if (eventData.Context?.Database.CurrentTransaction is null)
            Forget(eventData.Context);
    }

    public Task SaveChangesFailedAsync(DbContextErrorEventData eventData, CancellationToken cancellationToken = default)
    {
        SaveChangesFailed(eventData);
        return Task.CompletedTask;
    }

    private void Forget(DbContext? context)
    {
        if (context is not null)
            _open.Remove(context);
    }
}
