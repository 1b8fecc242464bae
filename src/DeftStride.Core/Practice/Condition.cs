using System.Globalization;
using DeftStride.Core.Exercises;

namespace DeftStride.Core.Practice;

/// <summary>Whose word a condition is.</summary>
public enum ConditionFrom
{
    /// <summary>A clinician's, in the note that cleared a red flag: the coach cannot overrule it.</summary>
    Clinician,

    /// <summary>The client's record asks for it: the coach can overrule it with a reason.</summary>
    Record,
}

/// <summary>What holds for a client until it ends: shown with every exercise, and a filter on what is offered.</summary>
/// <param name="From">Whose word it is.</param>
/// <param name="Who">Who said so and when, or what the record says.</param>
/// <param name="Says">What is allowed or asked for, in words.</param>
/// <param name="Forbids">Kinds of work that are out, by the ids of <see cref="Forbidden"/>; may be empty.</param>
/// <param name="Until">The last day on which it holds, or null for until it is changed.</param>
public sealed record Condition(
    ConditionFrom From,
    string Who,
    string Says,
    IReadOnlyList<string> Forbids,
    DateOnly? Until = null
)
{
    /// <summary>The question of the record that it comes from; null for a clinician's word.</summary>
    public string? FieldId { get; init; }

    /// <summary>Whether it still holds on a day.</summary>
    /// <returns>True on its last day too.</returns>
    public bool Holds(DateOnly day) => !(Until < day);

    /// <summary>What is out, in words: "no kneeling, no load"; empty for nothing.</summary>
    public string No =>
        string.Join(", ", Forbids.Select(Forbidden.Find).OfType<Forbidden>().Select(f => $"no {f.Name}"));

    /// <summary>In a line: "No kneeling until 31 May (Dr Ott, physician, 3 May): split squats, body weight."</summary>
    public string Line
    {
        get
        {
            var until = Until is { } last
                ? string.Create(CultureInfo.InvariantCulture, $" until {last:d MMMM yyyy}")
                : "";
            var no = No;
            var says = Says.Trim().TrimEnd('.');
            return no.Length > 0
                ? $"{Capital(no)}{until} ({Who}){(says.Length > 0 ? $": {says}" : "")}."
                : $"{Capital(says)}{until} ({Who}).";
        }
    }

    /// <summary>Whether it forbids an exercise, or the load of a dose.</summary>
    /// <returns>False where it says nothing of such exercises.</returns>
    public bool Refuses(Exercise exercise, bool loaded = false) =>
        Forbids.Select(Forbidden.Find).OfType<Forbidden>().Any(f => f.Covers(exercise) || (f.Loads && loaded));

    /// <summary>The first condition that forbids an exercise.</summary>
    /// <returns>A clinician's before the record's; null when none does.</returns>
    public static Condition? Refusing(IEnumerable<Condition> conditions, Exercise exercise, bool loaded = false)
    {
        ArgumentNullException.ThrowIfNull(conditions);
        ArgumentNullException.ThrowIfNull(exercise);
        return conditions.Where(c => c.Refuses(exercise, loaded)).OrderBy(c => c.From).FirstOrDefault();
    }

    /// <summary>Why something is not offered.</summary>
    /// <returns>Sentences that name the condition, who set it and what to choose instead.</returns>
    public string Refusal(Exercise exercise)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        return $"{exercise.Name} is not offered. {Line} Choose another form{(From == ConditionFrom.Record ? "; or, where you judge otherwise, say why under Meet" : "; only a new note from the clinician changes this")}.";
    }

    private static string Capital(string text) => text.Length == 0 ? "" : char.ToUpperInvariant(text[0]) + text[1..];
}
