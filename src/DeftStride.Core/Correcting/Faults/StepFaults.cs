using DeftStride.Core.Exercises;
using static DeftStride.Core.Correcting.Faults.FaultParts;

namespace DeftStride.Core.Correcting.Faults;

/// <summary>What goes wrong with a step and with the end of the way up: the push, the start, the top, the lowering.</summary>
internal static class StepFaults
{
    public static IReadOnlyList<Fault> All { get; } =
    [
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
    ];
}
