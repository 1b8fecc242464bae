using DeftStride.Core.Practice;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Safety;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

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
    [property: AsWritten] string Note,
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

    public static void MapClearing(IEndpointRouteBuilder api) =>
        api.MapPost("/flag-clearings", ClearAsync).WithName("clearFlag").InTurn();

    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/flags", RaiseAsync).WithName("raiseFlag").InTurn();
        api.MapPost("/flags/{id:guid}/withdrawal", WithdrawAsync).WithName("withdrawFlag").InTurn();
    }

    private static async Task<NoContent> RaiseAsync(FlagRequest request, FlagRecorder flags, CancellationToken stop)
    {
        await flags.RaiseAsync(Kept(request), stop);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> WithdrawAsync(
        Guid id,
        FlagWithdrawal request,
        FlagRecorder flags,
        CancellationToken stop
    )
    {
        await flags.WithdrawAsync(request.Id, id, stop);
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> ClearAsync(ClearingRequest request, FlagRecorder flags, CancellationToken stop)
    {
        await flags.ClearAsync(Kept(request), stop);
        return TypedResults.NoContent();
    }
}
