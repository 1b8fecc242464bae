using DeftStride.Core.Bodies;
using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Practice;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Training;

/// <summary>What a first choice looks at.</summary>
/// <param name="Goals">What the client comes for; may be empty.</param>
/// <param name="TrainingAge">How long they have trained, or null when nobody asked.</param>
/// <param name="Pains">What hurts.</param>
/// <param name="Left">Ranges of the left side.</param>
/// <param name="Right">Ranges of the right side.</param>
/// <param name="StandsOn">Rungs the client stands on already; empty at the first visit.</param>
/// <param name="StopSigns">How many stop signs stand.</param>
public sealed record ChoiceFacts(
    IReadOnlyList<Goal> Goals,
    TrainingAge? TrainingAge,
    IReadOnlyList<SitePain> Pains,
    RangeOfMotion Left,
    RangeOfMotion Right,
    IReadOnlyList<string> StandsOn,
    int StopSigns
)
{
    /// <summary>The age reached this year, or null while it was not asked.</summary>
    public int? Age { get; init; }

    /// <summary>Whether the client is under age.</summary>
    public bool UnderAge { get; init; }

    /// <summary>The style set for the client or the house, or null for each exercise's usual.</summary>
    public SchoolCode? Style { get; init; }

    /// <summary>Whether beginners begin on a low raised front foot here, rather than from the floor.</summary>
    public bool BeginnersRaised { get; init; }

    /// <summary>The highest pain that is ordinary for this client.</summary>
    public int PainLimit { get; init; } = Pain.DefaultLimit;

    /// <summary>What holds for this client today.</summary>
    public IReadOnlyList<Condition> Conditions { get; init; } = [];

    /// <summary>What the studio has; null while nobody listed it.</summary>
    public IReadOnlySet<Gear>? Things { get; init; }

    /// <summary>How feet and knees stand.</summary>
    public Build Build { get; init; } = Build.Unknown;

    /// <summary>From this age on somebody who is new begins on a low step.</summary>
    public bool Old => Age >= CareRecord.Old;
}

/// <summary>A reason for or against an exercise.</summary>
/// <param name="RuleId">The rule it comes from.</param>
/// <param name="Points">How much it weighs; negative against.</param>
/// <param name="Text">The reason in words.</param>
public sealed record ChoiceReason(string RuleId, int Points, string Text);

/// <summary>An exercise that could be started with.</summary>
/// <param name="Exercise">Which.</param>
/// <param name="School">In which school.</param>
/// <param name="Reasons">Everything that spoke, the heaviest first.</param>
public sealed record Candidate(Exercise Exercise, SchoolCode School, IReadOnlyList<ChoiceReason> Reasons)
{
    /// <summary>The sum of its reasons.</summary>
    public int Score => Reasons.Sum(r => r.Points);
}

/// <summary>A rule of the first choice: when it speaks, for which exercises, how loudly, and why.</summary>
/// <param name="Id">Stable id.</param>
/// <param name="When">Whether it speaks.</param>
/// <param name="Speaks">Points and words per exercise id.</param>
public sealed record ChoiceRule(
    string Id,
    Func<ChoiceFacts, bool> When,
    IReadOnlyList<(string ExerciseId, int Points, string Text)> Speaks
);

/// <summary>What to start with, why, and why not the next two.</summary>
/// <param name="Start">The one to start with, or null while a red flag stands, something hurts too much, or everything is forbidden.</param>
/// <param name="NotYet">The next two.</param>
/// <param name="Sentence">The answer in one sentence.</param>
public sealed record FirstChoice(Candidate? Start, IReadOnlyList<Candidate> NotYet, string Sentence)
{
    /// <summary>What to ask before the first repetition, in sentences.</summary>
    public IReadOnlyList<string> AskFirst { get; init; } = [];

    /// <summary>What is not offered, and whose word that is, in sentences.</summary>
    public IReadOnlyList<string> LeftOut { get; init; } = [];

