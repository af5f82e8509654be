using Rhabdon.Core.Rights;
using Rhabdon.Data;
using Rhabdon.Server.People;

namespace Rhabdon.Server.Hosting;

/// <summary>Metadata of an endpoint: what its caller must be permitted.</summary>
public sealed record NeedsPermission(Permission Permission);

/// <summary>Every endpoint says what it needs, and one filter holds its caller to it. Whose job or crew it is, the handlers ask.</summary>
public static class Permissions
{
    /// <summary>Only for who is signed in and permitted this. What an endpoint says goes before what its group said.</summary>
    public static TBuilder Needs<TBuilder>(this TBuilder builder, Permission permission)
        where TBuilder : IEndpointConventionBuilder => builder.RequireAuthorization().WithMetadata(new NeedsPermission(permission));

    /// <summary>After authorization: 403 for who is signed in and not permitted.</summary>
    public static void UsePermissions(this WebApplication app) =>
        app.Use(
            async (context, next) =>
            {
                if (
                    context.GetEndpoint()?.Metadata.GetMetadata<NeedsPermission>() is { } needs
                    && context.User.Identity?.IsAuthenticated == true
                    && !context.AccessOf().May(needs.Permission)
                )
                {
                    await Problems.Forbidden().ExecuteAsync(context);
                    return;
                }

                await next();
            }
        );
}
