using System.Globalization;
using DeftStride.Core.Deciding;
using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Dosing;

/// <summary>What is asked for next time.</summary>
/// <param name="Range">The range of the rung it lies in.</param>
/// <param name="Sets">How many sets.</param>
/// <param name="Amount">Repetitions a side, or seconds where it is held.</param>
/// <param name="Load">What is held, and where.</param>
public sealed record Prescription(DoseRange Range, int Sets, int Amount, Load Load)
{
    /// <summary>
    /// Where a rung begins: the fewest sets and repetitions, and where a load belongs to it what was held before, else a first
    /// guess (<see cref="FirstLoad"/>).
    /// </summary>
    /// <param name="range">The rung's range.</param>
    /// <param name="exercise">Its exercise.</param>
    /// <param name="rack">The weights that are there, and what is known of the client.</param>
    /// <param name="at">Where the rung has its load held, or null for where the exercise usually has it.</param>
    /// <param name="carried">What was held before on this ladder, or null.</param>
    /// <returns>Within the range; the load in kilograms of weights that are on the rack.</returns>
    public static Prescription First(
        DoseRange range,
        Exercise exercise,
        LoadRack rack,
        LoadPosition? at = null,
        CarriedLoad? carried = null
    )
    {
        ArgumentNullException.ThrowIfNull(range);
        ArgumentNullException.ThrowIfNull(exercise);
        ArgumentNullException.ThrowIfNull(rack);
        if (!range.Loaded)
            return new(range, range.SetsLow, range.Low, Load.None);
        var position = Position(exercise, at, rack);
        return new(
            range,
            range.SetsLow,
            range.Low,
            new Load(position, rack.Client.For(exercise, position, rack, carried).Kilograms)
        );
    }

    /// <summary>Where a load is held.</summary>
    /// <returns>As the rung says, else the first of the exercise's places that the rack has something for; at the chest for an exercise that has none.</returns>
    public static LoadPosition Position(Exercise exercise, LoadPosition? at, LoadRack rack)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        ArgumentNullException.ThrowIfNull(rack);
        var usual = exercise.Loads.Count > 0 ? exercise.Loads[0] : LoadPosition.Goblet;
        return at
            ?? (
                rack.Unlisted || rack.Totals(usual).Count > 0
                    ? usual
                    : exercise.Loads.Where(l => rack.Totals(l).Count > 0).DefaultIfEmpty(usual).First()
            );
    }

    /// <summary>Whether sets and repetitions are at the top of the range.</summary>
    public bool Full => Amount >= Range.High && Sets >= Range.SetsHigh;

    /// <summary>"3 × 6 a side, 8 kg at the chest".</summary>
    public override string ToString() =>
        $"{Sets} × {Amount}{(Range.Held ? " s" : "")}{Range.Sides}{(Load.Kilograms > 0 ? string.Create(CultureInfo.InvariantCulture, $", {Load.Kilograms:0.#} kg {Held(Load.Position)}") : "")}";

    /// <summary>Where a load is held, in words that follow its weight.</summary>
    /// <returns>"at the chest", "in the hands".</returns>
    public static string Held(LoadPosition position) =>
        position switch
        {
            LoadPosition.Goblet => "at the chest",
            LoadPosition.ElbowCrook => "in the elbows",
            LoadPosition.Front => "on the front of the shoulders",
            LoadPosition.Back => "on the back",
            LoadPosition.Sandbag => "hugged",
            LoadPosition.Sides => "at the sides",
            LoadPosition.Forward => "held ahead",
            LoadPosition.Opposite => "in the opposite hand",
            LoadPosition.Same => "in the hand of the working side",
            _ => "in the hands",
        };
}

/// <summary>What changes in a prescription.</summary>
public enum DoseStep
{
    /// <summary>Nothing.</summary>
    Same,

    /// <summary>One repetition more, or five seconds.</summary>
    Repetitions,

    /// <summary>One set more.</summary>
    Sets,

    /// <summary>The next heavier load, repetitions back to the fewest.</summary>
    Load,

