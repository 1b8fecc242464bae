using DeftStride.Core.Ladders;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Web.Features.Deciding;
using DeftStride.Web.Features.Dosing;
using DeftStride.Web.Hosting;

namespace DeftStride.Web.Features.Ladders;

/// <summary>A rung as it is kept and edited.</summary>
internal sealed record RungDto(
    string Id,
    [property: AsWritten] string Name,
    string ExerciseId,
    [property: AsWritten] string Entry,
    [property: AsWritten] IReadOnlyList<string> Next,
    [property: AsWritten] string? Fallback,
    DoseRangeDto Dose,
    [property: AsWritten] string Reason,
    LoadPosition? Load = null,
    [property: AsWritten] string? MeantFor = null
)
{
    public static RungDto Of(Rung rung) =>
        new(
            rung.Id,
            rung.Name,
            rung.ExerciseId,
            rung.Entry,
            rung.Next,
            rung.Fallback,
            DoseRangeDto.Of(rung.Dose),
            rung.Reason,
            rung.Load,
            rung.MeantFor
        );

    public Rung ToCore() =>
        new(Id, Name, ExerciseId, Entry, Next, Fallback, Dose.ToCore(), Reason) { Load = Load, MeantFor = MeantFor };
}

/// <summary>A ladder as it is kept and edited.</summary>
internal sealed record LadderDto(string Id, string Name, IReadOnlyList<RungDto> Rungs)
{
    public static LadderDto Of(Ladder ladder) => new(ladder.Id, ladder.Name, [.. ladder.Rungs.Select(RungDto.Of)]);

    public Ladder ToCore() => new(Id, Name, [.. Rungs.Select(r => r.ToCore())]);
}

/// <summary>Who stands on a rung with which side. A rung names some of them and counts all.</summary>
internal sealed record StanderView(Guid ClientId, string Name, BodySide Side);

/// <summary>Where a rung is drawn: how many rungs lie below, and on which track beside the others. Rows grow upward.</summary>
internal sealed record RungPlaceView(
    string RungId,
    int Depth,
    int Track,
    string ExerciseName,
    string DoseText,
    IReadOnlyList<StanderView> Standers,
    int StanderCount
);

/// <summary>A ladder with who stands where. Version 0 means as it usually is.</summary>
internal sealed record LadderView(
    LadderDto Ladder,
    long Version,
    bool Usual,
    bool Changed,
    int ClientCount,
    IReadOnlyList<RungPlaceView> Places,
    IReadOnlyList<string> NotHere
);

[System.ComponentModel.ImmutableObject(true)]
internal sealed record LaddersView(IReadOnlyList<LadderView> Ladders);

/// <summary>A ladder changed, copied or added. <see cref="Version"/> 0 when it is not kept yet; a null ladder goes back to the usual one.</summary>
internal sealed record LadderChange(Guid OperationId, long Version, LadderDto? Ladder);

/// <summary>Puts a side (or both) of a client onto a rung; the coach says why.</summary>
internal sealed record StandRequest(
    Guid Id,
    Guid ClientId,
    string LadderId,
    string RungId,
    IReadOnlyList<BodySide> Sides,
    bool AfterBreak,
    string? Reason
);

internal sealed record StandsView(Guid ClientId);

/// <summary>Why a side came to a rung.</summary>
internal sealed record StepWhyView(
    string Sentence,
    string? RuleId,
    string? RuleName,
    string? Reason,
    IReadOnlyList<FactView> Facts
)
{
    public static StepWhyView Of(Data.Kept.KeptStep step) =>
        new(step.Sentence, step.RuleId, step.RuleName, step.Reason, DecisionForms.ToWire(step.Facts));
}

/// <summary>One step on the way: which side came to which rung when, by whom, and why: the place of its reason among <see cref="StrideView.Whys"/>.</summary>
internal sealed record StrideStepView(
    BodySide Side,
    string RungId,
    string RungName,
    DateTimeOffset At,
    string Coach,
    MoveKind Kind,
    int Why,
    Guid? CheckId
);

/// <summary>A rung on the stride line.</summary>
internal sealed record StrideRungView(
    string Id,
    string Name,
    string ExerciseId,
    string ExerciseName,
    string Entry,
    string DoseText,
    string Reason,
    DateTimeOffset? LeftAt,
    DateTimeOffset? RightAt
);

/// <summary>A lay-off and what it asks for.</summary>
internal sealed record LayOffView(int Weeks, bool Anew, string Sentence, string Why, string? RungId, string? RungName);

/// <summary>One ladder of a client: where each side stands, how it came there, what is asked for, and why not further. Both sides of one decision share its reason.</summary>
internal sealed record StrideView(
    string LadderId,
    string LadderName,
    IReadOnlyList<StrideRungView> Rungs,
    string Left,
    string Right,
    string Planned,
    IReadOnlyList<StrideStepView> Way,
    IReadOnlyList<StepWhyView> Whys,
    PrescriptionView Asked,
    string AskedWhy,
    string FirstSide,
    IReadOnlyList<WayView> Next,
    LayOffView? Break
);
