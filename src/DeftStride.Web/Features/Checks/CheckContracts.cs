using System.ComponentModel.DataAnnotations;
using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Data.Kept;
using DeftStride.Studio.Trials;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Deciding;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Features.Safety;
using DeftStride.Web.Hosting;

namespace DeftStride.Web.Features.Checks;

/// <summary>A finished, uncued look. <see cref="School"/> is set only when the coach chose one for this check.</summary>
internal sealed record CheckRequest(
    Guid Id,
    Guid ClientId,
    string ExerciseId,
    SchoolCode? School,
    IReadOnlyList<StillDto> Stills,
    IReadOnlyList<SeenDto> Seen,
    IReadOnlyList<StatedDto> Stated,
    FeltDto? Felt,
    int? Effort,
    PainDto? Pain,
    int? NextMorning,
    Guid? Supersedes,
    int? Soreness = null,
    string? Remark = null,
    IReadOnlyList<MovementDto>? Movements = null
)
{
    /// <summary>As it is kept, once everything in it can be meant.</summary>
    public KeptCheck Checked()
    {
        Pain?.ToCore("pain");
        Refusal.Unless(FieldRange.Pain, "nextMorning", NextMorning);
        Refusal.Unless(FieldRange.Pain, "soreness", Soreness);
        Refusal.Unless(FieldRange.Effort, "effort", Effort);
        if (Felt is { AsExpected: false } felt)
            Text.Required("felt", felt.Where, "Say where it is felt instead.");
        Text.Optional("remark", Remark);
        LookEndpoints.Input(Stills, Seen, Stated, ReadingContext.Default);
        return this.ToKept();
    }
}

/// <summary>
/// One change tried on one side: pictures after it, or what was seen after it, or the coach's word on what it did; and the
/// pain if it was asked.
/// </summary>
internal sealed record TrialRequest(
    Guid Id,
    Guid CheckId,
    string CorrectionId,
    BodySide Side,
    IReadOnlyList<StillDto> Stills,
    IReadOnlyList<SeenDto> Seen,
    TrialOutcome? ByEye,
    PainDto? Pain,
    Guid? Supersedes,
    IReadOnlyList<TrialFeel>? Feels = null,
    IReadOnlyList<MovementDto>? Movements = null
)
{
    /// <summary>As it is kept, once everything in it can be meant.</summary>
    public KeptTrial Checked()
    {
        Pain?.ToCore("pain");
        LookEndpoints.Input(Stills, Seen, [], ReadingContext.Default);
        return this.ToKept();
    }
}

/// <summary>Takes a trial back: it was a slip.</summary>
internal sealed record TrialWithdrawal(Guid Id);

/// <summary>A cause with how to tell it from the others.</summary>
internal sealed record CauseView(string Id, string Name, string Test, CauseStanding Standing);

/// <summary>The one thing to try now, for which cause, and what else it might be.</summary>
internal sealed record CorrectionView(
    string Id,
    string FaultId,
    string FaultName,
    FaultHurt Hurts,
    CorrectionLevel Level,
    CueFocus Focus,
    string Cue,
    CueOwner Words,
    string Why,
    string Short,
    string? CauseId,
    IReadOnlyList<CauseView> Causes,
    string Disagreement,
    string? OnDeck,
    bool OnlySeen,
    string? MeasureId,
    bool AskFirst
)
{
    public static CorrectionView? Of(GivenCorrection? given) =>
        given is not { Choice: { } choice }
            ? null
            : new(
                choice.Now.Id,
                choice.Fault.Id,
                choice.Fault.Name,
                choice.Fault.Hurts,
                choice.Now.Level,
                choice.Now.Focus,
                given.Cue,
                given.Words,
                given.Why,
                choice.Now.Short,
                choice.Cause?.Id,
                [.. choice.Causes.Select(c => new CauseView(c.Cause.Id, c.Cause.Name, c.Cause.Test, c.Standing))],
                choice.Fault.Disagreement,
                choice.OnDeck?.Short,
                given.OnlySeen,
                given.MeasureId,
                choice.Now.AskFirst
            );
}

/// <summary>A fault that can be worked on in the form of a check, whatever the numbers say.</summary>
internal sealed record PickView(string Id, string Name, Region Region, bool Shown);

internal sealed record TrialView(
    Guid Id,
    string CorrectionId,
    string Short,
    string Cue,
    BodySide Side,
    string MeasureId,
    TrialOutcome Outcome,
    IReadOnlyList<PartView> Sentence,
    string Because,
    ResultView? After,
    LookView? Again,
    IReadOnlyList<StillDto> Stills,
    PainDto? Pain,
    IReadOnlyList<TrialFeel> Feels,
    bool Borrowed,
    bool CanStay,
    bool Without
);

/// <summary>A check with everything that followed from it.</summary>
internal sealed record CheckView(
    Guid Id,
    Guid ClientId,
    DateTimeOffset At,
    string Coach,
    string ExerciseId,
    string ExerciseName,
    StandardView Standard,
    string SchoolName,
    LookView Look,
    IReadOnlyList<StillDto> Stills,
    FeltDto? Felt,
    string? FeltWords,
    int? Effort,
    PainDto? Pain,
    string? PainQuestion,
    int? Soreness,
    int? NextMorning,
    [property: AsWritten] string? Remark,
    IReadOnlyList<TrialView> Trials,
    CorrectionView? Correction,
    DecisionView? Decision,
    IReadOnlyList<BaselineView> Baselines,
    IReadOnlyList<ShownView> Shown
);

/// <summary>In which picture a measure of a side is to be looked for; without a measure, the look as a whole.</summary>
internal sealed record ShownView(string? MeasureId, BodySide Side, View View, Moment Moment);

/// <summary>What the next retest of a side is held against: the first look, or the one after a trial that helped.</summary>
internal sealed record BaselineView(BodySide Side, string MeasureId, Guid? TrialId, PainDto? Pain);

/// <summary>A trial of an earlier look.</summary>
internal sealed record PastTrialView(
    Guid Id,
    string CorrectionId,
    string Short,
    BodySide Side,
    string MeasureId,
    TrialOutcome Outcome,
    ResultView? After,
    PainDto? Pain
);

/// <summary>An earlier look as histories show it: what it found, its pictures' points, what was tried and decided. The whole of it is a request away.</summary>
internal sealed record PastCheckView(
    Guid Id,
    DateTimeOffset At,
    string Coach,
    string ExerciseId,
    string ExerciseName,
    SchoolCode School,
    string SchoolName,
    PastLookView Look,
    IReadOnlyList<StillDto> Stills,
    PainDto? Pain,
    int? NextMorning,
    [property: AsWritten] string? Remark,
    IReadOnlyList<PastTrialView> Trials,
    DecisionView? Decision
);

internal sealed record DraftRequest(
    Guid OperationId,
    long Version,
    Guid Id,
    Guid ClientId,
    [property: MaxLength(256 * 1024)] string Body
);

internal sealed record DraftView(Guid Id, Guid ClientId, long Version, [property: AsWritten] string Body);
