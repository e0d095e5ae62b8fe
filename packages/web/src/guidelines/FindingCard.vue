<script setup lang="ts">
import { type Finding } from '@hedge-lamp/core/guidelines';
import { midSentence } from '@hedge-lamp/core/parameters';
import { shortName } from '@hedge-lamp/core/parameters';
import { useMethods } from '../methods/methods-store';
import { computed } from 'vue';
import { withDates } from '../clock/words';
import StatusLamp from '../shell/StatusLamp.vue';

/** One finding: what, how sure, why it matters. What to do stands in the plan. `first` is the one that the lamp has said already. */
const props = defineProps<{ finding: Finding; waterId: string; first?: boolean }>();
const methods = useMethods();
/** What has no method is typed into the log. */
const onBench = computed(() => props.finding.tests.filter(methods.isOnBench));
const tests = computed(() => onBench.value.map((id) => midSentence(shortName(id))));
const benchTo = computed(() => ({
  name: 'bench',
  params: { waterId: props.waterId },
  query: {
    tests: onBench.value.join(','),
    ...(props.finding.dilution > 1 ? { dilute: String(props.finding.dilution) } : {}),
    ...(props.finding.placeId ? { place: props.finding.placeId } : {}),
  },
}));
const testable = computed(
  () => onBench.value.length > 0 && (props.finding.status !== 'clear' || props.finding.note),
);
const what = computed(() =>
  props.finding.place ? `${props.finding.place}: ${props.finding.what}` : props.finding.what,
);
/** What the lamp’s own sentence leaves out; the rest stands there already. */
const more = computed(() =>
  props.finding.short.startsWith(props.finding.what.replace(/\.$/, '')) ? '' : props.finding.what,
);
const testWords = computed(() =>
  props.finding.dilution > 1
    ? `Test ${tests.value.join(', ')} diluted 1:${props.finding.dilution}`
    : `Test ${tests.value.join(', ')}`,
);
const ruleTo = computed(() => ({ name: 'rules', hash: `#${props.finding.rule}` }));
</script>

<template>
  <div v-if="first" class="finding first">
    <h3>Why</h3>
    <p v-if="more">{{ more }}</p>
    <p class="quiet">{{ withDates(`${finding.howSure} ${finding.why}`) }}</p>
    <p class="links">
      <RouterLink v-if="testable" :to="benchTo">{{ testWords }}</RouterLink>
      <RouterLink class="rule" :to="ruleTo">The rule behind it</RouterLink>
    </p>
  </div>
  <details
    v-else
    class="finding"
    :open="!finding.note && (finding.status === 'act' || finding.status === 'urgent')"
  >
    <summary>
      <span v-if="finding.note" class="note">Note</span>
      <StatusLamp v-else :status="finding.status" :size="18" />
      <h3>{{ what }}</h3>
    </summary>
    <div class="said">
      <p class="quiet">{{ withDates(`${finding.howSure} ${finding.why}`) }}</p>
      <p class="links">
        <RouterLink v-if="testable" :to="benchTo">{{ testWords }}</RouterLink>
        <RouterLink class="rule" :to="ruleTo"
          >The rule behind it<span class="visually-hidden">: {{ finding.what }}</span></RouterLink
        >
      </p>
    </div>
  </details>
</template>

<style scoped>
details.finding {
  padding: 0.25rem 0;
}
summary {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr) auto;
  gap: 0.8rem;
  align-items: center;
  min-height: 40px;
  cursor: pointer;
}
/* The mark that opens stands at the end of the line, behind the words. */
summary::after {
  content: '';
  width: 0.55rem;
  height: 0.55rem;
  margin-right: 0.4rem;
  border-right: 2px solid var(--hl-quiet);
  border-bottom: 2px solid var(--hl-quiet);
  transform: rotate(45deg) translate(-2px, -2px);
}
[open] > summary::after {
  transform: rotate(-135deg) translate(-2px, -2px);
}
.said {
  padding: 0 0 0.5rem 1.95rem;
}
h3 {
  font-size: 1rem;
  margin: 0;
  line-height: 1.35;
}
.first h3 {
  font-size: 1.4rem;
  line-height: 1.25;
  margin-top: 0.25rem;
}
.note {
  font-size: 0.8rem;
  font-weight: 650;
  border: 1.5px solid currentColor;
  border-radius: 2px 8px;
  padding: 0 0.35rem;
  color: var(--hl-quiet);
}
p {
  margin: 0.2rem 0 0;
  max-width: 75ch;
}
.links {
  display: flex;
  flex-wrap: wrap;
  gap: 0 1.2rem;
}
.links a {
  display: inline-grid;
  align-items: center;
  min-height: 32px;
}
.rule {
  color: var(--hl-quiet);
}
</style>
