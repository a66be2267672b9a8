// Fills a server with records and times its answers: medians in milliseconds.
import { readdirSync, readFileSync } from 'node:fs';

const [base, folder, tokenFile] = process.argv.slice(2);
const headers = { Authorization: `Bearer ${readFileSync(tokenFile, 'utf8')}`, 'Content-Type': 'application/json' };
const median = (times) => times.sort((a, b) => a - b)[Math.floor(times.length / 2)].toFixed(1);

const ids = [];
const imports = [];
for (const file of readdirSync(folder)) {
  const start = performance.now();
  const answer = await fetch(`${base}/api/records`, { method: 'POST', headers, body: readFileSync(`${folder}/${file}`) });
  imports.push(performance.now() - start);
  ids.push((await answer.json()).id);
}
console.log(`import of a record          ${median(imports)} ms`);

const cold = performance.now();
await (await fetch(`${base}/api/shelf`)).text();
console.log(`first shelf, nothing cached ${(performance.now() - cold).toFixed(0)} ms for ${ids.length} units`);

for (const [name, path] of [
  ['/health', '/health'],
  ['shelf', '/api/shelf'],
  ['workspace and bench', `/api/units/${ids[500]}`],
  ['verdict', `/api/units/${ids[500]}/verdict`],
  ['compare', `/api/compare?first=${ids[1]}&second=${ids[2]}`],
  ['page', '/'],
]) {
  const times = [];
  for (let i = 0; i < 60; i += 1) {
    const start = performance.now();
    await (await fetch(base + path)).text();
    times.push(performance.now() - start);
  }
  console.log(`${name.padEnd(27)} ${median(times)} ms`);
}

const commits = [];
for (let i = 0; i < 100; i += 1) {
  const step = { id: `extra-${i}`, title: `Extra ${i}`, layer: 'outside', actions: [{ do: 'unscrew', count: 4, drive: 'cross', captive: false }] };
  const start = performance.now();
  const answer = await fetch(`${base}/api/teardowns/${ids[0]}/steps`, { method: 'POST', headers: { ...headers, 'If-Match': `"${i + 1}"` }, body: JSON.stringify(step) });
  commits.push(performance.now() - start);
  if (!answer.ok) throw new Error(await answer.text());
}
console.log(`a committed step            ${median(commits)} ms`);
