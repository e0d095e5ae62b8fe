<script setup lang="ts">
import { dated } from '../clock/dated';
import { BButton } from 'bootstrap-vue-next/components/BButton';

import { computed, ref } from 'vue';
import { useNotices } from '../shell/notice-store';
import type { Entry } from '../offline/outbox';

/** One thing that lies on this device only: what, of which water, since when, and why. */
const props = defineProps<{ entry: Entry; words: string; water: string; why: string }>();
defineEmits<{ drop: [] }>();
const notices = useNotices();
/** Thrown away only after being asked once more. */
const asked = ref(false);
const shown = ref(false);
const isDrop = computed(
  () => props.entry.thing.what === 'event' && ['drop', 'take-back'].includes(props.entry.thing.event.type),
);
const document = () => JSON.stringify(props.entry.thing);

async function copy(): Promise<void> {
  const { entry, words, water, why } = props;
  const head = `${words}${water ? ` (${water})` : ''}, ${new Date(entry.at).toISOString()}`;
  try {
    await navigator.clipboard.writeText([head, why, document()].filter(Boolean).join('\n'));
    notices.say('Copied.');
  } catch {
    notices.say('This browser does not let a page copy. Mark the text that shows now, and copy it by hand.', {
      tone: 'bad',
    });
    shown.value = true;
  }
}
</script>

<template>
  <li>
    <p class="mb-1">
      <strong>{{ words }}</strong>
      <span class="quiet"
        ><template v-if="water">, {{ water }}</template
        >, {{ dated(entry.at, 'd MMM yyyy, HH:mm') }}</span
      >
    </p>
    <p v-if="why" class="mb-2">{{ why }}</p>
    <pre v-if="shown" class="figure-mono">{{ document() }}</pre>
    <div class="acts">
      <slot />
      <BButton variant="outline-primary" :aria-label="`Copy: ${words}`" @click="copy">Copy</BButton>
      <BButton v-if="!asked" variant="link" :aria-label="`Throw away: ${words}`" @click="asked = true"
        >Throw away</BButton
      >
      <BButton v-else variant="danger" @click="$emit('drop')">Throw it away for good</BButton>
    </div>
    <p v-if="asked && isDrop" class="mt-2 mb-0">The count of its tube is then marked as in doubt.</p>
    <p v-if="asked && entry.thing.what === 'run'" class="mt-2 mb-0">All that was done in it goes along.</p>
  </li>
</template>

<style scoped>
li {
  padding: 0.75rem 0;
  border-top: 1px solid var(--hl-line);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
pre {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
</style>
