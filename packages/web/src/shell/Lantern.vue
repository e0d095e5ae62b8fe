<script setup lang="ts">
import type { Status } from '@hedge-lamp/core/limits';
import { useId } from 'vue';

/**
 * The lamp: the shape in its glass says how a water is, the light in it how much is known. Shade comes down from the
 * roof by the share that is missing; it is out where nobody can say.
 */
const props = withDefaults(
  defineProps<{
    status: Status;
    /** Share of what must be known that is known, 0 to 1. */
    lit?: number;
    size?: number;
  }>(),
  { lit: 1, size: 92 },
);
const glow = useId();
const isDark = () => props.status === 'unread' || props.lit < 0.2;
const shapes: Readonly<Record<Status, string>> = {
  clear: 'M50 52a20 20 0 1 0 .01 0z',
  watch: 'M50 52a20 20 0 1 0 .01 0zM50 56v32a16 16 0 0 1 0-32z',
  act: 'M50 50 73 91H27z',
  urgent: 'M42 51h16l13 13v16L58 93H42L29 80V64z',
  unread: 'M50 54a18 18 0 1 0 .01 0z',
};
const shade = () => {
  const share = 1 - props.lit;
  return `M20 38h60l${(8 * share).toFixed(1)} ${(66 * share).toFixed(1)}H${(20 - 8 * share).toFixed(1)}z`;
};
</script>

<template>
  <svg class="lantern" :width="size" :height="size * 1.2" viewBox="0 0 100 120" aria-hidden="true">
    <defs>
      <radialGradient :id="glow" cx=".5" cy=".55" r=".6">
        <stop offset="0" stop-color="#fffbe9" />
        <stop offset=".55" stop-color="#ffe7a6" />
        <stop offset="1" stop-color="#f2b441" />
      </radialGradient>
    </defs>
    <circle cx="50" cy="7" r="5" fill="none" class="frame" stroke-width="3" />
    <path d="M12 38C16 18 38 12 50 12c14 0 34 6 38 26z" class="roof" />
    <path d="M50 13C40 22 34 30 32 38M50 13c10 9 16 17 18 25" class="rib" stroke-width="2" fill="none" />
    <path
      d="M20 38h60l8 66H12z"
      :fill="isDark() ? '#2a3d34' : `url(#${glow})`"
      class="frame"
      stroke-width="4"
      stroke-linejoin="round"
    />
    <path v-if="!isDark() && lit < 0.95" :d="shade()" fill="#1f3a2e" opacity=".42" />
    <rect x="8" y="103" width="84" height="11" rx="4" class="foot" />
    <path
      :d="shapes[status]"
      :class="[`shape-${status}`, { unlit: isDark() }]"
      :fill="status === 'unread' ? 'none' : 'currentColor'"
      fill-rule="evenodd"
    />
    <path v-if="status === 'urgent'" d="M50 59v16M50 81v4" class="mark" stroke-width="6" />
  </svg>
</template>

<style scoped>
.lantern {
  flex: none;
  overflow: visible;
}
.frame {
  stroke: var(--lantern-frame, #1f3a2e);
}
.foot {
  fill: var(--lantern-frame, #1f3a2e);
}
.roof {
  fill: var(--lantern-roof, #1f3a2e);
}
.rib {
  stroke: #6fa287;
}
.shape-clear {
  color: #14655f;
}
.shape-watch {
  color: #7d4f0b;
}
.shape-act {
  color: #b4371f;
}
.shape-urgent {
  color: #7a1f4b;
}
.shape-clear.unlit {
  color: #5cc4bb;
}
.shape-watch.unlit {
  color: #e0ab55;
}
.shape-act.unlit {
  color: #f08a72;
}
.shape-urgent.unlit {
  color: #e79abf;
}
.shape-unread {
  stroke: #dfe5e0;
  stroke-width: 5;
  stroke-dasharray: 8.4 6;
}
.mark {
  stroke: #fff;
  stroke-linecap: round;
}
</style>
