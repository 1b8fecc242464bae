using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Practice;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Web.Features.Checks;
using DeftStride.Web.Features.Clients;
using DeftStride.Web.Features.Dosing;
using DeftStride.Web.Features.Ladders;
using DeftStride.Web.Features.Library;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Features.Setup;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Floor;

internal enum VisitState
{
    Done,
    Next,
    Later,
}

internal sealed record VisitView(
    Guid Id,
    DateTimeOffset StartsAt,
    string Time,
    VisitState State,
    ClientSummary Client,
    string ExerciseId,
    string ExerciseName,
    string SchoolName,
    Attention Attention,
    string? LastDecision,
    LastLookView? LastLook,
    IReadOnlyList<CardLineView> Card,
    FloorDoseView? Dose
);

/// <summary>What is asked for today: the rung, the numbers, why these, which side first, and where the sides stand apart.</summary>
internal sealed record FloorDoseView(
    string RungName,
    string LadderName,
    bool Placed,
    PrescriptionView Asked,
    string Why,
    string FirstSide,
    string? Apart
);

/// <summary>The latest finished look: its sentence, and the three checks as they stood uncued.</summary>
internal sealed record LastLookView(IReadOnlyList<PartView> Sentence, IReadOnlyList<ResultView> Results)
{
    public static LastLookView Of(PastLookView look) =>
        new(
            look.Finding.Sentence,
            [.. look.Results.Where(r => r.Standing && KeptBrief.Instruments.Contains(r.MeasureId))]
        );
}

/// <summary>Today on the floor, in the studio's own day and in time order.</summary>
internal sealed record FloorView(
    DateOnly Day,
    string DayText,
    IReadOnlyList<VisitView> Visits,
    IReadOnlyList<ClientSummary> Unplanned
);

internal sealed record VisitRequest(Guid OperationId, Guid Id, Guid ClientId, string Time, string ExerciseId);

