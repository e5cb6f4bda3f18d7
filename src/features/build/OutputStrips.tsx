import { outputStates } from '@/core/control';
import { chatterCount, isSwitched, onStretches, type Output, type Sweep } from '@/core/outputs';
import { LaneChart } from '@/ui/chart';
import { Card, StateMark } from '@/ui/layout';
import { Text } from '@/ui/text/Text';

/** When each output would be on over a made-up run; one that flutters is pointed out. */
export function OutputStrips({ outputs, sweep }: { outputs: readonly Output[]; sweep: Sweep }) {
  const switches = outputs.filter(isSwitched);
  const strips = switches.map((output) => ({
    output,
    stretches: onStretches(outputStates(output, sweep.frames), sweep.frames),
  }));
  const end = sweep.phases[sweep.phases.length - 1]?.toS ?? 60;
  const fluttering = strips.filter(({ stretches }) => chatterCount(stretches) > 0);
  return (
    <Card
      title="Over a run"
      intro="Simulated: key on, start, idle, a pull, gear changes, hot idle, cool-down."
    >
      {switches.length === 0 ? (
        <Text colour="muted">Drawn once there is an output with conditions.</Text>
      ) : (
        <LaneChart
          title={strips
            .map(({ output, stretches }) => `${output.name} on ${stretches.length} times`)
            .join(', ')}
          from={0}
          to={end}
          ticks={[0, Math.round(end / 4), Math.round(end / 2), Math.round((3 * end) / 4), end]}
          unit="s"
          grounds={sweep.phases.map(({ label, fromS, toS }) => ({ label, from: fromS, to: toS }))}
          lanes={strips.map(({ output, stretches }) => ({
            id: output.id,
            label: output.name,
            spans: stretches.map(({ fromS, toS }) => ({ from: fromS, to: toS, tone: 'accent', label: 'on' })),
          }))}
        />
      )}
      {fluttering.map(({ output, stretches }) => (
        <StateMark
          key={output.id}
          tone="warning"
          label={`${output.name} switches off and on again ${chatterCount(stretches)} times. Give it more hysteresis or a least time.`}
        />
      ))}
      {switches.length > 0 && fluttering.length === 0 ? (
        <Text kind="small" colour="muted">
          Nothing flutters.
        </Text>
      ) : null}
    </Card>
  );
}
