import { ask } from '../wire/ask';
import { day } from '@hedge-lamp/core/wire';
import {
  type Run,
  type Skipped,
  type Suggestion,
  type Test,
  type Tube,
  TestSchema,
  isAtResult,
  jobOfTube,
  leftUndone,
  padsOf,
  planOf,
  readsColor,
  readsFigure,
  stepOf,
  suggestionsFor,
  timerEnd,
} from '@hedge-lamp/core/bench';
import { isTimed } from '@hedge-lamp/core/methods';
import { type DoubtId, readingRoutes } from '@hedge-lamp/core/readings';
import { usualUnits } from '@hedge-lamp/core/waters';
import { v4 as newId } from 'uuid';
import { type Ref, computed, ref, shallowRef, watch } from 'vue';
import { useServerLink } from '../clock/server-link';
import { thisZone } from '../clock/words';
import { useKits } from '../methods/kits-store';
import { useMethods } from '../methods/methods-store';
import { useNotices } from '../shell/notice-store';
import { useWaters } from '../waters/waters-store';
import { type EventBody, useBench } from './bench-store';
import { lanesOf } from './plan-lanes';
import { readingPreview } from './reading-preview';

/** A key is not taken for a step that came under it less than this before, ms. Hedge Lamp's own. */
const settling = 700;
/** What follows so soon upon an act is its doing, ms. */
const ownAct = 300;

type PlainEvent = EventBody extends infer T
  ? T extends { testId: string }
    ? Omit<T, 'testId'>
    : never
  : never;

