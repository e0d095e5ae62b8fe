<script setup lang="ts">
import { counted } from '@hedge-lamp/core/quantity';
import { contentsLines, type StagedBackup } from '@hedge-lamp/core/exchange';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed } from 'vue';
import { useBench } from '../bench/bench-store';
import { changeWords, dateWords, madeWords } from './backup-words';

/** What is in a backup beside what is here, before anything is changed. */
const props = defineProps<{ staged: StagedBackup; busy: boolean }>();
defineEmits<{ restore: []; close: [] }>();

const bench = useBench();
const isBenchLive = computed(() => bench.openTubes.length > 0);
const figure = (n: number | undefined): string => (n === undefined ? '–' : n.toLocaleString('en-US'));
const rows = computed(() => {
  const { here, contents } = props.staged;
  return [
    ...contentsLines.map(({ key, label }) => ({
      label,
      here: figure(here?.[key]),
      there: figure(contents[key]),
    })),
    { label: 'Oldest reading', here: dateWords(here?.from ?? null), there: dateWords(contents.from) },
    { label: 'Newest reading', here: dateWords(here?.to ?? null), there: dateWords(contents.to) },
  ];
});
const names = computed(() => {
  const { waterNames, waters } = props.staged.contents;
  const shown = waterNames.slice(0, 12).join(', ');
  return waters > 12 ? `${shown} and ${waters - 12} more` : shown;
});
</script>

<template>
  <h2 id="beside-heading">{{ staged.name }}</h2>
  <p>{{ madeWords(staged.madeAt, staged.machine) }}</p>
  <p v-if="staged.contents.demo"><strong>It holds the made-up data of the demo, not your own.</strong></p>
  <p v-if="names">Its waters: {{ names }}.</p>
  <div class="split">
    <table>
      <thead>
        <tr>
          <th scope="col"><span class="visually-hidden">What</span></th>
          <th scope="col">Here now</th>
          <th scope="col">In the backup</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.label" :class="{ differs: row.here !== row.there }">
          <th scope="row">{{ row.label }}</th>
          <td>{{ row.here }}</td>
          <td>{{ row.there }}</td>
        </tr>
      </tbody>
    </table>
    <div>
      <p v-for="line in changeWords(staged)" :key="line">{{ line }}</p>
      <p v-if="staged.photographsMissing > 0">
        Neither in it nor here: {{ counted(staged.photographsMissing, 'photograph', 'photographs') }}. The
        readings are.
      </p>
      <p v-if="isBenchLive">
        A run is going on at the bench. It goes with what is here now: finish it first.
      </p>
      <p v-if="staged.refusal" class="failure">{{ staged.refusal }}</p>
      <p v-else>What is here now is kept aside, and can be brought back.</p>
      <div class="acts">
        <BButton v-if="!staged.refusal" variant="primary" :disabled="busy" @click="$emit('restore')"
          >Restore this backup</BButton
        >
        <BButton variant="outline-primary" :disabled="busy" @click="$emit('close')">Close it</BButton>
      </div>
    </div>
  </div>
</template>

<style scoped>
h2 {
  overflow-wrap: anywhere;
}
p {
  margin-bottom: 0.5rem;
}
.split {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 0.5rem 2.5rem;
  align-items: start;
}
table {
  margin: 0.25rem 0;
  font-variant-numeric: tabular-nums;
}
th,
td {
  padding: 0.2rem 0 0.2rem 2rem;
  text-align: right;
}
th:first-child {
  padding-left: 0;
  text-align: left;
  font-weight: 400;
}
tbody tr {
  border-top: 1px solid var(--hl-line);
}
.differs td {
  font-weight: 700;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
@media (max-width: 767px) {
  .split {
    grid-template-columns: minmax(0, 1fr);
  }
  th,
  td {
    padding-left: 0.9rem;
  }
}
</style>
