using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;
using Xunit;
using static DeftStride.Core.Tests.Setup.WorkedExampleTests;

namespace DeftStride.Core.Tests.Setup;

public sealed class PlannerTests
{
    private static readonly StudioKit Usual = new([0.30, 0.45], [0.02, 0.02, 0.05], [0.02, 0.05], [5, 10, 15], 0.25);

    private static SplitPlan Plan(
        double stature,
        SchoolCode school,
        SplitForm form,
        RangeOfMotion? range = null,
        StudioKit? kit = null
    )
    {
        var (body, ranges, things) = (Body.From(new(stature)), range ?? RangeOfMotion.Assumed, kit ?? Usual);
        return SetupPlanner.Plan(
            body,
            SetupPlanner.Start(body, school, form, ranges, ranges, things),
            ranges,
            ranges,
            things
        );
    }

    [Theory]
    [InlineData(1.40)]
    [InlineData(1.62)]
    [InlineData(1.88)]
    [InlineData(2.15)]
    public void Every_school_and_form_starts_from_a_stance_that_stands(double stature)
    {
        foreach (var school in Enum.GetValues<SchoolCode>())
        {
            foreach (var form in Enum.GetValues<SplitForm>())
            {
                var plan = Plan(stature, school, form);
                Assert.True(
                    plan.Fits || plan.Changes.Count > 0 || plan.Conflict is not null,
                    $"{stature} {school} {form}"
                );
                Assert.InRange(plan.Posture.StanceMetres / stature, 0.2, 0.75);
                Assert.Contains(plan.Card, l => l.Id == "stance" && l.Value.EndsWith(" cm", StringComparison.Ordinal));
                Assert.True(plan.Estimated);
            }
        }
    }

    [Fact]
    public void The_first_lesson_fits_an_ordinary_body_as_it_is()
    {
        foreach (var stature in new[] { 1.50, 1.62, 1.75, 1.88, 2.0 })
        {
            var plan = Plan(stature, SchoolCode.VerticalShin, SplitForm.ToPad);
            Assert.True(plan.Fits, $"{stature}: {plan.Binding.Name} {plan.Binding.Used} of {plan.Binding.Limit.Most}");
        }
    }

    [Fact]
    public void The_rear_surface_is_as_high_as_the_client_follows_and_no_higher()
    {
        foreach (var stature in new[] { 1.50, 1.62, 1.75, 1.88, 2.0 })
        {
            var plan = Plan(stature, SchoolCode.Inclined, SplitForm.RearFootRaised);
            Assert.True(plan.Fits, $"{stature}");
            var height = plan.Posture.Stance.RearRaiseMetres;
            Assert.InRange(height, 0.02, (SetupPlanner.RearBallMost * stature) + 0.005);
            var next = Usual
                .Heights()
                .FirstOrDefault(h =>
                    h.Metres > height + 0.001 && h.Metres <= (SetupPlanner.RearBallMost * stature) + 0.005
                );
            if (next is null)
                continue;
            var higher = SplitLinkage.Solve(
                Body.From(new(stature)),
                plan.Posture.Stance with
                {
                    RearRaiseMetres = next.Metres,
                }
            );
            Assert.Contains(Demand.Of(higher, RangeOfMotion.Assumed, RangeOfMotion.Assumed), d => d.Exceeds);
        }
    }

    [Fact]
    public void A_taller_client_gets_a_longer_stance_a_higher_box_and_a_different_raise()
    {
        var (small, tall) = (
            Plan(1.62, SchoolCode.VerticalShin, SplitForm.ToPad),
            Plan(1.88, SchoolCode.VerticalShin, SplitForm.ToPad)
        );
        Assert.InRange(tall.Posture.StanceMetres - small.Posture.StanceMetres, 0.07, 0.15);
        StepPlan Step(double stature) =>
            StepPlan.For(Body.From(new(stature)), RangeOfMotion.Assumed, StudioKit.Unknown);
        Assert.InRange(Step(1.88).Height.Metres - Step(1.62).Height.Metres, 0.04, 0.08);
        double Rear(double stature) =>
            Plan(
                stature,
                SchoolCode.Inclined,
                SplitForm.RearInstep,
                kit: StudioKit.Unknown
            ).Posture.Stance.RearRaiseMetres;
        Assert.True(Rear(1.88) > Rear(1.62));
    }

