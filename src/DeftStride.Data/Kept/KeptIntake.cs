using DeftStride.Core.Bodies;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;

namespace DeftStride.Data.Kept;

/// <summary>Pain in one place, 1–10.</summary>
internal sealed record KeptSitePain(BodySide Leg, LegRole Role, PainSite Site, int Score) : Stored
{
    public SitePain ToCore() => new(Leg, Role, Site, Score);
}

/// <summary>What was asked when the client was met. Centimetres and kilograms.</summary>
internal sealed record KeptIntake(
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
    IReadOnlyList<KeptSitePain> Pains,
    bool Minor,
    string Guardian
) : StoredDocument, IKept<KeptIntake>
{
    public static StoredForm<KeptIntake> Kept { get; } = new("intake", "what was asked when the client was met");

    public static KeptIntake Empty { get; } =
        new([], null, null, null, null, null, null, null, null, null, null, [], false, "");

    public static KeptIntake Of(Records.ClientRecord client) => client.Intake is { } kept ? Kept.Read(kept) : Empty;

    /// <summary>Whether enough was asked for a first choice to rest on: a size, a goal, how long they have trained, or what hurts.</summary>
    public bool Met() => StatureCm is not null || Goals.Count > 0 || TrainingAge is not null || Pains.Count > 0;

    /// <summary>The sizes as a check keeps them, or null while the stature is unknown.</summary>
    public KeptBody? Sizes() =>
        StatureCm is { } stature ? new KeptBody(stature, MassKg, ShankCm, ThighCm, FootCm) : null;

    /// <summary>The body, or null while the stature is unknown.</summary>
    public Body? Body() => Sizes()?.ToCore();
}
