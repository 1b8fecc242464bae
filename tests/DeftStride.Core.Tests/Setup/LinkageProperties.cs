using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Xunit;
using static DeftStride.Core.Tests.Setup.WorkedExampleTests;

namespace DeftStride.Core.Tests.Setup;

/// <summary>A stance on a body anywhere between 1.40 and 2.15 m, with any raise, wedge and rear rule.</summary>
public sealed record AnyStance(Body Body, SplitStance Stance);

/// <summary>One that a body can stand in.</summary>
public record SolvedStance(Body Body, SplitStance Stance, SplitPosture Posture);

/// <summary>One of them on flat floor.</summary>
public sealed record FlatStance(Body Body, SplitStance Stance, SplitPosture Posture)
    : SolvedStance(Body, Stance, Posture);

/// <summary>One of them with a front knee that is bent the one way that bodies bend.</summary>
public sealed record BentStance(Body Body, SplitStance Stance, SplitPosture Posture)
    : SolvedStance(Body, Stance, Posture);

/// <summary>One of them whose rear foot shares out between toe and ankle.</summary>
public sealed record SharedStance(Body Body, SplitStance Stance, SplitPosture Posture)
    : SolvedStance(Body, Stance, Posture);

/// <summary>One that no body can stand in, and why.</summary>
public sealed record UnsolvedStance(Body Body, SplitStance Stance, LinkageFault Fault);

/// <summary>Makes them.</summary>
public static class Stances
{
    private static Gen<SolvedStance> Solving(Func<SplitStance, SplitStance> change) =>
        Any()
            .Generator.Select(a => (a.Body, Stance: change(a.Stance)))
            .Select(a =>
                SplitLinkage.TrySolve(a.Body, a.Stance).Is(out var posture)
                    ? new SolvedStance(a.Body, a.Stance, posture)
                    : null
            )
            .Where(s => s is not null)
            .Select(s => s!);

    /// <summary>Those that solve.</summary>
    public static Arbitrary<SolvedStance> Solved() => Solving(s => s).ToArbitrary();

    /// <summary>Those that solve on flat floor.</summary>
    public static Arbitrary<FlatStance> Flat() =>
        Solving(s => s with { FrontRaiseMetres = 0, RearRaiseMetres = 0, HeelWedge = default })
            .Select(s => new FlatStance(s.Body, s.Stance, s.Posture))
            .ToArbitrary();

    /// <summary>Those whose front knee is bent.</summary>
    public static Arbitrary<BentStance> Bent() =>
        Solving(s => s)
            .Where(s => s.Posture.FrontKnee.Degrees is > 1 and < 179)
            .Select(s => new BentStance(s.Body, s.Stance, s.Posture))
            .ToArbitrary();

    /// <summary>Those that solve with the usual rear foot.</summary>
    public static Arbitrary<SharedStance> Shared() =>
        Solving(s => s with { RearFoot = RearFoot.Usual })
            .Select(s => new SharedStance(s.Body, s.Stance, s.Posture))
            .ToArbitrary();

    /// <summary>Those that do not solve.</summary>
    public static Arbitrary<UnsolvedStance> Unsolved() =>
        Any()
            .Generator.Select(a =>
                SplitLinkage.TrySolve(a.Body, a.Stance).Is(out _, out var fault)
                    ? null
                    : new UnsolvedStance(a.Body, a.Stance, fault)
            )
            .Where(s => s is not null)
            .Select(s => s!)
            .ToArbitrary();

    /// <summary>The generator.</summary>
    public static Arbitrary<AnyStance> Any() =>
        (
            from stature in Gen.Choose(1400, 2150)
            from shankPart in Gen.Choose(93, 107)
            from shin in Gen.Choose(-150, 450)
            from rearThigh in Gen.Choose(-200, 250)
            from above in Gen.Choose(0, 120)
            from lean in Gen.Choose(0, 450)
            from front in Gen.Elements(0, 0, 5, 10, 15, 20)
            from rear in Gen.Elements(0, 0, 5, 10, 20, 30, 40)
            from wedge in Gen.Elements(0, 0, 5, 10, 15)
            from rule in Gen.Elements<RearFoot>(
                RearFoot.Usual,
                new RearFoot.BigToe(Deg(60)),
                new RearFoot.Ankle(Deg(30)),
                new RearFoot.Instep()
            )
            select new AnyStance(
                Body.From(new(stature / 1000.0, null, 0.246 * stature / 1000.0 * shankPart / 100.0)),
                new SplitStance(
                    Deg(shin / 10.0),
                    Deg(rearThigh / 10.0),
                    0.045 + (above / 1000.0),
                    Deg(lean / 10.0),
                    front / 100.0,
                    rear / 100.0,
                    Deg(wedge),
                    rule
                )
            )
        ).ToArbitrary();
}

