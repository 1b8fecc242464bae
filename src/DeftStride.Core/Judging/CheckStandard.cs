using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Judging;

/// <summary>What is accepted of one measure in one check, and from where that was taken.</summary>
/// <param name="Measure">Which.</param>
/// <param name="Left">The band for the left side, or null to record without a verdict.</param>
/// <param name="Right">The band for the right side.</param>
/// <param name="MustPass">Whether it can block progress.</param>
/// <param name="Source">From where the band was taken.</param>
public sealed record StandardBand(
    MeasureDefinition Measure,
    Band? Left,
    Band? Right,
    bool MustPass,
    SettingSource Source
)
{
    /// <summary>Whether the left side's band rests on an ankle that nobody measured: its number is noted, without a verdict.</summary>
    public bool LeftAssumed { get; init; }

    /// <summary>The same of the right side.</summary>
    public bool RightAssumed { get; init; }

    /// <summary>Whether the band of one side is only assumed.</summary>
    /// <returns>False where what it hangs on was measured.</returns>
    public bool AssumedOn(BodySide side) => side == BodySide.Left ? LeftAssumed : RightAssumed;

    /// <summary>The band of one side.</summary>
    /// <returns>Null where it is recorded and not judged.</returns>
    public Band? On(BodySide side) => side == BodySide.Left ? Left : Right;

    /// <summary>Whether it gets a verdict at all: by a band, by a tick, or by comparing the sides.</summary>
    public bool Judged =>
        Left is not null || Right is not null || Measure.Unit == MeasureUnit.Tick || Measure.JudgedBySides;
}

/// <summary>By what a check is judged. Kept with the check, every band in it, so that an old check keeps what it was judged by.</summary>
/// <param name="Exercise">The exercise.</param>
/// <param name="School">The school in force and from where it was taken.</param>
/// <param name="Bands">What is accepted, measure by measure, in the order of the exercise.</param>
/// <param name="Errors">The spreads behind every error.</param>
public sealed record CheckStandard(
    Exercise Exercise,
    Sourced<School> School,
    IReadOnlyList<StandardBand> Bands,
    ErrorModel Errors
)
{
    private readonly Dictionary<string, StandardBand> _byMeasure = Bands.ToDictionary(b => b.Measure.Id);

    /// <summary>The band of one measure.</summary>
    /// <returns>Null when the exercise does not look at it.</returns>
    public StandardBand? Of(string measureId) => _byMeasure.GetValueOrDefault(measureId);

    /// <summary>What there is in the exercise as it is judged here; the day's load comes on top.</summary>
    public Forms Forms =>
        Exercise.Forms
        | (Of("top-knee")?.Left?.Lower is { Value: >= SoftFrom } ? Forms.SoftTop : Forms.Any)
        | (SettleGate.Belongs(Exercise, School.Value.Code) ? Forms.Settled : Forms.Any);

    /// <summary>A band that asks for this much bend at the top, degrees, means that the knee is never straight there.</summary>
    private const double SoftFrom = 5;

    /// <summary>Which measures are looked at.</summary>
    public IReadOnlySet<string> Measures { get; } = Bands.Select(b => b.Measure.Id).ToHashSet();

    /// <summary>Those that can block progress.</summary>
    public IEnumerable<StandardBand> MustPass => Bands.Where(b => b.MustPass);

    /// <summary>
    /// The standard in force. A band is the coach's choice where one was made, else the exercise's own, else the school's; the
    /// measures a school adds or makes must-pass count for every exercise that leaves its front shin to the school. What a
    /// setting of the house comes to stands above exercise and school and below a chosen band.
    /// </summary>
    /// <returns>Every measure to look at, each with its band and who set it.</returns>
    public static CheckStandard For(
        Exercise exercise,
        Sourced<School> school,
        AnkleRange left,
        AnkleRange right,
        BandChoices choices,
        ErrorModel errors,
        HouseStyle? style = null
    )
    {
        ArgumentNullException.ThrowIfNull(exercise);
        ArgumentNullException.ThrowIfNull(school);
        ArgumentNullException.ThrowIfNull(choices);
        var schooled = exercise.LeftToSchool ? school.Value.Checks.ToDictionary(c => c.MeasureId) : [];
        var house = style ?? HouseStyle.Usual;
        // Where the knee must not straighten the top is looked at, whatever the exercise lists.
        string[] top =
            exercise.LeftToSchool && house.TopBand(exercise, school.Value.Code) is not null ? ["top-knee"] : [];
        var ids = exercise
            .Checks.Select(c => c.MeasureId)
            .Concat(schooled.Keys)
            .Concat(top)
            .Distinct()
            .Where(id => !house.Drops(id, exercise, school.Value.Code));
        var own = exercise.Checks.ToDictionary(c => c.MeasureId);
        var bands = new List<StandardBand>();
        foreach (var id in ids)
        {
            var (mine, taught) = (own.GetValueOrDefault(id), schooled.GetValueOrDefault(id));
            var measure = (mine ?? taught ?? new ExerciseCheck(id, null, null, false)).Measure;
            var must = mine?.MustPass == true || taught?.MustPass == true;
            if (house.Unjudged(id, exercise))
            {
                bands.Add(Same(measure, null, false, SettingSource.Studio));
                continue;
            }

            bands.Add(
                choices.For(id) is { } chosen
                    ? Same(measure, Band.Of(chosen.Value.Low, chosen.Value.High, measure.Unit), must, chosen.Source)
                : house.BandFor(id, exercise, school.Value) is { } decided
                    ? Same(
                        measure,
                        Band.Of(decided.Low, decided.High, measure.Unit),
                        must,
                        id == "load-share" ? SettingSource.School : SettingSource.Studio
                    )
                : mine is { Low: not null } or { High: not null }
                    ? Same(measure, Band.Of(mine.Low, mine.High, measure.Unit), must, SettingSource.Exercise)
                : id == "front-shin" && exercise.LeftToSchool
                    ? new StandardBand(
                        measure,
                        school.Value.ShinBand(left),
                        school.Value.ShinBand(right),
                        must,
                        SettingSource.School
                    )
                    {
                        LeftAssumed = school.Value.ShinByAnkle && !left.Measured,
                        RightAssumed = school.Value.ShinByAnkle && !right.Measured,
                    }
                : taught is not null
                    ? Same(measure, Band.Of(taught.Low, taught.High, measure.Unit), must, SettingSource.School)
                : Same(measure, null, must, SettingSource.Exercise)
            );
        }

        return new CheckStandard(exercise, school, bands, errors);
    }

    private static StandardBand Same(MeasureDefinition measure, Band? band, bool must, SettingSource source) =>
        new(measure, band, band, must, source);
}
