using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Demo;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Xunit;

namespace DeftStride.Web.Tests;

public sealed class DemoTests
{
    [Fact]
    public async Task The_demo_fills_a_studio_once_with_readings_that_are_true_within_their_error()
    {
        using var studio = new StudioUnderTest();
        for (var i = 0; i < 2; i++)
        {
            await using var scope = studio.Services.CreateAsyncScope();
            await scope.ServiceProvider.GetRequiredService<DemoStudio>().SeedAsync(CancellationToken.None);
        }

        await using var look = studio.Services.CreateAsyncScope();
        var db = look.ServiceProvider.GetRequiredService<StudioContext>();
        Assert.Equal(8, await db.Clients.CountAsync());
        Assert.True(await db.Sessions.Select(v => v.StartsAt).MaxAsync() > DateTimeOffset.UtcNow.AddDays(13));
        Assert.Equal(1, await db.Flags.CountAsync(f => !db.FlagClearings.Any(c => c.FlagId == f.Id)));
        Assert.Contains(
            await db.Trials.Select(t => t.Outcome).ToListAsync(),
            o => o == Core.Correcting.TrialOutcome.Helped
        );
        Assert.Contains(
            await db.Trials.Select(t => t.Outcome).ToListAsync(),
            o => o == Core.Correcting.TrialOutcome.NoDifference
        );

        // Three people, one visible fault, three causes: three first corrections, each with its reason.
        var clients = (await studio.GetAsync("/api/clients")).AsArray();
        async Task<string> FirstAsync(string name)
        {
            var client = await studio.GetAsync(
                $"/api/clients/{StudioUnderTest.Text(clients.Single(c => StudioUnderTest.Text(c, "name") == name), "id")}"
            );
            var check = await studio.GetAsync(
                $"/api/checks/{StudioUnderTest.Text(client["checks"]!.AsArray()[^1], "id")}"
            );
            Assert.Equal(
                "Left knee falls in. Bring the left knee over the foot first.",
                string.Concat(
                    check["look"]!["finding"]!["sentence"]!.AsArray().Select(p => StudioUnderTest.Text(p, "text"))
                )
            );
            return $"{StudioUnderTest.Text(check["correction"], "id")}: {StudioUnderTest.Text(check["correction"], "why").Split('.')[0]}";
        }

        Assert.StartsWith(
            "ki-spotlight: Words come first",
            await FirstAsync("Petra Lowmoor"),
            StringComparison.Ordinal
        );
        Assert.Equal("ki-firm: Because the inner ankle sinks and the knee follows", await FirstAsync("Corin Vale"));
        Assert.Equal("ki-toes-ahead: Because the foot is turned, in or out", await FirstAsync("Odell Marsh"));

        var figures = new Figures();
        var names = (await db.Pictures.Select(p => new { p.Id, p.Body }).ToListAsync()).ToDictionary(
            p => p.Id,
            p => KeptUpload.Kept.Read(p.Body).UploadHash
        );
        var off = new List<double>();
        foreach (var body in await db.Checks.Select(c => c.Body).ToListAsync())
        {
            foreach (var still in KeptCheck.Kept.Read(body).Stills)
            {
                // What a model found in a drawn clip is held to truth where clips are.
                if (still.View != Core.Measuring.View.Side || still.Clip is not null)
                    continue;
                var read = Core.Measuring.MeasureReader.Read(
                    "front-shin",
                    still.ToCore(),
                    Core.Measuring.ReadingContext.Default,
                    Core.Measuring.ErrorModel.Default
                );
                off.Add(Math.Abs(read.Value.Value - figures.Truth(names[still.PictureId]).ShinDegrees));
            }
        }

        Assert.True(off.Count > 30);
        Assert.True(off.Max() < 4, $"largest error {off.Max():0.0}°");
    }
}
