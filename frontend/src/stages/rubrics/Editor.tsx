import { Select } from 'antd';
import { useState } from 'react';
import type { Schemas } from '../../api/client';
import {
  assembliesValues,
  ceilingSourceValues,
  effortSchoolValues,
  mountingValues,
  partKindValues,
  powerFirstValues,
} from '../../api/schema';
import { Tabs } from '../../app/Tabs';
import { Field, Text } from '../../record/fields';
import { label } from '../../words';
import { Curve } from './Curve';
import { placeName, rowName, tableName } from './places';
import { RubricNumber } from './RubricNumber';
import { isTable, type Place, type RubricDocument, type RubricValue, valueAt, type Weights, withValue } from './rubric';
import { ValueTable } from './ValueTable';
import { WeightTable } from './WeightTable';

const sheets = [
  { sheet: 'weights', name: 'Weights' },
  { sheet: 'functions', name: 'Value functions' },
  { sheet: 'tables', name: 'Tables' },
  { sheet: 'times', name: 'Times' },
  { sheet: 'schools', name: 'Schools and limits' },
] as const;
type Sheet = (typeof sheets)[number]['sheet'];

interface Props {
  document: RubricDocument;
  functions: Schemas['ValueFunction'][];
  /** Changes of the same gesture follow each other and are one, such as the places that a drag goes through. */
  onChange: (document: RubricDocument, gesture?: symbol) => void;
}

/** Every table, threshold, weight and school of a rubric. */
export function Editor({ document, functions, onChange }: Props) {
  const [sheet, setSheet] = useState<Sheet>('weights');
  const set = (place: Place, value: RubricValue, gesture?: symbol) =>
    onChange(withValue(document, place, value), gesture);
  return (
    <section className="card rubric-editor" aria-label="The rules">
      <Tabs
        name="Sheets of the rubric"
        tabs={sheets.map((one) => ({ id: one.sheet, text: one.name }))}
        chosen={sheet}
        onChoose={setSheet}
        controls="rubric-sheet"
      />
      <div
        id="rubric-sheet"
        className="rubric-sheet"
        role="tabpanel"
        aria-label={sheets.find((one) => one.sheet === sheet)?.name}
      >
        {sheet === 'weights' && <WeightSheet document={document} set={set} />}
        {sheet === 'functions' && <FunctionSheet document={document} functions={functions} set={set} />}
        {sheet === 'tables' && <TableSheet document={document} set={set} />}
        {sheet === 'times' && (
          <>
            <ValueTable document={document} place={['unknownCount']} ends={['least', 'most']} set={set} />
            <ValueTable document={document} place={['times']} set={set} />
          </>
        )}
        {sheet === 'schools' && <SchoolSheet document={document} set={set} />}
      </div>
    </section>
  );
}

interface SheetProps {
  document: RubricDocument;
  set: (place: Place, value: RubricValue, gesture?: symbol) => void;
}

/** The exponent of the mean that a table's weights go into: the nine criteria inside a part, kinds across the machine; inside an upgrade it is always geometric. */
function exponentOf(at: string, document: RubricDocument): number {
  const of = (school: string) => Number(valueAt(document, ['schools', school]) ?? 0);
  if (at === 'criteria') return of('insideMean');
  if (at === 'combined') return 1;
  return at === 'repair' || at === 'upgrade' ? of('acrossMean') : 0;
}

function WeightSheet({ document, set }: SheetProps) {
  return ['repair', 'upgrade', 'criteria', 'upgradeCriteria', 'accessCriteria', 'combined'].map((at) => {
    const weights = document[at];
    return isTable(weights) ? (
      <WeightTable
        key={at}
        at={at}
        weights={weights as Weights}
        exponent={exponentOf(at, document)}
        floor={Number(document['floor'] ?? 0)}
        onChange={(fresh, gesture) => set([at], fresh, gesture)}
      />
    ) : null;
  });
}

const singles = ['burdenAtHalf', 'priceShareAtZero', 'survivalAtZero'] as const;

function FunctionSheet({ document, set, functions }: SheetProps & { functions: Schemas['ValueFunction'][] }) {
  // Curves of one table are drawn to one scale.
  const ends = (table: string) =>
    functions
      .filter((one) => one.at.startsWith(`${table}.`))
      .map((one) => one.points[one.points.length - 1]?.measure ?? 1);
  const reachTo = Math.max(1, ...ends('reach'));
  const curve = (at: string) => (
    <Curve fn={functions.find((one) => one.at === at)} {...(at.startsWith('reach.') && { to: reachTo })} />
  );
  return (
    <>
      <ValueTable document={document} place={['reach']} ends={['full, s', 'zero, s']} set={set} beside={curve} />
      <ValueTable document={document} place={['headroom']} ends={['from', 'to']} set={set} beside={curve} />
      {singles.map((at) => (
        <section key={at} className="value-table" aria-label={tableName(at)}>
          <h3>{tableName(at)}</h3>
          <p className="single">
            <RubricNumber name={tableName(at)} value={number(document, [at])} onChange={(value) => set([at], value)} />
            {curve(at)}
          </p>
        </section>
      ))}
      <ValueTable document={document} place={['priceReference']} set={set} />
      <ValueTable document={document} place={['openCeiling']} ends={['least', 'taken for', 'greatest']} set={set} />
      <Words at="ownCeiling" words={['memory', 'storage', 'battery']} document={document} set={set} />
    </>
  );
}

