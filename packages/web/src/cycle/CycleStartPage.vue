<script setup lang="ts">
import { ask } from '../wire/ask';
import {
  type CycleStart,
  type CycleStartDraft,
  mediaGiven,
  mediaLabel,
  wayInfo,
  waysToStart,
  cycleRoutes,
} from '@hedge-lamp/core/cycle';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { sentenceOf } from '../wire/api-error';
import { useServerLink } from '../clock/server-link';
import ChoiceField from '../shell/ChoiceField.vue';
import DraftNotices from '../shell/DraftNotices.vue';
import { useNotices } from '../shell/notice-store';
import PageHeading from '../shell/PageHeading.vue';
import TextField from '../shell/TextField.vue';
import { useDraft } from '../shell/use-draft';
import { cycleFacts } from './cycle-facts';
import { useWaters } from '../waters/waters-store';
import DosingFields from './DosingFields.vue';
import { type CycleForm, cycleFormOf, emptyCycleForm, readCycleForm } from './cycle-form';
import ChoiceRows from '../shell/ChoiceRows.vue';

/** How a filter is grown in, by which school it is dosed, and how it ended. */
const props = defineProps<{ waterId: string }>();
const route = useRoute();
const router = useRouter();
const waters = useWaters();
const notices = useNotices();
const link = useServerLink();
const water = computed(() => waters.byId(props.waterId));

const draft = useDraft<CycleForm, CycleStartDraft, CycleStart>({
  key: `hedge-lamp.draft.cycle.${props.waterId}`,
  within: 'start.',
  formOf: (kept) => cycleFormOf(kept, link.date()),
  read: (typed) => {
    const read = readCycleForm(typed, props.waterId);
    return 'draft' in read ? { sent: read.draft } : read;
  },
  factsOf: cycleFacts,
  send,
});
const { form, seen, formElement, errors, failure, saving, take, begin, forget, save, attempt } = draft;
async function open(): Promise<void> {
  if (form.value !== null || !water.value) return;
  failure.value = '';
  try {
    const { starts } = await ask(cycleRoutes.one, { params: { id: props.waterId } });
    // Asked twice while the waters load, the later answer must not take the place of what was typed meanwhile.
    if (form.value !== null) return;
    const [newest] = starts;
    if (newest && route.query.again === undefined) take(newest);
    else {
      begin(emptyCycleForm(water.value, link.date()));
    }
  } catch (error) {
    failure.value = sentenceOf(error);
  }
}
watch(water, () => void open(), { immediate: true });

const isNew = computed(() => seen.value === 0);
const ways = waysToStart.map((value) => ({ value, label: wayInfo[value].label, hint: wayInfo[value].hint }));
const media = mediaGiven.map((value) => ({ value, text: mediaLabel[value] }));
const endings = [
  { value: 'no' as const, text: 'It is still running' },
  { value: 'ready' as const, text: 'Ended: the filter is ready' },
  { value: 'given-up' as const, text: 'Ended: given up' },
];
async function send(draft: CycleStartDraft): Promise<void> {
  const saved = isNew.value
    ? await ask(cycleRoutes.start, { body: draft })
    : await ask(cycleRoutes.change, {
        params: { id: draft.id },
        body: { version: seen.value, start: draft },
      });
  forget();
  await waters.load();
  notices.say(saved.version === 1 ? 'The cycle is begun.' : 'The cycle is saved.');
  await router.push({ name: 'cycle', params: { waterId: props.waterId } });
}
async function remove(): Promise<void> {
  const id = form.value?.id;
  if (!id) return;
  await attempt(async () => {
    await ask(cycleRoutes.remove, { params: { id } });
    forget();
    notices.say('The cycle is removed. Its readings and doses are kept.', {
      undo: async () => {
        await ask(cycleRoutes.restore, { params: { id } });
      },
    });
    await router.push({ name: 'cycle', params: { waterId: props.waterId } });
  });
}
function discard(): void {
  forget();
  void router.push({ name: 'cycle', params: { waterId: props.waterId } });
}
</script>

<template>
  <PageHeading
    :title="`${isNew ? 'Start a cycle' : 'The cycle'}: ${water?.name ?? ''}`"
    lead="Keepers disagree on how to dose. Choose a school; each gives its reason."
  />
  <DraftNotices what="This cycle" :draft="draft">
    <BButton v-if="!form" variant="outline-primary" @click="open">Try again</BButton>
  </DraftNotices>
  <form v-if="form" ref="formElement" class="start" novalidate @submit.prevent="save">
    <div class="column">
      <section class="sheet">
        <ChoiceRows v-model="form.way" legend="How it is grown in" :options="ways" name="way" />
        <p v-if="form.way === 'with-fish' || form.way === 'loop'" class="mt-3 mb-0">
          With animals in the water test every day, and change water whenever free ammonia or nitrite passes
          its limit: this page and Today say when.
        </p>
      </section>
      <section class="sheet">
        <ChoiceField
          v-if="form.way !== 'upset'"
          v-model="form.media"
          :options="media"
          label="Grown filter it begins with"
        />
        <TextField
          v-model="form.startedAt"
          type="datetime-local"
          label="Begun"
          :error="errors.startedAt"
          hint="Readings and doses since then belong to it, also those that are in the log already."
        />
        <TextField v-model="form.note" type="note" label="Note" :error="errors.note" />
      </section>
    </div>
    <div class="column">
      <DosingFields v-model="form" :errors="errors" :liters="water?.netLiters ?? null" />
      <section v-if="!isNew" class="sheet">
        <ChoiceField v-model="form.ended" :options="endings" label="How it ended" :error="errors.outcome" />
        <TextField
          v-if="form.ended !== 'no'"
          v-model="form.endedAt"
          type="datetime-local"
          label="Ended"
          :error="errors.endedAt"
        />
        <BButton variant="outline-danger" @click="remove">Remove this cycle</BButton>
      </section>
      <div class="acts">
        <BButton type="submit" variant="primary" :disabled="saving">{{
          saving ? 'Saving …' : isNew ? 'Begin' : 'Save'
        }}</BButton>
        <BButton variant="outline-secondary" @click="discard">Leave it as it was</BButton>
      </div>
    </div>
  </form>
</template>

<style scoped>
.start {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(24rem, 100%), 1fr));
  gap: 1rem;
  align-items: start;
}
.column {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 1rem;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem;
}
</style>
