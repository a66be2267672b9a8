import { Button, ConfigProvider } from 'antd';
import { type ClipboardEvent, type DragEvent, useEffect, useLayoutEffect, useRef, useState } from 'react';
import {
  api,
  asProblem,
  type BenchEntry,
  type BenchView,
  type PartKind,
  type Photo,
  problem,
  RequestError,
  type Schemas,
  seen,
  type Step,
  take,
  type Unit,
  type Well,
} from '../../api/client';
import { useAct, useBench, useChange, useKeys } from '../../api/queries';
import { named } from '../../app/address';
import { ProblemNote } from '../../app/ProblemNote';
import { Tabs } from '../../app/Tabs';
import { Failed, Loading } from '../../app/states';
import { useSteady } from '../../app/useSteady';
import { useWorkpiece } from '../../app/Workspace';
import { useTeardownEdits } from '../../record/useTeardownEdits';
import { useUnitEdits } from '../../record/useUnitEdits';
import { isDialogOpen } from '../../keys/dialog';
import { placeWords } from '../../words';
import { closeCamera, grabFrame, openCamera } from './camera';
import { Cautions } from './Cautions';
import { ClosingPanel } from './ClosingPanel';
import { type Command, shownKey } from './keys';
import { KeysDialog } from './KeysDialog';
import { Layers } from './Layers';
import { Legend } from './Legend';
import { MissingPanel, partIdOf } from './MissingPanel';
import { PhotoPanel, type Target } from './PhotoPanel';
import { StepFields } from './StepFields';
import { StepLineBox } from './StepLineBox';
import { type StepCommands, StepList } from './StepList';
import { TopBar, type WatchCommands } from './TopBar';
import { WordsDialog } from './WordsDialog';
import { TrayDialog } from './TrayDialog';
import { TrayPanel } from './TrayPanel';
import { useCommands } from './useCommands';
import { type Draft, emptyDraft, useLine } from './useLine';
import { useLinesAside } from './useLinesAside';
import './bench.css';

/** Controls that are hit with a glance from the machine. */
const atArmsLength = { token: { controlHeight: 44, controlHeightSM: 44, fontSize: 16 } };

/** Logging a teardown at the speed of the work. */
export function Bench() {
  const unit = useWorkpiece();
  const bench = useBench(unit.id);
  const keys = useKeys();
  const failure = bench.error ?? keys.error;
  if (bench.data === undefined || keys.data === undefined) {
    return failure === null ? (
      <Loading what="the bench" />
    ) : (
      <Failed problem={asProblem(failure)} onRetry={() => void Promise.all([bench.refetch(), keys.refetch()])} />
    );
  }
  return (
    <Desk
      key={unit.teardownId}
      unit={unit}
      bench={bench.data}
      bindings={keys.data.bindings}
      keysRevision={keys.data.revision}
    />
  );
}

type Panel = 'tray' | 'missing' | 'photos' | 'layers';

const panels: readonly { panel: Panel; name: string }[] = [
  { panel: 'tray', name: 'Tray' },
  { panel: 'missing', name: 'Missing' },
  { panel: 'photos', name: 'Photos' },
  { panel: 'layers', name: 'Layers' },
];

const surpriseTexts: Record<Schemas['SurpriseKind'], string> = {
  foundLate: 'a screw found late',
  damage: 'something broke',
  partCameAlong: 'a part came along',
  hard: 'it went hard',
  fragile: 'something is fragile',
  gaveUp: 'tried and left',
  missing: 'not there on arrival',
};

const surpriseWords: Record<Schemas['SurpriseKind'], string> = {
  foundLate: 'late',
  damage: 'damage',
  partCameAlong: 'along',
  hard: 'hard',
  fragile: 'fragile',
  gaveUp: 'tried',
  missing: 'missing',
};

// The same each time, so that nothing is drawn anew for it.
const noPhotos: readonly Photo[] = [];
const noWells: readonly Well[] = [];

