using DeftStride.Core.Exercises;
using static DeftStride.Core.Correcting.Faults.FaultParts;

namespace DeftStride.Core.Correcting.Faults;

/// <summary>What goes wrong at the knee, seen from the front.</summary>
internal static class KneeFaults
{
    public static IReadOnlyList<Fault> All { get; } =
    [
        new(
            "knee-in",
            "Knee falls in",
            FaultHurt.Yes,
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
                    "the foot is turned, in or out",
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
                    "Your knee is an arrow. Aim it at {toe}.",
                    "Words come first: most knees fall in because nobody looks at them.",
                    "Arrow at the toe"
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
                    "Your own hand outside the knee: press out into it.",
                    "Pressing out wakes the outer hip, and the hand feels when it stops.",
                    "Press into the hand"
                ),
                Touch(
                    "ki-band",
                    "Beat the band: knee stays over {toe}.",
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
                    "A little height for the arch; watch that the knee does not roll out, and try without it again in two weeks.",
                    "Inside wedge",
                    Gear.Wedge
                ),
                Ease(
                        "ki-less",
                        "Only as low as the knee stays over the foot.",
                        "The depth at which it is clean is where it is learned.",
                        "Less depth"
                    )
                    .In(Forms.Moves),
                Ease(
                    "ki-rail",
                    "Hold the rail until the knee stays over the foot.",
                    "Less to balance leaves the hip its work.",
                    "Hold the rail",
                    Gear.Support
                ),
            ]
        ),
        new(
            "knee-out",
            "Knee falls out",
            FaultHurt.Yes,
            [Below("knee-offset"), Below("projection")],
            [
                new(
                    "turning-with-knee",
                    "the turn of the hip is done with the knee",
                    "Does it stay when the hips are kept square?",
                    null,
                    ["ko-inner", "ko-door", "ko-band"]
                ),
                new(
                    "foot-turned",
                    "the foot is turned in under it",
                    "Does the foot point further in than the knee?",
                    Below("foot-ahead"),
                    ["ko-toes"]
                ),
                new(
                    "stiff-foot",
                    "a high, stiff foot",
                    "Does it stay when the big toe is pressed down?",
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
                    "Draw the knee straight toward {toe}.",
                    "A straight line is a better guide than a warning.",
                    "Toward the toe"
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
                    "It tips a stiff foot back onto its big toe; watch that the knee does not fall in, and try without it again in two weeks.",
                    "Outside wedge",
                    Gear.Wedge
                ),
                Ease(
                        "ko-less",
                        "Only as low as the knee stays over the foot.",
                        "The depth at which it is clean is where it is learned.",
                        "Less depth"
                    )
                    .In(Forms.Moves),
                Ease(
                    "ko-rail",
                    "Hold the rail until the knee stays over the foot.",
                    "Less to balance leaves the hip its work.",
                    "Hold the rail",
                    Gear.Support
                ),
            ]
        ),
        new(
            "lateral-line",
            "Trail side collapses",
            FaultHurt.Yes,
            [Above("trail-knee"), Above("trail-foot")],
            [
                new(
                    "never-shown",
                    "it was never shown",
                    "Is it clean after one slow showing?",
                    null,
                    ["ll-rope", "ll-long"]
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
                Feel(
                    "ll-long",
                    "Straight leg long, whole foot flat.",
                    "A long leg with a flat foot is the whole trail side.",
                    "Leg long, foot flat"
                ),
                Set(
                    "ll-shorter",
                    "A shorter step, marked with tape.",
                    "Inside its range the trail side holds.",
                    "Shorter step",
                    Gear.Tape
                ),
                Say(
                    "ll-rope",
                    "Trail leg like a tight rope from hip to floor.",
                    "A tight rope neither bends nor rolls.",
                    "Tight rope"
                ),
                Touch(
                    "ll-paper",
                    "Paper under the trail foot: keep it there.",
                    "A foot that holds a paper is flat.",
                    "Paper under the foot"
                ),
                Ease(
                    "ll-rail",
                    "Rail in hand, a step half as wide.",
                    "Half of it clean beats all of it crooked.",
                    "Rail, half as wide",
                    Gear.Support
                ),
            ]
        )
        {
            In = Forms.Sideways,
        },
        new(
            "lateral-toes",
            "Stepping foot turns out",
            FaultHurt.Yes,
            [Above("foot-ahead"), Below("foot-ahead")],
            [
                new(
                    "never-shown",
                    "it was never shown",
                    "Does it land straight after one slow showing?",
                    null,
                    ["lo-rails", "lo-feel"]
                ),
                new(
                    "range",
                    "the step is longer than the hip allows",
                    "Does it stay ahead with a shorter step?",
                    null,
                    ["lo-shorter"]
                ),
            ],
            [
                Say("lo-rails", "Both feet on ski tracks, tips ahead.", "Two tracks point one way.", "Ski tracks"),
                Feel(
                    "lo-feel",
                    "Kneecap and toes face ahead as you land.",
                    "A foot follows its kneecap.",
                    "Kneecap ahead"
                ),
                Touch(
                    "lo-tape",
                    "Land with the toes on the tape, pointing along it.",
                    "A line on the floor says where ahead is.",
                    "Toes along the tape",
                    Gear.Tape
                ),
                Set(
                    "lo-shorter",
                    "A shorter step, foot set before you sink.",
                    "Inside its range the foot can point ahead.",
                    "Shorter step"
                ),
                Ease(
                    "lo-rail",
                    "Hold the rail, step half as wide.",
                    "Half of it straight beats all of it turned.",
                    "Rail, half as wide",
                    Gear.Support
                ),
            ]
        )
        {
            In = Forms.Sideways,
        },
        new(
            "lateral-sideways",
            "Leans to the side instead of sitting back",
            FaultHurt.No,
            [Above("hips-back")],
            [
                new(
                    "never-shown",
                    "it was never shown",
                    "Does it sit back after one slow showing?",
                    null,
                    ["ll-wall", "lb-hinge"]
                ),
                new("no-room", "nothing behind to sit to", "Does it sit back to a wall?", null, ["lw-wall"]),
            ],
            [
                Say(
                    "ll-wall",
                    "Send your back pocket {corner}.",
                    "Back and not only sideways is where the room is.",
                    "Pocket back"
                ),
                Say(
                    "ll-drawer",
                    "Close a drawer behind you with your hips.",
                    "A drawer behind gives the hips somewhere to go.",
                    "Close the drawer"
                ),
                Feel(
                    "lb-hinge",
                    "Fold at this hip, chest over the thigh.",
                    "The fold is felt where the work is.",
                    "Fold at the hip"
                ),
                Touch(
                    "lw-wall",
                    "Touch the wall behind with your seat.",
                    "A wall to reach says how far back.",
                    "Seat to the wall"
                ),
                Set(
                    "lw-step",
                    "A shorter step, then sit back.",
                    "From a shorter step the hips can go back.",
                    "Shorter step"
                ),
                Ease(
                    "ll-support",
                    "Hold the rail, go half as deep.",
                    "Half of it clean beats all of it crooked.",
                    "Hold the rail",
                    Gear.Support
                ),
            ]
        )
        {
            In = Forms.Sideways,
        },
        new(
            "lateral-past",
            "Body carries on past the foot",
            FaultHurt.Yes,
            [Above("knee-past-toe"), Above("stops-over")],
            [
                new("hurry", "it comes in too fast", "Does it stop when stepped slowly?", null, ["lt-stop", "lt-flat"]),
                new("weights", "the weights carry on", "Does it stop with empty hands?", null, ["lt-weights"]),
            ],
            [
                Say("lt-stop", "Stop over the foot, as at a kerb.", "A kerb is where one stops.", "As at a kerb"),
                Feel("lt-flat", "Heel heavy as you land.", "A heavy heel brakes the body.", "Heavy heel"),
                Touch(
                    "lt-dowel",
                    "Dowel at the toes: the knee stops short of it.",
                    "The stick says where the foot ends.",
                    "Dowel at the toes",
                    Gear.Dowel
                ),
                Set(
                    "lt-shorter",
                    "Shorter step, land flat, then sit.",
                    "A shorter step has less to stop.",
                    "Shorter step"
                ),
                Set(
                        "lt-weights",
                        "One weight each side of the shin, toward mid-foot.",
                        "Held there they follow the foot, not the swing.",
                        "Weights by the shin",
                        Gear.Weight
                    )
                    .In(Forms.Loaded),
                Ease(
                    "lt-rail",
                    "Hold the rail, step half as wide.",
                    "A hand takes the speed out.",
                    "Rail, half as wide",
                    Gear.Support
                ),
            ]
        )
        {
            In = Forms.Sideways,
        },
    ];
}
