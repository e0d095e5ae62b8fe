import { GuidanceSchema, LimitSchema } from '@hedge-lamp/core/limits';
import { bandsFor, judge } from '@hedge-lamp/core/guidelines';
import { point } from '@hedge-lamp/core/quantity';
import { WaterDraftSchema } from '@hedge-lamp/core/waters';

const none = { below: null, above: null };
const nitrate = {
  subject: 'nitrate',
  unit: 'mg/L NO3',
  target: { from: null, to: 20 },
  watch: { below: null, above: 25 },
  act: { below: null, above: 50 },
  urgent: none,
  source: 'my own',
};
const faultsIn = (more: object) => {
  const parsed = LimitSchema.safeParse({ ...nitrate, ...more });
  return parsed.success ? [] : parsed.error.issues.map((i) => [i.path.join('.'), i.message]);
};

describe('a limit of one’s own', () => {
  it('is taken when it holds together', () => {
    expect(faultsIn({})).toEqual([]);
  });

  it.each([
    [
      'act before watch',
      { act: { below: null, above: 10 } },
      'act.above',
      'Act begins above 10 mg/L NO3, but Watch only above 25 mg/L NO3. Put Act higher, or leave one out.',
    ],
    [
      'a target in what is to be acted on',
      { target: { from: null, to: 60 } },
      'target.to',
      'The target ends at 60 mg/L NO3, where it would already be Watch. Put it inside the clear stretch.',
    ],
    [
      'a target under the low act bound',
      { target: { from: 1, to: 20 }, act: { below: 2, above: 50 } },
      'target.from',
      'The target begins at 1 mg/L NO3, where it would already be Act. Put it inside the clear stretch.',
    ],
    [
      'a target upside down',
      { target: { from: 20, to: 10 } },
      'target.from',
      'The target runs from 20 mg/L NO3 to 10 mg/L NO3: put the lower figure first.',
    ],
    [
      'nothing left clear',
      { watch: { below: 30, above: 25 } },
      'watch.below',
      'Nothing would be clear: Watch begins below 30 mg/L NO3 and Watch above 25 mg/L NO3. Leave room between them.',
    ],
    [
      'a unit that is none',
      { unit: 'spoons' },
      'unit',
      '“spoons” is no unit of nitrate. Use one of: mg/L NO3-N, ppm NO3-N, mg/L NO3, ppm NO3.',
    ],
    [
      'a unit of something else',
      { unit: '°dKH' },
      'unit',
      '°dKH measures alkalinity, not nitrate. Use one of: mg/L NO3-N, ppm NO3-N, mg/L NO3, ppm NO3.',
    ],
    [
      'no bound at all',
      { watch: none, act: none },
      'watch.above',
      'Give at least one bound; without any, nothing would ever be noticed.',
    ],
    [
      'a figure that cannot be',
      {
        subject: 'ph',
        unit: 'pH',
        target: { from: null, to: null },
        watch: { below: null, above: 15 },
        act: none,
      },
      'watch.above',
      'pH lies between 0 and 14; 15 cannot be. Check the figure and the unit.',
    ],
    [
      'what has no amount',
      { subject: 'rock-carbonate' },
      'subject',
      'Carbonate in rock has no amount, so no limit can be set for it.',
    ],
    [
      'no number',
      { watch: { below: null, above: 'many' } },
      'watch.above',
      'Type this bound as a number, or leave it out.',
    ],
  ])('is refused with field and sentence: %s', (_name, more, path, message) => {
    expect(faultsIn(more)).toContainEqual([path, message]);
  });

  it('may have Act begin where Watch does: then there is no Watch', () => {
    expect(faultsIn({ act: { below: null, above: 25 } })).toEqual([]);
  });

  it('takes the place of all others for its subject, whatever unit it was given in', () => {
    const water = WaterDraftSchema.parse({
      id: '00000000-0000-4000-8000-000000000001',
      name: 'Tank',
      kind: 'aquarium',
      netLiters: 100,
      stockGroups: ['community-fish'],
      guidance: { own: [nitrate] },
    });
    // 22 mg/L NO3 is 4.970 mg/L as N, over the general 20 but under one's own 25.
    expect(judge(point(4.97), bandsFor('nitrate', water)).status).toBe('clear');
    expect(judge(point(5.7), bandsFor('nitrate', water)).status).toBe('watch');
  });

  it('stands once for a subject', () => {
    const twice = GuidanceSchema.safeParse({ own: [nitrate, nitrate] });
    expect(twice.error!.issues[0]).toMatchObject({ path: ['own', 1, 'subject'] });
  });
});
