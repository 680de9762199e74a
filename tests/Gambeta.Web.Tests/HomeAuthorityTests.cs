using System.Diagnostics;
using System.Net;
using System.Net.Security;
using System.Net.Sockets;
using System.Security.Authentication;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using Gambeta.Web.AtHome;
using Microsoft.Extensions.Configuration;
using Microsoft.Extensions.Time.Testing;

namespace Gambeta.Web.Tests;

/// <summary>The certificates of the home network, held against OpenSSL and against a real handshake.</summary>
public sealed class HomeAuthorityTests : IDisposable
{
    private static readonly IPAddress[] Home = [IPAddress.Parse("192.168.7.20"), IPAddress.Parse("fd00::20"), IPAddress.Loopback];
    private static readonly string[] Names = ["localhost", "kitchen.local"];

    private readonly string _folder = Directory.CreateTempSubdirectory("gambeta-home-").FullName;
    private readonly FakeTimeProvider _time = new(DateTimeOffset.UtcNow);

    public void Dispose() => Directory.Delete(_folder, true);

    private HomeAuthority Fresh() => new(_folder, _time);

    [Fact]
    public void A_machine_is_vouched_for_under_its_names_and_addresses_and_a_new_start_keeps_both_certificates()
    {
        var authority = Fresh();
        var machine = authority.Machine(Names, Home);
        foreach (var name in new[] { "localhost", "kitchen.local", "192.168.7.20", "fd00::20" })
            machine.MatchesHostname(name).ShouldBeTrue(name);
        OpenSsl(authority.Authority, machine, "-verify_ip", "192.168.7.20").ShouldContain(": OK");
        OpenSsl(authority.Authority, machine, "-verify_hostname", "kitchen.local").ShouldContain(": OK");
        OpenSsl(authority.Authority, machine, "-verify_ip", "192.168.7.21").ShouldNotContain(": OK");
        var again = Fresh();
        again.Machine(Names, Home).Thumbprint.ShouldBe(machine.Thumbprint);
        again.Authority.Thumbprint.ShouldBe(authority.Authority.Thumbprint);
        // Nobody else on the machine reads a key.
        new DirectoryInfo(_folder).UnixFileMode.ShouldBe(UnixFileMode.UserRead | UnixFileMode.UserWrite | UnixFileMode.UserExecute);
        foreach (var key in Directory.GetFiles(_folder, "*.key"))
            new FileInfo(key).UnixFileMode.ShouldBe(UnixFileMode.UserRead | UnixFileMode.UserWrite);
    }

    [Fact]
    public void It_can_vouch_for_no_site_elsewhere_whoever_has_the_key()
    {
        var authority = Fresh();
        foreach (
            var (names, addresses) in new (string[], IPAddress[])[]
            {
                (["bank.example"], []),
                ([], [IPAddress.Parse("203.0.113.7")]),
                (["kitchen.local", "bank.example"], Home),
                ([], [IPAddress.Parse("2001:db8::1")]),
                (["notlocal"], []),
            }
        )
        {
            var forged = authority.Machine(names, addresses);
            OpenSsl(authority.Authority, forged).ShouldNotContain(": OK", customMessage: string.Join(' ', names));
        }
        OpenSsl(
                authority.Authority,
                authority.Machine(
                    ["home.arpa", "a.b.lan"],
                    [IPAddress.Parse("172.31.255.1"), IPAddress.Parse("10.0.0.1"), IPAddress.IPv6Loopback]
                )
            )
            .ShouldContain(": OK");
        HomeAuthority.IsAtHome(IPAddress.Parse("172.32.0.1")).ShouldBeFalse();
    }

