using System.Globalization;
using DeftStride.Core.Exercises;

namespace DeftStride.Core.Training.Planning;

/// <summary>A day of the week on which a client comes, and when by the studio's own clock.</summary>
public sealed record PlanDay(DayOfWeek Day, TimeOnly At);

/// <summary>Some weeks that are planned together: from when, how many, on which days.</summary>
/// <param name="First">Its first day; a week of the block begins on the same day of the week.</param>
/// <param name="Weeks">How many, 1 to <see cref="MostWeeks"/>.</param>
/// <param name="Days">On which days of the week, each once.</param>
public sealed record Block(DateOnly First, int Weeks, IReadOnlyList<PlanDay> Days)
{
    /// <summary>So many weeks are usual.</summary>
    public const int UsualWeeks = 4;

    /// <summary>Nobody sees further.</summary>
    public const int MostWeeks = 12;

    /// <summary>One day of the week is free.</summary>
    public const int MostDays = 6;

    /// <summary>What is done in a slot that the catalogue has nothing for, in the coach's words: pushes and pulls. Those that are named are part of the block.</summary>
    public IReadOnlyDictionary<Slot, string> Own { get; init; } = new Dictionary<Slot, string>();

    /// <summary>The day after its last one.</summary>
    public DateOnly End => First.AddDays(7 * Weeks);

    /// <summary>What is wrong with it.</summary>
    /// <returns>A sentence that says what to do; null where nothing is.</returns>
    public string? Problem() =>
        Weeks < 1 ? "A block has at least one week. Four are usual."
        : Weeks > MostWeeks
            ? $"{Weeks} weeks are further than anyone sees. Plan 1 to {MostWeeks}; four are usual, then look again."
        : Days.Count == 0 ? "Choose at least one day of the week."
        : Days.DistinctBy(d => d.Day).Count() < Days.Count
            ? "A day of the week stands there twice. One visit a day is enough."
        : Days.Count > MostDays ? $"Leave one day free: choose at most {MostDays}."
        : Own.Keys.Any(s => s.OfLegs()) ? "What the legs do comes from the ladders. Name pushes and pulls only."
        : null;

    /// <summary>When its visits are, in order.</summary>
    /// <returns>Each day once, the earliest first.</returns>
    public IReadOnlyList<(DateOnly Day, TimeOnly At)> Dates() =>
        [.. Enumerable.Range(0, 7 * Weeks).Select(First.AddDays).SelectMany(On)];

    /// <summary>The first of its days of the week after a day, beyond its end as well: where a visit goes that the block has no room for.</summary>
    /// <returns>Within the seven days that follow.</returns>
    public (DateOnly Day, TimeOnly At) After(DateOnly day) =>
        Enumerable.Range(1, 7).Select(day.AddDays).SelectMany(On).First();

    /// <summary>"Tue and Thu".</summary>
    public string DaysSaid
    {
        get
        {
            string[] names =
            [
                .. Days.OrderBy(d => ((int)d.Day + 6) % 7)
                    .Select(d => CultureInfo.InvariantCulture.DateTimeFormat.GetAbbreviatedDayName(d.Day)),
            ];
            return names.Length < 2 ? string.Concat(names) : $"{string.Join(", ", names[..^1])} and {names[^1]}";
        }
    }

    private IEnumerable<(DateOnly, TimeOnly)> On(DateOnly day) =>
        Days.Where(d => d.Day == day.DayOfWeek).Select(d => (day, d.At));
}
