using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Quantities;

namespace DeftStride.Data.Kept;

/// <summary>What one height was like: centimetres, degrees, percent; what was not asked is null.</summary>
internal sealed record KeptHeightTry(
    double HeightCm,
    double? LeftShinDegrees = null,
    double? RightShinDegrees = null,
    bool? HeelStays = null,
    bool? BackArches = null,
    Comfort? Comfort = null,
    int? Pain = null,
    double? FrontSharePercent = null
) : Stored
{
    /// <summary>It in metres and angles.</summary>
    public HeightTry ToCore() =>
        new(HeightCm / 100)
        {
            LeftShin = LeftShinDegrees is { } l ? Angle.FromDegrees(l) : null,
            RightShin = RightShinDegrees is { } r ? Angle.FromDegrees(r) : null,
            HeelStays = HeelStays,
            BackArches = BackArches,
            Comfort = Comfort,
            Pain = Pain,
            FrontShare = FrontSharePercent,
        };
}

/// <summary>Heights tried under a foot, and what the coach made of them.</summary>
internal sealed record KeptHeightTrial(
    Guid Id,
    Guid ClientId,
    string ExerciseId,
    SchoolCode School,
    TriedUnder Under,
    ShinReadBy ReadBy,
    IReadOnlyList<KeptHeightTry> Tries,
    HeightOutcome Chosen,
    double ChosenCm,
    Guid? Supersedes = null
) : StoredDocument, IKept<KeptHeightTrial>
{
    public static StoredForm<KeptHeightTrial> Kept { get; } = new("height-trial", "heights that were tried");
}

/// <summary>What was recommended after heights were tried, and what was chosen.</summary>
internal sealed record KeptHeightAdvice(
    HeightOutcome Recommended,
    double RecommendedCm,
    string Sentence,
    IReadOnlyList<string> Because,
    HeightOutcome Chosen,
    double ChosenCm
) : StoredDocument, IKept<KeptHeightAdvice>
{
    public static StoredForm<KeptHeightAdvice> Kept { get; } = new("height-advice", "what heights were found to do");
}
