using DeftStride.Core.Measuring;

namespace DeftStride.Core.Seeing;

/// <summary>One repetition as it goes into a look: when it goes, and how each measure goes on the way down.</summary>
/// <param name="Side">The client's own working side.</param>
/// <param name="Number">From 1 among the repetitions of that side in the clip.</param>
/// <param name="Start">Leaves the top, seconds from the start of the clip.</param>
/// <param name="Bottom">Its deepest instant.</param>
/// <param name="End">Comes to the top.</param>
/// <param name="Down">The way to the turn, seconds: down, and up in what steps up onto a box.</param>
/// <param name="Pause">The stay at the turn.</param>
/// <param name="Up">The way back.</param>
/// <param name="Note">What happened at its bottom.</param>
/// <param name="Curves">By measure: its value at every <see cref="Step"/> percent of the way down and a little beyond, evenly in time; NaN where it was not seen.</param>
public sealed record SeenRepetition(
    BodySide Side,
    int Number,
    double Start,
    double Bottom,
    double End,
    Lasting Down,
    Lasting Pause,
    Lasting Up,
    BottomNote Note,
    IReadOnlyDictionary<string, double[]> Curves
)
{
    /// <summary>How long the hips are lowered.</summary>
    /// <param name="rises">Whether the way to the turn goes up.</param>
    /// <returns>Seconds, with its error.</returns>
    public Lasting Lowering(bool rises) => rises ? Up : Down;

    /// <summary>How long they rise.</summary>
    /// <param name="rises">Whether the way to the turn goes up.</param>
    /// <returns>Seconds, with its error.</returns>
    public Lasting Rising(bool rises) => rises ? Down : Up;

    /// <summary>Percent of the way down from one value of a curve to the next.</summary>
    public const double Step = 2.5;

    /// <summary>Which value of a curve is the bottom's.</summary>
    public const int AtBottom = (int)(100 / Step);

    /// <summary>How many values a curve has: to a fifth of the way beyond the bottom.</summary>
    public const int Values = AtBottom + (int)(20 / Step) + 1;
}

/// <summary>Something that looks like a repetition and does not count.</summary>
/// <param name="At">Its deepest instant, or where the film jumps; seconds from the start of the clip.</param>
/// <param name="Reason">Why not.</param>
public sealed record SeenPartial(double At, PartialReason Reason);

/// <summary>What moves in one clip, as small as it can be kept with a look: nothing of the clip is needed any more to judge it by other bands.</summary>
/// <param name="Clip">Which clip.</param>
/// <param name="View">From where it was filmed.</param>
/// <param name="Rate">Frames a second that were looked at.</param>
/// <param name="Repetitions">Those that count.</param>
/// <param name="Partials">Those that do not.</param>
public sealed record SeenMovement(
    string Clip,
    View View,
    double Rate,
    IReadOnlyList<SeenRepetition> Repetitions,
    IReadOnlyList<SeenPartial> Partials
)
{
    /// <summary>What moves in a clip, for some measures.</summary>
    /// <param name="movement">What was found in it.</param>
    /// <param name="measures">Which measures.</param>
    /// <param name="context">What has to be known besides the points.</param>
    /// <param name="errors">The spreads, which tell what is too short to be read.</param>
    /// <returns>Its repetitions with their times, and what was read of each measure that the clip gives.</returns>
    public static SeenMovement Of(
        Movement movement,
        IReadOnlySet<string> measures,
        ReadingContext context,
        ErrorModel errors
    )
    {
        ArgumentNullException.ThrowIfNull(movement);
        ArgumentNullException.ThrowIfNull(measures);
        ArgumentNullException.ThrowIfNull(context);
        var view = movement.Body.View;
        var reader = new MomentReader(movement, measures, context, errors);
        return new SeenMovement(
            movement.Body.Clip,
            view,
            movement.Counted.Count == 0 ? 0 : movement.On(movement.Counted[0].Side).Rate,
            [
                // Each repetition is read by itself: they are worked out beside each other.
                .. movement
                    .Counted.AsParallel()
                    .AsOrdered()
                    .Select(counted =>
                    {
                        var r = counted.Repetition;
                        var curves = reader.Measures.ToDictionary(m => m, _ => Empty());
                        for (var i = 0; i < SeenRepetition.Values; i++)
                        {
                            var seconds =
                                r.Start.Seconds + (i * SeenRepetition.Step / 100 * (r.Bottom - r.Start.Seconds));
                            foreach (var (measure, value) in reader.Read(counted, seconds))
                                curves[measure][i] = value;
                        }

                        return new SeenRepetition(
                            counted.Side,
                            counted.Number,
                            r.Start.Seconds,
                            r.Bottom,
                            r.End.Seconds,
                            r.Down,
                            r.Pause,
                            r.Up,
                            r.Note,
                            curves.Where(c => c.Value.Any(double.IsFinite)).ToDictionary()
                        );
                    }),
            ],
            [
                .. movement
                    .All.All.Where(r => r.Partial is not null and not PartialReason.Jumps)
                    .Select(r => new SeenPartial(r.Bottom, r.Partial!.Value))
                    // Said once each, whether a repetition was lost by it or not.
                    .Concat(movement.Jumps.Select(j => new SeenPartial(j, PartialReason.Jumps)))
                    .OrderBy(p => p.At),
            ]
        );

        static double[] Empty()
        {
            var none = new double[SeenRepetition.Values];
            Array.Fill(none, double.NaN);
            return none;
        }
    }
}
