using System.Globalization;
using System.Text.RegularExpressions;
using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Ladders;
using DeftStride.Core.Setup;
using DeftStride.Core.Telling;
using Xunit;

namespace DeftStride.Core.Tests.Telling;

public sealed partial class RetellingTests
{
    private static readonly Manner Inches = Manner.AsWritten with { Tape = Tape.Inches };
    private static readonly Manner American = new(Tape.Inches, DayOrder.MonthFirst, WallClock.Hours12);

    [Theory]
    [InlineData("3 × 8 a side, 20 kg at the chest", "3 × 8 a side, 44 lb at the chest")]
    // A weight of 45 lb is kept as 20.41 kg and said as 20.4.
    [InlineData("20.4 kg are carried over.", "45 lb are carried over.")]
    [InlineData("3 × 8, 20 kg", "3 × 8, 44 lb")]
    [InlineData("A box of 10 to 20 cm and a rail", "A box of 4 to 8 in and a rail")]
    [InlineData("It lies between 120 and 230 cm.", "It lies between 47 and 90½ in.")]
    [InlineData("The knee stands 3 cm inside, ±1.2 cm.", "The knee stands 1.2 in inside, ±0.5 in.")]
    [InlineData("−3 cm", "−1.2 in")]
    [InlineData("5–8 cm", "2–3 in")]
    [InlineData("Set the phone 45 cm high, 3 m away.", "Set the phone 17½ in high, 9.8 ft away.")]
    [InlineData("40 N·m at the knee, 0.6 N·m/kg", "30 lb·ft at the knee, 0.6 N·m/kg")]
    [InlineData("2 kg/s, 3 m/s, 4 m² and 5 km", "2 kg/s, 3 m/s, 4 m² and 5 km")]
    [InlineData("10 in the room, 4 × 10 m", "10 in the room, 4 × 32.8 ft")]
    [InlineData("V2 cm and 1,5 cm are no numbers of ours", "V2 cm and 1,5 cm are no numbers of ours")]
    public void Amounts_are_told_as_a_tape_and_scales_in_inches_and_pounds_show_them(string written, string told) =>
        Assert.Equal(told, written.Told(Inches));

    [Theory]
    [InlineData("Thursday 26 November", "Thursday, November 26")]
    [InlineData("until 3 December 2026.", "until December 3, 2026.")]
    [InlineData("Seen 2 Nov, Dr Ferro, 24 May 2025", "Seen Nov 2, Dr Ferro, May 24, 2025")]
    [InlineData("2 marches of 24 mayors", "2 marches of 24 mayors")]
    [InlineData("At 9:15 and 16:05, not 24:10", "At 9:15 am and 4:05 pm, not 24:10")]
    [InlineData("0:05, 12:00, 00:30", "12:05 am, 12:00 pm, 12:30 am")]
    [InlineData("2026-11-26T09:15:00Z", "2026-11-26T09:15:00Z")]
    public void Days_and_times_are_told_in_the_order_and_by_the_clock_of_the_studio(string written, string told) =>
        Assert.Equal(told, written.Told(American));

    [Fact]
    public void As_it_is_written_nothing_is_told_otherwise()
    {
        const string text = "20 kg, 10 cm, 26 November at 16:05";
        Assert.Same(text, text.Told(Manner.AsWritten));
    }

    /// <summary>Every text of the core that a person reads.</summary>
    private static IEnumerable<string> Texts() =>
        Exercise
            .All.SelectMany(e => new[] { e.SetUp, e.Plain, e.Task }.Concat(e.LookFor).Concat(e.Felt).Concat(e.Cautions))
            .Concat(Ladder.All.SelectMany(l => l.Rungs).Select(r => r.Entry))
            .Concat(Fault.All.SelectMany(f => f.Corrections.Select(c => c.Cue).Append(f.Name)));

    [Fact]
    public void No_text_of_the_core_speaks_of_centimetres_or_kilograms_in_a_studio_of_inches()
    {
        var written = Texts().Where(t => Metric().IsMatch(t)).ToArray();
        Assert.True(written.Length > 5, $"{written.Length} texts have a unit");
        Assert.DoesNotContain(written.Select(t => t.Told(Inches)), t => Metric().IsMatch(t));
    }

    /// <summary>A length told in inches is the length that was written, to the rounding that the tape has.</summary>
    [Fact]
    public void What_is_told_is_what_was_written_to_the_rounding_of_the_tape()
    {
        for (var cm = 0.1; cm < 250; cm += 0.1)
        {
            var told = string.Create(CultureInfo.InvariantCulture, $"{cm:0.0} cm").Told(Inches);
            var inches = double.Parse(
                told.Replace(" in", "", StringComparison.Ordinal).Replace("½", ".5", StringComparison.Ordinal),
                CultureInfo.InvariantCulture
            );
            Assert.InRange((inches * 2.54) - cm, cm < 5 ? -0.18 : -0.69, cm < 5 ? 0.18 : 0.69);
        }

        for (var lb = 0.5; lb < 400; lb += 0.5)
        {
            var kg = lb * 0.45359237;
            var told = string.Create(CultureInfo.InvariantCulture, $"{kg:0.#} kg").Told(Inches);
            var back = double.Parse(told.Replace(" lb", "", StringComparison.Ordinal), CultureInfo.InvariantCulture);
            // Every weight of whole or half pounds comes back as itself.
            Assert.Equal(lb, back);
        }
    }

    [GeneratedRegex(@"\d (cm|kg)\b")]
    private static partial Regex Metric();
}
