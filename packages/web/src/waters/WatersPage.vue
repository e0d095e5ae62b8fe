<script setup lang="ts">
import { comparedBy } from '@hedge-lamp/core/guidelines';
import { lampWord, severity } from '@hedge-lamp/core/limits';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useNow } from '../clock/use-now';
import { headOf } from '../parameters/column-heads';
import ChoiceStrip from '../shell/ChoiceStrip.vue';
import LinkButton from '../shell/LinkButton.vue';
import LoadState from '../shell/LoadState.vue';
import PageHeading from '../shell/PageHeading.vue';
import StatusLamp from '../shell/StatusLamp.vue';
import { useMiniHedges } from '../shell/beam/use-mini-hedges';
import { useLastLook } from './last-look';
import WaterLine from './WaterLine.vue';
import WaysIn from './WaysIn.vue';
import { useWaters } from './waters-store';

const store = useWaters();
const route = useRoute();
const router = useRouter();
const now = useNow(60_000);

const lastLook = useLastLook(() =>
  store.loaded ? Object.fromEntries(store.waters.map((w) => [w.id, store.statusOf(w.id)])) : {},
);
/** What to do about each, beside its word. */
const asks = {
  urgent: 'now, before all else',
  act: 'today',
  watch: 'look again soon',
  unread: 'too little is known: test',
  clear: 'nothing to do',
} as const;
const orders = [
  { value: 'worst', text: 'Worst first' },
  { value: 'due', text: 'Due first' },
  { value: 'name', text: 'By name' },
] as const;
type Order = (typeof orders)[number]['value'];
/** It stays in the address. */
const order = computed<Order>({
  get: () => orders.find((o) => o.value === route.query.by)?.value ?? 'worst',
  set: (by) => void router.replace({ query: by === 'worst' ? {} : { by } }),
});

const cells = computed(() => store.waters.flatMap((w) => store.standings.get(w.id)?.cells ?? []));
/** A column that nobody asks for in any water is left out. */
const columns = computed(() => {
  const asked = new Set(cells.value.map((c) => c.subject));
  return comparedBy.filter((subject) => asked.has(subject));
});
useMiniHedges(() => cells.value.map((c) => c.zones));

const groups = computed(() => {
  if (order.value === 'worst') return store.groups;
  const all = [...store.waters].sort((a, b) => a.name.localeCompare(b.name));
  const waters =
    order.value === 'name'
      ? all
      : all.sort((a, b) => {
          const [x, y] = [store.dueSince(a.id), store.dueSince(b.id)];
          return x === y ? 0 : x - y;
        });
  return [{ status: null, waters }];
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
    <ChoiceStrip v-if="store.waters.length > 1" v-model="order" label="Order" :options="orders" />
    <LinkButton v-if="store.waters.length > 0" :to="{ name: 'water-new' }" variant="outline-primary"
      >Add a water</LinkButton
    >
  </PageHeading>
  <LoadState v-if="!store.loaded" :error="store.error" what="your waters" @again="store.load()" />
  <div v-else-if="store.waters.length === 0" class="sheet empty">
    <h2>Start with one water</h2>
    <p>
      This page will show each of your waters with its lamp: clear, watch, act or urgent, and what is due.
    </p>
    <WaysIn />
    <p class="mt-3 mb-0">
      Moved from another machine? <RouterLink :to="{ name: 'backups' }">Restore a backup</RouterLink>.
    </p>
  </div>
  <div
    v-else
    class="waters"
    :class="{ many: store.waters.length > 14 }"
    :style="{ '--columns': columns.length }"
  >
    <div class="heads" aria-hidden="true">
      <span />
      <span class="columns"
        ><span v-for="c in columns" :key="c">{{ headOf(c) }}</span></span
      >
      <span class="due">due · running</span>
    </div>
    <section
      v-for="group in groups"
      :key="group.status ?? 'all'"
      :aria-label="group.status ? lampWord[group.status] : 'All waters'"
    >
      <h2 v-if="group.status">
        <StatusLamp :status="group.status" :size="18" word lamp />
        <span class="quiet">{{ asks[group.status] }}</span>
      </h2>
      <ul>
        <WaterLine
          v-for="water in group.waters"
          :key="water.id"
          :water="water"
          :standing="store.standings.get(water.id)"
          :columns="columns"
          :was="lastLook[water.id]"
          :now="now"
        />
      </ul>
    </section>
  </div>
  <p v-if="columns.length > 0" class="key quiet" aria-hidden="true">
    <span class="light lit" /> read lately <span class="light dusk" /> too old
    <span class="light dark" /> never read
    <span class="ways">left: too low · middle: open water · right: too high</span>
  </p>
  <p v-if="store.loaded" class="also">
    <RouterLink v-if="store.waters.length > 0" :to="{ name: 'rules' }">What they are judged by</RouterLink>
    <RouterLink :to="{ name: 'removed' }">What was removed</RouterLink>
    <RouterLink :to="{ name: 'backups' }">Backups</RouterLink>
  </p>
</template>

<style scoped>
.waters {
  --name: 200px;
  --due: 152px;
  overflow: hidden;
  border: 1px solid var(--hl-line);
  border-radius: 4px 24px;
  background: var(--hl-sheet);
}
.many {
  --line: 44px;
}
.heads {
  display: grid;
  grid-template-columns: calc(54px + var(--name)) minmax(0, 1fr) var(--due);
  align-items: center;
  height: 28px;
  color: var(--hl-quiet);
  font-size: 0.8125rem;
}
.heads .due {
  padding-left: 16px;
}
.columns {
  display: grid;
  grid-template-columns: repeat(var(--columns), minmax(0, 1fr));
  gap: 3px;
  text-align: center;
}
section > h2 {
  display: flex;
  align-items: center;
  gap: 0.6rem;
  min-height: 31px;
  margin: 0;
  padding: 0 14px;
  border-top: 1px solid var(--hl-line);
  background: var(--hl-shade);
  font-size: 1rem;
}
section > h2 .quiet {
  font-weight: 400;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
.key {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.3rem 0.5rem;
  margin: 0.6rem 0 0;
  font-size: 0.8125rem;
}
.light {
  width: 34px;
  height: 16px;
  border: 1px solid var(--hl-line);
  border-radius: 2px 8px;
}
.light:not(:first-child) {
  margin-left: 0.8rem;
}
.light.lit {
  background: var(--hl-lit);
}
.light.dusk {
  background: var(--hl-dusk);
}
.light.dark {
  background: var(--hl-dark);
}
.ways {
  margin-left: 0.8rem;
}
.also {
  display: flex;
  flex-wrap: wrap;
  gap: 0 1.5rem;
  margin: 0.5rem 0 0;
}
.also a {
  display: grid;
  place-items: center;
  min-height: 44px;
}
.empty {
  max-width: 40rem;
}
@media (max-width: 1023px) {
  .heads {
    grid-template-columns: minmax(0, 1fr);
    padding: 0 10px;
  }
  .heads > span:not(.columns) {
    display: none;
  }
  .columns {
    font-size: 0.75rem;
  }
}
</style>