[Properties(Arbitrary = [typeof(Stances)], MaxTest = 1500)]
public sealed class LinkageProperties
{
    private static readonly Body Middle = Body.From(new(1.75, 75));

    [Property]
    public void What_cannot_be_stood_in_says_which_two_things_are_too_far_apart(UnsolvedStance any)
    {
        Assert.NotEmpty(LinkageFaults.Sentence(any.Fault));
        var thrown = Assert.Throws<FaultException<LinkageFault>>(() => SplitLinkage.Solve(any.Body, any.Stance));
        Assert.Equal(any.Fault, thrown.Fault);
    }

    [Property]
    public void Segments_keep_their_length_feet_keep_their_place_and_nothing_is_NaN(SolvedStance any)
    {
        var posture = any.Posture;
        var (p, body, q) = (posture.Points, any.Body, any.Stance);
        Same(body.Shank, p.FrontAnkle.DistanceTo(p.FrontKnee));
        Same(body.Thigh, p.FrontKnee.DistanceTo(p.Hip));
        Same(body.Thigh, p.Hip.DistanceTo(p.RearKnee));
        Same(body.Shank, p.RearKnee.DistanceTo(p.RearAnkle));
        Same(body.Trunk, p.Hip.DistanceTo(p.Shoulder));
        Same(body.AnkleBallRadius, p.FrontAnkle.DistanceTo(p.FrontBall));
        Same(q.RearKneeMetres, p.RearKnee.Y);
        Same(q.FrontRaiseMetres, p.FrontBall.Y);
        Same(q.FrontRaiseMetres, p.FrontToe.Y);
        if (q.RearFoot is RearFoot.Instep instep)
            Same(q.RearRaiseMetres + instep.AnkleAboveSurfaceMetres, p.RearAnkle.Y);
        else
        {
            Same(body.AnkleBallRadius, p.RearAnkle.DistanceTo(p.RearBall));
            Same(q.RearRaiseMetres, p.RearBall.Y);
        }

        Same(posture.StanceMetres, p.FrontHeel.X - p.RearToe.X);
        double[] all =
        [
            posture.FrontThigh.Radians,
            posture.FrontKnee.Radians,
            posture.RearKnee.Radians,
            posture.BigToe.Radians,
            posture.KneePastToeMetres,
        ];
        Assert.All(all, a => Assert.True(double.IsFinite(a)));
        Same(Math.PI / 2, posture.FrontThigh.Radians + posture.FrontKnee.Radians - q.FrontShin.Radians);
    }

    [Property]
    public void Forward_then_back_from_the_stance_length_gives_the_same_shin(BentStance any)
    {
        Assert.True(
            SplitLinkage
                .TryFromStanceLength(any.Body, any.Posture.StanceMetres, any.Stance with { FrontShin = Angle.Zero })
                .Is(out var back)
        );
        Assert.Equal(any.Stance.FrontShin.Degrees, back.Stance.FrontShin.Degrees, 1e-6);
    }

    [Property]
    public void The_shared_rule_asks_toe_and_ankle_for_the_same_share(SharedStance any)
    {
        Assert.Equal(any.Posture.BigToe.Degrees / 70, any.Posture.RearAnkle!.Value.Degrees / 40, 1e-9);
    }

    private static readonly StudioKit[] Kits =
    [
        StudioKit.Unknown,
        new([0.30, 0.45], [], [0.02], [], null),
        new([0.15, 0.30], [0.02, 0.02, 0.05], [0.02, 0.05], [5, 10, 15], 0.15),
        new([], [0.01, 0.02], [], [10], null),
    ];

