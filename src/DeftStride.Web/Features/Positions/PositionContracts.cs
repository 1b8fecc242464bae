using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Positions;
using DeftStride.Core.Practice;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Bodies;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Features.Setup;
using DeftStride.Web.Hosting;

namespace DeftStride.Web.Features.Positions;

/// <summary>A posture on one leg.</summary>
internal sealed record OneLegDto(
    double ShinDegrees,
    double ThighDegrees,
    double TrunkDegrees,
    double FreeThighDegrees,
    double FreeKneeDegrees
)
{
    public OneLegPosture ToCore(Core.Bodies.Body body)
    {
        foreach (
            var (field, name, value, least, most) in new[]
            {
                ("shin", "Shin", ShinDegrees, -10.0, 60.0),
                ("thigh", "Thigh", ThighDegrees, -30.0, 89.0),
                ("trunk", "Trunk", TrunkDegrees, -10.0, 90.0),
                ("freeThigh", "Free thigh", FreeThighDegrees, -30.0, 100.0),
                ("freeKnee", "Free knee", FreeKneeDegrees, 0.0, 120.0),
            }
        )
        {
            if (!double.IsFinite(value) || value < least || value > most)
                throw Refusal.BadInput(
                    field,
                    FormattableString
                        .Invariant(
                            $"{name}: {value:0.#}° is more than a body does. Keep it between {least:0}° and {most:0}°."
                        )
                        .Replace('-', '\u2212')
                );
        }

        static Angle At(double degrees) => Angle.FromDegrees(degrees);
        return OneLegPosture.Of(
            body,
            At(ShinDegrees),
            At(ThighDegrees),
            At(TrunkDegrees),
            At(FreeThighDegrees),
            At(FreeKneeDegrees)
        );
    }

    public static OneLegDto Of(OneLegPosture p) =>
        new(p.Shin.Degrees, p.Thigh.Degrees, p.TrunkLean.Degrees, p.FreeThigh.Degrees, p.FreeKnee.Degrees);
}

/// <summary>The start of a step.</summary>
internal sealed record StepStartDto(double BoxCm, double ShinDegrees, double TrunkDegrees);

/// <summary>One of two positions. Exactly one of <see cref="Split"/>, <see cref="Step"/> and <see cref="OneLeg"/> is given.</summary>
internal sealed record PositionDto(
    [property: AsWritten] string Name,
    StanceDto? Split,
    StepStartDto? Step,
    OneLegDto? OneLeg,
    LoadDto Load,
    double Pressure,
    double UpSeconds,
    double? RearAimDegrees = null
)
{
    /// <summary>A stance with nothing held, pressing on the instep, the rear leg pushing as it usually does.</summary>
    public static PositionDto Standing(string name, StanceDto stance) =>
        new(
            name,
            stance,
            null,
            null,
            new LoadDto(LoadPosition.None, 0),
            Core.Loading.Pressure.Instep,
            1,
            ForceRule.UsualAim.Degrees
        );
}

/// <summary>When in the repetition two positions are read.</summary>
internal enum PositionMoment
{
    Bottom,
    AfterTurn,

    /// <summary>Held still as at instants of a clip.</summary>
    AsFilmed,
}

internal sealed record PositionsRequest(
    BodyDto Body,
    IReadOnlyList<RangeDto> FrontRanges,
    IReadOnlyList<RangeDto> RearRanges,
    KitDto Kit,
    PositionMoment Moment,
    IReadOnlyList<Goal> Goals,
    bool SoreKnee,
    PositionDto A,
    PositionDto B
);

/// <summary>A joint of one position: centimetres, N·m.</summary>
internal sealed record JointView(
    MomentJoint Joint,
    double[] At,
    double[] OnLine,
    double ArmCm,
    string ArmText,
    double Moment,
    double Least,
    double Most,
    double PerKilogram,
    double SharePercent
);

internal sealed record OneLegWayView(OneLegWayKind Kind, string Sentence, OneLegDto Posture, LoadDto Load);

internal sealed record OneLegTradeView(double ShinDegrees, double HipPercent, double? Kilograms);

/// <summary>Balance along the foot on one leg.</summary>
internal sealed record OneLegView(
    OneLegBalance Balance,
    string Sentence,
    string ClearBox,
    string Sideways,
    string? Gives,
    IReadOnlyList<OneLegWayView> Ways,
    IReadOnlyList<OneLegTradeView> Trade
);

/// <summary>What a position does; its points in centimetres, x forward of the front ankle.</summary>
internal sealed record PositionView(
    FigureView Figure,
    double FrontRaiseCm,
    double RearRaiseCm,
    double WedgeDegrees,
    double PadCm,
    double SharePercent,
    string ShareText,
    double Newtons,
    double BodyWeights,
    string TiltText,
    double[] Under,
    double[] LineTop,
    double[]? Hands,
    double Load,
    double Pressure,
    double GainPercent,
    IReadOnlyList<JointView> Joints,
    double HipFlexionDegrees,
    IReadOnlyList<DemandView> Left,
    string? OuterHip,
    string? ExerciseId,
    double KneeDegrees
);

internal sealed record JointComparisonView(
    MomentJoint Joint,
    double Difference,
    double Least,
    double Most,
    double? Ratio,
    double? RatioLeast,
    double? RatioMost,
    Which More,
    string Sentence
);

internal sealed record PurposeView(Purpose Purpose, string Name, Which Serves, string Numbers);

internal sealed record RaisedFootView(string Height, double SharePercent, double KneeMoment, double KneeDegrees);

/// <summary>Two positions compared, or the sentence that says which one cannot be read and what must give.</summary>
internal sealed record PositionsView(
    string? Fault,
    Which Faulty,
    IReadOnlyList<PartView> Sentence,
    string Holds,
    BodySizesView Sizes,
    PositionView? A,
    PositionView? B,
    OneLegView? OneLegA,
    OneLegView? OneLegB,
    IReadOnlyList<JointComparisonView> Joints,
    IReadOnlyList<PurposeView> Ticks,
    IReadOnlyList<RaisedFootView> SameShin,
    IReadOnlyList<RaisedFootView> SameStance
);

internal sealed record PairView(PairKind Kind, string Question, PositionDto A, PositionDto B);

/// <summary>A posture that was looked at or set up: a name for it, and what of it had to be assumed.</summary>
internal sealed record LookedPositionView(Guid Id, string Text, string Assumed, PositionDto Position);

internal sealed record PositionsStartView(
    BodyDto? Body,
    IReadOnlyList<RangeDto> LeftRanges,
    IReadOnlyList<RangeDto> RightRanges,
    KitDto Kit,
    IReadOnlyList<Goal> Goals,
    bool SoreKnee,
    BodySide Front,
    string ExerciseId,
    SchoolCode School,
    IReadOnlyList<PairView> Pairs,
    IReadOnlyList<LookedPositionView> Looked,
    IReadOnlyList<string> Scales,
    int Filmed
);
