import { waterVolumeUnits } from '@hedge-lamp/core/waters';
import type { ToolField } from '../tool';

/** A field for a volume of water, in the units in which waters are measured. */
export const volumeField = (
  id: string,
  label: string,
  example: string,
  more: Partial<ToolField> = {},
): ToolField => ({
  id,
  label,
  kind: 'volume',
  unit: 'L',
  units: waterVolumeUnits,
  exact: true,
  example,
  ...more,
});
