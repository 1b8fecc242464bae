using System.Net;
using DeftStride.Core.Correcting;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Web.Features.Library;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>A foot explored with a wedge, over the wire: judged by the server, kept once, tried without after one set.</summary>
public sealed class WedgeTests : IDisposable
{
    private readonly StudioUnderTest _studio = new();

    public void Dispose() => _studio.Dispose();

    private static WedgeRequest Asked(params WedgeTryDto[] tries) =>
        new(BodySide.Left, FootType.Collapsing, tries, new(1, AnkleSeen.SinksIn), KneeReadBy.Picture);

    private static readonly WedgeTryDto[] Helped =
    [
        new(WedgePlace.Awareness, WedgeAnswer.Same, null),
        new(WedgePlace.MidFoot, WedgeAnswer.Same, new(1, AnkleSeen.SinksIn)),
        new(WedgePlace.InnerEdge, WedgeAnswer.Same, new(0, AnkleSeen.Level)),
    ];

    private async Task<string[]> LentAsync(Guid client) =>
        [
            .. (await _studio.GetAsync($"/api/clients/{client}"))["props"]!
                .AsArray()
                .Select(p => Text(p, "correctionId")),
        ];

    [Fact]
    public async Task A_wedge_that_levels_the_ankle_is_kept_once_and_tried_without_after_one_set()
    {
        var client = await _studio.ClientAsync();
        var request = new WedgeTrialRequest(Guid.CreateVersion7(), client, Asked(Helped), null, null);
        var kept = await _studio.PostAsync("/api/wedge-trials", request);
        Assert.Equal("innerEdge", Text(kept, "keep"));
        Assert.True(kept!["tryWithout"]!.GetValue<bool>());
        Assert.Equal(["ia-wedge"], await LentAsync(client));
        await _studio.PostAsync("/api/wedge-trials", request);
        _studio.Restart();
        var stands = Assert.Single((await _studio.GetAsync($"/api/clients/{client}/wedges")).AsArray())!;
        Assert.Contains("level on it", stands["because"]!.AsArray()[^1]!.GetValue<string>(), StringComparison.Ordinal);

        var after = await _studio.PostAsync(
            "/api/wedge-trials",
            request with
            {
                Id = Guid.CreateVersion7(),
                Without = WedgeAnswer.Same,
                Supersedes = request.Id,
            }
        );
        Assert.True(after!["giveBack"]!.GetValue<bool>());
        Assert.False(after["tryWithout"]!.GetValue<bool>());
        Assert.Empty(await LentAsync(client));
        stands = Assert.Single((await _studio.GetAsync($"/api/clients/{client}/wedges")).AsArray())!;
        Assert.Equal("As good without: take it out.", Text(stands, "say"));
    }

    [Fact]
    public async Task What_cannot_be_meant_is_refused_and_changes_nothing()
    {
        var client = await _studio.ClientAsync();
        foreach (
            var request in new[]
            {
                new WedgeTrialRequest(Guid.CreateVersion7(), client, Asked(), null, null),
                new(Guid.CreateVersion7(), client, Asked([.. Helped, Helped[0]]), null, null),
                new(
                    Guid.CreateVersion7(),
                    client,
                    Asked(new WedgeTryDto(WedgePlace.Awareness, WedgeAnswer.Same, new(55, null))),
                    null,
                    null
                ),
                // Nothing is kept that could be left away.
                new(Guid.CreateVersion7(), client, Asked(Helped[0]), WedgeAnswer.Same, null),
            }
        )
            await _studio.PostAsync("/api/wedge-trials", request, HttpStatusCode.BadRequest);
        Assert.Empty((await _studio.GetAsync($"/api/clients/{client}/wedges")).AsArray());
        await _studio.PostAsync(
            "/api/compute/wedge",
            Asked([.. Enumerable.Repeat(Helped[0], 13)]),
            HttpStatusCode.BadRequest
        );
    }
}
