using System.Buffers;
using System.Text.Json;
using System.Text.Unicode;
using Gambeta.Core;

namespace Gambeta.Web.Api;

/// <summary>
/// Reads what was posted, the same for a request and for a message: 413 for more than is ever sent, 400 only for what is no JSON, 422 with
/// words for JSON that is not what it should be.
/// </summary>
internal static class JsonBody
{
    // Lists of a draft lie three deep.
    private static readonly JsonDocumentOptions Shallow = new() { MaxDepth = 12 };

    /// <summary>The body of a request, or why it is refused.</summary>
    public static async Task<(ReadOnlyMemory<byte> Body, IResult? Refused)> ReadAsync(HttpContext http, int most)
    {
        if (!http.Request.HasJsonContentType())
            return (default, Refusal.Of(StatusCodes.Status415UnsupportedMediaType));
        if (http.Request.ContentLength > most)
            return (default, Refusal.Of(StatusCodes.Status413PayloadTooLarge));
        var body = new ArrayBufferWriter<byte>(1024);
        while (await http.Request.Body.ReadAsync(body.GetMemory(1024), http.RequestAborted) is > 0 and var read)
        {
            body.Advance(read);
            if (body.WrittenCount > most)
                return (default, Refusal.Of(StatusCodes.Status413PayloadTooLarge));
        }
        return (body.WrittenMemory, null);
    }

    /// <summary>The JSON of a body, or why it is refused.</summary>
    public static (JsonDocument? Json, IResult? Refused) Parse(ReadOnlyMemory<byte> body)
    {
        try
        {
            return Utf8.IsValid(body.Span)
                ? (JsonDocument.Parse(body, Shallow), null)
                : (null, Refusal.Of(StatusCodes.Status400BadRequest));
        }
        catch (JsonException)
        {
            return (null, Refusal.Of(StatusCodes.Status400BadRequest));
        }
    }

    /// <summary>What a JSON object says, or why it is refused.</summary>
    public static (T? Post, IResult? Refused) As<T>(JsonElement json, JsonSerializerOptions options)
    {
        if (json.ValueKind != JsonValueKind.Object)
            return (default, Refusal.Final(Say("refusals.nothing-to-save")));
        if (!HoldsTexts(json))
            return (default, Refusal.Final(Say("refusals.text-has-a-bad-sign")));
        try
        {
            return (json.Deserialize<T>(options)!, null);
        }
        catch (JsonException wrong)
        {
            return (default, Refusal.Final(Say("refusals.not-as-expected", ("what", wrong.Path?.TrimStart('$', '.')))));
        }
    }

    private static bool HoldsTexts(JsonElement json)
    {
        switch (json.ValueKind)
        {
            case JsonValueKind.String:
                try
                {
                    return NoText.IsText(json.GetString());
                }
                catch (InvalidOperationException)
                {
                    // Half of a character.
                    return false;
                }
            case JsonValueKind.Object:
                foreach (var property in json.EnumerateObject())
                    if (!HoldsTexts(property.Value))
                        return false;
                return true;
            case JsonValueKind.Array:
                foreach (var item in json.EnumerateArray())
                    if (!HoldsTexts(item))
                        return false;
                return true;
            default:
                return true;
        }
    }
}
