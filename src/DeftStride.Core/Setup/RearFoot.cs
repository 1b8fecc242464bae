using DeftStride.Core.Bodies;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Setup;

/// <summary>How the rear foot stands; it closes the last freedom of the linkage.</summary>
public abstract record RearFoot
{
    private RearFoot() { }

    /// <summary>On the ball, toe and ankle each taking the same share of what they have (θ/θmax = δ/δmax). The usual one.</summary>
    /// <param name="BigToeMost">θmax, what the client's big toe has.</param>
    /// <param name="AnkleMost">δmax, what is comfortable for the rear ankle; 40° while unmeasured.</param>
    public sealed record Shared(Angle BigToeMost, Angle AnkleMost) : RearFoot;

    /// <summary>On the ball with the big toe extended so far.</summary>
    public sealed record BigToe(Angle Extension) : RearFoot;

    /// <summary>On the ball with the rear ankle bent so far.</summary>
    public sealed record Ankle(Angle Bend) : RearFoot;

    /// <summary>On its instep over a roll or a bench.</summary>
    /// <param name="AnkleAboveSurfaceMetres">k, the ankle axis above the surface.</param>
    /// <param name="Contact">What it lies on; the linkage does not depend on it, what the ankle has to point does.</param>
    public sealed record Instep(double AnkleAboveSurfaceMetres = 0.04, RearContact Contact = RearContact.Roll)
        : RearFoot;

    /// <summary>What is comfortable for a rear ankle while nobody has measured it.</summary>
    public static readonly Angle ComfortableAnkle = Angle.FromDegrees(40);

    /// <summary>The shared rule with 70° and 40°.</summary>
    public static RearFoot Usual { get; } = new Shared(Angle.FromDegrees(70), ComfortableAnkle);

    /// <summary>The shared rule with what a client has.</summary>
    /// <returns>The comfortable end of the ankle is 5° short of its limit.</returns>
    public static RearFoot For(RangeOfMotion range)
    {
        ArgumentNullException.ThrowIfNull(range);
        return new Shared(range.Of(RangeTest.BigToe).Most, range.Of(RangeTest.RearAnkle).Most - Angle.FromDegrees(5));
    }
}
