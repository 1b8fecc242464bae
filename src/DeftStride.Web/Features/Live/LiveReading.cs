using System.Buffers;
using System.Net.WebSockets;
using System.Text.Json;
using DeftStride.Studio.Work;
using DeftStride.Web.Access;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Features.Positions;
using DeftStride.Web.Features.Setup;
using DeftStride.Web.Hosting;

namespace DeftStride.Web.Features.Live;

/// <summary>A look to read, a stance to work out, or two positions to compare.</summary>
internal sealed record LiveQuestion(
    long Seq,
    LookRequest? Request = null,
    BenchRequest? Bench = null,
    PositionsRequest? Positions = null
);

internal sealed record LiveAnswer(
    long Seq,
    LookAnswer? Look = null,
    BenchView? Bench = null,
    PositionsView? Positions = null,
    string? Problem = null
);

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
        var log = context.RequestServices.GetRequiredService<ILoggerFactory>().CreateLogger(typeof(LiveReading));
        var manner = context.RequestServices.GetRequiredService<StudioManner>();
        if (!context.WebSockets.IsWebSocketRequest)
            throw Refusal.BadInput("live", "This address speaks over a web socket only.");
        var signIns = context.RequestServices.GetRequiredService<IStanding>();
        var rest = context.RequestServices.GetRequiredService<RestingMemory>();
        // A line that is held open by a page would hold a server that is told to stop.
        using var over = CancellationTokenSource.CreateLinkedTokenSource(
            context.RequestAborted,
            context.RequestServices.GetRequiredService<IHostApplicationLifetime>().ApplicationStopping
        );
        using var socket = await context.WebSockets.AcceptWebSocketAsync();
        var buffer = ArrayPool<byte>.Shared.Rent(LongestQuestion);
        try
        {
            while (await ReceiveAsync(socket, buffer, over.Token) is { } length)
            {
                // A point that is being moved is no rest.
                rest.Asked();
                if (!await signIns.StandsAsync(context, over.Token))
                {
                    await socket.CloseAsync(
                        WebSocketCloseStatus.PolicyViolation,
                        "Signed out. Sign in again.",
                        over.Token
                    );
                    return;
                }

                var answer =
                    length < 0
                        ? new LiveAnswer(0, Problem: "That is more than one look can be. Reload the page.")
                        : Answer(buffer.AsSpan(0, length), log);
                await socket.SendAsync(
                    JsonSerializer.SerializeToUtf8Bytes(answer, Json.In(await manner.NowAsync(over.Token))),
                    WebSocketMessageType.Text,
                    endOfMessage: true,
                    over.Token
                );
            }

            if (socket.State == WebSocketState.CloseReceived)
                await socket.CloseOutputAsync(WebSocketCloseStatus.NormalClosure, null, over.Token);
        }
        catch (Exception e) when (e is WebSocketException or OperationCanceledException)
        {
            // The page went away, or the server goes: there is nobody left to answer, or nothing to answer with.
        }
        finally
        {
            ArrayPool<byte>.Shared.Return(buffer);
        }
    }

    /// <summary>Whatever was asked is answered, with its number as far as that can be read: the line is never broken over a question.</summary>
    private static LiveAnswer Answer(ReadOnlySpan<byte> question, ILogger log)
    {
        var seq = 0L;
        try
        {
            var asked = JsonSerializer.Deserialize<LiveQuestion>(question, Json.Wire);
            seq = asked?.Seq ?? 0;
            if (asked is not null)
                RequestShape.Check(asked);
            return asked switch
            {
                { Request: { } look } => new LiveAnswer(seq, Look: LookEndpoints.Answer(look)),
                { Bench: { } bench } => new LiveAnswer(seq, Bench: BenchSolver.Solve(bench)),
                { Positions: { } positions } => new LiveAnswer(seq, Positions: PositionSolver.Solve(positions)),
                _ => new LiveAnswer(seq, Problem: "Nothing was asked. Reload the page."),
            };
        }
        catch (JsonException e)
        {
            return new LiveAnswer(Number(question), Problem: RefusalMiddleware.Unreadable(e).Message);
        }
        catch (Refusal refusal)
        {
            return new LiveAnswer(seq, Problem: refusal.Message);
        }
#pragma warning disable CA1031 // Whatever goes wrong over one question, the next one is answered.
        catch (Exception e)
#pragma warning restore CA1031
        {
            log.LogError(e, "A live question failed.");
            return new LiveAnswer(seq, Problem: "This could not be worked out. Move a point, or reload the page.");
        }
    }

    /// <summary>The number of a question, also of one that cannot be read otherwise; 0 when there is none.</summary>
    private static long Number(ReadOnlySpan<byte> question)
    {
        try
        {
            var reader = new Utf8JsonReader(question);
            using var parsed = JsonDocument.ParseValue(ref reader);
            return
                parsed.RootElement is { ValueKind: JsonValueKind.Object } root
                && root.TryGetProperty("seq", out var seq)
                && seq.ValueKind == JsonValueKind.Number
                && seq.TryGetInt64(out var number)
                ? number
                : 0;
        }
        catch (JsonException)
        {
            return 0;
        }
    }

    /// <summary>The length of the next message; −1 for one that is too long or is no text, which is read to its end; null when the page is gone.</summary>
    private static async Task<int?> ReceiveAsync(WebSocket socket, byte[] buffer, CancellationToken stop)
    {
        var (length, wrong) = (0, false);
        while (true)
        {
            if (length == LongestQuestion)
                (length, wrong) = (0, true);
            var got = await socket.ReceiveAsync(buffer.AsMemory(length, LongestQuestion - length), stop);
            if (got.MessageType == WebSocketMessageType.Close)
                return null;
            wrong |= got.MessageType != WebSocketMessageType.Text;
            length += got.Count;
            if (got.EndOfMessage)
                return wrong ? -1 : length;
        }
    }
}