/** A live run: its tubes, the plan for what is left, the tube in hand, and everything that can be done with it. */
export function useRun(given: Ref<Run>) {
  const bench = useBench();
  const waters = useWaters();
  const methods = useMethods();
  const kits = useKits();
  const notices = useNotices();
  const link = useServerLink();

  /** Straight from the store: a prop only follows at the next drawing, and one act may need what the last one did. */
  const run = computed(() => bench.runs.find((r) => r.id === given.value.id) ?? given.value);
  const tubes = computed(() => bench.tubesOf(run.value));
  const live = computed(() => tubes.value.filter((t) => t.state === 'running'));
  const tube = computed(() => live.value.find((t) => t.testId === bench.inHand) ?? live.value[0]);
  const units = computed(() => waters.byId(run.value.waterId)?.units ?? usualUnits);
  const previews = computed(() => {
    const current = tube.value;
    return current
      ? padsOf(current).map((pad) => readingPreview(current, units.value, methods.book, pad))
      : [];
  });

  /** Methods of pH run on this water within the last day: the two ranges are asked for once, not in a circle. */
  const ranBefore = shallowRef<string[]>([]);
  watch(
    () => run.value.waterId,
    async (waterId) => {
      const from = Math.round(link.now() - day);
      try {
        const { readings } = await ask(readingRoutes.list, {
          params: { id: waterId },
          query: { parameter: 'ph', from, limit: 20 },
        });
        ranBefore.value = readings.flatMap((r) => (r.runId === run.value.id ? [] : (r.methodId ?? [])));
      } catch {
        // Without a server nothing is known of yesterday; the run itself still knows what it ran.
        ranBefore.value = [];
      }
    },
    { immediate: true },
  );

  /** The plan changes when something happened, not with every tick of the clock. */
  const happened = computed(() =>
    live.value.map((t) => `${t.testId} ${t.step} ${t.timers[t.step] ?? ''}`).join(),
  );
  const planned = computed(() => {
    void happened.value;
    const at = bench.now;
    const jobs = live.value.map((t) => jobOfTube(t, at));
    return { at, jobs, plan: planOf(jobs, run.value.order) };
  });
  const frozen = shallowRef(planned.value);
  watch(happened, () => (frozen.value = planned.value), { flush: 'sync' });
  const plan = computed(() => frozen.value.plan);
  const planElapsed = computed(() => Math.max(0, (bench.now - frozen.value.at) / 1000));
  const lanes = computed(() =>
    lanesOf(
      plan.value,
      frozen.value.jobs,
      (id) => tubes.value.find((t) => t.testId === id)?.method.short ?? '',
    ),
  );
  /** The tube that the plan puts next, and the instant. */
  const upNext = computed(() => {
    const op = plan.value.ops.find((o) => live.value.some((t) => t.testId === o.jobId));
    const next = op && live.value.find((t) => t.testId === op.jobId);
    return next ? { tube: next, at: frozen.value.at + op.start * 1000 } : null;
  });
  /** A tube of another water that a hand is free for, and wanted by: the one that waits longest to be read first. */
  const elsewhere = computed(() => {
    const wanting = bench.openTubes.filter(
      ({ run: other, tube: t }) =>
        other.id !== run.value.id && !(stepOf(t).do === 'stand' && timerEnd(t) !== null),
    );
    return wanting.find(({ tube: t }) => stepOf(t).do === 'read') ?? wanting[0] ?? null;
  });
  /** The one after the tube in hand. */
  const afterThis = computed(() => {
    const op = plan.value.ops.find(
      (o) => o.jobId !== tube.value?.testId && live.value.some((t) => t.testId === o.jobId),
    );
    return op ? (live.value.find((t) => t.testId === op.jobId) ?? null) : null;
  });

  /** A step called done without being done; asked about once before going on. */
  const undone = ref<{ testId: string; step: number; skipped: Skipped; askedAt: number } | null>(null);
  const isAsked = (): boolean =>
    undone.value !== null &&
    undone.value.testId === tube.value?.testId &&
    undone.value.step === tube.value.step;
  /** Figures typed but not told yet, by test. */
  const typed = ref<Record<string, string>>({});

  watch(
    () => tube.value?.testId,
    (testId) => (bench.inHand = testId ?? ''),
    { immediate: true },
  );
  /** Takes what the plan puts next in hand, when it can go on now. */
  function goOn(): void {
    const next = upNext.value?.tube ?? live.value[0];
    if (next) bench.inHand = next.testId;
  }
  /** When what is in hand last changed by itself, as by a timer that ended: a key pressed just then was meant for before. */
  let movedAt = -Infinity;
  let byOwnAct = false;
  watch([() => tube.value?.testId, () => tube.value?.step], ([testId], [before]) => {
    if (!byOwnAct && testId === before) movedAt = performance.now();
    byOwnAct = false;
  });
  // By the keeper's own act the tube in hand has just begun to stand: the hands are free for another one. A timer that
  // ends by itself moves no other tube into the hand.
  watch(
    [() => tube.value?.testId, () => (tube.value ? `${tube.value.step} ${stepOf(tube.value).do}` : '')],
    ([testId, state], [before]) => {
      if (testId !== before || !state.endsWith(' stand') || performance.now() - toldAt > ownAct) return;
      const next = upNext.value;
      if (next && next.tube.testId !== testId && next.at <= bench.now + 1500) goOn();
    },
  );

  /** When the keeper last did something here, by the page's own clock. */
  let toldAt = -Infinity;
  async function tell(...bodies: PlainEvent[]) {
    const testId = tube.value?.testId;
    // The last tube went by the act before: what a field or a key still says of it is of nothing.
    if (testId === undefined) return 'refused';
    toldAt = performance.now();
    byOwnAct = true;
    return bench.tell(run.value.id, ...bodies.map((body) => ({ ...body, testId })));
  }
  const atStep = <T extends string>(type: T) => ({ type, step: tube.value?.step ?? 0 });
  /** A step at which a short shake was asked for is told as one. */
  const asAsked = () => (tube.value?.again[tube.value.step] ? { again: true as const } : {});

  function drop(): void {
    if (!tube.value) return;
    undone.value = null;
    void tell(atStep('drop'));
  }
  function takeBack(): void {
    if (tube.value) void tell(atStep('take-back'));
  }

  /** A figure typed is told as it stands in its field, in the unit it was asked for in. */
  function tellFigure(device?: 'simulated-pen'): void {
    const current = tube.value;
    if (!current) return;
    const text = typed.value[current.testId];
    if (!readsFigure(current) || text === undefined) return;
    const { result, parameter } = current.method;
    const ownUnit = result.by === 'meter' ? result.unit : 'mm';
    const unit = parameter === 'temperature' ? units.value.temperature : ownUnit;
    // What was sent by a pen and not touched since stays marked as such.
    const from = device ?? (current.figure?.text === text ? current.figure.device : undefined);
    void tell({ ...atStep('figure'), text, unit, ...(from ? { device: from } : {}) });
  }

  /** What a figure that is hardly ever read is asked about, by test: the words it was asked in, and whether it is right. */
  const unlikely = ref<{ testId: string; text: string; sure: boolean } | null>(null);

  async function keep(): Promise<void> {
    tellFigure();
    const current = tube.value;
    if (!current) return;
    // The tube is computed anew from the figure just told.
    const told = previews.value.flatMap((p, k) =>
      p && 'text' in p ? [{ pad: padsOf(current)[k]!, text: p.text }] : [],
    );
    if (previews.value.some((p) => p && 'error' in p)) return;
    if (told.length === 0) {
      // Nothing was kept, and that is said: a key pressed early must not look like a reading.
      notices.say(
        readsColor(current)
          ? 'Nothing is kept yet. Choose the color first, or take the answer of the photograph.'
          : readsFigure(current)
            ? 'Nothing is kept yet. Type the figure first.'
            : 'Nothing is kept yet: there is no result so far.',
        { tone: 'bad' },
      );
      return;
    }
    const odd = previews.value.find((p) => p && 'text' in p && p.seldom);
    if (odd && 'text' in odd) {
      const asked = unlikely.value?.testId === current.testId && unlikely.value.text === odd.text;
      if (!asked || !unlikely.value?.sure) {
        unlikely.value = { testId: current.testId, text: odd.text, sure: false };
        return;
      }
    }
    const isStrip = padsOf(current).length > 1;
    const events = told.map(({ pad }) => ({
      type: 'confirmed' as const,
      readingId: newId(),
      zone: thisZone(),
      ...(isStrip ? { pad } : {}),
    }));
    const outcome = tell(...events);
    delete typed.value[current.testId];
    goOn();
    const text = told.map((t) => t.text).join('; ');
    // Nothing is called kept before the server has answered that it is on disk.
    const sent = await outcome;
    if (sent === 'sent') notices.say(`Kept: ${text}.`);
    if (sent === 'waiting')
      notices.say(`${text}: on this device, not on disk yet. It is sent when the server answers.`, {
        tone: 'bad',
      });
  }

  function done(): void {
    const current = tube.value;
    if (!current) return;
    const step = stepOf(current);
    if (step.do === 'count-to-turn' && !current.turned) return void tell(atStep('turned'));
    if (isAtResult(current)) return void keep();
    if (step.do === 'ask') return;
    const skipped = leftUndone(current, link.now());
    if (skipped && !isAsked()) {
      undone.value = { testId: current.testId, step: current.step, skipped, askedAt: performance.now() };
      return;
    }
    // Who counted for themselves is asked whether all went in: a double press would say no to it, and cost the reading.
    const askedAt = undone.value?.askedAt ?? -Infinity;
    const isUncounted = (current.drops[current.step] ?? 0) === 0;
    if (isUncounted && skipped?.doubt === 'step-skipped' && performance.now() - askedAt < settling) return;
    goOnWithout();
  }
  /** A step was left out, and that was said. */
  function goOnWithout(): void {
    undone.value = null;
    void tell({ ...atStep('step-done'), ...asAsked() });
  }
  /** What was not counted or timed here was done all the same. */
  function didIt(): void {
    undone.value = null;
    void tell({ ...atStep('step-done'), ...asAsked(), did: true });
  }
  /** A key says "done"; not just after a timer moved something under it. */
  function doneByKey(): void {
    if (performance.now() - movedAt > settling) done();
  }

  function answerByKey(answer: number): void {
    const step = tube.value && stepOf(tube.value);
    if (isAsked() && performance.now() - movedAt > settling) {
      if (answer === 0) didIt();
      if (answer === 1) goOnWithout();
      return;
    }
    if (step?.do !== 'ask' || !step.answers[answer] || performance.now() - movedAt <= settling) return;
    void tell({ ...atStep('answered'), answer });
  }

  function timer(): void {
    if (tube.value && isTimed(stepOf(tube.value)) && timerEnd(tube.value) === null)
      void tell({ ...atStep('timer-started'), ...asAsked() });
  }
  function read(): void {
    const ready = live.value.find((t) => stepOf(t).do === 'read');
    if (ready) bench.inHand = ready.testId;
    else if (tube.value && stepOf(tube.value).do === 'stand') done();
  }
  function setAside(): void {
    if (!tube.value) return;
    const { testId, method } = tube.value;
    const runId = run.value.id;
    void tell({ type: 'set-aside' });
    goOn();
    if (bench.runs.some((r) => r.id === runId))
      notices.say(`${method.name} is set aside.`, {
        undo: () => void bench.tell(runId, { type: 'taken-up', testId }),
      });
  }
  function setAllAside(): void {
    const runId = run.value.id;
    const ids = live.value.map((t) => t.testId);
    void bench.tell(runId, ...ids.map((testId): EventBody => ({ type: 'set-aside', testId })));
    notices.say('The whole run is set aside. What was kept stays.', {
      undo: () => void bench.tell(runId, ...ids.map((testId): EventBody => ({ type: 'taken-up', testId }))),
    });
  }

  /** A tube beside the others, like one that is there unless told otherwise. */
  function add(like: Tube | null, more: Partial<Test>): void {
    const methodId = more.methodId ?? like?.method.id ?? '';
    const method = methods.book.find(methodId);
    if (!method) return;
    const same = like && like.method.id === methodId ? like.test : null;
    const kitId = same ? same.kitId : (kits.kitsFor(methodId)[0]?.id ?? null);
    bench.addTest(
      run.value.id,
      TestSchema.parse({
        id: newId(),
        methodId,
        methodVersion: method.version,
        kitId,
        samplingPointId: like?.test.samplingPointId ?? null,
        dilution: like?.test.dilution,
        sampleTimes: same?.sampleTimes,
        ofTestId: like?.testId ?? null,
        doubts: kits.doubtsOf(kitId, methodId),
        ...more,
      }),
    );
  }

  function takeUp({ kind, tube: like, methodId, dilution }: Suggestion): void {
    add(like, { methodId, dilution, role: kind === 'repeat' ? 'repeat' : 'test' });
  }

  return {
    run,
    tubes,
    live,
    tube,
    units,
    previews,
    plan,
    planElapsed,
    lanes,
    upNext,
    afterThis,
    elsewhere,
    suggestions: computed(() => suggestionsFor(tubes.value, methods.book, ranBefore.value)),
    undone: computed(() => (isAsked() ? (undone.value?.skipped ?? null) : null)),
    unlikely: computed(() => {
      const asked = unlikely.value;
      const isOf = asked?.testId === tube.value?.testId;
      return asked && isOf && previews.value.some((p) => p && 'text' in p && p.text === asked.text)
        ? asked.text
        : null;
    }),
    isRight: () => {
      if (!unlikely.value) return;
      unlikely.value = { ...unlikely.value, sure: true };
      void keep();
    },
    didIt,
    goOnWithout,
    doneByKey,
    answerByKey,
    typed,
    drop,
    takeBack,
    done,
    timer,
    read,
    add,
    takeUp,
    setAside,
    setAllAside,
    tellFigure,
    back: () => void tell(atStep('step-back')),
    readEarly: done,
    answer: (answer: number) => void tell({ ...atStep('answered'), answer }),
    match: (
      pad: number,
      match: Tube['matches'][number] | null,
      card: { readonly id: string; readonly version: number } | null = null,
    ) => void tell({ ...atStep('matched'), ...(pad > 0 ? { pad } : {}), match, ...(card ? { card } : {}) }),
    setDoubt: (doubt: DoubtId, on: boolean) => void tell({ type: 'doubt', doubt, on }),
  };
}
