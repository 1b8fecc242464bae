using DeftStride.Core.Bodies;
using DeftStride.Core.Correcting;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Ladders;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Setup;
using DeftStride.Core.Training;
using DeftStride.Core.Training.Running;
using Xunit;

namespace DeftStride.Core.Tests.Training;

/// <summary>What an hour consists of before anybody taps, how a set is set up, what is due, and what to do when a set hurts.</summary>
public sealed class SessionPlanTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 28, 9, 0, 0, TimeSpan.Zero);

    private static TodayFacts Facts(string? planned = null) =>
        new()
        {
            Now = Now,
            Ladders = Ladder.All,
            Rack = LoadRack.Unknown,
            PainLimit = new Sourced<int>(Pain.DefaultLimit, SettingSource.Studio),
            Planned = planned,
        };

    private static SessionPlan Plan(Today today, HouseStyle? style = null) =>
        new(new Guid("00000000-0000-0000-0000-00000000000a"), today, style ?? HouseStyle.Usual);

    [Fact]
    public void Work_is_woken_by_one_easy_set_without_a_load_and_learning_is_not()
    {
        var today = Today.Of(Facts("split-squat-to-pad"));
        var items = Plan(today).Items();
        Assert.NotEqual(Phase.Learning, today.Asked!.Range.Phase);
        Assert.Equal([SessionPlace.WarmUp, SessionPlace.Main], items.Select(i => i.Place));
        Assert.Equal((1, 0.0), (items[0].Sets, items[0].Load.Kilograms));
        Assert.True(items[0].Amount <= SessionPlan.WarmUpAmount);
        Assert.Equal((today.Asked.Sets, today.Asked.Amount), (items[1].Sets, items[1].Amount));
        // The same hour has the same ids wherever it is worked out, another one has others.
        Assert.Equal(items.Select(i => i.Id), Plan(today).Items().Select(i => i.Id));
        Assert.Distinct(items.Select(i => i.Id));
        Assert.DoesNotContain(items[1].Id, (Plan(today) with { SessionId = Guid.NewGuid() }).Items().Select(i => i.Id));
        var learning = Today.Of(Facts("half-kneeling-hold"));
        Assert.Equal(SessionPlace.Main, Plan(learning).Items()[^1].Place);
        Assert.DoesNotContain(Plan(learning).Items(), i => i.Place == SessionPlace.WarmUp);
    }

    [Fact]
    public void A_range_that_is_due_is_measured_before_anything_wakes_and_makes_no_log()
    {
        var due = Facts("split-squat-to-pad") with { School = SchoolCode.KneeForward };
        var items = Plan(Today.Of(due)).Items();
        Assert.Equal((SessionPlace.RangeTest, RangeTest.AnkleBend), (items[0].Place, items[0].Range));
        Assert.Null(items[0].Problem());
        Assert.Equal(SessionPlace.WarmUp, items[1].Place);
        // Measured, or measured today where a plan asked for it, it is no item.
        Assert.DoesNotContain(Plan(Today.Of(due with { AnklesMeasured = true })).Items(), i => i.Range is not null);
        var planned = due with
        {
            AnklesMeasured = true,
            FromPlan = [new Due(DueKind.Range, "x", "x") { Test = RangeTest.HipExtension }],
        };
        Assert.Equal(RangeTest.HipExtension, Plan(Today.Of(planned)).Items()[0].Range);
        Assert.DoesNotContain(
            Plan(Today.Of(planned with { MeasuredToday = [RangeTest.HipExtension] })).Items(),
            i => i.Range is not null
        );

        var now = Now;
        T At<T>(Func<DateTimeOffset, T> tap)
            where T : SessionTap => tap(now += TimeSpan.FromSeconds(5)) with { Id = Guid.NewGuid() };
        SessionTap Told(BodySide side) =>
            At(at => new SetTold(at, new SessionStep(items[0].Id, 1, side), [true], Load.None, 0));
        var guard = new SessionGuard(Pain.DefaultLimit);
        // It is told and not counted: a tap that would begin a set means nothing there.
        var run = SessionRun.Of(items, guard, [At(at => new SetBegun(at)), At(at => new Counted(at, true))]);
        Assert.Equal((SessionPhase.Before, new SessionStep(items[0].Id, 1, BodySide.Left)), (run.Phase, run.Step));
        run = run.After(Told(BodySide.Left));
        Assert.Equal(new SessionStep(items[0].Id, 1, BodySide.Right), run.Step);
        run = run.After(Told(BodySide.Right));
        Assert.Equal(items[1].Id, run.Step!.Item);
        Assert.Null(run.Rest);
        Assert.Empty(run.Logs());
        // Left out, the hour goes on all the same.
        var skipped = SessionRun.Of(items, guard, [At(at => new ItemSkipped(at, items[0].Id))]);
        Assert.Equal(items[1].Id, skipped.Step!.Item);
        // No exercise is a range, and no range is an exercise.
        Assert.NotNull((items[0] with { Range = null }).Problem());
        Assert.NotNull((items[1] with { Range = RangeTest.BigToe }).Problem());
    }

    [Fact]
    public void Nothing_is_planned_where_nothing_is_trained()
    {
        var today = Today.Of(Facts("split-squat-to-pad") with { StopSigns = 1 });
        Assert.Empty(Plan(today).Items());
        Assert.Null(Plan(today).Technique());
    }

    [Fact]
    public void A_record_that_asks_for_longer_rests_gets_them()
    {
        var today = Today.Of(Facts("split-squat-to-pad"));
        var (usual, longer) = (Plan(today).Items(), (Plan(today) with { LongRests = true }).Items());
        Assert.All(
            usual.Zip(longer),
            p =>
                Assert.InRange(
                    p.Second.RestSeconds,
                    1.5 * p.First.RestSeconds,
                    (1.5 * p.First.RestSeconds) + SessionPlan.RestStep
                )
        );
        CareRecord Of(int? born, params (string, string)[] answers) =>
            new(born, false, answers.ToDictionary(a => a.Item1, a => a.Item2), [], false);
        var day = new DateOnly(2026, 11, 28);
        Assert.True(Of(1950).LongRests(day));
        Assert.False(Of(1990).LongRests(day));
        Assert.True(Of(1990, ("heart-lung", "cleared")).LongRests(day));
        Assert.True(Of(1990, ("falls", "one")).LongRests(day));
        Assert.True(Of(1990, ("operation", "cleared")).AskEachSet);
        Assert.False(Of(1990).AskEachSet);
    }

    [Theory]
    [InlineData("a", false, "{other} knee high")]
    [InlineData("b", true, "change")]
    [InlineData("c", false, "feet meet")]
    public void Steps_are_called_in_the_rhythm_of_the_house(string rhythm, bool turns, string call)
    {
        var item = Plan(Today.Of(Facts("step-up")), HouseStyle.Usual with { Rhythm = rhythm }).Main()!;
        Assert.Equal((true, turns), (item.UpFirst, item.Alternating));
        Assert.Contains(call, item.Calls.Select(c => c.Words));
        // Everything that the tempo asks for is called once.
        Assert.Equal([TempoCall.Up, TempoCall.Top, TempoCall.Lower, TempoCall.Pause], item.Calls.Select(c => c.When));
    }

    [Fact]
    public void A_technique_block_is_two_minutes_of_both_sides_in_turn_with_the_breath_called()
    {
        var block = Plan(Today.Of(Facts("split-squat-to-pad"))).Technique()!;
        Assert.Equal((120, true, 0.0), (block.ForSeconds, block.Alternating, block.Load.Kilograms));
        Assert.Contains("{side}, breathe in", block.Calls.Select(c => c.Words));
        Assert.Contains("breathe out", block.Calls.Select(c => c.Words));
        Assert.Equal(24, block.Whole);
        Assert.Null(block.Problem());
    }

    [Fact]
    public void What_was_done_beside_the_work_is_asked_for_again_in_its_place()
    {
        var plan = Plan(Today.Of(Facts("split-squat-to-pad"))) with
        {
            Beside =
            [
                SessionPlan.Extra(Exercise.Find("step-up")!, HouseStyle.Usual, false) with
                {
                    Id = Guid.NewGuid(),
                },
                new SessionItem(Guid.NewGuid(), SessionPlace.WarmUp, "foot-tripod", 1, 20, Load.None, 30)
                {
                    Held = true,
                },
            ],
        };
        Assert.Equal(
            ["foot-tripod", "split-squat-to-pad", "split-squat-to-pad", "step-up"],
            plan.Items().Select(i => i.ExerciseId)
        );
        Assert.Equal(plan.Items().Select(i => i.Id), plan.Items().Select(i => i.Id));
    }

    [Fact]
    public void Every_exercise_can_be_put_into_a_session_and_is_set_up_from_the_floor_to_the_breath()
    {
        foreach (var exercise in Exercise.All)
        {
            var item = SessionPlan.Extra(exercise, HouseStyle.Usual, true);
            Assert.Null(item.Problem());
            Assert.Equal(exercise.Shape.Held, item.Held);
            foreach (var school in Enum.GetValues<SchoolCode>())
            {
                var steps = SetupSteps.Of(exercise, school, HouseStyle.Usual, [], item.Load, shoesOn: false);
                Assert.Equal("Floor and shoes", steps[0].Name);
                Assert.Equal("Breath", steps[^1].Name);
                Assert.Distinct(steps.Select(s => s.Name));
                Assert.All(steps, s => Assert.Matches("^[A-Z].*[.]$", s.Say));
                Assert.Equal(
                    SettleGate.Belongs(exercise, school),
                    steps.Any(s => s.Say.Contains("Settle over the front hip", StringComparison.Ordinal))
                );
            }
        }

        var own = SetupSteps.Of(
            Exercise.SplitSquatToPad,
            SchoolCode.VerticalShin,
            HouseStyle.Usual,
            [
                new CardLine("stance", "Front heel to rear toe", "69 cm", ""),
                new CardLine("track", "Feet apart", "18 cm", ""),
            ],
            new Load(LoadPosition.Goblet, 6),
            shoesOn: true
        );
        Assert.Equal("69 cm", own.Single(s => s.Name == "Distance").Value);
        Assert.Contains("Shoes stay on", own[0].Say, StringComparison.Ordinal);
        Assert.DoesNotContain("none", own[0].Say, StringComparison.Ordinal);
        Assert.Equal("6 kg", own.Single(s => s.Name == "Load").Value);
    }

    [Fact]
    public void A_sore_front_of_the_rear_knee_is_answered_by_how_the_weight_is_shared_then_the_rear_foot_then_less()
    {
        var rounds = SoreAnswer.Of(PainSite.KneeFront, LegRole.Rear, Exercise.SplitSquatToPad.Forms);
        Assert.Equal(["wb-guess", "wb-job", "wb-shift", "wb-lean"], rounds[0].Steps.Select(s => s.Id));
        Assert.Equal(["wb-closer"], rounds[1].Steps.Select(s => s.Id));
        Assert.InRange(rounds.Count, 2, SoreAnswer.MostRounds);
        // In front it is another question.
        Assert.DoesNotContain(
            SoreAnswer.Of(PainSite.KneeFront, LegRole.Front, Exercise.SplitSquatToPad.Forms),
            r => r.Steps.Any(s => s.Id.StartsWith("wb-", StringComparison.Ordinal))
        );
    }

    [Fact]
    public void Wherever_it_hurts_there_is_a_small_change_that_asks_for_nothing_more()
    {
        foreach (var exercise in Exercise.All)
        foreach (var role in Enum.GetValues<LegRole>())
        foreach (var site in Enum.GetValues<PainSite>().Cast<PainSite?>().Append(null))
        {
            var rounds = SoreAnswer.Of(site, role, exercise.Forms);
            Assert.InRange(rounds.Count, 1, SoreAnswer.MostRounds);
            Assert.All(
                rounds.SelectMany(r => r.Steps),
                s =>
                {
                    Assert.NotEqual(CorrectionLevel.StepDown, s.Level);
                    Assert.Equal(AsksMore.Nothing, s.Asks);
                }
            );
        }
    }

    [Fact]
    public void What_is_due_is_said_with_its_reason_and_nothing_but_the_morning_where_nothing_is_trained()
    {
        var knee = new Pain(3, BodySide.Left, LegRole.Rear) { Kind = PainKind.JointOrTendon };
        var look = new LastLook("split-squat-to-pad", 5, Now.AddDays(-20), FindingKind.Clean, null, null, null, null);
        DoseLogged Hurt(double daysAgo) =>
            new(
                "split-squat-to-pad",
                null,
                DateOnly.FromDateTime(Now.AddDays(-daysAgo).Date),
                9,
                Now.AddDays(-daysAgo),
                false,
                new SessionLog([], null, knee),
                new NextAsked(3, 5, Load.None, "")
            );
        var facts = Facts("split-squat-to-pad") with { Look = look, Logs = [Hurt(2)], DueProp = "Heel wedge" };
        DueKind[] Of(TodayFacts f, SchoolCode school = SchoolCode.VerticalShin, bool barred = false) =>
            [.. Due.Of(f, Exercise.SplitSquatToPad, school, barred).Select(d => d.Kind)];
        Assert.Equal([DueKind.Morning, DueKind.Prop, DueKind.Film], Of(facts));
        Assert.Equal([DueKind.Morning, DueKind.Prop, DueKind.Range, DueKind.Film], Of(facts, SchoolCode.KneeForward));
        Assert.DoesNotContain(DueKind.Range, Of(facts with { AnklesMeasured = true }, SchoolCode.KneeForward));
        Assert.Equal([DueKind.Morning], Of(facts, barred: true));
        // Asked today, of today itself, or too long ago to remember.
        Assert.DoesNotContain(DueKind.Morning, Of(facts with { MorningAsked = true }));
        Assert.DoesNotContain(DueKind.Morning, Of(facts with { Logs = [Hurt(0.1)] }));
        Assert.DoesNotContain(DueKind.Morning, Of(facts with { Logs = [Hurt(12)] }));
        // Seen again in a film it is not due.
        Assert.DoesNotContain(
            DueKind.Film,
            Of(facts with { Films = [("split-squat-to-pad", View.Side, Now.AddDays(-3))] })
        );
    }

    [Fact]
    public void A_tempo_that_was_chosen_stays_where_it_was_chosen_and_slower_has_an_end()
    {
        var slow = new Tempo(5, 1, 1, 0);
        DoseLogged Log(string exercise) =>
            new(
                exercise,
                null,
                DateOnly.FromDateTime(Now.Date),
                9,
                Now.AddDays(-2),
                false,
                new SessionLog([], null, null),
                new NextAsked(3, 5, Load.None, "")
            )
            {
                Tempo = slow,
            };
        var facts = Facts("split-squat-to-pad");
        Assert.Equal(Tempo.Usual, Today.Of(facts).Tempo);
        var spot = Today.Of(facts).Spot;
        Assert.Equal(
            slow,
            Today.Of(facts with { Logs = [Log("split-squat-to-pad") with { RungId = spot?.Rung.Id }] }).Tempo
        );
        Assert.Equal(Tempo.Usual, Today.Of(facts with { Logs = [Log("step-up")] }).Tempo);
        // What was decided last counts from then on; a tap that names none takes it not away, and what was run since does.
        var decided = Log("split-squat-to-pad") with
        {
            RungId = spot?.Rung.Id,
            Tempo = null,
            Next = new NextAsked(3, 5, Load.None, "") { Tempo = slow.Slower() },
        };
        var tap = decided with { Place = 10, Next = new NextAsked(3, 5, Load.None, "") };
        Assert.Equal(slow.Slower(), Today.Of(facts with { Logs = [decided, tap] }).Tempo);
        Assert.Equal(slow.Slower(), Today.Of(facts with { Logs = [decided, tap] }).Spot?.Tempo);
        Assert.Equal(slow, Today.Of(facts with { Logs = [decided, tap with { Tempo = slow }] }).Tempo);
        // A look is timed by the hour of its own day; a decision on it is for the next time, and another rung begins anew.
        Assert.Equal(slow, DoseLogged.TempoOn([Log("split-squat-to-pad")], DateOnly.FromDateTime(Now.Date), 1));
        var day = DateOnly.FromDateTime(Now.AddDays(1).Date);
        Assert.Null(DoseLogged.TempoOn([decided], day, decided.Place));
        Assert.Equal(slow.Slower(), DoseLogged.TempoOn([decided], day, decided.Place + 1));
        Assert.Null(DoseLogged.TempoOn([decided, tap with { RungId = "another" }], day, 99));
        Assert.Equal(new Tempo(5, 3, 1, 0), Tempo.Usual.Slower()!.Slower());
        Assert.Null(new Tempo(5, 3, 1, 0).Slower());
        Assert.NotNull(new Tempo(0, 1, 1, 0).Problem());
        Assert.NotNull(new Tempo(3, 60, 1, 0).Problem());
    }
}
