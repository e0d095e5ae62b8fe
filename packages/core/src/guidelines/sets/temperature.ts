import type { StockGroupId } from '../../limits/stock-group';
import type { WaterKind } from '../../waters/water';
import type { Guideline } from '../guideline';
import { limit } from '../../limits/limit';

type Pair = readonly [below: number | null, above: number | null];

const everywhere: readonly WaterKind[] = ['aquarium', 'standing', 'pond', 'aquaponics'];
const indoors: readonly WaterKind[] = ['aquarium', 'standing', 'aquaponics'];
const outdoors: readonly WaterKind[] = ['pond'];

/**
 * Limits of warmth for some animals: they belong to the animals, not to the kind of water. Outside is Watch; more than
 * some degrees outside is Act.
 * @param step degrees outside from which it is acted on
 */
function warmth(
  id: string,
  name: string,
  kinds: readonly WaterKind[],
  stock: readonly StockGroupId[],
  [low, high]: Pair,
  { step = 3, urgent = [null, null] as Pair, range = '' } = {},
): Guideline {
  const outer = (x: number | null, by: number) => (x === null ? null : x + by);
  return {
    id: `warmth-${id}`,
    name: `Warmth for ${name}`,
    about: 'How warm these animals live.',
    forWhom: { kinds, stock },
    usual: true,
    limits: [
      limit(
        'temperature',
        '°C',
        {
          target: [low, high],
          watch: [low, high],
          act: [outer(low, -step), outer(high, step)],
          urgent,
        },
        `${range || `${low ?? ''}–${high} °C`}: common practice (figures from memory); act ${step} °C outside: our own step`,
      ),
    ],
  };
}

/** Deadly for tropical fish: our own steps. */
const deadly: Pair = [15, 33];
const frozen = { range: 'a pond may freeze over them' };

/** Common practice, figures from memory; where Act and Urgent begin is Hedge Lamp’s own. */
export const warmthOfAnimals: readonly Guideline[] = [
  warmth('tropical', 'tropical fish', everywhere, ['community-fish'], [22, 28], { urgent: deadly }),
  warmth('soft-water', 'soft-water fish', everywhere, ['soft-water-fish'], [23, 30], { urgent: deadly }),
  warmth('discus', 'discus', everywhere, ['discus'], [28, 31], { step: 2, urgent: deadly }),
  warmth('livebearers', 'livebearers', everywhere, ['livebearers'], [20, 28], { urgent: deadly }),
  warmth('rift-lake', 'rift-lake cichlids', everywhere, ['rift-lake-fish'], [24, 27], { urgent: deadly }),
  warmth('goldfish', 'goldfish and koi indoors', indoors, ['goldfish', 'koi'], [4, 26]),
  warmth('goldfish-pond', 'goldfish and koi outdoors', outdoors, ['goldfish', 'koi'], [null, 26], frozen),
  warmth('round-goldfish', 'round-bodied goldfish', everywhere, ['round-goldfish'], [12, 26]),
  warmth('trout', 'trout and salmon', indoors, ['trout'], [4, 16], { step: 2, urgent: [null, 22] }),
  warmth('trout-pond', 'trout and salmon outdoors', outdoors, ['trout'], [null, 16], {
    step: 2,
    urgent: [null, 22],
    ...frozen,
  }),
  warmth('shrimp', 'cherry-type shrimp', everywhere, ['shrimp'], [20, 26]),
  warmth('crystal-shrimp', 'crystal-type shrimp', everywhere, ['crystal-shrimp'], [19, 24], { step: 2 }),
  warmth('snails', 'snails', everywhere, ['snails'], [10, 28], { step: 5 }),
  warmth('tilapia', 'tilapia', everywhere, ['tilapia'], [24, 30], { urgent: [15, null] }),
  warmth('farmed-catfish', 'catfish', everywhere, ['farmed-catfish'], [20, 30]),
  warmth('warm-perch', 'jade and silver perch', everywhere, ['warm-perch'], [18, 28]),
  warmth('cool-perch', 'European and yellow perch', indoors, ['cool-perch'], [10, 24]),
  warmth('cool-perch-pond', 'perch outdoors', outdoors, ['cool-perch'], [null, 24], frozen),
];
