import { tally } from '../../record/counts';
import { Button, ConfigProvider } from 'antd';
import { type ClipboardEvent, type DragEvent, useEffect, useLayoutEffect, useRef, useState } from 'react';
import {
  api,
  asProblem,
  type BenchEntry,
  type BenchView,
  type Part,
  type PartKind,
  problem,
  RequestError,
  type Schemas,
  seen,
  type Step,
  take,
  type Unit,
} from '../../api/client';
import { useBench, useChange, useKeys } from '../../api/queries';
import { ProblemNote } from '../../app/ProblemNote';
import { Failed, Loading } from '../../app/states';
import { useWorkpiece } from '../../app/Workspace';
import { Tray } from '../../charts/Tray';
import { openCamera, grabFrame } from './camera';
import { Cautions } from './Cautions';
import { ClosingPanel } from './ClosingPanel';
import { type Command, shownKey } from './keys';
import { KeysDialog } from './KeysDialog';
import { Layers } from './Layers';
import { MissingPanel, partIdOf } from './MissingPanel';
import { PhotoPanel, type Target } from './PhotoPanel';
import { StepFields } from './StepFields';
import { StepLineBox } from './StepLineBox';
import { StepList } from './StepList';
import { TopBar } from './TopBar';
import { TrayDialog } from './TrayDialog';
import { useCommands } from './useCommands';
import { emptyDraft, useLine } from './useLine';

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
  return <Desk key={unit.teardownId} unit={unit} bench={bench.data} bindings={keys.data.bindings} />;
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

