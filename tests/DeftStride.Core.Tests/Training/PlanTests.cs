using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Training;
using DeftStride.Core.Training.Planning;
using DeftStride.Core.Training.Running;
using Xunit;

namespace DeftStride.Core.Tests.Training;

/// <summary>Weeks ahead: what is intended, where what is due goes, and what becomes of visits that were missed.</summary>
public sealed class PlanTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 30, 9, 0, 0, TimeSpan.Zero);
    private static readonly DateOnly Monday = new(2026, 11, 30);
    private static readonly LoadRack Rack = new([4, 8, 12, 16, 20, 24]);

    private static readonly PlanDay[] Week =
    [
        new(DayOfWeek.Monday, new(17, 0)),
        new(DayOfWeek.Tuesday, new(8, 30)),
        new(DayOfWeek.Wednesday, new(17, 0)),
        new(DayOfWeek.Thursday, new(17, 30)),
        new(DayOfWeek.Friday, new(9, 0)),
        new(DayOfWeek.Saturday, new(10, 0)),
    ];

    private static Block Days(int days, int weeks = 4) =>
        new(
            Monday,
            weeks,
            days == 2 ? [Week[1], Week[3]]
                : days == 3 ? [Week[0], Week[2], Week[4]]
                : Week[..days]
        );

    private static StepTaken Step(string ladder, string rung, BodySide side, long place) =>
        new(ladder, rung, side, MoveKind.Placed, place, Now.AddDays(-30).AddHours(place), null);

    private static TodayFacts Client(params (string Ladder, string Rung)[] stands) =>
        new()
        {
            Now = Now,
            Ladders = Ladder.All,
            Rack = Rack,
            PainLimit = new Sourced<int>(Pain.DefaultLimit, SettingSource.Studio),
            Steps =
            [
                .. stands.SelectMany(
                    (s, i) =>
                        new[] { BodySide.Left, BodySide.Right }.Select(side =>
                            Step(s.Ladder, s.Rung, side, (2 * i) + (side == BodySide.Left ? 1 : 2))
                        )
                ),
            ],
        };

    private static PlanFacts Facts(TodayFacts client, Block block) =>
        new(block, Today.Of(client))
        {
            Rack = client.Rack,
            Places =
            [
                .. Spot.Stands(client.Steps)
                    .Select(s => s.LadderId)
                    .Distinct()
                    .Select(id => client.Ladders.Single(l => l.Id == id))
                    .Select(l =>
                        Spot.Planned(client.Ladders, l.Rungs[0].ExerciseId, client.Steps, client.Logs, client.Rack)!
                    ),
            ],
        };

    [Theory]
    [InlineData(0, 2, "at least one week")]
    [InlineData(400, 2, "400 weeks are further than anyone sees")]
    [InlineData(4, 0, "at least one day")]
    public void A_block_that_cannot_be_meant_is_said(int weeks, int days, string said)
    {
        var block = new Block(Monday, weeks, Week[..days]);
        Assert.Contains(said, block.Problem(), StringComparison.Ordinal);
        var facts = Facts(Client(), block);
        Assert.Equal(block.Problem(), Plan.Problem(facts));
        Assert.Throws<ArgumentException>(() => Plan.Of(facts));
    }

    [Fact]
    public void A_day_twice_a_week_without_a_free_day_and_own_words_for_the_legs_are_said()
    {
        Assert.NotNull(new Block(Monday, 4, [Week[0], Week[0] with { At = new(19, 0) }]).Problem());
        Assert.NotNull(new Block(Monday, 4, [.. Week, new(DayOfWeek.Sunday, new(9, 0))]).Problem());
        Assert.NotNull(
            (Days(2) with { Own = new Dictionary<Slot, string> { [Slot.HipDominant] = "hinge" } }).Problem()
        );
        Assert.Null(Days(6).Problem());
        Assert.Equal("Tue and Thu", Days(2).DaysSaid);
    }

    [Fact]
    public void Nothing_is_planned_while_a_red_flag_stands() =>
        Assert.NotNull(Plan.Problem(Facts(Client() with { StopSigns = 1 }, Days(2))));

    [Theory]
    [InlineData("split-stance", "ss-floor", true)]
    [InlineData("split-stance", "ss-pad", false)]
    [InlineData("step", "st-up", false)]
    public void What_is_being_learnt_comes_first_and_fresh_and_the_rest_is_woken(
        string ladder,
        string rung,
        bool learnt
    )
    {
        var plan = Plan.Of(Facts(Client((ladder, rung)), Days(2)));
        Assert.All(
            plan.Visits,
            v =>
            {
                Assert.Equal(learnt ? SessionPlace.Main : SessionPlace.WarmUp, v.Items[0].Place);
                var main = Assert.Single(v.Items, i => i.Place == SessionPlace.Main);
                Assert.Equal(learnt, main.Learnt);
                Assert.Contains(v.Items, i => i.Slot == Slot.HipDominant);
            }
        );
        Assert.Equal(learnt, plan.Notes.Any(n => n.RuleId == "learnt-first"));
    }

    [Fact]
    public void What_is_being_learnt_beside_a_known_main_lift_comes_before_it()
    {
        var client = Client(("one-leg", "ol-kickstand"), ("split-stance", "ss-loaded"));
        string[] Order(TodayFacts facts) =>
            [
                .. Plan.Of(Facts(facts, Days(2)))
                    .Visits[0]
                    .Items.Where(i => i.Place is SessionPlace.Main or SessionPlace.Accessory)
                    .Select(i => i.ExerciseId!),
            ];
        Assert.Equal(["split-squat-to-pad", "kickstand-hinge"], Order(client));
        var learning = client with
        {
            Ladders =
            [
                .. client.Ladders.Select(l =>
                    l with
                    {
                        Rungs =
                        [
                            .. l.Rungs.Select(r => r.Id == "ol-kickstand" ? r with { Dose = DoseRange.Learning } : r),
                        ],
                    }
                ),
            ],
        };
        Assert.Equal(["kickstand-hinge", "split-squat-to-pad"], Order(learning));
    }

    [Fact]
    public void Loads_carried_for_three_weeks_end_in_a_lighter_one_and_learning_does_not()
    {
        var loaded = Plan.Of(Facts(Client(("split-stance", "ss-loaded")), Days(2)));
        Assert.Equal([false, false, false, false, false, false, true, true], loaded.Visits.Select(v => v.Lighter));
        static int Sets(PlanVisit v) => v.Items.Single(i => i.Place == SessionPlace.Main).Sets;
        Assert.Equal(Sets(loaded.Visits[0]) - 1, Sets(loaded.Visits[^1]));
        Assert.DoesNotContain(Plan.Of(Facts(Client(("split-stance", "ss-floor")), Days(2))).Visits, v => v.Lighter);
        Assert.DoesNotContain(Plan.Of(Facts(Client(("split-stance", "ss-loaded")), Days(2, 3))).Visits, v => v.Lighter);
    }

    [Fact]
    public void What_is_due_has_its_visit_films_twice_a_block_ranges_before_and_after_props_on_their_day()
    {
        var review = Monday.AddDays(15);
        var plan = Plan.Of(
            Facts(Client(("split-stance", "ss-pad")), Days(2)) with
            {
                Seen = Monday.AddDays(-10),
                Props = [new("heel-wedge", "Heel wedge", review)],
            }
        );
        var due = plan.Visits.SelectMany(v => v.Due.Select(d => (v.Number, v.Day, d.Kind))).ToArray();
        Assert.Equal(1, due.Single(d => d.Kind == PlanDueKind.RangeBefore).Number);
        Assert.Equal(8, due.Single(d => d.Kind == PlanDueKind.RangeAfter).Number);
        Assert.True(due.Single(d => d.Kind == PlanDueKind.Prop).Day >= review);
        var films = due.Where(d => d.Kind == PlanDueKind.Film).ToArray();
        Assert.Equal(2, films.Length);
        Assert.True(
            films[0].Day >= Monday.AddDays(4) && films[1].Day.DayNumber - films[0].Day.DayNumber >= Plan.LookAgainDays
        );
        // A review that is over is on the first visit; one behind the block is left to the next.
        var late = Plan.Of(
            Facts(Client(("split-stance", "ss-pad")), Days(2)) with
            {
                Props = [new("band", "Band", Monday.AddDays(-3)), new("rail", "Rail", Monday.AddDays(40))],
            }
        );
        Assert.Equal(["band"], late.Visits[0].Due.Where(d => d.Kind == PlanDueKind.Prop).Select(d => d.Subject));
        Assert.DoesNotContain(late.Visits.SelectMany(v => v.Due), d => d.Subject == "rail");
    }

    [Fact]
    public void A_film_made_earlier_a_prop_given_back_and_a_visit_that_moved_are_heeded_and_no_visit_is_crowded_while_another_has_room()
    {
        var main = Exercise.SplitSquatToPad;
        DateOnly[] days = [Monday, Monday.AddDays(3), Monday.AddDays(7), Monday.AddDays(10), Monday.AddDays(14)];
        string[] On(DateOnly? seen, params PlanProp[] props) =>
            [
                .. Plan.DueOn(main, seen, props, days, Monday, Monday.AddDays(15), [2, 0, 0, 0, 0])
                    .Select(due => string.Join("+", due.Select(d => d.Kind))),
            ];
        PlanProp wedge = new("wedge", "Wedge", Monday.AddDays(-2)),
            band = new("band", "Band", Monday);
        // The first visit is full of ranges: both props and the look go to the next ones.
        Assert.Equal(["", "Prop+Prop", "Film", "", ""], On(null, wedge, band));
        Assert.Equal(["", "Prop+Film", "", "", ""], On(Monday.AddDays(-12), wedge));
        Assert.Equal(["", "", "", "", "Film"], On(Monday));
        Assert.All(On(Monday.AddDays(8)), Assert.Empty);
        Assert.Empty(Plan.DueOn(main, null, [wedge], [], Monday, Monday.AddDays(15), []));
    }

    [Fact]
    public void Pushes_and_pulls_are_the_coachs_own_words_and_take_turns()
    {
        var own = new Dictionary<Slot, string>
        {
            [Slot.HorizontalPush] = "press-up",
            [Slot.HorizontalPull] = "row",
            [Slot.VerticalPull] = "pull-down",
        };
        var two = Plan.Of(Facts(Client(), Days(2) with { Own = own }));
        static string[] Own(PlanVisit v) => [.. v.Items.Where(i => i.ExerciseId is null).Select(i => i.Own!)];
        Assert.Equal(["press-up", "row"], Own(two.Visits[0]));
        Assert.Equal(["pull-down"], Own(two.Visits[1]));
        Assert.All(
            two.Visits,
            v =>
                Assert.Equal(
                    v.Items.Count(i => i.ExerciseId is null),
                    v.Items.Reverse().TakeWhile(i => i.ExerciseId is null).Count()
                )
        );
        Assert.Equal(3, Own(Plan.Of(Facts(Client(), Days(1) with { Own = own })).Visits[0]).Length);
    }

    [Fact]
    public void Whoever_is_new_to_training_has_one_thing_a_slot()
    {
        var facts = Facts(Client(("step", "st-up"), ("split-stance", "ss-pad")), Days(2));
        static int Knees(Plan plan) =>
            plan.Visits[0].Items.Count(i => i.Slot == Slot.KneeDominant && i.Place != SessionPlace.WarmUp);
        Assert.Equal(2, Knees(Plan.Of(facts with { Trained = TrainingAge.Years })));
        var plan = Plan.Of(facts with { Trained = TrainingAge.New });
        Assert.Equal(1, Knees(plan));
        Assert.Contains(plan.Notes, n => n.RuleId == "new-to-it");
    }

    [Fact]
    public void What_no_kit_serves_is_left_out_and_said()
    {
        var facts = Facts(Client(("step", "st-up"), ("split-stance", "ss-pad")), Days(2)) with
        {
            Out = e =>
                e.Shape.Box != BoxWay.None || e == Exercise.FirstHinge ? $"There is no box for the {e.Id}." : null,
        };
        var plan = Plan.Of(facts);
        Assert.DoesNotContain(
            plan.Visits.SelectMany(v => v.Items),
            i => i.ExerciseId is "step-up" or "kickstand-hinge"
        );
        Assert.Equal(2, plan.Notes.Count(n => n.RuleId == "not-served"));
    }

    [Fact]
    public void A_plan_asks_for_no_more_than_today_whatever_the_client_and_never_promotes()
    {
        var random = new Random(25);
        for (var n = 0; n < 400; n++)
        {
            var ladders = Ladder.All.OrderBy(_ => random.Next()).Take(1 + random.Next(3)).ToArray();
            var client = Client([.. ladders.Select(l => (l.Id, l.Rungs[random.Next(l.Rungs.Count)].Id))]);
            var facts = Facts(client, Days(1 + random.Next(6), 1 + random.Next(Block.MostWeeks))) with
            {
                Goals = [(Goal)random.Next(Enum.GetValues<Goal>().Length)],
                Seen = random.Next(3) == 0 ? null : Monday.AddDays(-random.Next(60)),
                Props =
                [
                    .. Enumerable
                        .Range(0, random.Next(3))
                        .Select(i => new PlanProp($"p{i}", $"Prop {i}", Monday.AddDays(random.Next(-10, 30)))),
                ],
            };
            var plan = Plan.Of(facts);
            var again = Plan.Of(facts with { Places = [.. facts.Places], Props = [.. facts.Props] });
            Assert.Equal(Said(plan), Said(again));
            Assert.Equal(facts.Block.Dates(), plan.Visits.Select(v => (v.Day, v.At)));

            var rungs = client.Steps.Select(s => s.RungId).ToHashSet();
            foreach (var visit in plan.Visits)
            {
                Assert.Single(visit.Items, i => i.Place == SessionPlace.Main);
                foreach (var item in visit.Items.Where(i => i.LadderId is not null))
                {
                    var spot = facts.Places.Single(p => p.Ladder.Id == item.LadderId);
                    Assert.Contains(spot.Rung.Id, rungs);
                    Assert.Equal(spot.Rung.ExerciseId, item.ExerciseId);
                    Assert.InRange(item.Sets, 1, spot.Asked.Sets);
                    Assert.True(item.Amount <= spot.Asked.Amount);
                }

                foreach (var slot in visit.Items.Where(i => i is { ExerciseId: { } }))
                    Assert.Equal(Exercise.Find(slot.ExerciseId!)!.Shape.Slot, slot.Slot);
            }

            var due = plan.Visits.SelectMany(v => v.Due).ToArray();
            Assert.Equal(
                facts.Props.Where(p => p.Review < facts.Block.End).Select(p => p.Id).Order(),
                due.Where(d => d.Kind == PlanDueKind.Prop).Select(d => d.Subject).Order()
            );
        }

        static string Said(Plan plan) =>
            string.Join(
                "\n",
                plan.Visits.Select(v =>
                        $"{v.Number} {v.Day} {v.At} {v.Lighter} {string.Join(", ", v.Items)} {string.Join(", ", v.Due)}"
                    )
                    .Concat(plan.Notes.Select(n => n.Sentence))
            );
    }

    private static VisitDay On(int day, bool settled = false, int hour = 17) =>
        new(Guid.NewGuid(), Monday.AddDays(day), new(hour, 0), settled);

    private static bool Weekdays(DateOnly day) => day.DayOfWeek != DayOfWeek.Sunday;

    [Fact]
    public void One_missed_visit_goes_to_a_free_day_of_the_week_with_rest_around_it()
    {
        // Tuesday done, Thursday missed, today is Friday.
        VisitDay[] visits = [On(1, settled: true), On(3), On(8), On(10)];
        var move = Assert.Single(MissedVisits.Moves(Days(2), visits, Monday.AddDays(4), Weekdays));
        Assert.Equal((visits[1].Id, Monday.AddDays(4)), (move.Id, move.Day));
        Assert.Empty(MissedVisits.Moves(Days(2), visits, Monday.AddDays(3), Weekdays));
    }

    [Fact]
    public void Two_of_three_missed_move_on_and_none_is_doubled()
    {
        // Monday and Wednesday missed, today is Friday with its own visit.
        VisitDay[] visits = [On(0), On(2), On(4), On(7), On(9), On(11)];
        var moves = MissedVisits.Moves(Days(3), visits, Monday.AddDays(4), Weekdays);
        var after = Applied(visits, moves);
        Assert.Equal(
            [4, 7, 9, 11, 14, 16],
            visits.Select(v => after.Single(a => a.Id == v.Id).Day.DayNumber - Monday.DayNumber).Order()
        );
        Assert.Equal(visits.Select(v => v.Id), after.OrderBy(v => v.Day).Select(v => v.Id));
    }

    [Fact]
    public void However_many_are_missed_every_visit_keeps_a_day_of_its_own_and_done_ones_stay()
    {
        var random = new Random(16);
        for (var n = 0; n < 500; n++)
        {
            var block = Days(1 + random.Next(5), 1 + random.Next(5));
            var today = Monday.AddDays(random.Next(0, 35));
            VisitDay[] visits =
            [
                .. block
                    .Dates()
                    .Select(d => new VisitDay(Guid.NewGuid(), d.Day, d.At, d.Day < today && random.Next(3) > 0)),
            ];
            var missed = MissedVisits.Of(visits, today);
            var moves = MissedVisits.Moves(block, visits, today, Weekdays);
            var after = Applied(visits, moves);
            Assert.Equal(visits.Length, after.Length);
            Assert.Distinct(after.Select(v => v.Day));
            Assert.All(after, v => Assert.True(v.Settled || v.Day >= today));
            Assert.All(visits.Where(v => v.Settled), v => Assert.Contains(v, after));
            Assert.Equal(missed.Count == 0, moves.Count == 0);
            Assert.Empty(MissedVisits.Moves(block, after, today, Weekdays));
            // No week that begins now holds more than the block's days.
            Assert.All(
                after.Where(v => v.Day >= today).GroupBy(v => MissedVisits.Monday(v.Day)),
                week => Assert.True(after.Count(v => MissedVisits.Monday(v.Day) == week.Key) <= block.Days.Count)
            );
        }
    }

    private static VisitDay[] Applied(VisitDay[] visits, IReadOnlyList<VisitMove> moves) =>
        [
            .. visits.Select(v =>
                moves.SingleOrDefault(m => m.Id == v.Id) is { } move ? v with { Day = move.Day, At = move.At } : v
            ),
        ];

    private static DoseLogged Log(
        int day,
        int sets,
        double kg,
        int? effort = 7,
        string exercise = "split-squat-to-pad"
    ) =>
        new(
            exercise,
            "ss-loaded",
            Monday.AddDays(day),
            day + 100,
            Now.AddDays(day),
            false,
            SessionLog.Even(sets, 8, 8 * sets, 8 * sets, new Load(LoadPosition.Goblet, kg), effort, null),
            new NextAsked(sets, 8, new Load(LoadPosition.Goblet, kg), "")
        );

    [Fact]
    public void Many_more_hard_sets_and_big_steps_in_load_are_said_before_the_technique_is_blamed()
    {
        DoseLogged[] before =
        [
            Log(-21, 3, 16),
            Log(-18, 3, 16),
            Log(-14, 3, 16),
            Log(-11, 3, 16),
            Log(-7, 3, 16),
            Log(-4, 3, 16),
        ];
        WeekWork[] Weeks(params DoseLogged[] now) => [.. WeekWork.Of([.. before, .. now])];
        Assert.Equal([6, 6, 6, 6], Weeks(Log(0, 3, 16), Log(3, 3, 16)).Select(w => w.HardSets));
        Assert.Null(WeekWork.Warning(Weeks(Log(0, 3, 16), Log(3, 3, 16)), Monday));
        Assert.StartsWith(
            "12 hard sets in the week, after about 6",
            WeekWork.Warning(Weeks(Log(0, 6, 16), Log(3, 6, 16)), Monday),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "from 16 to 20 kg (25 % more)",
            WeekWork.Warning(Weeks(Log(0, 3, 20)), Monday),
            StringComparison.Ordinal
        );
        // Easy sets are none, a tenth is no news, a week without any is no yardstick.
        Assert.Equal(0, Weeks(Log(0, 6, 16, effort: 4))[^1].HardSets);
        Assert.Null(WeekWork.Warning(Weeks(Log(0, 3, 17.5)), Monday));
        Assert.Null(WeekWork.Warning(Weeks(Log(14, 3, 16)), Monday.AddDays(14)));
        Assert.Empty(WeekWork.Of([]));
    }
}
