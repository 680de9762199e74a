using System.Formats.Asn1;
using System.Net;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;

namespace Gambeta.Web.AtHome;

/// <summary>
/// The household's own certificate authority: made once, kept in its data folder, and good for nothing but names and addresses of a home
/// network (the name constraints of RFC 5280, section 4.2.1.10), so that a phone which trusts it cannot be fooled about any site elsewhere.
/// It signs the certificate of this machine.
/// </summary>
/// <param name="folder">Where both lie; made where it is not there.</param>
/// <param name="time">What time it is.</param>
public sealed class HomeAuthority(string folder, TimeProvider time)
{
    /// <summary>A phone's clock may be so far behind.</summary>
    public static readonly TimeSpan SlowClock = TimeSpan.FromDays(2);

    /// <summary>How long the certificate of this machine holds, and how long before its end it is renewed. Phones take none that holds much
    /// longer than a year.</summary>
    public static readonly TimeSpan Holds = TimeSpan.FromDays(365),
        RenewedBefore = TimeSpan.FromDays(30);

    private static readonly TimeSpan AuthorityHolds = TimeSpan.FromDays(3652);

    // Names that no site elsewhere can have, and the addresses of home networks and of this machine itself.
    private static readonly string[] Names = ["localhost", "local", "lan", "home", "internal", "home.arpa"];
    private static readonly IPNetwork[] Networks =
    [
        .. new[]
        {
            "10.0.0.0/8",
            "172.16.0.0/12",
            "192.168.0.0/16",
            "169.254.0.0/16",
            "127.0.0.0/8",
            "fc00::/7",
            "fe80::/10",
            "::1/128",
        }.Select(IPNetwork.Parse),
    ];

    /// <summary>Whether an address is one that a certificate of this authority may name.</summary>
    public static bool IsAtHome(IPAddress address) => Array.Exists(Networks, network => network.Contains(address));

    /// <summary>The authority's certificate, as a phone takes it in.</summary>
    public X509Certificate2 Authority => _authority ??= Load("authority", IsAuthority) ?? MakeAuthority();

    private X509Certificate2? _authority,
        _machine;

    /// <summary>The certificate of this machine: the one that is there while it names what is asked for and holds for a while yet, else a
    /// new one.</summary>
    public X509Certificate2 Machine(IReadOnlyCollection<string> names, IReadOnlyCollection<IPAddress> addresses)
    {
        if (Authority.NotAfter - time.GetUtcNow().UtcDateTime < RenewedBefore)
            _authority = MakeAuthority();
        _machine ??= Load("machine", _ => true);
        return _machine is { } now && Fits(now, names, addresses) ? now : _machine = MakeMachine(names, addresses);
    }

    // Ours, not near its end, not from a day that has not come, and naming everything.
    private bool Fits(X509Certificate2 machine, IReadOnlyCollection<string> names, IReadOnlyCollection<IPAddress> addresses)
    {
        var (now, named) = (
            time.GetUtcNow().UtcDateTime,
            machine.Extensions.OfType<X509SubjectAlternativeNameExtension>().SingleOrDefault()
        );
        using var chain = new X509Chain();
        chain.ChainPolicy.TrustMode = X509ChainTrustMode.CustomRootTrust;
        chain.ChainPolicy.CustomTrustStore.Add(Authority);
        chain.ChainPolicy.RevocationMode = X509RevocationMode.NoCheck;
        // A clock that stands before the authority was made is wrong: a phone's is not.
        chain.ChainPolicy.VerificationTime = Later(now, Authority.NotBefore.ToUniversalTime());
        return named is not null
            && machine.NotAfter.ToUniversalTime() - now > RenewedBefore
            && machine.NotBefore.ToUniversalTime() <= Later(now, Authority.NotBefore.ToUniversalTime())
            && addresses.All(named.EnumerateIPAddresses().Contains)
            && names.All(named.EnumerateDnsNames().Contains)
            && chain.Build(machine);
    }

    private X509Certificate2 MakeAuthority()
    {
        using var key = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        var request = new CertificateRequest("CN=Gambeta-at-home", key, HashAlgorithmName.SHA256);
        request.CertificateExtensions.Add(new X509BasicConstraintsExtension(true, true, 0, true));
        request.CertificateExtensions.Add(new X509KeyUsageExtension(X509KeyUsageFlags.KeyCertSign | X509KeyUsageFlags.CrlSign, true));
        request.CertificateExtensions.Add(new X509SubjectKeyIdentifierExtension(request.PublicKey, false));
        request.CertificateExtensions.Add(new X509Extension("2.5.29.30", OnlyAtHome(), true));
        var now = time.GetUtcNow();
        return _authority = Kept("authority", request.CreateSelfSigned(now - SlowClock, now + AuthorityHolds));
    }

