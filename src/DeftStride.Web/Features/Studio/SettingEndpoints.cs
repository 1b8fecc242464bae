using DeftStride.Core.Exercises;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Work;
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
    SettingSource Source
);

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
                school is null ? null : SchoolOf(school)
            )
        );

    private static async Task<Ok<SettingsView>> ChangeAsync(
        SettingChange request,
        StudioScope scope,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        var setting =
            Setting.Find(request.SettingId)
            ?? throw Refusal.BadInput("setting", "This setting is not known. Reload the page.");
        if (request.OptionId is { } option && setting.Options.All(o => o.Id != option))
            throw Refusal.BadInput("option", $"{setting.Name} cannot be \"{option}\". Choose one of the list.");
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
                        var before = Change(mine.Own.Options, request);
                        c.Settings = KeptClientChoices.Kept.Write(mine);
                        return new Edit("setting", setting.Id, c.Id.ToString(), before, request.OptionId);
                    },
                    c => View(studio, c, null, null),
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
                    var before = Change(Level(all, request.Level, request.Key).Options, request);
                    s.Settings = KeptStudioChoices.Kept.Write(all);
                    return new Edit(
                        "setting",
                        setting.Id,
                        request.Level == SettingSource.Studio ? "" : request.Key ?? "",
                        before,
                        request.OptionId
                    );
                },
                s =>
                    View(
                        s,
                        null,
                        request.Level == SettingSource.Exercise ? request.Key : null,
                        request.Level == SettingSource.School ? SchoolOf(request.Key) : null
                    ),
                stop
            )
        );
    }

    /// <summary>The choices of one level of the studio.</summary>
    internal static KeptChoices Level(KeptStudioChoices all, SettingSource level, string? key) =>
        level switch
        {
            SettingSource.Studio => all.Studio,
            SettingSource.School => At(all.Schools, SchoolOf(key).ToString()),
            SettingSource.Exercise => At(
                all.Exercises,
                Exercise.Find(key ?? "")?.Id ?? throw Refusal.BadInput("key", "Say for which exercise.")
            ),
            _ => throw Refusal.BadInput("level", "A setting belongs to a client, an exercise, a style or the studio."),
        };

    private static SchoolCode SchoolOf(string? name) =>
        Names.TryRead<SchoolCode>(name, out var code) ? code : throw Refusal.BadInput("key", "Say for which style.");

    private static KeptChoices At(Dictionary<string, KeptChoices> all, string key) =>
        all.TryGetValue(key, out var found) ? found : all[key] = KeptChoices.None();

    /// <summary>Sets or takes back; returns what it was.</summary>
    private static string? Change(Dictionary<string, string> options, SettingChange request)
    {
        var before = options.GetValueOrDefault(request.SettingId);
        if (request.OptionId is { } option)
            options[request.SettingId] = option;
        else
            options.Remove(request.SettingId);
        return before;
    }

    private static SettingsView View(StudioRecord studio, ClientRecord? client, string? exercise, SchoolCode? school)
    {
        var all = KeptStudioChoices.Of(studio);
        var mine = client is null ? null : KeptClientChoices.Of(client);
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
                        found.Source
                    );
                }),
            ]
        );
    }
}
