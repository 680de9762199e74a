using Dapper;

namespace Gambeta.Storage;

/// <summary>What a household wrote on a day: an upper bound that no household meets keeps one from filling the disk.</summary>
public static class WrittenStore
{
    /// <summary>Counts one more thing written today. False when it is one too many; the work is then of no further use.</summary>
    public static async Task<bool> TakeAsync(HouseholdWork work, DateOnly day, int most) =>
        await work.ExecuteScalarAsync<int>(
            TakeSql,
            new
            {
                work.Household,
                writer = work.Household,
                today = day,
            }
        ) <= most;

    /// <summary>The same as statements that give the number so far, for a round trip that does more besides.</summary>
    internal const string TakeSql = """
        insert into written (household_id, day, writer, number) values (@Household, @today, @writer, 1)
        on conflict (household_id, day, writer) do update set number = written.number + 1;
        select sum(number)::int from written where household_id = @Household and day = @today
        """;
}
