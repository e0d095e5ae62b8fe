<script setup lang="ts">
import { type Status, severity, statusWord } from '@hedge-lamp/core/limits';
import type { Water } from '@hedge-lamp/core/waters';
import { computed } from 'vue';
import LinkButton from '../shell/LinkButton.vue';
import LoadState from '../shell/LoadState.vue';
import PageHeading from '../shell/PageHeading.vue';
import { useLastLook } from './last-look';
import ShelfCard from './ShelfCard.vue';
import { useWaters } from './waters-store';

const store = useWaters();

const lastLook = useLastLook(() =>
  store.loaded ? Object.fromEntries(store.waters.map((w) => [w.id, store.statusOf(w.id)])) : {},
);
const headings: Readonly<Record<Status, string>> = {
  urgent: 'Act now',
  act: 'Act today',
  watch: 'Worth a look',
  clear: 'Clear',
  unread: 'Nobody can say',
};
const dueSince = (w: Water) => store.standings.get(w.id)?.due[0]?.dueAt ?? Infinity;

/** By urgency; what has been due the longest comes first among equals. */
const groups = computed(() => {
  const statuses = (Object.keys(statusWord) as Status[]).sort((a, b) => severity(b) - severity(a));
  return statuses
    .map((status) => ({
      status,
      title: headings[status],
      waters: store.waters
        .filter((w) => store.statusOf(w.id) === status)
        .sort((a, b) => dueSince(a) - dueSince(b)),
    }))
    .filter((g) => g.waters.length > 0);
});
const lead = computed(() => {
  const wanting = store.waters.filter((w) => severity(store.statusOf(w.id)) >= severity('act')).length;
  const due = store.dueCount === 1 ? '1 test is due' : `${store.dueCount} tests are due`;
  if (store.waters.length === 0) return 'Everything you keep, draw from or sample.';
  const first =
    wanting === 0
      ? 'Nothing needs acting on'
      : wanting === 1
        ? '1 water needs acting on'
        : `${wanting} waters need acting on`;
  return `${first}; ${due}.`;
});
</script>

<template>
  <PageHeading title="Your waters" :lead="lead">
    <LinkButton v-if="store.waters.length > 0" :to="{ name: 'water-new' }">Add a water</LinkButton>
    <LinkButton v-if="store.waters.length > 0" :to="{ name: 'rules' }" variant="outline-secondary"
      >What they are judged by</LinkButton
    >
  </PageHeading>
  <LoadState v-if="!store.loaded" :error="store.error" what="your waters" @again="store.load()" />
  <div v-else-if="store.waters.length === 0" class="sheet empty">
    <h2>Start with one water</h2>
    <p>
      This page will show each of your waters with its lamp: clear, watch, act or urgent, and what is due. Add
      the tank or pond you test first; its tap or well can follow.
    </p>
    <LinkButton :to="{ name: 'water-new' }" variant="primary">Add your first water</LinkButton>
    <p class="mt-3 mb-0">
      Moved from another machine? <RouterLink :to="{ name: 'backups' }">Restore a backup</RouterLink>.
    </p>
  </div>
  <template v-else>
    <section v-for="group in groups" :key="group.status" :aria-label="group.title">
      <h2>{{ group.title }}</h2>
      <ul class="shelf">
        <li v-for="water in group.waters" :key="water.id">
          <ShelfCard :water="water" :standing="store.standings.get(water.id)" :was="lastLook[water.id]" />
        </li>
      </ul>
    </section>
  </template>
  <p v-if="store.loaded" class="also mt-4">
    <RouterLink :to="{ name: 'removed' }">What was removed</RouterLink>
    <RouterLink :to="{ name: 'backups' }">Backups</RouterLink>
  </p>
</template>

<style scoped>
.shelf {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(21rem, 100%), 1fr));
  gap: 0.9rem;
}
.shelf li {
  display: grid;
}
section > h2 {
  font-size: 1rem;
  color: var(--hl-quiet);
  margin: 1.25rem 0 0.5rem;
}
.also {
  display: flex;
  flex-wrap: wrap;
  gap: 0.25rem 1.5rem;
}
.also a {
  min-height: 24px;
}
.empty {
  max-width: 40rem;
}
</style>
