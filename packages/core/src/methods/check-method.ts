import { type Card } from '../color/card';
import { chemistryInfo } from '../color/reagent-chemistry';
import { FieldError, kindName, unitOf } from '../quantity';
import { type ParameterId, parameterInfo } from '../parameters';
import { type Method, MethodSchema, type Step } from './method';

/** What is wrong with a method: where, as a path into the document, and why. */
export interface MethodFault {
  /** "steps.3.bottle" */
  readonly path: string;
  readonly message: string;
}

const nth = (k: number) => `Step ${k + 1}`;

function bottleFaults({ bottles, steps }: Method): MethodFault[] {
  const ids = bottles.map((b) => b.id);
  const faults: MethodFault[] = [];
  bottles.forEach(({ id }, k) => {
    if (ids.indexOf(id) !== k)
      faults.push({ path: `bottles.${k}.id`, message: `Two bottles are called “${id}”. Name them apart.` });
  });
  const shaken = new Set<string>();
  steps.forEach((step, k) => {
    if (!('bottle' in step) || step.bottle === undefined) return;
    const bottle = bottles.find((b) => b.id === step.bottle);
    if (!bottle)
      faults.push({
        path: `steps.${k}.bottle`,
        message: `${nth(k)} takes from bottle “${step.bottle}”, which is not among the bottles (${ids.join(', ') || 'none'}).`,
      });
    else if (step.do === 'shake') shaken.add(bottle.id);
    else if (bottle.settles && !shaken.has(bottle.id))
      faults.push({
        path: `steps.${k}.bottle`,
        message: `${bottle.label} settles, but is not shaken before step ${k + 1}. Put a step before it that shakes that bottle.`,
      });
  });
  return faults;
}

/** Where each step can lead: to the next one, or where an answer branches to. */
function followers(steps: readonly Step[], k: number): number[] {
  const step = steps[k]!;
  const next = k + 1 < steps.length ? [k + 1] : [];
  if (step.do !== 'ask') return next;
  return [
    ...new Set(
      step.answers.flatMap(({ goTo }) => {
        if (goTo === undefined) return next;
        const to = steps.findIndex((s) => s.id === goTo);
        return to > k ? [to] : [];
      }),
    ),
  ];
}

function branchFaults({ steps }: Method): MethodFault[] {
  const faults: MethodFault[] = [];
  const named = steps.flatMap((s) => (s.id === undefined ? [] : [s.id]));
  steps.forEach((step, k) => {
    if (step.id !== undefined && steps.findIndex((s) => s.id === step.id) !== k)
      faults.push({ path: `steps.${k}.id`, message: `Two steps are called “${step.id}”. Name them apart.` });
    if (step.do !== 'ask') return;
    step.answers.forEach(({ says, goTo }, j) => {
      if (goTo === undefined) return;
      const to = steps.findIndex((s) => s.id === goTo);
      const path = `steps.${k}.answers.${j}.goTo`;
      if (to < 0)
        faults.push({
          path,
          message: `${nth(k)}: “${says}” leads to “${goTo}”, but no step is called that. Steps with a name: ${named.join(', ') || 'none'}.`,
        });
      else if (to <= k)
        faults.push({
          path,
          message: `${nth(k)}: “${says}” leads back to step ${to + 1}. A branch only leads ahead.`,
        });
    });
  });
  return faults;
}

const addsReagent = (step: Step) => ['drop', 'powder', 'packet', 'count-to-turn'].includes(step.do);

const growsSlowly = (result: Method['result']): boolean =>
  (result.by === 'card' || result.by === 'wheel') && chemistryInfo(result.card.chemistry).grows;

/** What is known on every way to a step: filled or not, and how long it stood since the last reagent. */
interface SoFar {
  readonly filled: boolean;
  readonly stood: number;
}

/** Goes every way through the steps once, keeping the worst that can be said at each. */
function orderFaults({ steps, result, developsSeconds }: Method): MethodFault[] {
  const faults: MethodFault[] = [];
  const at = new Map<number, SoFar>([[0, { filled: false, stood: 0 }]]);
  const last = steps.length - 1;
  const needsWater = !['strip', 'meter', 'answer'].includes(result.by);
  steps.forEach((step, k) => {
    const before = at.get(k);
    if (!before) {
      faults.push({ path: `steps.${k}`, message: `${nth(k)} is never reached: every answer leads past it.` });
      return;
    }
    if (needsWater && addsReagent(step) && !before.filled)
      faults.push({
        path: `steps.${k}`,
        message: `${nth(k)} puts reagent into an empty tube. Fill it before.`,
      });
    const isRead = step.do === 'read';
    if (isRead && k !== last)
      faults.push({
        path: `steps.${k}`,
        message: `${nth(k)} reads the result, but more steps follow. Reading comes last.`,
      });
    if (isRead && before.stood < developsSeconds)
      faults.push({
        path: `steps.${k}`,
        message: `${nth(k)} reads ${before.stood} s after the last reagent, but the color needs ${developsSeconds} s. Put a step before it that lets it stand.`,
      });
    // A document from elsewhere may not say how long its color needs.
    if (isRead && before.stood === 0 && developsSeconds === 0 && growsSlowly(result))
      faults.push({
        path: `steps.${k}`,
        message: `${nth(k)} reads at once, but this color grows for minutes. Put a step before it that lets it stand.`,
      });
    const after: SoFar = {
      filled: before.filled || step.do === 'fill',
      stood: addsReagent(step)
        ? 0
        : before.stood + (step.do === 'stand' || step.do === 'dip' ? step.seconds : 0),
    };
    for (const to of followers(steps, k)) {
      const there = at.get(to);
      at.set(to, {
        filled: after.filled && (there?.filled ?? true),
        stood: Math.min(after.stood, there?.stood ?? Infinity),
      });
    }
  });
  return faults;
}

