using FluentValidation;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.Recipes;

/// <summary>A recipe is confirmed against a named issue of the sheet, and once nothing in it is still to be taken from there.</summary>
internal sealed class ConfirmRules : AbstractValidator<ConfirmRequest>
{
    public ConfirmRules(Recipe recipe)
    {
        RuleFor(c => c.SheetIssue).OneLine();
        RuleFor(c => c.Version)
            .Must(_ => recipe.FromTheSheet.Count == 0)
            .Says(PhraseKeys.Conflict.FromTheSheet, ("length", recipe.FromTheSheet.FirstOrDefault("")));
    }
}

internal sealed class RetireRules : AbstractValidator<RetireRequest>
{
    public RetireRules() => RuleFor(r => r.Reason).OneLine().When(r => r.IsRetired);
}
