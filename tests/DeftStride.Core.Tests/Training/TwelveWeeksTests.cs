using System.Globalization;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Training;
using DeftStride.Core.Training.Planning;
using DeftStride.Core.Training.Running;
using Xunit;
using Xunit.Abstractions;

namespace DeftStride.Core.Tests.Training;

/// <summary>Twenty made-up clients through three blocks: what grew, which jumps were said, who stood still, how often was filmed.</summary>
public sealed class TwelveWeeksTests(ITestOutputHelper output)
{
    private static readonly DateTimeOffset Start = new(2026, 11, 30, 17, 0, 0, TimeSpan.Zero);
    private static readonly LoadRack Rack = new([4, 6, 8, 8, 12, 12, 16, 20, 24, 32]);

    private sealed class Person(int number, Random chance)
    {
        public string Name => $"client {number}";

        /// <summary>How sure of the form: the chance that a repetition comes clean.</summary>
        public double Skill { get; private set; } = 0.8 + (0.19 * chance.NextDouble());

        /// <summary>What is heavy, kilograms.</summary>
        public double Strength { get; private set; } = 6 + (9 * chance.NextDouble());

        /// <summary>How often somebody does not come.</summary>
        public double Misses { get; } = 0.15 * chance.NextDouble();

        public List<StepTaken> Steps { get; } = [];
        public List<DoseLogged> Logs { get; } = [];
        public DateOnly? Seen { get; set; }

        public SessionLog Do(Prescription asked)
        {
            var effort = Math.Clamp(
                (int)
                    Math.Round(
                        5
                            + (6 * ((asked.Load.Kilograms / Strength) - 0.6))
                            + (0.3 * (asked.Amount - asked.Range.Low))
                            + chance.Next(-1, 2)
                    ),
                2,
                10
            );
            int Clean() => Enumerable.Range(0, asked.Sets * asked.Amount).Count(_ => chance.NextDouble() < Skill);
            (Skill, Strength) = (Math.Min(0.99, Skill + 0.004), Strength * 1.01);
            var pain = chance.Next(25) == 0 ? new Pain(3, BodySide.Left, LegRole.Front) : null;
            return SessionLog.Even(asked.Sets, asked.Amount, Clean(), Clean(), asked.Load, effort, pain);
        }
    }

    private static TodayFacts Facts(Person person, DateTimeOffset now) =>
        new()
        {
            Now = now,
            Ladders = Ladder.All,
            Rack = Rack,
            PainLimit = new Sourced<int>(Pain.DefaultLimit, SettingSource.Studio),
            Planned = "split-squat-to-pad",
            Steps = [.. person.Steps],
            Logs = [.. person.Logs],
        };

