using Gambeta.Core;
using Gambeta.Core.Hearing;

namespace Gambeta.Storage;

/// <summary>What balls sound like in the spaces of a household.</summary>
public static class PlaceStore
{
    /// <summary>Keeps what was learned, in place of what was known of that space and ball. A space of nobody is the nil id.</summary>
    public static Task KeepAsync(HouseholdWork work, Guid? space, BallKind ball, PlaceSound sound, DateOnly today) => work.ExecuteAsync(
        """
        insert into place_sound (household_id, space_id, ball, sound, learned_on) values (@Household, @Space, @Ball, @Sound, @today)
        on conflict (household_id, space_id, ball) do update set sound = excluded.sound, learned_on = excluded.learned_on
        """,
        new { work.Household, Space = space ?? Guid.Empty, Ball = ball.ToKey(), Sound = sound.ToString(), today });

    /// <summary>What a ball sounds like in a space; nothing where that was not learned.</summary>
    public static async Task<PlaceSound?> FindAsync(HouseholdWork work, Guid? space, BallKind ball) => PlaceSound.Read(await work.ExecuteScalarAsync<string>(
        "select sound from place_sound where household_id = @Household and space_id = @Space and ball = @Ball", new { work.Household, Space = space ?? Guid.Empty, Ball = ball.ToKey() }));

    /// <summary>The balls that are known in a space, each with the day on which it was learned.</summary>
    public static async Task<IReadOnlyDictionary<BallKind, DateOnly>> KnownAsync(HouseholdWork work, Guid? space) => (await work.QueryAsync<(string Ball, DateOnly LearnedOn)>(
        "select ball, learned_on from place_sound where household_id = @Household and space_id = @Space", new { work.Household, Space = space ?? Guid.Empty })).ToDictionary(row => Stored.Word<BallKind>(row.Ball), row => row.LearnedOn);
}
