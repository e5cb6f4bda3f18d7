import { useMemo } from 'react';
import { delayAtS, type LogFit } from '@/core/log';
import { formatNumber } from '@/core/units';
import { PatternChart } from '@/ui/chart';
import { Text } from '@/ui/text/Text';

const HEIGHT = 170;
const POINTS = 40;
/** A curve that hangs on one flow is no curve. */
const FEWEST = 2;

/** How late lambda is read by the flow of air: what each flow says by itself, and the curve that is taken. */
export function DelayChart({ fit }: { fit: LogFit }) {
  const [seen = []] = fit.delaysSeen;
  const [delay] = fit.delays;
  const drawn = useMemo(() => {
    if (delay === undefined || seen.length < FEWEST) return null;
    const flows = seen.map(({ flowGPerS }) => flowGPerS);
    const [least, most] = [0.8 * Math.min(...flows), 1.1 * Math.max(...flows)];
    return {
      found: seen.map(({ flowGPerS, delayS, fromS, toS }) => ({
        x: flowGPerS,
        y: delayS,
        weight: 1,
        from: fromS,
        to: toS,
      })),
      pattern: Array.from({ length: POINTS }, (_, i) => {
        const x = least + ((most - least) * i) / (POINTS - 1);
        return { x, y: delayAtS(delay, x) };
      }),
    };
  }, [seen, delay]);
  if (drawn === null) {
    return (
      <Text kind="small" colour="muted">
        Too little changes in it to see the delay flow by flow: what is usual has its part in it. Steps of the
        throttle at several speeds would show it.
      </Text>
    );
  }
  const far = Math.max(...drawn.found.map(({ x, y }) => Math.abs(y - delayAtS(delay ?? NEVER, x))));
  return (
    <PatternChart
      title="How late lambda is read"
      xLabel="Air, g/s"
      yLabel="Delay, s"
      description={`Delay seen at ${drawn.found.length} flows of air with how far each may be off, and the curve that is taken through them; the furthest lies ${formatNumber(far, 2)} s from it.`}
      height={HEIGHT}
      found={drawn.found}
      pattern={drawn.pattern}
    />
  );
}

const NEVER = { fixedS: NaN, airG: NaN };
