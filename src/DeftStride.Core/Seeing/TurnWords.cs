using DeftStride.Core.Exercises;
using static System.FormattableString;

namespace DeftStride.Core.Seeing;

/// <summary>
/// How a repetition is spoken of by its phase. It is found as a way to a turn and back: down and up again, and in what steps up onto a
/// box up and down again.
/// </summary>
/// <param name="Rises">Whether the way to the turn goes up.</param>
public sealed record TurnWords(bool Rises)
{
    /// <summary>Of an exercise.</summary>
    /// <returns>The words for both ways.</returns>
    public static TurnWords Of(ExerciseShape shape)
    {
        ArgumentNullException.ThrowIfNull(shape);
        return new(shape.Box == BoxWay.Rises);
    }

    /// <summary>The way to the turn.</summary>
    public string Out => Rises ? "up" : "down";

    /// <summary>The way back.</summary>
    public string Back => Rises ? "down" : "up";

    /// <summary>The turn.</summary>
    public string Turn => Rises ? "at the top" : "at the bottom";

    /// <summary>An instant by its phase, 0 to 200.</summary>
    /// <returns>"41 % down", "20 % up".</returns>
    public string At(double phase) =>
        phase < 1 ? (Rises ? "on the floor" : "standing")
        : phase <= 99 ? Invariant($"{phase:0} % {Out}")
        : phase <= 101 ? Turn
        : phase < 199 ? Invariant($"{phase - 100:0} % {Back}")
        : $"{Back} again";

    /// <summary>How far on the way to the turn something sets in.</summary>
    /// <param name="share">0 at the start, 1 at the turn.</param>
    /// <returns>"a third of the way down", "near the bottom".</returns>
    public string SetsIn(double share) =>
        share switch
        {
            < 0.2 => $"right at the start of the way {Out}",
            < 0.42 => $"a third of the way {Out}",
            < 0.6 => $"half-way {Out}",
            < 0.85 => Rises ? "in the high half" : "in the low half",
            _ => Rises ? "near the top" : "near the bottom",
        };
}
