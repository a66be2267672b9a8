import { heading, label } from '../../words';

const first: Record<string, string> = {
  criteria: 'Weights of the nine criteria',
  repair: 'Weights of the kinds in Repair',
  upgrade: 'Weights of the kinds in Upgrade',
  upgradeCriteria: 'Weights inside an upgrade kind',
  accessCriteria: 'Weights inside access',
  combined: 'Weights of Repair and Upgrade together',
  reach: 'Reach: effort worth everything, and nothing',
  headroom: 'Headroom: capacity worth nothing, and everything',
  burdenAtHalf: 'Fasteners: burden worth a half',
  priceShareAtZero: 'Price: share of the machine worth nothing',
  priceReference: 'Price of reference by class',
  survivalAtZero: 'Survival: chance worth nothing',
  covers: 'A screw by what hides it',
  captive: 'A screw that stays in its part',
  screwBase: 'The best screw',
  clipBurden: 'Burden of a clip',
  mixedLengths: 'Lengths to keep apart',
  tools: 'Classes of tools',
  extraTool: 'Each further tool',
  bonds: 'Classes of bonds',
  extraBond: 'Each further bond',
  mountings: 'Value of each mounting',
  inseparable: 'Mountings that make one piece with the assembly',
  supply: 'Value of each source',
  paired: 'A spare that the maker must pair',
  standards: 'Value of each interface',
  damage: 'Chance of damage',
  smallHeads: 'Drivers for small heads',
  mayBeAbsent: 'Kinds that a machine may lack',
  times: 'Standard times',
  schools: 'Schools',
  status: 'Limits of the statuses',
  floor: 'Floor of the strict means',
  valueFrom: 'Share of the weight from which there is a figure',
  unknownCount: 'How many there may be where nobody counted',
  unitShare: 'What a part that is one piece with a unit keeps of its mounting',
  openSupply: 'Source not known, interface open: taken for',
  openCeiling: 'Place of an open interface of which nothing is stated, GB',
  ownCeiling: 'Kinds whose place holds what is fitted where nothing is stated',
  resolution: 'Resolution of a comparison, points',
  currency: 'Currency of prices',
};

const inside: Record<string, string> = {
  yes: 'captive',
  no: 'loose',
  perExtraLength: 'each further length takes off',
  floor: 'at least',
  free: 'tools without extra cost',
  factor: 'factor for each beyond',
  provisionalBelow: 'provisional below this coverage',
  draftBelow: 'draft below this coverage',
  provisionalAboveWidth: 'provisional above this width, points',
  repair: 'Repair',
  upgrade: 'Upgrade',
  unscrewSmallHead: 'unscrew, small head',
  toolPickUp: 'picking a tool up',
  perStep: 'a step, where steps are counted',
  seat: 'seating the driver',
  stow: 'into the tray',
  place: 'from the tray',
  start: 'starting the thread',
  final: 'the last turn',
  perTurn: 'one turn',
  unknownLength: 'length where it is unknown, mm',
  unknownBondLength: 'length of a bond where it is unknown, mm',
  pitch: 'pitch, mm a turn',
  powerFirst: 'Is the battery disconnected before inside work?',
  assemblies: 'Does swapping a whole assembly count as repair?',
  ceiling: 'Which ceiling counts?',
  effort: 'How is effort counted?',
  insideMean: 'May a good criterion make up for a bad one, inside a part?',
  acrossMean: 'May a good kind make up for a bad one, in the index?',
};

/** What a table of the rubric is about. */
export const tableName = (key: string) => first[key] ?? heading(key);

/** What a row of a table is about. */
export const rowName = (key: string) => inside[key] ?? label(key);

/** A place such as reach.fan[1] in plain words. */
export function placeName(at: string): string {
  const pitch = /^times\.unscrew\.pitch\.(.+)$/.exec(at);
  if (pitch !== null) return `Standard times: unscrew, pitch of ${pitch[1] ?? ''}`;
  const end = /\[(\d)\]$/.exec(at)?.[1];
  const [table = '', ...rows] = at.replace(/\[\d\]$/, '').split('.');
  const ends =
    table === 'times' && !at.includes('unknown')
      ? ['out', 'back']
      : table === 'reach'
        ? ['full, s', 'zero, s']
        : table === 'openCeiling'
          ? ['least', 'taken for', 'greatest']
          : table === 'unknownCount'
            ? ['least', 'most']
            : ['from', 'to'];
  const parts = [...rows.map(rowName), ...(end === undefined ? [] : [ends[Number(end)] ?? end])];
  return parts.length === 0 ? tableName(table) : `${tableName(table)}: ${parts.join(', ')}`;
}

/** A number, word or list of the rubric, given as JSON, as people read it. */
export function valueName(json: string | null | undefined): string {
  if (json == null) return 'none';
  const value: unknown = JSON.parse(json);
  if (Array.isArray(value)) return value.length === 0 ? 'none' : value.map((one) => label(String(one))).join(', ');
  return typeof value === 'string' ? label(value) : json;
}
