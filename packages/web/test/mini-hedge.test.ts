import { miniHedge } from '../src/shell/beam/mini-hedge';

describe('the hedge of a small beam, as layers of a background', () => {
  it('has a bank at each side of open water, and a layer for each stretch of hedge', () => {
    const layers = miniHedge('uawcwau').split(/, (?=(?:repeating-)?linear-gradient)/);
    expect(layers).toHaveLength(2 + 6);
    expect(layers[0]).toContain('27% 0 / 1.6px');
    expect(layers[1]).toContain('60% 0 / 1.6px');
  });
  it('grows at the right only where less is better, at the left only where more is', () => {
    expect(miniHedge('cwau').split('repeating-').length - 1).toBe(3);
    expect(miniHedge('cwau')).not.toContain('27% 0 / 1.6px');
    expect(miniHedge('uawc')).not.toContain('60% 0 / 1.6px');
    expect(miniHedge('c')).toBe('none');
  });
  it('lies where the stretch lies: its place is told as a share of what is left beside it', () => {
    // Act from 74 to 88 %, 14 % wide: 0.74 ÷ 0.86 of the room beside it.
    expect(miniHedge('cwau')).toMatch(/86\.05% 0 \/ 14% 100%/);
    // Urgent ends at the right end.
    expect(miniHedge('cwau')).toMatch(/100% 0 \/ 12% 100%/);
  });
});