    [Fact]
    public void Stiff_ankles_in_the_knee_forward_school_are_told_which_wedge_and_what_it_costs()
    {
        var stiff = new RangeOfMotion(new Dictionary<RangeTest, Angle> { [RangeTest.AnkleBend] = Deg(22) });
        var body = Body.From(new(1.75));
        // What the school would like with an ordinary ankle.
        var wanted = SetupPlanner.Start(
            body,
            SchoolCode.KneeForward,
            SplitForm.ToPad,
            RangeOfMotion.Assumed,
            stiff,
            Usual
        );
        var plan = SetupPlanner.Plan(body, wanted, stiff, stiff, Usual, SchoolCode.KneeForward);
        Assert.False(plan.Fits);
        Assert.Equal(DemandedJoint.FrontAnkle, plan.Binding.Joint);
        Assert.True(plan.Binding.Limit.Measured);
        var wedge = Assert.Single(plan.Changes, c => c.Lever == SetupLever.HeelWedge);
        // The thinnest of those that are there; without a list, to the degree.
        Assert.Equal(10, wedge.Amount);
        Assert.Equal("Put a wedge of 10° under the front heel.", wedge.Sentence(Tape.Centimetres));
        var unlisted = SetupPlanner.Plan(body, wanted, stiff, stiff, StudioKit.Unknown, SchoolCode.KneeForward);
        wedge = Assert.Single(unlisted.Changes, c => c.Lever == SetupLever.HeelWedge);
        Assert.Equal(9, wedge.Amount);
        Assert.Contains("tried without again", wedge.Costs(plan.Posture, Tape.Centimetres), StringComparison.Ordinal);
        var shorter = plan.Changes.First(c => c.Lever == SetupLever.Stance);
        Assert.Contains(
            $"front shin {plan.Posture.Stance.FrontShin} → {shorter.Stance.FrontShin}",
            shorter.Costs(plan.Posture, Tape.Centimetres),
            StringComparison.Ordinal
        );
        var stood = SetupPlanner.Plan(body, wedge.Stance, stiff, stiff, Usual);
        Assert.True(stood.Fits);
        Assert.Contains(stood.Roundings, r => r.Sentence.Contains("10°", StringComparison.Ordinal) && !r.Matters);
        var thin = SetupPlanner.Plan(body, wedge.Stance, stiff, stiff, Usual with { WedgesDegrees = [5] });
        Assert.Contains(thin.Roundings, r => r.Matters && r.Sentence.Contains("4° less far", StringComparison.Ordinal));
    }

