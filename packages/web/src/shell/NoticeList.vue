<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { sentenceOf } from '../wire/api-error';
import { ref, watchEffect } from 'vue';
import { type Notice, useNotices } from './notice-store';

const store = useNotices();
const list = ref<HTMLElement>();
const { height } = useElementSize(list);
/** What lies at the end of a page, or decides a step on a phone, stays clear of them: it moves up by as much. */
watchEffect(() => {
  const taken = store.notices.length > 0 ? Math.round(height.value) + 12 : 0;
  document.documentElement.style.setProperty('--hl-notices', `${taken}px`);
});

async function takeBack(notice: Notice): Promise<void> {
  store.dismiss(notice.id);
  try {
    await notice.undo?.();
  } catch (error) {
    store.say(sentenceOf(error), { tone: 'bad' });
  }
}
</script>

<template>
  <div ref="list" class="notices" aria-live="polite">
    <div
      v-for="notice in store.notices"
      :key="notice.id"
      class="notice"
      :class="{ bad: notice.tone === 'bad' }"
    >
      <span>{{ notice.text }}</span>
      <BButton v-if="notice.undo" variant="link" class="undo" @click="takeBack(notice)">Undo</BButton>
      <BButton
        variant="link"
        class="undo"
        :aria-label="`Dismiss: ${notice.text}`"
        @click="store.dismiss(notice.id)"
      >
        Close
      </BButton>
    </div>
  </div>
</template>

<style scoped>
.notices {
  position: fixed;
  right: 1rem;
  bottom: calc(var(--hl-foot, 0px) + 1rem);
  z-index: 1100;
  display: grid;
  gap: 0.5rem;
  max-width: min(30rem, calc(100vw - 2rem));
}
.notice {
  display: flex;
  align-items: center;
  gap: 0.75rem;
  padding: 0.5rem 0.5rem 0.5rem 1rem;
  background: var(--hl-hedge);
  color: #faf8f3;
  border-radius: 4px 18px;
  border: 1px solid #4c6a5b;
}
.notice.bad {
  background: #6d2415;
}
.notice span {
  flex: 1;
}
.undo.btn {
  --bs-btn-hover-color: #fff;
  color: #f7d48b;
}
@media (max-width: 767px) {
  .notices {
    bottom: calc(var(--hl-foot, 0px) + 65px + 0.75rem);
    left: 1rem;
  }
}
</style>
