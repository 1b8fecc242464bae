namespace DeftStride.Web.Access;

/// <summary>Asks again, in the middle of something long, whether whoever began it is still in.</summary>
internal interface IStanding
{
    /// <summary>Whether the sign-in that a request came with is still one.</summary>
    public Task<bool> StandsAsync(HttpContext http, CancellationToken stop);

    /// <summary>Everything about who is in may be other than it was.</summary>
    public void Forget();
}
