using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using DeftStride.Web.Hosting;
using Xunit;

namespace DeftStride.Web.Tests;

public sealed class DeferredJsonTests
{
    internal enum Half
    {
        Left,
        Right,
    }

    internal sealed record Whole(Half Half, IReadOnlyList<Part> Parts, string? Note = null);

    internal sealed record Part(double Size, Kind? Kind);

    [JsonDerivedType(typeof(Kind.Round), "round")]
    internal abstract record Kind
    {
        internal sealed record Round(int Across) : Kind;
    }

    private readonly List<Type> _looked = [];
    private readonly JsonSerializerOptions _early = Json.ConfigureWire(new(JsonSerializerDefaults.Web));
    private readonly JsonSerializerOptions _late;

    public DeferredJsonTests()
    {
        _early.TypeInfoResolver = new DefaultJsonTypeInfoResolver { Modifiers = { t => _looked.Add(t.Type) } };
        _late = new JsonSerializerOptions(_early);
        _late.TypeInfoResolver = new DeferredJson(_early);
    }

    [Fact]
    public void Nothing_is_looked_up_before_the_first_is_read_or_written()
    {
        var known = (JsonTypeInfo<Whole>)_late.GetTypeInfo(typeof(Whole));
        Assert.NotNull(_late.GetTypeInfo(typeof(Whole[])));
        Assert.Empty(_looked);
        var one = new Whole(Half.Right, [new(1.5, new Kind.Round(3)), new(2, null)]);
        var text = JsonSerializer.Serialize(one, known);
        Assert.Contains(typeof(Whole), _looked);
        Assert.Equal(JsonSerializer.Serialize(one, _early), text);
        Assert.Equal(
            """{"half":"right","parts":[{"size":1.5,"kind":{"$type":"round","across":3}},{"size":2,"kind":null}],"note":null}""",
            text
        );
        var back = JsonSerializer.Deserialize(text, known)!;
        Assert.Equal((one.Half, one.Parts[0]), (back.Half, back.Parts[0]));
        Assert.Null(JsonSerializer.Deserialize("null", known));
        // A kind among several goes out as the one it is, alone and in a list.
        Kind[] kinds = [new Kind.Round(4)];
        Assert.Equal(JsonSerializer.Serialize(kinds, _early), JsonSerializer.Serialize(kinds, _late));
        Assert.Equal(JsonSerializer.Serialize(kinds[0], _early), JsonSerializer.Serialize(kinds[0], _late));
    }

    [Theory]
    [InlineData("""{"half":"up","parts":[]}""", "$.half")]
    [InlineData("""{"half":1,"parts":[]}""", "$.half")]
    [InlineData("""{"half":"left","parts":[{"size":"2","kind":null}]}""", "$.parts[0].size")]
    [InlineData("""{"half":"left","parts":null}""", null)]
    [InlineData("""{"half":"left"}""", "$")]
    [InlineData("""{"half":"left","parts":[],"more":1}""", "$.more")]
    [InlineData("""{"half":"left","half":"left","parts":[]}""", null)]
    [InlineData("[1]", "$")]
    public void What_cannot_be_read_is_at_the_same_place(string text, string? path)
    {
        var early = Assert.Throws<JsonException>(() => JsonSerializer.Deserialize<Whole>(text, _early));
        var late = Assert.Throws<JsonException>(() => JsonSerializer.Deserialize<Whole>(text, _late));
        Assert.Equal(early.Path, late.Path);
        Assert.Equal(path ?? late.Path, late.Path);
    }

    [Theory]
    [InlineData("")]
    [InlineData("""{"half":""")]
    [InlineData("""{"half":"left","parts":[]""")]
    [InlineData("""{"half":"left","parts":[]} x""")]
    public void What_is_no_json_is_refused(string text) =>
        Assert.Throws<JsonException>(() => JsonSerializer.Deserialize<Whole>(text, _late));
}
