<script setup lang="ts">
import { bytesWords, contentsWords, type ListedBackup } from '@hedge-lamp/core/exchange';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed } from 'vue';
import { lacksWords, reasonWords, stillHoldsWords, wholeDate } from './backup-words';

/** One backup: when, why, what is in it, and what can be done with it. */
const props = defineProps<{ backup: ListedBackup; usualPlace: string; disabled: boolean }>();
defineEmits<{ look: []; check: [] }>();

const title = computed(() => wholeDate(props.backup.madeAt));
const about = computed(() => {
  const { reason, contents, bytes, isOfAnother, machine } = props.backup;
  return [
    `Made ${reasonWords(reason)}${isOfAnother ? `, on another data folder${machine ? ` (${machine})` : ''}` : ''}`,
    ...(contents ? [contentsWords(contents)] : []),
    bytesWords(bytes),
  ].join(' · ');
});
const href = computed(
  () =>
    `/api/backups/file?place=${encodeURIComponent(props.backup.place)}&name=${encodeURIComponent(props.backup.name)}`,
);
</script>

<template>
  <li>
    <div class="words">
      <p>
        <strong>{{ title }}</strong> <span v-if="!backup.fault">{{ about }}</span>
      </p>
      <p v-if="backup.fault" class="failure">{{ backup.fault }}</p>
      <p v-if="!backup.fault && backup.lacks > 0" class="failure">{{ lacksWords(backup.lacks) }}</p>
      <p v-if="backup.stillHolds.count > 0">{{ stillHoldsWords(backup.stillHolds) }}</p>
      <p class="quiet path">
        {{ backup.name }}<template v-if="backup.place !== usualPlace"> in {{ backup.place }}</template>
      </p>
    </div>
    <div v-if="!backup.fault || backup.contents" class="acts">
      <BButton
        v-if="!backup.fault"
        variant="outline-primary"
        :disabled="disabled"
        :aria-label="`Look inside: ${title}`"
        @click="$emit('look')"
        >Look inside</BButton
      >
      <BButton
        v-if="backup.contents"
        variant="link"
        :disabled="disabled"
        :aria-label="`Check every byte: ${title}`"
        @click="$emit('check')"
        >Check</BButton
      >
      <a
        v-if="!backup.fault"
        class="btn btn-link"
        :href="href"
        :download="backup.name"
        :aria-label="`Download: ${title}`"
        >Download</a
      >
    </div>
  </li>
</template>

<style scoped>
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1rem;
}
.words {
  flex: 1 1 22rem;
  min-width: 0;
}
li .words p {
  margin: 0;
}
.path {
  overflow-wrap: anywhere;
}
.acts {
  align-items: start;
}
</style>
