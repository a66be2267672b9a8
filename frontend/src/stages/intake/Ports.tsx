import { Button } from 'antd';
import type { Schemas } from '../../api/client';
import { portKindValues, sideValues } from '../../api/schema';
import { Numeric, Word } from '../../record/fields';

type Port = Schemas['Port'];

interface Props {
  ports: readonly Port[];
  /** Parts that a port can sit on. */
  boards: readonly string[];
  onChange: (ports: Port[]) => void;
}

/** The ports: what each is, on which side, and on which board it sits. */
export function Ports({ ports, boards, onChange }: Props) {
  const set = (index: number, changed: Partial<Port>) =>
    onChange(ports.map((port, i) => (i === index ? { ...port, ...changed } : port)));
  return (
    <>
      <h2>Ports</h2>
      <ol className="ports" aria-label="Ports">
        {ports.map((port, i) => (
          <li key={i}>
            <span className="port-count">
              <Numeric
                name={`Count of port ${i + 1}`}
                placeholder="1"
                value={port.count}
                onChange={(count) => set(i, { count: count ?? undefined })}
              />
            </span>
            <Word
              name={`Kind of port ${i + 1}`}
              required
              words={portKindValues}
              value={port.kind}
              onChange={(kind) => set(i, { kind: kind ?? 'other' })}
            />
            <Word
              name={`Side of port ${i + 1}`}
              words={sideValues}
              none="which side?"
              value={port.side}
              onChange={(side) => set(i, { side: side ?? undefined })}
            />
            <Word
              name={`Board of port ${i + 1}`}
              words={boards}
              labels={(id) => `on ${id}`}
              none="on which board?"
              value={port.on}
              onChange={(on) => set(i, { on: on ?? undefined })}
            />
            <Button
              type="text"
              aria-label={`Remove port ${i + 1}`}
              onClick={() => onChange(ports.filter((_, j) => j !== i))}
            >
              ×
            </Button>
          </li>
        ))}
      </ol>
      <Button onClick={() => onChange([...ports, { kind: 'usbC' }])}>Another port</Button>
    </>
  );
}
