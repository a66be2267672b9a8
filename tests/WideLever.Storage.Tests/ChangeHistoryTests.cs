namespace WideLever.Storage.Tests;

/// <summary>Undo and redo from the appended changes, beside a pair of plain stacks.</summary>
public sealed class ChangeHistoryTests
{
    private static Change Made(long sequence, string window, long? undoes = null, long? act = null) => new()
    {
        Sequence = sequence,
        Revision = sequence + 1,
        WindowId = window,
        MadeAt = "",
        What = "",
        Undoes = undoes,
        Act = act ?? sequence,
        Reverse = "[]",
    };

    [Fact]
    public void Each_window_has_its_own_and_the_making_of_a_document_is_not_undone()
    {
        var changes = new[] { Made(0, "a"), Made(1, "a"), Made(2, "b"), Made(3, "b", act: 2) };
        ChangeHistory.Of(changes, "a").Undo!.Sequence.ShouldBe(1);
        ChangeHistory.Of(changes, "b").Undo!.Sequence.ShouldBe(2, "what was changed along with another document is undone with it");
        ChangeHistory.Of(changes, "c").ShouldBe((null, null));
    }

    [Fact]
    public void It_answers_what_two_stacks_would()
    {
        var random = new Random(3);
        for (var run = 0; run < 300; run++)
        {
            var changes = new List<Change> { Made(0, "a") };
            // What stands for what can be taken back: the last change that brought it.
            var (done, undone) = (new Stack<long>(), new Stack<long>());
            for (var sequence = 1; sequence < 40; sequence++)
            {
                switch (random.Next(4))
                {
                    case 0 when done.Count > 0:
                        changes.Add(Made(sequence, "a", done.Pop()));
                        undone.Push(sequence);
                        break;
                    case 1 when undone.Count > 0:
                        changes.Add(Made(sequence, "a", undone.Pop()));
                        done.Push(sequence);
                        break;
                    case 2:
                        changes.Add(Made(sequence, "b"));
                        break;
                    default:
                        changes.Add(Made(sequence, "a"));
                        done.Push(sequence);
                        undone.Clear();
                        break;
                }
                var (undo, redo) = ChangeHistory.Of(changes, "a");
                (undo?.Sequence, redo?.Sequence).ShouldBe((done.Count > 0 ? done.Peek() : null, undone.Count > 0 ? undone.Peek() : null));
            }
        }
    }
}
