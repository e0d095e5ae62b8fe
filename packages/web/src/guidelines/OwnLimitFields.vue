<script setup lang="ts">
import { type Subject, subjectIds, subjectKind, subjectLabel } from '@hedge-lamp/core/limits';
import { displayUnit } from '@hedge-lamp/core/guidelines';
import type { UnitChoice } from '@hedge-lamp/core/waters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed } from 'vue';
import ChoiceField from '../shell/ChoiceField.vue';
import type { FieldErrors } from '../shell/field-errors';
import TextField from '../shell/TextField.vue';
import { type BoundPath, type OwnLimitForm, unitsOfSubject } from './guidance-form';

/** One limit of the keeper's own: what, in which unit, and where each status begins. */
const props = defineProps<{ errors: FieldErrors; number: number; liked: UnitChoice }>();
const limit = defineModel<OwnLimitForm>({ required: true });
defineEmits<{ remove: [] }>();

const subjects = subjectIds()
  .filter((id) => subjectKind(id) !== 'presence' && subjectKind(id) !== 'share')
  .map((value) => ({ value, text: subjectLabel(value) }));
const units = computed(() => unitsOfSubject(limit.value.subject).map((value) => ({ value, text: value })));
const rows: readonly { readonly label: string; readonly low: BoundPath; readonly high: BoundPath }[] = [
  { label: 'Aim for', low: 'target.from', high: 'target.to' },
  { label: 'Watch', low: 'watch.below', high: 'watch.above' },
  { label: 'Act', low: 'act.below', high: 'act.above' },
  { label: 'Urgent', low: 'urgent.below', high: 'urgent.above' },
];
function changeSubject(): void {
  limit.value.unit = displayUnit({ units: props.liked }, limit.value.subject);
}
const name = (subject: Subject) => subjectLabel(subject);
const errorAt = (path: string) => props.errors[path];
</script>

<template>
  <fieldset class="own">
    <legend>
      {{ number }}. {{ name(limit.subject) }}
      <BButton variant="link" @click="$emit('remove')"
        >Remove<span class="visually-hidden"> the limit for {{ name(limit.subject) }}</span></BButton
      >
    </legend>
    <div class="field-pair">
      <ChoiceField
        v-model="limit.subject"
        :options="subjects"
        label="What"
        :error="errorAt('subject')"
        @change="changeSubject"
      />
      <ChoiceField v-model="limit.unit" :options="units" label="Unit" :error="errorAt('unit')" />
    </div>
    <div class="bounds">
      <template v-for="row in rows" :key="row.label">
        <TextField
          v-model="limit.typed[row.low]"
          inputmode="decimal"
          :label="row.low === 'target.from' ? 'Aim for, from' : `${row.label} below`"
          :error="errorAt(row.low)"
        />
        <TextField
          v-model="limit.typed[row.high]"
          inputmode="decimal"
          :label="row.high === 'target.to' ? 'Aim for, to' : `${row.label} above`"
          :error="errorAt(row.high)"
        />
      </template>
    </div>
    <TextField
      v-model="limit.source"
      label="Where it comes from"
      :error="errorAt('source')"
      hint="For your own memory, such as “the breeder said”."
    />
  </fieldset>
</template>

<style scoped>
.own {
  border-top: 1px solid var(--hl-line);
  padding-top: 0.6rem;
}
legend {
  display: flex;
  align-items: center;
  justify-content: space-between;
  font-size: 1rem;
  font-weight: 650;
  margin: 0;
}
.bounds {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0 1rem;
}
</style>
