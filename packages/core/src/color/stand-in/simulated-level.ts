import type { SeededRandom } from '../../quantity/seeded-random';

import { type Light, daylight, ledLight, planckLight } from '../light';
import { anyPicture } from './phone-picture';
import { anyPrint } from './printed-ink';
import { type CameraSetup, anyCamera } from './simulated-camera';
import { anyLayout } from './simulated-layout';
import type { Scene } from './simulated-photo';
import { spectrumOf } from '../wavelengths';

/** How hard a photograph is made: laid out with care; beside a kitchen window; in the evening, in a hurry. */
export const sceneLevels = ['mild', 'window', 'poor'] as const;
export type SceneLevel = (typeof sceneLevels)[number];

const wall = (center: number, width: number) =>
  spectrumOf((nm) => 0.25 + 0.6 * Math.exp(-4 * Math.LN2 * ((nm - center) / width) ** 2));
/** Walls that throw light back: red, green, blue, and the color of wood. */
const walls = [
  wall(640, 160),
  wall(530, 110),
  wall(450, 120),
  spectrumOf((nm) => 0.2 + 0.5 / (1 + Math.exp(-(nm - 570) / 30))),
];

/** A lamp sold for its colors: a second phosphor fills in the red, so that its white is white. */
const goodLed: Light = {
  name: 'good LED',
  power: spectrumOf(
    (nm) =>
      0.62 * Math.exp(-4 * Math.LN2 * ((nm - 452) / 24) ** 2) +
      0.75 * Math.exp(-4 * Math.LN2 * ((nm - 548) / 110) ** 2) +
      0.62 * Math.exp(-4 * Math.LN2 * ((nm - 628) / 90) ** 2),
  ),
};

const lights: Readonly<Record<SceneLevel, readonly (() => Light)[]>> = {
  mild: [() => daylight(5500), () => daylight(6500), () => goodLed],
  window: [
    () => daylight(5000),
    () => daylight(7500),
    () => daylight(10_000),
    () => ledLight(598, 0.5, 130, '3500 K lamp, warm white LED'),
  ],
  poor: [
    () => planckLight(2700),
    () => planckLight(3000),
    () => ledLight(598, 0.5, 130, '3500 K lamp, warm white LED'),
    () => ledLight(565, 1.35, 88, 'poor LED, cold white'),
  ],
};

/** A scene of a level by chance, but for its card, amount and size. */
export function sceneOfLevel(
  level: SceneLevel,
  about: Pick<Scene, 'card' | 'amount' | 'width' | 'height'>,
  random: SeededRandom,
): Scene {
  const how = sceneLevels.indexOf(level);
  const of = lights[level];
  const camera: CameraSetup = anyCamera(random);
  const sideStrength = [0, 0.12, 0.3][how]! * random.next();
  return {
    ...about,
    light: of[Math.floor(random.next() * of.length)]!(),
    camera: {
      ...camera,
      noise: camera.noise * (1 + how),
      exposure: camera.exposure * (1 - 0.2 * how * random.next()),
      filters: [random.spread(3 + 2 * how), random.spread(3 + 2 * how), random.spread(3 + 2 * how)],
    },
    gradient: random.spread(0.06 + 0.09 * how),
    glare: (0.2 + 0.2 * how) * random.next(),
    withCard: true,
    withGray: true,
    random,
    print: anyPrint(random, [0.5, 0.9, 1.3][how]!),
    picture: anyPicture(random, [0.4, 1, 1.7][how]!),
    layout: anyLayout(random, how),
    side: {
      strength: sideStrength,
      wall: walls[Math.floor(random.next() * walls.length)]!,
      from: random.next() < 0.5 ? 'left' : 'right',
    },
    glass: { edges: 0.15 + 0.4 * random.next(), turbidity: 0.06 * how * random.next() },
  };
}
