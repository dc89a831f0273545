using System.Collections;
using System.Collections.Concurrent;
using System.Reflection;

namespace AmberPantry.Core;

/// <summary>A text that may be longer than others: a whole file. Whoever takes it says how long.</summary>
[AttributeUsage(AttributeTargets.Property)]
public sealed class WholeFileAttribute : Attribute;

/// <summary>Finds what a JSON reader lets through: nothing inside a list, numbers that are none, texts of any length.</summary>
public static class Wholeness
{
    /// <summary>No field takes a longer text; those that take less say so themselves.</summary>
    private const int LongestText = 10_000;

    private const int Deepest = 16;
    private static readonly ConcurrentDictionary<Type, (PropertyInfo Property, string Name, bool MayBeNull, int Longest)[]> Known = new();

    /// <exception cref="Refusal">E_MISSING, E_NOT_A_NUMBER or E_RANGE with the path of the first field.</exception>
    public static void Check(object? value, string path = "")
    {
        try
        {
            Check(value, null, 0);
        }
        catch (Refusal)
        {
            // Almost everything is whole: the path is worked out only for what is not.
            Check(value, path, 0);
            throw;
        }
    }

    private static void Check(object? value, string? path, int depth)
    {
        if (depth > Deepest)
        {
            throw new Refusal(
                Codes.Range,
                path ?? "",
                null,
                "That is nested deeper than anything here.",
                "Check the field against the API description."
            );
        }

        switch (value)
        {
            case null:
                return;
            case string text:
                if (text.Length > LongestText)
                {
                    throw new Refusal(
                        Codes.Range,
                        path ?? "",
                        text,
                        $"A text of {text.Length} letters is too long.",
                        $"Keep it to {LongestText} letters at most."
                    );
                }

                return;
            case double number:
                if (!double.IsFinite(number))
                {
                    throw new Refusal(Codes.NotANumber, path ?? "", number, "That is not a number.", "Give a number.");
                }

                return;
            case IDictionary map:
                foreach (DictionaryEntry entry in map)
                {
                    Check(entry.Value, path is null ? null : At(path, $"{entry.Key}"), depth + 1);
                }

                return;
            case IEnumerable list:
                var i = 0;
                foreach (var one in list)
                {
                    var at = path is null ? null : $"{path}[{i}]";
                    i++;
                    if (one is null)
                    {
                        throw new Refusal(Codes.Missing, at ?? "", null, $"There is nothing at {at}.", "Leave it out, or fill it.");
                    }

                    Check(one, at, depth + 1);
                }

                return;
        }

        if (value.GetType() is { Namespace: { } space } type && space.StartsWith("AmberPantry", StringComparison.Ordinal) && !type.IsEnum)
        {
            foreach (var (property, name, mayBeNull, longest) in Known.GetOrAdd(type, Readable))
            {
                var told = property.GetValue(value);
                if ((told is null && mayBeNull) || (told is string text && text.Length <= longest) || (told is double one && double.IsFinite(one)))
                {
                    continue;
                }

                var at = At(path, name);
                if (told is null)
                {
                    throw new Refusal(Codes.Missing, at ?? "", null, $"There is nothing at {at}.", "Fill it as the API description says.");
                }

                Check(told, at, depth + 1);
            }
        }
    }

    private static string? At(string? path, string name) =>
        path is null ? null
        : path.Length == 0 ? name
        : $"{path}.{name}";

    /// <summary>What was sent: properties that can be set, not those that are worked out.</summary>
    private static (PropertyInfo Property, string Name, bool MayBeNull, int Longest)[] Readable(Type type)
    {
        var nullability = new NullabilityInfoContext();
        return
        [
            .. type.GetProperties(BindingFlags.Public | BindingFlags.Instance)
                .Where(property =>
                    property.SetMethod is not null && property.GetIndexParameters().Length == 0 && !IsAlwaysWhole(property.PropertyType)
                )
                .Select(property =>
                    (
                        property,
                        System.Text.Json.JsonNamingPolicy.CamelCase.ConvertName(property.Name),
                        property.PropertyType.IsValueType || nullability.Create(property).ReadState != NullabilityState.NotNull,
                        property.IsDefined(typeof(WholeFileAttribute)) ? int.MaxValue : LongestText
                    )
                ),
        ];
    }

    /// <summary>Kinds of which the reader lets only sound ones through.</summary>
    private static bool IsAlwaysWhole(Type type)
    {
        var kind = Nullable.GetUnderlyingType(type) ?? type;
        return kind.IsEnum || (Type.GetTypeCode(kind) is not (TypeCode.Object or TypeCode.String or TypeCode.Double or TypeCode.Single));
    }
}
