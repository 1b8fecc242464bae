using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Setup;
using DeftStride.Core.Training.Planning;
using Xunit;

namespace DeftStride.Core.Tests.Training;

/// <summary>Which height who needs when, and what to do when two need the same.</summary>
public sealed class KitTests
{
    private static readonly DateTime Thursday = new(2026, 12, 3, 17, 0, 0);
    private static readonly Exercise StepUp = Exercise.Find("step-up")!;

    private static StudioKit Kit(double[] boxesCm, params double[] platesCm) =>
        new([.. boxesCm.Select(b => b / 100)], [.. platesCm.Select(p => p / 100)], [0.02], [], null);

    private static Body Tall(double metres) => Body.From(new BodyMeasures(metres));

    private static KitNeed Need(
        string who,
        double stature,
        StudioKit kit,
        int from = 15,
        int minutes = 12,
        string exercise = "step-up",
        int? turned = null,
        double? kept = null
    ) =>
        new(
            Guid.NewGuid(),
            who,
            exercise,
            KitFit.Of(Exercise.Find(exercise)!, Tall(stature), RangeOfMotion.Assumed, kit, kept)!,
            Thursday.AddMinutes(from),
            Thursday.AddMinutes(from + minutes)
        )
        {
            Turned = turned is { } t ? (Thursday.AddMinutes(t), Thursday.AddMinutes(t + minutes)) : null,
        };

    [Theory]
    [InlineData(1.58)]
    [InlineData(1.75)]
    [InlineData(1.92)]
    public void Every_height_that_does_starts_the_knee_where_it_is_accepted(double stature)
    {
        var (least, most) = KitFit.Starts(Tall(stature), RangeOfMotion.Assumed)!.Value;
        Assert.InRange(most - least, 0.05, 0.20);
        foreach (var metres in new[] { least, (least + most) / 2, most })
        {
            Assert.True(StepLinkage.TryForBoxAndShin(Tall(stature), metres, StepPlan.UsualShin, out var step));
            Assert.InRange(step.KneeFlexion.Degrees, 79.99, 100.01);
        }

        foreach (var metres in new[] { least - 0.02, most + 0.02 })
        {
            Assert.True(StepLinkage.TryForBoxAndShin(Tall(stature), metres, StepPlan.UsualShin, out var step));
            Assert.NotInRange(step.KneeFlexion.Degrees, 80, 100);
        }
    }

    [Fact]
    public void Two_who_need_the_only_40_cm_box_are_told_and_the_one_for_whom_35_does_takes_it()
    {
        var kit = Kit([45, 40, 35]);
        var (tall, less) = (Need("Bram", 1.86, kit, kept: 0.40), Need("Corin", 1.70, kit, kept: 0.40));
        Assert.True(less.Fit.Does(0.35));
        var clash = Assert.Single(KitClash.Of([tall, less], kit));
        Assert.Equal("the 40 cm box", clash.Piece);
        var way = clash.WaysOut[0];
        Assert.Equal((KitWayOutKind.OtherHeight, "Corin", 0.35), (way.Kind, way.Client, way.Height!.Metres));
        Assert.Equal(
            "Tomorrow Bram and Corin both want the 40 cm box at 17:15. 35 cm would do for Corin.",
            clash.Sentence(new DateOnly(2026, 12, 2), kit.Tape)
        );
        // Nobody is given 45 because it is free.
        Assert.All(
            clash.WaysOut,
            w => Assert.True(w.Height is null || (w.Client == "Corin" ? less : tall).Fit.Does(w.Height.Metres))
        );
    }

    [Fact]
    public void Where_no_height_does_the_order_is_turned_and_else_one_of_them_comes_later()
    {
        var kit = Kit([40]);
        var one = Need("Bram", 1.86, kit, kept: 0.40);
        var turned = Need("Corin", 1.86, kit, kept: 0.40, turned: 40);
        var clash = Assert.Single(KitClash.Of([one, turned], kit));
        Assert.Equal((KitWayOutKind.TurnRound, "Corin"), (clash.WaysOut[0].Kind, clash.WaysOut[0].Client));
        var none = Assert.Single(KitClash.Of([one, turned with { Turned = null }], kit));
        Assert.Empty(none.WaysOut);
        Assert.Contains(
            "a quarter of an hour later",
            none.Sentence(new DateOnly(2026, 12, 3), kit.Tape),
            StringComparison.Ordinal
        );
        // A turn that runs into somebody else is none.
        var third = Need("Dov", 1.86, kit, from: 45, kept: 0.40);
        Assert.DoesNotContain(
            KitClash.Of([one, turned, third], kit).SelectMany(c => c.WaysOut),
            w => w.Kind == KitWayOutKind.TurnRound
        );
    }

