using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;

namespace DeftStride.Web.Hosting;

/// <summary>
/// How something is read and written is looked up when the first of its kind is, and not for every endpoint before the first answer:
/// the framework asks for all of them while the server starts, and what it compiles for each of some fifty enumerations was half
/// of what is compiled then.
/// </summary>
/// <param name="whole">How everything is really read and written; it does not change any more.</param>
internal sealed class DeferredJson(JsonSerializerOptions whole) : IJsonTypeInfoResolver
{
    public JsonTypeInfo? GetTypeInfo(Type type, JsonSerializerOptions options) =>
        Deferrable(type)
            ? ((IDeferred)Activator.CreateInstance(typeof(Converter<>).MakeGenericType(type), whole)!).In(options)
            : whole.TypeInfoResolver!.GetTypeInfo(type, options);

    /// <summary>What has no kinds and is not one of several: of those the framework has to know how they are told apart.</summary>
    private static bool Deferrable(Type type) =>
        type is { IsValueType: false, IsSealed: true }
        && type != typeof(string)
        && (type.IsArray || type.BaseType == typeof(object));

    private interface IDeferred
    {
        public JsonTypeInfo In(JsonSerializerOptions options);
    }

    private sealed class Converter<T>(JsonSerializerOptions whole) : JsonConverter<T>, IDeferred
    {
        private JsonTypeInfo<T> Whole => field ??= (JsonTypeInfo<T>)whole.GetTypeInfo(typeof(T));

        public JsonTypeInfo In(JsonSerializerOptions options) => JsonMetadataServices.CreateValueInfo<T>(options, this);

        public override T? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            JsonSerializer.Deserialize(ref reader, Whole);

        public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) =>
            JsonSerializer.Serialize(writer, value, Whole);
    }
}
