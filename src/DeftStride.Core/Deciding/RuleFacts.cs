using System.Globalization;
using DeftStride.Core.Correcting;
using DeftStride.Core.Dosing;
using DeftStride.Core.Judging;
using DeftStride.Core.Ladders;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Deciding;

/// <summary>Facts as several rules tell them.</summary>
internal static class RuleFacts
{
    /// <summary>The sides whose sets hurt; both when nobody said which.</summary>
    public static BodySide[] SidesOf(DecisionFacts facts)
    {
        BodySide[] sore =
        [
            .. facts
                .Pain.Where(p => p.Pain.Counted > facts.PainLimit.Value)
                .Select(p => Placement.Working(p.Pain))
                .OfType<BodySide>()
                .Distinct()
                .Order(),
        ];
        return sore.Length > 0 ? sore : Recommendation.BothSides;
    }

    /// <summary>What was looked at: the shin always, of the rest what is not plainly in band, then what is, and what nobody looked at.</summary>
    public static IEnumerable<Fact> LookFacts(DecisionFacts facts)
    {
        var told = facts
            .Check.MustPass.Where(r =>
                r.Measure.Id == "front-shin" || r.Verdict != Verdict.InBand || facts.Now(r.Measure.Id, r.Side) != r
            )
            .ToArray();
        foreach (var uncued in told)
        {
            var label = $"{Finding.Capital(uncued.Side)} {uncued.Measure.Short}";
            yield return new Fact($"{label}, before any cue", Finding.VerdictWords(uncued));
            if (facts.Now(uncued.Measure.Id, uncued.Side) is { } now && now != uncued)
                yield return new Fact($"{label}, after the cue", Finding.VerdictWords(now));
        }

        var rest = facts.Check.MustPass.Except(told).ToArray();
        if (rest.Length > 0)
            yield return new Fact(
                "In band too",
                string.Join(
                    ", ",
                    rest.GroupBy(r => r.Measure.Short)
                        .Select(g =>
                            $"{g.Key}{(g.Count() == 1 ? $" ({Finding.Word(g.First().Side)})" : "")}{(g.All(r => r.Seen is not null) ? " (seen)" : "")}"
                        )
                )
            );
        bool Noted(MissingCheck m) => facts.Check.On(m.Measure.Id, m.Side)?.WouldCount is not null;
        foreach (var (label, these) in new[] { ("Not looked at", false), ("Measured, not judged", true) })
        {
            if (facts.Check.Missing.Where(m => Noted(m) == these).ToArray() is { Length: > 0 } open)
                yield return new Fact(label, string.Join(", ", open.Select(m => m.Measure.Short).Distinct()));
        }

        if (facts.Check.Compared("front-shin") is { } comparison)
            yield return new Fact("Left and right shin", Finding.DifferenceWords(comparison));
    }

    /// <summary>Pain with its limit, and the morning after.</summary>
    public static IEnumerable<Fact> PainFacts(DecisionFacts facts)
    {
        if (facts.Pain.Count > 0)
        {
            yield return new Fact(
                "Pain",
                string.Join(
                    ", then ",
                    facts.Pain.Select(p =>
                        p.Pain.ToString()
                        + (p.Pain.KindOpen ? " (kind not asked)" : "")
                        + (p.AfterChange ? " after the change" : "")
                    )
                )
            );
            yield return new Fact(
                "Pain limit",
                $"{facts.PainLimit.Value.ToString(CultureInfo.InvariantCulture)} ({(facts.LimitBy is { } by ? $"set by {by}" : $"{facts.PainLimit.Source.ToString().ToLowerInvariant()} setting")})"
            );
        }

        if (facts.NextMorning is { } morning)
            yield return new Fact(
                "Morning after last time",
                $"pain {morning}{(facts.Previous?.LastPain is { } last ? $", {last} at the end of that session" : "")}"
            );
    }

    /// <summary>Sides that differ though both are in band: noted, and nothing more.</summary>
    public static IEnumerable<Fact> UnevenFacts(DecisionFacts facts) =>
        facts
            .Check.Comparisons.Where(c =>
                !c.Equal
                && facts.Check.MustPass.Where(r => r.Measure == c.Measure).ToArray() is { Length: 2 } both
                && both.All(r => r.Verdict == Verdict.InBand)
            )
            .Select(c => new Fact("Noted", $"{Finding.DifferenceWords(c)}, both in band"));

    /// <summary>The effort, where it was asked.</summary>
    public static IEnumerable<Fact> EffortFact(DecisionFacts facts) =>
        facts.Effort is { } effort
            ? [new Fact("Effort", effort.ToString(CultureInfo.InvariantCulture) + " of 10")]
            : [];

    /// <summary>Clean of done of asked for.</summary>
    public static Fact RepetitionFact(Repetitions reps) =>
        new("Repetitions a side", $"{reps.Clean} clean of {reps.Done}, {reps.Prescribed} asked for");

    /// <summary>A level of correction in words.</summary>
    public static string LevelWord(CorrectionLevel level) =>
        level switch
        {
            CorrectionLevel.Say => "words",
            CorrectionLevel.TouchOrBlock => "touch or block",
            CorrectionLevel.SetUp => "set-up",
            _ => "easier form",
        };
}
