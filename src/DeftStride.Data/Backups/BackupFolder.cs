using System.Globalization;
using System.IO.Compression;
using System.Security.Cryptography;
using DeftStride.Core.Keeping;
using DeftStride.Data.Files;
using DeftStride.Data.Opening;
using Microsoft.Data.Sqlite;

namespace DeftStride.Data.Backups;

/// <summary>A backup as it lies in its folder.</summary>
/// <param name="Name">What it is called.</param>
/// <param name="At">When it was taken.</param>
/// <param name="Why">"daily", "asked", "before-restore", "before-upgrade", or "database-alone": so did earlier versions before an upgrade.</param>
/// <param name="Bytes">What it takes by itself; pictures that several open backups share are counted with each.</param>
/// <param name="Sealed">Whether it is closed with a passphrase.</param>
/// <param name="Missing">Pictures and films that the studio names and nobody had when it was taken; not known of a closed one.</param>
internal sealed record BackupSaid(string Name, DateTimeOffset At, string Why, long Bytes, bool Sealed, int Missing = 0)
{
    public const string BeforeUpgrade = "before-upgrade";

    /// <summary>As earlier versions took it.</summary>
    public const string DatabaseAlone = "database-alone";

    /// <summary>What decides how long it stays.</summary>
    public TakenBackup Taken => new(Name, At, Why is BeforeUpgrade or DatabaseAlone);
}

/// <summary>How far something long has come, in bytes.</summary>
internal readonly record struct Progress(long Done, long Of);

/// <summary>
/// A folder of backups. Without a passphrase each one is a folder with the database and a list, and pictures and films lie once
/// beside all of them, named by what they are; with one, each is a single closed file that holds everything. A backup has its name
/// only once it was read again and found whole, so what has a name is good.
/// </summary>
/// <param name="folder">Any folder, also on another disk.</param>
/// <param name="make">Whether it is made where it is not there. One that somebody named is not: a disk that is not there must not be
/// taken for an empty folder on this one.</param>
internal sealed class BackupFolder(string folder, bool make = true)
{
    private const string Begin = "studio-";
    private const string Unfinished = ".part";
    private const string Media = "media";
    private const string ClosedEnding = ".zip" + SealedFile.Ending;
    private const string Stamp = "yyyyMMdd-HHmmss";

    /// <summary>Where it is.</summary>
    public string Path => folder;

    /// <summary>What is here and good, newest first. What cannot be read is left out, and nothing else for its sake.</summary>
    public IReadOnlyList<BackupSaid> List() => List(out _);

    /// <summary>The same, and how many there are whose list of files cannot be read.</summary>
    public IReadOnlyList<BackupSaid> List(out int unreadable)
    {
        unreadable = 0;
        if (!Directory.Exists(folder))
            return [];
        var found = new List<BackupSaid>();
        foreach (var place in Directory.EnumerateFileSystemEntries(folder, Begin + "*"))
        {
            var name = System.IO.Path.GetFileName(place);
            if (name.EndsWith(Unfinished, StringComparison.Ordinal))
                continue;
            if (
                name.Length < Begin.Length + Stamp.Length
                || !DateTimeOffset.TryParseExact(
                    name.AsSpan(Begin.Length, Stamp.Length),
                    Stamp,
                    CultureInfo.InvariantCulture,
                    DateTimeStyles.AssumeUniversal,
                    out var at
                )
            )
                continue;
            var rest = name[(Begin.Length + Stamp.Length)..].TrimStart('-');
            if (Directory.Exists(place))
            {
                var list = System.IO.Path.Combine(place, BackupManifest.FileName);
                try
                {
                    var manifest = BackupManifest.Read(File.ReadAllBytes(list), name);
                    found.Add(new(name, at, Why(rest), manifest.Bytes, false, manifest.Missing.Count));
                }
                catch (Exception e) when (e is BackupException or IOException or UnauthorizedAccessException)
                {
                    unreadable++;
                }
            }
            else if (rest.EndsWith(ClosedEnding, StringComparison.Ordinal))
                found.Add(new(name, at, Why(rest[..^ClosedEnding.Length]), new FileInfo(place).Length, true));
            else if (
                rest.StartsWith("before-", StringComparison.Ordinal) && rest.EndsWith(".db", StringComparison.Ordinal)
            )
                found.Add(new(name, at, BackupSaid.DatabaseAlone, new FileInfo(place).Length, false));
        }

        return [.. found.OrderByDescending(b => b.At).ThenByDescending(b => b.Name, StringComparer.Ordinal)];

        static string Why(string rest) =>
            rest.StartsWith("daily", StringComparison.Ordinal) ? "daily"
            : rest.StartsWith("before-restore", StringComparison.Ordinal) ? "before-restore"
            : rest.StartsWith(BackupSaid.BeforeUpgrade, StringComparison.Ordinal) ? BackupSaid.BeforeUpgrade
            : "asked";
    }

