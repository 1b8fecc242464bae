using System.Globalization;
using System.Text.RegularExpressions;
using DeftStride.Core.Setup;

namespace DeftStride.Core.Telling;

/// <summary>
/// Our own sentences, told in a studio's manner. They are written once, in <see cref="Manner.AsWritten"/>; a number with its
/// unit, a day or a time in one is told again as the studio reads it. Done once, on the way out, so that no text can be
/// forgotten. Not for what a person wrote, nor for data that is read by a program.
/// </summary>
public static partial class Retelling
{
    private const double CentimetresPerInch = 2.54;
    private const double MetresPerFoot = 0.3048;
    private const double KilogramsPerPound = 0.45359237;
    private const double NewtonMetresPerPoundFoot = 1.3558179483314004;

    /// <summary>Lengths below this many centimetres, an error or a shift, are told to a tenth of an inch; longer ones as a tape shows them.</summary>
    private const double Small = 5;

    /// <summary>The text in a studio's manner. A text in which there is nothing to tell otherwise comes back as it is.</summary>
    /// <param name="text">One of our own sentences.</param>
    /// <param name="manner">How the studio reads.</param>
    /// <returns>
    /// The same sentence; lengths in inches (halves, tenths below 5 cm) and feet (tenths), masses in pounds (halves), moments in
    /// pound-feet (whole, tenths below 10), days and times in the studio's order.
    /// </returns>
    public static string Told(this string text, Manner manner)
    {
        ArgumentNullException.ThrowIfNull(text);
        ArgumentNullException.ThrowIfNull(manner);
        if (manner == Manner.AsWritten)
            return text;
        if (manner.Tape == Tape.Inches)
            text = Amount().Replace(text, m => Amount(m.Groups[1].Value, m.Groups[2].Value));
        if (manner.Days == DayOrder.MonthFirst)
            text = Day().Replace(text, DayTold);
        if (manner.Clock == WallClock.Hours12)
            text = Time().Replace(text, TimeTold);
        return text;
    }

    /// <summary>One number, or two that share a unit ("10 to 20 cm").</summary>
    private static string Amount(string numbers, string unit)
    {
        var (say, name) = unit switch
        {
            "cm" => ((Func<double, string>)Inches, "in"),
            "m" => (metres => Tenths(metres / MetresPerFoot), "ft"),
            "kg" => (kilograms => Halves(kilograms / KilogramsPerPound, "0.#"), "lb"),
            _ => (moment => Moment(moment / NewtonMetresPerPoundFoot), "lb·ft"),
        };
        return $"{Number().Replace(numbers, n => say(double.Parse(n.Value, CultureInfo.InvariantCulture)))} {name}";
    }

    private static string Inches(double centimetres) =>
        centimetres < Small
            ? Tenths(centimetres / CentimetresPerInch)
            : Tape.Inches.Length(centimetres / 100).Replace(" in", "", StringComparison.Ordinal);

    private static string Tenths(double number) =>
        Math.Round(number, 1, MidpointRounding.AwayFromZero).ToString("0.#", CultureInfo.InvariantCulture);

    private static string Moment(double number) =>
        number < 10
            ? Tenths(number)
            : Math.Round(number, MidpointRounding.AwayFromZero).ToString("0", CultureInfo.InvariantCulture);

    private static string Halves(double number, string format) =>
        (Math.Round(2 * number, MidpointRounding.AwayFromZero) / 2).ToString(format, CultureInfo.InvariantCulture);

    private static string DayTold(Match day)
    {
        var (weekday, number, month, year) = (
            day.Groups[1].Value,
            day.Groups[2].Value,
            day.Groups[3].Value,
            day.Groups[4].Value
        );
        return $"{(weekday.Length > 0 ? $"{weekday}, " : "")}{month} {number}{(year.Length > 0 ? $", {year}" : "")}";
    }

    private static string TimeTold(Match time)
    {
        var hour = int.Parse(time.Groups[1].Value, CultureInfo.InvariantCulture);
        return string.Create(
            CultureInfo.InvariantCulture,
            $"{(hour % 12 == 0 ? 12 : hour % 12)}:{time.Groups[2].Value} {(hour < 12 ? "am" : "pm")}"
        );
    }

    // A number, or two joined by a word or a sign, with the unit behind them; a unit that goes on ("N·m/kg") is another one.
    [GeneratedRegex(
        @"(?<![\w.,/])(\d+(?:\.\d+)?(?:(?: to | and | or | ± | → |–)[−+]?\d+(?:\.\d+)?)?) (cm|kg|N·m|m)(?![\w·/²³])"
    )]
    private static partial Regex Amount();

    [GeneratedRegex(@"\d+(?:\.\d+)?")]
    private static partial Regex Number();

    [GeneratedRegex(
        @"\b(?:(\w+day) )?(\d{1,2}) (January|February|March|April|May|June|July|August|September|October|November|December|Jan|Feb|Mar|Apr|Jun|Jul|Aug|Sep|Oct|Nov|Dec)\b(?: (\d{4}))?"
    )]
    private static partial Regex Day();

    [GeneratedRegex(@"(?<![\w:.])([01]?\d|2[0-3]):([0-5]\d)(?![\w:])")]
    private static partial Regex Time();
}
