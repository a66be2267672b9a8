using System.Globalization;
using WideLever.Core.Records;

namespace WideLever.Core.StepLines;

/// <summary>One phrase of the written grammar, which becomes one action: its words in any order. <c>docs/step-line.md</c>, <em>Phrases</em>.</summary>
internal sealed class GrammarPhrase
{
    // What is thinner than this in millimetres may be a thread as well as a length.
    private const double ThinnestThread = 2;

    private readonly List<Token> words = [];
    private Tool? tool;
    private string? note;

    public bool IsEmpty => words.Count == 0 && tool is null && note is null;

    public int Start { get; private set; } = int.MaxValue;

    public int End { get; private set; }

    public void Add(Token token)
    {
        words.Add(token);
        Reach(token, token);
    }

    /// <summary>Whether a text in quotes behind this word belongs to it.</summary>
    public bool Awaits(Token before) =>
        words.Count > 0 && words[^1] == before && (before.Text.Equals("size", StringComparison.OrdinalIgnoreCase) || before.Text.Equals("thread", StringComparison.OrdinalIgnoreCase));

    /// <summary>Whether this word is its last.</summary>
    public bool EndsWith(Token last) => words.Count > 0 && words[^1] == last;

    /// <summary>Whether it parts a connection of the power: an antenna has none.</summary>
    public bool IsConnection => Read([], nearest: false) is Unplug { Connector: var connector } && (connector is Connector.WirePlug or null || words.Exists(word => word.Text.Equals("unplug", StringComparison.OrdinalIgnoreCase)));

    public void With(Tool named, Token first, Token last)
    {
        tool = named;
        Reach(first, last);
    }

    public void Note(string text, Token first, Token last)
    {
        note = text;
        Reach(first, last);
    }

    private void Reach(Token first, Token last)
    {
        Start = Math.Min(Start, first.Start);
        End = Math.Max(End, last.End);
    }

    /// <summary>The action, or null where a fault stands in the way.</summary>
    /// <param name="faults">Gets its faults.</param>
    /// <param name="nearest">Whether they say which known word was most likely meant, which costs more than all the rest.</param>
    public TeardownAction? Read(List<LineFault> faults, bool nearest)
    {
        var before = faults.Count;
        var said = new Said(faults, nearest);
        var pieces = Pieces();
        for (var i = 0; i < pieces.Count;)
            i += said.Take(pieces, i);
        if (words.Count == 0)
            faults.Add(new(Start, End, "say what is done before saying how", null));
        var action = faults.Count > before ? null : said.Action(Start, End);
        return action is null || faults.Count > before ? null : action with { Tool = tool, Notes = note };
    }

    /// <summary>Words with what is written in one apart: 8ph0m2x5 is 8, ph0, m2 and x5.</summary>
    private List<Token> Pieces()
    {
        var pieces = new List<Token>();
        foreach (var word in words)
        {
            var start = 0;
            while (word.Kind == TokenKind.Word && start < word.Text.Length)
            {
                var rest = word.Text[start..];
                var length = Lexicon.Grammar(rest) is null ? Figures.PieceLength(rest) : rest.Length;
                pieces.Add(new(TokenKind.Word, rest[..length], word.Start + start, word.Start + start + length));
                start += length;
            }
            if (word.Kind != TokenKind.Word)
                pieces.Add(word);
        }
        return pieces;
    }

    /// <summary>What the words of a phrase say, gathered until it is known which action they belong to.</summary>
    private sealed class Said(List<LineFault> faults, bool nearest)
    {
        private readonly List<(Term Term, Token At)> terms = [];
        private Verb? verb;
        private Count? count;
        private int? covers;
        private bool unknownCount, plural;
        private Drive? sizeDrive;
        private string? size, thread;
        private double? times, millimetres;
        private Token? lengthAt, underAt, sizeAt, threadAt;
        private bool under, unknownCover, unknownCaptive, unknownWhat;
        private Term? cover;
        private Asked asked;

        // What a question mark that follows would be about.
        private enum Asked { Nothing, What, Captive, Cover, Length }

