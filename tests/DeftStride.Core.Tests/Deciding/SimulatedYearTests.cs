using DeftStride.Core.Correcting;
using DeftStride.Core.Deciding;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using Xunit;
using Xunit.Abstractions;

namespace DeftStride.Core.Tests.Deciding;

/// <summary>
/// Forty made-up clients over a year of two sessions a week. What they can do drifts up with practice and down with bad weeks,
/// pain comes and goes, the coach ticks what was seen and follows every recommendation. The rules alone move them.
/// </summary>
public sealed class SimulatedYearTests(ITestOutputHelper output)
{
    private const int Clients = 40,
        YearOfSessions = 104,
        LongRun = 120,
        StuckAfter = 40,
        PainLimit = 2;
    private static readonly BodySide[] Sides = [BodySide.Left, BodySide.Right];
    private static readonly LoadRack Rack = new([4, 8, 12, 16, 20, 24]);

    private sealed record Step(
        int Client,
        int Session,
        DecisionFacts Facts,
        Recommendation Said,
        string Rung,
        IReadOnlyList<Move> Moves,
        NextDose Dose,
        Prescription Asked
    )
    {
        /// <summary>Whether anything about the work changed.</summary>
        public bool Moved => Moves.Count > 0 || Said.Outcome == DecisionOutcome.Progress;

        /// <summary>Whether pain, or somebody who has to look first, holds the client.</summary>
        public bool HeldByPain => Said.RuleId is "pain" or "pain-held" || Facts.Worst > 0;

        /// <summary>Whether every way on was taken.</summary>
        public bool AtTheEnd => Facts.Options.All(o => !o.Open);
    }

