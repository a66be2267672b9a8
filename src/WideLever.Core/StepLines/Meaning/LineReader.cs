using System.Globalization;
using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>
/// Reads a line piece by piece: its signs and clauses are those of the grammar, whatever words stand between them; those are phrases of the written
/// grammar, or spoken ones.
/// </summary>
internal sealed partial class LineReader(string line, List<Token> tokens, StepLineContext context, bool nearest, bool spoken)
{
    private readonly List<LineFault> faults = [];
    private readonly List<LineChip> chips = [];
    private readonly List<TeardownAction> actions = [];
    private readonly List<PartOfLine> parts = [];
    private readonly List<string> after = [];
    private readonly List<string> tightening = [];
    private readonly List<Surprise> surprises = [];
    private readonly List<Advice> advice = [];
    private GrammarPhrase phrase = new();
    private readonly List<Token> words = [];
    private int next;
    private string? title, opens, layer, remark;
    private bool together, off, live, needsNothing, assumed;
    private double? took;

    public StepLineReading Read()
    {
        if (line.Length > StepLine.MaxLength)
        {
            faults.Add(new(StepLine.MaxLength, line.Length, $"the line is longer than {StepLine.MaxLength} characters", null));
            return Reading();
        }
        if (Begins("see") && (tokens.Count == 1 || tokens[1].Kind == TokenKind.Frees || !spoken))
            return Sight();
        if (Begins("tried") && tokens.Count > 1 && tokens[1].Kind == TokenKind.Frees)
            return Attempt();
        while (next < tokens.Count)
            Piece();
        EndPhrase();
        if (spoken)
            return Spoken();
        if (IsAlone && faults.Count == 0)
            return OfStepInHand(surprises[0]);
        if (actions.Count == 0 && faults.Count == 0)
            faults.Add(new(line.Length, line.Length, "say at least one action, such as 4 ph0 m2x4 or lift", null));
        if (actions.Count > RecordLimits.Actions)
            faults.Add(new(0, line.Length, $"has {actions.Count} actions; the limit is {RecordLimits.Actions}", null));
        return Reading();
    }

    /// <summary>Whether the line tells nothing but what happened: it belongs to the step in hand.</summary>
    private bool IsAlone => surprises.Count == 1 && actions.Count + parts.Count + advice.Count == 0 && opens is null && title is null && remark is null && !off;

    private StepLineReading OfStepInHand(Surprise happened)
    {
        if (context.Steps.Count == 0 || context.Position == 0)
            faults.Add(new(0, line.Length, "this is noted of the step that it happened at: log one first", null));
        return Reading() with { Happened = happened };
    }

    private bool Begins(string word) => tokens.Count > 0 && tokens[0].Kind == TokenKind.Word && tokens[0].Text.Equals(word, StringComparison.OrdinalIgnoreCase);

    /// <summary>Parts that are in view in the layer in hand: <c>see = speakers clipped, memory-b socketed empty</c>.</summary>
    private StepLineReading Sight()
    {
        next = tokens.Count > 1 && tokens[1].Kind == TokenKind.Frees ? 2 : 1;
        var from = tokens[next - 1];
        while (true)
        {
            if (Name() is not { } name)
            {
                Fault(from, "say which parts are in view, such as see = speakers clipped, fan");
                break;
            }
            var empty = !name.Quoted && name.Name.EndsWith(" empty", StringComparison.OrdinalIgnoreCase);
            var called = empty ? name.Name[..^" empty".Length] : name.Name;
            var start = tokens[next - 1].Start - (name.Quoted ? 0 : name.Name.Length - name.Last.Text.Length);
            if (Part(called, name.Quoted) is { } part)
            {
                CheckText(part.Id, from, name.Last);
                parts.Add(part with { SeenIn = context.CurrentLayer, Empty = empty });
                chips.Add(new(ChipKind.Seen, Math.Max(from.End, start), name.Last.End, part.Id, parts.Count - 1));
            }
            else
            {
                faults.Add(PartTrouble(called, Math.Max(from.End, start), name.Last.End));
            }
            if (next >= tokens.Count || tokens[next].Kind is not (TokenKind.Comma or TokenKind.Semicolon))
                break;
            from = tokens[next++];
        }
        if (next < tokens.Count)
            Fault(tokens[next], "what is in view stands alone: log what is done in a line of its own");
        foreach (var twice in parts.GroupBy(part => part.Id).Where(same => same.Count() > 1))
            faults.Add(new(0, line.Length, $"{StepLine.Shown(twice.Key)} is said twice", null));
        return Reading() with { IsSight = true };
    }

