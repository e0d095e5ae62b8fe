import type { TurnIndicator } from '@hedge-lamp/core/color';
import { type Bottle, type Method, type MethodFault, type Step, readMethod } from '@hedge-lamp/core/methods';
import type { ParameterId } from '@hedge-lamp/core/parameters';
import { typedNumber } from '../shell/typed-number';

/** A step as it stands in the editor: figures as typed, answers too. */
export interface StepForm {
  do: Step['do'];
  say: string;
  why: string;
  matters: Step['matters'];
  caution: string;
  id: string;
  bottle: string;
  /** Drops, scoops, packets, turns, seconds or milliliters, by what is done. */
  amount: string;
  from: string;
  to: string;
  /** What turns; empty where it is not known. */
  indicator: TurnIndicator | '';
  windowSeconds: string;
  answers: { says: string; goTo: string; means: string }[];
}

interface PadForm {
  parameter: ParameterId;
  card: CardForm;
}
export interface CardForm {
  id: string;
  name: string;
  chemistry: string;
  unit: string;
  /** Values with commas or spaces between. */
  values: string;
  open: boolean;
}

/** A method as it stands in the editor: everything typed is kept as it was typed. */
export interface MethodForm {
  id: string;
  version: number;
  name: string;
  short: string;
  parameter: ParameterId;
  note: string;
  develops: string;
  copiedFrom: string;
  bottles: Bottle[];
  steps: StepForm[];
  by: Method['result']['by'];
  perDrop: string;
  unit: string;
  accuracy: string;
  card: CardForm;
  pads: PadForm[];
  /** Lines of height and value. */
  scale: string;
}

export const emptyStep = (): StepForm => ({
  do: 'drop',
  say: '',
  why: '',
  matters: 'usual',
  caution: '',
  id: '',
  bottle: '',
  amount: '',
  from: '',
  to: '',
  indicator: '',
  windowSeconds: '',
  answers: [
    { says: 'Yes', goTo: '', means: '' },
    { says: 'No', goTo: '', means: '' },
  ],
});

/** Which figure a step has, as its label in the editor; none for the others. */
export const amountOf: Readonly<Partial<Record<Step['do'], string>>> = {
  fill: 'Milliliters',
  drop: 'Drops',
  powder: 'Scoops',
  packet: 'Packets',
  invert: 'Turns',
  shake: 'Seconds',
  stand: 'Seconds',
  dip: 'Seconds',
};
export const takesBottle: readonly Step['do'][] = ['drop', 'powder', 'packet', 'shake', 'count-to-turn'];

export const stepNames: Readonly<Record<Step['do'], string>> = {
  rinse: 'Rinse',
  fill: 'Fill',
  drop: 'Drops',
  powder: 'Powder',
  packet: 'Packet',
  cap: 'Cap',
  swirl: 'Swirl',
  invert: 'Turn over',
  shake: 'Shake',
  stand: 'Let stand',
  dip: 'Dip',
  ask: 'Ask',
  'count-to-turn': 'Count drops to the turn',
  read: 'Read',
};

const amountIn = (step: Step): string => {
  switch (step.do) {
    case 'fill':
      return String(step.milliliters);
    case 'drop':
      return String(step.drops);
    case 'powder':
      return String(step.scoops);
    case 'packet':
      return String(step.packets);
    case 'invert':
      return String(step.times);
    case 'shake':
    case 'stand':
    case 'dip':
      return String(step.seconds);
    default:
      return '';
  }
};

const formOfStep = (step: Step): StepForm => ({
  ...emptyStep(),
  do: step.do,
  say: step.say,
  why: step.why ?? '',
  matters: step.matters,
  caution: step.caution ?? '',
  id: step.id ?? '',
  bottle: 'bottle' in step ? (step.bottle ?? '') : '',
  amount: amountIn(step),
  ...(step.do === 'count-to-turn' ? { from: step.from, to: step.to, indicator: step.indicator ?? '' } : {}),
  ...(step.do === 'read' ? { windowSeconds: step.windowSeconds ? String(step.windowSeconds) : '' } : {}),
  ...(step.do === 'ask'
    ? { answers: step.answers.map((a) => ({ says: a.says, goTo: a.goTo ?? '', means: a.means ?? '' })) }
    : {}),
});

type CardOf = Extract<Method['result'], { by: 'card' }>['card'];
const formOfCard = (card: CardOf): CardForm => ({ ...card, values: card.values.join(', ') });
const noCard: CardForm = {
  id: 'own-card',
  name: '',
  chemistry: 'azo-nitrate',
  unit: '',
  values: '',
  open: false,
};

