// Fills a server with records and times its answers: medians in milliseconds.
import { readdirSync, readFileSync } from 'node:fs';

const [base, folder, tokenFile] = process.argv.slice(2);
const headers = { Authorization: `Bearer ${readFileSync(tokenFile, 'utf8')}`, 'Content-Type': 'application/json' };
const at = (times, share) => times.sort((a, b) => a - b)[Math.floor(times.length * share)].toFixed(1);
const median = (times) => at(times, 0.5);

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
  ['workspace', `/api/units/${ids[500]}`],
  ['bench', `/api/units/${ids[500]}/bench`],
  ['verdict', `/api/units/${ids[500]}/verdict`],
  ['a pair compared', `/api/compare/pair?first=${ids[1]}&second=${ids[2]}`],
  ['reasons', `/api/units/${ids[500]}/reasons`],
  ['what if', `/api/units/${ids[500]}/what-if`],
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

const fields = [];
for (let i = 0; i < 20; i += 1) {
  const start = performance.now();
  await (await fetch(`${base}/api/compare/field`, { method: 'POST', headers, body: JSON.stringify({ units: ids.slice(0, 300) }) })).text();
  fields.push(performance.now() - start);
}
console.log(`a field of 300 units        ${median(fields)} ms`);

// What an edit of the rubric would do to every unit, as the screen asks for it.
const inUse = (await (await fetch(`${base}/api/shelf`)).json()).rubric;
const rubric = await (
  await fetch(`${base}/api/rubrics/document?name=${encodeURIComponent(inUse.name)}&revision=${inUse.revision}`)
).json();
const previews = [];
for (let i = 0; i < 12; i += 1) {
  const body = JSON.stringify({ ...rubric, screwBase: 0.9 - i / 100 });
  const start = performance.now();
  const answer = await (await fetch(`${base}/api/rubrics/preview`, { method: 'POST', headers, body })).text();
  previews.push(performance.now() - start);
  if (!answer.includes('event: result')) throw new Error(answer.slice(0, 300));
}
console.log(`a rubric edit previewed     ${previews[0].toFixed(0)} ms at first, then ${median(previews)} ms over ${ids.length} units`);
if (process.argv.includes('--preview-only')) process.exit(0);

// Steps by their lines, as the bench logs them: read at each key, committed once; ten on each of thirty units.
const line = '4 ph0 m2x4, 2 ph0 m2x9 under foot, 12 clips, unplug wire, lift cover';
const reads = [];
const commits = [];
const shelves = [];
for (let i = 0; i < 300; i += 1) {
  const teardown = `${base}/api/teardowns/${ids[(i % 30) * 30]}/line`;
  const body = JSON.stringify({ line, caret: line.length });
  let start = performance.now();
  const read = await fetch(teardown, { method: 'POST', headers, body });
  reads.push(performance.now() - start);
  if (!read.ok) throw new Error(await read.text());
  start = performance.now();
  const answer = await fetch(`${teardown}/commit`, { method: 'POST', headers: { ...headers, 'If-Match': `"${Math.floor(i / 30) + 1}"` }, body });
  commits.push(performance.now() - start);
  if (!answer.ok) throw new Error(await answer.text());
  await answer.text();
  start = performance.now();
  await (await fetch(`${base}/api/shelf`)).text();
  shelves.push(performance.now() - start);
}
console.log(`the shelf after an edit     ${median(shelves)} ms, 99th percentile ${at(shelves, 0.99)} ms`);
console.log(`a line read while typing    ${median(reads)} ms, 99th percentile ${at(reads, 0.99)} ms`);
console.log(`a committed step            ${median(commits)} ms, 99th percentile ${at(commits, 0.99)} ms`);
