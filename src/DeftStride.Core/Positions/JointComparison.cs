namespace DeftStride.Core.Positions;

/// <summary>Which of two positions asks more of something.</summary>
public enum Which
{
    /// <summary>They ask much the same.</summary>
    Neither,

    /// <summary>The first one.</summary>
    A,

    /// <summary>The second one.</summary>
    B,

    /// <summary>It turns with where the foot presses.</summary>
    Depends,
}

/// <summary>
/// A joint in B against A. The range is that of the pair as drawn and of both pressing alike (heel, instep, ball); a ratio is told only
/// where neither moment can be small. Swapping A and B turns every sign and inverts every ratio.
/// </summary>
/// <param name="Joint">Which.</param>
/// <param name="Difference">B less A as drawn, N·m.</param>
/// <param name="Least">The least difference over the range.</param>
/// <param name="Most">The most.</param>
/// <param name="Ratio">B over A as drawn; null where either is 10 N·m or less at some pressure point.</param>
/// <param name="RatioLeast">The least ratio over the range.</param>
/// <param name="RatioMost">The most.</param>
/// <param name="More">Which asks more, at both ends of the range.</param>
/// <param name="OnBall">Which asks more where both press on the ball and as drawn, where the whole range cannot tell.</param>
/// <param name="Turns">Pairs of pressure points at which the order turns round, in words; empty where it holds for all.</param>
public sealed record JointComparison(
    MomentJoint Joint,
    double Difference,
    double Least,
    double Most,
    double? Ratio,
    double? RatioLeast,
    double? RatioMost,
    Which More,
    Which OnBall,
    IReadOnlyList<string> Turns
)
{
    /// <summary>A moment of so little is no base for a ratio, N·m.</summary>
    public const double RatioNeeds = 10;

    /// <summary>Ratios nearer to one than this are no news; up to <see cref="Alike"/> the two are much the same.</summary>
    public const double News = 1.1,
        Alike = 1.25;

    /// <summary>Without a ratio: differences under this are no news, N·m.</summary>
    public const double NewsDifference = 5;

    private static readonly string[] Places = ["its heel", "its instep", "its ball"];

    /// <summary>A joint of two positions.</summary>
    /// <returns>Both moments over where the foot may press, newton metres, and which is more where that holds for all of it.</returns>
    public static JointComparison Of(MomentJoint joint, PositionReading a, PositionReading b)
    {
        ArgumentNullException.ThrowIfNull(a);
        ArgumentNullException.ThrowIfNull(b);
        var (drawnA, drawnB) = (a.Of(joint), b.Of(joint));
        // As drawn first, then both pressing alike, where neither falls.
        List<(double A, double B)> alike = [(drawnA.Moment, drawnB.Moment)];
        (double A, double B)? ball = null;
        for (var i = 0; i < PositionReading.Points.Count; i++)
        {
            if (a.Moments[i] is { } one && b.Moments[i] is { } other)
            {
                alike.Add((one.At(joint), other.At(joint)));
                if (i == PositionReading.Points.Count - 1)
                    ball = alike[^1];
            }
        }

        var ratio = drawnA.Least > RatioNeeds && drawnB.Least > RatioNeeds;
        var more = Asks(alike, ratio);
        return new JointComparison(
            joint,
            drawnB.Moment - drawnA.Moment,
            alike.Min(p => p.B - p.A),
            alike.Max(p => p.B - p.A),
            ratio ? drawnB.Moment / drawnA.Moment : null,
            ratio ? alike.Min(p => p.B / p.A) : null,
            ratio ? alike.Max(p => p.B / p.A) : null,
            more,
            more == Which.Depends && ball is { } both ? Asks([alike[0], both], false) : Which.Neither,
            more is Which.A or Which.B ? [.. TurnsOf(joint, a, b, more)] : []
        );
    }

    private static Which Asks(IReadOnlyList<(double A, double B)> pairs, bool ratio) =>
        ratio
            ? pairs.All(p => p.B / p.A > News)
                ? Which.B
                : pairs.All(p => p.A / p.B > News)
                    ? Which.A
                    : pairs.All(p => p.B / p.A <= Alike && p.A / p.B <= Alike)
                        ? Which.Neither
                        : Which.Depends
            : pairs.All(p => p.B - p.A > NewsDifference)
                ? Which.B
                : pairs.All(p => p.A - p.B > NewsDifference)
                    ? Which.A
                    : pairs.All(p => Math.Abs(p.B - p.A) <= NewsDifference)
                        ? Which.Neither
                        : Which.Depends;

    /// <summary>Where each may press as it likes, the order can turn: those pairs by name.</summary>
    private static IEnumerable<string> TurnsOf(MomentJoint joint, PositionReading a, PositionReading b, Which more)
    {
        for (var i = 0; i < PositionReading.Points.Count; i++)
        {
            for (var j = 0; j < PositionReading.Points.Count; j++)
            {
                if (
                    i != j
                    && a.Moments[i] is { } one
                    && b.Moments[j] is { } other
                    && (more == Which.B ? other.At(joint) < one.At(joint) : other.At(joint) > one.At(joint))
                )
                    yield return $"A on {Places[i]} against B on {Places[j]}";
            }
        }
    }
}
