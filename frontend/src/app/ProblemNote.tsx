import { Button } from 'antd';
import type { Problem } from '../api/client';
import { label } from '../words';

interface Props {
  problem: Problem;
  /** Offered where the trouble is that another window changed the same thing. */
  onTakeTheirs?: () => void;
}

/** What went wrong, every fault by its place, and what another window changed meanwhile. */
export function ProblemNote({ problem, onTakeTheirs }: Props) {
  return (
    <section className="problem" role="alert">
      <p className="problem-title">{problem.title}</p>
      <p>{problem.detail}</p>
      {problem.faults.length > 0 && (
        <ul className="faults">
          {problem.faults.map((fault, i) => (
            <li key={i}>
              {fault.at !== '' && <code>{fault.at}</code>} {fault.message}
            </li>
          ))}
        </ul>
      )}
      {problem.changed.length > 0 && (
        <ul className="faults">
          {problem.changed.map((item, i) => (
            <li key={i}>
              {item.id === null ? item.title : `${label(item.item)} “${item.title}”`}: {label(item.how)}
            </li>
          ))}
        </ul>
      )}
      {problem.status === 412 && onTakeTheirs !== undefined && (
        <Button size="small" onClick={onTakeTheirs}>
          Take their change in, keep mine in this form
        </Button>
      )}
    </section>
  );
}
