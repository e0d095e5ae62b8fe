import { formatReading, fromCanonical, point } from '../quantity';
import { FieldError } from '../quantity/field-error';
import { type StockGroupId, isAnimal, stockGroupLabel } from '../limits';
import { behindFigure } from '../parameters';
import { type Water, waterKindInfo } from '../waters';
import { animalsIn, groupsIn } from '../remedies';
import { type Conditions, usualConditions } from './conditions';
import type { Guideline, GuidelineLimit } from './guideline';
import { type Band, type Limit, bandsOf, strictest } from '../limits/limit';
import { viewsInForce } from '../limits/school';
import { shippedGuidelines } from './shipped-guidelines';
import { type Subject, subjectKind, subjectLabel } from '../limits/subject';

/** What of a water decides by which limits it is judged. */
export type Judgeable = Pick<Water, 'kind' | 'stockGroups' | 'stock' | 'cycling' | 'guidance'>;

/** A limit that holds for a water, whose it is, and for whom. */
export interface AppliedLimit {
  readonly limit: Limit;
  /** Null for the keeper's own. */
  readonly guideline: Guideline | null;
  /** The animals it holds for; empty for all. */
  readonly groups: readonly StockGroupId[];
  readonly bands: readonly Band[];
}

export const isPlanted = (water: Pick<Water, 'stockGroups' | 'stock'>): boolean =>
  groupsIn(water).some((g) => !isAnimal(g));

/** True where young animals live: said of the whole water, or of a line of its stock. */
export const hasYoung = ({ guidance, stock }: Pick<Judgeable, 'guidance' | 'stock'>): boolean =>
  guidance.lifeStage === 'young' || stock.some((s) => s.stage === 'young' && s.count !== 0);

/**
 * What can kill. Its usual limits hold whatever was chosen: a choice of guidelines can add to them, and a limit of
 * one's own can only move where they begin.
 */
export const vitalSubjects: readonly Subject[] = [
  'ammonia',
  'free-ammonia',
  'nitrite',
  'nitrite-for-chloride',
  'chloride',
  'chlorine',
  'dissolved-oxygen',
  'carbon-dioxide',
];

/**
 * What Clear rests on beside those in a kept water. It never goes unjudged: where a choice of guidelines says nothing of
 * it, the usual ones hold.
 */
const neverUnjudged: readonly Subject[] = ['ph', 'alkalinity', 'hardness', 'temperature'];

const isExtra = ({ beside, forWhom }: Guideline): boolean =>
  beside === true || [forWhom.planted, forWhom.young, forWhom.cycling].includes(true);

/** True where a guideline could hold for this water at all. */
export function speaksOf({ forWhom }: Guideline, water: Judgeable): boolean {
  if (!forWhom.kinds.includes(water.kind)) return false;
  const groups = groupsIn(water);
  if (forWhom.stock && !forWhom.stock.some((g) => groups.includes(g))) return false;
  if (forWhom.planted && !isPlanted(water)) return false;
  if (forWhom.young && !hasYoung(water)) return false;
  return !forWhom.cycling || water.cycling;
}

const holdsUnasked = ({ usual }: Guideline, { kind }: Judgeable): boolean =>
  typeof usual === 'boolean' ? usual : usual.includes(kind);

/**
 * The guidelines that hold for a water: those chosen, else the usual ones for its kind and stock.
 * @param subject for what can kill, the usual ones hold beside those chosen
 */
export function guidelinesFor(water: Judgeable, subject?: Subject): Guideline[] {
  const { sets } = water.guidance;
  const always = subject !== undefined && vitalSubjects.includes(subject);
  return shippedGuidelines.filter(
    (g) =>
      speaksOf(g, water) &&
      (((sets === null || always) && holdsUnasked(g, water)) || sets?.includes(g.id) === true),
  );
}