    [Fact]
    public void A_new_address_a_near_end_an_end_long_past_and_a_clock_that_was_set_back_have_a_new_certificate_of_the_same_authority()
    {
        var authority = Fresh();
        var first = authority.Machine(Names, Home);
        var moved = authority.Machine(Names, [.. Home, IPAddress.Parse("10.1.2.3")]);
        moved.MatchesHostname("10.1.2.3").ShouldBeTrue();
        // Less than before is no reason: the wireless was off for a moment.
        authority.Machine(Names, [IPAddress.Loopback]).Thumbprint.ShouldBe(moved.Thumbprint);
        _time.Advance(HomeAuthority.Holds - HomeAuthority.RenewedBefore + TimeSpan.FromHours(1));
        var renewed = authority.Machine(Names, Home);
        _time.Advance(TimeSpan.FromDays(900));
        var late = Fresh().Machine(Names, Home);
        new[] { first, moved, renewed, late }.Select(one => one.Thumbprint).Distinct().Count().ShouldBe(4);
        _time.AdjustTime(_time.GetUtcNow() - TimeSpan.FromDays(20));
        var back = Fresh().Machine(Names, Home);
        (back.NotBefore.ToUniversalTime() <= _time.GetUtcNow().UtcDateTime).ShouldBeTrue();
        // A phone whose clock is a day behind, or a day ahead, takes it as well.
        foreach (var days in new[] { -1, 0, 1 })
            OpenSsl(
                    Fresh().Authority,
                    back,
                    "-attime",
                    (_time.GetUtcNow() + TimeSpan.FromDays(days))
                        .ToUnixTimeSeconds()
                        .ToString(System.Globalization.CultureInfo.InvariantCulture)
                )
                .ShouldContain(": OK");
        Fresh().Authority.Subject.ShouldBe("CN=Gambeta-at-home");
        Directory.GetFiles(_folder).Length.ShouldBe(4);
    }

    [Fact]
    public void A_machine_whose_clock_stands_at_the_beginning_of_time_keeps_its_authority_and_shows_what_a_phone_takes()
    {
        var made = Fresh().Authority.Thumbprint;
        var right = _time.GetUtcNow();
        _time.AdjustTime(new DateTimeOffset(2001, 1, 1, 0, 0, 0, TimeSpan.Zero));
        var authority = Fresh();
        var machine = authority.Machine(Names, Home);
        authority.Authority.Thumbprint.ShouldBe(made);
        authority.Machine(Names, Home).Thumbprint.ShouldBe(machine.Thumbprint);
        _time.AdjustTime(right);
        OpenSsl(authority.Authority, machine).ShouldContain(": OK");
        authority.Machine(Names, Home).Thumbprint.ShouldBe(machine.Thumbprint);
    }

    [Fact]
    public void An_authority_at_its_end_or_broken_files_are_made_anew()
    {
        var before = Fresh().Authority;
        Fresh().Machine(Names, Home);
        foreach (var file in Directory.GetFiles(_folder))
        {
            var whole = File.ReadAllText(file);
            foreach (var broken in new[] { "", whole[..(whole.Length / 2)], "-----BEGIN CERTIFICATE-----\nx\n-----END CERTIFICATE-----\n" })
            {
                File.WriteAllText(file, broken);
                var now = Fresh();
                OpenSsl(now.Authority, now.Machine(Names, Home)).ShouldContain(": OK", customMessage: Path.GetFileName(file));
            }
        }
        // A machine's certificate beside the authority of another folder is not ours.
        var elsewhere = Directory.CreateTempSubdirectory("gambeta-home-").FullName;
        new HomeAuthority(elsewhere, _time).Machine(Names, Home);
        foreach (var kind in new[] { "crt", "key" })
            File.Copy(Path.Combine(elsewhere, "machine." + kind), Path.Combine(_folder, "machine." + kind), true);
        Directory.Delete(elsewhere, true);
        var own = Fresh();
        OpenSsl(own.Authority, own.Machine(Names, Home)).ShouldContain(": OK");
        _time.Advance(TimeSpan.FromDays(3640));
        var old = Fresh();
        var machine = old.Machine(Names, Home);
        old.Authority.Thumbprint.ShouldNotBe(before.Thumbprint);
        (machine.NotAfter <= old.Authority.NotAfter).ShouldBeTrue();
        machine.NotAfter.ToUniversalTime().ShouldBeGreaterThan(_time.GetUtcNow().UtcDateTime);
    }

