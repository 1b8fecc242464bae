using DeftStride.Core.Quantities;

namespace DeftStride.Core.Measuring;

/// <summary>
/// Reads measures from stills. The placing error of each is worked out from its own formula: every point it rests on is moved
/// a pixel each way and the change weighted with a hand's scatter, so that a formula and its error cannot part.
/// </summary>
public static class MeasureReader
{
    /// <summary>A marked upright may lean at most this far from the picture's edge.</summary>
    public static readonly Angle LargestTilt = Angle.FromDegrees(30);

    /// <summary>How high the centre of a kneeling knee lies above whatever it rests on, metres.</summary>
    public const double KneeCentreHeightMetres = MeasureGeometry.KneeCentreHeight;

    /// <summary>Whether a measure can be read from pictures at all.</summary>
    /// <returns>False for what only an eye can tell.</returns>
    public static bool IsRead(string measureId) => MeasureDefinition.Find(measureId)?.IsRead == true;

    /// <summary>Reads one measure from one still.</summary>
    /// <returns>The value with its unit, sign and error.</returns>
    /// <exception cref="FaultException{MeasurementFault}">The points give no number; the fault says why.</exception>
    public static Reading Read(string measureId, PointSet still, ReadingContext context, ErrorModel errors) =>
        TryRead(measureId, still, context, errors).OrThrow(MeasurementFaults.Sentence);

    /// <summary>Reads one measure from one still, or names the fault. Measures that need several moments are never read by this; see <see cref="ReadAll"/>.</summary>
    /// <returns>The value with its unit, sign and error; else the fault.</returns>
    public static Result<Reading, MeasurementFault> TryRead(
        string measureId,
        PointSet still,
        ReadingContext context,
        ErrorModel errors
    )
    {
        ArgumentNullException.ThrowIfNull(still);
        ArgumentNullException.ThrowIfNull(context);
        ArgumentNullException.ThrowIfNull(errors);
        var measure = MeasureDefinition.Find(measureId);
        var formula = measure?.Formulas.FirstOrDefault(f =>
            f.Needs.Count == 1 && f.Needs[0].Moment == still.Moment && f.Views.Contains(still.View)
        );
        if (measure is null || formula is null)
            return MeasurementFault.WrongView;
        if (ByModel(formula, still) && (measure.FoundSd is null || measure.FoundFormulas.Count > 0))
            return MeasurementFault.NothingToRead;
        var fault = formula.Needs[0].Points.All(still.Points.ContainsKey)
            ? WholeFaultOf(still, errors) ?? (formula.Lengths ? LengthFaultOf(still, errors) : null)
            : MeasurementFault.PointMissing;
        if (fault is { } wrong)
            return wrong;
        var (reading, none) = Apply(measure, formula, [Sound(still, errors)!], context, errors);
        return reading is not null ? reading : none!.Value;
    }

    /// <summary>
    /// Everything that the stills give for some measures: one reading for each measure, side, moment and repetition. Stills
    /// with a fault give nothing; measures whose points are missing are left out.
    /// </summary>
    /// <returns>Each reading with the way the client faced in the first of its stills.</returns>
    public static IReadOnlyList<(Reading Reading, Facing? Facing)> ReadAll(
        IReadOnlyList<PointSet> stills,
        IReadOnlySet<string> measures,
        ReadingContext context,
        ErrorModel errors
    )
    {
        ArgumentNullException.ThrowIfNull(stills);
        ArgumentNullException.ThrowIfNull(measures);
        ArgumentNullException.ThrowIfNull(errors);
        return ReadSound(stills.Select(s => Sound(s, errors)).OfType<Levelled>(), measures, context, errors);
    }

    private static readonly int Moments = Enum.GetValues<Moment>().Length;

    /// <summary>The same of stills that are known to have no fault.</summary>
    /// <param name="sound">The stills, their cameras undone where that is known how.</param>
    /// <param name="measures">Which measures.</param>
    /// <param name="context">What has to be known besides.</param>
    /// <param name="errors">The spreads.</param>
    /// <param name="camera">What a camera leaves in a measure of some stills; null where they are read as in the days before cameras were undone.</param>
    internal static IReadOnlyList<(Reading Reading, Facing? Facing)> ReadSound(
        IEnumerable<Levelled> sound,
        IReadOnlySet<string> measures,
        ReadingContext context,
        ErrorModel errors,
        Func<MeasureDefinition, MeasureFormula, Levelled[], CameraPart?>? camera = null
    )
    {
        var found = new List<(Reading, Facing?)>();
        var formulas = new List<(MeasureDefinition Measure, MeasureFormula Formula)>();
        foreach (var measure in MeasureDefinition.All)
        {
            if (!measures.Contains(measure.Id))
                continue;
            foreach (var formula in measure.Formulas)
                formulas.Add((measure, formula));
            foreach (var formula in measure.FoundFormulas)
                formulas.Add((measure, formula));
        }

        var moments = new Levelled?[Moments];
        foreach (var repetition in sound.GroupBy(s => (s.Still.View, s.Still.FrontLeg, s.Still.Repetition)))
        {
            Array.Clear(moments);
            foreach (var still in repetition)
                moments[(int)still.Still.Moment] = still;
            foreach (var (measure, formula) in formulas)
            {
                if (
                    formula.SeenFrom(repetition.Key.View)
                    && Used(formula, moments) is { } used
                    && Fits(measure, formula, used)
                    && Apply(measure, formula, used, context, errors, camera).Reading is { } reading
                )
                    found.Add((reading, repetition.Key.View == View.Side ? used[0].Still.Facing : null));
            }
        }

        return found;
    }