        public int Take(List<Token> pieces, int i)
        {
            var piece = pieces[i];
            if (piece.Kind == TokenKind.Unknown)
            {
                Question(piece);
                return 1;
            }
            var text = piece.Text;
            if (text.Equals("under", StringComparison.OrdinalIgnoreCase))
            {
                (under, underAt, asked) = (true, piece, Asked.Cover);
                return 1;
            }
            if (text is "x" or "X" or "×" or "*")
            {
                asked = Asked.Length;
                if (i + 1 < pieces.Count && count is not null && Figures.TryNumber(pieces[i + 1].Text, out var length))
                {
                    Length(ref times, length, pieces[i + 1]);
                    return 2;
                }
                return 1;
            }
            if (text.Equals("size", StringComparison.OrdinalIgnoreCase) || text.Equals("thread", StringComparison.OrdinalIgnoreCase))
                return Quoted(pieces, i);
            if (Figures.TrySpan(text, out var span))
            {
                Counted(Span(span.Least, span.Most, piece), piece);
                return 1;
            }
            if (Figures.TryNumber(text, out var number))
                return Number(pieces, i, number);
            if (Figures.TryLength(text, out var known))
            {
                if (char.IsAsciiDigit(text[0]))
                    Length(ref millimetres, known, piece);
                else
                    Length(ref times, known, piece);
                return 1;
            }
            for (var length = Math.Min(3, pieces.Count - i); length > 0; length--)
            {
                var run = pieces.GetRange(i, length);
                if (run.TrueForAll(one => one.Kind == TokenKind.Word) && Lexicon.Grammar(string.Join(' ', run.Select(one => one.Text))) is { } term)
                {
                    Term(term, piece with { End = run[^1].End }, term.Many);
                    return length;
                }
            }
            if (Figures.TrySize(text, out var drive, out var sized))
            {
                if (size is not null)
                    Twice(piece, "size");
                (sizeDrive, size, sizeAt, asked) = (drive, sized, piece, Asked.Nothing);
                return 1;
            }
            if (Figures.TryThread(text, out var threaded))
            {
                if (thread is not null)
                    Twice(piece, "thread");
                (thread, threadAt, asked) = (threaded, piece, Asked.Length);
                return 1;
            }
            if (piece.Kind == TokenKind.Text)
            {
                faults.Add(new(piece.Start, piece.End, "a text in quotes follows size, thread, note or remark", null));
                return 1;
            }
            LineFault Unknown(IEnumerable<string> known) => LineFaults.Unknown(piece.Start, piece.End, $"unrecognised word \"{StepLine.Shown(text)}\"", text, known, nearest);
            faults.Add(Unknown(Lexicon.GrammarWords));
            return 1;
        }

        private void Term(Term term, Token at, bool many)
        {
            if (under && cover is null && !unknownCover && term.Cover is not null)
            {
                (cover, asked) = (term, Asked.Nothing);
                return;
            }
            if (term.Captive is not null)
                asked = Asked.Captive;
            else if (term.Verb is not null)
                asked = Asked.What;
            plural |= many;
            terms.Add((term, at));
        }

        private void Question(Token at)
        {
            switch (asked)
            {
                case Asked.Captive:
                    unknownCaptive = true;
                    break;
                case Asked.Cover:
                    unknownCover = true;
                    break;
                case Asked.What:
                    unknownWhat = true;
                    break;
                case Asked.Length when times is null:
                    break;
                case Asked.Nothing when count is null && terms.Count == 0:
                    unknownCount = true;
                    break;
                default:
                    faults.Add(new(at.Start, at.End, "what is not known? Say screws ?, unplug ?, unbond ?, captive ? or under ?", null));
                    break;
            }
        }

        private int Number(List<Token> pieces, int i, double number)
        {
            var piece = pieces[i];
            if (i + 1 < pieces.Count && pieces[i + 1].Text.Equals("mm", StringComparison.OrdinalIgnoreCase))
            {
                Length(ref millimetres, number, piece);
                return 2;
            }
            if (asked == Asked.Cover && covers is null)
            {
                covers = Whole(number, piece);
                return 1;
            }
            // 9 to 11 clips
            if (i + 2 < pieces.Count && pieces[i + 1].Text.Equals("to", StringComparison.OrdinalIgnoreCase) && Figures.TryNumber(pieces[i + 2].Text, out var most))
            {
                Counted(Span(Whole(number, piece), Whole(most, pieces[i + 2]), piece), piece);
                return 3;
            }
            Counted(Whole(number, piece), piece);
            return 1;
        }

        private void Counted(Count said, Token at)
        {
            if (count is not null || unknownCount)
                Twice(at, "count");
            count = said;
        }

