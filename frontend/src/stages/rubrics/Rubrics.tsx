import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Button, Input, Select } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { api, asProblem, problem, type Problem, type Schemas, take } from '../../api/client';
import { useChange } from '../../api/queries';
import { ProblemNote } from '../../app/ProblemNote';
import { Failed, Loading } from '../../app/states';
import { useNews } from '../../app/useNews';
import { Editor } from './Editor';
import { Effect } from './Effect';
import { placeName, valueName } from './places';
import type { RubricDocument } from './rubric';
import './rubrics.css';

type Revision = Schemas['RubricRevision'];
type Choice = Schemas['RubricChoice'];

const draftKey = 'wide-lever-rubric';
const maxBytes = 5 * 1024 * 1024;

interface Draft {
  /** The revision that it was begun from. */
  base: Choice;
  document: RubricDocument;
}

/** What is being edited stays through a reload of this window. */
function keptDraft(): Draft | null {
  const kept = sessionStorage.getItem(draftKey);
  return kept === null ? null : (JSON.parse(kept) as Draft);
}

/** The revision that an address names. */
function choiceIn(search: URLSearchParams): Choice | null {
  const [name, revision] = [search.get('name'), Number(search.get('revision'))];
  return name === null || !Number.isInteger(revision) || revision < 1 ? null : { name, revision };
}

/** The rules: every revision, an editor fitted to them, and what a change would do before it is kept. */
export function Rubrics() {
  const revisions = useQuery({
    queryKey: ['rubrics'],
    queryFn: ({ signal }) => take(api.GET('/api/rubrics', { signal })),
  });
  useNews();
  const [draft, setDraft] = useState(keptDraft);
  const [search] = useSearchParams();
  const [chosen, setChosen] = useState<Choice | null>(draft?.base ?? choiceIn(search));
  useEffect(() => {
    if (draft === null) sessionStorage.removeItem(draftKey);
    else sessionStorage.setItem(draftKey, JSON.stringify(draft));
  }, [draft]);
  const inUse = revisions.data?.find((one) => one.inUse);
  const open = chosen ?? inUse;
  const opened = useQuery({
    queryKey: ['rubric', open?.name, open?.revision],
    queryFn: async ({ signal }) =>
      (await take(
        api.GET('/api/rubrics/document', {
          params: { query: { name: open?.name ?? '', revision: open?.revision ?? 1 } },
          signal,
        }),
      )) as RubricDocument,
    enabled: open !== undefined,
  });
  if (revisions.data === undefined || open === undefined) {
    return revisions.error === null ? (
      <Loading what="the rubrics" />
    ) : (
      <Failed problem={asProblem(revisions.error)} onRetry={() => void revisions.refetch()} />
    );
  }
  const edited = draft?.document ?? opened.data;
  return (
    <>
      <header className="screen-head">
        <h1>Rubrics</h1>
        <Revisions
          revisions={revisions.data}
          open={open}
          edited={draft !== null}
          onOpen={(choice) => {
            setDraft(null);
            setChosen(choice);
          }}
        />
      </header>
      <div className="rubrics">
        {edited === undefined ? (
          <Loading what="the rubric" />
        ) : (
          <Sheet
            base={open}
            original={opened.data}
            document={edited}
            changed={draft !== null}
            revisions={revisions.data}
            onChange={(fresh) => setDraft({ base: open, document: fresh })}
            onDrop={() => setDraft(null)}
            onKept={(choice) => {
              setDraft(null);
              setChosen(choice);
            }}
          />
        )}
      </div>
    </>
  );
}

interface RevisionsProps {
  revisions: Revision[];
  open: Choice;
  /** Whether an edit is under way that opening another would drop. */
  edited: boolean;
  onOpen: (choice: Choice) => void;
}

