using System.Globalization;
using System.Text;
using System.Text.Json;
using CsvHelper;
using DeftStride.Core.Quantities;

namespace DeftStride.Web.Hosting;

/// <summary>
/// A table for a spreadsheet: UTF-8 with a byte order mark, commas, points in numbers. A text that a spreadsheet would take for a
/// formula begins with an apostrophe; numbers, negative ones too, stand as they are.
/// </summary>
internal static class CsvFile
{
    /// <summary>Writes heads and lines. A cell is a text, a number, a day, yes or no, or nothing.</summary>
    public static async Task WriteAsync(
        Stream to,
        IEnumerable<string> heads,
        IEnumerable<object?[]> lines,
        CancellationToken stop
    )
    {
        await using var text = new StreamWriter(to, new UTF8Encoding(true), leaveOpen: true);
        await using var csv = new CsvWriter(text, CultureInfo.InvariantCulture);
        foreach (var line in lines.Prepend([.. heads]))
        {
            foreach (var cell in line)
                csv.WriteField(Cell(cell));
            await csv.NextRecordAsync();
            stop.ThrowIfCancellationRequested();
        }
    }

    private static string Cell(object? cell) =>
        cell switch
        {
            null => "",
            string text => Safe(text),
            double number => number.ToString("0.###", CultureInfo.InvariantCulture),
            DateOnly day => day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
            DateTimeOffset at => at.UtcDateTime.ToString("yyyy-MM-ddTHH:mm:ss.fffffffZ", CultureInfo.InvariantCulture),
            bool yes => yes ? "yes" : "no",
            Enum word => Word(word),
            _ => Safe(Convert.ToString(cell, CultureInfo.InvariantCulture) ?? ""),
        };

    /// <summary>A choice in words: "too close to call".</summary>
    public static string Word(Enum value) => JsonNamingPolicy.KebabCaseLower.ConvertName($"{value}").Replace('-', ' ');

    /// <summary>A unit as a table has it, in letters that every program shows.</summary>
    public static string Unit(MeasureUnit unit) =>
        unit switch
        {
            MeasureUnit.Degrees => "deg",
            MeasureUnit.Centimetres => "cm",
            MeasureUnit.Percent => "%",
            MeasureUnit.Seconds => "s",
            _ => "",
        };

    /// <summary>What reading a cell takes off again.</summary>
    public static string Plain(string cell) =>
        cell.Length > 1 && cell[0] == '\'' && Formula(cell[1]) ? cell[1..] : cell;

    /// <summary>A cell that a table program would take for a formula, made safe.</summary>
    public static string Safe(string cell) => cell.Length > 0 && Formula(cell[0]) ? "'" + cell : cell;

    private static bool Formula(char c) => "=+-@\t\r".Contains(c, StringComparison.Ordinal);
}
