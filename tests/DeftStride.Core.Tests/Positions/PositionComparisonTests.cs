using DeftStride.Core.Bodies;
using DeftStride.Core.Loading;
using DeftStride.Core.Positions;
using DeftStride.Core.Practice;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Xunit;
using static DeftStride.Core.Tests.Positions.WorkedPositionTests;
using static DeftStride.Core.Tests.Setup.WorkedExampleTests;

namespace DeftStride.Core.Tests.Positions;

/// <summary>Which of two positions, for what.</summary>
public sealed class PositionComparisonTests
{
    private static PositionComparison Compare(
        Position a,
        Position b,
        double? seconds = null,
        bool sore = false,
        params Goal[] goals
    ) => PositionComparison.Of(Someone, Read(a, seconds), Read(b, seconds), goals, sore);

    [Fact]
    public void Upright_and_inclined_as_published_for_lunges()
    {
        var found = Compare(Upright, Inclined, sore: true);
        var knee = found.Of(MomentJoint.Knee);
        Assert.Equal((1.48, 1.48, 2.82), (Two(knee.Ratio), Two(knee.RatioLeast), Two(knee.RatioMost)));
        Assert.Equal(Which.B, knee.More);
        Assert.Equal(["A on its heel against B on its ball"], knee.Turns);
        var hip = found.Of(MomentJoint.Hip);
        Assert.Equal(1.17, Two(hip.Ratio));
        Assert.Equal(Which.Neither, hip.More);
        var ankle = found.Of(MomentJoint.Ankle);
        Assert.Null(ankle.Ratio);
        Assert.Equal((Which.Depends, Which.B), (ankle.More, ankle.OnBall));
        Assert.Equal(35.6, ankle.Difference, 0.05);
        Assert.Equal(
            "For the sore knee take the upright lunge: the knee works a third less at the bottom.",
            found.Sentence.ToString()
        );
        Assert.Contains(
            "A on its heel against B on its ball: then it turns round",
            found.Holds,
            StringComparison.Ordinal
        );
        Assert.Equal("The upright lunge spares the knee.", found.Says(MomentJoint.Knee));
        Assert.Equal("The hip works much the same.", found.Says(MomentJoint.Hip));
        Assert.Equal(
            "The inclined lunge brings the calf in, if it presses on the ball.",
            found.Says(MomentJoint.Ankle)
        );
        static double Two(double? value) => Math.Round(value!.Value, 2);
    }

    [Fact]
    public void Just_after_the_turn_no_order_of_the_knees_is_promised_where_the_drive_can_turn_it()
    {
        var early = Compare(Upright, Inclined, 0.75);
        Assert.True(early.Of(MomentJoint.Knee).Ratio < Compare(Upright, Inclined).Of(MomentJoint.Knee).Ratio * 1.01);
        Assert.Contains("just after the turn", early.Holds, StringComparison.Ordinal);
        // The upright one in 0.75 s, the inclined in 1.13: as they were filmed.
        var filmed = PositionComparison.Of(Someone, Read(Upright, 0.75), Read(Inclined, 1.13), [], false);
        Assert.Equal(1.256, filmed.Of(MomentJoint.Knee).Ratio!.Value, 0.001);
    }

    [Fact]
    public void Goals_put_what_they_need_first_and_a_sore_knee_comes_before_them()
    {
        Purpose[] Order(bool sore, params Goal[] goals) =>
            [.. Compare(Upright, Inclined, null, sore, goals).Ticks.Select(t => t.Purpose)];
        Assert.Equal(Purpose.CalfIn, Order(false, Goal.Running)[0]);
        Assert.Equal([Purpose.SpareKnee, Purpose.CalfIn], Order(true, Goal.Running)[..2]);
        Assert.Equal([Purpose.MoreHip, Purpose.CarryMore], Order(false, Goal.Buttock, Goal.Strength)[..2]);
        Assert.Equal(Enum.GetValues<Purpose>().Length, Order(true, Goal.Running, Goal.Return).Distinct().Count());
    }

