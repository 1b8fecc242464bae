using System.Globalization;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Studio;

/// <summary>Entries are dated ahead of this computer's clock: one of the two is wrong, and only a person knows which.</summary>
internal sealed record ClockQuestionView(string Sentence);

/// <summary>The coach says that the clock is right now: what is dated ahead keeps its date and its place in the order.</summary>
internal sealed record ClockAnswer(Guid Id);

/// <summary>Asks about a clock that was set back, once for each time.</summary>
internal static class ClockQuestion
{
    private const string Kind = "clock";

    /// <summary>Computers agree with each other only so far; less is not asked about.</summary>
    private static readonly TimeSpan Slack = TimeSpan.FromMinutes(10);

    public static async Task<ClockQuestionView?> OfAsync(
        StudioContext db,
        WriteOrder order,
        StudioRecord studio,
        DateTimeOffset now,
        CancellationToken stop
    )
    {
        var dated = WriteOrder.Instant(order.Last);
        if (dated - now <= Slack)
            return null;
        // What was answered about covers what came in right behind it.
        var answered = await db
            .Edits.AsNoTracking()
            .Where(e => e.StudioId == studio.Id && e.Kind == Kind)
            .OrderByDescending(e => e.Sequence)
            .Select(e => (long?)e.Sequence)
            .FirstOrDefaultAsync(stop);
        if (answered is { } place && dated - WriteOrder.Instant(place) <= Slack)
            return null;
        var zone = TimeZoneInfo.FindSystemTimeZoneById(studio.TimeZone);
        string Said(DateTimeOffset at) =>
            TimeZoneInfo.ConvertTime(at, zone).ToString("dddd d MMMM yyyy, HH:mm", CultureInfo.InvariantCulture);
        return new ClockQuestionView(
            $"Entries are dated up to {Said(dated)}, but the clock of the studio's computer says {Said(now)}. Is the clock right?"
        );
    }

    public static async Task<NoContent> AnswerAsync(
        ClockAnswer request,
        FactWriter facts,
        WriteOrder order,
        CancellationToken stop
    )
    {
        if (await facts.ExistingAsync<EditFact, KeptAnswer>(request.Id, new KeptAnswer(request.Id), stop) is null)
        {
            await facts.AddAsync(
                new EditFact
                {
                    Id = request.Id,
                    Kind = Kind,
                    Subject = "studio",
                    Before = WriteOrder.Instant(order.Last).ToString("O", CultureInfo.InvariantCulture),
                    After = "right",
                },
                new KeptAnswer(request.Id),
                stop
            );
        }

        return TypedResults.NoContent();
    }
}