    /// <summary>Whether a formula is the one for how its points came about: a model's are read where it is known how far they are off.</summary>
    private static bool Fits(MeasureDefinition measure, MeasureFormula formula, Levelled[] used)
    {
        var found = ByModel(formula, used[^1].Still);
        if (found && measure.FoundSd is null)
            return false;
        for (var i = 0; i < measure.FoundFormulas.Count; i++)
        {
            if (ReferenceEquals(measure.FoundFormulas[i], formula))
                return found;
        }

        return !found || measure.FoundFormulas.Count == 0;
    }

    /// <summary>Whether one of the points that a formula reads from its last still is where a model found it.</summary>
    private static bool ByModel(MeasureFormula formula, PointSet still)
    {
        var points = formula.Needs[^1].Points;
        for (var i = 0; i < points.Count; i++)
        {
            if (still.IsFound(points[i]))
                return true;
        }

        return false;
    }

    /// <summary>The stills that a formula needs, or null where one of them or a point of it is not there.</summary>
    private static Levelled[]? Used(MeasureFormula formula, Levelled?[] moments)
    {
        foreach (var need in formula.Needs)
        {
            if (
                moments[(int)need.Moment] is not { } still
                || !need.AllOn(still)
                || (formula.Lengths && still.LengthsBarred)
            )
                return null;
        }

        var used = new Levelled[formula.Needs.Count];
        for (var i = 0; i < used.Length; i++)
            used[i] = moments[(int)formula.Needs[i].Moment]!;
        return used;
    }

    /// <summary>Pairs of points that are never on one spot.</summary>
    private static readonly (Landmark One, Landmark Other)[] Segments =
    [
        (Landmark.Ankle, Landmark.Knee),
        (Landmark.Knee, Landmark.Hip),
        (Landmark.Hip, Landmark.Shoulder),
        (Landmark.Hip, Landmark.RearKnee),
        (Landmark.RearKnee, Landmark.RearAnkle),
        (Landmark.WorkingPelvis, Landmark.FreePelvis),
        (Landmark.WorkingShoulder, Landmark.FreeShoulder),
        (Landmark.FreeHip, Landmark.RearKnee),
        (Landmark.Heel, Landmark.Toe),
    ];

    /// <summary>What is wrong with a still, or null. A fault of its marked length bars lengths alone; see <see cref="WholeFaultOf"/>.</summary>
    /// <param name="still">The still.</param>
    /// <param name="errors">The spreads, which tell how short a mark may be.</param>
    /// <returns>The fault of the whole still before that of its marked length.</returns>
    public static MeasurementFault? FaultOf(PointSet still, ErrorModel errors) =>
        WholeFaultOf(still, errors) ?? LengthFaultOf(still, errors);

    /// <summary>What is wrong with the marked length of a still, or null: no length is read from it then, every angle is.</summary>
    internal static MeasurementFault? LengthFaultOf(PointSet still, ErrorModel errors) =>
        still.Scale is not { } scale ? null
        : Pair(still, scale.One, scale.Other) is { } fault ? fault
        : !double.IsFinite(scale.Centimetres) || scale.Centimetres <= 0 ? MeasurementFault.ScaleNotPositive
        : scale.One.DistanceTo(scale.Other) < errors.ShortestSegmentPixels(still.Picture)
            ? MeasurementFault.ScaleTooShort
        : null;

    /// <summary>The still levelled, or null where nothing can be read from it at all.</summary>
    internal static Levelled? Sound(PointSet still, ErrorModel errors) =>
        WholeFaultOf(still, errors) is null ? new Levelled(still, LengthFaultOf(still, errors) is not null) : null;

