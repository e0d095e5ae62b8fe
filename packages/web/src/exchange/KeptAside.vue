<script setup lang="ts">
import { type Aside, contentsWords } from '@hedge-lamp/core/exchange';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { ref } from 'vue';
import { wholeDate } from './backup-words';

/** Data that were here before a restore: they come back, or go for good. */
defineProps<{ aside: readonly Aside[]; disabled: boolean }>();
const emit = defineEmits<{ bringBack: [id: string]; throwAway: [id: string] }>();
const asked = ref<string | null>(null);

const what = (a: Aside): string =>
  a.contents ? contentsWords(a.contents) : 'a data file that cannot be read';
function throwAway(id: string): void {
  asked.value = null;
  emit('throwAway', id);
}
</script>

<template>
  <section class="sheet" aria-labelledby="aside-heading">
    <h2 id="aside-heading">Kept aside</h2>
    <ul class="entries">
      <li v-for="a in aside" :key="a.id">
        <p>
          <strong>Here until {{ wholeDate(a.at) }}</strong> {{ what(a) }}
        </p>
        <div v-if="asked !== a.id" class="acts">
          <BButton
            v-if="a.isWhole"
            variant="outline-primary"
            :disabled="disabled"
            :aria-label="`Bring back what was here until ${wholeDate(a.at)}`"
            @click="$emit('bringBack', a.id)"
            >Bring it back</BButton
          >
          <BButton
            variant="link"
            :disabled="disabled"
            :aria-label="`Throw away for good what was here until ${wholeDate(a.at)}`"
            @click="asked = a.id"
            >Throw away for good</BButton
          >
        </div>
        <div v-else class="acts" role="group" aria-label="Throw away for good">
          <BButton variant="danger" :disabled="disabled" @click="throwAway(a.id)">Throw it away</BButton>
          <BButton variant="outline-primary" @click="asked = null">Keep it</BButton>
        </div>
      </li>
    </ul>
    <p class="quiet mb-0">
      What is here now is kept aside in its turn when this comes back. Photographs that were removed for good
      since are still in it.
    </p>
  </section>
</template>

<style scoped>
.sheet {
  margin-bottom: 1rem;
}
</style>
