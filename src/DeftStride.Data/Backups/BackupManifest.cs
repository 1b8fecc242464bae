using System.Text.Json;
using System.Text.RegularExpressions;

namespace DeftStride.Data.Backups;

/// <summary>One file of a backup: where it lies in a studio's folder, how long it is, and what it is by its sum.</summary>
/// <param name="Path">With slashes, below the studio's folder.</param>
/// <param name="Bytes">Its length.</param>
/// <param name="Sha256">SHA-256 of its content, lower-case hex.</param>
internal sealed record BackupFile(string Path, long Bytes, string Sha256);

/// <summary>What a backup holds.</summary>
/// <param name="Format">1.</param>
/// <param name="At">When it was taken.</param>
/// <param name="Why">"daily", "asked", "before-restore" or "before-upgrade".</param>
/// <param name="Form">The last change of form that its database has been through.</param>
/// <param name="Last">The place of the last write in it.</param>
/// <param name="Files">The database and every picture and film that it names.</param>
/// <param name="Missing">Those that it names and that nobody had.</param>
internal sealed partial record BackupManifest(
    int Format,
    DateTimeOffset At,
    string Why,
    string Form,
    long Last,
    IReadOnlyList<BackupFile> Files,
    IReadOnlyList<string> Missing
)
{
    public const string FileName = "manifest.json";
    public const int Current = 1;

    /// <summary>More than any studio has: a list that is longer was not made by us.</summary>
    private const int MostFiles = 2_000_000;

    private static readonly JsonSerializerOptions Form1 = new(JsonSerializerDefaults.Web)
    {
        WriteIndented = true,
        UnmappedMemberHandling = System.Text.Json.Serialization.JsonUnmappedMemberHandling.Disallow,
        RespectNullableAnnotations = true,
        RespectRequiredConstructorParameters = true,
    };

    /// <summary>All bytes that it stands for.</summary>
    public long Bytes => Files.Sum(f => f.Bytes);

    public byte[] Write() => JsonSerializer.SerializeToUtf8Bytes(this, Form1);

    /// <summary>Reads one, and believes nothing of it that would reach out of a studio's folder.</summary>
    /// <exception cref="BackupException">It cannot be read, is of a later version, or names what is in no studio.</exception>
    public static BackupManifest Read(ReadOnlySpan<byte> text, string of)
    {
        BackupManifest? read;
        try
        {
            read = JsonSerializer.Deserialize<BackupManifest>(text, Form1);
        }
        catch (JsonException e)
        {
            throw new BackupException($"The list of what {of} holds cannot be read. Use another backup.", e);
        }

        if (read is null || read.Format > Current)
            throw new BackupException(
                $"{of} was made by a later version of Deft Stride. Bring it back with that version."
            );
        if (
            read.Files.Count > MostFiles
            || read.Files.Any(f => f.Bytes < 0 || !Own().IsMatch(f.Path))
            || read.Files.Count(f => f.Path == StudioDatabase.FileName) != 1
            || read.Files.DistinctBy(f => f.Path).Count() != read.Files.Count
        )
            throw new BackupException($"{of} names files that are in no studio. It was not made by Deft Stride.");
        return read;
    }

    /// <summary>Where files of a studio lie; nothing else is written anywhere.</summary>
    [GeneratedRegex(
        @"\A(studio\.db|pictures/[0-9a-f]{2}/[0-9a-f]{64}\.webp|films/[0-9a-f]{2}/[0-9a-f]{64}(\.[a-z0-9]{1,5})?)\z"
    )]
    private static partial Regex Own();
}

/// <summary>Why a backup was not taken or not brought back, in a sentence that says what to do. What was there before is as it was.</summary>
internal sealed class BackupException(string sentence, Exception? inner = null) : Exception(sentence, inner);
