// Mixed load on a server for some minutes: what a house does in a day, many times over. Prints how much was done, how slow it was, and the server's memory.
// Called by bench/load.sh: node bench/load.mjs BASE TOKENFILE PID MINUTES
import { readFileSync } from 'node:fs';

const [base, tokenFile, pid, minutes] = process.argv.slice(2);
const token = readFileSync(tokenFile, 'utf8').trim();
const memory = (name) => Number(/(\d+) kB/.exec(new RegExp(`${name}:.*`).exec(readFileSync(`/proc/${pid}/status`, 'utf8'))[0])[1]) / 1000;
const end = performance.now() + Number(minutes) * 60_000;

const ids = (await (await fetch(`${base}/api/shelf`)).json()).units.map((unit) => unit.id);
const times = new Map();
const answers = new Map();

async function ask(name, path, method = 'GET', body = undefined, headers = {}) {
  const start = performance.now();
  const answer = await fetch(base + path, {
    method,
    headers: { Authorization: `Bearer ${token}`, 'Content-Type': 'application/json', ...headers },
    body: body === undefined ? undefined : JSON.stringify(body),
  });
  const text = await answer.text();
  const own = times.get(name) ?? [];
  own.push(performance.now() - start);
  times.set(name, own);
  answers.set(answer.status, (answers.get(answer.status) ?? 0) + 1);
  if (answer.status >= 500) throw new Error(`${method} ${path}: ${answer.status} ${text.slice(0, 200)}`);
  return text;
}

/** A generator of its own for each window, so that every run asks the same. */
function random(seed) {
  let state = seed;
  return (below) => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return Math.floor((state / 2 ** 32) * below);
  };
}

const reads = ['', '/bench', '/verdict', '/reasons', '/doubt', '/what-if', '/effort-schools', '/record'];

// Seldomer, one at a time: what a reader asks.
const asked = [
  (id) => ['summary', `/api/units/${id}/summary`],
  (id) => ['verdict sheet', `/api/units/${id}/sheet`],
  (id) => ['symptoms', `/api/units/${id}/symptoms`],
  (id) => ['plan', `/api/units/${id}/plan?for=battery,fan:clean`],
  (id) => ['job sheet', `/api/units/${id}/plan/sheet?for=battery`],
  (id) => ['repair cost', `/api/units/${id}/plan/cost?for=battery&rate=60`],
  (id) => ['tray', `/api/units/${id}/tray`],
  () => ['shelf asked', '/api/shelf/asked?q=battery%20minutes%205&q=battery%20glue%200'],
  (id, other) => ['in words', `/api/compare/words?reference=${id}&unit=${other}`],
  (id, other) => ['comparison page', `/api/compare/sheet?unit=${id}&unit=${other}`],
];

async function window(number) {
  const below = random(number);
  const own = { 'X-Window': `load-${number}` };
  while (performance.now() < end) {
    const id = ids[below(ids.length)];
    const act = below(22);
    if (act < 8) await ask(`unit${reads[act]}`, `/api/units/${id}${reads[act]}`, 'GET', undefined, own);
    else if (act < 10) await ask('shelf', '/api/shelf', 'GET', undefined, own);
    else if (act < 15) {
      const unit = JSON.parse(await ask('unit', `/api/units/${id}`, 'GET', undefined, own));
      const teardown = `/api/teardowns/${unit.teardownId}`;
      const line = `${1 + below(9)} ph0 m2x4, 12 clips, lift cover`;
      for (let caret = 1; caret <= line.length; caret += 6) await ask('line read', `${teardown}/line`, 'POST', { line: line.slice(0, caret), caret }, own);
      await ask('line committed', `${teardown}/line/commit`, 'POST', { line }, { ...own, 'If-Match': `"${unit.teardownRevision}"` });
      if (below(2) === 0) await ask('undo', `${teardown}/undo`, 'POST', undefined, own);
    } else if (act < 17) await ask('pair', `/api/compare/pair?first=${id}&second=${ids[below(ids.length)]}`, 'GET', undefined, own);
    else if (act === 17) {
      const some = [...new Set(Array.from({ length: 60 }, () => ids[below(ids.length)]))];
      await ask('field of 60', '/api/compare/field', 'POST', { units: some }, own);
    } else if (act === 18) {
      const some = [...new Set(Array.from({ length: 60 }, () => ids[below(ids.length)]))];
      await ask('odds of 60, 2,000 draws', '/api/compare/odds', 'POST', { units: some, index: 'combined', seed: number, draws: 2_000 }, own);
    } else if (act > 19) {
      const other = ids[below(ids.length)];
      const [name, path] = asked[below(asked.length)](id, other === id ? ids.find((one) => one !== id) : other);
      await ask(name, path, 'GET', undefined, own);
    } else await ask('schools of 10', '/api/compare/schools', 'POST', { units: ids.slice(below(ids.length - 10)).slice(0, 10), index: 'repair' }, own);
  }
}

const start = performance.now();
await Promise.all([1, 2, 3, 4].map(window));
const done = [...times.values()].reduce((sum, own) => sum + own.length, 0);
const slow = [...times]
  .map(([name, own]) => [name, own.sort((a, b) => a - b)])
  .map(([name, own]) => `${name} ${own[Math.floor(own.length / 2)].toFixed(1)}/${own[Math.floor(own.length * 0.99)].toFixed(0)}`);
console.log(
  `${ids.length} units, 4 windows, ${((performance.now() - start) / 60_000).toFixed(1)} min: ${done} requests, answers ${[...answers].map(([status, count]) => `${status} ${count}`).join(', ')}; ` +
    `${memory('VmRSS').toFixed(0)} MB at the end, ${memory('VmHWM').toFixed(0)} MB at most`,
);
console.log(`median and 99th percentile, ms: ${slow.join(', ')}`);
