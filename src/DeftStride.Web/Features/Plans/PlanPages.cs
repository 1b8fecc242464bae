using System.Globalization;
using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Core.Training.Planning;
using DeftStride.Core.Training.Running;
using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.People;
using DeftStride.Studio.Plans;
using DeftStride.Studio.Today;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Measuring;

namespace DeftStride.Web.Features.Plans;

/// <summary>Puts the weeks of a client together.</summary>
internal sealed class PlanPages(
    StudioContext db,
    StudioScope scope,
    PlanBook plans,
    ClashPages clashing,
    TodayBook days
)
{
    /// <summary>Without a plan so many weeks back are shown.</summary>
    private const int WeeksBack = 2;

    public async Task<ClientPlanView> OfAsync(ClientRecord client, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var today = await scope.TodayAsync(stop);
        var day = await days.OfAsync(studio, client, scope.Now, stop);
        var standing = await plans.StandingAsync(client.Id, stop);
        var block = standing?.Kept.ToCore();
        var from = block is null ? today.AddDays(-7 * WeeksBack) : PlanBook.Earliest(block.First, today);
        var to = block is null || block.End < today ? today.AddDays(7 * Block.UsualWeeks) : block.End.AddDays(28);
        var visits = await plans.VisitsAsync(from, to, client.Id, stop);
        var clashes = await clashing.OfAsync(client.Id, stop);
        var (_, _, zone) = await scope.DayAsync(stop);
        var items = new PlanItems(day, day.Logs, zone);
        var missed = standing is null
            ? []
            : MissedVisits.Of(visits.Where(v => v.Record.PlanId == standing.Record.Id).Select(v => v.ToDay()), today);
        var moves = standing is null || missed.Count == 0 ? [] : await plans.MovesAsync(standing, stop);
        var warning = day.Today.Risen;
        PlanVisitView[] shown =
        [
            .. visits
                .Where(v =>
                    standing is null
                    || v.Record.PlanId == standing.Record.Id
                    || v.Day >= today
                    || v.Stands == VisitStands.Done
                )
                .Select(items.Of),
        ];
        var missedView =
            missed.Count == 0
                ? null
                : new MissedView(
                    PlanSaid.Missed(missed, moves, today),
                    [.. moves.Select(m => new VisitMoveView(m.Id, m.From, m.Day, Time(m.At)))]
                );
        var (sentence, because) = Headline(client, today, standing, clashes, missedView, warning, shown, day.Today);
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
            Drawn(block, shown, today),
            block is null ? [] : [.. Weeks(block, Drawn(block, shown, today), shown, day.Logs)],
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
        var (_, _, zone) = await scope.DayAsync(stop);
        var items = new PlanItems(day, [], zone);
        return new(
            [.. plan.Visits.Select(items.Of)],
            [.. plan.Notes.Select(n => n.Sentence)],
            plan.Block.End,
            $"{plan.Visits.Count} visits, {plan.Block.DaysSaid}"
        );
    }

    private static (Phrase, string) Headline(
        ClientRecord client,
        DateOnly today,
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
                $"{(clash.WaysOut is [var way, ..] ? way.Sentence : "The studio has one of it, and both need it in the same quarter of an hour.")} When in the hour somebody comes to it is an estimate from the start, the tempo and the rests."
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
                new(next.Due.Count > 0 ? $". Due: {Lower(next.Due[0].Short)}." : ".")
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

    /// <summary>From which day on the weeks are drawn: the block's first, in whole weeks before it where visits lie there.</summary>
    private static DateOnly Drawn(Block? block, PlanVisitView[] visits, DateOnly today)
    {
        var first = visits.Length == 0 ? today : visits.Min(v => v.Day);
        if (block is null)
            return first;
        var before = Math.Max(0, block.First.DayNumber - first.DayNumber);
        return block.First.AddDays(-7 * ((before + 6) / 7));
    }

    private static IEnumerable<PlanWeekView> Weeks(
        Block block,
        DateOnly drawn,
        PlanVisitView[] visits,
        IReadOnlyList<LogFact> logs
    )
    {
        var last = visits.Where(v => v.InPlan).Select(v => v.Day).Append(block.End.AddDays(-1)).Max();
        for (var first = drawn; first <= last; first = first.AddDays(7))
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
