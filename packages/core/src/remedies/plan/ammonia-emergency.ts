import { day, hour, minute } from '../../wire';
import type { PlanLine } from './action';
import { ownFree, grown, drawn, stillOver, binding, testAmmonia, sizedFor } from './ammonia-steps';
import { mostChangesInADay } from './caps';
import { changeLine, newWaterWords } from './change-line';
import { morningAfter, rounded } from './clock';
import { type Context, type Section, isAtLeast } from './context';
import { line } from './line';
import { isNitriteTamed, isQuartered, nitriteGoesOn, notQuartered } from './nitrite';
import type { Picture } from './picture';
import { nextChangeAt, threeInADay } from './day-spent';
import { type ChangeOption, dayAfter, rested, sizeChange } from './sizing';

interface Step {
  readonly option: ChangeOption;
  readonly before: Picture;
  readonly at: number;
}

/** Changes one after another within a day, each as large as it may be, until it is under Act at its own CO2. */
function emergencySteps(context: Context, start: Picture, from: number): { steps: Step[]; left: Picture } {
  const { given } = context;
  let sources = context.sources;
  const made = [...context.spent.changes];
  let { used } = context.spent;
  let left = start;
  const steps: Step[] = [];
  for (let k = 0; k < mostChangesInADay; k++) {
    const wanted = k === 0 ? from : steps[k - 1]!.at + 2 * hour;
    const at = rounded(nextChangeAt(made, wanted));
    // What comes a day later is planned by what is read then.
    if (k > 0 && at - given.at >= day) break;
    const option = sizeChange({ ...sizedFor(context, left, sources, used, start), isEnough: () => false });
    if (!option) break;
    steps.push({ option, before: left, at });
    made.push({ at, part: option.share });
    sources = drawn(sources, option);
    used = rested(dayAfter(used, left.best, option.after.best), 2);
    left = grown(option.after, given.load.best, 2);
    const nitrite = given.limits.nitrite.urgent;
    if (
      (context.levels.nitrite !== 'urgent' ||
        isNitriteTamed(start.best.nitrite, left.best.nitrite, nitrite)) &&
      ownFree(start.best, left.best) < given.limits.free.act &&
      left.best.ammonia < given.limits.ammonia.act * 4
    )
      break;
  }
  return { steps, left };
}

/** Ammonia that is the greater harm: halves by the hour, tests between them, and what else where they do not do it. */
export function inEmergency(context: Context, picture: Picture): Section {
  const { given, lastChange, levels } = context;
  const { at, limits, water } = given;
  const serves = context.servedBy('ammonia', 'free-ammonia');
  const lines: PlanLine[] = [];
  const readAt = given.readAt('ammonia') ?? 0;
  const notYet = lastChange !== null && lastChange > readAt && at - lastChange < day;
  const firstAt = notYet
    ? rounded(Math.max(at, lastChange + 2 * hour) + 15 * minute)
    : rounded(at + 10 * minute);
  if (notYet) lines.push(testAmmonia(context, Math.max(at, lastChange + 2 * hour), 'after'));
  const { steps, left } = emergencySteps(context, picture, firstAt);
  // The day's changes are spent: what comes next waits, and is decided by what is read then.
  const waits = steps.length > 0 && steps[0]!.at - firstAt > hour;
  if (waits) lines.push(testAmmonia(context, rounded(at + 2 * hour), 'after'));
  const reached = steps.length > 0 && ownFree(picture.best, left.best) < limits.free.act;
  const sourceAmmonia = given.source?.figures.ammonia?.best ?? 0;
  const bind = !reached || waits || sourceAmmonia >= limits.ammonia.watch;
  if (bind) lines.push(binding(context, rounded(at + (notYet ? 10 : 20) * minute)));
  steps.forEach(({ option, before, at: when }, k) => {
    const again = k > 0 || notYet || waits;
    const reasons = [
      stillOver(context, before, picture).words.replace(/\.$/, ''),
      ...(levels.nitrite === 'urgent'
        ? [`nitrite over ${given.rough('nitrite', nitriteGoesOn(limits.nitrite.urgent))}`]
        : []),
      ...(bind && k > 0 ? ['the conditioner bound nothing in the jar'] : []),
    ];
    const condition = again ? `${reasons.join(', or ')}.` : '';
    lines.push(
      changeLine(context, option, {
        at: when + (again && !notYet && !waits ? 15 * minute : 0),
        nth: String(k + 1),
        again,
        onlyIf: condition,
        subjects: levels.nitrite === 'urgent' ? ['ammonia', 'nitrite'] : ['ammonia'],
        id: `change:ammonia:${k + 1}`,
        serves,
        before,
        origin: picture,
        overHours: null,
        details: [
          ...(k === 0 ? newWaterWords(context, option) : []),
          ...(k === 0 && water.kind === 'pond' ? ['Let it in at the surface, over two hours.'] : []),
          ...(water.kind !== 'pond' && Math.abs(option.after.best.celsius - before.best.celsius) > 1
            ? ['Let it in over half an hour.']
            : []),
        ],
      }),
    );
    if (!(notYet && k === 0))
      lines.push(testAmmonia(context, when - (k === 0 ? 10 * minute : 0) + 2 * hour, `after-${k + 1}`));
  });
  const last = waits ? at : (steps.at(-1)?.at ?? at);
  lines.push(
    testAmmonia(
      context,
      morningAfter(last, given.zone),
      'morning',
      'Test ammonia and pH: CO2 of the new water has left by then. Then daily.',
    ),
  );
  const cannot: string[] = waits ? [threeInADay] : [];
  if (levels.nitrite === 'urgent' && !isQuartered(picture.best.nitrite, left.best.nitrite))
    cannot.push(notQuartered);
  if (!reached && isAtLeast(levels.ammonia, 'urgent')) {
    cannot.push(
      steps.length === 0
        ? 'No change with this water helps now. Bind the ammonia, fetch other water, or move the animals out.'
        : 'Changes alone do not get it under Act within a day. Bind the ammonia, fetch other water, or move the animals out.',
    );
    if (steps.length === 0)
      lines.push(
        line({
          kind: 'move-out',
          at: rounded(at + 30 * minute),
          says: `Move the animals into other, clean water: aired, covered, within ${given.apart(2)}.`,
          serves,
        }),
      );
  }
  return { lines, cannot, asks: ['water-at-hand'] };
}
