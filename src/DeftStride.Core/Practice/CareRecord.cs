using System.Globalization;
using DeftStride.Core.Exercises;
using DeftStride.Core.Registers;

namespace DeftStride.Core.Practice;

/// <summary>An answer to one question of the record, with all that follows from it.</summary>
/// <param name="Id">Stable id.</param>
/// <param name="Text">As it is tapped.</param>
/// <param name="Says">What is asked for then, shown with the exercise; empty for nothing.</param>
/// <param name="Forbids">What is not offered then, by the ids of <see cref="Forbidden"/>.</param>
public sealed record CareAnswer(string Id, string Text, string Says, params string[] Forbids)
{
    /// <summary>What of it falls away once the one-leg stand holds.</summary>
    public IReadOnlyList<string> UntilStand { get; init; } = [];

    /// <summary>Whether shoes stay on: nothing barefoot is offered.</summary>
    public bool KeepsShoes { get; init; }

    /// <summary>Whether rests are longer.</summary>
    public bool LongRests { get; init; }

    /// <summary>Whether pain is asked about after every set.</summary>
    public bool AskEachSet { get; init; }
}

/// <summary>A question of the record that asks for extra care: when it is asked, what it filters, what it says.</summary>
/// <param name="Id">Stable id.</param>
/// <param name="Name">A few words for it, as the record says it: "a hip replacement".</param>
/// <param name="Question">As it is asked.</param>
/// <param name="Matters">For which exercises it matters: asked before the first of them.</param>
/// <param name="Answers">What can be said; the first is "no".</param>
public sealed record CareField(
    string Id,
    string Name,
    string Question,
    Func<Exercise, bool> Matters,
    IReadOnlyList<CareAnswer> Answers
)
{
    /// <summary>The answer that means nothing.</summary>
    public const string No = "no";

    /// <summary>All questions, in the order in which they are asked.</summary>
    public static Register<CareField> Register { get; } = new(f => f.Id, CareRecord.Fields);

    /// <summary>All questions.</summary>
    public static IReadOnlyList<CareField> All => Register.All;

    /// <summary>Finds a question by id.</summary>
    /// <returns>Null for an id that is not known.</returns>
    public static CareField? Find(string id) => Register.Find(id);
}

/// <summary>What a coach overruled in the record: which question, what it forbade, why, who and when.</summary>
/// <param name="FieldId">The question; <see cref="CareRecord.Age"/> for what follows from the age.</param>
/// <param name="Forbids">What is offered again.</param>
/// <param name="Reason">Why.</param>
public sealed record CareOverrule(string FieldId, string Forbids, string Reason);

