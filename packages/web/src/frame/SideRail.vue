<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue';
import PlaceIcon from './PlaceIcon.vue';
import { usePlaces } from './places';

/** Comes when it is first opened. */
const MoreSheet = defineAsyncComponent(() => import('./MoreSheet.vue'));

const places = usePlaces();
/** What a thumb reaches at once; the others lie under More. */
const near = ['today', 'bench', 'trace', 'log'];
const isFar = (sign: string) => !near.includes(sign);
const hereIsFar = computed(() => places.value.some((p) => p.here && isFar(p.sign)));
const more = ref(false);
const moreAsked = ref(false);
</script>

<template>
  <nav class="rail" aria-label="Pages">
    <RouterLink
      v-for="place in places"
      :key="place.sign"
      :to="place.to"
      class="place"
      :class="{ here: place.here, apart: place.apart, far: isFar(place.sign) }"
      :aria-current="place.here ? 'page' : undefined"
    >
      <PlaceIcon :sign="place.sign" /><span>{{ place.label }}</span>
    </RouterLink>
    <button
      type="button"
      class="place more"
      :class="{ here: hereIsFar }"
      aria-haspopup="dialog"
      :aria-expanded="more"
      @click="((moreAsked = true), (more = true))"
    >
      <PlaceIcon sign="more" /><span>More</span>
    </button>
    <MoreSheet v-if="moreAsked" v-model="more" :places="places.filter((p) => isFar(p.sign))" />
  </nav>
</template>

<style scoped>
.rail {
  position: sticky;
  top: var(--hl-bar);
  height: calc(100dvh - var(--hl-bar));
  padding: 8px 6px;
  display: flex;
  flex-direction: column;
  gap: 1px;
  overflow-y: auto;
  border-right: 1px solid var(--hl-line);
}
.place {
  display: grid;
  justify-items: center;
  align-content: center;
  gap: 2px;
  flex: none;
  min-height: 54px;
  border: 0;
  border-radius: 4px 16px;
  background: none;
  color: inherit;
  text-decoration: none;
  font-size: 0.875rem;
  line-height: 1.1;
}
.place:hover {
  background: var(--hl-pool);
}
.place.here {
  background: var(--hl-here);
  color: #faf8f3;
  font-weight: 700;
}
.place.here svg {
  color: var(--hl-amber);
}
.apart {
  margin-top: 9px;
  position: relative;
}
.apart::before {
  content: '';
  position: absolute;
  top: -5px;
  left: 0.75rem;
  right: 0.75rem;
  border-top: 1px solid var(--hl-line);
}
.more {
  display: none;
}
@media (max-width: 767px) {
  .rail {
    position: fixed;
    z-index: 1030;
    top: auto;
    bottom: 0;
    left: 0;
    right: 0;
    height: 64px;
    display: grid;
    grid-template-columns: repeat(5, 1fr);
    padding: 3px;
    border-right: 0;
    border-top: 1px solid var(--hl-line);
    background: var(--hl-sheet);
  }
  .place {
    min-height: 56px;
    font-size: 0.8125rem;
  }
  .far {
    display: none;
  }
  .more {
    display: grid;
  }
}
/* Little height, as at twice the size: words alone. */
@media (max-width: 767px) and (max-height: 480px) {
  .rail {
    height: 52px;
  }
  .place {
    min-height: 46px;
  }
  .place svg {
    display: none;
  }
}
</style>
