import type { AxisChannel } from '@/core/map';
import type { QuantityId } from '@/core/units';

/** How a number of each channel is typed: its quantity and base unit. */
export const CHANNEL_QUANTITY: Readonly<
  Record<AxisChannel, { readonly quantity: QuantityId; readonly unit: string }>
> = {
  speed: { quantity: 'rotationalSpeed', unit: 'rev/min' },
  manifoldPressure: { quantity: 'pressureAbsolute', unit: 'kPaAbs' },
  throttle: { quantity: 'percentage', unit: '%' },
  throttleRate: { quantity: 'throttleRate', unit: '%/s' },
  airFlow: { quantity: 'airFlow', unit: 'g/s' },
  coolant: { quantity: 'temperature', unit: 'degC' },
  air: { quantity: 'temperature', unit: 'degC' },
  battery: { quantity: 'voltage', unit: 'V' },
  ethanol: { quantity: 'percentage', unit: '%' },
  gear: { quantity: 'count', unit: '1' },
  cylinder: { quantity: 'count', unit: '1' },
  turns: { quantity: 'count', unit: '1' },
};
