using DeftStride.Core.Exercises;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Work;
using DeftStride.Web.Access;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace DeftStride.Web.Features.Studio;

internal sealed record OptionView(string Id, string Name);

/// <summary>A setting as it stands for what was asked: its value, and from where it was taken.</summary>
internal sealed record SettingView(
    string Id,
    string Name,
    string Why,
    IReadOnlyList<OptionView> Options,
    string Value,
    SettingSource Source,
    SuggestionView? Suggestion
);

/// <summary>An option that suits this client better than the one in force, and why. Offered, never taken by itself.</summary>
internal sealed record SuggestionView(string OptionId, string Why);

internal sealed record SettingsView(long StudioVersion, long? ClientVersion, IReadOnlyList<SettingView> Settings);

/// <summary>One choice. <see cref="Key"/> names the client, the exercise or the school; null as option takes the choice back.</summary>
internal sealed record SettingChange(
    Guid OperationId,
    long Version,
    SettingSource Level,
    string? Key,
    string SettingId,
    string? OptionId
);

internal static class SettingEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/settings", GetAsync).WithName("getSettings");
        api.MapPut("/settings", ChangeAsync).WithName("changeSetting").InTurn();
    }

    private static async Task<Ok<SettingsView>> GetAsync(
        Guid? client,
        string? exercise,
        string? school,
        StudioScope scope,
        CancellationToken stop
    ) =>
        TypedResults.Ok(
            View(
                await scope.StudioAsync(stop),
                client is { } id ? await scope.ClientAsync(id, stop) : null,
                exercise,
                school is null ? null : ChoiceLevel.Style(school)
            )
        );

    private static async Task<Ok<SettingsView>> ChangeAsync(
        SettingChange request,
        HttpContext http,
        StudioScope scope,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        var choice = new OptionChoice(request.SettingId, request.OptionId).Checked();
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
                    c => ChoiceEdits.Set(c, "setting", choice.SettingId, choice.Set),
                    c => View(studio, c, null, null),
                    stop
                )
                : await changer.ChangeAsync(
                    request.OperationId,
                    request,
                    studio,
                    request.Version,
                    s => ChoiceEdits.Set(s, level, "setting", choice.SettingId, choice.Set),
                    s =>
                        View(
                            s,
                            null,
                            level.Source == SettingSource.Exercise ? level.Key : null,
                            level.Source == SettingSource.School ? ChoiceLevel.Style(level.Key) : null
                        ),
                    stop
                )
        );
    }

    private static SettingsView View(StudioRecord studio, ClientRecord? client, string? exercise, SchoolCode? school)
    {
        var all = KeptStudioChoices.Of(studio);
        var mine = client is null ? null : KeptClientChoices.Of(client);
        var toe = client is null ? null : KeptIntake.Of(client).Build().Toe();
        return new SettingsView(
            studio.Version,
            client?.Version,
            [
                .. Setting.All.Select(s =>
                {
                    var found = ChoicesInForce.Setting(s, all, mine, exercise, school);
                    return new SettingView(
                        s.Id,
                        s.Name,
                        s.Why,
                        [.. s.Options.Select(o => new OptionView(o.Id, o.Name))],
                        found.Value.Id,
                        found.Source,
                        s.Id == "toe"
                        && found.Source != SettingSource.Client
                        && toe is not null
                        && toe.OptionId != found.Value.Id
                            ? new SuggestionView(toe.OptionId, toe.Why)
                            : null
                    );
                }),
            ]
        );
    }
}
