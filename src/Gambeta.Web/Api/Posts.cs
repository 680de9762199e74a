using System.Text.Json;
using Gambeta.Web.Access;
using Microsoft.AspNetCore.Antiforgery;

namespace Gambeta.Web.Api;

/// <summary>The documented interface of the practice screen: what can be posted, each as a request of its own or as a message on a line. See docs/api.md.</summary>
internal static class Posts
{
    /// <summary>Names the household that something was played in, so that it is never stored in another one's name.</summary>
    private const string HouseholdHeader = "Household";

    private static readonly Post[] All =
    [
        Post.Of<SetPost>("/api/sets", SetsApi.AddAsync),
        Post.Of<CountPost>("/api/counts", SetsApi.CorrectAsync),
        Post.Of<CheckPost>("/api/checks", SetsApi.CheckAsync),
        Post.Of<AnswerPost>("/api/answers", SessionApi.AnswerAsync),
        Post.Of<EndPost>("/api/ends", SessionApi.EndAsync),
        Post.Of<PainPost>("/api/pains", SessionApi.HurtAsync),
    ];

    private static readonly Dictionary<string, Post> ByPath = All.ToDictionary(post => post.Path);

    public static void MapPosts(this IEndpointRouteBuilder app)
    {
        var api = app.MapGroup("/").RequireAuthorization();
        api.MapGet("/api/token", (HttpContext http, IAntiforgery antiforgery) => Results.Json(new { token = antiforgery.GetAndStoreTokens(http).RequestToken }));
        api.MapGet("/api/runs/{sheet}", SessionApi.RunAsync);
        api.MapGet(Line.Path, Line.OpenAsync);
        foreach (var post in All) api.MapPost(post.Path, post.OverHttp).AddEndpointFilter(MayPostAsync);
    }

    /// <summary>What takes a message with this address; nothing where there is none.</summary>
    public static Post? Find(string? path) => path is null ? null : ByPath.GetValueOrDefault(path);

    private static async ValueTask<object?> MayPostAsync(EndpointFilterInvocationContext context, EndpointFilterDelegate next)
    {
        var http = context.HttpContext;
        if (!await http.RequestServices.GetRequiredService<IAntiforgery>().IsRequestValidAsync(http))
            return Results.Json(new ProblemAnswer(["This page is out of date. Load it again."]), statusCode: StatusCodes.Status400BadRequest);
        if (http.Request.Headers[HouseholdHeader] is [{ } named] && named != http.User.HouseholdId().ToString()) return Results.Unauthorized();
        return await next(context);
    }
}

/// <summary>One thing that can be posted.</summary>
/// <param name="Path">Its address.</param>
/// <param name="OverHttp">What takes it as a request.</param>
/// <param name="OnLine">What takes it as a message.</param>
internal sealed record Post(string Path, Delegate OverHttp, Func<JsonElement, JsonSerializerOptions, HttpContext, PageTools, Task<IResult>> OnLine)
{
    public static Post Of<T>(string path, Func<T, HttpContext, PageTools, Task<IResult>> take) => new(
        path,
        (T body, HttpContext http, PageTools tools) => take(body, http, tools),
        (body, json, http, tools) => body.ValueKind == JsonValueKind.Object ? take(body.Deserialize<T>(json)!, http, tools) : throw new JsonException());
}