    /// <summary>One client's year.</summary>
    private static IEnumerable<Step> Year(int client, int sessions = YearOfSessions, int seed = 1000, int ladders = 3)
    {
        var chance = new Random(seed + client);
        var ladder = Ladder.All[client % ladders];
        var at = new Dictionary<BodySide, string>
        {
            [BodySide.Left] = ladder.Rungs[0].Id,
            [BodySide.Right] = ladder.Rungs[0].Id,
        };
        var skill = new Dictionary<BodySide, double>
        {
            [BodySide.Left] = 0.35 + (0.3 * chance.NextDouble()),
            [BodySide.Right] = 0.35 + (0.3 * chance.NextDouble()),
        };
        var talent = 0.02 + (0.05 * chance.NextDouble());
        var (sore, previous, asked) = (0.0, (PreviousSession?)null, (Prescription?)null);
        var lastRung = "";
        var (earlier, taken, pains, still) = (
            new List<SessionTrial>(),
            new HashSet<ProgressKind>(),
            new List<PainDay>(),
            0
        );
        var began = new DateOnly(2026, 1, 5);
        for (var session = 0; session < sessions; session++)
        {
            var rung = Stride.Planned(ladder, at[BodySide.Left], at[BodySide.Right]);
            var exercise = Exercise.Find(rung.ExerciseId)!;
            if (rung.Id != lastRung)
            {
                var carried =
                    asked is { Load.Kilograms: > 0 } held && ladder.Rung(lastRung) is { } was
                        ? new CarriedLoad(Exercise.Find(was.ExerciseId)!, held.Load.Kilograms)
                        : null;
                (asked, previous, lastRung) = (
                    Prescription.First(rung.Dose, exercise, Rack, rung.Load, carried),
                    null,
                    rung.Id
                );
                earlier.Clear();
                taken.Clear();
                still = 0;
            }

            // A bad week, and an episode of pain now and then.
            var day = 0.08 * ((2 * chance.NextDouble()) - 1);
            if (chance.NextDouble() < 0.03)
                sore = 2 + (5 * chance.NextDouble());
            sore *= 0.6;
            var pain = (int)Math.Round(sore);
            Pain Hurts(int score) => score == 0 ? Pain.None : new Pain(score, BodySide.Left, LegRole.Front);
            foreach (var side in Sides)
                skill[side] = Math.Min(1, skill[side] + (talent * chance.NextDouble()));

            var standard = Given.Standard(exercise.UsualSchool ?? SchoolCode.VerticalShin, exercise.Id);
            // What is wrong is wrong by a hand's breadth: one check, seen.
            var measure = standard
                .MustPass.Where(b =>
                    b.Judged
                    && Fault.All.Any(f => f.Detects.Any(d => d == new Detection(b.Measure.Id, BandSide.Beyond)))
                )
                .Select(b => b.Measure.Id)
                .FirstOrDefault();
            SeenAnswer[] wrong = measure is null
                ? []
                :
                [
                    .. Sides
                        .Where(s => chance.NextDouble() > skill[s] + day + 0.15)
                        .Select(s => new SeenAnswer(measure, s, BandSide.Beyond)),
                ];
            SeenAnswer[] seen =
            [
                .. wrong,
                .. standard
                    .MustPass.SelectMany(b => Sides.Select(s => new SeenAnswer(b.Measure.Id, s, BandSide.Within)))
                    .Where(s => !wrong.Any(w => w.MeasureId == s.MeasureId && w.Side == s.Side)),
            ];
            var look = Look.Of(new LookInput([], seen, [], ReadingContext.Default), standard);

            // One correction a session for what is wrong; a third of them help.
            var trials = new List<SessionTrial>();
            if (
                wrong.Length > 0
                && CorrectionChoice.For(
                    look.Finding,
                    new CorrectionFacts(
                        look,
                        [],
                        [
                            .. (previous?.FailedCorrections ?? []).Select(id => new PastTrial(
                                id,
                                TrialOutcome.NoDifference,
                                default
                            )),
                        ]
                    )
                )
                    is { } choice
            )
            {
                var helps = chance.NextDouble() < 0.35;
                trials.Add(
                    new(
                        choice.Now.Id,
                        helps ? TrialOutcome.Helped : TrialOutcome.NoDifference,
                        wrong[0].Side,
                        helps
                            ? Look.Of(
                                new LookInput(
                                    [],
                                    [
                                        .. seen.Select(s =>
                                            s.Side == wrong[0].Side ? s with { Where = BandSide.Within } : s
                                        ),
                                    ],
                                    [],
                                    ReadingContext.Default
                                ),
                                standard
                            )
                            : null
                    )
                );
                if (helps)
                    skill[wrong[0].Side] = Math.Min(1, skill[wrong[0].Side] + 0.06);
            }

            var amount = asked!.Sets * asked.Amount;
            var worst = Sides.Min(s => skill[s]) + day + 0.2;
            var clean = Math.Clamp((int)Math.Round(amount * Math.Min(1, worst)), 0, amount);
            var log = SessionLog.Even(
                asked.Sets,
                asked.Amount,
                clean,
                amount,
                asked.Load,
                Math.Clamp((int)Math.Round(9.5 - (3 * worst)), 4, 9),
                Hurts(pain)
            );
            // One change is made where it hurts; half of them ease it.
            PainReport[] reports =
                pain > PainLimit && chance.NextDouble() < 0.5
                    ? [new(Hurts(pain), false), new(Hurts(Math.Max(0, pain - 2)), true)]
                    : [new(Hurts(pain), false)];
            reports[^1] = reports[^1] with { AfterSet = true };
            var facts = new DecisionFacts(
                exercise,
                [],
                reports,
                new Sourced<int>(PainLimit, SettingSource.Studio),
                previous is null ? null : previous.LastPain,
                look,
                trials,
                log.Against(asked),
                previous,
                null
            )
            {
                EarlierTrials = [.. earlier],
                EarlierPain = [.. pains],
                Day = began.AddDays(7 * session / 2),
                Effort = log.Effort,
                Standstill = still + 1,
                Options = ProgressOption.Gated(
                    ProgressOption.For(
                        ladder,
                        rung,
                        asked,
                        false,
                        Rack,
                        BranchOrder.Usual,
                        r => new RungReach(r.MeantFor is null, "", null),
                        taken,
                        at[BodySide.Left] == at[BodySide.Right] ? null
                            : rung.Id == at[BodySide.Left] ? at[BodySide.Right]
                            : at[BodySide.Left]
                    ),
                    log.Effort,
                    asked.Load.Kilograms
                ),
                Below = rung.Fallback is { } f ? ladder.Rung(f) : null,
            };
            var said = DecisionRule.Decide(facts);
            var way = said.Outcome == DecisionOutcome.Progress ? facts.Options[0] : null;
            var moves = Following.Moves(
                ladder,
                rung.Id,
                at[BodySide.Left],
                at[BodySide.Right],
                said.Outcome,
                said.Sides,
                way
            );
            var dose = Following.Next(asked, "", log, said.Outcome, way, PainLimit, Rack);
            yield return new Step(client, session, facts, said, rung.Id, moves, dose, asked);

            foreach (var move in moves)
            {
                at[move.Side] = move.To;
                // A harder rung is new; an easier one is known.
                skill[move.Side] = Math.Clamp(skill[move.Side] + (move.Kind == MoveKind.Up ? -0.3 : 0.25), 0.1, 1);
            }

            pains.Add(new(facts.Day, facts.Worst ?? 0));
            earlier.AddRange(trials);
            if (said.Outcome == DecisionOutcome.Progress)
                taken.Add(facts.Options[0].Kind);
            still = moves.Count > 0 || said.Outcome == DecisionOutcome.Progress ? 0 : still + 1;
            // Who is referred comes back looked after.
            if (said.Outcome == DecisionOutcome.StopAndRefer)
            {
                sore = 0;
                pains.Clear();
            }

            asked = dose.Prescription;
            previous = new(
                said.SessionClean,
                reports[^1].Pain.Score,
                [
                    .. trials
                        .Where(t => t.Outcome != TrialOutcome.Helped)
                        .Select(t => t.CorrectionId)
                        .Concat(said.Outcome == DecisionOutcome.Correct ? previous?.FailedCorrections ?? [] : []),
                ]
            );
        }
    }

