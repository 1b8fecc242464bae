namespace DeftStride.Core.Exercises;

/// <summary>One way a setting can be.</summary>
public sealed record SettingOption(string Id, string Name);

/// <summary>Something coaches disagree about, with a default that can be changed per client, exercise, school or studio.</summary>
/// <param name="Id">Stable id.</param>
/// <param name="Name">Its name on screen.</param>
/// <param name="Options">The ways it can be; the first is the default.</param>
/// <param name="Why">What hangs on it.</param>
public sealed record Setting(string Id, string Name, IReadOnlyList<SettingOption> Options, string Why)
{
    /// <summary>All settings.</summary>
    public static IReadOnlyList<Setting> All { get; } =
    [
        Of(
            "toe",
            "Toe the knee follows",
            "Where the line of the foot is laid for knee tracking.",
            ("second", "second"),
            ("middle", "middle"),
            ("outer", "outer")
        ),
        Of(
            "pressure",
            "Pressure under the front foot",
            "What the client is asked to feel.",
            ("tripod", "three points"),
            ("mid-foot", "mid-foot"),
            ("inner-edge", "inner edge"),
            ("big-toe-base", "base of the big toe"),
            ("heel", "heel")
        ),
        Of(
            "share",
            "Front share",
            "What scales are held against.",
            ("school", "as the style has it"),
            ("eighty", "80 % everywhere"),
            ("even", "even while learning")
        ),
        Of(
            "devices",
            "Devices",
            "What can be read besides pictures. Simulated ones (two scales, a shin sensor) are for trying the app and are called so wherever a number of theirs is shown.",
            ("none", "none"),
            ("simulated", "simulated")
        ),
        Of(
            "top",
            "Knee at the top",
            "Whether the front knee may straighten.",
            ("usual", "as exercise and style have it"),
            ("soft", "soft"),
            ("full", "straight"),
            ("never", "never straight")
        ),
        Of(
            "pain",
            "Answer to pain above the limit",
            "What is tried first.",
            ("modify", "change one thing and ask again, else step back"),
            ("step-back", "step back at once")
        ),
        Of(
            "standard",
            "What moving on needs",
            "Good enough, or everything.",
            ("must-pass", "the key checks"),
            ("all", "all checks")
        ),
        Of(
            "rhythm",
            "Step rhythm",
            "How a step-up repeats.",
            ("a", "one side, free knee high"),
            ("b", "sides in turn"),
            ("c", "both feet meet on the box")
        ),
        Of(
            "step-trunk",
            "Trunk in a step-up",
            "How it is carried.",
            ("lean", "slight lean"),
            ("tall", "chest up, ribs down")
        ),
        Of(
            "after-loaded",
            "After the loaded split squat",
            "Whether branches are open side by side.",
            ("parallel", "branches side by side"),
            ("series", "one fixed series")
        ),
        Of(
            "first-lunge",
            "First lunge",
            "Which way the first travelling step goes.",
            ("reverse", "reverse"),
            ("forward", "forward")
        ),
        Of(
            "beginners",
            "Where beginners begin",
            "What is proposed first to somebody who is new to this.",
            ("floor", "from the floor"),
            ("raised", "on a low raised front foot")
        ),
        Of(
            "rear-path",
            "Hips, rear foot elevated",
            "Where they go on the way down. Back as well is the hip-dominant form: the hip path is then recorded and not judged.",
            ("down", "straight up and down"),
            ("back", "back as well, hip-dominant")
        ),
        Of(
            "lateral",
            "Lateral step",
            "Where the hips go.",
            ("diagonal", "on a diagonal"),
            ("straight", "straight sideways")
        ),
        Of(
            "return",
            "Return push",
            "From which part of the foot.",
            ("heel", "heel"),
            ("whole", "whole foot"),
            ("ball", "ball")
        ),
        Of(
            "films",
            "Films of clips",
            "How long the film itself is kept. Its points and what was said of it always stay; its pictures as long as pictures do.",
            ("30", "30 days"),
            ("7", "7 days"),
            ("90", "90 days"),
            ("always", "for ever"),
            ("points", "not at all: points and pictures alone")
        ),
        Of(
            "pictures",
            "Pictures",
            "How long pictures are kept. The points on them, the readings and what was decided always stay.",
            ("always", "for ever"),
            ("730", "two years"),
            ("365", "a year"),
            ("90", "90 days")
        ),
        Of(
            "breath",
            "Breath",
            "When to breathe in.",
            ("down", "in on the way down"),
            ("steady", "any steady pattern"),
            ("nose", "through the nose")
        ),
    ];

    /// <summary>Finds a setting by id.</summary>
    /// <returns>Null for an id that is not known.</returns>
    public static Setting? Find(string id) => All.FirstOrDefault(s => s.Id == id);

    /// <summary>
    /// What is in force and from where: client, then exercise, then school, then studio, then the default (which counts as
    /// the studio's). A choice that is no longer among the options is passed over.
    /// </summary>
    /// <returns>The option and the level it comes from; never null.</returns>
    public Sourced<SettingOption> Resolve(string? client, string? exercise, string? school, string? studio)
    {
        foreach (
            var (chosen, source) in new[]
            {
                (client, SettingSource.Client),
                (exercise, SettingSource.Exercise),
                (school, SettingSource.School),
                (studio, SettingSource.Studio),
            }
        )
        {
            if (chosen is not null && Options.FirstOrDefault(o => o.Id == chosen) is { } option)
                return new Sourced<SettingOption>(option, source);
        }

        return new Sourced<SettingOption>(Options[0], SettingSource.Studio);
    }

    private static Setting Of(string id, string name, string why, params (string Id, string Name)[] options) =>
        new(id, name, [.. options.Select(o => new SettingOption(o.Id, o.Name))], why);
}
