using DeftStride.Data.Backups;

namespace DeftStride.Web.Hosting;

/// <summary>Where backups go, and what closes them. Set on the command line: the studio itself cannot be made to write elsewhere from a browser.</summary>
/// <param name="Folder">Any folder, also on another disk.</param>
/// <param name="Given">Whether somebody named it; it is never made then.</param>
/// <param name="PassphraseFile">A file whose first line closes them; null for open ones.</param>
internal sealed record BackupSettings(string Folder, bool Given, string? PassphraseFile)
{
    public static BackupSettings Of(IConfiguration configuration, StudioFolder studio) =>
        new(
            Path.GetFullPath(
                configuration["backups"] is { Length: > 0 } folder ? folder : Path.Combine(studio.Path, "backups")
            ),
            configuration["backups"] is { Length: > 0 },
            configuration["backup-passphrase-file"] is { Length: > 0 } file ? Path.GetFullPath(file) : null
        );

    /// <summary>Read each time: a file that is changed counts with the next backup.</summary>
    /// <exception cref="BackupException">It is not there, or says nothing.</exception>
    public string? Passphrase()
    {
        if (PassphraseFile is null)
            return null;
        try
        {
            using var lines = new StreamReader(PassphraseFile);
            return lines.ReadLine() is { Length: >= 12 } first
                ? first
                : throw new BackupException(
                    $"The first line of {PassphraseFile} is to close backups and has fewer than twelve characters. Write a longer one into it."
                );
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            throw new BackupException(
                $"The passphrase for backups could not be read from {PassphraseFile}. Put the file back; no backup is written open meanwhile.",
                e
            );
        }
    }
}
