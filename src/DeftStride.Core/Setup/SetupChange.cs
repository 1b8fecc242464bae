using System.Globalization;
using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Setup;

/// <summary>What can be changed in a set-up.</summary>
public enum SetupLever
{
    /// <summary>Heel to rear toe; the front shin follows.</summary>
    Stance,

    /// <summary>The surface under the front foot; front shin and knee stay, depth rises with it.</summary>
    FrontRaise,

    /// <summary>The surface under the rear foot.</summary>
    RearRaise,

    /// <summary>The wedge under the front heel.</summary>
    HeelWedge,

    /// <summary>How deep the rear knee goes; the stance stays.</summary>
    Depth,

    /// <summary>The trunk's lean.</summary>
    TrunkLean,

    /// <summary>Hips forward or back over planted feet: the rear thigh's angle.</summary>
    Hips,
}

/// <summary>One change that brings every demand within its limit.</summary>
/// <param name="Lever">What is changed.</param>
/// <param name="Amount">By how much: metres for lengths, degrees for angles; signed.</param>
/// <param name="Cost">How much of a bother it is beside the others; one is a change that is felt at once.</param>
/// <param name="Stance">The stance after it.</param>
/// <param name="Posture">The posture after it.</param>
public sealed record SetupChange(SetupLever Lever, double Amount, double Cost, SplitStance Stance, SplitPosture Posture)
{
    private readonly record struct LeverInfo(SetupLever Lever, double Step, double Most, double Felt, bool BothWays);

    // What counts as "felt at once": about a hand's width of stance, a plate of height, a thick wedge, a fist of depth.
    private static readonly LeverInfo[] Levers =
    [
        new(SetupLever.Stance, 0.01, 0.45, 0.10, true),
        new(SetupLever.FrontRaise, 0.01, 0.30, 0.10, false),
        new(SetupLever.RearRaise, 0.01, 0.50, 0.10, true),
        new(SetupLever.HeelWedge, 1, 20, 10, false),
        new(SetupLever.Depth, 0.01, 0.25, 0.05, false),
        new(SetupLever.TrunkLean, 1, 30, 10, true),
        new(SetupLever.Hips, 1, 20, 10, true),
    ];

    /// <summary>What to do, in a sentence.</summary>
    /// <returns>"Raise the front foot by 8 cm."</returns>
    public string Sentence(Tape tape)
    {
        var (by, far) = (Size(tape), Amount > 0);
        return Lever switch
        {
            SetupLever.Stance => far ? $"Lengthen the stance by {by}." : $"Shorten the stance by {by}.",
            SetupLever.FrontRaise => $"Raise the front foot by {by}; depth rises with it.",
            SetupLever.RearRaise => far ? $"Raise the rear foot by {by}." : $"Lower the rear foot by {by}.",
            SetupLever.HeelWedge => $"Put a wedge of {by} under the front heel.",
            SetupLever.Depth => $"Stop {by} higher.",
            SetupLever.TrunkLean => far
                ? $"Lean the trunk {by} further forward."
                : $"Hold the trunk {by} more upright.",
            SetupLever.Hips => far
                ? $"Carry the hips forward: rear thigh {by} further behind."
                : $"Sit the hips back: rear thigh {by} further ahead.",
            _ => throw new InvalidOperationException($"No words for {Lever}."),
        };
    }

    /// <summary>What else it does, so that nothing is had for free.</summary>
    /// <returns>"stance 52 cm → 47 cm, front knee 108° → 115°"; empty when nothing moves by 2° or a centimetre.</returns>
    public string Costs(SplitPosture before, Tape tape)
    {
        ArgumentNullException.ThrowIfNull(before);
        var parts = new List<string>();
        if (Lever != SetupLever.Stance && Math.Abs(Posture.StanceMetres - before.StanceMetres) >= 0.01)
            parts.Add($"stance {tape.Length(before.StanceMetres)} → {tape.Length(Posture.StanceMetres)}");
        foreach (
            var (name, was, now) in new[]
            {
                ("front knee", before.FrontKnee, Posture.FrontKnee),
                ("front shin", before.Stance.FrontShin, Posture.Stance.FrontShin),
                ("front hip", before.FrontHip, Posture.FrontHip),
                ("rear knee", before.RearKnee, Posture.RearKnee),
            }
        )
        {
            if ((now - was).Abs() >= Angle.FromDegrees(2))
                parts.Add($"{name} {was} → {now}");
        }

        if (Lever == SetupLever.HeelWedge)
            parts.Add("a prop, borrowed: tried without again within two weeks");
        return string.Join(", ", parts);
    }

    /// <summary>The amount with its unit, without a sign.</summary>
    /// <returns>Centimetres, inches or degrees, never negative.</returns>
    public string Size(Tape tape) =>
        Lever is SetupLever.HeelWedge or SetupLever.TrunkLean or SetupLever.Hips
            ? Math.Abs(Amount).ToString("0", CultureInfo.InvariantCulture) + "°"
            : tape.Length(Math.Abs(Amount));