    private X509Certificate2 MakeMachine(IReadOnlyCollection<string> names, IReadOnlyCollection<IPAddress> addresses)
    {
        using var key = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        var request = new CertificateRequest("CN=Gambeta", key, HashAlgorithmName.SHA256);
        request.CertificateExtensions.Add(new X509BasicConstraintsExtension(false, false, 0, true));
        request.CertificateExtensions.Add(new X509KeyUsageExtension(X509KeyUsageFlags.DigitalSignature, true));
        request.CertificateExtensions.Add(new X509EnhancedKeyUsageExtension([new Oid("1.3.6.1.5.5.7.3.1")], false));
        request.CertificateExtensions.Add(X509AuthorityKeyIdentifierExtension.CreateFromCertificate(Authority, true, false));
        var named = new SubjectAlternativeNameBuilder();
        foreach (var name in names)
            named.AddDnsName(name);
        foreach (var address in addresses)
            named.AddIpAddress(address);
        request.CertificateExtensions.Add(named.Build());
        var (now, serial) = (time.GetUtcNow(), RandomNumberGenerator.GetBytes(16));
        serial[0] &= 0x7f;
        var from = Later((now - SlowClock).UtcDateTime, Authority.NotBefore.ToUniversalTime());
        var until = from + SlowClock + Holds;
        using var signed = request.Create(
            Authority,
            from,
            until < Authority.NotAfter.ToUniversalTime() ? until : Authority.NotAfter.ToUniversalTime(),
            serial
        );
        return Kept("machine", signed.CopyWithPrivateKey(key));
    }

    private static DateTime Later(DateTime one, DateTime other) => one > other ? one : other;

    private static byte[] OnlyAtHome()
    {
        var writer = new AsnWriter(AsnEncodingRules.DER);
        using (writer.PushSequence())
        using (writer.PushSequence(new Asn1Tag(TagClass.ContextSpecific, 0)))
        {
            foreach (var name in Names)
            {
                using (writer.PushSequence())
                    writer.WriteCharacterString(UniversalTagNumber.IA5String, name, new Asn1Tag(TagClass.ContextSpecific, 2));
            }
            foreach (var network in Networks)
            {
                using (writer.PushSequence())
                    writer.WriteOctetString(
                        [.. network.BaseAddress.GetAddressBytes(), .. MaskOf(network)],
                        new Asn1Tag(TagClass.ContextSpecific, 7)
                    );
            }
        }
        return writer.Encode();
    }

    private static byte[] MaskOf(IPNetwork network)
    {
        var mask = new byte[network.BaseAddress.GetAddressBytes().Length];
        for (var bit = 0; bit < network.PrefixLength; bit++)
            mask[bit / 8] |= (byte)(0x80 >> (bit % 8));
        return mask;
    }

    private static bool IsAuthority(X509Certificate2 found) =>
        found.Extensions.OfType<X509BasicConstraintsExtension>().Any(basic => basic.CertificateAuthority);

    // What is broken, half written or somebody else's is as good as not there: it is made anew.
    private X509Certificate2? Load(string name, Func<X509Certificate2, bool> isRight)
    {
        try
        {
            var found = X509Certificate2.CreateFromPemFile(PathOf(name, "crt"), PathOf(name, "key"));
            return isRight(found) ? found : null;
        }
        catch (Exception unread) when (unread is IOException or CryptographicException or ArgumentException)
        {
            return null;
        }
    }

    // The key first and each at one blow: nothing is ever half there, and nobody else on this machine reads a key.
    private X509Certificate2 Kept(string name, X509Certificate2 made)
    {
        Directory.CreateDirectory(folder);
        if (!OperatingSystem.IsWindows())
            File.SetUnixFileMode(folder, UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute);
        using var key = made.GetECDsaPrivateKey()!;
        foreach (var (kind, text) in new[] { ("key", key.ExportPkcs8PrivateKeyPem()), ("crt", made.ExportCertificatePem()) })
        {
            var options = new FileStreamOptions { Mode = FileMode.Create, Access = FileAccess.Write };
            if (!OperatingSystem.IsWindows())
                options.UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite;
            using (var file = new StreamWriter(PathOf(name, kind + ".new"), options))
                file.Write(text);
            File.Move(PathOf(name, kind + ".new"), PathOf(name, kind), true);
        }
        return made;
    }

    private string PathOf(string name, string kind) => Path.Combine(folder, $"{name}.{kind}");
}
