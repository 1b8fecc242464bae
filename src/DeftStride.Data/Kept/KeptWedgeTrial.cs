using DeftStride.Core.Correcting;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;

namespace DeftStride.Data.Kept;

/// <summary>What was read of a foot and its knee: centimetres, + inward; what was not read is null.</summary>
internal sealed record KeptWedgeReading(double? KneeCm = null, AnkleSeen? Ankle = null) : Stored
{
    public WedgeReading ToCore() => new(KneeCm, Ankle);
}

/// <summary>Something that was tried under a foot.</summary>
internal sealed record KeptWedgeTry(WedgePlace Place, WedgeAnswer Answer, KeptWedgeReading? Reading = null) : Stored
{
    public WedgeTry ToCore() => new(Place, Answer, Reading?.ToCore());
}

/// <summary>A foot that was explored with a thin wedge, and after one set on it what three without were like.</summary>
internal sealed record KeptWedgeTrial(
    Guid Id,
    Guid ClientId,
    BodySide Foot,
    FootType? Type,
    KneeReadBy ReadBy,
    KeptWedgeReading? Before,
    IReadOnlyList<KeptWedgeTry> Tries,
    WedgeAnswer? Without = null,
    Guid? Supersedes = null
) : StoredDocument, IKept<KeptWedgeTrial>
{
    public static StoredForm<KeptWedgeTrial> Kept { get; } = new("wedge-trial", "a wedge that was tried");

    public WedgeFacts ToCore() => new(Foot, Type, Before?.ToCore(), ReadBy, [.. Tries.Select(t => t.ToCore())]);
}

/// <summary>What came of a foot that was explored: what was said, and what was kept.</summary>
internal sealed record KeptWedgeAdvice(WedgePlace? Keep, bool GiveBack, string Say, IReadOnlyList<string> Because)
    : StoredDocument,
        IKept<KeptWedgeAdvice>
{
    public static StoredForm<KeptWedgeAdvice> Kept { get; } = new("wedge-advice", "what a wedge was found to do");
}
