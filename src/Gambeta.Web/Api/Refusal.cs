using Gambeta.Web.Words;

namespace Gambeta.Web.Api;

/// <summary>Why something was not taken: problem details (RFC 9457) with the reasons in words.</summary>
/// <param name="Title">What it is, in short.</param>
/// <param name="Status">The status.</param>
/// <param name="Problems">The reasons.</param>
/// <param name="Ask">True when the only reason is a count that is hard to believe: sent again with "sure" it is taken.</param>
public sealed record ProblemAnswer(string Title, int Status, IReadOnlyList<string> Problems, bool Ask = false);

/// <summary>Answers that refuse, the same for a request and for a message on a line.</summary>
internal static class Refusal
{
    private const string Details = "application/problem+json";

    /// <summary>A refusal with its reasons; without any, the plain words of its status.</summary>
    public static IResult Of(int status, params IReadOnlyList<string> problems) =>
        Results.Json(Answer(status, problems), contentType: Details, statusCode: status);

    /// <summary>A set or an answer that is refused as it is, for good, unless somebody who is asked says that it is right.</summary>
    public static IResult Final(IReadOnlyList<string> problems, bool ask = false) =>
        Results.Json(
            Answer(StatusCodes.Status422UnprocessableEntity, problems) with
            {
                Ask = ask,
            },
            contentType: Details,
            statusCode: StatusCodes.Status422UnprocessableEntity
        );

    public static IResult Final(string problem) => Final([problem]);

    public static IResult NoSuchPlayer() => Of(StatusCodes.Status404NotFound, Say("refusals.no-such-player"));

    public static IResult SignedOut() => Of(StatusCodes.Status401Unauthorized);

    private static ProblemAnswer Answer(int status, IReadOnlyList<string> problems)
    {
        var (title, words) = Wording.Status(status);
        return new ProblemAnswer(title, status, problems.Count > 0 ? problems : [words]);
    }
}

/// <summary>A refusal that passes by itself, with the time after which to try again.</summary>
internal sealed class TooMuch(TimeSpan wait, string words) : IResult, IStatusCodeHttpResult, IValueHttpResult
{
    public int? StatusCode => StatusCodes.Status429TooManyRequests;

    public object? Value =>
        new ProblemAnswer(Wording.Status(StatusCodes.Status429TooManyRequests).Title, StatusCodes.Status429TooManyRequests, [words]);

    public Task ExecuteAsync(HttpContext http)
    {
        Throttling.RateLimits.SayWhen(http.Response, wait);
        return Refusal.Of(StatusCodes.Status429TooManyRequests, words).ExecuteAsync(http);
    }
}
