using DeftStride.Data.Kept;

namespace DeftStride.Web.Features.Bodies;

/// <summary>Between what is sent and what is kept: what was asked when the client was met.</summary>
internal static class IntakeForms
{
    /// <summary>The answers as they are kept; what a newer version added to the ones before stays.</summary>
    public static KeptIntake ToKept(this IntakeDto i, KeptIntake? before = null) =>
        new(
            i.Goals,
            i.TrainingAge,
            i.StatureCm,
            i.MassKg,
            i.ShankCm,
            i.ThighCm,
            i.FootCm,
            i.LeftFoot,
            i.RightFoot,
            i.Knees,
            i.KneesStraighten,
            [.. i.Pains.Select(p => new KeptSitePain(p.Leg, p.Role, p.Site, p.Score))],
            i.Minor,
            i.Guardian
        )
        {
            Unknown = before?.Unknown,
        };

    public static IntakeDto ToWire(this KeptIntake i) =>
        new(
            i.Goals,
            i.TrainingAge,
            i.StatureCm,
            i.MassKg,
            i.ShankCm,
            i.ThighCm,
            i.FootCm,
            i.LeftFoot,
            i.RightFoot,
            i.Knees,
            i.KneesStraighten,
            [.. i.Pains.Select(p => new SitePainDto(p.Leg, p.Role, p.Site, p.Score))],
            i.Minor,
            i.Guardian
        );
}
