using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;

namespace DeftStride.Core.Ladders;

/// <summary>One rung of a ladder.</summary>
/// <param name="Id">Stable id.</param>
/// <param name="Name">A few words on the stride line.</param>
/// <param name="ExerciseId">The exercise that is done on it.</param>
/// <param name="Entry">What a client shows before standing here.</param>
/// <param name="Next">Where it leads; several are parallel branches, none is the end.</param>
/// <param name="Fallback">Where a step back goes, or null at the foot.</param>
/// <param name="Dose">Between how many sets and repetitions a side, and what for.</param>
/// <param name="Reason">Why it is here.</param>
public sealed record Rung(
    string Id,
    string Name,
    string ExerciseId,
    string Entry,
    IReadOnlyList<string> Next,
    string? Fallback,
    DoseRange Dose,
    string Reason
)
{
    /// <summary>Where its load is held, or null for where the exercise usually has it.</summary>
    public LoadPosition? Load { get; init; }

    /// <summary>The fault that it is meant for, by id; nobody else is sent there. Null for anybody.</summary>
    public string? MeantFor { get; init; }

    /// <summary>Between how many sets and repetitions, and what for; a form on both legs at once counts none of them by sides.</summary>
    public DoseRange Dose { get; init; } =
        Exercise.Find(ExerciseId)?.Shape.Sided == false ? Dose with { Together = true } : Dose;
}

/// <summary>A way up: rungs that build on each other.</summary>
/// <param name="Id">Stable id.</param>
/// <param name="Name">Its name on screen.</param>
/// <param name="Rungs">In the order in which they are usually climbed; branches follow what they branch from.</param>
public sealed record Ladder(string Id, string Name, IReadOnlyList<Rung> Rungs)
{
    private static readonly DoseRange Learning = DoseRange.Learning,
        Practising = DoseRange.Practising,
        Training = DoseRange.Training;
    private static readonly DoseRange Still = new(Phase.Learning, 3, 3, 20, 30, Held: true);

