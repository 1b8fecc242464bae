using DeftStride.Core.Bodies;
using DeftStride.Core.Correcting;
using DeftStride.Core.Deciding;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Ladders;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Quantities;
using DeftStride.Core.Setup;
using Xunit;

namespace DeftStride.Core.Tests.Ladders;

public sealed class StrideTests
{
    private static readonly Ladder Split = Ladder.All[0];
    private static readonly LoadRack Rack = new([8, 12]);

    private static Rung At(string id) => Ladder.Find(id)!.Value.Rung;

    private static RungReach Everywhere(Rung rung) => new(true, "", null);

    public static TheoryData<string> EveryRung => [.. Ladder.All.SelectMany(l => l.Rungs).Select(r => r.Id)];

    [Theory]
    [MemberData(nameof(EveryRung))]
    public void From_every_rung_there_is_a_way_on_that_changes_one_thing_and_a_way_back_that_ends(string id)
    {
        var (ladder, rung) = Ladder.Find(id)!.Value;
        var now = Prescription.First(rung.Dose, Exercise.Find(rung.ExerciseId)!, Rack);
        for (var i = 0; i < 60; i++)
        {
            var option = ProgressOption.For(ladder, rung, now, false, Rack, BranchOrder.Usual, Everywhere)[0];
            Assert.True(option.Open);
            if (option.RungId != rung.Id)
                break;
            if (option.Kind == ProgressKind.Dose)
                Assert.Equal(
                    1,
                    (option.Dose.Amount != now.Amount ? 1 : 0)
                        + (option.Dose.Sets != now.Sets ? 1 : 0)
                        + (option.Dose.Load != now.Load ? 1 : 0)
                );
            if (option.Dose == now)
                break;
            now = option.Dose;
        }

        Assert.True(now.Full || rung.Dose.Loaded);
        var steps = 0;
        for (Rung? back = rung; back is not null && steps < 50; back = back.Fallback is { } f ? ladder.Rung(f) : null)
            steps++;
        Assert.InRange(steps, 1, 20);
        Assert.InRange(ladder.Depth(id), 0, 12);
    }

    [Fact]
    public void The_weaker_side_is_planned_only_the_one_behind_goes_up_and_only_the_sore_one_goes_back()
    {
        Assert.Equal("ss-floor", Stride.Planned(Split, "ss-pad", "ss-floor").Id);
        Assert.Equal(
            [new Move(BodySide.Right, "ss-floor", "ss-pad", MoveKind.Up)],
            Stride.Up(Split, "ss-pad", "ss-floor", "ss-pad")
        );
        Assert.Equal(
            [BodySide.Left, BodySide.Right],
            Stride.Up(Split, "ss-pad", "ss-pad", "ss-loaded").Select(m => m.Side)
        );
        Assert.Equal(
            [new Move(BodySide.Left, "ss-pad", "ss-floor", MoveKind.Back)],
            Stride.Back(Split, "ss-pad", "ss-pad", [BodySide.Left])
        );
        Assert.Empty(Stride.Back(Split, "ss-held", "ss-held", [BodySide.Left, BodySide.Right]));
    }

    [Fact]
    public void Branches_lie_side_by_side_or_in_one_series_and_the_first_lunge_goes_where_it_is_set_to()
    {
        Assert.Equal(
            ["ss-loaded", "ss-raised", "ss-reverse"],
            BranchOrder.Usual.From(Split, At("ss-pad")).Select(r => r.Id)
        );
        Assert.Equal(
            ["ss-loaded", "ss-raised", "ss-forward"],
            new BranchOrder(false, true).From(Split, At("ss-pad")).Select(r => r.Id)
        );
        // One series visits every rung once.
        var (series, way) = (new BranchOrder(true, false), new List<string>());
        for (
            Rung? at = Split.Rungs[0];
            at is not null && way.Count < 40;
            at = series.From(Split, at).Count > 0 ? series.From(Split, at)[0] : null
        )
            way.Add(at.Id);
        Assert.Equal(Split.Rungs.Select(r => r.Id).Order(), way.Order());
    }

