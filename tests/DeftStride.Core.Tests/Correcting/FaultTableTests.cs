using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Quantities;
using Xunit;

namespace DeftStride.Core.Tests.Correcting;

/// <summary>The table of faults as a whole: everything reachable, every cause told apart, kit and order respected.</summary>
public sealed class FaultTableTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 24, 9, 0, 0, TimeSpan.Zero);

    public static TheoryData<string> Faults => [.. Fault.All.Select(f => f.Id)];

    /// <summary>A finding that shows a fault on the left, as if it had been read.</summary>
    private static Finding Shows(Fault fault) =>
        fault.Id == "sides-uneven"
            ? new(FindingKind.Uneven, BodySide.Left, "front-shin", BandSide.Within, Phrase.Of(), "", [])
            : new(
                FindingKind.Outside,
                BodySide.Left,
                fault.Detects[0].MeasureId,
                fault.Detects[0].Where,
                Phrase.Of(),
                "",
                []
            );

    private static List<CorrectionChoice> Road(
        Finding finding,
        Look? look,
        IReadOnlySet<Gear>? gear,
        string? cause = null,
        Fault? fault = null
    )
    {
        var (road, spent) = (new List<CorrectionChoice>(), new List<PastTrial>());
        while (
            CorrectionChoice.For(finding, new CorrectionFacts(look, [], spent, gear, cause) { FaultId = fault?.Id })
                is { } choice
            && road.Count < 40
        )
        {
            road.Add(choice);
            spent.Add(new PastTrial(choice.Now.Id, TrialOutcome.NoDifference, Now));
        }

        return road;
    }

    [Theory]
    [MemberData(nameof(Faults))]
    public void Every_row_is_whole_and_its_corrections_come_weakest_first_each_once(string id)
    {
        var fault = Given.Fault(id);
        Assert.NotEmpty(fault.Causes);
        Assert.InRange(fault.Corrections.Count, 5, 16);
        Assert.All(fault.Corrections, c => Assert.InRange(c.Cue.Length, 8, 100));
        // Whoever does not get one picture gets another: two to five to say, some for the body and some for the world.
        var spoken = fault.Corrections.Where(c => c.Level == CorrectionLevel.Say).ToArray();
        Assert.InRange(spoken.Length, 2, 7);
        Assert.Equal(2, spoken.Select(c => c.Focus).Distinct().Count());
        Assert.All(fault.Causes, c => Assert.EndsWith("?", c.Test, StringComparison.Ordinal));
        Assert.Equal(fault.Causes.Count, fault.Causes.Select(c => c.Id).Distinct().Count());
        Assert.All(
            fault.Causes.SelectMany(c => c.Corrections),
            c => Assert.Contains(fault.Corrections, f => f.Id == c)
        );
        Assert.All(
            fault.Detects.Concat(fault.Causes.Select(c => c.Sign).OfType<Detection>()),
            d => Assert.NotNull(MeasureDefinition.Find(d.MeasureId))
        );
        if (fault.Detects.Count == 0 && id != "sides-uneven")
            return;

        // Without a cause shown words come before touch, touch before set-up; in the end everything was offered once.
        var road = Road(Shows(fault), null, null, fault: fault);
        var way = Shows(fault).Where;
        Assert.Equal(
            fault.Corrections.Where(c => c.Fits(way, null)).Select(c => c.Id).Order(),
            road.Select(c => c.Now.Id).Order()
        );
        var answering = road.Select(c => c.Now)
            .Where(c => fault.Causes.Any(a => a.Corrections.Contains(c.Id)))
            .Select(c => c.Level)
            .ToArray();
        Assert.Equal(answering.Order(), answering);
    }

    [Theory]
    [MemberData(nameof(Faults))]
    public void The_coachs_word_on_the_cause_brings_its_own_corrections_first(string id)
    {
        var fault = Given.Fault(id);
        if (fault.Detects.Count == 0 && id != "sides-uneven")
            return;
        foreach (var cause in fault.Causes)
        {
            var road = Road(Shows(fault), null, null, cause.Id, fault);
            var fitting = cause
                .Corrections.Where(c => Fault.Find(c)!.Value.Correction.Fits(Shows(fault).Where, null))
                .ToArray();
            if (fitting.Length == 0)
                continue;
            Assert.Equal(fitting, road.Take(fitting.Length).Select(c => c.Now.Id));
            Assert.StartsWith($"Because {cause.Name}.", road[0].Why, StringComparison.Ordinal);
        }
    }

    /// <summary>What a cue may speak of only where the form has it.</summary>
    private static readonly (string Words, Forms Has)[] Things =
    [
        (@"\bback (foot|knee|leg|heel|glute|hip)\b|\bstance\b|back kneecap|back-leg", Forms.BackLeg),
        (@"\bback toes?\b", Forms.BackLeg | Forms.SlidesBack),
        (@"\bpad\b", Forms.BackKnee),
        (@"\bbox\b", Forms.StepsUp | Forms.StepsDown),
        (@"top foot|floor foot|floor toes", Forms.StepsUp),
        (@"between your feet", Forms.BackLeg | Forms.TwoLegs),
        (@"\bfree (foot|leg|knee)\b", Forms.OneLeg),
        (@"\bfree side\b", Forms.OneLeg | Forms.BackLeg),
        (@"\ba (higher )?seat\b", Forms.Sits | Forms.TwoLegs | Forms.OneLeg),
        (@"lighter weight|weight down|lighter, until", Forms.Loaded),
        (@"half (as deep|the depth)|as low as|lower your hips|10 cm higher", Forms.Moves),
        (@"shorter step|step half as wide", Forms.FootTravels),
        (@"reach half|shorter reach", Forms.Crossing),
        (@"trail (leg|foot)", Forms.Sideways),
        (@"lower surface", Forms.BackRaised),
    ];

    /// <summary>Every way an exercise can be done: empty-handed and loaded, as usual and where a setting changes the form.</summary>
    public static TheoryData<string, SchoolCode, bool> Ways
    {
        get
        {
            var ways = new TheoryData<string, SchoolCode, bool>();
            foreach (var exercise in Exercise.All)
            {
                foreach (var school in exercise.LeftToSchool ? Enum.GetValues<SchoolCode>() : [SchoolCode.VerticalShin])
                {
                    ways.Add(exercise.Id, school, false);
                    if (exercise.Loads.Count > 0)
                        ways.Add(exercise.Id, school, true);
                }
            }

            return ways;
        }
    }

    [Theory]
    [MemberData(nameof(Ways))]
    public void Every_fault_of_a_form_has_every_level_that_the_form_allows_and_speaks_only_of_what_is_there(
        string exerciseId,
        SchoolCode school,
        bool loaded
    )
    {
        var exercise = Exercise.Find(exerciseId)!;
        var forms = HouseStyle.Usual.FormsOf(exercise, school, loaded);
        foreach (var fault in Fault.AllIn(forms))
        {
            foreach (var way in fault.Detects.Select(d => d.Where).DefaultIfEmpty(BandSide.Within).Distinct())
            {
                var here = fault.Corrections.Where(c => c.Fits(way, forms)).ToArray();
                foreach (var level in Enum.GetValues<CorrectionLevel>())
                {
                    var gap = fault.Gaps.FirstOrDefault(g =>
                        g.Level == level && ((Forms?)forms).Allows(g.In, Forms.Any)
                    );
                    Assert.True(
                        here.Any(c => c.Level == level) || gap is { Why.Length: > 12 },
                        $"{exerciseId} {school}, {fault.Id} {way}: nothing to {level}"
                    );
                }

                foreach (var (words, has) in Things)
                {
                    if ((forms & has) != 0)
                        continue;
                    Assert.All(
                        here.Where(c => c.Asks != AsksMore.Load),
                        c =>
                            Assert.False(
                                System.Text.RegularExpressions.Regex.IsMatch(
                                    HouseStyle.Usual.Say(c.Cue),
                                    words,
                                    System.Text.RegularExpressions.RegexOptions.IgnoreCase
                                ),
                                $"{exerciseId}, {fault.Id}: “{c.Cue}” ({words})"
                            )
                    );
                }

                // Above the limit nothing deepens and nothing loads, and the list is never longer than it is without pain.
                var finding = new Finding(
                    FindingKind.Outside,
                    BodySide.Left,
                    fault.Detects.FirstOrDefault(d => d.Where == way)?.MeasureId ?? "front-shin",
                    way,
                    Phrase.Of(),
                    "",
                    []
                );
                SitePain[] sore = [new(BodySide.Left, LegRole.Front, PainSite.KneeFront, 4)];
                foreach (var hurts in new[] { false, true })
                {
                    var (spent, offered) = (new List<PastTrial>(), new List<Correction>());
                    while (
                        CorrectionChoice.For(
                            finding,
                            new CorrectionFacts(null, [], spent, null, null, hurts ? sore : null)
                            {
                                Forms = forms,
                                FaultId = fault.Id,
                            }
                        )
                            is { } choice
                        && spent.Count < 60
                    )
                    {
                        Assert.Equal(fault, choice.Fault);
                        spent.Add(new PastTrial(choice.Now.Id, TrialOutcome.NoDifference, Now));
                        offered.Add(choice.Now);
                    }

                    Assert.Equal(
                        here.Where(c => !hurts || c.Asks == AsksMore.Nothing).Select(c => c.Id).Order(),
                        offered.Select(c => c.Id).Order()
                    );
                }
            }
        }
    }

    [Fact]
    public void What_deepens_or_loads_is_marked_so_and_a_shallow_set_that_hurts_is_never_deepened()
    {
        string[] deeper = ["deeper", "kiss the pad", "water line", "touches", "knee glide", "further, heel"];
        foreach (var c in Fault.All.SelectMany(f => f.Corrections))
        {
            if (
                deeper.Any(d => c.Cue.Contains(d, StringComparison.OrdinalIgnoreCase))
                && c.Level != CorrectionLevel.StepDown
            )
                Assert.Equal(AsksMore.Depth, c.Asks);
            if (
                c.Cue.Contains("hold a weight", StringComparison.OrdinalIgnoreCase)
                || c.Cue.Contains("light weight", StringComparison.OrdinalIgnoreCase)
            )
                Assert.Equal(AsksMore.Load, c.Asks);
        }

        var shallow = Given.Fault("shallow");
        Assert.All(shallow.Corrections, c => Assert.Equal(AsksMore.Depth, c.Asks));
        var look = Given.Whole(3, 4);
        var finding = new Finding(FindingKind.Outside, BodySide.Left, "depth", BandSide.Beyond, Phrase.Of(), "", []);
        SitePain[] sore = [new(BodySide.Left, LegRole.Front, PainSite.KneeFront, 4)];
        var choice = CorrectionChoice.For(
            finding,
            new CorrectionFacts(look, [], [], null, null, sore) { Forms = Exercise.SplitSquatToPad.Forms }
        )!;
        Assert.Equal("sore-though-right", choice.Fault.Id);
    }

    [Fact]
    public void Any_fault_can_be_picked_whatever_the_numbers_say_and_those_that_no_measure_shows_too()
    {
        var clean = Given.Whole(3, 4);
        Assert.Null(CorrectionChoice.For(clean.Finding, new CorrectionFacts(clean, [], [])));
        var forms = Exercise.SplitSquatToPad.Forms;
        foreach (var fault in Fault.AllIn(forms))
        {
            var picked = CorrectionChoice.For(
                clean.Finding,
                new CorrectionFacts(clean, [], []) { Forms = forms, FaultId = fault.Id }
            );
            Assert.Equal(fault, picked!.Fault);
            Assert.True(picked.Now.Level == CorrectionLevel.Say, $"{fault.Id}: {picked.Now.Id}");
        }

        Assert.All(
            new[] { "rolls-to-heel", "breath-held", "head-ahead", "arched", "bounces" },
            id => Assert.Contains(Fault.AllIn(forms), f => f.Id == id)
        );
        Assert.Contains(Fault.AllIn(Exercise.Find("reverse-lunge")!.Forms), f => f.Id == "pushes-off-ball");
        // What belongs to another form is not in the list.
        Assert.DoesNotContain(Fault.AllIn(forms), f => f.Id is "floor-push" or "lands-loud" or "tips-on-one-leg");
        Assert.Null(CorrectionChoice.For(clean.Finding, new CorrectionFacts(clean, [], []) { FaultId = "no-such" }));
    }

    [Fact]
    public void A_fault_is_one_direction_and_its_opposite_is_another()
    {
        Fault For(string measure, BandSide way) =>
            Fault.For(
                new Finding(FindingKind.Outside, BodySide.Left, measure, way, Phrase.Of(), "", []),
                Exercise.SplitSquatToPad.Forms
            )!;
        foreach (
            var (measure, beyond, shorter) in new[]
            {
                ("depth", "shallow", "too-deep"),
                ("rear-thigh", "hanging-rear-hip", "behind-rear-hip"),
                ("trunk-lean", "trunk-too-far", "trunk-too-upright"),
                ("knee-offset", "knee-in", "knee-out"),
                ("front-shin", "shin-beyond-band", "shin-short-of-band"),
                ("pelvic-level", "pelvis-drops", "pelvis-hikes"),
            }
        )
            Assert.Equal((beyond, shorter), (For(measure, BandSide.Beyond).Id, For(measure, BandSide.Short).Id));
        Assert.Equal("not-parallel", For("lean-minus-shin", BandSide.Beyond).Id);
        Assert.Equal("order-apart", For("order", BandSide.Short).Id);
        // Never a push outward for a knee that falls out, nor the inner edge alone for one that falls in.
        Assert.All(
            Given.Fault("knee-out").Corrections,
            c => Assert.DoesNotContain("outward", c.Cue, StringComparison.OrdinalIgnoreCase)
        );
        Assert.All(
            Given.Fault("knee-in").Corrections,
            c => Assert.DoesNotContain("inner edge", c.Cue, StringComparison.OrdinalIgnoreCase)
        );
        Assert.All(
            Given.Fault("too-deep").Corrections,
            c => Assert.DoesNotContain("deeper", c.Cue, StringComparison.OrdinalIgnoreCase)
        );
    }

    [Fact]
    public void Every_cue_is_one_breath_and_in_everyday_words()
    {
        string[] retired =
        [
            "buttock brake",
            "anew",
            "lest",
            "whence",
            "yonder",
            "cellar",
            "cairn",
            "milking",
            "banknote",
            "headlamp",
        ];
        foreach (var correction in Fault.All.SelectMany(f => f.Corrections))
        {
            Assert.True(correction.Cue.Split(' ').Length <= 14, $"{correction.Id}: “{correction.Cue}”");
            Assert.DoesNotContain(retired, r => correction.Cue.Contains(r, StringComparison.OrdinalIgnoreCase));
            Assert.Equal('.', correction.Cue.TrimEnd('?', '!', '.').Length < correction.Cue.Length ? '.' : ' ');
        }

        Assert.Empty(
            Fault.All.SelectMany(f => f.Corrections).GroupBy(c => c.Id).Where(g => g.Count() > 1).Select(g => g.Key)
        );
        // Only the length of words is meant by "about ten": nine cues in ten keep to it.
        var all = Fault.All.SelectMany(f => f.Corrections).ToArray();
        Assert.True(all.Count(c => c.Cue.Split(' ').Length <= 10) >= 0.9 * all.Length);
    }

    [Fact]
    public void No_correction_that_a_trial_may_name_is_ever_lost()
    {
        // Trials keep ids for ever. A new one is added to the file; none is ever taken off it.
        var known = File.ReadAllLines(Path.Combine(AppContext.BaseDirectory, "Correcting", "correction-ids.txt"));
        Assert.All(known, id => Assert.NotNull(Fault.Find(id)));
        Assert.Empty(Fault.All.SelectMany(f => f.Corrections).Select(c => c.Id).Except(known));
    }

    [Fact]
    public void Nothing_is_offered_that_needs_what_is_not_there()
    {
        foreach (var fault in Fault.All.Where(f => f.Detects.Count > 0))
        {
            Assert.All(Road(Shows(fault), null, new HashSet<Gear>()), c => Assert.Empty(c.Now.Needs));
            Assert.All(
                Road(Shows(fault), null, new HashSet<Gear> { Gear.Band }),
                c => Assert.True(c.Now.Needs.All(n => n == Gear.Band))
            );
        }
    }

    [Fact]
    public void Every_must_pass_check_of_every_exercise_leads_to_a_correction_whichever_way_it_goes_wrong()
    {
        foreach (var exercise in Exercise.All)
        {
            foreach (var band in Given.Standard(exercise.UsualSchool ?? SchoolCode.VerticalShin, exercise.Id).MustPass)
            {
                foreach (var way in new[] { BandSide.Beyond, BandSide.Short })
                {
                    if (
                        band.Measure.Unit == MeasureUnit.Tick ? way == BandSide.Short
                        : way == BandSide.Beyond ? band.Left?.Upper is null
                        : band.Left?.Lower is null
                    )
                        continue;
                    var finding = new Finding(
                        FindingKind.Outside,
                        BodySide.Left,
                        band.Measure.Id,
                        way,
                        Phrase.Of(),
                        "",
                        []
                    );
                    Assert.True(
                        Fault.For(finding, exercise.Forms) is not null,
                        $"{exercise.Id}: {band.Measure.Id} {way}"
                    );
                }
            }
        }
    }

    /// <summary>A one-leg squat whose left knee falls in, with whatever else is given or seen.</summary>
    private static (Look Look, Finding Finding) KneeIn(params SeenAnswer[] seen)
    {
        var standard = Given.Standard(SchoolCode.VerticalShin, "one-leg-half-depth");
        SeenAnswer[] rest =
        [
            .. standard.MustPass.SelectMany(b =>
                new[] { BodySide.Left, BodySide.Right }.Select(s => new SeenAnswer(b.Measure.Id, s, BandSide.Within))
            ),
        ];
        SeenAnswer[] all = [new("knee-offset", BodySide.Left, BandSide.Beyond), .. seen];
        var look = Look.Of(
            new LookInput(
                [],
                [.. all, .. rest.Where(r => !all.Any(a => a.MeasureId == r.MeasureId && a.Side == r.Side))],
                [],
                ReadingContext.Default
            ),
            standard
        );
        return (
            look,
            look.Finding with
            {
                MeasureId = "knee-offset",
                Where = BandSide.Beyond,
                Kind = FindingKind.Outside,
                Side = BodySide.Left,
            }
        );
    }

    [Fact]
    public void A_knee_that_turns_in_over_a_level_pelvis_is_led_from_cue_to_hand_to_band()
    {
        var (look, finding) = KneeIn();
        var road = Road(finding, look, null);
        Assert.Equal(["ki-spotlight", "ki-hand", "ki-band"], road.Take(3).Select(c => c.Now.Id));
        Assert.StartsWith("Because the pelvis is level", road[1].Why, StringComparison.Ordinal);
        Assert.Equal("deep-hip", road[2].Cause!.Id);
    }

    [Fact]
    public void Three_causes_of_one_visible_fault_get_three_first_corrections_with_their_reasons()
    {
        var (plain, finding) = KneeIn();
        var (sinks, _) = KneeIn(new SeenAnswer("inner-ankle", BodySide.Left, BandSide.Beyond));
        var first = new[]
        {
            CorrectionChoice.For(finding, new CorrectionFacts(plain, [], []))!,
            CorrectionChoice.For(finding, new CorrectionFacts(sinks, [], []))!,
            CorrectionChoice.For(finding, new CorrectionFacts(plain, [], [], null, "foot-turned"))!,
        };
        Assert.Equal(["ki-spotlight", "ki-firm", "ki-toes-ahead"], first.Select(c => c.Now.Id));
        Assert.StartsWith("Because the inner ankle sinks", first[1].Why, StringComparison.Ordinal);
        Assert.Equal(CauseStanding.Shown, first[1].Causes.Single(c => c.Cause.Id == "inner-ankle").Standing);
    }

    [Fact]
    public void A_cause_that_the_look_contradicts_is_ruled_out_and_not_corrected()
    {
        var (level, finding) = KneeIn(new SeenAnswer("inner-ankle", BodySide.Left, BandSide.Within));
        var choice = CorrectionChoice.For(finding, new CorrectionFacts(level, [], []))!;
        Assert.Equal(CauseStanding.RuledOut, choice.Causes.Single(c => c.Cause.Id == "inner-ankle").Standing);
        var (drops, _) = KneeIn(new SeenAnswer("pelvic-level", BodySide.Left, BandSide.Beyond));
        Assert.Equal(
            CauseStanding.RuledOut,
            CorrectionChoice
                .For(finding, new CorrectionFacts(drops, [], []))!
                .Causes.Single(c => c.Cause.Id == "deep-hip")
                .Standing
        );
        // And the finding itself takes the pelvis first.
        Assert.Equal("pelvis-drops", Fault.For(drops.Finding, null)!.Id);
    }

    [Theory]
    [InlineData(TrialOutcome.Helped, true)]
    [InlineData(TrialOutcome.NoDifference, true)]
    [InlineData(TrialOutcome.Worse, false)]
    public void Only_what_is_missed_is_kept_after_a_set_without_it(TrialOutcome outcome, bool back)
    {
        var wedge = Without.Find(Without.IdOf("hl-wedge"))!;
        Assert.Equal(back, Without.Follows(wedge, outcome).GiveBack);
        Assert.Null(Without.Find("hl-wedge"));
        Assert.Null(Without.Find(Without.IdOf("hl-heavy")));
        Assert.Empty(CorrectionChoice.Rank([new(Without.IdOf("hl-wedge"), outcome, Now)], null));
    }

    public static TheoryData<PainSite, LegRole, string> Routes =>
        new()
        {
            { PainSite.KneeInside, LegRole.Front, "knee-in" },
            { PainSite.KneeInside, LegRole.Rear, "lateral-line" },
            { PainSite.KneeOutside, LegRole.Front, "knee-in" },
            { PainSite.KneeFront, LegRole.Front, "shin-beyond-band" },
            { PainSite.BelowKneecap, LegRole.Front, "shin-beyond-band" },
            { PainSite.KneeFront, LegRole.Rear, "weight-back" },
            { PainSite.HipFront, LegRole.Rear, "hanging-rear-hip" },
            { PainSite.Back, LegRole.Front, "arched" },
            { PainSite.KneeBack, LegRole.Front, "knee-past-straight" },
            { PainSite.Groin, LegRole.Front, "too-deep" },
            { PainSite.HipSide, LegRole.Front, "pelvis-drops" },
            { PainSite.Hamstring, LegRole.Front, "rounding" },
            { PainSite.Ankle, LegRole.Front, "heel-lifts" },
            { PainSite.Achilles, LegRole.Front, "pushes-off-ball" },
            { PainSite.Foot, LegRole.Rear, "rear-foot-turned" },
        };

    [Fact]
    public void Every_place_on_the_body_has_something_to_look_at_first()
    {
        foreach (var site in Enum.GetValues<PainSite>())
        {
            Assert.True(SitePain.Word(site).Length > 3);
            foreach (var role in Enum.GetValues<LegRole>())
                Assert.NotEmpty(PainRoute.Suspects(site, role));
        }

        Assert.Equal(
            Enum.GetValues<PainSite>().Length,
            Enum.GetValues<PainSite>().Select(SitePain.Word).Distinct().Count()
        );
    }

    [Theory]
    [MemberData(nameof(Routes))]
    public void Where_it_hurts_says_what_to_suspect_first(PainSite site, LegRole role, string first) =>
        Assert.Equal(first, PainRoute.Suspects(site, role)[0].Id);

    [Fact]
    public void Pain_with_nothing_wrong_gets_less_to_do_and_with_a_suspect_in_sight_that_first()
    {
        SitePain[] rear = [new(BodySide.Left, LegRole.Rear, PainSite.KneeFront, 5)];
        var clean = Given.Whole(3, 4);
        var eased = CorrectionChoice.For(clean.Finding, new CorrectionFacts(clean, [], [], null, null, rear))!;
        // A sore rear knee: first how the weight is shared, not less depth.
        Assert.Equal("wb-guess", eased.Now.Id);
        Assert.Contains("how the weight is shared", eased.Why, StringComparison.Ordinal);
        SitePain[] hip = [new(BodySide.Left, LegRole.Front, PainSite.HipFront, 4)];
        var less = CorrectionChoice.For(clean.Finding, new CorrectionFacts(clean, [], [], null, null, hip))!;
        Assert.Equal("sore-though-right", less.Fault.Id);
        Assert.Contains("Rule out first: drops past its target", less.Why, StringComparison.Ordinal);
        Assert.Null(CorrectionChoice.For(clean.Finding, new CorrectionFacts(clean, [], [])));

        // Scales that show too little in front are no must-pass check, but they are what loads that knee.
        var standard = Given.Standard();
        var seen = standard.MustPass.SelectMany(b =>
            new[] { BodySide.Left, BodySide.Right }.Select(s => new SeenAnswer(b.Measure.Id, s, BandSide.Within))
        );
        var look = Look.Of(
            new LookInput(
                [],
                [.. seen],
                [new("load-share", BodySide.Right, 32, AnswerSource.Scales)],
                ReadingContext.Default
            ),
            standard
        );
        var shown = CorrectionChoice.For(
            look.Finding with
            {
                Kind = FindingKind.Clean,
            },
            new CorrectionFacts(look, [], [], null, null, rear)
        )!;
        Assert.Equal("weight-back", shown.Fault.Id);
    }

    [Fact]
    public void The_next_visit_starts_with_what_helped_and_a_few_trials_are_drawn_toward_the_studio()
    {
        var (look, finding) = KneeIn();
        PastTrial[] past =
        [
            new("ki-spotlight", TrialOutcome.NoDifference, Now),
            new("ki-band", TrialOutcome.Helped, Now),
        ];
        Assert.Equal("ki-band", CorrectionChoice.For(finding, new CorrectionFacts(look, past, []))!.Now.Id);
        Assert.Equal(
            "ki-toes-ahead",
            CorrectionChoice.For(finding, new CorrectionFacts(look, past, [], null, "foot-turned"))!.Now.Id
        );

        var studio = new Dictionary<string, Experience> { ["ki-band"] = new(9, 10), ["ki-spotlight"] = new(1, 10) };
        var ranked = CorrectionChoice.Rank(past, studio);
        Assert.Equal((1 + (2 * 0.9)) / 3, ranked.Single(r => r.Correction.Id == "ki-band").Expected, 9);
        Assert.Equal(2 * 0.1 / 3, ranked.Single(r => r.Correction.Id == "ki-spotlight").Expected, 9);
        // Many trials of the client's own leave the studio little to say.
        PastTrial[] many =
        [
            .. Enumerable
                .Range(0, 40)
                .Select(i => new PastTrial(
                    "ki-hand",
                    i % 4 == 0 ? TrialOutcome.Helped : TrialOutcome.Worse,
                    Now.AddDays(-i)
                )),
        ];
        Assert.InRange(
            CorrectionChoice.Rank(many, new Dictionary<string, Experience> { ["ki-hand"] = new(10, 10) })[0].Expected,
            0.25,
            0.29
        );
        Assert.Equal(
            CorrectionChoice.Rank([.. past.Reverse()], studio).Select(r => r.Correction.Id),
            ranked.Select(r => r.Correction.Id)
        );
    }
}