function Desk({
  unit,
  bench,
  bindings,
}: {
  unit: Unit;
  bench: BenchView;
  bindings: Schemas['KeyBindings']['bindings'];
}) {
  const { record, teardownId, teardownRevision } = unit;
  const { steps, photos = [] } = record;
  const { draft, change, reading, kept } = useLine(teardownId, bench.draft ?? null, teardownRevision);
  // A step that is named in the address is open.
  const [chosen, setChosen] = useState<string | null>(() => decodeURIComponent(location.hash.slice(1)) || null);
  const [panel, setPanel] = useState<Panel>('tray');
  const [byHand, setByHand] = useState<{ action: number | null } | null>(null);
  const [hand, setHand] = useState<Step | null>(null);
  const [stepsShown, setStepsShown] = useState(false);
  const [keysOpen, setKeysOpen] = useState(false);
  const [sheetOpen, setSheetOpen] = useState(false);
  const [early, setEarly] = useState<{ step: Step; to: number } | null>(null);
  const [trouble, setTrouble] = useState<Error | null>(null);
  const input = useRef<HTMLTextAreaElement>(null);
  const params = { path: { teardownId } };
  const editing = steps.find((step) => step.id === draft.stepId) ?? null;
  const before = steps.find((step) => step.id === draft.before) ?? null;

  const commit = useChange(() =>
    take(
      api.POST('/api/teardowns/{teardownId}/line/commit', {
        params,
        body: {
          line: draft.line,
          caret: 0,
          stepId: draft.stepId,
          before: draft.before,
          since: draft.since,
          photos: draft.photos,
        },
        ...seen(teardownRevision),
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

  const onStep = (step: Step) => ({ params: { path: { teardownId, stepId: step.id } }, ...seen(teardownRevision) });
  const leave = () => {
    change({ ...emptyDraft, scroll: draft.scroll });
    setHand(null);
    setByHand(null);
    commit.reset();
  };
  const committed = useRef<{ count: number; step: string | null }>({ count: 0, step: null });
  const onCommit = () => {
    if (draft.line.trim() === '' || commit.isPending) return;
    const sent = draft.line;
    // Who types on is already in the next line: what comes stands behind this one until it is on disk.
    input.current?.setSelectionRange(sent.length, sent.length);
    commit.mutate(undefined, {
      onSuccess: ({ made }) => {
        committed.current = { count: committed.current.count + 1, step: made ?? null };
        const typed = input.current?.value ?? '';
        const rest = typed.startsWith(sent) ? typed.slice(sent.length).trimStart() : '';
        leave();
        if (rest !== '') change({ line: rest, caret: rest.length });
        setChosen(null);
        input.current?.focus();
      },
    });
  };
  const write = (line: string) => {
    setHand(null);
    change({ line, caret: line.length });
    requestAnimationFrame(() => {
      input.current?.focus();
      input.current?.setSelectionRange(line.length, line.length);
    });
  };
  const edit = (step: Step, action?: number | null) => {
    const line = bench.lines[steps.indexOf(step)] ?? '';
    change({ ...emptyDraft, line, caret: line.length, stepId: step.id, since: teardownRevision, scroll: draft.scroll });
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
    const begun = committed.current.count;
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
          const { count, step } = committed.current;
          // The step may have been committed while its picture was on the way.
          if (count === begun || step === null) change({ photos: [...draft.photos, made] });
          else
            alter.mutate(() =>
              take(
                api.POST('/api/teardowns/{teardownId}/photos/{photoId}/step', {
                  params: { path: { teardownId, photoId: made }, query: { step } },
                }),
              ),
            );
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
    else if (command === 'damage') noteSurprise('damage');
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
    // Before the first step the preparation has the focus.
    if (document.activeElement !== document.body) return;
    input.current?.focus();
    input.current?.setSelectionRange(caret.current, caret.current);
  }, []);
  useCommands(bindings, onCommand);
  useOtherKeys({ onKeys: () => setKeysOpen(true), onRedo: () => redo.mutate() });
  const scroller = useScroll(draft.scroll, steps.length, (scroll) => change({ scroll }));

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
            ...seen(teardownRevision),
          }),
        ),
      {
        onSuccess: () => setEarly(null),
        onError: (error) => {
          if (asProblem(error).type === 'urn:wide-lever:early') setEarly({ step, to });
        },
      },
    );
  const heading = (guidance: Partial<Schemas['Guidance']>) =>
    alter.mutate(() =>
      take(
        api.PUT('/api/teardowns/{teardownId}/heading', {
          params,
          body: { teardown: record.teardown, guidance: { ...record.guidance, ...guidance }, notes: record.notes },
          ...seen(teardownRevision),
        }),
      ),
    );
  const onUnit = { params: { path: { unitId: unit.id } }, ...seen(unit.revision) };
  const putPart = (part: Part) =>
    alter.mutate(() =>
      take(
        api.PUT('/api/units/{unitId}/parts/{partId}', {
          params: { path: { unitId: unit.id, partId: part.id } },
          body: part,
          ...seen(unit.revision),
        }),
      ),
    );

  const failure = commit.error ?? undo.error ?? redo.error ?? log.error ?? alter.error ?? trouble;
  const clear = () => {
    for (const change of [commit, undo, redo, log, alter]) change.reset();
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
  const closing = bench.closing;
  const coming = draft.stepId === null ? (reading?.wells ?? []) : [];
  const goingBack = closing !== null && !stepsShown;
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
        <TopBar
          bench={bench}
          reading={reading}
          lapKey={shownKey(bindings, 'lap')}
          onStopwatch={(stopwatch) => log.mutate({ kind: 'stopwatch', stopwatch })}
          onCorrect={(seconds) => log.mutate({ kind: 'stopwatchCorrected', seconds })}
        />
        <div className="bench-middle">
          <section className="bench-log" aria-label="The teardown so far">
            <Cautions
              bench={bench}
              reading={reading}
              started={steps.length > 0}
              onLog={(entry) => log.mutate(entry, { onSuccess: () => input.current?.focus() })}
            />
            {failure !== null && (
              <div className="trouble">
                <ProblemNote problem={asProblem(failure)} />
                {early !== null && <Button onClick={() => move(early.step, early.to, true)}>Move it anyway</Button>}
                {commit.error !== null && editing !== null && asProblem(commit.error).status === 412 && (
                  <Button
                    onClick={() => {
                      change({ since: teardownRevision });
                      commit.reset();
                    }}
                  >
                    Keep mine: it goes over theirs with the next Enter
                  </Button>
                )}
                <Button onClick={clear}>Put away</Button>
              </div>
            )}
            {goingBack && (
              <ClosingPanel
                closing={closing}
                bench={bench}
                onLog={(entry) => log.mutate(entry)}
                onLeave={() => setStepsShown(true)}
                onMissing={() => setPanel('missing')}
              />
            )}
            {byHand === null && !goingBack && (
              <div className="log-scroll" ref={scroller} role="region" aria-label="Logged steps" tabIndex={0}>
                {steps.length === 0 && (
                  <p className="state">
                    Nothing is logged yet. The first step is done on the {record.layers[0]}: type what it takes, such as{' '}
                    <code>8 ph0 m2x5, 12 clips, lift cover &gt; inside</code>, or put it together by hand.
                  </p>
                )}
                <StepList
                  steps={steps}
                  efforts={unit.efforts}
                  photos={photos}
                  bench={bench}
                  chosen={chosen}
                  onChoose={setChosen}
                  onEdit={(step) => edit(step)}
                  onInsertBefore={(step) => {
                    change({ ...draft, stepId: null, before: step.id });
                    input.current?.focus();
                  }}
                  onMove={(step, to) => move(step, to, false)}
                  onSplit={(step, actions) =>
                    alter.mutate(() =>
                      take(
                        api.POST('/api/teardowns/{teardownId}/steps/{stepId}/split', {
                          params: { path: { teardownId, stepId: step.id }, query: { actions } },
                          ...seen(teardownRevision),
                        }),
                      ),
                    )
                  }
                  onMerge={(step) =>
                    alter.mutate(() => take(api.POST('/api/teardowns/{teardownId}/steps/{stepId}/merge', onStep(step))))
                  }
                  onRemove={(step) =>
                    alter.mutate(() => take(api.DELETE('/api/teardowns/{teardownId}/steps/{stepId}', onStep(step))))
                  }
                  onSurprise={surprise}
                />
                {unit.hints.map((hint) => (
                  <p key={hint.at + hint.message} className="warning">
                    <code>{hint.at}</code> {hint.message}
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
            <div className="panels" role="tablist" aria-label="Tray and lists">
              {panels.map((one) => (
                <button
                  key={one.panel}
                  type="button"
                  role="tab"
                  aria-selected={panel === one.panel}
                  className="panel-tab"
                  onClick={() => {
                    setPanel(one.panel);
                    // The first look at a camera asks for it: better here than with both hands full.
                    if (one.panel === 'photos') openCamera().catch(() => undefined);
                  }}
                >
                  {one.name} <span className="second">{counts[one.panel]}</span>
                </button>
              ))}
            </div>
            <div
              key={panel}
              className="panel"
              role="tabpanel"
              aria-label={panels.find((one) => one.panel === panel)?.name ?? ''}
              tabIndex={0}
            >
              {panel === 'tray' && (
                <>
                  <Tray
                    wells={bench.tray}
                    coming={coming}
                    returned={returnedWells(closing)}
                    inHand={goingBack ? wellBack(closing) : (coming.at(-1)?.number ?? bench.tray.length)}
                  />
                  <TraySum bench={bench} />
                  {bench.tray.length > 0 && <Button onClick={() => setSheetOpen(true)}>As a sheet</Button>}{' '}
                  {steps.length > 0 && !goingBack && (
                    <Button
                      onClick={() => {
                        setStepsShown(false);
                        if (closing === null) log.mutate({ kind: 'closingBegun' });
                      }}
                    >
                      {closing === null ? 'Put it back together' : 'Go on putting it back'}
                    </Button>
                  )}
                </>
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
                  onHasOne={(kind) =>
                    alter.mutate(() =>
                      take(
                        api.POST('/api/units/{unitId}/parts', {
                          ...onUnit,
                          body: { id: partIdOf(kind), kind: kind as PartKind },
                        }),
                      ),
                    )
                  }
                  onAbsent={(kind) =>
                    alter.mutate(() =>
                      take(
                        api.PUT('/api/units/{unitId}/heading', {
                          ...onUnit,
                          body: { unit: record.unit, absent: [...(record.absent ?? []), kind as PartKind] },
                        }),
                      ),
                    )
                  }
                  onMark={(mark, yes) => heading({ [mark]: yes })}
                  onMounting={(part, mounting) => putPart({ ...part, mounting })}
                  onSeenIn={(part, layer) => putPart({ ...part, layer })}
                  onNeedsNoOther={(step) =>
                    alter.mutate(() =>
                      take(
                        api.PUT('/api/teardowns/{teardownId}/steps/{stepId}', {
                          ...onStep(step),
                          body: { ...step, needsNoOther: true },
                        }),
                      ),
                    )
                  }
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
          <StepLineBox
            draft={draft}
            reading={reading}
            inputRef={input}
            placeholder="4 ph0 m2x4, lift = battery after 2"
            onChange={(changed) => {
              if (changed.line !== undefined) setHand(null);
              change(changed);
            }}
            onFirstKey={firstKey}
            onLeave={leave}
            onRepeat={() => write(bench.lines.at(-1) ?? '')}
            onChip={(action) => setByHand({ action })}
          />
          <div className="legend">
            <Button type="primary" loading={commit.isPending} disabled={draft.line.trim() === ''} onClick={onCommit}>
              {editing === null ? 'Log the step' : 'Save the step'} <kbd>{shownKey(bindings, 'commit')}</kbd>
            </Button>
            <Button aria-pressed={byHand !== null} onClick={() => setByHand(byHand === null ? { action: null } : null)}>
              {byHand === null ? 'By hand' : 'Steps'}
            </Button>
            <Button disabled={steps.length === 0} onClick={() => write(bench.lines.at(-1) ?? '')}>
              Repeat <kbd>↑</kbd>
            </Button>
            <Button onClick={() => fromCamera('hand')} loading={photo.isPending}>
              Photo <kbd>{shownKey(bindings, 'photo')}</kbd>
            </Button>
            <Button onClick={() => noteSurprise('foundLate')}>
              Found late <kbd>{shownKey(bindings, 'surprise')}</kbd>
            </Button>
            <Button onClick={() => noteSurprise('damage')}>
              Damage <kbd>{shownKey(bindings, 'damage')}</kbd>
            </Button>
            <Button disabled={bench.undo === null} title={bench.undo ?? ''} onClick={() => undo.mutate()}>
              Undo <kbd>{shownKey(bindings, 'undo')}</kbd>
            </Button>
            <Button disabled={bench.redo === null} title={bench.redo ?? ''} onClick={() => redo.mutate()}>
              Redo <kbd>Ctrl Y</kbd>
            </Button>
            <span className="grow" />
            {!kept && <span className="warning">Not kept: the program does not answer</span>}
            <Button onClick={() => setKeysOpen(true)}>
              Keys <kbd>F1</kbd>
            </Button>
          </div>
        </footer>
        {sheetOpen && (
          <TrayDialog wells={bench.tray} code={record.unit.modelCode} onClose={() => setSheetOpen(false)} />
        )}
        {keysOpen && <KeysDialog bindings={bindings} onClose={() => setKeysOpen(false)} />}
      </div>
    </ConfigProvider>
  );
}

function TraySum({ bench }: { bench: BenchView }) {
  const loose = bench.tray.filter((well) => well.captive !== true);
  const layers = new Set(loose.filter((well) => well.difference !== 'none').map((well) => well.layer));
  if (bench.tray.length === 0)
    return <p className="state">The tray is empty: each group of screws gets a well of its own.</p>;
  return (
    <p className="tray-sum">
      {tally(loose.map((well) => well.count))} in the tray.
      {layers.size > 0 &&
        ` Lengths differ in ${[...layers].join(', ')}: a long one in a short hole marks what is behind.`}
    </p>
  );
}

/** The well whose screws go back next. */
function wellBack(closing: Schemas['ClosingView']): number | null {
  const step = closing.steps.find((one) => !one.done);
  return step?.wells.find((well) => well.returned === null)?.number ?? null;
}

function returnedWells(closing: Schemas['ClosingView'] | null): ReadonlySet<number> {
  const wells = (closing?.steps ?? []).flatMap((step) => step.wells);
  return new Set(
    wells.filter((well) => well.returned !== null && well.returned === well.expected).map((well) => well.number),
  );
}

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
function useScroll(kept: number, count: number, onScroll: (scroll: number) => void) {
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
  });
  return scroller;
}
