using DeftStride.Core.Dosing;
using DeftStride.Core.Measuring;
using DeftStride.Data.Kept;

namespace DeftStride.Studio.Logs;

/// <summary>What was done, in a line.</summary>
internal static class LogSaid
{
    /// <summary>"about 4.2 s a repetition by the taps, 5 asked (3-1-1-0)"; null where nobody knows.</summary>
    public static string? Tempo(KeptDone done) =>
        done.Tempo?.ToCore() is { } asked && Pace(done) is { } pace ? $"{pace}, {asked.Seconds} asked ({asked})" : null;

    /// <summary>"about 4.2 s a repetition by the taps"; null where nobody tapped.</summary>
    public static string? Pace(KeptDone done) =>
        done.PaceSeconds is { } pace
            ? FormattableString.Invariant($"about {pace:0.0} s a repetition by the taps")
            : null;

    /// <summary>"left tired at the end, not untaught"; null where no side was.</summary>
    public static string? Tired(KeptDone done) =>
        done.Tired is { Count: > 0 } tired
            ? $"{string.Join(" and ", tired.Select(s => s == BodySide.Left ? "left" : "right"))} only tired at the end"
            : null;

    /// <summary>"3 × 6 a side, 17 and 18 of 18 clean, 8 kg at the chest".</summary>
    public static string Did(SessionLog log, bool held, bool sided)
    {
        if (log.Sets.Count == 0)
            return "";
        string Side(BodySide side)
        {
            var sets = log.Sets.Where(s => s.Side == side).ToArray();
            return sets.Length == 0 ? "0"
                : sets.Select(s => s.Amount).Distinct().Count() == 1 ? $"{sets.Length} × {sets[0].Amount}"
                : string.Join(" + ", sets.Select(s => s.Amount));
        }

        var (left, right) = (Side(BodySide.Left), Side(BodySide.Right));
        int Clean(BodySide side) => log.Sets.Where(s => s.Side == side).Sum(s => s.Clean);
        int All(BodySide side) => log.Sets.Where(s => s.Side == side).Sum(s => s.Amount);
        var (cl, cr, all) = (Clean(BodySide.Left), Clean(BodySide.Right), All(BodySide.Left));
        var load = log.Sets.Max(s => s.Load.Kilograms) is > 0 and var kg
            ? FormattableString.Invariant(
                $", {kg:0.#} kg {Prescription.Held(log.Sets.First(s => s.Load.Kilograms == kg).Load.Position)}"
            )
            : "";
        var resets = log.Sets.Sum(s => s.Resets) is > 0 and var r ? $", {r} {(r == 1 ? "reset" : "resets")}" : "";
        var done =
            left == right
                ? $"{left}{(held ? " s" : "")}{(!sided ? "" : held ? " each leg" : " a side")}"
                : $"left {left}, right {right}{(held ? " s" : "")}";
        var clean =
            cl == cr && all == All(BodySide.Right)
                ? cl == all
                    ? ", all clean"
                    : $", {cl} of {all} clean"
                : $", clean left {cl}, right {cr}";
        return $"{done}{clean}{load}{resets}";
    }
}
