using DeftStride.Core.Exercises;
using static DeftStride.Core.Correcting.Faults.FaultParts;

namespace DeftStride.Core.Correcting.Faults;

/// <summary>What goes wrong with the whole of it: stance, depth, balance, the reach, the sides.</summary>
internal static class WholeFaults
{
    public static IReadOnlyList<Fault> All { get; } =
    [
        new(
            "rear-knee-straight",
            "Rear knee too straight",
            FaultHurt.Yes,
            [Below("rear-knee")],
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
                    )
                    .In(Forms.BackRaised),
                Touch(
                    "rk-pad",
                    "Pad right under your hip: touch it with the knee.",
                    "A place to reach bends the knee by itself.",
                    "Pad under the hip"
                ),
                Ease(
                        "rk-floor",
                        "Start kneeling, both knees square, and rise from there.",
                        "From the floor both knees start bent.",
                        "From the floor"
                    )
                    .NotIn(Forms.BackRaised),
                Ease(
                        "rk-rail",
                        "Hold the rail, back foot on the floor.",
                        "From the floor the knee can bend.",
                        "Back foot down",
                        Gear.Support
                    )
                    .In(Forms.BackRaised),
            ]
        )
        {
            In = Forms.BackKnee,
            NotIn = Forms.Crossing,
        },
        new(
            "stance-off",
            "Feet on one line, or too wide",
            FaultHurt.No,
            [Above("stance-width"), Below("stance-width")],
            [
                new(
                    "habit",
                    "habit",
                    "Is it right once the marks are on the floor?",
                    null,
                    ["so-tape", "so-tracks", "so-kneel"]
                ),
            ],
            [
                Say(
                        "so-tram",
                        "One foot on each tram rail, never both on one.",
                        "Two rails keep the feet apart without measuring.",
                        "A foot on each rail"
                    )
                    .WhenShort(),
                Set(
                    "so-kneel",
                    "Start in half-kneeling; your feet are set.",
                    "The knees measure it better than the eye.",
                    "From half-kneeling"
                ),
                Say(
                    "so-tracks",
                    "Each foot on its own track, one hip apart.",
                    "A track for each foot is a width.",
                    "A track each"
                ),
                Feel(
                    "so-hips",
                    "Each foot right under its own hip.",
                    "A hip is always there to measure by.",
                    "Under its own hip"
                ),
                Touch(
                        "so-line",
                        "A line between the feet; never step on it.",
                        "It keeps the feet off one line.",
                        "Line between the feet",
                        Gear.Tape
                    )
                    .WhenShort(),
                Touch(
                        "so-edge",
                        "Tape outside each foot; stay inside.",
                        "It keeps the feet from going wide.",
                        "Stay inside",
                        Gear.Tape
                    )
                    .WhenBeyond(),
                Set(
                    "so-tape",
                    "Front heel on this mark, back toes on that one.",
                    "A stance is set once and then only stepped into.",
                    "Marks on the floor",
                    Gear.Tape
                ),
                Ease(
                    "so-rail",
                    "Hold the rail until the width feels usual.",
                    "Narrow feels unsafe at first, and wide feels odd.",
                    "Hold the rail",
                    Gear.Support
                ),
            ]
        )
        {
            In = Forms.BackLeg,
        },
        new(
            "stance-short",
            "Stance too short",
            FaultHurt.No,
            [Below("stance-length"), Below("rear-under-hip")],
            [
                new(
                    "habit",
                    "habit",
                    "Is it right once the marks are on the floor?",
                    null,
                    ["so-shoes", "sk-longer", "sk-tape"]
                ),
            ],
            [
                Say(
                    "so-shoes",
                    "Front heel to back toes: {shoes}.",
                    "A measure that is always there; the planned number wins.",
                    "In shoes"
                ),
                Feel(
                        "so-weight",
                        "At the bottom: front shin and back thigh both upright.",
                        "A stance that fits is felt before it is measured.",
                        "Both upright"
                    )
                    .NotIn(Forms.SoftTop),
                Feel(
                    "sk-room",
                    "Room for the back knee to go straight down.",
                    "A stance that fits leaves the knee its room.",
                    "Room for the knee"
                ),
                Touch(
                    "sk-line",
                    "Back toes to the far line before you start.",
                    "A line to reach says how far.",
                    "Toes to the line",
                    Gear.Tape
                ),
                Set(
                    "sk-longer",
                    "Back foot a hand’s width further back.",
                    "A hand is a dozen degrees of shin; no more at once.",
                    "A hand further"
                ),
                Set(
                    "sk-tape",
                    "Feet on the planned marks, heel and toes.",
                    "A stance is set once and then only stepped into.",
                    "On the marks",
                    Gear.Tape
                ),
                Ease(
                        "sk-kneel",
                        "Start in half-kneeling; your feet are set.",
                        "The knees measure it better than the eye.",
                        "From half-kneeling"
                    )
                    .NotIn(Forms.BackRaised | Forms.Kneels),
                Ease(
                    "sk-rail",
                    "Hold the rail while you find the length.",
                    "Held, a longer stance feels safe.",
                    "Hold the rail",
                    Gear.Support
                ),
            ]
        )
        {
            In = Forms.BackLeg,
        },
        new(
            "stance-long",
            "Stance too long",
            FaultHurt.WhenSore,
            [Above("stance-length"), Above("rear-under-hip")],
            [
                new(
                    "habit",
                    "habit",
                    "Is it right once the marks are on the floor?",
                    null,
                    ["sl-shoes", "sl-closer", "sl-tape"]
                ),
            ],
            [
                Say(
                    "sl-shoes",
                    "Front heel to back toes: {shoes}, no more.",
                    "A measure that is always there; the planned number wins.",
                    "In shoes, no more"
                ),
                Feel(
                    "sl-feel",
                    "Both knees bend; no pull in the front hip.",
                    "A stance that is too long pulls there first.",
                    "No pull in front"
                ),
                Touch(
                    "sl-line",
                    "Back toes on the near line before you start.",
                    "A line to keep says how far.",
                    "Toes on the line",
                    Gear.Tape
                ),
                Set(
                    "sl-closer",
                    "Back foot a hand’s width closer.",
                    "Closer, the front knee can bend and the hip is left alone.",
                    "A hand closer"
                ),
                Set(
                    "sl-tape",
                    "Heel and toes on the planned marks.",
                    "A stance is set once and then only stepped into.",
                    "On the marks",
                    Gear.Tape
                ),
                Ease(
                        "sl-kneel",
                        "Start in half-kneeling: there your feet are set.",
                        "The knees measure it better than the eye.",
                        "From half-kneeling"
                    )
                    .NotIn(Forms.BackRaised | Forms.Kneels),
                Ease(
                    "sl-rail",
                    "Hold the rail and come in step by step.",
                    "Held, the shorter stance can be found.",
                    "Hold the rail",
                    Gear.Support
                ),
            ]
        )
        {
            In = Forms.BackLeg,
        },
        new(
            "shallow",
            "Stops short of its target",
            FaultHurt.No,
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
                    )
                    .Deepens(),
                Feel(
                        "sh-breath",
                        "{breath} all the way to the pad.",
                        "A breath takes as long as the depth needs.",
                        "A whole breath"
                    )
                    .Deepens(),
                Say(
                        "sh-lift",
                        "Dip your back knee to the water line.",
                        "Depth has a name to aim for.",
                        "To the water line"
                    )
                    .Deepens(),
                Touch(
                        "sh-pad",
                        "Stack the pad higher until every rep touches.",
                        "A target met teaches more than one missed.",
                        "Stack the pad"
                    )
                    .Deepens(),
                Set("sh-slow", "Three seconds down.", "Hurry stops early and bounces.", "Slower").Deepens(),
                Ease(
                        "sh-rail",
                        "Hold the rail and touch the pad once.",
                        "Held, the depth can be tried.",
                        "Rail, touch once",
                        Gear.Support
                    )
                    .Deepens(),
            ]
        )
        {
            In = Forms.BackKnee,
        },
        new(
            "too-deep",
            "Drops past its target",
            FaultHurt.Yes,
            [Below("depth"), Below("front-thigh"), Above("front-knee"), Above("rear-knee")],
            [
                new("no-target", "nothing to stop at", "Does it stop on a higher pad?", null, ["td-shelf", "td-pad"]),
                new("hurry", "hurry", "Does it stop when it is counted down?", null, ["td-brake", "td-slow"]),
            ],
            [
                Say(
                        "td-shelf",
                        "Stop on the pad as on a shelf.",
                        "A place to stop is easier than not too far.",
                        "Stop on the shelf"
                    )
                    .In(Forms.BackKnee),
                Feel(
                        "td-brake",
                        "Feel the thigh stop you just above the pad.",
                        "What is felt to brake does not drop.",
                        "Thigh stops you"
                    )
                    .In(Forms.BackKnee),
                Touch(
                        "td-pad",
                        "One more plate under the pad: touch, no sinking.",
                        "A higher target is met before the drop.",
                        "Higher pad"
                    )
                    .In(Forms.BackKnee),
                Set("td-slow", "Three counts down, one count still.", "Hurry is what drops.", "Slower, and still"),
                Ease(
                    "td-half",
                    "Half depth, hand on the rail, today.",
                    "Half of it held beats all of it dropped.",
                    "Half depth",
                    Gear.Support
                ),
                Say(
                        "td-mark",
                        "Stop level with the mark on the wall.",
                        "A place to stop is easier than not too far.",
                        "Stop at the mark"
                    )
                    .NotIn(Forms.BackKnee),
                Feel(
                        "td-thigh",
                        "Feel the thigh stop you, early.",
                        "What is felt to brake does not drop.",
                        "Thigh stops you"
                    )
                    .NotIn(Forms.BackKnee),
                Touch(
                        "td-seat",
                        "A higher seat behind: touch it, no sinking.",
                        "A higher target is met before the drop.",
                        "Higher seat"
                    )
                    .NotIn(Forms.BackKnee),
            ]
        )
        {
            In = Forms.BackKnee | Forms.Sits,
        },
        new(
            "bounces",
            "Bounces out of the bottom",
            FaultHurt.No,
            [],
            [
                new("hurry", "hurry", "Is it gone at half the speed?", null, ["bo-glass", "bo-pause"]),
                new("weak-turn", "the turn is the hardest part", "Is it gone half as deep?", null, ["bo-half"]),
            ],
            [
                Say(
                        "bo-glass",
                        "The pad is thin glass. Touch it, never crack it.",
                        "A thing that breaks slows everyone.",
                        "Thin glass"
                    )
                    .In(Forms.BackKnee),
                Say(
                    "bo-lift",
                    "Turn at the bottom like a lift, not a ball.",
                    "A lift stops before it rises.",
                    "Lift, not ball"
                ),
                Feel(
                    "bo-still",
                    "Feel one still moment at the bottom.",
                    "What is still cannot bounce.",
                    "One still moment"
                ),
                Touch(
                        "bo-rest",
                        "A pad one plate higher: rest the knee on it.",
                        "A rest takes the spring out.",
                        "Rest on the pad"
                    )
                    .In(Forms.BackKnee),
                Touch(
                        "bo-seat",
                        "A seat behind: sit on it for one count.",
                        "A rest takes the spring out.",
                        "Sit one count"
                    )
                    .NotIn(Forms.BackKnee),
                Set(
                    "bo-pause",
                    "One count still at the bottom, then rise.",
                    "A pause leaves nothing to bounce with.",
                    "Pause at the bottom"
                ),
                Ease(
                    "bo-half",
                    "Half as deep, one count still.",
                    "The depth that can be held is the one to train.",
                    "Half as deep"
                ),
            ]
        )
        {
            In = Forms.BackKnee | Forms.Sits | Forms.TwoLegs | Forms.OneLeg,
            NotIn = Forms.StepsUp | Forms.StepsDown | Forms.SlidesBack | Forms.Held,
        },
        new(
            "loses-balance",
            "Loses balance",
            FaultHurt.Yes,
            [Above("balance")],
            [
                new("gaze", "the eyes wander", "Is it steady with something still to look at?", null, ["lb-gaze"]),
                new("shoes", "the shoes are soft", "Is it steady in flat ones?", null, ["lb-flat"]),
                new(
                    "narrow",
                    "the track is narrow",
                    "Is it steady a hand wider?",
                    Below("stance-width"),
                    ["lb-squeeze", "lb-line"]
                ),
                new("hurry", "hurry", "Is it steady at half the speed?", null, ["lb-roots", "lb-slow"]),
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
                    )
                    .In(Forms.BackLeg)
                    .NotIn(Forms.Kneels),
                Feel(
                        "lb-roots",
                        "Plant the foot, then move.",
                        "Balance begins in the foot, before the first inch.",
                        "Plant, then move"
                    )
                    .In(Forms.Moves),
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
                    )
                    .In(Forms.BackLeg),
                Set("lb-unload", "Put the weight down for now.", "What wobbles empty falls loaded.", "Without load")
                    .In(Forms.Loaded),
                Feel("lb-foot", "Press three points of the foot down.", "Balance begins in the foot.", "Three points")
                    .NotIn(Forms.Moves),
                Ease(
                        "lb-rail",
                        "Hold the rail, go half as deep.",
                        "Held and short, the balance can be found.",
                        "Rail, half as deep",
                        Gear.Support
                    )
                    .In(Forms.Moves),
                Ease(
                        "lb-toes",
                        "Toes of the other foot down until it is steady.",
                        "Two toes are enough to be sure.",
                        "Toes down"
                    )
                    .In(Forms.OneLeg)
                    .NotIn(Forms.Moves),
                Ease(
                        "lb-chair",
                        "The same hold with a hand on a chair.",
                        "Held, the balance can be found.",
                        "Hand on a chair",
                        Gear.Support
                    )
                    .In(Forms.Kneels)
                    .NotIn(Forms.Moves),
                Ease(
                    "lb-both",
                    "Hold the rail until it is steady.",
                    "Held, the balance can be found.",
                    "Hold the rail",
                    Gear.Support
                ),
                Set(
                        "lb-slow",
                        "Half as fast, one count still at the bottom.",
                        "Speed hides what wobbles.",
                        "Half as fast"
                    )
                    .In(Forms.Moves),
            ]
        ),
        new(
            "tips-on-one-leg",
            "Tips back, forward or sideways on one leg",
            FaultHurt.Yes,
            [],
            [
                new(
                    "knee-held",
                    "the knee is held back",
                    "Is it steady when the knee may come forward?",
                    null,
                    ["tp-laces", "tp-knee"]
                ),
                new("arms-idle", "the arms hang", "Is it steady with the arms ahead?", null, ["tp-arms", "tp-weight"]),
                new(
                    "too-low",
                    "it goes lower than it can be held",
                    "Is it steady half as deep?",
                    null,
                    ["tp-high", "tp-half"]
                ),
                new("eyes", "the eyes wander", "Is it steady with something still to look at?", null, ["tp-eyes"]),
            ],
            [
                Say(
                    "tp-arms",
                    "Reach for the wall as you sit.",
                    "What reaches ahead balances what sits back.",
                    "Reach for the wall"
                ),
                Feel(
                    "tp-laces",
                    "Feel the weight under your laces.",
                    "Over the laces nothing tips.",
                    "Under the laces"
                ),
                Touch(
                    "tp-rail",
                    "One finger on the rail.",
                    "Enough to be sure, too little to lean on.",
                    "One finger",
                    Gear.Support
                ),
                Set(
                    "tp-knee",
                    "Let the knee come forward over the foot.",
                    "A knee that may go forward brings the weight along.",
                    "Knee may come"
                ),
                Set(
                        "tp-weight",
                        "The planned weight, held at arm’s length.",
                        "A weight ahead balances the hips behind.",
                        "Weight at arm’s length",
                        Gear.Weight
                    )
                    .Loads(),
                Ease("tp-high", "A higher seat.", "From higher up there is less to hold.", "Higher seat")
                    .In(Forms.Sits),
                Ease(
                    "tp-half",
                    "Half as deep, hand on the rail.",
                    "The half that is steady is where it is learned.",
                    "Half as deep",
                    Gear.Support
                ),
                Say("tp-eyes", "Eyes on one still mark.", "Still eyes are half of balance.", "Eyes on a mark"),
            ]
        )
        {
            In = Forms.OneLeg,
            NotIn = Forms.StepsUp | Forms.Held,
        },
        new(
            "steps-onto-free-leg",
            "Steps back onto the free leg",
            FaultHurt.No,
            [Below("load-share"), Above("back-toe")],
            [
                new(
                    "too-upright",
                    "the trunk stays too upright",
                    "Does it stop with a deeper bow?",
                    null,
                    ["tt-bow", "tt-slide"]
                ),
                new("not-strong", "the front leg cannot carry it yet", "Does it stop half as deep?", null, ["tt-half"]),
            ],
            [
                Say(
                    "tt-slide",
                    "Front leg works; back toe only dusts the floor.",
                    "Dusting has no weight in it.",
                    "Dust the floor"
                ),
                Feel(
                    "tt-feel",
                    "All your weight on the middle of the front foot.",
                    "What is in front is not behind.",
                    "All in front"
                ),
                Touch(
                    "tt-paper",
                    "Paper under the back toes: slide it, don’t pin it.",
                    "A pinned paper says at once who carries.",
                    "Slide the paper"
                ),
                Set(
                    "tt-bow",
                    "Bow more as the leg slides back.",
                    "The bow balances the leg that goes back.",
                    "Bow more"
                ),
                Ease(
                    "tt-half",
                    "Hand on the rail, half as far back.",
                    "The half that is carried is where it is learned.",
                    "Rail, half as far",
                    Gear.Support
                ),
            ]
        )
        {
            In = Forms.SlidesBack,
        },
        new(
            "lands-loud",
            "Lands loud, stiff or moving on",
            FaultHurt.Yes,
            [Above("landing"), Above("still")],
            [
                new(
                    "too-high",
                    "it is too high or too far",
                    "Is it quiet from lower, or shorter?",
                    null,
                    ["jl-lower", "jl-shorter", "jl-smaller"]
                ),
                new("tired", "it is tired", "Is it loud only in the last repetitions?", null, ["jl-tired"]),
            ],
            [
                Say("jl-quiet", "Land like a cat on a shelf, then freeze.", "A cat is not heard.", "Cat on a shelf"),
                Feel("jl-soft", "Whole foot, soft knee, quiet.", "A soft knee takes the sound out.", "Soft knee"),
                Touch(
                    "jl-paper",
                    "Land on the paper without a slap.",
                    "Paper is louder than a floor.",
                    "Paper, no slap"
                ),
                Set("jl-lower", "A lower box.", "From lower there is less to land.", "Lower box").In(Forms.StepsDown),
                Set("jl-shorter", "A shorter step.", "A shorter step has less to land.", "Shorter step")
                    .In(Forms.FootTravels),
                Set("jl-smaller", "Half as high, the same freeze.", "From lower there is less to land.", "Half as high")
                    .In(Forms.Jumps),
                Set(
                    "jl-tired",
                    "Stop two earlier, rest longer.",
                    "What is loud only at the end is tired.",
                    "Stop two earlier"
                ),
                Ease(
                    "jl-rail",
                    "Hold the rail and place the foot.",
                    "A foot that is placed does not slap.",
                    "Place the foot",
                    Gear.Support
                ),
            ]
        )
        {
            In = Forms.FootTravels | Forms.StepsDown | Forms.Jumps,
        },
        new(
            "crossing-loose",
            "Reach falls short, or differs",
            FaultHurt.No,
            [Above("reach"), Below("reach"), Above("step-angle"), Below("step-angle")],
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
                Ease(
                    "cl-rail",
                    "Hold the rail, reach half as far.",
                    "Half of it steady beats all of it loose.",
                    "Rail, half as far",
                    Gear.Support
                ),
            ]
        )
        {
            In = Forms.Crossing,
        },
        new(
            "breath-held",
            "Breath held",
            FaultHurt.WhenLoaded,
            [],
            [
                new(
                    "effort",
                    "effort",
                    "Does it come back lighter, or slower?",
                    null,
                    ["bh-hum", "bh-candle", "bh-lighter", "bh-count"]
                ),
            ],
            [
                Say("bh-hum", "Hum on the way up. Any tune.", "Humming is breathing.", "Hum a tune"),
                Feel(
                    "bh-candle",
                    "Blow at a candle across the room while you rise.",
                    "A long breath out keeps the ribs down and the air moving.",
                    "Candle across the room"
                ),
                Feel(
                    "bh-ribs",
                    "{breath}, ribs into your sleeves.",
                    "Ribs that move are ribs that breathe.",
                    "Ribs move"
                ),
                Set(
                        "bh-lighter",
                        "Lighter, until you can talk as you rise.",
                        "What stops the breath is too much for now.",
                        "Lighter"
                    )
                    .In(Forms.Loaded),
                Touch(
                    "bh-hand",
                    "Own hand on your side: feel it move.",
                    "What moves is breathing.",
                    "Hand on the side"
                ),
                Set("bh-count", "Count aloud, one number a rep.", "Counting aloud is breathing.", "Count aloud"),
                Ease(
                        "bh-talk",
                        "Half as deep, and talk to me.",
                        "What can be talked through is easy enough.",
                        "Half, and talk"
                    )
                    .In(Forms.Moves),
                Ease(
                        "bh-short",
                        "Hold half as long, and talk to me.",
                        "What can be talked through is easy enough.",
                        "Half as long"
                    )
                    .NotIn(Forms.Moves),
            ]
        ),
        new(
            "sides-uneven",
            "Left and right differ",
            FaultHurt.No,
            [],
            [
                new(
                    "exposure",
                    "one side was shown less",
                    "Does the weaker side learn it in one set?",
                    null,
                    ["su-twin", "su-mirror"]
                ),
                new(
                    "set-up",
                    "the two set-ups differ",
                    "Do the marks of the two sides differ?",
                    null,
                    ["su-tape", "su-same"]
                ),
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
                    )
                    .In(Forms.BackLeg),
                Set(
                    "su-same",
                    "Same mark, same height, same reps on both sides.",
                    "Two different set-ups make two different legs.",
                    "Same on both sides"
                ),
                Ease(
                    "su-less",
                    "Both sides do what the weaker can today.",
                    "The weaker side sets the work.",
                    "As the weaker can"
                ),
            ]
        ),
    ];
}