const limits = ['floor', 'valueFrom', 'resolution'] as const;

const numbers = ['screwBase', 'clipBurden', 'extraBond', 'paired', 'openSupply'] as const;

/** Numbers of the rubric that stand by themselves; those that an earlier revision lacks are left out. */
function Numbers({ of, document, set }: SheetProps & { of: readonly string[] }) {
  return of
    .filter((at) => typeof document[at] === 'number')
    .map((at) => (
      <Field key={at} name={tableName(at)}>
        <RubricNumber name={tableName(at)} value={number(document, [at])} onChange={(value) => set([at], value)} />
      </Field>
    ));
}

function TableSheet({ document, set }: SheetProps) {
  return (
    <>
      <div className="fields">
        <Numbers of={numbers} document={document} set={set} />
        <Words at="inseparable" words={mountingValues} document={document} set={set} />
        <Words at="mayBeAbsent" words={partKindValues} document={document} set={set} />
        <Words at="smallHeads" words={[]} document={document} set={set} />
      </div>
      {[
        'mountings',
        'covers',
        'captive',
        'mixedLengths',
        'tools',
        'extraTool',
        'bonds',
        'unitShare',
        'supply',
        'standards',
        'damage',
      ].map((at) => (
        <ValueTable key={at} document={document} place={[at]} set={set} />
      ))}
    </>
  );
}

/** A list of words; without words to choose from it takes any text. */
function Words({ at, words, document, set }: SheetProps & { at: string; words: readonly string[] }) {
  const chosen = document[at];
  return (
    <Field name={tableName(at)} wide>
      <Select
        mode={words.length === 0 ? 'tags' : 'multiple'}
        aria-label={tableName(at)}
        className="word"
        value={Array.isArray(chosen) ? chosen.map(String) : []}
        options={words.map((word) => ({ value: word, label: label(word) }))}
        onChange={(fresh: string[]) => set([at], fresh)}
      />
    </Field>
  );
}

const questions = [
  { at: 'powerFirst', options: powerFirstValues },
  { at: 'assemblies', options: assembliesValues },
  { at: 'ceiling', options: ceilingSourceValues },
  { at: 'effort', options: effortSchoolValues },
] as const;

const exponents = [
  { value: 1, label: 'it may (1)' },
  { value: 0, label: 'in part (0)' },
  { value: -1, label: 'hardly (−1)' },
];

function SchoolSheet({ document, set }: SheetProps) {
  return (
    <>
      <h3>{tableName('schools')}</h3>
      <div className="fields">
        {questions.map((question) => (
          <Field key={question.at} name={rowName(question.at)}>
            <Select<string>
              aria-label={rowName(question.at)}
              className="word"
              showSearch={{ optionFilterProp: 'label' }}
              value={word(document, ['schools', question.at])}
              options={question.options.map((word) => ({ value: word, label: label(word) }))}
              onChange={(word) => set(['schools', question.at], word)}
            />
          </Field>
        ))}
        {['insideMean', 'acrossMean'].map((at) => (
          <Field key={at} name={rowName(at)}>
            <Select<number>
              aria-label={rowName(at)}
              className="word"
              showSearch={{ optionFilterProp: 'label' }}
              value={number(document, ['schools', at])}
              options={exponents}
              onChange={(value) => set(['schools', at], value)}
            />
          </Field>
        ))}
      </div>
      <ValueTable document={document} place={['status']} set={set} />
      <div className="fields">
        <Numbers of={limits} document={document} set={set} />
        <Field name={tableName('currency')} hint="Prices in another one count by their rate; their amounts are kept.">
          <Text
            name={tableName('currency')}
            code
            value={typeof document['currency'] === 'string' ? document['currency'] : ''}
            onChange={(code) => set(['currency'], code ?? '')}
          />
        </Field>
      </div>
      <p className="note">{placeName('resolution')}: below it two units are not separable.</p>
    </>
  );
}

function word(document: RubricDocument, place: Place): string {
  const value = valueAt(document, place);
  return typeof value === 'string' ? value : '';
}

function number(document: RubricDocument, place: Place): number {
  const value = valueAt(document, place);
  return typeof value === 'number' ? value : 0;
}
