using System.Globalization;
using DeftStride.Core.Bodies;
using DeftStride.Core.Correcting;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;

namespace DeftStride.Data.Kept;

/// <summary>Pain in one place, 1–10.</summary>
internal sealed record KeptSitePain(BodySide Leg, LegRole Role, PainSite Site, int Score, PainKind? Kind = null)
    : Stored
{
    public SitePain ToCore() => new(Leg, Role, Site, Score) { Kind = Kind };
}

/// <summary>The highest pain that is ordinary for this client, as a clinician set it: who, and on which day.</summary>
internal sealed record KeptPainLimit(int Score, string By, DateOnly On) : Stored
{
    /// <summary>"Dr Ott, physician, 3 May".</summary>
    public string Who => string.Create(CultureInfo.InvariantCulture, $"{By}, {On:d MMMM yyyy}");
}

/// <summary>What a coach overruled in the record: the question, what it forbade, why, who and when.</summary>
internal sealed record KeptOverrule(string FieldId, string Forbids, string Reason, string By, DateOnly On) : Stored
{
    public CareOverrule ToCore() => new(FieldId, Forbids, Reason);
}

/// <summary>What was asked when the client was met. Centimetres and kilograms; <see cref="Bothers"/> in the client's own words.</summary>
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
    string Guardian,
    KeptPainLimit? Limit = null,
    int? BirthYear = null,
    Dictionary<string, string>? Care = null,
    IReadOnlyList<KeptOverrule>? Overruled = null,
    string? Bothers = null
) : StoredDocument, IKept<KeptIntake>
{
    public static StoredForm<KeptIntake> Kept { get; } = new("intake", "what was asked when the client was met");

    public static KeptIntake Empty { get; } =
        new([], null, null, null, null, null, null, null, null, null, null, [], false, "");

    public static KeptIntake Of(Records.ClientRecord client) => client.Intake is { } kept ? Kept.Read(kept) : Empty;

    /// <summary>Whether enough was asked for a first choice to rest on: a size, a goal, how long they have trained, or what hurts.</summary>
    public bool Met() => StatureCm is not null || Goals.Count > 0 || TrainingAge is not null || Pains.Count > 0;

    /// <summary>What the record asks for; whether the one-leg stand holds is for the ladder to say.</summary>
    public CareRecord CareToCore(bool standHolds) =>
        new(BirthYear, Minor, Care ?? [], [.. (Overruled ?? []).Select(o => o.ToCore())], standHolds);

    /// <summary>The age that is reached in the year of a day, or null while nobody has asked.</summary>
    public int? AgeOn(DateOnly day) => CareToCore(standHolds: false).AgeOn(day);

    /// <summary>How feet and knees stand.</summary>
    public Build Build() => new(LeftFoot, RightFoot, Knees, KneesStraighten);

    /// <summary>The sizes as a check keeps them, or null while the stature is unknown.</summary>
    public KeptBody? Sizes() =>
        StatureCm is { } stature ? new KeptBody(stature, MassKg, ShankCm, ThighCm, FootCm) : null;

    /// <summary>The body, or null while the stature is unknown.</summary>
    public Body? Body() => Sizes()?.ToCore();
}
