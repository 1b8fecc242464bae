using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;
using DeftStride.Web.Access;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Authorization.Policy;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Identity;

namespace DeftStride.Web.Features.Door;

/// <summary>The door's parts, put together.</summary>
internal static class DoorSetup
{
    /// <summary>What the cookie is called.</summary>
    public const string Cookie = "deft-sign-in";

    /// <summary>Rounds of hashing a passphrase.</summary>
    private const int Rounds = 210_000;

    /// <summary>Longer than any sign-in lasts: when it ends, the row says.</summary>
    private static readonly TimeSpan CookieStays = TimeSpan.FromDays(120);

    /// <param name="services">Where they go.</param>
    /// <param name="folder">The studio's own folder: a cookie of another studio opens nothing. Null where no studio is opened; the keys are nowhere then.</param>
    public static void Add(IServiceCollection services, StudioFolder? folder)
    {
        var keys = services.AddDataProtection().SetApplicationName("Deft Stride");
        if (folder is null)
            keys.UseEphemeralDataProtectionProvider();
        else
            keys.PersistKeysToFileSystem(new DirectoryInfo(Path.Combine(folder.Path, "keys")));
        services.Configure<PasswordHasherOptions>(o => o.IterationCount = Rounds);
        services
            .AddIdentityCore<PersonRecord>(o => o.User.AllowedUserNameCharacters = "")
            .AddEntityFrameworkStores<StudioContext>()
            .AddSignInManager();
        services
            .AddAuthentication(IdentityConstants.ApplicationScheme)
            .AddCookie(
                IdentityConstants.ApplicationScheme,
                o =>
                {
                    o.Cookie.Name = Cookie;
                    o.Cookie.HttpOnly = true;
                    o.Cookie.SameSite = SameSiteMode.Strict;
                    o.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
                    o.Cookie.IsEssential = true;
                    // Counted by the device itself from when it came: a device whose clock is wrong keeps it all the same.
                    o.Cookie.MaxAge = CookieStays;
                    o.ExpireTimeSpan = CookieStays;
                    o.SlidingExpiration = false;
                    o.Events.OnValidatePrincipal = c =>
                        c.HttpContext.RequestServices.GetRequiredService<SignIns>().ValidateAsync(c);
                }
            );
        // What a browser was asked for, until it answers.
        services
            .AddAuthentication()
            .AddCookie(
                IdentityConstants.TwoFactorUserIdScheme,
                o =>
                {
                    o.Cookie.Name = "deft-key";
                    o.Cookie.HttpOnly = true;
                    o.Cookie.SameSite = SameSiteMode.Strict;
                    o.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
                    o.Cookie.IsEssential = true;
                    o.ExpireTimeSpan = TimeSpan.FromMinutes(5);
                }
            );
        services.AddAuthorization(Policies.Configure);
        services.AddSingleton<IAuthorizationMiddlewareResultHandler, Answers>();
        services.AddScoped<RequestVisitor>();
        services.AddScoped<IWhoActs>(s => s.GetRequiredService<RequestVisitor>());
        services.AddScoped<IClientReach>(s => s.GetRequiredService<RequestVisitor>());
        services.AddSingleton<SignIns>();
        services.AddSingleton<IStanding>(s => s.GetRequiredService<SignIns>());
        services.AddSingleton<Tries>();
        services.AddSingleton<Strangers>();
        services.AddSingleton<DeedLog>();
        services.AddScoped<DoorKeeper>();
    }

    /// <summary>Whoever may not is told what to do.</summary>
    private sealed class Answers : IAuthorizationMiddlewareResultHandler
    {
        public Task HandleAsync(
            RequestDelegate next,
            HttpContext context,
            AuthorizationPolicy policy,
            PolicyAuthorizationResult authorizeResult
        )
        {
            if (authorizeResult.Succeeded)
                return next(context);
            var visitor = Visitor.Of(context);
            if (visitor is null)
                throw new HttpRefusal(
                    StatusCodes.Status401Unauthorized,
                    "Nobody is signed in on this device, or not any more. Sign in to go on; what you entered waits here.",
                    null,
                    new Dictionary<string, object?> { ["again"] = true, ["signIn"] = true }
                );
            throw new HttpRefusal(
                StatusCodes.Status403Forbidden,
                visitor is { Role: Role.Owner, ByPin: true }
                    ? "A short number is not enough for this. Sign in with your passphrase first."
                    : $"This is not open to {visitor.Role switch
                    {
                        Role.Client => "clients",
                        Role.Assistant => "assistants",
                        _ => "coaches",
                    }}. Ask the owner of the studio."
            );
        }
    }
}

/// <summary>
/// What was entered as one person is not kept as another: a page says as whom it writes, and what somebody else wrote waits
/// until they are signed in again. And nobody asks faster than a screen does.
/// </summary>
internal sealed class WhoWrites(RequestDelegate next, Tries tries)
{
    /// <summary>The header by which a page says as whom something was entered.</summary>
    public const string Header = "Deft-Coach";

    private const int MostRequests = 3000;
    private static readonly TimeSpan Refill = TimeSpan.FromSeconds(15);

    public Task InvokeAsync(HttpContext context)
    {
        if (!context.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal))
            return next(context);
        var visitor = Visitor.Of(context);
        tries.Count(
            visitor is not null ? $"asks {visitor.SignIn:N}" : $"asks from {context.Connection.RemoteIpAddress}",
            MostRequests,
            Refill,
            "That were too many questions at once."
        );
        var reads = HttpMethods.IsGet(context.Request.Method) || HttpMethods.IsHead(context.Request.Method);
        var said = context.Request.Headers[Header].ToString();
        if (
            !reads
            && visitor?.Coach is { } acts
            && said.Length > 0
            && !(Guid.TryParse(said, out var entered) && entered == acts)
        )
            throw new HttpRefusal(
                StatusCodes.Status409Conflict,
                "This was entered by somebody else on this device. It waits until they are signed in here again.",
                null,
                new Dictionary<string, object?> { ["again"] = true, ["other"] = true }
            );
        return next(context);
    }
}
