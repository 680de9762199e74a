using Dapper;
using DbUp;
using DbUp.Engine;
using Npgsql;

namespace Gambeta.Storage;

/// <summary>Brings the schema up to date with the numbered scripts in Migrations, each run once and in one transaction.</summary>
public static class Migrator
{
    /// <summary>Runs what has not run yet, as the owner of the database. Two at once is for the caller to prevent.</summary>
    /// <param name="ownerConnectionString">The owner's connection.</param>
    /// <param name="upTo">The number of the last script to run, as "0006"; all of them where it is left out.</param>
    public static void Migrate(string ownerConnectionString, string upTo = "9999")
    {
        DatabaseUpgradeResult result = DeployChanges
            .To.PostgresqlDatabase(ownerConnectionString)
            .WithScriptsEmbeddedInAssembly(typeof(Migrator).Assembly, script =>
                string.CompareOrdinal(script.Split('.')[^2], upTo + "~") < 0
            )
            .WithTransactionPerScript()
            .WithVariablesDisabled()
            .LogToNowhere()
            .Build()
            .PerformUpgrade();
        if (!result.Successful)
            throw new InvalidOperationException(
                $"The database could not be brought up to date at {result.ErrorScript?.Name}: {result.Error.Message}",
                result.Error
            );
    }

    /// <summary>The newest script that ran in a database and that this build does not have; nothing where it has all of them: what stands
    /// there was made by a newer build, or by none.</summary>
    public static async Task<string?> NewerAsync(string ownerConnectionString)
    {
        await using var connection = new NpgsqlConnection(ownerConnectionString);
        return await connection.ExecuteScalarAsync<bool>("select to_regclass('schemaversions') is not null")
            ? (await connection.QueryAsync<string>("select scriptname from schemaversions"))
                .Except(typeof(Migrator).Assembly.GetManifestResourceNames())
                .Max(StringComparer.Ordinal)
            : null;
    }

    /// <summary>The scripts that have not run yet, as the application sees it.</summary>
    public static async Task<IReadOnlyList<string>> MissingAsync(GambetaDatabase database)
    {
        var all = typeof(Migrator)
            .Assembly.GetManifestResourceNames()
            .Where(name => name.EndsWith(".sql", StringComparison.Ordinal))
            .Order(StringComparer.Ordinal)
            .ToList();
        try
        {
            await using var connection = await database.Source.OpenConnectionAsync();
            return [.. all.Except(await connection.QueryAsync<string>("select scriptname from schemaversions"))];
        }
        catch (PostgresException unknown)
            when (unknown.SqlState is PostgresErrorCodes.UndefinedTable or PostgresErrorCodes.InsufficientPrivilege)
        {
            return all;
        }
    }
}
