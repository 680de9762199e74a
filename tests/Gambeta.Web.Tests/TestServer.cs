using System.Globalization;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Storage;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.Options;
using Npgsql;

[assembly: AssemblyFixture(typeof(Gambeta.Web.Tests.TestServer))]

namespace Gambeta.Web.Tests;

/// <summary>One real database for all tests, made anew each run, and the real application on it. Each test makes a household of its
/// own.</summary>
public sealed class TestServer : WebApplicationFactory<Program>, IAsyncLifetime
{
    public const string Password = "long enough";

    // A hash says itself how dear it is to check: this one is cheap, since hundreds of tests sign in. The form's own is as dear as it has
    // to be.
    internal static readonly string Hashed = new PasswordHasher<string>(
        Options.Create(new PasswordHasherOptions { IterationCount = 1000 })
    ).HashPassword("", Password);

    private readonly string _name = "test_" + Guid.NewGuid().ToString("N");
    private readonly Dictionary<string, string> _roles;
    private readonly bool _isOwn;

    /// <summary>On the cluster that all tests share.</summary>
    public TestServer() => _roles = Roles(Shared());

    /// <summary>On a cluster of its own, by the file of its roles.</summary>
    internal TestServer(string roles) => (_roles, _isOwn) = (Roles(roles), true);

    /// <summary>As the application connects: through the pooler, where GAMBETA_TEST_POOLER names its port.</summary>
    public string AppConnection =>
        Pooler is null || _isOwn
            ? Connection("app")
            : new NpgsqlConnectionStringBuilder(Connection("app"))
            {
                Port = int.Parse(Pooler, CultureInfo.InvariantCulture),
                MaxAutoPrepare = 0,
            }.ToString();

    private static string? Pooler => Environment.GetEnvironmentVariable("GAMBETA_TEST_POOLER");

    public string OwnerConnection => Connection("owner");

    public GambetaDatabase Database { get; private set; } = null!;

    public DrillCatalogue Catalogue { get; } = DrillCatalogue.Shipped();

    public async ValueTask InitializeAsync()
    {
        await using (var owner = new NpgsqlConnection(_roles["owner"]))
        {
            await owner.OpenAsync();
            await using var create = new NpgsqlCommand($"create database {_name}", owner);
            await create.ExecuteNonQueryAsync();
        }
        Migrator.Migrate(OwnerConnection);
        Database = new GambetaDatabase(AppConnection);
        await DemoHousehold.LoadAsync(Database, Catalogue, DateTimeOffset.UtcNow, "UTC");
        // Started once, before tests that run side by side could each find it half started.
        using var first = CreateClient();
    }

    public override async ValueTask DisposeAsync()
    {
        await Database.DisposeAsync();
        await base.DisposeAsync();
    }

    /// <summary>A household with one right-footed player; its name is its id.</summary>
    public async Task<TestHousehold> NewHouseholdAsync()
    {
        var household = new TestHousehold(Guid.CreateVersion7(), Guid.CreateVersion7());
        await using var work = await Database.BeginAsync(household.Id);
        (await HouseholdStore.CreateAsync(work, household.Name, Hashed, "Europe/Lisbon")).ShouldBe(CreateOutcome.Made);
        await HouseholdStore.AddPlayerAsync(work, new Player(household.PlayerId, "Nilo", 2015, Foot.Right, Level.Steady));
        await work.CommitAsync();
        return household;
    }

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder.UseSetting("ConnectionStrings:App", AppConnection);
        builder.UseSetting("ConnectionStrings:Listen", Connection("app"));
        foreach (var limit in new[] { "TriesAMinute", "SignUpsAnHour", "DemosAnHour", "RequestsAMinute", "RequestsAMinuteAtTheDoor" })
            builder.UseSetting("Limits:" + limit, "100000");
        builder.UseSetting("Logging:LogLevel:Default", "Error");
        // Where it listens at all (UseKestrel), at a port of its own each time: tests run side by side.
        builder.UseSetting(WebHostDefaults.ServerUrlsKey, "http://127.0.0.1:0");
    }

    /// <summary>The same application on the same database, with other settings or parts.</summary>
    public WebApplicationFactory<Program> With(Action<IWebHostBuilder> change) => WithWebHostBuilder(change);

    private string Connection(string role) => new NpgsqlConnectionStringBuilder(_roles[role]) { Database = _name }.ToString();

    private static string Shared() =>
        Environment.GetEnvironmentVariable("GAMBETA_TEST_ROLES")
        ?? throw new InvalidOperationException(
            "These tests need a PostgreSQL of their own: run ./test, or 'tools/cluster up FOLDER' and set GAMBETA_TEST_ROLES to "
                + "FOLDER/roles."
        );

    private static Dictionary<string, string> Roles(string file) =>
        File.ReadAllLines(file).Select(line => line.Split(' ', 2)).ToDictionary(parts => parts[0], parts => parts[1]);
}

/// <summary>A household made for one test.</summary>
public sealed record TestHousehold(Guid Id, Guid PlayerId)
{
    public string Name => Id.ToString();
}
