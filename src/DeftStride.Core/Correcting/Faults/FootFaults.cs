using DeftStride.Core.Exercises;
using static DeftStride.Core.Correcting.Faults.FaultParts;

namespace DeftStride.Core.Correcting.Faults;

/// <summary>What goes wrong at the front and the rear foot.</summary>
internal static class FootFaults
{
    public static IReadOnlyList<Fault> All { get; } =
    [
        new(
            "heel-lifts",
            "Front heel lifts",
            FaultHurt.Yes,
            [Above("heel-rise")],
            [
                new(
                    "ankle-used-up",
                    "the ankle has no bend left",
                    "Does the heel stay down on a thin wedge?",
                    null,
                    ["hl-less-forward", "hl-wedge", "hl-slow", "hl-shallower"]
                ),
                new(
                    "on-toes",
                    "the weight rides on the toes",
                    "Does it stay down once the whole foot is pressed?",
                    null,
                    ["hl-heavy", "hl-ink"]
                ),
                new(
                    "knee-dives",
                    "the knee dives in and takes the heel with it",
                    "Does the knee fall in as the heel comes up?",
                    Above("knee-offset"),
                    ["hl-heavy", "hl-less-forward"]
                ),
            ],
            [
                Feel(
                    "hl-heavy",
                    "Press the whole foot down, heel included.",
                    "Most heels lift because the weight ran ahead of them.",
                    "Whole foot down"
                ),
                Say(
                    "hl-ink",
                    "Leave a whole footprint, heel to toes.",
                    "A picture of the whole foot, for a client who thinks of the heel alone.",
                    "A whole footprint"
                ),
                Say(
                    "hl-card",
                    "A magnet holds your heel to the floor.",
                    "A heel that is held needs no word about ankles.",
                    "Magnet under the heel"
                ),
                Touch(
                        "hl-less-forward",
                        "Dowel at your toes: stop short of it.",
                        "Less forward knee asks less of the ankle.",
                        "Short of the dowel",
                        Gear.Dowel
                    )
                    .In(Forms.Moves),
                Set(
                        "hl-back",
                        "Back foot a hand’s width further back.",
                        "A longer stance leaves the ankle some bend.",
                        "Longer stance"
                    )
                    .In(Forms.FrontOnFloor)
                    .NotIn(Forms.FootTravels),
                Set("hl-shallower", "Stop 10 cm higher.", "Less depth leaves the ankle some bend.", "Stop higher")
                    .In(Forms.Moves),
                Set(
                    "hl-wedge",
                    "Thin wedge under the front heel, thick end back.",
                    "The wedge gives the degrees the ankle does not have; try without it again in two weeks.",
                    "Heel wedge",
                    Gear.Wedge
                ),
                Ease(
                        "hl-raised",
                        "Front foot on a firm step.",
                        "An elevated front foot helps some heels and not others.",
                        "Front-foot-elevated split squat",
                        Gear.Block
                    )
                    .In(Forms.FrontOnFloor)
                    .NotIn(Forms.FootTravels),
                Set(
                        "hl-slow",
                        "Two counts slower, stop where the heel wants to leave.",
                        "The heel tells where the ankle ends; slowly it can be heard.",
                        "Slower, stop at the heel"
                    )
                    .In(Forms.Moves),
                Touch(
                        "hl-paper",
                        "Paper under your front heel: I cannot pull it out.",
                        "A heel that holds a paper is down.",
                        "Paper under the heel"
                    )
                    .In(Forms.Kneels),
                Ease(
                        "hl-half",
                        "Half the depth, hand on the rail.",
                        "The depth at which the heel stays is where it is learned.",
                        "Half depth",
                        Gear.Support
                    )
                    .In(Forms.Moves),
                Ease(
                        "hl-chair",
                        "The same hold with a hand on a chair.",
                        "Held, the heel has nothing to fear.",
                        "Hand on a chair",
                        Gear.Support
                    )
                    .NotIn(Forms.Moves),
            ]
        )
        {
            In = Forms.Moves | Forms.Kneels,
        },
        new(
            "inner-ankle-sinks",
            "Inner ankle sinks",
            FaultHurt.Yes,
            [Above("inner-ankle")],
            [
                new(
                    "big-toe-only",
                    "all the weight is on the big toe",
                    "Does it lift when the little toe's base is pressed too?",
                    null,
                    ["ia-tripod", "ia-gather"]
                ),
                new(
                    "soft-surface",
                    "the floor or the shoe gives way",
                    "Does it hold on a hard floor?",
                    null,
                    ["ia-firm"]
                ),
                new(
                    "past-range",
                    "it goes further forward than the foot can hold",
                    "Does it hold 10 cm higher?",
                    null,
                    ["ia-less", "ia-wedge"]
                ),
            ],
            [
                Feel(
                    "ia-tripod",
                    "Three points down: heel, big toe, little toe.",
                    "Even pressure holds the arch without anyone thinking of it.",
                    "Three points down"
                ),
                Feel(
                        "ia-gather",
                        "Foot long on the way down, arch lifted coming up.",
                        "A foot may lengthen; it should come back.",
                        "Long, then lifted"
                    )
                    .In(Forms.Moves),
                Say(
                    "ia-bridge",
                    "Keep room for a pencil under your arch.",
                    "A space to keep open is easier than a muscle to find.",
                    "Room for a pencil"
                ),
                Set(
                    "ia-firm",
                    "Off the mat, into firm, flat shoes.",
                    "Nothing can hold on a surface that gives.",
                    "Firm surface"
                ),
                Set(
                        "ia-less",
                        "Stop 10 cm higher, knee less far forward.",
                        "Inside its range the foot holds.",
                        "Less forward"
                    )
                    .In(Forms.Moves),
                Set(
                    "ia-wedge",
                    "Thin wedge under the inside edge.",
                    "A little height for the arch; watch that the knee does not roll out, and try without it again in two weeks.",
                    "Inside wedge",
                    Gear.Wedge
                ),
                Touch(
                    "ia-touch",
                    "Folded paper by the inner ankle: don’t press it.",
                    "Seen and felt at once, barefoot.",
                    "Paper by the ankle"
                ),
                Ease(
                    "ia-rail",
                    "Hold the rail until the foot holds.",
                    "Less to balance leaves the foot its own work.",
                    "Hold the rail",
                    Gear.Support
                ),
            ]
        )
        {
            Disagreement = "Some coaches wedge early, others only after drills for the middle of the foot.",
        },
        new(
            "rolls-out",
            "Foot rolls to its outer edge",
            FaultHurt.No,
            [Below("inner-ankle"), Above("big-toe-lift")],
            [
                new(
                    "high-arch",
                    "a high, stiff foot",
                    "Is the arch high even standing?",
                    null,
                    ["ro-stamp", "ro-touch", "ro-wedge"]
                ),
                new(
                    "pushing-out",
                    "the knees are being pushed out",
                    "Does it come down when the knee may come in a little?",
                    Below("knee-offset"),
                    ["ro-stamp"]
                ),
            ],
            [
                Feel(
                    "ro-stamp",
                    "Squash a grape under your big-toe joint.",
                    "The big toe's base brings the foot back onto three points.",
                    "Squash a grape"
                ),
                Say(
                    "ro-inkpad",
                    "Leave a big-toe print as dark as the little-toe print.",
                    "Two prints to leave, the same on both edges.",
                    "Two toe prints"
                ),
                Feel(
                    "ro-settle",
                    "Let the inside of the foot come down.",
                    "A stiff foot needs leave to come down, not force.",
                    "Inside comes down"
                ),
                Touch(
                    "ro-coin",
                    "A strip of tape under the big toe's base. Keep it flat.",
                    "Something to press on that can be felt.",
                    "Tape under the big toe",
                    Gear.Tape
                ),
                Set(
                    "ro-wedge",
                    "Thin wedge under the outside edge, big toe down.",
                    "It tips a stiff foot back; the knee must not turn in on it.",
                    "Outside wedge",
                    Gear.Wedge
                ),
                Touch(
                    "ro-touch",
                    "Paper under the big toe: keep it there.",
                    "A toe that holds a paper is down.",
                    "Paper under the toe"
                ),
                Ease(
                    "ro-rail",
                    "Hold the rail until the big toe stays down.",
                    "Less to balance lets a stiff foot come down.",
                    "Hold the rail",
                    Gear.Support
                ),
            ]
        ),
        new(
            "rear-foot-turned",
            "Rear foot flat, turned out or twisting",
            FaultHurt.Yes,
            [Above("rear-heel")],
            [
                new(
                    "rear-hip-open",
                    "the rear hip opens and takes the foot with it",
                    "Do the hips come square when the heel is turned out a little?",
                    null,
                    ["rf-match", "rf-square"]
                ),
            ],
            [
                Feel(
                    "rf-match",
                    "Back foot on its ball, heel slightly out.",
                    "On the ball and a little out the foot follows the leg.",
                    "Ball down, heel out"
                ),
                Say(
                    "rf-square",
                    "Back toes, kneecap and hips all face the wall.",
                    "Square hips leave the foot nothing to twist for.",
                    "All face the wall"
                ),
                Feel(
                    "rf-long",
                    "Back kneecap and back toes point the same way.",
                    "When the kneecap looks ahead the foot has to follow.",
                    "Kneecap and toes alike"
                ),
                Set(
                    "rf-toes",
                    "Set the rear toes on the tape, heel free, before every set.",
                    "A foot that starts right ends right.",
                    "Toes on the tape",
                    Gear.Tape
                ),
                Touch(
                    "rf-touch",
                    "Back heel lightly against a wall or block, kept there.",
                    "The heel feels at once when it turns.",
                    "Heel to the wall"
                ),
                Ease(
                        "rf-kneel",
                        "Half-kneeling first: toes tucked, heel up, then rise.",
                        "From the floor the foot starts where it should end.",
                        "From half-kneeling"
                    )
                    .NotIn(Forms.Kneels),
            ]
        )
        {
            In = Forms.BackLeg,
            Gaps = [NoEasier("Half-kneeling is the easiest form there is for the back foot.", Forms.Kneels)],
        },
        new(
            "rolls-to-heel",
            "Rolls back onto the heel while rising",
            FaultHurt.No,
            [],
            [
                new(
                    "too-far-back",
                    "the weight starts too far back",
                    "Does more lean at the bottom stop it?",
                    null,
                    ["rh-ball", "rh-lean", "rh-card"]
                ),
            ],
            [
                Feel(
                    "rh-ball",
                    "Drive off the ball, like your first sprint step.",
                    "Pressure ahead keeps the shin and trunk together.",
                    "First sprint step"
                ),
                Say(
                    "rh-lean",
                    "Nose over the toes until you are up.",
                    "A little more lean carries the weight over the foot.",
                    "Nose over the toes"
                ),
                Feel(
                    "rh-laces",
                    "Weight under your laces all the way up.",
                    "Weight over the laces cannot be on the heel.",
                    "Weight under the laces"
                ),
                Touch(
                        "rh-card",
                        "A finger on the laces: keep your weight under it.",
                        "A finger on the laces, your own or asked for first, feels at once when the weight goes back.",
                        "Under the finger"
                    )
                    .ByHand(),
                Say(
                    "rh-finish",
                    "Rise toward the wall ahead, not away from it.",
                    "Ahead and up is where the drive goes.",
                    "Toward the wall"
                ),
                Set(
                    "rh-forward",
                    "A little more lean before you start.",
                    "What starts over the foot stays over it.",
                    "A little more lean"
                ),
                Ease(
                    "rh-pad",
                    "Stay on the pad one count, ball heavy, then rise.",
                    "From a standstill the way up can be chosen.",
                    "From the pad"
                ),
            ]
        )
        {
            In = Forms.BackKnee,
            NotIn = Forms.Crossing,
        },
        new(
            "foot-line",
            "Planted foot turns or lifts",
            FaultHurt.No,
            [Above("foot-ahead"), Below("foot-ahead"), Above("planted-toes")],
            [
                new(
                    "reach-far",
                    "the reach is longer than the foot can hold",
                    "Does it stay with a shorter reach?",
                    null,
                    ["fl-short", "fl-needle"]
                ),
                new(
                    "not-set",
                    "the foot was never set",
                    "Does it stay once it stands on the tape?",
                    null,
                    ["fl-needle", "fl-tape"]
                ),
            ],
            [
                Say(
                    "fl-needle",
                    "Your foot is a compass needle; north is ahead.",
                    "A direction to keep is easier than a turn to avoid.",
                    "Compass needle"
                ),
                Feel(
                    "fl-three",
                    "Three points of the foot down before you move.",
                    "What is down cannot turn.",
                    "Three points down"
                ),
                Touch(
                    "fl-tape",
                    "Second toe on the tape, all the way.",
                    "The tape shows at once when the foot turns.",
                    "Toe on the tape",
                    Gear.Tape
                ),
                Set(
                        "fl-short",
                        "Shorter reach, smaller angle, slower.",
                        "Inside its range the foot stays.",
                        "Shorter reach"
                    )
                    .In(Forms.Crossing),
                Set(
                        "fl-mark",
                        "Set the foot ahead, then stand up and start again.",
                        "A foot that starts right ends right.",
                        "Set it again"
                    )
                    .NotIn(Forms.Crossing),
                Ease(
                    "fl-hand",
                    "Hand on the rail until the foot stays.",
                    "Less to balance leaves the foot its place.",
                    "Hand on the rail",
                    Gear.Support
                ),
            ]
        )
        {
            NotIn = Forms.Sideways,
        },
    ];
}
