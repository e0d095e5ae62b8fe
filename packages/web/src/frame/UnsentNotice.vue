<script setup lang="ts">
import { formatDistanceStrict } from 'date-fns';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { useServerLink } from '../clock/server-link';
import { useOutbox } from '../offline/outbox-store';

/** Says on every page that the server is away, or that something is on this device only. One notice, one sentence each. */
const link = useServerLink();
const outbox = useOutbox();

const route = useRoute();
/** The page that tells it all need not be pointed to from itself. */
const isThere = computed(() => route.name === 'unsent');
const refused = computed(() => (isThere.value ? 0 : outbox.aside.length));
const waiting = computed(() => outbox.entries.length);
const stuck = computed(
  () => !isThere.value && waiting.value > 0 && (!link.reachable || outbox.failing !== ''),
);
/** Nobody can tell which of two clocks is wrong; whoever reads this can. */
const clockWords = computed(() => {
  if (!link.reachable) return '';
  if (!link.clockCredible)
    return 'The clock of the machine that Hedge Lamp runs on cannot be right. Set it; what was dated by it in the last day is then put right by itself.';
  if (link.apart === 0) return '';
  const by = formatDistanceStrict(0, link.apart);
  return `The server’s clock is ${by} ${link.apart > 0 ? 'ahead of' : 'behind'} this device’s. Set the wrong one right. Readings kept meanwhile are marked.`;
});
</script>

<template>
  <div v-if="!link.reachable || stuck || clockWords || refused > 0" class="link-lost" role="status">
    <p v-if="!link.reachable">
      The server does not answer. What you count and note is kept on this device and sent when it is back.
    </p>
    <p v-else-if="stuck">
      {{ waiting === 1 ? '1 thing waits' : `${waiting} things wait` }} on this device: {{ outbox.failing }}
    </p>
    <p v-if="clockWords">{{ clockWords }}</p>
    <p v-if="refused > 0" class="refused">
      {{ refused === 1 ? '1 thing could not be kept.' : `${refused} things could not be kept.` }}
    </p>
    <RouterLink v-if="refused > 0 || stuck" :to="{ name: 'unsent' }">{{
      refused > 0 ? 'See why' : 'See what waits'
    }}</RouterLink>
  </div>
</template>

<style scoped>
.link-lost {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1rem;
  border: 2px solid var(--hl-watch);
  background: var(--hl-watch-tint);
  border-radius: 4px 18px;
  padding: 0.6rem 1rem;
  margin-bottom: 1rem;
}
.link-lost p {
  margin: 0;
}
.link-lost a {
  color: inherit;
  min-height: 24px;
}
.refused {
  font-weight: 650;
}
@media (max-width: 767px) {
  .link-lost {
    padding: 0.3rem 0.75rem;
    margin-bottom: 0.6rem;
  }
}
</style>