    /// <summary>
    /// Takes a backup of a studio that may be in use, reads it again and gives it its name. Whatever goes wrong leaves no half of one.
    /// </summary>
    /// <param name="studio">The studio's folder.</param>
    /// <param name="now">When.</param>
    /// <param name="why">"daily", "asked", "before-restore" or "before-upgrade".</param>
    /// <param name="passphrase">Closes it; null for an open one.</param>
    /// <param name="said">Hears how far it has come.</param>
    /// <param name="stop">Gives it up.</param>
    /// <exception cref="BackupException">It could not be taken.</exception>
    public BackupSaid Take(
        string studio,
        DateTimeOffset now,
        string why,
        string? passphrase,
        IProgress<Progress>? said = null,
        CancellationToken stop = default
    )
    {
        using var turn = Turn();
        var name = Named(now, why);
        var place = System.IO.Path.Combine(folder, name + Unfinished);
        var closing = place + ClosedEnding + Unfinished;
        try
        {
            Tidy();
            Directory.CreateDirectory(place);
            var database = System.IO.Path.Combine(place, StudioDatabase.FileName);
            var source = System.IO.Path.Combine(studio, StudioDatabase.FileName);
            if (!File.Exists(source))
                throw new BackupException($"There is no studio in {studio}. Name the folder that it lies in.");
            Room(folder, new FileInfo(source).Length);
            StudioCopy.Make(source, database);
            var form = StudioForm.Read(database);
            if (form.Damage is { } damage)
                throw new BackupException(
                    $"The studio's database is damaged ({damage}). This backup was not kept; the ones from before are. Stop the server and start it again: it says what to do."
                );
            stop.ThrowIfCancellationRequested();
            var (media, missing) = MediaOf(database, studio);
            var whole = new BackupFile(StudioDatabase.FileName, new FileInfo(database).Length, Sum(database));
            BackupFile[] files = [whole, .. media.Select(m => m.File)];
            var manifest = new BackupManifest(
                BackupManifest.Current,
                now,
                why,
                form.Applied is [.., var latest] ? latest : "",
                form.Last,
                files,
                missing
            );
            if (passphrase is null)
            {
                var written = KeepMedia(media, said, stop);
                DurableFiles.Write(System.IO.Path.Combine(place, BackupManifest.FileName), manifest.Write());
                DurableFiles.SyncFolder(place);
                // What lay there from an earlier one was read through just now.
                Check([whole, .. written], f => f == whole ? database : Shared(f), stop);
                Directory.Move(place, System.IO.Path.Combine(folder, name));
                DurableFiles.SyncFolder(folder);
                return new BackupSaid(name, now, why, manifest.Bytes, false, missing.Count);
            }

            Room(folder, manifest.Bytes);
            using (var file = new FileStream(closing, FileMode.CreateNew))
            {
                SealedFile.Write(
                    file,
                    passphrase,
                    name + ".zip",
                    now.UtcDateTime,
                    inside => Pack(manifest, [(whole, database), .. media], inside, said, stop)
                );
                file.Flush(flushToDisk: true);
            }

            // Opened again with what closed it, and every sum looked at.
            Unpack(closing, name, passphrase, (_, from) => from.CopyTo(Stream.Null), _ => { }, stop);
            DurableFiles.Name(closing, System.IO.Path.Combine(folder, name + ClosedEnding));
            return new BackupSaid(
                name + ClosedEnding,
                now,
                why,
                new FileInfo(System.IO.Path.Combine(folder, name + ClosedEnding)).Length,
                true,
                missing.Count
            );
        }
        catch (Exception e) when (DiskRoom.SaysNo(e) || e is SqliteException)
        {
            throw NotWritten(e);
        }
        finally
        {
            Drop(place);
            Drop(closing);
        }
    }

