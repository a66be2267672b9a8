
namespace WideLever.Core.StepLines;

/// <summary>How a step line could go on at the caret. <c>docs/step-line.md</c>, <em>Completions</em>.</summary>
public static class StepLineCompletions
{
    private const int Most = 8;

    private enum Place { Phrase, Opens, Layer, Part, Step, Tool, Nothing }

    /// <summary>The likeliest words first; none where a word is whole already.</summary>
    /// <param name="line">The line.</param>
    /// <param name="caret">Where the caret stands, 0 to the line's length.</param>
    /// <param name="context">The names that it can use.</param>
    public static IReadOnlyList<LineCompletion> At(string line, int caret, StepLineContext context)
    {
        if (line.Length > StepLine.MaxLength || caret < 0 || caret > line.Length)
            return [];
        var (place, inList, words) = Before(line, caret);
        var found = new List<LineCompletion>();
        if (place == Place.Part)
            Complete(found, words, caret, 0, Parts(context));
        else if (place is Place.Opens or Place.Layer)
            Complete(found, words, caret, 0, Layers(context, place));
        else if (place == Place.Step)
            Complete(found, words, caret, 1, context.Steps.Select((step, i) => (step.Title, $"{i + 1}")));
        else if (place == Place.Tool)
            Complete(found, words, caret, 0, Lexicon.Tools.Keys.Select(tool => (tool, tool)));
        if (place == Place.Phrase || (inList && found.Count == 0))
            Phrases(found, words, caret, context.Words.Keys.Order(StringComparer.OrdinalIgnoreCase));
        return [.. found.DistinctBy(completion => completion.Text).Take(Most)];
    }

    /// <summary>What kind of name the caret stands in, whether a list may also end here, and the words typed of it so far.</summary>
    private static (Place Place, bool InList, List<Token> Words) Before(string line, int caret)
    {
        var (place, inList) = (Place.Phrase, false);
        var words = new List<Token>();
        foreach (var token in LineTokens.Of(line[..caret]))
        {
            var clause = token.Kind == TokenKind.Word && Lexicon.Clauses.Contains(token.Text) && token.End < caret;
            if (token.Kind == TokenKind.Word && !clause)
            {
                words.Add(token);
                continue;
            }
            words.Clear();
            (place, inList) = token.Kind switch
            {
                TokenKind.Opens => (Place.Opens, false),
                TokenKind.Layer => (Place.Layer, false),
                TokenKind.Frees => (Place.Part, false),
                TokenKind.Comma when place is Place.Part or Place.Step => (place, true),
                TokenKind.Comma or TokenKind.Semicolon => (Place.Phrase, false),
                TokenKind.Word => (token.Text.ToLowerInvariant() switch { "after" => Place.Step, "with" => Place.Tool, _ => Place.Phrase }, false),
                // In a text that is being typed nothing completes.
                TokenKind.Text when token.End == caret && (token.End - token.Start == 1 || line[caret - 1] != '"') => (Place.Nothing, false),
                _ => (place is Place.Part or Place.Step ? place : Place.Phrase, inList),
            };
        }
        return (place, inList, words);
    }

    private static IEnumerable<(string Said, string Text)> Layers(StepLineContext context, Place place) =>
        context.Layers.Skip(place == Place.Opens ? 1 : 0).Where(layer => place == Place.Opens || layer != context.CurrentLayer).Select(layer => (layer, LineTokens.Name(layer)));

    /// <summary>Parts that nothing frees yet, then kinds that the record has no part of, then the other parts.</summary>
    private static IEnumerable<(string Said, string Text)> Parts(StepLineContext context)
    {
        var freed = context.Steps.SelectMany(step => step.Frees).ToHashSet(StringComparer.Ordinal);
        var recorded = context.Parts.Select(part => part.Kind).ToHashSet();
        return context.Parts.Where(part => !freed.Contains(part.Id)).Select(part => part.Id)
            .Concat(WordList.Members<PartKind>().Where(kind => kind != PartKind.Other && !recorded.Contains(kind)).Select(kind => WordList.Apart(kind.Word())))
            .Concat(context.Parts.Where(part => freed.Contains(part.Id)).Select(part => part.Id))
            .Select(id => (id, LineTokens.Name(id)));
    }

    private static void Complete(List<LineCompletion> found, List<Token> words, int caret, int least, IEnumerable<(string Said, string Text)> names)
    {
        var prefix = string.Join(' ', words.Select(word => word.Text));
        var start = words.Count > 0 ? words[0].Start : caret;
        if (prefix.Length < least || (words.Count > 0 && words[^1].End < caret && prefix.Length == 0))
            return;
        foreach (var (said, text) in names)
        {
            if (said.StartsWith(prefix, StringComparison.OrdinalIgnoreCase) && said.Length > prefix.Length)
                found.Add(new(start, caret, text));
        }
    }

    private static void Phrases(List<LineCompletion> found, List<Token> words, int caret, IEnumerable<string> house)
    {
        if (words.Count == 0 || words[^1].End < caret)
            return;
        // The longest run of last words that begins a term: "soft g" goes on to "soft glue".
        for (var first = Math.Max(0, words.Count - 3); first < words.Count; first++)
        {
            var run = string.Join(' ', words.Skip(first).Select(word => word.Text));
            // A count may be written in one with its word.
            var digits = first == words.Count - 1 ? run.TakeWhile(char.IsAsciiDigit).Count() : 0;
            var prefix = run[digits..];
            if (prefix.Length == 0 || Lexicon.Grammar(prefix) is not null)
                continue;
            foreach (var word in Lexicon.Completions.Concat(house))
            {
                if (word.StartsWith(prefix, StringComparison.OrdinalIgnoreCase) && word.Length > prefix.Length)
                    found.Add(new(words[first].Start + digits, caret, word));
            }
            if (found.Count > 0)
                return;
        }
    }
}
