namespace DeftStride.Data.Exports;

/// <summary>What stands in an export, for whoever opens one without us: the same text that documents it here.</summary>
internal static class ExportGuide
{
    public const string FileName = "README.md";

    public static Stream Open() => typeof(ExportGuide).Assembly.GetManifestResourceStream("export.md")!;
}
