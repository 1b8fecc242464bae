namespace DeftStride.Core.Measuring;

/// <summary>
/// How a measure is spoken of. {v} stands for the size of the value, {m} for how far outside it lies, {side} for the side.
/// </summary>
/// <param name="Plus">The value in words when it is positive.</param>
/// <param name="Minus">When it is negative.</param>
/// <param name="Zero">When it rounds to nothing.</param>
/// <param name="Beyond">What is wrong above the band, after the side's name.</param>
/// <param name="Short">What is wrong below the band.</param>
/// <param name="MendBeyond">The first thing to do about it.</param>
/// <param name="MendShort">The first thing to do below the band.</param>
public sealed record MeasureWords(
    string Plus,
    string Minus,
    string Zero,
    string Beyond,
    string Short,
    string MendBeyond,
    string MendShort
)
{
    /// <summary>Of something that is only seen: fine or not.</summary>
    /// <returns>The same words whichever way it is off.</returns>
    public static MeasureWords Tick(string fine, string wrong, string mend) =>
        new(fine, fine, fine, wrong, wrong, mend, mend);
}