    /// <summary>An attempt that was given up: <c>tried = panel "stuck all round" 40 s</c>.</summary>
    private StepLineReading Attempt()
    {
        next = 2;
        var from = next;
        while (next < tokens.Count && tokens[next].Kind == TokenKind.Word && !char.IsAsciiDigit(tokens[next].Text[0]))
            next++;
        var name = string.Join(' ', tokens.GetRange(from, next - from).Select(token => token.Text));
        if (name.Length == 0)
        {
            Fault(tokens[1], "say what was tried, such as tried = panel \"stuck all round\" 40 s");
            return Reading() with { Happened = new Surprise { Kind = SurpriseKind.GaveUp, Text = "" } };
        }
        if (Part(name, quoted: false) is { } part)
            parts.Add(part with { SeenIn = context.CurrentLayer });
        else
            faults.Add(PartTrouble(name, tokens[from].Start, tokens[next - 1].End));
        var why = next < tokens.Count && tokens[next].Kind == TokenKind.Text ? CheckedText(tokens[next++]) : "tried and left";
        var seconds = Seconds();
        if (next < tokens.Count)
            Fault(tokens[next], "an attempt stands alone: say why in quotes and the seconds it took");
        return Tried(why, seconds);
    }

    private StepLineReading Tried(string why, double? seconds = null)
    {
        var text = parts.Count == 0 || parts[0].Id.Length + why.Length + 2 > RecordLimits.Text ? why : $"{parts[0].Id}: {why}";
        chips.Add(new(ChipKind.Surprise, 0, line.Length, text, 0));
        return OfStepInHand(new() { Kind = SurpriseKind.GaveUp, Text = text, Seconds = seconds });
    }

    /// <summary>What the words between the signs say, as they are spoken.</summary>
    private StepLineReading Spoken()
    {
        var written = new List<(TeardownAction Action, int Start, int End)>();
        var said = new List<Token>();
        var named = false;
        foreach (var piece in Segments())
        {
            named |= Names(piece);
            // The fan, three screws, lift: the fan.
            if (Written(piece) is { } action && !(action is Lift && piece.Count == 1 && (named || line.Contains(':', StringComparison.Ordinal))))
                written.Add((action, piece[0].Start, piece[^1].End));
            else
                said.AddRange(piece.SelectMany((word, i) => word.Kind != TokenKind.Unknown ? [word] : Unknown(word, i == 0 && piece.Count > 1)));
            said.Add(new(TokenKind.Semicolon, ";", piece[^1].End, piece[^1].End));
        }
        var clauses = new ClauseReader(faults, Lexicon.SlipOf);
        var lexemes = Lexemes.Of(said);
        clauses.Read(lexemes);
        var meaning = new SpokenMeaning(line, context, faults, opens is null && OpensInside, tokens.Exists(token => token.Kind == TokenKind.Frees), IsTried, lexemes);
        meaning.Read(clauses.Clauses);
        if (meaning.Tried is { } tried)
        {
            parts.Add(tried with { SeenIn = context.CurrentLayer });
            return Tried(line.Trim().Replace('"', '\''));
        }
        off |= meaning.PowerOff;
        // What is lifted comes last, whoever says it first.
        foreach (var (action, start, end) in written.Concat(meaning.Actions).OrderBy(one => one.Action is Lift || meaning.IsOut(one.Action)).ThenBy(one => one.Start))
        {
            actions.Add(action);
            chips.Add(new(ChipKind.Action, start, end, "", actions.Count - 1));
        }
        if (meaning.PowerOff)
            chips.Add(new(ChipKind.Off, chips[^1].Start, chips[^1].End, "", 0));
        if (meaning.Opens is { } cover)
        {
            opens = StepLineContext.Inside;
            chips.Add(new(ChipKind.Opens, cover.Start, cover.End, opens, 0));
        }
        foreach (var (part, start, end) in meaning.Freed)
        {
            parts.Add(part);
            chips.Add(new(ChipKind.Frees, start, end, part.Id, parts.Count - 1));
        }
        if (actions.Count == 0 && faults.Count == 0 && meaning.Seen.Any())
        {
            foreach (var (part, start, end) in meaning.Seen.DistinctBy(seen => seen.Part.Id))
            {
                parts.Add(part);
                chips.Add(new(ChipKind.Seen, start, end, part.Id, parts.Count - 1));
            }
            return Reading() with { IsSight = true };
        }
        // The pair of speakers is one: together is said of several parts.
        together &= parts.Count != 1 || tokens.Exists(token => token.Kind == TokenKind.Frees);
        // One clip broke, and nothing else: it happened at the step in hand.
        if (actions.Count + parts.Count == 0 && faults.Count == 0 && clauses.Remarks.Count > 0 && clauses.Remarks.TrueForAll(aside => aside.Kind is Role.Damage or Role.Remark) && clauses.Remarks.Exists(aside => aside.Kind == Role.Damage) && line.Trim().Length <= RecordLimits.Text)
        {
            var broke = line.Trim().Replace('"', '\'');
            chips.Add(new(ChipKind.Surprise, 0, line.Length, broke, 0));
            return OfStepInHand(new() { Kind = SurpriseKind.Damage, Text = broke });
        }
        foreach (var (start, end) in clauses.Missing)
        {
            surprises.Add(new Surprise { Kind = SurpriseKind.Missing, Text = line[start..Math.Min(end, line.Length)].Replace('"', '\'') });
            chips.Add(new(ChipKind.Surprise, start, Math.Min(end, line.Length), surprises[^1].Text, surprises.Count - 1));
        }
        foreach (var aside in clauses.Remarks)
            Besides(aside);
        // What says where stands there too, once.
        foreach (var place in clauses.Clauses.SelectMany(clause => clause.Places).Where(place => place.End > place.Start && place.End <= line.Length).DistinctBy(place => place.Start))
            chips.Add(new(ChipKind.Aside, place.Start, place.End, line[place.Start..place.End], 0));
        if (actions.Count == 0 && faults.Count == 0)
            faults.Add(new(0, line.Length, meaning.IsReady ? Ready
                : lexemes.Find(word => word.Is(Role.State)) is { } held ? $"what is {held.Text}? Name the part, such as memory {held.As(Role.State)}"
                : "say at least one action, such as 4 ph0 m2x4 or lift", null));
        if (actions.Count > RecordLimits.Actions)
            faults.Add(new(0, line.Length, $"has {actions.Count} actions; the limit is {RecordLimits.Actions}", null));
        return Reading();
    }