/** What the last step must be for each way of reading. */
const endsIn: Readonly<Record<Method['result']['by'], Step['do']>> = {
  titration: 'count-to-turn',
  card: 'read',
  wheel: 'read',
  strip: 'read',
  meter: 'read',
  column: 'read',
  answer: 'ask',
};

function endFaults({ steps, result }: Method): MethodFault[] {
  const last = steps.length - 1;
  const wanted = endsIn[result.by];
  const step = steps[last]!;
  if (step.do !== wanted)
    return [
      {
        path: `steps.${last}.do`,
        message: `A result by ${result.by} ends with the step “${wanted}”; this one ends with “${step.do}”.`,
      },
    ];
  if (step.do === 'ask' && step.answers.some((a) => a.goTo !== undefined))
    return [
      {
        path: `steps.${last}.answers`,
        message: 'The last question ends the test: its answers lead nowhere.',
      },
    ];
  return [];
}

function unitFault(parameter: ParameterId, unit: string, path: string): MethodFault[] {
  try {
    unitOf(parameterInfo(parameter).kind, unit, path);
    return [];
  } catch (error) {
    if (!(error instanceof FieldError)) throw error;
    return [{ path, message: error.message }];
  }
}

function cardFaults(card: Card, parameter: ParameterId, path: string): MethodFault[] {
  const faults = unitFault(parameter, card.unit, `${path}.unit`);
  card.values.slice(1).forEach((value, k) => {
    const before = card.values[k]!;
    if (value <= before)
      faults.push({
        path: `${path}.values.${k + 1}`,
        message: `Swatch ${k + 2} (${value}) must be more than swatch ${k + 1} (${before}): the values of a card rise.`,
      });
  });
  const { kind, label } = chemistryInfo(card.chemistry);
  if (kind !== parameterInfo(parameter).kind)
    faults.push({
      path: `${path}.chemistry`,
      message: `${label} shows ${kindName(kind)}, not ${parameterInfo(parameter).label}. Choose another chemistry.`,
    });
  return faults;
}

function resultFaults({ result, parameter }: Method): MethodFault[] {
  switch (result.by) {
    case 'card':
    case 'wheel':
      return cardFaults(result.card, parameter, 'result.card');
    case 'strip': {
      const twice = result.pads.flatMap(({ parameter: p }, k) =>
        result.pads.findIndex((other) => other.parameter === p) === k
          ? []
          : [
              {
                path: `result.pads.${k}.parameter`,
                message: `Two pads of this strip show ${parameterInfo(p).label}.`,
              },
            ],
      );
      const first: MethodFault[] =
        result.pads[0]!.parameter === parameter
          ? []
          : [
              {
                path: 'parameter',
                message: `A strip goes by its first pad, ${parameterInfo(result.pads[0]!.parameter).label}.`,
              },
            ];
      return [
        ...first,
        ...twice,
        ...result.pads.flatMap((pad, k) => cardFaults(pad.card, pad.parameter, `result.pads.${k}.card`)),
      ];
    }
    case 'titration':
    case 'meter':
      return unitFault(parameter, result.unit, 'result.unit');
    case 'column': {
      const faults = unitFault(parameter, result.unit, 'result.unit');
      result.scale.slice(1).forEach(({ millimeters, value }, k) => {
        const before = result.scale[k]!;
        if (millimeters >= before.millimeters || value <= before.value)
          faults.push({
            path: `result.scale.${k + 1}`,
            message: `Row ${k + 2} must be a shorter column with a higher value than row ${k + 1}.`,
          });
      });
      return faults;
    }
    case 'answer':
      return [];
  }
}

/**
 * Whether the steps of a method make sense together: bottles, branches, waits, and how it is read. Common practice
 * is the measure; the keeper's leaflet decides the amounts.
 * @returns every fault with the path of its step; empty for a sound method
 */
export const methodFaults = (method: Method): MethodFault[] => [
  ...bottleFaults(method),
  ...branchFaults(method),
  ...orderFaults(method),
  ...endFaults(method),
  ...resultFaults(method),
];

/**
 * Reads a document of whatever kind as a method.
 * @returns the method, or every fault found; never throws
 */
export function readMethod(
  document: unknown,
): { readonly method: Method } | { readonly faults: MethodFault[] } {
  const parsed = MethodSchema.safeParse(document);
  if (!parsed.success)
    return {
      faults: parsed.error.issues.slice(0, 40).map((issue) => ({
        path: issue.path.join('.'),
        message: issue.message,
      })),
    };
  const faults = methodFaults(parsed.data);
  return faults.length > 0 ? { faults } : { method: parsed.data };
}
