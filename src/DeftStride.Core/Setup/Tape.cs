using System.Globalization;

namespace DeftStride.Core.Setup;

/// <summary>The tape measure a studio reads: centimetres, or inches to the half.</summary>
public enum Tape
{
    /// <summary>Whole centimetres.</summary>
    Centimetres,

    /// <summary>Half inches.</summary>
    Inches,
}

/// <summary>Lengths as a tape shows them.</summary>
public static class Tapes
{
    private const double MetresPerInch = 0.0254;

    /// <summary>A length in words, rounded to what the tape is used to.</summary>
    /// <returns>"71 cm", "28 in", "28½ in".</returns>
    public static string Length(this Tape tape, double metres)
    {
        if (tape == Tape.Centimetres)
        {
            // Adding 0 takes the sign off a rounded nothing: there is no "−0 cm".
            var rounded = Math.Round(100 * metres, MidpointRounding.AwayFromZero) + 0.0;
            return (rounded < 0 ? "\u2212" : "")
                + Math.Abs(rounded).ToString("0", CultureInfo.InvariantCulture)
                + " cm";
        }

        var halves = (int)Math.Round(2 * Math.Abs(metres) / MetresPerInch, MidpointRounding.AwayFromZero);
        var whole = (halves / 2).ToString(CultureInfo.InvariantCulture);
        var text =
            halves % 2 == 0 ? whole
            : halves == 1 ? "½"
            : whole + "½";
        return (metres < 0 && halves > 0 ? "\u2212" : "") + text + " in";
    }
}
