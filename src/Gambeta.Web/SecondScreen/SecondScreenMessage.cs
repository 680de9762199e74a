using System.Text.Json;

namespace Gambeta.Web.SecondScreen;

/// <summary>What one device of a household tells another about a practice under way.</summary>
/// <param name="Household">Whose devices.</param>
/// <param name="Kind">How it stands, a press on the second screen, or that somebody looks.</param>
/// <param name="Session">The practice; the nil id for whoever only looks.</param>
/// <param name="Player">Whose practice it is, with how it stands.</param>
/// <param name="Body">What is told, as the devices understand it: it is passed on, and never kept.</param>
public sealed record SecondScreenMessage(Guid Household, SecondScreenKind Kind, Guid Session, Guid Player, JsonElement Body)
{
    /// <summary>The longest body in characters: PostgreSQL passes on 8,000 bytes at most.</summary>
    public const int LongestBody = 2400;

    /// <summary>Reads what a device sent; nothing where it is none.</summary>
    public static SecondScreenMessage? Read(Guid household, SecondScreenKind kind, JsonElement body)
    {
        if (body.ValueKind != JsonValueKind.Object || body.GetRawText().Length > LongestBody)
            return null;
        if (kind == SecondScreenKind.Look)
            return new(household, kind, Guid.Empty, Guid.Empty, body.Clone());
        return
            body.TryGetProperty("session", out var told)
            && told.TryGetId(out var session)
            && (kind == SecondScreenKind.Press || (body.TryGetProperty("player", out var plays) && plays.TryGetId(out _)))
            ? new(
                household,
                kind,
                session,
                kind == SecondScreenKind.Stands && body.GetProperty("player").TryGetId(out var player) ? player : Guid.Empty,
                body.Clone()
            )
            : null;
    }
}

/// <summary>What a message between two screens is.</summary>
public enum SecondScreenKind
{
    /// <summary>How a practice stands, from the device that plays.</summary>
    Stands,

    /// <summary>Something that was pressed on a second screen.</summary>
    Press,

    /// <summary>A second screen looks on.</summary>
    Look,
}

internal static class JsonIds
{
    public static bool TryGetId(this JsonElement json, out Guid id)
    {
        id = Guid.Empty;
        return json.ValueKind == JsonValueKind.String && json.TryGetGuid(out id);
    }
}
