namespace DeftStride.Data.Kept;

/// <summary>Why something that was kept cannot be read.</summary>
internal enum UnreadableKind
{
    /// <summary>It is no JSON, or not what the form says it must be.</summary>
    Damaged,

    /// <summary>A newer version wrote it, in a form that this one does not know.</summary>
    Newer,
}

/// <summary>Something that was kept cannot be read. The message is a sentence for the coach; nothing was changed.</summary>
/// <param name="what">What it is, in the coach's words, with its article: "a look".</param>
/// <param name="kind">Why it cannot be read.</param>
/// <param name="inner">What the reader met, or null.</param>
internal sealed class UnreadableFormException(string what, UnreadableKind kind, Exception? inner = null)
    : Exception(Sentence(what, kind), inner)
{
    public UnreadableKind Kind { get; } = kind;

    private static string Sentence(string what, UnreadableKind kind) =>
        kind == UnreadableKind.Newer
            ? $"{Capital(what)} was kept by a newer version of Deft Stride. Start that version to see it; nothing was changed."
            : $"{Capital(what)} cannot be read: its record in the studio's file is damaged. Nothing was changed; the rest of the studio goes on. A copy of the data folder from before may still have it.";

    private static string Capital(string text) => char.ToUpperInvariant(text[0]) + text[1..];
}