        private Count Span(int least, int most, Token at)
        {
            if (least >= 1 && least <= most && most <= RecordLimits.Count)
                return new(least, most);
            faults.Add(new(at.Start, at.End, $"a count that is not certain rises, from 1 to {RecordLimits.Count} at most", null));
            return Records.Count.One;
        }

        private int Whole(double number, Token at)
        {
            if (number is >= 1 and <= RecordLimits.Count && number == Math.Floor(number))
                return (int)number;
            faults.Add(new(at.Start, at.End, $"a count is a whole number from 1 to {RecordLimits.Count}", null));
            return 1;
        }

        private void Length(ref double? field, double length, Token at)
        {
            if (times is not null || millimetres is not null)
                Twice(at, "length");
            (field, lengthAt, asked) = (length, at, Asked.Nothing);
        }

        private int Quoted(List<Token> pieces, int i)
        {
            var keyword = pieces[i];
            if (i + 1 >= pieces.Count || pieces[i + 1].Kind != TokenKind.Text)
            {
                faults.Add(new(keyword.Start, keyword.End, $"put the text in quotes: {keyword.Text} \"…\"", null));
                return 1;
            }
            var text = pieces[i + 1];
            if (string.IsNullOrWhiteSpace(text.Text) || text.Text.EnumerateRunes().Count() > RecordLimits.Text || text.Text.Any(char.IsControl))
                faults.Add(new(text.Start, text.End, $"must be 1 to {RecordLimits.Text} characters on one line", null));
            if (keyword.Text.Equals("size", StringComparison.OrdinalIgnoreCase))
                (size, sizeAt) = (text.Text, text);
            else
                (thread, threadAt) = (text.Text, text);
            asked = Asked.Nothing;
            return 2;
        }

        private void Twice(Token at, string what) => faults.Add(new(at.Start, at.End, $"the {what} is said twice", null));

        public TeardownAction? Action(int start, int end)
        {
            var verbs = terms.Where(said => said.Term.Verb is not null).ToList();
            // Slide names a connector where the phrase unplugs.
            if (verbs.Select(said => said.Term.Verb).Distinct().Count() > 1)
                verbs = [.. verbs.Where(said => said.Term.Verb != Verb.Slide)];
            var second = verbs.Find(said => said.Term.Verb != verbs[0].Term.Verb);
            if (second.Term is not null)
            {
                faults.Add(new(second.At.Start, second.At.End, "two actions in one phrase: put a comma between them", null));
                return null;
            }
            verb = verbs.Count > 0 ? verbs[0].Term.Verb : IsScrews ? Verb.Unscrew : terms.Select(said => said.Term.Implied).FirstOrDefault(deed => deed is not null);
            if (verb is null)
            {
                faults.Add(terms.Count > 0
                    ? new(terms[0].At.Start, terms[0].At.End, $"what is done with it? Say lift {terms[0].At.Text}, peel {terms[0].At.Text} or the like", null)
                    : millimetres is not null
                        ? new(start, end, "what has this length? Say screws, or a bond such as soft glue", null)
                        : new(start, end, "say what there is so many of, such as 4 ph0 or 12 clips", null));
                return null;
            }
            var action = Make(verb.Value);
            // Of several that nobody counted it is not known how many they are.
            return action is null ? null : action with { Count = count ?? (unknownCount || plural ? null : Records.Count.One) };
        }

        // None captive: said of screws before.
        private bool IsScrews => !(size is null && thread is null && !under && count is null && terms.Exists(said => said.Term.Captive is not null) && terms.Exists(said => said.Term.Cover == Cover.None) && terms.TrueForAll(said => said.Term.Drive is null && (said.Term.Cover == Cover.None || said.Term.Captive is not null))) && TellsScrews;

        private bool TellsScrews =>
            size is not null || thread is not null || times is not null || under || terms.Exists(said => said.Term.Drive is not null || said.Term.Captive is not null);

