using DeftStride.Core.Measuring;

namespace DeftStride.Core.Exercises;

/// <summary>One thing that is done the way this house does it, for a card or the library.</summary>
/// <param name="Name">What it is about.</param>
/// <param name="Text">How it is done here.</param>
public sealed record StyleLine(string Name, string Text);

/// <summary>
/// What the settings that coaches disagree about come to for one client and exercise: what they change in words, bands and forms
/// is worked out here and nowhere else. The members hold option ids of <see cref="Setting"/>.
/// </summary>
public sealed record HouseStyle
{
    /// <summary>Everything as it is without a choice.</summary>
    public static HouseStyle Usual { get; } = Of(id => Setting.Find(id)!.Options[0].Id, null);

    /// <summary>The toe that the knee follows.</summary>
    public required string Toe { get; init; }

    /// <summary>Where the pressure under the front foot is asked for.</summary>
    public required string Pressure { get; init; }

    /// <summary>What scales are held against.</summary>
    public required string Share { get; init; }

    /// <summary>How straight the knee is at the top.</summary>
    public required string Top { get; init; }

    /// <summary>How a step-up repeats.</summary>
    public required string Rhythm { get; init; }

    /// <summary>The trunk in a step-up.</summary>
    public required string StepTrunk { get; init; }

    /// <summary>Where the hips go in a lateral lunge.</summary>
    public required string Lateral { get; init; }

    /// <summary>Where the hips go with the rear foot raised.</summary>
    public required string RearPath { get; init; }

    /// <summary>From where a lunge is pushed back.</summary>
    public required string Return { get; init; }

    /// <summary>When to breathe in.</summary>
    public required string Breath { get; init; }

    /// <summary>The style of the front knee in force; null for the exercise's own.</summary>
    public SchoolCode? School { get; init; }

    /// <summary>From the settings in force.</summary>
    /// <param name="setting">The option in force of a setting, by id.</param>
    /// <param name="school">The style in force, or null for the exercise's own.</param>
    /// <returns>The options by their ids; what follows from them is worked out when it is asked for.</returns>
    public static HouseStyle Of(Func<string, string> setting, SchoolCode? school)
    {
        ArgumentNullException.ThrowIfNull(setting);
        return new HouseStyle
        {
            Toe = setting("toe"),
            Pressure = setting("pressure"),
            Share = setting("share"),
            Top = setting("top"),
            Rhythm = setting("rhythm"),
            StepTrunk = setting("step-trunk"),
            Lateral = setting("lateral"),
            RearPath = setting("rear-path"),
            Return = setting("return"),
            Breath = setting("breath"),
            School = school,
        };
    }

    /// <summary>The toe in words, after "toward".</summary>
    public string ToeWords =>
        Toe switch
        {
            "middle" => "the middle toe",
            "outer" => "the outer toes",
            _ => "the second toe",
        };

    /// <summary>Where the pressure is asked for, after "weight on".</summary>
    public string PressureWords =>
        Pressure switch
        {
            "mid-foot" => "the middle of the foot",
            "inner-edge" => "the inner edge of the foot",
            "big-toe-base" => "the base of the big toe",
            "heel" => "the heel",
            _ => "three points of the foot",
        };

    private string ReturnWords =>
        Return switch
        {
            "whole" => "whole front foot",
            "ball" => "ball of the front foot",
            _ => "front heel",
        };

    /// <summary>How to breathe, as it is said before a repetition.</summary>
    public string BreathWords =>
        Breath switch
        {
            "steady" => "Breathe steadily",
            "nose" => "Breathe through the nose",
            _ => "Breathe in",
        };

    private string ShoeWords =>
        School switch
        {
            SchoolCode.KneeForward => "one and a half shoes",
            SchoolCode.Inclined => "two shoes",
            _ => "two and a half shoes",
        };

    /// <summary>A text of the catalogue or the table of faults as this house says it. What stands in braces there is filled here.</summary>
    /// <returns>The text itself where nothing stands in braces.</returns>
    public string Say(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        return !text.Contains('{', StringComparison.Ordinal)
            ? text
            : text.Replace("{toe}", ToeWords, StringComparison.Ordinal)
                .Replace("{pressure}", PressureWords, StringComparison.Ordinal)
                .Replace("{return}", ReturnWords, StringComparison.Ordinal)
                .Replace("{breath}", BreathWords, StringComparison.Ordinal)
                .Replace("{shoes}", ShoeWords, StringComparison.Ordinal)
                .Replace(
                    "{corner}",
                    Lateral == "straight" ? "to the wall behind you" : "to the corner behind you",
                    StringComparison.Ordinal
                )
                .Replace(
                    "{lateral}",
                    Lateral == "straight"
                        ? "Step straight to the side with both feet level, hips going straight back."
                        : "Outside foot slightly ahead, hips going back on a diagonal toward something behind.",
                    StringComparison.Ordinal
                );
    }

