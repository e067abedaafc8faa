using Microsoft.AspNetCore.Mvc.ModelBinding;

namespace YieldingLoop.Web.Forms;

/// <summary>
/// Reads a box that was ticked or not. A value that is neither is a fault beside it; the framework's own reader
/// leaves the text in the form, where showing the box again would throw.
/// </summary>
internal sealed class TickBinder : IModelBinder
{
    public Task BindModelAsync(ModelBindingContext bindingContext)
    {
        var sent = bindingContext.ValueProvider.GetValue(bindingContext.ModelName);
        if (sent == ValueProviderResult.None)
        {
            return Task.CompletedTask;
        }

        // A ticked box sends its hidden twin along; the first value is the box's.
        if (bool.TryParse(sent.FirstValue, out var ticked))
        {
            bindingContext.ModelState.SetModelValue(bindingContext.ModelName, sent);
            bindingContext.Result = ModelBindingResult.Success(ticked);
        }
        else
        {
            bindingContext.ModelState.SetModelValue(bindingContext.ModelName, bool.FalseString, bool.FalseString);
            bindingContext.ModelState.TryAddModelError(bindingContext.ModelName, "This is ticked or it is not.");
        }

        return Task.CompletedTask;
    }
}

/// <summary>Uses <see cref="TickBinder"/> for every box.</summary>
internal sealed class TickBinderProvider : IModelBinderProvider
{
    public IModelBinder? GetBinder(ModelBinderProviderContext context) => context.Metadata.ModelType == typeof(bool) ? new TickBinder() : null;
}
