import {
  type DoseTarget,
  type SaltId,
  crushedCoral,
  householdAmmoniaDose,
  saltDose,
  saltEffect,
  saltOf,
  saltsFor,
  spoonWarning,
} from '@hedge-lamp/core/chemistry';
import type { point } from '@hedge-lamp/core/quantity';
import { convertInterval, formatReading } from '@hedge-lamp/core/quantity';
import { freeAmmonia } from '@hedge-lamp/core/readings';
import type { Given } from '../given';
import { shown, shownIn } from '../shown';
import type { Outcome, Shown, Tool } from '../tool';
import { volumeField } from './volume-field';

const targets: readonly { value: DoseTarget; text: string }[] = [
  { value: 'alkalinity', text: 'KH (alkalinity)' },
  { value: 'hardness', text: 'GH (hardness)' },
  { value: 'ammonia', text: 'Total ammonia, to grow a filter in' },
  { value: 'chloride', text: 'Chloride, against nitrite' },
  { value: 'nitrate', text: 'Nitrate, for plants or a standard' },
];
const bottle = 'household-ammonia';
const target = (choice: (id: string) => string) => choice('target') as DoseTarget;
const fromBottle = (choice: (id: string) => string) =>
  target(choice) === 'ammonia' && choice('salt') === bottle;
/** What moves KH moves pH: then the water's own figures are asked for. */
const movesPh = (choice: (id: string) => string) =>
  !fromBottle(choice) && ['alkalinity', 'hardness'].includes(target(choice));
/** °dKH a day; common practice is 1 to 2. */
const mostPerDay = 2;

function bottled(given: Given): Outcome {
  const dose = householdAmmoniaDose(
    given.value('rise'),
    given.value('liters'),
    given.value('strength'),
    given.value('density'),
  );
  return {
    results: [shown('Household ammonia', dose.value, 'mL', { workings: dose.workings })],
    cautions: dose.workings.caveats,
  };
}

/** What the dose does to the water, where its own figures are known. */
function effect(
  given: Given,
  saltId: SaltId,
  grams: ReturnType<typeof point>,
): { shown: Shown[]; warning: string[] } {
  const [alkalinity, ph, temperature] = ['kh', 'ph', 'temperature'].map((id) => given.maybe(id));
  if (!alkalinity || !ph || !temperature) return { shown: [], warning: [] };
  const { value, workings } = saltEffect(
    { alkalinity, ph, temperature, hardness: given.maybe('gh') },
    saltOf(saltId),
    grams,
    given.value('liters'),
  );
  const total = given.maybe('ammonia');
  const free = (p: typeof ph) =>
    total &&
    freeAmmonia({ value: total, takenAt: 0 }, { value: p, takenAt: 0 }, { value: temperature, takenAt: 0 })
      .value;
  const [before, after] = [free(ph), free(value.ph)];
  return {
    shown: [
      shown('pH at once', value.ph, '', { workings }),
      shown('pH once aired', value.airedPh, '', { workings }),
      shownIn('KH after', value.alkalinity, 'alkalinity', '°dKH', { workings }),
      ...(value.hardness ? [shownIn('GH after', value.hardness, 'hardness', '°dGH', { workings })] : []),
    ],
    warning:
      before && after && after.best > before.best * 1.2 && after.high > 0.01
        ? [
            `The lift in pH takes free ammonia from ${formatReading(before)} to ${formatReading(after)} mg/L NH3-N: lower the ammonia first.`,
          ]
        : [],
  };
}