    /// <summary>Reads a backup through and compares every sum.</summary>
    /// <exception cref="BackupException">It is not whole.</exception>
    public BackupManifest Verify(string name, string? passphrase, CancellationToken stop = default)
    {
        var place = Find(name);
        if (Directory.Exists(place))
        {
            var manifest = ManifestOf(place);
            Check(manifest.Files, f => PlaceOf(place, f), stop);
            return manifest;
        }

        if (place.EndsWith(".db", StringComparison.Ordinal))
            return OfDatabase(place);
        BackupManifest? read = null;
        Unpack(place, name, Needed(passphrase, name), (_, from) => from.CopyTo(Stream.Null), m => read = m, stop);
        return read!;
    }

    /// <summary>
    /// Brings a backup back into a folder that is empty or not there yet. It appears there whole or not at all, and a living studio
    /// is never written to.
    /// </summary>
    /// <exception cref="BackupException">It is not whole, of a later version, or the folder is in use.</exception>
    public BackupManifest Restore(
        string name,
        string into,
        string? passphrase,
        IProgress<Progress>? said = null,
        CancellationToken stop = default
    )
    {
        var from = Find(name);
        var target = System.IO.Path.GetFullPath(into);
        if (File.Exists(target) || (Directory.Exists(target) && Directory.EnumerateFileSystemEntries(target).Any()))
            throw new BackupException(
                $"{target} is not empty. Name a folder that is not there yet; nothing in this one was changed."
            );
        var coming = target.TrimEnd('/') + Unfinished;
        try
        {
            Drop(coming);
            Directory.CreateDirectory(coming);
            BackupManifest manifest;
            if (File.Exists(from) && !from.EndsWith(".db", StringComparison.Ordinal))
            {
                BackupManifest? read = null;
                var done = 0L;
                Unpack(
                    from,
                    name,
                    Needed(passphrase, name),
                    (file, stream) =>
                    {
                        using var to = Create(In(coming, file));
                        stream.CopyTo(to);
                        to.Flush(flushToDisk: true);
                        said?.Report(new Progress(done += file.Bytes, read!.Bytes));
                    },
                    m =>
                    {
                        Room(coming, m.Bytes);
                        read = m;
                    },
                    stop
                );
                manifest = read!;
            }
            else
            {
                manifest = Directory.Exists(from) ? ManifestOf(from) : OfDatabase(from);
                Room(coming, manifest.Bytes);
                var done = 0L;
                foreach (var file in manifest.Files)
                {
                    stop.ThrowIfCancellationRequested();
                    using (var source = Open(Directory.Exists(from) ? PlaceOf(from, file) : from, file, name))
                    using (var to = Create(In(coming, file)))
                    {
                        CopySummed(source, to, file, name);
                        to.Flush(flushToDisk: true);
                    }

                    said?.Report(new Progress(done += file.Bytes, manifest.Bytes));
                }
            }

            var form = StudioForm.Read(In(coming, manifest.Files.First(f => f.Path == StudioDatabase.FileName)));
            if (form.Damage is { } damage)
                throw new BackupException($"The database in {name} is damaged ({damage}). Use another backup.");
            if (StudioOpening.Unknown(form) is { } unknown)
                throw new BackupException(
                    $"{name} is of a later version of Deft Stride (it knows “{unknown}”). Bring it back with that version."
                );
            if (Directory.Exists(target))
                Directory.Delete(target);
            foreach (
                var made in Directory.EnumerateDirectories(coming, "*", SearchOption.AllDirectories).Prepend(coming)
            )
                DurableFiles.SyncFolder(made);
            Directory.Move(coming, target);
            DurableFiles.SyncFolder(System.IO.Path.GetDirectoryName(target)!);
            return manifest;
        }
        catch (Exception e) when (DiskRoom.SaysNo(e) || e is SqliteException)
        {
            throw new BackupException(
                $"{name} could not be brought back to {target}: {e.Message.TrimEnd('.')}. Nothing was changed. See that the disk has room, then try again.",
                e
            );
        }
        finally
        {
            Drop(coming);
        }
    }

