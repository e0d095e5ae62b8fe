<script setup lang="ts">
import { dated } from '../clock/dated';
import { useMethods } from '../methods/methods-store';
import { readingRoutes } from '@hedge-lamp/core/readings';
import type { UnitChoice } from '@hedge-lamp/core/waters';

import { useAnswer } from '../shell/use-loaded';
import { enteredWords, valueWords } from './reading-words';

const methods = useMethods();

/** What a reading said before each edit. */
const props = defineProps<{ readingId: string; units: UnitChoice }>();
const { data, error } = useAnswer(readingRoutes.versions, () => ({ params: { id: props.readingId } }));
</script>

<template>
  <p v-if="!data" class="quiet mb-1" role="status">{{ error ?? 'Loading …' }}</p>
  <ol v-else class="mb-1">
    <li v-for="v in data" :key="v.was.version">
      <span class="figure-mono">{{ valueWords(v.was, units) }}</span> ({{
        enteredWords(v.was, methods.book)
      }}),
      <span class="quiet">until {{ dated(v.replacedAt, 'd MMM yyyy, HH:mm') }}</span>
    </li>
  </ol>
</template>
