using Dapper;
using Gambeta.Core;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Npgsql;

namespace Gambeta.Storage;

/// <summary>What became of a household that was to be made.</summary>
public enum CreateOutcome
{
    /// <summary>It is there now.</summary>
    Made,

    /// <summary>Another one signs in with a name that looks the same.</summary>
    NameTaken,

    /// <summary>One with its id is there: the same form was sent before.</summary>
    MadeBefore,
}

/// <summary>Households and their players.</summary>
public static class HouseholdStore
{
    /// <summary>Makes the household that the work is in. Its name or its id may be taken; the work is then of no further use.</summary>
    public static async Task<CreateOutcome> CreateAsync(
        HouseholdWork work,
        string name,
        string passwordHash,
        string timeZone,
        string? recoveryHash = null
    )
    {
        try
        {
            await work.ExecuteAsync(
                """
                insert into household (household_id, name, name_key, password_hash, recovery_hash, time_zone)
                values (@Household, @name, @key, @passwordHash, @recoveryHash, @timeZone)
                """,
                new
                {
                    work.Household,
                    name = HouseholdName.Tidy(name),
                    key = HouseholdName.Key(name),
                    passwordHash,
                    recoveryHash,
                    timeZone,
                }
            );
            return await HouseholdLookup.KeepAsync(work, LookupKind.Name, HouseholdName.Key(name))
                ? CreateOutcome.Made
                : CreateOutcome.NameTaken;
        }
        catch (PostgresException taken)
            when (taken is { SqlState: PostgresErrorCodes.UniqueViolation, ConstraintName: "household_name_key" })
        {
            return CreateOutcome.NameTaken;
        }
        catch (PostgresException taken) when (taken is { SqlState: PostgresErrorCodes.UniqueViolation, ConstraintName: "household_pkey" })
        {
            return CreateOutcome.MadeBefore;
        }
    }

    /// <summary>Adds a player; adding the same id again changes nothing.</summary>
    public static Task AddPlayerAsync(HouseholdWork work, Player player) =>
        work.ExecuteAsync(
            """
            insert into player (household_id, player_id, nickname, birth_year, preferred_foot, level)
            values (@Household, @Id, @Nickname, @BirthYear, @foot, @level)
            on conflict do nothing;
            select erased_forget()
            """,
            new
            {
                work.Household,
                player.Id,
                player.Nickname,
                player.BirthYear,
                foot = player.Preferred.ToKey(),
                level = player.Level.ToKey(),
            }
        );

    /// <summary>
    /// Looks at a household with a sign-in, in one round trip, and keeps no connection: what follows may take its time. The two statements
    /// are one implicit transaction, since nothing is sent between them. No view when the sign-in is over or the household is gone.
    /// </summary>
    public static async Task<HouseholdView?> LookAsync(
        GambetaDatabase database,
        Guid household,
        Guid signIn,
        DateTimeOffset now,
        CancellationToken cancel = default
    )
    {
        await using var connection = await database.Source.OpenConnectionAsync(cancel);
        await using var read = await connection.QueryMultipleAsync(
            new CommandDefinition(LookSql, Whose(household, signIn, now), cancellationToken: cancel)
        );
        await read.ReadAsync();
        return ViewOf(await read.ReadAsync<ViewRow>(), now).View;
    }

    /// <summary>
    /// Goes into a household with a sign-in, in one round trip: begins the work, and reads the household's name and clock with its players,
    /// first comers first. No view when the sign-in is over or the household is gone.
    /// </summary>
    public static async Task<(HouseholdWork Work, HouseholdView? View)> EnterAsync(
        GambetaDatabase database,
        Guid household,
        Guid signIn,
        DateTimeOffset now,
        CancellationToken cancel = default
    )
    {
        var work = await database.OpenAsync(household, cancel);
        try
        {
            await using var read = await work.QueryMultipleAsync(LookSql, Whose(household, signIn, now));
            await read.ReadAsync();
            var (view, isStale) = ViewOf(await read.ReadAsync<ViewRow>(), now);
            await read.DisposeAsync();
            // Once an hour is enough to know which device is in use.
            if (view is not null && isStale)
                await SignInStore.UsedAsync(work, signIn, now);
            return (work, view);
        }
        catch
        {
            await work.DisposeAsync();
            throw;
        }
    }

