using DeftStride.Core.Correcting;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Studio.Work;
using Microsoft.AspNetCore.Http.HttpResults;

namespace DeftStride.Web.Features.Library;

internal sealed record WedgeRequest(BodySide Foot, FootType? Type, IReadOnlyList<WedgeTry> Tries);

/// <summary>The next step of a guided exploration. Keeps nothing.</summary>
internal static class WedgeEndpoints
{
    public static void Map(IEndpointRouteBuilder api) => api.MapPost("/compute/wedge", Next).WithName("nextWedge");

    private static Ok<WedgeStep> Next(WedgeRequest request) =>
        request.Tries.Count > 12
            ? throw Refusal.BadInput("tries", "That is more than there is to try. Start this foot again.")
            : TypedResults.Ok(WedgeExploration.Next(request.Foot, request.Type, request.Tries));
}
