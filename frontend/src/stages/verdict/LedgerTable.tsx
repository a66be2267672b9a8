import { useState } from 'react';
import type { Schemas, Verdict } from '../../api/client';
import { RangeBar } from '../../charts/RangeBar';
import { type Exactness, share } from '../../format';
import { leastEffort } from '../../record/effort';
import { heading, label } from '../../words';
import { PartDetails } from './PartDetails';

type Kind = Schemas['KindView'];
type Line = Schemas['LedgerLine'];

interface Props {
  verdict: Verdict;
  index: 'repair' | 'upgrade';
  lines: readonly Line[];
  exactness: Exactness;
}

/** The ledger as a table, what cost most first: each kind opens to its parts, their ways and what was read from them. */
export function LedgerTable({ verdict, index, lines, exactness }: Props) {
  const [open, setOpen] = useState<readonly string[]>([]);
  const toggle = (kind: string) =>
    setOpen(open.includes(kind) ? open.filter((other) => other !== kind) : [...open, kind]);
  const lost = new Map<string, Line>(lines.map((line) => [line.name, line]));
  const rows = [...verdict.kinds].sort(
    (a, b) => (lost.get(b.kind)?.points ?? -1) - (lost.get(a.kind)?.points ?? -1) || a.kind.localeCompare(b.kind),
  );
  return (
    <table className="plain kinds">
      <thead>
        <tr>
          <th scope="col">kind</th>
          <th scope="col" className="numeric">
            points lost
          </th>
          <th scope="col">stands at, 0 to 1</th>
          <th scope="col">parts</th>
          <th scope="col">least effort</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((kind) => (
          <KindRows
            key={kind.kind}
            kind={kind}
            score={index === 'repair' ? kind.repair : kind.upgrade}
            line={lost.get(kind.kind)}
            steps={verdict.routeSteps}
            exactness={exactness}
            open={open.includes(kind.kind)}
            onToggle={() => toggle(kind.kind)}
          />
        ))}
      </tbody>
    </table>
  );
}

interface KindRowsProps {
  kind: Kind;
  score: Schemas['KindScore'] | null;
  /** What it cost; of a kind that the index does not count there is none. */
  line: Line | undefined;
  steps: readonly Schemas['RouteStep'][];
  exactness: Exactness;
  open: boolean;
  onToggle: () => void;
}

function KindRows({ kind, score, line, steps, exactness, open, onToggle }: KindRowsProps) {
  const name = heading(kind.kind);
  return (
    <>
      <tr className="kind-first">
        <th scope="row">
          {kind.parts.length > 0 ? (
            <button className="opener" type="button" aria-expanded={open} onClick={onToggle}>
              <span className="opener-mark" aria-hidden="true">
                {open ? '−' : '+'}
              </span>
              {name}
            </button>
          ) : (
            <span className="opener">{name}</span>
          )}
        </th>
        <td className="numeric">{line === undefined ? '–' : points(line, exactness)}</td>
        <td>
          <KindFigure score={score} exactness={exactness} />
        </td>
        <td>{holding(kind)}</td>
        <td>{leastEffort(kind)}</td>
      </tr>
      {open && (
        <tr>
          <td colSpan={5}>
            <KindDetails kind={kind} steps={steps} exactness={exactness} />
          </td>
        </tr>
      )}
    </>
  );
}

/** What it lost; of one that was not seen enough, what is charged for the time being. */
function points(line: Line, exactness: Exactness): string {
  const lost = line.points.toFixed(exactness === 'exact' ? 6 : 2);
  return line.known ? lost : `${lost}, not seen enough`;
}

/** How a kind's parts are held, in a few words. */
function holding(kind: Kind): string {
  if (kind.absent) return 'absent';
  if (kind.parts.length === 0) return 'not seen';
  const mountings = [
    ...new Set(kind.parts.map((part) => (part.mounting === null ? 'mounting unknown' : label(part.mounting)))),
  ];
  return `${kind.parts.length > 1 ? `${kind.parts.length}, ` : ''}${mountings.join(', ')}`;
}

function KindFigure({ score, exactness }: { score: Schemas['KindScore'] | null; exactness: Exactness }) {
  if (score === null) return null;
  return (
    <span className="kind-figure">
      <RangeBar quantity={score.score} to={1} />
      <span>{share(score.score, exactness)}</span>
    </span>
  );
}

const froms: Record<Schemas['CeilingFrom'], string> = {
  school: 'stated',
  proved: 'proved on the bench, may take more',
  open: 'the rubric’s, for an open standard',
  own: 'the rubric’s: what is fitted',
  nothing: 'nothing says how much',
};

function ceilingText(ceiling: Schemas['CeilingView'], kind: string): string {
  const unit = kind === 'battery' ? 'Wh' : 'GB';
  if (ceiling.value === null) return froms.nothing;
  const most = ceiling.high === null || ceiling.high === ceiling.low ? '' : ` (${ceiling.low}–${ceiling.high})`;
  return `${ceiling.high === null ? 'at least ' : ''}${ceiling.value}${most} ${unit}, ${froms[ceiling.from]}`;
}

function KindDetails({
  kind,
  steps,
  exactness,
}: {
  kind: Kind;
  steps: readonly Schemas['RouteStep'][];
  exactness: Exactness;
}) {
  const { upgrade } = kind;
  const made = [
    ['headroom', upgrade?.headroom],
    ['standard', upgrade?.standard],
    ['access', upgrade?.access],
  ] as const;
  return (
    <div className="kind-details">
      {made.some(([, quantity]) => quantity != null) && (
        <p>
          Upgrade is made of{' '}
          {made
            .filter(([, quantity]) => quantity != null)
            .map(([name, quantity]) => `${name} ${quantity == null ? '' : share(quantity, exactness)}`)
            .join(', ')}
          .
        </p>
      )}
      {upgrade?.places.some((place) => place.ceiling != null) && (
        <p>
          Counted on:{' '}
          {upgrade.places
            .map((place) => `${place.part}${place.ceiling == null ? '' : `, ${ceilingText(place.ceiling, kind.kind)}`}`)
            .join('; ')}
          .
        </p>
      )}
      {kind.parts.map((part) => (
        <PartDetails key={part.id} part={part} steps={steps} exactness={exactness} />
      ))}
    </div>
  );
}
