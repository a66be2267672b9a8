import { Modal } from 'antd';

type Key = readonly [keys: string, does: string];

const everywhere: readonly Key[] = [
  ['Ctrl K', 'go to a unit, a screen or a command'],
  ['F1', 'the keys of the screen in view'],
  ['Tab', 'to the next thing that can be acted on'],
  ['Esc', 'close what is open'],
];

const axis: readonly Key[] = [
  ['← →', 'along the marks of a chart; Home and End: the first, the last'],
  ['Enter', 'open what the mark stands for'],
];

/** The keys of each screen, by the last word of its address. */
const ofScreens: Readonly<Record<string, { name: string; keys: readonly Key[] }>> = {
  '': { name: 'Shelf', keys: [['/', 'find a unit'], ...axis] },
  compare: { name: 'Compare', keys: [...axis, ['← →', 'on the weight of a pair: change it']] },
  rubrics: { name: 'Rubrics', keys: [['↑ ↓', 'in a number: a little more, a little less']] },
  intake: { name: 'Intake', keys: [] },
  parts: {
    name: 'Parts',
    keys: [
      ['← → ↑ ↓', 'from cell to cell; Home, End, Page up, Page down'],
      ['a letter', 'a word of the column, as the line under the grid lists them; in other columns it begins typing'],
      ['Enter', 'type in the cell; on a part: all of its facts; on a kind: add one'],
      ['? or Delete', 'not known'],
      ['Shift ↓', 'the same in the cell below'],
      ['+', 'another part of the kind'],
      ['a', 'on a kind: absent, or not'],
    ],
  },
  verdict: { name: 'Verdict', keys: [...axis, ['Space', 'open or close a line of the ledger, or choose a change']] },
};

/** The keys of the screen in view. The bench has its own sheet, where they can be mapped. */
export function KeysSheet({ path, onClose }: { path: string; onClose: () => void }) {
  const screen = ofScreens[path.split('/').at(-1) ?? ''];
  return (
    <Modal open title="Keys" footer={null} onCancel={onClose} width={620}>
      <KeyTable caption="Everywhere" keys={everywhere} />
      {screen !== undefined && screen.keys.length > 0 && <KeyTable caption={screen.name} keys={screen.keys} />}
    </Modal>
  );
}

function KeyTable({ caption, keys }: { caption: string; keys: readonly Key[] }) {
  return (
    <table className="plain keys key-sheet">
      <caption>{caption}</caption>
      <tbody>
        {keys.map(([key, does], i) => (
          <tr key={i}>
            <th scope="row">
              <kbd>{key}</kbd>
            </th>
            <td>{does}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
