using System.Globalization;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Training.Planning;
using DeftStride.Core.Training.Running;
using DeftStride.Data;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Plans;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Measuring;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Plans;

/// <summary>Puts the weeks of the studio together.</summary>
internal sealed class StudioPlanPages(StudioContext db, StudioScope scope, PlanBook plans, KitBook kit)
{
    /// <summary>How far the weeks of a studio go.</summary>
    public const int MostWeeks = 8;

    /// <summary>The studio's weeks from a day on.</summary>
    public async Task<StudioPlanView> OfAsync(DateOnly first, int weeks, CancellationToken stop)
    {
        var today = await scope.TodayAsync(stop);
        var studio = await scope.StudioAsync(stop);
        var visits = await plans.VisitsAsync(first, first.AddDays(7 * weeks), null, stop);
        Guid[] ids = [.. visits.Select(v => v.Record.ClientId).Distinct()];
        var names = await db
            .Clients.AsNoTracking()
            .Where(c => ids.Contains(c.Id))
            .Select(c => new { c.Id, c.Name })
            .ToDictionaryAsync(c => c.Id, c => c.Name, stop);
        var tape = ChoicesInForce.Kit(studio).Tape;
        var clashing = await kit.ClashesAsync(
            [.. visits.Where(v => v.Day >= today && v.Day < today.AddDays(ClashPages.Days))],
            stop
        );
        var versions = visits.ToDictionary(v => v.Record.Id, v => v.Record.Version);
        var clashed = clashing.SelectMany(c => new[] { c.One.VisitId, c.Other.VisitId }).ToHashSet();
        var week = visits
            .Where(v => v.Day >= MissedVisits.Monday(today) && v.Day < MissedVisits.Monday(today).AddDays(7))
            .ToArray();
        return new StudioPlanView(
            today,
            first,
            weeks,
            PartView.Of(Week(week, clashing, today)),
            [
                .. visits.Select(v => new StudioVisitView(
                    v.Record.Id,
                    v.Record.Version,
                    v.Record.ClientId,
                    names[v.Record.ClientId],
                    v.Day,
                    PlanPages.Time(v.At),
                    v.Stands,
                    Exercise
                        .Find(
                            v.Items.FirstOrDefault(i => i.Place == SessionPlace.Main)?.ExerciseId ?? v.Record.ExerciseId
                        )
                        ?.Name
                        ?? "",
                    v.Planned?.MovedFrom is { Count: > 0 },
                    [.. v.Due.Select(d => d.Short)],
                    clashed.Contains(v.Record.Id)
                )),
            ],
            [
                .. clashing.Select(c =>
                    ClashPages.Of(c, today, tape, versions, ChoicesInForce.Kit(studio).ToCore(), null)
                ),
            ]
        );
    }

    private static Phrase Week(CalendarVisit[] week, IReadOnlyList<KitClash> clashes, DateOnly today)
    {
        int Of(VisitStands stands) => week.Count(v => v.Stands == stands);
        var moved = week.Count(v => v.Planned?.MovedFrom is { Count: > 0 });
        List<PhrasePart> parts =
        [
            new(
                week.Length == 0
                    ? "Nothing is planned this week."
                    : $"This week: {week.Length} {(week.Length == 1 ? "visit" : "visits")}, {Of(VisitStands.Done)} done"
            ),
        ];
        if (Of(VisitStands.Missed) is > 0 and var missed)
            parts.Add(new($", {missed} missed", Tone.Off));
        if (moved > 0)
            parts.Add(new($", {moved} moved"));
        if (week.Length > 0)
            parts.Add(new("."));
        // What is to be settled is said wherever it lies: next week's is settled this one.
        if (clashes is [var first, ..])
        {
            var day = DateOnly.FromDateTime(first.At);
            var when =
                day == today ? "today"
                : day == today.AddDays(1) ? "tomorrow"
                : day < today.AddDays(7) ? $"on {day.DayOfWeek}"
                : string.Create(CultureInfo.InvariantCulture, $"on {day:d MMMM}");
            parts.Add(
                new($" {(clashes.Count == 1 ? "One clash" : $"{clashes.Count} clashes, the first")} {when}.", Tone.Off)
            );
        }

        return new Phrase(parts);
    }
}
