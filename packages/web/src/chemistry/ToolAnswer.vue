<script setup lang="ts">
import type { Workings } from '@hedge-lamp/core/quantity';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, defineAsyncComponent, ref } from 'vue';
import type { Outcome, Table } from './tool';

/** Few answers have one. */
const MoveBeams = defineAsyncComponent(() => import('./MoveBeams.vue'));

/** The answer of a calculation: one figure large, the rest beside it, then what it means and what to mind. */
const props = defineProps<{ outcome: Outcome }>();
defineEmits<{ workings: [workings: Workings] }>();
const first = computed(() => props.outcome.results[0]);
/** Sentences in a table stand below one another on a phone. */
const isWordy = (table: Table) => table.rows.some((row) => row.some((cell) => cell.length > 40));
const rest = computed(() => props.outcome.results.slice(1));
const main = ref<HTMLElement | null>(null);
defineExpose({ main });
</script>

<template>
  <div class="answer">
    <section v-if="first" ref="main" class="sheet main" aria-label="Answer" tabindex="-1">
      <h2>{{ first.label }}</h2>
      <p class="figure" role="status">
        <strong class="figure-mono">{{ first.figure }}</strong> <span class="unit">{{ first.unit }}</span>
        <span v-if="first.range" class="range quiet">{{ first.range }}</span>
      </p>
      <p v-if="first.remark" class="quiet">{{ first.remark }}</p>
      <p v-for="remark in outcome.remarks" :key="remark" class="remark">{{ remark }}</p>
      <BButton v-if="first.workings" variant="link" @click="$emit('workings', first.workings)"
        >Workings<span class="visually-hidden"> of {{ first.label }}</span></BButton
      >
    </section>
    <section v-else-if="outcome.remarks?.length" class="sheet" aria-label="Answer">
      <p v-for="remark in outcome.remarks" :key="remark" class="remark">{{ remark }}</p>
    </section>

    <MoveBeams v-if="outcome.moves?.length" :moves="outcome.moves" />

    <dl v-if="rest.length > 0" class="rest">
      <div v-for="r in rest" :key="r.label" class="sheet">
        <dt>{{ r.label }}</dt>
        <dd>
          <strong class="figure-mono">{{ r.figure }}</strong> <span class="unit">{{ r.unit }}</span>
          <span v-if="r.range" class="range quiet">{{ r.range }}</span>
          <span v-if="r.remark" class="quiet note">{{ r.remark }}</span>
          <BButton v-if="r.workings" variant="link" @click="$emit('workings', r.workings)"
            >Workings<span class="visually-hidden"> of {{ r.label }}</span></BButton
          >
        </dd>
      </div>
    </dl>

    <section v-if="outcome.steps" class="sheet">
      <h2>What to do</h2>
      <ol class="steps">
        <li v-for="step in outcome.steps" :key="step">{{ step }}</li>
      </ol>
    </section>

    <section v-for="table in outcome.tables" :key="table.caption" class="sheet">
      <table :class="{ wordy: isWordy(table) }">
        <caption>
          {{
            table.caption
          }}
        </caption>
        <thead>
          <tr>
            <th v-for="head in table.head" :key="head" scope="col">{{ head }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in table.rows" :key="row[0]">
            <th scope="row">{{ row[0] }}</th>
            <td v-for="(cell, k) in row.slice(1)" :key="k">{{ cell }}</td>
          </tr>
        </tbody>
      </table>
    </section>

    <ul v-if="outcome.cautions?.length" class="cautions" aria-label="Mind this">
      <li v-for="caution in outcome.cautions" :key="caution">{{ caution }}</li>
    </ul>
  </div>
</template>

<style scoped>
.answer {
  display: grid;
  gap: 0.9rem;
  align-content: start;
}
.main {
  border-left: 8px solid var(--hl-amber);
}
h2 {
  font-size: 1.05rem;
  margin: 0;
}
.figure {
  margin: 0;
  line-height: 1.25;
}
.figure strong {
  font-size: 2.4rem;
}
.range {
  margin-left: 0.75rem;
  white-space: nowrap;
}
.remark {
  margin: 0.3rem 0 0;
  max-width: 68ch;
}
.rest {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(15rem, 100%), 1fr));
  gap: 0.7rem;
  margin: 0;
}
.rest .sheet {
  padding: 0.6rem 1rem 0.2rem;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
}
dd strong {
  font-size: 1.35rem;
}
.note {
  display: block;
  font-size: 0.95rem;
}
.answer :deep(.btn) {
  display: block;
  width: fit-content;
  padding-left: 0;
}
td:nth-child(2) {
  min-width: 7rem;
}
.steps {
  margin: 0.4rem 0 0;
  padding-left: 1.4rem;
}
.steps li {
  padding: 0.15rem 0;
}
table {
  width: 100%;
}
caption {
  caption-side: top;
  padding: 0 0 0.3rem;
  color: inherit;
  font-weight: 650;
}
th,
td {
  padding: 0.3rem 0.9rem 0.3rem 0;
  vertical-align: top;
  border-top: 1px solid var(--hl-line);
}
thead th {
  border-top: 0;
  font-weight: 600;
  color: var(--hl-quiet);
}
@media (max-width: 767px) {
  .rest {
    grid-template-columns: repeat(auto-fill, minmax(min(9.5rem, 100%), 1fr));
  }
  .rest .sheet {
    padding-inline: 0.75rem;
  }
  .wordy thead {
    display: none;
  }
  .wordy :is(tr, th, td) {
    display: block;
    padding-right: 0;
  }
  .wordy td {
    border: 0;
    padding-top: 0;
  }
}
.cautions {
  margin: 0;
  padding-left: 1.2rem;
  max-width: 75ch;
}
</style>
