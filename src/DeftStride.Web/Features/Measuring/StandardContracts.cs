using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Core.Seeing;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Cards;
using BodyDto = DeftStride.Web.Features.Bodies.BodyDto;

namespace DeftStride.Web.Features.Measuring;

internal sealed record AnkleDto(double Degrees, bool Measured);

/// <summary>What is accepted of one measure, in its unit; all edges null for what is only recorded or ticked.</summary>
internal sealed record StandardBandDto(
    string MeasureId,
    double? LeftLow,
    double? LeftHigh,
    double? RightLow,
    double? RightHigh,
    bool MustPass,
    SettingSource Source,
    bool LeftAssumed = false,
    bool RightAssumed = false
)
{
    public StandardBand ToCore()
    {
        var measure =
            MeasureDefinition.Find(MeasureId)
            ?? throw Refusal.BadInput("standard", "A band belongs to no check. Reload the page.");
        return new StandardBand(
            measure,
            Band(measure, LeftLow, LeftHigh),
            Band(measure, RightLow, RightHigh),
            MustPass,
            Source
        )
        {
            LeftAssumed = LeftAssumed,
            RightAssumed = RightAssumed,
        };
    }

    private static Band? Band(MeasureDefinition measure, double? low, double? high) =>
        low is null && high is null ? null
        : new BandChoice(low, high).Problem(measure) is { } problem ? throw Refusal.BadInput("standard", problem)
        : Core.Measuring.Band.Of(low, high, measure.Unit);
}

/// <summary>
/// By what a check is judged, every band in it, with what has to be known of body and set-up to read its pictures. Kept with
/// the check, so that whatever is changed later leaves the check as it was.
/// </summary>
internal sealed record StandardDto(
    string ExerciseId,
    SchoolCode School,
    SettingSource Source,
    AnkleDto LeftAnkle,
    AnkleDto RightAnkle,
    double HeelWedgeDegrees,
    IReadOnlyList<StandardBandDto> Bands,
    BodyDto? Body,
    double PadCm,
    double RearRaiseCm
)
{
    public CheckStandard ToCore()
    {
        if (Bands.Select(b => b.MeasureId).Distinct().Count() != Bands.Count)
            throw Refusal.BadInput("standard", "A check stands in the list twice. Reload the page.");
        return new CheckStandard(
            Exercise.Find(ExerciseId) ?? throw Refusal.BadInput("exercise", "This exercise is not in the catalogue."),
            new Sourced<School>(Core.Exercises.School.Of(School), Source),
            [.. Bands.Select(b => b.ToCore())],
            ErrorModel.Default
        );
    }

    /// <summary>What has to be known besides the points.</summary>
    public ReadingContext Context(CheckStandard core)
    {
        Refusal.Unless(FieldRange.PadInALook, "standard", PadCm);
        Refusal.Unless(FieldRange.Raise, "standard", RearRaiseCm);
        return ReadingContext.Default with
        {
            Body = Body is null ? null : BodyDto.ToCore(Body),
            BothFeetPlanted = core.Exercise.Shape.BothFeetPlanted,
            PadMetres = PadCm / 100,
            RearRaiseMetres = RearRaiseCm / 100,
        };
    }
}

/// <summary>How a measure can be answered besides pictures.</summary>
internal enum AnswerKind
{
    /// <summary>Read from pictures, or seen.</summary>
    Pictures,

    /// <summary>Seen only.</summary>
    Tick,

    /// <summary>Weighed, timed or taped.</summary>
    Number,
}

/// <summary>A measure as this check takes it, with what a coach may say of it by eye.</summary>
internal sealed record MeasureView(
    string Id,
    string Name,
    string Short,
    MeasureUnit Unit,
    Region Region,
    IReadOnlyList<View> Views,
    AnswerKind Kind,
    bool MustPass,
    bool Judged,
    SettingSource Source,
    BandView? Left,
    BandView? Right,
    string? SeenBeyond,
    string? SeenShort,
    string SelfCheck,
    bool HouseRule
);

internal sealed record PlannedPointView(Landmark Landmark, string Where, bool More);

/// <summary>A still worth taking on each side.</summary>
internal sealed record PlannedView(
    View View,
    Moment Moment,
    bool Essential,
    IReadOnlyList<PlannedPointView> Points,
    IReadOnlyList<string> Measures,
    CameraDto Camera
)
{
    public static PlannedView Of(PlannedStill p, HouseStyle style)
    {
        string Where(Landmark l) => style.PointWords(l, p.View) ?? Landmarks.Where(l, p.View);
        return new(
            p.View,
            p.Moment,
            p.Essential,
            [
                .. p.Points.Select(l => new PlannedPointView(l, Where(l), false)),
                .. p.MorePoints.Select(l => new PlannedPointView(l, Where(l), true)),
            ],
            p.MeasureIds,
            new CameraDto(CameraPlace.UsualDistance, LookPlan.PhoneHeight(p.View), false)
        );
    }
}

