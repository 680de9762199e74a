using System.Globalization;
using System.Runtime.CompilerServices;

namespace Gambeta.Words;

/// <summary>
/// A sentence with places for what changes in it, written as a part of ICU MessageFormat that other programs read too: <c>{name}</c>,
/// <c>{n, plural, one {…} other {…}}</c> and <c>{what, select, true {…} other {…}}</c>, one inside another. A plural may name numbers
/// (<c>=0</c>) before its categories; an apostrophe is an apostrophe.
/// </summary>
public sealed class Message
{
    private readonly Part[] parts;
    private readonly string? plain;

    private Message(Part[] parts)
    {
        this.parts = parts;
        plain =
            parts is [] ? ""
            : parts is [Literal only] ? only.Text
            : null;
    }

    /// <summary>Reads a message.</summary>
    /// <exception cref="FormatException">A brace is missing, a choice has no <c>other</c>, or its kind is not known.</exception>
    public static Message Parse(string text)
    {
        var at = 0;
        var parts = Parse(text, ref at, inside: false);
        return new Message(parts);
    }

    /// <summary>The names of all places, each once.</summary>
    public IEnumerable<string> Names =>
        Walk(parts)
            .Select(part =>
                part switch
                {
                    Placeholder place => place.Name,
                    Choice choice => choice.Name,
                    _ => null,
                }
            )
            .OfType<string>()
            .Distinct();

    /// <summary>The message as it is written in a file.</summary>
    public override string ToString() => string.Concat(parts.Select(Written));

    /// <summary>The same message with every text of its own changed.</summary>
    public Message WithTexts(Func<string, string> change) => new(Change(parts, change));

    /// <summary>The sentence. A place without a value keeps its name in braces, so that what is missing is seen.</summary>
    /// <param name="values">What stands in its places.</param>
    /// <param name="plural">The plural category of a number, by the language.</param>
    /// <param name="literal">What is done to the message's own texts; null for nothing.</param>
    /// <param name="value">What is done to the values; null for nothing.</param>
    public string Format(
        ReadOnlySpan<(string Name, object? Value)> values,
        Func<decimal, string> plural,
        Func<string, string>? literal = null,
        Func<string, string>? value = null
    )
    {
        if (plain is not null)
            return literal is null ? plain : literal(plain);
        var text = new DefaultInterpolatedStringHandler(0, 0, CultureInfo.InvariantCulture, stackalloc char[256]);
        Write(ref text, parts, values, plural, literal, value);
        return text.ToStringAndClear();
    }

    private static void Write(
        ref DefaultInterpolatedStringHandler text,
        Part[] parts,
        ReadOnlySpan<(string Name, object? Value)> values,
        Func<decimal, string> plural,
        Func<string, string>? literal,
        Func<string, string>? value
    )
    {
        foreach (var part in parts)
        {
            switch (part)
            {
                case Literal own:
                    text.AppendLiteral(literal is null ? own.Text : literal(own.Text));
                    break;
                case Placeholder place:
                    var said = ValueOf(values, place.Name);
                    text.AppendLiteral(value is null ? said : value(said));
                    break;
                case Choice choice:
                    Write(ref text, choice.For(ValueOf(values, choice.Name), plural), values, plural, literal, value);
                    break;
            }
        }
    }

    private static string ValueOf(ReadOnlySpan<(string Name, object? Value)> values, string name)
    {
        foreach (var (key, value) in values)
        {
            if (key == name)
                return value switch
                {
                    bool yes => yes ? "true" : "false",
                    IFormattable number => number.ToString(null, CultureInfo.InvariantCulture),
                    null => "",
                    _ => value.ToString() ?? "",
                };
        }
        return $"{{{name}}}";
    }

