import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { baseValue, type Calibration } from '@/core/calibration';
import { deadTimeAtS, loopGains, loopTrial } from '@/core/control';
import { loopDelayOf } from '@/core/generators';
import { MAP_DEFINITIONS } from '@/core/program';
import { formatNumber } from '@/core/units';
import { useDocumentLater } from '@/data/session/documentParts';
import { edit } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { LineChart } from '@/ui/chart';
import { AnchorBox } from '@/ui/field';
import { Card, StateMark, useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { GAIN_MAPS, type GainMap, putGain, putProposedGains } from './loopEdits';
import { trialWords } from './loopWords';

/** How much of the answer is drawn, in dead times and lags together. */
const SHOWN = 14;

/** A step under the gains there are, at an air flow of choice; a gain that is typed is tried at once. */
export function LoopTrialCard() {
  const document = useDocumentLater();
  const [chosen, setChosen] = useState(1);
  const { loopProportional, loopIntegral } = document.maps;
  const known = (['delayFixed', 'delayAir', 'lag'] as const).every(
    (key) => baseValue(document, `closedLoop.${key}`) !== null,
  );
  if (loopProportional === null || loopIntegral === null || !known) {
    return (
      <Card title="Step trial">
        <Text colour="muted">
          With the loop on, its delay typed and its gains proposed, a step of the mixture is tried here.
        </Text>
      </Card>
    );
  }
  const flows = loopProportional.x;
  const at = Math.min(chosen, flows.length - 1);
  const gains: Gains = { loopProportional: loopProportional.values, loopIntegral: loopIntegral.values };
  return (
    <Card
      title="Step trial"
      intro="A settled mixture that is read 10 % lean from one moment to the next, and what the loop makes of it."
    >
      <Text kind="strong">Air flow, g/s</Text>
      <Chips
        label="Air flow, g/s"
        options={flows.map((flow, i) => ({ id: String(i), label: formatNumber(flow, flow < 10 ? 1 : 0) }))}
        value={String(at)}
        onChange={(id) => setChosen(Number(id))}
      />
      <Answer document={document} flow={flows[at] as number} at={at} gains={gains} />
    </Card>
  );
}

type Gains = Readonly<Record<GainMap, readonly number[]>>;

interface AnswerProps {
  document: Calibration;
  flow: number;
  at: number;
  gains: Gains;
}

function Answer({ document, flow, at, gains }: AnswerProps) {
  const wide = useWide();
  const delay = loopDelayOf(document);
  const deadS = deadTimeAtS(delay, flow);
  const { lagS } = delay;
  const proportional = gains.loopProportional[at] ?? 0;
  const integralPerS = gains.loopIntegral[at] ?? 0;
  // A loop that swings is followed for a minute of its time: once for each change of a number.
  const trial = useMemo(
    () => loopTrial({ deadS, lagS }, { proportional, integralPerS }),
    [deadS, lagS, proportional, integralPerS],
  );
  const { tone, text } = trialWords(trial);
  const until = SHOWN * (deadS + lagS);
  const count = trial.timeS.findLastIndex((time) => time <= until) + 1;
  const proposed = loopGains(deadS, lagS);
  const same =
    Math.abs(proposed.proportional - proportional) < 0.006 &&
    Math.abs(proposed.integralPerS - integralPerS) < 0.006;
  const source = { kind: 'estimated', date: today(), note: 'From a step trial' } as const;
  return (
    <View style={{ gap: SPACE.m }}>
      <LineChart
        title="Lambda over its target, and the trim"
        x={trial.timeS.slice(0, count)}
        xLabel="s"
        yLabel=""
        decimals={2}
        height={210}
        series={[
          { id: 'lambda', label: 'Lambda', values: trial.lambda.slice(0, count) },
          { id: 'trim', label: 'Trim', values: trial.trim.slice(0, count), dash: '6 4' },
        ]}
        named
      />
      <View role="status">
        <StateMark tone={tone} label={text} />
      </View>
      <Text kind="small" colour="muted">
        {`Lambda is read after ${formatNumber(1000 * deadS, 0)} ms at ${formatNumber(flow, 1)} g/s, with a lag of ${formatNumber(1000 * lagS, 0)} ms.`}
      </Text>
      <View style={{ flexDirection: wide ? 'row' : 'column', flexWrap: 'wrap', gap: SPACE.m }}>
        {GAIN_MAPS.map((id) => (
          <AnchorBox
            key={`${id}-${at}`}
            anchor={{ id: `${id}-${at}`, ...gainAnchor(id) }}
            value={gains[id][at] ?? 0}
            onChange={(gain) =>
              edit(`Change ${MAP_DEFINITIONS[id].label} at ${formatNumber(flow, 1)} g/s`, (draft) =>
                putGain(draft as Calibration, id, at, gain, source),
              )
            }
          />
        ))}
      </View>
      {same ? (
        <Text colour="good">These are the gains that the delay allows.</Text>
      ) : (
        <View style={{ gap: SPACE.s }}>
          <Text>
            {`The delay allows ${formatNumber(proposed.proportional, 2)} at once and ${formatNumber(proposed.integralPerS, 2)} each second here.`}
          </Text>
          <View style={{ flexDirection: 'row' }}>
            <Button
              label="Take the proposed gains"
              icon="auto-fix"
              kind="primary"
              onPress={() =>
                edit('Take the proposed loop gains', (draft) => putProposedGains(draft as Calibration))
              }
            />
          </View>
        </View>
      )}
    </View>
  );
}

/** What a gain may be, by its map. */
function gainAnchor(id: GainMap) {
  const { label, unit, min, max, decimals } = MAP_DEFINITIONS[id];
  return { label, unit, min, max, decimals, computed: 0, why: '' };
}
