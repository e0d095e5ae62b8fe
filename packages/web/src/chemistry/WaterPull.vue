<script setup lang="ts">
import { ask } from '../wire/ask';
import { todayRoutes } from '@hedge-lamp/core/guidelines';
import { convert, formatReading, fromWire } from '@hedge-lamp/core/quantity';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { BFormSelect } from 'bootstrap-vue-next/components/BFormSelect';
import { computed, ref, useId } from 'vue';
import { sentenceOf } from '../wire/api-error';
import { useNotices } from '../shell/notice-store';
import type { Water } from '@hedge-lamp/core/waters';
import { useChosenWater } from '../waters/chosen-water';
import { useWaters } from '../waters/waters-store';
import type { Pulled, Typed } from './tool';

/** Takes the latest readings of a water into the fields that want them. */
const props = defineProps<{
  wanted: readonly { readonly id: string; readonly label: string; readonly of: Pulled }[];
  what: string;
  /** What the water is in the calculation, where more than one is asked for side by side. */
  label?: string;
  fromSource: boolean;
}>();
const emit = defineEmits<{ pulled: [fields: Record<string, Partial<Typed>>] }>();
const waters = useWaters();
const tabWater = useChosenWater();
const notices = useNotices();
const id = useId();
const chosen = ref('');
/** A source where one is meant, else a water that is kept: the one this tab is about where it fits, else the first. */
const waterId = computed(() => {
  const fits = (w: Water) => (w.kind === 'source') === props.fromSource;
  const about = tabWater.water;
  const meant = about && fits(about) ? about : waters.waters.find(fits);
  return chosen.value || (meant ?? waters.waters[0])?.id || '';
});
const busy = ref(false);

async function pull(): Promise<void> {
  const water = waters.byId(waterId.value);
  if (!water) return;
  busy.value = true;
  try {
    const today = await ask(todayRoutes.today, { params: { id: water.id } });
    const taken: Record<string, Partial<Typed>> = {};
    // Of a water with places all figures are taken from one: the worst, else the one read last.
    const newest = [...today.gauges].sort((a, b) => (b.takenAt ?? 0) - (a.takenAt ?? 0))[0];
    const place = today.lamp.place || newest?.place || '';
    const here = today.gauges.filter((g) => g.place === place);
    for (const field of props.wanted) {
      if (field.of === 'volume') {
        if (water.netLiters === null) continue;
        const volume = convert(water.netLiters, 'volume', 'L', water.units.volume);
        taken[field.id] = { text: String(Number(volume.toPrecision(4))), unit: water.units.volume };
        continue;
      }
      const gauge = here.find((g) => g.subject === field.of);
      if (!gauge?.value) continue;
      taken[field.id] = {
        text: formatReading(fromWire(gauge.value)),
        unit: gauge.unit,
        takenAt: gauge.takenAt,
      };
    }
    const missing = props.wanted.filter((f) => !taken[f.id]).map((f) => f.label);
    emit('pulled', taken);
    notices.say(
      Object.keys(taken).length === 0
        ? `${water.name} has no reading that goes here. Test it, or type the figures.`
        : `Taken from ${[water.name, place].filter(Boolean).join(', ')}.${missing.length > 0 ? ` Not known there: ${missing.join(', ')}.` : ''}`,
    );
  } catch (error) {
    notices.say(sentenceOf(error), { tone: 'bad' });
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <div v-if="waters.waters.length > 0" class="pull">
    <label :for="id" class="form-label"
      >From a water<span :class="{ 'visually-hidden': !label }"> for {{ label || what }}</span></label
    >
    <BFormSelect
      :id="id"
      :model-value="waterId"
      :options="waters.waters.map((w) => ({ value: w.id, text: w.name }))"
      @update:model-value="chosen = String($event)"
    />
    <BButton variant="outline-primary" :disabled="busy" @click="pull">
      Take its latest<span class="visually-hidden"> readings for {{ what }}</span>
    </BButton>
  </div>
</template>

<style scoped>
.pull {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 0.5rem;
  margin-bottom: 0.9rem;
}
.form-label {
  grid-column: 1 / -1;
  font-weight: 600;
  margin-bottom: 0.25rem;
}
</style>
