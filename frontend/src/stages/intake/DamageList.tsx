import { Button } from 'antd';
import type { Schemas } from '../../api/client';
import { damageKindValues } from '../../api/schema';
import { Text, Word } from '../../record/fields';

type Damage = Schemas['DamageFound'];

/** What is wrong with the machine as it came: each sort with a word on where and how much. */
export function DamageList({ damage, onChange }: { damage: readonly Damage[]; onChange: (damage: Damage[]) => void }) {
  const set = (i: number, changed: Partial<Damage>) =>
    onChange(damage.map((one, j) => (i === j ? { ...one, ...changed } : one)));
  return (
    <div className="damage-list">
      {damage.map((one, i) => (
        <span className="amount" key={i}>
          <Word
            name={`Damage ${i + 1}`}
            words={damageKindValues}
            required
            value={one.kind}
            onChange={(kind) => set(i, { kind: kind ?? 'other' })}
          />
          <Text
            name={`Damage ${i + 1}: where`}
            placeholder="where, and how much"
            value={one.text}
            onChange={(text) => set(i, { text: text ?? undefined })}
          />
          <Button
            type="text"
            aria-label={`Remove damage ${i + 1}`}
            onClick={() => onChange(damage.filter((_, j) => j !== i))}
          >
            ×
          </Button>
        </span>
      ))}
      <Button size="small" onClick={() => onChange([...damage, { kind: 'other' }])}>
        Note damage
      </Button>
    </div>
  );
}
