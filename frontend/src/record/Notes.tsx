import { Input } from 'antd';
import { Field } from './fields';
import { notesWithin, withNote } from './notes';

interface Props<T> {
  /** Whose notes they are, such as the step. */
  of: string;
  value: T;
  onChange: (value: T) => void;
  /** Its place in the record, by which faults name it. */
  at?: string;
}

/** What is noted of an object, and of whatever inside it carries a note: read and written on its screen. */
export function Notes<T extends { notes?: string | null }>({ of, value, onChange, at }: Props<T>) {
  const inside = notesWithin(value);
  return (
    <>
      <NoteField
        name={`Notes on ${of}`}
        at={at}
        text={value.notes ?? ''}
        onChange={(text) => onChange(withNote(value, [], text))}
      />
      {inside.map((note) => (
        <NoteField
          key={note.path.join('.')}
          name={`Notes on ${of}: ${note.of}`}
          text={note.text}
          onChange={(text) => onChange(withNote(value, note.path, text))}
        />
      ))}
    </>
  );
}

function NoteField({
  name,
  at,
  text,
  onChange,
}: {
  name: string;
  at?: string;
  text: string;
  onChange: (text: string) => void;
}) {
  return (
    <Field name={name} at={at} wide>
      <Input.TextArea
        aria-label={name}
        // The rows follow what is written; measuring it would need a style that the policy forbids.
        rows={Math.min(8, Math.max(1, text.split('\n').length))}
        value={text}
        onChange={(event) => onChange(event.target.value)}
      />
    </Field>
  );
}
