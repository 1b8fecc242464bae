using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;

namespace DeftStride.Core.Correcting;

/// <summary>What is tried under or about a foot, in the order from the least borrowed.</summary>
public enum WedgePlace
{
    /// <summary>Attention alone: three points of the foot.</summary>
    Awareness,

    /// <summary>Slow rolling of the middle of the foot.</summary>
    MidFoot,

    /// <summary>A thin wedge under the inside edge.</summary>
    InnerEdge,

    /// <summary>A thin wedge under the outer edge.</summary>
    OuterEdge,
}

/// <summary>What three split squats on it were like.</summary>
public enum WedgeAnswer
{
    /// <summary>Easier or steadier, or measurably better.</summary>
    Better,

    /// <summary>No different.</summary>
    Same,

    /// <summary>Worse, or it hurts.</summary>
    Worse,
}

/// <summary>Something that was tried under one foot.</summary>
public sealed record WedgeTry(WedgePlace Place, WedgeAnswer Answer);

/// <summary>The next thing to try under a foot, or what comes of it.</summary>
/// <param name="Foot">The client's own side.</param>
/// <param name="Next">What to try next, or null when this foot is done.</param>
/// <param name="Keep">What is worth keeping for now, or null for nothing.</param>
/// <param name="Say">What to do, or what came of it.</param>
/// <param name="Watch">What to keep an eye on; empty for nothing.</param>
public sealed record WedgeStep(BodySide Foot, WedgePlace? Next, WedgePlace? Keep, string Say, string Watch);

/// <summary>
/// The guided exploration of a wedge, each foot by itself: attention alone first, then the middle of the foot, then one edge and,
/// if that does nothing, the other. The first thing that is better ends it; a wedge is kept only if it is better, and only
/// until its day.
/// </summary>
public static class WedgeExploration
{
    /// <summary>The next step for a foot.</summary>
    /// <param name="foot">The client's own side.</param>
    /// <param name="type">How the foot stands, or null when nobody asked.</param>
    /// <param name="tries">What was tried under this foot, in order.</param>
    public static WedgeStep Next(BodySide foot, FootType? type, IReadOnlyList<WedgeTry> tries)
    {
        ArgumentNullException.ThrowIfNull(tries);
        if (tries.FirstOrDefault(t => t.Answer == WedgeAnswer.Better) is { } better)
            return new(
                foot,
                null,
                better.Place,
                better.Place switch
                {
                    WedgePlace.Awareness => "Attention alone is enough. No wedge.",
                    WedgePlace.MidFoot => "Rolling the foot first is enough: do it before every set. No wedge.",
                    WedgePlace.InnerEdge => "Keep the inner wedge for two weeks, then try without.",
                    _ => "Keep the outer wedge for two weeks, then try without.",
                },
                Watched(better.Place)
            );

        // A sinking foot wants its inner edge up, a stiff one its outer; else the outer is tried first.
        WedgePlace[] order =
            type == FootType.Collapsing
                ? [WedgePlace.Awareness, WedgePlace.MidFoot, WedgePlace.InnerEdge, WedgePlace.OuterEdge]
                : [WedgePlace.Awareness, WedgePlace.MidFoot, WedgePlace.OuterEdge, WedgePlace.InnerEdge];
        var left = order.Where(p => tries.All(t => t.Place != p)).ToArray();
        return left.Length == 0
            ? new(foot, null, null, "Nothing made it better. No wedge under this foot.", "")
            : new(
                foot,
                left[0],
                null,
                left[0] switch
                {
                    WedgePlace.Awareness => "Three split squats, thinking of heel, big toe and little toe.",
                    WedgePlace.MidFoot => "Roll the foot slowly in and out ten times, then three split squats.",
                    WedgePlace.InnerEdge => "Thin wedge under the inside edge: three split squats.",
                    _ => "Thin wedge under the outside edge: three split squats.",
                },
                Watched(left[0])
            );
    }

    private static string Watched(WedgePlace place) =>
        place switch
        {
            WedgePlace.InnerEdge => "The knee may turn out on it; it must not tip.",
            WedgePlace.OuterEdge => "The knee may turn in on it: big toe down, knee out from the hip.",
            _ => "",
        };
}
