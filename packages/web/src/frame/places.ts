import { computed } from 'vue';
import { type RouteLocationRaw, useRoute, useRouter } from 'vue-router';
import { useChosenWater } from '../waters/chosen-water';
import { useWaters } from '../waters/waters-store';
import type { PlaceSign } from './place-signs';

/** A place of the application, as the rail and the bar of a phone show it. */
export interface Place {
  readonly sign: PlaceSign;
  readonly label: string;
  readonly to: RouteLocationRaw;
  readonly here: boolean;
  /** True for the first of those that are not about one water. */
  readonly apart: boolean;
}

const ofToday = ['signs', 'limits', 'share', 'rules'];
const ofKits = [
  'kits',
  'kit',
  'methods',
  'method',
  'cards',
  'card-learn',
  'parameters',
  'parameter',
  'safety',
];
/** Pages that are about one water: another one is shown on the same page. */
const ofWater = ['today', 'bench', 'trace', 'cycle', 'log', 'signs', 'limits', 'share'];

/** All places, in the order of the rail. They speak of the chosen water, whatever page is shown. */
export function usePlaces() {
  const route = useRoute();
  const waters = useWaters();
  const chosen = useChosenWater();
  const name = computed(() => String(route.name ?? ''));
  return computed((): Place[] => {
    const of = (sign: PlaceSign, label: string, also: readonly string[] = []): Place => ({
      sign,
      label,
      to:
        waters.waters.length > 0 && chosen.id
          ? { name: sign, params: { waterId: chosen.id } }
          : { name: 'empty-place', params: { place: sign } },
      here:
        name.value === sign ||
        also.includes(name.value) ||
        (name.value === 'empty-place' && route.params.place === sign),
      apart: false,
    });
    return [
      {
        sign: 'home',
        label: 'Waters',
        to: { name: 'home' },
        here: /^(home|water-|removed)/.test(name.value),
        apart: false,
      },
      of('today', 'Today', ofToday),
      of('bench', 'Bench', ['run']),
      of('trace', 'Trace'),
      of('log', 'Log'),
      of('cycle', 'Cycle', ['cycle-start']),
      {
        sign: 'kits',
        label: 'Kits',
        to: { name: 'kits' },
        here: ofKits.includes(name.value),
        apart: true,
      },
      {
        sign: 'worktop',
        label: 'Worktop',
        to: { name: 'worktop', params: { tool: 'free-ammonia' } },
        here: name.value === 'worktop',
        apart: false,
      },
    ];
  });
}

/** Where another water is shown: on the page one is on, where that is about a water; else on its Today. */
export function useSamePage() {
  const route = useRoute();
  const router = useRouter();
  return (waterId: string): RouteLocationRaw => {
    // Until the first page is there, the address says which it will be.
    const name = String(route.name ?? router.resolve(location.pathname).name ?? '');
    return { name: ofWater.includes(name) ? name : 'today', params: { waterId } };
  };
}
