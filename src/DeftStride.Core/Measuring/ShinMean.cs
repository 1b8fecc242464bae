namespace DeftStride.Core.Measuring;

/// <summary>The front shin angle of one side, averaged over its repetitions.</summary>
/// <param name="FrontLeg">The client's own side.</param>
/// <param name="Value">The mean; + knee ahead of the ankle.</param>
/// <param name="Error">Its error.</param>
/// <param name="Facing">Where the toes pointed in the pictures, or null when it differs between them.</param>
/// <param name="Readings">What was averaged; one still is one repetition.</param>
public sealed record ShinMean(BodySide FrontLeg, Angle Value, ErrorBudget Error, Facing? Facing, IReadOnlyList<ShinReading> Readings)
{
    /// <summary>Averages the readings of one side. The camera's error is the worst of them, since it does not average out.</summary>
    /// <exception cref="ArgumentException">There is no reading, or they are of different sides.</exception>
    public static ShinMean Of(IReadOnlyList<(ShinReading Reading, Facing Facing)> stills, ErrorModel errors)
    {
        ArgumentNullException.ThrowIfNull(stills);
        ArgumentNullException.ThrowIfNull(errors);
        if (stills.Count == 0) throw new ArgumentException("At least one reading is needed.", nameof(stills));
        var side = stills[0].Reading.Provenance.FrontLeg;
        if (stills.Any(s => s.Reading.Provenance.FrontLeg != side)) throw new ArgumentException("All readings must be of one side.", nameof(stills));

        var n = stills.Count;
        var placing = Math.Sqrt(stills.Sum(s => s.Reading.PlacingSd.Radians * s.Reading.PlacingSd.Radians) / n);
        var facing = stills[0].Facing;
        return new ShinMean(
            side,
            Angle.FromRadians(stills.Sum(s => s.Reading.Value.Radians) / n),
            new ErrorBudget(Angle.FromRadians(placing), errors.ShinRepetitionSd, stills.Max(s => s.Reading.CameraSd), n),
            stills.All(s => s.Facing == facing) ? facing : null,
            [.. stills.Select(s => s.Reading)]);
    }
}