    /// <summary>Takes away those whose time is over, and media that none of the others holds. Returns how many went.</summary>
    /// <exception cref="BackupException">One could not be taken away.</exception>
    public int Thin()
    {
        using var turn = Turn();
        try
        {
            return Thinned();
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            throw new BackupException(
                $"A backup whose time is over could not be taken away from {folder}: {e.Message.TrimEnd('.')}. See that the disk is there; it is tried again with the next one.",
                e
            );
        }
    }

    private int Thinned()
    {
        var all = List();
        var kept = BackupThinning.Kept(all.Select(b => b.Taken));
        var gone = all.Where(b => !kept.Contains(b.Name)).ToArray();
        foreach (var backup in gone)
        {
            var place = System.IO.Path.Combine(folder, backup.Name);
            if (Directory.Exists(place))
            {
                // Out of sight in one step: half of one is never taken for a whole.
                Directory.Move(place, place + Unfinished);
                Drop(place + Unfinished);
            }
            else
                File.Delete(place);
        }

        if (gone.Length > 0)
            SweepMedia();
        return gone.Length;
    }

    private void SweepMedia()
    {
        var media = System.IO.Path.Combine(folder, Media);
        if (!Directory.Exists(media))
            return;
        var good = List(out var unreadable);
        // One whose list cannot be read may still hold any of them.
        if (unreadable > 0)
            return;
        var named = good.Select(b => System.IO.Path.Combine(folder, b.Name))
            .Where(Directory.Exists)
            .SelectMany(p => ManifestOf(p).Files)
            .Select(Shared)
            .ToHashSet(StringComparer.Ordinal);
        foreach (var file in Directory.EnumerateFiles(media, "*", SearchOption.AllDirectories))
        {
            if (!named.Contains(file))
                File.Delete(file);
        }
    }

    /// <summary>Where a backup lies that somebody named; a name is never a path.</summary>
    private string Find(string name)
    {
        var place = System.IO.Path.Combine(folder, name);
        return List().Any(b => b.Name == name)
            ? place
            : throw new BackupException($"There is no backup called {name} in {folder}. Choose one that is listed.");
    }

    private static string Needed(string? passphrase, string name) =>
        passphrase is { Length: > 0 }
            ? passphrase
            : throw new BackupException($"{name} is closed. Give the passphrase that was set when it was taken.");

    private string Named(DateTimeOffset now, string why)
    {
        var name = $"{Begin}{now.UtcDateTime.ToString(Stamp, CultureInfo.InvariantCulture)}-{why}";
        for (var i = 1; ; i++)
        {
            var next = i == 1 ? name : $"{name}-{i}";
            if (
                !Directory.Exists(System.IO.Path.Combine(folder, next))
                && !File.Exists(System.IO.Path.Combine(folder, next + ClosedEnding))
            )
                return next;
        }
    }

