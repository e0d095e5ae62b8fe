import { SteadyTime } from '../src/clock/steady-offset';

const device = () => {
  const state = { wall: 1_750_000_000_000, steady: 1000 };
  const time = new SteadyTime({ wall: () => state.wall, steady: () => state.steady });
  const pass = (ms: number) => {
    state.wall += ms;
    state.steady += ms;
  };
  return { state, time, pass };
};

describe('the time on a device', () => {
  it('is the server’s, however wrong its own clock is', () => {
    const { state, time, pass } = device();
    time.answered(state.wall - 7_200_000, state.steady);
    pass(5000);
    expect(time.now()).toBe(state.wall - 7_200_000);
  });
  it('goes on by what the server said last, on a page opened while nobody answers', () => {
    const { state, time } = device();
    time.answered(state.wall - 7_200_000, state.steady);
    expect(time.ahead).toBe(-7_200_000);
    const anew = new SteadyTime({ wall: () => state.wall, steady: () => 0 }, time.ahead);
    expect(anew.now()).toBe(state.wall - 7_200_000);
  });
  it('does not jump when the clock is set forward, and asks', () => {
    const { state, time } = device();
    const then = time.now();
    state.wall += 3_600_000;
    expect(time.now()).toBe(then);
    expect(time.unsure).toBe(true);
    time.answered(then, state.steady);
    expect([time.now(), time.unsure]).toEqual([then, false]);
  });
  it('does not jump when the clock is set back, with or without a server', () => {
    const { state, time, pass } = device();
    const then = time.now();
    state.wall -= 3_600_000;
    pass(1000);
    expect(time.now()).toBe(then + 1000);
    time.unanswered();
    expect(time.now()).toBe(then + 1000);
  });
  it('wakes up seven minutes later when the lid was closed for seven minutes', () => {
    const { state, time } = device();
    const then = time.now();
    // The steady clock stood still while the device slept.
    state.wall += 420_000;
    expect(time.now()).toBe(then);
    time.answered(then + 420_000, state.steady);
    expect(time.now()).toBe(then + 420_000);
  });
  it('takes a clock that ran ahead for sleep when no server can be asked', () => {
    const { state, time } = device();
    const then = time.now();
    state.wall += 420_000;
    time.now();
    time.unanswered();
    expect(time.now()).toBe(then + 420_000);
  });
});