    [Fact]
    public void Nobody_goes_on_through_pain_everyone_clean_goes_on_and_no_rung_takes_a_day_or_a_year()
    {
        var years = Enumerable.Range(0, Clients).Select(c => Year(c).ToArray()).ToArray();
        var steps = years.SelectMany(y => y).ToArray();
        var progressed = steps.Where(s => s.Said.Outcome == DecisionOutcome.Progress).ToArray();
        var ups = steps.Where(s => s.Moves.Any(m => m.Kind == MoveKind.Up)).ToArray();

        Assert.All(
            progressed,
            s =>
                Assert.True(
                    s.Facts.Pain.All(p => p.Pain.Score <= PainLimit)
                        && s.Facts.Check.MustPass.All(r => r.Verdict == Verdict.InBand)
                )
        );
        // One thing: either a rung or a dose, never both.
        Assert.All(progressed, s => Assert.True(s.Moves.Count == 0 || s.Facts.Options[0].Kind == ProgressKind.Rung));
        Assert.All(
            progressed.Where(s => s.Moves.Count == 0 && s.Facts.Options[0].Kind == ProgressKind.Dose),
            s =>
                Assert.Equal(
                    1,
                    (s.Asked.Amount != s.Dose.Prescription.Amount ? 1 : 0)
                        + (s.Asked.Sets != s.Dose.Prescription.Sets ? 1 : 0)
                        + (s.Asked.Load != s.Dose.Prescription.Load ? 1 : 0)
                )
        );
        // Everyone who was clean twice running went on: all in band, four of five repetitions clean on each side, the dose done, not
        // too hard, and the pain within its limit and no more than before. Counted here from what happened, not from what was said.
        static bool Clean(Step s) =>
            !s.AtTheEnd
            && s.Facts.Check.MustPass.All(r => r.Verdict == Verdict.InBand)
            && s.Facts.Repetitions is { } r
            && r.Done >= r.Prescribed
            && r.Clean >= 0.8 * r.Done
            && s.Facts.Effort <= 8
            && s.Facts.Worst <= Math.Min(PainLimit, s.Facts.Previous?.LastPain ?? PainLimit);
        var clean = years
            .SelectMany(y =>
                y.Zip(y.Skip(1))
                    .Where(p => p.First.Rung == p.Second.Rung && !p.First.Moved && Clean(p.First) && Clean(p.Second))
            )
            .Select(p => p.Second)
            .ToArray();
        Assert.NotEmpty(clean);
        Assert.All(clean, s => Assert.Equal(DecisionOutcome.Progress, s.Said.Outcome));
        // Nobody is taken back without a reason that can be named.
        Assert.All(
            steps.Where(s => s.Said.Outcome == DecisionOutcome.StepBack),
            s => Assert.True(s.Said.RuleId is "pain" or "outside" && s.Said.Facts.Count > 0)
        );

        var stays = years.SelectMany(y => Runs(y)).ToArray();
        var climbed = years.Count(y => y.Any(s => s.Moves.Any(m => m.Kind == MoveKind.Up)));
        double Share(DecisionOutcome outcome) => 100.0 * steps.Count(s => s.Said.Outcome == outcome) / steps.Length;
        output.WriteLine(
            $"{steps.Length} sessions: "
                + string.Join(", ", Enum.GetValues<DecisionOutcome>().Select(o => $"{o} {Share(o):0.0} %"))
        );
        output.WriteLine(
            $"{ups.Length} rungs up and {steps.Count(s => s.Moves.Any(m => m.Kind == MoveKind.Back))} back; {climbed} of {Clients} clients climbed; on a rung {Median(stays) / 2.0:0.0} weeks (median), {stays.Min() / 2.0:0.0} at least"
        );
        Assert.InRange(climbed, Clients * 9 / 10, Clients);
        Assert.InRange(Median(stays), 4, 40);
        Assert.All(stays, s => Assert.InRange(s, 2, YearOfSessions));
        Assert.InRange(Share(DecisionOutcome.Progress), 5, 60);
        Assert.InRange(Share(DecisionOutcome.StepBack), 0.1, 15);
    }

