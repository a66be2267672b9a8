import { describe, expect, it } from 'vitest';
import { OwnActs } from './ownActs';

/** A program that keeps one revision a document and refuses what was made on another. */
function program() {
  const revisions = new Map<string, number>();
  const asked: string[] = [];
  const gates: (() => void)[] = [];
  let held = false;
  const send = async (request: Request) => {
    const path = new URL(request.url).pathname;
    const document = path.split('/').slice(0, 4).join('/');
    const on = request.headers.get('If-Match');
    asked.push(`${path.split('/').slice(4).join('/')} on ${on ?? 'none'}`);
    if (held) await new Promise<void>((resolve) => gates.push(resolve));
    const now = revisions.get(document) ?? 1;
    if (on !== null && on !== `"${now}"`) return new Response(null, { status: 412 });
    if (request.url.endsWith('fails')) throw new TypeError('no answer');
    revisions.set(document, now + 1);
    return new Response(null, { status: 200, headers: { ETag: `"${now + 1}"` } });
  };
  return {
    acts: new OwnActs(send),
    asked,
    hold: () => (held = true),
    letGo: () => {
      held = false;
      for (const gate of gates.splice(0)) gate();
    },
    another: (document: string) => revisions.set(document, (revisions.get(document) ?? 1) + 1),
  };
}

const act = (path: string, revision: number) =>
  new Request(`http://127.0.0.1${path}`, { method: 'PUT', headers: { 'If-Match': `"${revision}"` } });

describe('OwnActs', () => {
  it('goes on from what this window made, though the view is behind', async () => {
    const { acts, asked } = program();
    expect((await acts.fetch(act('/api/units/u/parts', 1))).status).toBe(200);
    expect((await acts.fetch(act('/api/units/u/claims', 1))).status).toBe(200);
    expect((await acts.fetch(act('/api/units/u/claims', 1))).status).toBe(200);
    expect(asked).toEqual(['parts on "1"', 'claims on "2"', 'claims on "3"']);
  });

  it('sends acts of one document one after the other, and does not wait for another document', async () => {
    const { acts, asked, hold, letGo } = program();
    hold();
    const all = [act('/api/units/u/a', 1), act('/api/units/u/b', 1), act('/api/teardowns/t/c', 1)].map(acts.fetch);
    await new Promise((resolve) => setTimeout(resolve));
    expect(asked).toEqual(['a on "1"', 'c on "1"']);
    letGo();
    expect((await Promise.all(all)).map((answer) => answer.status)).toEqual([200, 200, 200]);
    expect(asked).toEqual(['a on "1"', 'c on "1"', 'b on "2"']);
  });

  it('is refused where another window was between', async () => {
    const { acts, another } = program();
    await acts.fetch(act('/api/units/u/a', 1));
    another('/api/units/u');
    expect((await acts.fetch(act('/api/units/u/b', 1))).status).toBe(412);
    expect((await acts.fetch(act('/api/units/u/b', 3))).status).toBe(200);
    // What is behind the other's change stays refused.
    expect((await acts.fetch(act('/api/units/u/c', 2))).status).toBe(412);
  });

  it('goes on after one that was not answered', async () => {
    const { acts } = program();
    await expect(acts.fetch(act('/api/units/u/fails', 1))).rejects.toThrow('no answer');
    expect((await acts.fetch(act('/api/units/u/b', 1))).status).toBe(200);
  });

  it('leaves alone what names no revision', async () => {
    const { acts, asked } = program();
    await acts.fetch(act('/api/units/u/a', 1));
    await acts.fetch(new Request('http://127.0.0.1/api/units/u/undo', { method: 'POST' }));
    expect(asked).toEqual(['a on "1"', 'undo on none']);
  });
});
