import { useQuery } from '@tanstack/react-query';
import { Button, Input, Select } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, asProblem, type Schemas, seen, take, type Unit } from '../../api/client';
import { useChange } from '../../api/queries';
import { ProblemNote } from '../../app/ProblemNote';
import { Anew, Empty, Failed, Loading } from '../../app/states';
import { label } from '../../words';
import { UndoButtons } from '../../record/UndoButtons';
import { nameOf } from '../../record/names';
import { useKept } from '../../work/useKept';

type Found = Schemas['FoundReason'];
type Picked = Schemas['PickedReason'];
type Side = Picked['side'];

/** Reasons for and against, made from facts; the reviewer picks. */
export function ReasonsCard({ unit }: { unit: Unit }) {
  const reasons = useQuery({
    queryKey: ['reasons', unit.id, unit.revision, unit.teardownRevision],
    queryFn: ({ signal }) =>
      take(api.GET('/api/units/{unitId}/reasons', { params: { path: { unitId: unit.id } }, signal })),
    placeholderData: (before) => before,
  });
  const { data, error, refetch } = reasons;
  const keep = useChange((reasons: Picked[]) =>
    take(
      api.PUT('/api/units/{unitId}/reasons', {
        params: { path: { unitId: unit.id } },
        body: { reasons },
        ...seen(unit.revision),
      }),
    ),
  );
  const undo = useChange(() => take(api.POST('/api/units/{unitId}/undo', { params: { path: { unitId: unit.id } } })));
  const redo = useChange(() => take(api.POST('/api/units/{unitId}/redo', { params: { path: { unitId: unit.id } } })));
  if (data === undefined) {
    return error === null ? (
      <Loading what="the reasons" />
    ) : (
      <Failed problem={asProblem(error)} onRetry={() => void refetch()} />
    );
  }
  const picked = data.picked.map((one) => one.reason);
  const isPicked = (reason: Found) => picked.some((one) => one.about === reason.about);
  const failed = keep.error ?? undo.error ?? redo.error;
  return (
    <>
      <section className="card" aria-label="Reasons for the verdict">
        <div className="bench-head">
          <h2>Reasons for the verdict</h2>
          <Anew of={reasons} />
          <span className="grow" />
          <UndoButtons
            unit={unit}
            busy={undo.isPending || redo.isPending}
            onUndo={() => undo.mutate()}
            onRedo={() => redo.mutate()}
          />
        </div>
        {failed !== null && <ProblemNote problem={asProblem(failed)} />}
        {data.picked.length === 0 && (
          <Empty>
            <p>None is picked yet. Pick from those below, or write one of your own.</p>
          </Empty>
        )}
        <ul className="reasons">
          {data.picked.map(({ reason, stale }, i) => (
            <PickedRow
              key={`${reason.about ?? 'own'} ${i} ${reason.text}`}
              reason={reason}
              now={stale ? data.found.find((one) => one.about === reason.about) : undefined}
              stale={stale}
              busy={keep.isPending}
              onChange={(next) => keep.mutate(picked.map((one, at) => (at === i ? next : one)))}
              onRemove={() => keep.mutate(picked.filter((_, at) => at !== i))}
              onUp={i === 0 ? undefined : () => keep.mutate(swapped(picked, i - 1))}
            />
          ))}
        </ul>
        <OwnReason unit={unit} busy={keep.isPending} onAdd={(reason) => keep.mutate([...picked, reason])} />
      </section>
      <section className="card" aria-label="Reasons found">
        <h2>What the facts say</h2>
        <p className="note">
          What is good speaks for the machine and what is bad against it, with the points of its index that it keeps or
          costs. What lies between is told only beside others:{' '}
          {data.peers === 0
            ? 'there are too few on the shelf that are no drafts'
            : data.peerClass == null
              ? `here the ${data.peers} others on the shelf that are no drafts, for there are too few of its class`
              : `here ${data.peers} others of the class ${label(data.peerClass)}`}
          .
        </p>
        <div className="reason-columns">
          {(['for', 'against'] as const).map((side) => (
            <FoundList
              key={side}
              unit={unit}
              side={side}
              reasons={data.found.filter((reason) => reason.side === side)}
              isPicked={isPicked}
              busy={keep.isPending}
              onPick={(reason) =>
                keep.mutate([...picked, { side, text: reason.text, about: reason.about, from: reason.from }])
              }
            />
          ))}
        </div>
      </section>
    </>
  );
}

function swapped(picked: Picked[], at: number): Picked[] {
  const one = picked[at];
  const other = picked[at + 1];
  if (one === undefined || other === undefined) return picked;
  return [...picked.slice(0, at), other, one, ...picked.slice(at + 2)];
}

interface FoundListProps {
  unit: Unit;
  side: Side;
  reasons: Found[];
  isPicked: (reason: Found) => boolean;
  busy: boolean;
  onPick: (reason: Found) => void;
}

const shown = 12;

