<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { type BoxState, stateWords } from './photo-boxes';

/** What is marked on a photograph: found, placed, or missing, by shape and word; a press chooses one. */
defineProps<{
  states: readonly {
    readonly id: string;
    readonly label: string;
    readonly state: BoxState;
    readonly isOffered: boolean;
  }[];
}>();
defineEmits<{ offer: [id: string] }>();
const chosen = defineModel<string>('chosen', { required: true });
</script>

<template>
  <ul class="states" aria-label="What is marked">
    <li v-for="s in states" :key="s.id" :data-state="s.state">
      <button
        type="button"
        class="state"
        :class="{ chosen: chosen === s.id }"
        :aria-pressed="chosen === s.id"
        @mousedown.prevent
        @click="chosen = s.id"
      >
        <span class="sign" :class="s.state" aria-hidden="true" />{{ s.label }}: {{ stateWords[s.state] }}
      </button>
      <BButton
        v-if="s.state === 'missing' && !s.isOffered"
        variant="light"
        size="sm"
        class="put"
        @mousedown.prevent
        @click="$emit('offer', s.id)"
        >Put a box<span class="visually-hidden"> for {{ s.label }}</span></BButton
      >
    </li>
  </ul>
</template>

<style scoped>
.states {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 0.25rem;
}
.states li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem;
}
.state {
  min-height: 44px;
  flex: 1 1 11rem;
  display: flex;
  align-items: center;
  gap: 0.6rem;
  padding: 0 0.6rem;
  text-align: left;
  background: transparent;
  color: #161616;
  border: 2px solid transparent;
}
.state.chosen {
  background: #dedede;
  border-color: #161616;
}
.put {
  min-height: 44px;
  background: #fff;
  color: #161616;
  border-color: #6b6b6b;
}
/* By shape: a dashed frame was found, a firm one placed, a hollow ring is missing. */
.sign {
  flex: none;
  width: 1.1rem;
  height: 1.1rem;
  border: 2px dashed #161616;
  background: #fff;
}
.sign.placed {
  border-style: solid;
  background: #161616;
}
.sign.missing {
  border-radius: 50%;
  border: 3px solid #161616;
  background: transparent;
}
</style>