function Revisions({ revisions, open, edited, onOpen }: RevisionsProps) {
  const client = useQueryClient();
  const picker = useRef<HTMLInputElement>(null);
  const [refused, setRefused] = useState<Problem | null>(null);
  const bringIn = async (file: File) => {
    setRefused(null);
    if (file.size > maxBytes) {
      setRefused(problem(413, 'Too large', 'This file is larger than 5 MB. Nothing was changed.'));
      return;
    }
    try {
      const choice = await saveText(await file.text(), `brought in from ${file.name}`.slice(0, 500), false);
      await client.invalidateQueries();
      onOpen(choice);
    } catch (error) {
      setRefused(asProblem(error));
    }
  };
  return (
    <>
      <Select<string>
        aria-label="Revision"
        className="revision"
        showSearch={{ optionFilterProp: 'label' }}
        disabled={edited}
        value={key(open)}
        options={revisions.map((one) => ({
          value: key(one),
          label: `${one.name}, revision ${one.revision}${one.inUse ? ', in use' : ''}`,
          title: one.note ?? '',
        }))}
        onChange={(chosen) => {
          const one = revisions.find((other) => key(other) === chosen);
          if (one !== undefined) onOpen({ name: one.name, revision: one.revision });
        }}
      />
      <Button onClick={() => picker.current?.click()}>Import a rubric</Button>
      <input
        ref={picker}
        className="unseen"
        type="file"
        accept=".json,application/json"
        aria-label="Rubric file"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file !== undefined) void bringIn(file);
        }}
      />
      {refused !== null && <ProblemNote problem={refused} />}
    </>
  );
}

const key = (choice: Choice) => `${choice.revision} ${choice.name}`;

interface SheetProps {
  base: Choice;
  original: RubricDocument | undefined;
  document: RubricDocument;
  changed: boolean;
  revisions: Revision[];
  onChange: (document: RubricDocument) => void;
  onDrop: () => void;
  onKept: (choice: Choice) => void;
}

/** The name as it is typed: one change, however many letters it took. */
const naming = Symbol('name');

function Sheet({ base, original, document, changed, revisions, onChange, onDrop, onKept }: SheetProps) {
  const client = useQueryClient();
  const [past, setPast] = useState<RubricDocument[]>([]);
  const text = useSettled(JSON.stringify(document));
  const reading = useQuery({
    queryKey: ['rubric-reading', text],
    queryFn: ({ signal }) => readText(text, signal),
    placeholderData: (before) => before,
  });
  const against = useQuery({
    queryKey: ['rubric-against', base, text],
    queryFn: ({ signal }) => readText(text, signal, base),
    enabled: changed,
    placeholderData: (before) => before,
  });
  const [note, setNote] = useState('');
  const name = typeof document['name'] === 'string' ? document['name'] : '';
  const of = revisions.find((one) => one.name === name.trim());
  const revision = of?.next ?? 1;
  const next = { ...document, name: name.trim(), revision };
  const keep = useChange((use: boolean) => saveText(JSON.stringify(next), note, use));
  const use = useChange(() => take(api.POST('/api/rubrics/use', { body: base })));
  const faults = reading.data?.faults ?? [];
  const isInUse = revisions.some((one) => one.inUse && one.name === base.name && one.revision === base.revision);
  // A drag is one change, however many places it went through and however long it took.
  const lastGesture = useRef<symbol>(undefined);
  const change = (fresh: RubricDocument, gesture?: symbol) => {
    if (gesture === undefined || gesture !== lastGesture.current) setPast([...past, document].slice(-200));
    lastGesture.current = gesture;
    onChange(fresh);
  };
  const undo = () => {
    const last = past[past.length - 1];
    if (last === undefined) return;
    lastGesture.current = undefined;
    setPast(past.slice(0, -1));
    if (original !== undefined && JSON.stringify(last) === JSON.stringify(original)) onDrop();
    else onChange(last);
  };
  const failure = keep.error ?? use.error;
  return (
    <>
      <Editor document={document} functions={reading.data?.functions ?? []} onChange={change} />
      <div className="rubric-side">
        <section className="card" aria-label="This revision">
          <div className="bench-head">
            <Input
              aria-label="Name of the rubric"
              value={name}
              onChange={(event) => change({ ...document, name: event.target.value }, naming)}
            />
          </div>
          {changed ? (
            <>
              <p className="second">
                From {base.name}, revision {base.revision}; would be saved as {name.trim()}, revision {revision}.
              </p>
              <Input
                aria-label="Why it is changed"
                placeholder="why"
                value={note}
                onChange={(event) => setNote(event.target.value)}
              />
              <div className="form-end">
                <Button
                  type="primary"
                  disabled={faults.length > 0}
                  loading={keep.isPending}
                  onClick={() => keep.mutate(true, { onSuccess: onKept })}
                >
                  Save and use
                </Button>
                <Button disabled={faults.length > 0} onClick={() => keep.mutate(false, { onSuccess: onKept })}>
                  Save without using
                </Button>
                <Button disabled={past.length === 0} onClick={undo}>
                  Undo
                </Button>
                <Button
                  onClick={() => {
                    setPast([]);
                    lastGesture.current = undefined;
                    onDrop();
                  }}
                >
                  Discard the changes
                </Button>
              </div>
              {/* Below what is pressed: it comes a moment after a change, and grows. */}
              <Differences differences={against.data?.differences ?? []} />
            </>
          ) : (
            <div className="form-end">
              {isInUse ? (
                <span className="second">In use. Change a number to begin the next revision.</span>
              ) : (
                <Button type="primary" loading={use.isPending} onClick={() => use.mutate()}>
                  Use this revision
                </Button>
              )}
              <a
                href={`/api/rubrics/document?name=${encodeURIComponent(base.name)}&revision=${base.revision}`}
                download
              >
                Save as a file
              </a>
            </div>
          )}
          {faults.length > 0 && (
            <ProblemNote
              problem={{ ...problem(422, 'It cannot be used so', 'Nothing is saved until this is mended.'), faults }}
            />
          )}
          {failure !== null && <ProblemNote problem={asProblem(failure)} />}
          {reading.error !== null && (
            <Failed problem={asProblem(reading.error)} onRetry={() => void client.invalidateQueries()} />
          )}
        </section>
        {(changed || !isInUse) && reading.data !== undefined && faults.length === 0 && !reading.isPlaceholderData && (
          <Effect text={text} differences={reading.data.differences} />
        )}
      </div>
    </>
  );
}

