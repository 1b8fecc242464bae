using System.Globalization;
using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Studio;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace DeftStride.Web.Features.Library;

/// <summary>Lends a client a prop until a day, on which it is tried without (two weeks from today when no day is given), or takes it back.</summary>
internal sealed record PropChange(
    Guid OperationId,
    long Version,
    Guid ClientId,
    string CorrectionId,
    bool Lent,
    DateOnly? Review
);

internal sealed record PropView(string CorrectionId, string Short, DateOnly Review, bool Due);

/// <summary>Makes a change of set-up that helped part of the client's set-up, or takes it out again.</summary>
internal sealed record KeepChange(Guid OperationId, long Version, Guid ClientId, string CorrectionId, bool Kept);

/// <summary>A change that belongs to the client's set-up, since when.</summary>
internal sealed record KeptView(string CorrectionId, string Short, string Text, DateOnly Since);

internal sealed record PropsView(long ClientVersion, IReadOnlyList<PropView> Props, IReadOnlyList<KeptView> Kept);

/// <summary>What stays with a client after a trial that helped: props are borrowed and have a day on which they are tried without; changes that borrow nothing are part of the set-up until taken out.</summary>
internal static class PropEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPut("/props", LendAsync).WithName("changeProp").InTurn();
        api.MapPut("/kept", KeepAsync).WithName("changeKept").InTurn();
    }

    /// <summary>What a client has borrowed, what is due first.</summary>
    public static IReadOnlyList<PropView> Of(ClientRecord client, DateOnly today) =>
        [
            .. ChoicesInForce
                .Props(client, today)
                .Select(p => new PropView(p.Correction.Id, p.Correction.Short, p.Until, p.Due)),
        ];

    /// <summary>What belongs to a client's set-up, the oldest first.</summary>
    public static IReadOnlyList<KeptView> KeptOf(ClientRecord client) =>
        [
            .. ChoicesInForce
                .KeptChanges(client)
                .Select(k => new KeptView(
                    k.Correction.Id,
                    k.Correction.Short,
                    HouseStyle.Usual.Say(k.Correction.Cue),
                    k.Since
                )),
        ];

    private static async Task<Ok<PropsView>> LendAsync(
        PropChange request,
        StudioScope scope,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        if (await changer.ReplayAsync<PropsView>(request.OperationId, request, stop) is { Found: true } replay)
            return TypedResults.Ok(replay.Answer!);
        if (Fault.Find(request.CorrectionId) is not { Correction.Borrowed: true })
            throw Refusal.BadInput(
                "correction",
                "Only what borrows a wedge, a band, a block or a support has a day to give it back."
            );
        var today = await scope.TodayAsync(stop);
        var until = request.Review ?? today.AddDays(Correction.LentDays);
        if (request.Lent && (until <= today || until > today.AddDays(92)))
            throw Refusal.BadInput("review", "Choose a day from tomorrow to three months from now.");
        return await SetAsync(
            request.OperationId,
            request.Version,
            request,
            request.ClientId,
            mine =>
            {
                var before = mine.Props.FirstOrDefault(p => p.CorrectionId == request.CorrectionId);
                var others = mine.Props.Where(p => p.CorrectionId != request.CorrectionId);
                KeptProp? after = request.Lent ? new(request.CorrectionId, until) { Unknown = before?.Unknown } : null;
                return (
                    mine with
                    {
                        Props = after is null ? [.. others] : [.. others, after],
                    },
                    new Edit("prop", request.CorrectionId, Key(request.ClientId), Day(before?.Until), Day(after?.Until))
                );
            },
            today,
            scope,
            changer,
            stop
        );
    }

    private static async Task<Ok<PropsView>> KeepAsync(
        KeepChange request,
        StudioScope scope,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        if (Fault.Find(request.CorrectionId) is not { Correction: { Level: CorrectionLevel.SetUp, Borrowed: false } })
            throw Refusal.BadInput(
                "correction",
                "Only a change of set-up that borrows nothing becomes part of the set-up. Words are remembered by themselves, and what is borrowed has a day."
            );
        var today = await scope.TodayAsync(stop);
        return await SetAsync(
            request.OperationId,
            request.Version,
            request,
            request.ClientId,
            mine =>
            {
                var before = mine.Changes.FirstOrDefault(c => c.CorrectionId == request.CorrectionId);
                var others = mine.Changes.Where(c => c.CorrectionId != request.CorrectionId);
                KeptChange? after = request.Kept
                    ? new(request.CorrectionId, today) { Unknown = before?.Unknown }
                    : null;
                return (
                    mine with
                    {
                        Changes = after is null ? [.. others] : [.. others, after],
                    },
                    new Edit("kept", request.CorrectionId, Key(request.ClientId), Day(before?.Since), Day(after?.Since))
                );
            },
            today,
            scope,
            changer,
            stop
        );
    }

    private static async Task<Ok<PropsView>> SetAsync(
        Guid operation,
        long version,
        object request,
        Guid clientId,
        Func<KeptClientChoices, (KeptClientChoices After, Edit Edit)> change,
        DateOnly today,
        StudioScope scope,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        var client = await scope.ClientAsync(clientId, stop);
        return TypedResults.Ok(
            await changer.ChangeAsync(
                operation,
                request,
                client,
                version,
                c =>
                {
                    var (after, edit) = change(KeptClientChoices.Of(c));
                    c.Settings = KeptClientChoices.Kept.Write(after);
                    return edit;
                },
                c => new PropsView(c.Version, Of(c, today), KeptOf(c)),
                stop
            )
        );
    }

    private static string Key(Guid client) => client.ToString();

    private static string? Day(DateOnly? day) => day?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
}
