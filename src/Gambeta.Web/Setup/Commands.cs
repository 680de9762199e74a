using Dapper;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Storage;
using Gambeta.Web.Security;
using Gambeta.Words;
using Microsoft.AspNetCore.DataProtection.KeyManagement;
using Npgsql;

namespace Gambeta.Web.Setup;

/// <summary>
/// What whoever runs the server does besides running it. <c>migrate</c> brings the database up to date, makes the first keys and the demo
/// (<c>--Restored true</c> refuses what a newer build made);
/// <c>recover NAME</c> makes new recovery words for a household. Both need the owner's connection, which the application that serves pages
/// never has. <c>texts FOLDER</c> writes down all that is said, as the folder of a language has it: whoever makes another one begins there.
/// </summary>
internal static class Commands
{
    public const string Migrate = "migrate",
        Recover = "recover",
        Texts = "texts";

    /// <summary>Writes every message in English, and the texts of the cards.</summary>
    public static int WriteTexts(string folder, DrillCatalogue catalogue)
    {
        foreach (var (path, text) in Language.EnglishFiles().Concat(CardTextFiles.Of(catalogue).Select(file => (file.Key, file.Value))))
        {
            var file = Path.Combine(folder, path);
            Directory.CreateDirectory(Path.GetDirectoryName(file)!);
            File.WriteAllText(file, text);
        }
        return 0;
    }

    public static async Task<int> RunAsync(string[] args, IConfiguration settings, DrillCatalogue catalogue)
    {
        var (owner, app) = (settings.GetConnectionString("Owner"), settings.GetConnectionString("App"));
        if (owner is null || app is null)
        {
            await Console.Error.WriteLineAsync("This needs ConnectionStrings__Owner and ConnectionStrings__App: ./start sets both.");
            return 1;
        }
        try
        {
            return args[0] == Migrate
                ? await MigrateAsync(owner, app, settings, catalogue)
                : await RecoverAsync(
                    owner,
                    string.Join(' ', args[1..].TakeWhile(word => !word.StartsWith("--", StringComparison.Ordinal)))
                );
        }
        catch (Exception error) when (Guards.IsAway(error))
        {
            await Console.Error.WriteLineAsync(Unreachable(error.Message));
            return 1;
        }
    }

    /// <summary>Why the application cannot serve pages yet, or nothing.</summary>
    public static async Task<string?> WhyNotReadyAsync(IServiceProvider services)
    {
        try
        {
            if (!services.GetRequiredService<KeyRingKey>().IsThere)
                services.GetRequiredService<ILoggerFactory>().CreateLogger<KeyRing>().LogPlainKeys();
            var database = services.GetRequiredService<GambetaDatabase>();
            if (!await database.IsLimitedAsync())
                services.GetRequiredService<ILoggerFactory>().CreateLogger<GambetaDatabase>().LogNoLimits();
            var missing = await Migrator.MissingAsync(database);
            return missing.Count == 0
                ? null
                : $"The database is not up to date ({missing[0]} has not run). Run 'migrate' first: ./start does it.";
        }
        catch (Exception error) when (Guards.IsAway(error))
        {
            return Unreachable(error.Message);
        }
    }

    private static async Task<int> MigrateAsync(string owner, string app, IConfiguration settings, DrillCatalogue catalogue)
    {
        // One at a time, whoever else starts just now: the lock is the session's, and goes with it.
        await using var alone = new NpgsqlConnection(owner);
        await alone.OpenAsync();
        await alone.ExecuteAsync("select pg_advisory_lock(7100301)", commandTimeout: 120);
        // Beside a newer build an older one goes on; a backup of a newer one is not for it.
        if (settings.GetValue("Restored", false) && await Migrator.NewerAsync(owner) is { } newer)
        {
            var script = newer[(newer.LastIndexOf("Migrations.", StringComparison.Ordinal) + "Migrations.".Length)..];
            await Console.Error.WriteLineAsync(
                $"This backup was made by a newer build of Gambeta ({script} ran there): restore it with that build or a later one."
            );
            return 1;
        }
        Migrator.Migrate(owner);
        var services = new ServiceCollection().AddLogging().AddSingleton(new GambetaDatabase(app));
        services.AddKeyRing(settings);
        await using var provider = services.BuildServiceProvider();
        var (keys, now) = (provider.GetRequiredService<IKeyManager>(), DateTimeOffset.UtcNow);
        // The first key is made here, so that two instances that start at once do not each make one that the other does not know for a day.
        if (!keys.GetAllKeys().Any(key => !key.IsRevoked && key.ActivationDate <= now && key.ExpirationDate > now.AddDays(2)))
            keys.CreateNewKey(now, now.AddDays(90));
        if (settings.GetValue("Demo", true))
            await DemoHousehold.LoadAsync(
                provider.GetRequiredService<GambetaDatabase>(),
                catalogue,
                TimeZoneInfo.ConvertTime(now, TimeZoneInfo.Local),
                TimeZoneInfo.Local.Id
            );
        return 0;
    }

    private static async Task<int> RecoverAsync(string owner, string name)
    {
        await using var connection = new NpgsqlConnection(owner);
        var words = RecoveryWords.Make();
        var found = await connection.ExecuteAsync(
            "update household set recovery_hash = @hash where name_key = @key and demo_until is null and password_hash <> ''",
            new { hash = RecoveryWords.Hash(words), key = HouseholdName.Key(name) }
        );
        if (found == 0)
        {
            await Console.Error.WriteLineAsync($"There is no household called '{name}'.");
            return 1;
        }
        Console.WriteLine($"New recovery words of '{name}':\n\n  {words}\n\nThey open it under \"Lost the password?\" and are spent then.");
        return 0;
    }

    private static string Unreachable(string reason) =>
        $"Gambeta cannot reach its database, so it does not start.\n  {reason}\n  ./start brings up a database of its own. If you "
        + $"run your own, check that it is up and that the connection strings are right.";
}

/// <summary>What is said at the start.</summary>
internal static partial class StartLog
{
    [LoggerMessage(
        Level = LogLevel.Warning,
        Message = "The keys that protect the sign-ins lie in the database as they are: set KeyRing__Key to 32 random bytes in "
            + "base64 to have them encrypted"
    )]
    public static partial void LogPlainKeys(this ILogger logger);

    [LoggerMessage(
        Level = LogLevel.Warning,
        Message = "Nothing that hangs in the database gives up by itself: run deploy/roles.sql as its superuser"
    )]
    public static partial void LogNoLimits(this ILogger logger);
}