    private static object Whose(Guid household, Guid signIn, DateTimeOffset now) =>
        new
        {
            household = household.ToString(),
            id = household,
            signIn,
            ended = (now - SignInStore.Longest).UtcDateTime,
            now = now.UtcDateTime,
        };

    /// <summary>A household as it is, for what is opened by something else than a sign-in; nothing where it is gone.</summary>
    public static async Task<HouseholdView?> ViewAsync(HouseholdWork work, DateTimeOffset now) =>
        ViewOf(
            await work.QueryAsync<ViewRow>(
                $"""
                select {ViewColumns}, now() last_used_at from household h left join player p on p.household_id = h.household_id
                where h.household_id = @Household and (h.demo_until is null or h.demo_until > @now) order by p.joined_at, p.player_id
                """,
                new { work.Household, now = now.UtcDateTime }
            ),
            now
        ).View;

    private const string ViewColumns = """
        h.name, h.time_zone, h.heading, h.drills_version, h.units, h.other_foot, h.sounds, h.week_starts_on, h.clip_penalty,
          h.feet_school, h.catch_up_cap, h.demo_until, h.recovery_hash is not null has_recovery, h.grown_up_word,
        p.player_id, p.nickname, p.birth_year, p.preferred_foot, p.level
        """;

    private const string LookSql = $"""
        {GambetaDatabase.EnterSql};
        select {ViewColumns}, s.last_used_at
        from household h
        join sign_in s on s.household_id = h.household_id and s.sign_in_id = @signIn and s.made_at >= @ended
        left join player p on p.household_id = h.household_id
        where h.household_id = @id and (h.demo_until is null or h.demo_until > @now)
        order by p.joined_at, p.player_id
        """;

    private static (HouseholdView? View, bool IsStale) ViewOf(IEnumerable<ViewRow> rows, DateTimeOffset now)
    {
        HouseholdView? view = null;
        var isStale = false;
        foreach (var row in rows)
        {
            isStale = row.LastUsedAt < now.UtcDateTime.AddHours(-1);
            view ??= new HouseholdView(
                row.Name,
                row.Heading,
                row.DrillsVersion,
                row.DemoUntil is not null,
                row.HasRecovery,
                new HouseholdSettings(
                    Stored.Word<Units>(row.Units),
                    row.OtherFoot,
                    row.Sounds,
                    (DayOfWeek)row.WeekStartsOn,
                    row.TimeZone,
                    row.ClipPenalty
                )
                {
                    Feet = Stored.Word<FeetSchool>(row.FeetSchool),
                    CatchUpCap = row.CatchUpCap,
                },
                []
            )
            {
                GrownUpWord = row.GrownUpWord,
            };
            if (row.PlayerId is { } id)
                view.Players.Add(
                    new Player(id, row.Nickname!, row.BirthYear, Stored.Word<Foot>(row.PreferredFoot!), Stored.Word<Level>(row.Level!))
                );
        }
        return (view, isStale);
    }

    /// <summary>Keeps the word that its grown-ups know.</summary>
    public static Task SetGrownUpWordAsync(HouseholdWork work, string word) =>
        work.ExecuteAsync("update household set grown_up_word = @word where household_id = @Household", new { work.Household, word });

    /// <summary>Turns heading on or off.</summary>
    public static Task SetHeadingAsync(HouseholdWork work, bool heading) =>
        work.ExecuteAsync("update household set heading = @heading where household_id = @Household", new { work.Household, heading });

    /// <summary>Keeps what a household chose.</summary>
    public static Task SaveSettingsAsync(HouseholdWork work, HouseholdSettings settings) =>
        work.ExecuteAsync(
            """
            update household set units = @units, other_foot = @OtherFoot, sounds = @Sounds, week_starts_on = @WeekStartsOn,
              time_zone = @TimeZone, clip_penalty = @ClipPenalty, feet_school = @feet,
              catch_up_cap = @cap
            where household_id = @Household
            """,
            new
            {
                work.Household,
                units = settings.Units.ToKey(),
                settings.OtherFoot,
                settings.Sounds,
                WeekStartsOn = (short)settings.WeekStartsOn,
                settings.TimeZone,
                settings.ClipPenalty,
                feet = settings.Feet.ToKey(),
                cap = (short)settings.CatchUpCap,
            }
        );