    /// <summary>Small drills for the warm-up that feet and knees ask for, those that nothing forbids.</summary>
    public IReadOnlyList<HelperFirst> Helpers { get; init; } = [];

    private static readonly Angle StiffAnkle = Angle.FromDegrees(28);
    private static readonly Angle StiffToe = Angle.FromDegrees(50);
    private const string Floor = "split-squat-from-floor",
        Pad = "split-squat-to-pad",
        Raised = "front-foot-raised",
        Forward = "knee-forward-split-squat",
        Rear = "rear-foot-raised",
        Reverse = "reverse-lunge",
        Tap = "step-down-tap",
        Up = "step-up",
        Low = "low-step-up",
        Kneel = "half-kneeling-hold",
        Stand = "one-leg-stand";

    /// <summary>Every rule, in the order in which their reasons are read.</summary>
    public static IReadOnlyList<ChoiceRule> Rules { get; } =
    [
        new(
            "always",
            _ => true,
            [
                (Pad, 2, "the form that everything else is compared with"),
                (Floor, 1, "shows the bottom first"),
                (Reverse, 0, "the first foot that travels"),
                (Raised, 0, "deeper for the front leg"),
                (Rear, -1, "more range and balance than a first lesson needs"),
                (Tap, 0, "the smallest step that shows the pelvis"),
                (Up, -1, "wants a steady pelvis first"),
                (Low, -1, "less than most need to begin with"),
                (Kneel, 0, "the bottom, held still"),
                (Forward, -3, "comes after the elevated front foot"),
                (Stand, -1, "still, and soon too easy"),
            ]
        ),
        new(
            "new",
            f => f.TrainingAge == TrainingAge.New && !f.BeginnersRaised,
            [
                (Floor, 3, "new to this: starting at the bottom shows the place to come back to"),
                (Pad, -1, "easier once the floor form is known"),
                (Rear, -4, "not in a first month"),
                (Reverse, -2, "first learn the place, then step into it"),
                (Raised, -2, "deeper than a first lesson needs"),
                (Up, -2, "a low box first"),
                (Tap, -2, "stand level first, then lower"),
                (Stand, 1, "still, and easy to see"),
            ]
        ),
        new(
            "new-raised",
            f => f.TrainingAge == TrainingAge.New && f.BeginnersRaised,
            [
                (Raised, 4, "new to this: a low raised front foot is where beginners begin here (setting)"),
                (Pad, -1, "easier once the raised form is known"),
                (Rear, -4, "not in a first month"),
                (Reverse, -2, "first learn the place, then step into it"),
                (Tap, -2, "stand level first, then lower"),
            ]
        ),
        new(
            "under-18",
            f => f.UnderAge,
            [
                (Pad, 4, "technique before load: body weight, a still picture to learn"),
                (Floor, -1, "can come after the standing form"),
                (Rear, -5, "no heavy form this early"),
                (Forward, -3, "not while growing fast"),
            ]
        ),
        new(
            "old",
            f => f.Old,
            [
                (Low, 5, "a low box with a rail in reach is the safe beginning"),
                (Stand, 3, "a hand on the rail, ten seconds"),
                (Tap, -3, "stepping down waits until the one-leg stand holds"),
                (Up, -4, "a low box first"),
                (Floor, -3, "down to the floor and up again is hard at first"),
                (Pad, -1, "after the low step"),
                (Rear, -5, "more balance than a beginning needs"),
            ]
        ),
        new("months", f => f.TrainingAge == TrainingAge.Months, [(Pad, 2, "some months in: the standing form")]),
        new(
            "years",
            f => f.TrainingAge == TrainingAge.Years,
            [
                (Pad, 1, "well used to training: it is the look, and a warm-up set tells the load"),
                (Rear, 2, "years of training carry it"),
                (Floor, -1, "likely too easy"),
            ]
        ),
        new(
            "strength",
            f => f.Goals.Contains(Goal.Strength),
            [(Pad, 1, "takes load well"), (Rear, 2, "takes heavy load")]
        ),
        new(
            "front-thigh",
            f => f.Goals.Contains(Goal.FrontThigh),
            [(Raised, 4, "bends the front knee deepest"), (Up, 1, "works the front thigh")]
        ),
        new(
            "buttock",
            f => f.Goals.Contains(Goal.Buttock),
            [
                (Reverse, 2, "pulls through the front heel"),
                (Pad, 1, "the hip does the braking"),
                (Rear, 1, "loads the front hip"),
            ]
        ),
        new(
            "running",
            f => f.Goals.Contains(Goal.Running),
            [
                (Reverse, 4, "trunk over the shin, weight over the front foot, as in running"),
                (Tap, 1, "shows the standing hip"),
            ]
        ),
        new(
            "stairs",
            f => f.Goals.Contains(Goal.HillsAndStairs),
            [
                (Up, 3, "is the stair itself"),
                (Low, 5, "is the stair itself, made small"),
                (Tap, 2, "is the way down, made small"),
                (Pad, 1, "the leg without the height: a look at it tells much"),
            ]
        ),
        new(
            "pelvis",
            f => f.Goals.Contains(Goal.PelvicControl),
            [(Tap, 5, "shows and trains the level pelvis"), (Stand, 5, "level without moving")]
        ),
        new(
            "hips",
            f => f.Goals.Contains(Goal.HipFreedom),
            [(Kneel, 5, "opens the front of the rear hip"), (Floor, 1, "starts from there")]
        ),
        new(
            "return",
            f => f.Goals.Contains(Goal.Return),
            [
                (Floor, 3, "after a lay-off one rung below where they stopped"),
                (Rear, -3, "not straight after a lay-off"),
                (Up, -1, "height comes back last"),
            ]
        ),
        new(
            "front-knee-working",
            f => Hurts(f, LegRole.Front, PainSite.KneeFront, PainSite.BelowKneecap),
            [
                (Pad, 2, "a vertical shin spares the front of the knee at the bottom"),
                (Floor, 1, "shallow and from below"),
                (Raised, -5, "bends the sore knee deepest"),
                (Forward, -5, "takes the sore knee furthest"),
                (Up, -3, "a high box bends the sore knee under load"),
                (Tap, -2, "lowers onto the sore knee"),
                (Reverse, -1, "after the planted form; before any forward lunge"),
            ]
        ),
        new(
            "knee-inside",
            f => Hurts(f, LegRole.Front, PainSite.KneeInside),
            [
                (Tap, 1, "low, a hand on support, the knee line watched and the inner ankle looked at"),
                (Rear, -2, "more balance than a sore knee needs"),
                (Up, -1, "a low box first"),
            ]
        ),
        new(
            "front-knee-trailing",
            f => Hurts(f, LegRole.Rear, PainSite.KneeFront, PainSite.BelowKneecap),
            [
                (Rear, -5, "bends the sore rear knee most"),
                (Raised, 2, "takes weight and bend off the rear leg"),
                (Kneel, -2, "kneels on the sore knee"),
            ]
        ),
        new(
            "hip-front",
            f => Hurts(f, null, PainSite.HipFront),
            [
                (Rear, -4, "hangs on the front of the hip"),
                (Raised, 1, "asks less of the rear hip"),
                (Up, -2, "folds the hip far"),
            ]
        ),
        new(
            "back",
            f => Hurts(f, null, PainSite.Back),
            [(Rear, -3, "tempts the back to arch"), (Floor, 1, "short and upright")]
        ),
        new(
            "stiff-ankle",
            f => Least(f, RangeTest.AnkleBend) is { } a && a < StiffAnkle,
            [
                (Raised, 0, "with a heel wedge that fits: the ankle runs out before the knee is forward"),
                (Forward, -3, "needs ankle that is not there yet"),
                (Pad, 0, "a vertical shin asks little of the ankle"),
            ]
        ),
        new(
            "stiff-toe",
            f => Least(f, RangeTest.BigToe) is { } t && t < StiffToe,
            [
                (Pad, -2, "stands long on a stiff big toe"),
                (Reverse, -1, "lands on a stiff big toe"),
                (Raised, 2, "asks less of the rear big toe"),
            ]
        ),
    ];

