import { type ChildProcess, fork } from 'node:child_process';
import { setTimeout } from 'node:timers/promises';
import { ProblemError, problem } from '../wire/problem';

/** The demo is made anew each time; a slow machine is given this long, ms. */
const patience = 180_000;
/** An answer is not waited for longer than this: then it is asked for again, ms. */
const answerWithin = 8000;

/** Told by the process of the made-up data when it answers. */
const isReady = (told: unknown): told is { readonly port: number } =>
  typeof told === 'object' && told !== null && 'port' in told && typeof told.port === 'number';

const failed = () =>
  new ProblemError(
    problem(503, 'The made-up data could not be opened. Your own are as they were. Try again in a minute.'),
  );

/**
 * Made-up data to look round in: the same program as a process of its own, on data of its own, at an address of its
 * own, so that nothing a browser keeps for one is ever taken for the other. It ends with this one, or when nobody has
 * looked for a while.
 */
export class LookRound {
  private child: ChildProcess | undefined;
  private opening: Promise<number> | undefined;

  /**
   * @param program what is started
   * @param ownPort where the way back leads
   */
  constructor(
    private readonly program: string,
    private readonly ownPort: () => number,
  ) {}

  /** The port on which it answers; one for all who ask. @throws ProblemError 503 when it does not start */
  open(): Promise<number> {
    return (this.opening ??= this.start().catch((error: unknown) => {
      this.close();
      throw error;
    }));
  }

  /** The same, or null while it is not open yet: then it is asked for again. */
  async openSoon(within = answerWithin): Promise<number | null> {
    const later = new AbortController();
    try {
      return await Promise.race([this.open(), setTimeout(within, null, { signal: later.signal })]);
    } finally {
      later.abort();
    }
  }

  private start(): Promise<number> {
    const child = fork(this.program, {
      env: {
        ...process.env,
        HEDGE_LAMP_DEMO: '1',
        HEDGE_LAMP_DATA: '',
        HEDGE_LAMP_PORT: '0',
        HEDGE_LAMP_OWN_PORT: String(this.ownPort()),
      },
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    });
    this.child = child;
    child.once('exit', () => {
      if (this.child === child) this.child = this.opening = undefined;
    });
    return new Promise((resolve, reject) => {
      const timer = globalThis.setTimeout(() => reject(failed()), patience);
      const done = (act: () => void) => {
        clearTimeout(timer);
        act();
      };
      child.once('message', (told) => done(() => (isReady(told) ? resolve(told.port) : reject(failed()))));
      child.once('exit', () => done(() => reject(failed())));
      child.once('error', () => done(() => reject(failed())));
    });
  }

  close(): void {
    this.child?.kill();
    this.child = this.opening = undefined;
  }
}
