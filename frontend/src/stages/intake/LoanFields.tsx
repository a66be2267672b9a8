import { Button } from 'antd';
import { useState } from 'react';
import type { Schemas } from '../../api/client';
import { Field, Text } from '../../record/fields';

type Loan = Schemas['Loan'];

/** On whose loan the machine is, until when, and in what state it came and went back. */
export function LoanFields({ loan, onChange }: { loan: Loan | null; onChange: (loan: Loan | null) => void }) {
  // What was removed by a slip is one press away until the screen is left; once saved, undo has it as well.
  const [removed, setRemoved] = useState<Loan | null>(null);
  if (loan === null) {
    return (
      <>
        <h2>Loan</h2>
        <p className="second">Not on loan.</p>
        <div className="form-end">
          <Button onClick={() => onChange({ owner: '' })}>It is on loan</Button>
          {removed !== null && <Button onClick={() => onChange(removed)}>Put the loan details back</Button>}
        </div>
      </>
    );
  }
  const set = (changed: Partial<Loan>) => onChange({ ...loan, ...changed });
  const day = (name: string, field: 'due' | 'arrived' | 'returned') => (
    <Field name={name} at={`unit.loan.${field}`}>
      <Text
        name={name}
        code
        placeholder="2026-12-01"
        value={loan[field]}
        onChange={(value) => set({ [field]: value ?? undefined })}
      />
    </Field>
  );
  const state = (name: string, field: 'arrivalState' | 'returnState') => (
    <Field name={name} at={`unit.loan.${field}`}>
      <Text name={name} value={loan[field]} onChange={(value) => set({ [field]: value ?? undefined })} />
    </Field>
  );
  return (
    <>
      <h2>Loan</h2>
      <div className="fields">
        <Field name="Owner" at="unit.loan.owner">
          <Text name="Owner of the loan" value={loan.owner} onChange={(owner) => set({ owner: owner ?? '' })} />
        </Field>
        {day('Goes back by', 'due')}
        {day('Arrived on', 'arrived')}
        {state('State on arrival', 'arrivalState')}
        {day('Went back on', 'returned')}
        {state('State on return', 'returnState')}
      </div>
      <Button
        onClick={() => {
          setRemoved(loan);
          onChange(null);
        }}
      >
        Remove loan details
      </Button>
    </>
  );
}
