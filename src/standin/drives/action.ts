/** What a driver does at a time; a drive is a list of them. Plain data. */
export type Action =
  | { readonly do: 'start' }
  | { readonly do: 'idle'; readonly forS: number; readonly loadsA?: number }
  | { readonly do: 'rev'; readonly rpm: number; readonly forS: number }
  | { readonly do: 'moveOff' }
  | { readonly do: 'cruise'; readonly gear: number; readonly kmPerH: number; readonly forS: number }
  | { readonly do: 'pull'; readonly gear: number; readonly pedal: number; readonly toRpm: number }
  | { readonly do: 'lift'; readonly toRpm: number }
  | { readonly do: 'brake'; readonly toKmPerH: number }
  | { readonly do: 'hold'; readonly rpm: number; readonly pedal: number; readonly forS: number }
  | {
      readonly do: 'sweep';
      readonly fromRpm: number;
      readonly toRpm: number;
      readonly pedal: number;
      readonly forS: number;
    }
  | { readonly do: 'off'; readonly forS: number };
