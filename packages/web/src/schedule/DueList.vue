<script setup lang="ts">
import type { DueTest } from '@hedge-lamp/core/schedule';
import { formatDistance, isSameDay } from 'date-fns';
import LinkButton from '../shell/LinkButton.vue';

/** What to test now, and why. */
const props = defineProps<{ due: readonly DueTest[]; waterId: string; now: number }>();

const since = (dueAt: number) =>
  dueAt > props.now || isSameDay(dueAt, props.now) ? 'today' : `for ${formatDistance(dueAt, props.now)}`;
</script>

<template>
  <section class="sheet side-sheet" aria-labelledby="due-heading">
    <h2 id="due-heading">Due</h2>
    <p v-if="due.length === 0" class="quiet mb-0">Nothing is due.</p>
    <template v-else>
      <ul>
        <li v-for="d in due" :key="`${d.parameter} ${d.placeId}`">
          <strong>{{ d.label }}{{ d.place ? `, ${d.place}` : '' }}</strong>
          <span class="since quiet">{{ d.why === 'Not tested yet.' ? '' : since(d.dueAt) }}</span>
          <span class="detail quiet">{{ d.why }}</span>
        </li>
      </ul>
      <LinkButton variant="outline-primary" :to="{ name: 'bench', params: { waterId } }"
        >To the bench</LinkButton
      >
    </template>
  </section>
</template>
