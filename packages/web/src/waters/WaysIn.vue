<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed } from 'vue';
import LinkButton from '../shell/LinkButton.vue';
import { useLookRound } from './look-round';
import { useTestNow } from './test-now';

/** The ways in for who has no water here yet. */
const test = useTestNow();
const round = useLookRound();
const failure = computed(() => test.failure.value || round.failure.value);
</script>

<template>
  <ul class="ways-in">
    <li>
      <BButton variant="primary" :disabled="test.beginning.value" @click="test.testNow">{{
        test.beginning.value ? 'Beginning …' : 'Test now'
      }}</BButton>
      <span>The kit is on the table: begin. The water is named while the tube stands.</span>
    </li>
    <li>
      <LinkButton :to="{ name: 'water-new' }" variant="outline-primary">Add your first water</LinkButton>
      <span>Tell first what it is, how much, and who lives in it. Its tap or well can follow.</span>
    </li>
    <li>
      <LinkButton :to="{ name: 'signs-of-any' }" variant="outline-primary">Animals look wrong</LinkButton>
      <span>They gasp, lie down or die: what to do now, before any test.</span>
    </li>
    <li>
      <BButton variant="outline-primary" :disabled="round.opening.value" @click="round.look">{{
        round.opening.value ? 'Opening …' : 'Look round'
      }}</BButton>
      <span>Made-up waters with a year of tests, to see what becomes of yours.</span>
    </li>
  </ul>
  <p v-if="failure" role="alert" class="failure">{{ failure }}</p>
</template>

<style scoped>
.ways-in {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 0.8rem;
}
.ways-in li {
  display: grid;
  grid-template-columns: 12.5rem minmax(0, 1fr);
  gap: 0.3rem 1rem;
  align-items: center;
}
.ways-in .btn {
  min-height: 56px;
  display: grid;
  place-content: center;
}
@media (max-width: 767px) {
  .ways-in li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
