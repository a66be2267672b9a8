// Watches the server's system calls: what an answer acknowledges is flushed before the answer goes out. Called by ./wide-lever soak; needs strace.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createInterface } from 'node:readline';

const app = process.argv[2];
if (!existsSync('/usr/bin/strace')) {
  console.log('flushing: not watched, for there is no strace');
  process.exit(0);
}
const folder = mkdtempSync(join(tmpdir(), 'wide-lever-flush-'));
const [data, trace] = [join(folder, 'data'), join(folder, 'trace')];
const calls = 'fsync,fdatasync,rename,renameat,renameat2,write,pwrite64,pwritev,sendmsg,sendto,mkdir';
const strace = spawn('/usr/bin/strace', ['-f', '-qq', '--seccomp-bpf', '-y', '-s', '60', '-e', `trace=${calls}`, '-o', trace, 'dotnet', app, 'run', '--port', '0', '--data', data], {
  stdio: ['ignore', 'pipe', 'inherit'],
});
const giveUp = setTimeout(() => {
  console.error('flushing: the watched server did not answer within two minutes');
  strace.kill('SIGKILL');
  process.exit(1);
}, 120_000);

let address;
for await (const line of createInterface({ input: strace.stdout })) {
  address = /Wide Lever is at (\S+)/.exec(line)?.[1];
  if (address !== undefined) break;
}
const headers = { Authorization: `Bearer ${readFileSync(join(data, 'token'), 'utf8')}`, 'Content-Type': 'application/json', 'X-Window': 'watched' };

/** One request, with an answer that wrote nothing before it, so that its own calls stand apart. */
async function ask(path, body, more = {}) {
  await (await fetch(`${address}/health`)).text();
  await new Promise((resolve) => setTimeout(resolve, 400));
  await (await fetch(`${address}/health`)).text();
  const answer = await fetch(address + path, { method: 'POST', headers: { ...headers, ...more }, body });
  const text = await answer.text();
  if (!answer.ok) throw new Error(`${path}: ${answer.status} ${text}`);
  return JSON.parse(text);
}

// A picture of one grey pixel.
const picture = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAACklEQVR4nGNgAAAAAgABSK+kcQAAAABJRU5ErkJggg==', 'base64');
const { id } = await ask('/api/units', JSON.stringify({ unit: { maker: 'Orrest', model: 'Flush', modelCode: 'FLUSH' }, teardown: { date: '2026-11-24', bench: 'Bench 1' } }));
await ask(`/api/teardowns/${id}/line/commit`, JSON.stringify({ line: '8 ph0 m2x5, lift cover' }), { 'If-Match': '"1"' });
await ask(`/api/teardowns/${id}/photos`, picture, { 'Content-Type': 'image/png' });
await ask(`/api/teardowns/${id}/undo`, undefined);
spawn('pkill', ['-TERM', '-P', String(strace.pid)]);
await once(strace, 'exit');
clearTimeout(giveUp);

// Between two answers stands what the server did for the second; answers that touched the log are the four changes, in their order.
const answers = [];
let since = [];
for (const line of readFileSync(trace, 'utf8').split('\n')) {
  if (/(sendmsg|sendto|write)\(.*"HTTP\/1\.1 /.test(line)) {
    answers.push(since);
    since = [];
  } else since.push(line);
}
const wal = (line) => line.includes('wide-lever.db-wal>');
const changes = answers.filter((lines) => lines.some((line) => /pwrite64|write\(/.test(line) && wal(line)));
const wanted = ['a new unit', 'a committed line', 'a photo', 'an undo'];
const changed = changes.slice(-wanted.length);
if (changed.length !== wanted.length) throw new Error(`${changed.length} answers wrote to the log, ${wanted.length} were asked for`);

const last = (lines, test) => lines.findLastIndex(test);
const flushed = (line) => /\b(fsync|fdatasync)\(|<\.\.\. (fsync|fdatasync) resumed/.test(line);
for (const [i, lines] of changed.entries()) {
  const written = last(lines, (line) => /pwrite64\(/.test(line) && wal(line));
  const synced = last(lines, (line) => flushed(line) && wal(line));
  if (synced < written) throw new Error(`${wanted[i]}: the write-ahead log was written after its last flush:\n${lines.join('\n')}`);
  const told = ['the write-ahead log'];
  if (wanted[i] === 'a photo') {
    const part = lines.findIndex((line) => flushed(line) && line.includes('.part>'));
    const renamed = lines.findIndex((line) => /rename/.test(line) && line.includes('.part"'));
    const near = last(lines, (line) => flushed(line) && /\/photos\/[0-9a-f]{2}>/.test(line));
    const photos = last(lines, (line) => flushed(line) && /\/photos>/.test(line));
    const whole = last(lines, (line) => flushed(line) && /\/data>/.test(line));
    if (part < 0 || renamed < part || near < renamed || photos < renamed || whole < renamed) throw new Error(`a photo: not flushed, renamed and flushed in order:\n${lines.join('\n')}`);
    if (synced < near) throw new Error(`a photo: named in the log before it is on disk:\n${lines.join('\n')}`);
    told.unshift('the photo', 'its folders');
  }
  console.log(`${wanted[i]}: ${told.join(', ')} flushed before the answer`);
}
rmSync(folder, { recursive: true });
