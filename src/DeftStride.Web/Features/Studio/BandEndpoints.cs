using DeftStride.Core.Exercises;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Work;
using DeftStride.Web.Access;
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
        HttpContext http,
        StudioScope scope,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        var pick = new BandPick(request.MeasureId, request.Low, request.High).Checked();
        var level = new ChoiceLevel(request.Level, request.Key);
        if (level.Client is null && !Owning.Owns(http))
            throw new HttpRefusal(StatusCodes.Status403Forbidden, Owning.Sentence);
        var studio = await scope.StudioAsync(stop);
        return TypedResults.Ok(
            level.Client is { } id
                ? await changer.ChangeAsync(
                    request.OperationId,
                    request,
                    await scope.ClientAsync(id, stop),
                    request.Version,
                    c => ChoiceEdits.Set(c, "band", pick.MeasureId, pick.Set),
                    c => new BandVersionsView(studio.Version, c.Version),
                    stop
                )
                : await changer.ChangeAsync(
                    request.OperationId,
                    request,
                    studio,
                    request.Version,
                    s => ChoiceEdits.Set(s, level, "band", pick.MeasureId, pick.Set),
                    s => new BandVersionsView(s.Version, null),
                    stop
                )
        );
    }
}
