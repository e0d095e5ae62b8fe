<script setup lang="ts">
import { computed } from 'vue';
import PageTabs from '../shell/PageTabs.vue';

/** What belongs to the judgment of one water. */
const props = defineProps<{ waterId: string }>();
const places = computed(() => {
  const to = (name: string) => ({ name, params: { waterId: props.waterId } });
  return [
    { label: 'How it is', to: to('today') },
    { label: 'Signs', to: to('signs') },
    { label: 'Help', to: to('share') },
    { label: 'Limits', to: to('limits') },
  ];
});
</script>

<template>
  <PageTabs label="About this water" :places="places" />
</template>
