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
            [.. i.Pains.Select(p => new KeptSitePain(p.Leg, p.Role, p.Site, p.Score, p.Kind))],
            i.Minor,
            i.Guardian,
                // A page that knows no limit does not take one away.
                i.Limit
                    is null
                    ? before?.Limit
                : i.Limit is { Score: { } score, By: { } by, On: { } on } ? new KeptPainLimit(score, by, on)
                : null,
            i.BirthYear ?? before?.BirthYear,
            i.Care is null ? before?.Care : i.Care.ToDictionary(),
            i.Overruled is null
                ? before?.Overruled
                : [.. i.Overruled.Select(o => new KeptOverrule(o.FieldId, o.Forbids, o.Reason, o.By!, o.On!.Value))],
            i.Bothers ?? before?.Bothers
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
            [.. i.Pains.Select(p => new SitePainDto(p.Leg, p.Role, p.Site, p.Score, p.Kind))],
            i.Minor,
            i.Guardian,
            new PainLimitDto(i.Limit?.Score, i.Limit?.By, i.Limit?.On),
            i.BirthYear,
            i.Care ?? [],
            [.. (i.Overruled ?? []).Select(o => new OverruleDto(o.FieldId, o.Forbids, o.Reason, o.By, o.On))],
            i.Bothers ?? ""
        );
}
