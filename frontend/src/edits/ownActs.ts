/** Sends a request. */
type Send = (request: Request) => Promise<Response>;

/**
 * Acts of this window on the documents of the desk. Those of one document are sent one after the other, and each on the revision that the one before it
 * made of the one in view: what this window did itself is nobody else's change, though it is not read again yet. What others did breaks the chain, and
 * the program refuses the act as ever.
 */
export class OwnActs {
  private readonly made = new Map<string, string>();
  private readonly last = new Map<string, Promise<unknown>>();

  constructor(private readonly send: Send) {}

  /** Sends a request; what names no revision goes at once. */
  readonly fetch: Send = (request) => {
    const document = /^\/api\/(units|teardowns)\/[^/]+/.exec(new URL(request.url).pathname)?.[0];
    if (document === undefined || !request.headers.has('If-Match')) return this.send(request);
    const act = (this.last.get(document) ?? Promise.resolve()).then(() => this.act(document, request));
    const settled = act.catch(() => undefined);
    this.last.set(document, settled);
    void settled.then(() => {
      if (this.last.get(document) === settled) this.last.delete(document);
    });
    return act;
  };

  private async act(document: string, request: Request): Promise<Response> {
    let seen = request.headers.get('If-Match') ?? '';
    for (
      let next = this.made.get(`${document} ${seen}`);
      next !== undefined;
      next = this.made.get(`${document} ${seen}`)
    )
      seen = next;
    request.headers.set('If-Match', seen);
    const response = await this.send(request);
    const now = response.headers.get('ETag');
    if (response.ok && now !== null && now !== seen) this.made.set(`${document} ${seen}`, now);
    return response;
  }
}
