using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Seeing;

/// <summary>How a check of an exercise is answered where a clip was made of it.</summary>
public enum ClipAnswer
{
    /// <summary>By points that are found in the clip.</summary>
    Found,

    /// <summary>By two stickers on the pelvis that are followed.</summary>
    Stickers,

    /// <summary>By the times of its repetitions.</summary>
    Times,

    /// <summary>By points that a hand places at the moments.</summary>
    Placed,

    /// <summary>Not by a clip: by eye, tape, scales or clock.</summary>
    Otherwise,
}

/// <summary>What a clip of an exercise gives, and what it cannot: said before somebody waits for a number that never comes.</summary>
public static class ClipGives
{
    private static readonly Landmark[] Pelvis = [Landmark.WorkingPelvis, Landmark.FreePelvis];

    /// <summary>How one measure is answered from a clip.</summary>
    /// <returns>Timed, found, found with stickers, placed by hand, or not from a clip.</returns>
    public static ClipAnswer Of(MeasureDefinition measure)
    {
        ArgumentNullException.ThrowIfNull(measure);
        if (measure.TimedByClip)
            return ClipAnswer.Times;
        if (!measure.IsRead)
            return ClipAnswer.Otherwise;
        if (measure.FoundSd is null)
            return ClipAnswer.Placed;
        var formulas = measure.FoundFormulas.Count > 0 ? measure.FoundFormulas : measure.Formulas;
        return formulas.SelectMany(f => f.Needs).SelectMany(n => n.Points).Any(Pelvis.Contains)
            ? ClipAnswer.Stickers
            : ClipAnswer.Found;
    }

    /// <summary>What a clip of an exercise gives: what is counted, what is found, what stickers and a hand add, what it cannot give.</summary>
    /// <param name="exercise">The exercise.</param>
    /// <param name="measures">What it is looked at for, in order.</param>
    /// <returns>Sentences in the order of what matters; never empty.</returns>
    public static IReadOnlyList<string> Sentences(Exercise exercise, IReadOnlyList<MeasureDefinition> measures)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        ArgumentNullException.ThrowIfNull(measures);
        var shape = exercise.Shape;
        var lines = new List<string>
        {
            shape.Held
                ? "One hold is one long repetition: its middle is read."
                : $"Repetitions are counted and timed{(shape.FootTravels || shape.Box != BoxWay.None ? ", and which foot leaves and lands is told" : "")}.",
        };
        string Names(ClipAnswer answer) =>
            string.Join(", ", measures.Where(m => Of(m) == answer).Select(m => m.Short).Distinct());
        void Say(ClipAnswer answer, string before)
        {
            if (Names(answer) is { Length: > 0 } names)
                lines.Add($"{before}: {names}.");
        }

        Say(ClipAnswer.Found, "Found by itself");
        Say(ClipAnswer.Stickers, "Only with two stickers on the pelvis");
        Say(ClipAnswer.Times, "By its times");
        Say(ClipAnswer.Placed, "With points placed by hand at the moments");
        string[] otherwise =
        [
            .. measures.Where(m => Of(m) == ClipAnswer.Otherwise).Select(m => $"{m.Short} ({By(m)})").Distinct(),
        ];
        if (otherwise.Length > 0)
            lines.Add($"Not from a clip: {string.Join(", ", otherwise)}.");
        if (shape.Box == BoxWay.Rises)
            lines.Add("When a fault begins is told on ways down alone, not on the way up onto a box.");
        if (shape.Jumps)
            lines.Add("Flight and landing are not told apart: the landing is for your eye and ear.");
        return lines;
    }

    private static string By(MeasureDefinition measure) =>
        measure switch
        {
            { Unit: MeasureUnit.Tick } => "your eye",
            { Unit: MeasureUnit.Percent } => measure.Views.Count > 0 ? "your eye, or a scale" : "scales",
            { Unit: MeasureUnit.Seconds } => "clock",
            _ => "tape",
        };
}
