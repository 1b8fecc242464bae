using System.Text.Json;
using DeftStride.Core.Deciding;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Ladders;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Setup;
using DeftStride.Core.Training;
using Xunit;

namespace DeftStride.Core.Tests.Training;

/// <summary>What is true of a client today is one thing, and follows from the coach's choices.</summary>
public sealed class TodayTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 26, 8, 0, 0, TimeSpan.Zero);

    private static TodayFacts Facts() =>
        new()
        {
            Now = Now,
            Ladders = Ladder.All,
            Rack = new LoadRack([4, 8, 12, 16]),
            PainLimit = new Sourced<int>(2, SettingSource.Studio),
        };

    private static StepTaken Step(string rung, BodySide side, long place, MoveKind kind = MoveKind.Placed) =>
        new("split-stance", rung, side, kind, place, Now.AddDays(-20).AddHours(place), null);

    private static DoseLogged Log(string rung, long place, int amount) =>
        new(
            "split-squat-to-pad",
            rung,
            DateOnly.FromDateTime(Now.Date).AddDays(-3),
            place,
            Now.AddDays(-10).AddHours(place),
            false,
            SessionLog.Even(3, amount, 3 * amount, 3 * amount, Load.None, null, null),
            new NextAsked(3, amount, new Load(LoadPosition.None, 0), $"after {place}")
        );

    private static LastLook Looked(
        string exercise = "split-squat-to-pad",
        FindingKind kind = FindingKind.Outside,
        string? measure = "front-shin",
        BodySide? side = BodySide.Right,
        Pain? pain = null,
        Decided? decided = null
    ) => new(exercise, 50, Now.AddDays(-3), kind, measure, side, pain, decided ?? Held());

    private static Decided Held(DecisionOutcome chosen = DecisionOutcome.Hold, string reason = "") =>
        new(DecisionOutcome.Hold, chosen, "Hold. The same again next time.", reason, 0);

    [Fact]
    public void What_was_filmed_and_is_due_is_filmed_again_from_the_same_place()
    {
        var then = Now.AddDays(-21);
        var facts = Facts() with
        {
            Planned = "split-squat-to-pad",
            Look = Looked() with { At = then },
            Logs = [Log("ss-pad", 60, 5)],
            Films =
            [
                ("split-squat-to-pad", View.Front, then.AddMinutes(4)),
                ("split-squat-to-pad", View.Side, then),
                ("split-squat-to-pad", View.Back, then.AddDays(-40)),
                ("step-up", View.Back, Now.AddDays(-1)),
            ],
        };
        var attention = Today.Of(facts).Attention;
        Assert.Equal(AttentionKind.Due, attention.Kind);
        Assert.StartsWith(
            "Filmed 20 days ago, from the side and the front. Film it again from the same place.",
            attention.Sentence,
            StringComparison.Ordinal
        );
        // Nothing of this exercise was filmed: a look is asked for as before; nothing is due before its time.
        Assert.StartsWith(
            "Last look 21 days ago.",
            Today.Of(facts with { Films = [.. facts.Films.Where(f => f.ExerciseId == "step-up")] }).Attention.Sentence,
            StringComparison.Ordinal
        );
        Assert.DoesNotContain(
            "Film",
            Today.Of(facts with { Look = Looked() }).Attention.Sentence,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void With_the_sides_apart_the_day_is_the_weaker_sides_rung_whatever_was_planned()
    {
        var facts = Facts() with
        {
            Planned = "split-squat-to-pad",
            Steps =
            [
                Step("ss-pad", BodySide.Left, 1),
                Step("ss-pad", BodySide.Right, 2),
                Step("ss-floor", BodySide.Right, 3, MoveKind.Back),
            ],
        };
        var today = Today.Of(facts);
        Assert.Equal(("split-squat-from-floor", TodayFrom.Rung), (today.Exercise.Id, today.From));
        Assert.Equal("ss-floor", today.Spot!.Rung.Id);
        Assert.Contains("Left stands on", today.Spot.Apart, StringComparison.Ordinal);
        Assert.Equal(today.Exercise.Id, Today.Of(facts with { Planned = null }).Exercise.Id);
        Assert.Equal(today.Asked, Today.Of(facts with { Planned = "split-squat-from-floor" }).Asked);
    }

    [Theory]
    [InlineData("lateral-lunge", "split-squat-to-pad", "step-up", "lateral-lunge", TodayFrom.Visit)]
    [InlineData(null, "split-squat-to-pad", "step-up", "split-squat-to-pad", TodayFrom.LastLook)]
    [InlineData(null, null, "step-up", "step-up", TodayFrom.FirstChoice)]
    [InlineData(null, null, null, "split-squat-to-pad", TodayFrom.Usual)]
    public void Without_a_rung_it_is_what_was_planned_looked_at_or_chosen(
        string? planned,
        string? looked,
        string? chosen,
        string exercise,
        TodayFrom from
    )
    {
        var today = Today.Of(
            Facts() with
            {
                Planned = planned,
                Look = looked is null ? null : Looked(looked),
                Choice = chosen is null
                    ? null
                    : () =>
                        new FirstChoice(
                            new Candidate(Exercise.Find(chosen)!, SchoolCode.Inclined, []),
                            [],
                            "Start with it."
                        ),
            }
        );
        Assert.Equal((exercise, from), (today.Exercise.Id, today.From));
        Assert.Equal(from == TodayFrom.FirstChoice, today.School == SchoolCode.Inclined);
        Assert.NotNull(today.Asked);
    }

    [Fact]
    public void It_is_the_same_whatever_order_the_facts_arrived_in()
    {
        var hand = new Random(14);
        var facts = Facts() with
        {
            Planned = "split-squat-to-pad",
            Look = Looked(),
            Steps =
            [
                Step("ss-floor", BodySide.Left, 1),
                Step("ss-floor", BodySide.Right, 2),
                Step("ss-pad", BodySide.Left, 5, MoveKind.Up),
                Step("ss-pad", BodySide.Right, 6, MoveKind.Up),
                Step("ss-loaded", BodySide.Left, 9, MoveKind.Up),
            ],
            Logs = [Log("ss-pad", 7, 6), Log("ss-pad", 8, 7), Log("ss-floor", 3, 5), Log("ss-pad", 4, 8)],
            Setups =
            [
                new("split-squat-to-pad", 3, [new CardLine("stance", "Stance", "70 cm", "")]),
                new("split-squat-to-pad", 9, [new CardLine("stance", "Stance", "74 cm", "")]),
                new("step-up", 10, [new CardLine("box", "Box", "40 cm", "")]),
            ],
            Kept = ["Back foot further back."],
        };
        var first = Said(Today.Of(facts));
        Assert.Contains("74 cm", first, StringComparison.Ordinal);
        for (var i = 0; i < 200; i++)
        {
            var steps = facts.Steps.ToArray();
            var logs = facts.Logs.ToArray();
            var setups = facts.Setups.ToArray();
            hand.Shuffle(steps);
            hand.Shuffle(logs);
            hand.Shuffle(setups);
            Assert.Equal(first, Said(Today.Of(facts with { Steps = steps, Logs = logs, Setups = setups })));
        }

        static string Said(Today t) =>
            $"{t.Exercise.Id} {t.From} {t.School} {t.Asked} {t.AskedWhy} {t.First.Sentence} {t.Spot?.Rung.Id} {t.Spot?.Left} {t.Spot?.Right} {t.Away} {t.Attention} {JsonSerializer.Serialize(t.Card)}";
    }

    [Fact]
    public void An_overruled_decision_is_told_as_the_coach_made_it()
    {
        Assert.Equal("Hold. The same again next time.", Held().Sentence);
        var own = Held(DecisionOutcome.StepBack, "Slept badly, knees ache");
        Assert.True(own.Overruled);
        Assert.Equal("Step back. The coach’s call: Slept badly, knees ache.", own.Sentence);
        var today = Today.Of(Facts() with { Look = Looked(decided: own) });
        Assert.DoesNotContain("Hold", today.Look!.Decided!.Sentence, StringComparison.Ordinal);
        // What follows is asked of the choice: a look again that was overruled is not asked for.
        var slower = new Decided(DecisionOutcome.Progress, DecisionOutcome.Progress, "Go on: up.", "", 0);
        Assert.Equal("Go on: up.", slower.Sentence);
        Assert.Equal("Go on: slower.", (slower with { OtherWay = "slower" }).Sentence);
        var again = new Decided(DecisionOutcome.LookAgain, DecisionOutcome.Hold, "Film again.", "Seen enough", 0);
        Assert.Equal(AttentionKind.CarryOn, Today.Of(Facts() with { Look = Looked(decided: again) }).Attention.Kind);
    }

    [Fact]
    public void What_to_look_at_is_what_was_wrong_where_todays_exercise_shows_it()
    {
        Decided correct = new(DecisionOutcome.Correct, DecisionOutcome.Correct, "Correct.", "", 0);
        string Sentence(LastLook look) =>
            Today.Of(Facts() with { Planned = "split-squat-to-pad", Look = look }).Attention.Sentence;
        Assert.Equal("Look again at both shins.", Sentence(Looked(decided: correct)));
        Assert.Equal(
            "Look again at the pelvis, both sides.",
            Sentence(Looked(measure: "pelvic-level", decided: correct))
        );
        // What today's exercise is not looked at for is not asked of it.
        Assert.Equal(
            "Look again at both shins.",
            Sentence(Looked("step-down-tap", measure: "free-foot", decided: correct))
        );
        Assert.Equal(
            "First check: the pelvis, both sides. Task only, no cues.",
            Today.Of(Facts() with { Planned = "step-down-tap" }).Attention.Sentence
        );
    }

    [Fact]
    public void The_clients_limit_says_what_pain_is_asked_about()
    {
        Decided Sore(int pain) => new(DecisionOutcome.Hold, DecisionOutcome.Hold, "Hold.", "", pain);
        AttentionKind Kind(int limit, int pain) =>
            Today
                .Of(
                    Facts() with
                    {
                        PainLimit = new Sourced<int>(limit, SettingSource.Studio),
                        Look = Looked(decided: Sore(pain)),
                    }
                )
                .Attention.Kind;
        Assert.Equal(AttentionKind.AskPain, Kind(2, 3));
        Assert.Equal(AttentionKind.CarryOn, Kind(3, 3));
        Assert.Equal(AttentionKind.AskPain, Kind(0, 1));
    }

    [Fact]
    public void The_sorer_side_begins_then_the_one_that_did_less_last_time_and_a_shin_further_forward_is_neither()
    {
        SessionLog Did(int left, int right) => SessionLog.Even(3, 10, left, right, Load.None, 7, null);
        FirstSide First(Pain? pain, SessionLog? done) =>
            Today
                .Of(
                    Facts() with
                    {
                        // The look names the right shin throughout; that alone names no side.
                        Look = Looked(side: BodySide.Right, pain: pain),
                        Logs = done is null ? [] : [Log("ss-pad", 9, 8) with { Done = done }],
                    }
                )
                .First;
        Assert.Equal(
            new FirstSide(BodySide.Right, FirstSideWhy.Sorer),
            First(new Pain(2, BodySide.Right, LegRole.Front), Did(20, 30))
        );
        Assert.Equal(new FirstSide(BodySide.Left, FirstSideWhy.Weaker), First(Pain.None, Did(26, 30)));
        Assert.Equal(new FirstSide(BodySide.Right, FirstSideWhy.Weaker), First(null, Did(30, 26)));
        // Three of thirty are a tenth: equal.
        Assert.Equal("Start with the side that went second last time.", First(null, Did(27, 30)).Sentence);
        Assert.Equal("Start with either side.", First(null, null).Sentence);
        Assert.Equal("Start with the right (weaker); the left matches it.", First(null, Did(30, 26)).Sentence);
        // Side for side nothing can be compared when one was not trained.
        Assert.Null(FirstSide.WeakerOf(new SessionLog([new SetDone(BodySide.Left, 5, 5, Load.None)], null, null)));
        // As clean, with less in the hands.
        Assert.Equal(
            BodySide.Left,
            FirstSide.WeakerOf(
                new SessionLog(
                    [
                        new SetDone(BodySide.Left, 8, 8, new Load(LoadPosition.Goblet, 8)),
                        new SetDone(BodySide.Right, 8, 8, new Load(LoadPosition.Goblet, 10)),
                    ],
                    7,
                    null
                )
            )
        );
    }

    [Fact]
    public void While_a_stop_sign_stands_nothing_is_asked_and_no_card_is_shown()
    {
        var facts = Facts() with
        {
            StopSigns = 1,
            Planned = "split-squat-to-pad",
            Setups = [new("split-squat-to-pad", 3, [new CardLine("stance", "Stance", "70 cm", "")])],
            Kept = ["Back foot further back."],
        };
        var today = Today.Of(facts);
        Assert.Null(today.Asked);
        Assert.Empty(today.Card);
        Assert.Contains("red flag", today.KeptFor(Exercise.SplitSquatToPad), StringComparison.Ordinal);
        var cleared = Today.Of(facts with { StopSigns = 0 });
        Assert.Equal(["stance", "kept"], cleared.Card.Select(l => l.Id));
        Assert.Equal("Kept. It is on today’s card.", cleared.KeptFor(Exercise.SplitSquatToPad));
        Assert.Contains(
            "Today’s card is for the split squat to pad",
            cleared.KeptFor(Exercise.Find("step-up")!),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_break_counts_from_the_last_thing_done_and_ends_with_its_answer()
    {
        var facts = Facts() with
        {
            Look = Looked() with { At = Now.AddDays(-40) },
            Steps = [Step("ss-pad", BodySide.Left, 1), Step("ss-pad", BodySide.Right, 2)],
        };
        Assert.Equal(AttentionKind.AfterBreak, Today.Of(facts).Attention.Kind);
        Assert.Null(Today.Of(facts with { Logs = [Log("ss-pad", 60, 5)] }).Away);
        Assert.Null(
            Today
                .Of(facts with { Steps = [.. facts.Steps, Step("ss-floor", BodySide.Left, 70, MoveKind.AfterBreak)] })
                .Away
        );
    }

    [Fact]
    public void Who_was_away_four_weeks_is_asked_for_less_on_the_same_rung_and_the_sets_come_back_after_a_good_day()
    {
        var facts = Facts() with
        {
            Rack = new LoadRack([8, 12, 16, 20]),
            Steps = [Step("ss-loaded", BodySide.Left, 1), Step("ss-loaded", BodySide.Right, 2)],
            Logs =
            [
                Log("ss-loaded", 3, 9) with
                {
                    At = Now.AddDays(-28),
                    Next = new NextAsked(3, 9, new Load(LoadPosition.Goblet, 20), "the same again"),
                },
            ],
        };
        var today = Today.Of(facts);
        Assert.Equal((LayOffWay.Lighter, "ss-loaded"), (today.Away!.Way, today.Spot!.Rung.Id));
        Assert.Equal((2, 9, 16.0), (today.Asked!.Sets, today.Asked.Amount, today.Asked.Load.Kilograms));
        Assert.Contains("a fifth of the load less", today.AskedWhy, StringComparison.Ordinal);

        // A look today is how somebody comes back, not something done.
        Assert.NotNull(Today.Of(facts with { Look = Looked() with { At = Now, Place = 90 } }).Away);

        var load = new Load(today.Asked.Load.Position, 16);
        var good = SessionLog.Even(2, 9, 18, 18, load, 6, null);
        var next = today.Away.After(today.Spot.Asked, today.Asked, good, 2, facts.Rack);
        Assert.Equal(
            (3, 9, 16.0),
            (next.Prescription.Sets, next.Prescription.Amount, next.Prescription.Load.Kilograms)
        );
        var poor = today.Away.After(
            today.Spot.Asked,
            today.Asked,
            SessionLog.Even(2, 9, 9, 18, load, 6, null),
            2,
            facts.Rack
        );
        Assert.Equal(2, poor.Prescription.Sets);
    }
}
