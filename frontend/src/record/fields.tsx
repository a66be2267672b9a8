import { Checkbox, Input, InputNumber, Select } from 'antd';
import { createContext, type ReactNode, useContext, useId, useState } from 'react';
import type { Schemas } from '../api/client';
import { useHouse } from '../api/queries';
import { label, placeWords } from '../words';
import { type Count, countText, readCount } from './counts';
import { useFaults } from './FormFaults';

/** The control of a field: the id by which its name presses it, and what is said of it. */
const Control = createContext<{
  id: string;
  described: readonly string[];
  isFaulty: boolean;
  /** Whether a control is the first of several. */
  isFirst: (own: string) => boolean;
} | null>(null);

/** Says of the first that asks that it is. */
function firstOfSeveral() {
  let first: string | null = null;
  return (own: string) => {
    first ??= own;
    return first === own;
  };
}

/** What ties a control to its field. */
function useControl() {
  const control = useContext(Control);
  const own = useId();
  return control === null || !control.isFirst(own)
    ? {}
    : {
        id: control.id,
        ...(control.described.length > 0 && { 'aria-describedby': control.described.join(' ') }),
        ...(control.isFaulty && { 'aria-invalid': true }),
      };
}

/** A named place for one control; the control itself carries the name for assistive technology. */
export function Field({
  name,
  at,
  hint,
  children,
  wide = false,
}: {
  name: string;
  /** Its place in the record, by which faults name it. */
  at?: string;
  hint?: string;
  children: ReactNode;
  wide?: boolean;
}) {
  const faults = useFaults(at);
  const id = useId();
  const described = [...(faults.length > 0 ? [`${id}-faults`] : []), ...(hint !== undefined ? [`${id}-hint`] : [])];
  // Of several controls the first is the one that the name is pressed for.
  const [isFirst] = useState(firstOfSeveral);
  const control = { id, described, isFaulty: faults.length > 0, isFirst };
  return (
    <div className={`field${wide ? ' wide' : ''}${faults.length > 0 ? ' faulty' : ''}`}>
      <label className="field-name" htmlFor={id}>
        {name}
      </label>
      <Control value={control}>{children}</Control>
      <span id={`${id}-faults`}>
        {faults.map((fault) => (
          <span key={`${fault.at} ${fault.message}`} className="field-fault" role="alert" data-fault={fault.at}>
            {name}
            {within(fault.at, at)} {fault.message}
          </span>
        ))}
      </span>
      {hint !== undefined && (
        <span className="note" id={`${id}-hint`}>
          {hint}
        </span>
      )}
    </div>
  );
}

/** What of a field a fault is about, behind its name: the currency of a price. */
function within(fault: string, at = ''): string {
  const rest = fault.slice(at.length).replace(/^\./, '');
  const words = placeWords(rest).trim();
  return words === '' ? '' : `, ${words.charAt(0).toLowerCase()}${words.slice(1)}`;
}

interface Value<T> {
  name: string;
  value: T | null | undefined;
  onChange: (value: T | null) => void;
}

interface TextProps extends Value<string> {
  code?: boolean;
  placeholder?: string;
  autoFocus?: boolean;
}

/** One line of text; empty is unknown. */
export function Text({ name, value, onChange, code = false, placeholder, autoFocus = false }: TextProps) {
  return (
    <Input
      {...useControl()}
      aria-label={name}
      className={code ? 'code' : undefined}
      value={value ?? ''}
      placeholder={placeholder}
      autoFocus={autoFocus}
      onChange={(event) => onChange(event.target.value === '' ? null : event.target.value)}
    />
  );
}

/** A number with its unit; empty is unknown. */
export function Numeric({
  name,
  value,
  onChange,
  unit,
  placeholder,
}: Value<number> & { unit?: string; placeholder?: string }) {
  return (
    <InputNumber
      {...useControl()}
      aria-label={unit === undefined ? name : `${name}, ${unit}`}
      className="number"
      value={value ?? null}
      suffix={unit}
      controls={false}
      placeholder={placeholder ?? 'unknown'}
      onChange={onChange}
    />
  );
}

