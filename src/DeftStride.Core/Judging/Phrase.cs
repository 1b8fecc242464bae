namespace DeftStride.Core.Judging;

/// <summary>How a piece of a sentence is set off.</summary>
public enum Tone
{
    /// <summary>Not at all.</summary>
    Plain,

    /// <summary>As something in its band.</summary>
    Good,

    /// <summary>As something outside.</summary>
    Off,

    /// <summary>As something too close to call.</summary>
    Unsure,
}

/// <summary>The tone of each verdict.</summary>
public static class Tones
{
    /// <summary>In band good, outside off, too close to call unsure.</summary>
    /// <returns>Never null.</returns>
    public static Tone Tone(this Verdict verdict) =>
        verdict switch
        {
            Verdict.InBand => Judging.Tone.Good,
            Verdict.Outside => Judging.Tone.Off,
            _ => Judging.Tone.Unsure,
        };
}

/// <summary>A piece of a sentence with one tone.</summary>
public sealed record PhrasePart(string Text, Tone Tone = Tone.Plain);

/// <summary>A sentence a coach could say aloud, in pieces so that its number can be set off.</summary>
public sealed record Phrase(IReadOnlyList<PhrasePart> Parts)
{
    /// <summary>A sentence of these pieces.</summary>
    /// <returns>The pieces in their order.</returns>
    public static Phrase Of(params PhrasePart[] parts) => new(parts);

    /// <summary>The sentence without its tones.</summary>
    public override string ToString() => string.Concat(Parts.Select(p => p.Text));
}
