using DeftStride.Core.Quantities;

namespace DeftStride.Studio.Work;

/// <summary>What a refusal comes down to.</summary>
internal enum RefusalKind
{
    /// <summary>Something that was entered cannot be meant.</summary>
    NotAccepted,

    /// <summary>What it is about is not there.</summary>
    Missing,

    /// <summary>It was there, and is lost.</summary>
    Gone,

    /// <summary>It does not go with what was kept meanwhile.</summary>
    Conflict,

    /// <summary>Nothing is wrong with it; the same will be taken in a while.</summary>
    NotNow,
}

/// <summary>Something that is not carried out, with a sentence for the coach that says what to do. Nothing was changed.</summary>
/// <param name="kind">What it comes down to.</param>
/// <param name="sentence">What to do, in words.</param>
/// <param name="field">Which entry it is about, or null.</param>
/// <param name="more">What else goes with it, such as both versions of a record.</param>
internal class Refusal(
    RefusalKind kind,
    string sentence,
    string? field = null,
    IReadOnlyDictionary<string, object?>? more = null
) : Exception(sentence)
{
    /// <summary>What it comes down to.</summary>
    public RefusalKind Kind { get; } = kind;

    /// <summary>Which entry it is about, or null.</summary>
    public string? Field { get; } = field;

    /// <summary>What else goes with it.</summary>
    public IReadOnlyDictionary<string, object?> More { get; } = more ?? new Dictionary<string, object?>();

    /// <summary>An entry that cannot be meant.</summary>
    public static Refusal BadInput(string field, string sentence) => new(RefusalKind.NotAccepted, sentence, field);

    /// <summary>Refuses a number that cannot be meant.</summary>
    public static void Unless(FieldRange range, string field, double? value)
    {
        if (range.Problem(value) is { } problem)
            throw BadInput(field, problem);
    }

    /// <summary>What it is about is not there.</summary>
    public static Refusal Missing(string sentence) => new(RefusalKind.Missing, sentence);

    /// <summary>Nothing is wrong with it; the same is taken in a while, and is sent again by itself.</summary>
    public static Refusal Later(string sentence) =>
        new(RefusalKind.NotNow, sentence, null, new Dictionary<string, object?> { ["again"] = true });

    /// <summary>It does not go with what was kept meanwhile.</summary>
    public static Refusal Conflict(string sentence, IReadOnlyDictionary<string, object?>? more = null) =>
        new(RefusalKind.Conflict, sentence, null, more);
}
