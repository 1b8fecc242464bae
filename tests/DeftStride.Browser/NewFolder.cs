using DeftStride.Data;
using DeftStride.Data.Opening;

namespace DeftStride.Browser;

/// <summary>
/// The folder of a studio in which nothing has happened yet, made once and copied for every server that wants it: most of a first
/// start is going through every form that the database ever had. Tests of first starts do without it.
/// </summary>
public static class NewFolder
{
    private static readonly Lazy<byte[]> Database = new(Make);

    /// <summary>Puts the database into a folder that holds none.</summary>
    public static void CopyTo(string folder)
    {
        var file = Path.Combine(folder, StudioDatabase.FileName);
        if (!File.Exists(file))
            File.WriteAllBytes(file, Database.Value);
    }

    private static byte[] Make()
    {
        var folder = Directory.CreateTempSubdirectory("deft-stride-new-").FullName;
        new StudioOpening(folder, _ => { }, _ => "").Open(DateTimeOffset.UtcNow);
        var made = File.ReadAllBytes(Path.Combine(folder, StudioDatabase.FileName));
        Directory.Delete(folder, recursive: true);
        return made;
    }
}
