/**
 * The rooms of each floor from the ground up: a room imports only from those before it. One vocabulary for all floors;
 * docs/architecture.md says what stands in each room, and why a floor differs.
 */
const ground = ['wire', 'quantity', 'chemistry', 'parameters', 'color', 'methods', 'limits', 'waters'];
const middle = ['remedies', 'readings', 'bench', 'schedule'];

export const floors = {
  core: [...ground, ...middle, 'guidelines', 'cycle', 'exchange'],
  // What is kept of a cycle is gathered with the rest for a judgment.
  server: [
    'wire',
    'database',
    'door',
    'clock',
    ...ground.slice(3),
    ...middle,
    'cycle',
    'guidelines',
    'exchange',
    'demo',
    'house',
    'app.ts',
    'main.ts',
  ],
  // The Worktop, which is the web's room of chemistry, takes figures from a water.
  web: [
    'wire',
    'clock',
    'settings',
    'theme',
    'shell',
    'offline',
    ...ground.slice(3),
    'chemistry',
    ...middle,
    'guidelines',
    'cycle',
    'exchange',
    'frame',
    'App.vue',
    'router.ts',
    'main.ts',
  ],
};
