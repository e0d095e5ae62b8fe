<script setup lang="ts">
import { saidSource } from '../shell/said-source';
import { type RuleGroup, ruleGroupLabel, ruleGroups, todayRoutes } from '@hedge-lamp/core/guidelines';
import { statusWord } from '@hedge-lamp/core/limits';
import { computed, nextTick, watch } from 'vue';
import { useRoute } from 'vue-router';
import LoadState from '../shell/LoadState.vue';
import PageHeading from '../shell/PageHeading.vue';
import StatusLamp from '../shell/StatusLamp.vue';
import { useAnswer } from '../shell/use-loaded';
import GuidelineList from './GuidelineList.vue';

/** Everything that waters are judged by: each rule with its source and examples, and every set of limits. */
const route = useRoute();
const { data: rules, error, again } = useAnswer(todayRoutes.rules, () => ({}));
const ofGroup = computed(() =>
  ruleGroups.map((group: RuleGroup) => ({
    group,
    rules: rules.value?.filter((r) => r.group === group) ?? [],
  })),
);
/** A finding leads to its rule; the rules come later than the page. */
watch(
  [rules, () => route.hash],
  async () => {
    await nextTick();
    if (route.hash) document.getElementById(route.hash.slice(1))?.scrollIntoView({ block: 'center' });
  },
  { immediate: true },
);
</script>

<template>
  <PageHeading
    title="What waters are judged by"
    lead="Every rule, what it looks at, where it comes from, and examples that our own tests run; then every set of limits."
  />
  <LoadState v-if="!rules" :error="error" what="the rules" @again="again" />
  <template v-else>
    <section v-for="{ group, rules: list } in ofGroup" :key="group" class="group">
      <h2>{{ ruleGroupLabel[group] }}</h2>
      <article
        v-for="rule in list"
        :id="rule.id"
        :key="rule.id"
        class="sheet rule"
        :class="{ here: route.hash === `#${rule.id}` }"
      >
        <h3>{{ rule.name }}</h3>
        <p>{{ rule.looksAt }}</p>
        <ul>
          <li v-for="example in rule.examples" :key="example.says">
            <StatusLamp v-if="example.expect" :status="example.expect" :size="14" />
            <span v-else class="none" aria-hidden="true" />
            <span
              >{{ example.says }}
              <span class="visually-hidden">{{
                example.expect ? statusWord[example.expect] : 'Nothing is said'
              }}</span></span
            >
          </li>
        </ul>
        <p class="quiet source">Source: {{ saidSource(rule.source) }}.</p>
      </article>
    </section>
    <section class="group">
      <h2>Sets of limits</h2>
      <p class="quiet">
        Opinions of a school, not laws. Which hold for a water is chosen on its page, under “Limits”.
      </p>
      <GuidelineList />
    </section>
  </template>
</template>

<style scoped>
.group {
  margin-bottom: 1.5rem;
}
.rule {
  margin-bottom: 0.7rem;
  scroll-margin-top: calc(var(--hl-bar) + 1rem);
}
.rule.here {
  border-color: var(--hl-amber);
  box-shadow: inset 6px 0 0 var(--hl-amber);
}
h3 {
  font-size: 1.05rem;
  margin: 0 0 0.2rem;
}
p {
  margin: 0 0 0.3rem;
  max-width: 80ch;
}
ul {
  list-style: none;
  padding: 0;
  margin: 0 0 0.3rem;
  display: grid;
  gap: 0.25rem;
}
li {
  display: grid;
  grid-template-columns: 1.1rem minmax(0, 1fr);
  gap: 0.5rem;
  align-items: start;
}
.lamp {
  margin-top: 0.3rem;
}
.none {
  width: 14px;
  margin-top: 0.75rem;
  border-top: 2px solid var(--hl-quiet);
}
.source {
  font-size: 0.9rem;
}
</style>
