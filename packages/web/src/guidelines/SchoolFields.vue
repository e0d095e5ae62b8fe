<script setup lang="ts">
import { type SchoolChoice, schools } from '@hedge-lamp/core/guidelines';

/** Where practitioners disagree: one view to choose for each question, with a sentence on each. */
const chosen = defineModel<SchoolChoice>({ required: true });
</script>

<template>
  <section v-for="school in schools" :key="school.id" class="sheet">
    <fieldset>
      <legend>{{ school.question }}</legend>
      <label class="choice-row" :class="{ chosen: chosen[school.id] === null }">
        <input
          v-model="chosen[school.id]"
          type="radio"
          class="form-check-input"
          :name="school.id"
          :value="null"
        />
        <span><strong>As usual</strong> <span class="quiet">for this kind of water and stock</span></span>
      </label>
      <label
        v-for="view in school.views"
        :key="view.id"
        class="choice-row"
        :class="{ chosen: chosen[school.id] === view.id }"
      >
        <input
          v-model="chosen[school.id]"
          type="radio"
          class="form-check-input"
          :name="school.id"
          :value="view.id"
        />
        <span
          ><strong>{{ view.label }}</strong> <span class="quiet d-block">{{ view.says }}</span></span
        >
      </label>
    </fieldset>
  </section>
</template>

<style scoped>
legend {
  font-size: 1.1rem;
  font-weight: 650;
}
</style>
