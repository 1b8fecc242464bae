using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using static DeftStride.Core.Correcting.Faults.FaultParts;

namespace DeftStride.Core.Correcting.Faults;

/// <summary>What goes wrong only in some forms: settling over the front leg, meeting feet, the quarter turn, the free knee.</summary>
internal static class FormFaults
{
    public static IReadOnlyList<Fault> All { get; } =
    [
        new(
            "not-settled",
            "Sinks before it is settled",
            FaultHurt.No,
            [Above("settled")],
            [
                new(
                    "hurry",
                    "it is in a hurry",
                    "Is it level with a pause at the top?",
                    null,
                    ["ns-first", "ns-breath"]
                ),
                new(
                    "not-felt",
                    "level is not felt over one leg",
                    "Is it level with two fingers on the hip bones?",
                    null,
                    ["ns-fingers", "ns-tip"]
                ),
            ],
            [
                Say(
                    "ns-first",
                    "Level first, then tip, then sink.",
                    "An order leaves no room for hurry.",
                    "Level, tip, sink"
                ),
                Feel(
                    "ns-tip",
                    "Both hip bones over the front foot, then tip forward.",
                    "A pelvis that begins level has less to lose.",
                    "Hip bones over the foot"
                ),
                Touch(
                    "ns-fingers",
                    "Two fingers on the front hip bones: level, then go.",
                    "Fingers tell level better than the eye.",
                    "Fingers on the hip bones"
                ),
                Set(
                    "ns-breath",
                    "One whole breath at the top before each.",
                    "A breath is as long as settling takes.",
                    "A breath between"
                ),
                Ease(
                    "ns-rail",
                    "Hand on the rail, half the depth, level each time.",
                    "With less to balance the start comes right.",
                    "Rail, half the depth",
                    Gear.Support
                ),
            ]
        )
        {
            Region = Region.Pelvis,
            In = Forms.WeightsFront,
        },
        new(
            "stays-front",
            "Stays on the front foot at the top",
            FaultHurt.No,
            [Above("back-to-even")],
            [
                new(
                    "never-shown",
                    "the way home was never shown",
                    "Does it come back when the top is counted?",
                    null,
                    ["sf-home", "sf-count", "sf-scale"]
                ),
            ],
            [
                Say(
                    "sf-home",
                    "Come home to both feet at the top.",
                    "The way back is half of the exercise.",
                    "Home to both feet"
                ),
                Feel(
                    "sf-soles",
                    "Both soles equally heavy before the next one.",
                    "Even is felt under the feet.",
                    "Both soles heavy"
                ),
                Touch(
                    "sf-scale",
                    "Front foot on a scale: half of you at the top.",
                    "The scale says when it is even.",
                    "Half on the scale",
                    Gear.Scales
                ),
                Touch(
                    "sf-wall",
                    "Touch the wall behind with your back at the top.",
                    "A place to come back to needs no count.",
                    "Back to the wall"
                ),
                Set(
                    "sf-count",
                    "Count two on both feet at the top.",
                    "A pause ends where it is even.",
                    "Two at the top"
                ),
                Ease(
                    "sf-rail",
                    "Hand on the rail, half the depth, even each time.",
                    "Less depth leaves time for the way home.",
                    "Rail, half the depth",
                    Gear.Support
                ),
            ]
        )
        {
            Region = Region.Whole,
            In = Forms.WeightsFront,
        },
        new(
            "feet-apart",
            "Feet left apart",
            FaultHurt.No,
            [Above("feet-together")],
            [
                new("hurry", "it is in a hurry", "Do they meet when each one is counted?", null, ["fa-zip", "fa-tape"]),
                new("far", "the mark is too far", "Do they meet from a nearer mark?", null, ["fa-near", "fa-rail"]),
            ],
            [
                Say(
                    "fa-zip",
                    "Zip your feet shut before the next one.",
                    "A zip is closed or it is not.",
                    "Zip the feet"
                ),
                Feel(
                    "fa-squeeze",
                    "Inner thighs meet before you go again.",
                    "The squeeze is part of the work.",
                    "Inner thighs meet"
                ),
                Touch(
                    "fa-click",
                    "Let the insides of your shoes click each time.",
                    "A click is heard by both of you.",
                    "Shoes click"
                ),
                Set(
                    "fa-tape",
                    "Two strips side by side: both feet on them.",
                    "A place for the foot that comes back.",
                    "Two strips",
                    Gear.Tape
                ),
                Set("fa-near", "A nearer mark.", "From nearer the foot comes all the way home.", "Nearer mark"),
                Ease(
                    "fa-rail",
                    "Hold the rail, reach half as far, feet together.",
                    "What is steady can be finished.",
                    "Rail, half as far",
                    Gear.Support
                ),
            ]
        )
        {
            Region = Region.Foot,
            In = Forms.Crossing,
            NotIn = Forms.Turns,
        },
        new(
            "turn-short",
            "Trunk short of the turn",
            FaultHurt.No,
            [Above("trunk-turn")],
            [
                new(
                    "never-shown",
                    "it was never shown how far",
                    "Does it come round toward something to face?",
                    null,
                    ["ts-buttons", "ts-point", "ts-wall"]
                ),
                new(
                    "range",
                    "hips or trunk do not turn that far",
                    "Does it come round with a smaller turn?",
                    null,
                    ["ts-less"]
                ),
            ],
            [
                Say(
                    "ts-buttons",
                    "Shirt buttons face where that foot points.",
                    "Buttons show the whole trunk.",
                    "Buttons to the toes"
                ),
                Feel(
                    "ts-one",
                    "Foot, hips and ribs turn as one.",
                    "What turns together arrives together.",
                    "Turn as one"
                ),
                Touch(
                    "ts-point",
                    "Hands together ahead: point at that wall.",
                    "Hands that point bring the chest along.",
                    "Point at the wall"
                ),
                Set(
                    "ts-wall",
                    "A strip on the wall at chest height: face it.",
                    "A thing to face is a quarter turn exactly.",
                    "Face the strip",
                    Gear.Tape
                ),
                Ease(
                    "ts-less",
                    "Hold the rail, turn half as far, all of you.",
                    "Half a turn of everything beats a whole turn of one foot.",
                    "Rail, half the turn",
                    Gear.Support
                ),
            ]
        )
        {
            Region = Region.ShinAndTrunk,
            In = Forms.Turns,
        },
        new(
            "free-knee-low",
            "Free knee stays low at the end",
            FaultHurt.No,
            [Above("free-knee")],
            [
                new(
                    "weak-end",
                    "the last part of the way up is not strong yet",
                    "Does it come up with a hand on the rail?",
                    null,
                    ["fk-lower", "fk-shorter", "fk-rail"]
                ),
                new(
                    "not-told",
                    "nobody asked for it",
                    "Does it come up when there is something to meet?",
                    null,
                    ["fk-buckle", "fk-hand"]
                ),
            ],
            [
                Say(
                    "fk-buckle",
                    "Free knee up to your belt buckle.",
                    "A height to reach finishes the way up.",
                    "Knee to the buckle"
                ),
                Feel(
                    "fk-tall",
                    "Tall on one leg first, then the knee floats up.",
                    "A tall leg below leaves the other free.",
                    "Tall, then float"
                ),
                Touch(
                    "fk-hand",
                    "Own hand at hip height: the knee meets it.",
                    "A hand waits at the right height.",
                    "Knee meets the hand"
                ),
                Set(
                        "fk-lower",
                        "A lower box, finish tall.",
                        "From lower there is strength left for the end.",
                        "Lower box"
                    )
                    .In(Forms.StepsUp | Forms.StepsDown),
                Set(
                        "fk-shorter",
                        "Slide half as far, finish tall.",
                        "A shorter way leaves strength for its end.",
                        "Half the slide"
                    )
                    .In(Forms.SlidesBack),
                Ease(
                    "fk-rail",
                    "Hold the rail, knee high for two counts.",
                    "A hand takes the balance, the leg learns the end.",
                    "Rail, knee high",
                    Gear.Support
                ),
            ]
        )
        {
            Region = Region.Whole,
            In = Forms.StepsUp | Forms.StepsDown | Forms.SlidesBack,
            NotIn = Forms.FeetMeet,
        },
    ];
}
