import { isCalibrationOld, simulatedPen, steadyFigure } from '@hedge-lamp/core/bench';

const day = 86_400_000;
const dippedAt = 1_750_000_000_000;
const pen = (daysSinceCalibration = 0) =>
  simulatedPen({
    truth: { ph: 8.1, celsius: 26 },
    dippedAt,
    calibratedAt: dippedAt - daysSinceCalibration * day,
    seed: 5,
  });
const samples = (seconds: number, of = pen()) =>
  Array.from({ length: seconds * 2 }, (_, k) => of.sampleAt(dippedAt + k * 500));

describe('the stand-in pen', () => {
  it('says of itself that it is simulated', () => expect(pen().simulated).toBe(true));
  it('moves at first, and is steady within about half a minute (common practice)', () => {
    expect(steadyFigure(samples(6))).toBeNull();
    expect(steadyFigure(samples(12))).toBeNull();
    const figure = steadyFigure(samples(60))!;
    expect(Math.abs(figure.ph - 8.1)).toBeLessThan(0.02);
    expect(Math.abs(figure.celsius - 26)).toBeLessThan(0.1);
    const seconds = Array.from({ length: 60 }, (_, k) => k + 1).find((s) => steadyFigure(samples(s)))!;
    expect(seconds).toBeGreaterThan(15);
    expect(seconds).toBeLessThan(50);
  });
  it('trembles, and the same pen trembles the same', () => {
    const late = samples(60).slice(-10);
    expect(new Set(late.map((s) => s.ph)).size).toBeGreaterThan(5);
    expect(samples(60)).toEqual(samples(60));
  });
  it('drifts after its calibration, until it is calibrated again', () => {
    const fresh = steadyFigure(samples(60))!.ph;
    expect(steadyFigure(samples(60, pen(50)))!.ph - fresh).toBeCloseTo(0.2, 2);
    expect(isCalibrationOld({ calibratedAt: dippedAt - 31 * day }, dippedAt)).toBe(true);
    expect(isCalibrationOld({ calibratedAt: dippedAt - 29 * day }, dippedAt)).toBe(false);
  });
});