    /// <summary>
    /// Chooses. Equal scores keep the order of the first rule, which is the order in which the exercises are usually taught.
    /// Pain of <see cref="Pain.StopScore"/> or more proposes nothing before it is understood, and nothing is proposed that a
    /// condition forbids.
    /// </summary>
    /// <returns>The first and the next two with why; nothing is proposed where pain must be understood first or all is forbidden.</returns>
    public static FirstChoice Of(ChoiceFacts facts)
    {
        ArgumentNullException.ThrowIfNull(facts);
        if (facts.StopSigns > 0)
            return new(null, [], "A red flag stands: nothing is chosen until it is cleared.");
        if (facts.Pains.Where(p => p.Counted >= Pain.StopScore).MaxBy(p => p.Score) is { } loud)
            return new(
                null,
                [],
                $"No exercise yet: pain {loud.Score}, {SitePain.Word(loud.Site)}. Find out first what it is; where nobody knows, refer."
            )
            {
                AskFirst =
                [
                    "Go through the red flags.",
                    "Has anyone looked at it? Who, and what is allowed?",
                    $"Which movement gives it, and does anything bring it below {Pain.StopScore}?",
                ],
            };
        var order = Rules[0].Speaks.Select(s => s.ExerciseId).ToArray();
        var spoken = Rules
            .Where(r => r.When(facts))
            .SelectMany(r => r.Speaks.Select(s => (s.ExerciseId, Reason: new ChoiceReason(r.Id, s.Points, s.Text))))
            .Concat(Standing(facts))
            .ToLookup(s => s.ExerciseId, s => s.Reason);
        var all = order.Select(id => Exercise.Find(id)!).ToArray();
        var out_ = all.Select(e => (Exercise: e, By: Condition.Refusing(facts.Conditions, e)))
            .Where(e => e.By is not null)
            .ToArray();
        string[] leftOut =
        [
            .. out_.GroupBy(e => e.By!)
                .Select(g => $"{string.Join(", ", g.Select(e => e.Exercise.Name))}: not offered. {g.Key.Line}"),
        ];
        var ranked = all.Except(out_.Select(e => e.Exercise))
            .Select(e => new Candidate(
                e,
                SchoolFor(e, facts),
                [.. spoken[e.Id].OrderByDescending(r => Math.Abs(r.Points))]
            ))
            .OrderByDescending(c => c.Score)
            .ThenBy(c => Array.IndexOf(order, c.Exercise.Id))
            .ToArray();
        if (ranked.Length == 0)
            return new(
                null,
                [],
                $"Nothing is offered: {facts.Conditions.Where(c => c.Forbids.Count > 0).MaxBy(c => c.Forbids.Contains(Forbidden.Everything))!.Line}"
            )
            {
                LeftOut = leftOut,
            };
        var start = ranked[0];
        var why =
            start.Reasons.Where(r => r.Points > 0).Select(r => r.Text).FirstOrDefault() ?? "nothing speaks against it";
        // A style is named only where it has a say.
        var style =
            start.Exercise.LeftToSchool || start.Exercise.UsualSchool is not null
                ? $", {LowerFirst(School.Of(start.School).Name)}"
                : "";
        var sore = facts.Pains.Where(p => p.Counted > facts.PainLimit).MaxBy(p => p.Score);
        return new(
            start,
            [.. ranked.Skip(1).Take(2)],
            $"Start with the {LowerFirst(start.Exercise.Name)}{style}: {why}.{(sore is null ? "" : $" Only as deep as pain {facts.PainLimit}.")}"
        )
        {
            AskFirst = sore is null
                ? []
                :
                [
                    $"{Capital(SitePain.Word(sore.Site))}, {sore.Score}: sharp or catching, or has someone looked at it?",
                    $"Only when that leg is {(sore.Role == LegRole.Front ? "in front, or behind" : "behind, or in front")} too?",
                ],
            LeftOut = leftOut,
            Helpers =
            [
                .. facts
                    .Build.Helpers()
                    .Where(h =>
                        Condition.Refusing(facts.Conditions, h.Exercise, false) is null
                        && h.Exercise.Lacking(facts.Things) is null
                    ),
            ],
        };
    }

