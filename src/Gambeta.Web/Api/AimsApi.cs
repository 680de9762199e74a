using Gambeta.Core;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Practice.Played;
using Gambeta.Storage;
using Gambeta.Web.Charts;
using Gambeta.Web.PageBases;
using Gambeta.Web.Words;

namespace Gambeta.Web.Api;

/// <summary>What is worth aiming at in the next set of a drill and foot.</summary>
/// <param name="Feet">The feet of the set.</param>
/// <param name="Layout">The layout; empty for none.</param>
/// <param name="Measure">What it is of, with the length of the round or the number of tries: another one is another aim.</param>
/// <param name="Words">The aim with its odds.</param>
/// <param name="Tiles">Of the latest aims, oldest first, whether each came true.</param>
public sealed record Aim(string Feet, string Layout, string Measure, string Words, bool[] Tiles)
{
    /// <summary>The aim of what stands about a key, in a sitting: what its sets so far say is taken into account.</summary>
    public static Aim Of(Verdict verdict, IEnumerable<(SaidOfSet Said, PracticeSet Set)> said, Guid? sitting = null)
    {
        var target = verdict.NextIn(sitting);
        return new Aim(
            verdict.Key.Feet.ToKey(),
            verdict.Key.Layout,
            verdict.Measure.ToString(),
            Say("judgement.aim-and-odds", ("value", JudgementWords.Value(verdict, target)), ("count", TenTiles.Laid(target.Chance))),
            [.. said.Select(one => WasItRight.Reached(one.Said.Units, one.Set))]
        );
    }
}

/// <summary>What is asked on the line, where no headers go with it.</summary>
public sealed record AimsPost(string? Drill, Guid Player, Guid? Session);

/// <summary>The aims of a drill as they stand now: asked for while the player rests.</summary>
public static class AimsApi
{
    public static Task<IResult> OnLineAsync(AimsPost post, HttpContext http, PageTools tools) =>
        OfDrillAsync(post.Drill, post.Player, post.Session, http, tools);

    public static async Task<IResult> OfDrillAsync(string? drill, Guid player, Guid? session, HttpContext http, PageTools tools)
    {
        if (drill is not { Length: > 0 and <= CardReader.LongestId } || drill.Any(char.IsControl))
            return Refusal.Of(StatusCodes.Status404NotFound, Say("refusals.say-which-drill-it-was"));
        var (work, household) = await tools.EnterAsync(http);
        await using var _ = work;
        if (household is not { Players.Count: > 0 })
            return Refusal.SignedOut();
        if (household.Players.TrueForAll(known => known.Id != player))
            return Refusal.NoSuchPlayer();
        var verdicts = await VerdictStore.AllAsync(work, player, await tools.Catalogues.OfAsync(work, household), drill);
        var said = await SaidStore.LatestOfKeysAsync(work, player, [drill]);
        await work.CommitWorkedOutAsync(http.RequestAborted);
        return Results.Json(verdicts.Select(verdict => Aim.Of(verdict, said[verdict.Key], session)), SessionApi.Written);
    }
}
