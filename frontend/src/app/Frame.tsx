import { Button } from 'antd';
import { NavLink, Outlet, useMatch } from 'react-router';
import { useShelf, useUnit } from '../api/queries';
import type { Light } from './theme';

/** The frame of every screen: a narrow rail, and the screen beside it. */
export function Frame({ light, onLight }: { light: Light; onLight: (light: Light) => void }) {
  const unitId = useMatch('/units/:unitId/*')?.params.unitId;
  const shelf = useShelf();
  const other = light === 'light' ? 'dark' : 'light';
  return (
    <div className="frame">
      <a className="skip" href="#screen">
        Skip to the screen
      </a>
      <nav className="rail" aria-label="Screens">
        <p className="name">
          <span className="name-bar" aria-hidden="true" />
          Wide Lever
        </p>
        {unitId !== undefined && <UnitRail unitId={unitId} />}
        <p className="rail-title">All units</p>
        <RailLink to="/" end text="Shelf" count={shelf.data?.units.length} />
        <RailLink to="/compare" text="Compare" />
        <RailLink to="/rubrics" text="Rubrics" />
        <Button className="rail-light" type="text" onClick={() => onLight(other)}>
          {other === 'dark' ? 'Dark' : 'Light'} theme
        </Button>
      </nav>
      <main id="screen" tabIndex={-1}>
        <Outlet />
      </main>
    </div>
  );
}

/** The stages of a unit in the order of the work, each with how much of it is known. */
function UnitRail({ unitId }: { unitId: string }) {
  const { data } = useUnit(unitId);
  const base = `/units/${unitId}`;
  return (
    <div className="rail-unit">
      <p className="rail-title">{data?.record.unit.model ?? unitId}</p>
      <RailLink to={`${base}/intake`} text="Intake" count={data && `${data.intake.facts}/${data.intake.of}`} />
      <RailLink to={`${base}/bench`} text="Bench" count={data?.record.steps.length} />
      <RailLink to={`${base}/parts`} text="Parts" count={data && `${data.parts.facts}/${data.parts.of}`} />
      <RailLink to={`${base}/verdict`} text="Verdict" />
    </div>
  );
}

function RailLink({
  to,
  text,
  count,
  end = false,
}: {
  to: string;
  text: string;
  count?: number | string | undefined;
  end?: boolean;
}) {
  return (
    <NavLink className="rail-link" to={to} end={end}>
      <span>{text}</span>
      {count !== undefined && <span className="rail-count">{count}</span>}
    </NavLink>
  );
}
