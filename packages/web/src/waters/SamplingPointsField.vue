<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { v4 as newId } from 'uuid';
import type { FieldErrors } from '../shell/field-errors';
import TextField from '../shell/TextField.vue';

/** Places in one water where samples are taken: outlet, after the beds, above and below. */
const points = defineModel<{ id: string; name: string }[]>({ required: true });
defineProps<{ errors: FieldErrors }>();
</script>

<template>
  <div v-for="(point, k) in points" :key="point.id" class="point">
    <TextField
      v-model="point.name"
      :label="`Sampling point ${k + 1}`"
      :error="errors[`samplingPoints.${k}.name`]"
    />
    <BButton
      variant="outline-secondary"
      :aria-label="`Remove sampling point ${k + 1}`"
      @click="points = points.filter((p) => p.id !== point.id)"
    >
      Remove
    </BButton>
  </div>
  <BButton variant="outline-primary" @click="points = [...points, { id: newId(), name: '' }]">
    Add a sampling point
  </BButton>
</template>

<style scoped>
.point {
  display: flex;
  gap: 0.5rem;
  align-items: flex-start;
}
.point > :first-child {
  flex: 1;
}
.point .btn {
  margin-top: 1.75rem;
}
</style>
