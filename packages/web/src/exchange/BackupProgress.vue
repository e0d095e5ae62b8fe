<script setup lang="ts">
import { type BackupWork, bytesWords } from '@hedge-lamp/core/exchange';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed } from 'vue';
import { stageWords, workWords } from './backup-words';

/** How far long work has come, with a way to stop it. */
const props = defineProps<{
  work: BackupWork | null;
  sending: { readonly name: string; readonly done: number; readonly total: number } | null;
}>();
defineEmits<{ stop: [] }>();

const title = computed(() =>
  props.sending ? `Bringing ${props.sending.name}` : props.work ? workWords(props.work) : '',
);
const stage = computed(() =>
  props.sending ? 'Sending it to the server' : props.work ? stageWords(props.work) : '',
);
const far = computed(() => {
  const { done, total } = props.sending ?? props.work ?? { done: 0, total: 0 };
  return total > 0 ? { done, total, words: `${bytesWords(done)} of ${bytesWords(total)}` } : null;
});
</script>

<template>
  <section class="sheet working" aria-labelledby="working-heading">
    <div class="words">
      <h2 id="working-heading">{{ title }}</h2>
      <p>
        <span role="status">{{ stage }}</span> <span v-if="far" class="figure-mono">{{ far.words }}</span>
      </p>
      <progress v-if="far" :value="far.done" :max="far.total" :aria-label="stage"></progress>
      <progress v-else :aria-label="stage"></progress>
    </div>
    <BButton variant="outline-primary" @click="$emit('stop')">Stop</BButton>
  </section>
</template>

<style scoped>
.working {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem 1.5rem;
  align-items: end;
  margin-bottom: 1rem;
}
.words {
  flex: 1 1 16rem;
  min-width: 0;
}
h2 {
  overflow-wrap: anywhere;
}
p {
  margin-bottom: 0.4rem;
}
progress {
  width: 100%;
  height: 0.9rem;
  accent-color: var(--hl-hedge);
}
</style>