    /// <summary>All ladders.</summary>
    public static IReadOnlyList<Ladder> All { get; } =
    [
        new(
            "split-stance",
            "Split stance",
            [
                new(
                    "ss-held",
                    "Held, shallow",
                    "held-split-squat",
                    "Stands in a split stance with a rail near.",
                    ["ss-supported"],
                    null,
                    Still,
                    "The easiest form: still, and only as deep as is easy."
                ),
                new(
                    "ss-supported",
                    "Supported",
                    "supported-split-squat",
                    "Holds a shallow split stance for twenty seconds.",
                    ["ss-half-kneeling", "ss-pad"],
                    "ss-held",
                    Learning,
                    "Moves with a hand on the rail; also the way for whoever does not kneel."
                ),
                new(
                    "ss-half-kneeling",
                    "Half-kneeling",
                    "half-kneeling-hold",
                    "Can kneel on one knee.",
                    ["ss-floor"],
                    "ss-supported",
                    Still,
                    "Shows the bottom before anybody has to find it."
                ),
                new(
                    "ss-floor",
                    "From the floor",
                    "split-squat-from-floor",
                    "Holds half-kneeling upright and level.",
                    ["ss-pad"],
                    "ss-half-kneeling",
                    Learning,
                    "Starting at the bottom shows the place to come back to."
                ),
                new(
                    "ss-pad",
                    "To pad",
                    "split-squat-to-pad",
                    "Rises from the floor on one line.",
                    ["ss-loaded", "ss-raised", "ss-reverse"],
                    "ss-floor",
                    Practising,
                    "The standing form that everything else is compared with."
                ),
                new(
                    "ss-loaded",
                    "Loaded",
                    "split-squat-to-pad",
                    "Clean to the pad, twice running.",
                    ["ss-rear-low"],
                    "ss-pad",
                    Training,
                    "Load shows whether the picture holds under work."
                ),
                new(
                    "ss-rear-low",
                    "Rear foot low",
                    "rear-foot-raised",
                    "Clean with a load.",
                    ["ss-rear-bench"],
                    "ss-loaded",
                    Practising,
                    "More range and balance, less stepping: a low surface first."
                ),
                new(
                    "ss-rear-bench",
                    "Rear-foot-elevated, heavy",
                    "rear-foot-raised",
                    "Clean on the low surface with a load at the chest.",
                    [],
                    "ss-rear-low",
                    DoseRange.Strength,
                    "Takes heavy load."
                ),
                new(
                    "ss-raised",
                    "Front-foot-elevated split squat",
                    "front-foot-raised",
                    "Clean to the pad.",
                    ["ss-knee-forward"],
                    "ss-pad",
                    Practising,
                    "Deeper for the front leg, kinder to the rear one."
                ),
                new(
                    "ss-knee-forward",
                    "Knee forward",
                    "knee-forward-split-squat",
                    "Clean on the elevated foot; heel stays down.",
                    ["ss-elbow"],
                    "ss-raised",
                    new(Phase.Practising, 3, 3, 8, 10),
                    "Uses all the knee and ankle there is."
                ),
                new(
                    "ss-elbow",
                    "Elbow-crook load",
                    "knee-forward-split-squat",
                    "Eight to ten clean without a load.",
                    [],
                    "ss-knee-forward",
                    new(Phase.Training, 3, 3, 6, 8),
                    "A light load ahead makes the trunk work."
                )
                {
                    Load = LoadPosition.ElbowCrook,
                },
                new(
                    "ss-reverse",
                    "Reverse lunge",
                    "reverse-lunge",
                    "Clean to the pad.",
                    ["ss-offset"],
                    "ss-pad",
                    Practising,
                    "The first foot that travels: it lands where it already knows."
                ),
                new(
                    "ss-offset",
                    "Offset reverse",
                    "reverse-lunge",
                    "Clean stepping back.",
                    ["ss-forward"],
                    "ss-reverse",
                    Training,
                    "A load on one side asks the outer hip."
                )
                {
                    Load = LoadPosition.Opposite,
                },
                new(
                    "ss-forward",
                    "Forward lunge",
                    "forward-lunge",
                    "Clean with an offset load.",
                    ["ss-walking"],
                    "ss-offset",
                    Practising,
                    "The most braking, so late; some never need it."
                ),
                new(
                    "ss-walking",
                    "Walking lunge",
                    "walking-lunge",
                    "Clean forward.",
                    [],
                    "ss-forward",
                    new(Phase.Practising, 3, 3, 8, 10),
                    "Each step repeats the last."
                ),
            ]
        ),
        new(
            "step",
            "Step",
            [
                new(
                    "st-stand",
                    "One-leg stand",
                    "one-leg-stand",
                    "No sharp pain standing.",
                    ["st-low-up", "st-tap"],
                    null,
                    Still,
                    "Level without moving comes first."
                ),
                new(
                    "st-low-up",
                    "Low step-up",
                    "low-step-up",
                    "Stands level for ten seconds, a hand allowed.",
                    ["st-tap", "st-side"],
                    "st-stand",
                    Learning,
                    "The stair made small: 10 to 20 cm with a rail in reach."
                ),
                new(
                    "st-tap",
                    "Low tap",
                    "step-down-tap",
                    "Level for twenty seconds.",
                    ["st-front-lunge"],
                    "st-stand",
                    Learning,
                    "The top of the range, where control is won."
                ),
                new(
                    "st-side",
                    "Low tap to the side",
                    "lateral-step-down",
                    "Level for ten seconds.",
                    ["st-front-lunge"],
                    "st-low-up",
                    Learning,
                    "The top of the range from the side of the box, where control is won."
                ),
                new(
                    "st-front-lunge",
                    "Front-weighted lunge",
                    "front-weighted-lunge",
                    "Level through the first half of the tap.",
                    ["st-banded", "st-higher"],
                    "st-tap",
                    Practising,
                    "The middle of the range."
                ),
                new(
                    "st-banded",
                    "Banded",
                    "banded-lunge",
                    "The knee turns in over a level pelvis.",
                    ["st-higher"],
                    "st-front-lunge",
                    Practising,
                    "Wakes the deep outer hip when it is the cause."
                )
                {
                    MeantFor = "knee-in",
                },
                new(
                    "st-higher",
                    "Higher step-down",
                    "step-down-tap",
                    "Clean through the middle.",
                    ["st-into-lunge"],
                    "st-front-lunge",
                    Practising,
                    "More of the range, a plate at a time."
                ),
                new(
                    "st-into-lunge",
                    "Into lunge, knee drive",
                    "step-down-to-lunge",
                    "Clean from the higher box.",
                    ["st-up"],
                    "st-higher",
                    Practising,
                    "Lowering joined to rising."
                ),
                new(
                    "st-up",
                    "Step-up",
                    "step-up",
                    "Clean into the lunge.",
                    ["st-up-loaded"],
                    "st-into-lunge",
                    Practising,
                    "Rising from a right angle without the floor leg."
                ),
                new(
                    "st-up-loaded",
                    "Step-up, loaded",
                    "step-up",
                    "Clean without a load.",
                    ["st-up-high"],
                    "st-up",
                    Training,
                    "Repetitions first, then load."
                ),
                new(
                    "st-up-high",
                    "Higher or slower",
                    "step-up",
                    "Clean with a load.",
                    [],
                    "st-up-loaded",
                    Practising,
                    "More height, or more time on the way down."
                ),
            ]
        ),
        new(
            "one-leg",
            "One leg",
            [
                new(
                    "ol-kneeling",
                    "Kneeling squat",
                    "kneeling-squat",
                    "Can kneel.",
                    ["ol-two"],
                    null,
                    Learning,
                    "Hips without knees."
                ),
                new(
                    "ol-two",
                    "Two-leg squat",
                    "two-leg-squat",
                    "Hips finish under the ribs.",
                    ["ol-hip-bend"],
                    "ol-kneeling",
                    Practising,
                    "Even on two before one."
                ),
                new(
                    "ol-hip-bend",
                    "One-leg hip bend",
                    "one-leg-hip-bend",
                    "Even on both feet.",
                    ["ol-tap"],
                    "ol-two",
                    Learning,
                    "Balance with the trunk moving."
                ),
                new(
                    "ol-tap",
                    "Rear-toe tap, two hands",
                    "rear-toe-tap",
                    "Square and steady on one leg.",
                    ["ol-tap-one"],
                    "ol-hip-bend",
                    new(Phase.Practising, 3, 3, 5, 10),
                    "The back leg reaches, the hands carry a little."
                ),
                new(
                    "ol-tap-one",
                    "Rear-toe tap, one hand",
                    "rear-toe-tap",
                    "Ten clean with two hands.",
                    ["ol-tap-none"],
                    "ol-tap",
                    new(Phase.Practising, 3, 3, 5, 10),
                    "One hand less: the hip takes over."
                ),
                new(
                    "ol-tap-none",
                    "Rear-toe tap, no hands",
                    "rear-toe-tap",
                    "Ten clean with one hand.",
                    ["ol-half"],
                    "ol-tap-one",
                    new(Phase.Practising, 3, 3, 5, 10),
                    "Nothing to hold: the foot and hip alone."
                ),
                new(
                    "ol-half",
                    "Half depth",
                    "one-leg-half-depth",
                    "Ten without hands.",
                    ["ol-full"],
                    "ol-tap-none",
                    Practising,
                    "The top half of the range first."
                ),
                new(
                    "ol-full",
                    "Full depth",
                    "one-leg-full-depth",
                    "Clean to half depth.",
                    ["ol-kickstand"],
                    "ol-half",
                    Practising,
                    "All of the range, to a low seat."
                ),
                new(
                    "ol-kickstand",
                    "Kickstand hinge",
                    "kickstand-hinge",
                    "Clean to full depth.",
                    ["ol-hinge"],
                    "ol-full",
                    Practising,
                    "The hip folds alone; the other toes are a prop."
                ),
                new(
                    "ol-hinge",
                    "Single-leg hinge",
                    "single-leg-hinge",
                    "Clean with the kickstand.",
                    ["ol-box"],
                    "ol-kickstand",
                    Practising,
                    "The same without the prop."
                ),
                new(
                    "ol-box",
                    "Box, counterbalanced",
                    "box-squat-free-leg",
                    "Clean in the single-leg hinge.",
                    ["ol-free"],
                    "ol-hinge",
                    Practising,
                    "A weight ahead lets the hips go back."
                ),
                new(
                    "ol-free",
                    "Box, free hands",
                    "box-squat-free-leg",
                    "Clean with the counterbalance.",
                    ["ol-jump"],
                    "ol-box",
                    Practising,
                    "Nothing ahead: the ankle and trunk do it."
                ),
                new(
                    "ol-jump",
                    "Small jump and stick",
                    "jump-and-stick",
                    "Clean without the counterbalance.",
                    [],
                    "ol-free",
                    new(Phase.Practising, 3, 3, 3, 5),
                    "Lands what was learnt, a hand high."
                ),
            ]
        ),
        new(
            "other-planes",
            "Other planes",
            [
                new(
                    "op-lateral",
                    "Lateral",
                    "lateral-lunge",
                    "Clean split squat to pad.",
                    ["op-behind"],
                    null,
                    Practising,
                    "An unfamiliar direction is the point."
                ),
                new(
                    "op-behind",
                    "Curtsy lunge",
                    "crossing-behind",
                    "Flat and ahead sideways.",
                    ["op-front"],
                    "op-lateral",
                    Practising,
                    "The hip turns over a still foot."
                ),
                new(
                    "op-front",
                    "Crossover lunge",
                    "crossing-front",
                    "Reach equal behind.",
                    ["op-open"],
                    "op-behind",
                    Practising,
                    "The other way round."
                ),
                new(
                    "op-open",
                    "Rotational lunge",
                    "rotating-open",
                    "Planted foot stays ahead.",
                    ["op-curtsy"],
                    "op-front",
                    Practising,
                    "Trunk and foot turn together."
                ),
                new(
                    "op-curtsy",
                    "Curtsy step-down",
                    "curtsy-step-down",
                    "Knee steady turning.",
                    [],
                    "op-open",
                    Practising,
                    "The cross, lowered from a box."
                ),
            ]
        ),
        new(
            "foot-to-hip",
            "Foot to hip",
            [
                new(
                    "fh-tripod",
                    "Foot tripod",
                    "foot-tripod",
                    "Anyone.",
                    ["fh-knee"],
                    null,
                    new(Phase.Learning, 2, 2, 8, 8),
                    "The foot gathers before the hip can help."
                ),
                new(
                    "fh-knee",
                    "Terminal knee extension",
                    "end-range-knee",
                    "Three points down.",
                    ["fh-band"],
                    "fh-tripod",
                    new(Phase.Learning, 2, 2, 10, 10),
                    "A knee that straightens fully and strongly."
                ),
                new(
                    "fh-band",
                    "Half-kneeling band",
                    "half-kneeling-band",
                    "Straight and strong.",
                    ["fh-curtsy"],
                    "fh-knee",
                    new(Phase.Learning, 2, 2, 8, 8),
                    "The deep outer hip, one joint at a time."
                ),
                new(
                    "fh-curtsy",
                    "Low curtsy",
                    "curtsy-step-down",
                    "Knee over the foot with the band.",
                    [],
                    "fh-band",
                    Learning,
                    "Foot, knee and hip together."
                ),
            ]
        ),
    ];

