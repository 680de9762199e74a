using System.Security.Cryptography;
using System.Text;
using Dapper;

namespace Gambeta.Storage;

/// <summary>The code by which a device that is signed in lets another one in.</summary>
public static class HandOverStore
{
    /// <summary>How long a code opens.</summary>
    public static readonly TimeSpan Lasts = TimeSpan.FromMinutes(2);

    /// <summary>Signs of a code.</summary>
    public const int Signs = 6;

    // What nobody takes for another sign, read aloud or in the sun.
    private const string Alphabet = "23456789ABCDEFGHJKMNPQRSTUVWXYZ";

    /// <summary>A new code, in place of the one before.</summary>
    public static async Task<string> MakeAsync(HouseholdWork work, DateTimeOffset now)
    {
        while (true)
        {
            var code = RandomNumberGenerator.GetString(Alphabet, Signs);
            // Somebody else has the same one just now: once in many years.
            if (!await HouseholdLookup.KeepAsync(work, LookupKind.Code, HouseholdLookup.KeyOf(DigestOf(code))))
                continue;
            await EndAsync(work);
            await work.ExecuteAsync(
                "insert into hand_over (household_id, digest, until) values (@Household, @digest, @until)",
                new
                {
                    work.Household,
                    digest = DigestOf(code),
                    until = (now + Lasts).UtcDateTime,
                }
            );
            return code;
        }
    }

    /// <summary>The household that a code opens, which it does once; nothing where it opens none, or not any more. Case and spaces do not
    /// matter.</summary>
    public static async Task<Guid?> TakeAsync(
        GambetaDatabase database,
        string? code,
        DateTimeOffset now,
        CancellationToken cancel = default
    )
    {
        if (Read(code) is not { } read)
            return null;
        if (await HouseholdLookup.FindAsync(database, LookupKind.Code, HouseholdLookup.KeyOf(DigestOf(read)), cancel) is not { } household)
            return null;
        await using var work = await database.BeginAsync(household, cancel);
        // Used up by whoever deletes it: of two at once one.
        var taken = await work.ExecuteAsync(
            "delete from hand_over where household_id = @Household and digest = @digest and until > @now",
            new
            {
                work.Household,
                digest = DigestOf(read),
                now = now.UtcDateTime,
            }
        );
        if (taken == 0)
            return null;
        await HouseholdLookup.DropAsync(work, LookupKind.Code, HouseholdLookup.KeyOf(DigestOf(read)));
        await work.CommitAsync(cancel);
        return household;
    }

    private static async Task EndAsync(HouseholdWork work)
    {
        foreach (
            var before in await work.QueryAsync<byte[]>(
                "delete from hand_over where household_id = @Household returning digest",
                new { work.Household }
            )
        )
            await HouseholdLookup.DropAsync(work, LookupKind.Code, HouseholdLookup.KeyOf(before));
    }

    private static string? Read(string? typed)
    {
        if (typed is not { Length: <= 40 })
            return null;
        var signs = new string([.. typed.Where(sign => !char.IsWhiteSpace(sign) && sign != '-')]).ToUpperInvariant();
        return signs.Length == Signs && signs.All(Alphabet.Contains) ? signs : null;
    }

    private static byte[] DigestOf(string code) => SHA256.HashData(Encoding.UTF8.GetBytes("hand over " + code));
}
