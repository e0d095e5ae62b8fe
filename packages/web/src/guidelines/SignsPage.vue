<script setup lang="ts">
import { ask as askServer } from '../wire/ask';
import { useMethods } from '../methods/methods-store';
import { day, minute } from '@hedge-lamp/core/wire';
import { askedFirst, planForSigns, signCaution, signs } from '@hedge-lamp/core/guidelines';
import { parameterInfo } from '@hedge-lamp/core/parameters';
import { type DeedDraft, type SignId, signIds, deedRoutes } from '@hedge-lamp/core/remedies';
import { StorageSerializers, useSessionStorage } from '@vueuse/core';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { v4 as newId } from 'uuid';
import { computed, defineAsyncComponent, ref } from 'vue';
import { useRouter } from 'vue-router';
import { sentenceOf } from '../wire/api-error';
import { useOutbox } from '../offline/outbox-store';
import { useServerLink } from '../clock/server-link';
import { agoInWords, thisZone } from '../clock/words';
import type { ProposedDeed } from '../remedies/deed-form';
import { useNotices } from '../shell/notice-store';
import LinkButton from '../shell/LinkButton.vue';
import PageHeading from '../shell/PageHeading.vue';
import { useAnswer } from '../shell/use-loaded';
import { useWaters } from '../waters/waters-store';
import WaterTabs from './WaterTabs.vue';

const DeedForm = defineAsyncComponent(() => import('../remedies/DeedForm.vue'));

/** From what the animals show to what to test first, and what to do while the tubes stand. */
const methods = useMethods();
/** Without a water it says what to do all the same; nothing can be noted then. */
const props = withDefaults(defineProps<{ waterId?: string }>(), { waterId: '' });
const waters = useWaters();
const link = useServerLink();
const notices = useNotices();
const router = useRouter();
const water = computed(() => waters.byId(props.waterId));
const seen = useSessionStorage<SignId[]>(`hedge-lamp.signs.${props.waterId}`, []);
const plan = computed(() => planForSigns(seen.value));
const chosen = computed(() => plan.value.signs.flatMap((id) => signs.filter((s) => s.id === id)));
const { data: deeds, again } = useAnswer(deedRoutes.list, () =>
  props.waterId ? { params: { id: props.waterId } } : null,
);
/** What was noted within two days and not called over since. */
const noted = computed(() => {
  const all = deeds.value ?? [];
  const over = all.find((d) => d.kind === 'sign-over')?.at ?? 0;
  return all.find((d) => d.kind === 'sign' && d.at > over && link.date() - d.at < 2 * day) ?? null;
});

const outbox = useOutbox();
const noting = ref(false);
const proposed = ref<ProposedDeed>();
function ask(kind: ProposedDeed['kind']): void {
  proposed.value = { kind };
  noting.value = true;
}

const failure = ref('');
const keeping = ref(false);
/**
 * What was noted here and had to wait: pressed again soon after, it is the same note and not a second one, also where the
 * first went out in between.
 */
