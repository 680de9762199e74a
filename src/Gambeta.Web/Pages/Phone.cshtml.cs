using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using Gambeta.Web.AtHome;
using Gambeta.Web.PageBases;
using Microsoft.AspNetCore.Mvc;

namespace Gambeta.Web.Pages;

/// <summary>How a phone comes to trust this machine, in three steps; only where <c>./start --lan</c> serves https.</summary>
public sealed class PhoneModel(PageTools tools, HomeHttps home) : OpenPage(tools)
{
    /// <summary>Whether this device came by https already.</summary>
    public bool IsSafe => Request.IsHttps;

    /// <summary>Whether a certificate may name the address by which it came at all.</summary>
    public bool IsAtHome => home.SafeFor(Request) is not null;

    /// <summary>Where this page is on the phone.</summary>
    public string Address => home.ReachedAt(Request) + "/phone";

    /// <summary>The first signs of the certificate's fingerprint, by which it can be compared.</summary>
    public string Fingerprint { get; private set; } = "";

    public IActionResult OnGet()
    {
        if (!home.IsOn)
            return NotFound();
        var print = Convert.ToHexString(home.Authority().GetCertHash(HashAlgorithmName.SHA256));
        Fingerprint = string.Join(' ', Enumerable.Range(0, 4).Select(i => print.Substring(4 * i, 4)));
        return Page();
    }
}
