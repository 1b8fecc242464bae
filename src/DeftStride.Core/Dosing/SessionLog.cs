using DeftStride.Core.Deciding;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Dosing;

/// <summary>One set of one side.</summary>
/// <param name="Side">The client's own working side.</param>
/// <param name="Amount">Repetitions, or seconds where it is held.</param>
/// <param name="Clean">Of those, clean ones.</param>
/// <param name="Load">What was held.</param>
/// <param name="Resets">How often the client stood up and began anew in between; that is fine, and known.</param>
public sealed record SetDone(BodySide Side, int Amount, int Clean, Load Load, int Resets = 0)
{
    /// <summary>Whether so many clean ones, all of them before the rest, make a set that is tired at its end and not untaught.</summary>
    /// <returns>At least three, and two thirds of the set (a rule of this house).</returns>
    public static bool TiredAtTheEnd(int amount, int clean) => clean >= 3 && clean < amount && 3 * clean >= 2 * amount;
}

/// <summary>What was done of one exercise in one session.</summary>
/// <param name="Sets">Set by set, in order.</param>
/// <param name="Effort">0–10, or null when not asked.</param>
/// <param name="Pain">The worst of the sets, or null when not asked.</param>
public sealed record SessionLog(IReadOnlyList<SetDone> Sets, int? Effort, Pain? Pain)
{
    /// <summary>More sets of one exercise than this are a slip of the finger.</summary>
    public const int MostSets = 20;

    /// <summary>What is wrong with it.</summary>
    /// <returns>A sentence that says what to do; null when it is fine.</returns>
    public string? Problem()
    {
        foreach (var side in new[] { BodySide.Left, BodySide.Right })
        {
            var count = Sets.Count(s => s.Side == side);
            if (count > MostSets)
                return $"{count} sets a side are more than anyone does. Enter at most {MostSets}.";
        }

        foreach (var set in Sets)
        {
            if (set.Amount is < 0 or > Repetitions.Most)
                return $"A set has from 0 to {Repetitions.Most} repetitions or seconds, not {set.Amount}.";
            if (set.Clean < 0 || set.Clean > set.Amount)
                return $"There cannot be {set.Clean} clean ones in a set of {set.Amount}.";
            if (FieldRange.Load.Problem(set.Load.Kilograms) is { } heavy)
                return heavy;
            if (set.Resets is < 0 or > Repetitions.Most)
                return "Resets cannot be fewer than none.";
        }

        return FieldRange.Effort.Problem(Effort) ?? Pain?.Problem();
    }

    /// <summary>
    /// The least that was done and the least that was clean of the two sides, against what was asked; null when nothing was
    /// done. The weaker side decides for both. Sets with less than the load that was asked for do not count.
    /// </summary>
    /// <returns>Asked for, and the least done and the least clean of the two sides, each by itself; null when nothing was done.</returns>
    public Repetitions? Against(Prescription asked)
    {
        ArgumentNullException.ThrowIfNull(asked);
        return Sets.Count == 0
            ? null
            : new[] { BodySide.Left, BodySide.Right }
                .Select(side =>
                    Sets.Where(s => s.Side == side && s.Load.Kilograms >= asked.Load.Kilograms - 0.01).ToArray()
                )
                .Select(sets => new Repetitions(
                    asked.Sets * asked.Amount,
                    sets.Sum(s => s.Amount),
                    sets.Sum(s => s.Clean)
                ))
                .Aggregate((a, b) => a with { Done = Math.Min(a.Done, b.Done), Clean = Math.Min(a.Clean, b.Clean) });
    }

    /// <summary>The share of clean ones of the side that had fewer, 0–1; null where nothing was counted.</summary>
    public double? CleanShare =>
        Sets.GroupBy(s => s.Side)
            .Select(side => (Done: side.Sum(s => s.Amount), Clean: side.Sum(s => s.Clean)))
            .Where(side => side.Done > 0)
            .Select(side => (double?)side.Clean / side.Done)
            .Min();

    /// <summary>Whether eight in ten were clean on the side that had fewer; null where nothing was counted.</summary>
    public bool? CleanEnough => CleanShare is { } share ? share >= DecisionFacts.CleanShare - 1e-9 : null;

    /// <summary>Whether so many were done on every side that was trained.</summary>
    /// <param name="amount">Repetitions or seconds a side, all sets together.</param>
    /// <returns>True also where nothing was done.</returns>
    public bool Whole(int amount) => Sets.GroupBy(s => s.Side).All(side => side.Sum(s => s.Amount) >= amount);

    /// <summary>Whether it was a good session: all of what was asked for done, eight in ten clean, pain within the limit.</summary>
    /// <returns>False where a condition is not met, and where nothing was done.</returns>
    public bool Good(Prescription asked, int painLimit) =>
        Against(asked) is { } done
        && done.Done >= done.Prescribed
        && done.Clean >= DecisionFacts.CleanShare * done.Done
        && !(Pain?.Counted > painLimit);

    /// <summary>The same number of sets of the same on both sides, which is how most of it is entered.</summary>
    /// <returns>Sets of the left, then of the right, in one log.</returns>
    public static SessionLog Even(
        int sets,
        int amount,
        int cleanLeft,
        int cleanRight,
        Load load,
        int? effort,
        Pain? pain
    )
    {
        // Clean ones are counted over all sets and dealt out one set after the other.
        IEnumerable<SetDone> Side(BodySide side, int clean) =>
            Enumerable
                .Range(0, sets)
                .Select(i => new SetDone(side, amount, Math.Clamp(clean - (i * amount), 0, amount), load));
        return new SessionLog([.. Side(BodySide.Left, cleanLeft), .. Side(BodySide.Right, cleanRight)], effort, pain);
    }
}
