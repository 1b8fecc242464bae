using DeftStride.Core.Judging;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace DeftStride.Web.Features.Measuring;

/// <summary>Reads and judges whatever has been placed so far. Needs nothing but the request and keeps nothing.</summary>
internal static class ShinEndpoints
{
    public const int MostStills = 24;

    public static void Map(IEndpointRouteBuilder api) => api.MapPost("/compute/shin", Read).WithName("readShin");

    private static Ok<ShinView> Read(ShinRequest request) => TypedResults.Ok(Judge(request));

    public static ShinView Judge(ShinRequest request)
    {
        var standard = request.Standard.ToCore();
        return ShinView.Of(Check(request.Stills, standard), standard);
    }

    public static ShinCheck Check(IReadOnlyList<StillDto> stills, CheckStandard standard)
    {
        if (stills.Count > MostStills) throw Refusal.BadInput("stills", $"That is {stills.Count} pictures. Use at most {MostStills} in one check.");
        return ShinCheck.Of([.. stills.Select(s => s.ToCore())], standard);
    }
}
