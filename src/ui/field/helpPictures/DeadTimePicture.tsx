import { Line, Path } from 'react-native-svg';
import { useRoles } from '../../theme';
import { Drawing, Words } from './Drawing';

/** When current begins and ends, and between which moments the needle moves, px. */
const CURRENT = { from: 36, to: 208 } as const;
const NEEDLE = { opens: 92, open: 112, shuts: 226, shut: 246 } as const;
/** What is lost as it opens, and gained back as it shuts: to the middle of its way. */
const LAGS = [
  { says: 'lost', from: CURRENT.from, to: (NEEDLE.opens + NEEDLE.open) / 2 },
  { says: 'gained back', from: CURRENT.to, to: (NEEDLE.shuts + NEEDLE.shut) / 2 },
] as const;

/** One opening of an injector: current at once, fuel only when the needle has moved. */
export function DeadTimePicture() {
  const roles = useRoles();
  const line = { fill: 'none', strokeWidth: 3 } as const;
  return (
    <Drawing
      height={188}
      says="One opening of an injector. Current flows at once; the needle moves some time later, so fuel is lost, and shuts some time after the current has ended, so a little is gained back. Dead time is what is lost less what is gained back: longer with less voltage and with more fuel pressure."
    >
      <Path
        d={`M12,62 H${CURRENT.from} V28 H${CURRENT.to} V62 H308`}
        stroke={roles.steel}
        strokeDasharray="7 4"
        {...line}
      />
      <Path
        d={`M12,126 H${NEEDLE.opens} L${NEEDLE.open},92 H${NEEDLE.shuts} L${NEEDLE.shut},126 H308`}
        stroke={roles.accent}
        {...line}
      />
      <Words x={12} y={18} colour="steel">
        current
      </Words>
      <Words x={CURRENT.from + 8} y={88} colour="accent">
        needle
      </Words>
      <Words x={168} y={114} anchor="middle" colour="muted">
        fuel flows
      </Words>
      {LAGS.map(({ says, from, to }) => (
        <Lag key={says} says={says} from={from} to={to} />
      ))}
      <Words x={12} y={182}>
        Dead time is what is lost, less what is gained back.
      </Words>
    </Drawing>
  );
}

/** One of the two times between current and needle. */
function Lag({ says, from, to }: { says: string; from: number; to: number }) {
  const roles = useRoles();
  return (
    <>
      {[from, to].map((x) => (
        <Line key={x} x1={x} x2={x} y1={28} y2={144} stroke={roles.muted} />
      ))}
      <Line x1={from} x2={to} y1={140} y2={140} stroke={roles.text} strokeWidth={2} />
      <Words x={from} y={159}>
        {says}
      </Words>
    </>
  );
}
