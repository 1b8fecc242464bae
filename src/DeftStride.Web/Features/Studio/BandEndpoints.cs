using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace DeftStride.Web.Features.Studio;

/// <summary>Another band for one measure, in its unit; both edges null take the choice back. <see cref="Key"/> names the client, the exercise or the school.</summary>
internal sealed record BandChange(
    Guid OperationId,
    long Version,
    SettingSource Level,
    string? Key,
    string MeasureId,
    double? Low,
    double? High
);

internal sealed record BandVersionsView(long StudioVersion, long? ClientVersion);

/// <summary>Bands chosen in place of the usual ones. They are kept beside the other settings of each level and count from the next check on.</summary>
internal static class BandEndpoints
{
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPut("/bands", ChangeAsync).WithName("changeBand").InTurn();

    private static async Task<Ok<BandVersionsView>> ChangeAsync(
        BandChange request,
        StudioScope scope,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        var measure =
            MeasureDefinition.Find(request.MeasureId)
            ?? throw Refusal.BadInput("measure", "This check is not known. Reload the page.");
        if (
            (request.Low is not null || request.High is not null)
            && new BandChoice(request.Low, request.High).Problem(measure) is { } problem
        )
            throw Refusal.BadInput("band", problem);
        if (
            FieldRange.BandEdge.Problem(request.Low) is not null
            || FieldRange.BandEdge.Problem(request.High) is not null
        )
            throw Refusal.BadInput(
                "band",
                "An edge that far out accepts everything. Give one that a body could reach."
            );
        var studio = await scope.StudioAsync(stop);
        if (request.Level == SettingSource.Client)
        {
            var client = await scope.ClientAsync(
                Guid.TryParse(request.Key, out var id) ? id : throw Refusal.BadInput("key", "Say for which client."),
                stop
            );
            return TypedResults.Ok(
                await changer.ChangeAsync(
                    request.OperationId,
                    request,
                    client,
                    request.Version,
                    c =>
                    {
                        var mine = KeptClientChoices.Of(c);
                        var (before, after) = Change(mine.Own.Bands, request);
                        c.Settings = KeptClientChoices.Kept.Write(mine);
                        return new Edit("band", measure.Id, c.Id.ToString(), before, after);
                    },
                    c => new BandVersionsView(studio.Version, c.Version),
                    stop
                )
            );
        }

        return TypedResults.Ok(
            await changer.ChangeAsync(
                request.OperationId,
                request,
                studio,
                request.Version,
                s =>
                {
                    var all = KeptStudioChoices.Of(s);
                    var chosen = SettingEndpoints.Level(all, request.Level, request.Key);
                    var (before, after) = Change(chosen.Bands, request);
                    s.Settings = KeptStudioChoices.Kept.Write(all);
                    return new Edit(
                        "band",
                        measure.Id,
                        request.Level == SettingSource.Studio ? "" : request.Key ?? "",
                        before,
                        after
                    );
                },
                s => new BandVersionsView(s.Version, null),
                stop
            )
        );
    }

    /// <summary>Sets or takes back; returns what it was and what it is, as the history of edits has them.</summary>
    private static (string? Before, string? After) Change(Dictionary<string, KeptBandChoice> bands, BandChange request)
    {
        var before = bands.GetValueOrDefault(request.MeasureId);
        if (request.Low is null && request.High is null)
            bands.Remove(request.MeasureId);
        else
            bands[request.MeasureId] = new KeptBandChoice(request.Low, request.High) { Unknown = before?.Unknown };
        return (before?.ToString(), bands.GetValueOrDefault(request.MeasureId)?.ToString());
    }
}
