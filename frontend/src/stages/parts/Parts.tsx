import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { useState } from 'react';
import { api, type Part, type PartKind, type Schemas, take, type Unit } from '../../api/client';
import { useDoubt } from '../../api/queries';
import { named } from '../../app/address';
import { ProblemNote } from '../../app/ProblemNote';
import { useWorkpiece } from '../../app/Workspace';
import { PartForm } from '../../record/PartForm';
import { heading, idFrom, label } from '../../words';
import { Claims } from './Claims';
import { columns } from './columns';
import { catalogueOffer, fitting, kindOffer, offersFor, taken } from './offers';
import { type CellAt, PartsGrid } from './PartsGrid';
import { type Row, rowsOf } from './rows';
import { Sister } from './Sister';
import { UndoButtons } from '../../record/UndoButtons';
import { useShown } from '../../record/useEditQueue';
import { useUnitEdits } from '../../record/useUnitEdits';
import './parts.css';

/** The whole machine on one screen: what it has, what it has not, what nobody has looked for, and what that costs. */
export function Parts() {
  const unit = useWorkpiece();
  const edits = useUnitEdits(unit);
  const { parts, absent } = useShown(edits.queue);
  const [editing, setEditing] = useState<{ part?: Part; kind: PartKind } | null>(null);
  const [copying, setCopying] = useState(false);
  const rows = rowsOf(parts, unit.places, absent);
  // A part that is named in the address is in hand.
  const [at, setAt] = useState<CellAt>(() => ({
    row: named(location.hash) ?? rows[0]?.key ?? '',
    column: 1,
  }));
  const doubt = useDoubt(unit);
  const costs = doubt.data?.costs ?? [];
  const current = rows.find((row) => row.key === at.row);
  const column = columns[at.column - 1];
  const { layers, steps } = unit.record;
  const last = steps[steps.length - 1];
  const inHand = last?.opens ?? last?.layer ?? layers[0] ?? 'outside';
  const add = (kind: PartKind, facts: Partial<Part> = {}) => {
    const id = idFrom(
      label(kind),
      parts.map((part) => part.id),
    );
    edits.add({ id, kind, ...facts });
    setAt({ row: id, column: 1 });
  };
  const sister = useSister(unit);
  const catalogue = useCatalogue(current?.sort === 'part' ? current.part : null);
  const kindOfferOf = (kind: PartKind) => kindOffer(kind, parts, sister);
  const onTake = (row: Row): boolean => {
    if (row.sort === 'part') {
      const offer = offersFor(row.part, parts, sister, catalogue)[0];
      if (offer !== undefined) edits.put(taken(row.part, offer.part));
      return offer !== undefined;
    }
    const offer = row.absent ? null : kindOfferOf(row.kind);
    if (offer === null) return false;
    if (offer.parts.length === 0) edits.mark(row.kind, true);
    for (const part of offer.parts) edits.add(fitting(part, parts));
    const first = offer.parts[0];
    if (first !== undefined) setAt({ row: first.id, column: 1 });
    return true;
  };
  const offered =
    current === undefined
      ? undefined
      : current.sort === 'part'
        ? offersFor(current.part, parts, sister, catalogue)[0]?.from
        : current.absent
          ? undefined
          : kindOfferOf(current.kind)?.from;
  return (
    <>
      <section className="card parts" aria-label="Parts by kind">
        <div className="bench-head">
          <h2>
            {unit.parts.facts} of {unit.parts.of} kinds known
          </h2>
          <Dearest costs={costs} parts={parts} onGo={setAt} />
          <span className="grow" />
          <Button size="small" onClick={() => setCopying(true)}>
            Copy from a sister
          </Button>
          <UndoButtons unit={unit} busy={edits.busy} onUndo={edits.undo} onRedo={edits.redo} />
        </div>
        {edits.problem !== null && <ProblemNote problem={edits.problem} />}
        <div className="grid-scroll">
          <PartsGrid
            rows={rows}
            costs={costs}
            costsKnown={doubt.data !== undefined && !doubt.isPlaceholderData && doubt.data.tried === doubt.data.facts}
            at={at}
            layers={layers}
            inHand={inHand}
            onAt={setAt}
            onPut={edits.put}
            onOpen={(part) => setEditing({ part, kind: part.kind })}
            onAdd={add}
            onAbsent={edits.mark}
            offersOf={(part) => offersFor(part, parts, sister, catalogue)}
            kindOfferOf={kindOfferOf}
            onTake={onTake}
          />
        </div>
        <p className="legend grid-legend" aria-live="polite">
          {current?.sort === 'kind' ? (
            <>
              <kbd>Enter</kbd> record it <kbd>e</kbd> an empty place <kbd>v</kbd> in view in {inHand} <kbd>a</kbd>{' '}
              {current.absent ? 'not absent' : 'absent'}
            </>
          ) : column === undefined ? (
            <>
              <kbd>Enter</kbd> everything of it <kbd>+</kbd> another of its kind <kbd>e</kbd>{' '}
              {current?.sort === 'part' && current.part.fitted === false ? 'filled' : 'an empty place'} <kbd>v</kbd>{' '}
              {current?.sort !== 'part' || current.part.layer == null ? `in view in ${inHand}` : 'not in view'}
            </>
          ) : column.sort === 'word' ? (
            Object.entries(column.keys).map(([key, word]) => (
              <button
                key={key}
                type="button"
                className="legend-key"
                disabled={current === undefined || column.read(current.part) === undefined}
                onClick={() => {
                  if (current !== undefined) edits.put(column.set(current.part, word));
                }}
              >
                <kbd>{key}</kbd> {label(word)}
              </button>
            ))
          ) : (
            <>
              Type it, then <kbd>Enter</kbd>
            </>
          )}
          <span className="grow" />
          {current !== undefined && offered !== undefined && (
            <button type="button" className="legend-key" onClick={() => onTake(current)}>
              <kbd>Space</kbd> take what {offered} says
            </button>
          )}
          <span>
            <kbd>?</kbd> unknown
          </span>
          <span className="keys-together">
            <kbd>Shift ↓</kbd> the same below
          </span>
          {current?.sort === 'part' && (
            <Button size="small" onClick={() => setEditing({ part: current.part, kind: current.part.kind })}>
              Everything of {current.part.id}
            </Button>
          )}
        </p>
      </section>
      <Claims unit={unit} />
      {editing !== null && (
        <PartForm unit={unit} part={editing.part} kind={editing.kind} onClose={() => setEditing(null)} />
      )}
      {copying && <Sister unit={unit} onClose={() => setCopying(false)} />}
    </>
  );
}

