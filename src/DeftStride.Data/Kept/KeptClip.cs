using DeftStride.Core.Measuring;
using DeftStride.Core.Seeing;
using DeftStride.Data.Films;

namespace DeftStride.Data.Kept;

/// <summary>
/// One frame of a clip: seconds from the start of the clip as it was picked, and x, y (pixels of the upright frame) and confidence of
/// each point in the order of <see cref="BodyPoint"/>; the last two, stickers on the pelvis, may be missing. Empty where nobody was seen.
/// </summary>
internal sealed record KeptFrame(double Seconds, IReadOnlyList<double> Points) : Stored
{
    private static readonly BodyPoint[] Names = Enum.GetValues<BodyPoint>();

    /// <summary>Whether it holds three numbers for each of so many points as there are names.</summary>
    public static bool Holds(IReadOnlyList<double> points) => points.Count % 3 == 0 && points.Count <= 3 * Names.Length;

    public BodyFrame ToCore() =>
        new(
            Seconds,
            Enumerable
                .Range(0, Points.Count / 3)
                .ToDictionary(
                    i => Names[i],
                    i => new TrackPoint(
                        new(Points[3 * i], Points[(3 * i) + 1]),
                        Points[(3 * i) + 2],
                        Names[i] >= BodyPoint.LeftPelvis ? TrackSource.Followed : TrackSource.Found
                    )
                )
        );
}

/// <summary>
/// The film that goes with the points: how it is packed, how many bytes it has, and at which second of the clip it begins (only the
/// stretch that was read is kept, from the frame before it from which it can be decoded).
/// </summary>
internal sealed record KeptFilm(FilmType Type, long Bytes, double Offset) : Stored;

/// <summary>
/// What was found in a clip: the points of each frame that was looked at, as they were found or followed; nothing is filtered.
/// <see cref="Rate"/> is frames a second as it was filmed. <see cref="Side"/> where the coach said which leg works.
/// <see cref="Supersedes"/> the clip's earlier points: stickers that were followed later come as a new one. <see cref="Film"/> is null
/// where the film itself could not be kept.
/// </summary>
internal sealed record KeptClip(
    Guid Id,
    Guid ClientId,
    string ExerciseId,
    View View,
    BodySide? Side,
    int Width,
    int Height,
    double Rate,
    IReadOnlyList<KeptFrame> Frames,
    KeptFilm? Film,
    Guid? Supersedes = null
) : StoredDocument, IKept<KeptClip>
{
    public static StoredForm<KeptClip> Kept { get; } = new("clip", "what was found in a clip");
}