    /// <summary>Whether the line says that something was tried and left.</summary>
    private bool IsTried => (CouldNot().IsMatch(line) || (Tries().IsMatch(line) && Fails().IsMatch(line))) && !line.Contains("not try", StringComparison.OrdinalIgnoreCase) && !line.Contains("n't try", StringComparison.OrdinalIgnoreCase);

    [System.Text.RegularExpressions.GeneratedRegex(@"\b(try|tried|attempt\w*|no luck|without success|had a go|ga?ve (it |that |this )?up|given (it |that |this )?up|giving (it )?up|seized|budge|pulled and pulled|tugged and tugged)\b", System.Text.RegularExpressions.RegexOptions.IgnoreCase)]
    private static partial System.Text.RegularExpressions.Regex Tries();

    [System.Text.RegularExpressions.GeneratedRegex(@"\b(left|leave|leaving|stop|stopped|not|stuck|stays|glued|seized|success|luck|chance|joy|no way|no go|no hope|spins?|spinning|gave up|given up|further|strong|nothing|riveted|(ga|gi)ven? (it |that |this )?up|can.?t|won.?t|didn.?t|wouldn.?t|couldn.?t)\b", System.Text.RegularExpressions.RegexOptions.IgnoreCase)]
    private static partial System.Text.RegularExpressions.Regex Fails();

    [System.Text.RegularExpressions.GeneratedRegex(@"\bcould(n.?t| not) (get|free|shift|move|undo|open|lift|pull|budge)\b[^,.;]*[,.;-] *(so |and |but )?(i |we )?(ha(d|ve) )?(left|leave|leaving|let) (it|that|them)\b", System.Text.RegularExpressions.RegexOptions.IgnoreCase)]
    private static partial System.Text.RegularExpressions.Regex CouldNot();

    private const string Ready = "this is getting ready, which is no step: a line says what was undone of the machine";

    /// <summary>What a line says besides what was done: something that broke, what is not there, a remark.</summary>
    private void Besides(Remark aside)
    {
        var text = line[aside.Start..Math.Min(aside.End, line.Length)].Replace('"', '\'').Trim();
        if (actions.Count == 0)
        {
            if (faults.Count == 0)
            {
                faults.Add(aside.Kind switch
                {
                    Role.Ready => new(aside.Start, aside.End, Ready, null),
                    Role.Negation => new(aside.Start, aside.End, "this says what is not so, or was not done: a line says what was done", null),
                    _ => new(aside.Start, aside.End, "this is a remark: note it of a step, such as note \"…\", or say what was done", null),
                });
            }
            return;
        }
        if (text.Length is 0 or > RecordLimits.Text)
            return;
        if (aside.Kind == Role.Damage)
        {
            surprises.Add(new Surprise { Kind = SurpriseKind.Damage, Text = text });
            chips.Add(new(ChipKind.Surprise, aside.Start, aside.End, text, surprises.Count - 1));
        }
        else if (aside.Kind != Role.Ready)
        {
            remark = remark is null ? text : $"{remark}; {text}";
            chips.Add(new(ChipKind.Aside, aside.Start, aside.End, text, 0));
        }
    }

    /// <summary>Whether a piece does nothing but name what comes off.</summary>
    private static bool Names(List<Token> piece) => Lexemes.Of(piece) is { Count: > 0 } named && named.TrueForAll(word => word.Is(Role.Aside) || word.Is(Role.Describe) || word.Is(Role.Part) || word.As(Role.Noun) is "holder" or "base" or "cover") && named.Exists(word => word.Is(Role.Part) || word.Is(Role.Noun));

