using DeftStride.Core.Bodies;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Practice;
using DeftStride.Core.Training.Running;

namespace DeftStride.Core.Training.Planning;

/// <summary>What is intended in one slot of a visit. It names a ladder and no rung: which rung that is, and its numbers, is what the client has come to by then.</summary>
/// <param name="Slot">What it is for.</param>
/// <param name="Place">Where in the hour.</param>
/// <param name="LadderId">The ladder whose rung is trained, or null off the ladders.</param>
/// <param name="ExerciseId">What it is today; null where the coach has something of their own.</param>
/// <param name="Own">The coach's own words where the catalogue has nothing.</param>
/// <param name="Sets">Sets as they are asked for today, at least 1.</param>
/// <param name="Amount">Repetitions a side or seconds as they are asked for today.</param>
public sealed record PlanItem(
    Slot Slot,
    SessionPlace Place,
    string? LadderId,
    string? ExerciseId,
    string? Own,
    int Sets,
    int Amount
)
{
    /// <summary>Whether seconds are counted.</summary>
    public bool Held { get; init; }

    /// <summary>Whether the form is still being learnt: it comes first and fresh.</summary>
    public bool Learnt { get; init; }
}

/// <summary>What comes due in a block.</summary>
public enum PlanDueKind
{
    /// <summary>A range is measured before the block.</summary>
    RangeBefore,

    /// <summary>The same range after it.</summary>
    RangeAfter,

    /// <summary>Looked at or filmed again.</summary>
    Film,

    /// <summary>One set without something borrowed.</summary>
    Prop,
}

/// <summary>Something that is due on a visit.</summary>
/// <param name="Kind">What.</param>
/// <param name="Subject">The id of the range test, the exercise or the prop.</param>
/// <param name="Short">A word or two for its stake.</param>
/// <param name="Sentence">What to do, with why.</param>
public sealed record PlanDue(PlanDueKind Kind, string Subject, string Short, string Sentence);

/// <summary>A visit as it is intended.</summary>
/// <param name="Number">From 1, through the block.</param>
/// <param name="Day">The studio's own day.</param>
/// <param name="At">By the studio's own clock.</param>
/// <param name="Lighter">Whether one set of each is left out.</param>
/// <param name="Items">In order.</param>
/// <param name="Due">What is due beside the work.</param>
public sealed record PlanVisit(
    int Number,
    DateOnly Day,
    TimeOnly At,
    bool Lighter,
    IReadOnlyList<PlanItem> Items,
    IReadOnlyList<PlanDue> Due
);

/// <summary>Why a plan is as it is, rule by rule.</summary>
/// <param name="RuleId">Which rule.</param>
/// <param name="Sentence">What it did, with the facts.</param>
public sealed record PlanNote(string RuleId, string Sentence);

/// <summary>Something borrowed that a client has.</summary>
/// <param name="Id">Which correction it came from.</param>
/// <param name="Name">In a few words.</param>
/// <param name="Review">When it is tried without.</param>
public sealed record PlanProp(string Id, string Name, DateOnly Review);

/// <summary>What a plan is made from.</summary>
/// <param name="Block">The weeks and days.</param>
/// <param name="Today">What is true of the client today.</param>
public sealed record PlanFacts(Block Block, Today Today)
{
    /// <summary>Where the client stands on each ladder, the one that moved last at the end.</summary>
    public IReadOnlyList<Spot> Places { get; init; } = [];

    /// <summary>What the client comes for, the first first.</summary>
    public IReadOnlyList<Goal> Goals { get; init; } = [];

    /// <summary>How long the client has trained; null where nobody asked.</summary>
    public TrainingAge? Trained { get; init; }

    /// <summary>The drill that feet and knees ask for first; null for none.</summary>
    public Correcting.HelperFirst? Helper { get; init; }

    /// <summary>The weights that are there.</summary>
    public LoadRack Rack { get; init; } = LoadRack.Unknown;

    /// <summary>Why an exercise cannot be done here or by this client, or null where it can: kit, body, conditions.</summary>
    public Func<Exercise, string?> Out { get; init; } = _ => null;

    /// <summary>What is borrowed.</summary>
    public IReadOnlyList<PlanProp> Props { get; init; } = [];