const hadToWait = useSessionStorage<DeedDraft | null>(`hedge-lamp.signs-waiting.${props.waterId}`, null, {
  serializer: StorageSerializers.object,
});
const sameNote = 10 * minute;
function draftOf(kind: 'sign' | 'sign-over', amount: DeedDraft['amount']): DeedDraft {
  const last = hadToWait.value;
  const at = link.date();
  const isSame = last?.kind === kind && JSON.stringify(last.amount) === JSON.stringify(amount);
  if (last && isSame && Math.abs(at - last.at) < sameNote) return last;
  return { id: newId(), waterId: props.waterId, kind, at, zone: thisZone(), detail: '', amount };
}
/** The same, noted here before and not sent yet: it is sent, not noted twice. */
async function sentBefore(kind: string, amount: DeedDraft['amount']): Promise<boolean> {
  const there = outbox.entries.find(({ thing }) => {
    if (thing.what !== 'request' || thing.request.waterId !== props.waterId) return false;
    const body = thing.request.body as Partial<DeedDraft> | undefined;
    return body?.kind === kind && JSON.stringify(body.amount) === JSON.stringify(amount);
  });
  if (there?.thing.what !== 'request') return false;
  outbox.sendNow();
  const outcome = await outbox.outcomeOf(new Set([there.id]));
  // Put aside or thrown away: what is seen now is a note of its own.
  if (outcome === 'refused') return false;
  if (outcome === 'waiting') {
    sayItWaits(kind);
    return true;
  }
  await Promise.all([again(), waters.load()]);
  if (!stands(kind)) return false;
  sayItIsNoted(kind, (there.thing.request.body as DeedDraft).id);
  return true;
}
/** Whether what is on disk is as it was told here: it may have been taken back or called over elsewhere. */
const stands = (kind: string): boolean => (kind === 'sign') === (noted.value !== null);
function sayItIsNoted(kind: string, id: string): void {
  notices.say(kind === 'sign' ? 'What you see is noted.' : 'They look well again: noted.', {
    undo: async () => {
      await askServer(deedRoutes.remove, { params: { id } });
      await Promise.all([again(), waters.load()]);
    },
  });
}
function sayItWaits(kind: string): void {
  const what = kind === 'sign' ? 'What you see' : 'That they look well again';
  notices.say(`${what} is not noted yet. It waits on this device, and is sent when the server can take it.`, {
    tone: 'bad',
  });
}
async function send(kind: 'sign' | 'sign-over', amount: DeedDraft['amount']): Promise<boolean> {
  failure.value = '';
  keeping.value = true;
  try {
    if (await sentBefore(kind, amount)) return true;
    const draft = draftOf(kind, amount);
    const { id } = draft;
    const isSecondTry = id === hadToWait.value?.id;
    hadToWait.value = null;
    const says = kind === 'sign' ? 'What you see' : 'They look well again';
    const about = { waterId: props.waterId, says };
    const outcome = await outbox.ask(`deed-${id}`, about, deedRoutes.keep, { body: draft });
    if (!outcome.sent) {
      hadToWait.value = draft;
      sayItWaits(kind);
      return kind === 'sign';
    }
    await Promise.all([again(), waters.load()]);
    if (isSecondTry && !stands(kind)) return await send(kind, amount);
    sayItIsNoted(kind, id);
    return true;
  } catch (error) {
    failure.value = `${sentenceOf(error)} What you ticked stays ticked here.`;
    return false;
  } finally {
    keeping.value = false;
  }
}
const keep = () => send('sign', { by: 'signs', signs: signIds.filter((id) => seen.value.includes(id)) });
async function keepAndTest(): Promise<void> {
  const tests = plan.value.tests.join(',');
  // A server that is away must not keep anybody from testing; but what was not kept is not said to be.
  if (!(await keep())) notices.say('What you see was refused. It stays ticked under Signs.', { tone: 'bad' });
  await router.push({ name: 'bench', params: { waterId: props.waterId }, query: { tests } });
}
/** What was ticked before a water was named goes along to it. */
function takeTo(waterId: string): void {
  if (seen.value.length > 0)
    sessionStorage.setItem(`hedge-lamp.signs.${waterId}`, JSON.stringify(seen.value));
}
async function over(): Promise<void> {
  if (await send('sign-over', null)) seen.value = [];
}
</script>

