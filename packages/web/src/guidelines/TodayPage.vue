<script setup lang="ts">
import { todayRoutes } from '@hedge-lamp/core/guidelines';
import { waterKindInfo } from '@hedge-lamp/core/waters';
import { useMediaQuery } from '@vueuse/core';
import { computed } from 'vue';
import { useNow } from '../clock/use-now';
import DoneList from '../remedies/DoneList.vue';
import PlanSheet from '../remedies/PlanSheet.vue';
import DueList from '../schedule/DueList.vue';
import LinkButton from '../shell/LinkButton.vue';
import LoadState from '../shell/LoadState.vue';
import PageHeading from '../shell/PageHeading.vue';
import { useAfterPaint } from '../shell/after-paint';
import { useAnswer } from '../shell/use-loaded';
import { useOpenedWorkings } from '../shell/workings-store';
import { volumeText } from '../waters/volume-text';
import { useWaters } from '../waters/waters-store';
import BeamSheet from './BeamSheet.vue';
import FindingCard from './FindingCard.vue';
import LampAsks from './LampAsks.vue';
import LampHead from './LampHead.vue';
import NextStep from './NextStep.vue';

const props = defineProps<{ waterId: string }>();
const waters = useWaters();
const opened = useOpenedWorkings();
const now = useNow(30_000);
const { data: today, error, again } = useAnswer(todayRoutes.today, () => ({ params: { id: props.waterId } }));

/** On a phone the lamp, the next step and the figures fill the screen: they are seen first. */
const isPhone = useMediaQuery('(max-width: 767px)');
const seen = useAfterPaint(() => today.value !== null, { onlyFirstPage: true });
const whole = computed(() => !isPhone.value || seen.value);
const water = computed(() => waters.byId(props.waterId));
/** A page that stood open, with nobody to ask, must not go on saying Clear. */
const lamp = computed(() => today.value && waters.asOfNow(today.value));
const lead = computed(() => {
  const w = water.value;
  if (!w) return '';
  return [waterKindInfo[w.kind].label, volumeText(w), w.cycling ? 'cycling' : ''].filter(Boolean).join(' · ');
});
const findings = computed(() => today.value?.findings ?? []);
/** What wants attention, worst first. */
const troubles = computed(() => findings.value.filter((f) => f.status !== 'clear' && !f.note));
/** What is worth knowing and moves no lamp; the figures themselves stand in their gauges. */
const notes = computed(() =>
  findings.value.filter((f) => f.note || (f.status === 'clear' && f.rule !== 'limits')),
);
/** A few notes stand open, and those that warn of a deed. */
const warns = computed(() => notes.value.length <= 2 || notes.value.some((f) => f.status !== 'clear'));
const nothingRead = computed(() => today.value?.gauges.every((g) => g.value === null && !g.workings) ?? true);
/** What the plan tests anyway is not due a second time. */
const due = computed(() => {
  const planned = new Set(
    today.value?.plan.lines.filter((l) => l.kind === 'test').flatMap((l) => l.subjects),
  );
  return (today.value?.due ?? []).filter((d) => !planned.has(d.parameter));
});
</script>

