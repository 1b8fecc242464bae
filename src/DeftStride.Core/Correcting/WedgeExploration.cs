using System.Globalization;
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

    /// <summary>The inside wedge, drawn forward under the base of the big toe.</summary>
    InnerToe,

    /// <summary>The outside wedge, drawn forward under the base of the little toe.</summary>
    OuterToe,
}

/// <summary>What three split squats on it were like for the client.</summary>
public enum WedgeAnswer
{
    /// <summary>Easier or steadier.</summary>
    Better,

    /// <summary>No different.</summary>
    Same,

    /// <summary>Worse, or it hurts.</summary>
    Worse,
}

/// <summary>How the ankle stands, seen from behind or in front.</summary>
public enum AnkleSeen
{
    /// <summary>Level.</summary>
    Level,

    /// <summary>Its inside sinks.</summary>
    SinksIn,

    /// <summary>It rolls to the outer edge.</summary>
    RollsOut,
}

/// <summary>With what a knee was read while wedges were tried.</summary>
public enum KneeReadBy
{
    /// <summary>By eye.</summary>
    Eye,

    /// <summary>Off a picture with its points placed.</summary>
    Picture,
}

/// <summary>What was read of a foot and its knee; what was not read is null.</summary>
/// <param name="KneeCm">How far the knee lies inside the line of the foot, centimetres; + inward.</param>
/// <param name="Ankle">How the ankle stands.</param>
public sealed record WedgeReading(double? KneeCm, AnkleSeen? Ankle);

/// <summary>Something that was tried under one foot.</summary>
/// <param name="Place">What.</param>
/// <param name="Answer">What the client said.</param>
/// <param name="Reading">What was read on it, or null.</param>
public sealed record WedgeTry(WedgePlace Place, WedgeAnswer Answer, WedgeReading? Reading = null);

/// <summary>What one try comes to: what was said weighed against what was read.</summary>
/// <param name="Answer">Better only where it was easier, steadier or measurably better and nothing else went wrong.</param>
/// <param name="Because">The fact that decided.</param>
/// <param name="OtherFault">Whether another fault came with it.</param>
public sealed record WedgeJudged(WedgeAnswer Answer, string Because, bool OtherFault);

/// <summary>What was asked and read of one foot.</summary>
/// <param name="Foot">The client's own side.</param>
/// <param name="Type">How the foot stands, or null when nobody asked.</param>
/// <param name="Before">What was read with nothing under it, or null.</param>
/// <param name="ReadBy">With what the knee was read.</param>
/// <param name="Tries">What was tried, in order.</param>
public sealed record WedgeFacts(
    BodySide Foot,
    FootType? Type,
    WedgeReading? Before,
    KneeReadBy ReadBy,
    IReadOnlyList<WedgeTry> Tries
);

/// <summary>The next thing to try under a foot, or what comes of it.</summary>
/// <param name="Foot">The client's own side.</param>
/// <param name="Next">What to try next, or null when this foot is done.</param>
/// <param name="Keep">What is worth keeping for now, or null for nothing.</param>
/// <param name="Say">What to do, or what came of it.</param>
/// <param name="Watch">What to keep an eye on; empty for nothing.</param>
/// <param name="Because">What the last try came to; empty before the first.</param>
public sealed record WedgeStep(
    BodySide Foot,
    WedgePlace? Next,
    WedgePlace? Keep,
    string Say,
    string Watch,
    string Because
)
{
    /// <summary>Whether a wedge is kept, so that it is tried without after one set.</summary>
    public bool Borrows => Keep is { } kept && !WedgeExploration.Unborrowed(kept);
}

/// <summary>
/// The guided exploration of a wedge, each foot by itself: attention alone first, then the middle of the foot, then one edge, that edge
/// drawn forward under its toe base, and if that does nothing the other. The first thing that is better ends it; a wedge is kept only if
/// it is better, is tried without after one set, and only until its day.
/// </summary>
public static class WedgeExploration
{
    /// <summary>A knee further from the line of the foot than this is a fault of its own, centimetres.</summary>
    public const double KneeBandCm = 4;

    /// <summary>A reading further off than this is no knee, centimetres.</summary>
    public const double MostKneeCm = 20;