    /// <summary>Drawn bodies, ranges, kits, styles and forms, each with the stance that the planner starts from.</summary>
    [Fact]
    public void A_change_stays_in_style_nature_and_kit_is_the_least_of_its_kind_and_fits_else_two_limits_and_what_suits()
    {
        var many = Environment.GetEnvironmentVariable("DEFT_STRIDE_LONG") == "1" ? 30000 : 2000;
        var random = new Random(18);
        var (offered, conflicts, missing) = (0, 0, 0);
        for (var n = 0; n < many; n++)
        {
            var body = Body.From(new BodyMeasures(1.45 + (0.55 * random.NextDouble())));
            RangeOfMotion Ranges() =>
                new(
                    new Dictionary<RangeTest, Angle>
                    {
                        [RangeTest.AnkleBend] = Angle.FromDegrees(15 + (30 * random.NextDouble())),
                        [RangeTest.BigToe] = Angle.FromDegrees(35 + (45 * random.NextDouble())),
                        [RangeTest.HipExtension] = Angle.FromDegrees(-5 + (25 * random.NextDouble())),
                        [RangeTest.RearKnee] = Angle.FromDegrees(95 + (45 * random.NextDouble())),
                    }
                );
            var (front, rear, kit) = (Ranges(), Ranges(), Kits[random.Next(Kits.Length)]);
            var (school, form) = ((SchoolCode)random.Next(3), (SplitForm)random.Next(5));
            var stance = SetupPlanner.Start(body, school, form, front, rear, kit);
            if (!SplitLinkage.TrySolve(body, stance).Is(out _))
                continue;
            var plan = SetupPlanner.Plan(body, stance, front, rear, kit, school, form);
            var name = $"{school} {form} {body.Stature:0.00} m, kit {Array.IndexOf(Kits, kit)}";
            if (form is SplitForm.RearFootRaised or SplitForm.RearInstep && plan.Missing is null)
                Assert.True(stance.RearRaiseMetres > 0, $"{name}: no raise");
            if (plan.Missing is not null)
            {
                missing++;
                Assert.False(plan.Fits, name);
                continue;
            }

            if (plan.Fits)
                continue;
            var nature = SetupNature.Of(school, form, front, kit);
            Assert.Equal(plan.Changes.OrderBy(c => c.Cost).Select(c => c.Lever), plan.Changes.Select(c => c.Lever));
            foreach (var change in plan.Changes)
            {
                offered++;
                var said = $"{name}: {change.Sentence(Tape.Centimetres)}";
                Assert.DoesNotContain(Demand.Of(change.Posture, front, rear), d => d.Exceeds);
                Assert.Null(nature.Leaves(stance, change.Lever, change.Stance));
                Assert.True(change.Stance.FrontShin.Degrees >= Math.Min(-5, stance.FrontShin.Degrees) - 0.01, said);
                Assert.True(change.Stance.TrunkLean.Degrees >= -0.01, said);
                if (school == SchoolCode.Inclined && change.Lever == SetupLever.TrunkLean && form is SplitForm.ToPad)
                    Assert.True(change.Stance.TrunkLean.Degrees >= 15 - 0.01, said);
                if (form == SplitForm.FromFloor)
                    Assert.True(change.Stance.RearKneeMetres <= stance.RearKneeMetres + 1e-6, said);
                if (kit.HasHeights && change.Lever is SetupLever.FrontRaise)
                    Assert.Contains(kit.Heights(), h => Math.Abs(h.Metres - change.Stance.FrontRaiseMetres) < 0.001);
                if (kit.HasHeights && change.Lever is SetupLever.RearRaise)
                    Assert.Contains(kit.Heights(), h => Math.Abs(h.Metres - change.Stance.RearRaiseMetres) < 0.001);
                if (kit.HasHeights && change.Lever == SetupLever.HeelWedge)
                    Assert.Contains(kit.WedgesDegrees, w => Math.Abs(w - change.Stance.HeelWedge.Degrees) < 0.001);
                // The least of its kind: half of it does not do.
                if (!kit.HasHeights)
                {
                    var step = change.Lever is SetupLever.HeelWedge or SetupLever.TrunkLean or SetupLever.Hips
                        ? 1
                        : 0.01;
                    var less = SetupChange.Move(
                        body,
                        plan.Posture,
                        change.Lever,
                        change.Amount - (Math.Sign(change.Amount) * step)
                    );
                    Assert.True(
                        Math.Abs(change.Amount) <= step + 1e-9
                            || less is null
                            || Demand.Of(less, front, rear).Any(d => d.Exceeds)
                            || nature.Leaves(stance, change.Lever, less.Stance) is not null,
                        $"{said} A smaller one would do."
                    );
                }
            }

            if (plan.Changes.Count > 0)
                continue;
            conflicts++;
            Assert.NotNull(plan.Conflict);
            Assert.Contains("in each other's way", plan.Conflict.Sentence, StringComparison.Ordinal);
            Assert.Contains("Take", plan.Conflict.Sentence, StringComparison.Ordinal);
        }

        Assert.True(offered > many / 20 && conflicts > 0 && missing > 0, $"{offered} {conflicts} {missing}");
    }

