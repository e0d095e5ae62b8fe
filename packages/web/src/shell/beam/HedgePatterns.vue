<script setup lang="ts">
/**
 * What grows at the sides of every beam, drawn once for a page: single leaves for Watch, pairs for Act, closed foliage for
 * Urgent. Tiles begin at a bank and grow outward; their heights divide a row of 52, so that twigs run on from row to row.
 */
const row = 52;
const leaf = (x: number, y: number, length: number, width: number, side: 1 | -1) => {
  const [ex, ey] = [x + side * length * 0.82, y - length * 0.72];
  const [mx, my] = [(x + ex) / 2, (y + ey) / 2];
  const [nx, ny] = [0.66 * width * side, 0.75 * width];
  return `M${x} ${y}Q${mx + nx} ${my + ny} ${ex} ${ey}Q${mx - nx} ${my - ny} ${x} ${y}`;
};
/** Leaves reach into the tiles beside theirs: they are drawn there too. */
const pairs = (x: number, y: number, length: number, width: number, tile: number) =>
  [-tile, 0, tile].flatMap((by) => [leaf(x + by, y, length, width, 1), leaf(x + by, y, length, width, -1)]);
const tiles = [
  {
    id: 'watch',
    width: 14,
    height: row / 3,
    twig: 8,
    leaves: [leaf(8, row / 6 - 1, 7.2, 2.2, 1), leaf(8, row / 3 - 1, 7.2, 2.2, -1)],
  },
  { id: 'act', width: 10, height: row / 6, twig: 5, leaves: pairs(5, row / 6 - 1.2, 7.4, 2.7, 10) },
  { id: 'urgent', width: 6.4, height: row / 9, twig: 3.2, leaves: pairs(3.2, row / 9 - 0.6, 6.2, 2.7, 6.4) },
];
const lights = [
  { behind: '', of: 'by-day' },
  { behind: '-dark', of: 'by-night' },
];
</script>

<template>
  <svg class="hedge-patterns" width="0" height="0" aria-hidden="true" focusable="false">
    <defs>
      <g v-for="light in lights" :key="light.of" :class="light.of">
        <pattern
          v-for="t in tiles"
          :id="`hedge-${t.id}${light.behind}`"
          :key="t.id"
          :width="t.width"
          :height="t.height"
          patternUnits="userSpaceOnUse"
        >
          <path :d="`M${t.twig} 0V${t.height}`" class="twig" />
          <path v-for="d in t.leaves" :key="d" :d="d" :class="t.id" />
        </pattern>
      </g>
      <pattern
        id="worked-out"
        width="5"
        height="5"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width="5" height="5" class="sheet-fill" />
        <rect width="2.4" height="5" class="amber-fill" />
      </pattern>
    </defs>
  </svg>
</template>

<style scoped>
.by-day {
  --leaf: var(--hl-leaf);
}
.by-night {
  --leaf: var(--hl-leaf-dark);
}
.hedge-patterns {
  position: absolute;
}
.twig {
  stroke: var(--leaf);
  stroke-width: 0.7;
  opacity: 0.55;
}
.watch {
  fill: var(--leaf);
  opacity: var(--hl-leaf-sparse);
}
.act,
.urgent {
  fill: var(--leaf);
  opacity: 0.85;
}
.sheet-fill {
  fill: var(--hl-sheet);
}
.amber-fill {
  fill: var(--hl-amber);
}
</style>