    private IEnumerable<List<Token>> Segments()
    {
        var piece = new List<Token>();
        foreach (var word in words)
        {
            if (word.Kind is TokenKind.Comma or TokenKind.Semicolon)
            {
                if (piece.Count > 0)
                    yield return piece;
                piece = [];
            }
            else
            {
                piece.Add(word);
            }
        }
        if (piece.Count > 0)
            yield return piece;
    }

    /// <summary>A phrase of the written grammar among spoken ones: only what has no other meaning.</summary>
    private static TeardownAction? Written(List<Token> piece)
    {
        var trial = new GrammarPhrase();
        foreach (var word in piece)
            trial.Add(word);
        return trial.Read([], nearest: false) is { } action && (piece.Exists(word => word.Kind == TokenKind.Unknown) || (piece.Count == 1 && action is Lift or Slide or Swing or Records.Switch or Move or Route)) ? action : null;
    }

    private List<Token> Unknown(Token sign, bool begins)
    {
        if (begins)
            return [new(TokenKind.Word, "some", sign.Start, sign.End)];
        Fault(sign, "a line says what was done: a question mark stands for what is not known, such as unplug ? or ? clips");
        return [];
    }

    /// <summary>Whether what is lifted off the base opens the machine: nothing has yet.</summary>
    private bool OpensInside => context.Layers.Count > 0 && (layer ?? context.CurrentLayer) == context.Layers[0] && !context.Layers.Contains(StepLineContext.Inside) && !context.Steps.Any(step => step.Opens is not null && step.Layer == context.Layers[0]);

    private StepLineReading Reading()
    {
        var step = new Step
        {
            Id = "",
            Title = "",
            Layer = layer ?? context.CurrentLayer,
            Opens = opens,
            Frees = [.. parts.Select(part => part.Id)],
            Together = together,
            After = after,
            DisconnectsPower = off,
            PowerOn = live,
            NeedsNoOther = needsNothing,
            OrderAssumed = assumed,
            ObservedSeconds = took,
            Tightening = tightening,
            Surprises = surprises,
            Advice = advice,
            Actions = actions,
            Notes = remark,
        };
        var named = title ?? StepNames.Title(step, StepNames.With(context.Parts, parts));
        step = step with { Title = named, Id = context.StepId ?? StepNames.Id(named, context.Steps.Select(other => other.Id)) };
        // A slip that was mended may have another length than what was typed.
        int Within(int at) => Math.Clamp(at, 0, line.Length);
        return new(step, parts, [.. chips.Select(chip => chip with { Start = Within(chip.Start), End = Within(chip.End) }).OrderBy(chip => chip.Start)], [.. faults.Select(fault => fault with { Start = Within(fault.Start), End = Within(fault.End) }).OrderBy(fault => fault.Start)]);
    }

    private void Piece()
    {
        var token = tokens[next++];
        switch (token.Kind)
        {
            case TokenKind.Comma or TokenKind.Semicolon:
                EndPhrase();
                words.Add(token);
                break;
            case TokenKind.Text when next > 1 && phrase.Awaits(tokens[next - 2]):
                phrase.Add(token);
                break;
            case TokenKind.Text:
                Once(ref title, CheckedText(token), token, token, ChipKind.Title, "title");
                break;
            case TokenKind.Opens or TokenKind.Layer or TokenKind.Frees when spoken && words.Count > 0 && words[^1].Kind != TokenKind.Semicolon:
                words.Add(new(TokenKind.Semicolon, ";", token.Start, token.Start));
                next--;
                break;
            case TokenKind.Opens:
                if (LayerName(token, known: false) is { } opened)
                    Once(ref opens, opened.Name, token, opened.Last, ChipKind.Opens, "layer that opens");
                break;
            case TokenKind.Layer:
                if (LayerName(token, known: true) is { } stood)
                    Once(ref layer, stood.Name, token, stood.Last, ChipKind.Layer, "layer");
                break;
            case TokenKind.Frees:
                Frees(token);
                break;
            case TokenKind.Word when Lexicon.Clauses.Contains(token.Text) && (!spoken || IsClause(token)):
                Clause(token);
                break;
            case TokenKind.Word or TokenKind.Unknown when spoken:
                words.Add(token);
                break;
            default:
                phrase.Add(token);
                break;
        }
    }

