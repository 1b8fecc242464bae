using System.Globalization;
using DeftStride.Core.Bodies;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;
using DeftStride.Core.Training;
using DeftStride.Core.Training.Planning;
using DeftStride.Core.Training.Running;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.People;
using DeftStride.Studio.Plans;
using DeftStride.Studio.Today;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Hosting;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Plans;

/// <summary>Puts the weeks together: of one client, and of the studio.</summary>
internal sealed class PlanPages(
    StudioContext db,
    StudioScope scope,
    PlanBook plans,
    KitBook kit,
    TodayBook days,
    LadderShelf shelf,
    StudioCache cache
)
{
    /// <summary>A clash is told so many days before.</summary>
    private const int ClashDays = 14;

    /// <summary>Without a plan so many weeks back are shown.</summary>
    private const int WeeksBack = 2;

    /// <summary>How far the weeks of a studio go.</summary>
    public const int MostWeeks = 8;

    public async Task<ClientPlanView> OfAsync(ClientRecord client, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var today = await scope.TodayAsync(stop);
        var tape = ChoicesInForce.Kit(studio).Tape;
        var day = await days.OfAsync(studio, client, scope.Now, stop);
        var standing = await plans.StandingAsync(client.Id, stop);
        var block = standing?.Kept.ToCore();
        var from = block?.First ?? today.AddDays(-7 * WeeksBack);
        var to = block is null || block.End < today ? today.AddDays(7 * Block.UsualWeeks) : block.End.AddDays(28);
        var visits = await plans.VisitsAsync(from, to, client.Id, stop);
        var logs = (await shelf.LogsAsync([client.Id], scope.Now.AddDays(-190), stop))[client.Id].ToArray();
        var clashes = await ClashesAsync(today, client.Id, stop);
        var missed = standing is null
            ? []
            : MissedVisits.Of(visits.Where(v => v.Record.PlanId == standing.Record.Id).Select(v => v.ToDay()), today);
        var moves = standing is null || missed.Count == 0 ? [] : await plans.MovesAsync(standing, stop);
        var work = WeekWork.Of(LadderShelf.Logged(logs));
        var warning = WeekWork.Warning(work, MissedVisits.Monday(today));
        PlanVisitView[] shown =
        [
            .. visits
                .Where(v =>
                    standing is null
                    || v.Record.PlanId == standing.Record.Id
                    || v.Day >= today
                    || v.Stands == VisitStands.Done
                )
                .Select(v => Shown(v, day, logs)),
        ];
        var missedView =
            missed.Count == 0
                ? null
                : new MissedView(
                    PlanSaid.Missed(missed, moves),
                    [.. moves.Select(m => new VisitMoveView(m.Id, m.From, m.Day, Time(m.At)))]
                );
        var (sentence, because) = Headline(
            client,
            today,
            tape,
            standing,
            clashes,
            missedView,
            warning,
            shown,
            day.Today
        );
        return new ClientPlanView(
            client.Id,
            client.Name,
            today,
            PartView.Of(sentence),
            because,
            standing is null || block is null
                ? null
                : new PlanBlockView(
                    standing.Record.Id,
                    standing.Record.Version,
                    Wire(block),
                    shown.Where(v => v.InPlan).Select(v => v.Day.AddDays(1)).Append(block.End).Max(),
                    block.DaysSaid,
                    [.. (standing.Kept.Notes ?? []).Select(n => n.Sentence)]
                ),
            await StartAsync(client, block, day.Today, today, stop),
            shown,
            block is null ? [] : [.. Weeks(block, shown, logs)],
            await RangesAsync(client.Id, block, visits, stop),
            missedView,
            [.. clashes],
            warning
        );
    }

    /// <summary>A block as it would be.</summary>
    public async Task<PlanDraftView> DraftAsync(ClientRecord client, Plan plan, CancellationToken stop)
    {
        var day = await days.OfAsync(await scope.StudioAsync(stop), client, scope.Now, stop);
        PlanVisitView[] visits =
        [
            .. plan.Visits.Select(v => new PlanVisitView(
                Guid.Empty,
                0,
                v.Number,
                v.Day,
                Time(v.At),
                VisitStands.Ahead,
                true,
                v.Lighter,
                [.. v.Items.Select(i => Item(i, v.Lighter, day, null))],
                [.. v.Due.Select(d => new PlanDueView(d.Kind, d.Short, d.Sentence))],
                [],
                []
            )),
        ];
        return new(
            visits,
            [.. plan.Notes.Select(n => n.Sentence)],
            plan.Block.End,
            $"{plan.Visits.Count} visits, {plan.Block.DaysSaid}"
        );
    }

    /// <summary>The studio's weeks from a day on.</summary>
    public async Task<StudioPlanView> StudioAsync(DateOnly first, int weeks, CancellationToken stop)
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
            [.. visits.Where(v => v.Day >= today && v.Day < today.AddDays(ClashDays))],
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
            PartView.Of(
                Week(week, clashing.Count(c => DateOnly.FromDateTime(c.At) < MissedVisits.Monday(today).AddDays(7)))
            ),
            [
                .. visits.Select(v => new StudioVisitView(
                    v.Record.Id,
                    v.Record.Version,
                    v.Record.ClientId,
                    names[v.Record.ClientId],
                    v.Day,
                    Time(v.At),
                    v.Stands,
                    Exercise
                        .Find(
                            v.Items.FirstOrDefault(i => i.Place == SessionPlace.Main)?.ExerciseId ?? v.Record.ExerciseId
                        )
                        ?.Name
                        ?? "",
                    v.Planned?.MovedFrom is { Count: > 0 },
                    [.. (v.Planned?.Due ?? []).Select(d => d.Short)],
                    clashed.Contains(v.Record.Id)
                )),
            ],
            [.. clashing.Select(c => Clash(c, today, tape, versions, ChoicesInForce.Kit(studio).ToCore(), null))],
            [
                .. visits
                    .Where(v => v.Stands == VisitStands.Missed && v.Day >= today.AddDays(-7))
                    .Select(v => names[v.Record.ClientId])
                    .Distinct(),
            ],
            [.. (await plans.OpenAsync(stop)).OrderBy(d => ((int)d + 6) % 7)]
        );
    }

    private static Phrase Week(CalendarVisit[] week, int clashes)
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
        if (week.Length == 0)
            return new Phrase(parts);
        if (Of(VisitStands.Missed) is > 0 and var missed)
            parts.Add(new($", {missed} missed", Tone.Off));
        if (clashes > 0)
            parts.Add(new($", {(clashes == 1 ? "one clash" : $"{clashes} clashes")}", Tone.Off));
        if (moved > 0)
            parts.Add(new($", {moved} moved"));
        parts.Add(new("."));
        return new Phrase(parts);
    }

    /// <summary>The clashes of the studio's next days, with whose the visits are and their versions.</summary>
    [System.ComponentModel.ImmutableObject(true)]
    private sealed record Clashes(
        IReadOnlyList<KitClash> Found,
        IReadOnlyDictionary<Guid, (Guid Client, long Version)> Visits
    );

    /// <summary>Clashes of the next days that a client is part of, with the versions of the visits.</summary>
    private async Task<IReadOnlyList<KitClashView>> ClashesAsync(DateOnly today, Guid clientId, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        // Everybody's visits are gone through once after a change, whoever's page is looked at.
        var all = await cache.OnceAsync(
            "clashes",
            scope,
            async once =>
            {
                var visits = await plans.VisitsAsync(today, today.AddDays(ClashDays), null, once);
                return new Clashes(
                    await kit.ClashesAsync(visits, once),
                    visits.ToDictionary(v => v.Record.Id, v => (v.Record.ClientId, v.Record.Version))
                );
            }
        );
        var mine = all.Visits.Where(v => v.Value.Client == clientId).Select(v => v.Key).ToHashSet();
        var listed = ChoicesInForce.Kit(studio);
        return
        [
            .. all
                .Found.Where(c => mine.Contains(c.One.VisitId) || mine.Contains(c.Other.VisitId))
                .Select(c =>
                    Clash(
                        c,
                        today,
                        listed.Tape,
                        all.Visits.ToDictionary(v => v.Key, v => v.Value.Version),
                        listed.ToCore(),
                        mine
                    )
                ),
        ];
    }

    private static KitClashView Clash(
        KitClash clash,
        DateOnly today,
        Tape tape,
        Dictionary<Guid, long> versions,
        StudioKit kit,
        HashSet<Guid>? mine
    )
    {
        // Whose heights are drawn: whoever would change, else the client whose page it is.
        var who = clash.WaysOut is [var first, ..]
            ? first.VisitId == clash.One.VisitId
                ? clash.One
                : clash.Other
            : mine?.Contains(clash.One.VisitId) == true
                ? clash.One
                : clash.Other;
        var keeps = who == clash.One ? clash.Other : clash.One;
        var offered = clash.WaysOut.FirstOrDefault(w => w.Height is not null)?.Height;
        double[] shown =
        [
            .. new[]
            {
                offered?.Metres,
                who.Fit.Wanted.Metres,
                kit.BoxesMetres.Where(b => b > who.Fit.HighMetres).Order().Cast<double?>().FirstOrDefault(),
            }
                .OfType<double>()
                .DistinctBy(m => Math.Round(m, 3))
                .Order(),
        ];
        return new(
            clash.One.VisitId,
            clash.One.Client,
            clash.Other.VisitId,
            clash.Other.Client,
            DateOnly.FromDateTime(clash.At),
            Time(TimeOnly.FromDateTime(clash.At)),
            clash.Piece,
            PartView.Of(PlanSaid.Of(clash, today, tape)),
            [
                .. clash.WaysOut.Select(w => new KitWayOutView(
                    w.Kind,
                    w.VisitId,
                    versions[w.VisitId],
                    w.Client,
                    w.ExerciseId,
                    w.Height is { } h ? Math.Round(100 * h.Metres, 1) : null,
                    w.Height is { } height
                        ? $"Give {w.Client} {tape.Length(height.Metres)}"
                        : $"Turn {w.Client}’s order round",
                    w.Sentence
                )),
            ],
            who.Client,
            Math.Round(100 * who.Fit.LowMetres, 1),
            Math.Round(100 * who.Fit.HighMetres, 1),
            $"{tape.Length(who.Fit.LowMetres)} to {tape.Length(who.Fit.HighMetres)} does for {who.Client}",
            [
                .. shown.Select(m => new KitHeightView(
                    Math.Round(100 * m, 1),
                    tape.Length(m),
                    Math.Abs(m - who.Fit.Wanted.Metres) < 1e-6 ? keeps.Client
                        : offered is { } o && Math.Abs(m - o.Metres) < 1e-6 ? who.Client
                        : null,
                    offered is { } other && Math.Abs(m - other.Metres) < 1e-6,
                    Math.Abs(m - who.Fit.Wanted.Metres) < 1e-6
                )),
            ]
        );
    }

    private static (Phrase, string) Headline(
        ClientRecord client,
        DateOnly today,
        Tape tape,
        StandingPlan? standing,
        IReadOnlyList<KitClashView> clashes,
        MissedView? missed,
        string? warning,
        IReadOnlyList<PlanVisitView> visits,
        Core.Training.Today now
    )
    {
        if (now.Barred)
            return (Phrase.Of(new PhrasePart(now.Attention.Sentence, Tone.Off)), now.Attention.Why);
        if (clashes is [var clash, ..])
            return (
                new Phrase([.. clash.Sentence.Select(p => new PhrasePart(p.Text, p.Tone))]),
                clash.WaysOut is [var way, ..]
                    ? way.Sentence
                    : "The studio has one of it, and both need it in the same quarter of an hour."
            );
        if (missed is not null)
            return (
                Phrase.Of(new PhrasePart(missed.Sentence)),
                "A missed visit moves and is never doubled: two hours of work in one are neither clean nor kept."
            );
        if (warning is not null)
            return (
                Phrase.Of(new PhrasePart(warning, Tone.Off)),
                "A week of much more work, or a big step in load, shows in the form first."
            );
        if (standing is null)
            return (
                Phrase.Of(new PhrasePart($"No weeks are planned for {client.Name.Split(' ')[0]} yet.")),
                "A block is four weeks by default: what for, on which days, what is due when. The numbers follow what is done."
            );
        if (
            visits.FirstOrDefault(v => v.State is VisitStands.Ahead or VisitStands.Running && v.Day >= today)
            is not { } next
        )
            return (
                Phrase.Of(new PhrasePart("The block is done. Look again, then plan the next.")),
                "What the next weeks are for follows from what was done in these, and from a look."
            );
        var main = next.Items.FirstOrDefault(i => i.Place == SessionPlace.Main);
        var when =
            next.Day == today ? "Today"
            : next.Day == today.AddDays(1) ? "Tomorrow"
            : next.Day < today.AddDays(7) ? next.Day.DayOfWeek.ToString()
            : next.Day.ToString("dddd d MMMM", CultureInfo.InvariantCulture);
        return (
            Phrase.Of(
                new($"{when} at {next.Time}: "),
                new(main is null ? "a visit" : $"{Lower(main.Name)}, {main.Asked}", Tone.Good),
                new(next.Due.Count > 0 ? $". Then: {Lower(next.Due[0].Short)}." : ".")
            ),
            next.Due.Count > 0
                ? next.Due[0].Sentence
                : "Level on purpose: more only once all of it is done and clean, never by the calendar."
        );
    }

    private async Task<PlanStartView> StartAsync(
        ClientRecord client,
        Block? block,
        Core.Training.Today now,
        DateOnly today,
        CancellationToken stop
    )
    {
        var habit = block is null ? await plans.HabitAsync(client.Id, stop) : block.Days;
        IReadOnlyList<PlanDay> suggested =
            habit.Count > 0 ? habit : [new(DayOfWeek.Tuesday, new(17, 0)), new(DayOfWeek.Friday, new(17, 0))];
        // The next block begins where this one ends.
        var first = block is not null && block.End > today ? block.End : today;
        return new(
            Wire(new Block(first, Block.UsualWeeks, suggested) { Own = block?.Own ?? new Dictionary<Slot, string>() }),
            habit.Count > 0,
            now.Barred ? now.Attention.Sentence : null
        );
    }

    /// <summary>
    /// What the plan measures before and after: the last measurement up to the first week's end against the last one since. Nothing while
    /// there is only one.
    /// </summary>
    private async Task<IReadOnlyList<RangePairView>> RangesAsync(
        Guid clientId,
        Block? block,
        IReadOnlyList<CalendarVisit> visits,
        CancellationToken stop
    )
    {
        var (_, _, zone) = await scope.DayAsync(stop);
        var ranges = await db.RangesAsync(clientId, stop);
        DateOnly Day(RangeFact range) => DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(range.RecordedAt, zone).Date);
        // Twice on one day is around one exercise: the first against the last.
        var around = ranges
            .Where(r => r.RecordedAt >= scope.Now.AddDays(-AroundDays))
            .GroupBy(r => (Day: Day(r), r.Test, r.Side))
            .Where(g => g.Count() > 1)
            .OrderByDescending(g => g.Key.Day)
            .ThenBy(g => g.Key.Test)
            .ThenBy(g => g.Key.Side)
            .Take(MostAround)
            .Select(g =>
                (
                    g.Key.Day,
                    Change: new RangeChange(
                        g.Key.Test,
                        g.Key.Side,
                        Angle.FromDegrees(g.MinBy(r => r.Sequence)!.Degrees),
                        Angle.FromDegrees(g.MaxBy(r => r.Sequence)!.Degrees)
                    )
                )
            )
            .Select(p => new RangePairView(
                p.Change.Real,
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"On {p.Day:d MMMM}, around an exercise: {Lower(p.Change.Sentence)}"
                )
            ))
            .ToArray();
        if (block is null)
            return around;
        RangeTest[] tests =
        [
            .. visits
                .SelectMany(v => v.Planned?.Due ?? [])
                .Where(d => d.Kind == PlanDueKind.RangeBefore)
                .Select(d => Enum.TryParse<RangeTest>(d.Subject, out var test) ? test : (RangeTest?)null)
                .OfType<RangeTest>()
                .Distinct(),
        ];
        var begun = PlanBook.Start(block.First.AddDays(7), zone);
        return
        [
            .. around,
            .. from test in tests
            from side in new[] { BodySide.Left, BodySide.Right }
            let its = ranges.Where(r => r.Test == test && r.Side == side).ToArray()
            let before = its.FirstOrDefault(r => r.RecordedAt < begun)
            let after = its.FirstOrDefault(r => r.RecordedAt >= begun)
            where before is not null && after is not null
            let change = new RangeChange(
                test,
                side,
                Angle.FromDegrees(before.Degrees),
                Angle.FromDegrees(after.Degrees)
            )
            select new RangePairView(change.Real, change.Sentence),
        ];
    }

    /// <summary>Ranges of so many days back, and of so many pairs, are still news.</summary>
    private const int AroundDays = 14,
        MostAround = 4;

    private static IEnumerable<PlanWeekView> Weeks(Block block, PlanVisitView[] visits, LogFact[] logs)
    {
        var last = visits.Where(v => v.InPlan).Select(v => v.Day).Append(block.End.AddDays(-1)).Max();
        for (var first = block.First; first <= last; first = first.AddDays(7))
        {
            var its = visits.Where(v => v.InPlan && v.Day >= first && v.Day < first.AddDays(7)).ToArray();
            var main = its.SelectMany(v => v.Items).FirstOrDefault(i => i.Place == SessionPlace.Main);
            var asked = its.Sum(v =>
                v.Items.Where(i => i is { ExerciseId: not null, Place: SessionPlace.Main or SessionPlace.Accessory })
                    .Sum(i => i.Sets)
            );
            var done = LadderShelf
                .Logged(logs.Where(l => l.Day >= first && l.Day < first.AddDays(7)))
                .Sum(l => WeekWork.Hard(l.Done));
            var cut = its.Count(v => v.Items.Any(i => i.Pain >= Core.Practice.Pain.StopScore));
            yield return new(
                first,
                main is null ? "" : main.Asked,
                asked,
                done,
                its.Any(v => v.Lighter) ? "a lighter week"
                    : cut > 0 ? $"{(cut == 1 ? "one" : $"{cut}")} ended by pain"
                    : ""
            );
        }
    }

    private static PlanVisitView Shown(CalendarVisit visit, ClientDay day, LogFact[] logs)
    {
        var over = visit.Stands is VisitStands.Done or VisitStands.Missed;
        LogFact[] its =
        [
            .. logs.Where(l => l.SessionId == visit.Record.Id || (l.SessionId is null && l.Day == visit.Day)),
        ];
        IReadOnlyList<PlanItem> items = visit.Items.Count > 0 ? visit.Items : [Alone(visit, day)];
        return new PlanVisitView(
            visit.Record.Id,
            visit.Record.Version,
            visit.Planned?.Number is > 0 and var number ? number : null,
            visit.Day,
            Time(visit.At),
            visit.Stands,
            visit.Record.PlanId is not null,
            visit.Planned?.Lighter == true,
            [
                .. items.Select(i => Item(i, visit.Planned?.Lighter == true, day, over ? its : null)),
                .. over ? its.Where(l => items.All(i => i.ExerciseId != l.ExerciseId)).Select(Beside) : [],
            ],
            [.. (visit.Planned?.Due ?? []).Select(d => new PlanDueView(d.Kind, d.Short, d.Sentence))],
            [.. (visit.Planned?.MovedFrom ?? []).Select(m => DateOnly.FromDateTime(m.UtcDateTime))],
            [.. (visit.Planned?.Heights ?? []).Select(h => h.Sentence)]
        );
    }

    /// <summary>A visit that belongs to no plan has its one exercise, as it is asked for today.</summary>
    private static PlanItem Alone(CalendarVisit visit, ClientDay day)
    {
        var today = day.Of(visit.Record.ExerciseId);
        return new PlanItem(
            today.Exercise.Shape.Slot,
            SessionPlace.Main,
            today.Spot is { Placed: true } spot ? spot.Ladder.Id : null,
            today.Exercise.Id,
            null,
            today.Asked?.Sets ?? 3,
            today.Asked?.Amount ?? 5
        )
        {
            Held = today.Asked?.Range.Held == true,
            Learnt = today.Asked?.Range.Phase == Phase.Learning,
        };
    }

    /// <summary>An item as it is asked for now; one that is over as it was planned, with what was done.</summary>
    private static PlanItemView Item(PlanItem item, bool lighter, ClientDay day, LogFact[]? over)
    {
        var exercise = item.ExerciseId is { } id ? Exercise.Find(id) : null;
        var (sets, amount, asked) = (item.Sets, item.Amount, $"{item.Sets} × {item.Amount}{(item.Held ? " s" : "")}");
        if (
            over is null
            && exercise is not null
            && item.Place is SessionPlace.Main or SessionPlace.Accessory
            && item.LadderId is not null
            && Spot.Of(day.Facts.Ladders, exercise.Id, day.Facts.Steps, day.Facts.Logs, day.Facts.Rack) is { } spot
        )
        {
            var now = lighter ? spot.Asked with { Sets = Math.Max(1, spot.Asked.Sets - 1) } : spot.Asked;
            (sets, amount, asked) = (now.Sets, now.Amount, now.ToString());
        }
        else if (exercise is not null)
            asked += exercise.Shape.Sided ? " a side" : "";
        var log = over?.LastOrDefault(l =>
            l.ExerciseId == item.ExerciseId && item.Place is SessionPlace.Main or SessionPlace.Accessory
        );
        var done = log is not null && KeptLog.Kept.TryRead(log.Body, out var kept, out _) ? kept.Log : null;
        var was = log is not null && KeptLogResult.Kept.TryRead(log.Judged, out var led, out _) ? led.Asked : null;
        return new(
            item.Slot,
            item.Slot.Name(),
            item.Place,
            item.ExerciseId,
            exercise?.Name ?? item.Own ?? item.Slot.Name(),
            exercise is null && item.Own is not null,
            was?.Text ?? asked,
            was?.Sets ?? sets,
            was?.Amount ?? amount,
            item.Held,
            item.Learnt,
            done is null ? [] : Sets(done.ToCore()),
            done?.Effort,
            log?.Pain
        );
    }

    /// <summary>Something that was done and not planned.</summary>
    private static PlanItemView Beside(LogFact log)
    {
        var exercise = Exercise.Find(log.ExerciseId);
        var done = KeptLog.Kept.TryRead(log.Body, out var kept, out _) ? kept.Log : null;
        var asked = KeptLogResult.Kept.TryRead(log.Judged, out var led, out _) ? led.Asked : null;
        var slot = exercise?.Shape.Slot ?? Slot.KneeDominant;
        return new(
            slot,
            slot.Name(),
            SessionPlace.Accessory,
            log.ExerciseId,
            exercise?.Name ?? log.ExerciseId,
            false,
            asked?.Text ?? "",
            asked?.Sets ?? 0,
            asked?.Amount ?? 0,
            asked?.Held == true,
            false,
            done is null ? [] : Sets(done.ToCore()),
            done?.Effort,
            log.Pain
        );
    }

    /// <summary>Repetitions set by set; of two sides the fewer, since the other matches.</summary>
    private static int[] Sets(SessionLog done)
    {
        int[] Of(BodySide side) => [.. done.Sets.Where(s => s.Side == side).Select(s => s.Amount)];
        var (left, right) = (Of(BodySide.Left), Of(BodySide.Right));
        return left.Length == 0 ? right
            : right.Length == 0 ? left
            : [.. left.Zip(right).Select(p => Math.Min(p.First, p.Second))];
    }

    public static BlockDto Wire(Block block) =>
        new(
            block.First,
            block.Weeks,
            [.. block.Days.Select(d => new PlanDayDto(d.Day, Time(d.At)))],
            [.. block.Own.OrderBy(o => o.Key).Select(o => new OwnWorkDto(o.Key, o.Value))]
        );

    public static string Time(TimeOnly at) => at.ToString("HH:mm", CultureInfo.InvariantCulture);

    private static string Lower(string name) => name.Length == 0 ? "" : char.ToLowerInvariant(name[0]) + name[1..];
}