    private static Part[] Parse(string text, ref int at, bool inside)
    {
        var parts = new List<Part>();
        var start = at;
        void End(int to)
        {
            if (to > start)
                parts.Add(new Literal(text[start..to]));
        }
        for (; at < text.Length; at++)
        {
            if (text[at] == '}')
            {
                if (!inside)
                    throw new FormatException($"A closing brace too many in “{text}”.");
                break;
            }
            if (text[at] != '{')
                continue;
            End(at);
            at++;
            parts.Add(ParsePlace(text, ref at));
            start = at + 1;
        }
        if (inside && at == text.Length)
            throw new FormatException($"A brace is not closed in “{text}”.");
        End(at);
        return [.. parts];
    }

    // From behind an opening brace to its closing one.
    private static Part ParsePlace(string text, ref int at)
    {
        var name = Word(text, ref at);
        if (name.Length == 0)
            throw new FormatException($"A place without a name in “{text}”.");
        if (Next(text, at) == '}')
            return new Placeholder(name);
        Expect(text, ref at, ',');
        var kind = Word(text, ref at);
        if (kind is not ("plural" or "select"))
            throw new FormatException($"“{kind}” is neither plural nor select in “{text}”.");
        Expect(text, ref at, ',');
        var ways = new Dictionary<string, Part[]>(StringComparer.Ordinal);
        while (true)
        {
            var way = Word(text, ref at);
            if (way.Length == 0)
                break;
            Expect(text, ref at, '{');
            ways[way] = Parse(text, ref at, inside: true);
            at++;
        }
        if (Next(text, at) != '}')
            throw new FormatException($"A choice is not closed in “{text}”.");
        if (!ways.ContainsKey("other"))
            throw new FormatException($"A choice has no “other” in “{text}”.");
        return new Choice(name, kind == "plural", ways);
    }

    private static char Next(string text, int at) => at < text.Length ? text[at] : '\0';

    private static string Word(string text, ref int at)
    {
        while (char.IsWhiteSpace(Next(text, at)))
            at++;
        var start = at;
        while (at < text.Length && !char.IsWhiteSpace(text[at]) && text[at] is not (',' or '{' or '}'))
            at++;
        var word = text[start..at];
        while (char.IsWhiteSpace(Next(text, at)))
            at++;
        return word;
    }

    private static void Expect(string text, ref int at, char sign)
    {
        if (Next(text, at) != sign)
            throw new FormatException($"“{sign}” is missing in “{text}”.");
        at++;
    }

    private static string Written(Part part) =>
        part switch
        {
            Literal own => own.Text,
            Placeholder place => $"{{{place.Name}}}",
            Choice choice => $"{{{choice.Name}, {(choice.IsPlural ? "plural" : "select")}, "
                + $"{string.Join(' ', choice.Ways.Select(way => $"{way.Key} {{{string.Concat(way.Value.Select(Written))}}}"))}}}",
            _ => "",
        };

    private static IEnumerable<Part> Walk(IEnumerable<Part> parts) =>
        parts.SelectMany(part => part is Choice choice ? Walk(choice.Ways.Values.SelectMany(way => way)).Prepend(choice) : [part]);

    private static Part[] Change(Part[] parts, Func<string, string> change) =>
        [
            .. parts.Select(part =>
                part switch
                {
                    Literal own => new Literal(change(own.Text)),
                    Choice choice => choice with { Ways = choice.Ways.ToDictionary(way => way.Key, way => Change(way.Value, change)) },
                    _ => part,
                }
            ),
        ];

    private abstract record Part;

    private sealed record Literal(string Text) : Part;

    private sealed record Placeholder(string Name) : Part;

    private sealed record Choice(string Name, bool IsPlural, Dictionary<string, Part[]> Ways) : Part
    {
        private readonly bool namesNumbers = Ways.Keys.Any(way => way[0] == '=');

        public Part[] For(string value, Func<decimal, string> plural)
        {
            if (!IsPlural)
                return Ways.GetValueOrDefault(value) ?? Ways["other"];
            if (!decimal.TryParse(value, CultureInfo.InvariantCulture, out var number))
                return Ways["other"];
            return (namesNumbers ? Ways.GetValueOrDefault("=" + number.ToString("0.####", CultureInfo.InvariantCulture)) : null)
                ?? Ways.GetValueOrDefault(plural(number))
                ?? Ways["other"];
        }
    }
}
