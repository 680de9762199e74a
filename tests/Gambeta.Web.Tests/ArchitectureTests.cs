using NetArchTest.Rules;

namespace Gambeta.Web.Tests;

public class ArchitectureTests
{
    [Fact]
    public void The_core_knows_neither_web_nor_database_nor_storage() =>
        Types.InAssembly(typeof(Core.EnumWords).Assembly).ShouldNot()
            .HaveDependencyOnAny("Microsoft.AspNetCore", "Npgsql", "Dapper", "System.Data", "Gambeta.Storage", "Gambeta.Web")
            .GetResult().FailingTypeNames.ShouldBeNull();

    [Fact]
    public void Storage_knows_no_web() =>
        Types.InAssembly(typeof(Storage.GambetaDatabase).Assembly).ShouldNot()
            .HaveDependencyOnAny("Microsoft.AspNetCore", "Gambeta.Web")
            .GetResult().FailingTypeNames.ShouldBeNull();

    [Fact]
    public void Pages_keep_sql_out()
    {
        var pages = Types.InAssembly(typeof(Program).Assembly).That().ResideInNamespace("Gambeta.Web.Pages");
        pages.GetTypes().ShouldNotBeEmpty();
        pages.ShouldNot().HaveDependencyOnAny("Dapper", "Npgsql").GetResult().FailingTypeNames.ShouldBeNull();
    }
}
