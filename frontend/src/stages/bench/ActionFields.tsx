import { Button } from 'antd';
import type { Action } from '../../api/client';
import {
  bondValues,
  connectorValues,
  coverValues,
  driveValues,
  liftWhatValues,
  peelWhatValues,
  thermalWhatValues,
  toolValues,
} from '../../api/schema';
import { deeds } from '../../record/actions';
import { Counted, Numeric, Text, Word, YesNo } from '../../record/fields';

interface Props {
  action: Action;
  position: number;
  onChange: (action: Action) => void;
  onRemove: () => void;
}

/** One action of a step: how often, and what its kind asks for. */
export function ActionFields({ action, position, onChange, onRemove }: Props) {
  const name = deeds.find(({ deed }) => deed === action.do)?.name ?? action.do;
  const at = `action ${position + 1}`;
  return (
    <li className="action">
      <div className="action-head">
        <b>{name}</b>
        <span className="action-count">
          <Counted name={`Count of ${at}`} value={action.count} onChange={(count) => onChange({ ...action, count })} />
        </span>
        <span className="grow" />
        <Word
          name={`Tool of ${at}`}
          words={toolValues}
          value={action.tool}
          none="usual tool"
          onChange={(tool) => onChange({ ...action, tool: tool ?? undefined })}
        />
        <Button type="text" aria-label={`Remove ${at}`} onClick={onRemove}>
          ×
        </Button>
      </div>
      <Facts action={action} at={at} onChange={onChange} />
    </li>
  );
}

function Facts({ action, at, onChange }: { action: Action; at: string; onChange: (action: Action) => void }) {
  switch (action.do) {
    case 'unscrew':
      return (
        <div className="facts">
          <Fact name="drive">
            <Word
              name={`Drive of ${at}`}
              words={driveValues}
              value={action.drive}
              onChange={(drive) => onChange({ ...action, drive })}
            />
          </Fact>
          <Fact name="size">
            <Text
              name={`Size of ${at}`}
              code
              placeholder="PH0"
              value={action.size}
              onChange={(size) => onChange({ ...action, size })}
            />
          </Fact>
          <Fact name="thread">
            <Text
              name={`Thread of ${at}`}
              code
              placeholder="M2"
              value={action.thread}
              onChange={(thread) => onChange({ ...action, thread })}
            />
          </Fact>
          <Fact name="length">
            <Numeric
              name={`Length of ${at}`}
              unit="mm"
              placeholder="?"
              value={action.length}
              onChange={(length) => onChange({ ...action, length })}
            />
          </Fact>
          <Fact name="captive">
            <YesNo
              name={`Captive of ${at}`}
              value={action.captive}
              onChange={(captive) => onChange({ ...action, captive })}
            />
          </Fact>
          <Fact name="hidden by">
            <Word
              name={`Cover of ${at}`}
              words={coverValues}
              value={action.cover === undefined ? 'none' : action.cover}
              onChange={(cover) => onChange({ ...action, cover })}
            />
          </Fact>
          {action.cover !== undefined && action.cover !== 'none' && (
            <Fact name="covers">
              <Numeric
                name={`Covers of ${at}`}
                placeholder="one each"
                value={action.covers}
                onChange={(covers) => onChange({ ...action, covers: covers ?? undefined })}
              />
            </Fact>
          )}
        </div>
      );
    case 'unplug':
      return (
        <div className="facts">
          <Fact name="connector">
            <Word
              name={`Connector of ${at}`}
              words={connectorValues}
              value={action.connector}
              onChange={(connector) => onChange({ ...action, connector })}
            />
          </Fact>
        </div>
      );
    case 'peel':
      return (
        <div className="facts">
          <Fact name="what">
            <Word
              name={`What of ${at}`}
              words={peelWhatValues}
              value={action.what}
              onChange={(what) => onChange({ ...action, what })}
            />
          </Fact>
        </div>
      );
    case 'lift':
      return (
        <div className="facts">
          <Fact name="what">
            <Word
              name={`What of ${at}`}
              words={liftWhatValues}
              value={action.what}
              onChange={(what) => onChange({ ...action, what })}
            />
          </Fact>
        </div>
      );
    case 'thermal':
      return (
        <div className="facts">
          <Fact name="what lies between">
            <Word
              name={`What of ${at}`}
              words={thermalWhatValues}
              value={action.what}
              onChange={(what) => onChange({ ...action, what })}
            />
          </Fact>
        </div>
      );
    case 'unbond':
      return (
        <div className="facts">
          <Fact name="bond">
            <Word
              name={`Bond of ${at}`}
              words={bondValues}
              value={action.bond}
              onChange={(bond) => onChange({ ...action, bond, ...(bond === 'releaseTab' && { lengthMm: null }) })}
            />
          </Fact>
          {action.bond !== 'releaseTab' && (
            <Fact name="length of each">
              <Numeric
                name={`Length of ${at}`}
                unit="mm"
                placeholder="?"
                value={action.lengthMm}
                onChange={(lengthMm) => onChange({ ...action, lengthMm })}
              />
            </Fact>
          )}
        </div>
      );
    default:
      return null;
  }
}

function Fact({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <span className="fact">
      <span className="fact-name" aria-hidden="true">
        {name}
      </span>
      {children}
    </span>
  );
}
