using AmberPantry.Core;

namespace AmberPantry.Server.Hosting;

/// <summary>Checks every body before its handler sees it.</summary>
internal sealed class WholeBodies : IEndpointFilter
{
    public ValueTask<object?> InvokeAsync(EndpointFilterInvocationContext context, EndpointFilterDelegate next)
    {
        foreach (var argument in context.Arguments)
        {
            if (
                argument?.GetType() is { IsValueType: false, Namespace: { } space }
                && space.StartsWith("AmberPantry.Server", StringComparison.Ordinal)
            )
            {
                Wholeness.Check(argument);
            }
        }

        return next(context);
    }
}
