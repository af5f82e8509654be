using System.Globalization;
using System.Text.Json;
using FluentValidation;
using FluentValidation.Internal;
using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Server.Hosting;

/// <summary>Rules that forms share. A fault names its field as JSON does, and says what would do.</summary>
internal static class FormRules
{
    /// <summary>Fields are named as in JSON: <c>panels[0].closet</c>. Once, before the first form is checked.</summary>
    public static void NameFieldsAsInJson() =>
        ValidatorOptions.Global.PropertyNameResolver = (_, member, expression) =>
            expression is not null && PropertyChain.FromExpression(expression) is { Count: > 0 } chain
                ? string.Join('.', chain.ToString().Split('.').Select(JsonNamingPolicy.CamelCase.ConvertName))
            : member is null ? null
            : JsonNamingPolicy.CamelCase.ConvertName(member.Name);

    /// <summary>The refusal of a form that breaks a rule; null for one that breaks none.</summary>
    public static ProblemHttpResult? Refusal<T>(this IValidator<T> rules, T form) =>
        rules.Validate(form) is { IsValid: false } found
            ? Problems.Fields(400, [.. found.Errors.Select(e => new FieldFault(e.PropertyName, e.ErrorMessage))])
            : null;

    /// <summary>What is said when the rule before it is broken.</summary>
    public static IRuleBuilderOptions<T, TValue> Says<T, TValue>(
        this IRuleBuilderOptions<T, TValue> rule,
        string key,
        params (string Name, string Value)[] args
    ) => rule.WithMessage(_ => Problems.Say(Phrase.Of(key, args)));

    /// <summary>One line of text: not empty, not too long, and nothing in it that cannot be seen.</summary>
    public static IRuleBuilderOptions<T, string> OneLine<T>(this IRuleBuilder<T, string> rule, int most = 100) =>
        rule.Lines(most).Must(text => !text.Any(char.IsControl)).Says(PhraseKeys.Form.Control);

    /// <summary>Text of any number of lines.</summary>
    public static IRuleBuilderOptions<T, string> Lines<T>(this IRuleBuilder<T, string> rule, int most) =>
        rule.Must(text => text.Trim().Length is var length && length > 0 && length <= most).Says(PhraseKeys.Form.Text, ("most", Text(most)));

    /// <summary>A number from <paramref name="low"/> to <paramref name="high"/>, both included.</summary>
    public static IRuleBuilderOptions<T, TNumber> Within<T, TNumber>(this IRuleBuilder<T, TNumber> rule, TNumber low, TNumber high)
        where TNumber : IComparable<TNumber>, IComparable, IFormattable =>
        rule.InclusiveBetween(low, high).Says(PhraseKeys.Form.Number, ("low", Text(low)), ("high", Text(high)));

    private static string Text(IFormattable number) => number.ToString(null, CultureInfo.InvariantCulture);
}
