using DeftStride.Core.Judging;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;

namespace DeftStride.Core.Training;

/// <summary>Why a side begins.</summary>
public enum FirstSideWhy
{
    /// <summary>It hurt more.</summary>
    Sorer,

    /// <summary>It is the one that the last look named.</summary>
    Weaker,

    /// <summary>Neither: the usual order.</summary>
    Usual,
}

/// <summary>Which side begins; the other matches it.</summary>
/// <param name="Side">The client's own side.</param>
/// <param name="Why">Why that one.</param>
public sealed record FirstSide(BodySide Side, FirstSideWhy Why)
{
    /// <summary>The sorer side begins, else the one that the last look named, else the left.</summary>
    /// <param name="pain">Pain of the last look, or null when it was not asked.</param>
    /// <param name="named">The side that the last look named, or null.</param>
    public static FirstSide Of(Pain? pain, BodySide? named) =>
        pain is { Score: > 0 } && Placement.Working(pain) is { } sore ? new(sore, FirstSideWhy.Sorer)
        : named is { } weaker ? new(weaker, FirstSideWhy.Weaker)
        : new(BodySide.Left, FirstSideWhy.Usual);

    /// <summary>In words: "Left first, the sorer side; the right matches it."</summary>
    public string Sentence =>
        $"{Finding.Capital(Side)} first{(Why == FirstSideWhy.Usual ? "" : $", the {Why.ToString().ToLowerInvariant()} side")}; the {Finding.Word(Side == BodySide.Left ? BodySide.Right : BodySide.Left)} matches it.";
}
