namespace DeftStride.Core.Practice;

/// <summary>A sign that training stops for and a clinician is asked about.</summary>
/// <param name="Id">Stable id.</param>
/// <param name="Text">What the client reports or the coach sees.</param>
public sealed record RedFlag(string Id, string Text)
{
    /// <summary>All signs, the ones met most often first.</summary>
    public static IReadOnlyList<RedFlag> All { get; } =
    [
        new("sharp-pain", "Sharp or catching pain that nobody has examined"),
        new("locking", "A joint that locks"),
        new("giving-way", "A leg that gives way"),
        new("swelling", "Swelling"),
        new("pop", "A pop that was felt or heard"),
        new("night-pain", "Pain that wakes at night"),
        new("numbness", "Numbness or tingling"),
        new("fever", "Fever, or a joint that is hot"),
        new("calf", "Calf pain with swelling"),
        new("surgery", "Recent surgery or a fracture, not yet cleared"),
        new("chest", "Chest tightness or breathlessness"),
        new("dizziness", "Dizziness"),
        new("clinician-no", "A clinician has said no"),
    ];

    /// <summary>Finds a sign by id, or null.</summary>
    public static RedFlag? Find(string id) => All.FirstOrDefault(f => f.Id == id);
}

/// <summary>What the product says about its own limits.</summary>
public static class Cautions
{
    /// <summary>Confirmed once per studio by a coach.</summary>
    public static IReadOnlyList<string> Studio { get; } =
    [
        "Deft Stride helps a qualified coach look, measure and remember. It does not diagnose or treat.",
        "Your local rules, your scope of practice and a licensed clinician's word come before anything it says.",
        "Angles from pictures are measurements with a measuring error; recommendations are suggestions; the call is yours.",
        "Take extra care with pregnancy, dizziness, osteoporosis, children and joint replacements.",
    ];

    /// <summary>Shown where a check begins.</summary>
    public const string BeforeCheck =
        "Sharp or catching pain, locking, giving way, swelling or numbness: stop and refer.";

    /// <summary>What a score means where pain is asked, by the limit that is in force, 0–4.</summary>
    public static string AboutPain(int limit)
    {
        var stop = Pain.StopScore;
        var ordinary = limit == 0 ? "Only 0 is ordinary." : $"0–{limit} is ordinary.";
        var change =
            limit >= stop - 1 ? ""
            : limit == stop - 2 ? $" {stop - 1}: change one thing and ask again."
            : $" {limit + 1}–{stop - 1}: change one thing and ask again.";
        return $"{ordinary}{change} {stop} or more: stop this exercise today. Ask again next morning.";
    }

    /// <summary>Shown while an uncleared flag stands.</summary>
    public const string WhileFlagged =
        "No training advice until a coach clears this with a note: who examined, when, and what is allowed.";
}
