using System.Security.Cryptography;
using Gambeta.Storage;
using Gambeta.Web.PageBases;
using Gambeta.Web.Throttling;
using Microsoft.AspNetCore.DataProtection;

namespace Gambeta.Web.Security;

/// <summary>What happens before anybody is signed in: new households with ids made here, and copies of the demo.</summary>
public sealed class Door(PageTools tools, IDataProtectionProvider protection, IConfiguration settings)
{
    private readonly ITimeLimitedDataProtector _form = protection.CreateProtector("new household").ToTimeLimitedDataProtector();

    /// <summary>Whether this server shows the demo at all.</summary>
    public bool HasDemo { get; } = settings.GetValue("Demo", true);

    /// <summary>Seals an id for a household that is about to be made: whoever sends the form twice makes one household, and nobody can
    /// choose an id.</summary>
    public string Seal(Guid id) => _form.Protect(id.ToString(), TimeSpan.FromHours(12));

    /// <summary>The id under a seal; nothing when it is not from here, or too old.</summary>
    public Guid? Open(string? form)
    {
        try
        {
            return form is { Length: > 0 and < 1000 } ? Guid.Parse(_form.Unprotect(form)) : null;
        }
        catch (CryptographicException)
        {
            return null;
        }
    }

    /// <summary>Opens a copy of the demo for this visitor alone. False when as many as can be are open.</summary>
    public async Task<bool> OpenDemoAsync(HttpContext http)
    {
        var copy = Guid.CreateVersion7();
        await using var work = await tools.Database.BeginAsync(copy, http.RequestAborted);
        if (
            !await DemoHousehold.CopyAsync(
                work,
                tools.Time.GetUtcNow(),
                TimeSpan.FromHours(tools.Limits.DemoHours),
                tools.Limits.DemoCopies
            )
        )
            return false;
        await http.SignInHouseholdAsync(work, tools);
        return true;
    }
}
