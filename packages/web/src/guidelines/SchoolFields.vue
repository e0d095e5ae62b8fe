<script setup lang="ts">
import { type School, type SchoolChoice, schools } from '@hedge-lamp/core/limits';
import ChoiceRows from '../shell/ChoiceRows.vue';

/** Where practitioners disagree: one view to choose for each question, with a sentence on each. */
const chosen = defineModel<SchoolChoice>({ required: true });
const optionsOf = (school: School) => [
  { value: null, label: 'As usual', hint: 'for this kind of water and stock' },
  ...school.views.map(({ id, label, says }) => ({ value: id, label, hint: says })),
];
</script>

<template>
  <section v-for="school in schools" :key="school.id" class="sheet">
    <ChoiceRows
      v-model="chosen[school.id]"
      :legend="school.question"
      :options="optionsOf(school)"
      :name="school.id"
    />
  </section>
</template>
