using DeftStride.Core.Deciding;
using DeftStride.Core.Ladders;
using DeftStride.Core.Practice;

namespace DeftStride.Core.Training;

/// <summary>Why a client needs a look today.</summary>
public enum AttentionKind
{
    /// <summary>A red flag stands.</summary>
    StopSign,

    /// <summary>Pain of 5 or more today: nothing more is trained.</summary>
    PainStop,

    /// <summary>A condition forbids what was planned.</summary>
    NotAllowed,

    /// <summary>A check was begun and not finished.</summary>
    Unfinished,

    /// <summary>A check has no decision yet.</summary>
    Undecided,

    /// <summary>Never looked at.</summary>
    FirstLook,

    /// <summary>Back after a break: lower, or a first look anew.</summary>
    AfterBreak,

    /// <summary>Pain last time: ask about it first.</summary>
    AskPain,

    /// <summary>The last decision asks for another look.</summary>
    LookAgain,

    /// <summary>A borrowed prop is to be tried without.</summary>
    TryWithout,

    /// <summary>The last look is more than two weeks old.</summary>
    Due,

    /// <summary>Nothing special: carry on with the cue.</summary>
    CarryOn,
}

/// <summary>What it is picked from.</summary>
/// <param name="Now">The present moment.</param>
/// <param name="PainLimit">The highest pain that is ordinary for this client.</param>
public sealed record AttentionFacts(DateTimeOffset Now, int PainLimit)
{
    /// <summary>How many stop signs stand.</summary>
    public int StopSigns { get; init; }

    /// <summary>The pain that ended training for today, or null.</summary>
    public int? StoppedByPain { get; init; }

    /// <summary>Why what was planned is not offered, or null.</summary>
    public string? NotAllowed { get; init; }

    /// <summary>What stands in for it, or null where nothing does.</summary>
    public string? Instead { get; init; }

    /// <summary>What stands for the next visit, in words.</summary>
    public string NextVisit { get; init; } = "";

    /// <summary>Whether the last pain was told without its kind.</summary>
    public bool LastPainKindOpen { get; init; }

    /// <summary>Whether a check was begun and not finished.</summary>
    public bool Unfinished { get; init; }

    /// <summary>When the last check was made, or null for never.</summary>
    public DateTimeOffset? LastLook { get; init; }

    /// <summary>What the coach decided after it, or null when nothing was.</summary>
    public DecisionOutcome? LastDecision { get; init; }

    /// <summary>The last pain reported then, or null when it was not asked.</summary>
    public int? LastPain { get; init; }

    /// <summary>The cue that has helped most, or null.</summary>
    public string? Cue { get; init; }

    /// <summary>A borrowed prop whose review is due, in a few words, or null.</summary>
    public string? DueProp { get; init; }

    /// <summary>When today's exercise was filmed last, and from where in words; null for never.</summary>
    public (DateTimeOffset At, string From)? LastFilm { get; init; }

    /// <summary>A break that is over today, or null.</summary>
    public LayOff? Away { get; init; }

    /// <summary>What to look at, in words: "both shins".</summary>
    public string What { get; init; } = "both sides";
}

/// <summary>The one thing to know about a client before the session.</summary>
/// <param name="Kind">Why.</param>
/// <param name="Sentence">What to do.</param>
/// <param name="Why">Why it says so: the rule and the facts.</param>
public sealed record Attention(AttentionKind Kind, string Sentence, string Why)
{
    /// <summary>A look older than this is due again.</summary>
    public static readonly TimeSpan LookInterval = TimeSpan.FromDays(14);

