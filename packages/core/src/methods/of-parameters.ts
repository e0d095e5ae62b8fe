import { cardOf } from '../color/card';
import { type Parameter, type WayToRead, midSentence, shippedParameters, shortName } from '../parameters';
import { type Method, type MethodDraft, MethodSchema } from './method';
import { capOn, letStand, readTheCard, rinseAndFill } from './opening-steps';

type Told = Pick<MethodDraft, 'bottles' | 'steps' | 'result' | 'developsSeconds'> & { readonly way: string };

const kitsOwn = 'Your kit’s sheet wins: its drops and its waits may be others.';

/** What all tests of one way have in common. Common practice. */
function told({ id, label }: Parameter, way: WayToRead): Told {
  switch (way.by) {
    case 'card': {
      const bottles = way.bottles.map((hazards, k) => ({
        id: `bottle-${k + 1}`,
        label: way.bottles.length === 1 ? `${label} bottle` : `Bottle ${k + 1}`,
        hazards: [...hazards],
      }));
      return {
        way:
          ['one bottle', 'two bottles', 'three bottles'][bottles.length - 1] ?? `${bottles.length} bottles`,
        bottles,
        steps: [
          ...rinseAndFill(way.milliliters),
          ...bottles.map((b) => ({
            do: 'drop' as const,
            bottle: b.id,
            drops: way.dropsOfEach,
            say: `${way.dropsOfEach} drops from ${bottles.length === 1 ? `the ${midSentence(label)} bottle` : midSentence(b.label)}`,
            why: kitsOwn,
            matters: 'critical' as const,
          })),
          capOn,
          { do: 'invert', times: 5, say: 'Turn it over five times' },
          letStand(way.waitSeconds, `Let it stand for ${way.waitSeconds / 60} minutes`),
          readTheCard(600),
        ],
        result: { by: 'card', card: cardOf(`${id}-dye`) },
        developsSeconds: way.waitSeconds,
      };
    }
    case 'drops':
      return {
        way: 'by drops',
        bottles: [{ id: 'titrant', label: 'Counting bottle', hazards: [...way.hazards] }],
        steps: [
          ...rinseAndFill(way.milliliters),
          { do: 'swirl', say: way.before, why: kitsOwn, matters: 'critical' },
          {
            do: 'count-to-turn',
            bottle: 'titrant',
            from: way.from,
            to: way.to,
            say: `Count drops until it is ${way.to}, swirl after each`,
            why: 'Hold the bottle upright. Count from the first drop.',
            matters: 'critical',
          },
        ],
        result: { by: 'titration', perDrop: way.perDrop, unit: way.unit },
        developsSeconds: 0,
      };
    case 'meter':
      return {
        way: 'from a meter',
        bottles: [],
        steps: [
          {
            do: 'read',
            say: 'Dip the meter, move it gently, wait until it is steady, type what it shows',
            why: 'Holds for a meter that was calibrated lately.',
          },
        ],
        result: { by: 'meter', unit: way.unit, accuracy: way.accuracy },
        developsSeconds: 0,
      };
    case 'column':
      return {
        way: 'column of water',
        bottles: [],
        steps: [
          {
            do: 'fill',
            milliliters: 1000,
            say: 'Shake the sample gently and fill the tall tube',
            why: 'In the shade, your back to the sun.',
          },
          {
            do: 'read',
            say: 'Let water out until the mark at the bottom can just be seen; type the height',
            why: 'Look straight down.',
          },
        ],
        result: { by: 'column', unit: way.unit, scale: [...way.scale] },
        developsSeconds: 0,
      };
  }
}

function methodOf(parameter: (typeof shippedParameters)[number], way: WayToRead): Method {
  const { way: words, ...rest } = told(parameter, way);
  const name = shortName(parameter.id);
  return MethodSchema.parse({
    id: `${parameter.id}-${way.by}`,
    version: 1,
    name: `${name}, ${words}`,
    short: name.length <= 14 ? name : name.slice(0, 13) + '.',
    parameter: parameter.id,
    ...rest,
    basis: 'common practice',
    note: parameter.source,
  });
}

/** One method for each way to read that a parameter tells. Steps: common practice. */
export const methodsOfParameters: readonly Method[] = shippedParameters.flatMap((parameter) =>
  parameter.read.map((way) => methodOf(parameter, way)),
);