    /// <summary>Where the client stands already speaks loudest: that rung's exercise for itself, and against every one that lies further up the same ladder.</summary>
    private static IEnumerable<(string ExerciseId, ChoiceReason Reason)> Standing(ChoiceFacts facts)
    {
        foreach (var (ladder, rung) in facts.StandsOn.Select(Ladder.Find).OfType<(Ladder, Rung)>())
        {
            yield return (rung.ExerciseId, new ChoiceReason("ladder", 6, $"stands on this rung already: {rung.Name}"));
            var above = new HashSet<string>();
            void Climb(Rung from)
            {
                foreach (var next in from.Next.Select(id => ladder.Rungs.Single(r => r.Id == id)))
                {
                    if (above.Add(next.ExerciseId))
                        Climb(next);
                }
            }

            Climb(rung);
            foreach (var exercise in above.Where(e => e != rung.ExerciseId))
                yield return (
                    exercise,
                    new ChoiceReason("ladder", -6, $"further up than {rung.Name}, where the client stands")
                );
        }
    }

    /// <summary>Why one of the next two is not the first: what speaks against it most, or what it lacks.</summary>
    /// <returns>A few words.</returns>
    public static string WhyNot(Candidate candidate)
    {
        ArgumentNullException.ThrowIfNull(candidate);
        return candidate.Reasons.Where(r => r.Points < 0).OrderBy(r => r.Points).Select(r => r.Text).FirstOrDefault()
            ?? "suits too, a little less";
    }

