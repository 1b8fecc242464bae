using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Judging;

/// <summary>By what a check is judged. Kept with the check, so that an old one keeps its bands.</summary>
/// <param name="School">The school in force and from where it was taken.</param>
/// <param name="LeftAnkle">How far the left shin can lean.</param>
/// <param name="RightAnkle">How far the right shin can lean.</param>
/// <param name="Errors">The spreads behind every error.</param>
public sealed record CheckStandard(Sourced<School> School, AnkleRange LeftAnkle, AnkleRange RightAnkle, ErrorModel Errors)
{
    /// <summary>The shin band for one side.</summary>
    public Band ShinBand(BodySide side) => School.Value.ShinBand(side == BodySide.Left ? LeftAnkle : RightAnkle);
}

/// <summary>One still: its reading, or the fault that keeps it from giving one.</summary>
/// <param name="Points">What was placed.</param>
/// <param name="Reading">The reading, or null.</param>
/// <param name="Fault">Why there is none, or null.</param>
public sealed record StillResult(PointSet Points, ShinReading? Reading, MeasurementFault? Fault);

/// <summary>One side of a check: the mean of its stills and the verdict on it.</summary>
public sealed record SideResult(ShinMean Mean, Judgement Judgement);

/// <summary>What a check of the front shin found.</summary>
/// <param name="Stills">Every still that was given, in the order given.</param>
/// <param name="Left">The left side, or null when nothing can be read from it yet.</param>
/// <param name="Right">The right side, or null.</param>
/// <param name="Comparison">Left against right, when both can be read.</param>
/// <param name="Finding">What to take first.</param>
public sealed record ShinCheck(
    IReadOnlyList<StillResult> Stills,
    SideResult? Left,
    SideResult? Right,
    SideComparison? Comparison,
    Finding Finding)
{
    /// <summary>One side.</summary>
    public SideResult? On(BodySide side) => side == BodySide.Left ? Left : Right;

    /// <summary>Reads, averages and judges the stills. Stills that give no number are reported, not thrown.</summary>
    public static ShinCheck Of(IReadOnlyList<PointSet> stills, CheckStandard standard)
    {
        ArgumentNullException.ThrowIfNull(stills);
        ArgumentNullException.ThrowIfNull(standard);
        var results = stills.Select(s => ShinAngle.TryMeasure(s, standard.Errors, out var reading, out var fault)
            ? new StillResult(s, reading, null)
            : new StillResult(s, null, fault)).ToArray();
        var left = Side(results, BodySide.Left, standard);
        var right = Side(results, BodySide.Right, standard);
        var comparison = left is null || right is null ? null : SideComparison.Of(left.Mean, right.Mean);
        return new ShinCheck(results, left, right, comparison, Finding.Of(left, right, comparison));
    }

    private static SideResult? Side(IEnumerable<StillResult> stills, BodySide side, CheckStandard standard)
    {
        var readings = stills.Where(s => s.Points.FrontLeg == side && s.Reading is not null)
            .Select(s => (s.Reading!, s.Points.Facing)).ToArray();
        if (readings.Length == 0) return null;
        var mean = ShinMean.Of(readings, standard.Errors);
        return new SideResult(mean, Judgement.Of(mean.Value, standard.ShinBand(side), mean.Error.Reach));
    }
}