/// <summary>How something is done in this house.</summary>
internal sealed record StyleLineView(string Name, string Text)
{
    public static IReadOnlyList<StyleLineView> Of(IReadOnlyList<StyleLine> lines) =>
        [.. lines.Select(l => new StyleLineView(l.Name, l.Text))];
}

internal sealed record GateQuestionView(string Question, string OnNo);

/// <summary>What is asked before the first repetition of knee-forward work.</summary>
internal sealed record GateView(IReadOnlyList<GateQuestionView> Questions, string Go, string Easier)
{
    public static GateView? For(Exercise exercise, SchoolCode school) =>
        SettleGate.Belongs(exercise, school)
            ? new(
                [.. SettleGate.Questions.Select(q => new GateQuestionView(q.Question, q.OnNo))],
                SettleGate.Go,
                SettleGate.Easier
            )
            : null;
}

/// <summary>A standard with everything a screen needs to ask for it.</summary>
/// <summary>What is read out large under a picture of a view: in each line the first measure that has a number.</summary>
internal sealed record LeadView(View View, IReadOnlyList<IReadOnlyList<string>> Lines);

internal sealed record StandardView(
    StandardDto Standard,
    string ExerciseName,
    string SchoolName,
    string Task,
    IReadOnlyList<string> LookFor,
    IReadOnlyList<string> Felt,
    bool BothFeetPlanted,
    IReadOnlyList<MeasureView> Measures,
    IReadOnlyList<PlannedView> Plan,
    PlannedView? Quick,
    IReadOnlyList<StyleLineView> Style,
    GateView? Gate,
    IReadOnlyList<LeadView> Leads,
    int MostLeads,
    IReadOnlyList<string> Clip,
    IReadOnlyList<CardLineView> Card
)
{
    public static StandardView Of(StandardDto dto, HouseStyle style, IReadOnlyList<CardLineView> card)
    {
        var core = dto.ToCore();
        var exercise = style.On(core.Exercise);
        var school = core.School.Value.Code;
        return new StandardView(
            dto,
            exercise.Name,
            core.School.Value.Name,
            exercise.Task,
            exercise.LookFor,
            exercise.Felt,
            exercise.Shape.BothFeetPlanted,
            [.. core.Bands.Select(MeasureOf)],
            [.. LookPlan.For(core).Select(p => PlannedView.Of(p, style))],
            LookPlan.Quick(core) is { } quick ? PlannedView.Of(quick, style) : null,
            StyleLineView.Of(style.Lines(exercise, school)),
            GateView.For(exercise, school),
            [.. Enum.GetValues<View>().Select(v => new LeadView(v, Leading.Lines(v)))],
            Leading.MostLines,
            ClipGives.Sentences(exercise, [.. core.Bands.Select(b => b.Measure)]),
            card
        );
    }

    private static MeasureView MeasureOf(StandardBand band)
    {
        var measure = band.Measure;
        string? Said(BandSide where)
        {
            // What has no band can still tell causes apart, seen.
            var tells = Core.Correcting.Fault.All.Any(f =>
                f.Causes.Any(c =>
                    c.Sign is { Where: not BandSide.Within } sign && sign.MeasureId == measure.Id && sign.Where == where
                )
            );
            if (!band.Judged)
                return tells
                    ? MeasureSpeech.Fault(
                        new MeasureResult(
                            measure,
                            BodySide.Left,
                            Moment.Bottom,
                            null,
                            AnswerSource.Eye,
                            band.MustPass,
                            null,
                            new SeenAnswer(measure.Id, BodySide.Left, where)
                        )
                    )
                    : null;
            if (
                measure.Unit != MeasureUnit.Tick
                && (where == BandSide.Beyond ? band.Left?.Upper : band.Left?.Lower) is null
                && !(band.Left is null && where == BandSide.Beyond)
            )
                return null;
            return MeasureSpeech.Fault(
                new MeasureResult(
                    measure,
                    BodySide.Left,
                    Moment.Bottom,
                    null,
                    AnswerSource.Eye,
                    band.MustPass,
                    null,
                    new SeenAnswer(measure.Id, BodySide.Left, where)
                )
            );
        }

        return new MeasureView(
            measure.Id,
            measure.Name,
            measure.Short,
            measure.Unit,
            measure.Region,
            measure.Views,
            measure.Unit == MeasureUnit.Tick ? AnswerKind.Tick
                : MeasureReader.IsRead(measure.Id) ? AnswerKind.Pictures
                : AnswerKind.Number,
            band.MustPass,
            band.Judged,
            band.Source,
            Edges(band.Left, band.LeftAssumed),
            Edges(band.Right, band.RightAssumed),
            Said(BandSide.Beyond),
            measure.Unit == MeasureUnit.Tick ? null : Said(BandSide.Short),
            measure.SelfCheck,
            measure.HouseRule && band.Source is SettingSource.Exercise or SettingSource.School
        );
    }

    private static BandView? Edges(Band? band, bool assumed) =>
        band is null ? null : new(band.Lower?.Value, band.Upper?.Value, $"{band}{(assumed ? ", assumed" : "")}");
}
