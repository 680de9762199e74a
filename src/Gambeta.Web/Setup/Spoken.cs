using System.Security.Cryptography;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using Gambeta.Words;
using Microsoft.Net.Http.Headers;

namespace Gambeta.Web.Setup;

/// <summary>
/// The language that an instance speaks: English, or that of the folder of words that the setting <c>Language</c> names. It is set for each
/// request, so that choosing one by household or by browser is a change of this file alone.
/// </summary>
internal static class Spoken
{
    /// <summary>What the modules of the browser import their words from; see js/shared/say.js.</summary>
    public const string BrowserWords = "/js/shared/words.js";

    private static readonly JsonSerializerOptions AsWritten = new() { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    /// <summary>The language that the settings name.</summary>
    /// <exception cref="FormatException">A file of its folder is broken; the words say which.</exception>
    public static Language Of(IConfiguration settings) =>
        settings["Language"] is { Length: > 0 } folder ? Language.ReadFolder(folder) : Language.English;

    public static void UseLanguage(this WebApplication app)
    {
        var language = app.Services.GetRequiredService<Language>();
        if (app.Configuration.GetValue("Live", false) && app.Configuration["Language"] is { Length: > 0 } folder)
        {
            app.UseLiveWords(language, folder);
            return;
        }
        if (language == Language.English)
            return;
        app.Use(
            async (http, next) =>
            {
                Language.Current = language;
                await next(http);
            }
        );
    }

    // While somebody works on the words (./dev): they are read again for the next request after a file of them changed.
    private static void UseLiveWords(this WebApplication app, Language language, string folder)
    {
        var (read, at) = (language, DateTime.UtcNow);
        app.Use(
            async (http, next) =>
            {
                var changed = new DirectoryInfo(folder).EnumerateFiles("*.json").Max(file => file.LastWriteTimeUtc);
                if (changed > at)
                {
                    try
                    {
                        (read, at) = (Language.ReadFolder(folder), changed);
                    }
                    catch (FormatException wrong)
                    {
                        await Console.Error.WriteLineAsync(wrong.Message);
                    }
                }
                Language.Current = read;
                await next(http);
            }
        );
    }

    public static void MapBrowserWords(this WebApplication app)
    {
        var module = ModuleOf(app.Services.GetRequiredService<Language>());
        var tag = new EntityTagHeaderValue($"\"{Convert.ToHexStringLower(SHA256.HashData(module))[..16]}\"");
        var isLive = app.Configuration.GetValue("Live", false);
        app.MapGet(BrowserWords, (HttpContext http) =>
            {
                if (isLive)
                    return Results.Bytes(ModuleOf(Language.Current), "text/javascript");
                // Like every other module: asked for each time, sent only when it has changed.
                http.Response.Headers.CacheControl = "no-cache";
                return Results.Bytes(module, "text/javascript", entityTag: tag);
            })
            .DisableRateLimiting()
            .ExcludeFromDescription();
    }

    /// <summary>The module of words for the browser, as it is sent.</summary>
    public static byte[] ModuleOf(Language language)
    {
        const string theme = "browser.";
        var words = Language
            .English.Keys.Where(key => key.StartsWith(theme, StringComparison.Ordinal))
            .Order(StringComparer.Ordinal)
            .ToDictionary(key => key[theme.Length..], key => language.Find(key)!.ToString());
        return Encoding.UTF8.GetBytes($"export default {JsonSerializer.Serialize(words, AsWritten)};\n");
    }
}
