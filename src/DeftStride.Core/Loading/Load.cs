using DeftStride.Core.Quantities;

namespace DeftStride.Core.Loading;

/// <summary>Where a load is held.</summary>
public enum LoadPosition
{
    /// <summary>None; hands on the hips.</summary>
    None,

    /// <summary>One weight before the chest. Keeps the trunk upright and working; the arms tire.</summary>
    Goblet,

    /// <summary>In the crooks of the elbows, reached ahead a little. Makes the trunk work; start very light.</summary>
    ElbowCrook,

    /// <summary>A bar on the front of the shoulders.</summary>
    Front,

    /// <summary>A bar on the back.</summary>
    Back,

    /// <summary>A sandbag hugged.</summary>
    Sandbag,

    /// <summary>Weights hanging at both sides.</summary>
    Sides,

    /// <summary>Held out ahead as a counterbalance.</summary>
    Forward,

    /// <summary>One weight in the hand opposite to the working leg: more for the outer hip.</summary>
    Opposite,

    /// <summary>One weight in the hand of the working leg.</summary>
    Same,
}

/// <summary>A load and where it is held.</summary>
/// <param name="Position">Where.</param>
/// <param name="Kilograms">How much, 0 or more. With nothing in the hands the arms alone count.</param>
public sealed record Load(LoadPosition Position, double Kilograms)
{
    /// <summary>Nothing held, arms along the trunk.</summary>
    public static Load None { get; } = new(LoadPosition.None, 0);

    /// <summary>Arms reached ahead, nothing in the hands.</summary>
    public static Load ArmsForward { get; } = new(LoadPosition.Forward, 0);
}

/// <summary>Where under a foot the pressure lies, as a fraction of its length from the heel.</summary>
public static class Pressure
{
    /// <summary>0.10.</summary>
    public const double Heel = 0.10;

    /// <summary>0.50.</summary>
    public const double Instep = 0.50;

    /// <summary>0.72.</summary>
    public const double Ball = 0.72;
}

/// <summary>How the force under the front foot is tilted.</summary>
public abstract record ForceRule
{
    private ForceRule() { }

    /// <summary>The front force tilted by a given angle, + forward.</summary>
    public sealed record Tilted(Angle Tilt) : ForceRule;

    /// <summary>The rear force aimed forward by an angle; the front one answers it.</summary>
    public sealed record RearAimed(Angle Aim) : ForceRule;

    /// <summary>Straight up under both feet.</summary>
    public static ForceRule Vertical { get; } = new Tilted(Angle.Zero);

    /// <summary>How far forward a rear leg pushes along itself in a lunge: 19°.</summary>
    public static readonly Angle UsualAim = Angle.FromDegrees(19);

    /// <summary>The rear leg pushing along itself by <see cref="UsualAim"/>, as in a lunge.</summary>
    public static ForceRule RearPush { get; } = new RearAimed(UsualAim);
}