    [Fact]
    public void Twelve_weeks_of_twenty_clients_grow_by_what_was_done_and_say_what_a_coach_would()
    {
        var chance = new Random(2512);
        var (rises, jumps, stalls, films, moved, lighter) = (0, 0, 0, 0, 0, 0);
        for (var n = 1; n <= 20; n++)
        {
            var person = new Person(n, chance);
            var rung = n % 3 == 0 ? "ss-pad" : "ss-loaded";
            foreach (var side in new[] { BodySide.Left, BodySide.Right })
                person.Steps.Add(
                    new("split-stance", rung, side, MoveKind.Placed, person.Steps.Count + 1, Start.AddDays(-1), null)
                );
            var (place, kilograms) = (10L, new List<double>());
            for (var block = 0; block < 3; block++)
            {
                var first = DateOnly.FromDateTime(Start.AddDays(28 * block).Date);
                var today = Today.Of(Facts(person, Start.AddDays(28 * block)));
                var facts = new PlanFacts(
                    new Block(first, 4, [new(DayOfWeek.Monday, new(17, 0)), new(DayOfWeek.Thursday, new(17, 0))]),
                    today
                )
                {
                    Places = [today.Spot!],
                    Rack = Rack,
                    Seen = person.Seen,
                };
                var plan = Plan.Of(facts);
                Assert.InRange(
                    plan.Visits.Sum(v => v.Due.Count(d => d.Kind == PlanDueKind.Film)),
                    person.Seen is null ? 1 : 0,
                    Plan.LooksInABlock
                );
                // A week that is planned asks for no more than the day on which it was planned.
                Assert.All(
                    plan.Visits.Select(v => v.Items.Single(i => i.Place == SessionPlace.Main)),
                    i => Assert.True(i.Sets <= today.Asked!.Sets && i.Amount <= today.Asked.Amount)
                );
                List<VisitDay> visits = [.. plan.Visits.Select(v => new VisitDay(Guid.NewGuid(), v.Day, v.At, false))];
                var number = visits.Select((v, i) => (v.Id, i)).ToDictionary(p => p.Id, p => p.i);
                for (
                    var day = first;
                    day < plan.Block.End.AddDays(14) && visits.Any(v => !v.Settled);
                    day = day.AddDays(1)
                )
                {
                    foreach (
                        var move in MissedVisits.Moves(plan.Block, visits, day, d => d.DayOfWeek != DayOfWeek.Sunday)
                    )
                    {
                        var i = visits.FindIndex(v => v.Id == move.Id);
                        visits[i] = visits[i] with { Day = move.Day, At = move.At };
                        moved++;
                    }

                    Assert.Distinct(visits.Select(v => v.Day));
                    if (
                        visits.FirstOrDefault(v => v.Day == day && !v.Settled) is not { } visit
                        || chance.NextDouble() < person.Misses
                    )
                        continue;
                    visits[visits.IndexOf(visit)] = visit with { Settled = true };
                    var planned = plan.Visits[number[visit.Id]];
                    var at = new DateTimeOffset(day.ToDateTime(visit.At), TimeSpan.Zero);
                    var now = Today.Of(Facts(person, at));
                    var asked = planned.Lighter
                        ? now.Asked! with
                        {
                            Sets = Math.Max(1, now.Asked!.Sets - 1),
                        }
                        : now.Asked!;
                    var did = person.Do(asked);
                    var before = person.Logs.LastOrDefault();
                    var next = NextDose.After(
                        now.Spot!.Asked,
                        did,
                        Pain.DefaultLimit,
                        before?.Done.Good(now.Spot.Asked, Pain.DefaultLimit) == true,
                        addsLoad: true,
                        Rack
                    );
                    if (next.Step == DoseStep.Load)
                    {
                        rises++;
                        var (from, to) = (now.Spot.Asked.Load.Kilograms, next.Prescription.Load.Kilograms);
                        Assert.Contains(to, Rack.Totals(next.Prescription.Load.Position));
                        // A big step is never taken without a word.
                        if (to > from * (1 + NextDose.BigJump))
                        {
                            jumps++;
                            Assert.Contains("That is", next.Why, StringComparison.Ordinal);
                        }

                        // Load grows by what was done: whole, clean and not too hard.
                        Assert.True(did.Good(now.Spot.Asked, Pain.DefaultLimit) && did.Effort <= NextDose.GrowAtMost);
                    }

                    person.Logs.Add(
                        new(
                            now.Exercise.Id,
                            now.Spot.Rung.Id,
                            day,
                            place++,
                            at,
                            false,
                            did,
                            new(next.Prescription.Sets, next.Prescription.Amount, next.Prescription.Load, next.Why)
                        )
                    );
                    kilograms.Add(did.Sets.Max(s => s.Load.Kilograms));
                    lighter += planned.Lighter ? 1 : 0;
                    if (planned.Due.Any(d => d.Kind == PlanDueKind.Film))
                    {
                        films++;
                        person.Seen = day;
                    }
                }
            }

            var standing = Longest(person.Logs);
            stalls += standing >= 3 ? 1 : 0;
            output.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{person.Name}: {person.Logs.Count} sessions, {kilograms[0]:0.#} → {kilograms[^1]:0.#} kg, longest standstill {standing}, hard sets a week {string.Join(" ", WeekWork.Of(person.Logs).Select(w => w.HardSets))}"
                )
            );
            Assert.InRange(person.Logs.Count, 16, 24);
        }

        output.WriteLine(
            $"{rises} rises in load, {jumps} of them over a tenth; {stalls} of 20 stood still for three sessions or more; {films} films; {moved} moves of missed visits; {lighter} lighter visits"
        );
        Assert.True(rises > 0 && jumps > 0 && stalls > 0 && moved > 0 && lighter > 0);
        Assert.InRange(films, 20 * 3, 20 * 6);
    }

    private static int Longest(IReadOnlyList<DoseLogged> logs)
    {
        var (longest, run) = (0, 0);
        foreach (var (one, two) in logs.Zip(logs.Skip(1)))
        {
            run =
                (one.Next.Sets, one.Next.Amount, one.Next.Load) == (two.Next.Sets, two.Next.Amount, two.Next.Load)
                    ? run + 1
                    : 0;
            longest = Math.Max(longest, run);
        }

        return longest;
    }
}
