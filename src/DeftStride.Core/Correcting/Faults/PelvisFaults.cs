using DeftStride.Core.Exercises;
using static DeftStride.Core.Correcting.Faults.FaultParts;

namespace DeftStride.Core.Correcting.Faults;

/// <summary>What goes wrong at the pelvis and the rear hip.</summary>
internal static class PelvisFaults
{
    public static IReadOnlyList<Fault> All { get; } =
    [
        new(
            "pelvis-drops",
            "Pelvis drops on the free side",
            FaultHurt.WhenSore,
            [Above("pelvic-level"), Above("pelvic-change")],
            [
                new(
                    "side-glute",
                    "the side of the standing hip gives way",
                    "Does it drop even slowly and not reaching?",
                    null,
                    ["pd-tray", "pd-tall", "pd-hand", "pd-slow", "pd-lower"]
                ),
                new(
                    "reaching",
                    "the free foot reaches for the floor",
                    "Does it stay level with a target nearer to the foot?",
                    null,
                    ["pd-lantern", "pd-lower"]
                ),
                new("tired", "it is tired", "Does it drop only in the last repetitions?", null, ["pd-tired"]),
            ],
            [
                Say(
                    "pd-tray",
                    "Balance a full tray on your hips. Don't spill.",
                    "A thing to keep level does more than the word level.",
                    "Full tray"
                ),
                Feel(
                        "pd-lantern",
                        "Let the floor come to your foot; don’t reach.",
                        "Reaching for the floor is what tips most pelves.",
                        "Let the floor come"
                    )
                    .In(Forms.StepsDown),
                Feel(
                    "pd-waist",
                    "Keep both sides of your waist equally long.",
                    "Two equal sides are a level pelvis, felt from within.",
                    "Both sides one length"
                ),
                Touch(
                    "pd-hand",
                    "Fingertips on the rail, tray still level.",
                    "A light hand takes the fear out and leaves the hip its work.",
                    "Fingertips on the rail",
                    Gear.Support
                ),
                Touch(
                    "pd-mirror",
                    "Watch your hip bones in the mirror. Keep them level.",
                    "Seen, it can be kept level.",
                    "Watch it level",
                    Gear.Mirror
                ),
                Set(
                        "pd-slow",
                        "Three seconds down; stop as soon as you tip.",
                        "Slow and short enough to stay level is where it is learned.",
                        "Slow and short"
                    )
                    .In(Forms.Moves),
                Set(
                    "pd-tired",
                    "Stop two earlier, rest longer.",
                    "What only drops at the end is tired, not untaught.",
                    "Stop two earlier"
                ),
                Set(
                        "pd-lower",
                        "Lower the box to where you stay level.",
                        "The box decides how far the free side must go.",
                        "Lower box"
                    )
                    .In(Forms.StepsDown | Forms.StepsUp),
                Ease(
                        "pd-front-weighted",
                        "Front-weighted lunges until your hips stay level.",
                        "The same hip, with both feet on the floor.",
                        "Front-weighted lunge"
                    )
                    .In(Forms.StepsDown),
                Feel(
                    "pd-tall",
                    "Stand tall on this hip before you lower.",
                    "A hip that is tall to begin with has something to keep.",
                    "Tall on this hip"
                ),
                Set(
                        "pd-reset",
                        "Level first, then tip forward; again before each one.",
                        "A start that is level has something to keep.",
                        "Level before each"
                    )
                    .In(Forms.WeightsFront),
                Set(
                    "pd-start",
                    "Level both hip bones with your fingers, then start.",
                    "A shifted start is the root of most drops.",
                    "Level, then start"
                ),
                Ease(
                    "pd-rail",
                    "Hold the rail until your hips stay level.",
                    "A held hip learns what level is.",
                    "Hold the rail",
                    Gear.Support
                ),
            ]
        ),
        new(
            "pelvis-hikes",
            "Pelvis hikes on the free side",
            FaultHurt.No,
            [Below("pelvic-level"), Below("pelvic-change")],
            [
                new(
                    "lifted-by-back",
                    "the back lifts the free leg",
                    "Does the waist shorten on the free side?",
                    null,
                    ["ph-long", "ph-pockets", "ph-hand"]
                ),
            ],
            [
                Feel("ph-long", "Let the free leg hang long and heavy.", "A long side cannot hike.", "Long and heavy")
                    .In(Forms.OneLeg),
                Say(
                    "ph-pockets",
                    "Both trouser pockets hang at one height.",
                    "A picture of level, for a client who cannot feel it.",
                    "Pockets level"
                ),
                Say("ph-skirt", "Keep your belt level.", "A belt is level without a word about hips.", "Belt level"),
                Touch(
                    "ph-hand",
                    "Own hand on your waist: keep it long.",
                    "It tells at once when the side shortens.",
                    "Hand on the waist"
                ),
                Set(
                        "ph-lower",
                        "Lower box, free leg straight and loose.",
                        "From lower down nobody has to lift the leg.",
                        "Lower box, loose leg"
                    )
                    .In(Forms.StepsDown | Forms.StepsUp),
                Set(
                    "ph-shake",
                    "Shake the other leg loose, then start again.",
                    "A loose leg is not held up by the back.",
                    "Loose leg first"
                ),
                Ease(
                    "ph-rail",
                    "Hold the rail until both sides hang level.",
                    "Less to balance lets the back let go.",
                    "Hold the rail",
                    Gear.Support
                ),
                Feel(
                        "ph-both",
                        "Both sides of the waist equally long.",
                        "Two equal sides are level, felt from within.",
                        "Both sides long"
                    )
                    .NotIn(Forms.OneLeg),
            ]
        ),
        new(
            "hip-slides",
            "Hip slides out or trunk bends sideways",
            FaultHurt.Yes,
            [Above("pelvic-shift"), Below("pelvic-shift"), Above("side-lean"), Below("side-lean")],
            [
                new(
                    "leaning-in",
                    "the client leans into the hip to rest on it",
                    "Does it stop with a wall beside the hip?",
                    null,
                    ["hs-zip", "hs-wall"]
                ),
                new(
                    "foot-placement",
                    "the feet stand on one line or too wide",
                    "Does a wider track stop it?",
                    null,
                    ["hs-track"]
                ),
                new(
                    "knee-dives",
                    "the knee dives in and the hip goes out",
                    "Does it stop when the knee is held over the foot?",
                    Above("knee-offset"),
                    ["hs-rails", "hs-support"]
                ),
            ],
            [
                Say(
                        "hs-rails",
                        "Lower your hips between two rails.",
                        "A track on both sides keeps the middle.",
                        "Between the rails"
                    )
                    .In(Forms.Moves),
                Feel(
                    "hs-seat",
                    "Weight through {pressure}.",
                    "Where the foot is loaded the hip stands.",
                    "Weight through the foot"
                ),
                Say(
                    "hs-zip",
                    "Keep the jacket's zip over the line on the floor.",
                    "One line over another shows every slide.",
                    "Zip over the line"
                ),
                Touch(
                    "hs-wall",
                    "Stand a hand's breadth beside a wall. The hip never brushes it.",
                    "The wall says at once when the hip goes.",
                    "Beside the wall"
                ),
                Set(
                        "hs-track",
                        "Back foot straight behind its own hip.",
                        "From a track of its own the leg does not pull the hip across.",
                        "Its own track",
                        Gear.Tape
                    )
                    .In(Forms.BackLeg),
                Set(
                    "hs-support",
                    "A hand on a support.",
                    "Balance first, then without.",
                    "Hand on a support",
                    Gear.Support
                ),
                Ease(
                    "hs-rail",
                    "Hold the rail until your hips stay in the middle.",
                    "Held, the middle can be found.",
                    "Rail, in the middle",
                    Gear.Support
                ),
            ]
        ),
        new(
            "pelvis-turned",
            "Pelvis turns away",
            FaultHurt.No,
            [Above("pelvic-turn")],
            [
                new(
                    "rear-foot-out",
                    "the rear foot is turned out",
                    "Does it come square with the rear heel a little out?",
                    Above("rear-heel"),
                    ["pt-heel", "pt-square"]
                ),
                new(
                    "weight-back",
                    "the weight stays back",
                    "Does it come square with more weight in front?",
                    Below("load-share"),
                    ["pt-square", "pt-wall"]
                ),
            ],
            [
                Say(
                    "pt-square",
                    "Both hip bones face the wall.",
                    "One target for both sides squares them.",
                    "Both face the wall"
                ),
                Feel(
                        "pt-pockets",
                        "Close the back hip: bring its pocket forward.",
                        "The hip that hangs back is brought along.",
                        "Pocket forward"
                    )
                    .In(Forms.BackLeg),
                Say(
                    "pt-lamp",
                    "A rope tows your belt buckle straight ahead.",
                    "A rope pulls straight; the buckle cannot look aside.",
                    "Buckle towed ahead"
                ),
                Touch(
                    "pt-wall",
                    "Both hip bones the same distance from the wall.",
                    "A wall shows a turn that nobody feels.",
                    "Gap to the wall"
                ),
                Set(
                        "pt-heel",
                        "Back heel a little out, toes ahead.",
                        "The rear foot is usually what turned first.",
                        "Heel out"
                    )
                    .In(Forms.BackLeg),
                Feel(
                        "pt-feel",
                        "Both front pockets press ahead alike.",
                        "Two pockets that press alike are square.",
                        "Pockets alike"
                    )
                    .NotIn(Forms.BackLeg),
                Set(
                    "pt-start",
                    "Square both hip bones first, then start.",
                    "A start that is square has something to keep.",
                    "Square first"
                ),
                Ease(
                    "pt-rail",
                    "Hold the rail until your hips face ahead.",
                    "Held, nothing has to turn.",
                    "Hold the rail",
                    Gear.Support
                ),
            ]
        )
        {
            Disagreement = "In the knee-forward set-up a small turn over the working hip is meant.",
            NotIn = Forms.Settled | Forms.Turns,
        },
        new(
            "hanging-rear-hip",
            "Hangs forward on the rear hip",
            FaultHurt.Yes,
            [Above("rear-thigh")],
            [
                new(
                    "stretching",
                    "a habit of stretching into it",
                    "Does it go away when asked to be soft there?",
                    null,
                    ["hr-soft", "hr-tuck"]
                ),
                new(
                    "no-control",
                    "nothing holds it actively",
                    "Does it come back under load?",
                    null,
                    ["hr-tuck", "hr-narrow", "hr-higher"]
                ),
            ],
            [
                Feel(
                    "hr-soft",
                    "Ease back until the front of the hip softens.",
                    "Soft first: what hangs on its ligaments is not working.",
                    "Soften the front"
                ),
                Feel(
                    "hr-tuck",
                    "Soft, and then tuck: belt buckle toward the chin.",
                    "The tuck holds what was eased back.",
                    "Buckle up"
                ),
                Say(
                    "hr-shelf",
                    "Hips back a finger’s width, then sink.",
                    "A little back takes the hip off its ligaments.",
                    "A finger back"
                ),
                Set(
                        "hr-narrow",
                        "Stance a hand’s width shorter.",
                        "A shorter stance leaves the hip nothing to hang from.",
                        "Shorter stance"
                    )
                    .In(Forms.BackLeg),
                Set("hr-higher", "Stop 10 cm higher.", "Inside its range the hip can be held.", "Less depth")
                    .In(Forms.Moves),
                Touch(
                    "hr-hand",
                    "Own fingers on the hip front: keep it soft.",
                    "The fingers feel at once when it hangs.",
                    "Fingers on the hip"
                ),
                Ease(
                        "hr-kneel",
                        "Half-kneeling hold: ease back, tuck, hold.",
                        "The place is learned where nothing moves.",
                        "Half-kneeling hold"
                    )
                    .NotIn(Forms.Kneels),
                Ease(
                        "hr-chair",
                        "The same hold with a hand on a chair.",
                        "Held, the hip has nothing to hang from.",
                        "Hand on a chair",
                        Gear.Support
                    )
                    .In(Forms.Kneels),
            ]
        )
        {
            In = Forms.BackLeg,
        },
        new(
            "behind-rear-hip",
            "Folds and sits behind the rear hip",
            FaultHurt.No,
            [Below("rear-thigh")],
            [
                new(
                    "not-held",
                    "nothing holds it tall",
                    "Does it stand tall with a hand on the rail?",
                    null,
                    ["bh-belt", "bh-glute", "bh-rail"]
                ),
            ],
            [
                Say(
                    "bh-belt",
                    "Belt buckle up and forward, over the back knee.",
                    "Up and over is the way out of the fold.",
                    "Buckle up and over"
                ),
                Feel(
                    "bh-glute",
                    "Squeeze the back glute until the hip stands tall.",
                    "The glute of the back leg opens the hip that folded.",
                    "Back glute on"
                ),
                Touch(
                    "bh-wall",
                    "Seat a hand from the wall behind; never touch it.",
                    "The wall says at once when the seat goes back.",
                    "Clear of the wall"
                ),
                Set(
                    "bh-rail",
                    "Hold the rail and grow tall before you lower.",
                    "What starts tall has a chance to stay tall.",
                    "Tall at the rail",
                    Gear.Support
                ),
                Ease(
                        "bh-kneel",
                        "Half-kneeling hold, tall, twenty seconds a side.",
                        "The place is learned where nothing moves.",
                        "Half-kneeling hold"
                    )
                    .NotIn(Forms.Kneels),
                Ease(
                        "bh-chair",
                        "The same hold with a hand on a chair.",
                        "Held, it can be tall.",
                        "Hand on a chair",
                        Gear.Support
                    )
                    .In(Forms.Kneels),
            ]
        )
        {
            In = Forms.BackLeg,
            NotIn = Forms.BackRaised | Forms.WeightsFront,
        },
    ];
}
