using System.ComponentModel.DataAnnotations;
using DeftStride.Core.Exercises;
using DeftStride.Core.Training.Planning;
using DeftStride.Core.Training.Running;
using DeftStride.Studio.Plans;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Hosting;

namespace DeftStride.Web.Features.Plans;

/// <summary>A day of the week and when, by the studio's own clock: "17:15".</summary>
internal sealed record PlanDayDto(DayOfWeek Day, [property: AsWritten] string Time);

/// <summary>What is done in a slot that the catalogue has nothing for.</summary>
internal sealed record OwnWorkDto(Slot Slot, [property: AsWritten] string Words);

/// <summary>A block as it is asked for.</summary>
internal sealed record BlockDto(
    DateOnly First,
    [property: Range(-1000, 1000)] int Weeks,
    [property: MaxLength(14)] IReadOnlyList<PlanDayDto> Days,
    [property: MaxLength(7)] IReadOnlyList<OwnWorkDto> Own
);

/// <summary>Plans a block for a client; the plan that stood ends.</summary>
internal sealed record PlanRequest(Guid OperationId, Guid Id, Guid ClientId, BlockDto Block);

/// <summary>A block that is only looked at.</summary>
internal sealed record PlanDraftRequest(Guid ClientId, BlockDto Block);

/// <summary>Ends a plan.</summary>
internal sealed record PlanEnding(Guid OperationId, long Version);

/// <summary>A visit goes to another day and time.</summary>
internal sealed record VisitMoveRequest(Guid OperationId, long Version, DateOnly Day, string Time);

/// <summary>Every missed visit of a client's plan moves.</summary>
internal sealed record MissedRequest(Guid OperationId, Guid ClientId);

/// <summary>A visit is taken out of the calendar.</summary>
internal sealed record VisitRemoval(Guid OperationId, long Version);

/// <summary>A way out of a clash is taken: another height for one exercise of a visit, or, without one, its order is turned.</summary>
internal sealed record KitGift(Guid OperationId, long Version, string ExerciseId, double? HeightCm);

/// <summary>A visit after it was changed.</summary>
internal sealed record VisitAnswer(Guid Id, long Version, DateOnly Day, string Time);

/// <summary>What is intended in one slot, as it is asked for now, with what was done of it set by set where the visit is over.</summary>
internal sealed record PlanItemView(
    Slot Slot,
    SessionPlace Place,
    string? ExerciseId,
    [property: AsWritten] string Name,
    string Asked,
    int Sets,
    int Amount,
    bool Held,
    bool Learnt,
    IReadOnlyList<int> Done,
    int? Effort,
    int? Pain
);

/// <summary>What is due on a visit.</summary>
internal sealed record PlanDueView(string Short, string Sentence);

/// <summary>A visit of a client.</summary>
internal sealed record PlanVisitView(
    Guid Id,
    long Version,
    DateOnly Day,
    string Time,
    VisitStands State,
    bool InPlan,
    bool Lighter,
    IReadOnlyList<PlanItemView> Items,
    IReadOnlyList<PlanDueView> Due,
    IReadOnlyList<DateOnly> MovedFrom,
    IReadOnlyList<string> Given
);

/// <summary>A week of a block: what is asked for and what was done.</summary>
internal sealed record PlanWeekView(DateOnly First, string Asked, int SetsAsked, int HardSetsDone, string Note);

/// <summary>The block that stands.</summary>
internal sealed record PlanBlockView(
    Guid Id,
    long Version,
    BlockDto Block,
    DateOnly End,
    string DaysSaid,
    IReadOnlyList<string> Notes
);

/// <summary>One way out of a clash.</summary>
internal sealed record KitWayOutView(
    KitWayOutKind Kind,
    Guid VisitId,
    long VisitVersion,
    [property: AsWritten] string Client,
    string ExerciseId,
    double? HeightCm,
    string Label,
    string Sentence
);

/// <summary>A height that stands ready, for the drawing of a clash.</summary>
internal sealed record KitHeightView(
    double Cm,
    string Text,
    [property: AsWritten] string? Client,
    bool Offered,
    bool Wanted
);

/// <summary>Two clients who need the same thing in the same quarter of an hour.</summary>
internal sealed record KitClashView(
    Guid OneVisit,
    [property: AsWritten] string One,
    Guid OtherVisit,
    [property: AsWritten] string Other,
    DateOnly Day,
    string Time,
    string Piece,
    IReadOnlyList<PartView> Sentence,
    IReadOnlyList<KitWayOutView> WaysOut,
    [property: AsWritten] string FitsClient,
    double FitsLowCm,
    double FitsHighCm,
    string FitsText,
    IReadOnlyList<KitHeightView> Heights
);

/// <summary>Visits that were missed, and where they go.</summary>
internal sealed record MissedView(string Sentence, IReadOnlyList<VisitMoveView> Moves);

/// <summary>A visit that goes to another day.</summary>
internal sealed record VisitMoveView(Guid Id, DateOnly From, DateOnly Day, string Time);

/// <summary>A range that was measured before and after a block, with what that says.</summary>
internal sealed record RangePairView(bool Real, string Sentence);

/// <summary>What a client could be planned for, before a plan stands.</summary>
internal sealed record PlanStartView(BlockDto Block, bool Usual, string? Barred);

/// <summary>The weeks of one client.</summary>
internal sealed record ClientPlanView(
    Guid ClientId,
    [property: AsWritten] string ClientName,
    DateOnly Today,
    IReadOnlyList<PartView> Sentence,
    string Because,
    PlanBlockView? Block,
    PlanStartView Start,
    IReadOnlyList<PlanVisitView> Visits,
    DateOnly First,
    IReadOnlyList<PlanWeekView> Weeks,
    IReadOnlyList<RangePairView> Ranges,
    MissedView? Missed,
    IReadOnlyList<KitClashView> Clashes,
    string? Warning
);

/// <summary>A block that is only looked at.</summary>
internal sealed record PlanDraftView(
    IReadOnlyList<PlanVisitView> Visits,
    IReadOnlyList<string> Notes,
    DateOnly End,
    string Asked
);

/// <summary>A visit in the studio's weeks.</summary>
internal sealed record StudioVisitView(
    Guid Id,
    long Version,
    Guid ClientId,
    [property: AsWritten] string Client,
    DateOnly Day,
    string Time,
    VisitStands State,
    string Exercise,
    bool Moved,
    IReadOnlyList<string> Due,
    bool Clashes
);

/// <summary>The studio's weeks ahead.</summary>
[System.ComponentModel.ImmutableObject(true)]
internal sealed record StudioPlanView(
    DateOnly Today,
    DateOnly First,
    int Weeks,
    IReadOnlyList<PartView> Sentence,
    IReadOnlyList<StudioVisitView> Visits,
    IReadOnlyList<KitClashView> Clashes
);
