<script setup lang="ts">
import type { ParameterId } from '@hedge-lamp/core/parameters';
import { BFormInput } from 'bootstrap-vue-next/components/BFormInput';
import { computed, defineAsyncComponent, onMounted, ref } from 'vue';
import { useServerLink } from '../clock/server-link';
import { useSettings } from '../settings/settings-store';
import FormField from '../shell/FormField.vue';

const PenFace = defineAsyncComponent(() => import('./PenFace.vue'));

/** A figure read off a meter or a scale and typed in, kept exactly as typed; or sent by a pen. */
const props = defineProps<{
  label: string;
  unit: string;
  told: string;
  error: string;
  parameter: ParameterId;
  waterId: string;
}>();
const text = defineModel<string | undefined>();
const emit = defineEmits<{ figure: [device?: 'simulated-pen']; keep: [] }>();
const settings = useSettings();
const link = useServerLink();

const box = ref<HTMLElement>();
const hasPen = computed(
  // What it makes up must not get among the readings of a real water.
  () => link.demo && settings.pen === 'simulated' && ['ph', 'temperature'].includes(props.parameter),
);
onMounted(() => {
  if (text.value === undefined && props.told !== '') text.value = props.told;
  box.value?.querySelector('input')?.focus();
});

function take(figure: string): void {
  text.value = figure;
  emit('figure', 'simulated-pen');
}
</script>

<template>
  <div ref="box" class="entry">
    <FormField :label="unit ? `${label}, ${unit}` : label" :error="error">
      <template #default="{ id, state, describedBy }">
        <BFormInput
          :id="id"
          v-model="text"
          class="figure-mono"
          inputmode="decimal"
          autocomplete="off"
          maxlength="20"
          :state="state"
          :aria-describedby="describedBy"
          @change="$emit('figure')"
          @keydown.enter.prevent="$emit('keep')"
        />
      </template>
    </FormField>
    <PenFace v-if="hasPen" :parameter="parameter" :unit="unit" :water-id="waterId" @take="take" />
  </div>
</template>

<style scoped>
.entry {
  display: flex;
  flex-wrap: wrap;
  gap: 0 1.5rem;
  align-items: flex-end;
  margin-top: 1rem;
}
.entry > :first-child {
  flex: 0 1 18rem;
}
.entry :deep(input) {
  font-size: 2rem;
}
</style>
