import type { ChannelId } from '../channel';

/** How often a sensor is read: at every firing, with the outputs, or as what moves slowly. */
export type InputPace = 'firing' | 'outputs' | 'slow';

interface InputInfo {
  readonly channel: ChannelId;
  readonly pace: InputPace;
  /** The channel of what arrives at its pin. */
  readonly volts?: ChannelId;
}

/** Each sensor that the engine computer reads, and the channel it fills; the quickest first. */
export const INPUTS = {
  map: { channel: 'manifoldPressure', pace: 'firing', volts: 'mapVolts' },
  throttle: { channel: 'throttle', pace: 'firing', volts: 'throttleVolts' },
  lambdaOne: { channel: 'lambdaOne', pace: 'outputs', volts: 'lambdaOneVolts' },
  lambdaTwo: { channel: 'lambdaTwo', pace: 'outputs', volts: 'lambdaTwoVolts' },
  fuelPressure: { channel: 'fuelPressure', pace: 'outputs', volts: 'fuelPressureVolts' },
  oilPressure: { channel: 'oilPressure', pace: 'outputs', volts: 'oilPressureVolts' },
  launchSwitch: { channel: 'launchSwitch', pace: 'outputs' },
  shiftSwitch: { channel: 'shiftSwitch', pace: 'outputs' },
  retardSwitch: { channel: 'retardSwitch', pace: 'outputs' },
  coolant: { channel: 'coolant', pace: 'slow', volts: 'coolantVolts' },
  air: { channel: 'air', pace: 'slow', volts: 'airVolts' },
  ethanol: { channel: 'ethanol', pace: 'slow' },
  vehicleSpeed: { channel: 'vehicleSpeed', pace: 'slow' },
  gear: { channel: 'gear', pace: 'slow' },
} as const satisfies Record<string, InputInfo>;

/** Switches, and load cells that are used as such. */
export const SWITCH_IDS = ['launchSwitch', 'shiftSwitch', 'retardSwitch'] as const;

export type SwitchId = (typeof SWITCH_IDS)[number];

export function isSwitch(id: string): id is SwitchId {
  return (SWITCH_IDS as readonly string[]).includes(id);
}

/** A sensor that the engine computer reads. */
export type InputId = keyof typeof INPUTS;

/** Every sensor that the engine computer reads. */
export const INPUT_IDS = Object.keys(INPUTS) as readonly InputId[];

/** How many inputs, from the first on, are read at each pace. */
export type InputCounts = Readonly<Record<InputPace, number>>;

/** How many of these inputs, in the order of {@link INPUTS}, are read at each pace. */
export function inputCounts(ids: readonly InputId[]): InputCounts {
  const slowerThan = (paces: readonly InputPace[]) => {
    const found = ids.findIndex((id) => !paces.includes(INPUTS[id].pace));
    return found < 0 ? ids.length : found;
  };
  return {
    firing: slowerThan(['firing']),
    outputs: slowerThan(['firing', 'outputs']),
    slow: ids.length,
  };
}
