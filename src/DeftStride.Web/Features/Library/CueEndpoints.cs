using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Data.Records;
using DeftStride.Web.Features.Studio;
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
    private const string Prefix = "cue:";

    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPut("/cues", ChangeAsync).WithName("changeCue").InTurn();

    /// <summary>The words in force; without a client the studio's alone.</summary>
    public static CueWords WordsOf(StudioRecord studio, ClientRecord? client) =>
        new(client is null ? [] : Read(SettingEndpoints.Of(client)), Read(StudioSettings.Of(studio).Studio));

    private static async Task<Ok<CueVersionsView>> ChangeAsync(
        CueChange request,
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
                            var settings = SettingEndpoints.Of(c);
                            var before = settings.GetValueOrDefault(Prefix + request.CorrectionId);
                            c.Settings = Json.Write(With(settings, request.CorrectionId, text));
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
                            var all = StudioSettings.Of(s);
                            var before = all.Studio.GetValueOrDefault(Prefix + request.CorrectionId);
                            With(all.Studio, request.CorrectionId, text);
                            s.Settings = Json.Write(all);
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

    private static Dictionary<string, string> With(Dictionary<string, string> settings, string id, string? text)
    {
        if (text is null)
            settings.Remove(Prefix + id);
        else
            settings[Prefix + id] = text;
        return settings;
    }

    private static Dictionary<string, string> Read(Dictionary<string, string> settings) =>
        settings
            .Where(s => s.Key.StartsWith(Prefix, StringComparison.Ordinal))
            .ToDictionary(s => s.Key[Prefix.Length..], s => s.Value);
}
