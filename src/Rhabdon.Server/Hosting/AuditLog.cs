using System.Net;
using Rhabdon.Core.Rights;

namespace Rhabdon.Server.Hosting;

/// <summary>What is logged about who got in, who did not, who was let do what, and what went out. Never a secret.</summary>
public sealed partial class AuditLog(ILogger<AuditLog> log)
{
    [LoggerMessage(LogLevel.Information, "Signed in: {Person} by {Means} from {Address}")]
    public partial void SignedIn(Guid person, string means, IPAddress? address);

    [LoggerMessage(LogLevel.Warning, "Sign-in failed: as {SignIn} from {Address}")]
    public partial void SignInFailed(string signIn, IPAddress? address);

    [LoggerMessage(LogLevel.Warning, "Sign-in refused, tried too often: as {SignIn} from {Address}")]
    public partial void SignInRefused(string signIn, IPAddress? address);

    [LoggerMessage(LogLevel.Information, "Signed out: {Person}")]
    public partial void SignedOut(Guid person);

    [LoggerMessage(LogLevel.Information, "Key added: {Person} on device {Device}")]
    public partial void KeyAdded(Guid person, Guid device);

    [LoggerMessage(LogLevel.Information, "Enrolled on a device: {People} by {Person}")]
    public partial void Enrolled(Guid person, IReadOnlyList<Guid> people);

    [LoggerMessage(LogLevel.Information, "First owner: {Person}")]
    public partial void FirstOwner(Guid person);

    [LoggerMessage(LogLevel.Warning, "First owner refused: from {Address}")]
    public partial void FirstOwnerRefused(IPAddress? address);

    [LoggerMessage(LogLevel.Information, "Person added: {Other} as {Role} by {Person}")]
    public partial void PersonAdded(Guid person, Guid other, Role role);

    [LoggerMessage(LogLevel.Information, "Person changed: {Other} is {Role}, active {IsActive}, by {Person}")]
    public partial void PersonChanged(Guid person, Guid other, Role role, bool isActive);

    [LoggerMessage(LogLevel.Information, "Secrets set: of {Other} by {Person}")]
    public partial void SecretsSet(Guid person, Guid other);

    [LoggerMessage(LogLevel.Information, "Membership: {Other} {Change} crew {Crew} by {Person}")]
    public partial void Membership(Guid person, Guid other, string change, Guid crew);

    [LoggerMessage(LogLevel.Information, "Exported: job {Job} as {Form} by {Person}")]
    public partial void Exported(Guid person, Guid job, string form);

    [LoggerMessage(LogLevel.Information, "Imported: job {Job} by {Person}")]
    public partial void Imported(Guid person, Guid job);

    [LoggerMessage(LogLevel.Warning, "Set aside: {Count} events sent by {Person} that could not be verified")]
    public partial void SetAside(Guid person, int count);
}
