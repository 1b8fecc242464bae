using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Training;
using DeftStride.Core.Training.Planning;
using DeftStride.Core.Training.Running;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Plans;
using DeftStride.Studio.Today;

namespace DeftStride.Web.Features.Plans;

/// <summary>
/// Visits of a client as they are shown: what is to come as it is asked for today (by <see cref="Today"/>, which heeds flags,
/// conditions and breaks), what is over as it was asked for, with what was done.
/// </summary>
internal sealed class PlanItems(ClientDay day, IReadOnlyList<LogFact> logs, TimeZoneInfo zone)
{
    private readonly Dictionary<string, Core.Training.Today> _asked = [];

    /// <summary>A visit of the calendar.</summary>
    public PlanVisitView Of(CalendarVisit visit)
    {
        var over = visit.Stands is VisitStands.Done or VisitStands.Missed;
        LogFact[] its =
        [
            .. logs.Where(l => l.SessionId == visit.Record.Id || (l.SessionId is null && l.Day == visit.Day)),
        ];
        IReadOnlyList<PlanItem> items = visit.Items.Count > 0 ? visit.Items : [Alone(visit)];
        return new PlanVisitView(
            visit.Record.Id,
            visit.Record.Version,
            visit.Day,
            PlanPages.Time(visit.At),
            visit.Stands,
            visit.Record.PlanId is not null,
            visit.Planned?.Lighter == true,
            [
                .. items.Select(i => Item(i, visit.Planned?.Lighter == true, over ? its : null)),
                .. over ? its.Where(l => items.All(i => i.ExerciseId != l.ExerciseId)).Select(Beside) : [],
            ],
            [.. visit.Due.Select(d => new PlanDueView(d.Short, d.Sentence))],
            [
                .. (visit.Planned?.MovedFrom ?? []).Select(m =>
                    DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(m, zone).Date)
                ),
            ],
            [.. (visit.Planned?.Heights ?? []).Select(h => h.Sentence)]
        );
    }

    /// <summary>A visit that is not kept yet.</summary>
    public PlanVisitView Of(PlanVisit visit) =>
        new(
            Guid.Empty,
            0,
            visit.Day,
            PlanPages.Time(visit.At),
            VisitStands.Ahead,
            true,
            visit.Lighter,
            [.. visit.Items.Select(i => Item(i, visit.Lighter, null))],
            [.. visit.Due.Select(d => new PlanDueView(d.Short, d.Sentence))],
            [],
            []
        );

    /// <summary>A visit that belongs to no plan has its one exercise, as it is asked for today.</summary>
    private PlanItem Alone(CalendarVisit visit)
    {
        var today = Asked(visit.Record.ExerciseId);
        return new PlanItem(
            today.Exercise.Shape.Slot,
            SessionPlace.Main,
            today.Spot is { Placed: true } spot ? spot.Ladder.Id : null,
            today.Exercise.Id,
            null,
            today.Asked?.Sets ?? today.Spot?.Asked.Sets ?? DoseRange.Practising.SetsLow,
            today.Asked?.Amount ?? today.Spot?.Asked.Amount ?? DoseRange.Practising.Low
        )
        {
            Held = today.Asked?.Range.Held == true,
            Learnt = today.Asked?.Range.Phase == Phase.Learning,
        };
    }

    private Core.Training.Today Asked(string exerciseId) =>
        _asked.TryGetValue(exerciseId, out var known) ? known : _asked[exerciseId] = day.Of(exerciseId);

    /// <summary>What is asked for now of something that is to come: its numbers, or why there are none.</summary>
    private (int Sets, int Amount, string Text) Now(PlanItem item, Exercise exercise, bool lighter)
    {
        if (day.Facts.StopSigns > 0)
            return (item.Sets, item.Amount, "not while a red flag stands");
        if (Condition.Refusing(day.Facts.Conditions, exercise) is { } no)
            return (item.Sets, item.Amount, $"left out. {no.Line}");
        var today = Asked(exercise.Id);
        if (
            item.LadderId is null
            || item.Place is not (SessionPlace.Main or SessionPlace.Accessory)
            || today.Exercise != exercise
            || (today.Asked ?? today.Spot?.Asked) is not { } asked
        )
            return (item.Sets, item.Amount, Plain(item, exercise));
        var now = lighter ? asked with { Sets = Math.Max(1, asked.Sets - 1) } : asked;
        return (now.Sets, now.Amount, now.ToString());
    }

    private static string Plain(PlanItem item, Exercise? exercise) =>
        $"{item.Sets} × {item.Amount}{(item.Held ? " s" : "")}{(exercise?.Shape.Sided != true ? "" : item.Held ? " each leg" : " a side")}";

    /// <summary>An item as it is asked for now; one that is over as it was planned, with what was done.</summary>
    private PlanItemView Item(PlanItem item, bool lighter, LogFact[]? over)
    {
        var exercise = item.ExerciseId is { } id ? Exercise.Find(id) : null;
        var now =
            over is null && exercise is not null
                ? Now(item, exercise, lighter)
                : (item.Sets, item.Amount, Text: Plain(item, exercise));
        var log = over?.LastOrDefault(l =>
            l.ExerciseId == item.ExerciseId && item.Place is SessionPlace.Main or SessionPlace.Accessory
        );
        var (done, was) = log is null ? (null, null) : Read(log);
        return new(
            item.Slot,
            item.Place,
            item.ExerciseId,
            exercise?.Name ?? item.Own ?? item.Slot.Name(),
            was?.Text ?? now.Text,
            was?.Sets ?? now.Sets,
            was?.Amount ?? now.Amount,
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
        var (done, asked) = Read(log);
        return new(
            exercise?.Shape.Slot ?? Slot.KneeDominant,
            SessionPlace.Accessory,
            log.ExerciseId,
            exercise?.Name ?? log.ExerciseId,
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

    private static (KeptDone? Done, KeptPrescription? Asked) Read(LogFact log) =>
        (
            KeptLog.Kept.TryRead(log.Body, out var kept, out _) ? kept.Log : null,
            KeptLogResult.Kept.TryRead(log.Judged, out var led, out _) ? led.Asked : null
        );

    /// <summary>Repetitions set by set; of two sides the fewer, since the other matches.</summary>
    private static int[] Sets(SessionLog done)
    {
        int[] Of(BodySide side) => [.. done.Sets.Where(s => s.Side == side).Select(s => s.Amount)];
        var (left, right) = (Of(BodySide.Left), Of(BodySide.Right));
        return left.Length == 0 ? right
            : right.Length == 0 ? left
            : [.. left.Zip(right).Select(p => Math.Min(p.First, p.Second))];
    }
}