    [Fact]
    public void Two_limits_in_each_others_way_are_named_with_what_would_suit()
    {
        var rigid = new RangeOfMotion(
            new Dictionary<RangeTest, Angle>
            {
                [RangeTest.AnkleBend] = Deg(5),
                [RangeTest.BigToe] = Deg(20),
                [RangeTest.RearAnkle] = Deg(12),
                [RangeTest.HipExtension] = Deg(-10),
                [RangeTest.HipFlexion] = Deg(70),
                [RangeTest.RearKnee] = Deg(85),
            }
        );
        var body = Body.From(new(1.75));
        var posture = SplitLinkage.Solve(body, new SplitStance(Deg(30), Deg(10), SplitStance.OnPadMetres, Deg(5)));
        var conflict = SetupConflict.Of(
            body,
            posture,
            rigid,
            rigid,
            SetupNature.Of(SchoolCode.KneeForward, SplitForm.ToPad, rigid, StudioKit.Unknown)
        );
        Assert.NotNull(conflict);
        Assert.NotEqual(conflict.First.Name, conflict.Second);
        Assert.Contains("no single change", conflict.Sentence, StringComparison.Ordinal);
        Assert.Contains("Take", conflict.Sentence, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(1.62)]
    [InlineData(1.75)]
    [InlineData(1.88)]
    public void Only_two_boxes_and_honest_words_about_them(double stature)
    {
        var two = new StudioKit([0.30, 0.45], [], [], [], null);
        var plan = StepPlan.For(Body.From(new(stature)), RangeOfMotion.Assumed, two);
        Assert.Contains(plan.Height.Metres, new[] { 0.30, 0.45 });
        var off = (plan.Step.KneeFlexion - StepPlan.KneeAtStart).Abs();
        var advice = Assert.Single(plan.Advice);
        Assert.Contains("would suit", advice.Sentence, StringComparison.Ordinal);
        Assert.Equal(off > StepPlan.KneeSpread, advice.Matters);
        if (off > Deg(1))
            Assert.Contains("instead of 90°", advice.Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void A_step_down_starts_low_and_bends_the_knee_more_from_higher_up()
    {
        var body = Body.From(new(1.75));
        StepPlan From(double box, StudioKit? kit = null) =>
            StepPlan.Down(body, RangeOfMotion.Assumed, kit ?? StudioKit.Unknown, box);
        Assert.Equal(0.10, From(0.10).Height.Metres, 1e-9);
        Assert.Empty(From(0.10).Advice);
        Assert.InRange(From(0.10).Step.KneeFlexion.Degrees, 25, 60);
        Assert.True(From(0.20).Step.KneeFlexion > From(0.10).Step.KneeFlexion + Deg(10));
        // Only a high box there: said so, and that it matters.
        var high = From(0.10, new StudioKit([0.30, 0.45], [], [], [], null));
        Assert.Equal(0.30, high.Height.Metres, 1e-9);
        Assert.Contains(high.Advice, a => a.Matters && a.Sentence.Contains("Hold a support", StringComparison.Ordinal));
        Assert.All(
            Exercise.All.Where(e => e.StartBoxMetres is not null),
            e => Assert.True(e.NeedsBox && e.StartBoxMetres <= 0.20)
        );
    }

    [Theory]
    [InlineData(75)]
    [InlineData(62)]
    public void A_tight_hip_caps_the_box_and_it_is_said(double has)
    {
        var body = Body.From(new(1.75));
        var tight = new RangeOfMotion(new Dictionary<RangeTest, Angle> { [RangeTest.HipFlexion] = Deg(has) });
        foreach (var kit in new[] { StudioKit.Unknown, new StudioKit([0.15, 0.30, 0.45], [0.02], [], [], null) })
        {
            var free = StepPlan.For(body, RangeOfMotion.Assumed, kit);
            var capped = StepPlan.For(body, tight, kit);
            Assert.True(capped.Height.Metres <= free.Height.Metres);
            Assert.True(capped.Step.HipFlexion(Angle.Zero).Degrees <= has + 0.1);
            Assert.Contains(capped.Advice, a => a.Sentence.Contains($"the hip has {has}°", StringComparison.Ordinal));
        }

        Assert.Empty(StepPlan.For(body, RangeOfMotion.Assumed, StudioKit.Unknown).Advice);
    }

    [Fact]
    public void Heights_are_built_from_one_box_and_at_most_three_plates()
    {
        var heights = Usual.Heights();
        Assert.Equal(0, heights[0].Metres);
        Assert.Contains(heights, h => Math.Abs(h.Metres - 0.39) < 1e-9 && h.Parts == "the 30 cm box with 3 plates");
        Assert.Contains(heights, h => Math.Abs(h.Metres - 0.04) < 1e-9 && h.Parts == "2 plates");
        Assert.Equal(heights.Select(h => h.Metres).Distinct(), heights.Select(h => h.Metres));
        Assert.Equal(0.32, Usual.Nearest(0.327).Metres, 1e-9);
        Assert.Equal(0.41, StudioKit.Unknown.Nearest(0.412).Metres, 1e-9);
    }

    [Theory]
    [InlineData(0.7114, "71 cm", "28 in")]
    [InlineData(0.724, "72 cm", "28½ in")]
    [InlineData(0.012, "1 cm", "½ in")]
    [InlineData(0, "0 cm", "0 in")]
    public void A_tape_reads_what_it_can(double metres, string centimetres, string inches)
    {
        Assert.Equal(centimetres, Tape.Centimetres.Length(metres));
        Assert.Equal(inches, Tape.Inches.Length(metres));
        Assert.EndsWith(
            " in",
            StepPlan.For(Body.From(new(1.75)), RangeOfMotion.Assumed, Usual with { Tape = Tape.Inches }).Card[0].Value,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Rounding_to_the_kit_says_what_it_changed()
    {
        var body = Body.From(new(1.75));
        var stance = new SplitStance(Deg(5), Angle.Zero, SplitStance.OnPadMetres, Deg(8), FrontRaiseMetres: 0.08);
        var plan = SetupPlanner.Plan(
            body,
            stance,
            RangeOfMotion.Assumed,
            RangeOfMotion.Assumed,
            new StudioKit([], [0.05], [], [], null)
        );
        var rounding = Assert.Single(plan.Roundings);
        Assert.Contains(
            "Wanted under the front foot: 8 cm. Nearest in this studio: 5 cm (one plate)",
            rounding.Sentence,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void The_first_of_two_rungs_with_a_raised_rear_foot_starts_lower_than_the_second()
    {
        var ladder = Ladder.All.Single(l => l.Rung("ss-rear-low") is not null);
        Assert.True(ladder.StartsLow(ladder.Rung("ss-rear-low")!));
        Assert.False(ladder.StartsLow(ladder.Rung("ss-rear-bench")!));
        foreach (var stature in new[] { 1.50, 1.75, 2.0 })
        {
            foreach (var kit in new[] { Usual, StudioKit.Unknown })
            {
                double Raise(bool low) =>
                    SetupPlanner
                        .Start(
                            Body.From(new(stature)),
                            SchoolCode.VerticalShin,
                            SplitForm.RearFootRaised,
                            RangeOfMotion.Assumed,
                            RangeOfMotion.Assumed,
                            kit,
                            new RearRaise(RearContact.Ball, low)
                        )
                        .RearRaiseMetres;
                Assert.InRange(Raise(true), 0.01, (SetupPlanner.RearBallMost / 2 * stature) + 0.005);
                Assert.True(Raise(false) > Raise(true), $"{stature}: {Raise(false)} over {Raise(true)}");
            }
        }

        // With one surface alone both start from it.
        var one = new StudioKit([0.08], [], [], [], null);
        foreach (var low in new[] { true, false })
        {
            var range = RangeOfMotion.Assumed;
            Assert.Equal(
                0.08,
                SetupPlanner
                    .Start(
                        Body.From(new(1.75)),
                        SchoolCode.VerticalShin,
                        SplitForm.RearFootRaised,
                        range,
                        range,
                        one,
                        new RearRaise(RearContact.Ball, low)
                    )
                    .RearRaiseMetres,
                6
            );
        }
    }

    [Theory]
    [InlineData(1.55, SchoolCode.VerticalShin)]
    [InlineData(1.75, SchoolCode.VerticalShin)]
    [InlineData(1.75, SchoolCode.Inclined)]
    [InlineData(1.95, SchoolCode.VerticalShin)]
    public void One_length_and_depth_leave_a_family_whose_ends_are_where_joints_or_style_end(
        double stature,
        SchoolCode school
    )
    {
        var body = Body.From(new(stature));
        var plan = Plan(stature, school, SplitForm.ToPad);
        var range = RangeOfMotion.Assumed;
        var nature = SetupNature.Of(school, SplitForm.ToPad, range, Usual);
        var family = StanceFamily.Of(body, plan.Posture, range, range, nature)!;
        var q = plan.Posture.Stance;
        Assert.InRange(q.FrontShin.Degrees, family.ShinLeast.Degrees - 1e-6, family.ShinMost.Degrees + 1e-6);
        Assert.InRange(plan.Posture.Points.Hip.Y, family.HipsLowMetres - 1e-9, family.HipsHighMetres + 1e-9);
        Assert.True(family.TravelMetres > 0.01);
        // Between the ends every shin has its posture of that length; beyond them none that joints and style follow.
        bool Stands(double shin)
        {
            for (var thigh = -60.0; thigh <= 60; thigh += 0.05)
            {
                if (
                    SplitLinkage
                        .TryFromStanceLength(
                            body,
                            plan.Posture.StanceMetres,
                            q with
                            {
                                RearThigh = Angle.FromDegrees(thigh),
                            }
                        )
                        .Is(out var found)
                    && Math.Abs(found.Stance.FrontShin.Degrees - shin) < 0.15
                    && !Demand.Of(found, range, range).Any(d => d.Exceeds)
                    && nature.Leaves(q, SetupLever.Hips, found.Stance) is null
                )
                    return true;
            }

            return false;
        }

        Assert.True(Stands((family.ShinLeast.Degrees + family.ShinMost.Degrees) / 2));
        Assert.False(Stands(family.ShinLeast.Degrees - 1));
        Assert.False(Stands(family.ShinMost.Degrees + 1));
        // A stiffer ankle leaves less of it.
        var stiff = new RangeOfMotion(
            new Dictionary<RangeTest, Angle>
            {
                [RangeTest.AnkleBend] = Angle.FromDegrees(Math.Max(q.FrontShin.Degrees, family.ShinMost.Degrees - 4)),
            }
        );
        Assert.True(StanceFamily.Of(body, plan.Posture, stiff, range, nature)!.ShinMost <= family.ShinMost);
    }
}
