import {
  type PlanOrder,
  type RunDraft,
  RunDraftSchema,
  TestSchema,
  jobOfMethod,
  methodsOfSet,
  planOf,
  testSets,
} from '@hedge-lamp/core/bench';
import { isDilutable, isSizable } from '@hedge-lamp/core/methods';
import type { DrawnFrom } from '@hedge-lamp/core/readings';
import type { ParameterId } from '@hedge-lamp/core/parameters';
import type { Water } from '@hedge-lamp/core/waters';
import { useSessionStorage } from '@vueuse/core';
import { v4 as newId } from 'uuid';
import { computed, ref, watch } from 'vue';
import { useServerLink } from '../clock/server-link';
import { fromLocalInput, thisZone } from '../clock/words';
import { useKits } from '../methods/kits-store';
import { useMethods } from '../methods/methods-store';
import { useSettings } from '../settings/settings-store';
import { type FieldErrors, errorsOf } from '../shell/field-errors';
import { typedNumber } from '../shell/typed-number';
import { useWaters } from '../waters/waters-store';
import { lanesOf } from './plan-lanes';
import { useTakenMethods } from '../methods/taken-methods';
import { useUsualMethod } from '../methods/usual-method';

/** How a chosen test is run, where it is not as the leaflet asks: as typed. */
export interface TestOptions {
  kitId: string | null;
  dilution: string;
  /** The sample, as many times what the leaflet asks for. */
  sampleTimes: string;
}

interface Typed {
  chosen: string[];
  /** The set that was pressed, as long as its tests are the chosen ones. */
  set: string;
  order: PlanOrder;
  touched: boolean;
  points: string[];
  /** Other waters that the same tests are run of, in the same sitting: by their ids. */
  alsoOf: string[];
  drawnFrom: DrawnFrom;
  sampledAt: string;
  options: Record<string, TestOptions>;
}

