using DeftStride.Core.Correcting;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;

namespace DeftStride.Core.Ladders;

/// <summary>Where one side starts.</summary>
/// <param name="Side">The client's own side.</param>
/// <param name="Rung">On which rung.</param>
/// <param name="Why">Why there.</param>
/// <param name="WhyNotNext">Why not one further.</param>
public sealed record PlacedSide(BodySide Side, Rung Rung, string Why, string WhyNotNext);

/// <summary>Where a client starts on a ladder after a first look, side by side.</summary>
public sealed record Placement(Ladder Ladder, PlacedSide Left, PlacedSide Right)
{
    /// <summary>The ladder and rung that an exercise was looked at for: where the client stands already, else the first that has it.</summary>
    /// <returns>Null where no ladder has it.</returns>
    public static (Ladder Ladder, Rung Rung)? Where(
        IReadOnlyList<Ladder> ladders,
        string exerciseId,
        IReadOnlyList<Stand> stands
    )
    {
        ArgumentNullException.ThrowIfNull(ladders);
        ArgumentNullException.ThrowIfNull(stands);
        (Ladder, Rung)? At(Ladder ladder, string? rungId) =>
            rungId is not null && ladder.Rung(rungId) is { } rung ? (ladder, rung) : null;
        foreach (var ladder in ladders)
        {
            var mine = stands.Where(s => s.LadderId == ladder.Id).ToArray();
            if (mine.Length == 0)
                continue;
            string? Of(BodySide side) => mine.FirstOrDefault(s => s.Side == side)?.RungId;
            var planned = Stride.Planned(
                ladder,
                Of(BodySide.Left) ?? mine[0].RungId,
                Of(BodySide.Right) ?? mine[0].RungId
            );
            if (planned.ExerciseId == exerciseId)
                return (ladder, planned);
            if (mine.Select(s => ladder.Rung(s.RungId)).FirstOrDefault(r => r?.ExerciseId == exerciseId) is { } own)
                return At(ladder, own.Id);
        }

        return ladders
            .Select(l => At(l, l.Rungs.FirstOrDefault(r => r.ExerciseId == exerciseId)?.Id))
            .FirstOrDefault(p => p is not null);
    }

    /// <summary>
    /// Places both sides after an uncued look at the exercise of a rung: clean stands there; a must-pass check outside, or
    /// pain above the limit, one rung lower, unless one change in the same session mended it; what cannot be called stands there until it is looked at again, since nobody is
    /// moved on it. A rung the body or the kit cannot reach gives way to its alternative.
    /// </summary>
    /// <returns>The rung of each side, with why.</returns>
    public static Placement Of(
        Ladder ladder,
        Rung looked,
        Look look,
        IReadOnlyList<SessionTrial> trials,
        Pain? pain,
        int painLimit,
        Func<Rung, RungReach> reach
    )
    {
        ArgumentNullException.ThrowIfNull(ladder);
        ArgumentNullException.ThrowIfNull(looked);
        ArgumentNullException.ThrowIfNull(look);
        ArgumentNullException.ThrowIfNull(trials);
        ArgumentNullException.ThrowIfNull(reach);
        return new(ladder, Side(BodySide.Left), Side(BodySide.Right));

        PlacedSide Side(BodySide side)
        {
            var must = look.MustPass.Where(r => r.Side == side).ToArray();
            var lower = looked.Fallback is { } f ? ladder.Rung(f) : null;
            var (rung, why) = (looked, "");
            if (pain is { } p && p.Counted > painLimit && Working(p) == side)
                (rung, why) = (
                    lower ?? looked,
                    $"{Capital(p.ToString())}, above {painLimit}: {(lower is null ? "here with less depth" : "one rung lower first")}."
                );
            else if (
                must.FirstOrDefault(r => r.Verdict == Verdict.Outside) is { } mended
                && must.All(r => r.Verdict != Verdict.Outside || Mended(r))
            )
                why =
                    $"{Capital(mended.Measure.Short)} was outside before any cue and fine after one change: here, with that change.";
            else if (must.FirstOrDefault(r => r.Verdict == Verdict.Outside) is { } wrong)
                (rung, why) = (
                    lower ?? looked,
                    $"{Capital(wrong.Measure.Short)} was outside before any cue{(lower is null ? "; this is where the ladder begins" : ", and one rung lower teaches it")}."
                );
            else if (!look.Has(side))
                why = "This side was not looked at: it starts with the other until it is.";
            else if (must.Any(r => r.Verdict == Verdict.TooCloseToCall) || look.Missing.Any(m => m.Side == side))
                why = "Not everything could be called, and nobody is moved on that: here until it is looked at again.";
            else
                why = "Every key check was in band before any cue.";
            if (reach(rung) is { Reachable: false } no && no.Instead is { } instead)
                (rung, why) = (instead, $"{why} {rung.Name} is out of reach: {no.Why}");
            return new(side, rung, why, WhyNot(rung));
        }

        bool Mended(MeasureResult r) =>
            trials.LastOrDefault(t =>
                t.Side == r.Side && (t.After is null || t.After.On(r.Measure.Id, r.Side) is not null)
            )
                is { Outcome: TrialOutcome.Helped } last
            && (last.After is null || last.After.On(r.Measure.Id, r.Side)!.Verdict != Verdict.Outside);

        string WhyNot(Rung rung)
        {
            var next = rung.Next.Select(ladder.Rung).OfType<Rung>().ToArray();
            if (next.Length == 0)
                return "It is the last rung of its branch.";
            var open = next.FirstOrDefault(n => reach(n).Reachable);
            return open is null
                ? $"{next[0].Name} is out of reach: {reach(next[0]).Why}"
                : $"Not yet “{open.Name}”: it asks for “{open.Entry.TrimEnd('.')}”, which takes two clean sessions here with the dose filled to {rung.Dose}.";
        }
    }

    /// <summary>Whose set it was: a sore front leg worked itself, a sore rear leg trailed the other.</summary>
    /// <returns>Null where nobody said which leg hurt.</returns>
    public static BodySide? Working(Pain pain)
    {
        ArgumentNullException.ThrowIfNull(pain);
        return (pain.Leg, pain.Role) switch
        {
            (null, _) or (_, null) => null,
            ({ } leg, LegRole.Front) => leg,
            (BodySide.Left, _) => BodySide.Right,
            _ => BodySide.Left,
        };
    }

    private static string Capital(string text) => char.ToUpperInvariant(text[0]) + text[1..];
}
