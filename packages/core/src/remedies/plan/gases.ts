import { day, hour } from '../../wire';
import { midSentence, shortName } from '../../parameters';
import { FieldError } from '../../quantity';
import type { Deed } from '../deed';
import { effectOf } from '../deed-amount';
import { type Context, type Section, nothing } from './context';
import type { PlanGiven } from './given';
import { line } from './line';
import { testWaste } from './test-waste';

const bareChange = (given: PlanGiven) =>
  given.deeds.find(
    (d) =>
      d.kind === 'water-change' &&
      given.at - d.at <= day &&
      d.amount !== null &&
      (d.amount.by === 'part' || d.amount.by === 'liters') &&
      d.amount.conditioned === false,
  );

/** Chloramine carries nitrogen: 1 mg/L of it as chlorine 0.198 mg/L (stoichiometry of NH2Cl and Cl2). */
const nitrogenOfChloramine = 0.198;
/** What mains water may hold of it, mg/L as chlorine. Common practice. */
const usualChloramine = 3;

function chloramineWords(given: PlanGiven, change: Deed): string[] {
  const { amount } = change;
  if (!amount) return [];
  try {
    const part = effectOf(amount, given.water.liters).part?.best;
    if (part === undefined) return [];
    return [
      `If the tap holds chloramine, ${usualChloramine} mg/L of it leaves about ${given.rough('ammonia', usualChloramine * nitrogenOfChloramine * part)} here.`,
    ];
  } catch (error) {
    if (error instanceof FieldError) return [];
    throw error;
  }
}

/** Chlorine: read, or likely after new water without conditioner, which the usual drops do not show. */
export function chlorineSection(context: Context): Section {
  const { given } = context;
  const { at, water } = given;
  const change = bareChange(given);
  const read = given.concerns.filter((c) => c.subject === 'chlorine' && c.status !== 'clear' && !c.note);
  const bound = (since: number) => given.deeds.some((d) => d.kind === 'conditioner' && d.at >= since);
  const isLikely = change !== undefined && !bound(change.at);
  const readAt = given.readAt('chlorine');
  // What was read before the conditioner went in is to be read again, not bound twice.
  const isRead = read.length > 0 && !(readAt !== null && bound(readAt));
  // Nobody doses a stream.
  if (water.lives === 'nobody' || water.kind === 'stream' || (!isLikely && read.length === 0)) return nothing;
  const serves = [...given.concerns.filter((c) => c.rule === 'without-conditioner'), ...read].map(
    (c) => c.findingId,
  );
  const again = line({
    kind: 'test',
    subjects: ['chlorine'],
    nth: 'chlorine',
    at: isRead ? at + hour / 2 : at,
    says: 'Test chlorine: conditioner takes it within minutes.',
    serves,
  });
  if (!isLikely && !isRead) return { lines: [again] };
  return {
    lines: [
      line({
        kind: 'bind',
        nth: 'chlorine',
        at,
        says: `Dose conditioner for the whole ${water.liters === null ? 'water' : given.volume(water.liters)}, by its label.`,
        details: [
          isRead
            ? 'Against chlorine. Before any further change of water.'
            : 'Against chlorine; drops do not show it. Before any further change of water.',
          ...(change ? chloramineWords(given, change) : []),
        ],
        serves,
        writes: [{ kind: 'conditioner', detail: '', amount: { by: 'against', against: 'chlorine' } }],
      }),
      line({
        kind: 'air',
        at,
        says: 'Air more: a stone, or the outlet up so that it breaks the surface.',
        serves,
      }),
      line({ kind: 'stop-feeding', at, says: 'Feed nothing today.', serves }),
      ...(isRead ? [again] : []),
      line({
        kind: 'test',
        subjects: ['ammonia'],
        nth: 'chloramine',
        at: at + 2 * hour,
        says: 'Test ammonia: chloramine in mains water leaves some.',
        serves,
      }),
      testWaste(context, at + day, 'day-1', 'Test ammonia and nitrite: the filter may be hurt.'),
      testWaste(context, at + 3 * day, 'day-3'),
    ],
  };
}

/** Too little oxygen, or too much CO2: air now, and read it again soon. */
export function gasSection(context: Context): Section {
  const { given } = context;
  const { at, water } = given;
  const short = (['dissolved-oxygen', 'carbon-dioxide'] as const).flatMap((gas) => {
    const of = given.concerns.filter((c) => c.subject === gas && c.status !== 'clear' && !c.note);
    return of.length > 0 ? [{ gas, of, serves: of.map((c) => c.findingId) }] : [];
  });
  if (short.length === 0 || water.lives === 'nobody' || water.kind === 'stream') return nothing;
  const serves = short.flatMap((s) => s.serves);
  const isBad = short.some((s) => s.of.some((c) => c.status === 'act' || c.status === 'urgent'));
  return {
    lines: [
      ...short.flatMap((s) =>
        s.gas === 'carbon-dioxide'
          ? [
              line({
                kind: 'gas-off',
                at,
                says: s.of.every((c) => c.status === 'watch')
                  ? 'Turn the CO2 down, if you give any.'
                  : 'Shut the CO2 off, if you give any. Open the lid.',
                serves: s.serves,
              }),
            ]
          : [],
      ),
      line({
        kind: 'air',
        at,
        says: 'Air more: a stone, or the outlet up so that it breaks the surface.',
        details:
          isBad && short.some((s) => s.gas === 'dissolved-oxygen')
            ? ['No stone? Scoop with a jug and pour it back from a hand above, again and again.']
            : [],
        serves,
      }),
      ...(isBad ? [line({ kind: 'stop-feeding', at, says: 'Feed nothing today.', serves })] : []),
      ...short.map((s) =>
        line({
          kind: 'test',
          subjects: [s.gas],
          nth: 'gas',
          at: at + (isBad ? hour : day),
          says: `Test ${midSentence(shortName(s.gas))} again: air brings it back within hours.`,
          serves: s.serves,
        }),
      ),
    ],
  };
}
