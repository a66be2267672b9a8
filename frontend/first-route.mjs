// Sums the compressed size of every script that the first route loads, and fails above a limit.
import { readFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';

const [root, limit] = [process.argv[2], Number(process.argv[3])];
const manifest = JSON.parse(readFileSync(`${root}/.vite/manifest.json`, 'utf8'));
const seen = new Set();
const visit = (name) => {
  if (seen.has(name)) return;
  seen.add(name);
  (manifest[name].imports ?? []).forEach(visit);
};
visit('index.html');
const bytes = [...seen].reduce(
  (sum, name) => sum + gzipSync(readFileSync(`${root}/${manifest[name].file}`), { level: 9 }).length,
  0,
);
console.log(`${(bytes / 1000).toFixed(1)} kB of compressed script, limit ${limit} kB`);
process.exit(bytes / 1000 < limit ? 0 : 1);
