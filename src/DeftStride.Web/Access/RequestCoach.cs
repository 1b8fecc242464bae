using DeftStride.Studio.Work;

namespace DeftStride.Web.Access;

/// <summary>Until there is sign-in the coach is named by a header of the request.</summary>
internal sealed class RequestCoach(IHttpContextAccessor http) : IWhoActs
{
    public const string Header = "Deft-Coach";

    public string? Coach => http.HttpContext?.Request.Headers[Header].ToString();
}
