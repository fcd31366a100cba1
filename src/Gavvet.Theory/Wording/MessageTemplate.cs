using System.Collections.Immutable;
using System.Text;
using System.Text.RegularExpressions;

namespace Gavvet.Theory;

/// <summary>The words of a message with its places, read once, since some are said a thousand times for a page.</summary>
internal sealed partial class MessageTemplate
{
    private readonly ImmutableArray<Piece> _pieces;

    private MessageTemplate(ImmutableArray<Piece> pieces) => _pieces = pieces;

    /// <summary>Reads a message.</summary>
    /// <param name="words">Its words, with places such as {note} and {count:# note|# notes}.</param>
    public static MessageTemplate Of(string words)
    {
        var pieces = ImmutableArray.CreateBuilder<Piece>();
        var at = 0;
        foreach (Match place in Places().Matches(words))
        {
            if (place.Index > at)
                pieces.Add(new Piece(words[at..place.Index], null, []));
            pieces.Add(new Piece("", place.Groups["name"].Value, [.. place.Groups["form"].Captures.Select(form => Of(form.Value))]));
            at = place.Index + place.Length;
        }

        if (at < words.Length || pieces.Count == 0)
            pieces.Add(new Piece(words[at..], null, []));
        return new MessageTemplate(pieces.ToImmutable());
    }

    /// <summary>The message with its arguments in their places.</summary>
    /// <param name="id">Its name, for who forgot one.</param>
    /// <param name="arguments">The arguments.</param>
    /// <exception cref="KeyNotFoundException">A place has no argument.</exception>
    public string Filled(string id, ReadOnlySpan<(string Name, object Value)> arguments)
    {
        if (_pieces is [{ Name: null } only])
            return only.Words;
        var text = new StringBuilder();
        Fill(text, id, arguments, null);
        return text.ToString();
    }

    // A count stands as # in the form that goes with it.
    private void Fill(StringBuilder text, string id, ReadOnlySpan<(string Name, object Value)> arguments, string? count)
    {
        foreach (var piece in _pieces)
        {
            if (piece.Name is null)
            {
                text.Append(count is null ? piece.Words : piece.Words.Replace("#", count, StringComparison.Ordinal));
                continue;
            }

            var value = Value(piece.Name, id, arguments);
            if (piece.Forms.IsEmpty)
                text.Append(value as string ?? Convert.ToString(value, Language.Current.Culture));
            else
                piece
                    .Forms[Math.Min(PluralRule.Form(TheoryTexts.Say("plural"), (int)value), piece.Forms.Length - 1)]
                    .Fill(text, id, arguments, CountText.Word((int)value));
        }
    }

    private static object Value(string name, string id, ReadOnlySpan<(string Name, object Value)> arguments)
    {
        // The last of a name counts, as one said more exactly.
        for (var i = arguments.Length - 1; i >= 0; i--)
        {
            if (arguments[i].Name == name)
                return arguments[i].Value;
        }

        throw new KeyNotFoundException($"“{id}” asks for {name}, which is not given.");
    }

    [GeneratedRegex(@"\{(?<name>\w+)(?::(?<form>(?:[^{}|]|\{\w+\})*)(?:\|(?<form>(?:[^{}|]|\{\w+\})*))+)?\}")]
    private static partial Regex Places();

    /// <summary>Words, or a place by its name with the forms it may have.</summary>
    private sealed record Piece(string Words, string? Name, ImmutableArray<MessageTemplate> Forms);
}
