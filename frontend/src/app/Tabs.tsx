import { type KeyboardEvent, type ReactNode, useRef } from 'react';

interface Props<T extends string> {
  /** What the tabs are of. */
  name: string;
  tabs: readonly { id: T; text: ReactNode }[];
  chosen: T;
  onChoose: (id: T) => void;
  /** Id of the panel that they change. */
  controls: string;
}

/** Tabs of one panel: one stop for the Tab key, arrows from one to the next and round, Home and End. */
export function Tabs<T extends string>({ name, tabs, chosen, onChoose, controls }: Props<T>) {
  const list = useRef<HTMLDivElement>(null);
  const onKeyDown = (event: KeyboardEvent, at: number) => {
    const to = { ArrowRight: at + 1, ArrowLeft: at - 1, Home: 0, End: tabs.length - 1 }[event.key];
    if (to === undefined) return;
    const next = (to + tabs.length) % tabs.length;
    const tab = tabs[next];
    if (tab === undefined) return;
    event.preventDefault();
    onChoose(tab.id);
    list.current?.querySelectorAll<HTMLElement>('[role=tab]').item(next).focus();
  };
  return (
    <div className="panels" role="tablist" aria-label={name} ref={list}>
      {tabs.map((tab, at) => (
        <button
          key={tab.id}
          type="button"
          role="tab"
          aria-selected={tab.id === chosen}
          aria-controls={controls}
          tabIndex={tab.id === chosen ? 0 : -1}
          className="panel-tab"
          onClick={() => onChoose(tab.id)}
          onKeyDown={(event) => onKeyDown(event, at)}
        >
          {tab.text}
        </button>
      ))}
    </div>
  );
}
