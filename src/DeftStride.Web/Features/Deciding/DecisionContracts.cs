using DeftStride.Core.Deciding;
using DeftStride.Core.Dosing;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Data.Kept;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Dosing;
using DeftStride.Web.Features.Safety;
using DeftStride.Web.Hosting;

namespace DeftStride.Web.Features.Deciding;

internal sealed record RepetitionsDto(int Prescribed, int Done, int Clean)
{
    public Repetitions ToCore()
    {
        var reps = new Repetitions(Prescribed, Done, Clean);
        return reps.Problem() is { } problem ? throw Refusal.BadInput("repetitions", problem) : reps;
    }
}

internal sealed record RecommendationRequest(PainDto? PainAfter, RepetitionsDto? Repetitions, LogDto? Log = null);

internal sealed record FactView(string Label, string Value);

/// <summary>A side that would go to another rung.</summary>
internal sealed record MoveView(BodySide Side, string From, string To);

/// <summary>
/// What is recommended, with everything behind it: the rule and its facts, what would change it, what is missing, the ways
/// on and which sides would move, the numbers for next time, and after a first look where the client starts.
/// </summary>
internal sealed record RecommendationView(
    DecisionOutcome Outcome,
    string RuleId,
    string RuleName,
    string Reason,
    string Headline,
    IReadOnlyList<FactView> Facts,
    IReadOnlyList<string> WouldChange,
    IReadOnlyList<string>? Missing = null,
    IReadOnlyList<WayView>? Ways = null,
    IReadOnlyList<MoveView>? Moves = null,
    PlacementView? Placement = null,
    PrescriptionView? Asked = null,
    PrescriptionView? Next = null,
    string? NextWhy = null,
    string? RungName = null,
    bool AskMorning = false,
    int? Edition = null,
    string? Changed = null
);

/// <summary>What the coach decided. <see cref="RuleId"/> and <see cref="Recommended"/> are what the screen showed.</summary>
internal sealed record DecisionRequest(
    Guid Id,
    Guid CheckId,
    PainDto? PainAfter,
    RepetitionsDto? Repetitions,
    string RuleId,
    DecisionOutcome Recommended,
    DecisionOutcome Chosen,
    string? Reason,
    Guid? Supersedes,
    LogDto? Log = null,
    int? Way = null
)
{
    /// <summary>As it is kept, once everything in it can be meant.</summary>
    public KeptDecision Checked()
    {
        PainAfter?.ToCore("painAfter");
        Repetitions?.ToCore();
        Log?.ToCore();
        return this.ToKept();
    }
}

internal sealed record DecisionView(
    Guid Id,
    Guid CheckId,
    DateTimeOffset At,
    string Coach,
    RecommendationView Recommendation,
    DecisionOutcome Chosen,
    string Said,
    [property: AsWritten] string? OverruleReason,
    PainDto? PainAfter,
    RepetitionsDto? Repetitions,
    LogDto? Log,
    WayView? Way,
    string? Question
);

internal sealed record RuleView(string Id, string Name, string Reason);

/// <summary>A way on from a rung.</summary>
internal sealed record WayView(
    ProgressKind Kind,
    string Text,
    string Why,
    string RungId,
    bool Open,
    PrescriptionView Dose,
    string Asks
);

/// <summary>Where one side is put after a first look.</summary>
internal sealed record PlacedView(BodySide Side, string RungId, string RungName, string Why, string WhyNotNext);

/// <summary>Where a client starts on a ladder.</summary>
internal sealed record PlacementView(string LadderId, string LadderName, PlacedView Left, PlacedView Right);
