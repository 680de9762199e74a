using DbUp;
using DbUp.Engine;

namespace Gambeta.Storage;

/// <summary>Brings the schema up to date with the numbered scripts in Migrations, each run once and in one transaction.</summary>
public static class Migrator
{
    /// <summary>Runs what has not run yet, as the owner of the database.</summary>
    public static void Migrate(string ownerConnectionString)
    {
        DatabaseUpgradeResult result = DeployChanges.To
            .PostgresqlDatabase(ownerConnectionString)
            .WithScriptsEmbeddedInAssembly(typeof(Migrator).Assembly)
            .WithTransactionPerScript()
            .WithVariablesDisabled()
            .LogToNowhere()
            .Build()
            .PerformUpgrade();
        if (!result.Successful)
            throw new InvalidOperationException($"The database could not be brought up to date at {result.ErrorScript?.Name}: {result.Error.Message}", result.Error);
    }
}
