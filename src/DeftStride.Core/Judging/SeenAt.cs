using DeftStride.Core.Measuring;

namespace DeftStride.Core.Judging;

/// <summary>From where and at which moment something about a look is seen.</summary>
/// <param name="View">The view.</param>
/// <param name="Moment">The moment of the movement.</param>
public readonly record struct SeenAt(View View, Moment Moment)
{
    /// <summary>
    /// Where a measure is seen: in the first of its views of which there is a still, at the moment it was read at if there is a
    /// still of that, else at the first there is; without any still where it would be looked for.
    /// </summary>
    /// <param name="measure">The measure, or null for the look as a whole.</param>
    /// <param name="read">The moment at which it was read or seen, or null when nobody said anything of it.</param>
    /// <param name="stills">The stills of the look, in their order.</param>
    /// <returns>A view and a moment, whether or not there is a still of them.</returns>
    public static SeenAt Of(MeasureDefinition? measure, Moment? read, IReadOnlyList<SeenAt> stills)
    {
        ArgumentNullException.ThrowIfNull(stills);
        var views = measure?.Views ?? [];
        var view =
            views.Cast<View?>().FirstOrDefault(v => stills.Any(s => s.View == v))
            ?? (
                views.Count > 0 ? views[0]
                : stills.Count > 0 ? stills[0].View
                : View.Side
            );
        Moment? there = stills.Where(s => s.View == view).Select(s => (Moment?)s.Moment).FirstOrDefault();
        return new(view, read is { } at && stills.Contains(new(view, at)) ? at : there ?? read ?? Moment.Bottom);
    }
}
