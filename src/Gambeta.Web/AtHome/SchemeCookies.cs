using Microsoft.AspNetCore.Authentication.Cookies;

namespace Gambeta.Web.AtHome;

/// <summary>
/// The sign-in under a name of its own where it came by https. A browser keeps one set of cookies for both schemes of a machine and lets
/// nothing that came by http replace what came by https: under one name a device that was ever signed in by https could not sign in by http
/// again. What http signed in holds under https until it has its own.
/// </summary>
public sealed class SchemeCookies(HomeHttps home) : ICookieManager
{
    private readonly ChunkingCookieManager _cookies = new();

    /// <inheritdoc/>
    public string? GetRequestCookie(HttpContext context, string key) =>
        _cookies.GetRequestCookie(context, NameOf(context, key))
        ?? (NameOf(context, key) == key ? null : _cookies.GetRequestCookie(context, key));

    /// <inheritdoc/>
    public void AppendResponseCookie(HttpContext context, string key, string? value, CookieOptions options) =>
        _cookies.AppendResponseCookie(context, NameOf(context, key), value, options);

    /// <inheritdoc/>
    public void DeleteCookie(HttpContext context, string key, CookieOptions options)
    {
        _cookies.DeleteCookie(context, NameOf(context, key), options);
        if (NameOf(context, key) != key)
            _cookies.DeleteCookie(context, key, options);
    }

    private string NameOf(HttpContext context, string key) => home.IsOn && context.Request.IsHttps ? key + "-safe" : key;
}