/** True where a limit holds under these conditions. */
function holdsUnder(limit: GuidelineLimit, { bounded, chloride, soft, salted }: Conditions): boolean {
  const isSalted = salted !== null;
  // Fresh-water limits of these do not hold in salted water.
  if (isSalted && ['ph', 'alkalinity', 'hardness', 'nitrite', 'nitrite-for-chloride'].includes(limit.subject))
    return false;
  // Where the salt was told as what it is, it is meant to be there.
  if (limit.subject === 'chloride' && isSalted && salted !== 'untold') return false;
  switch (limit.when) {
    case undefined:
      return true;
    case 'free-unbounded':
      return !bounded;
    case 'chloride-unread':
      return chloride === 'unknown';
    case 'chloride-unread-soft':
      return chloride === 'unknown' && soft;
    case 'not-shielded':
      return chloride !== 'shielding';
    case 'fresh':
      return salted !== 'marine';
    case 'marine':
      return salted === 'marine';
  }
}

/** @throws FieldError `out-of-range` naming a guideline that is not here */
export function checkSets(sets: readonly string[] | null, field = 'guidance.sets'): void {
  for (const id of sets ?? [])
    if (!shippedGuidelines.some((g) => g.id === id))
      throw new FieldError('out-of-range', field, `There is no guideline “${id}”. Choose from the list.`);
}

const cached = new Map<GuidelineLimit, readonly Band[]>();
function bandsOfShipped(limit: GuidelineLimit): readonly Band[] {
  const there = cached.get(limit);
  if (there) return there;
  const bands = bandsOf(limit);
  cached.set(limit, bands);
  return bands;
}

/** What an own limit of something that can kill may not lift: what usually wants acting on is at least watched. */
const floorOf = (bands: readonly Band[]): Band[] => {
  const milder: Band[] = [];
  for (const band of bands) {
    const status = band.status === 'act' ? 'watch' : band.status === 'watch' ? 'clear' : band.status;
    const last = milder.at(-1);
    if (last?.status === status) milder[milder.length - 1] = { ...last, to: band.to };
    else milder.push({ ...band, status });
  }
  return milder;
};

/**
 * The limits that hold for a subject in a water. The keeper's own one takes the place of all, but of what can kill it
 * lifts no usual Urgent, and what usually wants acting on stays at least Watch. Else each group of animals brings the
 * limits made for it, or the general ones where there are none; published criteria and what holds for plants, young
 * animals and a growing filter come beside those. Where nobody lives, only those for filter and plants hold.
 */
export function appliedLimits(
  subject: Subject,
  water: Judgeable,
  conditions: Conditions = usualConditions,
): AppliedLimit[] {
  const own = water.guidance.own.find((l) => l.subject === subject);
  if (own) {
    const bands = bandsOf(own);
    const usual = vitalSubjects.includes(subject)
      ? bandsFor(subject, { ...water, guidance: { ...water.guidance, own: [] } }, conditions)
      : [];
    return [
      {
        limit: own,
        guideline: null,
        groups: [],
        bands: usual.length > 0 ? strictest([bands, floorOf(usual)]) : bands,
      },
    ];
  }
  const inForce = viewsInForce(water.guidance.schools, isPlanted(water));
  const holds = (limit: GuidelineLimit) => {
    const { view, subject: of } = limit;
    if (of !== subject || !holdsUnder(limit, conditions)) return false;
    if (conditions.acid && view === 'ammonia/acid-nitrite' && of === 'ammonia' && limit.when === undefined)
      return false;
    if (view === undefined) return true;
    const [school, chosen] = view.split('/') as [keyof typeof inForce, string];
    return inForce[school] === chosen;
  };
  const found: { limit: GuidelineLimit; guideline: Guideline; groups: StockGroupId[] }[] = [];
  const take = (guideline: Guideline, group?: StockGroupId) => {
    for (const limit of guideline.limits.filter(holds)) {
      const there = found.find((f) => f.limit === limit);
      if (!there) found.push({ limit, guideline, groups: group ? [group] : [] });
      else if (group) there.groups.push(group);
    }
  };
  const all = guidelinesFor(water, subject).filter(
    ({ forWhom }) => !conditions.nobody || forWhom.cycling === true || forWhom.planted === true,
  );
  const base = all.filter((g) => !g.forWhom.stock && !isExtra(g));
  const animals = animalsIn(water);
  for (const group of animals) {
    const ofGroup = all.filter((g) => g.forWhom.stock?.includes(group));
    const special = ofGroup.filter((g) => !isExtra(g) && g.limits.some(holds));
    (special.length > 0 ? special : base).forEach((g) => take(g, group));
  }
  if (animals.length === 0) base.forEach((g) => take(g));
  all.filter(isExtra).forEach((g) => take(g));
  const { guidance } = water;
  if (
    found.length === 0 &&
    guidance.sets !== null &&
    neverUnjudged.includes(subject) &&
    waterKindInfo[water.kind].stocked
  )
    return appliedLimits(subject, { ...water, guidance: { ...guidance, sets: null } }, conditions);
  return found.map((f) => ({
    ...f,
    // A limit that holds for all animals need not name them.
    groups: f.groups.length === animals.length ? [] : f.groups,
    bands: bandsOfShipped(f.limit),
  }));
}

