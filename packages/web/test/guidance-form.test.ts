import { GuidanceSchema } from '@hedge-lamp/core/limits';
import {
  emptyOwnLimit,
  guidanceFormOf,
  readGuidanceForm,
  unitsOfSubject,
} from '../src/guidelines/guidance-form';
import { boundsWords, forWhomWords, targetWords } from '../src/guidelines/guideline-words';

const own = (typed: object, more: object = {}) => {
  const limit = emptyOwnLimit('nitrate', 'mg/L NO3');
  return { ...limit, ...more, typed: { ...limit.typed, ...typed } };
};
const form = (...limits: ReturnType<typeof own>[]) => ({
  ...guidanceFormOf(GuidanceSchema.parse({})),
  own: limits,
});

describe('the form of a water’s limits', () => {
  it('comes back the same from what was kept', () => {
    const guidance = GuidanceSchema.parse({
      sets: ['general-aquarium', 'ccme'],
      schools: { nitrate: 'forty' },
      lifeStage: 'young',
      own: [
        {
          subject: 'ph',
          unit: 'pH',
          target: { from: 6.8, to: 7.2 },
          watch: { below: 6.5, above: 7.5 },
          act: { below: 6, above: null },
          urgent: {},
          source: 'mine',
        },
      ],
    });
    expect(readGuidanceForm(guidanceFormOf(guidance))).toEqual({ guidance });
  });

  it('names every figure that is none, and nothing that follows from its being left out', () => {
    expect(readGuidanceForm(form(own({ 'watch.above': '2o', 'act.above': '1' })))).toEqual({
      errors: {
        'own.0.watch.above': '“2o” is not a number. Type the figure alone; its unit stands beside it.',
      },
    });
  });

  it('puts what is contradictory beside the field that is to change', () => {
    const read = readGuidanceForm(form(own({ 'watch.above': '25', 'act.above': '20' })));
    expect(read).toMatchObject({ errors: { 'own.0.act.above': expect.stringMatching(/Put Act higher/) } });
  });

  it('refuses a second limit for one figure', () => {
    const good = own({ 'watch.above': '25' });
    expect(readGuidanceForm(form(good, good))).toMatchObject({
      errors: { 'own.1.subject': expect.stringMatching(/already/) },
    });
  });

  it('offers the units of what is chosen only', () => {
    expect(unitsOfSubject('alkalinity')).toContain('°dKH');
    expect(unitsOfSubject('nitrate')).not.toContain('°dKH');
  });
});

describe('a limit in words', () => {
  it('says where each status begins', () => {
    expect(boundsWords({ below: 4, above: 8 })).toBe('below 4, above 8');
    expect(boundsWords({ below: null, above: null })).toBe('–');
    expect([
      targetWords({ from: 4, to: 8 }),
      targetWords({ from: null, to: 0 }),
      targetWords({ from: null, to: 20 }),
      targetWords({ from: 5, to: null }),
    ]).toEqual(['4–8', 'none', 'up to 20', 'from 5']);
  });
  it('says for whom it is', () => {
    expect(forWhomWords({ kinds: ['aquarium'], stock: ['shrimp', 'snails'], planted: true })).toBe(
      'aquarium with shrimp or snails with plants',
    );
  });
});