    /// <summary>The next lighter load.</summary>
    Lighter,

    /// <summary>The range is full: what comes next is another rung.</summary>
    Full,

    /// <summary>As many as stayed clean: a side was tired and not untaught.</summary>
    Fewer,
}

/// <summary>What is asked for next time, what changed, and why.</summary>
public sealed record NextDose(Prescription Prescription, DoseStep Step, string Why)
{
    /// <summary>Up to this effort of 10 a load may grow.</summary>
    public const int GrowAtMost = 8;

    /// <summary>
    /// Double progression, from what happened and never from the calendar: repetitions first, then sets, then load. One thing
    /// changes, and only after two good sessions running.
    /// </summary>
    /// <param name="asked">What was asked for.</param>
    /// <param name="log">What was done.</param>
    /// <param name="painLimit">The highest pain that is ordinary.</param>
    /// <param name="twoGood">Whether the session before was good as well.</param>
    /// <param name="addsLoad">Whether a full range is answered with load; otherwise the next rung is what comes.</param>
    /// <param name="rack">The weights that are there.</param>
    /// <returns>What is asked for next and in a sentence why; the same again where nothing was earned.</returns>
    public static NextDose After(
        Prescription asked,
        SessionLog log,
        int painLimit,
        bool twoGood,
        bool addsLoad,
        LoadRack rack
    )
    {
        ArgumentNullException.ThrowIfNull(asked);
        ArgumentNullException.ThrowIfNull(log);
        ArgumentNullException.ThrowIfNull(rack);
        // What was done at another load counts at that load, and only once there.
        if (
            log.Sets.Count > 0
            && asked.Load.Kilograms > 0
            && log.Sets.Select(s => s.Load.Kilograms).Distinct().ToArray() is [> 0 and var held]
            && Math.Abs(held - asked.Load.Kilograms) > 0.01
        )
            (asked, twoGood) = (asked with { Load = asked.Load with { Kilograms = held } }, false);
        NextDose Same(string why) => new(asked, DoseStep.Same, why);
        var what = asked.Range.Held ? "seconds" : "repetitions";
        if (log.Pain is { } pain && pain.Counted > painLimit)
            return Same($"Pain of {pain.Counted} is above {painLimit}: nothing is added.");
        if (log.Against(asked) is not { } done)
            return Same("Nothing was done, so nothing changes.");
        var whole = done.Done >= done.Prescribed;
        var clean = done.Clean >= DecisionFacts.CleanShare * done.Done;
        if (log.Effort > GrowAtMost && asked.Load.Kilograms > 0 && !(whole && clean))
            return new(
                asked with
                {
                    Load = asked.Load with { Kilograms = rack.Lighter(asked.Load.Position, asked.Load.Kilograms) },
                },
                DoseStep.Lighter,
                $"Effort {log.Effort} of 10 and {(whole ? "fewer than eight in ten clean" : "not all done")}: the next lighter load."
            );
        if (!whole)
            return Same($"{done.Done} of {done.Prescribed} {what}{asked.Range.Sides} were done: the same again.");
        if (!clean)
            return Same(
                $"{done.Clean} of {done.Done} {what} were clean, fewer than eight in ten: the same again, better."
            );
        if (log.Effort > GrowAtMost)
            return Same($"Effort {log.Effort} of 10: the same until it is {GrowAtMost} or less.");
        if (!twoGood)
            return Same("A good session. One more like it, and one thing is added.");
        return Grow(asked, addsLoad, rack);
    }