    /// <summary>One at a time writes here, whichever process it is.</summary>
    private FileStream Turn()
    {
        try
        {
            if (!Directory.Exists(folder))
            {
                if (!make)
                    throw new BackupException(
                        $"The folder {folder} for backups is not there. Put its disk back, or make the folder; nothing was written elsewhere."
                    );
                DurableFiles.MakeFolder(folder);
            }

            return new FileStream(
                System.IO.Path.Combine(folder, "backups.lock"),
                FileMode.OpenOrCreate,
                FileAccess.ReadWrite,
                FileShare.None
            );
        }
        catch (IOException e) when (File.Exists(System.IO.Path.Combine(folder, "backups.lock")))
        {
            throw new BackupException(
                $"A backup is being written to {folder} just now. Wait until it is done, then try again.",
                e
            );
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            throw NotWritten(e);
        }
    }

    private BackupException NotWritten(Exception e) =>
        new(
            $"No backup could be written to {folder}: {e.Message.TrimEnd('.')}. The ones from before are as they were. See that the disk is there and has room, then take one again.",
            e
        );

    /// <summary>What was cut off in an earlier one.</summary>
    private void Tidy()
    {
        foreach (var left in Directory.EnumerateFileSystemEntries(folder, $"{Begin}*{Unfinished}*").ToArray())
            Drop(left);
    }

    private static void Drop(string place)
    {
        if (Directory.Exists(place))
            Directory.Delete(place, recursive: true);
        else if (File.Exists(place))
            File.Delete(place);
    }

    /// <summary>
    /// Every picture and film that a database names: from the studio, or from an earlier backup where the studio's own is missing or
    /// is not what its name says. What is nowhere is said, and keeps nothing else from being saved.
    /// </summary>
    private (List<(BackupFile File, string Place)> Files, List<string> Missing) MediaOf(string database, string studio)
    {
        using var connection = new SqliteConnection(StudioDatabase.Reading(database));
        connection.Open();
        var (files, missing) = (new List<(BackupFile, string)>(), new List<string>());
        foreach (
            var (kind, ending, hashes) in new[]
            {
                ("Pictures", ".webp", StandingFacts.PicturesHere),
                // A film that was let go is replaced by a fact that says so.
                (
                    "Films",
                    ".film",
                    "SELECT DISTINCT Hash FROM Films f WHERE NOT EXISTS (SELECT 1 FROM Films n WHERE n.Supersedes = f.Id)"
                ),
            }
        )
        {
            if (StudioForm.Column(connection, $"SELECT name FROM sqlite_master WHERE name = '{kind}'").Count == 0)
                continue;
            foreach (
                var hash in StudioForm
                    .Column(connection, hashes)
                    .Where(h => h.Length == 64)
                    .Order(StringComparer.Ordinal)
            )
            {
                var path = $"{kind.ToLowerInvariant()}/{hash[..2]}/{hash}{ending}";
                var found = new[] { System.IO.Path.Combine(studio, path), Shared(hash) }
                    .Select(p => new FileInfo(p))
                    .FirstOrDefault(f => f.Exists && Sum(f.FullName) == hash);
                if (found is null)
                    missing.Add(path);
                else
                    files.Add((new BackupFile(path, found.Length, hash), found.FullName));
            }
        }

        return (files, missing);
    }

