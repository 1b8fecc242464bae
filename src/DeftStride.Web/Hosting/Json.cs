using System.Collections.Concurrent;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using DeftStride.Core.Telling;
using DeftStride.Data.Kept;

namespace DeftStride.Web.Hosting;

/// <summary>The one way JSON is written and read: camel case, enums by name, numbers as numbers, unknown fields refused.</summary>
internal static class Json
{
    /// <summary>For answers that are kept with their operation, and for what tests and tools read.</summary>
    public static JsonSerializerOptions Options { get; } =
        Configure(new JsonSerializerOptions(JsonSerializerDefaults.Web));

    /// <summary>For what is sent: required means required, null only where it may be, nothing twice.</summary>
    public static JsonSerializerOptions Wire { get; } =
        ConfigureWire(new JsonSerializerOptions(JsonSerializerDefaults.Web));

    /// <summary>For what is sent past the framework, in a studio's manner.</summary>
    public static JsonSerializerOptions In(Manner manner) =>
        InManner.GetOrAdd(
            manner,
            static m => new JsonSerializerOptions(Options)
            {
                TypeInfoResolver = new DefaultJsonTypeInfoResolver { Modifiers = { Telling.In(() => m) } },
            }
        );

    private static readonly ConcurrentDictionary<Manner, JsonSerializerOptions> InManner = new();

    public static JsonSerializerOptions ConfigureWire(JsonSerializerOptions options)
    {
        Configure(options);
        options.RespectRequiredConstructorParameters = true;
        options.RespectNullableAnnotations = true;
        options.AllowDuplicateProperties = false;
        options.PropertyNameCaseInsensitive = false;
        return options;
    }

    private static JsonSerializerOptions Configure(JsonSerializerOptions options)
    {
        options.NumberHandling = JsonNumberHandling.Strict;
        options.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
        return options;
    }

    public static string Write<T>(T value) => JsonSerializer.Serialize(value, Options);

    /// <summary>Reads the answer to an operation that was kept, perhaps by an earlier version.</summary>
    public static bool TryRead<T>(string json, out T? value)
    {
        try
        {
            value = JsonSerializer.Deserialize<T>(json, Options);
            return value is not null;
        }
        catch (JsonException)
        {
            value = default;
            return false;
        }
    }

    /// <summary>Whether a request that was kept says the same as a new one: fields that are null count as missing, and their order does not count.</summary>
    public static bool Same(string kept, object request) => StoredJson.Same(kept, Write(request));
}