    /// <summary>When today's exercise was looked at or filmed last; null for never.</summary>
    public DateOnly? Seen { get; init; }

    /// <summary>How many of the last warm-ups were left out, of how many.</summary>
    public (int Skipped, int Of) WarmUps { get; init; }

    /// <summary>So many sessions running without any movement.</summary>
    public int Standstill { get; init; }

    /// <summary>Other forms to offer where nothing moves, in words.</summary>
    public IReadOnlyList<string> Swaps { get; init; } = [];
}

/// <summary>
/// Weeks ahead as they are intended. A plan says what for and where in the hour; the numbers are those of today and grow from what
/// is done. It never moves anyone up: every week asks for what today asks for, or for less.
/// </summary>
/// <param name="Block">The weeks and days.</param>
/// <param name="Visits">In order.</param>
/// <param name="Notes">Why it is so.</param>
public sealed record Plan(Block Block, IReadOnlyList<PlanVisit> Visits, IReadOnlyList<PlanNote> Notes)
{
    /// <summary>Looked at again after so long, days.</summary>
    public const int LookAgainDays = Training.Due.LookAgainDays;

    /// <summary>At most so often in four weeks.</summary>
    public const int LooksInABlock = 2;

    /// <summary>No visit has more of them: the hour is for the work.</summary>
    public const int MostDue = 2;

    /// <summary>A block this long ends with a lighter week where loads are carried (a rule of this house).</summary>
    public const int LighterFrom = 4;

    /// <summary>Pushes and pulls are asked for so (a suggestion of this house).</summary>
    private const int OwnSets = 2,
        OwnAmount = 10;

    /// <summary>Why no plan can be made.</summary>
    /// <returns>A sentence that says what to do; null where one can.</returns>
    public static string? Problem(PlanFacts facts)
    {
        ArgumentNullException.ThrowIfNull(facts);
        return facts.Block.Problem()
            ?? (
                facts.Today.Barred
                    ? "Nothing is trained today, so nothing is planned: see what stands on the client’s page first."
                    : null
            );
    }

    /// <summary>Makes it. Pure: the same facts give the same plan.</summary>
    /// <returns>Weeks, days and items in their order, each with its reason.</returns>
    /// <exception cref="ArgumentException"><see cref="Problem"/> says why.</exception>
    public static Plan Of(PlanFacts facts)
    {
        if (Problem(facts) is { } problem)
            throw new ArgumentException(problem, nameof(facts));
        var notes = new List<PlanNote>();
        var legs = Legs(facts, notes);
        var main = legs[0];
        var lighterWeek = facts.Block.Weeks >= LighterFrom && legs.Any(l => l.Loaded) ? facts.Block.Weeks : 0;
        var visits = new List<PlanVisit>();
        foreach (var (date, i) in facts.Block.Dates().Select((d, i) => (d, i)))
        {
            var lighter = (date.Day.DayNumber - facts.Block.First.DayNumber) / 7 + 1 == lighterWeek;
            visits.Add(new PlanVisit(i + 1, date.Day, date.At, lighter, Items(facts, legs, i, lighter), []));
        }

        Note(facts, legs, lighterWeek, notes);
        return new Plan(facts.Block, Placed(facts, main, visits), notes);
    }

    /// <summary>A leg exercise of the block.</summary>
    private sealed record Leg(Slot Slot, string? LadderId, Exercise Exercise, Prescription Asked, bool Helper)
    {
        public bool Learnt => Asked.Range.Phase == Phase.Learning;

        public bool Loaded => Asked.Range.Loaded;
    }

