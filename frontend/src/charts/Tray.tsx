import { memo, useEffect, useRef } from 'react';
import type { Well } from '../api/client';
import { countText } from '../record/counts';
import { label } from '../words';
import { screwShape } from './tray';
import './Tray.css';

/** What lies in a well, in a few words. */
export function wellName(well: Well): string {
  const driver = well.size ?? (well.drive == null ? 'unknown drive' : label(well.drive));
  if (well.thread === null) return `${driver}, ${well.length === null ? 'size not noted' : `${well.length} mm long`}`;
  return `${driver}, ${well.thread}${well.length === null ? ', length not noted' : ` × ${well.length}`}`;
}

/** Where its screws come from and what sets them apart. */
export function wellPlace(well: Well): string {
  const hidden = well.cover === null ? ', hidden?' : well.cover === 'none' ? '' : `, under ${label(well.cover)}`;
  return `${well.stepTitle}${hidden}`;
}

interface Props {
  wells: readonly Well[];
  /** Wells of the line that is being typed. */
  coming: readonly Well[];
  /** Wells put back already, by number. */
  returned?: ReadonlySet<number>;
  /** The well in hand, which is kept in view. */
  inHand: number | null;
}

/** The sorting tray: a strip of wells in the order of opening. */
export function Tray({ wells, coming, returned = new Set(), inHand }: Props) {
  const tray = useRef<HTMLOListElement>(null);
  useEffect(() => {
    const position = [...wells, ...coming].findIndex((well) => well.number === inHand);
    tray.current?.children.item(position)?.scrollIntoView({ block: 'nearest' });
  }, [wells, coming, inHand]);
  return (
    <ol className="tray" aria-label="Sorting tray" ref={tray}>
      {wells.map((well) => (
        <TrayWell key={`${well.stepId} ${well.group}`} well={well} state={returned.has(well.number) ? 'back' : 'out'} />
      ))}
      {coming.map((well) => (
        <TrayWell key={`coming ${well.number}`} well={well} state="coming" />
      ))}
    </ol>
  );
}

const TrayWell = memo(function TrayWell({ well, state }: { well: Well; state: 'out' | 'coming' | 'back' }) {
  const shape = screwShape(well.drive, well.length);
  const captive = well.captive === true;
  const differs = well.difference === 'longer' ? ' longer' : well.difference === 'shorter' ? ' shorter' : '';
  return (
    <li className={`well ${state} ${well.difference} ${captive ? 'captive' : ''}`}>
      <span className="well-number">{captive ? '' : well.number}</span>
      <svg width="32" height={shape.height} viewBox={`0 0 32 ${shape.height}`} aria-hidden="true">
        <path d={shape.head} />
        <path className="shank" d={shape.shank} />
        {shape.threads.map((line) => (
          <line key={line.y1} {...line} />
        ))}
      </svg>
      <span className="well-words">
        <b>
          {wellName(well)}
          {differs}
        </b>
        <span>
          {state === 'coming' ? 'being typed' : state === 'back' ? 'back in place' : wellPlace(well)}
          {captive && ', stay in their part'}
        </span>
      </span>
      <span className={Array.isArray(well.count) ? 'well-count span' : 'well-count'}>{countText(well.count)}</span>
    </li>
  );
});
