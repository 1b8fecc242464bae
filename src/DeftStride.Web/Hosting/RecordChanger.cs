using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Hosting;

/// <summary>
/// Changes mutable records. A repeated operation gets the answer it got the first time; a change based on an old version
/// is refused with both versions.
/// </summary>
internal sealed class RecordChanger(StudioContext db, StudioScope scope)
{
    public Task<TAnswer> ChangeAsync<TRecord, TAnswer>(
        Guid operationId,
        object request,
        TRecord record,
        long basedOn,
        Action<TRecord> change,
        Func<TRecord, TAnswer> answer,
        CancellationToken stop
    )
        where TRecord : Mutable =>
        ChangeAsync(
            operationId,
            request,
            record,
            basedOn,
            r =>
            {
                change(r);
                return (Edit?)null;
            },
            answer,
            stop
        );

    /// <summary>The same for something whose history is kept: what was changed is written down in the same step.</summary>
    public async Task<TAnswer> ChangeAsync<TRecord, TAnswer>(
        Guid operationId,
        object request,
        TRecord record,
        long basedOn,
        Func<TRecord, Edit?> change,
        Func<TRecord, TAnswer> answer,
        CancellationToken stop
    )
        where TRecord : Mutable
    {
        if (await ReplayAsync<TAnswer>(operationId, request, stop) is { Found: true } replay)
            return replay.Answer!;
        if (record.Version != basedOn)
            throw Stale(request, answer(record));
        var coach = await scope.CoachIdAsync(stop);
        if (change(record) is { } edit && edit.Before != edit.After)
            db.Add(edit.ToFact(operationId, record is StudioRecord ? record.Id : record.StudioId, coach, scope.Now));
        record.Version++;
        record.ChangedBy = coach;
        try
        {
            return await KeepAsync(operationId, request, answer(record), stop);
        }
        catch (DbUpdateConcurrencyException)
        {
            db.ChangeTracker.Clear();
            throw Stale(request, answer((await db.Set<TRecord>().FindAsync([record.Id], stop))!));
        }
    }

    public async Task<TAnswer> CreateAsync<TRecord, TAnswer>(
        Guid operationId,
        object request,
        Func<Task<TRecord>> make,
        Func<TRecord, TAnswer> answer,
        CancellationToken stop,
        Edit? edit = null
    )
        where TRecord : Mutable
    {
        if (await ReplayAsync<TAnswer>(operationId, request, stop) is { Found: true } replay)
            return replay.Answer!;
        var record = await make();
        record.StudioId = (await scope.StudioAsync(stop)).Id;
        record.CreatedAt = scope.Now;
        record.ChangedBy = await scope.CoachIdAsync(stop);
        if (record.Id == Guid.Empty)
            throw Refusal.BadInput("id", "The request has no id. Reload the page and try again.");
        if (await db.Set<TRecord>().AnyAsync(r => r.Id == record.Id, stop))
            throw Refusal.Conflict("This was already added. Reload to see it.");
        db.Add(record);
        if (edit is not null)
            db.Add(edit.ToFact(operationId, record.StudioId, record.ChangedBy.Value, scope.Now));
        return await KeepAsync(operationId, request, answer(record), stop);
    }

    /// <summary>The answer that an operation was given when it was done before. To be asked before anything is looked at that may have changed since.</summary>
    public async Task<(bool Found, TAnswer? Answer)> ReplayAsync<TAnswer>(
        Guid operationId,
        object request,
        CancellationToken stop
    )
    {
        if (operationId == Guid.Empty)
            throw Refusal.BadInput("operationId", "The request has no operation id. Reload the page and try again.");
        if (await db.Operations.AsNoTracking().FirstOrDefaultAsync(o => o.Id == operationId, stop) is not { } done)
            return (false, default);
        if (!Json.Same(done.Request, request))
            throw Refusal.Conflict("This step was already done, with different content. Reload to see what was kept.");
        // An answer of an earlier version that this one's pages could not read: the step was done, and the record says the rest.
        return Json.TryRead<TAnswer>(done.Answer, out var answer)
            ? (true, answer)
            : throw Refusal.Conflict("This step was already done, by an earlier version. Reload to see what was kept.");
    }

    private async Task<TAnswer> KeepAsync<TAnswer>(
        Guid operationId,
        object request,
        TAnswer answer,
        CancellationToken stop
    )
    {
        db.Operations.Add(
            new OperationRecord
            {
                Id = operationId,
                Request = Json.Write(request),
                Answer = Json.Write(answer),
                At = scope.Now,
            }
        );
        await db.SaveChangesAsync(stop);
        return answer;
    }

    private static Refusal Stale(object request, object? current) =>
        Refusal.Conflict(
            "Someone changed this while you were at it. Look at the newer version, then change it again if you still want to.",
            new Dictionary<string, object?> { ["yours"] = request, ["current"] = current }
        );
}