    /// <summary>What the legs do: today's exercise first, then what else the client stands on, then a hinge to begin with where nothing folds the hip.</summary>
    private static List<Leg> Legs(PlanFacts facts, List<PlanNote> notes)
    {
        var today = facts.Today;
        Leg Of(string? ladder, Exercise exercise, Prescription asked, bool helper = false) =>
            new(exercise.Shape.Slot, ladder, exercise, asked, helper);
        List<Leg> legs = [Of(today.Spot?.Ladder.Id, today.Exercise, today.Asked!)];
        foreach (var spot in facts.Places.Where(p => p.Placed).Reverse())
        {
            var exercise = Exercise.Find(spot.Rung.ExerciseId)!;
            if (legs.Any(l => l.Exercise == exercise || l.LadderId == spot.Ladder.Id))
                continue;
            if (facts.Out(exercise) is { } no)
            {
                notes.Add(new("not-served", $"{exercise.Name} is left out. {no}"));
                continue;
            }

            var helper = exercise.Family == ExerciseFamily.Helper;
            // Whoever is new to it learns one thing a slot.
            if (
                facts.Trained == TrainingAge.New
                && !helper
                && legs.Any(l => l.Slot == exercise.Shape.Slot && !l.Helper)
            )
            {
                notes.Add(
                    new(
                        "new-to-it",
                        $"{exercise.Name} waits: new to training, so one thing a slot is enough for a block."
                    )
                );
                continue;
            }

            if (helper ? legs.Any(l => l.Helper) : legs.Count(l => l.Slot == exercise.Shape.Slot && !l.Helper) > 1)
                continue;
            legs.Add(Of(spot.Ladder.Id, exercise, spot.Asked, helper));
        }

        if (facts.Helper is { } drill && legs.All(l => !l.Helper) && facts.Out(drill.Exercise) is null)
        {
            legs.Add(
                Of(null, drill.Exercise, Prescription.First(DoseRange.Learning, drill.Exercise, facts.Rack), true)
            );
            notes.Add(new("helper", $"{drill.Exercise.Name} in the warm-up: {drill.Why}."));
        }

        if (legs.All(l => l.Slot != Slot.HipDominant || l.Helper))
        {
            var hinge = Exercise.FirstHinge;
            if (facts.Out(hinge) is { } no)
                notes.Add(new("not-served", $"Nothing hip-dominant: {no}"));
            else
            {
                legs.Add(Of(null, hinge, Prescription.First(DoseRange.Practising, hinge, facts.Rack)));
                notes.Add(
                    new(
                        "hip-slot",
                        $"{hinge.Name} fills the hip-dominant slot: nothing that folds the hip is trained on a ladder yet. Without a load, to begin with."
                    )
                );
            }
        }

        return legs;
    }

    /// <summary>
    /// What one visit holds: what is being learnt first and fresh, then the main lift, then what goes beside it, then pushes and
    /// pulls. On four days or more knee and hip take turns; where the hip is what the client comes for it leads every other visit.
    /// </summary>
    private static List<PlanItem> Items(PlanFacts facts, List<Leg> legs, int visit, bool lighter)
    {
        var work = legs.Where(l => !l.Helper).ToArray();
        var turns = facts.Block.Days.Count >= 4;
        Leg? First(Slot slot) => work.FirstOrDefault(l => l.Slot == slot);
        var lead = work[0];
        var hip = First(Slot.HipDominant);
        var even = visit % 2 == 1;
        if (
            hip is not null
            && !lead.Learnt
            && even
            && (turns || (facts.Goals is [Goal.Buttock or Goal.HipFreedom, ..]))
            && hip.LadderId is not null
        )
            lead = hip;
        Leg[] beside =
        [
            .. work.Where(l => l != lead)
                .GroupBy(l => l.Slot)
                // Two ladders of one slot come in turn.
                .Select(g => g.ElementAt(visit % g.Count()))
                .Where(l => !turns || l.Slot != lead.Slot && !(l == work[0] && even && !l.Learnt)),
        ];
        Leg[] ordered =
        [
            .. beside.Where(l => l.Learnt && !lead.Learnt),
            lead,
            .. beside.Where(l => !l.Learnt || lead.Learnt),
        ];
        var items = new List<PlanItem>();
        foreach (var helper in legs.Where(l => l.Helper))
            items.Add(Item(helper, SessionPlace.WarmUp, false) with { Sets = 1 });
        if (!lead.Learnt && !lead.Asked.Range.Held && ordered[0] == lead)
            items.Add(
                Item(lead, SessionPlace.WarmUp, false) with
                {
                    Sets = 1,
                    Amount = Math.Min(SessionPlan.WarmUpAmount, lead.Asked.Amount),
                }
            );
        items.AddRange(ordered.Select(l => Item(l, l == lead ? SessionPlace.Main : SessionPlace.Accessory, lighter)));
        items.AddRange(
            OwnOf(facts.Block, visit)
                .Select(o => new PlanItem(o.Key, SessionPlace.Accessory, null, null, o.Value, OwnSets, OwnAmount))
        );
        return items;

        static PlanItem Item(Leg leg, SessionPlace place, bool lighter) =>
            new(
                leg.Slot,
                place,
                leg.LadderId,
                leg.Exercise.Id,
                null,
                lighter ? Math.Max(1, leg.Asked.Sets - 1) : leg.Asked.Sets,
                leg.Asked.Amount
            )
            {
                Held = leg.Asked.Range.Held,
                Learnt = leg.Learnt,
            };
    }

