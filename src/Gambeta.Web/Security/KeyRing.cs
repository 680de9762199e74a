using System.Security.Cryptography;
using System.Text;
using System.Xml.Linq;
using Dapper;
using Gambeta.Storage;
using Microsoft.AspNetCore.DataProtection.Repositories;
using Microsoft.AspNetCore.DataProtection.XmlEncryption;

namespace Gambeta.Web.Security;

/// <summary>Keeps the keys that protect the cookies in the database, so that any number of instances share them.</summary>
public sealed class KeyRing(GambetaDatabase database) : IXmlRepository
{
    public IReadOnlyCollection<XElement> GetAllElements()
    {
        using var connection = database.Source.OpenConnection();
        return [.. connection.Query<string>("select xml from data_protection_key order by name").Select(XElement.Parse)];
    }

    public void StoreElement(XElement element, string friendlyName)
    {
        using var connection = database.Source.OpenConnection();
        using var waits = new ReplicationWait(connection);
        connection.Execute(
            "insert into data_protection_key (name, xml) values (@friendlyName, @xml) on conflict do nothing",
            new { friendlyName, xml = element.ToString(SaveOptions.DisableFormatting) }
        );
        waits.ThrowIfCut();
    }
}

/// <summary>The key that the key ring is encrypted with at rest: 32 bytes in base64 from the configuration (KeyRing:Key), the same for all
/// instances.</summary>
public sealed class KeyRingKey(byte[] key)
{
    public bool IsThere => key.Length > 0;

    public byte[] Bytes => key;

    /// <exception cref="FormatException">It is set, and no 32 bytes in base64.</exception>
    public static KeyRingKey From(IConfiguration settings)
    {
        if (settings["KeyRing:Key"] is not { Length: > 0 } written)
            return new([]);
        var bytes = new byte[48];
        return Convert.TryFromBase64String(written, bytes, out var length) && length == 32
            ? new(bytes[..32])
            : throw new FormatException("KeyRing:Key is 32 random bytes in base64, as 'openssl rand -base64 32' gives them.");
    }
}

/// <summary>Encrypts keys at rest with AES-GCM (NIST SP 800-38D), a fresh nonce each.</summary>
public sealed class SealedXml(KeyRingKey key) : IXmlEncryptor
{
    public EncryptedXmlInfo Encrypt(XElement plaintextElement)
    {
        var plain = Encoding.UTF8.GetBytes(plaintextElement.ToString(SaveOptions.DisableFormatting));
        var (nonce, tag, cipher) = (RandomNumberGenerator.GetBytes(12), new byte[16], new byte[plain.Length]);
        using var aes = new AesGcm(key.Bytes, tag.Length);
        aes.Encrypt(nonce, plain, cipher, tag);
        return new EncryptedXmlInfo(new XElement("sealed", Convert.ToBase64String([.. nonce, .. tag, .. cipher])), typeof(OpenedXml));
    }
}

/// <summary>Opens what <see cref="SealedXml"/> sealed.</summary>
public sealed class OpenedXml(IServiceProvider services) : IXmlDecryptor
{
    public XElement Decrypt(XElement encryptedElement)
    {
        var all = Convert.FromBase64String(encryptedElement.Value).AsSpan();
        var plain = new byte[all.Length - 28];
        using var aes = new AesGcm(services.GetRequiredService<KeyRingKey>().Bytes, 16);
        aes.Decrypt(all[..12], all[28..], all[12..28], plain);
        return XElement.Parse(Encoding.UTF8.GetString(plain));
    }
}
