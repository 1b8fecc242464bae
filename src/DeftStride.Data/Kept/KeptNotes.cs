using DeftStride.Core.Bodies;
using DeftStride.Core.Measuring;

namespace DeftStride.Data.Kept;

/// <summary>A stop sign as it was raised.</summary>
internal sealed record KeptFlag(Guid Id, Guid ClientId, string SignId, string? Note = null, Guid? Supersedes = null)
    : StoredDocument,
        IKept<KeptFlag>
{
    public static StoredForm<KeptFlag> Kept { get; } = new("flag", "a red flag");
}

/// <summary>
/// A stop sign's clearing as it was entered: who examined, when, what is allowed, what is not (ids of what can be forbidden),
/// and the last day on which that holds; null for until it is changed.
/// </summary>
internal sealed record KeptClearing(
    Guid Id,
    Guid FlagId,
    string ExaminedBy,
    DateOnly ExaminedOn,
    string Allowed,
    DateOnly? Until = null,
    IReadOnlyList<string>? Forbids = null
) : StoredDocument, IKept<KeptClearing>
{
    public static StoredForm<KeptClearing> Kept { get; } = new("clearing", "the clearing of a red flag");
}

/// <summary>A range test as it was entered: degrees, or the gap from toe to wall.</summary>
internal sealed record KeptRange(
    Guid Id,
    Guid ClientId,
    RangeTest Test,
    BodySide Side,
    double? Degrees = null,
    double? GapCm = null,
    Guid? Supersedes = null
) : StoredDocument, IKept<KeptRange>
{
    public static StoredForm<KeptRange> Kept { get; } = new("range", "a range test");
}

/// <summary>What was uploaded: the hash of the file as it came.</summary>
internal sealed record KeptUpload(Guid ClientId, string UploadHash) : StoredDocument, IKept<KeptUpload>
{
    public static StoredForm<KeptUpload> Kept { get; } = new("picture", "a picture");
}

/// <summary>Something that a coach confirmed: the cautions, or that the clock is right.</summary>
internal sealed record KeptAnswer(Guid Id) : StoredDocument, IKept<KeptAnswer>
{
    public static StoredForm<KeptAnswer> Kept { get; } = new("answer", "what was confirmed");
}

/// <summary>Nothing beside what is in the row's own columns.</summary>
internal sealed record KeptNothing : StoredDocument, IKept<KeptNothing>
{
    public static StoredForm<KeptNothing> Kept { get; } = new("nothing", "a record");

    /// <summary>It, written.</summary>
    public static string Text { get; } = Kept.Write(new KeptNothing());
}
