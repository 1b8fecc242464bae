using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Positions;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;

namespace DeftStride.Data.Kept;

/// <summary>What the studio owns, and the tape it reads. Centimetres, degrees, kilograms.</summary>
internal sealed record KeptKit(
    IReadOnlyList<double> BoxesCm,
    IReadOnlyList<double> PlatesCm,
    IReadOnlyList<double> PadsCm,
    IReadOnlyList<double> WedgesDegrees,
    double? RollCm,
    Tape Tape,
    IReadOnlyList<Gear>? Things = null,
    IReadOnlyList<double>? WeightsKg = null,
    IReadOnlyList<double>? BarsKg = null,
    IReadOnlyList<double>? DiscsKg = null,
    IReadOnlyList<double>? SandbagsKg = null
) : StoredDocument, IKept<KeptKit>
{
    public static StoredForm<KeptKit> Kept { get; } = new("kit", "the studio's list of kit");

    public static KeptKit Empty { get; } = new([], [], [], [], null, Tape.Centimetres);

    /// <summary>The weights that can be held.</summary>
    public Core.Dosing.LoadRack Rack() =>
        new(WeightsKg ?? [])
        {
            Bars = BarsKg ?? [],
            Discs = DiscsKg ?? [],
            Sandbags = SandbagsKg ?? [],
        };

    /// <summary>The kit in metres.</summary>
    public StudioKit ToCore() =>
        new(
            [.. BoxesCm.Select(b => b / 100)],
            [.. PlatesCm.Select(p => p / 100)],
            [.. PadsCm.Select(p => p / 100)],
            WedgesDegrees,
            RollCm / 100
        )
        {
            Tape = Tape,
        };
}

/// <summary>By which part the rear foot stands.</summary>
internal enum KeptRearFoot
{
    /// <summary>On the ball.</summary>
    Ball,

    /// <summary>On the instep over a roll; every instep before contacts were told apart.</summary>
    Instep,

    /// <summary>On the instep on a top that falls away behind.</summary>
    SlopedInstep,

    /// <summary>On the instep on a flat top.</summary>
    FlatInstep,
}

/// <summary>A stance: angles in degrees, heights in centimetres.</summary>
internal sealed record KeptStance(
    double ShinDegrees,
    double RearThighDegrees,
    double RearKneeCm,
    double TrunkDegrees,
    double FrontRaiseCm,
    double RearRaiseCm,
    double WedgeDegrees,
    KeptRearFoot RearFoot
) : Stored
{
    /// <summary>A stance as it is kept.</summary>
    public static KeptStance Of(SplitStance q) =>
        new(
            q.FrontShin.Degrees,
            q.RearThigh.Degrees,
            100 * q.RearKneeMetres,
            q.TrunkLean.Degrees,
            100 * q.FrontRaiseMetres,
            100 * q.RearRaiseMetres,
            q.HeelWedge.Degrees,
            RearSurface.Of(q.RearFoot) switch
            {
                RearContact.Ball => KeptRearFoot.Ball,
                RearContact.Sloped => KeptRearFoot.SlopedInstep,
                RearContact.Flat => KeptRearFoot.FlatInstep,
                _ => KeptRearFoot.Instep,
            }
        );

    /// <summary>The stance, its rear foot by the ranges of that side.</summary>
    public SplitStance ToCore(RangeOfMotion rear) =>
        new(
            Angle.FromDegrees(ShinDegrees),
            Angle.FromDegrees(RearThighDegrees),
            RearKneeCm / 100,
            Angle.FromDegrees(TrunkDegrees),
            FrontRaiseCm / 100,
            RearRaiseCm / 100,
            Angle.FromDegrees(Math.Max(0, WedgeDegrees)),
            RearSurface.FootOf(
                RearFoot switch
                {
                    KeptRearFoot.Ball => RearContact.Ball,
                    KeptRearFoot.SlopedInstep => RearContact.Sloped,
                    KeptRearFoot.FlatInstep => RearContact.Flat,
                    _ => RearContact.Roll,
                },
                rear
            )
        );
}

/// <summary>A range of motion that a set-up was worked out from, degrees; an ankle that nobody measured as it was assumed by age.</summary>
internal sealed record KeptRangeUsed(RangeTest Test, double Degrees, bool? Assumed = null) : Stored
{
    /// <summary>Ranges of one side; of two of the same test the first counts.</summary>
    public static RangeOfMotion ToCore(IEnumerable<KeptRangeUsed> ranges)
    {
        var all = ranges.ToLookup(r => r.Assumed == true);
        return new(
            all[false].GroupBy(r => r.Test).ToDictionary(g => g.Key, g => Angle.FromDegrees(g.First().Degrees)),
            all[true].FirstOrDefault(r => r.Test == RangeTest.AnkleBend) is { } ankle
                ? Angle.FromDegrees(ankle.Degrees)
                : null
        );
    }
}

