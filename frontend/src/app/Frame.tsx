import { Button } from 'antd';
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { NavLink, Outlet, useLocation, useMatch } from 'react-router';
import { useAway } from '../api/connection';
import { useHouse, useUnit } from '../api/queries';
import { giveFocusBack, isDialogOpen } from '../keys/dialog';
import { useWaiting, waitingText } from '../work/outbox';
import { Boundary } from './Boundary';
import type { Target } from './goTo';
import { Loading } from './states';
import { UndoOffers } from './UndoOffer';
import { titleOf } from './titles';
import type { Light } from './tokens';

const GoTo = lazy(() => import('./GoTo').then((module) => ({ default: module.GoTo })));
const KeysSheet = lazy(() => import('./KeysSheet').then((module) => ({ default: module.KeysSheet })));

/** The frame of every screen: a narrow rail, and the screen beside it. */
export function Frame({ light, onLight }: { light: Light; onLight: (light: Light) => void }) {
  const unitId = useMatch('/units/:unitId/*')?.params.unitId;
  const house = useHouse();
  const other = light === 'light' ? 'dark' : 'light';
  const { pathname } = useLocation();
  // The bench answers F1 itself: its keys can be mapped there.
  const onBench = pathname.endsWith('/bench');
  const [open, setOpen] = useState<'goTo' | 'keys' | null>(null);
  const theme = `${other === 'dark' ? 'Dark' : 'Light'} theme`;
  const commands = useMemo(
    () =>
      new Map<Target, () => void>([
        [{ id: 'theme', text: theme, of: 'command', to: null }, () => onLight(other)],
        ...(onBench ? [] : [keysOfScreen(() => setOpen('keys'))]),
      ]),
    [theme, other, onLight, onBench],
  );
  useFrameKeys(setOpen, !onBench);
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
        {unitId === undefined ? <Title /> : <UnitRail unitId={unitId} />}
        <p className="rail-title">All units</p>
        <RailLink to="/" end text="Shelf" count={house.data?.units} />
        <RailLink to="/compare" text="Compare" />
        <RailLink to="/rubrics" text="Rubrics" />
        <div className="rail-foot">
          <Button className="rail-light" type="text" onClick={() => setOpen('goTo')}>
            Go to <kbd>Ctrl K</kbd>
          </Button>
          {!onBench && (
            <Button className="rail-light" type="text" onClick={() => setOpen('keys')}>
              Keys <kbd>F1</kbd>
            </Button>
          )}
          <Button className="rail-light" type="text" onClick={() => onLight(other)}>
            {theme}
          </Button>
        </div>
      </nav>
      <main id="screen" tabIndex={-1}>
        <AwayBand />
        <UndoOffers>
          <Boundary>
            <Suspense fallback={<Loading what="the screen" />}>
              <Outlet />
            </Suspense>
          </Boundary>
        </UndoOffers>
      </main>
      <Suspense>
        {open === 'goTo' && <GoTo inView={unitId} commands={commands} onClose={() => setOpen(null)} />}
        {open === 'keys' && <KeysSheet path={pathname} onClose={() => setOpen(null)} />}
      </Suspense>
    </div>
  );
}

/** Said once, over every screen, for as long as it is so. */
function AwayBand() {
  const waits = waitingText(useWaiting());
  return (
    <div role="status">
      {useAway() && (
        <p className="away-band">
          The program does not answer. What you see may be old; what you type stays here. It is asked again each second.
          {waits !== '' && ` ${waits}`}
        </p>
      )}
    </div>
  );
}

const keysOfScreen = (show: () => void): [Target, () => void] => [
  { id: 'keys', text: 'Keys of this screen', of: 'command', to: null },
  show,
];

/** Ctrl K and F1, from wherever the focus is. */
function useFrameKeys(open: (what: 'goTo' | 'keys') => void, withF1: boolean) {
  useEffect(() => giveFocusBack(), []);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const goTo = event.key.toLowerCase() === 'k' && event.ctrlKey && !event.altKey && !event.shiftKey;
      const keys = event.key === 'F1' && withF1;
      if (!goTo && !keys) return;
      event.preventDefault();
      if (isDialogOpen()) return;
      open(goTo ? 'goTo' : 'keys');
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [open, withF1]);
}

/** The title of the window. */
function Title({ code }: { code?: string | undefined }) {
  const { pathname } = useLocation();
  useEffect(() => {
    document.title = titleOf(pathname, code);
  }, [pathname, code]);
  return null;
}

/** The stages of a unit in the order of the work, each with how much of it is known. */
function UnitRail({ unitId }: { unitId: string }) {
  const { data } = useUnit(unitId);
  const base = `/units/${unitId}`;
  return (
    <div className="rail-unit">
      <Title code={data?.record.unit.modelCode} />
      <p className="rail-title">{data?.record.unit.model ?? unitId}</p>
      <RailLink to={`${base}/intake`} text="Intake" count={data && `${data.intake.facts}/${data.intake.of}`} />
      <RailLink to={`${base}/bench`} text="Bench" count={data?.record.steps.length} />
      <RailLink to={`${base}/parts`} text="Parts" count={data && `${data.parts.facts}/${data.parts.of}`} />
      <RailLink to={`${base}/verdict`} text="Verdict" />
      <RailLink to={`${base}/plan`} text="Plan" />
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
