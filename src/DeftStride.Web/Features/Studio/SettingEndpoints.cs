using DeftStride.Core.Exercises;
using DeftStride.Data.Records;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace DeftStride.Web.Features.Studio;

/// <summary>What a studio chose: for itself, per school and per exercise, setting id → option id.</summary>
internal sealed record StudioSettings(
    Dictionary<string, string> Studio,
    Dictionary<string, Dictionary<string, string>> Schools,
    Dictionary<string, Dictionary<string, string>> Exercises
)
{
    public static StudioSettings Of(StudioRecord studio) =>
        studio.Settings is { } kept ? Json.Read<StudioSettings>(kept) : new([], [], []);
}

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
                        var mine = Of(c);
                        var before = mine.GetValueOrDefault(setting.Id);
                        c.Settings = Json.Write(With(mine, request));
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
                    var all = StudioSettings.Of(s);
                    var chosen = Level(all, request.Level, request.Key);
                    var before = chosen.GetValueOrDefault(setting.Id);
                    With(chosen, request);
                    s.Settings = Json.Write(all);
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
    internal static Dictionary<string, string> Level(StudioSettings all, SettingSource level, string? key) =>
        level switch
        {
            SettingSource.Studio => all.Studio,
            SettingSource.School => At(all.Schools, SchoolOf(key).ToString()),
            SettingSource.Exercise => At(
                all.Exercises,
                Exercise.Find(key ?? "")?.Id ?? throw Refusal.BadInput("key", "Say for which exercise.")
            ),
            _ => throw Refusal.BadInput("level", "A setting belongs to a client, an exercise, a school or the studio."),
        };

    private static SchoolCode SchoolOf(string? name) =>
        Names.TryRead<SchoolCode>(name, out var code) ? code : throw Refusal.BadInput("key", "Say for which school.");

    /// <summary>The choices made for one client.</summary>
    internal static Dictionary<string, string> Of(ClientRecord client) =>
        client.Settings is { } kept ? Json.Read<Dictionary<string, string>>(kept) : [];

    private static Dictionary<string, string> At(Dictionary<string, Dictionary<string, string>> all, string key) =>
        all.TryGetValue(key, out var found) ? found : all[key] = [];

    private static Dictionary<string, string> With(Dictionary<string, string> chosen, SettingChange request)
    {
        if (request.OptionId is { } option)
            chosen[request.SettingId] = option;
        else
            chosen.Remove(request.SettingId);
        return chosen;
    }

    private static SettingsView View(StudioRecord studio, ClientRecord? client, string? exercise, SchoolCode? school)
    {
        var all = StudioSettings.Of(studio);
        var mine = client is null ? [] : Of(client);
        return new SettingsView(
            studio.Version,
            client?.Version,
            [
                .. Setting.All.Select(s =>
                {
                    var found = s.Resolve(
                        mine.GetValueOrDefault(s.Id),
                        exercise is null ? null : all.Exercises.GetValueOrDefault(exercise)?.GetValueOrDefault(s.Id),
                        school is null
                            ? null
                            : all.Schools.GetValueOrDefault(school.Value.ToString())?.GetValueOrDefault(s.Id),
                        all.Studio.GetValueOrDefault(s.Id)
                    );
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
