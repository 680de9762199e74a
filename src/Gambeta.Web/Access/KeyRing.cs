using System.Xml.Linq;
using Dapper;
using Gambeta.Storage;
using Microsoft.AspNetCore.DataProtection.Repositories;

namespace Gambeta.Web.Access;

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
        connection.Execute(
            "insert into data_protection_key (name, xml) values (@friendlyName, @xml) on conflict do nothing",
            new { friendlyName, xml = element.ToString(SaveOptions.DisableFormatting) });
    }
}
