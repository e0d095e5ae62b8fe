/** Lines of each sign on a field of 24. */
export const signs = {
  home: 'M4 8c2-2 4-2 6 0s4 2 6 0 3-1 4 0M4 13c2-2 4-2 6 0s4 2 6 0 3-1 4 0M4 18c2-2 4-2 6 0s4 2 6 0 3-1 4 0',
  today: 'M12 2v3M7 5h10l3 8H4zM8 13v5h8v-5M6 21h12M12 18v3',
  bench: 'M9 3v13a3 3 0 0 0 6 0V3M7.5 3h9M9 11h6',
  trace: 'M3 6h4M9 9h6M15 5h5M4 14h5M10 17h4M16 13h5',
  cycle: 'M5 9a7.5 7.5 0 0 1 13-2l1 2M19 15a7.5 7.5 0 0 1-13 2l-1-2M19 4v5h-5M5 20v-5h5',
  log: 'M4 5h16M4 10h16M4 15h16M4 20h16M9 5v15M14.500 5v15',
  kits: 'M4 9h16v11H4zM8 9V5h8v4M9 14h6',
  worktop: 'M3 18h18M5 18V9M19 18V9M3 9h18M8 9V5M12 9V4M16 9V6',
  more: 'M5 7h14M5 12h14M5 17h14',
  wrong: 'M3 13c3-5 8-6 12-3 2-2 4-3 6-3-1 3-1 6 0 9-2 0-4-1-6-3-4 4-9 4-12 0zM6.500 11l2 2M8.500 11l-2 2',
} as const;
export type PlaceSign = keyof typeof signs;
