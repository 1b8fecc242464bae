using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Data.Kept;
using DeftStride.Studio.Work;
using DeftStride.Web.Access;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace DeftStride.Web.Features.Library;

/// <summary>Other words for a cue: the studio's, or one client's own phrase. Null takes them back; an empty text of the studio's retires the cue.</summary>
internal sealed record CueChange(
    Guid OperationId,
    long Version,
    SettingSource Level,
    Guid? ClientId,
    string CorrectionId,
    string? Text
);

internal sealed record CueVersionsView(long StudioVersion, long? ClientVersion);

/// <summary>Words that coaches and clients put in place of the usual ones. They are kept beside the other settings of studio and client.</summary>
internal static class CueEndpoints
{
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPut("/cues", ChangeAsync).WithName("changeCue").InTurn();

    private static async Task<Ok<CueVersionsView>> ChangeAsync(
        CueChange request,
        HttpContext http,
        StudioScope scope,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        if (Fault.Find(request.CorrectionId) is null)
            throw Refusal.BadInput("correction", "This correction is not known. Reload the page.");
        var text = request.Text is null ? null : Text.Optional("text", request.Text);
        if (Fault.IsOwn(request.CorrectionId) && request.CorrectionId.Length > 80)
            throw Refusal.BadInput("correction", "This cue cannot be kept under that name. Reload the page.");
        if (Fault.IsOwn(request.CorrectionId) && request.Level == SettingSource.Studio && text is { Length: 0 })
            throw Refusal.BadInput("text", "Write the cue, or take it away.");
        if (request.Level != SettingSource.Client && !Owning.Owns(http))
            throw new HttpRefusal(StatusCodes.Status403Forbidden, Owning.Sentence);
        var studio = await scope.StudioAsync(stop);
        switch (request.Level)
        {
            case SettingSource.Client:
                if (text is { Length: 0 })
                    throw Refusal.BadInput("text", "Write the client's own phrase, or take it back.");
                var client = await scope.ClientAsync(
                    request.ClientId ?? throw Refusal.BadInput("client", "Say whose phrase it is."),
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
                            var before = Change(mine.Own.Cues, request.CorrectionId, text);
                            c.Settings = KeptClientChoices.Kept.Write(mine);
                            return new Edit("cue", request.CorrectionId, c.Id.ToString(), before, text);
                        },
                        c => new CueVersionsView(studio.Version, c.Version),
                        stop
                    )
                );
            case SettingSource.Studio:
                return TypedResults.Ok(
                    await changer.ChangeAsync(
                        request.OperationId,
                        request,
                        studio,
                        request.Version,
                        s =>
                        {
                            var all = KeptStudioChoices.Of(s);
                            var before = Change(all.Studio.Cues, request.CorrectionId, text);
                            s.Settings = KeptStudioChoices.Kept.Write(all);
                            return new Edit("cue", request.CorrectionId, "", before, text);
                        },
                        s => new CueVersionsView(s.Version, null),
                        stop
                    )
                );
            default:
                throw Refusal.BadInput("level", "Words belong to the studio or to a client.");
        }
    }

    /// <summary>Sets or takes back; returns what it was.</summary>
    private static string? Change(Dictionary<string, string> cues, string id, string? text)
    {
        var before = cues.GetValueOrDefault(id);
        if (text is null)
            cues.Remove(id);
        else
            cues[id] = text;
        return before;
    }
}
