using Gambeta.Bench;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Simulation;
using Gambeta.Storage;
using Gambeta.Web.Security;

// Loads the household of the benchmark: two players, five sessions a week, eight sets each, for three years.
// Usage: Gambeta.Bench NAME PASSWORD, with ConnectionStrings__App set. Prints the number of sets.
// Usage: Gambeta.Bench core. Prints what the core alone takes.
if (args is ["core"])
{
    CoreBench.Print();
    return;
}
var (name, password) = (args[0], args[1]);
await using var database = new GambetaDatabase(Environment.GetEnvironmentVariable("ConnectionStrings__App")!);
await using var work = await database.BeginAsync(Guid.CreateVersion7());
await HouseholdStore.CreateAsync(work, name, Passwords.Hash(password), TimeZoneInfo.Local.Id);
var plan = new DiaryPlan(
    156,
    [DayOfWeek.Monday, DayOfWeek.Tuesday, DayOfWeek.Thursday, DayOfWeek.Friday, DayOfWeek.Sunday],
    SkipChance: 0,
    [],
    SetsADay: 8,
    ["pull-back-laces-away", "inside-taps", "two-rolls-two-outside", "juggling-streak", "one-touch-wall-other-foot", "zigzag-and-home"]
);
var sets = 0;
foreach (var (nickname, preferred, seed) in new[] { ("Ane", Foot.Right, 11), ("Unai", Foot.Left, 12) })
{
    var player = new Player(Guid.CreateVersion7(), nickname, DateTime.Today.Year - 12, preferred, Level.Steady);
    await HouseholdStore.AddPlayerAsync(work, player);
    var model = new ModelPlayer
    {
        Id = player.Id,
        Preferred = preferred,
        StartSkill = 0.1,
        EndSkill = 0.9,
        OtherFootStart = 0.6,
    };
    var diary = PracticeDiary.Write(DrillCatalogue.Shipped(), Level.Steady, model, plan, new Random(seed), DateTimeOffset.Now);
    await SetStore.AddManyAsync(work, diary);
    sets += diary.Count;
}
await work.CommitAsync();

// Fifty who practise at once, in five households of ten: sets of one player are judged one after the other, of two side by side.
for (var household = 0; household < 5; household++)
{
    await using var many = await database.BeginAsync(Guid.CreateVersion7());
    await HouseholdStore.CreateAsync(many, $"{name} {household + 1}", Passwords.Hash(password), TimeZoneInfo.Local.Id);
    for (var i = 0; i < 10; i++)
        await HouseholdStore.AddPlayerAsync(
            many,
            new Player(Guid.CreateVersion7(), $"Player {i + 1}", DateTime.Today.Year - 12, Foot.Right, Level.Steady)
        );
    await many.CommitAsync();
}
Console.WriteLine(sets);