    /// <summary>An exercise in this house's words.</summary>
    /// <returns>The same exercise where no word of it is the house's.</returns>
    public Exercise On(Exercise exercise)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        return exercise with
        {
            Task =
                exercise.Rhythms.Count == 0
                    ? Say(exercise.Task)
                    : Rhythm switch
                    {
                        "b" =>
                            "Step up and stand tall, free knee high; change sides on the floor each time. Three a side.",
                        "c" => "Step up, both feet together on the box, first up is first down. Three a side.",
                        _ => Say(exercise.Task),
                    },
            SetUp = Say(exercise.SetUp),
            LookFor =
            [
                .. exercise.LookFor.Select((look, i) => HipDominant(exercise) && i == 0 ? HipsBack : look).Select(Say),
            ],
        };
    }

    /// <summary>Whether the knee never straightens at the top of an exercise in this style.</summary>
    /// <returns>False where it may go straight.</returns>
    public bool SoftTop(Exercise exercise, SchoolCode school)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        return Top == "never" || Top == "soft" || (Top == "usual" && NeverStraight(exercise, school));
    }

    private const string HipsBack = "Hips travel back and down: the hip-dominant form, marked";

    private static bool NeverStraight(Exercise exercise, SchoolCode school) =>
        exercise.LeftToSchool && school == SchoolCode.KneeForward;

    /// <summary>What there is in an exercise as it is done here today.</summary>
    /// <param name="exercise">The exercise.</param>
    /// <param name="school">The style in force.</param>
    /// <param name="loaded">Whether a load is held.</param>
    /// <returns>All that are there, together.</returns>
    public Forms FormsOf(Exercise exercise, SchoolCode school, bool loaded)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        return exercise.Forms
            | (loaded ? Forms.Loaded : Forms.Any)
            | (SoftTop(exercise, school) ? Forms.SoftTop : Forms.Any)
            | (SettleGate.Belongs(exercise, school) ? Forms.Settled : Forms.Any)
            | (exercise.Rhythms.Count > 0 && Rhythm == "c" ? Forms.FeetMeet : Forms.Any)
            | (exercise.Shape.FootTravels && Return == "ball" ? Forms.BallPush : Forms.Any);
    }

    /// <summary>The least that scales should show in front, percent: the aim less ten, and never under half.</summary>
    /// <returns>50–100.</returns>
    public double ShareFloor(School school)
    {
        ArgumentNullException.ThrowIfNull(school);
        return Math.Max(50, ShareAim(school) - 10);
    }

    /// <summary>How much of the load the front foot should carry, percent.</summary>
    /// <returns>0–100.</returns>
    public double ShareAim(School school)
    {
        ArgumentNullException.ThrowIfNull(school);
        return Share switch
        {
            "eighty" => 80,
            "even" => 50,
            _ => school.ShareAim,
        };
    }

    /// <summary>
    /// How bent the knee may be at the top, degrees of flexion, or null where nothing follows: soft and never straight are house
    /// rules of ours, straight is up to 6° and no more than 5° past it.
    /// </summary>
    /// <returns>Degrees of flexion, negative where it may go past straight; null where nothing follows.</returns>
    public BandChoice? TopBand(Exercise exercise, SchoolCode school)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        return Top switch
        {
            "soft" => new BandChoice(5, 25),
            "full" => new BandChoice(-5, 6),
            "never" => new BandChoice(8, null),
            _ => NeverStraight(exercise, school) ? new BandChoice(8, null) : null,
        };
    }

    /// <summary>What a check takes otherwise than the exercise has it, because of a setting.</summary>
    /// <returns>Null for as the exercise has it.</returns>
    public BandChoice? BandFor(string measureId, Exercise exercise, School school)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        ArgumentNullException.ThrowIfNull(school);
        return measureId switch
        {
            "load-share" when exercise.LeftToSchool => new BandChoice(ShareFloor(school), null),
            "top-knee" => TopBand(exercise, school.Code),
            // Noted, a house rule of ours: a slight lean may reach 35° at the start, an upright chest 15°.
            "trunk-lean" when exercise.Rhythms.Count > 0 => new BandChoice(null, StepTrunk == "tall" ? 15 : 35),
            _ => null,
        };
    }

    /// <summary>
    /// Whether a check is not looked at in this style: with both feet on the box the other leg lowers, and where the set-up is
    /// settled into the front hip the small turn of the pelvis is meant.
    /// </summary>
    /// <returns>False for every other check.</returns>
    public bool Drops(string measureId, Exercise exercise, SchoolCode school)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        return measureId switch
        {
            "free-foot" or "free-knee" or "descent" => exercise.Rhythms.Count > 0 && Rhythm == "c",
            "pelvic-turn" => SettleGate.Belongs(exercise, school),
            _ => false,
        };
    }

    /// <summary>Whether a check is recorded and not judged in this style: hips that are meant to travel back cannot be faulted for it.</summary>
    /// <returns>True where it is still read and shown, without a verdict.</returns>
    public bool Unjudged(string measureId, Exercise exercise)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        return measureId == "hip-path" && HipDominant(exercise);
    }

    /// <summary>Whether an exercise is done in its hip-dominant form here: marked, never taken for granted.</summary>
    /// <returns>False where nobody marked it.</returns>
    public bool HipDominant(Exercise exercise)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        return exercise.Form == SplitForm.RearFootRaised && RearPath == "back";
    }

    /// <summary>Where a point is placed, when a setting decides it.</summary>
    /// <returns>After "tap"; null where no setting decides it.</returns>
    public string? PointWords(Landmark landmark, View view) =>
        landmark == Landmark.Toe && view != View.Side && Toe != "second" ? $"tip of {ToeWords}" : null;

    /// <summary>How an exercise is done here, for a card or the library; only what belongs to it.</summary>
    /// <returns>In the order in which they are said; empty where nothing belongs to it.</returns>
    public IReadOnlyList<StyleLine> Lines(Exercise exercise, SchoolCode school)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        var lines = new List<StyleLine>();
        var forms = exercise.Forms;
        if ((forms & (Forms.BackLeg | Forms.OneLeg)) != 0 && (forms & Forms.Kneels) == 0)
            lines.Add(new("Pressure", Capital(PressureWords)));
        if (exercise.LeftToSchool)
            lines.Add(new("Front share", $"{ShareAim(Exercises.School.Of(school)):0} % is the aim"));
        if ((forms & Forms.Moves) != 0 && (exercise.LeftToSchool || exercise.Shape.OneLeg))
        {
            lines.Add(
                new(
                    "Top",
                    Top switch
                    {
                        "soft" => "Knee soft",
                        "full" => "Knee straight",
                        "never" => "Knee never straight",
                        _ when NeverStraight(exercise, school) => "Knee never straight",
                        _ when exercise.Shape.Box != BoxWay.None => "Knee straight",
                        _ => "Knee may straighten",
                    }
                )
            );
        }

        if (exercise.Rhythms.Count > 0)
        {
            lines.Add(
                new(
                    "Rhythm",
                    Rhythm switch
                    {
                        "b" => "Sides in turn, changing on the floor",
                        "c" => "Both feet meet on the box, first up is first down",
                        _ => "All on one side, free knee high",
                    }
                )
            );
            lines.Add(new("Trunk", StepTrunk == "tall" ? "Chest up, ribs down" : "Slight lean"));
        }

        if (exercise.Form == SplitForm.RearFootRaised)
            lines.Add(new("Hips", RearPath == "back" ? "Back and down, hip-dominant" : "Straight up and down"));
        if (exercise.Shape.FootTravels)
            lines.Add(new("Return", $"Push through the {ReturnWords}"));
        if ((forms & Forms.Sideways) != 0)
            lines.Add(new("Hips", Lateral == "straight" ? "Straight back" : "Back on a diagonal"));
        if ((forms & Forms.Moves) != 0)
        {
            lines.Add(
                new(
                    "Breath",
                    Breath switch
                    {
                        "steady" => "Any steady pattern",
                        "nose" => "Through the nose",
                        _ => "In on the way down",
                    }
                )
            );
        }

        return lines;
    }

    private static string Capital(string words) => char.ToUpperInvariant(words[0]) + words[1..];
}
