using System.Globalization;

namespace DeftStride.Data.Exports;

/// <summary>An instant as it stands in a line: UTC, to the last tick.</summary>
internal static class ExportInstant
{
    private const string Form = "yyyy-MM-ddTHH:mm:ss.fffffffZ";

    /// <param name="ticks">UTC ticks, as the database has them.</param>
    public static string Write(long ticks) =>
        new DateTime(ticks, DateTimeKind.Utc).ToString(Form, CultureInfo.InvariantCulture);

    /// <summary>The ticks; null for anything else.</summary>
    public static long? Read(string text) =>
        DateTime.TryParseExact(
            text,
            Form,
            CultureInfo.InvariantCulture,
            DateTimeStyles.AssumeUniversal | DateTimeStyles.AdjustToUniversal,
            out var instant
        )
            ? instant.Ticks
            : null;
}