function Desk({
  unit,
  bench,
  bindings,
  keysRevision,
}: {
  unit: Unit;
  bench: BenchView;
  bindings: Schemas['KeyBindings']['bindings'];
  keysRevision: number;
}) {
  const { record, teardownId, teardownRevision } = unit;
  const { steps, photos = noPhotos } = record;
  const { draft, change, reading } = useLine(teardownId, bench.draft ?? null, `${teardownRevision} ${unit.revision}`);
  // A step that is named in the address is open.
  const [chosen, setChosen] = useState<string | null>(() => named(location.hash));
  const [panel, setPanel] = useState<Panel>('tray');
  const [byHand, setByHand] = useState<{ action: number | null } | null>(null);
  const [hand, setHand] = useState<Step | null>(null);
  const [stepsShown, setStepsShown] = useState(false);
  const [keysOpen, setKeysOpen] = useState(false);
  const [sheetOpen, setSheetOpen] = useState(false);
  // The word that is being taught; empty: none in particular.
  const [teaching, setTeaching] = useState<string | null>(null);
  const [early, setEarly] = useState<{ step: Step; to: number } | null>(null);
  const [trouble, setTrouble] = useState<Error | null>(null);
  const input = useRef<HTMLTextAreaElement>(null);
  const params = { path: { teardownId } };
  const editing = steps.find((step) => step.id === draft.stepId) ?? null;
  const before = steps.find((step) => step.id === draft.before) ?? null;

  // The revision that this window's last step made is known before what it came to is read again.
  const [made, setMade] = useState(0);
  const revision = Math.max(teardownRevision, made);
  const ownRevision = useRef(0);
  const commit = useAct(unit.id, (line: Draft) =>
    take(
      api.POST('/api/teardowns/{teardownId}/line/commit', {
        params: { ...params, query: { show: unit.id } },
        body: {
          line: line.line,
          caret: 0,
          stepId: line.stepId,
          before: line.before,
          since: line.since,
          photos: line.photos,
        },
        ...seen(Math.max(revision, ownRevision.current)),
      }),
    ),
  );
  const undo = useChange(() => take(api.POST('/api/teardowns/{teardownId}/undo', { params })));
  const redo = useChange(() => take(api.POST('/api/teardowns/{teardownId}/redo', { params })));
  const log = useChange((entry: BenchEntry) =>
    take(api.POST('/api/teardowns/{teardownId}/log', { params, body: entry })),
  );
  const alter = useChange((request: () => Promise<unknown>) => request());
  const photo = useChange((request: () => Promise<Schemas['Committed']>) => request());

  const onStep = (step: Step) => ({ params: { path: { teardownId, stepId: step.id } }, ...seen(revision) });
  const empty = () => {
    change({ ...emptyDraft, scroll: draft.scroll });
    setHand(null);
    setByHand(null);
  };
  const isEmpty = () => (input.current?.value ?? '') === '';
  // One that had to make room, and those that are on their way, in the order of their Enter.
  const putAway = useLinesAside(`line ${teardownId}`);
  const onTheirWay = useLinesAside(`lines on their way ${teardownId}`);
  // A step that was logged since is taken back before what was put away comes back.
  const [isLatest, setIsLatest] = useState(false);
  const rest = (line: Draft) => {
    if (line.line.trim() === '') return;
    putAway.set([line]);
    setIsLatest(true);
  };
  /** Makes room in the line: what is half typed stays at hand. */
  const makeRoom = () => {
    const own = editing === null ? '' : (bench.lines[steps.indexOf(editing)] ?? '');
    if (draft.line !== own) rest(draft);
  };
  const leave = () => {
    const own = editing === null ? '' : (bench.lines[steps.indexOf(editing)] ?? '');
    makeRoom();
    empty();
    commit.reset();
    // Who looked at a step in the middle of a line goes on with that line.
    const line = putAway.now()[0];
    if (editing === null || draft.line !== own || line === undefined) return;
    putAway.set([]);
    change((old) => ({ ...line, scroll: old.scroll }));
  };
  const bringBack = (from: typeof putAway, index = 0) => {
    const line = from.now()[index];
    if (line === undefined) return;
    from.set(from.now().filter((_, i) => i !== index));
    // They change places.
    if (!isEmpty()) rest(draft);
    change((old) => ({ ...line, scroll: old.scroll }));
    focusAt(line.line.length);
  };
  const focusAt = (caret: number) =>
    requestAnimationFrame(() => {
      input.current?.focus();
      input.current?.setSelectionRange(caret, caret);
    });
  // The step that comes of each line that was sent off; null: it was refused, and stands in its field again.
  const sentLines = useRef<Promise<string | null>[]>([]);
  const answers = useRef(new Map<Draft, (step: string | null) => void>());
  const sending = useRef(false);
  const onCommit = () => {
    if (draft.line.trim() === '') return;
    const line = { ...draft, caret: draft.line.length };
    sentLines.current.push(new Promise((resolve) => answers.current.set(line, resolve)));
    // The next line can be typed at once. One that is mended goes before those that waited for it.
    onTheirWay.set(sending.current ? [...onTheirWay.now(), line] : [line, ...onTheirWay.now()]);
    empty();
    setChosen(null);
    input.current?.focus();
    void sendAll();
  };
  /** Logs a line before the one that is being typed. */
  const logFirst = (line: string, at: string | null = null) => {
    onTheirWay.set([...onTheirWay.now(), { ...emptyDraft, line, caret: line.length, before: at }]);
    void sendAll();
  };
  const sendAll = async () => {
    if (sending.current) return;
    sending.current = true;
    for (let line = onTheirWay.now()[0]; line !== undefined; line = onTheirWay.now()[0]) {
      const made = await send(line);
      answers.current.get(line)?.(made);
      answers.current.delete(line);
      // What was typed after one that was refused waits until that one is mended.
      if (made === null) break;
    }
    sending.current = false;
  };
  const send = async (line: Draft): Promise<string | null> => {
    try {
      const committed = await commit.mutateAsync(line);
      onTheirWay.set(onTheirWay.now().slice(1));
      ownRevision.current = committed.revision;
      setMade(committed.revision);
      setIsLatest(false);
      // Who changed a step in the middle of a line goes on with that line.
      if (line.stepId !== null && isEmpty()) bringBack(putAway);
      return committed.made ?? line.stepId ?? '';
    } catch {
      // The mutation tells what was wrong. Where nothing was typed since, the line stands in its field again; else it is at hand.
      if (isEmpty()) bringBack(onTheirWay);
      return null;
    }
  };
  const write = (line: string) => {
    if (!line.startsWith(draft.line.trimEnd())) makeRoom();
    setHand(null);
    change({ line, caret: line.length });
    focusAt(line.length);
  };
  const edit = (step: Step, action?: number | null) => {
    makeRoom();
    const line = bench.lines[steps.indexOf(step)] ?? '';
    change({ ...emptyDraft, line, caret: line.length, stepId: step.id, since: revision, scroll: draft.scroll });
    setHand(null);
    setByHand(action === undefined ? null : { action });
    input.current?.focus();
  };
  const firstKey = () => {
    if (bench.stopwatch.state === 'working') log.mutate({ kind: 'stopwatch', stopwatch: 'log' });
  };
  const surprise = (step: Step, kind: Schemas['SurpriseKind']) =>
    alter.mutate(() =>
      take(
        api.POST('/api/teardowns/{teardownId}/steps/{stepId}/surprises', {
          params: { path: { teardownId, stepId: step.id } },
          body: { kind, text: surpriseTexts[kind] },
        }),
      ),
    );
  /** Asks what broke, in the line that is being typed, or in one of its own for the chosen step or the last. */
  const noteDamage = (at?: Step) => {
    const said = `${draft.line.trimEnd()} damage ""`.trimStart();
    const behind = at === undefined ? null : (steps[steps.indexOf(at) + 1]?.id ?? null);
    setHand(null);
    if (draft.line === '')
      change({ ...emptyDraft, line: said, caret: said.length - 1, before: behind, scroll: draft.scroll });
    else change({ line: said, caret: said.length - 1 });
    focusAt(said.length - 1);
  };
  /** Tied to the step that is being typed, else to the chosen one, else to the last. */
  const noteSurprise = (kind: Schemas['SurpriseKind']) => {
    const step = steps.find((other) => other.id === chosen) ?? steps.at(-1);
    if (draft.line !== '' || step === undefined) write(`${draft.line.trimEnd()} ${surpriseWords[kind]} `.trimStart());
    else surprise(step, kind);
  };

  const takePhoto = (picture: Blob | Promise<Blob> | null, target: Target) => {
    firstKey();
    setTrouble(null);
    const inHand = steps.find((step) => step.id === (draft.stepId ?? chosen)) ?? steps.at(-1);
    // A step that is still being typed gets its photos when it is committed.
    const waits = target === 'hand' && draft.line !== '' && draft.stepId === null;
    const begun = sentLines.current.length;
    const query = target === 'hand' ? (waits || inHand === undefined ? {} : { step: inHand.id }) : target;
    const options = { params: { ...params, query } };
    photo.mutate(
      async () => {
        if (picture === null) return take(api.POST('/api/teardowns/{teardownId}/photos/newest', options));
        const body = await picture;
        if (body.size > 20 * 1024 * 1024) {
          throw new RequestError(
            problem(
              413,
              'Too large',
              'This picture is larger than 20 MB, the most that one may have. Nothing was changed.',
            ),
          );
        }
        return take(
          api.POST('/api/teardowns/{teardownId}/photos', {
            ...options,
            body: body as never,
            bodySerializer: (blob) => blob,
          }),
        );
      },
      {
        onSuccess: ({ made }) => {
          if (!waits || made == null) return;
          const photoOfLine = () => change((old) => ({ photos: [...old.photos, made] }));
          // The step may have been sent off while its picture was on the way.
          const sent = sentLines.current[begun];
          if (sent === undefined) photoOfLine();
          else
            void sent.then((step) => {
              if (step === null) photoOfLine();
              else
                alter.mutate(() =>
                  take(
                    api.POST('/api/teardowns/{teardownId}/photos/{photoId}/step', {
                      params: { path: { teardownId, photoId: made }, query: { step } },
                    }),
                  ),
                );
            });
        },
        onError: (error) => setTrouble(error),
      },
    );
  };
  const fromCamera = (target: Target) =>
    takePhoto(
      grabFrame().catch((error: unknown) => {
        const said = error instanceof Error ? error.message : String(error);
        throw new RequestError(
          problem(
            0,
            'No picture',
            `The camera gave no picture: ${said}. Drop or paste one, or take the newest of the watched folder.`,
          ),
        );
      }),
      target,
    );

  const onCommand = (command: Command) => {
    if (command === 'commit') onCommit();
    else if (command === 'lap') log.mutate({ kind: 'stopwatch', stopwatch: 'lap' });
    else if (command === 'photo') fromCamera('hand');
    else if (command === 'surprise') noteSurprise('foundLate');
    else if (command === 'damage') noteDamage(steps.find((step) => step.id === chosen));
    // A line that had to make room comes back before a logged step is taken back.
    else if (draft.line === '' && putAway.lines.length > 0 && isLatest) bringBack(putAway);
    else undo.mutate();
  };
  const opened = useRef<number | null>(null);
  const { draftOf } = bench;
  useEffect(() => {
    opened.current ??= performance.now();
    // A window that was closed a moment ago may still count as open when this one asks first; later its line stays its own,
    // since it may only be reloading.
    if (draftOf === null || performance.now() - opened.current > 10_000) return;
    const line = bench.draft?.line ?? '';
    if (draft.line !== '' && draft.line !== line) return;
    take(
      api.POST('/api/teardowns/{teardownId}/draft/take', {
        params: { path: { teardownId }, query: { from: draftOf } },
      }),
    ).then(() => change({ ...emptyDraft, ...bench.draft }), setTrouble);
    // The window whose line it is decides; what is typed here later does not ask again.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [teardownId, draftOf]);
  const caret = useRef(draft.caret);
  useEffect(() => {
    if (document.activeElement !== document.body) return;
    input.current?.focus();
    input.current?.setSelectionRange(caret.current, caret.current);
  }, []);
  // The camera looks on as long as the bench is in view.
  useEffect(() => closeCamera, []);
  useCommands(bindings, onCommand);
  useOtherKeys({ onKeys: () => setKeysOpen(true), onRedo: () => redo.mutate() });
  const closing = bench.closing;
  const goingBack = closing !== null && !stepsShown;
  const scroller = useScroll(draft.scroll, steps.length, byHand === null && !goingBack, (scroll) => change({ scroll }));

  const blocked = (reading?.faults ?? []).some((fault) => fault.end > fault.start);
  const printing = useRef(0);
  const writeByHand = (step: Step) => {
    setHand(step);
    if (draft.line === '') firstKey();
    printing.current += 1;
    const turn = printing.current;
    take(
      api.POST('/api/teardowns/{teardownId}/line/print', {
        params,
        body: { step, parts: reading?.parts ?? [], stepId: draft.stepId, before: draft.before },
      }),
    ).then(
      ({ line }) => {
        if (turn === printing.current) change({ line, caret: line.length });
      },
      (error: unknown) => setTrouble(error instanceof Error ? error : new Error(String(error))),
    );
  };
  const move = (step: Step, to: number, anyway: boolean) =>
    alter.mutate(
      () =>
        take(
          api.POST('/api/teardowns/{teardownId}/steps/{stepId}/move', {
            params: { path: { teardownId, stepId: step.id }, query: { to, anyway } },
            ...seen(revision),
          }),
        ),
      {
        onSuccess: () => setEarly(null),
        onError: (error) => {
          if (asProblem(error).type === 'urn:wide-lever:early') setEarly({ step, to });
        },
      },
    );
  // What is answered quickly, one after the other, is never lost to the next.
  const unitEdits = useUnitEdits(unit);
  const teardownEdits = useTeardownEdits(unit);

  const failure = commit.error ?? undo.error ?? redo.error ?? log.error ?? alter.error ?? trouble;
  const told = failure === null ? (unitEdits.problem ?? teardownEdits.problem) : asProblem(failure);
  const clear = () => {
    for (const change of [commit, undo, redo, log, alter]) change.reset();
    unitEdits.dismiss();
    teardownEdits.dismiss();
    setTrouble(null);
    setEarly(null);
  };
  const counts: Record<Panel, number> = {
    tray: bench.tray.length,
    missing: bench.missingCount,
    photos: photos.length,
    layers: record.layers.length,
  };
  const dropped = (files: FileList | null | undefined) => {
    const picture = files?.item(0);
    if (picture != null) takePhoto(picture, 'hand');
    return picture != null;
  };
  const showPanel = (next: Panel) => {
    setPanel(next);
    // The first look at a camera asks for it: better here than with both hands full.
    if (next === 'photos') openCamera().catch(() => undefined);
  };
  const coming = draft.stepId === null ? (reading?.wells ?? noWells) : noWells;
  const inHand = steps.find((step) => step.id === (draft.stepId ?? chosen)) ?? steps.at(-1);
  // A key in the line draws the line anew, and not what stands around it.
  const onSteps = useSteady<StepCommands>({
    onEdit: (step) => edit(step),
    onInsertBefore: (step) => {
      change({ ...draft, stepId: null, before: step.id });
      input.current?.focus();
    },
    onMove: (step, to) => move(step, to, false),
    onSplit: (step, actions) =>
      alter.mutate(() =>
        take(
          api.POST('/api/teardowns/{teardownId}/steps/{stepId}/split', {
            params: { path: { teardownId, stepId: step.id }, query: { actions } },
            ...seen(revision),
          }),
        ),
      ),
    onMerge: (step) =>
      alter.mutate(() => take(api.POST('/api/teardowns/{teardownId}/steps/{stepId}/merge', onStep(step)))),
    onRemove: (step) =>
      alter.mutate(() => take(api.DELETE('/api/teardowns/{teardownId}/steps/{stepId}', onStep(step)))),
    onSurprise: (step, kind) => {
      if (kind === 'damage' && draft.line === '') noteDamage(step);
      else surprise(step, kind);
    },
  });
  const onWatch = useSteady<WatchCommands>({
    onStopwatch: (stopwatch) => log.mutate({ kind: 'stopwatch', stopwatch }),
    onCorrect: (seconds) => log.mutate({ kind: 'stopwatchCorrected', seconds }),
  });
  const onTray = useSteady({
    onStrip: () => setSheetOpen(true),
    onGoBack: () => {
      setStepsShown(false);
      if (closing === null) log.mutate({ kind: 'closingBegun' });
    },
  });
  const atLine = useSteady({
    onCommit,
    onByHand: () => setByHand(byHand === null ? { action: null } : null),
    onRepeat: () => write(bench.lines.at(-1) ?? ''),
    onPhoto: () => fromCamera('hand'),
    onHiddenScrew: () => noteSurprise('foundLate'),
    onDamage: () => noteDamage(steps.find((step) => step.id === chosen)),
    onUndo: () => undo.mutate(),
    onRedo: () => redo.mutate(),
    onKeys: () => setKeysOpen(true),
  });
  return (
    <ConfigProvider theme={atArmsLength}>
      <div
        className="bench"
        onDragOver={(event) => event.preventDefault()}
        onDrop={(event: DragEvent) => {
          event.preventDefault();
          dropped(event.dataTransfer.files);
        }}
        onPaste={(event: ClipboardEvent) => {
          if (dropped(event.clipboardData.files)) event.preventDefault();
        }}
      >
        <TopBar bench={bench} reading={reading} lapKey={shownKey(bindings, 'lap')} {...onWatch} />
        <div className="bench-middle">
          <section className="bench-log" aria-label="The teardown so far">
            <Cautions
              bench={bench}
              reading={reading}
              started={steps.length > 0}
              onLog={(entry) => log.mutate(entry, { onSuccess: () => input.current?.focus() })}
            />
            {told !== null && (
              <div className="trouble">
                <ProblemNote problem={told} />
                {early !== null && <Button onClick={() => move(early.step, early.to, true)}>Move it anyway</Button>}
                {commit.error !== null && editing !== null && asProblem(commit.error).status === 412 && (
                  <Button
                    onClick={() => {
                      change({ since: revision });
                      commit.reset();
                    }}
                  >
                    Keep mine: it goes over theirs with the next Enter
                  </Button>
                )}
                <Button onClick={clear}>Dismiss</Button>
              </div>
            )}
            {goingBack && (
              <ClosingPanel
                closing={closing}
                bench={bench}
                onLog={(entry) => log.mutate(entry)}
                onLeave={() => setStepsShown(true)}
                onMissing={() => setPanel('missing')}
                onCount={(stepId, action, count) => teardownEdits.step(stepId, (step) => counted(step, action, count))}
                steps={steps}
              />
            )}
            {byHand === null && !goingBack && (
              <div className="log-scroll" ref={scroller} role="region" aria-label="Logged steps" tabIndex={0}>
                {steps.length === 0 && (
                  <div className="state">
                    <p>Nothing is logged yet. The first step is done on the {record.layers[0]}.</p>
                    <ul>
                      <li>
                        Say in your own words what you undo: <code>ten ph0 screws, m2 by 5</code>, or in short{' '}
                        <code>10 ph0 m2x5, 12 clips, lift cover &gt; inside</code>. What is read stands below the line.
                      </li>
                      <li>Enter logs the step. What only you can know is asked beside the line, and never guessed.</li>
                      <li>Ctrl Z takes back, By hand puts a step together without words, F1 lists the keys.</li>
                    </ul>
                  </div>
                )}
                <StepList
                  steps={steps}
                  efforts={unit.efforts}
                  photos={photos}
                  bench={bench}
                  chosen={chosen}
                  onChoose={setChosen}
                  {...onSteps}
                />
                {unit.hints.map((hint) => (
                  <p key={hint.at + hint.message} className="warning">
                    <b>{placeWords(hint.at.split('.')[0] ?? '')}</b> {hint.message}
                  </p>
                ))}
              </div>
            )}
            {byHand !== null && !goingBack && (
              <div className="log-scroll" role="region" aria-label="By hand" tabIndex={0}>
                {blocked ? (
                  <p className="state">
                    The line has a word that is not understood. Mend it first; then the step can go on by hand.
                  </p>
                ) : (
                  <StepFields
                    unit={unit}
                    reading={reading}
                    hand={hand}
                    layer={bench.path.at(-1) ?? ''}
                    stepId={draft.stepId}
                    focus={byHand.action}
                    onChange={writeByHand}
                  />
                )}
              </div>
            )}
          </section>
          <section className="bench-side" aria-label="Tray and lists">
            <Tabs
              name="Tray and lists"
              tabs={panels.map((one) => ({
                id: one.panel,
                text: (
                  <>
                    {one.name} <span className="second">{counts[one.panel]}</span>
                  </>
                ),
              }))}
              chosen={panel}
              onChoose={showPanel}
              controls="bench-panel"
            />
            <div
              key={panel}
              id="bench-panel"
              className="panel"
              role="tabpanel"
              aria-label={panels.find((one) => one.panel === panel)?.name ?? ''}
              tabIndex={0}
            >
              {panel === 'tray' && (
                <TrayPanel bench={bench} coming={coming} started={steps.length > 0} goingBack={goingBack} {...onTray} />
              )}
              {panel === 'missing' && (
                <MissingPanel
                  unit={unit}
                  missing={bench.missing}
                  count={bench.missingCount}
                  onLookedUnder={(cover) => log.mutate({ kind: 'lookedUnder', cover: cover as Schemas['Cover'] })}
                  onPack={(swollen) => log.mutate({ kind: 'packLookedAt', swollen })}
                  onStep={(step, action) => edit(step, action)}
                  onFree={(partId) => write(`${draft.line.trimEnd()} = ${partId}`.trimStart())}
                  onHasOne={(kind) => unitEdits.add({ id: partIdOf(kind), kind: kind as PartKind })}
                  onAbsent={(kind) => unitEdits.mark(kind as PartKind, true)}
                  onMark={(mark, yes) => teardownEdits.guide({ [mark]: yes })}
                  onMounting={(part, mounting) => unitEdits.put({ ...part, mounting })}
                  onSeenIn={(part, layer) => unitEdits.put({ ...part, layer })}
                  onNeedsNoOther={(step) =>
                    teardownEdits.step(step.id, (now) => ({
                      ...now,
                      needsNoOther: true,
                      ...(now.orderAssumed === true && { after: [], orderAssumed: false }),
                    }))
                  }
                  onOrder={(steps) => {
                    for (const step of steps) teardownEdits.step(step.id, (now) => ({ ...now, orderAssumed: false }));
                  }}
                  onAfter={(step, after) =>
                    teardownEdits.step(step.id, (now) => ({
                      ...now,
                      after: [...new Set([...(now.after ?? []), ...after])],
                    }))
                  }
                  onCables={(step, some) =>
                    teardownEdits.step(step.id, (now) => (some ? withCables(now) : withoutCables(now)))
                  }
                  onPowerOff={(step) => logFirst('off, unplug ?', step.id)}
                />
              )}
              {panel === 'photos' && (
                <PhotoPanel
                  unit={unit}
                  bench={bench}
                  busy={photo.isPending}
                  photoKey={shownKey(bindings, 'photo')}
                  onCamera={fromCamera}
                  onFile={takePhoto}
                  onNewest={(target) => takePhoto(null, target)}
                />
              )}
              {panel === 'layers' && <Layers unit={unit} />}
            </div>
          </section>
        </div>
        <footer className="bench-line">
          {inHand !== undefined && (
            <p className="line-after">
              {steps.indexOf(inHand) + 1} <b>{inHand.title}</b>
            </p>
          )}
          {(editing !== null || before !== null) && (
            <p className="line-mode">
              {editing !== null
                ? `Changing step ${steps.indexOf(editing) + 1}, ${editing.title}`
                : `Before ${before?.title ?? ''}`}
              <Button size="small" onClick={leave}>
                Leave it <kbd>Esc</kbd>
              </Button>
            </p>
          )}
          {onTheirWay.lines.map((line, i) => (
            <p key={i} className="line-mode">
              {commit.isPending ? 'Being logged' : commit.isError ? 'Not logged' : 'Look whether this was logged'}:{' '}
              <code>{line.line}</code>
              {!commit.isPending && <Button onClick={() => bringBack(onTheirWay, i)}>Bring it back</Button>}
            </p>
          ))}
          {putAway.lines.map((line) => (
            <p key={line.line} className="line-mode">
              Put away: <code>{line.line}</code>
              <Button onClick={() => bringBack(putAway)}>
                Bring it back {draft.line === '' && isLatest && <kbd>{shownKey(bindings, 'undo')}</kbd>}
              </Button>
              <Button onClick={() => putAway.set([])}>Discard it</Button>
            </p>
          ))}
          <StepLineBox
            draft={draft}
            reading={reading}
            inputRef={input}
            placeholder="remove the battery, 4 ph0 m2x4"
            onChange={(changed) => {
              if (changed.line !== undefined) setHand(null);
              change(changed);
            }}
            onFirstKey={firstKey}
            onLeave={leave}
            onEmptied={(line) => rest({ ...draft, line, caret: line.length })}
            onRepeat={() => write(bench.lines.at(-1) ?? '')}
            onTeach={setTeaching}
            onAnswer={(answer) => {
              if (answer.first == null) write(answer.line);
              else logFirst(answer.first);
            }}
            onChip={(action) => setByHand({ action })}
          />
          <Legend
            bindings={bindings}
            empty={draft.line.trim() === ''}
            editing={editing !== null}
            byHand={byHand !== null}
            started={steps.length > 0}
            busy={photo.isPending}
            undo={bench.undo}
            redo={bench.redo}
            {...atLine}
          />
        </footer>
        {sheetOpen && (
          <TrayDialog
            unitId={unit.id}
            wells={bench.tray}
            code={record.unit.modelCode}
            onClose={() => setSheetOpen(false)}
          />
        )}
        {keysOpen && (
          <KeysDialog
            bindings={bindings}
            revision={keysRevision}
            onWords={() => {
              setKeysOpen(false);
              setTeaching('');
            }}
            onClose={() => setKeysOpen(false)}
          />
        )}
        {teaching !== null && (
          <WordsDialog
            word={teaching}
            onClose={() => {
              setTeaching(null);
              // A line that is being typed is read anew with what was taught.
              if (draft.line !== '')
                change((old) => ({ line: old.line.trimEnd() === old.line ? `${old.line} ` : old.line.trimEnd() }));
              focusAt(draft.line.length + 1);
            }}
          />
        )}
      </div>
    </ConfigProvider>
  );
}

/** A step with what somebody counted of one of its actions. */
const counted = (step: Step, action: number, count: number): Step => ({
  ...step,
  actions: step.actions.map((one, i) => (i === action ? { ...one, count } : one)),
});

/** A step before which something was unplugged that nobody counted or looked at. Asked for twice, as after a lost answer, it is the same. */
const withCables = (step: Step): Step =>
  step.actions.some((action) => action.do === 'unplug')
    ? step
    : { ...step, actions: [{ do: 'unplug', count: null, connector: null }, ...step.actions] };

/** A step of which it is said that there was nothing to unplug. */
const withoutCables = (step: Step): Step =>
  step.notes?.includes('no cables') === true
    ? step
    : { ...step, notes: step.notes == null ? 'no cables' : `${step.notes}\nno cables` };

/** F1 and redo, which are the same in every house. */
function useOtherKeys({ onKeys, onRedo }: { onKeys: () => void; onRedo: () => void }) {
  const latest = useRef({ onKeys, onRedo });
  useLayoutEffect(() => {
    latest.current = { onKeys, onRedo };
  });
  useEffect(() => {
    const onDown = (event: KeyboardEvent) => {
      const held = event.ctrlKey || event.metaKey;
      const key = event.key.toLowerCase();
      if (isDialogOpen()) return;
      if (event.key === 'F1') latest.current.onKeys();
      else if (held && (key === 'y' || (event.shiftKey && key === 'z'))) latest.current.onRedo();
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onDown);
    return () => window.removeEventListener('keydown', onDown);
  }, []);
}

/** The steps are where they were left; a new one brings the list to its end. */
function useScroll(kept: number, count: number, shown: boolean, onScroll: (scroll: number) => void) {
  const scroller = useRef<HTMLDivElement>(null);
  const latest = useRef(onScroll);
  const known = useRef<number | null>(null);
  useLayoutEffect(() => {
    latest.current = onScroll;
  });
  useLayoutEffect(() => {
    const element = scroller.current;
    if (element === null || known.current === count) return;
    element.scrollTo({ top: known.current === null && kept > 0 ? kept : element.scrollHeight });
    known.current = count;
  });
  const atEnd = useRef(true);
  useEffect(() => {
    const element = scroller.current;
    if (element === null) return;
    const onEnd = () => {
      atEnd.current = element.scrollTop + element.clientHeight >= element.scrollHeight - 4;
      latest.current(Math.round(element.scrollTop));
    };
    // The last step stays in view when a caution takes room above it.
    const observer = new ResizeObserver(() => {
      if (atEnd.current) element.scrollTo({ top: element.scrollHeight });
    });
    observer.observe(element);
    element.addEventListener('scrollend', onEnd);
    return () => {
      observer.disconnect();
      element.removeEventListener('scrollend', onEnd);
    };
  }, [shown]);
  return scroller;
}
