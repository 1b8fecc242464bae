using DeftStride.Core.Exercises;

namespace DeftStride.Core.Dosing;

/// <summary>What work is done for. It decides rest, tempo and whether a load belongs to it.</summary>
public enum Phase
{
    /// <summary>Finding the pattern: few, slow, body weight.</summary>
    Learning,

    /// <summary>Owning it: body weight, more of it.</summary>
    Practising,

    /// <summary>Training: loaded, repetitions first, then load.</summary>
    Training,

    /// <summary>Strength: few and heavy.</summary>
    Strength,
}

/// <summary>Seconds down, held, up, and at the top. Written as they are counted: 3-1-1-0.</summary>
public sealed record Tempo(int Down, int Pause, int Up, int Top)
{
    /// <summary>Three down, one held, up, no wait.</summary>
    public static Tempo Usual { get; } = new(3, 1, 1, 0);

    /// <summary>On steps: slow down, quick up, steady at both ends.</summary>
    public static Tempo OnSteps { get; } = new(3, 1, 1, 1);

    /// <summary>No part of a repetition is asked to last longer, seconds.</summary>
    public const int LongestPart = 10;

    /// <summary>How long a repetition lasts, seconds.</summary>
    public int Seconds => Down + Pause + Up + Top;

    /// <summary>The next slower way to do it: two seconds more on the way down, then two more held at the bottom.</summary>
    /// <returns>Null where it is slow enough.</returns>
    public Tempo? Slower() =>
        Down < 5 ? this with { Down = 5 }
        : Pause < 3 ? this with { Pause = 3 }
        : null;

    /// <summary>What is wrong with it.</summary>
    /// <returns>A sentence; null where nothing is.</returns>
    public string? Problem() =>
        new[] { Down, Pause, Up, Top }.Any(p => p is < 0 or > LongestPart)
            ? $"A part of a repetition lasts from 0 to {LongestPart} seconds."
        : Down < 1 || Up < 1 ? "The way down and the way up last at least a second each."
        : null;

    /// <summary>"lower 3, pause 1, up 1, top 0", seconds; no wait at the top is left out.</summary>
    public string Words => $"lower {Down}, pause {Pause}, up {Up}{(Top > 0 ? $", top {Top}" : "")}";

    /// <summary>"3-1-1-0".</summary>
    public override string ToString() => $"{Down}-{Pause}-{Up}-{Top}";
}

/// <summary>How much is asked on a rung: between how many sets and how many repetitions a side.</summary>
/// <param name="Phase">What for.</param>
/// <param name="SetsLow">Sets to begin with, at least 1.</param>
/// <param name="SetsHigh">Most sets.</param>
/// <param name="Low">Repetitions a side to begin with, or seconds where it is held.</param>
/// <param name="High">Most of them.</param>
/// <param name="Held">Whether seconds are counted and not repetitions.</param>
public sealed record DoseRange(Phase Phase, int SetsLow, int SetsHigh, int Low, int High, bool Held = false)
{
    /// <summary>No rung asks for more sets than this.</summary>
    public const int MostSets = 10;

    /// <summary>Few and slow.</summary>
    public static DoseRange Learning { get; } = new(Phase.Learning, 2, 3, 5, 5);

    /// <summary>More of the same.</summary>
    public static DoseRange Practising { get; } = new(Phase.Practising, 3, 3, 5, 8);

    /// <summary>Loaded.</summary>
    public static DoseRange Training { get; } = new(Phase.Training, 3, 4, 8, 10);

    /// <summary>Heavy.</summary>
    public static DoseRange Strength { get; } = new(Phase.Strength, 3, 5, 4, 6);

    /// <summary>Whether both legs do it at once, so that nothing is counted by sides.</summary>
    public bool Together { get; init; }

    /// <summary>What stands behind an amount: " a side"; " each leg" where it is held; nothing where both legs do it at once.</summary>
    public string Sides =>
        Together ? ""
        : Held ? " each leg"
        : " a side";

    /// <summary>Whether a load belongs to it.</summary>
    public bool Loaded => Phase is Phase.Training or Phase.Strength;

    /// <summary>Rest between sets, in words: 60–90 s while learning, 2–3 min heavy.</summary>
    public string Rest =>
        Phase switch
        {
            Phase.Learning => "60–90 s",
            Phase.Practising => "90 s",
            Phase.Training => "90 s – 2 min",
            _ => "2–3 min",
        };

    /// <summary>Rest to begin with, seconds: the shortest of <see cref="Rest"/>, longer by a tap.</summary>
    public int RestSeconds =>
        Phase switch
        {
            Phase.Learning => 60,
            Phase.Practising => 90,
            Phase.Training => 90,
            _ => 120,
        };

    /// <summary>The tempo for an exercise.</summary>
    /// <returns>Null for holds, which have none.</returns>
    public Tempo? TempoFor(Exercise exercise)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        return Held ? null
            : exercise.Family == ExerciseFamily.Step ? Tempo.OnSteps
            : Tempo.Usual;
    }

    /// <summary>What is wrong with it.</summary>
    /// <returns>A sentence; null where nothing is.</returns>
    public string? Problem() =>
        SetsLow < 1 || SetsHigh > MostSets || SetsLow > SetsHigh
            ? $"Sets lie between 1 and {MostSets}, the fewer first."
        : Low < 1 || Low > High || High > (Held ? 120 : 50)
            ? (
                Held
                    ? "Seconds lie between 1 and 120, the fewer first."
                    : "Repetitions lie between 1 and 50, the fewer first."
            )
        : null;

    /// <summary>"3 × 5–8 a side".</summary>
    public override string ToString() =>
        $"{Between(SetsLow, SetsHigh)} × {Between(Low, High)}{(Held ? " s" : "")}{Sides}{(Phase == Phase.Learning && !Held ? ", slow, body weight" : Loaded ? ", loaded" : "")}";

    private static string Between(int low, int high) => low == high ? $"{low}" : $"{low}–{high}";
}
