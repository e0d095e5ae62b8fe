<script setup lang="ts">
import { saidSource } from '../shell/said-source';
import { limitConditions, shippedGuidelines } from '@hedge-lamp/core/guidelines';
import { schools, subjectLabel } from '@hedge-lamp/core/limits';
import { boundsWords, forWhomWords, targetWords } from './guideline-words';

/** Every set of limits that ships: for whom it is, each limit with its bounds and source. */
const viewLabel = (view: string): string => {
  const [school, id] = view.split('/');
  const found = schools.find((s) => s.id === school);
  return found?.views.find((v) => v.id === id)?.label ?? view;
};
</script>

<template>
  <details v-for="g in shippedGuidelines" :id="`set-${g.id}`" :key="g.id" class="sheet folded set">
    <summary>
      {{ g.name }} <span class="quiet">{{ forWhomWords(g.forWhom) }}</span>
    </summary>
    <p>{{ g.about }}</p>
    <div class="wide">
      <table class="table table-sm">
        <thead>
          <tr>
            <th scope="col">What</th>
            <th scope="col">Unit</th>
            <th scope="col">Aim for</th>
            <th scope="col">Watch</th>
            <th scope="col">Act</th>
            <th scope="col">Urgent</th>
            <th scope="col">Source</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(limit, k) in g.limits" :key="k">
            <th scope="row">
              {{ subjectLabel(limit.subject) }}
              <span v-if="limit.when" class="quiet d-block">{{ limitConditions[limit.when] }}</span>
              <span v-if="limit.view" class="quiet d-block">School: {{ viewLabel(limit.view) }}</span>
            </th>
            <td>{{ limit.unit }}</td>
            <td class="figure-mono">{{ targetWords(limit.target) }}</td>
            <td class="figure-mono">{{ boundsWords(limit.watch, limit.onStep?.includes('watch')) }}</td>
            <td class="figure-mono">{{ boundsWords(limit.act, limit.onStep?.includes('act')) }}</td>
            <td class="figure-mono">{{ boundsWords(limit.urgent, limit.onStep?.includes('urgent')) }}</td>
            <td class="quiet">{{ saidSource(limit.source) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </details>
</template>

<style scoped>
.set {
  margin-bottom: 0.5rem;
}
.wide {
  overflow-x: auto;
}
th,
td {
  min-width: 5rem;
}
td:last-child {
  min-width: 16rem;
}
.figure-mono {
  white-space: nowrap;
}
</style>
