using DeftStride.Core.Bodies;
using DeftStride.Core.Judging;
using DeftStride.Core.Loading;
using DeftStride.Core.Practice;

namespace DeftStride.Core.Positions;

/// <summary>What one of two positions may be chosen for.</summary>
public enum Purpose
{
    /// <summary>The knee answers less, at the bottom.</summary>
    SpareKnee,

    /// <summary>The hip answers more.</summary>
    MoreHip,

    /// <summary>The calf answers more.</summary>
    CalfIn,

    /// <summary>The front leg carries more of the weight.</summary>
    FrontLeg,

    /// <summary>Ankle, knee and hip share the work more evenly.</summary>
    ShareEvenly,

    /// <summary>More can be held before the knee works as it does in the other.</summary>
    CarryMore,
}

/// <summary>A purpose, the position that serves it and the numbers that earn it the tick.</summary>
/// <param name="Purpose">Which.</param>
/// <param name="Serves">Which position; <see cref="Which.Neither"/> where they are alike, <see cref="Which.Depends"/> where it turns.</param>
/// <param name="Numbers">"34 to 50 N·m".</param>
public sealed record PurposeTick(Purpose Purpose, Which Serves, string Numbers);

/// <summary>
/// Which of two positions, for what. Neither is better: the purpose chosen picks which one is named. An estimate from still statics; it
/// says nothing about pain.
/// </summary>
/// <param name="A">The first.</param>
/// <param name="B">The second.</param>
/// <param name="Joints">Ankle, knee and hip of B against A.</param>
/// <param name="Ticks">In the order of what the client comes for.</param>
/// <param name="Sentence">The answer, as a coach would say it.</param>
/// <param name="Holds">What the answer rests on, and where it turns round.</param>
public sealed record PositionComparison(
    PositionReading A,
    PositionReading B,
    IReadOnlyList<JointComparison> Joints,
    IReadOnlyList<PurposeTick> Ticks,
    Phrase Sentence,
    string Holds
)
{
    /// <summary>One joint.</summary>
    /// <returns>Both moments, newton metres.</returns>
    public JointComparison Of(MomentJoint joint) => Joints[(int)joint];

    /// <summary>Compares two readings of one client at one instant.</summary>
    /// <param name="body">Whose.</param>
    /// <param name="a">The first.</param>
    /// <param name="b">The second.</param>
    /// <param name="goals">What the client comes for, the first first.</param>
    /// <param name="soreKnee">Whether a knee of the client is sore: then the knee is asked about first.</param>
    /// <param name="asFilmed">Whether the postures are those of instants of a clip, which need not be its bottom; it changes words alone.</param>
    /// <returns>Each joint compared, what the goals make of it, and what to say.</returns>
    public static PositionComparison Of(
        Body body,
        PositionReading a,
        PositionReading b,
        IReadOnlyList<Goal> goals,
        bool soreKnee,
        bool asFilmed = false
    )
    {
        ArgumentNullException.ThrowIfNull(body);
        ArgumentNullException.ThrowIfNull(a);
        ArgumentNullException.ThrowIfNull(b);
        ArgumentNullException.ThrowIfNull(goals);
        JointComparison[] joints =
        [
            JointComparison.Of(MomentJoint.Ankle, a, b),
            JointComparison.Of(MomentJoint.Knee, a, b),
            JointComparison.Of(MomentJoint.Hip, a, b),
        ];
        PurposeTick[] ticks = [.. Order(goals, soreKnee).Select(p => Tick(p, body, a, b, joints))];
        var first = ticks.FirstOrDefault(t => t.Serves is Which.A or Which.B);
        return new PositionComparison(
            a,
            b,
            joints,
            ticks,
            Say(first, soreKnee, a, b, joints, asFilmed),
            HoldsOf(
                body,
                a,
                b,
                first is null ? null
                    : Joint(first.Purpose) is { } j ? joints[(int)j]
                    : null,
                first,
                asFilmed
            )
        );
    }

    /// <summary>The sentence of a joint, true at both ends of its range.</summary>
    /// <returns>One sentence; that it turns with where the foot presses, where it does.</returns>
    public string Says(MomentJoint joint)
    {
        var (name, serves) = (Of(joint), Of(joint).More);
        string Name(Which which) => Capital((which == Which.A ? A : B).Position.Name);
        return joint switch
        {
            MomentJoint.Knee => serves switch
            {
                Which.A or Which.B => $"{Name(Other(serves))} spares the knee.",
                Which.Neither => "The knee works much the same.",
                _ => "Which one works the knee more turns with where the foot presses.",
            },
            MomentJoint.Hip => serves switch
            {
                Which.A or Which.B => $"{Name(serves)} works the hip more.",
                Which.Neither => "The hip works much the same.",
                _ => "Which one works the hip more turns with where the foot presses.",
            },
            _ => serves switch
            {
                Which.A or Which.B => $"{Name(serves)} brings the calf in.",
                Which.Neither => "The calf works much the same.",
                _ when name.OnBall is Which.A or Which.B =>
                    $"{Name(name.OnBall)} brings the calf in, if it presses on the ball.",
                _ => "Which one brings the calf in turns with where the foot presses.",
            },
        };
    }

    private static Purpose[] Order(IReadOnlyList<Goal> goals, bool soreKnee)
    {
        static Purpose? For(Goal goal) =>
            goal switch
            {
                Goal.Strength => Purpose.CarryMore,
                Goal.Buttock or Goal.HipFreedom => Purpose.MoreHip,
                Goal.Running => Purpose.CalfIn,
                Goal.HillsAndStairs or Goal.PelvicControl => Purpose.ShareEvenly,
                Goal.Return => Purpose.SpareKnee,
                _ => null,
            };
        return
        [
            .. (soreKnee ? [Purpose.SpareKnee] : Array.Empty<Purpose>())
                .Concat(goals.Select(For).OfType<Purpose>())
                .Concat(Enum.GetValues<Purpose>())
                .Distinct(),
        ];
    }

    private static MomentJoint? Joint(Purpose purpose) =>
        purpose switch
        {
            Purpose.SpareKnee or Purpose.CarryMore => MomentJoint.Knee,
            Purpose.MoreHip => MomentJoint.Hip,
            Purpose.CalfIn => MomentJoint.Ankle,
            _ => null,
        };

    private static PurposeTick Tick(
        Purpose purpose,
        Body body,
        PositionReading a,
        PositionReading b,
        JointComparison[] joints
    )
    {
        string Pair(MomentJoint joint) => $"{Whole(a.Of(joint).Moment)} to {Whole(b.Of(joint).Moment)} N·m";
        switch (purpose)
        {
            case Purpose.SpareKnee:
                return new(purpose, Other(joints[(int)MomentJoint.Knee].More), Pair(MomentJoint.Knee));
            case Purpose.MoreHip:
                return new(purpose, joints[(int)MomentJoint.Hip].More, Pair(MomentJoint.Hip));
            case Purpose.CalfIn:
            {
                var ankle = joints[(int)MomentJoint.Ankle];
                return ankle.More == Which.Depends && ankle.OnBall is Which.A or Which.B
                    ? new(purpose, ankle.OnBall, $"{Pair(MomentJoint.Ankle)}, on the ball")
                    : new(purpose, ankle.More, Pair(MomentJoint.Ankle));
            }

            case Purpose.FrontLeg:
            {
                // The share is told in whole points of a hundred, and known to a few of them.
                const double News = 0.03;
                var (less, most) = (
                    Math.Min(b.ShareLeast - a.ShareLeast, b.ShareMost - a.ShareMost),
                    Math.Max(b.ShareLeast - a.ShareLeast, b.ShareMost - a.ShareMost)
                );
                var drawn = b.FrontShare - a.FrontShare;
                return new(
                    purpose,
                    Math.Min(less, drawn) > News ? Which.B
                        : Math.Max(most, drawn) < -News ? Which.A
                        : Math.Max(Math.Abs(Math.Min(less, drawn)), Math.Abs(Math.Max(most, drawn))) <= News
                            ? Which.Neither
                        : Which.Depends,
                    $"{Percent(a.FrontShare)} to {Percent(b.FrontShare)} %"
                );
            }

            case Purpose.ShareEvenly:
            {
                // Of next to nothing nobody has a share.
                static double Work(PositionReading read) => read.Joints.Sum(j => Math.Max(0, j.Moment));
                if (Math.Min(Work(a), Work(b)) < 30)
                    return new(purpose, Which.Neither, "next to no work");
                // The less the largest of the three takes, the more even they are; said only if it is so pressing alike too.
                static double Busy(JointMoments moments)
                {
                    var (ankle, knee, hip) = moments.Shares();
                    return Math.Max(ankle, Math.Max(knee, hip));
                }

                const double News = 0.05;
                double[] apart =
                [
                    .. a
                        .Moments.Zip(b.Moments)
                        .Where(m => m.First is not null && m.Second is not null)
                        .Select(m => Busy(m.Second!) - Busy(m.First!)),
                ];
                return new(
                    purpose,
                    apart.All(d => d > News) ? Which.A
                        : apart.All(d => d < -News) ? Which.B
                        : apart.All(d => Math.Abs(d) <= News) ? Which.Neither
                        : Which.Depends,
                    $"{Busiest(a)} {Percent(a.Joints.Max(j => j.Share))} to {Busiest(b)} {Percent(b.Joints.Max(j => j.Share))} %"
                );
            }

            default:
                return CarryTick(body, a, b, joints[(int)MomentJoint.Knee]);
        }
    }

    /// <summary>What could be held on top, in the same place, before the knee of the sparing one works as the other's does now.</summary>
    private static PurposeTick CarryTick(Body body, PositionReading a, PositionReading b, JointComparison knee)
    {
        // A load in a step or on one leg moves the balance first: there it is not the knee that decides.
        if (a.Position is not Position.OnTwo { Step: false } || b.Position is not Position.OnTwo { Step: false })
            return new(Purpose.CarryMore, Which.Neither, "told for stances only");
        var serves = Other(knee.More);
        if (serves is not (Which.A or Which.B))
            return new(Purpose.CarryMore, serves, "the knees work alike");
        var (one, other) = serves == Which.A ? (a, b) : (b, a);
        const double Some = 10;
        var loaded = PositionReading.TryOf(
            one.Position with
            {
                Load = one.Position.Load is { Kilograms: > 0, Position: not LoadPosition.None } held
                    ? held with
                    {
                        Kilograms = held.Kilograms + Some,
                    }
                    : new Load(LoadPosition.Goblet, Some),
            },
            Instant.Still,
            body,
            RangeOfMotion.Assumed,
            RangeOfMotion.Assumed
        );
        var bare = PositionReading.TryOf(
            one.Position,
            Instant.Still,
            body,
            RangeOfMotion.Assumed,
            RangeOfMotion.Assumed
        );
        if (!loaded.Is(out var with) || !bare.Is(out var still))
            return new(Purpose.CarryMore, Which.Depends, "no load can be told");
        var each = (with.Of(MomentJoint.Knee).Moment - still.Of(MomentJoint.Knee).Moment) * (1 + one.Gain) / Some;
        var room = other.Of(MomentJoint.Knee).Moment - one.Of(MomentJoint.Knee).Moment;
        // Where a load does not reach the knee, the knee is not what ends it.
        return each <= 0.01 || room / each > body.Mass
            ? new(Purpose.CarryMore, serves, "a load hardly reaches the knee")
            : new(Purpose.CarryMore, serves, $"about {Whole(room / each)} kg until the knees work alike");
    }

    private static Phrase Say(
        PurposeTick? first,
        bool soreKnee,
        PositionReading a,
        PositionReading b,
        JointComparison[] joints,
        bool asFilmed
    )
    {
        if (first is null)
            return Phrase.Of(new PhrasePart("These two ask much the same of the front leg."));
        var name = (first.Serves == Which.A ? a : b).Position.Name;
        var knee = joints[(int)MomentJoint.Knee];
        var hip = joints[(int)MomentJoint.Hip];
        var ankle = joints[(int)MomentJoint.Ankle];
        string When() =>
            a.Gain > 0 ? "just after the turn"
            : asFilmed ? "held there"
            : "at the bottom";
        return first.Purpose switch
        {
            Purpose.SpareKnee => Phrase.Of(
                new($"{(soreKnee ? "For the sore knee" : "To spare the knee")} take {name}: the knee works "),
                new(Less(knee), Tone.Good),
                new($" {When()}.")
            ),
            Purpose.MoreHip => Phrase.Of(
                new($"For more hip take {name}: "),
                new(More(hip), Tone.Good),
                new($" {When()}.")
            ),
            Purpose.CalfIn => Phrase.Of(
                new($"To bring the calf in take {name}: "),
                new($"{Whole(Math.Abs(ankle.Difference))} N·m more", Tone.Good),
                new(ankle.More == Which.Depends ? " pressing on the ball." : $" {When()}.")
            ),
            Purpose.FrontLeg => Phrase.Of(
                new($"To load the front leg take {name}: "),
                new($"{Percent((first.Serves == Which.A ? a : b).FrontShare)} %", Tone.Good),
                new($" of the weight on it, not {Percent((first.Serves == Which.A ? b : a).FrontShare)}.")
            ),
            Purpose.ShareEvenly => Phrase.Of(
                new($"To share the work take {name}: "),
                new(Shares(first.Serves == Which.A ? a : b), Tone.Good),
                new(".")
            ),
            _ => Phrase.Of(new($"To carry more take {name}: "), new(first.Numbers, Tone.Good), new(".")),
        };
    }

    private static string Busiest(PositionReading read) =>
        read.Joints.MaxBy(j => j.Share)!.Joint switch
        {
            MomentJoint.Ankle => "ankle",
            MomentJoint.Knee => "knee",
            _ => "hip",
        };

    private static string Shares(PositionReading read) =>
        $"hip {Percent(read.Of(MomentJoint.Hip).Share)}, knee {Percent(read.Of(MomentJoint.Knee).Share)}, ankle {Percent(read.Of(MomentJoint.Ankle).Share)} %";

    private static string Less(JointComparison knee) =>
        knee.Ratio is { } ratio
            ? $"{Part(1 - Math.Min(ratio, 1 / ratio))} less"
            : $"{Whole(Math.Abs(knee.Difference))} N·m less";

    private static string More(JointComparison hip) =>
        hip.Ratio is { } ratio
            ? $"{Part(Math.Max(ratio, 1 / ratio) - 1)} more"
            : $"{Whole(Math.Abs(hip.Difference))} N·m more";

    /// <summary>A part in the words of the floor; whole times and a half beyond one.</summary>
    internal static string Part(double part)
    {
        (double Part, string Words)[] words =
        [
            (0.10, "a tenth"),
            (0.20, "a fifth"),
            (0.25, "a quarter"),
            (1.0 / 3, "a third"),
            (0.40, "two fifths"),
            (0.50, "half"),
            (0.60, "three fifths"),
            (2.0 / 3, "two thirds"),
            (0.75, "three quarters"),
            (0.90, "nine tenths"),
            (1.0, "as much again"),
        ];
        return part > 1.15
            ? FormattableString.Invariant($"{part:0.0} times as much again")
            : words.MinBy(w => Math.Abs(w.Part - part)).Words;
    }

    private static string HoldsOf(
        Body body,
        PositionReading a,
        PositionReading b,
        JointComparison? joint,
        PurposeTick? first,
        bool asFilmed
    )
    {
        var mass = FormattableString.Invariant(
            $"{body.Mass:0} kg{(body.Measures.MassKilograms is null ? " (assumed)" : "")}"
        );
        var start =
            a.Gain > 0 ? $"Estimates for just after the turn, {mass}."
            : asFilmed ? $"Estimates for standing still as at those instants, {mass}; in movement the forces are other."
            : $"Estimates for standing still at the bottom, {mass}.";
        if (a.Position is Position.OnTwo { Step: true } && b.Position is Position.OnTwo { Step: true })
            start = $"Estimates for the start of the step, both feet down, {mass}.";
        if (first is null)
            return start;
        if (a.Position is Position.OnOne && b.Position is Position.OnOne)
            return $"{start} On one leg the foot presses where the weight lies.";
        if (joint?.More is Which.Depends)
            return $"{start} It is so pressing on the ball; further back it can turn round.";
        var turns = joint?.More is Which.A or Which.B ? joint.Turns.Count > 0 : TurnsUnlike(first, a, b);
        return !turns ? $"{start} It holds wherever the front foot presses."
            : joint is { Turns: [var pair, ..] }
                ? $"{start} It holds pressing alike, heel to ball. {pair}: then it turns round."
            : $"{start} It holds pressing alike, heel to ball. Where one presses further back than the other it can turn round.";
    }

    /// <summary>Whether an answer that holds pressing alike can turn where each presses as it likes.</summary>
    private static bool TurnsUnlike(PurposeTick first, PositionReading a, PositionReading b) =>
        first.Purpose != Purpose.FrontLeg
        || (first.Serves == Which.A ? a.ShareLeast <= b.ShareMost : b.ShareLeast <= a.ShareMost);

    private static Which Other(Which which) =>
        which switch
        {
            Which.A => Which.B,
            Which.B => Which.A,
            _ => which,
        };

    private static string Whole(double value) => FormattableString.Invariant($"{value:0}").Replace('-', '\u2212');

    private static string Percent(double part) => FormattableString.Invariant($"{100 * part:0}");

    private static string Capital(string text) => text.Length == 0 ? text : char.ToUpperInvariant(text[0]) + text[1..];
}