    [Fact]
    public void What_can_be_carried_until_the_knees_work_alike_does_make_them_work_alike()
    {
        PurposeTick Carry(Position a, Position b) => Compare(a, b).Ticks.Single(t => t.Purpose == Purpose.CarryMore);
        // In the upright one a weight at the chest lies back over the hips: it does not reach the knee.
        Assert.Equal("a load hardly reaches the knee", Carry(Upright, Inclined).Numbers);
        var (back, ahead) = (Lunge("back", 20, 10, Pressure.Instep), Lunge("ahead", 27, 10, Pressure.Instep));
        var tick = Carry(back, ahead);
        Assert.Equal(Which.A, tick.Serves);
        var kilograms = double.Parse(tick.Numbers.Split(' ')[1], System.Globalization.CultureInfo.InvariantCulture);
        double Knee(double held) =>
            Read(back with { Load = new Load(LoadPosition.Goblet, held) }).Of(MomentJoint.Knee).Moment;
        var other = Read(ahead).Of(MomentJoint.Knee).Moment;
        Assert.InRange(other, Knee(kilograms * 0.8), Knee(kilograms * 1.25));
    }

    /// <summary>Two positions that stand, drawn at random.</summary>
    public sealed class Positions
    {
        private static Gen<double> Between(int low, int high, double unit) =>
            Gen.Choose(low, high).Select(n => n * unit);

        private static Gen<Position.OnTwo?> One =>
            from shin in Gen.Choose(-5, 40)
            from lean in Gen.Choose(0, 40)
            from raise in Between(0, 15, 0.01)
            from pressure in Between(10, 72, 0.01)
            from kilograms in Gen.Choose(0, 40)
            from held in Gen.Elements(LoadPosition.None, LoadPosition.Goblet, LoadPosition.Sides, LoadPosition.Opposite)
            select SplitLinkage.TrySolve(Someone, Stance(shin, lean, raise)).Is(out var posture)
                ? new Position.OnTwo("some", posture, new Load(held, kilograms), pressure, ForceRule.RearPush)
                : null;

        /// <summary>The generator.</summary>
        public static Arbitrary<(Position.OnTwo A, Position.OnTwo B)> Pair() =>
            Arb.From(from a in One.Where(p => p is not null) from b in One.Where(p => p is not null) select (a!, b!));
    }

    private static SplitStance Stance(double shin, double lean, double raise) =>
        new(Deg(shin), Deg(0), 0.065, Deg(lean), raise);

    [Property(Arbitrary = [typeof(Positions)], MaxTest = 400)]
    public void Swapping_turns_every_sign_and_inverts_every_ratio_and_a_position_against_itself_is_nothing(
        (Position.OnTwo A, Position.OnTwo B) pair,
        bool turned
    )
    {
        Instant when = turned ? new Instant.AfterTurn(1) : Instant.Still;
        Result<PositionReading, string> Of(Position p) =>
            PositionReading.TryOf(p, when, Someone, RangeOfMotion.Assumed, RangeOfMotion.Assumed);
        if (!Of(pair.A).Is(out var a) || !Of(pair.B).Is(out var b))
            return;
        foreach (var joint in Enum.GetValues<MomentJoint>())
        {
            var (there, back) = (JointComparison.Of(joint, a, b), JointComparison.Of(joint, b, a));
            Assert.Equal(there.Difference, -back.Difference);
            Assert.Equal((there.Least, there.Most), (-back.Most, -back.Least));
            Assert.Equal(there.Ratio is null, back.Ratio is null);
            if (there.Ratio is { } ratio)
            {
                Assert.Equal(1, ratio * back.Ratio!.Value, 1e-12);
                Assert.Equal(1, there.RatioLeast!.Value * back.RatioMost!.Value, 1e-12);
                Assert.InRange(ratio, there.RatioLeast!.Value, there.RatioMost!.Value);
            }

            Assert.InRange(there.Difference, there.Least, there.Most);
            Assert.Equal(
                there.More,
                back.More switch
                {
                    Which.A => Which.B,
                    Which.B => Which.A,
                    var same => same,
                }
            );
            var read = a.Of(joint);
            Assert.InRange(read.Moment, read.Least, read.Most);
            // A moment is a force times its arm, but for the weight of the leg below (and the gain of the turn in it).
            Assert.InRange(Math.Abs(Math.Abs(read.Moment) - (a.Newtons * read.ArmMetres)), 0, 60);
            var self = JointComparison.Of(joint, a, a);
            Assert.Equal((0, 0, 0, Which.Neither), (self.Difference, self.Least, self.Most, self.More));
        }

        Assert.InRange(a.FrontShare, a.ShareLeast, a.ShareMost);
        Assert.Equal(a.Joints.Any(j => j.Moment > 0) ? 1 : 0, a.Joints.Sum(j => j.Share), 1e-9);
        Assert.DoesNotContain(
            PositionComparison.Of(Someone, a, a, [], true).Ticks,
            t => t.Serves is Which.A or Which.B
        );
    }

