using DeftStride.Core.Bodies;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Setup;
using DeftStride.Core.Training;
using Xunit;

namespace DeftStride.Core.Tests.Practice;

public sealed class ConditionTests
{
    private static readonly DateOnly Day = new(2026, 4, 10);
    private static readonly LoadRack Rack = new([4, 8, 12]);

    private static Condition Note(params string[] forbids) =>
        new(
            ConditionFrom.Clinician,
            "Ilka Brand, physiotherapist, 2 April 2026",
            "Body weight",
            forbids,
            new(2026, 5, 1)
        );

    private static CareRecord Record(string field, string answer, bool stands = false) =>
        new(null, false, new Dictionary<string, string> { [field] = answer }, [], stands);

    [Fact]
    public void A_condition_names_what_is_out_who_said_so_and_until_when_and_ends_with_its_day()
    {
        var note = Note("kneeling");
        Assert.Equal(
            "No kneeling until 1 May 2026 (Ilka Brand, physiotherapist, 2 April 2026): Body weight.",
            note.Line
        );
        Assert.True(note.Holds(new(2026, 5, 1)));
        Assert.False(note.Holds(new(2026, 5, 2)));
        Assert.True((note with { Until = null }).Holds(DateOnly.MaxValue));
        // A refusal says whose word it is and what to do next.
        var refusal = note.Refusal(Exercise.Find("half-kneeling-hold")!);
        Assert.StartsWith("Half-kneeling hold is not offered. No kneeling", refusal, StringComparison.Ordinal);
        Assert.Contains("Choose another form; only a new note", refusal, StringComparison.Ordinal);
        Assert.Contains(
            "say why under Meet",
            (note with { From = ConditionFrom.Record }).Refusal(Exercise.Find("half-kneeling-hold")!),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Every_kind_but_a_load_covers_some_exercise_and_only_everything_covers_all()
    {
        foreach (var kind in Forbidden.All)
        {
            var covered = Exercise.All.Where(kind.Covers).ToArray();
            Assert.True(kind.Loads == (covered.Length == 0), kind.Id);
            Assert.Equal(kind.Id == Forbidden.Everything, covered.Length == Exercise.All.Count);
        }
    }

    [Fact]
    public void Kneeling_takes_every_form_with_a_knee_on_the_floor()
    {
        string[] kneel = ["half-kneeling-hold", "split-squat-from-floor", "half-kneeling-band", "kneeling-squat"];
        Assert.Equal(kneel.Order(), Exercise.All.Where(Forbidden.Find("kneeling")!.Covers).Select(e => e.Id).Order());
    }

    /// <summary>What one client may have on record: a clinician's word, or one answer of the record.</summary>
    public static TheoryData<string, Condition[]> OnRecord
    {
        get
        {
            var data = new TheoryData<string, Condition[]>();
            foreach (var kind in Forbidden.All)
                data.Add($"note: {kind.Id}", [Note(kind.Id)]);
            foreach (var question in CareField.All)
            foreach (var answer in question.Answers)
            foreach (var stands in new[] { false, true })
                data.Add(
                    $"{question.Id}: {answer.Id} {stands}",
                    [.. Record(question.Id, answer.Id, stands).Conditions(Day)]
                );
            foreach (var born in new[] { 2015, 1990, 1950 })
                data.Add(
                    $"born {born}",
                    [.. new CareRecord(born, false, new Dictionary<string, string>(), [], false).Conditions(Day)]
                );
            return data;
        }
    }

    /// <summary>No door offers what a filter forbids, and none falls silent without saying so.</summary>
    [Theory]
    [MemberData(nameof(OnRecord))]
    public void No_door_offers_what_is_forbidden_and_none_is_empty_without_a_word(string name, Condition[] holds)
    {
        foreach (var exercise in Exercise.All)
        {
            var today = Today.Of(
                new TodayFacts
                {
                    Now = new DateTimeOffset(Day, new TimeOnly(9, 0), TimeSpan.Zero),
                    Ladders = Ladder.All,
                    Rack = Rack,
                    PainLimit = new(2, SettingSource.Studio),
                    Planned = exercise.Id,
                    Conditions = holds,
                }
            );
            var refused = Condition.Refusing(holds, exercise);
            if (today.Asked is { } asked)
                Assert.True(
                    Condition.Refusing(holds, today.Exercise, asked.Load.Kilograms > 0) is null,
                    $"{name}: {today.Exercise.Id}"
                );
            if (refused is null)
                Assert.Equal((exercise, (string?)null), (today.Exercise, today.NotAllowed));
            else
            {
                Assert.Contains(refused.Who, today.NotAllowed, StringComparison.Ordinal);
                Assert.Equal(AttentionKind.NotAllowed, today.Attention.Kind);
                Assert.Contains(refused.Who, today.Attention.Sentence, StringComparison.Ordinal);
            }
        }

        foreach (
            var choice in Enum.GetValues<Goal>()
                .Select(goal =>
                    FirstChoice.Of(
                        new ChoiceFacts([goal], null, [], RangeOfMotion.Assumed, RangeOfMotion.Assumed, [], 0)
                        {
                            Conditions = holds,
                        }
                    )
                )
        )
        {
            Assert.All(
                choice.NotYet.Concat(choice.Start is { } s ? [s] : []),
                c => Assert.True(Condition.Refusing(holds, c.Exercise) is null, $"{name}: {c.Exercise.Id}")
            );
            if (choice.Start is null)
                Assert.Contains(holds, c => choice.Sentence.Contains(c.Who, StringComparison.Ordinal));
        }

        foreach (var ladder in Ladder.All)
        foreach (var rung in ladder.Rungs)
        {
            var reach = RungReach.Of(
                ladder,
                rung,
                new ReachFacts(
                    null,
                    RangeOfMotion.Assumed,
                    RangeOfMotion.Assumed,
                    StudioKit.Unknown,
                    null,
                    SchoolCode.VerticalShin
                )
                {
                    Conditions = holds,
                }
            );
            var no = Condition.Refusing(holds, Exercise.Find(rung.ExerciseId)!, rung.Dose.Loaded);
            if (no is not null)
                Assert.Equal((false, no.Line), (reach.Reachable, reach.Why));
            if (reach.Instead is { } other)
                Assert.Null(Condition.Refusing(holds, Exercise.Find(other.ExerciseId)!, other.Dose.Loaded));
        }
    }

    [Fact]
    public void A_forbidden_load_leaves_the_exercise_without_it()
    {
        var today = Today.Of(
            new TodayFacts
            {
                Now = new DateTimeOffset(Day, new TimeOnly(9, 0), TimeSpan.Zero),
                Ladders = Ladder.All,
                Rack = Rack,
                PainLimit = new(2, SettingSource.Studio),
                Steps =
                [
                    new StepTaken(
                        "split-stance",
                        "ss-loaded",
                        BodySide.Left,
                        MoveKind.Placed,
                        1,
                        new DateTimeOffset(Day, default, TimeSpan.Zero),
                        null
                    ),
                ],
                Conditions = [Note("load")],
            }
        );
        Assert.Equal(0, today.Asked!.Load.Kilograms);
        Assert.Contains("Without a load", today.AskedWhy, StringComparison.Ordinal);
    }

    [Fact]
    public void Pain_of_five_today_offers_no_set_and_says_when_to_ask_again()
    {
        var facts = new TodayFacts
        {
            Now = new DateTimeOffset(Day, new TimeOnly(9, 0), TimeSpan.Zero),
            Ladders = Ladder.All,
            Rack = Rack,
            PainLimit = new(4, SettingSource.Client),
            WorstToday = 5,
        };
        var today = Today.Of(facts);
        Assert.Equal((5, null), (today.StoppedByPain, today.Asked));
        Assert.Empty(today.Card);
        Assert.Equal(AttentionKind.PainStop, today.Attention.Kind);
        Assert.NotNull(Today.Of(facts with { WorstToday = 4 }).Asked);
        Assert.NotNull(Today.Of(facts with { WorstToday = null }).Asked);
    }

    [Fact]
    public void The_coach_can_lift_what_the_record_asks_for_but_no_clinicians_word()
    {
        var held = Record("knee-replacement", "yes");
        var kneel = Exercise.Find("half-kneeling-hold")!;
        Assert.NotNull(Condition.Refusing(held.Conditions(Day), kneel));
        var lifted = held with { Overruled = [new("knee-replacement", "kneeling", "Kneels at home without trouble")] };
        Assert.Null(Condition.Refusing(lifted.Conditions(Day), kneel));
        // What it asks for is still said.
        Assert.Contains(lifted.Conditions(Day), c => c.Says.Contains("thick pad", StringComparison.Ordinal));
        Condition[] both = [.. lifted.Conditions(Day), Note("kneeling")];
        Assert.Equal(ConditionFrom.Clinician, Condition.Refusing(both, kneel)!.From);
    }

    [Fact]
    public void Every_answer_says_something_or_means_no_and_forbids_what_exists()
    {
        foreach (var field in CareField.All)
        {
            Assert.Equal(CareField.No, field.Answers[0].Id);
            Assert.Equal(field.Answers.Count, field.Answers.Select(a => a.Id).Distinct().Count());
            Assert.Contains(Exercise.All, e => field.Matters(e));
            foreach (var answer in field.Answers)
            {
                Assert.Equal(answer.Id == CareField.No, answer.Says.Length == 0);
                Assert.All(answer.Forbids, f => Assert.NotNull(Forbidden.Find(f)));
                Assert.All(answer.UntilStand, f => Assert.Contains(f, answer.Forbids));
            }
        }
    }

    [Fact]
    public void A_question_is_open_until_it_is_answered_and_only_where_it_matters()
    {
        var nobody = new CareRecord(null, false, new Dictionary<string, string>(), [], false);
        var stand = Exercise.Find("one-leg-stand")!;
        Assert.Contains(nobody.Open(Exercise.Find("step-up")!), f => f.Id == "thinners");
        Assert.DoesNotContain(nobody.Open(stand), f => f.Id == "thinners");
        Assert.DoesNotContain(Record("falls", CareField.No).Open(stand), f => f.Id == "falls");
    }

    [Fact]
    public void Stepping_down_opens_for_the_old_once_the_one_leg_stand_holds_and_high_boxes_do_not()
    {
        var (tap, up) = (Exercise.Find("step-down-tap")!, Exercise.Find("step-up")!);
        CareRecord Old(bool stands) => new(1950, false, new Dictionary<string, string>(), [], stands);
        Assert.NotNull(Condition.Refusing(Old(false).Conditions(Day), tap));
        Assert.Null(Condition.Refusing(Old(true).Conditions(Day), tap));
        Assert.NotNull(Condition.Refusing(Old(true).Conditions(Day), up));
        // A fall says the same and more: it is not said twice.
        Assert.Single(
            Old(false) with { Answers = new Dictionary<string, string> { ["falls"] = "one" } } is var both
                ? both.Conditions(Day)
                : []
        );
        Assert.Empty(new CareRecord(1957, false, new Dictionary<string, string>(), [], false).Conditions(Day));
    }
}
