using System.Net;
using System.Text.Json.Nodes;
using DeftStride.Data;
using DeftStride.Data.Pictures;
using Microsoft.Data.Sqlite;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>Pictures as files: whole or not there, damaged ones said and mended, strays swept and nobody else's eyes on them.</summary>
public sealed class FolderTests : IDisposable
{
    private readonly StudioUnderTest _studio = new();

    public void Dispose() => _studio.Dispose();

    private string Pictures => Path.Combine(_studio.Folder, "pictures");

    private string TheFile => Assert.Single(Directory.GetFiles(Pictures, "*.webp", SearchOption.AllDirectories));

    /// <summary>While a studio is opened the keys of its cookies are made, under another name first.</summary>
    [Fact]
    public async Task A_folder_is_made_the_owners_alone_while_a_file_in_it_is_given_its_name()
    {
        var folder = Directory.CreateDirectory(Path.Combine(_studio.Folder, "busy")).FullName;
        using var done = new CancellationTokenSource();
        var writing = Task.Run(() =>
        {
            while (!done.IsCancellationRequested)
            {
                File.WriteAllText(Path.Combine(folder, "key.tmp"), "made");
                File.Move(Path.Combine(folder, "key.tmp"), Path.Combine(folder, "key.xml"), overwrite: true);
            }
        });
        for (var i = 0; i < 3000; i++)
            Data.Files.DurableFiles.OwnerOnly(folder);
        await done.CancelAsync();
        await writing;
        Data.Files.DurableFiles.OwnerOnly(folder);
        Assert.Equal(
            UnixFileMode.UserRead | UnixFileMode.UserWrite,
            File.GetUnixFileMode(Path.Combine(folder, "key.xml"))
        );
    }

    [Theory]
    [InlineData("damaged")]
    [InlineData("cut")]
    [InlineData("gone")]
    public async Task A_damaged_picture_is_said_and_mended_when_it_is_sent_again(string how)
    {
        var client = await _studio.ClientAsync();
        var id = await _studio.PictureAsync(client);
        var bytes = await File.ReadAllBytesAsync(TheFile);
        var file = TheFile;
        if (how == "damaged")
            bytes[bytes.Length / 2] ^= 0xFF;
        if (how == "gone")
            File.Delete(file);
        else
            await File.WriteAllBytesAsync(file, how == "cut" ? bytes[..^10] : bytes);

        using (var lost = await _studio.Http.GetAsync(new Uri($"/api/pictures/{id}", UriKind.Relative)))
        {
            Assert.Equal(HttpStatusCode.Gone, lost.StatusCode);
            Assert.Contains(
                "Choose the same picture again",
                Text(JsonNode.Parse(await lost.Content.ReadAsStringAsync()), "detail"),
                StringComparison.Ordinal
            );
        }

        // As the device that still has it sends it, or as the coach chooses the same file for another look.
        using (var again = await _studio.PutPictureAsync(how == "cut" ? Guid.CreateVersion7() : id, client, Drawn()))
            Assert.Equal(HttpStatusCode.OK, again.StatusCode);
        using var healed = await _studio.Http.GetAsync(new Uri($"/api/pictures/{id}", UriKind.Relative));
        Assert.Equal(HttpStatusCode.OK, healed.StatusCode);
    }

    [Fact]
    public async Task A_start_sweeps_what_was_cut_off_and_keeps_what_is_named()
    {
        var id = await _studio.PictureAsync(await _studio.ClientAsync());
        await File.WriteAllTextAsync(Path.Combine(Pictures, ".0123.part"), "half");
        Directory.CreateDirectory(Path.Combine(Pictures, "00"));
        await File.WriteAllTextAsync(
            Path.Combine(Pictures, "00", new string('0', 64) + ".webp"),
            "its record never came"
        );
        _studio.Restart();
        // The door is open before it is swept: nobody waits for that.
        Assert.True(
            SpinWait.SpinUntil(
                () => Directory.GetFiles(Pictures, "*", SearchOption.AllDirectories).Length == 1,
                TimeSpan.FromSeconds(30)
            ),
            "what was cut off lies there still"
        );
        Assert.EndsWith(".webp", TheFile, StringComparison.Ordinal);
        Assert.Empty(Directory.GetFiles(Pictures, "*.part"));
        using var kept = await _studio.Http.GetAsync(new Uri($"/api/pictures/{id}", UriKind.Relative));
        Assert.Equal(HttpStatusCode.OK, kept.StatusCode);
    }

    [Fact]
    public async Task What_cannot_be_swept_now_ends_nothing_and_is_swept_the_next_time()
    {
        var id = await _studio.PictureAsync(await _studio.ClientAsync());
        await File.WriteAllTextAsync(Path.Combine(Pictures, ".0123.part"), "half");
        await Rename("Pictures", "Mislaid");
        await _studio.SweptAsync();
        Assert.Single(Directory.GetFiles(Pictures, "*.part"));
        await Rename("Mislaid", "Pictures");
        await _studio.SweptAsync();
        Assert.Empty(Directory.GetFiles(Pictures, "*.part"));
        using var shown = await _studio.Http.GetAsync(new Uri($"/api/pictures/{id}", UriKind.Relative));
        Assert.Equal(HttpStatusCode.OK, shown.StatusCode);

        async Task Rename(string from, string to)
        {
            await using var db = new SqliteConnection(
                StudioDatabase.Writing(Path.Combine(_studio.Folder, StudioDatabase.FileName))
            );
            await db.OpenAsync();
            await using var rename = db.CreateCommand();
            rename.CommandText = $"ALTER TABLE \"{from}\" RENAME TO \"{to}\"";
            await rename.ExecuteNonQueryAsync();
        }
    }

    [Fact]
    public void A_picture_whose_record_is_on_its_way_is_never_swept()
    {
        var folder = new PictureFolder(Pictures);
        var (one, same) = (folder.Keep([1, 2, 3]), folder.Keep([1, 2, 3]));
        Assert.Equal(one.Hash, same.Hash);
        one.Dispose();
        Assert.Equal(0, folder.Sweep(new HashSet<string>()));
        Assert.Equal([1, 2, 3], File.ReadAllBytes(folder.PathOf(same.Hash)));
        same.Dispose();
        Assert.Equal(1, folder.Sweep(new HashSet<string>()));
        Assert.False(folder.Whole(same.Hash));
    }

    [Fact]
    public async Task Nobody_but_the_owner_may_read_the_folder()
    {
        await _studio.PictureAsync(await _studio.ClientAsync());
        File.SetUnixFileMode(TheFile, (UnixFileMode)0b110_100_100);
        File.SetUnixFileMode(_studio.Folder, (UnixFileMode)0b111_101_101);
        _studio.Restart();
        const UnixFileMode Others = (UnixFileMode)0b000_111_111;
        Assert.All(
            Directory
                .GetFiles(_studio.Folder, "*", SearchOption.AllDirectories)
                .Where(f => f.EndsWith(".webp", StringComparison.Ordinal)),
            f => Assert.Equal(UnixFileMode.None, File.GetUnixFileMode(f) & Others)
        );
        Assert.All(
            [_studio.Folder, .. Directory.GetDirectories(_studio.Folder, "*", SearchOption.AllDirectories)],
            f => Assert.Equal(UnixFileMode.None, File.GetUnixFileMode(f) & Others)
        );
    }
}