/** The joined bands for a subject in a water, the strictest at each value; empty where none speaks. */
export function bandsFor(subject: Subject, water: Judgeable, conditions?: Conditions): Band[] {
  const limits = appliedLimits(subject, water, conditions);
  return limits.length > 0 ? strictest(limits.map((l) => l.bands)) : [];
}

const clearBand = (bands: readonly Band[]) => bands.find((b) => b.status === 'clear')!;

/** Short names for a sentence. */
const short: Partial<Record<Subject, string>> = { hardness: 'GH', alkalinity: 'KH' };

/**
 * Said plainly where no value is clear to all who live here: "No GH suits both Livebearers (8–20 °dGH) and Soft-water
 * fish (2–7 °dGH)." Every pair is named. Null where there is one.
 * @param unit in which the figures are shown
 */
export function incompatible(
  subject: Subject,
  limits: readonly AppliedLimit[],
  unit: string,
): { readonly sentence: string; readonly groups: readonly StockGroupId[] } | null {
  const kind = subjectKind(subject);
  const range = ({ from, to }: Band): string => {
    const [low, high] = [from, to].map((x) => (Number.isFinite(x) ? fromCanonical(x, kind, unit) : x)) as [
      number,
      number,
    ];
    const behind = behindFigure(kind, unit);
    if (low === -Infinity) return `up to ${formatReading(point(high))}${behind}`;
    if (high === Infinity) return `from ${formatReading(point(low))}${behind}`;
    const [l, h] = [low, high].map((x) => formatReading(point(Number(x.toPrecision(3)))));
    return `${l}–${h}${behind}`;
  };
  const who = ({ groups, guideline, bands }: AppliedLimit) => {
    const name =
      groups.length > 0
        ? groups.map((g) => stockGroupLabel[g]).join(', ')
        : (guideline?.name ?? 'your own limit');
    return `${name} (${range(clearBand(bands))})`;
  };
  const pairs = limits.flatMap((one, k) =>
    limits.slice(k + 1).flatMap((other) => {
      const [a, b] = [clearBand(one.bands), clearBand(other.bands)];
      return Math.max(a.from, b.from) < Math.min(a.to, b.to) ? [] : [[one, other] as const];
    }),
  );
  if (pairs.length === 0) return null;
  return {
    sentence: `No ${short[subject] ?? subjectLabel(subject)} suits both ${pairs.map(([one, other]) => `${who(one)} and ${who(other)}`).join(', nor ')}.`,
    groups: [...new Set(pairs.flatMap(([one, other]) => [...one.groups, ...other.groups]))],
  };
}
