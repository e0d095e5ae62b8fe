import type { ParameterId } from '@hedge-lamp/core/parameters';
import { useLocalStorage } from '@vueuse/core';

/** The method that was run last for each parameter, by whoever uses this device. */
export const useTakenMethods = () =>
  useLocalStorage<Partial<Record<ParameterId, string>>>('hedge-lamp.taken-methods', {});
