namespace DeftStride.Core.Dosing;

/// <summary>What was done in the session.</summary>
/// <param name="Prescribed">Repetitions a side that were asked for, at least 1.</param>
/// <param name="Done">Repetitions a side that were done, 0 or more.</param>
/// <param name="Clean">Of those, clean ones; at most <paramref name="Done"/>.</param>
public sealed record Repetitions(int Prescribed, int Done, int Clean)
{
    /// <summary>No set is longer than this; a larger number is a slip.</summary>
    public const int Most = 200;

    /// <summary>What is wrong with the count.</summary>
    /// <returns>A sentence; null when it is fine.</returns>
    public string? Problem() =>
        (Prescribed, Done, Clean) switch
        {
            (< 1 or > Most, _, _) => $"Repetitions asked for must be from 1 to {Most} a side.",
            (_, < 0 or > Most, _) => $"Repetitions done must be from 0 to {Most} a side.",
            (_, _, < 0) => "Clean repetitions cannot be fewer than none.",
            _ when Clean > Done => $"There cannot be more clean repetitions ({Clean}) than repetitions done ({Done}).",
            _ => null,
        };
}
