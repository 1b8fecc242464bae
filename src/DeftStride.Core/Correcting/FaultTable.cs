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
                    "knee-dives",
                    "the knee dives in and takes the heel with it",
                    "Does the knee fall in as the heel comes up?",
                    Above("knee-offset"),
                    ["hl-heavy", "hl-less-forward"]
                ),
                new(
                    "on-toes",
                    "the weight rides on the toes",
                    "Can the toes be lifted at the bottom?",
                    null,
                    ["hl-heavy", "hl-ink"]
                ),
                new(
                    "ankle-used-up",
                    "the ankle has no bend left",
                    "Is the shin as far forward as the ankle test allows?",
                    null,
                    ["hl-less-forward", "hl-shallower", "hl-wedge"]
                ),
            ],
            [
                Feel(
                    "hl-heavy",
                    "Pour your weight into the heel, like sand into a boot.",
                    "Most heels lift because the weight ran ahead of them.",
                    "Sand into the boot"
                ),
                Say(
                    "hl-ink",
                    "Leave a whole footprint: heel, big toe, little toe, all the way down.",
                    "A picture of the whole foot for whoever thinks of the heel alone.",
                    "A whole footprint"
                ),
                Say(
                    "hl-card",
                    "A banknote lies under your heel. Nobody gets to pull it out.",
                    "A prize under the heel keeps it down without a word about ankles.",
                    "Banknote under the heel"
                ),
                Touch(
                    "hl-less-forward",
                    "Hold a dowel upright at the toes. Come down with the knee short of it.",
                    "Less forward knee asks less of the ankle.",
                    "Knee short of the dowel",
                    Gear.Dowel
                ),
                Set(
                    "hl-shallower",
                    "Slide the back foot half a shoe further back, or stop a hand higher.",
                    "A longer stance or less depth leaves the ankle some bend.",
                    "Longer or shallower"
                ),
                Set(
                    "hl-wedge",
                    "Thin wedge under the heel.",
                    "The wedge gives the degrees the ankle does not have; try without it again in two weeks.",
                    "Heel wedge",
                    Gear.Wedge
                ),
                Ease(
                    "hl-raised",
                    "Front foot on a firm step, and look again: keep it only if it looks better.",
                    "A raised front foot helps some heels and not others.",
                    "Front foot raised",
                    Gear.Block
                ),
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
                    "Stand on a milking stool: heel, big toe, little toe, the same on each leg.",
                    "Even pressure holds the arch without anyone thinking of it.",
                    "Milking stool"
                ),
                Feel(
                    "ia-gather",
                    "Let the foot grow long on the way down and gather itself on the way up.",
                    "A foot may lengthen; it should come back.",
                    "Long, then gathered"
                ),
                Say(
                    "ia-bridge",
                    "A mouse lives under your arch. Leave it the roof.",
                    "A space to keep open is easier than a muscle to find.",
                    "A roof for the mouse"
                ),
                Set(
                    "ia-firm",
                    "Off the mat, out of the soft shoe.",
                    "Nothing can hold on a surface that gives.",
                    "Firm surface"
                ),
                Set(
                    "ia-less",
                    "Stop a hand higher, knee less far forward.",
                    "Inside its range the foot holds.",
                    "Less forward"
                ),
                Set(
                    "ia-wedge",
                    "Thin wedge under the inner edge; watch that the knee does not roll out.",
                    "Borrowed height for the arch; try without it again in two weeks.",
                    "Inner wedge",
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
                    "Press a wax seal into the floor with the base of the big toe.",
                    "The big toe's base brings the foot back onto three corners.",
                    "Wax seal"
                ),
                Say(
                    "ro-inkpad",
                    "Print the big toe on the floor as clearly as the little one.",
                    "Two prints to leave, the same on both edges.",
                    "Two toe prints"
                ),
                Feel(
                    "ro-settle",
                    "Let the ankle soften until the inner edge of the foot arrives.",
                    "A stiff foot needs leave to come down, not force.",
                    "Let the edge arrive"
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
                    "Thin wedge under the outer edge, big toe down.",
                    "It tips a stiff foot back; the knee must not turn in on it.",
                    "Outer wedge",
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
                    "Strike a match under the ball of the back foot, heel a little out.",
                    "On the ball and a little out the foot follows the leg.",
                    "Strike a match"
                ),
                Say(
                    "rf-square",
                    "Both headlamps of the hips shine straight down the track.",
                    "Square hips leave the foot nothing to twist for.",
                    "Headlamps ahead"
                ),
                Feel(
                    "rf-long",
                    "Back leg long from hip to heel, kneecap looking down the track.",
                    "When the kneecap looks ahead the foot has to follow.",
                    "Kneecap down the track"
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
                    "Rise through the ball of the foot, as off a trampoline's edge.",
                    "Pressure ahead keeps the shin and trunk together.",
                    "Off the edge"
                ),
                Say(
                    "rh-lean",
                    "Nose over the toes until you are up.",
                    "A little more lean carries the weight over the foot.",
                    "Nose over the toes"
                ),
                Feel(
                    "rh-laces",
                    "Keep the laces heavy until the knee is straight.",
                    "Weight over the laces cannot be on the heel.",
                    "Heavy laces"
                ),
                Touch(
                    "rh-card",
                    "A folded card under the front heel. Rise without crushing it.",
                    "The card says when the weight goes back.",
                    "Do not crush the card"
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
            ],
            [
                Say(
                    "pd-tray",
                    "Carry a full tray on your hips. Not a drop over the edge.",
                    "A thing to keep level does more than the word level.",
                    "Full tray"
                ),
                Feel(
                    "pd-lantern",
                    "Let the floor come to the foot. Do not go and fetch it.",
                    "Reaching for the floor is what tips most pelves.",
                    "Let the floor come"
                ),
                Feel(
                    "pd-waist",
                    "Keep both sides of the waist the same length all the way down.",
                    "Two equal sides are a level pelvis, felt from within.",
                    "Both sides one length"
                ),
                Touch(
                    "pd-hand",
                    "Fingertips on a support, only as much as keeps the tray full.",
                    "A light hand takes the fear out and leaves the hip its work.",
                    "Fingertips on a support",
                    Gear.Support
                ),
                Touch(
                    "pd-mirror",
                    "Watch the two front points in the mirror, or on the picture from behind.",
                    "Whoever sees it can keep it.",
                    "See it",
                    Gear.Mirror
                ),
                Set(
                    "pd-slow",
                    "Three seconds down, no further than level.",
                    "Slow and short enough to stay level is where it is learned.",
                    "Slow and short"
                ),
                Set(
                    "pd-lower",
                    "A lower box: the height at which it stays level.",
                    "The box decides how far the free side must go.",
                    "Lower box"
                ),
                Ease(
                    "pd-front-weighted",
                    "The front-weighted lunge until that is level.",
                    "The same hip, with both feet on the floor.",
                    "Front-weighted lunge"
                ),
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
                Feel(
                    "ph-long",
                    "Grow the free side long, from the ribs to the heel, like a rope let down.",
                    "A long side cannot hike.",
                    "Rope let down"
                ),
                Say(
                    "ph-pockets",
                    "Both trouser pockets hang at one height.",
                    "A picture of level for whoever cannot feel it.",
                    "Pockets level"
                ),
                Say(
                    "ph-skirt",
                    "The hem of an invisible skirt hangs even all round.",
                    "An even hem is level without a word about hips.",
                    "Even hem"
                ),
                Touch(
                    "ph-hand",
                    "A hand on the free side's waist. Keep it long under the hand.",
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
                    "Hips ride down between two rails and never touch either.",
                    "A track on both sides keeps the middle.",
                    "Between the rails"
                ),
                Feel(
                    "hs-seat",
                    "Feel the weight drop through the middle of the heel, not its outer wall.",
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
                    "Back leg straight back on its own track, a hip's width.",
                    "From a track of its own the leg does not pull the hip across.",
                    "Its own track",
                    Gear.Tape
                ),
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
                    "Point both hip bones at the same nail in the wall.",
                    "One target for both sides squares them.",
                    "The nail in the wall"
                ),
                Feel(
                    "pt-pockets",
                    "Feel both front pockets press forward by the same amount.",
                    "Equal pressure on both sides is square.",
                    "Both pockets press"
                ),
                Say(
                    "pt-lamp",
                    "The buckle is a lamp: light the wall straight ahead, not the corner.",
                    "A lamp shows at once where it is turned.",
                    "Buckle lights the wall"
                ),
                Touch(
                    "pt-wall",
                    "Hip bones a hand from the wall ahead. Keep the gap alike on both sides.",
                    "A wall shows a turn that nobody feels.",
                    "Gap to the wall"
                ),
                Set(
                    "pt-heel",
                    "Rear heel a little out, toes ahead.",
                    "The rear foot is usually what turned first.",
                    "Heel out"
                ),
            ]
        )
        {
            Disagreement = "In the knee-forward set-up a small turn over the working hip is meant.",
        },
        new(
            "hanging-rear-hip",
            "Hangs forward on the rear hip",
            true,
            [Below("rear-thigh")],
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
                    "Ease back until the front of the hip goes soft as dough.",
                    "Soft first: what hangs on its ligaments is not working.",
                    "Soft as dough"
                ),
                Feel(
                    "hr-tuck",
                    "Soft, and then tuck: belt buckle toward the chin.",
                    "The tuck holds what was eased back.",
                    "Buckle up"
                ),
                Say(
                    "hr-shelf",
                    "Sit back onto a ledge behind you, a finger deep, before you sink.",
                    "A ledge to lean on brings the hip off its ligaments.",
                    "A finger onto the ledge"
                ),
                Set(
                    "hr-narrow",
                    "Narrow the tracks by a hand.",
                    "A narrower base asks for control instead of hanging.",
                    "Narrower tracks"
                ),
                Set("hr-higher", "Stop a hand higher.", "Inside its range the hip can be held.", "Less depth"),
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
                    "deep-hip",
                    "the pelvis is level and the outer hip does not turn the thigh",
                    "Pelvis level, and the knee still turns in?",
                    Fine("pelvic-level"),
                    ["ki-hand", "ki-band"]
                ),
                new(
                    "inner-ankle",
                    "the inner ankle sinks and the knee follows",
                    "Does the knee stay when the foot stands on three corners?",
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
                    "Your knee is a lamp. Keep its light on the second toe.",
                    "Words come first: most knees fall in because nobody looks at them.",
                    "Lamp on the second toe"
                ),
                Feel(
                    "ki-corners",
                    "Heel and big toe stay nailed down while the knee opens over the little toes.",
                    "The foot must stay while the knee moves, or it is only rolled out.",
                    "Nailed foot, open knee"
                ),
                Say(
                    "ki-gate",
                    "Push a heavy gate open with the outside of the knee and hold it there.",
                    "A thing to push against wakes the outer hip.",
                    "Hold the gate open"
                ),
                Touch(
                    "ki-hand",
                    "A hand outside the knee. Press into it all the way down and up.",
                    "Pressing out wakes the outer hip, and the hand feels when it stops.",
                    "Press into the hand"
                ),
                Touch(
                    "ki-band",
                    "A band round the outside of the knee pulls it in. Do not let it.",
                    "A pull the wrong way makes the deep outer hip answer by itself.",
                    "Band pulling in",
                    Gear.Band
                ),
                Set(
                    "ki-toes-ahead",
                    "Turn the toes ahead and set the foot anew.",
                    "A knee over a foot that points elsewhere looks fallen in.",
                    "Toes ahead"
                ),
                Set(
                    "ki-firm",
                    "Off the mat, even pressure on three corners.",
                    "On a soft floor the ankle sinks and takes the knee along.",
                    "Firm floor, three corners"
                ),
                Set(
                    "ki-wedge",
                    "Thin wedge under the inner edge; keep it only if the knee reads better.",
                    "Borrowed height for the arch; try without it again in two weeks.",
                    "Inner wedge",
                    Gear.Wedge
                ),
                Ease(
                    "ki-less",
                    "Less depth, or a lower box, where the knee stays.",
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
                    "the foot is turned out",
                    "Is the foot turned further than the knee?",
                    Above("foot-ahead"),
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
                    "Inner edge of the foot heavy, as if it held down a carpet.",
                    "The inner foot draws the knee back over the toes.",
                    "Hold the carpet down"
                ),
                Say(
                    "ko-thread",
                    "Pull the knee along a thread to the second toe.",
                    "A thread is a straighter guide than a warning.",
                    "Along the thread"
                ),
                Say(
                    "ko-door",
                    "Walk the knee through a narrow door: neither post is touched.",
                    "Two posts keep it from going either way.",
                    "Through the door"
                ),
                Touch(
                    "ko-band",
                    "A band round the knee pulls it out. Draw in against it.",
                    "A pull the wrong way wakes the inner thigh.",
                    "Band pulling out",
                    Gear.Band
                ),
                Set(
                    "ko-toes",
                    "Toes ahead, then set the knee over them.",
                    "Foot and knee should point the same way.",
                    "Toes ahead"
                ),
                Set(
                    "ko-wedge",
                    "Thin wedge under the outer edge.",
                    "It tips a stiff foot back onto its big toe.",
                    "Outer wedge",
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
                    "Sit the hips to the wall behind; toes of both feet point at me.",
                    "Back and not only sideways is where the room is.",
                    "Hips to the wall"
                ),
                Feel(
                    "ll-long",
                    "Trail leg long as a gate, its foot flat to the last toe.",
                    "A long leg with a flat foot is the whole trail side.",
                    "Long as a gate"
                ),
                Say(
                    "ll-drawer",
                    "Push a drawer shut behind you with the hips, chest over the foot.",
                    "A drawer behind gives the hips somewhere to go.",
                    "Shut the drawer"
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
                    "Hold a support in front and go half as deep.",
                    "Half of it clean beats all of it crooked.",
                    "With a support",
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
                    "Sink straight under your own hips. The shin is a gatepost: leave it standing.",
                    "Words come first: most shins run forward because nobody ever showed them not to.",
                    "Gatepost"
                ),
                Say(
                    "sb-well",
                    "Let the back knee do the travelling, straight down, like a bucket into a well.",
                    "A second picture for the same thing, for whoever the first one did not reach.",
                    "Bucket into a well"
                ),
                Feel(
                    "sb-heel",
                    "Feel the front heel take the weight before the knee thinks of moving.",
                    "What is loaded first leads the way down.",
                    "Heel first"
                ),
                Touch(
                    "sb-dowel",
                    "Stand a dowel a hand's breadth ahead of the shin. Come down without touching it.",
                    "Words did not settle it, so give the shin something to feel.",
                    "Dowel ahead of the shin",
                    Gear.Dowel
                ),
                Set(
                    "sb-support",
                    "Hold a support at the side.",
                    "Whoever fears the fall leans into the shin.",
                    "Hold a support",
                    Gear.Support
                ),
                Set(
                    "sb-longer",
                    "Slide the back foot one shoe length further back, ball of the foot down, heel free.",
                    "A short stance, or a pinned back heel, leaves the shin nowhere to go but forward.",
                    "Longer stance"
                ),
                Ease(
                    "sb-floor-up",
                    "Start half-kneeling with the shin upright and rise from there.",
                    "Starting at the bottom shows the place to come back to.",
                    "From the floor"
                ),
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
                new(
                    "ankle",
                    "the ankle has no more bend",
                    "Is the shin as far forward as the ankle test allows?",
                    null,
                    ["ss-wedge", "ss-raised"]
                ),
            ],
            [
                Say(
                    "ss-laces",
                    "Knee first: let it glide out over the laces while the heel stays heavy.",
                    "Words come first: many knees stay back because they were once told to.",
                    "Knee over the laces"
                ),
                Say(
                    "ss-lantern",
                    "A lantern hangs ahead of your knee. Nudge it, gently, every time.",
                    "A target to reach for, for whoever does not feel the first cue.",
                    "Nudge the lantern"
                ),
                Feel(
                    "ss-crease",
                    "Feel the front of the ankle fold like the crease of a sleeve.",
                    "The fold is where the knee's way forward begins.",
                    "Fold the ankle"
                ),
                Touch(
                    "ss-hand",
                    "Hold a hand where the knee should arrive. Touch it softly at the bottom.",
                    "Something to reach takes the fear out of going forward.",
                    "Touch the hand"
                ),
                Set(
                    "ss-shorter",
                    "Bring the back foot half a shoe length closer.",
                    "A long stance keeps the shin upright whatever the client does.",
                    "Shorter stance"
                ),
                Set(
                    "ss-wedge",
                    "Thin wedge under the heel.",
                    "It gives the degrees the ankle does not have; try without it again in two weeks.",
                    "Heel wedge",
                    Gear.Wedge
                ),
                Ease(
                    "ss-raised",
                    "Put the front foot on a firm 10 cm step and settle forward from there.",
                    "The raised front foot gives the knee room to lead.",
                    "Raised front foot",
                    Gear.Block
                ),
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
                    "The front foot is the one that works: press the floor away with it.",
                    "Most weight stays back because nobody said otherwise.",
                    "Press the front foot"
                ),
                Feel(
                    "wb-breath",
                    "Long breath out, ribs down, lean until shoulder, hip and back knee line up.",
                    "The line puts the weight where the work is.",
                    "Breathe out, line up"
                ),
                Touch(
                    "wb-scales",
                    "Both feet on scales: move ten points forward and hold them there.",
                    "Seen on the scales it can be kept; ask about the pain again.",
                    "Ten points on the scales",
                    Gear.Scales
                ),
                Set(
                    "wb-shift",
                    "Move ten parts in a hundred forward and ask about the pain again.",
                    "A small shift often eases a sore rear knee.",
                    "Ten points forward"
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
                    "Go only as deep as it stays quiet, and come up before it speaks.",
                    "The client finds the depth that is not sore more exactly than a ruler.",
                    "As deep as quiet"
                ),
                Say(
                    "sr-lift",
                    "Lower like an old lift: slow, and it stops a floor early.",
                    "Slow and short in one picture.",
                    "Stops a floor early"
                ),
                Feel(
                    "sr-breath",
                    "Breathe out through the sore part of the way and see whether it eases.",
                    "Bracing alone can make it sore.",
                    "Breathe through it"
                ),
                Set(
                    "sr-shallower",
                    "Stop a hand higher.",
                    "Less depth is the smallest change that may ease it.",
                    "Less depth"
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
                    "Front foot raised, both feet on scales: does it truly move weight back?",
                    "Often said to unload; shown on the scales it is known.",
                    "Raised, on scales",
                    Gear.Block,
                    Gear.Scales
                ),
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
                    "Rise as if lifted by the crown, hips straight under it.",
                    "Up and not back is one thought.",
                    "Lifted by the crown"
                ),
                Feel(
                    "hd-under",
                    "Keep your weight in the middle of the foot from bottom to top.",
                    "Hips that drift back take the weight to the heel.",
                    "Weight stays in the middle"
                ),
                Say(
                    "hd-chimney",
                    "Come up inside a chimney: no brick is touched behind.",
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
                Set("hd-lighter", "Lighter.", "What cannot be lifted straight is too heavy.", "Lighter"),
            ]
        ),
        new(
            "order-apart",
            "Hip and knee straighten apart",
            true,
            [Above("order"), Below("order"), Above("lean-minus-shin"), Below("lean-minus-shin")],
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
                    "Hip and knee reach the top on the same bell.",
                    "One moment for both keeps them together.",
                    "On the same bell"
                ),
                Say(
                    "oa-twins",
                    "Trunk and shin are two ladders leaning alike, all the way up.",
                    "Parallel lines are easy to see and to keep.",
                    "Two ladders"
                ),
                Feel(
                    "oa-load",
                    "Share the weight between thigh and buttock all the way; neither finishes alone.",
                    "Shared work ends together.",
                    "Finish together"
                ),
                Set(
                    "oa-front",
                    "Hold a weight at the chest.",
                    "In front it punishes the hips that rise first.",
                    "Load in front",
                    Gear.Weight
                ),
                Set("oa-lighter", "Lighter.", "Under too much load the stronger joint goes first.", "Lighter"),
                Ease(
                    "oa-kneeling",
                    "The kneeling squat until the hips finish with the trunk.",
                    "The hip alone, without a knee to run ahead of.",
                    "Kneeling squat"
                ),
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
                    "Draw the floor back under you with the front heel, as a cat draws a cushion.",
                    "Pulling uses the back of the leg, pushing the front.",
                    "Draw the floor back"
                ),
                Say(
                    "pb-sled",
                    "Your front heel is a sled's runner: pressed to the snow all the way.",
                    "A heel that stays down has nothing to push off from.",
                    "Runner on the snow"
                ),
                Feel(
                    "pb-hamstring",
                    "Feel the back of the front thigh reel you in.",
                    "Whoever feels the back of the thigh is not pushing off.",
                    "Reeled in"
                ),
                Touch(
                    "pb-toes",
                    "Front toes off the floor for one repetition.",
                    "Toes that are up cannot push.",
                    "Toes up once"
                ),
            ]
        ),
        new(
            "trunk-off",
            "Trunk leans outside its band",
            false,
            [Above("trunk-lean"), Below("trunk-lean")],
            [
                new(
                    "arms-behind",
                    "the arms hang behind or the gaze drops",
                    "Does it change with the arms forward?",
                    null,
                    ["to-horizon", "to-arms"]
                ),
                new(
                    "school",
                    "it was learned in another school",
                    "Is it what another coach asked for?",
                    null,
                    ["to-horizon"]
                ),
            ],
            [
                Say(
                    "to-horizon",
                    "Wear the shirt's writing where the wall can read it, as much as I show you.",
                    "A place to show the chest sets the lean.",
                    "Writing to the wall"
                ),
                Feel(
                    "to-stack",
                    "Stack head, ribs and pelvis as stones of a cairn, then tip the cairn as one.",
                    "The lean is one thing, not three.",
                    "Tip the cairn"
                ),
                Say(
                    "to-plank",
                    "A plank lies along your back; rest it at my hand's angle.",
                    "An angle to rest against is clearer than more or less.",
                    "Plank at my hand"
                ),
                Touch("to-arms", "Arms forward, fingertips on a line.", "The arms trim the trunk.", "Arms on the line"),
                Set(
                    "to-goblet",
                    "Hold a light weight before the chest.",
                    "It sits the trunk up by itself.",
                    "Weight at the chest",
                    Gear.Weight
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
                    "Chin on a shelf at its own height, and slide along it.",
                    "A level chin brings the head back over the body.",
                    "Chin on the shelf"
                ),
                Feel(
                    "ha-neck",
                    "Back of the neck long, as if a hand drew it up and away.",
                    "Length brings the head back without pulling the chin in.",
                    "Long neck"
                ),
                Say(
                    "ha-thread",
                    "A thread from the ceiling holds the crown; it never slackens.",
                    "A thread keeps the head over the body.",
                    "Thread to the crown"
                ),
                Set(
                    "ha-elbows",
                    "Elbows or arms a little forward.",
                    "Arms ahead let the head stay behind.",
                    "Elbows forward"
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
                    "Long breath out through the ribs, and leave them where the breath left them.",
                    "Ribs that come down bring the back along.",
                    "Leave the ribs"
                ),
                Say(
                    "ar-lean",
                    "Lean as one plank, from the back knee to the ears.",
                    "Some lean is not a fault; the arch is.",
                    "One plank"
                ),
                Say(
                    "ar-bowl",
                    "The pelvis is a bowl of soup: spill none in front, none behind.",
                    "A bowl is levelled without a word about the back.",
                    "Bowl of soup"
                ),
                Set(
                    "ar-lower",
                    "A lower surface under the rear foot.",
                    "High behind pulls the back into an arch.",
                    "Lower behind"
                ),
                Ease(
                    "ar-tuck",
                    "Half-kneeling, tuck, and feel the front of the hip; then again.",
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
                    "Your back is a mast in wind: it leans, it never bends.",
                    "Leaning is allowed; bending is what costs.",
                    "Mast in the wind"
                ),
            ]
        ),
        // The whole.
        new(
            "rear-knee-straight",
            "Rear knee too straight, or trailing",
            true,
            [Below("rear-knee"), Above("rear-thigh"), Above("rear-under-hip")],
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
                Say(
                    "rk-well",
                    "Back knee straight down its well, no further back than its own hip.",
                    "Down and not back bends it.",
                    "Down its own well"
                ),
                Feel(
                    "rk-soft",
                    "Let the back knee go heavy first, and the rest comes with it.",
                    "A heavy knee bends by itself.",
                    "Heavy knee first"
                ),
                Say(
                    "rk-lamp",
                    "Shine the back knee at the floor, not at the wall behind.",
                    "A lamp that points down has to bend.",
                    "Shine at the floor"
                ),
                Set(
                    "rk-closer",
                    "Rear foot in by half a shoe.",
                    "A long stance leaves the knee no bend.",
                    "Rear foot in"
                ),
                Set(
                    "rk-heel",
                    "Free the rear heel; stand on the ball.",
                    "A pinned heel holds the knee straight.",
                    "Free the heel"
                ),
                Set("rk-lower", "A lower surface behind.", "Less is asked of the front of the thigh.", "Lower behind"),
            ]
        ),
        new(
            "stance-off",
            "Stance too short, too long or on one line",
            false,
            [Above("stance-length"), Below("stance-length"), Above("stance-width"), Below("stance-width")],
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
                    "Stand so that the front shin and the back thigh can both hang straight.",
                    "A stance that fits is felt before it is measured.",
                    "Shin and thigh hang"
                ),
                Say(
                    "so-shoes",
                    "From the front heel, three of your shoes back, and there the back toes.",
                    "A measure that is always with them.",
                    "Three shoes"
                ),
                Set(
                    "so-tape",
                    "The bench's numbers on the floor, heel to toes.",
                    "A stance is set once and then only stepped into.",
                    "Marks from the bench",
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
                    "Begin from half-kneeling with both knees square; where the feet are is the stance.",
                    "The knees measure it better than the eye.",
                    "From half-kneeling"
                ),
            ]
        ),
        new(
            "shallow",
            "Stops short of its target, or drops past it",
            false,
            [
                Above("depth"),
                Below("depth"),
                Above("front-thigh"),
                Below("front-thigh"),
                Above("front-knee"),
                Below("front-knee"),
                Above("rear-knee"),
                Below("rear-under-hip"),
            ],
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
                    "Let the back knee kiss the pad, soft enough not to wake it.",
                    "A soft touch gives depth and control in one.",
                    "Kiss the pad"
                ),
                Feel(
                    "sh-breath",
                    "Breathe in until the knee arrives; turn only when the breath is full.",
                    "A breath takes as long as the depth needs.",
                    "In until it arrives"
                ),
                Say(
                    "sh-lift",
                    "Ride the lift to the cellar, not to the ground floor.",
                    "Depth has a name to aim for.",
                    "To the cellar"
                ),
                Touch(
                    "sh-pad",
                    "Raise the target until it is met every time, then lower it.",
                    "A target met teaches more than one missed.",
                    "A target that is met"
                ),
                Set("sh-slow", "Three seconds down.", "Hurry stops early and bounces.", "Slower"),
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
                    "Squeeze the floor together between your feet, a little.",
                    "A light squeeze steadies from the inside.",
                    "Squeeze the floor"
                ),
                Feel(
                    "lb-roots",
                    "Feel three roots under the front foot before anything moves.",
                    "Balance begins in the foot, before the first inch.",
                    "Three roots"
                ),
                Touch(
                    "lb-wall",
                    "Fingertips on a chair.",
                    "Enough to be sure, too little to lean on.",
                    "Fingertips on a chair",
                    Gear.Support
                ),
                Set("lb-flat", "Flat shoes, or none.", "A soft sole is a small ball to stand on.", "Flat or no shoes"),
                Set(
                    "lb-line",
                    "A divider line on the floor, a foot on each side.",
                    "Two tracks are a base.",
                    "Divider line",
                    Gear.Tape
                ),
                Set("lb-unload", "Load last.", "What wobbles empty falls loaded.", "Without load"),
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
                ),
                Feel(
                    "fp-above",
                    "Wait until all of you is over the upper foot, then rise from there.",
                    "Weight that is up there already needs no push.",
                    "All over the upper foot"
                ),
                Say("fp-eggs", "The floor foot stands on eggs.", "Nobody pushes off an egg.", "Stands on eggs"),
                Set("fp-closer", "Stand closer.", "From afar everyone swings.", "Closer"),
                Set(
                    "fp-lower",
                    "A lower box.",
                    "The height at which it needs no push is the height to train.",
                    "Lower box"
                ),
            ]
        ),
        new(
            "step-height",
            "The step starts too bent or too straight",
            true,
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
                Feel(
                    "st-fold",
                    "Set the foot and feel that thigh and calf fold to a square corner.",
                    "A square corner can be felt.",
                    "A square corner"
                ),
                Say(
                    "st-corner",
                    "Fit the corner of a book behind the knee before you push.",
                    "A book says whether it is a right angle.",
                    "Corner of a book"
                ),
                Say(
                    "st-toes",
                    "Toes a thumb behind the box's edge, and stay there.",
                    "Distance decides where the knee begins.",
                    "A thumb from the edge"
                ),
                Set(
                    "st-bench",
                    "The height the bench gives for this leg.",
                    "A right angle at the start is a matter of the box.",
                    "Height from the bench"
                ),
                Set(
                    "st-back",
                    "A hand's width further from the box.",
                    "Distance decides where the knee goes.",
                    "A hand back"
                ),
                Set(
                    "st-shelf",
                    "Stand so that the working thigh lies level as a shelf before you push.",
                    "A level thigh is the right angle at the knee.",
                    "Level as a shelf"
                ),
            ]
        ),
        new(
            "top-bent",
            "Not straight at the top",
            false,
            [Above("top-knee"), Below("top-knee")],
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
                    "Finish tall: push the ceiling up the last finger's breadth.",
                    "The last finger's breadth is the exercise.",
                    "Push the ceiling"
                ),
                Feel(
                    "tb-close",
                    "Close the hip with the buttock, as one closes a drawer with the hip.",
                    "The last degrees belong to the hip.",
                    "Close the drawer"
                ),
                Say(
                    "tb-photo",
                    "Stand for the photograph before you come down.",
                    "A moment of standing makes the top happen.",
                    "Stand for the photograph"
                ),
                Set("tb-lower", "A lower box until it finishes.", "Finished low beats unfinished high.", "Lower box"),
            ]
        )
        {
            Disagreement = "Soft, straight or never straight at the top is a setting.",
        },
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
                    "Tap the floor as you would a sleeping cat.",
                    "A tap has no weight in it.",
                    "A sleeping cat"
                ),
                Say(
                    "ff-knee",
                    "Free knee high until the hip is straight.",
                    "A knee that is up cannot help.",
                    "Free knee high"
                ),
                Feel(
                    "ff-weight",
                    "Feel the free foot weightless from first to last.",
                    "What is felt weightless does not push.",
                    "Weightless foot"
                ),
                Set("ff-lower", "A lower box.", "Where it needs no help is where to train.", "Lower box"),
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
                    "Feel the buttock brake, a little more with every inch.",
                    "The brake is a muscle; it can be felt.",
                    "Brake more with every inch"
                ),
                Say(
                    "dr-feather",
                    "Come down so that I cannot hear where the floor is.",
                    "Silence on landing is control.",
                    "Land unheard"
                ),
                Set(
                    "dr-pause",
                    "Stop for one count at the top before every way down.",
                    "From a standstill it cannot be thrown.",
                    "Pause at the top"
                ),
                Ease("dr-lower", "A lower box.", "Short enough to be slow.", "Lower box"),
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
                Say(
                    "cl-honey",
                    "Pour the reach out slowly, like the last of the honey.",
                    "Slow is where control is seen.",
                    "Last of the honey"
                ),
                Feel(
                    "cl-root",
                    "Feel the standing foot screwed to the floor before the other one leaves.",
                    "The foot that stays decides how far the other can go.",
                    "Screwed to the floor"
                ),
                Say(
                    "cl-clock",
                    "Reach for the same hour on the clock, both ways.",
                    "Hours make both sides the same.",
                    "Same hour both ways"
                ),
                Touch(
                    "cl-target",
                    "A mark on the floor, the same for both sides. Touch it every time.",
                    "A place to reach makes both sides the same.",
                    "Target on the floor",
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
                    "Feel the ribs widen into your sleeves on the way down.",
                    "Ribs that move are ribs that breathe.",
                    "Ribs into the sleeves"
                ),
                Set(
                    "bh-lighter",
                    "Lighter, until the breath comes by itself.",
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
                new("set-up", "the two stances differ", "Are the marks the same for both?", null, ["su-tape"]),
            ],
            [
                Say(
                    "su-twin",
                    "Do the steadier side first, then make the other leg its twin.",
                    "Both sides can do it; the one that was shown less needs a pattern to copy.",
                    "Make it a twin"
                ),
                Feel(
                    "su-compare",
                    "Name what the easier leg feels, then look for just that on the other.",
                    "What has a name can be found again.",
                    "Name it, find it"
                ),
                Say(
                    "su-stencil",
                    "Cut a stencil with one leg and fit the other leg into it.",
                    "A stencil makes the first side the measure.",
                    "Fit the stencil"
                ),
                Touch(
                    "su-mirror",
                    "Watch one leg in the mirror, then the other, and make the second the first.",
                    "Seen side by side the difference explains itself.",
                    "See both",
                    Gear.Mirror
                ),
                Set(
                    "su-tape",
                    "Tape both stances at the same length and start each side on the marks.",
                    "Two different stances make two different shins.",
                    "Tape both stances",
                    Gear.Tape
                ),
            ]
        ),
    ];
}
