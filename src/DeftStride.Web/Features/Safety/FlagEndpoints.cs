using DeftStride.Core.Practice;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Checks;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Safety;

internal sealed record FlagRequest(Guid Id, Guid ClientId, string SignId, string? Note, Guid? Supersedes);

/// <summary>Takes a flag back that was raised by mistake: the same day only.</summary>
internal sealed record FlagWithdrawal(Guid Id);

/// <summary>A note that clears a flag: who examined, when, what is allowed, what is not, and until when.</summary>
internal sealed record ClearingRequest(
    Guid Id,
    Guid FlagId,
    string ExaminedBy,
    DateOnly ExaminedOn,
    string Allowed,
    DateOnly? Until = null,
    IReadOnlyList<string>? Forbids = null
);

/// <summary>A flag that stands, with what to do and whether it can still be taken back as a slip.</summary>
internal sealed record FlagView(
    Guid Id,
    string SignId,
    FlagTier Tier,
    string TierName,
    string WhatToDo,
    string WhomToSee,
    string Text,
    string Note,
    DateTimeOffset At,
    string Coach,
    bool CanWithdraw,
    string? Question
)
{
    public static FlagView Of(
        FlagFact fact,
        IReadOnlyDictionary<Guid, string> coaches,
        DateTimeOffset dayStart,
        string? question
    )
    {
        var sign = RedFlag.Find(fact.SignId);
        // A sign of another version is taken as seriously as one that nobody has looked at.
        var tier = sign?.Tier ?? FlagTier.BeforeLoading;
        return new(
            fact.Id,
            fact.SignId,
            tier,
            RedFlag.Word(tier),
            RedFlag.WhatToDo(tier),
            RedFlag.WhomToSee(tier),
            sign?.Text ?? fact.SignId,
            fact.Note,
            fact.RecordedAt,
            coaches[fact.CoachId],
            fact.RecordedAt >= dayStart,
            question
        );
    }
}

internal static class FlagEndpoints
{
    private static KeptFlag Kept(FlagRequest r) => new(r.Id, r.ClientId, r.SignId, r.Note, r.Supersedes);

    private static KeptClearing Kept(ClearingRequest r) =>
        new(
            r.Id,
            r.FlagId,
            r.ExaminedBy,
            r.ExaminedOn,
            r.Allowed,
            r.Until,
            r.Forbids is { Count: > 0 } forbids ? forbids : null
        );

    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/flags", RaiseAsync).WithName("raiseFlag").InTurn();
        api.MapPost("/flags/{id:guid}/withdrawal", WithdrawAsync).WithName("withdrawFlag").InTurn();
        api.MapPost("/flag-clearings", ClearAsync).WithName("clearFlag").InTurn();
    }

    private static async Task<NoContent> RaiseAsync(
        FlagRequest request,
        StudioScope scope,
        FactWriter facts,
        CancellationToken stop
    )
    {
        if (await facts.ExistingAsync<FlagFact, KeptFlag>(request.Id, Kept(request), stop) is not null)
            return TypedResults.NoContent();
        var client = await scope.ClientAsync(request.ClientId, stop);
        var sign =
            RedFlag.Find(request.SignId) ?? throw Refusal.BadInput("sign", "Choose one of the signs in the list.");
        await facts.AddAsync(
            new FlagFact
            {
                Id = request.Id,
                ClientId = client.Id,
                SignId = sign.Id,
                Note = Text.Optional("note", request.Note),
                Supersedes = request.Supersedes,
            },
            Kept(request),
            stop
        );
        return TypedResults.NoContent();
    }

    /// <summary>
    /// A slip is taken back on the day it was made, and stays in the record. A sign that was raised on two devices stands
    /// until both are taken back or cleared: the more careful answer counts.
    /// </summary>
    private static async Task<NoContent> WithdrawAsync(
        Guid id,
        FlagWithdrawal request,
        StudioContext db,
        StudioScope scope,
        FactWriter facts,
        CancellationToken stop
    )
    {
        var kept = new KeptFlag(request.Id, Guid.Empty, StandingFacts.Withdrawn, null, id);
        if (await facts.ExistingAsync<FlagFact, KeptFlag>(request.Id, kept, stop) is not null)
            return TypedResults.NoContent();
        var flag = await StandingAsync(id, db, scope, stop);
        var (from, _, _) = await scope.DayAsync(stop);
        if (flag.RecordedAt < from)
            throw Refusal.Conflict(
                "This red flag was raised before today. Clear it with a note: who examined, when, and what is allowed."
            );
        await facts.AddAsync(
            new FlagFact
            {
                Id = request.Id,
                ClientId = flag.ClientId,
                SignId = StandingFacts.Withdrawn,
                Note = flag.SignId,
                Supersedes = flag.Id,
            },
            kept,
            stop
        );
        return TypedResults.NoContent();
    }

    private static async Task<FlagFact> StandingAsync(
        Guid id,
        StudioContext db,
        StudioScope scope,
        CancellationToken stop
    )
    {
        var studio = await scope.StudioAsync(stop);
        var flag =
            await db.Flags.AsNoTracking().FirstOrDefaultAsync(f => f.Id == id && f.StudioId == studio.Id, stop)
            ?? throw Refusal.Missing("This sign is not on record. Reload the page.");
        if (await db.Flags.AnyAsync(f => f.Supersedes == flag.Id, stop))
            throw Refusal.Conflict("This sign was already taken back. Reload to see by whom.");
        if (
            await db.Standing<FlagClearingFact>()
                .AnyAsync(c => c.FlagId == flag.Id && c.ExaminedOn >= StandingFacts.FirstDay, stop)
        )
            throw Refusal.Conflict("This sign was already cleared. Reload to see by whom.");
        return flag;
    }

    private static async Task<NoContent> ClearAsync(
        ClearingRequest request,
        StudioContext db,
        StudioScope scope,
        FactWriter facts,
        CancellationToken stop
    )
    {
        if (await facts.ExistingAsync<FlagClearingFact, KeptClearing>(request.Id, Kept(request), stop) is not null)
            return TypedResults.NoContent();
        var flag = await StandingAsync(request.FlagId, db, scope, stop);
        var (_, to, zone) = await scope.DayAsync(stop);
        if (StudioScope.Instant(request.ExaminedOn.ToDateTime(TimeOnly.MinValue), zone) >= to)
            throw Refusal.BadInput(
                "examinedOn",
                "The examination lies in the future. Clear the sign once it has happened."
            );
        var raised = DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(flag.RecordedAt, zone).Date);
        if (request.ExaminedOn < raised)
            throw Refusal.BadInput(
                "examinedOn",
                $"The sign was raised on {raised:d MMMM}. An examination before that day does not clear it: enter the one after it."
            );
        if (request.Until < request.ExaminedOn)
            throw Refusal.BadInput(
                "until",
                "It would end before it begins. Give a last day after the examination, or leave it empty."
            );
        foreach (var forbidden in request.Forbids ?? [])
        {
            if (Forbidden.Find(forbidden) is null)
                throw Refusal.BadInput("forbids", "What is forbidden is not in the list. Reload the page.");
        }

        await facts.AddAsync(
            new FlagClearingFact
            {
                Id = request.Id,
                ClientId = flag.ClientId,
                FlagId = flag.Id,
                ExaminedBy = Text.Required("examinedBy", request.ExaminedBy, "Say who examined the client."),
                ExaminedOn = request.ExaminedOn,
                Allowed = Text.Required("allowed", request.Allowed, "Say what is allowed now."),
            },
            Kept(request),
            stop
        );
        return TypedResults.NoContent();
    }
}