    /// <summary>Whether a word begins a clause among spoken words: what most people say otherwise needs what belongs to the clause.</summary>
    private bool IsClause(Token token)
    {
        var behind = next < tokens.Count ? tokens[next] : default(Token?);
        bool Quoted() => behind?.Kind == TokenKind.Text;
        return token.Text.ToLowerInvariant() switch
        {
            "off" => tokens.Count == 1 || next == 1 && behind?.Kind is TokenKind.Comma or TokenKind.Semicolon,
            "after" => behind is { Kind: TokenKind.Text } || behind?.Text.Equals("all", StringComparison.OrdinalIgnoreCase) == true || (context.Steps.Count > 0 && NearestWord.To(Rest(), context.Steps.Select(step => step.Title)) is not null) || (behind is { Kind: TokenKind.Word } name && (Steps(name.Text, quoted: false) is not null || context.Steps.Any(step => string.Equals(step.Title, Rest(), StringComparison.OrdinalIgnoreCase)))),
            "took" => behind is { Kind: TokenKind.Word } time && Figures.TryNumber(time.Text.TrimEnd('s', 'S'), out _) && (next + 1 >= tokens.Count || tokens[next + 1].Kind != TokenKind.Word || tokens[next + 1].Text is "s" || Lexicon.Clauses.Contains(tokens[next + 1].Text)),
            "needs" => behind?.Text.Equals("nothing", StringComparison.OrdinalIgnoreCase) == true,
            "together" => behind is not { Kind: TokenKind.Word } || (Lexicon.Clauses.Contains(behind.Value.Text) && !behind.Value.Text.Equals("with", StringComparison.OrdinalIgnoreCase)),
            "assumed" => after.Count > 0,
            "live" => behind is null || behind.Value.Kind != TokenKind.Word,
            "with" => false,
            _ => Quoted(),
        };

        string Rest() => string.Join(' ', tokens.Skip(next).TakeWhile(other => other.Kind == TokenKind.Word).Select(other => other.Text));
    }

    private void Clause(Token token)
    {
        switch (token.Text.ToLowerInvariant())
        {
            case "off" when !spoken && next > 1 && phrase.EndsWith(tokens[next - 2]) && !phrase.IsConnection:
                Fault(token, "what comes off? The power does behind a connection, or by itself between commas");
                break;
            case "off":
                off = true;
                Chip(ChipKind.Off, token, token, "");
                break;
            case "live":
                live = true;
                Chip(ChipKind.Live, token, token, "");
                break;
            case "needs":
                if (next < tokens.Count && tokens[next].Text.Equals("nothing", StringComparison.OrdinalIgnoreCase))
                {
                    needsNothing = true;
                    Chip(ChipKind.NeedsNothing, token, tokens[next++], "");
                }
                else
                {
                    Fault(token, "say needs nothing, or name the steps: after 2");
                }
                break;
            case "assumed":
                assumed = true;
                Chip(ChipKind.Aside, token, token, token.Text);
                break;
            case "together":
                together = true;
                Chip(ChipKind.Together, token, token, "");
                break;
            case "after":
                After(token);
                break;
            case "took":
                if (Seconds() is { } seconds)
                {
                    took = seconds;
                    Chip(ChipKind.Took, token, tokens[next - 1], line[tokens[next - 1].Start..tokens[next - 1].End]);
                }
                else
                {
                    Fault(token, "say how many seconds, such as took 31 s");
                }
                break;
            case "tighten":
                Tighten(token);
                break;
            case "late":
                Surprised(token, SurpriseKind.FoundLate, "a screw found late");
                break;
            case "damage":
                Surprised(token, SurpriseKind.Damage, "something broke");
                break;
            case "along":
                Surprised(token, SurpriseKind.PartCameAlong, "a part came along");
                break;
            case "hard":
                Surprised(token, SurpriseKind.Hard, "it went hard");
                break;
            case "fragile":
                Surprised(token, SurpriseKind.Fragile, "something is fragile");
                break;
            case "tried":
                Surprised(token, SurpriseKind.GaveUp, "tried and left");
                break;
            case "missing":
                Surprised(token, SurpriseKind.Missing, "not there on arrival");
                break;
            case "tip":
                Advised(token, AdviceKind.Tip);
                break;
            case "warning":
                Advised(token, AdviceKind.Warning);
                break;
            case "symptom":
                Advised(token, AdviceKind.Symptom);
                break;
            case "remark":
                if (TextAfter(token, RecordLimits.Notes) is { } note)
                    Once(ref remark, note, token, tokens[next - 1], ChipKind.Remark, "remark");
                break;
            case "note":
                if (TextAfter(token, RecordLimits.Notes) is { } own)
                    phrase.Note(own, token, tokens[next - 1]);
                break;
            default:
                With(token);
                break;
        }
    }

    private void With(Token with)
    {
        for (var words = Math.Min(3, tokens.Count - next); words > 0; words--)
        {
            var run = tokens.GetRange(next, words);
            if (run.Exists(token => token.Kind != TokenKind.Word) || !Lexicon.TryTool(string.Join(' ', run.Select(token => token.Text)), out var tool))
                continue;
            next += words;
            phrase.With(tool, with, run[^1]);
            return;
        }
        if (next < tokens.Count && tokens[next].Kind == TokenKind.Word)
            Unrecognised(tokens[next++], "tool", Lexicon.Tools.Keys);
        else
            Fault(with, "say the tool, such as with heat");
    }

    /// <summary>The words up to the next sign or clause, or a text in quotes.</summary>
    private (string Name, Token Last, bool Quoted)? Name()
    {
        if (next < tokens.Count && tokens[next].Kind == TokenKind.Text)
            return (tokens[next].Text, tokens[next++], true);
        var from = next;
        while (next < tokens.Count && tokens[next].Kind == TokenKind.Word && !Lexicon.Clauses.Contains(tokens[next].Text))
            next++;
        return from == next ? null : (string.Join(' ', tokens.GetRange(from, next - from).Select(token => token.Text)), tokens[next - 1], false);
    }

