using System.Text.Json.Serialization.Metadata;
using DeftStride.Core.Telling;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Work;

namespace DeftStride.Web.Hosting;

/// <summary>A text that a person wrote, or that is data: it goes out as it is.</summary>
[AttributeUsage(AttributeTargets.Property)]
internal sealed class AsWrittenAttribute : Attribute;

/// <summary>
/// The studio's manner on the way out: every text of every answer is told in the studio's units, order of days and clock, at
/// the one place where all of them pass. A new text needs nothing; a field that a person writes is marked.
/// </summary>
internal static class Telling
{
    private static readonly object Key = new();

    /// <summary>How a studio reads.</summary>
    public static Manner Of(StudioRecord studio)
    {
        var choices = KeptStudioChoices.Of(studio);
        return new Manner(
            ChoicesInForce.Kit(studio).Tape,
            choices.Days ?? Manner.AsWritten.Days,
            choices.Clock ?? Manner.AsWritten.Clock
        );
    }

    /// <summary>The manner of the studio that a request is about; as written where nobody knows yet.</summary>
    public static Manner Of(HttpContext? context) => context?.Items[Key] as Manner ?? Manner.AsWritten;

    /// <summary>Every answer and refusal of a group goes out in the studio's manner, also the one that has just changed it.</summary>
    public static RouteGroupBuilder WithManner(this RouteGroupBuilder group) =>
        group.AddEndpointFilter(
            async (context, next) =>
            {
                var http = context.HttpContext;
                var manner = http.RequestServices.GetRequiredService<StudioManner>();
                http.Items[Key] = await manner.NowAsync(http.RequestAborted);
                var answer = await next(context);
                http.Items[Key] = await manner.NowAsync(http.RequestAborted);
                return answer;
            }
        );

    /// <summary>Tells every text property of a type, all but those marked as written.</summary>
    /// <param name="manner">The manner of the answer that is being written.</param>
    public static Action<JsonTypeInfo> In(Func<Manner> manner) =>
        type =>
        {
            foreach (var property in type.Properties)
            {
                if (
                    property.Get is not { } get
                    || property.AttributeProvider?.IsDefined(typeof(AsWrittenAttribute), inherit: false) == true
                )
                    continue;
                if (property.PropertyType == typeof(string))
                    property.Get = o => get(o) is string text ? text.Told(manner()) : null;
                else if (property.PropertyType == typeof(IReadOnlyList<string>))
                    property.Get = o =>
                        get(o) is IReadOnlyList<string> texts && manner() is var m
                            ? m == Manner.AsWritten
                                ? texts
                                : [.. texts.Select(t => t.Told(m))]
                            : null;
            }
        };
}

/// <summary>The studio's manner, read again once something has been written.</summary>
internal sealed class StudioManner(IServiceScopeFactory scopes, StudioCache cache)
{
    private sealed record Known(long Writes, Manner Manner);

    private Known? _known;

    public async ValueTask<Manner> NowAsync(CancellationToken stop)
    {
        var writes = cache.Writes;
        if (_known is { } known && known.Writes == writes)
            return known.Manner;
        await using var scope = scopes.CreateAsyncScope();
        var manner = Telling.Of(await scope.ServiceProvider.GetRequiredService<StudioScope>().StudioAsync(stop));
        _known = new Known(writes, manner);
        return manner;
    }
}
