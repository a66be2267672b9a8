// Commits one after the other until it is stopped, and says how long they took: node commits.mjs ADDRESS TOKEN_FILE
import { readFileSync } from 'node:fs';

const [address, tokenFile] = process.argv.slice(2);
const headers = { Authorization: `Bearer ${readFileSync(tokenFile, 'utf8').trim()}`, 'X-Window': 'commits', 'Content-Type': 'application/json', 'If-Match': '*' };
const { units } = await (await fetch(`${address}/api/shelf`, { headers })).json();
const path = `${address}/api/units/${units[0].id}`;
const { record } = await (await fetch(path, { headers })).json();
const took = [];
process.on('SIGTERM', () => {
  took.sort((a, b) => a - b);
  console.log(`${took.length} commits beside it, ${took[took.length >> 1].toFixed(1)} ms at the median, ${took.at(-1).toFixed(0)} ms at most`);
  process.exit(0);
});
for (let price = 100; ; price++) {
  const from = performance.now();
  const answer = await fetch(`${path}/heading`, { method: 'PUT', headers, body: JSON.stringify({ unit: { ...record.unit, price: { amount: price, currency: 'EUR' } } }) });
  if (!answer.ok) throw new Error(`${answer.status} ${await answer.text()}`);
  took.push(performance.now() - from);
}