    /// <summary>What spoils a still for everything, or null.</summary>
    internal static MeasurementFault? WholeFaultOf(PointSet still, ErrorModel errors)
    {
        ArgumentNullException.ThrowIfNull(still);
        ArgumentNullException.ThrowIfNull(errors);
        foreach (var point in still.Points.Values)
        {
            if (!point.IsFinite)
                return MeasurementFault.NotANumber;
            if (!still.Picture.Contains(point))
                return MeasurementFault.PointOutsidePicture;
        }

        foreach (var (one, other) in Segments)
        {
            if (
                still.Points.TryGetValue(one, out var a)
                && still.Points.TryGetValue(other, out var b)
                && a == b
                && (one != Landmark.Heel || still.View == View.Side)
            )
                return MeasurementFault.CoincidentPoints;
        }

        var shortest = errors.ShortestSegmentPixels(still.Picture);
        if (still.Vertical is { } mark)
        {
            if (Pair(still, mark.One, mark.Other) is { } fault)
                return fault;
            if (mark.One.DistanceTo(mark.Other) < shortest)
                return MeasurementFault.VerticalTooShort;
            var (upX, upY) = Levelled.Upright(mark);
            if (Math.Abs(Math.Atan2(upX, -upY)) > LargestTilt.Radians)
                return MeasurementFault.VerticalNotUpright;
        }

        if (
            !still.Points.TryGetValue(Landmark.Ankle, out var ankle)
            || !still.Points.TryGetValue(Landmark.Knee, out var knee)
        )
            return null;
        var (x, y) = still.Vertical is { } upright ? Levelled.Upright(upright) : (0, -1);
        return ((knee.X - ankle.X) * x) + ((knee.Y - ankle.Y) * y) <= 0 ? MeasurementFault.KneeBelowAnkle : null;
    }

    private static MeasurementFault? Pair(PointSet still, ImagePoint one, ImagePoint other) =>
        !one.IsFinite || !other.IsFinite ? MeasurementFault.NotANumber
        : !still.Picture.Contains(one) || !still.Picture.Contains(other) ? MeasurementFault.PointOutsidePicture
        : null;

    private static (Reading? Reading, MeasurementFault? Fault) Apply(
        MeasureDefinition measure,
        MeasureFormula formula,
        Levelled[] stills,
        ReadingContext context,
        ErrorModel errors,
        Func<MeasureDefinition, MeasureFormula, Levelled[], CameraPart?>? camera = null
    )
    {
        var value = formula.Read(stills, context);
        if (!double.IsFinite(value) || formula.Says?.Invoke(stills, context) == false)
            return (null, MeasurementFault.NothingToRead);
        var placing = Math.Sqrt(PlacingVariance(formula, stills, context, errors, value));
        if (!(placing <= ErrorModel.LargestPlacingSd(measure.Unit)))
            return (null, MeasurementFault.SegmentTooShort);

        var vertical = stills.All(s => s.Still.Vertical is not null)
            ? VerticalSource.Marked
            : VerticalSource.PictureEdge;
        var last = stills[^1].Still;
        var part = camera?.Invoke(measure, formula, stills) ?? new(errors.Of(measure).Camera(vertical), 0, 0);
        var model = ByModel(formula, last);
        var scale =
            !formula.Lengths ? ScaleSource.None
            : stills.All(s => s.HasScaleMark) ? ScaleSource.Marked
            : ScaleSource.Shank;
        return (
            new Reading(
                measure,
                new Quantity(value, measure.Unit),
                new Quantity(placing, measure.Unit),
                part,
                new Provenance(
                    last.View,
                    last.FrontLeg,
                    formula.Needs[^1].Moment,
                    last.Repetition,
                    last.Frame,
                    model ? PointPlacer.Found : PointPlacer.Hand,
                    vertical,
                    scale
                )
                {
                    Camera = stills[^1].Camera,
                    PixelsPerMetre = stills[^1].PixelsPerMetre * 1080 / last.Picture.Height,
                }
            )
            {
                ModelSd = model ? measure.FoundSd ?? 0 : 0,
            },
            null
        );
    }

    private static double PlacingVariance(
        MeasureFormula formula,
        Levelled[] stills,
        ReadingContext context,
        ErrorModel errors,
        double value
    )
    {
        var variance = 0.0;
        for (var i = 0; i < stills.Length; i++)
        {
            var still = stills[i];
            var sd = errors.PointSdPixels(still.Still.Picture);
            var points = formula.Needs[i].Points;
            foreach (var point in points)
                Add(still, (int)point, errors.PointSdPixels(still.Still, point));
            if (!formula.Lengths)
                continue;
            if (still.HasScaleMark)
            {
                Add(still, Landmarks.Count, sd);
                Add(still, Landmarks.Count + 1, sd);
                continue;
            }

            // Without a marked length the shank is the measure of it.
            foreach (var end in Levelled.Shank)
            {
                if (still.Has(end) && !points.Contains(end))
                    Add(still, (int)end, errors.PointSdPixels(still.Still, end));
            }
        }

        return variance;

        void Add(Levelled still, int point, double sd)
        {
            const double step = 1;
            for (var axis = 0; axis < 2; axis++)
            {
                still.Shift(point, axis == 1, step);
                var slope = (formula.Read(stills, context) - value) / step;
                still.Shift(point, axis == 1, -step);
                // A pixel that makes the measure unreadable says nothing about its error.
                if (double.IsFinite(slope))
                    variance += slope * slope * sd * sd;
            }
        }
    }
}
