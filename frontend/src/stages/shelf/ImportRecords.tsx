import { useQueryClient } from '@tanstack/react-query';
import { Button, Modal, Progress } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { asProblem, problem, type Problem, type Schemas } from '../../api/client';
import { ProblemNote } from '../../app/ProblemNote';
import { sendRecord } from './sendRecord';

const maxBytes = 5 * 1024 * 1024;

interface Outcome {
  file: string;
  shelved?: Schemas['Shelved'];
  problem?: Problem;
}

/** Record files to units: each file goes on the shelf whole, or not at all with every fault by its place. */
export function ImportRecords({ files, onClose }: { files: File[]; onClose: () => void }) {
  const client = useQueryClient();
  const picker = useRef<HTMLInputElement>(null);
  const stop = useRef(new AbortController());
  const [outcomes, setOutcomes] = useState<Outcome[]>([]);
  const [left, setLeft] = useState(0);

  const bringIn = async (chosen: File[]) => {
    stop.current = new AbortController();
    setOutcomes([]);
    setLeft(chosen.length);
    for (const file of chosen) {
      if (stop.current.signal.aborted) break;
      const outcome = await bringInOne(file, stop.current.signal);
      setOutcomes((before) => [...before, outcome]);
      setLeft((count) => count - 1);
    }
    setLeft(0);
    await client.invalidateQueries();
  };

  useEffect(() => {
    const running = stop;
    // What was dropped comes in at once; this runs once for each time the dialog opens.
    const start = setTimeout(() => {
      if (files.length > 0) void bringIn(files);
    });
    return () => {
      clearTimeout(start);
      running.current.abort();
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [files]);

  const total = outcomes.length + left;
  return (
    <Modal open title="Import records" width={760} onCancel={onClose} footer={<Button onClick={onClose}>Close</Button>}>
      <div
        className="drop"
        onDragOver={(event) => event.preventDefault()}
        onDrop={(event) => {
          event.preventDefault();
          event.stopPropagation();
          void bringIn([...event.dataTransfer.files]);
        }}
      >
        <p>Drop teardown records here: JSON files of the format wide-lever/teardown, up to 5 MB each.</p>
        <Button onClick={() => picker.current?.click()}>Choose files</Button>
        <input
          ref={picker}
          className="unseen"
          type="file"
          accept=".json,application/json"
          multiple
          aria-label="Record files"
          tabIndex={-1}
          onChange={(event) => {
            const chosen = [...(event.target.files ?? [])];
            event.target.value = '';
            void bringIn(chosen);
          }}
        />
      </div>
      {left > 0 && total > 1 && (
        <div className="progress">
          <Progress percent={Math.round((outcomes.length / total) * 100)} aria-label="Records brought in" />
          <Button size="small" onClick={() => stop.current.abort()}>
            Stop
          </Button>
        </div>
      )}
      <ul className="outcomes">
        {outcomes.map((outcome, i) => (
          <li key={i}>
            <b>{outcome.file}</b>{' '}
            {outcome.shelved !== undefined && (
              <>
                is on the shelf: <Link to={`/units/${outcome.shelved.id}/verdict`}>open {outcome.shelved.id}</Link>.
                {outcome.shelved.sameCode.length > 0 &&
                  ` The same model code was there already: ${outcome.shelved.sameCode.join(', ')}.`}
                {outcome.shelved.hints.length > 0 && (
                  <ul className="faults">
                    {outcome.shelved.hints.map((hint, j) => (
                      <li key={j}>
                        <code>{hint.at}</code> Hint: {hint.message}
                      </li>
                    ))}
                  </ul>
                )}
              </>
            )}
            {outcome.problem !== undefined && <ProblemNote problem={outcome.problem} />}
          </li>
        ))}
      </ul>
    </Modal>
  );
}

async function bringInOne(file: File, signal: AbortSignal): Promise<Outcome> {
  if (file.size > maxBytes) {
    return {
      file: file.name,
      problem: problem(
        413,
        'Too large',
        'This file is larger than 5 MB, the most that a record may have. Nothing was changed.',
      ),
    };
  }
  try {
    return { file: file.name, shelved: await sendRecord(file, signal) };
  } catch (error) {
    return { file: file.name, problem: asProblem(error) };
  }
}