    /// <summary>By how much two readings of a knee must differ to count, centimetres.</summary>
    /// <returns>House rules of ours: three repetitions off a picture, or an eye.</returns>
    public static double KneeNewsCm(KneeReadBy by) => by == KneeReadBy.Eye ? 4 : 2;

    /// <summary>Whether nothing is borrowed by it.</summary>
    /// <returns>True for a foot that stands on the floor as it is.</returns>
    public static bool Unborrowed(WedgePlace place) => CorrectionId(place) is null;

    /// <summary>The id of the correction that lends a wedge.</summary>
    /// <returns>Null where nothing is borrowed.</returns>
    public static string? CorrectionId(WedgePlace place) =>
        place switch
        {
            WedgePlace.InnerEdge or WedgePlace.InnerToe => "ia-wedge",
            WedgePlace.OuterEdge or WedgePlace.OuterToe => "ro-wedge",
            _ => null,
        };

    /// <summary>Why something cannot be judged.</summary>
    /// <returns>A sentence that says what to do; null where it can be judged.</returns>
    public static string? Problem(WedgeFacts facts)
    {
        ArgumentNullException.ThrowIfNull(facts);
        var readings = facts.Tries.Select(t => t.Reading).Append(facts.Before).OfType<WedgeReading>();
        return facts.Tries.Select(t => t.Place).Distinct().Count() != facts.Tries.Count
                ? "The same thing stands twice among what was tried. Undo one."
            : readings.Any(r => r.KneeCm is { } cm && !(Math.Abs(cm) <= MostKneeCm))
                ? $"A knee lies within {MostKneeCm:0} cm of the line of its foot. Read it again."
            : null;
    }