    /// <summary>Pushes and pulls of a visit: across one time and up and down the next, where both are named.</summary>
    private static KeyValuePair<Slot, string>[] OwnOf(Block block, int visit)
    {
        var level = block
            .Own.Where(o => o.Key is Slot.HorizontalPush or Slot.HorizontalPull)
            .OrderBy(o => o.Key)
            .ToArray();
        var upright = block
            .Own.Where(o => o.Key is Slot.VerticalPush or Slot.VerticalPull)
            .OrderBy(o => o.Key)
            .ToArray();
        return block.Days.Count == 1 ? [.. level, .. upright]
            : level.Length == 0 ? upright
            : upright.Length == 0 ? level
            : visit % 2 == 0 ? level
            : upright;
    }

    /// <summary>Puts what is due onto visits: ranges on the first and the last, then films and props.</summary>
    private static PlanVisit[] Placed(PlanFacts facts, Leg main, List<PlanVisit> visits)
    {
        if (visits.Count == 0)
            return [];
        var due = visits.ConvertAll(_ => new List<PlanDue>());
        if (Tested(facts.Today, main.Exercise) is { } test && visits.Count > 1)
        {
            var name = RangeTestInfo.Of(test).Name;
            due[0]
                .Add(
                    new(
                        PlanDueKind.RangeBefore,
                        $"{test}",
                        $"{name}, before",
                        $"Measure {Lower(name)} on both sides before the block."
                    )
                );
            due[^1]
                .Add(
                    new(
                        PlanDueKind.RangeAfter,
                        $"{test}",
                        $"{name}, after",
                        $"Measure {Lower(name)} again: a change counts when it is more than the test’s own error."
                    )
                );
        }

        var more = DueOn(
            main.Exercise,
            facts.Seen,
            facts.Props,
            visits.ConvertAll(v => v.Day),
            facts.Block.First,
            facts.Block.End,
            due.ConvertAll(d => d.Count)
        );
        return [.. visits.Select((v, i) => v with { Due = [.. due[i], .. more[i]] })];
    }

