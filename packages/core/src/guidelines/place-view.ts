import type { ParameterId } from '../parameters';
import { measuredIds } from '../parameters';
import type { Water } from '../waters';
import type { Latest } from './figure';

/** The newest readings of one place of a water. */
export interface PlaceGiven {
  /** Null for readings that name no place. */
  readonly id: string | null;
  readonly latest: Latest;
}

/** A water as it is seen at one place. */
export interface PlaceView {
  readonly id: string | null;
  /** Empty for a water without sampling points. */
  readonly name: string;
  readonly latest: Latest;
  /** True where the newest reading of a parameter was taken here, and not only lent by the water as a whole. */
  readonly owns: (parameter: ParameterId) => boolean;
}

const noPlace = 'No place named';
const ids = (latest: Latest) => measuredIds().filter((p) => latest[p] !== undefined);

/** Both pH readings of a run belong together: the partner goes with its pH. */
const withFallback = (own: Latest, fallback: Latest): Latest => ({
  ...fallback,
  ...own,
  phPartner: own.ph ? (own.phPartner ?? null) : (fallback.phPartner ?? null),
});

/**
 * The places by which a water is judged, each apart: above and below are never one latest value. In a stream every
 * named place counts, read or not. In a kept water a place counts once anything was read there; what was read without
 * naming a place speaks for all of it, and is judged by itself only where it is the newest.
 * @param latest the newest reading of each parameter, wherever it was taken
 */
export function placeViews(
  water: Pick<Water, 'kind' | 'samplingPoints'>,
  latest: Latest,
  places: readonly PlaceGiven[] | undefined,
): PlaceView[] {
  if (!places || water.samplingPoints.length === 0)
    return [{ id: null, name: '', latest, owns: (p) => latest[p] !== undefined }];
  const at = (id: string | null) => places.find((p) => p.id === id)?.latest ?? {};
  const unnamed = at(null);
  const stream = water.kind === 'stream';
  const named = water.samplingPoints.flatMap(({ id, name }): PlaceView[] => {
    const own = at(id);
    if (!stream && ids(own).length === 0) return [];
    return [
      {
        id,
        name,
        latest: stream ? own : withFallback(own, unnamed),
        owns: (p) => own[p] !== undefined,
      },
    ];
  });
  // What named no place is judged by itself where it is the newest, and where a place lives on it.
  const lent = ids(unnamed).filter(
    (p) => stream || unnamed[p]!.id === latest[p]?.id || named.some((view) => !view.owns(p)),
  );
  if (named.length > 0 && lent.length === 0) return named;
  const lentLatest = Object.fromEntries(lent.map((p) => [p, unnamed[p]!])) as Latest;
  const whole: PlaceView = {
    id: null,
    name: named.length > 0 ? noPlace : '',
    latest: stream ? unnamed : withFallback({ ...lentLatest, phPartner: unnamed.phPartner ?? null }, latest),
    owns: (p) => lent.includes(p),
  };
  return [...named, whole];
}