    /// <summary>
    /// Puts what is not there yet beside the backups; what is there and is not what its name says is written anew. Returns what was
    /// written.
    /// </summary>
    private BackupFile[] KeepMedia(
        IEnumerable<(BackupFile File, string Place)> media,
        IProgress<Progress>? said,
        CancellationToken stop
    )
    {
        var missing = media.Where(m => !Whole(Shared(m.File), m.File)).ToArray();
        Room(folder, missing.Sum(m => m.File.Bytes));
        var (done, of) = (0L, missing.Sum(m => m.File.Bytes));
        var folders = new HashSet<string>(StringComparer.Ordinal);
        foreach (var (file, place) in missing)
        {
            stop.ThrowIfCancellationRequested();
            var to = Shared(file);
            DurableFiles.MakeFolder(System.IO.Path.Combine(folder, Media));
            DurableFiles.MakeFolder(System.IO.Path.GetDirectoryName(to)!);
            var coming = System.IO.Path.Combine(folder, $"{Begin}{file.Sha256}{Unfinished}");
            try
            {
                using (var from = Open(place, file, "the studio"))
                using (var target = Create(coming))
                {
                    CopySummed(from, target, file, "the studio");
                    target.Flush(flushToDisk: true);
                }

                File.Move(coming, to, overwrite: true);
                folders.Add(System.IO.Path.GetDirectoryName(to)!);
            }
            finally
            {
                File.Delete(coming);
            }

            said?.Report(new Progress(done += file.Bytes, of));
        }

        foreach (var changed in folders)
            DurableFiles.SyncFolder(changed);
        return [.. missing.Select(m => m.File)];
    }

    private static bool Whole(string place, BackupFile file) =>
        new FileInfo(place) is { Exists: true } there && there.Length == file.Bytes && Sum(place) == file.Sha256;

    private static void Check(IEnumerable<BackupFile> files, Func<BackupFile, string> place, CancellationToken stop)
    {
        foreach (var file in files)
        {
            stop.ThrowIfCancellationRequested();
            using var from = Open(place(file), file, "the backup");
            CopySummed(from, Stream.Null, file, "the backup");
        }
    }

    /// <summary>A zip of everything, the list first.</summary>
    private static void Pack(
        BackupManifest manifest,
        IEnumerable<(BackupFile File, string Place)> files,
        Stream to,
        IProgress<Progress>? said,
        CancellationToken stop
    )
    {
        using var zip = new ZipArchive(to, ZipArchiveMode.Create, leaveOpen: true);
        using (var list = zip.CreateEntry(BackupManifest.FileName).Open())
            list.Write(manifest.Write());
        var done = 0L;
        foreach (var (file, place) in files)
        {
            stop.ThrowIfCancellationRequested();
            // Pictures and films are packed already.
            var level =
                file.Path == StudioDatabase.FileName ? CompressionLevel.Fastest : CompressionLevel.NoCompression;
            using var from = Open(place, file, "the studio");
            using var entry = zip.CreateEntry(file.Path, level).Open();
            CopySummed(from, entry, file, "the studio");
            said?.Report(new Progress(done += file.Bytes, manifest.Bytes));
        }
    }

    /// <summary>Opens a closed backup and hands on file after file, each no longer than its list says and with its sum looked at.</summary>
    private static void Unpack(
        string place,
        string name,
        string passphrase,
        Action<BackupFile, Stream> file,
        Action<BackupManifest> list,
        CancellationToken stop
    )
    {
        // A zip is read from its end: it lies open for as long as that takes, beside the closed one.
        var open = place + $".{Guid.NewGuid():n}" + Unfinished;
        try
        {
            using (var from = File.OpenRead(place))
            using (var to = Create(open))
            {
                var most = new FileInfo(place).Length + DiskRoom.Spare;
                SealedFile.Read(from, passphrase, name, inside => CopyMost(inside, to, most, name));
            }

            using var zip = ZipFile.OpenRead(open);
            var listed = zip.GetEntry(BackupManifest.FileName) ?? throw Damaged(name);
            if (listed.Length > 512_000_000)
                throw Damaged(name);
            using var text = new MemoryStream();
            using (var from = listed.Open())
                CopyMost(from, text, listed.Length, name);
            var manifest = BackupManifest.Read(text.ToArray(), name);
            list(manifest);
            foreach (var next in manifest.Files)
            {
                stop.ThrowIfCancellationRequested();
                var entry = zip.GetEntry(next.Path) ?? throw Damaged(name);
                using var packed = entry.Open();
                using var summed = new SummedStream(packed, next, () => Other(next, name));
                file(next, summed);
                summed.Finish();
            }
        }
        catch (InvalidDataException e)
        {
            throw new BackupException($"{name} is damaged or cut short. Use another backup.", e);
        }
        finally
        {
            File.Delete(open);
        }
    }