export const dosingTool: Tool = {
  id: 'dosing',
  name: 'Dosing',
  asks: 'How much of which salt raises this by so much, and what does it do to KH, GH and pH?',
  fields: [
    { id: 'target', label: 'Raise', options: targets, example: 'alkalinity' },
    {
      id: 'salt',
      label: 'With',
      options: (choice) => [
        ...saltsFor(target(choice)).map((s) => ({ value: s.id, text: s.name })),
        ...(target(choice) === 'ammonia' ? [{ value: bottle, text: 'Household ammonia from a bottle' }] : []),
      ],
      example: 'sodium-bicarbonate',
    },
    { id: 'rise', label: 'By', kind: target, exact: true, example: '2' },
    volumeField('liters', 'In', '180', { pull: 'volume' }),
    {
      id: 'strength',
      label: 'Ammonia in the bottle, by weight',
      unit: '%',
      exact: true,
      when: fromBottle,
      example: '9.5',
    },
    {
      id: 'density',
      label: 'Density of the bottle',
      unit: 'g/mL',
      exact: true,
      when: fromBottle,
      example: '0.96',
      hint: 'About 0.96 for 10 %, 0.91 for 25 %.',
    },
    {
      id: 'kh',
      label: 'KH now',
      kind: 'alkalinity',
      unit: '°dKH',
      pull: 'alkalinity',
      optional: true,
      when: movesPh,
      group: 'To see what it does to pH',
      example: '2',
    },
    {
      id: 'ph',
      label: 'pH now',
      kind: 'ph',
      unit: 'pH',
      pull: 'ph',
      optional: true,
      when: movesPh,
      group: 'To see what it does to pH',
      example: '6.6',
    },
    {
      id: 'temperature',
      label: 'Temperature',
      kind: 'temperature',
      unit: '°C',
      pull: 'temperature',
      optional: true,
      when: movesPh,
      group: 'To see what it does to pH',
      example: '24',
    },
    {
      id: 'gh',
      label: 'GH now',
      kind: 'hardness',
      unit: '°dGH',
      pull: 'hardness',
      optional: true,
      when: movesPh,
      group: 'To see what it does to pH',
      example: '5',
    },
    {
      id: 'ammonia',
      label: 'Total ammonia',
      kind: 'ammonia',
      unit: 'mg/L NH3-N',
      pull: 'ammonia',
      optional: true,
      when: movesPh,
      group: 'To see what it does to pH',
      example: '0.5',
    },
  ],
  named: { alkalinity: 'kh', hardness: 'gh' },
  work(given) {
    if (fromBottle(given.choice)) return bottled(given);
    const want = target(given.choice);
    const salt = saltOf(given.choice('salt'));
    const dose = saltDose(salt, want, given.value('rise'), given.value('liters'));
    const { grams, teaspoons } = dose.value;
    const does = movesPh(given.choice) ? effect(given, salt.id, grams) : { shown: [], warning: [] };
    const coral = salt.id === 'calcium-carbonate' ? crushedCoral(given.value('liters')) : null;
    const degrees =
      want === 'alkalinity' ? convertInterval(given.value('rise'), 'alkalinity', 'meq/L', '°dKH').best : 0;
    const days = Math.ceil(degrees / mostPerDay - 1e-9);
    return {
      results: [
        shownIn(salt.name, grams, 'mass', 'g', { workings: dose.workings }),
        ...does.shown,
        shown('Level teaspoons', teaspoons, 'US tsp', { workings: dose.workings, remark: spoonWarning }),
        shownIn('In ounces', grams, 'mass', 'oz', { workings: dose.workings }),
        ...(coral
          ? [
              shown('Or crushed coral in a bag', coral.value, 'g', {
                workings: coral.workings,
                remark: 'One pound in ten US gallons, common practice. It gives way over weeks.',
              }),
            ]
          : []),
      ],
      remarks:
        days > 1
          ? [
              `That is ${Number(degrees.toPrecision(3))} °dKH: spread it over ${days} days or more, ${Number((grams.best / days).toPrecision(2))} g a day, and test each day.`,
            ]
          : [],
      cautions: [
        ...does.warning,
        ...salt.cautions,
        'Pure salt is meant, nothing scented or mixed. Dissolve it in a jar of the water first.',
      ],
    };
  },
};