<template>
  <PageHeading
    :title="water ? `${water.name}: animals look wrong` : 'Animals look wrong'"
    :lead="
      waterId
        ? 'Tick what you see. It lights the lamp for two days, whatever was read.'
        : 'Tick what you see: here stands what to do first.'
    "
  />
  <WaterTabs v-if="waterId" :water-id="waterId" />
  <p v-if="failure" class="failure" role="alert">{{ failure }}</p>
  <section v-if="noted" class="sheet standing">
    <p class="mb-2">
      Signs noted {{ agoInWords(noted.at, link.date()) }} keep the lamp lit until two days have gone by.
    </p>
    <BButton variant="outline-primary" :disabled="keeping" @click="over">They look well again</BButton>
  </section>
  <section v-if="!waterId && waters.waters.length > 0" class="sheet asked" aria-labelledby="which-heading">
    <h2 id="which-heading">In which water?</h2>
    <div class="answers">
      <LinkButton
        v-for="w in waters.worstFirst"
        :key="w.id"
        variant="outline-primary"
        :to="{ name: 'signs', params: { waterId: w.id } }"
        @click="takeTo(w.id)"
        >{{ w.name }}</LinkButton
      >
    </div>
  </section>
  <section v-if="waterId" class="sheet asked" aria-labelledby="asked-heading">
    <h2 id="asked-heading">First: did any of this happen just now?</h2>
    <div class="answers">
      <BButton v-for="a in askedFirst" :key="a.kind" variant="outline-primary" @click="ask(a.kind)">{{
        a.says
      }}</BButton>
    </div>
    <DeedForm v-if="proposed" v-model="noting" :water-id="waterId" :proposed="proposed" @kept="again" />
  </section>
  <div class="signs">
    <fieldset class="sheet">
      <legend>What do you see?</legend>
      <label
        v-for="sign in signs"
        :key="sign.id"
        class="tick-chip"
        :class="{ chosen: seen.includes(sign.id) }"
      >
        <input v-model="seen" type="checkbox" class="form-check-input" :value="sign.id" />
        {{ sign.label }}
      </label>
    </fieldset>
    <div class="plan" aria-live="polite">
      <section v-if="chosen.length === 0" class="sheet">
        <h2>What to test first</h2>
        <p class="quiet mb-0">
          Tick one or more signs: here stands then which tests tell most, in which order, and what can do no
          harm meanwhile.
        </p>
      </section>
      <template v-else>
        <section class="sheet">
          <h2>{{ plan.pressing ? 'Do this now' : 'While the tubes stand' }}</h2>
          <ul>
            <li v-for="step in plan.meanwhile" :key="step">{{ step }}</li>
          </ul>
        </section>
        <section class="sheet first" :class="{ pressing: plan.pressing }">
          <h2>{{ plan.pressing ? 'Test now, in this order' : 'Test today, in this order' }}</h2>
          <ol>
            <li v-for="test in plan.tests" :key="test">
              {{ parameterInfo(test).label
              }}<span v-if="!methods.isOnBench(test)" class="quiet fw-normal">
                (any kit; typed in under Log)</span
              >
            </li>
          </ol>
          <div v-if="waterId" class="answers">
            <BButton variant="primary" :disabled="keeping" @click="keepAndTest">Note it and test now</BButton>
            <BButton variant="outline-secondary" :disabled="keeping" @click="keep">Only note it</BButton>
          </div>
        </section>
        <section class="sheet">
          <h2>What it often goes with</h2>
          <dl>
            <template v-for="sign in chosen" :key="sign.id">
              <dt>{{ sign.label }}</dt>
              <dd>{{ sign.often }}</dd>
            </template>
          </dl>
          <p class="quiet">Common practice, not a diagnosis.</p>
        </section>
      </template>
      <p class="caution">{{ signCaution }}</p>
    </div>
  </div>
</template>

<style scoped>
.signs {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.2fr);
  gap: 1.25rem;
  align-items: start;
}
fieldset {
  display: grid;
  gap: 0.4rem;
}
legend {
  font-size: 1.2rem;
  font-weight: 650;
  margin-bottom: 0.3rem;
}
.plan {
  display: grid;
  gap: 0.9rem;
}
.first {
  border-left: 8px solid var(--hl-watch);
}
.first.pressing {
  border-left-color: var(--hl-act);
}
.asked,
.standing {
  margin-bottom: 1rem;
}
.asked h2 {
  font-size: 1.1rem;
}
.standing {
  border-left: 8px solid var(--hl-amber);
}
.answers {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
ol,
ul {
  padding-left: 1.3rem;
}
ol li {
  font-weight: 600;
}
dd {
  margin-bottom: 0.4rem;
}
.caution {
  border: 2px solid var(--hl-watch);
  border-radius: 4px 18px;
  padding: 0.6rem 1rem;
  margin: 0;
}
@media (max-width: 767px) {
  .signs {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
