using DeftStride.Core.Exercises;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Work;
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
        // A day that was ahead when it was first sent may lie behind when it is sent again.
        if (await changer.ReplayAsync<PropsView>(request.OperationId, request, stop) is { Found: true } replay)
            return TypedResults.Ok(replay.Answer!);
        var today = await scope.TodayAsync(stop);
        var edit = ChoiceEdits.Lend(request.CorrectionId, request.Lent, request.Review, today);
        var client = await scope.ClientAsync(request.ClientId, stop);
        return TypedResults.Ok(
            await changer.ChangeAsync(
                request.OperationId,
                request,
                client,
                request.Version,
                edit,
                c => View(c, today),
                stop
            )
        );
    }

    private static async Task<Ok<PropsView>> KeepAsync(
        KeepChange request,
        StudioScope scope,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        var today = await scope.TodayAsync(stop);
        var edit = ChoiceEdits.Keep(request.CorrectionId, request.Kept, today);
        var client = await scope.ClientAsync(request.ClientId, stop);
        return TypedResults.Ok(
            await changer.ChangeAsync(
                request.OperationId,
                request,
                client,
                request.Version,
                edit,
                c => View(c, today),
                stop
            )
        );
    }

    private static PropsView View(ClientRecord client, DateOnly today) =>
        new(client.Version, Of(client, today), KeptOf(client));
}