    [Fact]
    public void Two_boxes_of_a_height_serve_two_and_a_quarter_of_an_hour_apart_is_no_clash()
    {
        var two = Kit([40, 40]);
        Assert.Empty(KitClash.Of([Need("Bram", 1.86, two, kept: 0.40), Need("Corin", 1.8, two, kept: 0.40)], two));
        var one = Kit([40]);
        Assert.Empty(
            KitClash.Of([Need("Bram", 1.86, one, kept: 0.40), Need("Corin", 1.8, one, from: 31, kept: 0.40)], one)
        );
        // The same quarter of an hour is one, though they would miss each other by two minutes.
        Assert.Single(
            KitClash.Of(
                [
                    Need("Bram", 1.86, one, from: 15, minutes: 5, kept: 0.40),
                    Need("Corin", 1.8, one, from: 22, kept: 0.40),
                ],
                one
            )
        );
    }

    [Fact]
    public void A_plate_in_two_piles_is_a_clash_too()
    {
        var kit = Kit([30, 35], 5);
        var (one, other) = (Need("Bram", 1.9, kit, kept: 0.40), Need("Corin", 1.8, kit, kept: 0.35));
        Assert.Equal(0.40, one.Fit.Wanted.Metres, 3);
        Assert.Empty(
            KitClash.Of(
                [
                    one with
                    {
                        Fit = one.Fit with
                        {
                            Wanted = new(0.35, "") { BoxMetres = 0.30, PlatesMetres = [0.05] },
                        },
                    },
                ],
                kit
            )
        );
        var clash = Assert.Single(
            KitClash.Of(
                [
                    one,
                    other with
                    {
                        Fit = other.Fit with
                        {
                            Wanted = new(0.35, "") { BoxMetres = 0.30, PlatesMetres = [0.05] },
                        },
                    },
                ],
                kit
            )
        );
        Assert.Equal("the 5 cm plate", clash.Piece);
    }

    [Theory]
    [InlineData("step-down-tap", 0.10)]
    [InlineData("rear-foot-raised", null)]
    public void What_is_lowered_from_may_be_lower_and_never_higher(string exercise, double? kept)
    {
        var kit = Kit([5, 8, 10, 12, 15, 30]);
        var fit = KitFit.Of(Exercise.Find(exercise)!, Tall(1.75), RangeOfMotion.Assumed, kit, kept)!;
        Assert.True(fit.Does(fit.Wanted.Metres));
        Assert.False(fit.Does(fit.Wanted.Metres + 0.02));
        Assert.True(fit.Does(0.7 * fit.Wanted.Metres));
    }

    [Fact]
    public void Nothing_is_said_of_heights_that_nobody_listed_or_that_are_not_needed()
    {
        Assert.Null(KitFit.Of(StepUp, Tall(1.75), RangeOfMotion.Assumed, StudioKit.Unknown, null));
        Assert.Null(KitFit.Of(Exercise.SplitSquatToPad, Tall(1.75), RangeOfMotion.Assumed, Kit([40]), null));
    }

    [Fact]
    public void When_the_first_way_out_is_taken_each_time_no_piece_is_used_twice()
    {
        var random = new Random(1615);
        for (var n = 0; n < 300; n++)
        {
            var kit = Kit(
                [.. Enumerable.Range(0, 2 + random.Next(4)).Select(_ => 20.0 + (5 * random.Next(6)))],
                [.. Enumerable.Range(0, random.Next(3)).Select(_ => 2.5 * (1 + random.Next(2)))]
            );
            List<KitNeed> needs =
            [
                .. Enumerable
                    .Range(0, 2 + random.Next(4))
                    .Select(i =>
                        Need(
                            $"C{i}",
                            1.5 + (0.5 * random.NextDouble()),
                            kit,
                            from: 15 * random.Next(4),
                            turned: random.Next(2) == 0 ? 15 * random.Next(4) : null
                        )
                    ),
            ];
            for (var round = 0; round < 20; round++)
            {
                var clashes = KitClash.Of(needs, kit);
                if (clashes.FirstOrDefault(c => c.WaysOut.Count > 0) is not { } clash)
                {
                    // What is left cannot be helped, and is said.
                    Assert.All(
                        clashes,
                        c =>
                            Assert.Contains(
                                "later",
                                c.Sentence(DateOnly.FromDateTime(Thursday), kit.Tape),
                                StringComparison.Ordinal
                            )
                    );
                    break;
                }

                Assert.NotEqual(19, round);
                var way = clash.WaysOut[0];
                var i = needs.FindIndex(x => x.VisitId == way.VisitId);
                needs[i] = way.Height is { } height
                    ? needs[i] with
                    {
                        Fit = needs[i].Fit with { Wanted = height },
                    }
                    : needs[i] with
                    {
                        From = needs[i].Turned!.Value.From,
                        To = needs[i].Turned!.Value.To,
                        Turned = null,
                    };
            }
        }
    }
}
