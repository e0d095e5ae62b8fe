<script setup lang="ts" generic="T extends string | boolean | null">
/** One of several to choose, each with a sentence on it. */
defineProps<{
  legend: string;
  name: string;
  options: readonly { readonly value: T; readonly label: string; readonly hint: string }[];
}>();
const chosen = defineModel<T>({ required: true });
</script>

<template>
  <fieldset>
    <legend>{{ legend }}</legend>
    <label
      v-for="option in options"
      :key="option.label"
      class="choice-row"
      :class="{ chosen: chosen === option.value }"
    >
      <input v-model="chosen" type="radio" class="form-check-input" :name="name" :value="option.value" />
      <span
        ><strong>{{ option.label }}</strong> <span class="quiet d-block">{{ option.hint }}</span></span
      >
    </label>
  </fieldset>
</template>

<style scoped>
legend {
  font-size: 1.1rem;
  font-weight: 650;
}
fieldset + fieldset {
  margin-top: 1rem;
}
</style>