    /// <summary>Picks the most important one: stop sign, unfinished work, first look, pain, the last decision, age of the last look.</summary>
    /// <returns>One line with where it leads; never null.</returns>
    public static Attention Of(AttentionFacts facts)
    {
        ArgumentNullException.ThrowIfNull(facts);
        var (now, limit, stopSigns) = (facts.Now, facts.PainLimit, facts.StopSigns);
        var (lastPain, lastDecision, cue, what) = (facts.LastPain, facts.LastDecision, facts.Cue, facts.What);
        if (stopSigns > 0)
            return new(
                AttentionKind.StopSign,
                "A red flag stands. Clear it or refer before anything else.",
                $"{stopSigns} {(stopSigns == 1 ? "sign stands" : "signs stand")} uncleared. A sign that could mean harm comes before everything."
            );
        if (facts.StoppedByPain is { } stop)
            return new(
                AttentionKind.PainStop,
                $"Pain {stop} today: no further set. Ask again tomorrow morning.{(facts.NextVisit.Length > 0 ? $" Next visit: {char.ToLowerInvariant(facts.NextVisit[0])}{facts.NextVisit[1..]}, if it does not hurt." : "")}",
                $"Joint or tendon pain of {Pain.StopScore} or more ends the day’s training. From the next visit the nearest form that is not sore; a second session like it, and somebody qualified looks first."
            );
        if (facts.NotAllowed is { } no)
            return new(
                AttentionKind.NotAllowed,
                facts.Instead is { } other ? $"{other} today. {no}" : $"{no} Nothing that is offered here is left.",
                "What a clinician has forbidden, and what the record asks for, comes before the plan."
            );
        if (facts.Unfinished)
            return new(
                AttentionKind.Unfinished,
                "A check was begun. Go on where you left it.",
                "A look is kept unfinished; what was marked in it is still there."
            );
        if (facts.LastLook is not { } look)
            return new(
                AttentionKind.FirstLook,
                $"First check: {what}. Task only, no cues.",
                "No look is on record. The first is made before anything is coached, so that it shows what the client does unasked."
            );
        var days = (int)(now - look).TotalDays;
        var when =
            days == 0 ? "today"
            : days == 1 ? "yesterday"
            : $"{days} days ago";
        if (lastDecision is null)
            return new(
                AttentionKind.Undecided,
                "The last check has no decision yet.",
                $"The look of {when} was finished and nothing was decided on it."
            );
        if (facts.Away is { } away)
            return new(AttentionKind.AfterBreak, $"Back after {away.Sentence}", away.Why);
        if (lastPain > limit)
            return new(
                AttentionKind.AskPain,
                $"Pain was {lastPain} last time. Ask about it, and about the morning after.{(facts.LastPainKindOpen ? " Its kind was not asked: joint or tendon, or muscle?" : "")}",
                $"Pain of {lastPain}, {when}, is above the limit of {limit}; the morning after counts as much as the set."
            );
        var carry = cue is null ? "" : $" Cue: {cue.ToLowerInvariant()}.";
        var helped = cue is null ? "" : $" The cue is the one that helped this client last.";
        if (lastDecision is DecisionOutcome.Correct or DecisionOutcome.LookAgain or DecisionOutcome.ModifyAndRetest)
            return new(
                AttentionKind.LookAgain,
                $"Look again at {what}.{carry}",
                $"What was decided {when} asks for another look before anything else is decided.{helped}"
            );
        if (facts.DueProp is { } dueProp)
            return new(
                AttentionKind.TryWithout,
                $"Try without today: {dueProp.ToLowerInvariant()}.{carry}",
                "What is borrowed has a day on which it is tried without, and that day has come. It is given back when nothing is worse without it."
            );
        if (now - look > LookInterval)
            return new(
                AttentionKind.Due,
                facts.LastFilm is { } film
                    ? $"Filmed {(int)(now - film.At).TotalDays} days ago, {film.From}. Film it again from the same place.{carry}"
                    : $"Last look {days} days ago. Look again.{carry}",
                $"A block has a look once or twice; more than {(int)LookInterval.TotalDays} days without one is too long.{helped}"
            );
        return new(
            AttentionKind.CarryOn,
            cue is null ? "Carry on as decided." : $"Carry on.{carry}",
            $"Nothing is due: the last look was {when}, and what was decided then stands.{helped}"
        );
    }
}