    /// <summary>Changes a player; sets that were played stay as they are.</summary>
    public static Task ChangePlayerAsync(HouseholdWork work, Player player) =>
        work.ExecuteAsync(
            """
            update player set nickname = @Nickname, birth_year = @BirthYear, preferred_foot = @foot, level = @level
            where household_id = @Household and player_id = @Id
            """,
            new
            {
                work.Household,
                player.Id,
                player.Nickname,
                player.BirthYear,
                foot = player.Preferred.ToKey(),
                level = player.Level.ToKey(),
            }
        );

    /// <summary>Erases a player with everything that was played.</summary>
    public static async Task ErasePlayerAsync(HouseholdWork work, Guid player)
    {
        await FeedStore.DropAsync(work, player);
        await NoteErasedAsync(work, player);
        await work.ExecuteAsync(ErasePlayerSql, new { work.Household, player });
    }

    // What hangs on a player goes with it. What names one besides: a file that was looked at and not taken in, what came in with a file
    // that was, and who wrote how much, which still counts for the household.
    private const string ErasePlayerSql = """
        delete from history_taken where household_id = @Household and taken_at is null;
        update history_taken set rows = (
          select jsonb_object_agg(list.key, coalesce((select jsonb_agg(kept) from jsonb_array_elements(list.value) kept
            where kept ->> 'player_id' is distinct from @player::text), '[]'))
          from jsonb_each(rows) list)
        where household_id = @Household and rows::text like '%' || @player::text || '%';
        insert into written (household_id, day, writer, number)
        select household_id, day, household_id, number from written where household_id = @Household and writer = @player
        on conflict (household_id, day, writer) do update set number = written.number + excluded.number;
        delete from written where household_id = @Household and writer = @player;
        delete from player where household_id = @Household and player_id = @player
        """;

    /// <summary>The hash of the household's password.</summary>
    public static Task<string?> PasswordHashAsync(HouseholdWork work) =>
        work.ExecuteScalarAsync<string?>("select password_hash from household where household_id = @Household", new { work.Household });

    /// <summary>Puts other recovery words in place; none where nobody has written them down yet.</summary>
    public static Task SetRecoveryAsync(HouseholdWork work, string? hash) =>
        work.ExecuteAsync("update household set recovery_hash = @hash where household_id = @Household", new { work.Household, hash });

    /// <summary>Puts another password in place.</summary>
    public static Task SetPasswordAsync(HouseholdWork work, string hash) =>
        work.ExecuteAsync("update household set password_hash = @hash where household_id = @Household", new { work.Household, hash });

    /// <summary>Erases the household with everything it has, for good.</summary>
    public static async Task EraseAsync(HouseholdWork work)
    {
        await NoteErasedAsync(work, null);
        await work.ExecuteAsync("delete from found_by where household_id = @Household", new { work.Household });
        await work.ExecuteAsync("delete from household where household_id = @Household", new { work.Household });
    }

    // By its id alone, for as long as a backup may still hold it. Copies of the demo are nobody's.
    private static async Task NoteErasedAsync(HouseholdWork work, Guid? player)
    {
        const string sql =
            "select exists (select from household where household_id = @Household and demo_until is null) and (@player is null or "
            + "exists (select from player where household_id = @Household and player_id = @player))";
        if (await work.QuerySingleAsync<bool>(sql, new { work.Household, player }))
            await work.ExecuteAsync("select erased_keep(@player)", new { player });
    }

    private sealed class ViewRow
    {
        public string Name { get; init; } = "";
        public string TimeZone { get; init; } = "";
        public bool Heading { get; init; }
        public string? GrownUpWord { get; init; }
        public int DrillsVersion { get; init; }
        public string Units { get; init; } = "";
        public string OtherFoot { get; init; } = "";
        public bool Sounds { get; init; }
        public short WeekStartsOn { get; init; }
        public decimal ClipPenalty { get; init; }
        public string FeetSchool { get; init; } = "";
        public short CatchUpCap { get; init; }
        public DateTime? DemoUntil { get; init; }
        public bool HasRecovery { get; init; }
        public DateTime LastUsedAt { get; init; }
        public Guid? PlayerId { get; init; }
        public string? Nickname { get; init; }
        public short BirthYear { get; init; }
        public string? PreferredFoot { get; init; }
        public string? Level { get; init; }
    }
}
