using System.Net;
using System.Net.Http.Json;
using System.Text.RegularExpressions;
using Microsoft.AspNetCore.Mvc.Testing;

namespace Gambeta.Web.Tests;

/// <summary>A visitor with cookies who fills in forms the way a browser does: with the hidden fields that the page gave.</summary>
public sealed partial class Browser(HttpClient client)
{
    private string? _token;

    public static Browser At(WebApplicationFactory<Program> server) =>
        new(server.CreateClient(new WebApplicationFactoryClientOptions { AllowAutoRedirect = false }));

    /// <summary>A visitor whose cookies never grow old, for an application that lives at another time than this machine.</summary>
    public static Browser OutOfTime(WebApplicationFactory<Program> server) => new(server.CreateDefaultClient(new Jar()));

    public static async Task<Browser> SignedInAsync(WebApplicationFactory<Program> server, TestHousehold household, Browser? as_ = null)
    {
        var browser = as_ ?? At(server);
        var (status, _) = await browser.SubmitAsync(
            "/",
            "/?handler=SignIn",
            new() { ["name"] = household.Name, ["password"] = TestServer.Password }
        );
        status.ShouldBe(HttpStatusCode.Redirect);
        return browser;
    }

    public Task<HttpResponseMessage> GetAsync(string path) => client.GetAsync(path);

    public async Task<string> PageAsync(string path)
    {
        var response = await client.GetAsync(path);
        response.StatusCode.ShouldBe(HttpStatusCode.OK, path);
        return await TextAsync(response);
    }

    /// <summary>Loads a page, then posts a form of it with its anti-forgery token.</summary>
    public async Task<(HttpStatusCode Status, string Page)> SubmitAsync(string page, string action, Dictionary<string, string> fields)
    {
        var token = Token().Match(await TextAsync(await client.GetAsync(page))).Groups[1].Value;
        var response = await client.PostAsync(
            action,
            new FormUrlEncodedContent(new Dictionary<string, string>(fields) { ["__RequestVerificationToken"] = token })
        );
        return (
            response.StatusCode,
            response.StatusCode == HttpStatusCode.Redirect ? response.Headers.Location!.ToString() : await TextAsync(response)
        );
    }

    /// <summary>Loads a page, then posts a file to a form of it.</summary>
    public async Task<(HttpStatusCode Status, string Page)> SendFileAsync(string page, string action, string name, string content)
    {
        using var form = new MultipartFormDataContent
        {
            {
                new StringContent(Token().Match(await TextAsync(await client.GetAsync(page))).Groups[1].Value),
                "__RequestVerificationToken"
            },
            { new StringContent(content), "file", name },
        };
        var response = await client.PostAsync(action, form);
        return (response.StatusCode, await TextAsync(response));
    }

    /// <summary>Posts whatever it is given, with a token as the practice screen has one.</summary>
    public async Task<HttpResponseMessage> RawAsync(string path, HttpContent content)
    {
        _token ??= (await client.GetFromJsonAsync<Dictionary<string, string>>("/api/token"))!["token"];
        using var request = new HttpRequestMessage(HttpMethod.Post, path) { Content = content };
        request.Headers.Add("RequestVerificationToken", _token);
        return await client.SendAsync(request);
    }

    /// <summary>Posts JSON as the practice screen does.</summary>
    public async Task<(HttpStatusCode Status, string Body)> PostAsync(string path, object body, bool withToken = true)
    {
        if (withToken && _token is null)
        {
            var answer = await client.GetAsync("/api/token");
            if (answer.StatusCode != HttpStatusCode.OK)
                return (answer.StatusCode, "");
            _token = (await answer.Content.ReadFromJsonAsync<Dictionary<string, string>>())!["token"];
        }
        using var request = new HttpRequestMessage(HttpMethod.Post, path) { Content = JsonContent.Create(body) };
        if (withToken)
            request.Headers.Add("RequestVerificationToken", _token);
        var response = await client.SendAsync(request);
        return (response.StatusCode, await response.Content.ReadAsStringAsync());
    }

    private sealed class Jar : DelegatingHandler
    {
        private readonly Dictionary<string, string> _cookies = [];

        protected override async Task<HttpResponseMessage> SendAsync(HttpRequestMessage request, CancellationToken cancellationToken)
        {
            if (_cookies.Count > 0)
                request.Headers.Add("Cookie", string.Join("; ", _cookies.Select(cookie => $"{cookie.Key}={cookie.Value}")));
            var response = await base.SendAsync(request, cancellationToken);
            if (response.Headers.TryGetValues("Set-Cookie", out var set))
            {
                foreach (var cookie in set.Select(line => line.Split(';')[0].Split('=', 2)))
                    _cookies[cookie[0]] = cookie[1];
            }
            return response;
        }
    }

    // Decoded, so that a test can look for the words that a person reads.
    private static async Task<string> TextAsync(HttpResponseMessage response) =>
        WebUtility.HtmlDecode(Space().Replace(await response.Content.ReadAsStringAsync(), " "));

    // A browser takes a new line for a space as well; how a page is laid out in its source is nothing to test.
    [GeneratedRegex(@"\n\s*")]
    private static partial Regex Space();

    [GeneratedRegex("name=\"__RequestVerificationToken\" type=\"hidden\" value=\"([^\"]+)\"")]
    private static partial Regex Token();
}
