using System.Globalization;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Data.Records;
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
    private const string Prefix = "band:";

    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPut("/bands", ChangeAsync).WithName("changeBand").InTurn();

    /// <summary>What is chosen at each level for a client, an exercise and a school.</summary>
    public static BandChoices Choices(StudioRecord studio, ClientRecord client, string exercise, SchoolCode school)
    {
        var all = StudioSettings.Of(studio);
        return new BandChoices(
            Read(SettingEndpoints.Of(client)),
            Read(all.Exercises.GetValueOrDefault(exercise)),
            Read(all.Schools.GetValueOrDefault(school.ToString())),
            Read(all.Studio)
        );
    }

    private static async Task<Ok<BandVersionsView>> ChangeAsync(
        BandChange request,
        StudioScope scope,
        RecordChanger changer,
        CancellationToken stop
    )
    {
        var measure =
            Measure.Find(request.MeasureId)
            ?? throw Refusal.BadInput("measure", "This check is not known. Reload the page.");
        if (
            (request.Low is not null || request.High is not null)
            && new BandChoice(request.Low, request.High).Problem(measure) is { } problem
        )
            throw Refusal.BadInput("band", problem);
        if (request.Low is < -200 or > 300 || request.High is < -200 or > 300)
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
                        var chosen = SettingEndpoints.Of(c);
                        var before = chosen.GetValueOrDefault(Prefix + measure.Id);
                        c.Settings = Json.Write(With(chosen, request));
                        return new Edit(
                            "band",
                            measure.Id,
                            c.Id.ToString(),
                            before,
                            chosen.GetValueOrDefault(Prefix + measure.Id)
                        );
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
                    var all = StudioSettings.Of(s);
                    var chosen = SettingEndpoints.Level(all, request.Level, request.Key);
                    var before = chosen.GetValueOrDefault(Prefix + measure.Id);
                    With(chosen, request);
                    s.Settings = Json.Write(all);
                    return new Edit(
                        "band",
                        measure.Id,
                        request.Level == SettingSource.Studio ? "" : request.Key ?? "",
                        before,
                        chosen.GetValueOrDefault(Prefix + measure.Id)
                    );
                },
                s => new BandVersionsView(s.Version, null),
                stop
            )
        );
    }

    private static Dictionary<string, string> With(Dictionary<string, string> chosen, BandChange request)
    {
        string Edge(double? edge) => edge?.ToString("R", CultureInfo.InvariantCulture) ?? "";
        if (request.Low is null && request.High is null)
            chosen.Remove(Prefix + request.MeasureId);
        else
            chosen[Prefix + request.MeasureId] = $"{Edge(request.Low)}..{Edge(request.High)}";
        return chosen;
    }

    private static Dictionary<string, BandChoice> Read(Dictionary<string, string>? settings)
    {
        static double? Edge(string text) => text.Length == 0 ? null : double.Parse(text, CultureInfo.InvariantCulture);
        return settings is null
            ? []
            : settings
                .Where(s => s.Key.StartsWith(Prefix, StringComparison.Ordinal))
                .ToDictionary(
                    s => s.Key[Prefix.Length..],
                    s =>
                        s.Value.Split("..") is [var low, var high]
                            ? new BandChoice(Edge(low), Edge(high))
                            : throw new InvalidOperationException($"A band is kept as {s.Value}.")
                );
    }
}