    [Fact]
    public void A_full_range_offers_the_branches_and_load_and_says_what_is_out_of_reach()
    {
        var full = new Prescription(At("ss-pad").Dose, 3, 8, Load.None);
        RungReach NoWeight(Rung r) =>
            r.Dose.Loaded
                ? new(false, "It needs a weight to hold, and none is listed in the studio.", At("ss-raised"))
                : new(true, "", null);
        var options = ProgressOption.For(Split, At("ss-pad"), full, false, Rack, BranchOrder.Usual, NoWeight);
        Assert.Equal(["ss-raised", "ss-reverse", "ss-loaded"], options.Select(o => o.RungId));
        Assert.Equal([true, true, false], options.Select(o => o.Open));
        Assert.Contains("Instead: “Front-foot-elevated split squat”", options[2].Why, StringComparison.Ordinal);

        var loaded = new Prescription(At("ss-loaded").Dose, 4, 10, new Load(LoadPosition.Goblet, 8));
        // From 8 kg to 12 is a big step: slower with 8 comes between.
        Assert.Equal(
            [ProgressKind.Rung, ProgressKind.Load, ProgressKind.Slower],
            ProgressOption
                .For(Split, At("ss-loaded"), loaded, false, Rack, BranchOrder.Usual, Everywhere)
                .Select(o => o.Kind)
        );
        // Where no rung follows: support, range, slower, load, speed, in that order, each once; then the ladder ends.
        var end = new Prescription(At("ss-elbow").Dose, 3, 8, new Load(LoadPosition.ElbowCrook, 8));
        Assert.Equal(
            ProgressKind.Support,
            ProgressOption.For(Split, At("ss-elbow"), end, true, Rack, BranchOrder.Usual, Everywhere)[0].Kind
        );
        Assert.Equal(
            [ProgressKind.Range, ProgressKind.Slower, ProgressKind.Load, ProgressKind.Speed],
            ProgressOption
                .For(Split, At("ss-elbow"), end, false, Rack, BranchOrder.Usual, Everywhere)
                .Select(o => o.Kind)
        );
    }

    [Fact]
    public void What_the_body_or_the_kit_cannot_reach_is_said_with_another_rung()
    {
        var all = new HashSet<Gear>(Enum.GetValues<Gear>());
        var body = Body.From(new BodyMeasures(1.75));
        ReachFacts Facts(IReadOnlySet<Gear>? gear, RangeOfMotion rear) =>
            new(body, RangeOfMotion.Assumed, rear, StudioKit.Unknown, gear, SchoolCode.VerticalShin);
        Assert.True(RungReach.Of(Split, At("ss-pad"), Facts(all, RangeOfMotion.Assumed)).Reachable);
        var weightless = RungReach.Of(
            Split,
            At("ss-loaded"),
            Facts(new HashSet<Gear> { Gear.Band }, RangeOfMotion.Assumed)
        );
        Assert.False(weightless.Reachable);
        Assert.Contains("weight", weightless.Why, StringComparison.Ordinal);
        Assert.NotNull(weightless.Instead);
        Assert.False(
            RungReach
                .Of(
                    Ladder.All.Single(l => l.Id == "foot-to-hip"),
                    At("fh-band"),
                    Facts(new HashSet<Gear>(), RangeOfMotion.Assumed)
                )
                .Reachable
        );
        // A big toe that hardly bends does not carry the long stance; the answer names what is short.
        var stiff = new RangeOfMotion(
            new Dictionary<RangeTest, Angle>
            {
                [RangeTest.BigToe] = Angle.FromDegrees(5),
                [RangeTest.HipExtension] = Angle.FromDegrees(-20),
            }
        );
        var reach = RungReach.Of(Split, At("ss-pad"), Facts(all, stiff));
        Assert.NotEmpty(reach.Why);
        Assert.Contains(
            "not known",
            RungReach
                .Of(
                    Split,
                    At("ss-pad"),
                    new ReachFacts(null, stiff, stiff, StudioKit.Unknown, null, SchoolCode.VerticalShin)
                )
                .Why,
            StringComparison.Ordinal
        );
    }

    private static Placement Place(
        Look look,
        Pain? pain = null,
        Func<Rung, RungReach>? reach = null,
        SessionTrial[]? trials = null
    ) => Placement.Of(Split, At("ss-pad"), look, trials ?? [], pain, 2, reach ?? Everywhere);