    private static BackupException Damaged(string name) => new($"{name} is damaged or cut short. Use another backup.");

    private static BackupException Other(BackupFile file, string of) =>
        new(
            of == "the studio"
                ? $"{file.Path} in the studio is not what it was when it was taken. This backup was not kept; the ones from before are. Stop the server and check the disk."
                : $"{file.Path} in {of} is damaged. Use another backup."
        );

    private static void CopySummed(Stream from, Stream to, BackupFile file, string of)
    {
        using var summed = new SummedStream(from, file, () => Other(file, of));
        summed.CopyTo(to, 1 << 18);
        summed.Finish();
    }

    private static void CopyMost(Stream from, Stream to, long most, string of)
    {
        var buffer = new byte[1 << 18];
        for (var done = 0L; from.Read(buffer) is > 0 and var got; )
        {
            if ((done += got) > most)
                throw Damaged(of);
            to.Write(buffer, 0, got);
        }
    }

    private static FileStream Open(string place, BackupFile file, string of) =>
        File.Exists(place)
            ? new FileStream(place, FileMode.Open, FileAccess.Read, FileShare.ReadWrite | FileShare.Delete, 1 << 18)
            : throw new BackupException(
                $"{file.Path} is missing from {of}. {(of == "the studio" ? "This backup was not kept; the ones from before are." : "Use another backup.")}"
            );

    private static FileStream Create(string place)
    {
        Directory.CreateDirectory(System.IO.Path.GetDirectoryName(place)!);
        return new FileStream(place, FileMode.CreateNew, FileAccess.Write, FileShare.None, 1 << 18);
    }

    private static string Sum(string place)
    {
        using var from = new FileStream(place, FileMode.Open, FileAccess.Read, FileShare.ReadWrite, 1 << 18);
        return Convert.ToHexStringLower(SHA256.HashData(from));
    }

    /// <summary>Refuses before anything is written what the disk has no room for.</summary>
    private static void Room(string where, long bytes) => DiskRoom.Need(where, bytes, s => new BackupException(s));

    private static BackupManifest ManifestOf(string place) =>
        BackupManifest.Read(
            File.ReadAllBytes(System.IO.Path.Combine(place, BackupManifest.FileName)),
            System.IO.Path.GetFileName(place)
        );

    /// <summary>What a copy of the database alone holds.</summary>
    private static BackupManifest OfDatabase(string place)
    {
        var form = StudioForm.Read(place);
        if (form.Damage is { } damage)
            throw new BackupException(
                $"{System.IO.Path.GetFileName(place)} is damaged ({damage}). Use another backup."
            );
        return new BackupManifest(
            BackupManifest.Current,
            File.GetLastWriteTimeUtc(place),
            BackupSaid.DatabaseAlone,
            form.Applied is [.., var latest] ? latest : "",
            form.Last,
            [new BackupFile(StudioDatabase.FileName, new FileInfo(place).Length, Sum(place))],
            []
        );
    }

    private string PlaceOf(string backup, BackupFile file) =>
        file.Path == StudioDatabase.FileName ? System.IO.Path.Combine(backup, file.Path) : Shared(file);

    private string Shared(BackupFile file) => Shared(file.Sha256);

    private string Shared(string sum) => System.IO.Path.Combine(folder, Media, sum[..2], sum);

    private static string In(string studio, BackupFile file) => System.IO.Path.Combine(studio, file.Path);
}
