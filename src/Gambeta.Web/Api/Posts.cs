using System.Text.Json;
using Gambeta.Web.PageBases;
using Gambeta.Web.Security;
using Gambeta.Web.Throttling;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Gambeta.Web.Api;

/// <summary>The documented interface of the practice screen: what can be posted, each as a request of its own or as a message on a line.
/// See docs/api.md.</summary>
internal static class Posts
{
    /// <summary>Names the household that something was played in, so that it is never stored in another one's name.</summary>
    private const string HouseholdHeader = "Household";

    private static readonly Post[] All =
    [
        Post.Of<SittingPost>("/api/sittings", "That somebody begins to practise.", SessionApi.BeginAsync),
        Post.Of<SetPost>("/api/sets", "A finished set.", SetsApi.AddAsync),
        Post.Of<CountPost>("/api/counts", "A count typed in after the round.", SetsApi.CorrectAsync),
        Post.Of<CheckPost>("/api/checks", "That the check before the first touch was made.", SetsApi.CheckAsync),
        Post.Of<AnswerPost>("/api/answers", "How a drill went.", SessionApi.AnswerAsync),
        Post.Of<EndPost>("/api/ends", "How a sitting ended.", SessionApi.EndAsync),
        Post.Of<HeardPost>("/api/heard", "A set as it was heard, to be counted.", EarApi.CountAsync),
        Post.Of<SpaceSoundPost>(
            "/api/places",
            "Ten seconds of quiet and ten touches, by which a place is learned.",
            SpaceSoundApi.LearnAsync
        ),
        Post.Of<AimsPost>("/api/aims", "What is worth aiming at in the next set of a drill.", AimsApi.OnLineAsync),
        Post.Of<PainPost>("/api/pains", "That something hurts.", SessionApi.HurtAsync),
        Post.Of<MayGoOnPost>("/api/pains/cleared", "That a grown-up says practice may go on.", SessionApi.MayGoOnAsync),
    ];

    public static void MapPosts(this IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/")
            .RequireAuthorization()
            .ProducesProblem(StatusCodes.Status401Unauthorized)
            .ProducesProblem(StatusCodes.Status429TooManyRequests);
        api.MapGet("/api/token", (HttpContext http, IAntiforgery antiforgery) =>
                Results.Json(new { token = antiforgery.GetAndStoreTokens(http).RequestToken })
            )
            .WithSummary("The token that every post carries.")
            .Produces<Dictionary<string, string>>();
        api.MapGet("/api/runs/{sheet}", SessionApi.RunAsync)
            .WithSummary("The timeline of a sheet.")
            .Produces<object>()
            .ProducesProblem(StatusCodes.Status404NotFound);
        api.MapGet("/api/aims/{drill}", AimsApi.OfDrillAsync)
            .WithSummary("What is worth aiming at in the next set of a drill.")
            .Produces<IReadOnlyList<Aim>>()
            .ProducesProblem(StatusCodes.Status404NotFound);
        api.MapGet("/api/ahead", AheadApi.OfPlayerAsync)
            .WithSummary("What a device keeps for where there is no network.")
            .Produces<IReadOnlyList<PageAhead>>();
        api.MapGet("/api/weeks", WeeksApi.OfPlayerAsync)
            .WithSummary("Four weeks as they are laid out, with the session of today.")
            .Produces<object>();
        api.MapGet("/api/microphone/{drill}", DemoMicrophone.OfDrillAsync)
            .WithSummary("What the demo hears in place of a microphone.")
            .Produces(StatusCodes.Status200OK, contentType: "audio/wav")
            .ProducesProblem(StatusCodes.Status404NotFound);
        // By GET, or where the way is HTTP/2 by CONNECT (RFC 8441).
        api.MapMethods(PracticeSocket.Path, [HttpMethods.Get, HttpMethods.Connect], PracticeSocket.OpenAsync)
            .WithSummary("A line that stays open.")
            .Produces(StatusCodes.Status101SwitchingProtocols);
        foreach (var post in All)
        {
            api.MapPost(post.Path, (HttpContext http, PageTools tools, IOptions<JsonOptions> json) =>
                    TakeAsync(post, http, tools, json.Value.SerializerOptions)
                )
                .WithSummary(post.Summary)
                .Accepts(post.Body, "application/json")
                .Produces<StoredAnswer>()
                .ProducesProblem(StatusCodes.Status400BadRequest)
                .ProducesProblem(StatusCodes.Status404NotFound)
                .ProducesProblem(StatusCodes.Status413PayloadTooLarge)
                .ProducesProblem(StatusCodes.Status422UnprocessableEntity)
                .ProducesProblem(StatusCodes.Status503ServiceUnavailable);
        }
    }

    /// <summary>What takes a message with this address; nothing where there is none.</summary>
    public static Post? Find(JsonElement to) => Array.Find(All, post => to.ValueEquals(post.Path));

    private static async Task<IResult> TakeAsync(Post post, HttpContext http, PageTools tools, JsonSerializerOptions options)
    {
        if (!await http.RequestServices.GetRequiredService<IAntiforgery>().IsRequestValidAsync(http))
            return Refusal.Of(StatusCodes.Status400BadRequest, Say("refusals.page-is-out-of-date"));
        if (http.Request.Headers[HouseholdHeader] is [{ } named] && named != http.User.HouseholdId().ToString())
            return Refusal.SignedOut();
        var (body, refused) = await JsonBody.ReadAsync(http, tools.Limits.PostBytes);
        if (refused is not null)
            return refused;
        (var json, refused) = JsonBody.Parse(body);
        if (refused is not null)
            return refused;
        using (json)
        {
            using var turn = await tools.Gate.TakeAsync(http.User.HouseholdId(), writes: true, http.RequestAborted);
            if (turn is not null)
                return await post.Take(json!.RootElement, options, http, tools);
            ConcurrencyGate.SayBusy(http.Response);
            return Refusal.Of(StatusCodes.Status503ServiceUnavailable);
        }
    }
}

/// <summary>One thing that can be posted.</summary>
/// <param name="Path">Its address.</param>
/// <param name="Summary">What it is, for the description of the interface.</param>
/// <param name="Body">What its JSON says.</param>
/// <param name="Take">What takes it.</param>
internal sealed record Post(
    string Path,
    string Summary,
    Type Body,
    Func<JsonElement, JsonSerializerOptions, HttpContext, PageTools, Task<IResult>> Take
)
{
    public static Post Of<T>(string path, string summary, Func<T, HttpContext, PageTools, Task<IResult>> take) =>
        new(path, summary, typeof(T), async (body, options, http, tools) =>
        {
            var (post, refused) = JsonBody.As<T>(body, options);
            return refused ?? await take(post!, http, tools);
        });
}
