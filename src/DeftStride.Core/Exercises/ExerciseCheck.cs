using DeftStride.Core.Measuring;

namespace DeftStride.Core.Exercises;

/// <summary>A measure as one exercise uses it: what is accepted, and whether it can block progress.</summary>
/// <param name="MeasureId">Which measure.</param>
/// <param name="Low">Lower edge in the measure's unit, or null.</param>
/// <param name="High">Upper edge, or null. With neither the measure is recorded without a verdict, or its band is the school's.</param>
/// <param name="MustPass">Whether it can block progress.</param>
public sealed record ExerciseCheck(string MeasureId, double? Low, double? High, bool MustPass)
{
    /// <summary>The measure.</summary>
    public MeasureDefinition Measure =>
        MeasureDefinition.Find(MeasureId) ?? throw new InvalidOperationException($"There is no measure {MeasureId}.");
}