/// <summary>What a client's record asks for.</summary>
/// <param name="BirthYear">Year of birth, or null while nobody asked.</param>
/// <param name="Minor">Whether the coach marked the client as under age.</param>
/// <param name="Answers">Answers by question.</param>
/// <param name="Overruled">What a coach overruled.</param>
/// <param name="StandHolds">Whether the one-leg stand holds on both sides.</param>
public sealed record CareRecord(
    int? BirthYear,
    bool Minor,
    IReadOnlyDictionary<string, string> Answers,
    IReadOnlyList<CareOverrule> Overruled,
    bool StandHolds
)
{
    /// <summary>Stands for what follows from the age in <see cref="CareOverrule.FieldId"/>.</summary>
    public const string Age = "age";

    /// <summary>From this age on a rail is in reach.</summary>
    public const int Old = 70;

    /// <summary>Up to this age somebody is under age.</summary>
    public const int GrownUp = 18;

    private const string HoldOn = "A rail in reach, low boxes, eyes open, longer rests.";

    private static bool Always(Exercise e) => true;

    internal static readonly CareField[] Fields =
    [
        new(
            "operation",
            "an operation",
            "An operation or a fracture in the last months?",
            Always,
            [
                new(CareField.No, "No", ""),
                new("cleared", "Yes, cleared for training", "Begin lower than before, and ask at each set.")
                {
                    AskEachSet = true,
                },
                new("open", "Yes, not cleared", "Cleared by the surgeon first.", Forbidden.Everything),
            ]
        ),
        new(
            "heart-lung",
            "a heart or lung condition",
            "Anything with the heart or the lungs?",
            Always,
            [
                new(CareField.No, "No", ""),
                new(
                    "cleared",
                    "Yes, a clinician allows this",
                    "What the clinician allows, longer rests, keep breathing."
                )
                {
                    LongRests = true,
                },
                new("open", "Yes, nobody was asked", "Ask a doctor what is allowed first.", Forbidden.Everything),
            ]
        ),
        new(
            "pregnancy",
            "a pregnancy or recent birth",
            "Pregnant, or a birth in the last months?",
            Always,
            [
                new(CareField.No, "No", ""),
                new(
                    "cleared",
                    "Yes, cleared",
                    "A hand on support, a shorter stance, keep breathing, no jumps; stop with pelvic pain.",
                    "jumping"
                ),
                new("open", "Yes, not cleared", "Cleared by midwife or doctor first.", Forbidden.Everything),
            ]
        ),
        new(
            "falls",
            "a fall",
            "A fall in the last year?",
            Always,
            [
                new(CareField.No, "No", ""),
                new("one", "One, and it is clear why", HoldOn, "high-box", "stepping-down", "jumping")
                {
                    LongRests = true,
                    UntilStand = ["stepping-down"],
                },
                new("more", "More than one, or unexplained", "A doctor looks first.", Forbidden.Everything),
            ]
        ),
        new(
            "dizziness",
            "dizziness or pressure medicine",
            "Dizzy at times, fits, or medicine for the pressure?",
            e => e.Shape.Box != BoxWay.None || e.Shape.Kneels || e.Form is not null,
            [new(CareField.No, "No", ""), new("yes", "Yes", "Rise in stages, eyes open, no high boxes.", "high-box")]
        ),
        new(
            "thinners",
            "blood thinners",
            "Medicine that thins the blood?",
            e => e.Shape.Box != BoxWay.None,
            [new(CareField.No, "No", ""), new("yes", "Yes", "A hand on a rail at every box.", "high-box")]
        ),
        new(
            "brittle-bone",
            "brittle bone",
            "Brittle bone?",
            Always,
            [
                new(CareField.No, "No", ""),
                new(
                    "yes",
                    "Yes",
                    "No rounding under load, no quick twisting, no jumps, a hand on support.",
                    "turning",
                    "jumping"
                ),
            ]
        ),
        new(
            "hip-replacement",
            "a hip replacement",
            "A replaced hip?",
            Always,
            [
                new(CareField.No, "No", ""),
                new("back", "Yes, operated from behind", "Until the surgeon says so.", "crossing", "deep-hip"),
                new("front", "Yes, operated from the front", "Until the surgeon says so.", "hip-stretch"),
                new(
                    "unknown",
                    "Yes, from which side is not known",
                    "Until the surgeon says so.",
                    "crossing",
                    "deep-hip",
                    "hip-stretch"
                ),
                new("lifted", "Yes, the surgeon lifted all limits", "Ask at each set."),
            ]
        ),
        new(
            "knee-replacement",
            "a sore or replaced knee",
            "A replaced knee, or one that is sore to kneel on?",
            e => e.Shape.Kneels || e.Form is not null,
            [
                new(CareField.No, "No", ""),
                new("yes", "Yes", "A thick pad under the knee, and ask before it takes weight.", "kneeling"),
            ]
        ),
        new(
            "loose-joints",
            "loose joints",
            "Joints that bend further than most?",
            Always,
            [new(CareField.No, "No", ""), new("yes", "Yes", "Stop short of the end, never lock a joint.")]
        ),
        new(
            "numb-feet",
            "diabetes or numb feet",
            "Diabetes, numb feet, or a wound on the foot?",
            Always,
            [
                new(CareField.No, "No", ""),
                new("yes", "Yes", "Shoes stay on, look at the skin after, the sugar plan at hand.")
                {
                    KeepsShoes = true,
                },
            ]
        ),
    ];

    /// <summary>The age that is reached in this year.</summary>
    /// <returns>Whole years; null while nobody has asked.</returns>
    public int? AgeOn(DateOnly day) => BirthYear is { } born ? day.Year - born : null;

    /// <summary>Whether somebody is under age: said so, or not yet past the year of the birthday.</summary>
    /// <returns>False while neither was asked.</returns>
    public bool UnderAge(DateOnly day) => Minor || AgeOn(day) < GrownUp;

    /// <summary>Whether shoes stay on.</summary>
    public bool KeepsShoes => Given().Any(g => g.Answer.KeepsShoes);

    /// <summary>Whether rests are longer on a day.</summary>
    /// <returns>True from 70 on, after a fall, with a heart or lung condition.</returns>
    public bool LongRests(DateOnly day) => AgeOn(day) >= Old || Given().Any(g => g.Answer.LongRests);

    /// <summary>Whether pain is asked about after every set.</summary>
    public bool AskEachSet => Given().Any(g => g.Answer.AskEachSet);

    /// <summary>What holds for this client on a day.</summary>
    /// <returns>In the order of the questions, what follows from the age first; empty where nothing does.</returns>
    public IReadOnlyList<Condition> Conditions(DateOnly day)
    {
        var all = new List<Condition>();
        if (UnderAge(day))
            Add(
                Age,
                "under 18",
                "Somebody watches every set, technique before load, no heaviest single lifts, a guardian is told of pain.",
                []
            );
        // A fall asks for the same and says more.
        if (AgeOn(day) >= Old && Answers.GetValueOrDefault("falls") is (null or CareField.No))
            Add(
                Age,
                string.Create(CultureInfo.InvariantCulture, $"{AgeOn(day)} this year"),
                HoldOn,
                StandHolds ? ["high-box", "jumping"] : ["high-box", "stepping-down", "jumping"]
            );
        foreach (var (field, answer) in Given())
            Add(
                field.Id,
                field.Name,
                answer.Says,
                [.. answer.Forbids.Where(f => !StandHolds || !answer.UntilStand.Contains(f))]
            );
        return all;

        void Add(string fieldId, string name, string says, string[] forbids)
        {
            if (says.Length == 0 && forbids.Length == 0)
                return;
            var left = forbids.Where(f => !Overruled.Any(o => o.FieldId == fieldId && o.Forbids == f)).ToArray();
            all.Add(new Condition(ConditionFrom.Record, $"the record: {name}", says, left) { FieldId = fieldId });
        }
    }

    /// <summary>Questions that matter for an exercise and that nobody has asked yet.</summary>
    /// <returns>In their order; empty where all were asked.</returns>
    public IReadOnlyList<CareField> Open(Exercise exercise) =>
        [.. CareField.All.Where(f => !Answers.ContainsKey(f.Id) && f.Matters(exercise))];

    private IEnumerable<(CareField Field, CareAnswer Answer)> Given() =>
        CareField
            .All.Select(f => (f, f.Answers.FirstOrDefault(a => a.Id == Answers.GetValueOrDefault(f.Id))))
            .Where(g => g.Item2 is not null)
            .Select(g => (g.f, g.Item2!));
}
