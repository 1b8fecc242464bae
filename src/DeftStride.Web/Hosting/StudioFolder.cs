namespace DeftStride.Web.Hosting;

/// <summary>Where the studio's data lies.</summary>
internal sealed record StudioFolder(string Path)
{
    public string Database => System.IO.Path.Combine(Path, Data.StudioDatabase.FileName);

    public string Pictures => System.IO.Path.Combine(Path, "pictures");

    /// <summary>Exports while they are handed out or come in: nothing stays there, and a start finds it empty.</summary>
    public string Passing => System.IO.Path.Combine(Path, "passing");

    public string Films => System.IO.Path.Combine(Path, "films");
}
