import { InputNumber } from 'antd';
import { useState } from 'react';

interface Props {
  name: string;
  value: number;
  onChange: (value: number) => void;
}

/** One number of the rubric; it counts once it is typed to its end (Enter, or the next field), and an empty one leaves the last. */
export function RubricNumber({ name, value, onChange }: Props) {
  const [typed, setTyped] = useState<number | null>(null);
  const commit = () => {
    if (typed !== null && Number.isFinite(typed) && typed !== value) onChange(typed);
    setTyped(null);
  };
  return (
    <InputNumber
      aria-label={name}
      className="rubric-number"
      size="small"
      controls={false}
      value={typed ?? value}
      onChange={setTyped}
      onBlur={commit}
      onPressEnter={commit}
    />
  );
}
