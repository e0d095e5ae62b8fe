<script setup lang="ts">
import { type Kit, bottleMarkInfo, bottleState, kitState } from '@hedge-lamp/core/methods';
import { format } from 'date-fns';
import { computed } from 'vue';
import { useServerLink } from '../clock/server-link';
import LinkButton from '../shell/LinkButton.vue';
import LoadState from '../shell/LoadState.vue';
import PageHeading from '../shell/PageHeading.vue';
import { useOpenedWorkings } from '../shell/workings-store';
import KitTabs from '../shell/KitTabs.vue';
import { withDates } from '../clock/words';
import { costWords, dayOf, testWorkings } from './kit-words';
import { useKits } from './kits-store';
import { useMethods } from './methods-store';

/** The keeper's boxes: what is left in them, for how long, what a test costs, and how the bottles are. */
const kits = useKits();
const methods = useMethods();
const link = useServerLink();
const opened = useOpenedWorkings();

const shown = computed(() => {
  const now = link.date();
  const today = format(now, 'yyyy-MM-dd');
  return kits.kits.map((kit) => ({
    kit,
    tests: kitState(kit, now).map((state) => ({
      state,
      name: methods.book.find(state.methodId)?.name ?? state.methodId,
    })),
    bottles: kit.bottles.map((bottle) => ({
      bottle,
      label:
        methods.book.find(bottle.methodId)?.bottles.find((b) => b.id === bottle.bottleId)?.label ??
        bottle.bottleId,
      of: methods.book.find(bottle.methodId)?.short ?? '',
      state: bottleState(bottle, today),
    })),
  }));
});
const few = 5;
const openWorkings = (kit: Kit, k: number) => {
  const { state, name } = shown.value.find((s) => s.kit.id === kit.id)!.tests[k]!;
  opened.open(testWorkings(kit, state, name, link.date()));
};
</script>

<template>
  <PageHeading
    title="Kits"
    lead="Your boxes of bottles: what is left, how old they are, and what a test costs."
  >
    <LinkButton :to="{ name: 'kit', params: { kitId: 'new' } }">Add a kit</LinkButton>
  </PageHeading>
  <KitTabs />
  <LoadState
    v-if="!kits.loaded && kits.kits.length === 0"
    :error="kits.error"
    what="your kits"
    @again="kits.load"
  />
  <div v-else-if="shown.length === 0" class="sheet start-note">
    <h2>No kit yet</h2>
    <p>
      Put in a box once, with its bottles and how many tests it holds. The bench then counts the tests down,
      warns before one runs out, and marks what an old bottle reads.
    </p>
    <LinkButton :to="{ name: 'kit', params: { kitId: 'new' } }">Add your first kit</LinkButton>
  </div>
  <article v-for="{ kit, tests, bottles } in shown" :key="kit.id" class="sheet kit">
    <div class="head">
      <h2>{{ kit.name }}</h2>
      <RouterLink :to="{ name: 'kit', params: { kitId: kit.id } }"
        >Edit<span class="visually-hidden"> {{ kit.name }}</span></RouterLink
      >
    </div>
    <table class="table">
      <thead>
        <tr>
          <th scope="col">Test</th>
          <th scope="col">Left</th>
          <th scope="col">Runs out</th>
          <th scope="col">One test</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(t, k) in tests" :key="t.state.methodId">
          <th scope="row">
            <RouterLink :to="{ name: 'method', params: { methodId: t.state.methodId } }">{{
              t.name
            }}</RouterLink>
          </th>
          <td>
            <button type="button" class="opens-workings" @click="openWorkings(kit, k)">
              {{ t.state.left === null ? 'not counted' : t.state.left
              }}<span class="visually-hidden"> of {{ t.name }} left: open the workings</span>
            </button>
            <strong v-if="t.state.left !== null && t.state.left <= few" class="low">
              {{ t.state.left === 0 ? 'used up' : 'few' }}</strong
            >
          </td>
          <td>{{ t.state.runsOutAt === null ? 'no pace yet' : dayOf(t.state.runsOutAt, link.date()) }}</td>
          <td>{{ costWords(t.state.costPerTest, kit.currency) }}</td>
        </tr>
      </tbody>
    </table>
    <ul v-if="bottles.length > 0" class="bottles">
      <li
        v-for="b in bottles"
        :key="b.bottle.methodId + b.bottle.bottleId"
        :class="{ doubted: b.state.expired || b.state.marked }"
      >
        <strong>{{ b.of }}: {{ b.label }}</strong>
        <span v-if="b.bottle.lot">lot {{ b.bottle.lot }}</span>
        <span v-if="b.bottle.openedOn">opened {{ withDates(b.bottle.openedOn) }}</span>
        <span v-if="b.bottle.expiresOn" :class="{ warn: b.state.expired || b.state.expiresSoon }">
          {{ b.state.expired ? 'out of date since' : b.state.expiresSoon ? 'only good until' : 'good until' }}
          {{ withDates(b.bottle.expiresOn) }}</span
        >
        <span v-for="m in b.bottle.marks" :key="m" class="spoiled"
          >{{ bottleMarkInfo[m].label }}. <span class="quiet">{{ bottleMarkInfo[m].says }}</span></span
        >
      </li>
    </ul>
    <p v-if="kit.note" class="quiet mb-0">{{ kit.note }}</p>
  </article>
</template>

<style scoped>
.kit {
  margin-bottom: 1rem;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
.table {
  --bs-table-bg: transparent;
  margin-bottom: 0.6rem;
}
.low,
.warn {
  color: var(--hl-act);
  font-weight: 650;
}
.low {
  margin-left: 0.4rem;
}
.bottles {
  list-style: none;
  padding: 0;
  margin: 0 0 0.4rem;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(22rem, 100%), 1fr));
  gap: 0.3rem 1.5rem;
}
.bottles li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 0.7rem;
}
.bottles .spoiled {
  flex: 1 0 100%;
}
.doubted {
  border-left: 6px solid var(--hl-watch);
  padding-left: 0.6rem;
}
</style>
