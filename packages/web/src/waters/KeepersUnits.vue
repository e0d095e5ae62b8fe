<script setup lang="ts">
import { type UnitChoice, waterRoutes } from '@hedge-lamp/core/waters';
import { counted } from '@hedge-lamp/core/quantity';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, ref } from 'vue';
import { useSettings } from '../settings/settings-store';
import { useNotices } from '../shell/notice-store';
import { ask } from '../wire/ask';
import { sentenceOf } from '../wire/api-error';
import UnitFields from './UnitFields.vue';
import { draftOf } from './water-draft';
import { unitsOfKeeper } from './water-form';
import { useWaters } from './waters-store';

/** The units of whoever uses this device: of every new water, and on request of all that are there. */
const settings = useSettings();
const store = useWaters();
const notices = useNotices();
const failure = ref('');
const saving = ref(false);

const kindsOf = (choice: UnitChoice) => Object.keys(choice) as (keyof UnitChoice)[];
const units = computed<UnitChoice>({
  get: () => unitsOfKeeper(store.waters, settings.units),
  // Only what was chosen is remembered.
  set(chosen) {
    const changed = kindsOf(chosen).filter((kind) => chosen[kind] !== units.value[kind]);
    settings.units = {
      ...settings.units,
      ...Object.fromEntries(changed.map((kind) => [kind, chosen[kind]])),
    };
  },
});
const others = computed(() =>
  store.waters.filter((w) => kindsOf(units.value).some((kind) => w.units[kind] !== units.value[kind])),
);

/** Each in its own units, as the list says. */
async function speakIn(of: readonly { readonly id: string; readonly units: UnitChoice }[]): Promise<void> {
  for (const { id, units: wanted } of of) {
    const water = store.byId(id);
    if (!water) continue;
    await ask(waterRoutes.change, {
      params: { id },
      body: { version: water.version, water: { ...draftOf(water), units: wanted } },
    });
  }
  await store.load();
}
async function useInAll(): Promise<void> {
  failure.value = '';
  saving.value = true;
  const before = others.value.map(({ id, units: theirs }) => ({ id, units: theirs }));
  try {
    await speakIn(before.map(({ id }) => ({ id, units: { ...units.value } })));
    notices.say(`${counted(before.length, 'water is', 'waters are')} told in these units now.`, {
      undo: () => speakIn(before),
    });
  } catch (error) {
    failure.value = sentenceOf(error);
    await store.load();
  } finally {
    saving.value = false;
  }
}
</script>

<template>
  <fieldset class="mb-4">
    <legend class="fs-6 fw-bold">Your units</legend>
    <UnitFields v-model="units" volume />
    <p v-if="others.length === 0" class="quiet mb-0">Every new water begins with them.</p>
    <template v-else>
      <p class="quiet">
        Every new water begins with them; {{ counted(others.length, 'water has', 'waters have') }} others.
      </p>
      <BButton variant="outline-primary" :disabled="saving" @click="useInAll">{{
        saving ? 'Saving …' : 'Use these in all waters'
      }}</BButton>
    </template>
    <p v-if="failure" role="alert" class="failure">{{ failure }}</p>
  </fieldset>
</template>
