namespace DeftStride.Core.Correcting;

/// <summary>
/// Trying without what was borrowed: a trial of its own, whose change is that the prop is gone. It says nothing about the
/// cue or the prop as a correction and is left out of their counts.
/// </summary>
public static class Without
{
    private const string Prefix = "without:";

    /// <summary>The id under which trying without a correction's prop is kept.</summary>
    /// <returns>An id that no correction has.</returns>
    public static string IdOf(string correctionId) => Prefix + correctionId;

    /// <summary>The borrowed correction that was left away.</summary>
    /// <returns>Null when this is no such trial.</returns>
    public static Correction? Find(string id)
    {
        ArgumentNullException.ThrowIfNull(id);
        return
            id.StartsWith(Prefix, StringComparison.Ordinal)
            && Fault.Find(id[Prefix.Length..]) is { Correction: { Borrowed: true } correction }
            ? correction
            : null;
    }

    /// <summary>What follows: whoever does no worse without gives it back, whoever does worse keeps it two more weeks.</summary>
    /// <param name="correction">What was borrowed.</param>
    /// <param name="outcome">What leaving it away did.</param>
    /// <returns>Whether it goes, and what to say.</returns>
    public static (bool GiveBack, string Sentence) Follows(Correction correction, TrialOutcome outcome)
    {
        ArgumentNullException.ThrowIfNull(correction);
        var it = char.ToLowerInvariant(correction.Short[0]) + correction.Short[1..];
        return outcome == TrialOutcome.Worse
            ? (false, $"It is worse without the {it}: keep it {Correction.LentDays} more days, then try again.")
            : (true, $"It holds without the {it}: give it back.");
    }
}
