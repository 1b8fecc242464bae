using DeftStride.Core.Exercises;
using DeftStride.Core.Training.Planning;
using DeftStride.Core.Training.Running;

namespace DeftStride.Data.Kept;

/// <summary>A day of the week and the minute of the day, by the studio's own clock.</summary>
internal sealed record KeptPlanDay(DayOfWeek Day, int Minute) : Stored;

/// <summary>What is done in a slot that the catalogue has nothing for.</summary>
internal sealed record KeptOwnWork(Slot Slot, string Words) : Stored;

/// <summary>Why a plan is as it is.</summary>
internal sealed record KeptPlanNote(string RuleId, string Sentence) : Stored;

/// <summary>A block of weeks as it was planned. Its visits are sessions of their own.</summary>
internal sealed record KeptPlan(
    DateOnly First,
    int Weeks,
    IReadOnlyList<KeptPlanDay> Days,
    IReadOnlyList<KeptOwnWork>? Own = null,
    IReadOnlyList<KeptPlanNote>? Notes = null
) : StoredDocument, IKept<KeptPlan>
{
    public static StoredForm<KeptPlan> Kept { get; } = new("plan", "a plan");

    /// <summary>The block as the rules read it.</summary>
    public Block ToCore() =>
        new(
            First,
            Weeks,
            [
                .. Days.Select(d => new PlanDay(
                    d.Day,
                    TimeOnly.MinValue.AddMinutes(Math.Clamp(d.Minute, 0, (24 * 60) - 1))
                )),
            ]
        )
        {
            Own = (Own ?? []).ToDictionary(o => o.Slot, o => o.Words),
        };

    /// <summary>A plan as it is kept.</summary>
    public static KeptPlan Of(Plan plan) =>
        new(
            plan.Block.First,
            plan.Block.Weeks,
            [.. plan.Block.Days.Select(d => new KeptPlanDay(d.Day, (d.At.Hour * 60) + d.At.Minute))],
            plan.Block.Own.Count == 0
                ? null
                : [.. plan.Block.Own.OrderBy(o => o.Key).Select(o => new KeptOwnWork(o.Key, o.Value))],
            [.. plan.Notes.Select(n => new KeptPlanNote(n.RuleId, n.Sentence))]
        );
}

/// <summary>What is intended in one slot of a visit; see <see cref="PlanItem"/>.</summary>
internal sealed record KeptPlannedItem(
    Slot Slot,
    SessionPlace Place,
    string? LadderId,
    string? ExerciseId,
    string? Own,
    int Sets,
    int Amount,
    bool Held = false,
    bool Learnt = false
) : Stored
{
    public PlanItem ToCore() =>
        new(Slot, Place, LadderId, ExerciseId, Own, Sets, Amount) { Held = Held, Learnt = Learnt };

    public static KeptPlannedItem Of(PlanItem i) =>
        new(i.Slot, i.Place, i.LadderId, i.ExerciseId, i.Own, i.Sets, i.Amount, i.Held, i.Learnt);
}

/// <summary>What is due on a visit beside the work; see <see cref="PlanDue"/>.</summary>
internal sealed record KeptPlannedDue(PlanDueKind Kind, string Subject, string Short, string Sentence) : Stored
{
    public PlanDue ToCore() => new(Kind, Subject, Short, Sentence);
}

/// <summary>A height that was given for one visit because somebody else needs the usual one.</summary>
internal sealed record KeptHeight(string ExerciseId, double Cm, string Sentence) : Stored;

/// <summary>A visit as it is intended; see <see cref="PlanVisit"/>.</summary>
internal sealed record KeptPlanned(
    int Number,
    bool Lighter,
    IReadOnlyList<KeptPlannedItem> Items,
    IReadOnlyList<KeptPlannedDue> Due,
    bool Turned = false,
    IReadOnlyList<KeptHeight>? Heights = null,
    IReadOnlyList<DateTimeOffset>? MovedFrom = null
) : StoredDocument, IKept<KeptPlanned>
{
    public static StoredForm<KeptPlanned> Kept { get; } = new("planned", "what a visit is for");

    public static KeptPlanned Of(PlanVisit v) =>
        new(
            v.Number,
            v.Lighter,
            [.. v.Items.Select(KeptPlannedItem.Of)],
            [.. v.Due.Select(d => new KeptPlannedDue(d.Kind, d.Subject, d.Short, d.Sentence))]
        );
}
