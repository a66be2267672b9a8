// Writes steps from several windows at once, kills the server in the middle, starts it again, and counts what was acknowledged.
import { spawn } from 'node:child_process';
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

let { server, address } = await start();
const token = readFileSync(`${folder}/token`, 'utf8');
const headers = { Authorization: `Bearer ${token}`, 'Content-Type': 'application/json' };
const made = await fetch(`${address}/api/units`, {
  method: 'POST',
  headers,
  body: JSON.stringify({ unit: { maker: 'Orrest', model: 'Soak', modelCode: 'SOAK' }, teardown: { date: '2026-11-24', bench: 'Bench 1' } }),
});
const { id } = await made.json();
const acknowledged = new Set();
let [stale, written] = [0, 0];

async function write(window, until) {
  while (Date.now() < until) {
    try {
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
      if (answer.ok) acknowledged.add((await answer.json()).made);
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
  // A removal may be on disk whose acknowledgement was killed; a step may be too.
  kept.forEach((step) => acknowledged.add(step));
}
server.kill('SIGTERM');
console.log(`${rounds} kills in the middle of writes: ${written} steps sent, ${stale} refused as stale, none that was acknowledged lost`);