/** What a machine of the same name tells where this one says nothing; until it is asked anew, what it told before. */
function useSister(unit: Unit) {
  return useQuery({
    queryKey: ['offers', unit.id, unit.revision],
    queryFn: ({ signal }) =>
      take(api.GET('/api/units/{unitId}/parts/offers', { params: { path: { unitId: unit.id } }, signal })),
    placeholderData: (before) => before,
  }).data;
}

/** What the catalogue says of the number of the part in hand, once something of its spare is not known. Nothing waits for it. */
function useCatalogue(part: Part | null) {
  const number = part?.spare?.number ?? '';
  const { price, source, paired } = part?.spare ?? {};
  const answer = useQuery({
    queryKey: ['catalogue of', number],
    queryFn: ({ signal }) => take(api.GET('/api/catalogue/spare', { params: { query: { number } }, signal })),
    enabled: number !== '' && (price?.amount == null || source == null || paired == null),
    staleTime: Infinity,
  });
  return part === null || answer.data === undefined ? null : catalogueOffer(part, answer.data);
}

/** The unknown facts that cost most in range, each one key away. */
function Dearest({
  costs,
  parts,
  onGo,
}: {
  costs: readonly Schemas['FactCost'][];
  parts: readonly Part[];
  onGo: (at: CellAt) => void;
}) {
  const here = costs.filter((cost) => cost.fact.kind != null).slice(0, 2);
  if (here.length === 0) return null;
  return (
    <span className="dearest">
      <span className="second">Check next:</span>
      {here.map((cost) => {
        const { fact } = cost;
        const at: CellAt =
          fact.part == null
            ? { row: fact.at, column: 0 }
            : {
                row: fact.part,
                column: Math.max(0, columns.findIndex((column) => column.field === fact.field) + 1),
              };
        const what =
          fact.part == null
            ? `${heading(fact.kind ?? 'other')}, not seen`
            : `${parts.find((part) => part.id === fact.part)?.id ?? fact.part}: ${label(fact.field)}`;
        return (
          <Button
            key={fact.at}
            size="small"
            onClick={() => {
              onGo(at);
              // The grid takes the focus up from the cell that is in hand.
              document.querySelector<HTMLElement>(`[data-cell="${CSS.escape(`${at.row} ${at.column}`)}"]`)?.focus();
            }}
          >
            {what} {cost.combined.toFixed(1)}
          </Button>
        );
      })}
    </span>
  );
}