    private (string Name, Token Last)? LayerName(Token sign, bool known)
    {
        var first = next;
        if (Name() is not { } name)
        {
            Fault(sign, known ? "say which layer, such as @ outside" : "say what opens, such as > inside");
            return null;
        }
        var exact = context.Layers.FirstOrDefault(other => other == name.Name)
            ?? (name.Quoted ? null : context.Layers.FirstOrDefault(other => string.Equals(other, name.Name, StringComparison.OrdinalIgnoreCase)));
        if (exact is null && known && !name.Quoted && KnownLayerAt(first) is { } shorter)
            return shorter;
        if (exact is null && known && !context.WithoutRecord)
            faults.Add(LineFaults.Unknown(sign.End, name.Last.End, $"there is no layer \"{StepLine.Shown(name.Name)}\"", name.Name, context.Layers, nearest));
        CheckText(name.Name, sign, name.Last);
        return (exact ?? name.Name, name.Last);
    }

    /// <summary>The longest run of words that is a layer, where a phrase follows without a comma.</summary>
    private (string Name, Token Last)? KnownLayerAt(int first)
    {
        for (var last = next - 1; last >= first; last--)
        {
            var words = string.Join(' ', tokens.GetRange(first, last - first + 1).Select(token => token.Text));
            if (context.Layers.FirstOrDefault(layer => string.Equals(layer, words, StringComparison.OrdinalIgnoreCase)) is not { } layer)
                continue;
            next = last + 1;
            return (layer, tokens[last]);
        }
        return null;
    }

    private void Frees(Token sign)
    {
        var from = sign;
        while (true)
        {
            if (Name() is not { } name)
            {
                Fault(from, "say which part comes free, such as = battery");
                return;
            }
            var start = from == sign ? sign.Start : tokens[next - 1].Start;
            if (Part(name.Name, name.Quoted) is { } part)
            {
                CheckText(part.Id, from, name.Last);
                parts.Add(part);
                chips.Add(new(ChipKind.Frees, start, name.Last.End, part.Id, parts.Count - 1));
            }
            else
            {
                faults.Add(PartTrouble(name.Name, from.End, name.Last.End));
            }
            if (!Continues(name => Part(name, quoted: false) is not null))
                return;
            from = tokens[next++];
        }
    }

    private IEnumerable<string> PartNames => context.Parts.Select(part => part.Id).Concat(Lexicon.Kinds.Keys);

    private LineFault PartTrouble(string name, int start, int end)
    {
        if (Lexicon.TryKind(name, out var kind) && context.Parts.Where(part => part.Kind == kind).Select(part => part.Id).ToList() is { Count: > 1 } several)
            return new(start, end, $"which {WordList.Apart(kind.Word())}: {string.Join(", ", several)}?", several[0]);
        return LineFaults.Unknown(start, end, $"there is no part \"{StepLine.Shown(name)}\", and a new one is named with its kind, such as {StepLine.Shown(name)}:other", name, PartNames, nearest);
    }

    /// <summary>The part that a name stands for, with the mounting said behind it.</summary>
    private PartOfLine? Part(string name, bool quoted)
    {
        if (Known(name) is { } exact)
            return new(exact.Id, null, null);
        if (quoted)
            return context.WithoutRecord ? new(name, null, null) : null;
        var space = name.LastIndexOf(' ');
        if (space > 0 && Lexicon.TryMounting(name[(space + 1)..], out var mounting))
            return Part(name[..space], quoted: false) is { } held ? held with { Mounting = mounting } : null;
        var colon = name.LastIndexOf(':');
        if (colon > 0 && Lexicon.TryKind(name[(colon + 1)..], out var said))
            return Known(name[..colon]) is null ? new(name[..colon], said, null) : null;
        // A kind as the program itself makes an id of it: display-assembly.
        if (!Lexicon.TryKind(name, out var kind) && !Lexicon.TryKind(name.Replace('-', ' '), out kind))
        {
            // What stands behind a kind tells places apart: memory-a is memory.
            for (var dash = name.LastIndexOf('-'); dash > 0; dash = name.LastIndexOf('-', dash - 1))
            {
                if (Lexicon.TryKind(name[..dash], out kind))
                    return new(name, kind, null);
            }
            return context.WithoutRecord ? new(name, null, null) : null;
        }
        var like = context.Parts.Where(part => part.Kind == kind).ToList();
        return like.Count switch
        {
            0 => new(name.ToLowerInvariant().Replace(' ', '-'), kind, null),
            1 => new(like[0].Id, null, null),
            _ => null,
        };
    }

    private Part? Known(string name) =>
        context.Parts.FirstOrDefault(part => part.Id == name) ?? context.Parts.FirstOrDefault(part => string.Equals(part.Id, name, StringComparison.OrdinalIgnoreCase));

