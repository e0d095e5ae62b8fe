<script setup lang="ts">
import { useEventListener, useTimeoutFn } from '@vueuse/core';
import { onMounted, ref } from 'vue';

/** The heading of a page. It takes the focus when the page opens, so that a screen reader starts there. */
defineProps<{
  title: string;
  lead?: string;
  /** True where the page says it otherwise: then it is there for a screen reader only. */
  unseen?: boolean;
}>();
const heading = ref<HTMLElement>();
/** When it is printed, said by the browser itself: every page has a heading, and few need more of dates. */
const printed = ref('');
const sayWhen = () => {
  printed.value = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeStyle: 'short' }).format();
};
onMounted(() => {
  // A page that comes late takes the focus from nobody who writes.
  if (document.activeElement?.matches('input, select, textarea')) return;
  heading.value?.focus({ preventScroll: true });
});
// Known before somebody prints, and not before the page is seen: formats are dear to make.
useTimeoutFn(sayWhen, 3000);
useEventListener(window, 'beforeprint', sayWhen);
</script>

<template>
  <div class="page-heading" :class="{ 'visually-hidden': unseen }">
    <div class="text">
      <h1 ref="heading" tabindex="-1">{{ title }}</h1>
      <p v-if="lead" class="quiet">{{ lead }}</p>
      <p class="printed">Hedge Lamp, {{ printed }}</p>
    </div>
    <div class="acts"><slot /></div>
  </div>
</template>

<style scoped>
.page-heading {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem 1rem;
  align-items: start;
  margin-bottom: 1rem;
}
.text {
  flex: 1 1 18rem;
}
h1,
p {
  margin: 0;
}
.printed {
  display: none;
}
@media print {
  .printed {
    display: block;
  }
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
@media (max-width: 767px) {
  h1 {
    font-size: 1.4rem;
  }
  .page-heading {
    margin-bottom: 0.7rem;
  }
}
</style>
