using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Judging;

/// <summary>
/// How far a high box tilts the pelvis at the start of a step-up, over visits. It is recorded and never judged: what counts is that it
/// shrinks over weeks, by more than error and day explain.
/// </summary>
public static class StartTilt
{
    private const string Level = "pelvic-level";

    /// <summary>Whether it is looked for in an exercise.</summary>
    /// <returns>True for what steps up onto a box.</returns>
    public static bool Belongs(Exercise exercise)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        return exercise.Shape.Box == BoxWay.Rises;
    }

    /// <summary>What a look has of it on a side.</summary>
    /// <returns>Null where nobody saw it.</returns>
    public static MeasureResult? In(Look look, BodySide side)
    {
        ArgumentNullException.ThrowIfNull(look);
        return look.Results.FirstOrDefault(r =>
            r.Measure.Id == Level && r.Side == side && r.Moment == Moment.Start && r.Mean is not null
        );
    }

    /// <summary>What a coach could say of it over looks at one exercise, the oldest first; null where fewer than two have it.</summary>
    /// <returns>Null where no side has two.</returns>
    public static string? Sentence(Exercise exercise, IReadOnlyList<Look> looks, ErrorModel errors)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        ArgumentNullException.ThrowIfNull(looks);
        string[] sides =
        [
            .. new[] { BodySide.Left, BodySide.Right }
                .Select(s => SideTrend.Of(looks.Select(l => In(l, s)), errors))
                .OfType<SideTrend>()
                .Where(t => t.Visits > 1)
                .Select(Said),
        ];
        return sides.Length == 0
            ? null
            : $"Pelvis at the start of the {char.ToLowerInvariant(exercise.Name[0])}{exercise.Name[1..]}: {string.Join("; ", sides)}. Recorded, not judged.";
    }

    private static string Told(MeasureResult result) =>
        $"{MeasureSpeech.Say(result.Measure, result.Mean!.Value)} {Finding.ReachWords(result.Mean.Error.Reach)}";

    private static string Said(SideTrend trend)
    {
        var (then, now) = (trend.First.Mean!.Value, trend.Last.Mean!.Value);
        var news =
            !trend.Moved ? "no change beyond the measuring error"
            : now.Abs() < then.Abs() ? "less than before"
            : "more than before: a lower box, or come closer and fold more";
        return $"{Finding.Word(trend.Last.Side)} {Told(trend.First)}, then {Told(trend.Last)} in {trend.Visits} visits, {news}";
    }
}
