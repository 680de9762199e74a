using System.Security.Cryptography.X509Certificates;

namespace Gambeta.Web.AtHome;

/// <summary>What a phone asks for on its way to https.</summary>
internal static class HomeAddresses
{
    public static void MapHome(this IEndpointRouteBuilder app)
    {
        // Asked for by https from a page that came by http: an answer says that this device trusts the certificate.
        app.MapGet("/phone/here", () => Results.NoContent());
        app.MapGet("/phone/gambeta-at-home.crt", (HomeHttps home) =>
            home.IsOn
                ? Results.File(home.Authority().Export(X509ContentType.Cert), "application/x-x509-ca-cert", "gambeta-at-home.crt")
                : Results.NotFound()
        );
    }
}