/// <summary>A load and where it was held.</summary>
internal sealed record KeptLoad(LoadPosition Position, double Kilograms) : Stored;

/// <summary>The kit that a set-up was worked out with; part of another form, so it has no number of its own.</summary>
internal sealed record KeptKitUsed(
    IReadOnlyList<double> BoxesCm,
    IReadOnlyList<double> PlatesCm,
    IReadOnlyList<double> PadsCm,
    IReadOnlyList<double> WedgesDegrees,
    double? RollCm,
    Tape Tape,
    IReadOnlyList<Gear>? Things = null,
    IReadOnlyList<double>? WeightsKg = null
) : Stored
{
    /// <summary>The part of a list of kit that a set-up is worked out with.</summary>
    public static KeptKitUsed Of(KeptKit k) =>
        new(k.BoxesCm, k.PlatesCm, k.PadsCm, k.WedgesDegrees, k.RollCm, k.Tape, k.Things, k.WeightsKg);

    /// <summary>The kit in metres.</summary>
    public StudioKit ToCore() => new KeptKit(BoxesCm, PlatesCm, PadsCm, WedgesDegrees, RollCm, Tape).ToCore();
}

/// <summary>What a stance was worked out from.</summary>
internal sealed record KeptSplit(
    KeptBody Body,
    IReadOnlyList<KeptRangeUsed> FrontRanges,
    IReadOnlyList<KeptRangeUsed> RearRanges,
    KeptKitUsed Kit,
    KeptStance Stance,
    double? StanceCm,
    KeptLoad Load
) : Stored;

/// <summary>What a step was worked out from.</summary>
internal sealed record KeptStepUsed(
    KeptBody Body,
    IReadOnlyList<KeptRangeUsed> Ranges,
    KeptKitUsed Kit,
    double? BoxCm,
    double? KneeDegrees,
    double? ShinDegrees,
    double TrunkDegrees
) : Stored;

/// <summary>What a mark on the floor was worked out from.</summary>
internal sealed record KeptReachUsed(
    KeptBody Body,
    Tape Tape,
    ReachWay Way,
    bool Diagonal,
    double? KneeDegrees,
    double? TapeCm,
    double? DirectionDegrees
) : Stored;

/// <summary>What a seat or a box for the free leg was worked out from.</summary>
internal sealed record KeptSeatUsed(
    KeptBody Body,
    IReadOnlyList<KeptRangeUsed> Ranges,
    KeptKitUsed Kit,
    SeatWay Way,
    OneLegChoice Choice,
    double KneeDegrees,
    double? SeatCm
) : Stored;

/// <summary>The band of a set-up.</summary>
internal sealed record KeptBandUsed(string FaultId, BandPull Pull, DateOnly Until) : Stored
{
    /// <summary>As the core has it.</summary>
    public BandSetup ToCore() => new(FaultId, Pull, Until);
}

/// <summary>
/// A set-up that was kept, with what it was worked out from. One of <see cref="Split"/>, <see cref="Step"/>, <see cref="Reach"/> and
/// <see cref="Seat"/> is given; a band on top where the exercise has one.
/// </summary>
internal sealed record KeptSetup(
    Guid Id,
    Guid ClientId,
    string ExerciseId,
    SchoolCode School,
    BodySide Front,
    KeptSplit? Split = null,
    KeptStepUsed? Step = null,
    Guid? Supersedes = null,
    KeptReachUsed? Reach = null,
    KeptSeatUsed? Seat = null,
    KeptBandUsed? Band = null
) : StoredDocument, IKept<KeptSetup>
{
    public static StoredForm<KeptSetup> Kept { get; } = new("setup", "a set-up");
}

/// <summary>A line of a card as it was given.</summary>
internal sealed record KeptCardLine(string Id, string Name, string Value, string Note) : Stored;

/// <summary>The card of a set-up as it was given; the stance where it is a split one.</summary>
internal sealed record KeptCard(IReadOnlyList<KeptCardLine> Card, bool Estimated, KeptStance? Stance = null)
    : StoredDocument,
        IKept<KeptCard>
{
    public static StoredForm<KeptCard> Kept { get; } = new("card", "a set-up's card");
}