    private void After(Token keyword)
    {
        var from = keyword;
        while (true)
        {
            var first = next;
            if (Name() is not { } name)
            {
                Fault(from, "say which step comes first, such as after 2");
                return;
            }
            var words = tokens.GetRange(first, next - first);
            var ids = Steps(name.Name, name.Quoted) is { } several
                ? several
                : name.Quoted ? [] : words.Select(word => Step(word.Text, quoted: false)).TakeWhile(id => id is not null).OfType<string>().ToList();
            if (ids.Count == 0 || (ids.Count > 1 && ids.Count < words.Count))
                faults.Add(StepTrouble(name.Name, words[0].Start, name.Last.End));
            foreach (var id in ids)
            {
                after.Add(id);
                chips.Add(new(ChipKind.After, from == keyword && id == ids[0] ? keyword.Start : words[0].Start, name.Last.End, id, after.Count - 1));
            }
            if (!Continues(name => Steps(name, quoted: false) is not null))
                return;
            from = tokens[next++];
        }
    }

    /// <summary>The steps that one name stands for: one, <c>all</c> that stand before in the layer, or a range such as <c>2-14</c>; null: none.</summary>
    private List<string>? Steps(string name, bool quoted)
    {
        if (Step(name, quoted) is { } one)
            return [one];
        if (quoted || context.WithoutRecord)
            return null;
        var stands = layer ?? context.CurrentLayer;
        if (name.Equals("all", StringComparison.OrdinalIgnoreCase) && context.Steps.Take(context.Position).Where(step => step.Layer == stands).Select(step => step.Id).ToList() is { Count: > 0 } all)
            return all;
        return Figures.TrySpan(name, out var span) && char.IsAsciiDigit(name[^1]) && char.IsAsciiDigit(name[0]) && span.Least >= 1 && span.Least <= span.Most && span.Most <= context.Steps.Count
            ? [.. context.Steps.Skip(span.Least - 1).Take(span.Most - span.Least + 1).Select(step => step.Id).Where(id => id != context.StepId)] : null;
    }

    private LineFault StepTrouble(string name, int start, int end) => name.Equals("all", StringComparison.OrdinalIgnoreCase) && !context.WithoutRecord
        ? new(start, end, "there is no step before this one in its layer", null)
        : Figures.TrySpan(name, out _) && !context.WithoutRecord
        ? new(start, end, $"there are no such steps {StepLine.Shown(name)}: there are {context.Steps.Count}", null)
        : int.TryParse(name, NumberStyles.None, CultureInfo.InvariantCulture, out _)
        ? new(start, end, $"there is no step {StepLine.Shown(name)}: there are {context.Steps.Count}", null)
        : context.Steps.Count(step => string.Equals(step.Title, name, StringComparison.OrdinalIgnoreCase)) > 1
            ? new(start, end, $"several steps are called \"{StepLine.Shown(name)}\": say the number", null)
            : LineFaults.Unknown(start, end, $"there is no step \"{StepLine.Shown(name)}\"", name, context.Steps.Select(step => step.Title), nearest);

    private string? Step(string name, bool quoted)
    {
        if (!quoted && int.TryParse(name, NumberStyles.None, CultureInfo.InvariantCulture, out var number) && !context.WithoutRecord)
            return number >= 1 && number <= context.Steps.Count ? context.Steps[number - 1].Id : null;
        if (context.Steps.Any(step => step.Id == name))
            return name;
        var titled = context.Steps.Where(step => string.Equals(step.Title, name, StringComparison.OrdinalIgnoreCase)).ToList();
        // A title that several have says none of them.
        return titled.Count == 1 ? titled[0].Id : titled.Count == 0 && context.WithoutRecord ? name : null;
    }

    /// <summary>Whether a comma is followed by a further name of a list, rather than by the next phrase.</summary>
    private bool Continues(Func<string, bool> isName)
    {
        if (next + 1 >= tokens.Count || tokens[next].Kind != TokenKind.Comma)
            return false;
        var (kept, comma) = (next, next);
        next = comma + 1;
        var name = Name();
        next = kept;
        if (name is not { } candidate)
            return false;
        return candidate.Quoted || (!context.WithoutRecord && isName(candidate.Name)) || (context.WithoutRecord && IsNoPhrase(candidate.Name));
    }

    // Without a record any word could be a part: what reads as an action is one.
    private static bool IsNoPhrase(string name)
    {
        var trial = new GrammarPhrase();
        foreach (var token in LineTokens.Of(name))
            trial.Add(token);
        return trial.Read([], nearest: false) is null;
    }

    private double? Seconds()
    {
        if (next >= tokens.Count || tokens[next].Kind != TokenKind.Word)
            return null;
        var word = tokens[next].Text;
        var bare = word.EndsWith("s", StringComparison.OrdinalIgnoreCase) ? word[..^1] : word;
        if (!Figures.TryNumber(bare, out var seconds) || seconds > RecordLimits.Seconds)
            return null;
        next++;
        if (bare.Length == word.Length && next < tokens.Count && tokens[next].Text.Equals("s", StringComparison.OrdinalIgnoreCase))
            next++;
        return seconds;
    }

