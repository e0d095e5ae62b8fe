import { day } from '@hedge-lamp/core/wire';
import { type Card, type OwnCard, daylight, learnCard, simulatedPhoto } from '@hedge-lamp/core/color';
import { seededRandom } from '@hedge-lamp/core/quantity';

const id = '7d1c5c1e-52a5-4c0e-9a54-6f2a7c0b11d4';

/** A card of the glasshouse's own, learned from the stand-in camera's picture of an invented leaflet. */
export function ternLaneCard(now: number): OwnCard {
  const card: Card = {
    id,
    name: 'Glasshouse nitrate leaflet',
    chemistry: 'azo-nitrate',
    unit: 'mg/L NO3',
    values: [0, 10, 25, 60, 120],
    open: false,
  };
  const { photo, boxes, swatches } = simulatedPhoto({
    card,
    amount: 10,
    light: daylight(6000),
    camera: { whiteBalance: 1, exposure: 0.7, contrast: 1, noise: 0.004, filters: [0, 0, 0] },
    width: 320,
    height: 240,
    gradient: 0.04,
    glare: 0.1,
    withCard: true,
    withGray: true,
    random: seededRandom(5),
  });
  const { colors, gray } = learnCard(photo, { paper: boxes.paper, swatches, gray: boxes.gray });
  return {
    id,
    version: 1,
    insteadOf: '',
    learnedAt: now - 40 * day,
    light: 'by the north door, cloudy noon',
    card: { ...card, colors, ...(gray === undefined ? {} : { gray }) },
  };
}