/** What is changed, table by table. */
function Differences({ differences }: { differences: Schemas['RubricDifference'][] }) {
  if (differences.length === 0) return <p className="note">No number differs.</p>;
  const tables = new Map<string, Schemas['RubricDifference'][]>();
  for (const one of differences) {
    const table = placeName(one.at).split(': ')[0] ?? '';
    tables.set(table, [...(tables.get(table) ?? []), one]);
  }
  return (
    // It scrolls: the arrow keys reach what is further down.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
    <ul className="differences" aria-label="What is changed" tabIndex={0}>
      {[...tables].map(([table, ofTable]) => (
        <li key={table}>
          <b>{table}</b>{' '}
          {ofTable.map((one, i) => (
            <span key={one.at}>
              {i > 0 && ', '}
              {placeName(one.at).slice(table.length + 2)} {valueName(one.before)} → {valueName(one.after)}
            </span>
          ))}
        </li>
      ))}
    </ul>
  );
}

/** A text once it has not changed for a moment. */
function useSettled(text: string): string {
  const [settled, setSettled] = useState(text);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(text), 150);
    return () => clearTimeout(timer);
  }, [text]);
  return settled;
}

function readText(text: string, signal: AbortSignal, against?: Choice) {
  return take(
    api.POST('/api/rubrics/read', {
      params: { query: against === undefined ? {} : { againstName: against.name, againstRevision: against.revision } },
      body: text as never,
      bodySerializer: (body: unknown) => body as string,
      headers: { 'Content-Type': 'application/json' },
      signal,
    }),
  );
}

/** The text goes as it is: the server reads it and says what is wrong with it. */
function saveText(text: string, note: string, use: boolean) {
  return take(
    api.POST('/api/rubrics', {
      params: { query: { note, use } },
      body: text as never,
      bodySerializer: (body: unknown) => body as string,
      headers: { 'Content-Type': 'application/json' },
    }),
  );
}
