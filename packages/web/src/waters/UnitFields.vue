<script setup lang="ts">
import { type UnitChoice, unitChoices, waterVolumeUnits } from '@hedge-lamp/core/waters';
import ChoiceField from '../shell/ChoiceField.vue';

/** In which units figures are seen; what only some keepers measure is folded away. */
defineProps<{ volume?: boolean }>();
const units = defineModel<UnitChoice>({ required: true });
const groups = [unitChoices.filter((c) => c.routine), unitChoices.filter((c) => !c.routine)];
const asOptions = (of: readonly string[]) => of.map((value) => ({ value, text: value }));
const choose = (change: Partial<UnitChoice>) => (units.value = { ...units.value, ...change });
</script>

<template>
  <component
    :is="k === 0 ? 'div' : 'details'"
    v-for="(group, k) in groups"
    :key="k"
    :class="{ 'mb-3 folded': k > 0 }"
  >
    <summary v-if="k > 0">What only some keepers measure</summary>
    <div class="unit-grid">
      <ChoiceField
        v-if="volume && k === 0"
        :model-value="units.volume"
        :options="waterVolumeUnits.map((value) => ({ value, text: value }))"
        label="Volume"
        @update:model-value="(of) => choose({ volume: of })"
      />
      <ChoiceField
        v-for="c in group"
        :key="c.kind"
        :model-value="units[c.kind]"
        :options="asOptions(c.units)"
        :label="c.label"
        @update:model-value="(of) => choose({ [c.kind]: of })"
      />
    </div>
  </component>
</template>

<style scoped>
.unit-grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(9rem, 1fr));
  gap: 0 1rem;
}
</style>