    private void Tighten(Token keyword)
    {
        var from = keyword;
        while (true)
        {
            if (Name() is not { } name)
            {
                Fault(from, "say the order, such as tighten \"1\", \"3\", \"2\", \"4\"");
                return;
            }
            CheckText(name.Name, from, name.Last);
            tightening.Add(name.Name);
            chips.Add(new(ChipKind.Tighten, from == keyword ? keyword.Start : name.Last.Start, name.Last.End, name.Name, tightening.Count - 1));
            if (next + 1 >= tokens.Count || tokens[next].Kind != TokenKind.Comma || tokens[next + 1].Kind != TokenKind.Text)
                return;
            from = tokens[next++];
        }
    }

    private void Surprised(Token keyword, SurpriseKind kind, string unsaid)
    {
        if (kind == SurpriseKind.Damage && next < tokens.Count && tokens[next].Kind == TokenKind.Text && string.IsNullOrWhiteSpace(tokens[next].Text))
        {
            Fault(tokens[next++], "what broke, and where? Such as damage \"a clip at the left hinge\"");
            return;
        }
        var text = next < tokens.Count && tokens[next].Kind == TokenKind.Text ? CheckedText(tokens[next++]) : unsaid;
        var seconds = Seconds();
        string? notes = null;
        if (next < tokens.Count && tokens[next].Kind == TokenKind.Word && tokens[next].Text.Equals("note", StringComparison.OrdinalIgnoreCase))
            notes = TextAfter(tokens[next++], RecordLimits.Notes);
        surprises.Add(new Surprise { Kind = kind, Text = text, Seconds = seconds, Notes = notes });
        chips.Add(new(ChipKind.Surprise, keyword.Start, tokens[next - 1].End, text, surprises.Count - 1));
    }

    private void Advised(Token keyword, AdviceKind kind)
    {
        if (next >= tokens.Count || tokens[next].Kind != TokenKind.Text)
        {
            Fault(keyword, $"put the text in quotes: {keyword.Text} \"…\"");
            return;
        }
        var text = CheckedText(tokens[next++]);
        string? notes = null;
        if (next < tokens.Count && tokens[next].Kind == TokenKind.Word && tokens[next].Text.Equals("note", StringComparison.OrdinalIgnoreCase))
            notes = TextAfter(tokens[next++], RecordLimits.Notes);
        advice.Add(new Advice { Kind = kind, Text = text, Notes = notes });
        chips.Add(new(ChipKind.Advice, keyword.Start, tokens[next - 1].End, text, advice.Count - 1));
    }

    private string? TextAfter(Token keyword, int limit)
    {
        if (next < tokens.Count && tokens[next].Kind == TokenKind.Text)
        {
            var text = tokens[next++];
            if (text.Text.EnumerateRunes().Count() > limit)
                faults.Add(new(text.Start, text.End, $"is longer than {limit} characters", null));
            return text.Text;
        }
        Fault(keyword, $"put the text in quotes: {keyword.Text} \"…\"");
        return null;
    }

    private string CheckedText(Token token)
    {
        CheckText(token.Text, token, token);
        return token.Text;
    }

    private void CheckText(string text, Token first, Token last)
    {
        if (string.IsNullOrWhiteSpace(text))
            faults.Add(new(first.Start, last.End, "must not be empty", null));
        else if (text.EnumerateRunes().Count() > RecordLimits.Text)
            faults.Add(new(first.Start, last.End, $"is longer than {RecordLimits.Text} characters", null));
        else if (text.Any(c => char.IsControl(c) || c is '\u2028' or '\u2029'))
            faults.Add(new(first.Start, last.End, "must be one line without control characters", null));
    }

    private void EndPhrase()
    {
        if (!phrase.IsEmpty && phrase.Read(faults, nearest) is { } action)
        {
            actions.Add(action);
            chips.Add(new(ChipKind.Action, phrase.Start, phrase.End, "", actions.Count - 1));
        }
        phrase = new GrammarPhrase();
    }

    private void Once(ref string? field, string value, Token first, Token last, ChipKind kind, string what)
    {
        if (field is not null)
            faults.Add(new(first.Start, last.End, $"the {what} is said twice", null));
        field = value;
        Chip(kind, first, last, value);
    }

    private void Chip(ChipKind kind, Token first, Token last, string text) => chips.Add(new(kind, first.Start, last.End, text, 0));

    private void Fault(Token at, string message) => faults.Add(new(at.Start, at.End, message, null));

    private void Unrecognised(Token word, string what, IEnumerable<string> known) =>
        faults.Add(LineFaults.Unknown(word.Start, word.End, $"unrecognised {what} \"{StepLine.Shown(word.Text)}\"", word.Text, known, nearest));
}
