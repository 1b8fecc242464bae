using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Data.Kept;
using DeftStride.Studio.Work;
using DeftStride.Web.Hosting;

namespace DeftStride.Web.Features.Safety;

/// <summary>Pain, 0–10, with leg, role, place and kind. Place and kind may be missing from a page that did not ask for them yet.</summary>
internal sealed record PainDto(int Score, BodySide? Leg, LegRole? Role, PainSite? Site = null, PainKind? Kind = null)
{
    public Pain ToCore(string field)
    {
        var pain =
            Score == 0 && Site is null && Kind is null
                ? Pain.None
                : new Pain(Score, Leg, Role) { Site = Site, Kind = Kind };
        return pain.Problem() is { } problem ? throw Refusal.BadInput(field, problem) : pain;
    }
}

/// <summary>Where the client felt it: as expected, or somewhere else, which is a finding.</summary>
internal sealed record FeltDto(bool AsExpected, [property: AsWritten] string Where);

/// <summary>Between what is sent and what is kept: pain, and where it was felt.</summary>
internal static class PainForms
{
    public static KeptPain? ToKept(this PainDto? p) => p is null ? null : new(p.Score, p.Leg, p.Role, p.Site, p.Kind);

    public static PainDto? ToWire(this KeptPain? p) => p is null ? null : new(p.Score, p.Leg, p.Role, p.Site, p.Kind);

    public static KeptFelt? ToKept(this FeltDto? f) => f is null ? null : new(f.AsExpected, f.Where);

    public static FeltDto? ToWire(this KeptFelt? f) => f is null ? null : new(f.AsExpected, f.Where);
}
