using Microsoft.AspNetCore.OpenApi;

namespace DeftStride.Web.Hosting;

/// <summary>Keeps the API description free of anything that changes from machine to machine.</summary>
internal static class OpenApiShape
{
    public static void Configure(OpenApiOptions options) =>
        options.AddDocumentTransformer(
            (document, _, _) =>
            {
                document.Info.Title = "Deft Stride";
                document.Info.Version = "1";
                document.Servers?.Clear();
                return Task.CompletedTask;
            }
        );
}
