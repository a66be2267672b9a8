// Writes steps from several windows at once, kills the server in the middle, starts it again, and counts what was acknowledged.
import { randomBytes } from 'node:crypto';
import { deflateSync } from 'node:zlib';
import { spawn, spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { once } from 'node:events';

const [app, folder, rounds] = [process.argv[2], process.argv[3], Number(process.argv[4])];

async function start() {
  const server = spawn('dotnet', [app, 'run', '--port', '0', '--data', folder]);
  for await (const chunk of server.stdout) {
    const address = /Wide Lever is at (\S+)/.exec(String(chunk))?.[1];
    if (address !== undefined) return { server, address };
  }
  throw new Error('the server did not start');
}

/** A PNG of eight by eight grey pixels, unlike any before. */
function picture() {
  const chunk = (name, data) => {
    const body = Buffer.concat([Buffer.from(name), data]);
    let crc = ~0;
    for (const byte of body) {
      crc ^= byte;
      for (let bit = 0; bit < 8; bit += 1) crc = (crc >>> 1) ^ (crc & 1 ? 0xedb88320 : 0);
    }
    const ends = Buffer.alloc(8);
    ends.writeUInt32BE(data.length, 0);
    ends.writeUInt32BE(~crc >>> 0, 4);
    return Buffer.concat([ends.subarray(0, 4), body, ends.subarray(4)]);
  };
  const head = Buffer.from([0, 0, 0, 8, 0, 0, 0, 8, 8, 0, 0, 0, 0]);
  const rows = Buffer.concat(Array.from({ length: 8 }, () => Buffer.concat([Buffer.from([0]), randomBytes(8)])));
  const start = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  return Buffer.concat([start, chunk('IHDR', head), chunk('IDAT', deflateSync(rows)), chunk('IEND', Buffer.alloc(0))]);
}

/** SQLite's own check, where a Python with SQLite is on the machine. */
function checkIntegrity(round) {
  const python = spawnSync('python3', ['-c', "import sqlite3, sys; print(sqlite3.connect(sys.argv[1]).execute('PRAGMA integrity_check').fetchone()[0])", `${folder}/wide-lever.db`]);
  if (python.status === 0 && String(python.stdout).trim() !== 'ok') throw new Error(`round ${round}: ${python.stdout}`);
  checked += python.status === 0 ? 1 : 0;
}

let checked = 0;
let { server, address } = await start();
const token = readFileSync(`${folder}/token`, 'utf8');
const headers = { Authorization: `Bearer ${token}`, 'Content-Type': 'application/json' };
const made = await fetch(`${address}/api/units`, {
  method: 'POST',
  headers,
  body: JSON.stringify({ unit: { maker: 'Orrest', model: 'Soak', modelCode: 'SOAK' }, teardown: { date: '2026-11-24', bench: 'Bench 1' } }),
});
const { id } = await made.json();
const teardown = (await (await fetch(`${address}/api/units/${id}`)).json()).teardownId;
const acknowledged = new Set();
let [stale, written, undone, photos] = [0, 0, 0, 0];

async function write(window, until) {
  let last = null;
  for (let turn = 0; Date.now() < until; turn += 1) {
    try {
      // Now and then what this window did last is taken back; whether that was acknowledged or not, the step may be gone.
      if (turn % 7 === 6 && last !== null) {
        acknowledged.delete(last);
        last = null;
        const answer = await fetch(`${address}/api/teardowns/${teardown}/undo`, { method: 'POST', headers: { ...headers, 'X-Window': window } });
        if (answer.ok) undone += 1;
        else if (answer.status !== 409 && answer.status !== 422) throw new Error(await answer.text());
        continue;
      }
      if (turn % 9 === 8 && photos < 400) {
        const answer = await fetch(`${address}/api/teardowns/${teardown}/photos`, {
          method: 'POST',
          headers: { ...headers, 'Content-Type': 'image/png', 'X-Window': window },
          body: picture(),
        });
        // The photo is what would be taken back now.
        last = null;
        if (answer.ok) photos += 1;
        else throw new Error(await answer.text());
        continue;
      }
      const { teardownRevision, record } = await (await fetch(`${address}/api/units/${id}`)).json();
      // The oldest go, so that the record stays within its limits.
      if (record.steps.length > 250) {
        const gone = record.steps[0].id;
        const removed = await fetch(`${address}/api/teardowns/${id}/steps/${gone}`, { method: 'DELETE', headers: { ...headers, 'If-Match': `"${teardownRevision}"` } });
        if (removed.ok) acknowledged.delete(gone);
        else if (removed.status !== 412) throw new Error(await removed.text());
        continue;
      }
      // A line with a part of its own writes two documents in one act.
      const stepId = `${window}-${(written += 1)}`;
      const line = written % 4 === 0 ? `${1 + (written % 9)} clips = fan-${stepId} "${stepId}"` : `${1 + (written % 9)} clips "${stepId}"`;
      const answer = await fetch(`${address}/api/teardowns/${id}/line/commit`, {
        method: 'POST',
        headers: { ...headers, 'If-Match': `"${teardownRevision}"`, 'X-Window': window },
        body: JSON.stringify({ line }),
      });
      if (answer.ok) acknowledged.add((last = (await answer.json()).made));
      else if (answer.status === 412) stale += 1;
      else throw new Error(await answer.text());
    } catch (error) {
      // Killed in the middle of a request: nothing was acknowledged.
      if (error instanceof TypeError || error instanceof SyntaxError) return;
      throw error;
    }
  }
}

for (let round = 0; round < rounds; round += 1) {
  const until = Date.now() + 300 + ((round * 97) % 500);
  const writers = [0, 1, 2].map((window) => write(`w${window}r${round}`, until + 1000));
  await new Promise((resolve) => setTimeout(resolve, until - Date.now()));
  const exited = once(server, 'exit');
  server.kill('SIGKILL');
  await exited;
  await Promise.all(writers);
  ({ server, address } = await start());
  const { record } = await (await fetch(`${address}/api/units/${id}`)).json();
  const kept = new Set(record.steps.map((step) => step.id));
  const parts = new Set(record.parts.map((part) => part.id));
  const half = record.steps.flatMap((step) => step.frees ?? []).filter((part) => !parts.has(part));
  if (half.length > 0) throw new Error(`round ${round}: half an act was written: ${half.join(', ')}`);
  const lost = [...acknowledged].filter((step) => !kept.has(step));
  if (lost.length > 0) throw new Error(`round ${round}: lost ${lost.join(', ')}`);
  const kinds = record.photos ?? [];
  if (kinds.length < photos) throw new Error(`round ${round}: ${photos} photos were acknowledged, ${kinds.length} are there`);
  if (kinds.length > 0 && !(await fetch(`${address}/api/photos/${kinds.at(-1).sha256}/thumbnail`)).ok) throw new Error(`round ${round}: a photo cannot be read`);
  photos = kinds.length;
  if (round % 10 === 9) checkIntegrity(round);
  // A removal may be on disk whose acknowledgement was killed; a step may be too.
  kept.forEach((step) => acknowledged.add(step));
}
server.kill('SIGTERM');
console.log(`${rounds} kills in the middle of writes: ${written} steps sent, ${undone} taken back, ${photos} photos, ${stale} refused as stale, none that was acknowledged lost; integrity checked ${checked} times`);