    [Fact]
    public void A_stance_asked_by_length_gives_that_length_or_says_no()
    {
        var random = new Random(5);
        for (var n = 0; n < 20000; n++)
        {
            var body = Body.From(new BodyMeasures(1.45 + (0.55 * random.NextDouble())));
            var stance = new SplitStance(
                Angle.Zero,
                Angle.FromDegrees(-15 + (40 * random.NextDouble())),
                0.05 + (0.3 * random.NextDouble()),
                Angle.Zero,
                RearRaiseMetres: random.Next(2) * 0.3 * random.NextDouble(),
                RearFoot: random.Next(2) == 0 ? new RearFoot.Instep() : RearFoot.Usual
            );
            var asked = 0.05 + (1.2 * random.NextDouble());
            if (SplitLinkage.TryFromStanceLength(body, asked, stance).Is(out var posture, out var fault))
                Assert.Equal(asked, posture.StanceMetres, 9);
            else
                Assert.NotEmpty(LinkageFaults.Sentence(fault));
        }

        Assert.False(
            SplitLinkage
                .TryFromStanceLength(
                    Body.From(new BodyMeasures(1.60)),
                    0.10,
                    new SplitStance(
                        Angle.Zero,
                        Angle.FromDegrees(15),
                        0.285,
                        Angle.Zero,
                        RearRaiseMetres: 0.15,
                        RearFoot: new RearFoot.Instep()
                    )
                )
                .Is(out _, out var no)
        );
        Assert.Equal(LinkageFault.StanceAndFrontLeg, no);
    }

    [Fact]
    public void Nothing_is_ever_less_than_no_length_and_nobody_steps_higher_than_the_hip()
    {
        Assert.Equal("0 cm", Tape.Centimetres.Length(-0.002));
        Assert.Equal("0 in", Tape.Inches.Length(-0.002));
        Assert.Equal("\u22123 cm", Tape.Centimetres.Length(-0.03));
        var body = Body.From(new BodyMeasures(1.75));
        var leg = body.Shank + body.Thigh;
        Assert.False(StepLinkage.TryForBox(body, Angle.FromDegrees(90), leg + 0.02, out _));
        Assert.False(StepLinkage.TryForBoxAndShin(body, leg + 0.02, Angle.FromDegrees(10), out _));
    }

    [Property]
    public void The_planted_foot_path_keeps_both_legs_whole(SolvedStance any)
    {
        var posture = any.Posture;
        // A very high rear foot can leave the bottom on the lower of the two crossings; the hips never rise less than that.
        var hipThere = SplitLinkage.HipAt(any.Body, posture, posture.FrontKnee, posture.RearKnee)!.Value;
        if (any.Stance.RearRaiseMetres <= 0.1)
            Same(posture.Points.Hip.Y, hipThere.Y);
        Assert.True(hipThere.Y >= posture.Points.Hip.Y - 1e-9);
        foreach (var hip in SplitLinkage.PlantedPath(any.Body, posture, Deg(20), Deg(25)))
        {
            Assert.True(hip.DistanceTo(posture.Points.FrontAnkle) <= any.Body.Shank + any.Body.Thigh + 1e-9);
            Assert.True(hip.DistanceTo(posture.Points.RearAnkle) <= any.Body.Shank + any.Body.Thigh + 1e-9);
        }
    }

    [Theory]
    [InlineData(1.40)]
    [InlineData(1.75)]
    [InlineData(2.15)]
    public void Two_right_angles_at_four_hundredths_of_stature(double stature)
    {
        var body = Body.From(new(stature));
        var knee = SplitStance.TwoRightAnglesMetres(body);
        Assert.Equal(0.040 * stature, knee, 1e-9);
        var posture = SplitLinkage.Solve(body, new SplitStance(Angle.Zero, Angle.Zero, knee, Angle.Zero));
        Assert.Equal(90, posture.FrontKnee.Degrees, 1e-9);
        Assert.InRange(posture.RearKnee.Degrees, 98, 102);
    }

    [Fact]
    public void What_a_surface_does_to_the_rear_leg()
    {
        SplitPosture At(double rear, RearFoot rule) =>
            SplitLinkage.Solve(
                Middle,
                new SplitStance(
                    Angle.Zero,
                    Angle.Zero,
                    SplitStance.OnPadMetres,
                    Angle.Zero,
                    RearRaiseMetres: rear,
                    RearFoot: rule
                )
            );
        var toe = new RearFoot.BigToe(Deg(70));
        Assert.Equal(45, At(0.06 * 1.75, toe).RearAnkle!.Value.Degrees, 1.5);
        Assert.Equal(135, At(0.13 * 1.75, toe).RearKnee.Degrees, 2.0);
        Assert.Equal(135, At(0.19 * 1.75, new RearFoot.Instep()).RearKnee.Degrees, 2.0);
    }