    /// <summary>Finds a rung by id with its ladder.</summary>
    /// <returns>Null for a rung that is not on a ladder of ours.</returns>
    public static (Ladder Ladder, Rung Rung)? Find(string rungId) =>
        All.SelectMany(l => l.Rungs, (l, r) => ((Ladder, Rung)?)(l, r))
            .FirstOrDefault(p => p!.Value.Item2.Id == rungId);

    /// <summary>No ladder is longer than this.</summary>
    public const int MostRungs = 40;

    /// <summary>A rung by id.</summary>
    /// <returns>Null for an id of another ladder.</returns>
    public Rung? Rung(string id) => Rungs.FirstOrDefault(r => r.Id == id);

    /// <summary>Whether a rung is the first of two with the same exercise, the second further up the same way: what is raised then starts low.</summary>
    /// <returns>False for a rung whose exercise stands on the ladder once.</returns>
    public bool StartsLow(Rung rung)
    {
        ArgumentNullException.ThrowIfNull(rung);
        return rung.Next.Select(Rung).Any(r => r?.ExerciseId == rung.ExerciseId);
    }

    /// <summary>How many rungs lie below, by the longest way up.</summary>
    /// <returns>0 for where the ladder begins.</returns>
    public int Depth(string rungId)
    {
        var under = new HashSet<string>();
        // The longest way counts: a rung that can be passed over still lies below the one behind it.
        int From(string id)
        {
            if (!under.Add(id))
                return 0;
            var below = Rungs.Where(r => r.Next.Contains(id)).Select(r => From(r.Id) + 1).DefaultIfEmpty(0).Max();
            under.Remove(id);
            return below;
        }

        return From(rungId);
    }

