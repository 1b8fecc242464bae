namespace DeftStride.Core.Practice;

/// <summary>What the product says about its own limits.</summary>
public static class Cautions
{
    /// <summary>Confirmed once per studio by a coach.</summary>
    public static IReadOnlyList<string> Studio { get; } =
    [
        "Deft Stride helps a qualified coach look, measure and remember. It does not diagnose or treat.",
        "Your local rules, your scope of practice and a licensed clinician's word come before anything it says.",
        "Angles from pictures are measurements with a measuring error; recommendations are suggestions; the call is yours.",
        "Take extra care where a client's record asks for it: pregnancy, dizziness, brittle bone, children, joint replacements.",
    ];

    /// <summary>Shown where a check begins.</summary>
    public const string BeforeCheck =
        "Sharp or catching pain, giving way, swelling or numbness: stop, and raise a red flag.";

    /// <summary>What a score means where pain is asked, by the limit that is in force, 0–4.</summary>
    /// <returns>Sentences with the limit.</returns>
    public static string AboutPain(int limit)
    {
        var stop = Pain.StopScore;
        var ordinary = limit == 0 ? "Only 0 is ordinary." : $"0–{limit} is ordinary.";
        var change =
            limit >= stop - 1 ? ""
            : limit == stop - 2 ? $" {stop - 1}: change one thing and ask again."
            : $" {limit + 1}–{stop - 1}: change one thing and ask again.";
        return $"{ordinary}{change} {stop} or more: stop for today. Ask again next morning.";
    }

    /// <summary>Shown while an uncleared flag stands.</summary>
    public const string WhileFlagged =
        "No training advice until a coach clears this with a note: who examined, when, and what is allowed.";
}
