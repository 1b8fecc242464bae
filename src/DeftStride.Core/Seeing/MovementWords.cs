using DeftStride.Core.Measuring;
using static System.FormattableString;

namespace DeftStride.Core.Seeing;

/// <summary>What is said of a clip: what moves in it, and what to do where it says nothing.</summary>
public static class MovementWords
{
    /// <summary>What to do about a fault, in a sentence.</summary>
    /// <returns>One or two sentences.</returns>
    public static string Sentence(MovementFault fault) =>
        fault switch
        {
            MovementFault.Nobody =>
                "Nobody is seen well enough in this clip. Film with the whole body in the picture, in light, or take pictures instead.",
            MovementFault.UpsideDown =>
                "Whoever is in this clip is upside down. Turn it on the phone, then pick it again.",
            MovementFault.CannotTell =>
                "Nothing in this clip goes down and up. Film from before the first repetition until after the last.",
            MovementFault.NoWholeRepetition =>
                "No repetition in this clip is whole. Film from before the first one until after the last.",
            MovementFault.Jumps =>
                "No repetition in this clip is in one piece: the film jumps, as it does where it was cut or the phone was moved. Film once more without a break, with the phone standing still.",
            MovementFault.WhichLeg => "The feet do not show which leg works: say which one it is.",
            _ => throw new ArgumentOutOfRangeException(nameof(fault), fault, null),
        };

    /// <summary>That a clip looks filmed from elsewhere: "This looks filmed from behind. It was given as a clip from the front."</summary>
    /// <param name="seen">From where it looks filmed.</param>
    /// <param name="given">From where it was said to be.</param>
    /// <returns>Two sentences.</returns>
    public static string OtherView(View seen, View given) =>
        $"This looks filmed {seen.From()}. It was given as a clip {given.From()}.";

    /// <summary>Why something does not count: "too shallow".</summary>
    /// <returns>"less than half as deep", in lower case.</returns>
    public static string Reason(PartialReason reason) =>
        reason switch
        {
            PartialReason.Shallow => "less than half as deep",
            PartialReason.Brief => "too brief at the bottom",
            PartialReason.CutOff => "cut off by the clip",
            PartialReason.NotSeen => "its bottom was not seen",
            PartialReason.Jumps => "the film jumps there",
            _ => throw new ArgumentOutOfRangeException(nameof(reason), reason, null),
        };

    /// <summary>What is said of a side, "3 repetitions, 1.5 s down, 0.3 s at the bottom, 1.0 s up.", and of what does not count, which has no side.</summary>
    /// <param name="movement">What moves.</param>
    /// <param name="turn">How its phases are spoken of; down and up again when not given.</param>
    /// <returns>A sentence a side, then what does not count.</returns>
    public static IReadOnlyList<(BodySide? Side, string Text)> Said(SeenMovement movement, TurnWords? turn = null)
    {
        ArgumentNullException.ThrowIfNull(movement);
        var words = turn ?? new TurnWords(false);
        var said = new List<(BodySide?, string)>();
        foreach (var side in movement.Repetitions.GroupBy(r => r.Side))
        {
            SeenRepetition[] all = [.. side];
            string?[] phases =
            [
                Invariant($"{all.Length} {(all.Length == 1 ? "repetition" : "repetitions")}"),
                Phase(all, r => r.Down, words.Out),
                all.Any(r => r.Pause.Seconds >= LeastPause) ? Phase(all, r => r.Pause, words.Turn) : null,
                Phase(all, r => r.Up, words.Back),
            ];
            said.Add((side.Key, $"{string.Join(", ", phases.OfType<string>())}."));
            if (all.Count(r => r.Note == BottomNote.Bounce) is > 0 and var bounced)
                said.Add((side.Key, Invariant($"{bounced} of {all.Length} bounce {words.Turn}.")));
            if (all.Count(r => r.Note == BottomNote.TwiceDown) is > 0 and var twice)
                said.Add((side.Key, Invariant($"{twice} of {all.Length} go {words.Out} twice.")));
        }

        said.AddRange(
            movement.Partials.Select(p =>
                (
                    (BodySide?)null,
                    p.Reason == PartialReason.Jumps
                        ? Invariant(
                            $"The film jumps at {p.At:0.0} s; nothing across it counts. If the phone was moved, film once more."
                        )
                        : Invariant($"Not counted at {p.At:0.0} s: {Reason(p.Reason)}.")
                )
            )
        );
        return said;
    }

    private const double LeastPause = 0.2;

    private static string? Phase(SeenRepetition[] all, Func<SeenRepetition, Lasting> of, string name)
    {
        Lasting[] timed = [.. all.Select(of).Where(l => l.Timed)];
        return timed.Length * 2 <= all.Length ? null : Invariant($"{timed.Average(l => l.Seconds):0.0} s {name}");
    }
}
