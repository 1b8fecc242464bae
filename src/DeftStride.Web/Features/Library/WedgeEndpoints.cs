using DeftStride.Core.Correcting;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Trials;
using DeftStride.Studio.Work;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Library;

/// <summary>What was read of a foot and its knee; + inward, null for what was not read.</summary>
internal sealed record WedgeReadingDto(double? KneeCm, AnkleSeen? Ankle)
{
    public KeptWedgeReading ToKept() => new(KneeCm, Ankle);
}

internal sealed record WedgeTryDto(WedgePlace Place, WedgeAnswer Answer, WedgeReadingDto? Reading);

/// <summary>What was asked and read of one foot so far.</summary>
internal sealed record WedgeRequest(
    BodySide Foot,
    FootType? Type,
    IReadOnlyList<WedgeTryDto> Tries,
    WedgeReadingDto? Before = null,
    KneeReadBy ReadBy = KneeReadBy.Eye
)
{
    private const int Most = 12;

    public KeptWedgeTrial ToKept(Guid id, Guid client, WedgeAnswer? without = null, Guid? supersedes = null) =>
        Tries.Count > Most
            ? throw Refusal.BadInput("tries", "That is more than there is to try. Start this foot again.")
            : new(
                id,
                client,
                Foot,
                Type,
                ReadBy,
                Before?.ToKept(),
                [.. Tries.Select(t => new KeptWedgeTry(t.Place, t.Answer, t.Reading?.ToKept()))],
                without,
                supersedes
            );
}

/// <summary>A foot's exploration to keep; with <see cref="Without"/> what three without the wedge were like after one set on it.</summary>
internal sealed record WedgeTrialRequest(
    Guid Id,
    Guid ClientId,
    WedgeRequest Asked,
    WedgeAnswer? Without,
    Guid? Supersedes
);

/// <summary>What stands of one foot.</summary>
internal sealed record WedgeTrialView(
    Guid Id,
    BodySide Foot,
    DateTimeOffset At,
    string Coach,
    WedgePlace? Keep,
    bool TryWithout,
    bool GiveBack,
    string Say,
    IReadOnlyList<string> Because,
    WedgeRequest Asked
);

/// <summary>The guided exploration of a wedge, foot by foot, and what was kept of it.</summary>
internal static class WedgeEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost("/compute/wedge", Next).WithName("nextWedge");
    }

    /// <summary>What belongs to one client.</summary>
    public static void MapTrials(IEndpointRouteBuilder api)
    {
        api.MapPost("/wedge-trials", KeepAsync).WithName("addWedgeTrial").InTurn();
        api.MapGet("/clients/{id:guid}/wedges", OfClientAsync).WithName("getWedges");
    }

    private static Ok<WedgeStep> Next(WedgeRequest request)
    {
        var facts = request.ToKept(default, default).ToCore();
        return WedgeExploration.Problem(facts) is { } problem
            ? throw Refusal.BadInput("tries", problem)
            : TypedResults.Ok(WedgeExploration.Next(facts));
    }

    private static async Task<Ok<WedgeTrialView>> KeepAsync(
        WedgeTrialRequest request,
        StudioContext db,
        StudioScope scope,
        WedgeTrialRecorder recorder,
        CancellationToken stop
    )
    {
        var client = await scope.ClientAsync(request.ClientId, stop);
        var fact = await recorder.KeepAsync(
            request.Asked.ToKept(request.Id, client.Id, request.Without, request.Supersedes),
            stop
        );
        return TypedResults.Ok(View(fact, await CoachesAsync(db, client, stop)));
    }

    /// <summary>What stands of each foot, the newest first; a foot has one.</summary>
    private static async Task<Ok<WedgeTrialView[]>> OfClientAsync(
        Guid id,
        StudioContext db,
        StudioScope scope,
        CancellationToken stop
    )
    {
        var client = await scope.ClientAsync(id, stop);
        var coaches = await CoachesAsync(db, client, stop);
        var standing = await db.Standing<WedgeTrialFact>()
            .AsNoTracking()
            .Where(t => t.ClientId == id)
            .OrderByDescending(t => t.Sequence)
            .ToListAsync(stop);
        return TypedResults.Ok<WedgeTrialView[]>([
            .. standing.Select(t => View(t, coaches)).GroupBy(v => v.Foot).Select(g => g.First()),
        ]);
    }

    private static Task<Dictionary<Guid, string>> CoachesAsync(
        StudioContext db,
        ClientRecord client,
        CancellationToken stop
    ) =>
        db
            .Coaches.AsNoTracking()
            .Where(c => c.StudioId == client.StudioId)
            .ToDictionaryAsync(c => c.Id, c => c.Name, stop);

    private static WedgeTrialView View(WedgeTrialFact fact, Dictionary<Guid, string> coaches)
    {
        var (asked, said) = (KeptWedgeTrial.Kept.Read(fact.Body), KeptWedgeAdvice.Kept.Read(fact.Judged));
        return new WedgeTrialView(
            fact.Id,
            asked.Foot,
            fact.RecordedAt,
            coaches[fact.CoachId],
            said.Keep,
            asked.Without is null && said.Keep is { } kept && !WedgeExploration.Unborrowed(kept),
            said.GiveBack,
            said.Say,
            said.Because,
            new WedgeRequest(
                asked.Foot,
                asked.Type,
                [.. asked.Tries.Select(t => new WedgeTryDto(t.Place, t.Answer, Reading(t.Reading)))],
                Reading(asked.Before),
                asked.ReadBy
            )
        );
    }

    private static WedgeReadingDto? Reading(KeptWedgeReading? reading) =>
        reading is null ? null : new(reading.KneeCm, reading.Ankle);
}