    [Fact]
    public void A_first_look_places_each_side_and_says_why_not_further()
    {
        var clean = Place(Given.Whole(3, 4));
        Assert.Equal(("ss-pad", "ss-pad"), (clean.Left.Rung.Id, clean.Right.Rung.Id));
        Assert.Contains("Not yet “Loaded”", clean.Left.WhyNotNext, StringComparison.Ordinal);
        var uneven = Place(Given.Whole(3, 24));
        Assert.Equal(("ss-pad", "ss-floor"), (uneven.Left.Rung.Id, uneven.Right.Rung.Id));
        Assert.Contains("Shin was outside", uneven.Right.Why, StringComparison.Ordinal);
        // One change that mended it keeps the rung; one that did not, or somewhere else, does not.
        SessionTrial Cue(TrialOutcome outcome, BodySide side, Look? after) => new("sb-gatepost", outcome, side, after);
        Assert.Equal(
            "ss-pad",
            Place(
                Given.Whole(3, 24),
                trials: [Cue(TrialOutcome.Helped, BodySide.Right, Given.Check(4, 4))]
            ).Right.Rung.Id
        );
        Assert.Equal(
            "ss-pad",
            Place(Given.Whole(3, 24), trials: [Cue(TrialOutcome.Helped, BodySide.Right, null)]).Right.Rung.Id
        );
        Assert.Equal(
            "ss-floor",
            Place(
                Given.Whole(3, 24),
                trials: [Cue(TrialOutcome.Helped, BodySide.Right, Given.Check(4, 18))]
            ).Right.Rung.Id
        );
        Assert.Equal(
            "ss-floor",
            Place(
                Given.Whole(3, 24),
                trials: [Cue(TrialOutcome.NoDifference, BodySide.Right, Given.Check(4, 24))]
            ).Right.Rung.Id
        );
        Assert.Equal(
            "ss-floor",
            Place(Given.Whole(3, 24), trials: [Cue(TrialOutcome.Helped, BodySide.Left, null)]).Right.Rung.Id
        );
        // Nobody is moved on what cannot be called.
        Assert.Equal("ss-pad", Place(Given.Check(3, 10.4)).Right.Rung.Id);
    }

    [Theory]
    [InlineData(2, LegRole.Front, "ss-pad", "ss-pad")]
    [InlineData(3, LegRole.Front, "ss-floor", "ss-pad")]
    [InlineData(3, LegRole.Rear, "ss-pad", "ss-floor")]
    public void A_sore_left_leg_lowers_the_side_whose_set_hurt(int score, LegRole role, string left, string right)
    {
        var placed = Place(Given.Whole(3, 4), new Pain(score, BodySide.Left, role));
        Assert.Equal((left, right), (placed.Left.Rung.Id, placed.Right.Rung.Id));
    }

    [Fact]
    public void A_rung_out_of_reach_gives_way_to_its_alternative()
    {
        var placed = Place(
            Given.Whole(3, 4),
            null,
            r => r.Id == "ss-pad" ? new(false, "The big toe is short.", At("ss-raised")) : new(true, "", null)
        );
        Assert.Equal("ss-raised", placed.Left.Rung.Id);
        Assert.Contains("out of reach", placed.Left.Why, StringComparison.Ordinal);
    }

    [Fact]
    public void An_exercise_is_found_where_the_client_stands_before_anywhere_else()
    {
        Assert.Equal("ss-pad", Placement.Where(Ladder.All, "split-squat-to-pad", [])!.Value.Rung.Id);
        Stand[] loaded =
        [
            new("split-stance", BodySide.Left, "ss-loaded", default),
            new("split-stance", BodySide.Right, "ss-loaded", default),
        ];
        Assert.Equal("ss-loaded", Placement.Where(Ladder.All, "split-squat-to-pad", loaded)!.Value.Rung.Id);
        Stand[] foot =
        [
            new("foot-to-hip", BodySide.Left, "fh-band", default),
            new("foot-to-hip", BodySide.Right, "fh-band", default),
        ];
        Assert.Equal("fh-band", Placement.Where(Ladder.All, "half-kneeling-band", foot)!.Value.Rung.Id);
        Assert.Null(Placement.Where(Ladder.All, "mid-foot-mobility", []));
    }

