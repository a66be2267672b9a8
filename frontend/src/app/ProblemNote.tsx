import type { Problem } from '../api/client';
import { label, placeWords } from '../words';

interface Props {
  problem: Problem;
  /** Whether it stands in a form, which takes in what another window changed. */
  inForm?: boolean;
}

/** What went wrong, every fault by its place, and what another window changed meanwhile. */
export function ProblemNote({ problem, inForm = false }: Props) {
  return (
    <section className="problem" role="alert">
      <p className="problem-title">{problem.title}</p>
      <p>{problem.detail}</p>
      {problem.faults.length > 0 && (
        <ul className="faults">
          {problem.faults.map((fault, i) => (
            <li key={i}>
              {fault.at !== '' && (inForm ? <b>{placeWords(fault.at)}</b> : <code>{fault.at}</code>)} {fault.message}
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
      {problem.status === 412 && inForm && (
        <p>Their change was taken into this form, and nothing that is typed here was lost. Save again.</p>
      )}
    </section>
  );
}
