/** Clocks differ by the time that a question takes; beyond this they were set apart. */
const slackMs = 2000;

export interface DeviceClocks {
  /** What the device says the time is, ms since epoch. */
  wall(): number;
  /** Milliseconds that nobody can set; on some devices they stand still while it sleeps. */
  steady(): number;
}

/**
 * The time by the server's clock, on a device whose own may be wrong, set, or asleep. Between answers it goes by
 * the steady clock. When the wall clock runs ahead of that, the device slept or somebody set it: the server is
 * asked, and until it answers nothing jumps. When nobody answers, sleep is the likelier.
 */
export class SteadyTime {
  private base: number;
  private wallThen: number;
  private steadyThen: number;
  /** True while it is not known whether the device slept or was set. */
  unsure = false;

  /** @param ahead how far the server's clock was ahead of this device's when it last answered, ms */
  constructor(
    private readonly clocks: DeviceClocks,
    ahead = 0,
  ) {
    this.wallThen = clocks.wall();
    this.steadyThen = clocks.steady();
    this.base = this.wallThen + ahead;
  }

  /** How far the server's clock is ahead of this device's, ms. */
  get ahead(): number {
    return this.now() - this.clocks.wall();
  }

  /** How much more the wall clock moved than the steady one since they were last compared. */
  private get gap(): number {
    return this.clocks.wall() - this.wallThen - (this.clocks.steady() - this.steadyThen);
  }

  private anchor(now: number): void {
    this.base = now;
    this.wallThen = this.clocks.wall();
    this.steadyThen = this.clocks.steady();
    this.unsure = false;
  }

  /** The present instant, ms since epoch. */
  now(): number {
    const now = this.base + (this.clocks.steady() - this.steadyThen);
    if (this.gap < -slackMs) {
      // No device wakes up earlier than it fell asleep: its clock was set back.
      this.anchor(now);
      return Math.round(now);
    }
    if (this.gap > slackMs) this.unsure = true;
    return Math.round(now);
  }

  /** The server said what time it is; `middle` is the steady time half-way through the question. */
  answered(serverNow: number, middle: number): void {
    const now = serverNow + (this.clocks.steady() - middle);
    const differs = Math.abs(now - (this.base + (this.clocks.steady() - this.steadyThen))) > slackMs;
    if (differs || this.unsure) this.anchor(now);
  }

  /** Nobody answered: a wall clock that ran ahead is taken for sleep. */
  unanswered(): void {
    if (this.gap > slackMs) this.anchor(this.base + (this.clocks.steady() - this.steadyThen) + this.gap);
  }
}