    [Fact]
    public void Trends_of_shin_pressure_and_lean()
    {
        double Moment(Position p, MomentJoint joint) => Read(p).Of(joint).Moment;
        for (var shin = 0; shin < 30; shin += 5)
        {
            var (less, more) = (Lunge("", shin, 15, Pressure.Instep), Lunge("", shin + 5, 15, Pressure.Instep));
            Assert.True(Moment(more, MomentJoint.Knee) > Moment(less, MomentJoint.Knee));
            Assert.True(Moment(more, MomentJoint.Hip) < Moment(less, MomentJoint.Hip));
        }

        for (var pressure = 0.1; pressure < 0.7; pressure += 0.1)
        {
            var (back, ahead) = (Lunge("", 10, 15, pressure), Lunge("", 10, 15, pressure + 0.1));
            Assert.True(Moment(ahead, MomentJoint.Ankle) > Moment(back, MomentJoint.Ankle));
            Assert.True(Moment(ahead, MomentJoint.Knee) < Moment(back, MomentJoint.Knee));
            Assert.True(Read(ahead).FrontShare < Read(back).FrontShare);
        }

        Assert.True(
            Read(Lunge("", 10, 25, Pressure.Instep)).FrontShare > Read(Lunge("", 10, 10, Pressure.Instep)).FrontShare
        );
    }

    [Fact]
    public void Raising_the_front_foot_leaves_its_share_and_bends_the_knee_more()
    {
        var floor = Lunge("floor", 10, 10, Pressure.Instep) with { Force = ForceRule.Vertical };
        foreach (var sameStance in new[] { false, true })
        {
            var rows = RaisedFoot.Of(Someone, floor, sameStance);
            Assert.Equal(5, rows.Count);
            Assert.InRange(Math.Abs(rows[^1].FrontShare - rows[0].FrontShare), 0, 0.04);
            Assert.All(rows.Zip(rows.Skip(1)), r => Assert.True(r.Second.KneeBend > r.First.KneeBend));
        }
    }

    [Fact]
    public void Every_pair_can_be_read_for_bodies_of_every_size()
    {
        foreach (var stature in new[] { 1.45, 1.62, 1.75, 1.95 })
        {
            var body = Body.From(new(stature));
            var facts = new PairFacts(body, RangeOfMotion.Assumed, RangeOfMotion.Assumed, [2.5, 5, 8, 12]);
            foreach (var kind in Enum.GetValues<PairKind>())
            {
                var pair = PositionPair.TryOf(kind, facts);
                Assert.NotNull(pair);
                PositionReading One(Position p) => PositionReading.Of(p, Instant.Still, body, facts.Front, facts.Rear);
                var found = PositionComparison.Of(body, One(pair.A), One(pair.B), [], false);
                // What is ready-made asks no joint for more than it has, but the rear foot's stretch on a bench.
                Assert.All(
                    new[] { pair.A, pair.B }.SelectMany(p => One(p).Left.Take(3)),
                    d => Assert.False(d.Exceeds, $"{kind}: {d.Name} {d.Used}")
                );
                Assert.NotEqual(pair.A.Name, pair.B.Name);
                Assert.NotEmpty(found.Sentence.ToString());
            }
        }
    }

