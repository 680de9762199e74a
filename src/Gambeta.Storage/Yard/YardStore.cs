using System.Collections.Immutable;
using Dapper;
using Gambeta.Core;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Core.Practice.Records;

namespace Gambeta.Storage;

/// <summary>Spaces, things, paces, layouts, and the check before the first touch.</summary>
public static class YardStore
{
    private const string LayoutsSql = """
        select layout_key, name, drill, space_id, laid, pace, paced_by, retired_at is not null retired
        from layout where household_id = @Household
        """;

    private const string ViewSql = $"""
        select space_id, name, kind, width, length, ground, wall_side, wall_width, wall_height, behind
        from space where household_id = @Household and retired_at is null order by made_at, space_id;

        select thing, number from thing where household_id = @Household;

        {LayoutsSql} order by retired_at is not null, made_at desc, layout_key;

        select distinct on (player_id) player_id, measured_on, metres, source
        from pace where household_id = @Household order by player_id, measured_on desc
        """;

    /// <summary>All of it in one round trip.</summary>
    public static async Task<YardView> ViewAsync(HouseholdWork work)
    {
        await using var rows = await work.QueryMultipleAsync(ViewSql, new { work.Household });
        return await ReadAsync(rows);
    }

    /// <summary>All of it, with the bests of a player in a drill that stand, on whatever layout, in one round trip.</summary>
    public static async Task<(YardView Yard, IReadOnlyList<Mark> Standing)> PlanAsync(HouseholdWork work, Guid player, string drill)
    {
        await using var rows = await work.QueryMultipleAsync(
            $"{ViewSql}; {DiaryStore.StandingSql} and drill = @drill",
            new
            {
                work.Household,
                player,
                drill,
            }
        );
        return (await ReadAsync(rows), [.. (await rows.ReadAsync<MarkRow>()).Select(row => row.ToMark())]);
    }

    private static async Task<YardView> ReadAsync(SqlMapper.GridReader rows) =>
        new(
            [.. (await rows.ReadAsync<SpaceRow>()).Select(row => new KeptSpace(row.SpaceId, row.ToSpace()))],
            new Kit(
                (await rows.ReadAsync<(string Thing, short Number)>()).ToImmutableDictionary(
                    row => Stored.Word<Thing>(row.Thing),
                    row => (int)row.Number
                )
            ),
            [.. (await rows.ReadAsync<LayoutRow>()).Select(row => row.ToLayout())],
            (await rows.ReadAsync<PaceRow>()).ToDictionary(
                row => row.PlayerId,
                row => new KnownPace(new Pace(row.Metres), Stored.Word<PaceSource>(row.Source), row.MeasuredOn)
            )
        );

    /// <summary>One layout that was kept for a drill, put away or not; nothing where there is none.</summary>
    public static async Task<Layout?> LayoutAsync(HouseholdWork work, string drill, string key) => (
            await work.QuerySingleOrDefaultAsync<LayoutRow>(
                $"{LayoutsSql} and drill = @drill and layout_key = @key",
                new
                {
                    work.Household,
                    drill,
                    key,
                }
            )
        )?.ToLayout().Layout;

    /// <summary>Whether the household has a space.</summary>
    public static Task<bool> HasSpaceAsync(HouseholdWork work, Guid space) =>
        work.ExecuteScalarAsync<bool>(
            "select exists (select from space where household_id = @Household and space_id = @space)",
            new { work.Household, space }
        );

    /// <summary>The name of every layout by its key, those put away included.</summary>
    public static async Task<IReadOnlyDictionary<string, string>> LayoutNamesAsync(HouseholdWork work) =>
        (await work.QueryAsync<(string Key, string Name)>(LayoutNamesSql, new { work.Household })).ToDictionary(
            row => row.Key,
            row => row.Name
        );

    /// <summary>The same as a statement, for a query that reads more besides.</summary>
    internal const string LayoutNamesSql =
        "select distinct on (layout_key) layout_key, name from layout where household_id = @Household order by layout_key, made_at desc";

    /// <summary>Keeps a layout for a drill under its key, and brings it back when it was put away. Its geometry never changes, its name and
    /// space may.</summary>
    public static Task KeepLayoutAsync(HouseholdWork work, KeptLayout kept) =>
        work.ExecuteAsync(
            """
            insert into layout (household_id, layout_key, name, drill, space_id, laid, pace, paced_by)
            values (@Household, @Key, @Name, @Drill, @SpaceId, @laid::jsonb, @Pace, @PacedBy)
            on conflict (household_id, layout_key, drill) do update
              set name = excluded.name, space_id = excluded.space_id, retired_at = null, made_at = now()
            """,
            new
            {
                work.Household,
                kept.Layout.Key,
                kept.Layout.Name,
                kept.Drill,
                kept.SpaceId,
                laid = LayoutText.Write(kept.Layout),
                kept.Pace,
                kept.PacedBy,
            }
        );

    /// <summary>Puts a layout away, or brings it back; its times stay either way.</summary>
    public static Task RetireLayoutAsync(HouseholdWork work, string drill, string key, bool retired) =>
        work.ExecuteAsync(
            """
            update layout set retired_at = case when @retired then now() end, made_at = case when @retired then made_at else now() end
            where household_id = @Household and layout_key = @key and drill = @drill
            """,
            new
            {
                work.Household,
                drill,
                key,
                retired,
            }
        );

