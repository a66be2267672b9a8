import type { Well } from '../api/client';
import { countText } from '../record/counts';
import { screwShape } from './tray';
import { wellName, wellPlace } from './Tray';
import { cell, layOut, lines } from './traySheet';

const width = 1060;
const pad = 2;

/** The tray on a sheet to lay screws on or to keep with the machine. Its twin in words is the table. */
export function TraySheet({ wells }: { wells: readonly Well[] }) {
  const { strips, height } = layOut(
    wells.map((well) => well.layer),
    width - 2 * pad,
  );
  return (
    <svg
      className="tray-sheet"
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label="Screws in the order of opening"
    >
      <g transform={`translate(${pad} 0)`}>
        {strips.map((strip, i) => (
          <g key={i}>
            <text className="sheet-layer" x={0} y={strip.y}>
              {strip.layer}
            </text>
            {strip.cells.map(({ index, x, y }) => {
              const well = wells[index];
              return well === undefined ? null : <SheetWell key={index} well={well} x={x} y={y} />;
            })}
          </g>
        ))}
      </g>
    </svg>
  );
}

function SheetWell({ well, x, y }: { well: Well; x: number; y: number }) {
  const shape = screwShape(well.drive, well.length);
  const place = lines(wellPlace(well) + (well.captive === true ? ', captive' : ''), 23, 2);
  return (
    <g transform={`translate(${x} ${y})`}>
      <rect
        className={`sheet-well ${well.difference} ${well.captive === true ? 'captive' : ''}`}
        width={cell.width}
        height={cell.height}
        rx={6}
      />
      <text className="sheet-number" x={8} y={20}>
        {well.number}
      </text>
      <g transform={`translate(4 ${(cell.height + 12 - shape.height) / 2})`}>
        <path className="sheet-screw" d={shape.head} />
        <path className="sheet-shank" d={shape.shank} />
        {shape.threads.map((line) => (
          <line className="sheet-shank" key={line.y1} {...line} />
        ))}
      </g>
      <text className="sheet-count" x={cell.width - 10} y={28}>
        {countText(well.count)}
      </text>
      <text className="sheet-name" x={40} y={26}>
        {wellName(well)}
      </text>
      {well.difference !== 'none' && (
        <text className="sheet-name" x={40} y={44}>
          {well.difference}
        </text>
      )}
      {place.map((line, i) => (
        <text key={i} className="sheet-place" x={40} y={cell.height - 26 + i * 16}>
          {line}
        </text>
      ))}
    </g>
  );
}
