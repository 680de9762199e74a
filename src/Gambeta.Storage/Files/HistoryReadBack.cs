namespace Gambeta.Storage;

/// <summary>
/// Reads everything of a household by the ways by which pages read it, before what was taken in is kept: a file holds nothing that would
/// close a page later.
/// </summary>
internal static class HistoryReadBack
{
    /// <summary>Reads; what cannot be read throws as it would there.</summary>
    /// <param name="work">The household, with what came in.</param>
    /// <param name="ask">How it may take in.</param>
    /// <param name="reads">Told what is read next, by the list of the file.</param>
    public static async Task AsksAsync(HouseholdWork work, HistoryAsk ask, Action<string> reads)
    {
        reads("spaces");
        await YardStore.ViewAsync(work);
        reads("drills");
        var catalogue = ask.Catalogue(await OwnDrillStore.AllAsync(work));
        reads("sheets");
        await SheetStore.AllAsync(work);
        reads("household");
        var view = (await HouseholdStore.ViewAsync(work, new DateTimeOffset(ask.Today, TimeOnly.MinValue, TimeSpan.Zero)))!;
        reads("places");
        foreach (var place in await SpaceSoundStore.AllAsync(work))
            await SpaceSoundStore.FindAsync(work, place.Space, place.Ball);
        foreach (var player in view.Players)
        {
            reads("rhythms");
            await RhythmStore.AllAsync(work, player.Id, DateOnly.MinValue);
            reads("goals");
            await GoalStore.AllAsync(work, player.Id);
            reads("pains");
            await SessionStore.OpenPainsAsync(work, player.Id);
            reads("plans");
            await PlanStore.FindAsync(work, player.Id, await YardStore.ViewAsync(work));
            reads("said");
            await SaidStore.LatestAsync(work, player.Id, int.MaxValue);
            reads("sets");
            await VerdictStore.SettleAsync(work, player.Id, catalogue);
        }
        reads("answers");
        foreach (
            var session in await work.QueryAsync<Guid>(
                "select session_id from drill_answer where household_id = @Household group by session_id",
                new { work.Household }
            )
        )
            await SessionStore.AnswersAsync(work, session);
        reads("sittings");
        foreach (
            var session in await work.QueryAsync<Guid>(
                "select session_id from sitting where household_id = @Household and plan is not null",
                new { work.Household }
            )
        )
            await SittingStore.PlanOfAsync(work, session);
    }
}
