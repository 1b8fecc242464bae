using System.Buffers;
using System.Net.WebSockets;
using System.Text.Json;
using DeftStride.Web.Features.Setup;
using DeftStride.Web.Hosting;

namespace DeftStride.Web.Features.Measuring;

/// <summary>Either a look to read or a stance to work out.</summary>
internal sealed record LiveQuestion(long Seq, LookRequest? Request, BenchRequest? Bench);

internal sealed record LiveAnswer(long Seq, LookAnswer? Look, BenchView? Bench, string? Problem);

/// <summary>
/// The same reading as the compute endpoint, over one web socket while a point moves. One question, one answer, in
/// order; the number sent with the question comes back with its answer.
/// </summary>
internal static class LiveReading
{
    private const int LongestQuestion = 256 * 1024;

    public static void Map(IEndpointRouteBuilder api) => api.Map("/live", AnswerAsync).ExcludeFromDescription();

    private static async Task AnswerAsync(HttpContext context)
    {
        if (!context.WebSockets.IsWebSocketRequest) throw Refusal.BadInput("live", "This address speaks over a web socket only.");
        // A page of another origin may open sockets to this server without asking: refuse it here.
        var origin = context.Request.Headers.Origin.ToString();
        if (origin.Length > 0 && new Uri(origin).Authority != context.Request.Host.Value) throw new Refusal(StatusCodes.Status403Forbidden, "Readings are given to the studio's own page only.");

        using var socket = await context.WebSockets.AcceptWebSocketAsync();
        var buffer = ArrayPool<byte>.Shared.Rent(LongestQuestion);
        try
        {
            while (await ReceiveAsync(socket, buffer, context.RequestAborted) is { } length)
            {
                var answer = JsonSerializer.SerializeToUtf8Bytes(Answer(buffer.AsSpan(0, length)), Json.Options);
                await socket.SendAsync(answer, WebSocketMessageType.Text, endOfMessage: true, context.RequestAborted);
            }

            if (socket.State == WebSocketState.CloseReceived) await socket.CloseOutputAsync(WebSocketCloseStatus.NormalClosure, null, context.RequestAborted);
        }
        catch (Exception e) when (e is WebSocketException or OperationCanceledException)
        {
            // The page went away; there is nobody left to answer.
        }
        finally
        {
            ArrayPool<byte>.Shared.Return(buffer);
        }
    }

    private static LiveAnswer Answer(ReadOnlySpan<byte> question)
    {
        LiveQuestion? asked = null;
        try
        {
            asked = JsonSerializer.Deserialize<LiveQuestion>(question, Json.Options);
            return asked switch
            {
                { Request: { } look } => new LiveAnswer(asked.Seq, LookEndpoints.Answer(look), null, null),
                { Bench: { } bench } => new LiveAnswer(asked.Seq, null, BenchSolver.Solve(bench), null),
                _ => new LiveAnswer(asked?.Seq ?? 0, null, null, "Nothing was asked."),
            };
        }
        catch (JsonException)
        {
            return new LiveAnswer(0, null, null, "The question could not be read. Reload the page.");
        }
        catch (Refusal refusal)
        {
            return new LiveAnswer(asked?.Seq ?? 0, null, null, refusal.Message);
        }
    }

    private static async Task<int?> ReceiveAsync(WebSocket socket, byte[] buffer, CancellationToken stop)
    {
        var length = 0;
        while (true)
        {
            var got = await socket.ReceiveAsync(buffer.AsMemory(length, LongestQuestion - length), stop);
            if (got.MessageType != WebSocketMessageType.Text) return null;
            length += got.Count;
            if (got.EndOfMessage) return length;
            if (length < LongestQuestion) continue;
            await socket.CloseAsync(WebSocketCloseStatus.MessageTooBig, null, stop);
            return null;
        }
    }
}