    /// <summary>
    /// The same where a side faded only in its last repetitions and the coach called it tired: next time ends where it was still
    /// clean, and nothing is added. Pain and a lighter load come first; a set with more that was not clean says nothing of it.
    /// </summary>
    /// <param name="asked">What was asked for.</param>
    /// <param name="log">What was done.</param>
    /// <param name="tired">The sides that were called tired.</param>
    /// <param name="painLimit">The highest pain that is ordinary.</param>
    /// <returns>What is asked for next and why; never more than was asked.</returns>
    public NextDose Tired(Prescription asked, SessionLog log, IReadOnlyCollection<BodySide> tired, int painLimit)
    {
        ArgumentNullException.ThrowIfNull(asked);
        ArgumentNullException.ThrowIfNull(log);
        ArgumentNullException.ThrowIfNull(tired);
        if (log.Pain?.Counted > painLimit || Step is DoseStep.Lighter)
            return this;
        SetDone[] faded = [.. log.Sets.Where(s => tired.Contains(s.Side) && SetDone.TiredAtTheEnd(s.Amount, s.Clean))];
        if (faded.Length == 0)
            return this;
        var clean = faded.Min(s => s.Clean);
        if (clean >= asked.Amount)
            return this;
        BodySide[] sides = [.. faded.Select(s => s.Side).Distinct()];
        var who =
            sides.Length > 1 ? "Both sides were"
            : sides[0] == BodySide.Left ? "The left was"
            : "The right was";
        return new(
            asked with
            {
                Amount = clean,
            },
            DoseStep.Fewer,
            $"{who} tired at the end, not untaught: end at {clean}{(asked.Range.Held ? " s" : "")}, as far as it was clean, or rest longer. More comes back when that stays clean."
        );
    }

    /// <summary>A step of more than this share of the load is said.</summary>
    public const double BigJump = 0.10;

    /// <summary>What a big step in load is, and the steps between.</summary>
    /// <returns>Empty for a small step.</returns>
    public static string Jump(double from, double to)
    {
        if (from <= 0 || to <= from * (1 + BigJump))
            return "";
        var more = (to - from) / from;
        var parts = (int)Math.Round(1 / more);
        string[] words =
        [
            "",
            "as much again",
            "half",
            "a third",
            "a quarter",
            "a fifth",
            "a sixth",
            "a seventh",
            "an eighth",
            "a ninth",
        ];
        var said =
            parts >= 1 && parts < words.Length && Math.Abs((1.0 / parts) - more) < 0.02
                ? $"{words[parts]}{(parts == 1 ? "" : " more")}"
                : string.Create(CultureInfo.InvariantCulture, $"{100 * more:0} % more");
        return $" That is {said}: fewer repetitions to begin with, or first slower, a longer range or more repetitions.";
    }

    /// <summary>The one thing that is added when everything was good twice.</summary>
    /// <returns>One repetition or five seconds more, else a set, else the next load on the rack with the fewest repetitions; the same where nothing can be added.</returns>
    public static NextDose Grow(Prescription asked, bool addsLoad, LoadRack rack)
    {
        ArgumentNullException.ThrowIfNull(asked);
        ArgumentNullException.ThrowIfNull(rack);
        var range = asked.Range;
        if (asked.Amount < range.High)
            return new(
                asked with
                {
                    Amount = Math.Min(range.High, asked.Amount + (range.Held ? 5 : 1)),
                },
                DoseStep.Repetitions,
                $"Two good sessions: {(range.Held ? "five seconds" : "one repetition")} more, up to {range.High}."
            );
        if (asked.Sets < range.SetsHigh)
            return new(
                asked with
                {
                    Sets = asked.Sets + 1,
                },
                DoseStep.Sets,
                $"Two good sessions at {range.High}{(range.Held ? " s" : "")}: one set more, up to {range.SetsHigh}."
            );
        if (addsLoad && range.Loaded && rack.Heavier(asked.Load.Position, asked.Load.Kilograms) is { } more)
            return new(
                asked with
                {
                    Amount = range.Low,
                    Load = asked.Load with { Kilograms = more },
                },
                DoseStep.Load,
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"The range is full: {more:0.#} kg, the next weight there is, and back to {range.Low} repetitions.{Jump(asked.Load.Kilograms, more)}"
                )
            );
        return new(
            asked,
            DoseStep.Full,
            addsLoad && range.Loaded
                ? "The range is full and there is no heavier weight here."
                : "The range is full: the next rung is what comes."
        );
    }
}