        private TeardownAction? Make(Verb deed)
        {
            var row = ActionRow.Of(deed);
            var action = deed switch
            {
                Verb.Unscrew => Screws(),
                Verb.Unbond => Bond(),
                // What is lifted without a word is a part.
                Verb.Lift => new Lift { What = (LiftWhat?)What(term => term.WordOf(deed)) ?? (unknownWhat ? null : LiftWhat.Part) },
                _ => row.New(row.Word is null ? null : What(term => term.WordOf(deed))),
            };
            foreach (var (term, at) in terms.Where(said => !Fits(said.Term, deed)))
                faults.Add(new(at.Start, at.End, $"this word says nothing about {row.About}", null));
            if (deed != Verb.Unscrew)
            {
                foreach (var at in new[] { sizeAt, threadAt, underAt }.OfType<Token>())
                    faults.Add(new(at.Start, at.End, $"this belongs to screws, not to {row.About}", null));
                if (deed != Verb.Unbond && lengthAt is { } measured)
                    faults.Add(new(measured.Start, measured.End, $"{row.About} has no length", null));
            }
            return action;
        }

        private static bool Fits(Term term, Verb deed) => term.Verb == deed || term.WordOf(deed) is not null
            || (deed == Verb.Unscrew && (term.Drive is not null || term.Captive is not null || term.Cover is not null));

        private T? What<T>(Func<Term, T?> of) where T : struct
        {
            T? what = null;
            foreach (var (term, at) in terms)
            {
                if (of(term) is not { } word)
                    continue;
                if (what is not null && !what.Value.Equals(word))
                    faults.Add(new(at.Start, at.End, "another word says otherwise: put a comma between them", null));
                what = word;
            }
            return what;
        }

        private Unscrew Screws()
        {
            var drive = What(term => term.Drive);
            if (drive is not null && sizeDrive is { } implied && implied != drive && sizeAt is { } at)
                faults.Add(new(at.Start, at.End, $"{size} is a {implied.Name()} size", null));
            var hidden = What(term => term.Cover);
            if (cover is not null && hidden is { } other && other != cover.Cover)
            {
                var (_, second) = terms.Find(said => said.Term.Cover is not null);
                faults.Add(new(second.Start, second.End, "what hides them is said twice: part the screws by a comma", null));
            }
            hidden = cover?.Cover ?? hidden;
            if (under && cover is null && !unknownCover && underAt is { } where)
                faults.Add(new(where.Start, where.End, "say what hides them, such as under foot, or under ?", null));
            // A key for hexagons is told by millimetres, and so are the smallest threads: which is meant is asked.
            if (millimetres is { } told && times is null && lengthAt is { } said)
            {
                var number = told.ToString(CultureInfo.InvariantCulture);
                if (drive is Drive.Hex or Drive.Nut && size is null)
                    faults.Add(new(said.Start, said.End, $"a length, or the size of the key? Say x{number} or {(drive is Drive.Nut ? "n" : "h")}{number}", (drive is Drive.Nut ? "n" : "h") + number));
                else if (told < ThinnestThread && thread is null)
                    faults.Add(new(said.Start, said.End, $"a length, or the thread? Say x{number} or m{number}", $"x{number}"));
            }
            var length = times ?? millimetres;
            if (length is < RecordLimits.ShortestScrew or > RecordLimits.LongestScrew && lengthAt is { } far)
                faults.Add(new(far.Start, far.End, string.Create(CultureInfo.InvariantCulture, $"a screw is {RecordLimits.ShortestScrew} to {RecordLimits.LongestScrew} mm long"), null));
            var screws = count?.Most ?? (unknownCount || plural ? RecordLimits.Count : 1);
            if (covers > screws && underAt is { } many)
                faults.Add(new(many.Start, many.End, $"no more covers than screws: at most {screws}", null));
            return new Unscrew
            {
                Drive = drive ?? sizeDrive,
                Size = size,
                Thread = thread,
                Length = length,
                Captive = unknownCaptive ? null : What(term => term.Captive) ?? false,
                Cover = unknownCover ? null : hidden ?? Cover.None,
                Covers = covers,
            };
        }

        private Unbond Bond()
        {
            var bond = (Bond?)What(term => term.WordOf(Verb.Unbond));
            var length = millimetres ?? times;
            if (lengthAt is { } at)
            {
                if (bond == Words.Bond.ReleaseTab)
                    faults.Add(new(at.Start, at.End, "a release tab has no length", null));
                else if (length is < RecordLimits.ShortestBond or > RecordLimits.LongestBond)
                    faults.Add(new(at.Start, at.End, string.Create(CultureInfo.InvariantCulture, $"a bond is {RecordLimits.ShortestBond} to {RecordLimits.LongestBond} mm long"), null));
            }
            return new Unbond { Bond = bond, LengthMm = length };
        }
    }
}
