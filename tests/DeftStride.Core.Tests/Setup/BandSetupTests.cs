using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Setup;
using Xunit;

namespace DeftStride.Core.Tests.Setup;

/// <summary>A band about the knee, a rhythm on a pile, a form without its things: refused with what would do.</summary>
public sealed class BandSetupTests
{
    private static readonly DateOnly Today = new(2026, 11, 28);

    [Fact]
    public void A_band_pulls_the_way_the_knee_falls_and_no_other()
    {
        foreach (var fault in BandSetup.Faults)
        {
            Assert.NotNull(Fault.Register.Find(fault));
            var right = BandSetup.For(fault)!.Value;
            var wrong = right == BandPull.Inward ? BandPull.Outward : BandPull.Inward;
            Assert.Null(new BandSetup(fault, right, Today.AddDays(14)).Problem(Today));
            Assert.Contains(
                "Turn it round",
                new BandSetup(fault, wrong, Today.AddDays(14)).Problem(Today),
                StringComparison.Ordinal
            );
            // What lends it is a correction of that fault which needs a band and is given back.
            var lent = Fault.Find(new BandSetup(fault, right, Today).CorrectionId)!.Value;
            Assert.Equal(fault, lent.Fault.Id);
            Assert.Contains(Gear.Band, lent.Correction.Needs);
            Assert.True(lent.Correction.Borrowed);
        }

        Assert.Equal(BandPull.Inward, BandSetup.For("knee-in"));
        Assert.NotNull(new BandSetup("pelvis-drops", BandPull.Inward, Today.AddDays(14)).Problem(Today));
    }

    [Theory]
    [InlineData(0, false)]
    [InlineData(-3, false)]
    [InlineData(1, true)]
    [InlineData(92, true)]
    [InlineData(93, false)]
    public void It_is_borrowed_until_a_day_that_lies_ahead(int days, bool may) =>
        Assert.Equal(may, new BandSetup("knee-in", BandPull.Inward, Today.AddDays(days)).Problem(Today) is null);

    [Fact]
    public void Its_lines_say_how_it_lies_and_when_it_goes()
    {
        var card = new BandSetup("knee-in", BandPull.Inward, new(2026, 12, 12)).Card;
        Assert.Equal(["band", "drop"], card.Select(l => l.Id));
        Assert.Equal("12 Dec", card[1].Value);
    }

    [Fact]
    public void Both_feet_meet_on_a_box_and_not_on_a_pile()
    {
        var body = Core.Bodies.Body.From(new(1.75));
        var range = Core.Bodies.RangeOfMotion.Assumed;
        StepPlan On(StudioKit kit) =>
            StepPlan.Of(
                body,
                range,
                kit,
                null,
                Core.Quantities.Angle.FromDegrees(90),
                null,
                Core.Quantities.Angle.FromDegrees(20)
            );
        var box = On(new StudioKit([0.37], [], [], [], null));
        Assert.Null(box.RhythmProblem(true, Tape.Centimetres));
        var pile = On(new StudioKit([0.30], [0.07], [], [], null));
        Assert.NotEmpty(pile.Height.PlatesMetres);
        Assert.Null(pile.RhythmProblem(false, Tape.Centimetres));
        Assert.Contains("30 cm box alone", pile.RhythmProblem(true, Tape.Centimetres), StringComparison.Ordinal);
    }

    [Fact]
    public void A_form_whose_things_are_not_listed_names_them_and_an_easier_one()
    {
        foreach (var exercise in Exercise.All)
        {
            Assert.Null(exercise.Lacking(null));
            Assert.Null(exercise.Lacking(Enum.GetValues<Gear>().ToHashSet()));
            var without = exercise.Lacking(new HashSet<Gear>());
            Assert.Equal(exercise.Shape.Gear.Count == 0, without is null);
            if (without is not null)
                Assert.Contains("or take the easier form", without, StringComparison.Ordinal);
        }

        Assert.Contains(
            "needs a band",
            Exercise.Find("banded-lunge")!.Lacking(new HashSet<Gear>()),
            StringComparison.Ordinal
        );
        Assert.True(Exercise.Find("banded-step-down")!.Banded);
    }
}