    /// <summary>
    /// On which visits films and props come due: never before their day, never more than <see cref="MostDue"/> on one while another has
    /// room. It is asked again whenever somebody looks, so that a film made earlier, a prop given back or a visit that moved is heeded.
    /// </summary>
    /// <param name="main">What is filmed.</param>
    /// <param name="seen">When it was looked at or filmed last; null for never.</param>
    /// <param name="props">What is borrowed.</param>
    /// <param name="visits">The days of the visits, in order.</param>
    /// <param name="first">From which day on something can be due.</param>
    /// <param name="end">The day after the last one.</param>
    /// <param name="taken">How much is due on each visit already.</param>
    /// <returns>For each visit what is due on it.</returns>
    public static IReadOnlyList<IReadOnlyList<PlanDue>> DueOn(
        Exercise main,
        DateOnly? seen,
        IReadOnlyList<PlanProp> props,
        IReadOnlyList<DateOnly> visits,
        DateOnly first,
        DateOnly end,
        IReadOnlyList<int> taken
    )
    {
        ArgumentNullException.ThrowIfNull(main);
        ArgumentNullException.ThrowIfNull(props);
        ArgumentNullException.ThrowIfNull(visits);
        ArgumentNullException.ThrowIfNull(taken);
        List<PlanDue>[] due = [.. visits.Select(_ => new List<PlanDue>())];
        if (visits.Count == 0)
            return due;
        bool Room(int i) => taken[i] + due[i].Count < MostDue;
        int From(DateOnly day)
        {
            int[] free = [.. Enumerable.Range(0, visits.Count).Where(Room)];
            return free.Where(i => visits[i] >= day).Cast<int?>().FirstOrDefault()
                ?? free.Cast<int?>().LastOrDefault()
                ?? visits.Count - 1;
        }

        foreach (var prop in props.Where(p => p.Review < end).OrderBy(p => p.Review))
            due[From(prop.Review)]
                .Add(
                    new(
                        PlanDueKind.Prop,
                        prop.Id,
                        $"{prop.Name}: without",
                        $"One set without it, then keep it or give it back: {Lower(prop.Name)}."
                    )
                );
        // Twice in four weeks at most, however long the block is.
        var looks = Math.Max(1, LooksInABlock * (end.DayNumber - first.DayNumber) / (7 * Block.UsualWeeks));
        var next = seen is { } last ? last.AddDays(LookAgainDays) : first;
        for (var i = 0; i < looks && next < end && visits.Any(v => v >= next); i++)
        {
            var at = From(next);
            due[at]
                .Add(
                    seen is null && i == 0
                        ? new(
                            PlanDueKind.Film,
                            main.Id,
                            "First look",
                            $"Look at the {Lower(main.Name)} without cues first: nobody has yet."
                        )
                        : new(
                            PlanDueKind.Film,
                            main.Id,
                            "Film again",
                            $"Film the {Lower(main.Name)} again from the same place: {LookAgainDays} days have gone by then."
                        )
                );
            // Where only an earlier visit had room, the next is still counted from the day it came due.
            next = (visits[at] > next ? visits[at] : next).AddDays(LookAgainDays);
        }

        return due;
    }

    /// <summary>The range that an exercise asks most of: measured before and after the block.</summary>
    private static RangeTest? Tested(Today today, Exercise exercise) =>
        exercise.LeftToSchool && today.School == SchoolCode.KneeForward ? RangeTest.AnkleBend
        : exercise.Form is SplitForm.RearFootRaised or SplitForm.RearInstep or SplitForm.ToPad or SplitForm.FromFloor
            ? RangeTest.HipExtension
        : exercise.Shape.Box == BoxWay.Rises ? RangeTest.HipFlexion
        : exercise.Shape.OneLeg ? RangeTest.AnkleBend
        : null;

    private static void Note(PlanFacts facts, List<Leg> legs, int lighterWeek, List<PlanNote> notes)
    {
        if (facts.Block.Dates().Count == 0)
            return;
        notes.Insert(
            0,
            new(
                "level",
                "Level on purpose: every week asks for what today asks for. Repetitions, load and rungs follow what is done, never the calendar."
            )
        );
        if (legs.Where(l => l.Learnt).Select(l => Lower(l.Exercise.Name)).ToArray() is { Length: > 0 } learnt)
            notes.Add(
                new(
                    "learnt-first",
                    $"First and fresh, with few words: {string.Join(" and ", learnt)}, which is still being learnt."
                )
            );
        if (lighterWeek > 0)
            notes.Add(
                new(
                    "lighter-week",
                    $"Week {lighterWeek} is lighter, a set less of each: loads have been carried for {lighterWeek - 1} weeks. Then decide what the next block is for."
                )
            );
        if (facts.Today.Away is { } away)
            notes.Add(new("lay-off", $"{away.Sentence} {away.Why}"));
        if (facts.WarmUps is { Of: > 0, Skipped: > 0 } warm)
            notes.Add(
                new(
                    "warm-up",
                    $"The warm-up was left out in {warm.Skipped} of the last {warm.Of} sessions. It tends to be skipped: start the hour with it, or put the work that must be done first."
                )
            );
        if (facts.Standstill >= 3)
            notes.Add(
                new(
                    "standstill",
                    $"{facts.Standstill} sessions and nothing moved.{(facts.Swaps.Count > 0 ? $" Swap for {string.Join(" or ", facts.Swaps.Take(2))}, or stay with it." : "")} Four more weeks of the same are not the answer: look first."
                )
            );
    }

    private static string Lower(string name) => char.ToLowerInvariant(name[0]) + name[1..];
}
