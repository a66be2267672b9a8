import { Button } from 'antd';
import type { Schemas } from '../api/client';
import { adviceKindValues } from '../api/schema';
import { useKept } from '../work/useKept';
import { Text, Word } from './fields';

type Advice = Schemas['Advice'];

interface Props {
  /** What it is advice on, for the names of its fields. */
  of: string;
  /** Which one, by which what is typed is kept. */
  id: string;
  advice: readonly Advice[];
  onChange: (advice: Advice[]) => void;
}

/** Tips, warnings and symptoms for whoever does this after us; never scored. */
export function AdviceList({ of, id, advice, onChange }: Props) {
  const [kind, setKind] = useKept<Advice['kind']>(`sort of advice ${of} ${id}`, 'tip');
  const [text, setText] = useKept(`advice ${of} ${id}`, '');
  const add = () => {
    if (text.trim() === '') return;
    onChange([...advice, { kind, text: text.trim() }]);
    setText('');
  };
  return (
    <div className="advice">
      {advice.length > 0 && (
        <ul>
          {advice.map((one, i) => (
            <li key={`${one.kind} ${one.text}`}>
              <b>{one.kind}</b> {one.text}{' '}
              <Button
                type="text"
                size="small"
                aria-label={`Remove the ${one.kind} “${one.text}”`}
                onClick={() => onChange(advice.filter((_, j) => j !== i))}
              >
                ×
              </Button>
            </li>
          ))}
        </ul>
      )}
      <span className="amount">
        <Word
          name={`Sort of advice on the ${of}`}
          words={adviceKindValues}
          required
          value={kind}
          onChange={(chosen) => setKind(chosen ?? 'tip')}
        />
        <Text
          name={`Advice on the ${of}`}
          placeholder={kind === 'symptom' ? 'which fault leads here' : 'what to know'}
          value={text}
          onChange={(typed) => setText(typed ?? '')}
        />
        <Button onClick={add} disabled={text.trim() === ''}>
          Add
        </Button>
      </span>
    </div>
  );
}
