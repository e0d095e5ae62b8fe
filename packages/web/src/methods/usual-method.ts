import type { Method } from '@hedge-lamp/core/methods';
import type { ParameterId } from '@hedge-lamp/core/parameters';
import { useKits } from './kits-store';
import { useMethods } from './methods-store';
import { useTakenMethods } from './taken-methods';

/**
 * The method that this keeper takes for a parameter: of those in their kits the one taken last, else the first; without
 * a kit the one taken last, else the first of those that ship. A strip is asked for by name.
 */
export function useUsualMethod() {
  const methods = useMethods();
  const kits = useKits();
  const taken = useTakenMethods();
  return (parameter: ParameterId): Method | undefined => {
    const fitting = methods.all.filter((m) => m.parameter === parameter && m.result.by !== 'strip');
    const inKits = fitting.filter((m) => kits.kitsFor(m.id).length > 0);
    const from = inKits.length > 0 ? inKits : fitting;
    return from.find((m) => m.id === taken.value[parameter]) ?? from[0];
  };
}