    /// <summary>
    /// Every single change that makes the set-up fit, the least bother first. For each lever the smallest amount is found by
    /// going out in steps of a centimetre or a degree, or through the heights and wedges that are there; nothing is offered that
    /// leaves the style or makes another exercise of it.
    /// </summary>
    /// <param name="body">Whose.</param>
    /// <param name="posture">The posture that does not fit.</param>
    /// <param name="front">Ranges of the front leg's side.</param>
    /// <param name="rear">Ranges of the rear leg's side.</param>
    /// <param name="nature">What a change may not leave.</param>
    /// <returns>Empty where no single change does it.</returns>
    public static IReadOnlyList<SetupChange> Fitting(
        Body body,
        SplitPosture posture,
        RangeOfMotion front,
        RangeOfMotion rear,
        SetupNature nature
    )
    {
        ArgumentNullException.ThrowIfNull(posture);
        ArgumentNullException.ThrowIfNull(nature);
        var found = new List<SetupChange>();
        foreach (var lever in Levers)
        {
            foreach (var amount in Amounts(lever, posture.Stance, nature.Kit))
            {
                if (
                    Try(body, posture, lever, amount, front, rear) is not { } change
                    || nature.Leaves(posture.Stance, lever.Lever, change.Stance) is not null
                )
                    continue;
                found.Add(change);
                break;
            }
        }

        return [.. found.OrderBy(c => c.Cost)];
    }

    /// <summary>The cheapest change that would do if style and kit did not stand in its way, with the limit that does; null where none would.</summary>
    internal static (SetupChange Change, string Limit)? Barred(
        Body body,
        SplitPosture posture,
        RangeOfMotion front,
        RangeOfMotion rear,
        SetupNature nature
    )
    {
        (SetupChange Change, string Limit)? cheapest = null;
        foreach (var lever in Levers)
        {
            foreach (var amount in Amounts(lever, posture.Stance, StudioKit.Unknown))
            {
                if (Try(body, posture, lever, amount, front, rear) is not { } change)
                    continue;
                if (
                    (cheapest is null || change.Cost < cheapest.Value.Change.Cost)
                    && (
                        nature.Leaves(posture.Stance, lever.Lever, change.Stance)
                        ?? (
                            lever.Lever is SetupLever.FrontRaise or SetupLever.RearRaise ? "heights that are here"
                            : lever.Lever == SetupLever.HeelWedge ? "wedges that are here"
                            : null
                        )
                    )
                        is { } limit
                )
                    cheapest = (change, limit);
                break;
            }
        }

        return cheapest;
    }

    /// <summary>The amounts by which a lever is tried, the smallest first: what can be built where a kit is listed, else every centimetre or degree.</summary>
    private static IEnumerable<double> Amounts(LeverInfo lever, SplitStance q, StudioKit kit)
    {
        IEnumerable<double> From(IEnumerable<double> heights, double now) =>
            heights
                .Select(h => h - now)
                .Where(by => Math.Abs(by) > 0.001 && Math.Abs(by) <= lever.Most + 1e-9 && (lever.BothWays || by > 0))
                .OrderBy(Math.Abs);
        if (kit.HasHeights && lever.Lever is SetupLever.FrontRaise or SetupLever.RearRaise && kit.HasHeights)
            return From(
                kit.Heights().Select(h => h.Metres),
                lever.Lever == SetupLever.FrontRaise ? q.FrontRaiseMetres : q.RearRaiseMetres
            );
        if (lever.Lever == SetupLever.HeelWedge && (kit.HasHeights || kit.WedgesDegrees.Count > 0))
            return From(kit.WedgesDegrees, q.HeelWedge.Degrees);
        return Enumerable
            .Range(1, (int)Math.Round(lever.Most / lever.Step))
            .SelectMany(n => lever.BothWays ? new[] { n * lever.Step, -n * lever.Step } : [n * lever.Step]);
    }

