using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Training;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Today;
using DeftStride.Web.Features.Bodies;
using DeftStride.Web.Features.Cards;
using DeftStride.Web.Features.Dosing;
using DeftStride.Web.Features.Measuring;

namespace DeftStride.Web.Features.Day;

/// <summary>Something that is due with a client today.</summary>
internal sealed record DueView(DueKind Kind, string Short, string Sentence)
{
    public static DueView Of(Due due) => new(due.Kind, due.Short, due.Sentence);
}

/// <summary>What is true of a client today, as every screen and print shows it.</summary>
internal sealed record TodayView(
    string ExerciseId,
    string ExerciseName,
    string ExercisePlain,
    TodayFrom From,
    SchoolCode School,
    string SchoolName,
    string? LadderName,
    string? RungName,
    bool Placed,
    PrescriptionView? Asked,
    string AskedWhy,
    BodySide OpensOn,
    string FirstSideText,
    string? Apart,
    Attention Attention,
    string? Decided,
    string? LastLookExercise,
    IReadOnlyList<CardLineView> Card,
    string? Cue,
    string? CueText,
    int PainLimit,
    string? LimitBy,
    string AboutPain,
    int? StoppedByPain,
    IReadOnlyList<ConditionView> Conditions,
    string? NotAllowed,
    IReadOnlyList<string> NotOffered,
    IReadOnlyList<CareFieldView> Ask,
    IReadOnlyList<StyleLineView> Style,
    GateView? Gate,
    IReadOnlyList<DueView> Due,
    IReadOnlyList<string> SelfChecks,
    string? Risen
)
{
    public static TodayView Of(ClientDay day) => Of(day, day.Today);

    public static TodayView Of(ClientDay day, Today today) =>
        new(
            today.Exercise.Id,
            today.Exercise.Name,
            today.Exercise.Plain,
            today.From,
            today.School,
            School_(today.School),
            today.Spot?.Ladder.Name,
            today.Spot?.Rung.Name,
            today.Spot?.Placed == true,
            today.Asked is { } asked ? AskedSaid.Of(asked, today.Exercise, today.Tempo).ToWire() : null,
            today.AskedWhy,
            today.First.Side ?? BodySide.Left,
            today.First.Sentence,
            today.Spot?.Apart,
            today.Attention,
            today.Look?.Decided?.Sentence,
            today.Look is { } look && look.ExerciseId != today.Exercise.Id
                ? Exercise.Find(look.ExerciseId)?.Name ?? look.ExerciseId
                : null,
            [.. today.Card.Select(CardLineView.Of)],
            today.Cue,
            day.CueText,
            today.PainLimit.Value,
            today.LimitBy,
            Cautions.AboutPain(today.PainLimit.Value),
            today.StoppedByPain,
            [.. today.Conditions.Select(ConditionView.Of)],
            today.NotAllowed,
            [.. Exercise.All.Where(e => Condition.Refusing(today.Conditions, e) is not null).Select(e => e.Id)],
            [.. day.Care.Open(today.Exercise).Select(CareFieldView.Of)],
            StyleLineView.Of(day.Style.Lines(today.Exercise, today.School)),
            GateView.For(today.Exercise, today.School),
            [.. today.Due.Select(DueView.Of)],
            today.Barred ? [] : [.. day.Style.On(today.Exercise).LookFor.Take(SelfCheckCount)],
            today.Risen
        );

    /// <summary>No more is asked of somebody who watches themselves.</summary>
    private const int SelfCheckCount = 3;

    private static string School_(SchoolCode code) => Core.Exercises.School.Of(code).Name;
}
