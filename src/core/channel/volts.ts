import type { ChannelInfo } from './channelInfo';

type Volts<Id extends string> = `${Id}Volts`;

/** For each sensor the channel of what arrives at its pin, V. @param labels of the sensors, by the start of the channel’s id. */
export function volts<Id extends string>(
  labels: Readonly<Record<Id, string>>,
): Record<Volts<Id>, Omit<ChannelInfo, 'axis' | 'correction' | 'codes' | 'output' | 'cylinder'>> {
  const entries = Object.entries<string>(labels).map(([id, label]) => {
    const column = label.toLowerCase().replaceAll(' ', '_');
    const info: ChannelInfo = {
      label: `${label} at the pin`,
      quantity: 'voltage',
      min: 0,
      max: 5,
      decimals: 3,
      group: 'electrical',
      origin: 'sensor',
      logColumn: `${column}_v`,
      rest: NaN,
      onRequest: true,
    };
    return [`${id}Volts`, info];
  });
  return Object.fromEntries(entries) as ReturnType<typeof volts<Id>>;
}
