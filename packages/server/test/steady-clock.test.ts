import { steadyClock } from '../src/steady-clock';

/** A machine whose wall clock can be set, and which can sleep. */
const machine = () => {
  const state = { wall: 1_750_000_000_000, awake: 5_000_000 };
  return {
    state,
    clocks: { wall: () => state.wall, awake: () => state.awake },
    pass(ms: number) {
      state.wall += ms;
      state.awake += ms;
    },
  };
};

describe('the clock of the server', () => {
  it('does not jump when the machine’s clock is set while a run is live', () => {
    const { state, clocks, pass } = machine();
    const now = steadyClock(() => true, clocks);
    const then = now();
    for (const jump of [7_200_000, -86_400_000]) {
      state.wall += jump;
      pass(1000);
    }
    expect(now()).toBe(then + 2000);
  });
  it('counts the hours of sleep', () => {
    const { clocks, pass } = machine();
    const now = steadyClock(() => true, clocks);
    const then = now();
    pass(3 * 3_600_000);
    expect(now()).toBe(then + 3 * 3_600_000);
  });
  it('follows the machine’s clock again when nothing depends on it', () => {
    const { state, clocks } = machine();
    let live = true;
    const now = steadyClock(() => live, clocks);
    state.wall += 600_000;
    expect(now()).toBe(state.wall - 600_000);
    live = false;
    expect(now()).toBe(state.wall);
  });
});
