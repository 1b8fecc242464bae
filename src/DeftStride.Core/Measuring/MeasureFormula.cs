namespace DeftStride.Core.Measuring;

/// <summary>A still that a formula needs.</summary>
/// <param name="Moment">Which moment it shows.</param>
/// <param name="Points">Which points must be on it.</param>
public sealed record StillNeed(Moment Moment, IReadOnlyList<Landmark> Points)
{
    /// <summary>Whether they are all on a still.</summary>
    internal bool AllOn(Levelled f)
    {
        for (var i = 0; i < Points.Count; i++)
        {
            if (!f.Has(Points[i]))
                return false;
        }

        return true;
    }
}

/// <summary>How a measure is worked out from points. The points asked for, the reading and its error all follow from it.</summary>
/// <param name="Views">From where it can be read.</param>
/// <param name="Needs">The stills it needs of one repetition, in the order in which <paramref name="Read"/> takes them. The last one names the moment of the reading.</param>
/// <param name="Lengths">Whether it needs a scale.</param>
/// <param name="Read">The value in the measure's unit, or NaN where it says nothing.</param>
public sealed record MeasureFormula(
    IReadOnlyList<View> Views,
    IReadOnlyList<StillNeed> Needs,
    bool Lengths,
    Func<Levelled[], ReadingContext, double> Read
)
{
    /// <summary>Whether the points say anything at all; null where they always do. Kept apart from the reading, so that its error can be worked out right up to the edge.</summary>
    public Func<Levelled[], ReadingContext, bool>? Says { get; init; }

    /// <summary>Whether it can be read from a view.</summary>
    /// <returns>False where its points are not placed in that view.</returns>
    public bool SeenFrom(View view)
    {
        for (var i = 0; i < Views.Count; i++)
        {
            if (Views[i] == view)
                return true;
        }

        return false;
    }

    /// <summary>The same formula at several moments.</summary>
    /// <returns>One a moment, in their order.</returns>
    public static IEnumerable<MeasureFormula> At(Moment[] moments, Func<Moment, MeasureFormula> make) =>
        moments.Select(make);

    /// <summary>A length at a moment less the same at the start of the repetition: what points found by a model say of it, since where they lie is off by the same both times.</summary>
    /// <returns>A formula that needs two stills of one repetition.</returns>
    public static MeasureFormula FromRest(
        View[] views,
        Moment moment,
        Landmark[] points,
        Func<Levelled, ReadingContext, double> read
    ) => new(views, [new(Moment.Start, points), new(moment, points)], true, (f, c) => read(f[1], c) - read(f[0], c));

    /// <summary>A formula that needs one still.</summary>
    /// <returns>It is given that still alone.</returns>
    public static MeasureFormula One(
        View[] views,
        Moment moment,
        Landmark[] points,
        bool lengths,
        Func<Levelled, ReadingContext, double> read
    ) => new(views, [new(moment, points)], lengths, (f, c) => read(f[0], c));
}
