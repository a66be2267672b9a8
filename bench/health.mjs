// Puts a record on the shelf that is slow and asks for every view of it, thirty at a time, and for /health all the while: prints how slow /health was at most.
// Called by bench/load.sh: node bench/health.mjs BASE TOKENFILE RECORDFILE
import { readFileSync } from 'node:fs';

const [base, tokenFile, file] = process.argv.slice(2);
const headers = { Authorization: `Bearer ${readFileSync(tokenFile, 'utf8').trim()}`, 'Content-Type': 'application/json' };
// The first request of a program that has just started is another matter.
await (await fetch(`${base}/health`)).text();
let done = false;
const health = [];
const watching = (async () => {
  while (!done) {
    const start = performance.now();
    await (await fetch(`${base}/health`)).text();
    health.push(performance.now() - start);
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
})();
const start = performance.now();
const imported = await fetch(`${base}/api/records`, { method: 'POST', headers, body: readFileSync(file) });
if (!imported.ok) throw new Error(`${imported.status} ${(await imported.text()).slice(0, 300)}`);
const { id } = await imported.json();
const { parts } = JSON.parse(readFileSync(file, 'utf8'));
const plan = `plan?for=${parts.slice(0, 20).map((part) => part.id).join(',')}`;
const screens = ['verdict', 'reasons', 'what-if', 'doubt', 'bench', 'symptoms', 'plan/jobs', plan, 'upgrade?kind=memory'];
const thirty = Array.from({ length: 30 }, (_, i) => `/api/units/${id}/${screens[i % screens.length]}`);
const asked = await Promise.all(
  ['/api/shelf', ...thirty].map(async (path) => {
    const answer = await fetch(base + path);
    await answer.text();
    if (answer.status >= 500) throw new Error(`${path}: ${answer.status}`);
    return `${path.replace(/.*\/|\?.*/g, '')} ${answer.status} after ${((performance.now() - start) / 1000).toFixed(1)} s`;
  }),
);
done = true;
await watching;
const most = Math.max(...health);
const at99 = health.sort((a, b) => a - b)[Math.floor(health.length * 0.99)];
console.log(`the slowest record on the shelf: ${asked.join(', ')}; /health ${health.length} times meanwhile, ${at99.toFixed(0)} ms at the 99th percentile, ${most.toFixed(0)} ms at most`);
const removed = await fetch(`${base}/api/units/${id}`, { method: 'DELETE', headers: { ...headers, 'If-Match': '"1"' } });
if (!removed.ok) throw new Error(`it cannot be taken off the shelf: ${removed.status} ${await removed.text()}`);
if (most > 500) throw new Error('over 500 ms');
