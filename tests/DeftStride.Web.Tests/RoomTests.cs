using System.Net;
using System.Reflection;
using DeftStride.Studio.Work;
using DeftStride.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Http;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;
using Xunit;

namespace DeftStride.Web.Tests;

/// <summary>Every way in lies in a named room under a named policy, and who acts and when comes from one place.</summary>
public sealed class RoomTests : IDisposable
{
    private readonly StudioUnderTest _studio = new(before: folder =>
    {
        Directory.CreateDirectory(Path.Combine(folder, "none", "assets"));
        File.WriteAllText(Path.Combine(folder, "none", "index.html"), "<p>page</p>");
        File.WriteAllText(Path.Combine(folder, "none", "assets", "a.js"), "1");
    });

    public void Dispose() => _studio.Dispose();

    [Fact]
    public void Every_endpoint_socket_and_file_route_has_a_room_and_a_policy()
    {
        var endpoints = _studio
            .Services.GetRequiredService<EndpointDataSource>()
            .Endpoints.OfType<RouteEndpoint>()
            .ToArray();
        Assert.True(endpoints.Length > 50);
        foreach (var endpoint in endpoints)
        {
            var name = endpoint.RoutePattern.RawText;
            Assert.True(endpoint.Metadata.GetMetadata<Room>() is { Name.Length: > 0 }, $"{name} lies in no room.");
            var policies = endpoint.Metadata.GetOrderedMetadata<IAuthorizeData>().Select(a => a.Policy).ToArray();
            Assert.True(policies.Length > 0, $"{name} has no policy.");
            Assert.All(policies, p => Assert.Contains(p, Policies.All));
            Assert.Null(endpoint.Metadata.GetMetadata<IAllowAnonymous>());
        }

        Assert.Contains(endpoints, e => e.RoutePattern.RawText!.Contains("live", StringComparison.Ordinal));
        Assert.Contains(endpoints, e => e.RoutePattern.RawText!.Contains("pictures", StringComparison.Ordinal));
        Assert.Contains(endpoints, e => e.Metadata.GetMetadata<Room>()!.Name == "page");
        // What keeps nothing and knows nobody, and only that, is a computation.
        Assert.All(
            endpoints.Where(e =>
                e.Metadata.GetOrderedMetadata<IAuthorizeData>().All(a => a.Policy == Policies.Compute)
            ),
            e => Assert.Matches("compute|live", e.RoutePattern.RawText!)
        );
    }

    [Fact]
    public async Task Files_come_through_their_room_and_a_missing_one_is_not_the_page()
    {
        var file = await _studio.Http.GetAsync(new Uri("/assets/a.js", UriKind.Relative));
        Assert.Equal((HttpStatusCode.OK, "1"), (file.StatusCode, await file.Content.ReadAsStringAsync()));
        Assert.Contains("immutable", file.Headers.CacheControl!.ToString(), StringComparison.Ordinal);
        Assert.NotNull(file.Headers.ETag);
        foreach (var page in new[] { "/", "/clients/abc", "/library?open=x" })
        {
            var shown = await _studio.Http.GetAsync(new Uri(page, UriKind.Relative));
            Assert.Equal(
                (HttpStatusCode.OK, "<p>page</p>"),
                (shown.StatusCode, await shown.Content.ReadAsStringAsync())
            );
        }

        Assert.Equal(
            HttpStatusCode.NotFound,
            (await _studio.Http.GetAsync(new Uri("/assets/b.js", UriKind.Relative))).StatusCode
        );
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await _studio.Http.GetAsync(new Uri("/api/none.json", UriKind.Relative))).StatusCode
        );
        using var nothing = new StringContent("x");
        Assert.Equal(
            HttpStatusCode.MethodNotAllowed,
            (await _studio.Http.PostAsync(new Uri("/clients", UriKind.Relative), nothing)).StatusCode
        );
    }

    /// <summary>What is not a request, or comes before one has a studio, has its own clock: devices measure how long they were on, the sweep and the backup come daily, the door asks who it is.</summary>
    private static readonly string[] OwnClock =
    [
        "DeviceShelf",
        "MediaSweeping",
        "SignIns",
        "Tries",
        "DeedLog",
        "BackupKeeper",
        "BackupSchedule",
    ];

    [Fact]
    public void No_feature_asks_for_a_clock_or_a_coach_of_its_own()
    {
        var features = typeof(Program)
            .Assembly.GetTypes()
            .Where(t => t.Namespace?.StartsWith("DeftStride.Web.Features", StringComparison.Ordinal) == true)
            .Where(t => !OwnClock.Contains(t.Name) && !t.Name.Contains('<', StringComparison.Ordinal))
            .ToArray();
        const BindingFlags All =
            BindingFlags.Public
            | BindingFlags.NonPublic
            | BindingFlags.Static
            | BindingFlags.Instance
            | BindingFlags.DeclaredOnly;
        foreach (var type in features)
        {
            var asked = type.GetMethods(All)
                .Cast<MethodBase>()
                .Concat(type.GetConstructors(All))
                .SelectMany(m => m.GetParameters(), (m, p) => (m, p));
            foreach (var (method, parameter) in asked)
                Assert.False(
                    parameter.ParameterType == typeof(TimeProvider)
                        || parameter.ParameterType == typeof(IHttpContextAccessor),
                    $"{type.Name}.{method.Name} takes {parameter.ParameterType.Name}: ask StudioScope."
                );
        }

        Assert.NotNull(typeof(StudioScope).GetProperty(nameof(StudioScope.Now)));
    }
}