    /// <summary>The stance after a lever is moved; metres or radians by the lever.</summary>
    /// <returns>Null where nothing fits any more.</returns>
    public static SplitPosture? Move(Body body, SplitPosture posture, SetupLever lever, double amount)
    {
        ArgumentNullException.ThrowIfNull(posture);
        var q = posture.Stance;
        return lever switch
        {
            SetupLever.Stance => FromLength(body, posture.StanceMetres + amount, q),
            SetupLever.FrontRaise => Forward(
                body,
                q with
                {
                    FrontRaiseMetres = q.FrontRaiseMetres + amount,
                    RearKneeMetres = q.RearKneeMetres + amount,
                }
            ),
            SetupLever.RearRaise => Forward(body, q with { RearRaiseMetres = q.RearRaiseMetres + amount }),
            // A wedge lifts the heel under the same shin: what the ankle has left grows by its angle.
            SetupLever.HeelWedge => Forward(body, q with { HeelWedge = q.HeelWedge + Angle.FromDegrees(amount) }),
            SetupLever.Depth => FromLength(
                body,
                posture.StanceMetres,
                q with
                {
                    RearKneeMetres = q.RearKneeMetres + amount,
                }
            ),
            SetupLever.TrunkLean => Forward(body, q with { TrunkLean = q.TrunkLean + Angle.FromDegrees(amount) }),
            SetupLever.Hips => FromLength(
                body,
                posture.StanceMetres,
                q with
                {
                    RearThigh = q.RearThigh + Angle.FromDegrees(amount),
                }
            ),
            _ => throw new ArgumentOutOfRangeException(nameof(lever), lever, null),
        };
    }

    private static SetupChange? Try(
        Body body,
        SplitPosture posture,
        LeverInfo lever,
        double amount,
        RangeOfMotion front,
        RangeOfMotion rear
    ) =>
        Move(body, posture, lever.Lever, amount) is { } moved && !Demand.Of(moved, front, rear).Any(d => d.Exceeds)
            ? new SetupChange(lever.Lever, amount, Math.Abs(amount) / lever.Felt, moved.Stance, moved)
            : null;

    private static SplitPosture? Forward(Body body, SplitStance stance) =>
        SplitLinkage.TrySolve(body, stance).Is(out var posture) ? posture : null;

    private static SplitPosture? FromLength(Body body, double metres, SplitStance stance) =>
        SplitLinkage.TryFromStanceLength(body, metres, stance).Is(out var posture) ? posture : null;
}

/// <summary>When no single change makes a set-up fit: the two limits that are in each other's way, and what would suit instead.</summary>
/// <param name="First">The limit that is passed furthest.</param>
/// <param name="Second">In words, what the best remedy for the first runs into: a style's band, the kit, or another joint.</param>
/// <param name="Sentence">Both, and the form that would suit.</param>
public sealed record SetupConflict(Demand First, string Second, string Sentence)
{
    /// <summary>Names the conflict, or null when something fits.</summary>
    /// <returns>The joint that runs out first and what stands in the way; null when something fits.</returns>
    public static SetupConflict? Of(
        Body body,
        SplitPosture posture,
        RangeOfMotion front,
        RangeOfMotion rear,
        SetupNature nature
    )
    {
        ArgumentNullException.ThrowIfNull(nature);
        var demands = Demand.Of(posture, front, rear);
        if (!demands.Any(d => d.Exceeds) || SetupChange.Fitting(body, posture, front, rear, nature).Count > 0)
            return null;
        var first = Demand.Binding(demands);
        var second =
            SetupChange.Barred(body, posture, front, rear, nature)?.Limit
            ?? (
                demands.Where(d => d.Exceeds && d.Joint != first.Joint).MinBy(d => d.Spare.Radians)
                ?? demands.Where(d => d.Joint != first.Joint).MinBy(d => d.Spare.Radians)!
            ).Name;
        return new SetupConflict(
            first,
            second,
            $"The {first.Name} and the {second} are in each other's way here: no single change frees both. {Instead(body, front, rear, nature)}"
        );
    }

    /// <summary>The nearest form and style that this body and this kit really fit.</summary>
    private static string Instead(Body body, RangeOfMotion front, RangeOfMotion rear, SetupNature nature)
    {
        foreach (var (school, form, name) in Others)
        {
            if (school == nature.School && form == nature.Form)
                continue;
            if (SetupPlanner.Missing(form, body, nature.Kit) is not null)
                continue;
            var stance = SetupPlanner.Start(body, school, form, front, rear, nature.Kit);
            if (
                SplitLinkage.TrySolve(body, stance).Is(out var posture)
                && !Demand.Of(posture, front, rear).Any(d => d.Exceeds)
            )
                return $"Take the {name}: it fits.";
        }

        return "Take a shallower depth with a hand on a support.";
    }

    private static readonly (SchoolCode School, SplitForm Form, string Name)[] Others =
    [
        (SchoolCode.VerticalShin, SplitForm.ToPad, "split squat to a pad with an upright shin"),
        (SchoolCode.VerticalShin, SplitForm.FrontFootRaised, "front-foot-elevated split squat with an upright shin"),
        (SchoolCode.KneeForward, SplitForm.ToPad, "split squat to a pad with the knee forward"),
        (SchoolCode.Inclined, SplitForm.ToPad, "inclined split squat to a pad"),
        (SchoolCode.Inclined, SplitForm.FrontFootRaised, "inclined front-foot-elevated split squat"),
        (SchoolCode.VerticalShin, SplitForm.RearInstep, "split squat with the rear instep on a roll"),
    ];
}
