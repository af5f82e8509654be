using System.Xml.Linq;
using Microsoft.AspNetCore.DataProtection.Repositories;
using Rhabdon.Data;

namespace Rhabdon.Server.Hosting;

/// <summary>Puts the framework's key ring into PostgreSQL, so that a cookie is good on every instance.</summary>
internal sealed class ProtectionKeys(ProtectionKeyStore store) : IXmlRepository
{
    public IReadOnlyCollection<XElement> GetAllElements() => [.. store.All().Select(XElement.Parse)];

    public void StoreElement(XElement element, string friendlyName) => store.Add(friendlyName, element.ToString(SaveOptions.DisableFormatting));
}
