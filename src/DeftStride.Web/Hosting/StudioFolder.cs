namespace DeftStride.Web.Hosting;

/// <summary>Where the studio's data lies.</summary>
internal sealed record StudioFolder(string Path)
{
    public string Database => System.IO.Path.Combine(Path, Data.StudioDatabase.FileName);

    public string Pictures => System.IO.Path.Combine(Path, "pictures");

    public string Films => System.IO.Path.Combine(Path, "films");
}
