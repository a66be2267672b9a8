import { Button, Input, Modal } from 'antd';
import { useState } from 'react';
import { api, asProblem, type Schemas, seen, takeSetting } from '../../api/client';
import { useHouseWords } from '../../api/queries';
import { ProblemNote } from '../../app/ProblemNote';
import { useSettingChange } from '../../app/UndoOffer';

type HouseWord = Schemas['HouseWord'];

/** Words that this house says and the line does not know: taught once, read like its own from then on. */
export function WordsDialog({ word, onClose }: { word: string; onClose: () => void }) {
  const { data } = useHouseWords();
  return (
    <Modal open title="Words of the house" width={640} onCancel={onClose} footer={null}>
      {data === undefined ? (
        <p>Loading…</p>
      ) : (
        <Words taught={data.words} revision={data.revision} word={word} onClose={onClose} />
      )}
    </Modal>
  );
}

function Words({
  taught,
  revision,
  word,
  onClose,
}: {
  taught: HouseWord[];
  revision: number;
  word: string;
  onClose: () => void;
}) {
  const [from] = useState(revision);
  const [words, setWords] = useState<HouseWord[]>(() =>
    word === '' || taught.some((one) => one.word === word) ? taught : [...taught, { word, means: '' }],
  );
  const save = useSettingChange('The words of the house are changed', (words: HouseWord[], seenAt) =>
    takeSetting(api.PUT('/api/settings/words', { body: { words }, ...seen(seenAt) })),
  );
  const set = (index: number, changed: Partial<HouseWord>) =>
    setWords(words.map((one, i) => (i === index ? { ...one, ...changed } : one)));
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate(
          {
            before: taught,
            after: words.filter((one) => one.word.trim() !== '' || one.means.trim() !== ''),
            revision: from,
          },
          { onSuccess: onClose },
        );
      }}
    >
      <p className="note">
        A word, and what it stands for in words that the line knows, such as “ribbon” or “6 clips”.
      </p>
      {words.map((one, i) => (
        <div key={i} className="house-word">
          <Input
            aria-label={`Word ${i + 1}`}
            value={one.word}
            onChange={(event) => set(i, { word: event.target.value })}
          />
          <span>means</span>
          <Input
            aria-label={`What word ${i + 1} means`}
            autoFocus={i === words.length - 1}
            value={one.means}
            onChange={(event) => set(i, { means: event.target.value })}
          />
          <Button
            aria-label={`Forget ${one.word === '' ? `word ${i + 1}` : one.word}`}
            onClick={() => setWords(words.filter((_, at) => at !== i))}
          >
            Forget
          </Button>
        </div>
      ))}
      {save.error !== null && <ProblemNote problem={asProblem(save.error)} />}
      <div className="house-word">
        <Button onClick={() => setWords([...words, { word: '', means: '' }])}>Another word</Button>
        <a href="/api/settings/words" download="wide-lever-words.json">
          Save them as a file
        </a>
        <span className="grow" />
        <Button type="primary" htmlType="submit" loading={save.isPending}>
          Teach them
        </Button>
      </div>
    </form>
  );
}
