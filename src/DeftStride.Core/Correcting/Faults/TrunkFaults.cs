using DeftStride.Core.Exercises;
using static DeftStride.Core.Correcting.Faults.FaultParts;

namespace DeftStride.Core.Correcting.Faults;

/// <summary>What goes wrong at shin, trunk and back, seen from the side.</summary>
internal static class TrunkFaults
{
    public static IReadOnlyList<Fault> All { get; } =
    [
        new(
            "shin-beyond-band",
            "Shin past its band",
            FaultHurt.WhenSore,
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
                    ["sb-free", "sb-longer"]
                ),
                new(
                    "stance-short",
                    "the stance is short",
                    "Does it stay with the back foot a hand’s width further back?",
                    Below("stance-length"),
                    ["sb-longer"]
                ),
                new("range", "the hips have no room to sink", "Does it stay half as deep?", null, ["sb-half"]),
            ],
            [
                Say(
                        "sb-gatepost",
                        "Sink straight down. Your shin is a gatepost.",
                        "Words come first: most shins run forward because nobody ever showed them not to.",
                        "Gatepost"
                    )
                    .In(Forms.Moves),
                Say(
                        "sb-well",
                        "Drop the back knee like a bucket down a well.",
                        "A second picture for the same thing.",
                        "Bucket into a well"
                    )
                    .In(Forms.BackKnee),
                Feel(
                        "sb-heel",
                        "Feel the front heel before you bend.",
                        "What is loaded first leads the way down.",
                        "Heel first"
                    )
                    .In(Forms.Moves),
                Touch(
                    "sb-dowel",
                    "Dowel against your shin: go down without pushing it.",
                    "Words did not help, so give the shin something to feel.",
                    "Dowel at the shin",
                    Gear.Dowel
                ),
                Set(
                    "sb-support",
                    "Hold the rail beside you.",
                    "A client who fears falling leans into the shin.",
                    "Hold the rail",
                    Gear.Support
                ),
                Set(
                        "sb-longer",
                        "Back foot a hand’s width further back.",
                        "A short stance, or a pinned back heel, leaves the shin nowhere to go but forward.",
                        "Back foot further back"
                    )
                    .In(Forms.BackLeg),
                Ease(
                        "sb-floor-up",
                        "Start half-kneeling with the shin upright and rise from there.",
                        "Starting at the bottom shows the place to come back to.",
                        "From the floor"
                    )
                    .In(Forms.BackKnee)
                    .NotIn(Forms.BackRaised),
                Say(
                        "sb-stack",
                        "Front knee right above its ankle.",
                        "In a hold the place can simply be taken.",
                        "Knee above ankle"
                    )
                    .NotIn(Forms.Moves),
                Feel(
                        "sb-press",
                        "Press the front heel down, shin upright.",
                        "A pressed heel holds the shin where it is.",
                        "Heel pressed"
                    )
                    .NotIn(Forms.Moves),
                Set(
                        "sb-free",
                        "Free the back heel; stand on the ball.",
                        "A pinned heel sends the front knee ahead instead.",
                        "Free the back heel"
                    )
                    .In(Forms.BackLeg)
                    .NotIn(Forms.Kneels),
                Ease(
                        "sb-half",
                        "Half the depth, hand on the rail.",
                        "Less depth asks less of the shin.",
                        "Half depth",
                        Gear.Support
                    )
                    .In(Forms.Moves),
                Ease(
                        "sb-chair",
                        "The same hold with a hand on a chair.",
                        "Held, nothing has to fall forward.",
                        "Hand on a chair",
                        Gear.Support
                    )
                    .NotIn(Forms.Moves),
            ]
        )
        {
            Disagreement = "The knee-forward style has no upper edge; heel and tracking end it there.",
            NotIn = Forms.StepsUp | Forms.Sideways,
        },
        new(
            "shin-short-of-band",
            "Shin short of its band",
            FaultHurt.No,
            [Below("front-shin"), Below("knee-past-toe")],
            [
                new(
                    "ankle",
                    "the ankle has no more bend",
                    "Does the shin go further on a thin heel wedge?",
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
                    "Does it go with the back foot 5 cm closer?",
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
                    )
                    .In(Forms.Moves)
                    .Deepens(),
                Say(
                        "ss-lantern",
                        "Nudge a lantern with your knee, heel down.",
                        "A target to reach for, when the first cue is not felt.",
                        "Nudge the lantern"
                    )
                    .In(Forms.Moves)
                    .Deepens(),
                Feel(
                        "ss-crease",
                        "Fold at the front of the ankle.",
                        "The fold is where the knee's way forward begins.",
                        "Fold the ankle"
                    )
                    .Deepens(),
                Touch(
                        "ss-hand",
                        "Touch the hand softly with your knee.",
                        "Something to reach takes the fear out of going forward.",
                        "Touch the hand"
                    )
                    .ByHand()
                    .Deepens(),
                Set(
                        "ss-shorter",
                        "Back foot 5 cm closer.",
                        "A long stance keeps the shin upright whatever the client does.",
                        "Shorter stance"
                    )
                    .In(Forms.BackLeg),
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
                        "The elevated front foot gives the knee room to lead.",
                        "Front foot on a step",
                        Gear.Block
                    )
                    .In(Forms.FrontOnFloor)
                    .NotIn(Forms.FootTravels)
                    .Deepens(),
                Say(
                        "ss-over",
                        "Ease the front knee out over its ankle.",
                        "In a hold the place can simply be taken.",
                        "Over the ankle"
                    )
                    .NotIn(Forms.Moves),
                Ease(
                    "ss-rail",
                    "Hold the rail and let the knee go.",
                    "Held, there is nothing to fear.",
                    "Rail, knee goes",
                    Gear.Support
                ),
            ]
        ),
        new(
            "weight-back",
            "Weight stays on the rear leg",
            FaultHurt.Yes,
            [Below("load-share")],
            [
                new(
                    "never-told",
                    "nobody said which leg works",
                    "Does it change when told?",
                    null,
                    ["wb-guess", "wb-job", "wb-press"]
                ),
                new(
                    "ribs-up",
                    "ribs up, trunk behind the hips",
                    "Does a long out-breath bring it forward?",
                    Below("trunk-lean"),
                    ["wb-breath", "wb-lean", "wb-shift"]
                ),
                new(
                    "believes-even",
                    "the client believes it is even",
                    "Does the guess differ from the scales by more than ten points?",
                    null,
                    ["wb-guess", "wb-scales"]
                ),
                new(
                    "heel-back",
                    "the back foot is far behind with its heel pinned",
                    "Does it change with the back foot closer and its heel free?",
                    null,
                    ["wb-closer"]
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
                Feel(
                    "wb-job",
                    "The front leg works; the back one only balances.",
                    "Most weight stays back because nobody said otherwise.",
                    "Front leg works"
                ),
                Set(
                    "wb-closer",
                    "Back foot a hand’s width closer, heel free.",
                    "From closer the back leg cannot hold so much.",
                    "Back foot closer"
                ),
                Set(
                        "wb-lower",
                        "A lower surface under the back foot.",
                        "A lower surface takes less of the weight.",
                        "Lower behind"
                    )
                    .In(Forms.BackRaised),
                Set(
                        "wb-pad",
                        "A thicker pad under the back knee.",
                        "A sore back knee meets something soft.",
                        "Pad under the knee"
                    )
                    .In(Forms.BackKnee)
                    .NotIn(Forms.BackRaised),
                Ease(
                        "wb-ease",
                        "Stop 10 cm higher, hand on the rail.",
                        "Less depth leaves the back leg less to hold.",
                        "Higher, at the rail",
                        Gear.Support
                    )
                    .In(Forms.BackKnee),
                Ease(
                        "wb-chair",
                        "The same hold with a hand on a chair.",
                        "Held, the weight can be moved forward.",
                        "Hand on a chair",
                        Gear.Support
                    )
                    .In(Forms.Kneels | Forms.Held),
            ]
        )
        {
            In = Forms.BackLeg,
            NotIn = Forms.Crossing | Forms.Sideways,
        },
        new(
            "sore-though-right",
            "Sore although every cue is right",
            FaultHurt.Yes,
            [],
            [
                new(
                    "rose-lately",
                    "sets, load or form rose lately",
                    "Was there more of it this week than last?",
                    null,
                    ["sr-volume", "sr-lighter"]
                ),
                new(
                    "not-ready",
                    "the tissue is not ready for it",
                    "Is everything in band and it still hurts?",
                    null,
                    ["sr-quiet", "sr-shallower", "sr-hands", "sr-lighter", "sr-raised"]
                ),
            ],
            [
                Feel(
                        "sr-quiet",
                        "Go only as deep as feels fine.",
                        "The client finds the depth that is not sore more exactly than a ruler.",
                        "As deep as feels fine"
                    )
                    .In(Forms.Moves),
                Say(
                        "sr-lift",
                        "Lower as if carrying a sleeping child.",
                        "Slow and short in one picture.",
                        "Sleeping child"
                    )
                    .In(Forms.Moves),
                Feel(
                        "sr-breath",
                        "Stop just above the sore spot.",
                        "Just above it there is usually room to train.",
                        "Above the sore spot"
                    )
                    .In(Forms.Moves),
                Set(
                        "sr-shallower",
                        "Stop 10 cm higher, above the sore spot.",
                        "Less depth is the smallest change that may ease it.",
                        "Stop higher"
                    )
                    .In(Forms.Moves),
                Set(
                    "sr-hands",
                    "Hands on a support.",
                    "Support takes load without changing the pattern.",
                    "Hands on a support",
                    Gear.Support
                ),
                Set("sr-lighter", "Take the load off.", "Body weight first.", "Less load").In(Forms.Loaded),
                Set(
                        "sr-raised",
                        "Front foot on a low step; read both scales.",
                        "Often said to unload; shown on the scales it is known.",
                        "Low step, on scales",
                        Gear.Block,
                        Gear.Scales
                    )
                    .In(Forms.FrontOnFloor)
                    .NotIn(Forms.FootTravels),
                Say(
                        "sr-stop",
                        "Come out of it the moment it speaks.",
                        "A hold that is left in time stays a good one.",
                        "Out in time"
                    )
                    .NotIn(Forms.Moves),
                Feel("sr-less", "Press half as hard.", "Half the effort often leaves the soreness out.", "Half as hard")
                    .NotIn(Forms.Moves),
                Set(
                    "sr-volume",
                    "Half the sets this week; what rose lately?",
                    "What rose lately is the likeliest reason.",
                    "Half the sets"
                ),
                Ease(
                    "sr-refer",
                    "Another form today. Sore for four weeks: refer.",
                    "What stays sore is somebody else’s to look at.",
                    "Another form today"
                ),
            ]
        )
        {
            Gaps = [NoTouch("Nothing is pressed on a sore place.")],
        },
        new(
            "hips-drift",
            "Hips drift back while rising",
            FaultHurt.No,
            [Above("hip-path")],
            [
                new(
                    "pushing-back",
                    "pushing off backwards",
                    "Does a dowel behind the hips stop it?",
                    null,
                    ["hd-crown", "hd-dowel", "hd-arms"]
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
                    )
                    .In(Forms.Loaded),
                Set("hd-lighter", "Use a lighter weight.", "What cannot be lifted straight is too heavy.", "Lighter")
                    .In(Forms.Loaded),
                Set(
                    "hd-arms",
                    "Arms ahead, then rise.",
                    "Arms ahead leave the hips no reason to go back.",
                    "Arms ahead"
                ),
                Ease(
                    "hd-half",
                    "Half as deep, straight up; then deeper.",
                    "The half that rises straight is where it is learned.",
                    "Half as deep"
                ),
            ]
        )
        {
            In = Forms.Moves,
        },
        new(
            "order-apart",
            "Hip and knee straighten apart",
            FaultHurt.WhenLoaded,
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
                    )
                    .Loads(),
                Set(
                        "oa-lighter",
                        "Use a lighter weight.",
                        "Under too much load the stronger joint goes first.",
                        "Lighter"
                    )
                    .In(Forms.Loaded),
                Ease(
                        "oa-kneeling",
                        "Kneeling squats until hips and trunk finish together.",
                        "The hip alone, without a knee to run ahead of.",
                        "Kneeling squat"
                    )
                    .NotIn(Forms.Kneels),
                Touch(
                    "oa-hands",
                    "One hand on hip, one on thigh: up together.",
                    "Own hands feel which goes first.",
                    "Two hands, together"
                ),
                Set("oa-slow", "Half as fast on the way up.", "Slowly nobody runs ahead.", "Half as fast"),
                Ease(
                        "oa-half",
                        "Half as deep, both finish together.",
                        "The half that is clean is where it is learned.",
                        "Half as deep"
                    )
                    .In(Forms.Kneels),
            ]
        )
        {
            In = Forms.Moves,
        },
        new(
            "not-parallel",
            "Trunk and shin not parallel at the bottom",
            FaultHurt.No,
            [Above("lean-minus-shin"), Below("lean-minus-shin")],
            [
                new(
                    "hips-back",
                    "the hips are sat back",
                    "Does it mend when the knee may go further?",
                    null,
                    ["np-rails", "np-more"]
                ),
                new(
                    "knee-held",
                    "the trunk is held back",
                    "Does it mend when the arms reach ahead?",
                    null,
                    ["np-share", "np-less"]
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
                    )
                    .WhenBeyond()
                    .Deepens(),
                Set(
                        "np-less",
                        "Reach ahead until the chest follows the knee.",
                        "Where the shin tips more, the chest has to come along.",
                        "Reach ahead"
                    )
                    .WhenShort(),
                Ease(
                        "np-pad",
                        "Split squat to the pad like this, hold two counts.",
                        "Held still the shape is learned.",
                        "Held at the pad"
                    )
                    .NotIn(Forms.BackRaised),
                Set(
                    "np-slow",
                    "Three counts down, stop where they part.",
                    "Where they part is where to learn it.",
                    "Stop where they part"
                ),
                Ease(
                    "np-rail",
                    "Half as deep at the rail, both lean alike.",
                    "Held, both can lean.",
                    "Rail, both alike",
                    Gear.Support
                ),
            ]
        )
        {
            In = Forms.BackKnee,
        },
        new(
            "pushes-off-ball",
            "Leans and pushes off the ball",
            FaultHurt.No,
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
                    "Felt there, it is not a push off the ball.",
                    "Back of the thigh"
                ),
                Touch(
                    "pb-toes",
                    "One rep, front toes up, hand on the rail.",
                    "Toes that are up cannot push.",
                    "Toes up once"
                ),
                Set(
                    "pb-rear",
                    "Shorter step, hips over the front heel.",
                    "From closer there is nothing to push off.",
                    "Shorter step"
                ),
                Ease(
                    "pb-pad",
                    "Split squat to the pad, up from the heel.",
                    "With both feet still the heel is easier to find.",
                    "Split squat first"
                ),
            ]
        )
        {
            In = Forms.FootTravels,
            NotIn = Forms.Sideways | Forms.Crossing | Forms.BallPush,
        },
        new(
            "trunk-too-far",
            "Trunk too far over",
            FaultHurt.WhenLoaded,
            [Above("trunk-lean")],
            [
                new(
                    "hips-back",
                    "the hips are shot back",
                    "Does it mend with the chest shown ahead?",
                    null,
                    ["to-horizon", "tf-dowel"]
                ),
                new("heavy", "the load is too heavy", "Is it upright lighter?", null, ["tf-lighter", "tf-less"]),
                new("ankle", "the ankle is used up", "Does it mend with a thin heel wedge?", null, ["tf-wedge"]),
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
                    "Ribs over hips, chest comes up with them.",
                    "What comes up together stays together.",
                    "Ribs over hips"
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
                    )
                    .Loads(),
                Ease(
                        "tf-less",
                        "Half the depth, and no load.",
                        "What cannot be held up is too much for now.",
                        "Half depth, no load"
                    )
                    .In(Forms.Moves),
                Set("tf-lighter", "Use a lighter weight.", "What cannot be held up is too much for now.", "Lighter")
                    .In(Forms.Loaded),
                Set(
                    "tf-wedge",
                    "Thin wedge under the front heel.",
                    "An ankle with room lets the trunk stay; try without it again in two weeks.",
                    "Heel wedge",
                    Gear.Wedge
                ),
                Set("tf-eyes", "Eyes on a mark at eye height.", "The chest follows the eyes.", "Eyes on a mark"),
                Ease(
                    "tf-rail",
                    "Hold the rail until you stay tall.",
                    "Held, the trunk has nothing to save.",
                    "Hold the rail",
                    Gear.Support
                ),
            ]
        )
        {
            Disagreement = "Upright, slight and clear lean each belong to a style; the band says which is in force.",
        },
        new(
            "trunk-too-upright",
            "Trunk too upright",
            FaultHurt.No,
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
                    "it was learned in another style",
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
                    "Arms forward as you start.",
                    "Arms ahead let the trunk lean without fear.",
                    "Arms ahead"
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
            Disagreement = "Upright, slight and clear lean each belong to a style; the band says which is in force.",
        },
        new(
            "head-ahead",
            "Head ahead of the pelvis",
            FaultHurt.No,
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
                Touch(
                    "ha-finger",
                    "Own finger on your chin: it stays level.",
                    "The finger feels at once when the chin dives.",
                    "Finger on the chin"
                ),
                Set("ha-mark", "Eyes on a mark at eye height.", "The head follows the eyes.", "Eyes on a mark"),
            ]
        )
        {
            Gaps = [NoEasier("The head goes ahead in every form alike; an easier one does not teach it.")],
        },
        new(
            "arched",
            "Arched, ribs flared",
            FaultHurt.WhenLoaded,
            [Below("line"), Below("heel-ear"), Above("ribs")],
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
                    null,
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
                    )
                    .In(Forms.BackLeg),
                Say(
                    "ar-bowl",
                    "Hips are a bowl of soup. Keep it level.",
                    "A bowl is levelled without a word about the back.",
                    "Bowl of soup"
                ),
                Set(
                        "ar-lower",
                        "A lower surface under the back foot.",
                        "High behind pulls the back into an arch.",
                        "Lower behind"
                    )
                    .In(Forms.BackRaised),
                Ease(
                        "ar-tuck",
                        "Half-kneeling: tuck, squeeze the glute, 20 seconds.",
                        "Where it is short it must be freed first.",
                        "Half-kneeling tuck"
                    )
                    .NotIn(Forms.Kneels),
                Touch(
                    "ar-hand",
                    "Own hand on the low ribs: keep them down.",
                    "The hand feels at once when they flare.",
                    "Hand on the ribs"
                ),
                Set(
                    "ar-arms",
                    "Arms crossed on the chest, then start.",
                    "Arms that are low let the ribs down.",
                    "Arms crossed"
                ),
            ]
        )
        {
            Gaps = [NoEasier("Kneeling is already the form in which the tuck is learned.", Forms.Kneels)],
        },
        new(
            "rounding",
            "Spine changes its shape, or folds",
            FaultHurt.WhenLoaded,
            [Above("spine"), Above("line"), Above("heel-ear")],
            [
                new(
                    "bracing",
                    "no tension in the middle",
                    "Does it hold with the ribs and hips set first?",
                    null,
                    ["rd-long", "rd-brace", "rd-front"]
                ),
                new("tired", "it is tired", "Does it go only in the last repetitions?", null, ["rd-tired"]),
                new("heavy", "the load is too heavy", "Does it hold lighter?", null, ["rd-lighter"]),
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
                    )
                    .Loads(),
                Feel(
                    "rd-top",
                    "Finish with the glute, not with the back.",
                    "The last part of the rise is where the back steals it.",
                    "Finish with the glute"
                ),
                Say(
                    "rd-mast",
                    "Your back is a mast: it tips, it doesn’t bend.",
                    "Leaning is allowed; bending is what costs.",
                    "Mast"
                ),
                Touch(
                    "rd-dowel",
                    "Dowel along the back: head, ribs and tail touch it.",
                    "The stick says at once when the back leaves it.",
                    "Dowel along the back",
                    Gear.Dowel
                ),
                Set(
                    "rd-brace",
                    "Set ribs over hips, breathe, then start.",
                    "A back that is set first has something to keep.",
                    "Set, then start"
                ),
                Set(
                    "rd-tired",
                    "Stop two earlier, rest longer.",
                    "What only goes at the end is tired, not untaught.",
                    "Stop two earlier"
                ),
                Set("rd-lighter", "Use a lighter weight.", "What cannot be held long is too much for now.", "Lighter")
                    .In(Forms.Loaded),
                Ease(
                        "rd-half",
                        "Half as deep, back long.",
                        "The half that stays long is where it is learned.",
                        "Half as deep"
                    )
                    .In(Forms.Moves),
                Ease(
                        "rd-rail",
                        "The same hold at the rail, back long.",
                        "Held, the back can stay long.",
                        "Hold at the rail",
                        Gear.Support
                    )
                    .NotIn(Forms.Moves),
            ]
        ),
    ];
}
