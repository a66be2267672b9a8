import { Button } from 'antd';
import { type ReactNode, useRef, useState } from 'react';
import { save, svgFile } from './exportSvg';
import './ChartCard.css';

interface Props {
  /** What it shows; names the card, the file and the table. */
  title: string;
  /** What is measured, and how. */
  note?: ReactNode;
  /** Name of the saved file without its ending. */
  file: string;
  chart: ReactNode;
  /** The same in words and figures. */
  table: ReactNode;
  children?: ReactNode;
}

/** A chart with its table twin and its file. */
export function ChartCard({ title, note, file, chart, table, children }: Props) {
  const [asTable, setAsTable] = useState(false);
  const drawn = useRef<HTMLDivElement>(null);
  const saveDrawing = async () => {
    const charts = [...(drawn.current?.querySelectorAll<SVGSVGElement>(':scope > svg, :scope > .drawn > svg') ?? [])];
    if (charts.length > 0) save(`${file}.svg`, 'image/svg+xml', await svgFile(charts, title));
  };
  return (
    <section className="card chart-card" aria-label={title}>
      <div className="bench-head">
        <h2>{title}</h2>
        <span className="grow" />
        {note !== undefined && <span className="second">{note}</span>}
        <Button size="small" aria-pressed={asTable} onClick={() => setAsTable(!asTable)}>
          {asTable ? 'As a drawing' : 'As a table'}
        </Button>
        <Button size="small" disabled={asTable} onClick={() => void saveDrawing()}>
          Save as SVG
        </Button>
      </div>
      {asTable ? <div className="grid-scroll">{table}</div> : <div ref={drawn}>{chart}</div>}
      {children}
    </section>
  );
}
