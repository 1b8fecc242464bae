using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Quantities;
using DeftStride.Web.Hosting;

namespace DeftStride.Web.Features.Bodies;

internal sealed record SitePainDto(BodySide Leg, LegRole Role, PainSite Site, int Score)
{
    public SitePain ToCore() =>
        !FieldRange.PainAtASite.Has(Score)
            ? throw Refusal.BadInput(
                "pains",
                "Pain goes from 1 to 10 where something hurts. Take the mark away when nothing does."
            )
            : new(Leg, Role, Site, Score);
}

/// <summary>What was asked when the client was met. Stature and mass are enough to begin; everything else refines.</summary>
internal sealed record IntakeDto(
    IReadOnlyList<Goal> Goals,
    TrainingAge? TrainingAge,
    double? StatureCm,
    double? MassKg,
    double? ShankCm,
    double? ThighCm,
    double? FootCm,
    FootType? LeftFoot,
    FootType? RightFoot,
    KneeShape? Knees,
    bool? KneesStraighten,
    IReadOnlyList<SitePainDto> Pains,
    bool Minor,
    string Guardian
)
{
    public static IntakeDto Empty { get; } =
        new([], null, null, null, null, null, null, null, null, null, null, [], false, "");

    /// <summary>The body, or null while the stature is unknown.</summary>
    public Body? Body() =>
        StatureCm is { } stature ? BodyDto.ToCore(new BodyDto(stature, MassKg, ShankCm, ThighCm, FootCm)) : null;
}

internal sealed record BodyDto(double StatureCm, double? MassKg, double? ShankCm, double? ThighCm, double? FootCm)
{
    public static Body ToCore(BodyDto dto) =>
        Core.Bodies.Body.TryFrom(
            new BodyMeasures(dto.StatureCm / 100, dto.MassKg, dto.ShankCm / 100, dto.ThighCm / 100, dto.FootCm / 100),
            out var body,
            out var problem
        )
            ? body
            : throw Refusal.BadInput(problem.Field, problem.Sentence);
}

internal sealed record IntakeChange(Guid OperationId, long Version, string? Goal, IntakeDto Intake);

/// <summary>A range test done. The ankle may be given as the gap from toe to wall instead.</summary>
internal sealed record RangeRequest(
    Guid Id,
    Guid ClientId,
    RangeTest Test,
    BodySide Side,
    double? Degrees,
    double? GapCm,
    Guid? Supersedes
);

internal sealed record RangeView(
    Guid Id,
    RangeTest Test,
    BodySide Side,
    double Degrees,
    DateTimeOffset At,
    string Coach
);

internal sealed record RangeTestView(RangeTest Test, string Name, string How, double? AssumedDegrees);

internal sealed record ReasonView(int Points, string Text);

internal sealed record CandidateView(
    string ExerciseId,
    string Name,
    SchoolCode School,
    string SchoolName,
    IReadOnlyList<ReasonView> Reasons,
    string WhyNot
);

internal sealed record ChoiceView(string Sentence, CandidateView? Start, IReadOnlyList<CandidateView> NotYet)
{
    public static ChoiceView Of(FirstChoice choice) =>
        new(choice.Sentence, choice.Start is { } start ? View(start) : null, [.. choice.NotYet.Select(View)]);

    private static CandidateView View(Candidate c) =>
        new(
            c.Exercise.Id,
            c.Exercise.Name,
            c.School,
            School.Of(c.School).Name,
            [.. c.Reasons.Where(r => r.Points != 0).Select(r => new ReasonView(r.Points, r.Text))],
            FirstChoice.WhyNot(c)
        );
}

internal sealed record IntakeView(
    Guid ClientId,
    string Name,
    string Goal,
    long Version,
    IntakeDto Intake,
    IReadOnlyList<RangeTestView> Tests,
    IReadOnlyList<RangeView> Ranges,
    ChoiceView Choice,
    bool Met,
    string EstimateText,
    bool PictureConsent,
    UsualLengths? Usual
);

/// <summary>What is usual for a stature while nobody has measured; null without one.</summary>
internal sealed record UsualLengths(double ShankCm, double ThighCm, double FootCm);
