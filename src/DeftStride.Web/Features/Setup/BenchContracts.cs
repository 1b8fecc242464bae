using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Positions;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;
using DeftStride.Data.Kept;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Bodies;
using DeftStride.Web.Features.Cards;
using DeftStride.Web.Features.Day;
using DeftStride.Web.Features.Measuring;

namespace DeftStride.Web.Features.Setup;

/// <summary>A range of one side; an ankle that nobody measured as it is assumed by age.</summary>
internal sealed record RangeDto(RangeTest Test, double Degrees, bool Measured = true)
{
    public static RangeOfMotion ToCore(IReadOnlyList<RangeDto> ranges)
    {
        foreach (var range in ranges)
        {
            if (RangeTestInfo.Of(range.Test).Problem(range.Degrees) is { } problem)
                throw Refusal.BadInput("ranges", problem);
        }

        return KeptRangeUsed.ToCore(ranges.Select(r => new KeptRangeUsed(r.Test, r.Degrees, r.Measured ? null : true)));
    }
}

internal sealed record KitDto(
    IReadOnlyList<double> BoxesCm,
    IReadOnlyList<double> PlatesCm,
    IReadOnlyList<double> PadsCm,
    IReadOnlyList<double> WedgesDegrees,
    double? RollCm,
    Tape Tape,
    IReadOnlyList<Core.Exercises.Gear>? Things = null,
    IReadOnlyList<double>? WeightsKg = null,
    IReadOnlyList<double>? BarsKg = null,
    IReadOnlyList<double>? DiscsKg = null,
    IReadOnlyList<double>? SandbagsKg = null
)
{
    private const int Most = 40;

    public static KitDto Empty { get; } = new([], [], [], [], null, Tape.Centimetres);

    public StudioKit ToCore()
    {
        Check("boxes", FieldRange.Box, BoxesCm);
        Check("plates", FieldRange.Plate, PlatesCm);
        Check("pads", FieldRange.Pad, PadsCm);
        Check("wedges", FieldRange.Wedge, WedgesDegrees);
        Check("weights", FieldRange.Weight, WeightsKg ?? []);
        Check("bars", FieldRange.Weight, BarsKg ?? []);
        Check("discs", FieldRange.Weight, DiscsKg ?? []);
        Check("sandbags", FieldRange.Weight, SandbagsKg ?? []);
        Refusal.Unless(FieldRange.Roll, "roll", RollCm);
        return this.ToKept().ToCore();
    }

    private static void Check(string field, FieldRange range, IReadOnlyList<double> values)
    {
        if (values.Count > Most)
            throw Refusal.BadInput(field, $"That is {values.Count} entries. List at most {Most}.");
        foreach (var value in values)
            Refusal.Unless(range, field, value);
    }
}

internal enum RearFootRule
{
    Ball,
    Instep,
    SlopedInstep,
    FlatInstep,
}

internal sealed record StanceDto(
    double ShinDegrees,
    double RearThighDegrees,
    double RearKneeCm,
    double TrunkDegrees,
    double FrontRaiseCm,
    double RearRaiseCm,
    double WedgeDegrees,
    RearFootRule RearFoot
)
{
    public SplitStance ToCore(RangeOfMotion rear)
    {
        foreach (
            var (field, name, value) in new[]
            {
                ("frontRaise", "What lies under the front foot", FrontRaiseCm),
                ("rearRaise", "What lies under the rear foot", RearRaiseCm),
                ("rearKnee", "Where the rear knee comes to rest", RearKneeCm),
            }
        )
            Refusal.Unless(FieldRange.Raise with { Name = name }, field, value);
        foreach (
            var (field, name, value, most) in new[]
            {
                ("shin", "Front shin", ShinDegrees, 80.0),
                ("rearThigh", "Rear thigh", RearThighDegrees, 80.0),
                ("trunk", "Trunk", TrunkDegrees, 90.0),
                ("wedge", "Wedge", WedgeDegrees, FieldRange.HeelWedge.Most),
            }
        )
        {
            if (!double.IsFinite(value) || Math.Abs(value) > most)
                throw Refusal.BadInput(
                    field,
                    FormattableString.Invariant(
                        $"{name}: {value:0.#}° is more than a body does. Keep it within {most:0}°."
                    )
                );
        }

        return this.ToKept().ToCore(rear);
    }

    public static StanceDto Of(SplitStance q) => KeptStance.Of(q).ToWire();
}