    /// <summary>Keeps a space; the same id again changes it.</summary>
    public static Task SaveSpaceAsync(HouseholdWork work, Guid id, Space space) =>
        work.ExecuteAsync(
            """
            insert into space (household_id, space_id, name, kind, width, length, ground, wall_side, wall_width, wall_height, behind)
            values (@Household, @id, @Name, @kind, @Width, @Length, @ground, @wallSide, @wallWidth, @wallHeight, @behind)
            on conflict (household_id, space_id) do update set
              name = excluded.name, kind = excluded.kind, width = excluded.width, length = excluded.length, ground = excluded.ground,
              wall_side = excluded.wall_side, wall_width = excluded.wall_width, wall_height = excluded.wall_height, behind = excluded.behind
            """,
            new
            {
                work.Household,
                id,
                space.Name,
                kind = space.Kind.ToKey(),
                space.Width,
                space.Length,
                ground = space.Ground.ToKey(),
                wallSide = space.Wall?.Side.ToKey(),
                wallWidth = space.Wall?.Width,
                wallHeight = space.Wall?.Height,
                behind = space.Behind.Select(behind => behind.ToKey()).ToArray(),
            }
        );

    /// <summary>Puts a space away.</summary>
    public static Task RetireSpaceAsync(HouseholdWork work, Guid id) =>
        work.ExecuteAsync(
            "update space set retired_at = now() where household_id = @Household and space_id = @id",
            new { work.Household, id }
        );

    /// <summary>Writes down what the household has, in place of what was written before.</summary>
    public static async Task SaveKitAsync(HouseholdWork work, Kit kit)
    {
        var there = kit.Counts.Where(thing => thing.Value > 0).ToList();
        await work.ExecuteAsync(
            """
            delete from thing where household_id = @Household and thing <> all (@things);
            insert into thing (household_id, thing, number) select @Household, thing, number
              from unnest(@things, @numbers) as n(thing, number)
            on conflict (household_id, thing) do update set number = excluded.number
            """,
            new
            {
                work.Household,
                things = there.Select(thing => thing.Key.ToKey()).ToArray(),
                numbers = there.Select(thing => (short)thing.Value).ToArray(),
            }
        );
    }

    /// <summary>Keeps a player's pace; a second one on the same day replaces the first.</summary>
    public static Task SavePaceAsync(HouseholdWork work, Guid player, KnownPace pace) =>
        work.ExecuteAsync(
            """
            insert into pace (household_id, player_id, measured_on, metres, source) values (@Household, @player, @On, @Metres, @source)
            on conflict (household_id, player_id, measured_on) do update set metres = excluded.metres, source = excluded.source
            """,
            new
            {
                work.Household,
                player,
                pace.On,
                pace.Pace.Metres,
                source = pace.Source.ToKey(),
            }
        );

    /// <summary>True when the check was made in a space on a day.</summary>
    public static Task<bool> IsCheckedAsync(HouseholdWork work, Guid? space, DateOnly day) =>
        work.ExecuteScalarAsync<bool>(
            "select exists (select from first_touch_check where household_id = @Household and space_id = @space and day = @day)",
            new
            {
                work.Household,
                space = space ?? Guid.Empty,
                day,
            }
        );

    /// <summary>Writes down that the check was made, for a sitting; the first of a space and day stands.</summary>
    public static Task SaveCheckAsync(HouseholdWork work, Guid? space, DateOnly day, Guid session, IReadOnlyList<string> items) =>
        work.ExecuteAsync(
            """
            insert into first_touch_check (household_id, space_id, day, session_id, items)
              values (@Household, @space, @day, @session, @items)
            on conflict (household_id, space_id, day) do nothing
            """,
            new
            {
                work.Household,
                space = space ?? Guid.Empty,
                day,
                session,
                items = items.ToArray(),
            }
        );

    /// <summary>What was checked for a sitting; empty where it was checked for an earlier one that day, or not at all.</summary>
    public static async Task<IReadOnlyList<string>> CheckOfAsync(HouseholdWork work, Guid session) =>
        await work.QueryFirstOrDefaultAsync<string[]>(
            "select items from first_touch_check where household_id = @Household and session_id = @session",
            new { work.Household, session }
        ) ?? [];

    private sealed class SpaceRow
    {
        public Guid SpaceId { get; init; }
        public string Name { get; init; } = "";
        public string Kind { get; init; } = "";
        public double Width { get; init; }
        public double Length { get; init; }
        public string Ground { get; init; } = "";
        public string? WallSide { get; init; }
        public double WallWidth { get; init; }
        public double WallHeight { get; init; }
        public string[] Behind { get; init; } = [];

        public Space ToSpace() =>
            new()
            {
                Name = Name,
                Kind = Stored.Word<Places>(Kind),
                Width = Width,
                Length = Length,
                Ground = Stored.Word<Ground>(Ground),
                Wall = WallSide is { } side ? new SpaceWall(Stored.Word<SpaceSide>(side), WallWidth, WallHeight) : null,
                Behind = [.. Behind.Select(Stored.Word<Behind>)],
            };
    }

    private sealed class LayoutRow
    {
        public string LayoutKey { get; init; } = "";
        public string Name { get; init; } = "";
        public string Drill { get; init; } = "";
        public Guid? SpaceId { get; init; }
        public string Laid { get; init; } = "";
        public double? Pace { get; init; }
        public string? PacedBy { get; init; }
        public bool Retired { get; init; }

        public KeptLayout ToLayout() => new(LayoutText.Read(LayoutKey, Name, Laid), Drill, SpaceId, Pace, PacedBy, Retired);
    }

    private sealed class PaceRow
    {
        public Guid PlayerId { get; init; }
        public DateOnly MeasuredOn { get; init; }
        public double Metres { get; init; }
        public string Source { get; init; } = "";
    }
}
