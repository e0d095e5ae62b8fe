<script setup lang="ts">
import { useServerLink } from '../clock/server-link';
import LinkButton from '../shell/LinkButton.vue';
import { tooOldWords } from '../exchange/backup-words';

/** Says on the first page that no backup was made for too long. Says nothing else. */
const link = useServerLink();
</script>

<template>
  <div v-if="link.backups === 'too-old'" class="notice-line" role="status">
    <p>{{ tooOldWords }}</p>
    <LinkButton :to="{ name: 'backups' }" variant="outline-primary">See backups</LinkButton>
  </div>
</template>

<style scoped>
.notice-line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 0.4rem 1rem;
  border: 2px solid var(--hl-watch);
  background: var(--hl-watch-tint);
  border-radius: 4px 18px;
  padding: 0.5rem 1rem;
  margin-bottom: 1rem;
}
.notice-line p {
  margin: 0;
}
</style>
