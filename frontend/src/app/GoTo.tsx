import { Modal } from 'antd';
import { useId, useState } from 'react';
import { useNavigate } from 'react-router';
import { useShelf } from '../api/queries';
import { found, type Target, targets } from './goTo';

const most = 12;

interface Props {
  /** The unit in view. */
  inView: string | undefined;
  /** What can be done from anywhere, by the ids of its targets. */
  commands: ReadonlyMap<Target, () => void>;
  onClose: () => void;
}

/** Every unit, stage, view and command by a few letters of its name. */
export function GoTo({ inView, commands, onClose }: Props) {
  const shelf = useShelf();
  const units = shelf.data?.units ?? [];
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const list = useId();
  const navigate = useNavigate();
  const shown = found(targets(units, inView, [...commands.keys()]), text, most);
  const current = shown[Math.min(at, shown.length - 1)];
  const take = (target: Target | undefined) => {
    if (target === undefined) return;
    onClose();
    if (target.to === null) commands.get(target)?.();
    else void navigate(target.to);
  };
  return (
    <Modal open title="Go to" footer={null} onCancel={onClose} width={620} className="go-to">
      <input
        className="go-to-input"
        aria-label="A unit, a screen or a command"
        placeholder="A unit, a screen or a command"
        role="combobox"
        aria-expanded={shown.length > 0}
        aria-controls={list}
        aria-activedescendant={current && `${list}-${current.id}`}
        autoComplete="off"
        autoFocus
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setAt(0);
        }}
        onKeyDown={(event) => {
          const to = { ArrowDown: at + 1, ArrowUp: at - 1 }[event.key];
          if (to !== undefined) setAt((to + shown.length) % Math.max(1, shown.length));
          else if (event.key === 'Enter') take(current);
          else return;
          event.preventDefault();
        }}
      />
      <p role="status" className="second">
        {shelf.data === undefined &&
          (shelf.error === null
            ? 'The machines are being read…'
            : 'The machines could not be read; screens can be gone to.')}
      </p>
      <ul className="go-to-list" id={list} role="listbox" aria-label="Where to go">
        {shown.map((target, i) => (
          // The field above has the focus all the while, and its arrows and Enter choose here.
          // eslint-disable-next-line jsx-a11y/click-events-have-key-events
          <li
            key={target.id}
            id={`${list}-${target.id}`}
            role="option"
            aria-selected={target === current}
            onClick={() => take(target)}
            onMouseMove={() => setAt(i)}
          >
            <span>{target.text}</span>
            <span className="second">{target.of}</span>
          </li>
        ))}
      </ul>
      <p className="second" role="status">
        {shown.length === 0 ? 'Nothing has all these words.' : ''}
      </p>
    </Modal>
  );
}
