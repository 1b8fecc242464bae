using System.Net.WebSockets;
using DeftStride.Web.Hosting;
using Microsoft.Extensions.DependencyInjection;
using Xunit;

namespace DeftStride.Web.Tests;

/// <summary>What memory is not used is given back when nobody asks for anything, and only once.</summary>
public sealed class RestingMemoryTests
{
    [Fact]
    public void It_is_given_back_once_after_each_time_that_somebody_asked()
    {
        var given = 0;
        using var rest = new RestingMemory(() => given++);
        rest.While();
        Assert.Equal(1, given);
        for (var day = 2; day < 5; day++)
        {
            // As long as somebody asks, nothing is.
            for (var i = 0; i < 3; i++)
            {
                rest.Asked();
                rest.While();
                Assert.Equal(day - 1, given);
            }

            for (var i = 0; i < 3; i++)
            {
                rest.While();
                Assert.Equal(day, given);
            }
        }
    }

    [Fact]
    public async Task Every_question_to_the_server_is_somebody_who_asks()
    {
        var given = 0;
        var rest = new RestingMemory(() => given++);
        using var studio = new StudioUnderTest(services: s => s.AddSingleton(rest));
        rest.While();
        rest.While();
        Assert.Equal(1, given);
        await studio.GetAsync("/api/ladders");
        rest.While();
        Assert.Equal(1, given);
        rest.While();
        Assert.Equal(2, given);
    }

    [Fact]
    public async Task A_point_that_is_moved_over_an_open_line_is_no_rest()
    {
        var given = 0;
        var rest = new RestingMemory(() => given++);
        using var studio = new StudioUnderTest(services: s => s.AddSingleton(rest));
        using var line = await studio.Sockets().ConnectAsync(new("ws://localhost/api/live"), default);
        rest.While();
        rest.While();
        Assert.Equal(1, given);
        await line.SendAsync("{\"seq\":1}"u8.ToArray(), WebSocketMessageType.Text, endOfMessage: true, default);
        await line.ReceiveAsync(new byte[4096], default);
        rest.While();
        Assert.Equal(1, given);
        rest.While();
        Assert.Equal(2, given);
    }
}