/** What is filled in before a run: which tests, in which order, from which sample. Kept through a reload. */
export function useRunForm(
  water: () => Water,
  asked: readonly ParameterId[] = [],
  { dilute = 1, place = null, pick = false }: { dilute?: number; place?: string | null; pick?: boolean } = {},
) {
  const link = useServerLink();
  const settings = useSettings();
  const waters = useWaters();
  const methods = useMethods();
  const kits = useKits();

  const fresh = (): Typed => ({
    chosen: [],
    set: '',
    order: 'soonest',
    // Who tests with one kit in hand picks it; nobody is given six tests for it.
    touched: pick,
    points: water()
      .samplingPoints.slice(0, 1)
      .map((p) => p.id),
    alsoOf: [],
    drawnFrom: 'below-surface',
    sampledAt: '',
    options: {},
  });
  const form = useSessionStorage<Typed>(`hedge-lamp.draft.run.${water().id}`, fresh());
  const errors = ref<FieldErrors>({});

  const taken = useTakenMethods();
  const usual = useUsualMethod();
  const due = computed(() => new Set(waters.standings.get(water().id)?.due.map((d) => d.parameter)));
  const dueIds = computed(() => {
    const wanted = [...due.value].flatMap((p) => usual(p)?.id ?? []);
    // Free ammonia needs both.
    const companions = due.value.has('ammonia') ? (['ph', 'temperature'] as const) : [];
    const missing = companions.filter((p) => !wanted.some((w) => methodOf(w)?.parameter === p));
    return [...wanted, ...missing.flatMap((p) => usual(p)?.id ?? [])];
  });
  const methodOf = (id: string) => methods.book.find(id);
  const optionsOf = (id: string): TestOptions => ({
    kitId: kits.kitsFor(id)[0]?.id ?? null,
    dilution: '',
    sampleTimes: '',
    ...form.value.options[id],
  });

  /** What was asked for by the address counts until the keeper chooses otherwise. */
  let choseOtherwise = false;
  const askedIds = computed(() => asked.flatMap((p) => usual(p)?.id ?? []));
  watch(
    [dueIds, askedIds],
    ([ids, wanted]) => {
      if (wanted.length > 0 && !choseOtherwise) {
        form.value.touched = true;
        form.value.chosen = [...wanted];
        form.value.order = 'danger';
        askAsFound(wanted);
      } else if (!form.value.touched) form.value.chosen = ids;
    },
    { immediate: true },
  );

  /** A finding asks for a diluted sample, or for one place: filled in, and free to be changed. */
  function askAsFound(ids: readonly string[]): void {
    if (place !== null && water().samplingPoints.some((p) => p.id === place)) form.value.points = [place];
    if (!(dilute > 1 && dilute <= 100)) return;
    for (const id of ids) {
      const method = methodOf(id);
      if (method && isDilutable(method))
        form.value.options = { ...form.value.options, [id]: { ...optionsOf(id), dilution: String(dilute) } };
    }
  }

  const chosen = computed(() =>
    form.value.chosen.flatMap((id) => methods.all.find((m) => m.id === id) ?? []),
  );
  function toggle(id: string): void {
    const { chosen: ids } = form.value;
    form.value.touched = choseOtherwise = true;
    form.value.set = '';
    form.value.chosen = ids.includes(id) ? ids.filter((c) => c !== id) : [...ids, id];
  }
  const sets = computed(() => [
    ...(dueIds.value.length > 0
      ? [
          {
            id: 'due',
            name: 'What is due',
            why: 'Due by now, by how often it is usually tested.',
            order: 'soonest' as const,
            methodIds: dueIds.value,
          },
        ]
      : []),
    ...testSets.map((set) => ({ ...set, methodIds: methodsOfSet(set, usual) })),
  ]);
  /** The set that the chosen tests are: the one that was pressed, where two name the same tests. */
  const chosenSet = computed(() => {
    const same = sets.value.filter(
      ({ methodIds, order }) =>
        methodIds.length === form.value.chosen.length &&
        methodIds.every((id) => form.value.chosen.includes(id)) &&
        form.value.order === order,
    );
    return (same.find((s) => s.id === form.value.set) ?? same[0])?.id ?? '';
  });
  function chooseSet(id: string): void {
    const set = sets.value.find((s) => s.id === id);
    if (!set) return;
    form.value.touched = choseOtherwise = true;
    form.value.set = id;
    form.value.chosen = [...set.methodIds];
    form.value.order = set.order;
  }

  function setOptions(id: string, options: TestOptions): void {
    form.value.options = { ...form.value.options, [id]: options };
  }

  /** The water and those that are tested with it, each with the places that it is sampled at. */
  const sampled = computed(() => {
    const others = waters.waters.filter((w) => w.id !== water().id && form.value.alsoOf.includes(w.id));
    return [
      { of: water(), points: form.value.points.length > 0 ? form.value.points : [null] },
      ...others.map((w) => ({ of: w, points: [w.samplingPoints[0]?.id ?? null] })),
    ];
  });
  /** One tube for each test, each water and each place. */
  const tubes = computed(() =>
    sampled.value.flatMap(({ of, points }) =>
      points.flatMap((pointId, k) =>
        chosen.value.map((method) => ({ id: `${of.id} ${k} ${method.id}`, method, pointId, of })),
      ),
    ),
  );
  const jobs = computed(() => tubes.value.map(({ id, method }) => jobOfMethod(id, method)));
  const plan = computed(() => planOf(jobs.value, form.value.order));
  const lanes = computed(() =>
    lanesOf(plan.value, jobs.value, (id) => {
      const { method, of, pointId } = tubes.value.find((t) => t.id === id)!;
      const isOneOfPlaces = (sampled.value.find((s) => s.of === of)?.points.length ?? 1) > 1;
      return [
        method.short,
        ...(sampled.value.length > 1 ? [of.name] : []),
        ...(isOneOfPlaces ? [of.samplingPoints.find((p) => p.id === pointId)?.name ?? ''] : []),
      ].join(' · ');
    }),
  );

  /** A run for each water, as the server will check them; null where something is not right, which `errors` then says. */
  function drafts(): RunDraft[] | null {
    errors.value = {};
    const made = sampled.value.map(({ of, points }) => draftOf(of, points));
    if (made.includes(null)) return null;
    for (const { parameter, id } of chosen.value) taken.value = { ...taken.value, [parameter]: id };
    return made.filter((d) => d !== null);
  }
  function draftOf(of: Water, points: readonly (string | null)[]): RunDraft | null {
    const order = plan.value.ops.map((o) => o.jobId);
    const inOrder = tubes.value
      .filter((t) => t.of.id === of.id)
      .sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id));
    const sampledAt = form.value.sampledAt === '' ? null : fromLocalInput(form.value.sampledAt);
    const found: Record<string, string> = {};
    if (form.value.sampledAt !== '' && sampledAt === null) found.sampledAt = 'Give the day and the time.';
    if (sampledAt !== null && sampledAt > link.now() + 60_000)
      found.sampledAt = 'This time lies in the future. Check the date and the clock.';
    const tests = inOrder.map(({ method, pointId }) => {
      const { kitId, ...sample } = optionsOf(method.id);
      const asked = (typed: string, can: boolean) =>
        !can || typed.trim() === '' ? undefined : typedNumber(typed);
      const test = TestSchema.safeParse({
        id: newId(),
        methodId: method.id,
        methodVersion: method.version,
        kitId,
        samplingPointId: points.length > 1 ? pointId : null,
        dilution: asked(sample.dilution, isDilutable(method)),
        sampleTimes: asked(sample.sampleTimes, isSizable(method)),
        doubts: kits.doubtsOf(kitId, method.id),
      });
      for (const { path, message } of test.error?.issues ?? [])
        found[`${path.join('.')}.${method.id}`] = message;
      return test.data;
    });
    errors.value = { ...errors.value, ...found };
    if (Object.keys(found).length > 0) return null;
    const parsed = RunDraftSchema.safeParse({
      id: newId(),
      waterId: of.id,
      samplingPointId: points.length === 1 ? points[0] : null,
      startedAt: link.now(),
      sampledAt,
      // A tap has no surface to draw below.
      drawnFrom: of.kind === 'source' ? null : form.value.drawnFrom,
      order: form.value.order,
      zone: thisZone(),
      by: settings.initials,
      tests,
    });
    if (parsed.success) return parsed.data;
    errors.value = { ...errors.value, ...errorsOf(parsed.error) };
    return null;
  }
  function forget(): void {
    form.value = fresh();
  }

  return {
    form,
    errors,
    due,
    usual,
    sets,
    chosenSet,
    chooseSet,
    toggle,
    chosen,
    optionsOf,
    setOptions,
    tubes,
    plan,
    lanes,
    sampled,
    drafts,
    forget,
  };
}
