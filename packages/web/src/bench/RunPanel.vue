<script setup lang="ts">
import type { Run } from '@hedge-lamp/core/bench';
import { bleachDilution } from '@hedge-lamp/core/readings';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, defineAsyncComponent, ref, toRef, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useServerLink } from '../clock/server-link';
import { useOpenedWorkings } from '../shell/workings-store';
import { useBench } from './bench-store';
import PlanLanes from './PlanLanes.vue';
import StepPanel from './StepPanel.vue';
import SuggestionList from './SuggestionList.vue';
import { useBenchKeys } from './use-bench-keys';
import { useRun } from './use-run';

const DoubtPicker = defineAsyncComponent(() => import('./DoubtPicker.vue'));
const BenchKeys = defineAsyncComponent(() => import('./BenchKeys.vue'));
const AddTube = defineAsyncComponent(() => import('./AddTube.vue'));

/** A live run: the tube in hand with its instruction, what comes after, and what else can be done. */
const props = defineProps<{ run: Run }>();
const bench = useBench();
const route = useRoute();
const link = useServerLink();
const opened = useOpenedWorkings();
const at = useRun(toRef(props, 'run'));
const { tube, tubes, previews, suggestions, plan, lanes } = at;

watch(
  () => route.query.tube,
  (asked) => {
    if (typeof asked === 'string') bench.inHand = asked;
  },
  { immediate: true },
);

const doubting = ref(false);
const keysShown = ref(false);
const adding = ref(false);
const numberOf = computed(
  () => bench.openTubes.find((t) => t.tube.testId === tube.value?.testId)?.number ?? null,
);

useBenchKeys(
  {
    drop: at.drop,
    takeBack: at.takeBack,
    done: at.doneByKey,
    timer: at.timer,
    read: at.read,
    doubt: () => (doubting.value = true),
    keys: () => (keysShown.value = true),
    first: () => at.answerByKey(0),
    second: () => at.answerByKey(1),
    third: () => at.answerByKey(2),
  },
  () => doubting.value || keysShown.value || adding.value || opened.isOpen,
);
</script>

<template>
  <div v-if="tube" class="run">
    <StepPanel
      v-model:typed="at.typed.value[tube.testId]"
      :run="at.run.value"
      :tube="tube"
      :tubes="tubes"
      :number="numberOf"
      :now="bench.now"
      :previews="previews"
      :undone="at.undone.value"
      :unlikely="at.unlikely.value"
      :up-next="at.upNext.value"
      :after-this="at.afterThis.value"
      :elsewhere="at.elsewhere.value"
      :temperature-unit="at.units.value.temperature"
      @drop="at.drop"
      @take-back="at.takeBack"
      @done="at.done"
      @did-it="at.didIt"
      @go-on-without="at.goOnWithout"
      @is-right="at.isRight"
      @timer="at.timer"
      @read-early="at.readEarly"
      @back="at.back"
      @answer="at.answer"
      @figure="at.tellFigure"
      @match="at.match"
      @flashed="at.setDoubt('flashed', $event)"
      @dilute="at.add(tube, { dilution: tube.test.dilution * bleachDilution })"
      @workings="opened.open"
      @pick="bench.inHand = $event"
    />
    <div class="foot-acts">
      <BButton variant="outline-secondary" @mousedown.prevent @click="doubting = true">
        A doubt <kbd>D</kbd
        ><template v-if="tube.doubts.length > 0"> · {{ tube.doubts.length }} noted</template>
      </BButton>
      <BButton variant="outline-secondary" @mousedown.prevent @click="adding = true">Add a tube</BButton>
      <BButton class="keys" variant="outline-secondary" @mousedown.prevent @click="keysShown = true"
        >Keys <kbd>?</kbd></BButton
      >
      <BButton variant="outline-danger" class="ms-auto" @mousedown.prevent @click="at.setAside"
        >Set this test aside</BButton
      >
    </div>
    <SuggestionList :suggestions="suggestions" @take="at.takeUp" />
    <details v-if="lanes.length > 1" class="sheet folded plan-sheet">
      <summary>The plan for what is left</summary>
      <PlanLanes :plan="plan" :lanes="lanes" :elapsed="at.planElapsed.value" class="mt-3" />
      <p class="quiet mt-2 mb-0">
        Work in whatever order you like: the plan follows.
        <BButton variant="link" @click="at.setAllAside">Set the whole run aside</BButton>
      </p>
    </details>
    <DoubtPicker v-if="doubting" v-model="doubting" :doubts="tube.doubts" @change="at.setDoubt" />
    <BenchKeys v-if="keysShown" v-model="keysShown" />
    <AddTube v-if="adding" v-model="adding" :tube="tube" @add="(more) => at.add(tube ?? null, more)" />
  </div>
  <div v-else class="run">
    <p class="sheet mb-0" role="status">
      Every tube is done.
      {{
        link.reachable
          ? 'The readings are on their way to disk.'
          : 'The readings are on this device and go to disk as soon as the server answers. Leave this page open or come back to it.'
      }}
    </p>
  </div>
</template>

<style scoped>
.run {
  display: grid;
  gap: 0.9rem;
}
.foot-acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
.foot-acts .btn {
  min-height: 56px;
}
kbd {
  background: transparent;
  color: inherit;
  border: 1px solid currentColor;
  font-size: 0.8em;
}
@media (max-width: 767px) {
  .keys,
  kbd {
    display: none;
  }
  .foot-acts .btn {
    flex: 1 1 8rem;
    padding-inline: 0.5rem;
  }
}
</style>
