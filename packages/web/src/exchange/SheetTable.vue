<script setup lang="ts">
import type { SheetRow } from '@hedge-lamp/core/exchange';

/** Readings in full words; on a phone each is a small block. */
defineProps<{ title: string; rows: readonly SheetRow[] }>();
</script>

<template>
  <h2>{{ title }}</h2>
  <table class="rows">
    <thead>
      <tr>
        <th scope="col">What</th>
        <th scope="col">Value</th>
        <th scope="col">Kit and method</th>
        <th scope="col">When</th>
        <th scope="col">Sample</th>
        <th scope="col">Doubts</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(row, k) in rows" :key="k">
        <th scope="row">{{ row.what }}</th>
        <td class="value">{{ row.value }}</td>
        <td data-label="By">{{ row.by }}</td>
        <td data-label="When">{{ row.when }}</td>
        <td data-label="Sample">{{ row.sample }}</td>
        <td data-label="Doubts">{{ row.doubts }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
h2 {
  font-size: 1.05rem;
  margin: 1rem 0 0.3rem;
}
.rows {
  width: 100%;
  border-collapse: collapse;
  font-size: 0.95rem;
}
th,
td {
  text-align: left;
  vertical-align: top;
  padding: 0.35rem 0.75rem 0.35rem 0;
  border-bottom: 1px solid var(--hl-line);
}
.value {
  font-weight: 650;
}
@media print {
  .rows {
    font-size: 9pt;
  }
}
@media screen and (max-width: 767px) {
  thead {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
  tr {
    display: grid;
    padding: 0.4rem 0;
    border-bottom: 1px solid var(--hl-line);
  }
  th,
  td {
    border: 0;
    padding: 0;
  }
  td[data-label]::before {
    content: attr(data-label) ': ';
    color: var(--hl-quiet);
  }
}
</style>
