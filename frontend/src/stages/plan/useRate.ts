import { useState } from 'react';

const kept = 'wide-lever rate';
/** What an hour costs until somebody says otherwise. */
const usual = 60;

/** What an hour costs, kept for the next plan. */
export function useRate(): [number | null, (rate: number | null) => void] {
  const [rate, setRate] = useState<number | null>(() => {
    const before = Number(localStorage.getItem(kept) ?? NaN);
    return Number.isFinite(before) && before >= 0 ? before : usual;
  });
  return [
    rate,
    (next) => {
      setRate(next);
      localStorage.setItem(kept, String(next ?? 0));
    },
  ];
}