<template>
  <PageHeading :title="water?.name ?? 'Today'" unseen />
  <LoadState v-if="!today" :error="error" what="how this water is" @again="again" />
  <div v-else class="today">
    <div class="main">
      <LampHead v-if="lamp" class="lamp" :lamp="lamp" :water-name="water?.name ?? ''" :now="now" />
      <NextStep class="next" :plan="today.plan" :now="now" />
      <LampAsks
        :lamp="today.lamp"
        :water-id="waterId"
        :water-name="water?.name ?? ''"
        class="asks"
        @told="again"
      />
      <BeamSheet
        :gauges="today.gauges"
        :lamp="today.lamp"
        :now="now"
        :stale="waters.isStale(today)"
        @workings="opened.open"
      />
      <p v-if="nothingRead" class="quiet">
        After the first test each row shows its figure as a capsule of light: the longer, the less sure.
      </p>
      <section
        v-if="whole && troubles.length > 0"
        class="sheet verdict"
        :class="`edge-${today.status}`"
        aria-label="What was found"
      >
        <FindingCard :finding="troubles[0]!" :water-id="waterId" first />
      </section>
      <section v-if="whole && troubles.length > 1" class="sheet more" aria-labelledby="more-heading">
        <h2 id="more-heading">{{ troubles.length - 1 }} more to look at</h2>
        <FindingCard v-for="f in troubles.slice(1)" :key="f.id" :finding="f" :water-id="waterId" />
      </section>
      <details v-if="whole && notes.length > 0" class="sheet more notes" :open="warns">
        <summary>Worth knowing ({{ notes.length }})</summary>
        <FindingCard v-for="f in notes" :key="f.id" :finding="f" :water-id="waterId" />
      </details>
      <nav class="about" aria-label="About this water">
        <span class="quiet">{{ lead }}</span>
        <RouterLink :to="{ name: 'water-edit', params: { waterId } }">Edit this water</RouterLink>
        <RouterLink :to="{ name: 'limits', params: { waterId } }">Its limits</RouterLink>
        <RouterLink :to="{ name: 'share', params: { waterId } }">Ask somebody for help</RouterLink>
      </nav>
    </div>
    <aside v-if="whole">
      <PlanSheet
        :plan="today.plan"
        :gauges="today.gauges"
        :water-id="waterId"
        :water-name="water?.name ?? ''"
        :now="now"
        @changed="again"
      >
        <LinkButton variant="primary" :to="{ name: 'bench', params: { waterId } }"
          >Test this water</LinkButton
        >
      </PlanSheet>
      <section v-if="today.changed.length > 0" class="sheet side-sheet" aria-labelledby="changed-heading">
        <h2 id="changed-heading">Changed since the test before</h2>
        <ul class="mb-0">
          <li v-for="line in today.changed" :key="line">{{ line }}</li>
        </ul>
      </section>
      <DueList :due="due" :water-id="waterId" :now="now" />
      <DoneList :water-id="waterId" :now="now" @kept="again" />
      <p class="caution quiet">
        A home kit does not tell whether water is fit to drink: that is a certified laboratory’s work. Sick
        fish: ask a vet or fish-health professional. Your kit’s own sheet wins over what stands here.
      </p>
    </aside>
  </div>
</template>

<style scoped>
.today {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 23.25rem;
  gap: 1.25rem;
  align-items: start;
}
.verdict {
  border-left: 8px solid var(--hl-edge);
  margin-bottom: 1rem;
}
.verdict p {
  margin: 0.25rem 0 0;
}
.more {
  margin-bottom: 1rem;
}
.more h2 {
  margin: 0;
}
.more .finding + .finding {
  border-top: 1px solid var(--hl-line);
}

summary {
  min-height: 32px;
  font-weight: 600;
}
.about {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 1.25rem;
  min-height: 44px;
}
.about a {
  display: grid;
  place-items: center;
  min-height: 44px;
}
.next {
  display: none;
}
.caution {
  font-size: 0.875rem;
}
@media (max-width: 1023px) {
  .today {
    grid-template-columns: minmax(0, 1fr);
    gap: 0.5rem;
  }
}
/* A phone shows the lamp, the next step and the figures; then the whole plan, then why. */
@media (max-width: 767px) {
  .today {
    display: flex;
    flex-direction: column;
    align-items: stretch;
    gap: 0;
  }
  .main,
  aside {
    display: contents;
  }
  .next {
    display: grid;
  }
  .lamp,
  .next,
  .asks,
  .beams {
    order: -2;
  }
  aside > .plan {
    order: -1;
  }
}
@media print {
  .main > :not(.lamp):not(.beams),
  aside > :not(.plan):not(.caution) {
    display: none !important;
  }
  .today {
    display: block;
  }
}
</style>