internal sealed record LoadDto(LoadPosition Position, double Kilograms)
{
    public Load ToCore() =>
        FieldRange.Load.Problem(Kilograms) is { } problem
            ? throw Refusal.BadInput("load", problem)
            : new Load(Position, Kilograms);
}

/// <summary>A stance to work out. With <see cref="StanceCm"/> the feet are given and the front shin follows from them.</summary>
internal sealed record BenchRequest(
    BodyDto Body,
    IReadOnlyList<RangeDto> FrontRanges,
    IReadOnlyList<RangeDto> RearRanges,
    KitDto Kit,
    StanceDto Stance,
    double? StanceCm,
    LoadDto Load,
    SchoolCode? School = null,
    SplitForm? Form = null
);

/// <summary>Where a stance starts for a school and a form.</summary>
internal sealed record StartRequest(
    BodyDto Body,
    IReadOnlyList<RangeDto> FrontRanges,
    IReadOnlyList<RangeDto> RearRanges,
    KitDto Kit,
    SchoolCode School,
    SplitForm Form,
    bool TwoRightAngles,
    bool Low = false,
    RearFootRule? RearFoot = null,
    bool HipDominant = false
);

/// <summary>A step. With <see cref="BoxCm"/> it is a step-down from that height, otherwise a step-up whose box follows from the knee.</summary>
internal sealed record StepRequest(
    BodyDto Body,
    IReadOnlyList<RangeDto> Ranges,
    KitDto Kit,
    double? BoxCm,
    double? KneeDegrees,
    double? ShinDegrees,
    double TrunkDegrees,
    bool? FeetMeet = null
);

/// <summary>A mark on the floor for a reach. With <see cref="TapeCm"/> the knee follows from it, else it from the knee.</summary>
internal sealed record ReachRequest(
    BodyDto Body,
    Tape Tape,
    ReachWay Way,
    bool Diagonal,
    double? KneeDegrees,
    double? TapeCm,
    double? DirectionDegrees
);

/// <summary>A seat, or a box for the free leg. With <see cref="SeatCm"/> the knee follows from it.</summary>
internal sealed record SeatRequest(
    BodyDto Body,
    IReadOnlyList<RangeDto> Ranges,
    KitDto Kit,
    SeatWay Way,
    OneLegChoice Choice,
    double KneeDegrees,
    double? SeatCm
);

/// <summary>A band about the front knee: against which fault, which way, until when.</summary>
internal sealed record BandDto(string FaultId, BandPull Pull, DateOnly Until)
{
    public BandSetup ToCore() => new(FaultId, Pull, Until);
}

/// <summary>A seat or a box worked out. <see cref="Fault"/> says why there is none, with what would do.</summary>
internal sealed record SeatView(
    string? Fault,
    IReadOnlyList<PartView> Sentence,
    bool Estimated,
    double HeightCm,
    double KneeDegrees,
    double OverFoot,
    FigureView? Figure,
    IReadOnlyList<double>? Hands,
    BodySizesView Sizes,
    IReadOnlyList<CardLineView> Card,
    IReadOnlyList<AdviceView> Advice
);

/// <summary>A band looked at: what is wrong with it, or the lines of the card that it adds.</summary>
internal sealed record BandSetupView(string? Problem, IReadOnlyList<CardLineView> Card);

/// <summary>What a band is for, and which way it then pulls.</summary>
internal sealed record BandForView(string FaultId, string Name, BandPull Pull);

/// <summary>What an exercise needs and this studio has not listed.</summary>
internal sealed record LackingView(string ExerciseId, string Sentence);

/// <summary>Points of a figure in the side view, centimetres: x forward of the front ankle (or of the box's face), y up.</summary>
internal sealed record FigureView(IReadOnlyDictionary<string, double[]> Points);

internal sealed record DemandView(
    DemandedJoint Joint,
    string Name,
    double UsedDegrees,
    string UsedText,
    double SpareDegrees,
    string LimitText,
    bool Measured,
    double Share,
    bool Exceeds,
    bool Binding
);

internal sealed record ChangeView(string Sentence, string Costs, StanceDto Stance);

