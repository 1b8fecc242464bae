using DeftStride.Core.Exercises;
using static DeftStride.Core.Correcting.Faults.FaultParts;

namespace DeftStride.Core.Correcting.Faults;

/// <summary>What goes wrong with the whole of it: stance, depth, balance, the step, the sides.</summary>
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
            "floor-push",
            "Pushes off the floor leg",
            FaultHurt.No,
            [Above("floor-push"), Below("floor-push")],
            [
                new("habit", "habit", "Is it gone with the floor toes up?", null, ["fp-toes", "fp-scale"]),
                new("far", "standing too far from the box", "Is it gone a hand closer?", null, ["fp-closer"]),
                new("box-high", "the box is high", "Is it gone on a lower box?", Above("start-knee"), ["fp-lower"]),
            ],
            [
                Say("fp-toes", "Floor toes up before you go.", "Toes that are up cannot push.", "Floor toes up"),
                Feel(
                    "fp-above",
                    "Lean over the top foot, then rise.",
                    "Weight that is up there already needs no push.",
                    "Over the top foot"
                ),
                Say("fp-eggs", "The floor foot stands on eggs.", "Nobody pushes off an egg.", "Stands on eggs"),
                Set("fp-closer", "Stand closer.", "From afar everyone swings.", "Closer"),
                Set(
                    "fp-lower",
                    "A lower box.",
                    "The height at which it needs no push is the height to train.",
                    "Lower box"
                ),
                Touch(
                    "fp-scale",
                    "Floor foot on a scale: let it read nothing.",
                    "The scale says who pushes.",
                    "Scale reads nothing",
                    Gear.Scales
                ),
                Ease(
                    "fp-half",
                    "A step half as high, hand on the rail.",
                    "The height that needs no push is the one to train.",
                    "Half as high",
                    Gear.Support
                ),
            ]
        )
        {
            In = Forms.StepsUp,
        },
        new(
            "step-height",
            "Step starts too bent",
            FaultHurt.WhenSore,
            [Above("start-knee")],
            [
                new(
                    "wrong-box",
                    "the box is too high for the leg",
                    "Does the planner give a lower one?",
                    null,
                    ["st-bench", "st-lower"]
                ),
                new(
                    "too-close",
                    "standing too close, knee beyond",
                    "Does a hand’s width back mend it?",
                    null,
                    ["st-back"]
                ),
            ],
            [
                Feel("st-fold", "Thigh level before you push.", "A level thigh can be felt.", "Thigh level"),
                Say(
                    "st-corner",
                    "Thigh flat as a table, then push.",
                    "A flat thigh is a right angle at the knee.",
                    "Flat as a table"
                ),
                Say(
                    "st-toes",
                    "Whole foot on the box, heel included.",
                    "A heel that hangs over the edge bends the knee before the step begins.",
                    "Whole foot on"
                ),
                Set(
                    "st-bench",
                    "Set the box to the planned height.",
                    "A right angle at the start is a matter of the box.",
                    "The planned height"
                ),
                Set(
                    "st-back",
                    "Stand a hand’s width further back.",
                    "Distance decides where the knee goes.",
                    "A hand back"
                ),
                Touch(
                    "st-dowel",
                    "Dowel on the thigh lies level: then push.",
                    "A level stick is a level thigh.",
                    "Dowel level",
                    Gear.Dowel
                ),
                Set("st-lower", "A box one plate lower.", "Lower, the thigh comes level.", "One plate lower"),
                Ease(
                    "st-ease",
                    "A low box, hand on the rail.",
                    "Low is where stepping up is learned.",
                    "Low box",
                    Gear.Support
                ),
            ]
        )
        {
            In = Forms.StepsUp,
        },
        new(
            "step-straight",
            "Step starts too straight",
            FaultHurt.No,
            [Below("start-knee")],
            [
                new(
                    "wrong-box",
                    "the box is too low for the leg",
                    "Does the planner give a higher one?",
                    null,
                    ["sw-bench"]
                ),
                new("too-far", "standing too far back", "Does a hand’s width closer mend it?", null, ["st-close"]),
            ],
            [
                Say(
                    "st-shelf",
                    "Fold in close until the thigh is level.",
                    "A level thigh is the start.",
                    "Fold in close"
                ),
                Feel(
                    "sw-feel",
                    "Feel the fold at hip and knee before you push.",
                    "What is folded can push.",
                    "Feel the fold"
                ),
                Touch(
                    "sw-dowel",
                    "Dowel on the thigh lies level before you go.",
                    "A level stick is a level thigh.",
                    "Dowel level",
                    Gear.Dowel
                ),
                Set(
                    "st-close",
                    "Stand a hand’s width closer.",
                    "From too far away the knee starts too straight.",
                    "A hand closer"
                ),
                Set(
                    "sw-bench",
                    "Set the box as high as planned.",
                    "The bend at the start is a matter of the box.",
                    "The planned height"
                ),
            ]
        )
        {
            In = Forms.StepsUp,
            Gaps = [NoEasier("A low box is the easier form already.")],
        },
        new(
            "step-too-close",
            "Too close to the box, knee beyond it",
            FaultHurt.WhenSore,
            [Above("front-shin"), Above("knee-past-toe")],
            [new("habit", "habit", "Is it gone once the floor is marked?", null, ["sc-mark", "sc-back"])],
            [
                Say(
                    "sc-shin",
                    "Shin upright as a post before you push.",
                    "An upright shin is the right distance.",
                    "Shin upright"
                ),
                Feel(
                    "sc-heel",
                    "Whole foot on, heel heavy, then push.",
                    "A heavy heel keeps the knee back.",
                    "Heel heavy"
                ),
                Touch(
                    "sc-dowel",
                    "Dowel at the box toes: the knee stays behind it.",
                    "The stick says where the foot ends.",
                    "Behind the dowel",
                    Gear.Dowel
                ),
                Set("sc-back", "Floor foot a hand’s width back.", "A hand back brings the shin up.", "A hand back"),
                Set(
                    "sc-mark",
                    "Stand with the toes on the planned mark.",
                    "Distance is set once and then only stepped into.",
                    "On the mark",
                    Gear.Tape
                ),
                Ease(
                    "sc-low",
                    "A lower box at the rail.",
                    "Lower, the distance matters less.",
                    "Lower, at the rail",
                    Gear.Support
                ),
            ]
        )
        {
            In = Forms.StepsUp,
        },
        new(
            "top-bent",
            "Not straight at the top",
            FaultHurt.No,
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
                    )
                    .In(Forms.StepsUp | Forms.StepsDown),
                Touch(
                    "tb-hand",
                    "Own hand on the thigh: it tightens at the top.",
                    "A thigh that tightens has finished.",
                    "Hand on the thigh"
                ),
                Set(
                    "tb-count",
                    "One count standing at the top.",
                    "A moment of standing makes the top happen.",
                    "One count on top"
                ),
                Ease(
                    "tb-rail",
                    "Hold the rail and finish tall.",
                    "Held, the last degrees can be found.",
                    "Rail, finish tall",
                    Gear.Support
                ),
            ]
        )
        {
            Disagreement = "Soft, straight or never straight at the top is a setting.",

            NotIn = Forms.SoftTop | Forms.Kneels,
        },
        new(
            "knee-past-straight",
            "Knee pushed past straight at the top",
            FaultHurt.Yes,
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
                    )
                    .In(Forms.StepsUp | Forms.StepsDown),
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
        )
        {
            NotIn = Forms.SoftTop,
        },
        new(
            "locks-at-top",
            "Knee locks at the top",
            FaultHurt.No,
            [Below("top-knee")],
            [
                new(
                    "habit",
                    "the habit of standing up",
                    "Does it stay soft when told where to turn?",
                    null,
                    ["lk-ceiling", "lk-thigh"]
                ),
                new("rests", "it rests there", "Is it soft when the set has no stop at the top?", null, ["lk-flow"]),
            ],
            [
                Say(
                    "lk-ceiling",
                    "The ceiling hangs a hand lower. Turn under it.",
                    "A place to turn is easier than not too far.",
                    "Low ceiling"
                ),
                Feel(
                    "lk-thigh",
                    "Thigh still working when you turn.",
                    "A thigh that works has not locked.",
                    "Thigh keeps working"
                ),
                Touch(
                    "lk-band",
                    "A band at head height: stay under it.",
                    "The band says at once when it is too high.",
                    "Under the band",
                    Gear.Band
                ),
                Set(
                    "lk-flow",
                    "No stop at the top: turn and come down.",
                    "A stop at the top is where it locks.",
                    "No stop at the top"
                ),
                Ease(
                    "lk-half",
                    "The lower half only, slowly.",
                    "The half that stays soft is where it is learned.",
                    "Lower half"
                ),
            ]
        )
        {
            In = Forms.SoftTop,
        },
        new(
            "free-foot-helps",
            "Free foot helps",
            FaultHurt.No,
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
                    )
                    .In(Forms.StepsDown),
                Say(
                        "ff-knee",
                        "Keep the free knee high until you are tall.",
                        "A knee that is up cannot help.",
                        "Free knee high"
                    )
                    .In(Forms.StepsUp | Forms.SlidesBack),
                Feel("ff-weight", "Free foot weightless.", "What is felt weightless does not push.", "Weightless foot"),
                Set("ff-lower", "A lower box.", "Where it needs no help is where to train.", "Lower box")
                    .In(Forms.StepsUp | Forms.StepsDown),
                Say("ff-balloon", "The free foot hangs from a balloon.", "What hangs does not push.", "From a balloon"),
                Touch(
                    "ff-paper",
                    "Paper under the free foot: touch it, don’t pin it.",
                    "A pinned paper says at once who helps.",
                    "Don’t pin the paper"
                ),
                Set("ff-high", "Free foot off the floor before you start.", "What is up cannot help.", "Free foot up"),
                Ease(
                    "ff-rail",
                    "Hold the rail; the free foot does nothing.",
                    "A hand helps more honestly than a foot.",
                    "Rail, foot idle",
                    Gear.Support
                ),
            ]
        )
        {
            In = Forms.StepsUp | Forms.StepsDown | Forms.OneLeg,
            NotIn = Forms.FeetMeet,
        },
        new(
            "drops",
            "Drops instead of lowering",
            FaultHurt.Yes,
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
                Say("dr-feather", "Land so softly I can’t hear it.", "Silence on landing is control.", "Land unheard")
                    .In(Forms.StepsDown | Forms.StepsUp | Forms.FootTravels | Forms.BackKnee),
                Set(
                    "dr-pause",
                    "Stop for one count at the top before every way down.",
                    "From a standstill it cannot be thrown.",
                    "Pause at the top"
                ),
                Ease("dr-lower", "A lower box.", "Short enough to be slow.", "Lower box")
                    .In(Forms.StepsDown | Forms.StepsUp),
                Feel(
                        "dr-pull",
                        "Reel yourself down to the pad; don’t drop.",
                        "Drawn down is braked by itself.",
                        "Reel yourself down"
                    )
                    .In(Forms.BackKnee),
                Touch(
                    "dr-wall",
                    "Fingertips slide down the wall, no faster than three counts.",
                    "The hand gives the pace.",
                    "Slide down the wall"
                ),
                Ease("dr-half", "Half as deep, three counts down.", "Short enough to be slow.", "Half as deep")
                    .NotIn(Forms.StepsDown | Forms.StepsUp),
            ]
        )
        {
            In = Forms.Moves,
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