    [Theory]
    [InlineData(20, true, null)]
    [InlineData(20, false, null)]
    [InlineData(21, true, LayOffWay.RungBack)]
    [InlineData(21, false, LayOffWay.Lighter)]
    [InlineData(83, false, LayOffWay.Lighter)]
    [InlineData(84, true, LayOffWay.Anew)]
    [InlineData(84, false, LayOffWay.Anew)]
    public void Three_weeks_away_is_less_and_a_rung_back_only_where_the_form_was_being_learnt(
        int days,
        bool learning,
        LayOffWay? way
    )
    {
        var now = new DateTimeOffset(2026, 11, 25, 9, 0, 0, TimeSpan.Zero);
        Assert.Equal(way, LayOff.Of(now.AddDays(-days), now, learning)?.Way);
        Assert.Null(LayOff.Of(null, now, learning));
    }

    [Theory]
    [InlineData(4, 20, 3, 16)]
    [InlineData(3, 24, 2, 16)]
    [InlineData(1, 8, 1, 0)]
    [InlineData(3, 0, 2, 0)]
    public void The_first_day_back_is_one_set_and_a_fifth_of_the_load_less(
        int sets,
        double kilograms,
        int setsBack,
        double kilogramsBack
    )
    {
        var off = LayOff.Of(DateTimeOffset.UnixEpoch, DateTimeOffset.UnixEpoch.AddDays(28), learning: false)!;
        var rack = new LoadRack([8, 12, 16, 20, 24]);
        var asked = new Prescription(DoseRange.Training, sets, 8, new Load(LoadPosition.Goblet, kilograms));
        var back = off.First(asked, rack);
        Assert.Equal((setsBack, 8, kilogramsBack), (back.Sets, back.Amount, back.Load.Kilograms));
    }

    public static TheoryData<string, Func<Ladder, Ladder>, string> Broken =>
        new()
        {
            {
                "a loop",
                l =>
                    l with
                    {
                        Rungs = [.. l.Rungs.Select(r => r.Id == "ss-loaded" ? r with { Next = ["ss-pad"] } : r)],
                    },
                "leads back to itself"
            },
            {
                "a way to nowhere",
                l => l with { Rungs = [.. l.Rungs.Select(r => r.Id == "ss-loaded" ? r with { Next = ["gone"] } : r)] },
                "which is not there"
            },
            {
                "two that point at each other",
                l =>
                    l with
                    {
                        Rungs =
                        [
                            .. l.Rungs.Select(r => r.Id == "ss-half-kneeling" ? r with { Fallback = "ss-pad" } : r),
                        ],
                    },
                "each points at the other"
            },
            {
                "a fallback in a circle",
                l =>
                    l with
                    {
                        Rungs =
                        [
                            .. l.Rungs.Select(r =>
                                r.Id == "ss-loaded" ? r with { Fallback = "ss-raised" }
                                : r.Id == "ss-raised" ? r with { Fallback = "ss-loaded" }
                                : r
                            ),
                        ],
                    },
                "in a circle"
            },
            {
                "a rung without a way on",
                l => l with { Rungs = [.. l.Rungs, l.Rungs[0] with { Id = "alone", Name = "Alone", Next = [] }] },
                "no way leads to Alone"
            },
            {
                "no name",
                l => l with { Rungs = [.. l.Rungs.Select(r => r.Id == "ss-pad" ? r with { Name = " " } : r)] },
                "no name"
            },
            {
                "a strange exercise",
                l =>
                    l with
                    {
                        Rungs = [.. l.Rungs.Select(r => r.Id == "ss-pad" ? r with { ExerciseId = "moon-walk" } : r)],
                    },
                "not in the catalogue"
            },
            {
                "500 sets",
                l =>
                    l with
                    {
                        Rungs =
                        [
                            .. l.Rungs.Select(r =>
                                r.Id == "ss-pad" ? r with { Dose = r.Dose with { SetsHigh = 500 } } : r
                            ),
                        ],
                    },
                "Sets lie between"
            },
            { "the same rung twice", l => l with { Rungs = [.. l.Rungs, l.Rungs[0]] }, "same id" },
            { "nothing", l => l with { Rungs = [] }, "from 1 to" },
        };

    [Theory]
    [MemberData(nameof(Broken))]
    public void A_ladder_that_cannot_be_climbed_says_where_it_breaks(
        string how,
        Func<Ladder, Ladder> breaking,
        string says
    )
    {
        Assert.Null(Split.Problem());
        Assert.True(
            breaking(Split).Problem()?.Contains(says, StringComparison.Ordinal) == true,
            $"{how}: {breaking(Split).Problem()}"
        );
    }
}
