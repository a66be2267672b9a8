import type { Effort, Quantity } from './api/client';

export type Exactness = 'rounded' | 'exact';

/** An index on 0..100, as 63; in full where exact. A value of which not enough is known is a dash. */
export function indexValue(quantity: Quantity, exactness: Exactness = 'rounded'): string {
  return quantity.value === null ? '–' : figure(quantity.value, exactness, 0);
}

/** Its range, as 58–70; null where both ends print alike. */
export function indexRange(quantity: Quantity, exactness: Exactness = 'rounded'): string | null {
  const [low, high] = [figure(quantity.low, exactness, 0), figure(quantity.high, exactness, 0)];
  return low === high ? null : `${low}–${high}`;
}

/** A share on 0..1, as 0.83 (0.81–0.84); without a value it says so. */
export function share(quantity: Quantity, exactness: Exactness = 'rounded'): string {
  const low = figure(quantity.low, exactness, 2);
  const high = figure(quantity.high, exactness, 2);
  if (quantity.value === null) return `not seen enough (${low}–${high})`;
  const value = figure(quantity.value, exactness, 2);
  return low === high && value === low ? value : `${value} (${low}–${high})`;
}

function figure(value: number, exactness: Exactness, places: number): string {
  return value.toFixed(exactness === 'exact' ? 6 : places);
}

/** Effort as minutes, with its range where there is one; in seconds where exact. */
export function minutes(effort: Effort, exactness: Exactness = 'rounded'): string {
  if (exactness === 'exact') {
    return effort.low === effort.high
      ? `${effort.value.toFixed(6)} s`
      : `${effort.value.toFixed(6)} s (${effort.low.toFixed(6)}–${effort.high.toFixed(6)})`;
  }
  const one = (seconds: number) => (seconds / 60).toFixed(1);
  return one(effort.low) === one(effort.high)
    ? `${one(effort.value)} min`
    : `${one(effort.value)} min (${one(effort.low)}–${one(effort.high)})`;
}

export function percent(coverage: number): string {
  // Never rounded up to everything while something is missing.
  return `${coverage < 1 ? Math.min(99, Math.round(coverage * 100)) : 100} %`;
}

export function money(amount: number | null, currency: string | null): string {
  if (amount === null) return 'unknown';
  const text = amount.toLocaleString('en', { maximumFractionDigits: 2 });
  return currency === null ? text : `${text} ${currency}`;
}

/** Seconds as 7:42, or 1:07:42 from an hour on. */
export function clock(seconds: number): string {
  const whole = Math.max(0, Math.floor(seconds));
  const two = (value: number) => String(value).padStart(2, '0');
  const hours = Math.floor(whole / 3_600);
  const minutesLeft = Math.floor((whole % 3_600) / 60);
  return hours === 0 ? `${minutesLeft}:${two(whole % 60)}` : `${hours}:${two(minutesLeft)}:${two(whole % 60)}`;
}

/** Today by the clock of this machine, as the record writes a day. */
export function today(): string {
  const now = new Date();
  const two = (number: number) => String(number).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}