    [Fact]
    public async Task A_handshake_succeeds_where_the_authority_is_trusted_and_fails_where_it_is_not()
    {
        var authority = Fresh();
        var machine = authority.Machine(Names, Home);
        foreach (
            var (trusted, host, holds) in new[]
            {
                (true, "localhost", true),
                (true, "127.0.0.1", true),
                (true, "elsewhere.local", false),
                (false, "localhost", false),
            }
        )
        {
            using var listener = new TcpListener(IPAddress.Loopback, 0);
            listener.Start();
            var server = Task.Run(
                async () =>
                {
                    using var taken = await listener.AcceptTcpClientAsync();
                    await using var secure = new SslStream(taken.GetStream());
                    try
                    {
                        await secure.AuthenticateAsServerAsync(machine);
                    }
                    catch (Exception refused) when (refused is AuthenticationException or IOException)
                    {
                        return;
                    }
                },
                TestContext.Current.CancellationToken
            );
            using var client = new TcpClient();
            await client.ConnectAsync((IPEndPoint)listener.LocalEndpoint, TestContext.Current.CancellationToken);
            await using var stream = new SslStream(client.GetStream());
            var policy = new X509ChainPolicy
            {
                RevocationMode = X509RevocationMode.NoCheck,
                TrustMode = X509ChainTrustMode.CustomRootTrust,
            };
            if (trusted)
                policy.CustomTrustStore.Add(authority.Authority);
            var shake = () =>
                stream.AuthenticateAsClientAsync(
                    new SslClientAuthenticationOptions { TargetHost = host, CertificateChainPolicy = policy },
                    TestContext.Current.CancellationToken
                );
            if (holds)
                await shake();
            else
                await Should.ThrowAsync<AuthenticationException>(shake);
            client.Close();
            await server;
        }
    }

    [Fact]
    public void A_machine_that_has_a_new_address_shows_it_within_a_minute_and_behind_a_proxy_nothing_of_this_is_on()
    {
        IPAddress[] addresses = [IPAddress.Loopback, IPAddress.Parse("192.168.7.20")];
        IConfiguration Settings(string? proxy) =>
            new ConfigurationBuilder()
                .AddInMemoryCollection(new Dictionary<string, string?> { ["AtHome:Folder"] = _folder, ["Proxy:Known"] = proxy })
                .Build();
        // The list is the test's to change.
#pragma warning disable AccessToModifiedClosure
        var home = new HomeHttps(Settings(null), _time, () => addresses);
#pragma warning restore AccessToModifiedClosure
        home.Certificate().MatchesHostname("192.168.7.20").ShouldBeTrue();
        addresses = [IPAddress.Loopback, IPAddress.Parse("10.0.0.9")];
        home.Certificate().MatchesHostname("10.0.0.9").ShouldBeFalse();
        _time.Advance(TimeSpan.FromSeconds(61));
        home.Certificate().MatchesHostname("10.0.0.9").ShouldBeTrue();
        new HomeHttps(Settings("127.0.0.1"), _time, () => addresses).IsOn.ShouldBeFalse();
        new HomeHttps(new ConfigurationBuilder().Build(), _time, () => addresses).IsOn.ShouldBeFalse();
    }

    // What OpenSSL says of a certificate: its own judgement of chains, names and constraints.
    private string OpenSsl(X509Certificate2 authority, X509Certificate2 machine, params string[] asks)
    {
        var (ca, leaf) = (Path.Combine(_folder, "..", Path.GetRandomFileName()), Path.Combine(_folder, "..", Path.GetRandomFileName()));
        File.WriteAllText(ca, authority.ExportCertificatePem());
        File.WriteAllText(leaf, machine.ExportCertificatePem());
        string[] at = asks.Contains("-attime")
            ? []
            : ["-attime", _time.GetUtcNow().ToUnixTimeSeconds().ToString(System.Globalization.CultureInfo.InvariantCulture)];
        using var run = Process.Start(
            new ProcessStartInfo("openssl", ["verify", "-x509_strict", "-purpose", "sslserver", .. at, .. asks, "-CAfile", ca, leaf])
            {
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            }
        )!;
        var said = run.StandardOutput.ReadToEnd() + run.StandardError.ReadToEnd();
        run.WaitForExit();
        File.Delete(ca);
        File.Delete(leaf);
        return said;
    }
}
