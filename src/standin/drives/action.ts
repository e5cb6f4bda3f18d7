import type { InputId } from '@/core/sensors';

/** What a driver does at a time; a drive is a list of them. Plain data. */
export type Action =
  /** From the key to the starter it waits so long, s: usually as long as the pump takes. */
  | { readonly do: 'start'; readonly keyS?: number }
  | { readonly do: 'idle'; readonly forS: number; readonly loadsA?: number }
  | { readonly do: 'rev'; readonly rpm: number; readonly forS: number }
  | { readonly do: 'moveOff' }
  | { readonly do: 'cruise'; readonly gear: number; readonly kmPerH: number; readonly forS: number }
  | { readonly do: 'pull'; readonly gear: number; readonly pedal: number; readonly toRpm: number }
  /** The foot stays down in a gear for a time, whatever the engine does. */
  | { readonly do: 'press'; readonly gear: number; readonly pedal: number; readonly forS: number }
  /** Clutch and launch switch held, foot down; then off the line, the switch held until the car moves. */
  | { readonly do: 'launch'; readonly pedal: number; readonly forS: number }
  /** The next gear with the foot down: lever with its switch, a dip of the clutch. */
  | { readonly do: 'flatShift'; readonly gear: number; readonly pedal: number }
  /** Bypass or wastegate sticks, shut. */
  | { readonly do: 'stickShut' }
  /** Somebody pulls the plug of a sensor. */
  | { readonly do: 'unplug'; readonly sensor: InputId }
  | { readonly do: 'lift'; readonly toRpm: number }
  | { readonly do: 'brake'; readonly toKmPerH: number }
  | { readonly do: 'hold'; readonly rpm: number; readonly pedal: number; readonly forS: number }
  /** At a held speed the foot goes down slowly, and stays. */
  | {
      readonly do: 'open';
      readonly rpm: number;
      readonly pedal: number;
      readonly inS: number;
      readonly forS: number;
    }
  | {
      readonly do: 'sweep';
      readonly fromRpm: number;
      readonly toRpm: number;
      readonly pedal: number;
      readonly forS: number;
    }
  | { readonly do: 'off'; readonly forS: number };
