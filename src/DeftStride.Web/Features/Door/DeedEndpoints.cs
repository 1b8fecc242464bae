using DeftStride.Core.Deciding;
using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Library;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Door;

/// <summary>A line of who did what.</summary>
internal sealed record DeedView(
    DateTimeOffset At,
    Deed Deed,
    [property: AsWritten] string? Who,
    [property: AsWritten] string? Client,
    [property: AsWritten] string Subject,
    [property: AsWritten] string Device
);

/// <summary>Lines, newest first, and whether older ones follow.</summary>
internal sealed record DeedsView(IReadOnlyList<DeedView> Deeds, DateTimeOffset? Before);

/// <summary>The log of who did what. Settings and overruled decisions are read from the facts that keep them anyway.</summary>
internal static class DeedEndpoints
{
    private const int Page = 60;

    public static void Map(IEndpointRouteBuilder api) => api.MapGet("/deeds", ListAsync).WithName("listDeeds");

    private static async Task<Ok<DeedsView>> ListAsync(
        StudioContext db,
        StudioScope scope,
        CancellationToken stop,
        [FromQuery(Name = "deed")] string? named = null,
        Guid? coach = null,
        DateTimeOffset? before = null
    )
    {
        Deed? deed =
            named is null ? null
            : named.All(char.IsLetter) && Enum.TryParse<Deed>(named, ignoreCase: true, out var known) ? known
            : throw Refusal.BadInput("deed", "This is nothing that is written down. Choose from the list.");
        var studio = await scope.StudioAsync(stop);
        var to = before ?? DateTimeOffset.MaxValue;
        var lines =
            new List<(DateTimeOffset At, Deed Deed, Guid? Coach, Guid? Client, string Subject, string Device)>();
        if (deed is not (Deed.SettingChanged or Deed.Overruled))
            lines.AddRange(
                (
                    await db
                        .Deeds.AsNoTracking()
                        .Where(d =>
                            d.StudioId == studio.Id
                            && d.At < to
                            && (deed == null || d.Deed == deed)
                            && (coach == null || d.CoachId == coach)
                        )
                        .OrderByDescending(d => d.At)
                        .Take(Page + 1)
                        .ToListAsync(stop)
                ).Select(d => (d.At, d.Deed, d.CoachId, d.ClientId, d.Subject, d.Device))
            );
        if (deed is null or Deed.SettingChanged)
            lines.AddRange(
                (
                    await Facts(db.Edits.Where(e => EditWords.Settings.Contains(e.Kind)), studio.Id, to, coach)
                        .Select(e => new
                        {
                            e.RecordedAt,
                            e.CoachId,
                            e.Kind,
                            e.Subject,
                            e.At,
                        })
                        .ToListAsync(stop)
                ).Select(e =>
                    (
                        e.RecordedAt,
                        Deed.SettingChanged,
                        (Guid?)e.CoachId,
                        // What it was set for may be an exercise: no client of that id is found then.
                        Guid.TryParse(e.At, out var whose)
                            ? (Guid?)whose
                            : null,
                        EditWords.Of(e.Kind, e.Subject),
                        ""
                    )
                )
            );
        if (deed is null or Deed.Overruled)
            lines.AddRange(
                (
                    await Facts(db.Decisions.Where(d => d.Chosen != d.Recommended), studio.Id, to, coach)
                        .Select(d => new
                        {
                            d.RecordedAt,
                            d.CoachId,
                            d.ClientId,
                            d.RuleId,
                        })
                        .ToListAsync(stop)
                ).Select(d =>
                    (
                        d.RecordedAt,
                        Deed.Overruled,
                        (Guid?)d.CoachId,
                        (Guid?)d.ClientId,
                        DecisionRule.InOrder.FirstOrDefault(r => r.Id == d.RuleId)?.Name ?? d.RuleId,
                        ""
                    )
                )
            );
        var shown = lines.OrderByDescending(l => l.At).Take(Page).ToList();
        var coaches = await db.Coaches.ToDictionaryAsync(c => c.Id, c => c.Name, stop);
        var about = shown.Select(l => l.Client).OfType<Guid>().Distinct().ToArray();
        var clients = await db.Clients.Where(c => about.Contains(c.Id)).ToDictionaryAsync(c => c.Id, c => c.Name, stop);
        return TypedResults.Ok(
            new DeedsView(
                shown.ConvertAll(l => new DeedView(
                    l.At,
                    l.Deed,
                    l.Coach is { } who ? coaches.GetValueOrDefault(who) : null,
                    l.Client is { } client ? clients.GetValueOrDefault(client) : null,
                    l.Subject,
                    l.Device
                )),
                lines.Count > shown.Count ? shown[^1].At : null
            )
        );
    }

    private static IQueryable<T> Facts<T>(IQueryable<T> facts, Guid studio, DateTimeOffset to, Guid? coach)
        where T : Data.Records.Fact =>
        facts
            .AsNoTracking()
            .Where(f => f.StudioId == studio && f.RecordedAt < to && (coach == null || f.CoachId == coach))
            .OrderByDescending(f => f.RecordedAt)
            .Take(Page + 1);
}
