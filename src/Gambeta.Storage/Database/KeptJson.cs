using System.Text.Json;
using System.Text.Json.Serialization;
using Gambeta.Core;

namespace Gambeta.Storage;

/// <summary>
/// How what is kept as JSON is written: by forms of its own (<c>Kept...</c>), so that nothing in a column hangs on how a type of the core
/// is called. <c>tests/shared/stored.json</c> holds every name.
/// </summary>
internal static class KeptJson
{
    /// <summary>Names of the form as they are; values of enumerations by the words of their keys (<see cref="Keys.ToName"/>).</summary>
    public static readonly JsonSerializerOptions ByName = new() { Converters = { new NameConverter() } };

    /// <summary>Names of the form as they are; values of enumerations by their numbers, which stand beside them.</summary>
    public static readonly JsonSerializerOptions ByNumber = new();

    /// <summary>Names as the browser writes them.</summary>
    public static readonly JsonSerializerOptions ByBrowser = new(JsonSerializerDefaults.Web);

    /// <summary>Names as the browser writes them; what is not there is left out.</summary>
    public static readonly JsonSerializerOptions AsSent = new(JsonSerializerDefaults.Web)
    {
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    };

    private sealed class NameConverter : JsonConverterFactory
    {
        public override bool CanConvert(Type typeToConvert) => typeToConvert.IsEnum;

        public override JsonConverter CreateConverter(Type typeToConvert, JsonSerializerOptions options) =>
            (JsonConverter)Activator.CreateInstance(typeof(Of<>).MakeGenericType(typeToConvert))!;

        private sealed class Of<T> : JsonConverter<T>
            where T : struct, Enum
        {
            public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
                reader.TokenType == JsonTokenType.String && Keys.TryReadName<T>(reader.GetString()!, out var value)
                    ? value
                    : throw new JsonException($"There is no such {typeof(T).Name}.");

            public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) =>
                writer.WriteStringValue(value.ToName());
        }
    }
}