/** A count: a number, a span such as 9-11, or ? for what nobody counted; empty is one. */
export function Counted({
  name,
  value,
  onChange,
}: {
  name: string;
  value: Count | undefined;
  onChange: (value: Count | undefined) => void;
}) {
  const shown = value === undefined ? '' : countText(value);
  // What is being typed stands as it is until it can be read.
  const [typed, setTyped] = useState<string | null>(null);
  const unread = typed !== null && typed.trim() !== '' && readCount(typed) === undefined;
  return (
    <Input
      {...useControl()}
      aria-label={name}
      className="number"
      placeholder="1"
      title="A number, a span such as 9-11, or ? where nobody counted"
      value={typed ?? shown}
      {...(unread && { status: 'error' as const, 'aria-invalid': true })}
      onChange={(event) => {
        const text = event.target.value;
        setTyped(text);
        const count = readCount(text);
        if (text.trim() === '') onChange(undefined);
        else if (count !== undefined) onChange(count);
      }}
      onBlur={() => {
        if (!unread) setTyped(null);
      }}
    />
  );
}

interface WordProps<T extends string> extends Value<T> {
  words: readonly T[];
  /** Whether unknown is no answer. */
  required?: boolean;
  labels?: (word: T) => string;
  /** What no answer is called. */
  none?: string;
}

/** A word of the format, or unknown. */
export function Word<T extends string>({
  name,
  value,
  onChange,
  words,
  required = false,
  labels = label,
  none = 'unknown',
}: WordProps<T>) {
  const options: { value: T | 'unknown'; label: string }[] = words.map((word) => ({
    value: word,
    label: labels(word),
  }));
  if (!required) options.unshift({ value: 'unknown', label: none });
  return (
    <Select<T | 'unknown'>
      {...useControl()}
      aria-label={name}
      className="word"
      showSearch={{ optionFilterProp: 'label' }}
      value={value ?? 'unknown'}
      options={options}
      onChange={(chosen) => onChange(chosen === 'unknown' ? null : chosen)}
    />
  );
}

/** Yes, no, or unknown. */
export function YesNo({ name, value, onChange }: Value<boolean>) {
  return (
    <Word
      name={name}
      words={['yes', 'no']}
      value={value === true ? 'yes' : value === false ? 'no' : null}
      onChange={(word) => onChange(word === null ? null : word === 'yes')}
    />
  );
}

/** Yes or no. */
export function Check({ name, value, onChange }: { name: string; value: boolean; onChange: (value: boolean) => void }) {
  return (
    <Checkbox checked={value} onChange={(event) => onChange(event.target.checked)}>
      {name}
    </Checkbox>
  );
}

/** Some of many. */
export function Several({ name, value, onChange, options, placeholder, free = false }: SeveralProps) {
  return (
    <Select
      {...useControl()}
      mode={free ? 'tags' : 'multiple'}
      aria-label={name}
      className="word"
      placeholder={placeholder}
      showSearch={{ optionFilterProp: 'label' }}
      value={value}
      options={options}
      onChange={onChange}
    />
  );
}

interface SeveralProps {
  name: string;
  value: string[];
  onChange: (value: string[]) => void;
  options: { value: string; label: string }[];
  placeholder?: string;
  /** Whether texts beyond the options can be typed. */
  free?: boolean;
}

/** An amount of money: without an amount it is unknown, without a currency the rubric's. */
export function Amount({ name, value, onChange }: Value<Schemas['Money']>) {
  const house = useHouse().data?.currency ?? 'EUR';
  const set = (part: Partial<Schemas['Money']>) => {
    const next = { ...value, ...part };
    // A currency that was said stays while the amount is typed anew.
    onChange(next.amount == null && next.currency == null ? null : next);
  };
  return (
    <span className="amount">
      {/* An amount keeps the currency that it was typed in, whatever the rubric becomes. */}
      <Numeric
        name={name}
        value={value?.amount}
        onChange={(amount) => set({ amount, currency: amount == null ? value?.currency : (value?.currency ?? house) })}
      />
      <>
        <Text
          name={`${name}: currency`}
          code
          placeholder={house}
          value={value?.currency}
          onChange={(currency) => set({ currency: currency ?? undefined })}
        />
        {value?.currency != null && value.currency !== house && (
          <>
            <Numeric
              name={`${name}: rate to ${house}`}
              placeholder={`rate to ${house}`}
              value={(value.rateTo ?? house) === house ? value.rate : null}
              onChange={(rate) => set({ rate, rateTo: rate == null ? null : house })}
            />
            <Text
              name={`${name}: day of the rate`}
              code
              placeholder="its day"
              value={value.rateDate}
              onChange={(rateDate) => set({ rateDate })}
            />
          </>
        )}
      </>
    </span>
  );
}