    [Fact]
    public void More_big_toe_shortens_the_stance_by_little_and_a_raised_front_foot_leaves_it_alone()
    {
        double Length(double toe) =>
            SplitLinkage
                .Solve(
                    Middle,
                    new SplitStance(Angle.Zero, Angle.Zero, 0.065, Angle.Zero, RearFoot: new RearFoot.BigToe(Deg(toe)))
                )
                .StanceMetres;
        Assert.Equal(0.024, Math.Abs(Length(60) - Length(50)), 0.004);
        Angle Toe(double front) =>
            SplitLinkage.Solve(Middle, new SplitStance(Angle.Zero, Angle.Zero, 0.065, Angle.Zero, front)).BigToe;
        Assert.Equal(Toe(0).Degrees, Toe(0.2).Degrees, 1e-9);
    }

    [Fact]
    public void A_box_is_about_a_quarter_of_stature_with_a_vertical_shin_and_less_the_further_it_leans()
    {
        var step = StepLinkage.ForFlexion(Middle, Deg(90), Angle.Zero);
        Assert.Equal(0.245 * 1.75, step.BoxMetres, 0.0005);
        Assert.Equal(0.093 * 1.75, step.ToeGapMetres, 0.0006);
        Assert.Equal(0.206 * 1.75, StepLinkage.ForFlexion(Middle, Deg(90), Deg(10)).BoxMetres, 0.001);
        Assert.Equal(0, StepLinkage.ForFlexion(Middle, Deg(90), Deg(19)).ToeGapMetres, 0.006);
    }

    [Fact]
    public void Trends_of_load_that_hold_whatever_the_numbers()
    {
        SplitLoad At(
            double shin,
            double lean,
            Load load,
            double pressure = Pressure.Instep,
            ForceRule? force = null,
            double front = 0
        ) =>
            SplitLoading.Of(
                Middle,
                SplitLinkage.Solve(
                    Middle,
                    new SplitStance(
                        Deg(shin),
                        Angle.Zero,
                        0.065,
                        Deg(lean),
                        front,
                        RearFoot: new RearFoot.BigToe(Deg(60))
                    )
                ),
                load,
                pressure,
                force
            );
        var (upright, forward) = (At(0, 10, Load.None), At(20, 10, Load.None));
        Assert.True(
            forward.Front.Knee > upright.Front.Knee && forward.Front.Hip < upright.Front.Hip,
            "shin forward: knee up, hip down"
        );
        Assert.True(
            At(0, 25, Load.None).FrontShare > upright.FrontShare && At(0, 25, Load.None).Front.Hip > upright.Front.Hip,
            "lean: share and hip up"
        );
        var (instep, ball) = (At(20, 25, Load.None), At(20, 25, Load.None, Pressure.Ball));
        Assert.True(
            ball.Front.Ankle > instep.Front.Ankle
                && ball.Front.Knee < instep.Front.Knee
                && ball.FrontShare < instep.FrontShare,
            "pressure at the ball"
        );
        Assert.True(upright.Front.Knee <= 0, "a vertical force and a vertical shin leave the knee nothing");
        Assert.True(
            At(0, 10, Load.None, force: new ForceRule.Tilted(Deg(-9))).Front.Knee > 0,
            "a backward tilt gives it something"
        );
        Assert.Equal(55.6, 100 * At(15, 0, Load.None).FrontShare, 0.05);
        Assert.Equal(58.3, 100 * At(15, 0, Load.None, front: 0.2).FrontShare, 0.05);
        Assert.True(
            Math.Abs(At(10, 10, Load.None, front: 0.2).FrontShare - At(10, 10, Load.None).FrontShare) < 0.05,
            "a raised front foot hardly moves the share"
        );
        var (aimedUpright, aimedLean) = (
            At(20, 10, Load.None, Pressure.Ball, ForceRule.RearPush),
            At(20, 30, Load.None, Pressure.Ball, ForceRule.RearPush)
        );
        Assert.True(
            aimedLean.Front.Shares().Hip > aimedUpright.Front.Shares().Hip,
            "with an aimed rear force a lean moves work to the hip"
        );
        var range = SplitLoading.ShareRange(
            Middle,
            SplitLinkage.Solve(Middle, new SplitStance(Deg(10), Angle.Zero, 0.065, Deg(10))),
            Load.None
        );
        Assert.InRange(range.Most - range.Least, 0.10, 0.30);
    }

    private static void Same(double expected, double actual) => Assert.Equal(expected, actual, 1e-9);
}
