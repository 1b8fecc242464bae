using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;

namespace DeftStride.Web.Access;

/// <summary>Who asks: a person of the studio or a client, on a device that is signed in.</summary>
/// <param name="SignIn">The sign-in that the cookie names.</param>
/// <param name="Door">Who signed in on the device; somebody else may have taken it over since. Null for a client.</param>
/// <param name="Person">Who acts; null for a client.</param>
/// <param name="Name">What they are called.</param>
/// <param name="Role">What they are.</param>
/// <param name="Coach">The coach on record whom their facts name; null for a client.</param>
/// <param name="Client">The client whose own page it is; null for people of the studio.</param>
/// <param name="OnlyOwn">Whether they see only the clients that are theirs.</param>
/// <param name="Pictures">Whether pictures and films are shown to them.</param>
/// <param name="ByPin">Whether they came by a short number: enough for the floor, not for the studio itself.</param>
/// <param name="Device">What the device is called.</param>
internal sealed record Visitor(
    Guid SignIn,
    Guid? Door,
    Guid? Person,
    string Name,
    Role Role,
    Guid? Coach,
    Guid? Client,
    bool OnlyOwn,
    bool Pictures,
    bool ByPin,
    string Device
)
{
    /// <summary>Anybody of the studio.</summary>
    public bool Staff => Role is Role.Owner or Role.Coach or Role.Assistant;

    /// <summary>Whoever sees and judges clients.</summary>
    public bool Coaches => Role is Role.Owner or Role.Coach;

    /// <summary>Whoever may change the studio itself: a short number is not enough for that.</summary>
    public bool Owns => Role == Role.Owner && !ByPin;

    /// <summary>Who asks in this request; null for nobody who is signed in.</summary>
    public static Visitor? Of(HttpContext? http) => http?.Features.Get<Visitor>();
}

/// <summary>Who acts in a request, and whose clients they reach. Outside a request the studio itself is at work.</summary>
internal sealed class RequestVisitor(IHttpContextAccessor http) : IWhoActs, IClientReach
{
    private Visitor? Visitor => Visitor.Of(http.HttpContext);

    public Guid? CoachId => Visitor?.Coach;

    public Guid? OfCoach => Visitor is { OnlyOwn: true, Coach: { } coach } ? coach : null;

    public Guid? OfClient => Visitor?.Client;

    public string Reach =>
        OfClient is { } client ? $"client {client:N}"
        : OfCoach is { } coach ? $"coach {coach:N}"
        : "all";
}