    /// <summary>Whether the way up from one rung comes to another, or is it.</summary>
    /// <returns>True also for the same rung twice.</returns>
    public bool Leads(string from, string to)
    {
        var seen = new HashSet<string>();
        bool From(string id) => id == to || (seen.Add(id) && Rung(id) is { } at && at.Next.Any(From));
        return From(from);
    }

    /// <summary>What is wrong with a ladder that cannot be climbed.</summary>
    /// <returns>A sentence; null when every name is known, every rung can be done and no way leads in a circle.</returns>
    public string? Problem()
    {
        if (Rungs.Count is 0 or > MostRungs)
            return $"{Name}: a ladder has from 1 to {MostRungs} rungs.";
        var ids = Rungs.Select(r => r.Id).ToHashSet();
        if (ids.Count != Rungs.Count)
            return $"{Name}: two rungs have the same id.";
        foreach (var rung in Rungs)
        {
            if (rung.Name.Trim().Length == 0)
                return $"{Name}: a rung has no name. Give it a few words.";
            if (Exercise.Find(rung.ExerciseId) is null)
                return $"{Name}: the rung {rung.Name} has an exercise that is not in the catalogue.";
            if (rung.Next.Append(rung.Fallback).OfType<string>().FirstOrDefault(n => !ids.Contains(n)) is { } lost)
                return $"{Name}: the rung {rung.Name} leads to {lost}, which is not there.";
            if (rung.Fallback == rung.Id)
                return $"{Name}: the rung {rung.Name} falls back on itself.";
            if (Rungs.Count > 1 && rung.Next.Count == 0 && Rungs.All(r => !r.Next.Contains(rung.Id)))
                return $"{Name}: no way leads to {rung.Name} and none on from it. Say which rung comes before it, or take it away.";
            if (rung.Dose.Problem() is { } dose)
                return $"{Name}, {rung.Name}: {dose}";
        }

        bool Circles(string id, Func<Rung, IEnumerable<string>> to, HashSet<string> way) =>
            !way.Add(id) || to(Rung(id)!).Any(n => Circles(n, to, [.. way]));
        return Rungs.FirstOrDefault(r => Circles(r.Id, x => x.Next, [])) is { } round
                ? $"{Name}: from {round.Name} the way leads back to itself. Take one of its steps away."
            : Rungs.FirstOrDefault(r => r.Fallback is { } f && Leads(r.Id, f)) is { } up
                ? $"{Name}: {up.Name} steps back to {Rung(up.Fallback!)!.Name}, which comes after it: each points at the other. Choose an easier one to step back to."
            : Rungs.FirstOrDefault(r => Circles(r.Id, x => x.Fallback is { } f ? [f] : [], [])) is { } back
                ? $"{Name}: stepping back from {back.Name} leads in a circle."
            : null;
    }
}