    /// <summary>
    /// The style for an exercise: never a deep front knee for a sore one, and an upright beginning for the young; else the one
    /// that is set for the client or the house where the exercise leaves it open, else the exercise's usual.
    /// </summary>
    private static SchoolCode SchoolFor(Exercise exercise, ChoiceFacts facts)
    {
        var sore = Hurts(facts, LegRole.Front, PainSite.KneeFront, PainSite.BelowKneecap);
        if (exercise.UsualSchool is null or SchoolCode.VerticalShin && (sore || facts.UnderAge))
            return SchoolCode.VerticalShin;
        if (facts.Style is { } own && exercise.LeftToSchool && !(sore && own == SchoolCode.KneeForward))
            return own;
        if (
            exercise.Id == Reverse
            && facts.Goals.Contains(Goal.Running)
            && facts.TrainingAge is not (null or TrainingAge.New)
        )
            return SchoolCode.Inclined;
        return exercise.UsualSchool ?? SchoolCode.VerticalShin;
    }

    private static bool Hurts(ChoiceFacts facts, LegRole? role, params PainSite[] sites) =>
        facts.Pains.Any(p => p.Counted > 0 && sites.Contains(p.Site) && (role is null || p.Role == role));

    private static Angle? Least(ChoiceFacts facts, RangeTest test)
    {
        var measured = new[] { facts.Left.Of(test), facts.Right.Of(test) }
            .Where(l => l.Measured)
            .Select(l => l.Most)
            .ToArray();
        return measured.Length == 0 ? null : measured.Min();
    }

    private static string Capital(string text) => char.ToUpperInvariant(text[0]) + text[1..];

    private static string LowerFirst(string text) => char.ToLowerInvariant(text[0]) + text[1..];
}
