using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using static DeftStride.Core.Correcting.CorrectionLevel;

namespace DeftStride.Core.Correcting;

/// <summary>Every fault as data. A newcomer who wants to change what is tried changes it here.</summary>
internal static class FaultTable
{
    private static Detection Above(string measure) => new(measure, BandSide.Beyond);

    private static Detection Below(string measure) => new(measure, BandSide.Short);

    private static Detection Fine(string measure) => new(measure, BandSide.Within);

    private static Correction Say(string id, string cue, string why, string inShort) =>
        new(id, CorrectionLevel.Say, cue, why, inShort);

    private static Correction Feel(string id, string cue, string why, string inShort) =>
        new(id, CorrectionLevel.Say, cue, why, inShort) { Focus = CueFocus.Inner };

    private static Correction Touch(string id, string cue, string why, string inShort, params Gear[] needs) =>
        new(id, TouchOrBlock, cue, why, inShort) { Needs = needs };

    private static Correction Set(string id, string cue, string why, string inShort, params Gear[] needs) =>
        new(id, SetUp, cue, why, inShort) { Needs = needs };

    private static Correction Ease(string id, string cue, string why, string inShort, params Gear[] needs) =>
        new(id, StepDown, cue, why, inShort) { Needs = needs };

    public static IReadOnlyList<Fault> All { get; } =
    [
        // The foot.
        new(
            "heel-lifts",
            "Front heel lifts",
            true,
            [Above("heel-rise")],
            [
                new(
                    "ankle-used-up",
                    "the ankle has no bend left",
                    "Is the shin as far forward as the ankle test allows?",
                    null,
                    ["hl-less-forward", "hl-shallower", "hl-wedge"]
                ),
                new(
                    "on-toes",
                    "the weight rides on the toes",
                    "Do the toes grip the floor at the bottom?",
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
                    "A picture of the whole foot for whoever thinks of the heel alone.",
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
                ),
                Set(
                    "hl-back",
                    "Back foot a hand’s width further back.",
                    "A longer stance leaves the ankle some bend.",
                    "Longer stance"
                ) with
                {
                    Forms = Forms.Split,
                },
                Set("hl-shallower", "Stop 10 cm higher.", "Less depth leaves the ankle some bend.", "Stop higher"),
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
                    "A raised front foot helps some heels and not others.",
                    "Front foot raised",
                    Gear.Block
                ) with
                {
                    Forms = Forms.Split,
                },
            ]
        ),
        new(
            "inner-ankle-sinks",
            "Inner ankle sinks",
            true,
            [Above("inner-ankle")],
            [
                new(
                    "big-toe-only",
                    "all the weight is on the big toe",
                    "Is the little toe's base light?",
                    null,
                    ["ia-tripod", "ia-gather"]
                ),
                new(
                    "soft-surface",
                    "the floor or the shoe gives way",
                    "Does it hold on bare, hard floor?",
                    null,
                    ["ia-firm"]
                ),
                new(
                    "past-range",
                    "it goes further forward than the foot can hold",
                    "Does it hold a hand higher?",
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
                ),
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
                ),
                Set(
                    "ia-wedge",
                    "Thin wedge under the inside edge.",
                    "Borrowed height for the arch; try without it again in two weeks.",
                    "Inside wedge",
                    Gear.Wedge
                ),
            ]
        )
        {
            Disagreement = "Some coaches wedge early, others only after drills for the middle of the foot.",
        },
        new(
            "rolls-out",
            "Foot rolls to its outer edge",
            false,
            [Below("inner-ankle"), Above("big-toe-lift")],
            [
                new(
                    "pushing-out",
                    "the knees are being pushed out",
                    "Was the client once told to push the knees out?",
                    Below("knee-offset"),
                    ["ro-stamp"]
                ),
                new(
                    "high-arch",
                    "a high, stiff foot",
                    "Is the arch high even standing?",
                    null,
                    ["ro-stamp", "ro-coin", "ro-wedge"]
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
            ]
        ),
        new(
            "rear-foot-turned",
            "Rear foot flat, turned out or twisting",
            true,
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
            ]
        ),
        new(
            "rolls-to-heel",
            "Rolls back onto the heel while rising",
            false,
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
                    "Keep your weight under my finger.",
                    "A finger on the laces, asked first, feels at once when the weight goes back.",
                    "Under the finger"
                ),
            ]
        ),
        // The pelvis.
        new(
            "pelvis-drops",
            "Pelvis drops on the free side",
            true,
            [Above("pelvic-level"), Above("pelvic-change")],
            [
                new(
                    "reaching",
                    "the free foot reaches for the floor",
                    "Does it stay level with a target nearer to the foot?",
                    null,
                    ["pd-lantern", "pd-tray", "pd-lower"]
                ),
                new(
                    "side-buttock",
                    "the side of the standing hip gives way",
                    "Does it drop even slowly and not reaching?",
                    null,
                    ["pd-tray", "pd-hand", "pd-slow", "pd-lower"]
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
                ) with
                {
                    Forms = Forms.Box,
                },
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
                    "Whoever sees it can keep it.",
                    "Watch it level",
                    Gear.Mirror
                ),
                Set(
                    "pd-slow",
                    "Three seconds down; stop as soon as you tip.",
                    "Slow and short enough to stay level is where it is learned.",
                    "Slow and short"
                ),
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
                ) with
                {
                    Forms = Forms.Box,
                },
                Ease(
                    "pd-front-weighted",
                    "Front-weighted lunges until your hips stay level.",
                    "The same hip, with both feet on the floor.",
                    "Front-weighted lunge"
                ) with
                {
                    Forms = Forms.Box,
                },
            ]
        ),
        new(
            "pelvis-hikes",
            "Pelvis hikes on the free side",
            false,
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
                Feel("ph-long", "Let the free leg hang long and heavy.", "A long side cannot hike.", "Long and heavy"),
                Say(
                    "ph-pockets",
                    "Both trouser pockets hang at one height.",
                    "A picture of level for whoever cannot feel it.",
                    "Pockets level"
                ),
                Say("ph-skirt", "Keep your belt level.", "A belt is level without a word about hips.", "Belt level"),
                Touch(
                    "ph-hand",
                    "Hand on your waist: keep it long.",
                    "It tells at once when the side shortens.",
                    "Hand on the waist"
                ),
            ]
        ),
        new(
            "hip-slides",
            "Hip slides out or trunk bends sideways",
            true,
            [Above("pelvic-shift"), Below("pelvic-shift"), Above("side-lean"), Below("side-lean")],
            [
                new(
                    "knee-dives",
                    "the knee dives in and the hip goes out",
                    "Does it stop when the knee is held over the foot?",
                    Above("knee-offset"),
                    ["hs-rails", "hs-support"]
                ),
                new(
                    "foot-placement",
                    "the feet stand on one line or too wide",
                    "Does a wider track stop it?",
                    null,
                    ["hs-track", "hs-rails"]
                ),
                new(
                    "leaning-in",
                    "the client leans into the hip to rest on it",
                    "Is the hip's own side soft to the touch?",
                    null,
                    ["hs-rails", "hs-wall"]
                ),
            ],
            [
                Say(
                    "hs-rails",
                    "Lower your hips between two rails.",
                    "A track on both sides keeps the middle.",
                    "Between the rails"
                ),
                Feel(
                    "hs-seat",
                    "Weight through the middle of your heel.",
                    "Where the heel is loaded the hip stands.",
                    "Middle of the heel"
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
                ) with
                {
                    Forms = Forms.Split,
                },
                Set(
                    "hs-support",
                    "A hand on a support.",
                    "Balance first, then without.",
                    "Hand on a support",
                    Gear.Support
                ),
            ]
        ),
        new(
            "pelvis-turned",
            "Pelvis turns away",
            false,
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
                ) with
                {
                    Forms = Forms.Split,
                },
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
                ) with
                {
                    Forms = Forms.Split,
                },
            ]
        )
        {
            Disagreement = "In the knee-forward set-up a small turn over the working hip is meant.",
        },
        new(
            "hanging-rear-hip",
            "Hangs forward on the rear hip",
            true,
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
                ) with
                {
                    Forms = Forms.Split,
                },
                Set("hr-higher", "Stop 10 cm higher.", "Inside its range the hip can be held.", "Less depth"),
            ]
        ),
        new(
            "behind-rear-hip",
            "Folds and sits behind the rear hip",
            false,
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
                ) with
                {
                    Forms = Forms.Split,
                },
                Feel(
                    "bh-glute",
                    "Squeeze the back glute until the hip stands tall.",
                    "The glute of the back leg opens the hip that folded.",
                    "Back glute on"
                ) with
                {
                    Forms = Forms.Split,
                },
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
                ),
            ]
        ),
        // The knee.
        new(
            "knee-in",
            "Knee falls in",
            true,
            [Above("knee-offset"), Above("projection")],
            [
                new(
                    "not-attending",
                    "nobody ever showed it not to",
                    "Does it stay over the foot when the client watches it?",
                    null,
                    ["ki-spotlight"]
                ),
                new(
                    "ankle-stiff",
                    "the ankle is stiff",
                    "Does the knee stay with a thin heel wedge?",
                    null,
                    ["ki-ankle"]
                ),
                new("tired", "it is tired", "Does it fall in only in the last repetitions?", null, ["ki-tired"]),
                new(
                    "deep-hip",
                    "the pelvis is level and the outer hip does not turn the thigh",
                    "Pelvis level, and the knee still turns in?",
                    Fine("pelvic-level"),
                    ["ki-hand", "ki-band"]
                ),
                new(
                    "inner-ankle",
                    "the inner ankle sinks and the knee follows",
                    "Does the knee stay when the foot stands on three points?",
                    Above("inner-ankle"),
                    ["ki-firm", "ki-wedge"]
                ),
                new(
                    "foot-turned",
                    "the foot is turned out",
                    "Does it stay with the toes ahead?",
                    Above("foot-ahead"),
                    ["ki-toes-ahead"]
                ),
                new(
                    "build",
                    "knees that are built to knock",
                    "Do the knees meet before the ankles, standing?",
                    null,
                    ["ki-less", "ki-wedge"]
                ),
            ],
            [
                Say(
                    "ki-spotlight",
                    "Your knee is an arrow. Aim it at the second toe.",
                    "Words come first: most knees fall in because nobody looks at them.",
                    "Arrow at the second toe"
                ),
                Feel(
                    "ki-corners",
                    "Three points down, knee opens over your laces.",
                    "The foot must stay while the knee moves, or it is only rolled out.",
                    "Three points, open knee"
                ),
                Say(
                    "ki-gate",
                    "Push a heavy gate open with your knee.",
                    "A thing to push against wakes the outer hip.",
                    "Push the gate"
                ),
                Touch(
                    "ki-hand",
                    "Press outward into the hand, all the way.",
                    "Pressing out wakes the outer hip, and the hand feels when it stops.",
                    "Press into the hand"
                ),
                Touch(
                    "ki-band",
                    "Beat the band: knee stays over the second toe.",
                    "A pull the wrong way makes the deep outer hip answer by itself.",
                    "Beat the band",
                    Gear.Band
                ),
                Set(
                    "ki-toes-ahead",
                    "Point your toes ahead and start again.",
                    "A knee over a foot that points elsewhere looks fallen in.",
                    "Toes ahead"
                ),
                Set(
                    "ki-firm",
                    "Off the mat; three points of the foot down.",
                    "On a soft floor the ankle sinks and takes the knee along.",
                    "Firm floor, three points"
                ),
                Set(
                    "ki-ankle",
                    "Thin heel wedge; does the knee stay now?",
                    "A stiff ankle sends the knee in.",
                    "Heel wedge",
                    Gear.Wedge
                ),
                Set(
                    "ki-tired",
                    "Stop two earlier, rest longer.",
                    "What only falls in at the end is tired, not untaught.",
                    "Stop two earlier"
                ),
                Set(
                    "ki-wedge",
                    "Thin wedge under the inside edge.",
                    "Borrowed height for the arch; try without it again in two weeks.",
                    "Inside wedge",
                    Gear.Wedge
                ),
                Ease(
                    "ki-less",
                    "Go only as low as the knee stays over the foot.",
                    "The depth at which it is clean is where it is learned.",
                    "Less depth"
                ),
            ]
        ),
        new(
            "knee-out",
            "Knee falls out",
            true,
            [Below("knee-offset"), Below("projection")],
            [
                new(
                    "foot-turned",
                    "the foot is turned in under it",
                    "Does the foot point further in than the knee?",
                    Below("foot-ahead"),
                    ["ko-toes"]
                ),
                new(
                    "turning-with-knee",
                    "the turn of the hip is done with the knee",
                    "Does it stay when the hips are kept square?",
                    null,
                    ["ko-inner", "ko-band"]
                ),
                new(
                    "stiff-foot",
                    "a high, stiff foot",
                    "Is the big toe light?",
                    Above("big-toe-lift"),
                    ["ko-inner", "ko-wedge"]
                ),
                new(
                    "build",
                    "knees that are built to bow",
                    "Do the ankles meet before the knees, standing?",
                    null,
                    ["ko-inner"]
                ),
            ],
            [
                Feel(
                    "ko-inner",
                    "Keep the inner edge heavy.",
                    "The inner foot draws the knee back over the toes.",
                    "Inner edge heavy"
                ),
                Say(
                    "ko-thread",
                    "Draw the knee straight toward your second toe.",
                    "A straight line is a better guide than a warning.",
                    "Toward the second toe"
                ),
                Say(
                    "ko-door",
                    "Slide the knee between two posts; touch neither.",
                    "Two posts keep it from going either way.",
                    "Between the posts"
                ),
                Touch(
                    "ko-band",
                    "Band pulls your knee out. Don’t let it.",
                    "A pull the wrong way wakes the inner thigh.",
                    "Band pulling out",
                    Gear.Band
                ),
                Set(
                    "ko-toes",
                    "Point your toes ahead, knee over them.",
                    "Foot and knee should point the same way.",
                    "Toes ahead"
                ),
                Set(
                    "ko-wedge",
                    "Thin wedge under the outside edge.",
                    "It tips a stiff foot back onto its big toe.",
                    "Outside wedge",
                    Gear.Wedge
                ),
            ]
        ),
        new(
            "lateral-line",
            "Sideways: toes out, or the trail side collapses",
            true,
            [Above("foot-ahead"), Below("foot-ahead"), Above("trail-knee"), Above("trail-foot")],
            [
                new(
                    "never-shown",
                    "it was never shown",
                    "Is it clean after one slow showing?",
                    null,
                    ["ll-wall", "ll-long"]
                ),
                new(
                    "range",
                    "the step is longer than the trail leg allows",
                    "Is it clean with a shorter step?",
                    null,
                    ["ll-shorter"]
                ),
            ],
            [
                Say(
                    "ll-wall",
                    "Send your back pocket to the corner behind you.",
                    "Back and not only sideways is where the room is.",
                    "Pocket to the corner"
                ),
                Feel(
                    "ll-long",
                    "Straight leg long, whole foot flat.",
                    "A long leg with a flat foot is the whole trail side.",
                    "Leg long, foot flat"
                ),
                Say(
                    "ll-drawer",
                    "Close a drawer behind you with your hips.",
                    "A drawer behind gives the hips somewhere to go.",
                    "Close the drawer"
                ),
                Set(
                    "ll-shorter",
                    "A shorter step, marked with tape.",
                    "Inside its range the trail side holds.",
                    "Shorter step",
                    Gear.Tape
                ),
                Ease(
                    "ll-support",
                    "Hold the rail, go half as deep.",
                    "Half of it clean beats all of it crooked.",
                    "Hold the rail",
                    Gear.Support
                ),
            ]
        ),
        // Shin and trunk.
        new(
            "shin-beyond-band",
            "Shin past its band",
            true,
            [Above("front-shin"), Above("knee-past-toe")],
            [
                new(
                    "never-taught",
                    "nobody ever showed it not to",
                    "Does it stay when told?",
                    null,
                    ["sb-gatepost", "sb-well", "sb-dowel"]
                ),
                new(
                    "falls-forward",
                    "the whole body falls forward",
                    "Does a light support stop it?",
                    null,
                    ["sb-support"]
                ),
                new(
                    "heel-pinned",
                    "the rear heel is pinned, so the rear knee cannot bend",
                    "Does the shin stay when the rear heel comes free?",
                    Above("rear-heel"),
                    ["sb-longer"]
                ),
                new(
                    "stance-short",
                    "the stance is short",
                    "Does it stay with the back foot a shoe further back?",
                    Below("stance-length"),
                    ["sb-longer"]
                ),
            ],
            [
                Say(
                    "sb-gatepost",
                    "Sink straight down. Your shin is a gatepost.",
                    "Words come first: most shins run forward because nobody ever showed them not to.",
                    "Gatepost"
                ),
                Say(
                    "sb-well",
                    "Drop the back knee like a bucket down a well.",
                    "A second picture for the same thing, for whoever the first one did not reach.",
                    "Bucket into a well"
                ) with
                {
                    Forms = Forms.Split,
                },
                Feel(
                    "sb-heel",
                    "Feel the front heel before you bend.",
                    "What is loaded first leads the way down.",
                    "Heel first"
                ),
                Touch(
                    "sb-dowel",
                    "Dowel against your shin: go down without pushing it.",
                    "Words did not settle it, so give the shin something to feel.",
                    "Dowel at the shin",
                    Gear.Dowel
                ),
                Set(
                    "sb-support",
                    "Hold the rail beside you.",
                    "Whoever fears the fall leans into the shin.",
                    "Hold the rail",
                    Gear.Support
                ),
                Set(
                    "sb-longer",
                    "Back foot a hand’s width further back.",
                    "A short stance, or a pinned back heel, leaves the shin nowhere to go but forward.",
                    "Back foot further back"
                ) with
                {
                    Forms = Forms.Split,
                },
                Ease(
                    "sb-floor-up",
                    "Start half-kneeling with the shin upright and rise from there.",
                    "Starting at the bottom shows the place to come back to.",
                    "From the floor"
                ) with
                {
                    Forms = Forms.Split,
                },
            ]
        )
        {
            Disagreement = "The knee-forward school has no upper edge; heel and tracking end it there.",
        },
        new(
            "shin-short-of-band",
            "Shin short of its band",
            false,
            [Below("front-shin"), Below("knee-past-toe")],
            [
                new(
                    "ankle",
                    "the ankle has no more bend",
                    "Is the shin as far forward as the ankle test allows?",
                    null,
                    ["ss-wedge", "ss-raised"]
                ),
                new(
                    "fear",
                    "fear, or an old rule, keeps the knee back",
                    "Does it go when told that it may?",
                    null,
                    ["ss-laces", "ss-lantern", "ss-hand"]
                ),
                new(
                    "stance-long",
                    "the stance is long",
                    "Does it go with the back foot half a shoe closer?",
                    Above("stance-length"),
                    ["ss-shorter"]
                ),
            ],
            [
                Say(
                    "ss-laces",
                    "Let the knee glide over your laces, heel down.",
                    "Words come first: many knees stay back because they were once told to.",
                    "Knee over the laces"
                ),
                Say(
                    "ss-lantern",
                    "Nudge a lantern with your knee, heel down.",
                    "A target to reach for, for whoever does not feel the first cue.",
                    "Nudge the lantern"
                ),
                Feel(
                    "ss-crease",
                    "Fold at the front of the ankle.",
                    "The fold is where the knee's way forward begins.",
                    "Fold the ankle"
                ),
                Touch(
                    "ss-hand",
                    "Touch the hand softly with your knee.",
                    "Something to reach takes the fear out of going forward.",
                    "Touch the hand"
                ),
                Set(
                    "ss-shorter",
                    "Back foot 5 cm closer.",
                    "A long stance keeps the shin upright whatever the client does.",
                    "Shorter stance"
                ) with
                {
                    Forms = Forms.Split,
                },
                Set(
                    "ss-wedge",
                    "Thin wedge under the front heel.",
                    "It gives the degrees the ankle does not have; try without it again in two weeks.",
                    "Heel wedge",
                    Gear.Wedge
                ),
                Ease(
                    "ss-raised",
                    "Front foot on a 10 cm step.",
                    "The raised front foot gives the knee room to lead.",
                    "Raised front foot",
                    Gear.Block
                ) with
                {
                    Forms = Forms.Split,
                },
            ]
        ),
        new(
            "weight-back",
            "Weight stays on the rear leg",
            true,
            [Below("load-share")],
            [
                new(
                    "believes-even",
                    "the client believes it is even",
                    "Does the client's guess differ from the scales by more than ten points?",
                    null,
                    ["wb-guess", "wb-press"]
                ),
                new("never-told", "nobody said which leg works", "Does it change when told?", null, ["wb-press"]),
                new(
                    "ribs-up",
                    "ribs up, trunk behind the hips",
                    "Does a long out-breath bring it forward?",
                    Below("trunk-lean"),
                    ["wb-breath", "wb-shift"]
                ),
            ],
            [
                Say(
                    "wb-guess",
                    "How much is on the front foot? Guess. Now look.",
                    "A wrong guess shown once teaches more than ten cues.",
                    "Guess, then look"
                ),
                Feel(
                    "wb-press",
                    "Press the floor away with your front foot.",
                    "Most weight stays back because nobody said otherwise.",
                    "Press the front foot"
                ),
                Feel(
                    "wb-breath",
                    "Breathe out, ribs down.",
                    "Ribs that come down bring the weight over the front foot.",
                    "Ribs down"
                ),
                Say(
                    "wb-lean",
                    "Lean until you are one straight line.",
                    "Shoulder, hip and back knee in line put the weight where the work is.",
                    "One straight line"
                ),
                Touch(
                    "wb-scales",
                    "Make the front scale read ten per cent more.",
                    "Seen on the scales it can be kept; ask about the pain again.",
                    "Ten per cent more",
                    Gear.Scales
                ),
                Set(
                    "wb-shift",
                    "A little more weight on the front foot.",
                    "A small shift often eases a sore rear knee.",
                    "A little more in front"
                ),
            ]
        ),
        new(
            "sore-though-right",
            "Sore although every cue is right",
            true,
            [],
            [
                new(
                    "not-ready",
                    "the tissue is not ready for it",
                    "Is everything in band and it still hurts?",
                    null,
                    ["sr-shallower", "sr-hands", "sr-lighter", "sr-raised"]
                ),
            ],
            [
                Feel(
                    "sr-quiet",
                    "Go only as deep as feels fine.",
                    "The client finds the depth that is not sore more exactly than a ruler.",
                    "As deep as feels fine"
                ),
                Say(
                    "sr-lift",
                    "Lower as if carrying a sleeping child.",
                    "Slow and short in one picture.",
                    "Sleeping child"
                ),
                Feel(
                    "sr-breath",
                    "Stop just above the sore spot.",
                    "Just above it there is usually room to train.",
                    "Above the sore spot"
                ),
                Set(
                    "sr-shallower",
                    "Stop 10 cm higher, above the sore spot.",
                    "Less depth is the smallest change that may ease it.",
                    "Stop higher"
                ),
                Set(
                    "sr-hands",
                    "Hands on a support.",
                    "Support takes load without changing the pattern.",
                    "Hands on a support",
                    Gear.Support
                ),
                Set("sr-lighter", "Take the load off.", "Body weight first.", "Less load"),
                Set(
                    "sr-raised",
                    "Front foot on a low step; read both scales.",
                    "Often said to unload; shown on the scales it is known.",
                    "Raised, on scales",
                    Gear.Block,
                    Gear.Scales
                ) with
                {
                    Forms = Forms.Split,
                },
            ]
        ),
        new(
            "hips-drift",
            "Hips drift back while rising",
            false,
            [Above("hip-path")],
            [
                new(
                    "pushing-back",
                    "pushing off backwards",
                    "Does a dowel behind the hips stop it?",
                    null,
                    ["hd-crown", "hd-dowel"]
                ),
                new(
                    "too-heavy",
                    "the load is too heavy for the rise",
                    "Does it go away lighter?",
                    null,
                    ["hd-front", "hd-lighter"]
                ),
            ],
            [
                Say(
                    "hd-crown",
                    "Rise as if lifted by the crown.",
                    "Up and not back is one thought.",
                    "Lifted by the crown"
                ),
                Feel(
                    "hd-under",
                    "Weight mid-foot from bottom to top.",
                    "Hips that drift back take the weight to the heel.",
                    "Weight stays in the middle"
                ),
                Say(
                    "hd-chimney",
                    "Come straight up the chimney.",
                    "A narrow way up has no room for drifting.",
                    "Up the chimney"
                ),
                Touch(
                    "hd-dowel",
                    "A dowel a hand behind the hips. Rise without touching it.",
                    "It says at once when the hips go back.",
                    "Dowel behind the hips",
                    Gear.Dowel
                ),
                Set(
                    "hd-front",
                    "Hold the weight in front of the chest.",
                    "A weight ahead leaves the hips no reason to go back.",
                    "Load in front",
                    Gear.Weight
                ),
                Set("hd-lighter", "Use a lighter weight.", "What cannot be lifted straight is too heavy.", "Lighter"),
            ]
        ),
        new(
            "order-apart",
            "Hip and knee straighten apart",
            true,
            [Above("order"), Below("order")],
            [
                new("load", "the load is too heavy", "Is it clean lighter?", null, ["oa-lighter"]),
                new(
                    "back-habit",
                    "the back is used to lifting",
                    "Does a weight in front stop it?",
                    null,
                    ["oa-together", "oa-front", "oa-kneeling"]
                ),
            ],
            [
                Say(
                    "oa-together",
                    "Hips and knee reach the top together.",
                    "One moment for both keeps them together.",
                    "Together at the top"
                ),
                Say(
                    "oa-bell",
                    "Belt and knee arrive at one moment.",
                    "One arrival for both is easy to see.",
                    "One arrival"
                ),
                Feel("oa-load", "Thigh and glute push together.", "Shared work ends together.", "Push together"),
                Set(
                    "oa-front",
                    "Hold a weight at the chest.",
                    "In front it punishes the hips that rise first.",
                    "Load in front",
                    Gear.Weight
                ),
                Set(
                    "oa-lighter",
                    "Use a lighter weight.",
                    "Under too much load the stronger joint goes first.",
                    "Lighter"
                ),
                Ease(
                    "oa-kneeling",
                    "Kneeling squats until hips and trunk finish together.",
                    "The hip alone, without a knee to run ahead of.",
                    "Kneeling squat"
                ),
            ]
        ),
        new(
            "not-parallel",
            "Trunk and shin not parallel at the bottom",
            false,
            [Above("lean-minus-shin"), Below("lean-minus-shin")],
            [
                new(
                    "hips-back",
                    "the hips are sat back",
                    "Does it mend when the knee may go further?",
                    null,
                    ["np-more"]
                ),
                new(
                    "knee-held",
                    "the trunk is held back",
                    "Does it mend when the arms reach ahead?",
                    null,
                    ["np-less"]
                ),
            ],
            [
                Say(
                    "np-rails",
                    "Chest and shin lean alike, like two ladders.",
                    "Two lines alike are easy to see and to keep.",
                    "Two ladders"
                ),
                Say(
                    "oa-twins",
                    "Trunk and shin parallel all the way up.",
                    "Parallel lines are easy to see and to keep.",
                    "Parallel"
                ),
                Feel(
                    "np-share",
                    "Thigh and glute take equal work at the bottom.",
                    "Equal work has one shape.",
                    "Equal work"
                ),
                Touch(
                    "np-hands",
                    "Two dowels, shin and back: keep them parallel.",
                    "Two sticks show what nobody feels.",
                    "Two dowels",
                    Gear.Dowel
                ),
                Set(
                    "np-more",
                    "Let the knee come a hand further, heel down.",
                    "Where the trunk tips more, the shin has room left.",
                    "Knee a hand further"
                ) with
                {
                    Way = BandSide.Beyond,
                },
                Set(
                    "np-less",
                    "Reach ahead until the chest follows the knee.",
                    "Where the shin tips more, the chest has to come along.",
                    "Reach ahead"
                ) with
                {
                    Way = BandSide.Short,
                },
                Ease(
                    "np-pad",
                    "Split squat to the pad in this shape, held two counts.",
                    "Held still the shape is learned.",
                    "Held at the pad"
                ) with
                {
                    Forms = Forms.Split,
                },
            ]
        ),
        new(
            "pushes-off-ball",
            "Leans and pushes off the ball in a reverse lunge",
            false,
            [],
            [
                new(
                    "front-thigh",
                    "a habit of the front thigh",
                    "Does the heel leave the floor first?",
                    null,
                    ["pb-draw", "pb-sled", "pb-toes"]
                ),
            ],
            [
                Feel(
                    "pb-draw",
                    "Front heel on a stair: climb it.",
                    "Climbing uses the back of the leg, pushing off the front.",
                    "Climb the stair"
                ),
                Say(
                    "pb-sled",
                    "Front heel stuck down as you rise.",
                    "A heel that stays down has nothing to push off from.",
                    "Heel stuck down"
                ),
                Feel(
                    "pb-hamstring",
                    "Feel the back of the front thigh do the lifting.",
                    "Whoever feels the back of the thigh is not pushing off.",
                    "Back of the thigh"
                ),
                Touch(
                    "pb-toes",
                    "One rep with the front toes up, hand on the rail.",
                    "Toes that are up cannot push.",
                    "Toes up once"
                ),
            ]
        ),
        new(
            "trunk-too-far",
            "Trunk too far over",
            false,
            [Above("trunk-lean")],
            [
                new(
                    "hips-back",
                    "the hips are shot back",
                    "Does it mend with the chest shown ahead?",
                    null,
                    ["to-horizon", "tf-dowel"]
                ),
                new("heavy", "the load is too heavy", "Is it upright lighter?", null, ["to-goblet", "tf-less"]),
                new("ankle", "the ankle is used up", "Does it mend with a thin heel wedge?", null, ["tf-less"]),
            ],
            [
                Say(
                    "to-horizon",
                    "Show the wall your shirt logo.",
                    "A place to show the chest sets the lean.",
                    "Logo to the wall"
                ),
                Feel(
                    "to-stack",
                    "Ribs over hips, then tip as one block.",
                    "The lean is one thing, not three.",
                    "Tip as one block"
                ),
                Touch(
                    "tf-dowel",
                    "Dowel along the back: it tips no further than this.",
                    "A stick along the back shows every degree.",
                    "Dowel along the back",
                    Gear.Dowel
                ),
                Set(
                    "to-goblet",
                    "Hold a light weight at your chest.",
                    "It sits the trunk up by itself.",
                    "Weight at the chest",
                    Gear.Weight
                ),
                Ease(
                    "tf-less",
                    "Less load, half the depth.",
                    "What cannot be held up is too much for now.",
                    "Less load, half depth"
                ),
            ]
        )
        {
            Disagreement = "Upright, slight and clear lean each belong to a school; the band says which is in force.",
        },
        new(
            "trunk-too-upright",
            "Trunk too upright",
            false,
            [Below("trunk-lean")],
            [
                new(
                    "fear",
                    "leaning is feared, or the weight is behind",
                    "Does it lean with the arms ahead?",
                    null,
                    ["tu-logo", "to-arms", "tu-weight"]
                ),
                new(
                    "school",
                    "it was learned in another school",
                    "Is it what another coach asked for?",
                    null,
                    ["tu-logo"]
                ),
            ],
            [
                Say(
                    "tu-logo",
                    "Show the floor ahead your shirt logo.",
                    "A place to show the chest sets the lean.",
                    "Logo to the floor"
                ),
                Feel(
                    "tu-hips",
                    "Fold a little at the hips, back long.",
                    "The lean comes from the hips, not from the back.",
                    "Fold at the hips"
                ),
                Say(
                    "to-plank",
                    "A plank down your back: tip it to my hand.",
                    "An angle to rest against is clearer than more or less.",
                    "Plank to my hand"
                ),
                Touch(
                    "to-arms",
                    "Fingertips reach for a mark on the wall.",
                    "The arms take the trunk along.",
                    "Reach for the wall"
                ),
                Set(
                    "tu-weight",
                    "Arms forward, or a light weight held ahead.",
                    "Weight ahead lets the trunk lean without fear.",
                    "Weight ahead"
                ),
                Ease(
                    "tu-rail",
                    "Hands on a low rail; lean and look again.",
                    "Held, the lean can be tried without falling.",
                    "Lean at the rail",
                    Gear.Support
                ),
            ]
        )
        {
            Disagreement = "Upright, slight and clear lean each belong to a school; the band says which is in force.",
        },
        new(
            "head-ahead",
            "Head ahead of the pelvis",
            false,
            [Above("head-over-pelvis"), Below("head-over-pelvis")],
            [
                new(
                    "arms-or-gaze",
                    "arms behind or gaze down",
                    "Does it come back with elbows forward and eyes level?",
                    null,
                    ["ha-shelf", "ha-neck", "ha-elbows"]
                ),
            ],
            [
                Say(
                    "ha-shelf",
                    "Chin level; slide your head straight back.",
                    "A level chin brings the head back over the body.",
                    "Chin level"
                ),
                Feel(
                    "ha-neck",
                    "Back of the neck long, chin level.",
                    "Length brings the head back without pulling the chin in.",
                    "Long neck"
                ),
                Say(
                    "ha-thread",
                    "A thread lifts the crown of your head.",
                    "A thread keeps the head over the body.",
                    "Thread to the crown"
                ),
                Set(
                    "ha-elbows",
                    "Elbows slightly ahead of your ribs.",
                    "Arms ahead let the head stay behind.",
                    "Elbows ahead"
                ),
            ]
        ),
        new(
            "arched",
            "Arched, ribs flared",
            true,
            [Below("line"), Below("heel-ear")],
            [
                new(
                    "too-upright",
                    "held too upright",
                    "Does it go with a little lean?",
                    null,
                    ["ar-breath", "ar-lean"]
                ),
                new(
                    "hip-flexors",
                    "the front of the hip is short",
                    "Does a half-kneeling tuck free it?",
                    Below("rear-thigh"),
                    ["ar-tuck"]
                ),
                new(
                    "rear-high",
                    "the rear foot stands too high",
                    "Does it go with a lower surface?",
                    null,
                    ["ar-lower"]
                ),
            ],
            [
                Feel(
                    "ar-breath",
                    "Long breath out; leave the ribs there.",
                    "Ribs that come down bring the back along.",
                    "Leave the ribs"
                ),
                Say(
                    "ar-lean",
                    "Lean as one plank, from the back knee to the ears.",
                    "Some lean is not a fault; the arch is.",
                    "One plank"
                ) with
                {
                    Forms = Forms.Split,
                },
                Say(
                    "ar-bowl",
                    "Hips are a bowl of soup. Keep it level.",
                    "A bowl is levelled without a word about the back.",
                    "Bowl of soup"
                ),
                Set(
                    "ar-lower",
                    "A lower surface under the rear foot.",
                    "High behind pulls the back into an arch.",
                    "Lower behind"
                ) with
                {
                    Forms = Forms.Split,
                },
                Ease(
                    "ar-tuck",
                    "Half-kneeling: tuck, squeeze the back-leg glute, 20 seconds.",
                    "Where it is short it must be freed first.",
                    "Half-kneeling tuck"
                ),
            ]
        ),
        new(
            "rounding",
            "Spine changes its shape, or folds",
            true,
            [Above("spine"), Above("line"), Above("heel-ear")],
            [
                new(
                    "bracing",
                    "no tension in the middle",
                    "Does a weight in front hold it?",
                    null,
                    ["rd-long", "rd-front"]
                ),
            ],
            [
                Feel(
                    "rd-long",
                    "Long from crown to tail, a rope pulled from both ends.",
                    "Length holds what strength alone does not.",
                    "Rope from both ends"
                ),
                Set(
                    "rd-front",
                    "Hold a weight at the chest.",
                    "In front it makes the middle answer.",
                    "Load in front",
                    Gear.Weight
                ),
                Feel(
                    "rd-top",
                    "Finish with the buttock, not with the back.",
                    "The last part of the rise is where the back steals it.",
                    "Finish with the buttock"
                ),
                Say(
                    "rd-mast",
                    "Your back is a mast: it tips, it doesn’t bend.",
                    "Leaning is allowed; bending is what costs.",
                    "Mast"
                ),
            ]
        ),
        // The whole.
        new(
            "rear-knee-straight",
            "Rear knee too straight, or trailing",
            true,
            [Below("rear-knee"), Above("rear-under-hip")],
            [
                new(
                    "stance-long",
                    "the stance is long",
                    "Does it bend with the rear foot closer?",
                    Above("stance-length"),
                    ["rk-closer", "rk-well"]
                ),
                new(
                    "heel-pinned",
                    "the rear heel is pinned",
                    "Does it bend with the heel free?",
                    Above("rear-heel"),
                    ["rk-heel"]
                ),
                new(
                    "short-thigh",
                    "the front of the rear thigh is short",
                    "Does it bend on a lower surface?",
                    null,
                    ["rk-lower"]
                ),
            ],
            [
                Say("rk-well", "Drop the back knee straight down.", "Down and not back bends it.", "Straight down"),
                Feel(
                    "rk-soft",
                    "Let the back knee go heavy first.",
                    "A heavy knee bends by itself.",
                    "Heavy knee first"
                ),
                Say(
                    "rk-lamp",
                    "Point the back knee at the floor.",
                    "A knee that points down has to bend.",
                    "Point at the floor"
                ),
                Set(
                    "rk-closer",
                    "Back foot a hand’s width closer.",
                    "A long stance leaves the knee no bend.",
                    "Back foot closer"
                ),
                Set(
                    "rk-heel",
                    "Free the rear heel; stand on the ball.",
                    "A pinned heel holds the knee straight.",
                    "Free the heel"
                ),
                Set(
                    "rk-lower",
                    "A lower surface under the back foot.",
                    "Less is asked of the front of the thigh.",
                    "Lower behind"
                ),
            ]
        ),
        new(
            "stance-off",
            "Stance too short, too long or on one line",
            false,
            [
                Above("stance-length"),
                Below("stance-length"),
                Above("stance-width"),
                Below("stance-width"),
                Below("rear-under-hip"),
            ],
            [
                new(
                    "habit",
                    "habit",
                    "Is it right once the marks are on the floor?",
                    null,
                    ["so-tape", "so-line", "so-kneel"]
                ),
            ],
            [
                Say(
                    "so-tram",
                    "One foot on each tram rail, never both on one.",
                    "Two rails keep the feet apart without measuring.",
                    "A foot on each rail"
                ),
                Feel(
                    "so-weight",
                    "At the bottom: front shin and back thigh both upright.",
                    "A stance that fits is felt before it is measured.",
                    "Both upright"
                ),
                Say(
                    "so-shoes",
                    "Front heel to back toes: two and a half shoes.",
                    "A measure that is always with them.",
                    "Two and a half shoes"
                ),
                Set(
                    "so-tape",
                    "Front heel on this mark, back toes on that one.",
                    "A stance is set once and then only stepped into.",
                    "Marks on the floor",
                    Gear.Tape
                ),
                Set(
                    "so-line",
                    "A line between the feet; never step on it.",
                    "It keeps the feet off one line.",
                    "Line between the feet",
                    Gear.Tape
                ),
                Set(
                    "so-kneel",
                    "Start in half-kneeling; your feet are set.",
                    "The knees measure it better than the eye.",
                    "From half-kneeling"
                ),
            ]
        ),
        new(
            "shallow",
            "Stops short of its target",
            false,
            [Above("depth"), Above("front-thigh"), Below("front-knee")],
            [
                new(
                    "fear",
                    "fear, or hurry",
                    "Does it come down with time and a soft target?",
                    null,
                    ["sh-kiss", "sh-slow"]
                ),
                new("no-target", "nothing to aim at", "Does it come down to a pad?", null, ["sh-pad"]),
            ],
            [
                Say(
                    "sh-kiss",
                    "Kiss the pad with your back knee.",
                    "A soft touch gives depth and control in one.",
                    "Kiss the pad"
                ) with
                {
                    Forms = Forms.Split,
                },
                Feel(
                    "sh-breath",
                    "Breathe in all the way down.",
                    "A breath takes as long as the depth needs.",
                    "In all the way down"
                ),
                Say(
                    "sh-lift",
                    "Dip your back knee to the water line.",
                    "Depth has a name to aim for.",
                    "To the water line"
                ) with
                {
                    Forms = Forms.Split,
                },
                Touch(
                    "sh-pad",
                    "Stack the pad higher until every rep touches.",
                    "A target met teaches more than one missed.",
                    "Stack the pad"
                ) with
                {
                    Forms = Forms.Split,
                },
                Set("sh-slow", "Three seconds down.", "Hurry stops early and bounces.", "Slower"),
            ]
        ),
        new(
            "too-deep",
            "Drops past its target",
            true,
            [Below("depth"), Below("front-thigh"), Above("front-knee"), Above("rear-knee")],
            [
                new("no-target", "nothing to stop at", "Does it stop on a higher pad?", null, ["td-shelf", "td-pad"]),
                new("hurry", "hurry", "Does it stop when it is counted down?", null, ["td-brake", "td-slow"]),
            ],
            [
                Say(
                    "td-shelf",
                    "Stop on the pad as on a shelf; nothing below it.",
                    "A place to stop is easier than not too far.",
                    "Stop on the shelf"
                ) with
                {
                    Forms = Forms.Split,
                },
                Feel(
                    "td-brake",
                    "Feel the thigh stop you just above the pad.",
                    "What is felt to brake does not drop.",
                    "Thigh stops you"
                ) with
                {
                    Forms = Forms.Split,
                },
                Touch(
                    "td-pad",
                    "One more plate under the pad: touch, no sinking.",
                    "A higher target is met before the drop.",
                    "Higher pad"
                ) with
                {
                    Forms = Forms.Split,
                },
                Set("td-slow", "Three counts down, one count still.", "Hurry is what drops.", "Slower, and still"),
                Ease(
                    "td-half",
                    "Half depth, hand on the rail, today.",
                    "Half of it held beats all of it dropped.",
                    "Half depth",
                    Gear.Support
                ),
            ]
        ),
        new(
            "loses-balance",
            "Loses balance",
            true,
            [Above("balance")],
            [
                new("gaze", "the eyes wander", "Is it steady with something still to look at?", null, ["lb-gaze"]),
                new("shoes", "the shoes are soft", "Is it steady without them?", null, ["lb-flat"]),
                new(
                    "narrow",
                    "the track is narrow",
                    "Is it steady a hand wider?",
                    Below("stance-width"),
                    ["lb-squeeze", "lb-line"]
                ),
                new("loaded-too-soon", "loaded too soon", "Is it steady with empty hands?", null, ["lb-unload"]),
            ],
            [
                Say(
                    "lb-gaze",
                    "Pin your eyes on one still thing and leave them there.",
                    "Still eyes are half of balance.",
                    "Pin the eyes"
                ),
                Feel(
                    "lb-squeeze",
                    "Squeeze the floor together between your feet.",
                    "A light squeeze steadies from the inside.",
                    "Squeeze the floor"
                ) with
                {
                    Forms = Forms.Split,
                },
                Feel(
                    "lb-roots",
                    "Plant the foot, then move.",
                    "Balance begins in the foot, before the first inch.",
                    "Plant, then move"
                ),
                Touch(
                    "lb-wall",
                    "Fingertips on a rail or a wall.",
                    "Enough to be sure, too little to lean on.",
                    "Fingertips on a rail",
                    Gear.Support
                ),
                Set(
                    "lb-flat",
                    "Flatter, firmer shoes.",
                    "A soft sole is a small ball to stand on.",
                    "Flatter, firmer shoes"
                ),
                Set(
                    "lb-line",
                    "One foot each side of the line.",
                    "Two tracks are a base.",
                    "Each side of the line",
                    Gear.Tape
                ) with
                {
                    Forms = Forms.Split,
                },
                Set("lb-unload", "Put the weight down for now.", "What wobbles empty falls loaded.", "Without load"),
            ]
        ),
        new(
            "floor-push",
            "Pushes off the floor leg",
            false,
            [Above("floor-push"), Below("floor-push")],
            [
                new("habit", "habit", "Is it gone with the floor toes up?", null, ["fp-toes"]),
                new("box-high", "the box is high", "Is it gone on a lower box?", Above("start-knee"), ["fp-lower"]),
            ],
            [
                Say(
                    "fp-toes",
                    "Floor toes up before you go: the upper leg gets no help.",
                    "Toes that are up cannot push.",
                    "Floor toes up"
                ) with
                {
                    Forms = Forms.Box,
                },
                Feel(
                    "fp-above",
                    "Lean over the top foot, then rise.",
                    "Weight that is up there already needs no push.",
                    "Over the top foot"
                ) with
                {
                    Forms = Forms.Box,
                },
                Say("fp-eggs", "The floor foot stands on eggs.", "Nobody pushes off an egg.", "Stands on eggs") with
                {
                    Forms = Forms.Box,
                },
                Set("fp-closer", "Stand closer.", "From afar everyone swings.", "Closer") with
                {
                    Forms = Forms.Box,
                },
                Set(
                    "fp-lower",
                    "A lower box.",
                    "The height at which it needs no push is the height to train.",
                    "Lower box"
                ) with
                {
                    Forms = Forms.Box,
                },
            ]
        ),
        new(
            "step-height",
            "The step starts too bent or too straight",
            false,
            [Above("start-knee"), Below("start-knee")],
            [
                new(
                    "wrong-box",
                    "the box does not fit the leg",
                    "Does the bench give another height?",
                    null,
                    ["st-bench", "st-shelf"]
                ),
                new(
                    "too-close",
                    "standing too close, knee beyond",
                    "Does a hand's width back settle it?",
                    Above("front-shin"),
                    ["st-back"]
                ),
            ],
            [
                Feel("st-fold", "Thigh level before you push.", "A square corner can be felt.", "Thigh level") with
                {
                    Forms = Forms.Box,
                },
                Say(
                    "st-corner",
                    "Thigh flat as a table, then push.",
                    "A flat thigh is a right angle at the knee.",
                    "Flat as a table"
                ) with
                {
                    Forms = Forms.Box,
                },
                Say(
                    "st-toes",
                    "Whole foot on the box, heel included.",
                    "A heel that hangs over the edge bends the knee before the step begins.",
                    "Whole foot on"
                ) with
                {
                    Forms = Forms.Box,
                },
                Set(
                    "st-bench",
                    "Set the box to the planned height.",
                    "A right angle at the start is a matter of the box.",
                    "The planned height"
                ) with
                {
                    Forms = Forms.Box,
                },
                Set(
                    "st-back",
                    "Stand a hand’s width further back.",
                    "Distance decides where the knee goes.",
                    "A hand back"
                ) with
                {
                    Forms = Forms.Box,
                    Way = BandSide.Beyond,
                },
                Set(
                    "st-close",
                    "Stand a hand’s width closer.",
                    "From too far away the knee starts too straight.",
                    "A hand closer"
                ) with
                {
                    Forms = Forms.Box,
                    Way = BandSide.Short,
                },
                Set(
                    "st-shelf",
                    "Step closer or back until the thigh is level.",
                    "A level thigh is the right angle at the knee.",
                    "Closer or back"
                ) with
                {
                    Forms = Forms.Box,
                },
            ]
        ),
        new(
            "top-bent",
            "Not straight at the top",
            false,
            [Above("top-knee")],
            [
                new(
                    "weak-end",
                    "the end of the rise is weak or unknown",
                    "Is it straight on a lower box?",
                    null,
                    ["tb-tall", "tb-close", "tb-lower"]
                ),
            ],
            [
                Say(
                    "tb-tall",
                    "Finish tall. Push the ceiling up.",
                    "The last finger's breadth is the exercise.",
                    "Push the ceiling"
                ),
                Feel(
                    "tb-close",
                    "Squeeze the glute to finish.",
                    "The last degrees belong to the hip.",
                    "Squeeze the glute"
                ),
                Say(
                    "tb-photo",
                    "Stand tall for a photo before you lower.",
                    "A moment of standing makes the top happen.",
                    "Stand for a photo"
                ),
                Set(
                    "tb-lower",
                    "A lower box until you finish tall.",
                    "Finished low beats unfinished high.",
                    "Lower box"
                ) with
                {
                    Forms = Forms.Box,
                },
            ]
        )
        {
            Disagreement = "Soft, straight or never straight at the top is a setting.",
        },
        new(
            "knee-past-straight",
            "Knee pushed past straight at the top",
            true,
            [Below("top-knee")],
            [
                new(
                    "on-the-joint",
                    "it hangs on the joint at the top",
                    "Is the front of the thigh soft up there?",
                    null,
                    ["kp-unlock", "kp-thigh", "kp-lower"]
                ),
            ],
            [
                Say(
                    "kp-unlock",
                    "Finish tall, knees as soft as on a boat.",
                    "Soft at the top keeps the muscle at work.",
                    "Soft as on a boat"
                ),
                Feel(
                    "kp-thigh",
                    "Thigh tight, knee one thumb short of locked.",
                    "A thigh that holds leaves the joint alone.",
                    "A thumb short"
                ),
                Touch(
                    "kp-hand",
                    "Your own hand behind the knee: leave it room.",
                    "The hand feels when the knee goes too far.",
                    "Hand behind the knee"
                ),
                Set(
                    "kp-lower",
                    "Lower box, slower top, one count standing.",
                    "Slow at the top is where it is held.",
                    "Lower and slower"
                ) with
                {
                    Forms = Forms.Box,
                },
                Set(
                    "kp-slow",
                    "Slower at the top, one count standing.",
                    "Slow at the top is where it is held.",
                    "Slower at the top"
                ),
                Ease(
                    "kp-band",
                    "Band behind the knee: straighten slowly, stop at straight.",
                    "The band asks the thigh to finish, not the joint.",
                    "Band, stop at straight",
                    Gear.Band
                ),
            ]
        ),
        new(
            "free-foot-helps",
            "Free foot helps",
            false,
            [Above("free-foot")],
            [
                new(
                    "weak-end",
                    "the end of the range is weak",
                    "Is it quiet on a lower box?",
                    null,
                    ["ff-tap", "ff-lower"]
                ),
            ],
            [
                Say(
                    "ff-tap",
                    "Tap so lightly that a cat would sleep through it.",
                    "A tap has no weight in it.",
                    "A sleeping cat"
                ) with
                {
                    Forms = Forms.Box,
                },
                Say(
                    "ff-knee",
                    "Keep the free knee high until you are tall.",
                    "A knee that is up cannot help.",
                    "Free knee high"
                ),
                Feel("ff-weight", "Free foot weightless.", "What is felt weightless does not push.", "Weightless foot"),
                Set("ff-lower", "A lower box.", "Where it needs no help is where to train.", "Lower box") with
                {
                    Forms = Forms.Box,
                },
            ]
        ),
        new(
            "drops",
            "Drops instead of lowering",
            true,
            [Below("descent"), Above("descent")],
            [
                new(
                    "control",
                    "no control on the way down",
                    "Can it stop half-way?",
                    null,
                    ["dr-count", "dr-pause", "dr-lower"]
                ),
            ],
            [
                Say(
                    "dr-count",
                    "Lower like a drawbridge: three counts, no slam.",
                    "A count makes the way down somebody's job.",
                    "Drawbridge"
                ),
                Feel(
                    "dr-brake",
                    "Feel the glute brake all the way down.",
                    "The brake is a muscle; it can be felt.",
                    "Glute brake"
                ),
                Say("dr-feather", "Land so softly I can’t hear it.", "Silence on landing is control.", "Land unheard"),
                Set(
                    "dr-pause",
                    "Stop for one count at the top before every way down.",
                    "From a standstill it cannot be thrown.",
                    "Pause at the top"
                ),
                Ease("dr-lower", "A lower box.", "Short enough to be slow.", "Lower box") with
                {
                    Forms = Forms.Box,
                },
            ]
        ),
        new(
            "crossing-loose",
            "Reach falls short, planted foot turns",
            false,
            [Above("reach"), Below("reach")],
            [
                new(
                    "control",
                    "control at the end of the reach",
                    "Is it steady with a target on the floor?",
                    null,
                    ["cl-honey", "cl-target", "cl-slow"]
                ),
            ],
            [
                Say("cl-honey", "Reach as slowly as pouring honey.", "Slow is where control is seen.", "Pour honey"),
                Feel(
                    "cl-root",
                    "Plant the standing foot, then reach.",
                    "The foot that stays decides how far the other can go.",
                    "Plant, then reach"
                ),
                Say(
                    "cl-clock",
                    "Reach for the same hour on the clock, both ways.",
                    "Hours make both sides the same.",
                    "Same hour both ways"
                ),
                Touch(
                    "cl-target",
                    "Touch the same mark every time, both sides.",
                    "A place to reach makes both sides the same.",
                    "The same mark",
                    Gear.Tape
                ),
                Set(
                    "cl-slow",
                    "Slow, and finish with the feet together.",
                    "What is finished is controlled.",
                    "Slow, finish together"
                ),
            ]
        ),
        new(
            "breath-held",
            "Breath held",
            false,
            [],
            [new("effort", "effort", "Does it come back lighter?", null, ["bh-hum", "bh-candle", "bh-lighter"])],
            [
                Say("bh-hum", "Hum on the way up. Any tune.", "Whoever hums is breathing.", "Hum"),
                Feel(
                    "bh-candle",
                    "Blow at a candle across the room while you rise.",
                    "A long breath out keeps the ribs down and the air moving.",
                    "Candle across the room"
                ),
                Feel(
                    "bh-ribs",
                    "Breathe into your sides on the way down.",
                    "Ribs that move are ribs that breathe.",
                    "Into the sides"
                ),
                Set(
                    "bh-lighter",
                    "Lighter, until you can talk as you rise.",
                    "What stops the breath is too much for now.",
                    "Lighter"
                ),
            ]
        ),
        new(
            "sides-uneven",
            "Left and right differ",
            false,
            [],
            [
                new(
                    "exposure",
                    "one side was shown less",
                    "Does the weaker side learn it in one set?",
                    null,
                    ["su-twin", "su-mirror"]
                ),
                new("set-up", "the two stances differ", "Do the marks of the two sides differ?", null, ["su-tape"]),
            ],
            [
                Say(
                    "su-twin",
                    "Weaker side first; match it on the other.",
                    "Both sides can do it; the one that was shown less needs a pattern to copy.",
                    "Weaker side first"
                ),
                Feel(
                    "su-compare",
                    "What does the easy side feel? Find it here.",
                    "What has a name can be found again.",
                    "Name it, find it"
                ),
                Say(
                    "su-stencil",
                    "Copy the first leg’s rep.",
                    "A rep to copy is clearer than a number.",
                    "Copy the first leg"
                ),
                Touch(
                    "su-mirror",
                    "Watch both sides in the mirror; copy the better one.",
                    "Seen side by side the difference explains itself.",
                    "See both",
                    Gear.Mirror
                ),
                Set(
                    "su-tape",
                    "Same tape marks for both sides.",
                    "Two different stances make two different shins.",
                    "Tape both stances",
                    Gear.Tape
                ) with
                {
                    Forms = Forms.Split,
                },
            ]
        ),
    ];
}
