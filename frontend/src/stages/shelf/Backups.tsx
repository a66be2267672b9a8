import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Button } from 'antd';
import { useRef, useState } from 'react';
import { api, asProblem, type Problem, type Schemas, seen, take, takeSetting } from '../../api/client';
import { stream, type WorkProgress } from '../../api/stream';
import { ProblemNote } from '../../app/ProblemNote';
import { useSettingChange } from '../../app/UndoOffer';
import { Watched } from '../../app/Watched';
import { Field, Word } from '../../record/fields';

type Setting = Schemas['BackupSetting'];

const kept = ['2', '3', '5', '7', '14', '30'];

const rounds: Record<string, string> = { '0': 'never', '1': 'every hour', '24': 'every day', '168': 'every week' };

/** What is chosen stands in its list, also where a script chose something else. */
const withOwn = (words: readonly string[], own: string) => [...new Set([...words, own])];

const size = (bytes: number) => `${(bytes / 1e6).toLocaleString(undefined, { maximumFractionDigits: 1 })} MB`;

/** Backups: made at one press or by themselves, and taken away as files. */
export function Backups() {
  const client = useQueryClient();
  const backups = useQuery({
    queryKey: ['backups'],
    queryFn: ({ signal }) => take(api.GET('/api/backups', { signal })),
  });
  const change = useSettingChange('How often a backup is made is changed', (setting: Setting, revision) =>
    takeSetting(api.PUT('/api/settings/backups', { body: setting, ...seen(revision) })),
  );
  const set = (after: Setting) => {
    if (backups.data !== undefined)
      change.mutate({ before: backups.data.setting, after, revision: backups.data.revision });
  };
  const [progress, setProgress] = useState<WorkProgress | null>(null);
  const [told, setTold] = useState('');
  const [problem, setProblem] = useState<Problem | null>(null);
  const controller = useRef<AbortController | null>(null);
  const make = async () => {
    const own = new AbortController();
    controller.current = own;
    setTold('');
    setProblem(null);
    setProgress({ done: 0, of: 0, waiting: false });
    try {
      const made = await stream<Schemas['BackupMade']>('/api/backups', '{}', setProgress, own.signal);
      const without = made.missing === 0 ? '' : ` ${made.missing} photos are missing or damaged, and not in it.`;
      setTold(`${made.units} units and ${made.photos} photos are in ${made.kept.name}.${without}`);
    } catch (error) {
      if (!own.signal.aborted) setProblem(asProblem(error));
    }
    setProgress(null);
    await client.invalidateQueries({ queryKey: ['backups'] });
  };
  const failure = backups.error ?? change.error;
  const data = backups.data;
  const everyHours = String(data?.setting.everyHours ?? 0);
  return (
    <details className="card backups">
      <summary>Backups ({data?.kept.length ?? '…'})</summary>
      {failure !== null && <ProblemNote problem={asProblem(failure)} />}
      {data !== undefined && (
        <>
          <p className="second">
            A backup is one file with everything: units on the shelf and off it, their history, photos, rubrics,
            signatures, settings. It lies in <span className="code">{data.folder}</span>; a copy on another disk
            outlives this one.
          </p>
          <div className="fields">
            <Field name="By itself">
              <Word
                name="Make a backup by itself"
                required
                words={withOwn(Object.keys(rounds), everyHours)}
                labels={(hours) => rounds[hours] ?? `every ${hours} hours`}
                value={everyHours}
                onChange={(hours) => set({ ...data.setting, everyHours: Number(hours) })}
              />
            </Field>
            {data.setting.everyHours > 0 && (
              <Field name="Kept of those">
                <Word
                  name="Backups kept"
                  required
                  words={withOwn(kept, String(data.setting.keep))}
                  labels={(count) => `the last ${count}`}
                  value={String(data.setting.keep)}
                  onChange={(count) => set({ ...data.setting, keep: Number(count) })}
                />
              </Field>
            )}
          </div>
          <div className="form-end">
            <Button type="primary" loading={progress !== null} onClick={() => void make()}>
              Back up now
            </Button>
            {progress !== null && (
              <Watched progress={progress} what="Photos in the backup" onStop={() => controller.current?.abort()} />
            )}
            <span role="status">{told}</span>
          </div>
          {problem !== null && <ProblemNote problem={problem} />}
          {data.kept.length === 0 ? (
            <p className="note">There is none yet.</p>
          ) : (
            <ul>
              {data.kept.map((one) => (
                <li key={one.name}>
                  <a href={`/api/backups/${encodeURIComponent(one.name)}`} download>
                    {new Date(one.madeAt).toLocaleString()}
                  </a>
                  <span className="second">
                    {' '}
                    {size(one.bytes)}
                    {one.bySchedule ? ', by itself' : ''}
                  </span>
                </li>
              ))}
            </ul>
          )}
          <p className="note">
            To go back to one, stop the program and run <span className="code">./wide-lever restore FILE</span>. It is
            looked through first, and what was there is kept beside it.
          </p>
        </>
      )}
    </details>
  );
}
