import { same } from '../edits/merge';

/** A change of a document that a person asked for. */
export interface Intent<T> {
  /** The document with it. Made of the document as it is when its turn comes: what others changed meanwhile stays. */
  apply: (document: T) => T;
  /** Asks for it. The document has it already. */
  send: (document: T, revision: number) => Promise<{ revision: number }>;
  /** Whether only the program knows what comes of it, as of an undo. */
  isOpen?: boolean;
}

export interface Read<T> {
  document: T;
  revision: number;
}

/** Why an intent was not done. */
export interface Refusal {
  /** 0: nobody knows, for no answer came; 412: the document was changed by another; else it was refused. */
  status: number;
}

// A document that changes under each try is not chased for ever.
const tries = 5;

/**
 * Intents for one document, one after the other: each is made of what stands when its turn comes, on the revision that the one before it made. Where
 * another window was faster the document is read again and the intent is made anew; where no answer comes it waits until the program is there again.
 */
export class EditQueue<T> {
  private waiting: Intent<T>[] = [];
  private running = false;
  private listeners = new Set<() => void>();
  private state: { document: T; shown: T; busy: boolean; problem: unknown; waits: boolean };
  private going: { busy: boolean; problem: unknown } = { busy: false, problem: null };

  /**
   * @param known The document and its revision.
   * @param read Reads it again.
   * @param refusalOf What an error means.
   */
  constructor(
    private known: Read<T>,
    private readonly read: () => Promise<Read<T>>,
    private readonly refusalOf: (error: unknown) => Refusal,
  ) {
    this.state = { document: known.document, shown: known.document, busy: false, problem: null, waits: false };
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** What to show: the document with every intent that waits, whether one is under way, what was refused last, and whether no answer comes. */
  readonly now = () => this.state;

  /** How it goes: the same object as long as nothing of it changed, whatever becomes of the document. */
  readonly progress = () => this.going;

  /** How many intents wait or are under way. */
  readonly count = () => this.waiting.length;

  /** Adds an intent. */
  push(intent: Intent<T>): void {
    this.waiting.push(intent);
    this.tell({ problem: null });
    void this.run();
  }

  /** The document as it was read elsewhere; an older one than is known is passed over. */
  take(read: Read<T>): void {
    if (this.running || read.revision < this.known.revision) return;
    this.known = read;
    this.tell({});
  }

  /** What was refused was read by the person. */
  dismiss(): void {
    if (!this.state.waits) this.tell({ problem: null });
  }

  /** Goes on after no answer came. */
  resume(): void {
    if (this.state.waits) void this.run();
  }

  private async run(): Promise<void> {
    if (this.running) return;
    this.running = true;
    const { waits } = this.state;
    this.tell({ waits: false });
    // What was asked for when no answer came may have been done.
    if (waits) {
      if (!(await this.readAgain())) return;
      this.tell({ problem: null });
    }
    for (let intent = this.waiting[0]; intent !== undefined; intent = this.waiting[0]) {
      try {
        await this.carryOut(intent);
        this.waiting.shift();
        this.tell({});
      } catch (error) {
        if (this.refusalOf(error).status === 0) {
          // What nobody can tell from the document whether it was done is not asked for twice.
          if (intent.isOpen === true) this.waiting.shift();
          this.rest(error);
          return;
        }
        // What waits behind it was asked for by itself, and is made of what stands.
        this.waiting.shift();
        this.tell({ problem: error });
      }
    }
    this.running = false;
    this.tell({});
  }

  private async readAgain(): Promise<boolean> {
    try {
      this.known = await this.read();
      return true;
    } catch (error) {
      this.rest(error);
      return false;
    }
  }

  private rest(error: unknown): void {
    this.running = false;
    this.tell({ problem: error, waits: true });
  }

  private async carryOut(intent: Intent<T>): Promise<void> {
    for (let tried = 1; ; tried++) {
      const next = intent.apply(this.known.document);
      // An answer that was lost may have been an acknowledgement.
      if (intent.isOpen !== true && same(next, this.known.document)) return;
      try {
        const { revision } = await intent.send(next, this.known.revision);
        this.known = intent.isOpen === true ? await this.read() : { document: next, revision };
        return;
      } catch (error) {
        if (this.refusalOf(error).status !== 412 || tried === tries) throw error;
        this.known = await this.read();
      }
    }
  }

  private tell(changed: Partial<typeof this.state>): void {
    const { document } = this.known;
    this.state = {
      ...this.state,
      ...changed,
      document,
      shown: this.waiting.reduce((shown, intent) => intent.apply(shown), document),
      busy: this.running,
    };
    const { busy, problem } = this.state;
    if (busy !== this.going.busy || problem !== this.going.problem) this.going = { busy, problem };
    for (const listener of this.listeners) listener();
  }
}
