import { type Workings, formatReading, interval } from '../quantity';
import { chanceWords } from './chance-words';
import type { CycleFit } from './fit';
import type { Forecast } from './forecast';
import { inDegrees } from './gather-log';
import { goneBelow, lowWithFish, staysLow } from './ready';
import { quantile } from './forecast';
import { slot } from './nitrification';
import type { PlanAhead } from './plan-ahead';

const model = [
  'Two-step nitrification with Monod growth; rates from activated-sludge texts (from memory)',
  'Lag before growth: Baranyi & Roberts 1994, Int. J. Food Microbiol. 23: 277–294; temperature: Rosso, Lobry & Flandrois 1993, J. Theor. Biol. 162: 447–463',
  'Inhibition: Anthonisen and others 1976, J. Water Pollut. Control Fed. 48: 835–852',
  'Free ammonia: Emerson and others 1975',
  'Fit: Goodman & Weare 2010 in Del Moral, Doucet & Jasra 2006; each reading as the probability of its range',
];

function spreadOf(values: number[]): string {
  values.sort((a, b) => a - b);
  return formatReading(interval(quantile(values, 0.1), quantile(values, 0.5), quantile(values, 0.9)));
}

/** What the fit found, in words: for the workings of whatever rests on it. */
function found({ samples, log }: CycleFit): Workings['inputs'] {
  const of = (pick: (s: CycleFit['samples'][number]) => number) => spreadOf(samples.map(pick));
  return [
    { label: 'Readings', value: `${log.observations.length} in ${Math.floor(log.days) + 1} days` },
    { label: 'Temperature', value: `${of((s) => s.warmth.celsius)} °C` },
    {
      label: 'Ammonia film now',
      value: `${of((s) => s.now[slot.ammoniaFilm]! * s.warmth.speed)} mg/L N a day at most`,
      note: 'what it could turn over with plenty to eat',
    },
    {
      label: 'Nitrite film now',
      value: `${of((s) => s.now[slot.nitriteFilm]! * s.warmth.speed)} mg/L N a day at most`,
    },
    {
      label: 'Growth of the ammonia film at 25 °C',
      value: `${of((s) => s.guess.kinetics.ammoniaGrowth)} a day`,
    },
    {
      label: 'Growth of the nitrite film at 25 °C',
      value: `${of((s) => s.guess.kinetics.nitriteGrowth)} a day`,
    },
    { label: 'Doses against what is written', value: `${of((s) => s.guess.dose)} times` },
    { label: 'Ammonia kit against the truth', value: `${of((s) => s.guess.kit.ammonia)} times` },
    { label: 'Nitrite kit against the truth', value: `${of((s) => s.guess.kit.nitrite)} times` },
    { label: 'Nitrate kit against the truth', value: `${of((s) => s.guess.kit.nitrate)} times` },
  ];
}

const caveats = (fit: CycleFit): string[] => [
  'Another dose, colder or warmer water, a treatment or a hard cleaning changes all of it; the next reading narrows it.',
  'A figure of a model is no promise: the 24-hour challenge decides. How earlier forecasts of this water came out stands under the curves.',
  ...fit.odd.map(
    (o) => `A reading of ${o.of} on day ${Math.floor(o.day) + 1} does not fit and hardly counts.`,
  ),
];

/** Where the day of readiness came from. */
export function readyWorkings(fit: CycleFit, forecast: Forecast, plan: PlanAhead): Workings {
  const { early, middle, late, atAll } = forecast.ready;
  const day = (d: number | null) => (d === null ? 'beyond what is foreseen' : `day ${Math.floor(d) + 1}`);
  return {
    title: 'Ready when',
    result: `Most likely ${day(middle)}; four in five between ${day(early)} and ${day(late)}, of those that are ready within ten weeks at all (${chanceWords(atAll)})`,
    formula:
      plan.challenge === null
        ? `ready on the first day from which ammonia stays under ${lowWithFish.ammonia} mg/L NH3-N and nitrite under ${Number(lowWithFish.nitrite.toPrecision(2))} mg/L NO2-N for ${staysLow} days, with what the animals make`
        : `ready on the first day on which a dose of ${plan.challenge} mg/L N would leave under ${goneBelow.ammonia} mg/L NH3-N and ${Number(goneBelow.nitrite.toPrecision(2))} mg/L NO2-N after 24 h`,
    substituted: `${fit.samples.length} explanations of the log, about equally likely, each run ahead with the plan kept about as well as plans are; part of the chance goes by plain rules: what other filters of its kind take, and how long it is since nitrite’s peak`,
    inputs: found(fit),
    sources: model,
    caveats: caveats(fit),
  };
}

/** Where the KH that the cycle uses came from. */
export function alkalinityWorkings(fit: CycleFit, { alkalinity }: Forecast): Workings {
  const [low, mid, high] = alkalinity.used.map(inDegrees) as [number, number, number];
  const now = spreadOf(fit.samples.map((s) => inDegrees(s.now[slot.alkalinity]!)));
  return {
    title: 'KH until it is ready',
    result: `${formatReading(interval(low, mid, high))} °dKH used; ${chanceWords(alkalinity.runsOut)} that it runs out if nothing is put in`,
    formula: 'KH used = 0.400 °dKH (7.146 mg/L CaCO3) × mg/L of nitrogen turned from ammonia into nitrite',
    substituted: `${formatReading(interval(low / 0.4, mid / 0.4, high / 0.4))} mg/L N × 0.400 = ${formatReading(interval(low, mid, high))} °dKH`,
    inputs: [{ label: 'KH now', value: `${now} °dKH` }, ...found(fit)],
    sources: ['Stoichiometry of nitrification, NH4+ + 2 O2 → NO3− + 2 H+ + H2O', ...model],
    caveats: [
      'Run out means under 1 °dKH (common practice).',
      'Where food, fish or household ammonia bring the nitrogen, they bring half of that KH back; the chance of running out counts it.',
      ...caveats(fit),
    ],
  };
}
