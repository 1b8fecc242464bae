using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Quantities;
using DeftStride.Core.Training;
using DeftStride.Studio.Work;
using DeftStride.Web.Hosting;

namespace DeftStride.Web.Features.Bodies;

internal sealed record SitePainDto(BodySide Leg, LegRole Role, PainSite Site, int Score, PainKind? Kind = null)
{
    public SitePain ToCore()
    {
        if (!FieldRange.PainAtASite.Has(Score))
            throw Refusal.BadInput(
                "pains",
                "Pain goes from 1 to 10 where something hurts. Take the mark away when nothing does."
            );
        var pain = new SitePain(Leg, Role, Site, Score) { Kind = Kind };
        return pain.Problem() is { } problem ? throw Refusal.BadInput("pains", problem) : pain;
    }
}

/// <summary>What a coach overruled in the record; who and when is written by the studio when it is new.</summary>
internal sealed record OverruleDto(
    string FieldId,
    string Forbids,
    [property: AsWritten] string Reason,
    [property: AsWritten] string? By = null,
    DateOnly? On = null
);

/// <summary>An answer to a question of the record, and what follows from it.</summary>
internal sealed record CareAnswerView(string Id, string Text, string Says, string No);

/// <summary>A question of the record.</summary>
internal sealed record CareFieldView(string Id, string Name, string Question, IReadOnlyList<CareAnswerView> Answers)
{
    public static IReadOnlyList<CareFieldView> All { get; } = [.. CareField.All.Select(Of)];

    public static CareFieldView Of(CareField field) =>
        new(
            field.Id,
            field.Name,
            field.Question,
            [
                .. field.Answers.Select(a => new CareAnswerView(
                    a.Id,
                    a.Text,
                    a.Says,
                    string.Join(", ", a.Forbids.Select(f => $"no {Forbidden.Find(f)!.Name}"))
                )),
            ]
        );
}

/// <summary>A kind of work that is out.</summary>
internal sealed record ForbiddenName(string Id, string Name);

/// <summary>What holds for a client: in a line, whose word it is, and what is out by it.</summary>
internal sealed record ConditionView(
    string Line,
    bool Clinician,
    string? FieldId,
    string Who,
    IReadOnlyList<ForbiddenName> Forbids
)
{
    public static ConditionView Of(Condition c) =>
        new(
            c.Line,
            c.From == ConditionFrom.Clinician,
            c.FieldId,
            c.Who,
            [.. c.Forbids.Select(f => new ForbiddenName(f, Forbidden.Find(f)?.Name ?? f))]
        );
}

/// <summary>The pain limit that a clinician set for a client; without a score there is none.</summary>
internal sealed record PainLimitDto(int? Score, [property: AsWritten] string? By, DateOnly? On);

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
    [property: AsWritten] string Guardian,
    PainLimitDto? Limit = null,
    int? BirthYear = null,
    IReadOnlyDictionary<string, string>? Care = null,
    IReadOnlyList<OverruleDto>? Overruled = null,
    [property: AsWritten] string? Bothers = null
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
        Core
            .Bodies.Body.TryFrom(
                new(dto.StatureCm / 100, dto.MassKg, dto.ShankCm / 100, dto.ThighCm / 100, dto.FootCm / 100)
            )
            .Or(problem => throw Refusal.BadInput(problem.Field, problem.Sentence));
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

/// <summary>A small drill for the warm-up, and why for this client.</summary>
internal sealed record HelperView(string ExerciseId, string Name, string Why);

internal sealed record ChoiceView(
    string Sentence,
    CandidateView? Start,
    IReadOnlyList<CandidateView> NotYet,
    IReadOnlyList<string> AskFirst,
    IReadOnlyList<string> LeftOut,
    IReadOnlyList<HelperView> Helpers
)
{
    public static ChoiceView Of(FirstChoice choice) =>
        new(
            choice.Sentence,
            choice.Start is { } start ? View(start) : null,
            [.. choice.NotYet.Select(View)],
            choice.AskFirst,
            choice.LeftOut,
            [.. choice.Helpers.Select(h => new HelperView(h.Exercise.Id, h.Exercise.Name, h.Why))]
        );

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
    [property: AsWritten] string Name,
    [property: AsWritten] string Goal,
    long Version,
    IntakeDto Intake,
    IReadOnlyList<RangeTestView> Tests,
    IReadOnlyList<RangeView> Ranges,
    ChoiceView Choice,
    bool Met,
    string EstimateText,
    bool PictureConsent,
    UsualLengths? Usual,
    IReadOnlyList<CareFieldView> CareFields,
    IReadOnlyList<ConditionView> Conditions
);

/// <summary>What is usual for a stature while nobody has measured; null without one.</summary>
internal sealed record UsualLengths(double ShankCm, double ThighCm, double FootCm);