/** The editor's form for a method that is there. */
export function formOfMethod(method: Method): MethodForm {
  const { result } = method;
  return {
    id: method.id,
    version: method.version,
    name: method.name,
    short: method.short,
    parameter: method.parameter,
    note: method.note ?? '',
    develops: String(method.developsSeconds),
    copiedFrom: method.copiedFrom ?? '',
    bottles: structuredClone(method.bottles),
    steps: method.steps.map(formOfStep),
    by: result.by,
    perDrop: result.by === 'titration' ? String(result.perDrop) : '1',
    unit: 'unit' in result ? result.unit : '',
    accuracy: result.by === 'meter' ? String(result.accuracy) : '0.1',
    card: result.by === 'card' || result.by === 'wheel' ? formOfCard(result.card) : { ...noCard },
    pads:
      result.by === 'strip'
        ? result.pads.map((p) => ({ parameter: p.parameter, card: formOfCard(p.card) }))
        : [],
    scale: result.by === 'column' ? result.scale.map((r) => `${r.millimeters} ${r.value}`).join('\n') : '',
  };
}

/** A copy of a method to be changed: under an identifier of its own, which knows what it was copied from. */
export function copyOf(method: Method, id: string): MethodForm {
  return {
    ...formOfMethod(method),
    id,
    version: 0,
    name: `${method.name} (mine)`.slice(0, 80),
    copiedFrom: method.copiedFrom ?? method.id,
  };
}

const some = (field: string, text: string) => (text.trim() === '' ? {} : { [field]: text.trim() });

/** "0, 5, 12" or "0 5 12": commas part figures here, so a decimal comma has no room. */
const figures = (text: string): unknown[] =>
  text
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(typedNumber);
const cardIn = (card: CardForm): unknown => ({ ...card, values: figures(card.values) });

function stepIn(step: StepForm): unknown {
  const field = {
    fill: 'milliliters',
    drop: 'drops',
    powder: 'scoops',
    packet: 'packets',
    invert: 'times',
    shake: 'seconds',
    stand: 'seconds',
    dip: 'seconds',
  }[step.do as string];
  return {
    do: step.do,
    say: step.say,
    matters: step.matters,
    ...some('id', step.id),
    ...some('why', step.why),
    ...some('caution', step.caution),
    ...(field ? { [field]: typedNumber(step.amount) } : {}),
    // Without a bottle it is the tube that is shaken.
    ...(takesBottle.includes(step.do) && (step.do !== 'shake' || step.bottle) ? { bottle: step.bottle } : {}),
    ...(step.do === 'count-to-turn'
      ? { from: step.from, to: step.to, ...some('indicator', step.indicator) }
      : {}),
    ...(step.do === 'read' && step.windowSeconds.trim()
      ? { windowSeconds: typedNumber(step.windowSeconds) }
      : {}),
    ...(step.do === 'ask'
      ? {
          answers: step.answers.map((a) => ({
            says: a.says,
            ...some('goTo', a.goTo),
            ...some('means', a.means),
          })),
        }
      : {}),
  };
}

function resultIn(form: MethodForm): unknown {
  switch (form.by) {
    case 'titration':
      return { by: form.by, perDrop: typedNumber(form.perDrop), unit: form.unit };
    case 'meter':
      return { by: form.by, unit: form.unit, accuracy: typedNumber(form.accuracy) };
    case 'card':
    case 'wheel':
      return { by: form.by, card: cardIn(form.card) };
    case 'strip':
      return { by: form.by, pads: form.pads.map((p) => ({ parameter: p.parameter, card: cardIn(p.card) })) };
    case 'column':
      return {
        by: form.by,
        unit: form.unit,
        scale: form.scale
          .split('\n')
          .filter((line) => line.trim() !== '')
          .map((line) => {
            const [millimeters, value] = line.trim().split(/\s+/);
            return { millimeters: typedNumber(millimeters ?? ''), value: typedNumber(value ?? '') };
          }),
      };
    case 'answer':
      return { by: form.by };
  }
}

/**
 * Reads the editor's form as the next version of its method.
 * @returns the method, or every fault with its path
 */
export function readMethodForm(form: MethodForm): { method: Method } | { faults: MethodFault[] } {
  const draft = {
    id: form.id,
    version: form.version + 1,
    name: form.name,
    short: form.short,
    parameter: form.parameter,
    bottles: form.bottles,
    steps: form.steps.map(stepIn),
    result: resultIn(form),
    developsSeconds: typedNumber(form.develops),
    basis: 'own leaflet',
    ...some('copiedFrom', form.copiedFrom),
    ...some('note', form.note),
  };
  return readMethod(draft);
}