function FoundList({ unit, side, reasons, isPicked, busy, onPick }: FoundListProps) {
  const [all, setAll] = useState(false);
  const listed = all ? reasons : reasons.slice(0, shown);
  return (
    <div>
      <h3>{side === 'for' ? 'For' : 'Against'}</h3>
      {reasons.length === 0 && <p className="second">Nothing sets it apart from the others on this side.</p>}
      <ul className="reasons">
        {listed.map((reason) => (
          <li key={reason.about} className="reason">
            <span className="reason-points">
              {side === 'for' ? '+' : '−'}
              {reason.points.toFixed(1)} {reason.about.startsWith('repair') ? 'Repair' : 'Upgrade'}
            </span>
            <span>
              {reason.text} <Fact unit={unit} reason={reason} />
            </span>
            <Button
              size="small"
              disabled={busy || isPicked(reason)}
              aria-label={`${isPicked(reason) ? 'Picked' : 'Pick'}: ${reason.text}`}
              onClick={() => onPick(reason)}
            >
              {isPicked(reason) ? 'Picked' : 'Pick'}
            </Button>
          </li>
        ))}
      </ul>
      {reasons.length > shown && (
        <Button size="small" type="text" onClick={() => setAll(!all)}>
          {all ? 'Fewer' : `${reasons.length - shown} more that weigh less`}
        </Button>
      )}
    </div>
  );
}

function Fact({ unit, reason }: { unit: Unit; reason: Found }) {
  const last = reason.steps.at(-1);
  if (last !== undefined)
    return (
      <Link className="note" to={`/units/${unit.id}/bench#${encodeURIComponent(last)}`}>
        {unit.record.steps.find((step) => step.id === last)?.title ?? 'its step'}
      </Link>
    );
  if (reason.part != null)
    return (
      <Link className="note" to={`/units/${unit.id}/parts#${encodeURIComponent(reason.part)}`}>
        {nameOf(unit, reason.part)}
      </Link>
    );
  return null;
}

interface PickedRowProps {
  reason: Picked;
  stale: boolean;
  /** What the facts say now, where they still say anything. */
  now: Found | undefined;
  busy: boolean;
  onChange: (reason: Picked) => void;
  onRemove: () => void;
  onUp: (() => void) | undefined;
}

function PickedRow({ reason, stale, now, busy, onChange, onRemove, onUp }: PickedRowProps) {
  const [text, setText] = useState(reason.text);
  const commit = () => {
    if (text.trim() !== '' && text !== reason.text) onChange({ ...reason, text: text.trim() });
  };
  return (
    <li className={stale ? 'reason stale' : 'reason'}>
      <Select<Side>
        aria-label={`Side of: ${reason.text}`}
        size="small"
        value={reason.side}
        options={[
          { value: 'for', label: 'for' },
          { value: 'against', label: 'against' },
        ]}
        onChange={(side) => onChange({ ...reason, side })}
      />
      <span className="reason-text">
        <Input
          aria-label={`Reason: ${reason.text}`}
          value={text}
          maxLength={500}
          onChange={(event) => setText(event.target.value)}
          onBlur={commit}
          onPressEnter={commit}
        />
        {stale && (
          <span className="reason-stale">
            Stale: its fact has changed since.{' '}
            {now === undefined ? (
              'The facts no longer say anything of it.'
            ) : (
              <>
                Now: {now.text}{' '}
                <Button
                  size="small"
                  disabled={busy}
                  onClick={() => onChange({ ...reason, side: now.side, text: now.text, from: now.from })}
                >
                  Take this
                </Button>
              </>
            )}
          </span>
        )}
      </span>
      <Button size="small" disabled={busy || onUp === undefined} aria-label={`Up: ${reason.text}`} onClick={onUp}>
        Up
      </Button>
      <Button size="small" disabled={busy} aria-label={`Take out: ${reason.text}`} onClick={onRemove}>
        Take out
      </Button>
    </li>
  );
}

function OwnReason({ unit, busy, onAdd }: { unit: Unit; busy: boolean; onAdd: (reason: Picked) => void }) {
  const [side, setSide] = useKept<Side>(`side of a reason ${unit.id}`, 'for');
  const [text, setText] = useKept(`a reason ${unit.id}`, '');
  const add = () => {
    if (text.trim() === '') return;
    onAdd({ side, text: text.trim() });
    setText('');
  };
  return (
    <div className="reason own">
      <Select<Side>
        aria-label="Side of a reason of your own"
        size="small"
        value={side}
        options={[
          { value: 'for', label: 'for' },
          { value: 'against', label: 'against' },
        ]}
        onChange={setSide}
      />
      <Input
        aria-label="A reason of your own"
        placeholder="A reason of your own"
        value={text}
        maxLength={500}
        onChange={(event) => setText(event.target.value)}
        onPressEnter={add}
      />
      <Button size="small" disabled={busy || text.trim() === ''} onClick={add}>
        Add
      </Button>
    </div>
  );
}