internal sealed record AdviceView(string Sentence, bool Matters);

/// <summary>What the stance does to the front leg, standing still. An estimate.</summary>
internal sealed record LoadView(
    string ShareText,
    double AnkleShare,
    double KneeShare,
    double HipShare,
    string MomentsText,
    string Assumes
);

internal sealed record OverlayView(string Name, FigureView Figure);

internal sealed record BodySizesView(
    double StatureCm,
    double HipJointCm,
    double HipBoneCm,
    double AnkleCm,
    double FootCm,
    double TrunkCm
);

/// <summary>A height of the studio against a rear leg.</summary>
internal sealed record RearHeightView(double Cm, string Text, string Parts, bool Fits, string? Note);

/// <summary>How high this client's rear foot may go, on what it stands on now. An upper bound from geometry.</summary>
internal sealed record RearSurfaceView(
    string Sentence,
    bool TooHigh,
    double HighestCm,
    double ComfortableCm,
    double MidShinCm,
    string HighestText,
    string ComfortableText,
    string MidShinText,
    IReadOnlyList<RearHeightView> Heights,
    bool Estimated
);

internal sealed record BenchView(
    string? Fault,
    IReadOnlyList<PartView> Sentence,
    bool Fits,
    bool Estimated,
    StanceDto Stance,
    double StanceCm,
    FigureView? Figure,
    BodySizesView Sizes,
    IReadOnlyList<DemandView> Demands,
    IReadOnlyList<ChangeView> Changes,
    IReadOnlyList<CardLineView> Card,
    IReadOnlyList<AdviceView> Advice,
    LoadView? Load,
    IReadOnlyList<double[]> Path,
    IReadOnlyList<OverlayView> SameBottom,
    string Family,
    RearSurfaceView? RearSurface
);

internal sealed record StepView(
    IReadOnlyList<PartView> Sentence,
    bool Estimated,
    double BoxCm,
    FigureView Figure,
    BodySizesView Sizes,
    IReadOnlyList<CardLineView> Card,
    IReadOnlyList<AdviceView> Advice,
    string? Rhythm
);

/// <summary>A mark on the floor: how long the tape is, where it goes, and the knee that belongs to it.</summary>
internal sealed record ReachView(
    string? Fault,
    IReadOnlyList<PartView> Sentence,
    bool Estimated,
    double KneeDegrees,
    double TapeCm,
    double DirectionDegrees,
    string? LongestText,
    BodySizesView Sizes,
    IReadOnlyList<CardLineView> Card
);

internal sealed record BenchStartView(
    BodyDto? Body,
    IReadOnlyList<RangeDto> LeftRanges,
    IReadOnlyList<RangeDto> RightRanges,
    KitDto Kit,
    string ExerciseId,
    SchoolCode School,
    IReadOnlyList<SetupView> Kept,
    TodayView Today,
    bool Low,
    bool HipDominant,
    bool Diagonal,
    IReadOnlyList<double> FrontHeightsCm,
    IReadOnlyList<double> RearHeightsCm,
    IReadOnlyList<HeightTrialView> Trials,
    IReadOnlyList<LackingView> Lacking,
    IReadOnlyList<string> FeetMeetOn,
    IReadOnlyList<BandForView> Bands,
    DateOnly BandUntil
);

/// <summary>A set-up to keep. Exactly one of <see cref="Split"/>, <see cref="Step"/>, <see cref="Reach"/> and <see cref="Seat"/> is given; a band on top where the exercise has one.</summary>
internal sealed record SetupRequest(
    Guid Id,
    Guid ClientId,
    string ExerciseId,
    SchoolCode School,
    BodySide Front,
    BenchRequest? Split,
    StepRequest? Step,
    Guid? Supersedes,
    ReachRequest? Reach = null,
    SeatRequest? Seat = null,
    BandDto? Band = null
);

/// <summary>A set-up that was just kept, and where it is to be seen.</summary>
internal sealed record KeptSetupView(SetupView Setup, string Said);

internal sealed record SetupView(
    Guid Id,
    string ExerciseId,
    string ExerciseName,
    SchoolCode School,
    DateTimeOffset At,
    string Coach,
    IReadOnlyList<CardLineView> Card,
    bool Estimated,
    StanceDto? Stance
);
