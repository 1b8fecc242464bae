using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using static DeftStride.Core.Deciding.RuleFacts;

namespace DeftStride.Core.Deciding.Rules;

/// <summary>Both shins a little past what the style accepts, alike, without pain and with all else in band: a matter of style.</summary>
internal static class StyleEdge
{
    /// <summary>How far past the edge is still a matter of style, degrees.</summary>
    private const double Little = 6;

    public static DecisionRule Rule { get; } =
        new(
            "style-edge",
            "A matter of style",
            "Somebody trained whose shins pass the style's edge alike, a little, without pain and with everything else in band, moves in a way of their own: a band of their own or another style fits better than a correction.",
            Fire
        )
        {
            Place = 28,
            Change = new(
                2,
                "Both shins a little past the style’s edge, without pain, count as a matter of style now and are no longer corrected every time."
            ),
        };

    private static Firing? Fire(DecisionFacts facts)
    {
        MeasureResult?[] shins = [facts.Now("front-shin", BodySide.Left), facts.Now("front-shin", BodySide.Right)];
        if (
            !facts.Exercise.LeftToSchool
            || facts.Trained is not (TrainingAge.Months or TrainingAge.Years)
            || facts.Worst != 0
            || facts.Trials.Count > 0
            || shins
                is not [
                    { Verdict: Verdict.Outside, Mean: { } left, Judgement: { } one },
                    { Verdict: Verdict.Outside, Mean: { } right, Judgement: { } other },
                ]
            || one.Where != other.Where
            || Math.Min(one.Margin.Value, other.Margin.Value) < -Little
            || facts.Check.Compared("front-shin") is { Equal: false }
            || facts.Standing.Any(s => s.Measure.Id != "front-shin" && s.Verdict != Verdict.InBand)
        )
            return null;
        var takes = School.All.FirstOrDefault(s =>
            // What follows from the ankle is not promised by an assumed one.
            !s.ShinByAnkle
            && s.ShinBand(AnkleRange.Assumed) is var band
            && new[] { left, right }.All(m =>
                !(m.Value.Value < band.Lower?.Value) && !(m.Value.Value > band.Upper?.Value)
            )
        );
        return new(
            DecisionOutcome.Hold,
            $"Both shins pass the edge alike, without pain. Give this client a band of their own{(takes is null ? "" : $", or another style: {takes.Name.ToLowerInvariant()} takes them")}. Correct it only if this style is wanted.",
            [.. LookFacts(facts), .. PainFacts(facts)],
            ["A band of the client’s own, another style, pain, or sides that differ."]
        );
    }
}
