using DeftStride.Core.Bodies;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Setup;

/// <summary>How a stance with the rear foot raised begins.</summary>
/// <param name="Contact">How the rear foot meets the surface.</param>
/// <param name="Low">Whether it starts at half of the highest, the first of two rungs of that form, instead of as high as the leg follows in comfort.</param>
/// <param name="HipDominant">Whether the hips travel back as well as down: a marked choice, since they go straight up and down otherwise.</param>
public sealed record RearRaise(RearContact Contact, bool Low = false, bool HipDominant = false)
{
    /// <summary>On the ball, as high as is comfortable, hips up and down.</summary>
    public static RearRaise Usual { get; } = new(RearContact.Ball);

    private const double LeastShin = -5;
    private const double MostShin = 30;

    /// <summary>
    /// The highest surface there is that this leg follows, the front heel 2.5 of the client's own foot lengths from it, or as near
    /// to that as fits between two and three; the front shin follows from it. Where nothing fits, the lowest surface there is,
    /// with what is short for the coach to see.
    /// </summary>
    internal SplitStance Start(Body body, double kneeMetres, RangeOfMotion front, RangeOfMotion rear, StudioKit kit)
    {
        var ball = Contact == RearContact.Ball;
        var stance = new SplitStance(
            Angle.FromDegrees((ball ? 8 : 10) - (HipDominant ? 8 : 0)),
            Angle.FromDegrees((ball ? 0 : 20) - (HipDominant ? 10 : 0)),
            kneeMetres,
            Angle.FromDegrees(
                HipDominant ? 25
                : ball ? 12
                : 15
            ),
            RearFoot: RearSurface.FootOf(Contact, rear)
        );
        var surface = RearSurface.For(body, stance, Contact, rear, kit);
        var heights = Upwards(body, surface, kit);
        foreach (var height in heights.AsEnumerable().Reverse())
        {
            var raised = stance with { RearRaiseMetres = height };
            if (
                Distances.Select(feet => At(body, raised, feet, front, rear)).FirstOrDefault(s => s is not null) is
                { } at
            )
                return at;
            if (
                SplitLinkage.TrySolve(body, raised).Is(out var posture)
                && !Demand.Of(posture, front, rear).Any(d => d.Exceeds)
            )
                return raised;
        }

        return heights.Length == 0 ? stance : stance with { RearRaiseMetres = heights[0] };
    }

    private static readonly double[] Distances =
    [
        .. Enumerable
            .Range(0, 11)
            .Select(n => Math.Round(RearSurface.LeastFeet + (0.1 * n), 1))
            .OrderBy(feet => Math.Abs(feet - RearSurface.UsualFeet)),
    ];

    private SplitStance? At(Body body, SplitStance raised, double feet, RangeOfMotion front, RangeOfMotion rear) =>
        SplitLinkage.TryFromStanceLength(body, RearSurface.StanceFor(body, Contact, feet), raised).Is(out var posture)
        && posture.Stance.FrontShin.Degrees is >= LeastShin and <= MostShin
        && !Demand.Of(posture, front, rear).Any(d => d.Exceeds)
            ? posture.Stance
            : null;

    /// <summary>What can be stood on up to what is aimed at, lowest first; where nothing is that low, the lowest that the form still is with.</summary>
    private double[] Upwards(Body body, RearSurface surface, StudioKit kit)
    {
        var form =
            (Contact == RearContact.Ball ? SetupPlanner.RearBallMost : SetupPlanner.RearInstepMost) * body.Stature;
        var aim = Low ? form / 2 : Math.Min(form, surface.HighestMetres);
        double[] all =
        [
            .. (
                surface.Heights.Count > 0
                    ? surface.Heights.Select(h => h.Height.Metres)
                    : Enumerable.Range(2, 40).Select(cm => cm / 100.0)
            ).Where(h => h <= form + 0.005),
        ];
        double[] low = [.. all.Where(h => h <= aim + 0.005)];
        return low.Length > 0 ? low : [.. all.Take(1)];
    }
}
