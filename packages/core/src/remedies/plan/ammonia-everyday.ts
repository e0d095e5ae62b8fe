import { day, hour, minute } from '../../wire';
import type { PlanLine } from './action';
import { ownFree, grown, sizedFor, stillOver, binding, testAmmonia } from './ammonia-steps';
import { oldAcidWater } from './caps';
import { changeLine, newWaterWords } from './change-line';
import { rounded } from './clock';
import type { Context, Pourable, Section } from './context';
import { line, shareWords } from './line';
import { type Picture, mapPicture } from './picture';
import { type ChangeOption, type DayUsed, dayAfter, freshDay, sizeChange } from './sizing';
import type { Tank } from './tank';

/** No filter: what is made each day decides, not the changes. */
function withoutFilter({ given }: Context): PlanLine[] {
  const { water, load, limits } = given;
  if (water.hasFilter || load.best <= 0 || water.liters === null) return [];
  const stands = { low: load.low / 0.5, best: load.best / 0.5, high: load.high / 0.5 };
  if (stands.high < limits.ammonia.act) return [];
  return [
    line({
      kind: 'vessel',
      at: given.at + 7 * day,
      within: true,
      says: `Get a vessel of ${given.volume(5 * water.liters)} or more, with air and a filter.`,
      details: [
        `Unfed they make ${given.words('ammonia', load)} a day here. Half changed daily, it stands at ${given.words('ammonia', stands)} before each change.`,
        'Or keep fewer animals. Changing for ever is no plan.',
      ],
    }),
  ];
}

/** A water that needs acting on, on an ordinary day. */
export function everydayChanges(context: Context, picture: Picture): Section {
  const { given, sources, everyday, lastChange } = context;
  const { at, limits, water } = given;
  const serves = context.servedBy('ammonia', 'free-ammonia');
  const lines: PlanLine[] = [];
  const acid = (given.figures.ph?.best ?? 7) < oldAcidWater.below;
  const notYet =
    lastChange !== null && at - lastChange < 20 * hour && (given.readAt('ammonia') ?? 0) < lastChange;
  const testAt = notYet ? Math.max(at, lastChange + 2 * hour) : rounded(at + 2 * hour + 15 * minute);
  const enough = (after: Tank) =>
    acid
      ? after.ammonia <= oldAcidWater.ammonia
      : after.ammonia < limits.ammonia.act && ownFree(picture.best, after) <= limits.free.watch;
  let left = picture;
  let from = rounded(at + 15 * minute);
  let available = sources;
  // What an earlier change moved today counts; where that leaves no room, the next one waits until tomorrow.
  const isOf = (used: DayUsed) => {
    const option = sizeChange(sizedFor(context, picture, available, used, picture));
    return option !== null && option.share >= 0.1;
  };
  const waits = !notYet && !isOf(context.spent.used) && isOf(freshDay);
  let used = notYet || waits ? freshDay : context.spent.used;
  if (waits) from = rounded(Math.max(from, lastChange! + day));
  if (notYet) {
    lines.push(testAmmonia(context, testAt, 'after'));
    from = rounded(Math.max(testAt + 15 * minute, lastChange + day));
  }
  let first: ChangeOption | null = null;
  const perDay = given.load.best;
  for (let k = 0; k < 3; k++) {
    const option = sizeChange(sizedFor(context, left, available, used, picture));
    if (!option || (k === 0 && option.share < 0.1)) break;
    first ??= option;
    const again = k > 0 || notYet || waits;
    lines.push(
      changeLine(context, option, {
        at: from,
        nth: String(k + 1),
        again,
        onlyIf: again ? conditionFor(context, left, picture, acid) : '',
        subjects: ['ammonia'],
        serves,
        before: left,
        origin: picture,
        overHours: everyday.drip ? (water.young ? 5 : 2) : null,
        details: k === 0 ? newWaterWords(context, option) : [],
      }),
    );
    if (k === 0 && !notYet) lines.push(testAmmonia(context, testAt, 'after'));
    left = option.after;
    if (enough(left.best)) break;
    used = dayAfter(used, picture.best, left.best);
    const soon =
      k === 0 &&
      !again &&
      !everyday.drip &&
      ownFree(picture.best, left.best) > limits.free.watch &&
      sizeChange({ ...sizedFor(context, left, available, used, picture), isEnough: () => false }) !== null;
    if (soon) from = rounded(testAt + 15 * minute);
    else {
      from = from + day;
      used = freshDay;
      available = sources;
      left = grown(left, perDay, 24);
    }
  }
  if (!first) {
    lines.push(
      line({
        kind: 'hold',
        hold: 'tap',
        at,
        says: `Hold: no change with ${sources.map((s) => s.source.name).join(' or ') || 'this water'} yet.`,
        details: ['It would free more of the ammonia than it takes out, or move the water too far in a day.'],
        serves,
      }),
      binding(context, rounded(at + 15 * minute)),
      testAmmonia(context, rounded(at + 4 * hour + 15 * minute), 'after'),
    );
    return {
      lines,
      asks: ['water-at-hand'],
      cannot: ['With this water no change helps: bind it, or fetch water that is softer.'],
    };
  }
  const named = sources.find((s) => s.source === given.source);
  if (
    named &&
    !first.waters.some((w) => w.source === given.source) &&
    sizeChange(sizedFor(context, picture, [named], freshDay)) === null
  )
    lines.push(
      line({
        kind: 'hold',
        hold: 'tap',
        at,
        says: `Hold: no ${named.source.name} yet.`,
        details: [`Even a twentieth of it lifts pH so far that the ammonia burns.`],
        serves,
      }),
    );
  if (acid && named) lines.push(...afterAcid(context, left, named, from));
  lines.push(...withoutFilter(context));
  return { lines };
}

/** Old acid water, once ammonia is low: little of the harder water at a time, day by day. */
function afterAcid(context: Context, left: Picture, named: Pourable, from: number): PlanLine[] {
  const { given } = context;
  const low = mapPicture(left, (t) => ({ ...t, ammonia: Math.min(t.ammonia, oldAcidWater.ammonia) }));
  const option = sizeChange({
    ...sizedFor(context, { ...low, corners: [low.best] }, [named], freshDay),
    mostShare: oldAcidWater.part,
    isEnough: () => false,
  });
  if (!option) return [];
  return [
    changeLine(context, option, {
      at: from + day,
      nth: 'acid',
      onlyIf: `Only once total ammonia reads ${given.rough('ammonia', oldAcidWater.ammonia)} or less.`,
      subjects: ['ph', 'alkalinity'],
      serves: context.servedBy('ph', 'alkalinity'),
      before: low,
      overHours: 3,
      details: [
        `Then ${shareWords(oldAcidWater.part)} a day, by drip. Test ammonia before each; stop over ${given.rough('ammonia', oldAcidWater.ammonia)}.`,
      ],
    }),
  ];
}

function conditionFor(context: Context, left: Picture, before: Picture, acid: boolean): string {
  const { given } = context;
  if (acid) return `Only if total ammonia still reads over ${given.rough('ammonia', oldAcidWater.ammonia)}.`;
  const { words } = stillOver(context, left, before);
  return words;
}
