<script setup lang="ts" generic="T extends string">
/** A few to choose from, side by side as one strip; the one that holds is pressed. */
defineProps<{
  label: string;
  options: readonly { readonly value: T; readonly text: string; readonly says?: string }[];
}>();
const chosen = defineModel<T>({ required: true });
</script>

<template>
  <div class="choice-strip" role="group" :aria-label="label">
    <button
      v-for="o in options"
      :key="o.value"
      type="button"
      :aria-pressed="chosen === o.value"
      :aria-label="o.says"
      @click="chosen = o.value"
    >
      {{ o.text }}
    </button>
  </div>
</template>

<style scoped>
.choice-strip {
  display: flex;
}
button {
  min-width: 44px;
  min-height: 44px;
  padding: 0 12px;
  border: 1.5px solid #7d8a82;
  border-left-width: 0;
  background: none;
  color: inherit;
}
button:first-child {
  border-left-width: 1.5px;
  border-radius: 4px 0 0 14px;
}
button:last-child {
  border-radius: 0 14px 4px 0;
}
[aria-pressed='true'] {
  border-color: var(--hl-here);
  background: var(--hl-here);
  color: #faf8f3;
  font-weight: 700;
}
@media (max-width: 767px) {
  button {
    padding: 0 8px;
  }
}
@media print {
  .choice-strip {
    display: none;
  }
}
</style>