    [Fact]
    public void Where_each_presses_as_it_likes_an_answer_that_can_turn_says_so_and_one_that_cannot_says_that()
    {
        // The same stance with the trunk far forward: its front leg carries more wherever either presses.
        var (tall, bent) = (Lunge("tall", 10, 0, Pressure.Instep), Lunge("bent", 10, 45, Pressure.Instep));
        var found = PositionComparison.Of(Someone, Read(tall), Read(bent), [], false);
        var share = found.Ticks.Single(t => t.Purpose == Purpose.FrontLeg);
        Assert.Equal(Which.B, share.Serves);
        var even = found.Ticks.Single(t => t.Purpose == Purpose.ShareEvenly);
        double Busiest(Position.OnTwo p, double at) => Read(p with { Pressure = at }).Joints.Max(j => j.Share);
        var apart = PositionReading.Points.Select(at => Busiest(bent, at) - Busiest(tall, at)).ToArray();
        if (even.Serves is Which.A or Which.B)
            Assert.All(apart, d => Assert.Equal(even.Serves == Which.A, d > 0));
        else
            Assert.Contains(apart, d => Math.Abs(d) <= 0.05 || Math.Sign(d) != Math.Sign(apart[0]));
        Assert.EndsWith("then it turns round.", Compare(Upright, Inclined, null, true).Holds, StringComparison.Ordinal);
        Assert.EndsWith(
            "further back it can turn round.",
            Compare(Upright, Inclined, null, false, Goal.Running).Holds,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_weight_in_one_hand_asks_more_of_the_outer_hip_on_the_other_side_than_on_its_own()
    {
        double? Outer(LoadPosition held) => Read(Lunge("", 10, 10, Pressure.Instep, new Load(held, 20))).OuterHip;
        Assert.Null(Outer(LoadPosition.Goblet));
        var (opposite, same) = (Outer(LoadPosition.Opposite)!.Value, Outer(LoadPosition.Same)!.Value);
        Assert.True(opposite > 0 && same < 0 && opposite > -same);
        // The hands are 2 × 0.1295 H apart: that is the whole difference, of the part this leg carries.
        var read = Read(Lunge("", 10, 10, Pressure.Instep, new Load(LoadPosition.Same, 20)));
        Assert.Equal(0.259 * 1.75 * 20 * 9.80665 * read.FrontShare, opposite - same, 1e-6);
    }

    [Fact]
    public void What_cannot_be_is_said_with_what_must_give()
    {
        static string Problem(Position p, Instant? when = null) =>
            PositionReading
                .TryOf(p, when ?? Instant.Still, Someone, RangeOfMotion.Assumed, RangeOfMotion.Assumed)
                .Is(out _, out var problem)
                ? "none"
                : problem;

        Assert.Contains(
            "Take at most 75 kg",
            Problem(Upright with { Load = new(LoadPosition.Back, 80) }),
            StringComparison.Ordinal
        );
        Assert.Contains("outside its sole", Problem(Upright with { Pressure = 1.2 }), StringComparison.Ordinal);
        Assert.Contains("between", Problem(Upright, new Instant.AfterTurn(0)), StringComparison.Ordinal);
        Assert.Contains(
            "fall forward",
            Problem(Lunge("", 30, 60, Pressure.Heel, new Load(LoadPosition.Forward, 30))),
            StringComparison.Ordinal
        );
    }
}
