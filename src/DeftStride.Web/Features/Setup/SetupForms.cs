using DeftStride.Core.Setup;
using DeftStride.Data.Kept;
using DeftStride.Web.Features.Bodies;

namespace DeftStride.Web.Features.Setup;

/// <summary>Between what is sent and what is kept: kit, set-ups and their cards.</summary>
internal static class SetupForms
{
    /// <summary>Kit as it is kept; what a newer version added to the list before stays.</summary>
    public static KeptKit ToKept(this KitDto k, KeptKit? before = null) =>
        new(
            k.BoxesCm,
            k.PlatesCm,
            k.PadsCm,
            k.WedgesDegrees,
            k.RollCm,
            k.Tape,
            k.Things,
            k.WeightsKg,
            k.BarsKg,
            k.DiscsKg,
            k.SandbagsKg
        )
        {
            Unknown = before?.Unknown,
        };

    public static KitDto ToWire(this KeptKit k) =>
        new(
            k.BoxesCm,
            k.PlatesCm,
            k.PadsCm,
            k.WedgesDegrees,
            k.RollCm,
            k.Tape,
            k.Things,
            k.WeightsKg,
            k.BarsKg,
            k.DiscsKg,
            k.SandbagsKg
        );

    public static KeptSetup ToKept(this SetupRequest r) =>
        new(
            r.Id,
            r.ClientId,
            r.ExerciseId,
            r.School,
            r.Front,
            r.Split is { } s
                ? new KeptSplit(
                    ToKept(s.Body),
                    ToKept(s.FrontRanges),
                    ToKept(s.RearRanges),
                    Used(s.Kit),
                    s.Stance.ToKept(),
                    s.StanceCm,
                    new KeptLoad(s.Load.Position, s.Load.Kilograms)
                )
                : null,
            r.Step is { } t
                ? new KeptStepUsed(
                    ToKept(t.Body),
                    ToKept(t.Ranges),
                    Used(t.Kit),
                    t.BoxCm,
                    t.KneeDegrees,
                    t.ShinDegrees,
                    t.TrunkDegrees
                )
                : null,
            r.Supersedes,
            r.Reach is { } u ? ToKept(u) : null,
            r.Seat is { } v
                ? new KeptSeatUsed(
                    ToKept(v.Body),
                    ToKept(v.Ranges),
                    Used(v.Kit),
                    v.Way,
                    v.Choice,
                    v.KneeDegrees,
                    v.SeatCm
                )
                : null,
            r.Band is { } b ? new KeptBandUsed(b.FaultId, b.Pull, b.Until) : null
        );

    private static KeptReachUsed ToKept(ReachRequest r) =>
        new(ToKept(r.Body), r.Tape, r.Way, r.Diagonal, r.KneeDegrees, r.TapeCm, r.DirectionDegrees);

    private static KeptKitUsed Used(KitDto k) => KeptKitUsed.Of(k.ToKept());

    private static KeptBody ToKept(BodyDto b) => new(b.StatureCm, b.MassKg, b.ShankCm, b.ThighCm, b.FootCm);

    private static KeptRangeUsed[] ToKept(IReadOnlyList<RangeDto> ranges) =>
        [.. ranges.Select(r => new KeptRangeUsed(r.Test, r.Degrees, r.Measured ? null : true))];

    public static KeptStance ToKept(this StanceDto s) =>
        new(
            s.ShinDegrees,
            s.RearThighDegrees,
            s.RearKneeCm,
            s.TrunkDegrees,
            s.FrontRaiseCm,
            s.RearRaiseCm,
            s.WedgeDegrees,
            s.RearFoot switch
            {
                RearFootRule.Ball => KeptRearFoot.Ball,
                RearFootRule.SlopedInstep => KeptRearFoot.SlopedInstep,
                RearFootRule.FlatInstep => KeptRearFoot.FlatInstep,
                _ => KeptRearFoot.Instep,
            }
        );

    public static StanceDto ToWire(this KeptStance s) =>
        new(
            s.ShinDegrees,
            s.RearThighDegrees,
            s.RearKneeCm,
            s.TrunkDegrees,
            s.FrontRaiseCm,
            s.RearRaiseCm,
            s.WedgeDegrees,
            s.RearFoot switch
            {
                KeptRearFoot.Ball => RearFootRule.Ball,
                KeptRearFoot.SlopedInstep => RearFootRule.SlopedInstep,
                KeptRearFoot.FlatInstep => RearFootRule.FlatInstep,
                _ => RearFootRule.Instep,
            }
        );

    /// <summary>How the rear foot meets its surface, as the core has it.</summary>
    public static RearContact ToCore(this RearFootRule rule) =>
        rule switch
        {
            RearFootRule.Ball => RearContact.Ball,
            RearFootRule.SlopedInstep => RearContact.Sloped,
            RearFootRule.FlatInstep => RearContact.Flat,
            _ => RearContact.Roll,
        };
}
