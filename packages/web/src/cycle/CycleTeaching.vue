<script setup lang="ts">
import { type Water, waterKindInfo } from '@hedge-lamp/core/waters';
import LinkButton from '../shell/LinkButton.vue';

/** What stands where no cycle was begun: what this page will show, and the one thing to do first. */
defineProps<{ water: Water | undefined; waterId: string }>();
</script>

<template>
  <section class="sheet teaching">
    <template v-if="water && !waterKindInfo[water.kind].stocked">
      <p class="big">A {{ waterKindInfo[water.kind].label.toLowerCase() }} has no filter to grow in.</p>
      <p>Choose an aquarium, a pond or a loop above.</p>
    </template>
    <template v-else>
      <p class="big">
        {{
          water?.cycling
            ? 'Its filter is growing in. Start the cycle, to be told what comes next.'
            : 'No filter is growing in here.'
        }}
      </p>
      <p>
        A new filter has to grow two films: one turns ammonia into nitrite, the other nitrite into nitrate. It
        takes three to six weeks, and a settled filter that was upset goes through it again.
      </p>
      <p>
        Tell how you begin. From then on this page keeps doses and tests together, says where the filter
        stands, what to do today, when it will be ready and how sure that is, and names what holds it up.
      </p>
      <LinkButton :to="{ name: 'cycle-start', params: { waterId } }">Start a cycle</LinkButton>
    </template>
  </section>
</template>

<style scoped>
.teaching {
  max-width: 46rem;
}
.big {
  font-size: 1.4rem;
  font-weight: 650;
}
</style>
