using System.Globalization;
using DeftStride.Core.Judging;
using DeftStride.Core.Setup;
using DeftStride.Core.Training.Planning;

namespace DeftStride.Studio.Plans;

/// <summary>What a plan comes down to, in words.</summary>
internal static class PlanSaid
{
    /// <summary>A clash as a sentence, what would do set off.</summary>
    public static Phrase Of(KitClash clash, DateOnly today, Tape tape)
    {
        var sentence = clash.Sentence(today, tape);
        return
            clash.WaysOut is [{ Height: { } height }, ..]
            && tape.Length(height.Metres) is var length
            && sentence.LastIndexOf(length, StringComparison.Ordinal) is >= 0 and var at
            ? Phrase.Of(new(sentence[..at]), new(length, Tone.Good), new(sentence[(at + length.Length)..]))
            : Phrase.Of(new PhrasePart(sentence, clash.WaysOut.Count == 0 ? Tone.Off : Tone.Plain));
    }

    /// <summary>What becomes of missed visits, in a sentence.</summary>
    public static string Missed(IReadOnlyList<VisitDay> missed, IReadOnlyList<VisitMove> moves, DateOnly today)
    {
        var names = missed.Select(m => Day(m.Day, today)).ToArray();
        var all = names.Length == 1 ? $"{names[0]}’s visit was missed." : $"{Count(names.Length)} visits were missed.";
        return moves.Count == missed.Count && moves.All(m => missed.Any(x => x.Id == m.Id))
            ? moves.Count == 1
                ? $"{all} Move it to {Day(moves[0].Day, today)}."
                : $"{all} Move them to {string.Join(" and ", moves.Select(m => Day(m.Day, today)))}."
            : moves.Count > 0
                ? string.Create(
                    CultureInfo.InvariantCulture,
                    $"{all} Let the rest move on: none is doubled, and the block ends on {moves.Max(m => m.Day):d MMMM}."
                )
                : all;
    }

    /// <summary>"Thursday", and with its date where there is another one nearer.</summary>
    private static string Day(DateOnly day, DateOnly today) =>
        Math.Abs(day.DayNumber - today.DayNumber) < 7
            ? day.DayOfWeek.ToString()
            : day.ToString("dddd d MMMM", CultureInfo.InvariantCulture);

    private static string Count(int n) => n == 2 ? "Two" : $"{n}";
}
