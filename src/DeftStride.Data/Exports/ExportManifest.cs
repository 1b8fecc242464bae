using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.RegularExpressions;
using DeftStride.Data.Backups;

namespace DeftStride.Data.Exports;

/// <summary>Why nothing was taken out or brought in, in a sentence that says what to do. What was there before is as it was.</summary>
internal sealed class ExportException(string sentence, Exception? inner = null) : Exception(sentence, inner);

/// <summary>A file of lines in an export.</summary>
/// <param name="Table">Whose rows.</param>
/// <param name="File">Its path.</param>
/// <param name="Rows">How many lines.</param>
/// <param name="Fields">How each field of a line is to be read.</param>
internal sealed record ExportedRows(
    string Table,
    string File,
    long Rows,
    IReadOnlyDictionary<string, FieldKind> Fields
);

/// <summary>What an export holds. Its file stands last in the zip and says what every other one is.</summary>
/// <param name="Format">"deft-stride-export".</param>
/// <param name="Schema">How it is laid out: <see cref="Current"/>, or an earlier number.</param>
/// <param name="At">When it was made: the one thing in which two exports of the same state differ.</param>
/// <param name="Name">What the studio, or the client, is called.</param>
/// <param name="Client">The client whose it is; null for a whole studio.</param>
/// <param name="Form">The last change of form of the database that it was made from: what is read in goes through the later ones.</param>
/// <param name="Rows">The files of lines.</param>
/// <param name="Files">Every file but this one, with its length and sum.</param>
/// <param name="Missing">Sums of pictures and films that are named and that nobody had.</param>
internal sealed partial record ExportManifest(
    string Format,
    int Schema,
    DateTimeOffset At,
    string Name,
    Guid? Client,
    string Form,
    IReadOnlyList<ExportedRows> Rows,
    IReadOnlyList<BackupFile> Files,
    IReadOnlyList<string> Missing
)
{
    public const string FileName = "export.json";
    public const string Kind = "deft-stride-export";
    public const int Current = 1;

    /// <summary>More than any studio has.</summary>
    private const int MostFiles = 2_000_000;

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        WriteIndented = true,
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Skip,
        RespectNullableAnnotations = true,
        RespectRequiredConstructorParameters = true,
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false) },
    };

    /// <summary>All bytes that it stands for.</summary>
    public long Bytes => Files.Sum(f => f.Bytes);

    public byte[] Write() => JsonSerializer.SerializeToUtf8Bytes(this, Json);

    /// <summary>Reads one, and believes nothing of it that no export has.</summary>
    /// <exception cref="ExportException">It cannot be read, or is of a later version.</exception>
    public static ExportManifest Read(ReadOnlySpan<byte> text)
    {
        int? schema;
        ExportManifest? read = null;
        try
        {
            schema = JsonSerializer.Deserialize<Head>(text, Json) is { Format: Kind } head ? head.Schema : null;
            if (schema is >= 1 and <= Current)
                read = JsonSerializer.Deserialize<ExportManifest>(text, Json);
        }
        catch (JsonException e)
        {
            throw new ExportException($"{FileName} in this file cannot be read. Take the export out again.", e);
        }

        if (schema > Current)
            throw new ExportException(
                "This export was made by a later version of Deft Stride. Bring it in with that version."
            );
        if (read is null)
            throw new ExportException("This is no export of Deft Stride. Choose one that was taken out of a studio.");
        if (
            read.Files.Count > MostFiles
            || read.Files.Any(f => f.Bytes < 0 || !Own().IsMatch(f.Path))
            || read.Files.DistinctBy(f => f.Path).Count() != read.Files.Count
            || read.Rows.DistinctBy(r => r.Table).Count() != read.Rows.Count
            || read.Rows.Any(r =>
                read.Files.All(f => f.Path != r.File) || !r.File.StartsWith("records/", StringComparison.Ordinal)
            )
        )
            throw new ExportException(
                "This file names parts that are in no export. It was not made by Deft Stride, or was changed since: ask for it again."
            );
        return read;
    }

    /// <summary>What can be in an export; nothing else is read.</summary>
    [GeneratedRegex(
        @"\A(README\.md|records/[a-z-]{1,40}\.jsonl|tables/[a-z-]{1,40}\.csv|(pictures|films)/[0-9]{4}-[0-9]{2}-[0-9]{2}-[0-9a-f]{16}\.[a-z0-9]{3,4})\z"
    )]
    private static partial Regex Own();

    private sealed record Head(string? Format = null, int Schema = 0);
}
