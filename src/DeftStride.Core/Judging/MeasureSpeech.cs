using System.Text.RegularExpressions;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;

namespace DeftStride.Core.Judging;

/// <summary>A measure's value, fault and first mend in its own words.</summary>
public static partial class MeasureSpeech
{
    /// <summary>A value in words: "24° forward", "3 cm in", "level".</summary>
    /// <returns>The sign as a word; what rounds to nothing has a word of its own.</returns>
    public static string Say(MeasureDefinition measure, Quantity value)
    {
        var words = (measure ?? throw new ArgumentNullException(nameof(measure))).Words;
        var size = value.Abs().ToString();
        return size.StartsWith('0') && !size.Contains('.', StringComparison.Ordinal)
            ? words.Zero
            : (value.Value > 0 ? words.Plus : words.Minus).Replace("{v}", size, StringComparison.Ordinal);
    }

    /// <summary>A front shin in words: "24° forward", "3° back", "upright".</summary>
    /// <returns>Rounded to whole degrees.</returns>
    public static string Shin(Angle angle) =>
        Say(MeasureDefinition.Find("front-shin")!, Quantity.Degrees(angle.Degrees));

    /// <summary>What is wrong, after the side's name: "knee falls 4 cm in"; without numbers when it was only seen.</summary>
    /// <returns>Words that follow a side's name.</returns>
    public static string Fault(MeasureResult result)
    {
        ArgumentNullException.ThrowIfNull(result);
        var words = result.Measure.Words;
        var said = result.Where == BandSide.Short ? words.Short : words.Beyond;
        if (result.Seen is not null || result.Mean is null || result.Judgement is null)
            return Numbers().Replace(said, "");
        return said.Replace("{v}", result.Mean.Value.Abs().ToString(), StringComparison.Ordinal)
            .Replace("{m}", result.Judgement.Margin.Abs().ToString(), StringComparison.Ordinal);
    }

    /// <summary>The first thing to do about it.</summary>
    /// <returns>An instruction.</returns>
    public static string Mend(MeasureResult result)
    {
        ArgumentNullException.ThrowIfNull(result);
        var words = result.Measure.Words;
        return (result.Where == BandSide.Short ? words.MendShort : words.MendBeyond).Replace(
            "{side}",
            Finding.Word(result.Side),
            StringComparison.Ordinal
        );
    }

    [GeneratedRegex(@"( by| takes)? \{[vm]\}( of the rise| too|: too)?")]
    private static partial Regex Numbers();
}
