import { point } from './interval';
import { formatReading } from './format-interval';

/**
 * A difference of temperature in the unit that is seen, rounded down to a half: it is always said as the most there may
 * be. 1 °C apart is 1.8 °F apart.
 * @param celsius difference, K; 0 or more
 * @param unit `°C` or `°F`
 * @example degreesApart(2, '°F') // '3.5 °F'
 */
export function degreesApart(celsius: number, unit: string): string {
  const apart = unit === '°F' ? Math.floor(celsius * 1.8 * 2 + 1e-9) / 2 : celsius;
  return `${formatReading(point(apart))} ${unit}`;
}
