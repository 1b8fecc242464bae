using System.Text.Json;
using System.Text.Json.Serialization;

namespace DeftStride.Web.Hosting;

/// <summary>The one way JSON is written and read: camel case, enums by name, numbers as numbers, unknown fields refused.</summary>
internal static class Json
{
    /// <summary>For what is kept: written long ago perhaps, by a form that knew fewer fields.</summary>
    public static JsonSerializerOptions Options { get; } =
        Configure(new JsonSerializerOptions(JsonSerializerDefaults.Web));

    /// <summary>For what is sent: required means required, null only where it may be, nothing twice.</summary>
    public static JsonSerializerOptions Wire { get; } =
        ConfigureWire(new JsonSerializerOptions(JsonSerializerDefaults.Web));

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

    public static T Read<T>(string json) =>
        JsonSerializer.Deserialize<T>(json, Options) ?? throw new JsonException("Null where a record was expected.");
}
