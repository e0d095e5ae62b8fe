<script setup lang="ts">
import { day } from '@hedge-lamp/core/wire';
import type { NitrogenBooks } from '@hedge-lamp/core/cycle';
import { type Interval, type Worked, formatReading } from '@hedge-lamp/core/quantity';
import { computed } from 'vue';
import { useOpenedWorkings } from '../shell/workings-store';
import { dayName } from './cycle-words';

/** The nitrogen books: what came in, what is there, what went out, and what does not add up. */
const props = defineProps<{ books: Worked<NitrogenBooks>; startedAt: number; now: number }>();
const opened = useOpenedWorkings();
const value = computed(() => props.books.value);
const parts = computed(() => [
  { name: 'Came in', rows: value.value.cameIn.filter((r) => r.amount.high > 0) },
  { name: 'Is there', rows: value.value.isThere },
  { name: 'Went out', rows: value.value.wentOut },
]);
/** What was weighed needs no more digits than what was read. */
const figure = (x: Interval) => (x.low === x.high ? String(Number(x.best.toPrecision(3))) : formatReading(x));
</script>

<template>
  <section class="sheet" aria-labelledby="books-heading">
    <h2 id="books-heading">Nitrogen books</h2>
    <p class="says">
      <button type="button" class="opens-workings" @click="opened.open(books.workings)">
        {{ value.sentence }}
      </button>
    </p>
    <p v-if="value.closedOn !== null" class="quiet">
      Closed with the tests of {{ dayName(startedAt + value.closedOn * day, now) }}. All figures in mg/L of
      this water, as nitrogen.
    </p>
    <table>
      <tbody v-for="part in parts" :key="part.name">
        <tr v-if="part.rows.length > 0">
          <th colspan="2" scope="rowgroup">{{ part.name }}</th>
        </tr>
        <tr v-for="row in part.rows" :key="row.label">
          <td>
            {{ row.label }} <span v-if="row.note" class="quiet note">{{ row.note }}</span>
          </td>
          <td class="figure-mono">{{ figure(row.amount) }}</td>
        </tr>
      </tbody>
    </table>
    <ul v-if="value.suspicions.length > 0">
      <li v-for="s in value.suspicions" :key="s">{{ s }}</li>
    </ul>
  </section>
</template>

<style scoped>
p {
  margin: 0 0 0.4rem;
}
table {
  width: 100%;
}
th {
  padding-top: 0.4rem;
  color: var(--hl-quiet);
  font-weight: 600;
}
td {
  padding: 0.15rem 0;
  vertical-align: top;
}
td + td {
  text-align: right;
  padding-left: 0.8rem;
}
.note {
  display: block;
  font-size: 0.875rem;
}
ul {
  padding-left: 1.2rem;
  margin: 0.6rem 0 0;
}
</style>
