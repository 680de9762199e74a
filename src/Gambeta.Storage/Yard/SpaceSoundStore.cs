using Gambeta.Core;
using Gambeta.Core.Edges.Hearing;

namespace Gambeta.Storage;

/// <summary>What balls sound like in the spaces of a household.</summary>
public static class SpaceSoundStore
{
    /// <summary>Keeps what was learned, in place of what was known of that space and ball. A space of nobody is the nil id.</summary>
    public static Task KeepAsync(HouseholdWork work, Guid? space, BallKind ball, SpaceSound sound, DateOnly today) =>
        work.ExecuteAsync(
            """
            insert into place_sound (household_id, space_id, ball, sound, learned_on) values (@Household, @Space, @Ball, @Sound, @today)
            on conflict (household_id, space_id, ball) do update set sound = excluded.sound, learned_on = excluded.learned_on
            """,
            new
            {
                work.Household,
                Space = space ?? Guid.Empty,
                Ball = ball.ToKey(),
                Sound = sound.ToString(),
                today,
            }
        );

    /// <summary>What a ball sounds like in a space; nothing where that was not learned.</summary>
    public static async Task<SpaceSound?> FindAsync(HouseholdWork work, Guid? space, BallKind ball) =>
        SpaceSound.Read(
            await work.ExecuteScalarAsync<string>(
                "select sound from place_sound where household_id = @Household and space_id = @Space and ball = @Ball",
                new
                {
                    work.Household,
                    Space = space ?? Guid.Empty,
                    Ball = ball.ToKey(),
                }
            )
        );

    /// <summary>The balls that are known in a space, each with the day on which it was learned.</summary>
    public static async Task<IReadOnlyDictionary<BallKind, DateOnly>> KnownAsync(HouseholdWork work, Guid? space) =>
        (
            await work.QueryAsync<(string Ball, DateOnly LearnedOn)>(
                "select ball, learned_on from place_sound where household_id = @Household and space_id = @Space",
                new { work.Household, Space = space ?? Guid.Empty }
            )
        ).ToDictionary(row => Stored.Word<BallKind>(row.Ball), row => row.LearnedOn);

    /// <summary>Everything that is known: the space and its name (none for no space), and the ball.</summary>
    public static async Task<IReadOnlyList<KnownSpaceSound>> AllAsync(HouseholdWork work) =>
        [
            .. (
                await work.QueryAsync<(Guid Space, string? Name, string Ball)>(
                    """
                    select place_sound.space_id, space.name, place_sound.ball from place_sound
                    left join space on space.household_id = place_sound.household_id and space.space_id = place_sound.space_id
                      and space.retired_at is null
                    where place_sound.household_id = @Household
                      and (space.space_id is not null or place_sound.space_id = @nowhere) order by space.name nulls last, place_sound.ball
                    """,
                    new { work.Household, nowhere = Guid.Empty }
                )
            ).Select(row => new KnownSpaceSound(row.Space, row.Name, Stored.Word<BallKind>(row.Ball))),
        ];
}

/// <summary>A place of which it is known what a ball sounds like.</summary>
/// <param name="Space">The space; the nil id for no space.</param>
/// <param name="Name">Its name; nothing for no space.</param>
/// <param name="Ball">Which ball.</param>
public sealed record KnownSpaceSound(Guid Space, string? Name, BallKind Ball)
{
    /// <summary>How a form names it.</summary>
    public string Key => $"{Space:N} {Ball.ToKey()}";
}
