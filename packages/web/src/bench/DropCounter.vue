<script setup lang="ts">
import { counted } from '@hedge-lamp/core/quantity';
import { BButton } from 'bootstrap-vue-next/components/BButton';

/** Counts drops with one large target; what was counted stands beside it. */
defineProps<{ drops: number; target: number | null; bottle: string; turned: boolean }>();
defineEmits<{ drop: []; takeBack: [] }>();
</script>

<template>
  <div class="counter">
    <button type="button" class="one-drop" :disabled="turned" @mousedown.prevent @click="$emit('drop')">
      <svg width="46" height="58" viewBox="0 0 46 58" aria-hidden="true">
        <path
          d="M23 3c7 12 18 21 18 34a18 18 0 0 1-36 0C5 24 16 15 23 3z"
          fill="#f2b441"
          stroke="currentColor"
          stroke-width="3"
        />
      </svg>
      <span>One drop <kbd>Space</kbd></span>
      <small>{{ bottle }}</small>
    </button>
    <div class="tally" role="status" aria-live="polite">
      <strong class="figure-mono">{{ drops }}</strong>
      <!-- The space keeps figure and word apart for a screen reader. -->
      <span>{{
        target === null ? (drops === 1 ? ' drop' : ' drops') : ` of ${counted(target, 'drop', 'drops')}`
      }}</span>
    </div>
    <BButton
      variant="outline-secondary"
      :disabled="drops === 0"
      @mousedown.prevent
      @click="$emit('takeBack')"
    >
      {{ turned ? 'It has not turned yet' : 'Take one back' }} <kbd>Backspace</kbd>
    </BButton>
  </div>
</template>

<style scoped>
.counter {
  display: grid;
  grid-template-columns: minmax(0, 20rem) auto;
  grid-template-areas: 'drop tally' 'drop back';
  justify-content: start;
  align-items: center;
  gap: 0.25rem 1.75rem;
  margin-top: 1rem;
}
.one-drop {
  grid-area: drop;
  display: grid;
  justify-items: center;
  align-content: center;
  gap: 0.25rem;
  min-height: 11rem;
  font-size: 1.4rem;
  font-weight: 650;
  border: 0;
  border-radius: 6px 44px;
  background: #1f3a2e;
  color: #faf8f3;
  touch-action: manipulation;
  user-select: none;
}
.one-drop:active:not(:disabled) {
  background: #2e5544;
}
.one-drop:disabled {
  background: #5b6660;
}
.one-drop small {
  font-weight: 400;
  font-size: 1rem;
}
.tally {
  grid-area: tally;
  /* Two digits have their place from the first drop on, so that nothing beside it moves. */
  min-width: 11rem;
  display: flex;
  align-items: baseline;
  gap: 0.6rem;
  font-size: 1.25rem;
}
.tally strong {
  font-size: 5rem;
  line-height: 1;
}
.counter > .btn {
  grid-area: back;
  min-height: 56px;
  justify-self: start;
}
kbd {
  background: transparent;
  color: inherit;
  border: 1px solid currentColor;
  font-size: 0.7em;
}
@media (max-width: 767px) {
  .counter {
    grid-template-columns: auto 1fr;
    grid-template-areas: 'tally back' 'drop drop';
    justify-content: stretch;
    gap: 0.5rem 1rem;
    margin-top: 0.6rem;
  }
  .one-drop {
    min-height: 8rem;
  }
  .tally strong {
    font-size: 3.5rem;
  }
  .counter > .btn {
    justify-self: end;
  }
  kbd {
    display: none;
  }
}
</style>
