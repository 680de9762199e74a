using Dapper;
using Gambeta.Core;
using Gambeta.Core.Catalogue.Safety;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Storage;

/// <summary>What was said last about a drill.</summary>
/// <param name="Answer">The words.</param>
/// <param name="At">When.</param>
/// <param name="Note">The note of that sitting; nothing where there is none.</param>
public sealed record LastWord(DrillAnswer Answer, DateTime At, string? Note);

/// <summary>What belongs to a sitting besides its sets: the player's own words, how it ended, and whether something hurt.</summary>
public static class SessionStore
{
    /// <summary>Keeps what a player said about a drill; the latest word stands.</summary>
    public static Task AnswerAsync(HouseholdWork work, Guid session, Guid player, DrillAnswer answer, DateTimeOffset at) =>
        work.ExecuteAsync(
            """
            insert into drill_answer (household_id, session_id, player_id, item, drill, control, fault, other_foot, answered_at)
            values (@Household, @session, @player, @Item, @Drill, @control, @Fault, @otherFoot, @at)
            on conflict (household_id, session_id, item) do update
              set control = excluded.control, fault = excluded.fault, other_foot = excluded.other_foot, answered_at = excluded.answered_at
              where drill_answer.answered_at <= excluded.answered_at
            """,
            new
            {
                work.Household,
                session,
                player,
                answer.Item,
                answer.Drill,
                control = answer.Control?.ToKey(),
                answer.Fault,
                otherFoot = answer.OtherFoot?.ToKey(),
                at = at.UtcDateTime,
            }
        );

    /// <summary>What was said about the drills of a sitting, in their order.</summary>
    public static async Task<IReadOnlyList<DrillAnswer>> AnswersAsync(HouseholdWork work, Guid session) =>
        [
            .. (
                await work.QueryAsync<(short Item, string Drill, string? Control, string? Fault, string? OtherFoot)>(
                    "select item, drill, control, fault, other_foot from drill_answer where household_id = @Household and "
                        + "session_id = @session order by item",
                    new { work.Household, session }
                )
            ).Select(row => new DrillAnswer(
                row.Item,
                row.Drill,
                row.Control is null ? null : Stored.Word<Control>(row.Control),
                row.Fault,
                row.OtherFoot is null ? null : Stored.Word<OtherFootFeel>(row.OtherFoot)
            )),
        ];

    /// <summary>What a player said last about each of some drills, with its day and the note of that sitting.</summary>
    public static async Task<IReadOnlyDictionary<string, LastWord>> LastWordsAsync(HouseholdWork work, Guid player, string[] drills) =>
        (
            await work.QueryAsync<(short Item, string Drill, string? Control, string? Fault, string? OtherFoot, DateTime At, string? Note)>(
                """
                select distinct on (a.drill) a.item, a.drill, a.control, a.fault, a.other_foot, a.answered_at, nullif(e.note, '')
                from drill_answer a left join session_end e on e.household_id = a.household_id and e.session_id = a.session_id
                where a.household_id = @Household and a.player_id = @player and a.drill = any(@drills) order by a.drill, a.answered_at desc
                """,
                new
                {
                    work.Household,
                    player,
                    drills,
                }
            )
        ).ToDictionary(
            row => row.Drill,
            row => new LastWord(
                new DrillAnswer(
                    row.Item,
                    row.Drill,
                    row.Control is null ? null : Stored.Word<Control>(row.Control),
                    row.Fault,
                    row.OtherFoot is null ? null : Stored.Word<OtherFootFeel>(row.OtherFoot)
                ),
                row.At,
                row.Note
            )
        );

    /// <summary>Keeps how a sitting ended; said again, it is changed, and what was not said again stays. An empty note takes the note
    /// away.</summary>
    public static Task EndAsync(HouseholdWork work, Guid session, Guid player, string? sheet, SessionEnd end, DateTimeOffset at) =>
        work.ExecuteAsync(
            """
            update sitting set ended_at = greatest(ended_at, @at), sheet = coalesce(sheet, @sheet)
              where household_id = @Household and session_id = @session and player_id = @player;
            insert into session_end (household_id, session_id, player_id, sheet, effort, note, ended_at)
            values (@Household, @session, @player, @sheet, @Effort, @Note, @at)
            on conflict (household_id, session_id) do update set
              sheet = coalesce(session_end.sheet, excluded.sheet), effort = coalesce(excluded.effort, session_end.effort),
                note = coalesce(excluded.note, session_end.note)
            """,
            new
            {
                work.Household,
                session,
                player,
                sheet,
                Effort = (short?)end.Effort,
                end.Note,
                at = at.UtcDateTime,
            }
        );

    /// <summary>How a sitting ended, where that was said, and the sheet that was played, where it was one.</summary>
    public static async Task<(SessionEnd? End, string? Sheet)> EndOfAsync(HouseholdWork work, Guid session)
    {
        var row = await work.QuerySingleOrDefaultAsync<(short? Effort, string? Note, string? Sheet)?>(
            "select effort, nullif(note, ''), sheet from session_end where household_id = @Household and session_id = @session",
            new { work.Household, session }
        );
        return row is { } end ? (new SessionEnd(end.Effort, end.Note), end.Sheet) : (null, null);
    }

    /// <summary>Writes down that something hurt; the same id again changes nothing.</summary>
    public static Task HurtAsync(HouseholdWork work, Guid player, Guid? session, Pain pain) =>
        work.ExecuteAsync(
            """
            insert into pain (household_id, pain_id, player_id, session_id, part, day)
            values (@Household, @Id, @player, @session, @part, @Day)
            on conflict do nothing
            """,
            new
            {
                work.Household,
                pain.Id,
                player,
                session,
                part = pain.Part.ToKey(),
                pain.Day,
            }
        );

    /// <summary>The pains of a player of which nobody said yet that practice may go on, latest first.</summary>
    public static async Task<IReadOnlyList<Pain>> OpenPainsAsync(HouseholdWork work, Guid player) =>
        [
            .. (
                await work.QueryAsync<(Guid Id, string Part, DateOnly Day)>(
                    "select pain_id, part, day from pain where household_id = @Household and player_id = @player and cleared_on is "
                        + "null order by day desc, pain_id desc limit 20",
                    new { work.Household, player }
                )
            ).Select(row => new Pain(row.Id, Stored.Word<PainPart>(row.Part), row.Day)),
        ];

    /// <summary>Writes down that practice may go on.</summary>
    public static Task ClearPainsAsync(HouseholdWork work, Guid player, DateOnly day, IReadOnlyCollection<Guid>? pains = null) =>
        work.ExecuteAsync(
            """
            update pain set cleared_on = @day
            where household_id = @Household and player_id = @player and cleared_on is null
              and (@pains::uuid[] is null or pain_id = any(@pains))
            """,
            new
            {
                work.Household,
                player,
                day,
                pains = pains?.ToArray(),
            }
        );
}
