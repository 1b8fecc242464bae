using System.Globalization;
using DeftStride.Core.Correcting;
using DeftStride.Data.Records;
using DeftStride.Web.Features.Studio;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace DeftStride.Web.Features.Library;

/// <summary>Lends a client a prop until a day, on which it is tried without (two weeks from today when no day is given), or takes it back.</summary>
internal sealed record PropChange(Guid OperationId, long Version, Guid ClientId, string CorrectionId, bool Lent, DateOnly? Review);

internal sealed record PropView(string CorrectionId, string Short, DateOnly Review, bool Due);

internal sealed record PropsView(long ClientVersion, IReadOnlyList<PropView> Props);

/// <summary>Props are borrowed: each has a day on which it is tried without.</summary>
internal static class PropEndpoints
{
    private const string Prefix = "prop:";

    public static void Map(IEndpointRouteBuilder api) => api.MapPut("/props", ChangeAsync).WithName("changeProp");

    /// <summary>What a client has borrowed, what is due first.</summary>
    public static IReadOnlyList<PropView> Of(ClientRecord client, DateOnly today) => [.. SettingEndpoints.Of(client).Where(s => s.Key.StartsWith(Prefix, StringComparison.Ordinal))
        .Select(s => (Id: s.Key[Prefix.Length..], Review: DateOnly.ParseExact(s.Value, "yyyy-MM-dd", CultureInfo.InvariantCulture)))
        .Where(p => Fault.Find(p.Id) is not null).Select(p => new PropView(p.Id, Fault.Find(p.Id)!.Value.Correction.Short, p.Review, p.Review <= today)).OrderBy(p => p.Review)];

    private static async Task<Ok<PropsView>> ChangeAsync(PropChange request, StudioScope scope, RecordChanger changer, TimeProvider clock, CancellationToken stop)
    {
        if (Fault.Find(request.CorrectionId) is not { Correction.Borrowed: true }) throw Refusal.BadInput("correction", "Only what borrows a wedge, a band, a block or a support has a day to give it back.");
        var (from, _, zone) = await scope.DayAsync(clock.GetUtcNow(), stop);
        var today = DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(from, zone).Date);
        var until = request.Review ?? today.AddDays(Correction.LentDays);
        if (request.Lent && (until <= today || until > today.AddDays(92))) throw Refusal.BadInput("review", "Choose a day from tomorrow to three months from now.");
        var client = await scope.ClientAsync(request.ClientId, stop);
        return TypedResults.Ok(await changer.ChangeAsync(request.OperationId, request, client, request.Version, c =>
        {
            var settings = SettingEndpoints.Of(c);
            if (request.Lent) settings[Prefix + request.CorrectionId] = until.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
            else settings.Remove(Prefix + request.CorrectionId);
            c.Settings = Json.Write(settings);
        }, c => new PropsView(c.Version, Of(c, today)), stop));
    }
}
