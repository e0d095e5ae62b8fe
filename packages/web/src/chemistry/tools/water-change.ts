import {
  type ChangeOf,
  afterChange,
  afterDrip,
  changeSeries,
  fractionToReach,
  settledLevel,
} from '@hedge-lamp/core/remedies';
import {
  FieldError,
  type QuantityKind,
  canonicalUnit,
  convertInterval,
  formatReading,
  point,
  scale,
} from '@hedge-lamp/core/quantity';
import { type ParameterId, knownIds } from '@hedge-lamp/core/parameters';
import { shown } from '../shown';
import type { Shown, Tool } from '../tool';
import { dissolvedKinds } from './dissolved-kinds';
import { volumeField } from './volume-field';

const kind = (choice: (id: string) => string) => choice('what') as QuantityKind;

/** The latest reading goes in where it is one that keepers test. */
const tested = (choice: (id: string) => string): ParameterId | undefined =>
  knownIds().find((p) => p === kind(choice));

export const waterChangeTool: Tool = {
  id: 'water-change',
  name: 'Water change',
  asks: 'What does one change do, what do many, where does the routine settle, and how much brings it to a target?',
  waterPerGroup: true,
  sentence: [
    'I change ',
    { field: 'fraction' },
    ' of ',
    { field: 'liters' },
    '. It holds ',
    { field: 'now' },
    { field: 'what' },
    ', the new water ',
    { field: 'source' },
    '.',
  ],
  vessel: { share: 'fraction', volume: 'liters' },
  fields: [
    { id: 'what', label: 'Of what', options: dissolvedKinds, example: 'nitrate' },
    { id: 'now', label: 'In it now', kind, pull: tested, group: 'The water', example: '60' },
    volumeField('liters', 'Its volume', '180', { optional: true, pull: 'volume', group: 'The water' }),
    {
      id: 'source',
      label: 'In the new water',
      kind,
      pull: tested,
      fromSource: true,
      group: 'The new water',
      example: '5',
      hint: 'A change cannot bring the water below it: test the source too.',
    },
    {
      id: 'fraction',
      label: 'Part changed each time',
      kind: 'share',
      unit: '%',
      units: ['%'],
      exact: true,
      group: 'The routine',
      example: '30',
    },
    {
      id: 'made',
      label: 'Made between two changes',
      kind,
      optional: true,
      group: 'The routine',
      example: '10-15',
      hint: 'What it climbs by from one change to the next.',
    },
    {
      id: 'changes',
      label: 'Number of changes',
      exact: true,
      optional: true,
      group: 'The routine',
      example: '8',
    },
    {
      id: 'target',
      label: 'Bring it to',
      kind,
      exact: true,
      optional: true,
      group: 'Or once',
      example: '30',
    },
    volumeField('dripped', 'Drip through', '60', { optional: true, group: 'Or once' }),
  ],
  work(given) {
    // All in the unit in which the present level was typed, so that words and figures agree with the keeper's.
    const what = kind(given.choice);
    const { unit } = given.typed('now');
    const inUnit = (id: string) => {
      const value = given.maybe(id);
      return value && convertInterval(value, what, canonicalUnit(what), unit);
    };
    const label = dissolvedKinds.find((k) => k.value === what)!.text;
    const of: ChangeOf = { label, unit, now: given.typed('now').value, source: inUnit('source')! };
    const fraction = given.value('fraction');
    const made = inUnit('made');
    const target = inUnit('target');
    const liters = given.maybe('liters');
    const dripped = given.maybe('dripped');
    const volumeUnit = liters ? given.typed('liters').unit : 'L';

    const one = afterChange(of, fraction);
    const results: Shown[] = [shown('After one change', one.value, unit, { workings: one.workings })];
    const tables = [];
    if (made) {
      const settled = settledLevel(of, { fraction, made });
      results.push(
        shown('Settles, before a change', settled.value.before, unit, { workings: settled.workings }),
        shown('Settles, after a change', settled.value.after, unit, { workings: settled.workings }),
      );
    }
    const changes = given.maybe('changes');
    if (changes) {
      // The first is the one change of above: one deed, one figure.
      const series = changeSeries(of, { fraction, made: made ?? point(0), startsNow: true }, changes.best);
      results.push(
        shown(`After ${changes.best} changes`, series.value.at(-1)!.after, unit, {
          workings: series.workings,
        }),
      );
      tables.push({
        caption: made ? 'Change by change' : 'Change by change, nothing made between',
        head: ['Change', `Before, ${unit}`, `After, ${unit}`],
        rows: series.value
          .slice(0, 30)
          .map((step, k) => [String(k + 1), formatReading(step.before), formatReading(step.after)]),
      });
    }
    if (target) {
      const part = fractionToReach(of, target.best);
      const volume = liters && convertInterval(scale(liters, part.value.best), 'volume', 'L', volumeUnit);
      results.push(
        shown('One change to get there', scale(part.value, 100), '%', {
          workings: part.workings,
          ...(volume
            ? {
                remark: `About ${Number(volume.best.toPrecision(2))} ${volumeUnit}.`,
              }
            : {}),
        }),
      );
    }
    if (dripped) {
      if (!liters)
        throw new FieldError('not-a-number', 'liters', 'A drip needs the volume of the water. Type it.');
      const drip = afterDrip(of, dripped, liters);
      results.push(shown('After the drip', drip.value, unit, { workings: drip.workings }));
    }
    const parameter = tested(given.choice);
    return {
      results,
      tables,
      moves: parameter ? [{ parameter, unit, before: of.now, after: one.value }] : [],
      cautions: [
        'Treat the new water and match its temperature. Limit a single change by pH, KH and GH as well: a great change of those harms more than the nitrate.',
      ],
    };
  },
};