internal static class FloorEndpoints
{
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/floor", TodayAsync).WithName("getFloor");
        api.MapPost("/visits", PlanAsync).WithName("addVisit").InTurn();
    }

    /// <summary>Somebody not seen for longer is no longer on the floor's list of those with nothing planned.</summary>
    private const int SeenWithinDays = 92;

    /// <summary>No more than so many are named at once.</summary>
    private const int MostUnplanned = 30;

    private static async Task<Ok<FloorView>> TodayAsync(
        StudioContext db,
        StudioScope scope,
        LadderBook ladders,
        StudioPulse pulse,
        TimeProvider clock,
        CancellationToken stop
    ) =>
        TypedResults.Ok(
            await pulse.OnceAsync("floor", clock.GetUtcNow(), () => DayAsync(db, scope, ladders, clock, stop))
        );

    private static async Task<FloorView> DayAsync(
        StudioContext db,
        StudioScope scope,
        LadderBook ladders,
        TimeProvider clock,
        CancellationToken stop
    )
    {
        var studio = await scope.StudioAsync(stop);
        var now = clock.GetUtcNow();
        var (dayStart, dayEnd, zone) = await scope.DayAsync(now, stop);
        var visits = await (
            from visit in db.Visits.AsNoTracking()
            join client in db.Clients.AsNoTracking() on visit.ClientId equals client.Id
            where visit.StudioId == studio.Id && visit.StartsAt >= dayStart && visit.StartsAt < dayEnd
            orderby visit.StartsAt, client.Name
            select new { visit, client }
        ).ToListAsync(stop);
        var ids = visits.Select(v => v.client.Id).Distinct().ToArray();
        var facts = await FactsOfAsync(db, ids, stop);
        var setups = await BenchEndpoints.InForceAsync(db, ids, stop);
        var coaches = await db
            .Coaches.AsNoTracking()
            .Where(c => c.StudioId == studio.Id)
            .ToDictionaryAsync(c => c.Id, c => c.Name, stop);
        var (inForce, ways, rack) = (
            await ladders.LaddersAsync(stop),
            await ladders.WaysAsync(ids, stop),
            await ladders.RackAsync(stop)
        );
        var logs = await ladders.LogsAsync(ids, now.AddDays(-LogDays), stop);

        var today = DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(now, zone).Date);
        var rows = new List<VisitView>();
        var nextTaken = false;
        foreach (var row in visits)
        {
            var f = facts[row.client.Id];
            var logged = logs[row.client.Id].LastOrDefault(l => l.Day == today && l.CheckId is null);
            var done =
                (f.LastCheck is { } check && check.RecordedAt >= dayStart && f.LastDecision?.CheckId == check.Id)
                || logged is not null;
            var state =
                done ? VisitState.Done
                : nextTaken ? VisitState.Later
                : VisitState.Next;
            nextTaken |= state == VisitState.Next;
            var planned = Exercise.Find(row.visit.ExerciseId) ?? Exercise.SplitSquatToPad;
            // Whoever has gone on since the day was planned does what the rung asks for.
            var spot = LadderBook.SpotOf(inForce, planned.Id, ways[row.client.Id].ToArray(), logs[row.client.Id], rack);
            var exercise = spot is { Placed: true } at ? Exercise.Find(at.Rung.ExerciseId)! : planned;
            var last = f.LastCheck is { } looked ? JudgedLook(looked) : null;
            var way = ways[row.client.Id].ToArray();
            var lastDone = new[] { f.LastCheck?.RecordedAt, logs[row.client.Id].LastOrDefault()?.RecordedAt }.Max();
            var lastPlace = Math.Max(f.LastCheck?.Sequence ?? 0, logs[row.client.Id].LastOrDefault()?.Sequence ?? 0);
            var away = LayOff.Of(
                way.Any(w => w.Kind == MoveKind.AfterBreak && w.Sequence > lastPlace) ? null : lastDone,
                now
            );
            rows.Add(
                new VisitView(
                    row.visit.Id,
                    row.visit.StartsAt,
                    TimeZoneInfo.ConvertTime(row.visit.StartsAt, zone).ToString("HH:mm"),
                    state,
                    new ClientSummary(row.client.Id, row.client.Name),
                    exercise.Id,
                    exercise.Name,
                    School.Of(row.client.School ?? exercise.UsualSchool ?? SchoolCode.VerticalShin).Name,
                    Attention.Of(
                        f.StopSigns,
                        f.Draft,
                        f.LastCheck?.RecordedAt,
                        f.LastDecision?.Chosen,
                        f.LastDecision?.LastPain,
                        f.Cue,
                        PropEndpoints.Of(row.client, today).FirstOrDefault(p => p.Due)?.Short,
                        now,
                        away
                    ),
                    logged is not null ? $"Logged. Next time: {KeptLogResult.Kept.Read(logged.Judged).Next.Text}."
                        : f.LastDecision is { } d ? KeptRecommendation.Kept.Read(d.Judged).Headline
                        : null,
                    last is not null ? LastLookView.Of(last) : null,
                    // While a stop sign stands nothing is set up and nothing is asked for: no card, no dose.
                    f.StopSigns > 0
                        ? []
                        :
                        [
                            .. setups[row.client.Id].FirstOrDefault(s => s.ExerciseId == exercise.Id) is { } kept
                                ? BenchEndpoints.View(kept, coaches).Card
                                : [],
                            .. PropEndpoints
                                .KeptOf(row.client)
                                .Select(k => new CardLineView("kept", "Kept", k.Text, "It helped in a trial.")),
                        ],
                    f.StopSigns > 0
                        ? null
                        : Dose(
                            spot,
                            exercise,
                            f.LastDecision?.LastPain > 0 ? KeptCheck.Kept.Read(f.LastCheck!.Body).Pain : null,
                            last
                        )
                )
            );
        }

        var seen = dayStart.AddDays(-SeenWithinDays);
        var unplanned = await db
            .Clients.AsNoTracking()
            .Where(c =>
                c.StudioId == studio.Id
                && !db.Visits.Any(v => v.ClientId == c.Id && v.StartsAt >= dayStart)
                && (
                    c.CreatedAt >= seen
                    || db.Visits.Any(v => v.ClientId == c.Id && v.StartsAt >= seen)
                    || db.Checks.Any(k => k.ClientId == c.Id && k.RecordedAt >= seen)
                )
            )
            .OrderBy(c => c.Name)
            .Take(MostUnplanned)
            .Select(c => new ClientSummary(c.Id, c.Name))
            .ToListAsync(stop);
        return new FloorView(
            today,
            today.ToString("dddd d MMMM", System.Globalization.CultureInfo.InvariantCulture),
            rows,
            unplanned
        );
    }

    private const int LogDays = 70;

    /// <summary>What a check was found to be, as it was kept; only checks from before that part was kept are read whole for it.</summary>
    private static PastLookView JudgedLook(CheckFact fact) => KeptBrief.Of(fact).ToWire();

    private static FloorDoseView? Dose(Spot? spot, Exercise exercise, KeptPain? pain, PastLookView? last) =>
        spot is null
            ? null
            : new FloorDoseView(
                spot.Rung.Name,
                spot.Ladder.Name,
                spot.Placed,
                PrescriptionView.Of(spot.Asked, exercise),
                spot.AskedWhy,
                ClientEndpoints.FirstSide(pain, last?.Finding.Side),
                spot.Placed && spot.Left != spot.Right
                    ? $"Left stands on “{spot.Ladder.Rung(spot.Left)!.Name}”, right on “{spot.Ladder.Rung(spot.Right)!.Name}”{(Stride.Planned(spot.Ladder, spot.Left, spot.Right) is { } weaker && weaker.Id != spot.Rung.Id ? $": matched to the weaker side it is “{weaker.Name}”" : "; the numbers match the weaker")}."
                    : null
            );

    private sealed record ClientFacts(
        int StopSigns,
        bool Draft,
        CheckFact? LastCheck,
        DecisionFact? LastDecision,
        string? Cue
    );

    private static async Task<Dictionary<Guid, ClientFacts>> FactsOfAsync(
        StudioContext db,
        Guid[] ids,
        CancellationToken stop
    )
    {
        var flags = await db.OpenFlags()
            .AsNoTracking()
            .Where(f => ids.Contains(f.ClientId))
            .Select(f => f.ClientId)
            .ToListAsync(stop);
        var drafts = await db
            .Drafts.AsNoTracking()
            .Where(d => ids.Contains(d.ClientId) && !db.Checks.Any(c => c.Id == d.Id))
            .Select(d => d.ClientId)
            .ToListAsync(stop);
        var trials = (
            await db.StandingTrials()
                .AsNoTracking()
                .Where(t => ids.Contains(t.ClientId) && t.Outcome == TrialOutcome.Helped)
                .Select(t => new
                {
                    t.ClientId,
                    t.CorrectionId,
                    t.Outcome,
                    t.Sequence,
                })
                .ToListAsync(stop)
        ).ToLookup(t => t.ClientId, t => new PastTrial(t.CorrectionId, t.Outcome, WriteOrder.Instant(t.Sequence)));
        // One look into the index a client: the latest that stands, however many years lie below it.
        var latest = await db
            .Clients.AsNoTracking()
            .Where(c => ids.Contains(c.Id))
            .Select(c =>
                db.Standing<CheckFact>()
                    .Where(k => k.ClientId == c.Id)
                    .OrderByDescending(k => k.Sequence)
                    .Select(k => (Guid?)k.Id)
                    .FirstOrDefault()
            )
            .ToListAsync(stop);
        Guid[] looked = [.. latest.OfType<Guid>()];
        var checks = (
            await db
                .Checks.AsNoTracking()
                .Where(c => looked.Contains(c.Id))
                .Select(c => new CheckFact
                {
                    Id = c.Id,
                    ClientId = c.ClientId,
                    CoachId = c.CoachId,
                    RecordedAt = c.RecordedAt,
                    Sequence = c.Sequence,
                    ExerciseId = c.ExerciseId,
                    School = c.School,
                    Brief = c.Brief,
                    Judged = c.Brief == null ? c.Judged : "",
                    Standard = c.Brief == null ? c.Standard : "",
                    Body = c.Body,
                })
                .ToListAsync(stop)
        ).ToDictionary(c => c.ClientId);
        var decisions = (
            await db.Standing<DecisionFact>().AsNoTracking().Where(d => looked.Contains(d.CheckId)).ToListAsync(stop)
        )
            .GroupBy(d => d.CheckId)
            .ToDictionary(g => g.Key, g => g.MaxBy(d => d.Sequence)!);
        return ids.ToDictionary(
            id => id,
            id =>
            {
                var check = checks.GetValueOrDefault(id);
                var cue = CorrectionChoice
                    .Rank([.. trials[id]], null)
                    .FirstOrDefault(r => r.Helped > 0)
                    ?.Correction.Short;
                return new ClientFacts(
                    flags.Count(f => f == id),
                    drafts.Contains(id),
                    check,
                    check is null ? null : decisions.GetValueOrDefault(check.Id),
                    cue
                );
            }
        );
    }

    private static async Task<NoContent> PlanAsync(
        VisitRequest request,
        StudioScope scope,
        RecordChanger changer,
        TimeProvider clock,
        CancellationToken stop
    )
    {
        var client = await scope.ClientAsync(request.ClientId, stop);
        var exercise =
            Exercise.Find(request.ExerciseId)
            ?? throw Refusal.BadInput("exercise", "This exercise is not in the catalogue.");
        if (!TimeOnly.TryParseExact(request.Time, "HH:mm", out var time))
            throw Refusal.BadInput("time", "Give the time as hours and minutes, like 09:30.");
        var (from, _, zone) = await scope.DayAsync(clock.GetUtcNow(), stop);
        var day = TimeZoneInfo.ConvertTime(from, zone).Date;
        var local = day + time.ToTimeSpan();
        if (zone.IsInvalidTime(local))
            throw Refusal.BadInput("time", "The clocks go forward over that time today. Choose an hour later.");
        await changer.CreateAsync(
            request.OperationId,
            request,
            () =>
                Task.FromResult(
                    new VisitRecord
                    {
                        Id = request.Id,
                        ClientId = client.Id,
                        StartsAt = StudioScope.Instant(local, zone),
                        ExerciseId = exercise.Id,
                    }
                ),
            v => new { v.Id },
            stop
        );
        return TypedResults.NoContent();
    }
}
