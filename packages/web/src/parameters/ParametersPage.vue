<script setup lang="ts">
import { saidSource } from '../shell/said-source';
import { type OwnParameter, shippedParameters } from '@hedge-lamp/core/parameters';
import { type Kind, unitsOf } from '@hedge-lamp/core/quantity';
import { computed } from 'vue';
import { sentenceOf } from '../wire/api-error';
import LinkButton from '../shell/LinkButton.vue';
import { useNotices } from '../shell/notice-store';
import PageHeading from '../shell/PageHeading.vue';
import KitTabs from '../shell/KitTabs.vue';
import { useParameters } from './parameters-store';

/** Everything that can be measured: what the keeper added, and what ships. */
const parameters = useParameters();
const notices = useNotices();
/** Each unit once: ppm is another name of mg/L. */
const unitNames = (kind: Kind) =>
  unitsOf(kind)
    .filter((u) => u.sameAs === undefined)
    .map((u) => u.id);
const own = computed(() => [...parameters.own].sort((a, b) => a.name.localeCompare(b.name)));

async function putAway({ id, name }: OwnParameter): Promise<void> {
  try {
    await parameters.remove(id);
    notices.say(`${name} is put away. Its readings stay.`, { undo: () => parameters.restore(id) });
  } catch (error) {
    notices.say(sentenceOf(error), { tone: 'bad' });
  }
}
</script>

<template>
  <PageHeading title="Parameters" lead="What can be measured, and in which units.">
    <LinkButton :to="{ name: 'parameter', params: { parameterId: 'new' } }">Add one of your own</LinkButton>
  </PageHeading>
  <KitTabs />
  <section class="sheet mb-3">
    <h2>Yours</h2>
    <p v-if="own.length === 0" class="quiet mb-0">
      None yet. Add what your kit reads and this list does not name, such as boron or silicate: the Log, the
      Trace and limits of your own work for it.
    </p>
    <ul v-else>
      <li v-for="p in own" :key="p.id">
        <strong>{{ p.name }}</strong>
        <span class="quiet">{{ p.low }} to {{ p.high }} {{ p.unit }}</span>
        <span class="ms-auto">
          <RouterLink :to="{ name: 'parameter', params: { parameterId: p.id } }"
            >Edit<span class="visually-hidden"> {{ p.name }}</span></RouterLink
          >
          <button type="button" class="btn btn-link" @click="putAway(p)">
            Put away<span class="visually-hidden"> {{ p.name }}</span>
          </button>
        </span>
      </li>
    </ul>
  </section>
  <section class="sheet">
    <h2>Those that ship</h2>
    <dl>
      <template v-for="p in shippedParameters" :key="p.id">
        <dt>{{ p.label }}</dt>
        <dd>
          {{ unitNames(p.kind).join(', ') || 'seen or not' }}
          <span class="quiet d-block">{{ saidSource(p.source) }}</span>
        </dd>
      </template>
    </dl>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  margin: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 0.8rem;
  align-items: baseline;
}
li a {
  display: inline-block;
  padding: 0.35rem 0;
}
dl {
  display: grid;
  grid-template-columns: minmax(9rem, 14rem) 1fr;
  gap: 0.35rem 1rem;
  margin: 0;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
}
@media (max-width: 575px) {
  dl {
    grid-template-columns: 1fr;
    gap: 0;
  }
  dd {
    margin-bottom: 0.6rem;
  }
}
</style>
