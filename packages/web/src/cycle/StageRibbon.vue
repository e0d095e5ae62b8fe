<script setup lang="ts">
import { type Stage, stageLabel, stages } from '@hedge-lamp/core/cycle';
import { computed } from 'vue';
import IconCheck from '~icons/bi/check-lg';

/** Where the filter stands, as stations on a ribbon; that it stalled or may have stopped is told by shape and word, too. */
const props = defineProps<{ stage: Stage; trouble: 'stalled' | 'in doubt' | null }>();
const shown = stages.filter((s) => s !== 'unfed');
const at = computed(() => Math.max(0, shown.indexOf(props.stage as (typeof shown)[number])));
const state = (k: number) => (k < at.value ? 'past' : k === at.value ? 'here' : 'ahead');
</script>

<template>
  <ol class="ribbon" aria-label="Stages of the cycle">
    <li
      v-for="(s, k) in shown"
      :key="s"
      :class="[state(k), { troubled: trouble && k === at }]"
      :aria-current="k === at ? 'step' : undefined"
    >
      <span class="station" aria-hidden="true"><IconCheck v-if="k < at" /></span>
      <span class="name"
        >{{ s === stage || stage !== 'unfed' || k > 0 ? stageLabel[s] : stageLabel.unfed
        }}<span v-if="trouble && k === at" class="word">{{ trouble }}</span
        ><span v-if="k < at" class="visually-hidden">, behind you</span></span
      >
    </li>
  </ol>
</template>

<style scoped>
.ribbon {
  list-style: none;
  display: grid;
  grid-template-columns: repeat(5, minmax(0, 1fr));
  padding: 0;
  margin: 0 0 1rem;
}
li {
  position: relative;
  padding-right: 0.5rem;
  color: var(--hl-quiet);
  line-height: 1.25;
}
li::before {
  content: '';
  position: absolute;
  top: 0.7rem;
  left: 0;
  right: 0;
  border-top: 3px solid var(--hl-line);
}
li:last-child::before {
  display: none;
}
.past::before {
  border-color: var(--hl-clear);
}
.station {
  position: relative;
  display: grid;
  place-items: center;
  width: 1.5rem;
  height: 1.5rem;
  margin-bottom: 0.3rem;
  border: 2px solid var(--hl-line);
  border-radius: 3px 10px;
  background: var(--bs-body-bg);
}
.past .station {
  border-color: var(--hl-clear);
  color: var(--hl-clear);
}
.here .station {
  border-color: var(--hl-hedge);
  background: var(--hl-amber);
  box-shadow: 0 0 0 3px var(--hl-hedge);
}
.here {
  color: inherit;
  font-weight: 650;
}
.troubled .station {
  border-style: dashed;
  background: var(--hl-act-tint);
  box-shadow: 0 0 0 3px var(--hl-act);
}
.word {
  display: block;
  color: var(--hl-act);
}
@media (max-width: 767px) {
  .ribbon {
    grid-template-columns: 1fr;
    gap: 0.35rem;
  }
  li {
    display: flex;
    gap: 0.6rem;
    align-items: center;
  }
  li::before {
    top: 1.4rem;
    bottom: -0.5rem;
    left: 0.7rem;
    right: auto;
    border-top: 0;
    border-left: 3px solid var(--hl-line);
  }
  .station {
    flex: none;
    margin: 0;
  }
  .word {
    display: inline;
    margin-left: 0.6ch;
  }
}
</style>
