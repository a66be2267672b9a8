// Writes to a server whose disk is small or read-only, or has room again.
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

async function first() {
  const { units } = await (await fetch(`${base}/api/shelf`)).json();
  return (await fetch(`${base}/api/units/${units[0].id}`)).json();
}

const revision = async () => (await first()).teardownRevision;

/** A picture of one grey pixel, for the first unit. */
async function photo() {
  const { teardownId } = await first();
  const body = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAACklEQVR4nGNgAAAAAgABSK+kcQAAAABJRU5ErkJggg==', 'base64');
  return fetch(`${base}/api/teardowns/${teardownId}/photos`, { method: 'POST', headers: { ...headers, 'Content-Type': 'image/png' }, body });
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
}
if (what === 'full') {
  await refusedFor(await put(9_998), 507);
  console.log(`started on the full disk: ${await shelf()} records are there, the next one is refused with 507`);
}
if (what === 'again') {
  const before = await shelf();
  if (!(await put(9_999)).ok || (await shelf()) !== before + 1) throw new Error('with room again a record is not taken');
  console.log('room again: the next record is taken');
}
if (what === 'readonly') {
  const before = await revision();
  await refusedFor(await photo(), 507);
  if ((await revision()) !== before) throw new Error('a photo that was not kept is in the record');
  console.log('photos on a read-only disk: refused with 507, the record as it was, the server up');
}
if (what === 'photo') {
  if (!(await photo()).ok) throw new Error('with a disk to write to again a photo is not taken');
  console.log('to be written to again: the photo is taken');
}
