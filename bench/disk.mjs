// Writes to a server whose disk is small: until it is full, or after there is room again.
import { readFileSync } from 'node:fs';

const [base, tokenFile, what] = process.argv.slice(2);
const headers = { Authorization: `Bearer ${readFileSync(tokenFile, 'utf8')}`, 'Content-Type': 'application/json' };
const example = JSON.parse(readFileSync('tests/examples/1-two-routes.json', 'utf8'));

async function put(i) {
  const body = JSON.stringify({ ...example, unit: { ...example.unit, modelCode: `DISK-${i}` } });
  return fetch(`${base}/api/records`, { method: 'POST', headers, body });
}

async function shelf() {
  const answer = await fetch(`${base}/api/shelf`);
  if (!answer.ok) throw new Error(`the shelf answers ${answer.status}`);
  return (await answer.json()).units.length;
}

async function refusedFor(answer, status) {
  const problem = await answer.json();
  if (answer.status !== status || problem.type !== 'urn:wide-lever:no-room') throw new Error(`${answer.status}: ${JSON.stringify(problem)}`);
  if ((await fetch(`${base}/health`)).status !== 200) throw new Error('the server is down');
}

if (what === 'fill') {
  let kept = 0;
  for (let i = 0; i < 5_000; i += 1) {
    const answer = await put(i);
    if (answer.ok) {
      kept += 1;
      await answer.json();
      continue;
    }
    await refusedFor(answer, 507);
    if ((await shelf()) !== kept) throw new Error(`${await shelf()} units are there, ${kept} were acknowledged`);
    console.log(`a full disk: ${kept} records acknowledged and there, the next one refused with 507, the server up`);
    process.exit(0);
  }
  throw new Error('the disk was never full');
} else {
  const before = await shelf();
  if (!(await put(9_999)).ok || (await shelf()) !== before + 1) throw new Error('with room again a record is not taken');
  console.log('room again: the next record is taken');
}
