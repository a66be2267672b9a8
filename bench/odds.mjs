// Rank odds of the whole shelf, and the takeaway with odds; prints how long they take and the server's memory.
// Called by bench/load.sh: node bench/odds.mjs BASE TOKENFILE PID
import { readFileSync } from 'node:fs';

const [base, tokenFile, pid] = process.argv.slice(2);
const headers = { Authorization: `Bearer ${readFileSync(tokenFile, 'utf8').trim()}`, 'Content-Type': 'application/json' };
const most = () => Number(/VmHWM:\s*(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[1]) / 1000;

async function timed(name, path, init = undefined) {
  const start = performance.now();
  const answer = await fetch(base + path, init);
  const text = await answer.text();
  if (!answer.ok || text.includes('event: problem')) throw new Error(`${path}: ${answer.status} ${text.slice(0, 300)}`);
  console.log(`${name.padEnd(44)} ${((performance.now() - start) / 1000).toFixed(1)} s, ${(text.length / 1e6).toFixed(1)} MB; ${most().toFixed(0)} MB of memory at most until then`);
  return text;
}

const ids = JSON.parse(await timed('shelf', '/api/shelf')).units.map((unit) => unit.id);
const body = JSON.stringify({ units: ids, index: 'combined', seed: 1, draws: 1_000 });
await timed(`odds of ${ids.length} units, 1,000 draws`, '/api/compare/odds', { method: 'POST', headers, body });
await timed('takeaway of all with odds of 400 draws, JSON', '/api/compare/takeaway.json?seed=1&draws=400');
await timed('takeaway of all with odds of 400 draws, XLSX', '/api/compare/takeaway.xlsx?seed=1&draws=400');
const memory = most();
if (memory > 1_000) throw new Error(`${memory} MB of memory, over 1 GB`);