    /// <summary>
    /// Years of sessions for many clients on every ladder: nobody stays for ever where nothing moves, goes round between two
    /// rungs, skips one, or goes on with a condition unmet, unless pain holds them or the ladder is at its end.
    /// </summary>
    [Fact]
    public void In_a_long_run_nobody_is_stuck_looping_skipping_or_moved_against_a_rule()
    {
        var many = Environment.GetEnvironmentVariable("DEFT_STRIDE_LONG") == "1" ? 2000 : 150;
        var (stuck, looping, skipped, against) = (0, 0, 0, 0);
        var times = new Dictionary<string, List<int>>();
        var first = "";
        Parallel.For(
            0,
            many,
            client =>
            {
                var run = Year(client, LongRun, 70_000, Ladder.All.Count).ToArray();
                var ladder = Ladder.All[client % Ladder.All.Count];
                var (longest, now, round) = (0, 0, new Dictionary<string, int>());
                var (skips, wrong, from) = (0, 0, 0);
                foreach (var (step, i) in run.Select((s, i) => (s, i)))
                {
                    now = step.Moved || step.HeldByPain || step.AtTheEnd ? 0 : now + 1;
                    longest = Math.Max(longest, now);
                    foreach (var move in step.Moves.Where(m => m.Kind == MoveKind.Up))
                    {
                        if (!ladder.Rung(move.From)!.Next.Contains(move.To) && move.To != step.Rung)
                            skips++;
                    }

                    foreach (var move in step.Moves.Where(m => m.Kind == MoveKind.Back && step.Said.RuleId != "pain"))
                        round[move.From + move.Side] = round.GetValueOrDefault(move.From + move.Side) + 1;
                    if (
                        step.Said.Outcome == DecisionOutcome.Progress
                        && (
                            step.Facts.Unmet().Count > 0
                            || step.Facts.Previous is not { Clean: true }
                            || !step.Facts.Options[0].Open
                            || step.Facts.Check.MustPass.Any(r => r.Verdict != Verdict.InBand)
                        )
                    )
                        wrong++;
                    if (step.Moves.Any(m => m.Kind == MoveKind.Up))
                    {
                        lock (times)
                            (times.TryGetValue(step.Rung, out var list) ? list : times[step.Rung] = []).Add(
                                i - from + 1
                            );
                    }

                    if (step.Moves.Count > 0)
                        from = i + 1;
                }

                lock (times)
                {
                    if (longest >= StuckAfter || round.Values.Any(n => n >= 5) || skips > 0 || wrong > 0)
                        first =
                            first.Length > 0
                                ? first
                                : $"client {client} on {ladder.Id}: {longest} sessions still, {string.Join(", ", round.Select(r => $"{r.Key} {r.Value}"))}; last {run[^1].Rung} {run[^1].Said.RuleId}: {run[^1].Said.Headline}";
                    stuck += longest >= StuckAfter ? 1 : 0;
                    looping += round.Values.Any(n => n >= 5) ? 1 : 0;
                    skipped += skips;
                    against += wrong;
                }
            }
        );
        foreach (var (rung, list) in times.OrderBy(t => t.Key, StringComparer.Ordinal))
            output.WriteLine(
                $"{rung}: left upward {list.Count} times, after {list.Order().ElementAt(list.Count / 2)} sessions (median)"
            );
        output.WriteLine(
            $"{many} clients × {LongRun} sessions: stuck {stuck}, looping {looping}, skipped {skipped}, against a rule {against}. {first}"
        );
        Assert.True(
            (stuck, looping, skipped, against) == (0, 0, 0, 0),
            $"stuck {stuck}, looping {looping}, skipped {skipped}, against a rule {against}. {first}"
        );
    }

    /// <summary>How many sessions each rung took that was left upward.</summary>
    private static IEnumerable<int> Runs(Step[] year)
    {
        for (var (i, from) = (0, 0); i < year.Length; i++)
        {
            if (year[i].Moves.Count == 0)
                continue;
            if (year[i].Moves.Any(m => m.Kind == MoveKind.Up))
                yield return i - from + 1;
            from = i + 1;
        }
    }

    private static int Median(int[] values) => values.Order().ElementAt(values.Length / 2);
}