    /// <summary>What one try comes to.</summary>
    /// <param name="facts">The foot, with what was read before.</param>
    /// <param name="tried">The try.</param>
    /// <returns>Whether it helped, by how many centimetres against the news, and in words why.</returns>
    public static WedgeJudged Judge(WedgeFacts facts, WedgeTry tried)
    {
        ArgumentNullException.ThrowIfNull(facts);
        ArgumentNullException.ThrowIfNull(tried);
        if (tried.Answer == WedgeAnswer.Worse)
            return new(WedgeAnswer.Worse, "Worse, or it hurts: off.", false);
        var (before, after) = (facts.Before, tried.Reading);
        if (after?.KneeCm is { } knee && Math.Abs(knee) > KneeBandCm && !Already(before?.KneeCm, knee))
            return new(
                WedgeAnswer.Same,
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"The knee is now {Math.Abs(knee):0.#} cm {(knee > 0 ? "inside" : "outside")}: another fault came, so no gain. Thinner, or {(knee > 0 ? "bring the knee out over the toe from the hip" : "draw the knee in over the toe from the hip")}; else off."
                ),
                true
            );
        if (after?.Ankle is { } ankle and not AnkleSeen.Level && before?.Ankle is { } stood && stood != ankle)
            return new(
                WedgeAnswer.Same,
                $"The foot {(ankle == AnkleSeen.RollsOut ? "rolls out" : "sinks in")} on it: another fault came, so no gain. Thinner; else off.",
                true
            );
        if (before?.Ankle is AnkleSeen.SinksIn or AnkleSeen.RollsOut && after?.Ankle == AnkleSeen.Level)
            return new(WedgeAnswer.Better, "The ankle is level on it and was not before.", false);
        if (
            before?.KneeCm is { } from
            && after?.KneeCm is { } to
            && Math.Abs(from) - Math.Abs(to) > KneeNewsCm(facts.ReadBy)
        )
            return new(
                WedgeAnswer.Better,
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"The knee came {Math.Abs(from) - Math.Abs(to):0.#} cm nearer to the line of the foot, more than the {KneeNewsCm(facts.ReadBy):0} cm by which two readings differ anyway."
                ),
                false
            );
        return tried.Answer == WedgeAnswer.Better
            ? new(WedgeAnswer.Better, "Easier or steadier, as the client feels it.", false)
            : new(WedgeAnswer.Same, "No different.", false);
    }

    /// <summary>The next step for a foot.</summary>
    /// <returns>What to try next, or what to keep of what was tried, with the reason.</returns>
    public static WedgeStep Next(WedgeFacts facts)
    {
        ArgumentNullException.ThrowIfNull(facts);
        var judged = facts.Tries.Select(t => (t.Place, Judged: Judge(facts, t))).ToArray();
        var because = judged.Length == 0 ? "" : judged[^1].Judged.Because;
        if (
            judged
                .Where(j => j.Judged.Answer == WedgeAnswer.Better)
                .Select(j => (WedgePlace?)j.Place)
                .FirstOrDefault() is
            { } better
        )
            return new(
                facts.Foot,
                null,
                better,
                better switch
                {
                    WedgePlace.Awareness => "Attention alone is enough. No wedge.",
                    WedgePlace.MidFoot => "Rolling the foot first is enough: do it before every set. No wedge.",
                    WedgePlace.InnerEdge => "Keep the inner wedge for this set, then try without.",
                    WedgePlace.InnerToe =>
                        "Keep the inner wedge with its end under the big toe for this set, then try without.",
                    WedgePlace.OuterToe =>
                        "Keep the outer wedge with its end under the little toe for this set, then try without.",
                    _ => "Keep the outer wedge for this set, then try without.",
                },
                Watched(better),
                because
            );

        // An edge that made it worse, or brought another fault, is not drawn forward as well.
        bool Drawn(WedgePlace edge) =>
            judged.All(j => j.Place != edge || (j.Judged.Answer == WedgeAnswer.Same && !j.Judged.OtherFault));
        WedgePlace[] inner = [WedgePlace.InnerEdge, .. Drawn(WedgePlace.InnerEdge) ? [WedgePlace.InnerToe] : Nothing];
        WedgePlace[] outer = [WedgePlace.OuterEdge, .. Drawn(WedgePlace.OuterEdge) ? [WedgePlace.OuterToe] : Nothing];
        // A sinking foot wants its inner edge up, a stiff one its outer; else the outer is tried first.
        WedgePlace[] order =
        [
            WedgePlace.Awareness,
            WedgePlace.MidFoot,
            .. facts.Type == FootType.Collapsing ? [.. inner, .. outer] : (WedgePlace[])[.. outer, .. inner],
        ];
        var left = order.Where(p => facts.Tries.All(t => t.Place != p)).ToArray();
        return left.Length == 0
            ? new(facts.Foot, null, null, "Nothing made it better. No wedge under this foot.", "", because)
            : new(
                facts.Foot,
                left[0],
                null,
                left[0] switch
                {
                    WedgePlace.Awareness => "Three split squats, thinking of heel, big toe and little toe.",
                    WedgePlace.MidFoot => "Roll the foot slowly in and out ten times, then three split squats.",
                    WedgePlace.InnerEdge => "Thin wedge under the inside edge: three split squats.",
                    WedgePlace.InnerToe => "Draw it forward under the base of the big toe: three split squats.",
                    WedgePlace.OuterToe => "Draw it forward under the base of the little toe: three split squats.",
                    _ => "Thin wedge under the outside edge: three split squats.",
                },
                Watched(left[0]),
                because
            );
    }

    /// <summary>After one set on a kept wedge, three without it: whoever does no worse gives it back, whoever does worse keeps it until its day.</summary>
    /// <param name="without">What the three without it were like.</param>
    /// <returns>Whether it goes, and what to say.</returns>
    public static (bool GiveBack, string Say) AfterSet(WedgeAnswer without) =>
        without == WedgeAnswer.Worse
            ? (false, $"Worse without: keep it {Correction.LentDays} days, then try again.")
            : (true, "As good without: take it out.");

    private static readonly WedgePlace[] Nothing = [];

    /// <summary>Whether the knee lay as far out on the same side before.</summary>
    private static bool Already(double? before, double after) =>
        before is { } was && Math.Abs(was) > KneeBandCm && Math.Sign(was) == Math.Sign(after);

    private static string Watched(WedgePlace place) =>
        place switch
        {
            WedgePlace.InnerEdge or WedgePlace.InnerToe => "The knee may turn out on it; it must not tip.",
            WedgePlace.OuterEdge or WedgePlace.OuterToe =>
                "The knee may turn in on it: big toe down, knee out from the hip.",
            _ => "",
        };
}
