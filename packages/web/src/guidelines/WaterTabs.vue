<script setup lang="ts">
import { computed } from 'vue';
import PageTabs from '../shell/PageTabs.vue';

/** What belongs to the judgment of one water. */
const props = defineProps<{ waterId: string }>();
const places = computed(() => {
  const to = (name: string) => ({ name, params: { waterId: props.waterId } });
  return [
    { label: 'How it is', to: to('today') },
    { label: 'Something looks wrong', to: to('signs') },
    { label: 'Ask for help', to: to('share') },
    { label: 'Its limits', to: to('limits') },
  ];
});
</script>

<template>
  <PageTabs label="About this water" :places="places" />
</template>
