import { baseUnit, inSentence } from '@/core/units';
import { outputPinFunction } from '@/core/calibration';
import { channelQuantity, CHANNELS, codesText, OUTPUT_CHANNELS } from '@/core/channel';
import { type Condition, isSwitched, loadWords, type Output, outputWords } from '@/core/outputs';
import { MAX_CONDITIONS, OUTPUT_CURRENT_A } from '@/core/outputs/schema';
import { outputFunction } from '@/core/pins';
import { useSaid } from '@/data/session/useSaid';
import type { Draft } from 'immer';
import { memo, useMemo, useState } from 'react';
import { View } from 'react-native';
import { edit, setDraft, useSession } from '@/data/session/session';
import { setSources, typedSource } from '@/data/session/useField';
import { Button } from '@/ui/button/Button';
import { Chips } from '@/ui/button/Chips';
import { IconButton } from '@/ui/button/IconButton';
import { ThresholdStrip } from '@/ui/chart';
import { NumberBox, type NumberBoxInfo, SourceLink, SourceSheet } from '@/ui/field';
import { Card, Message } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { NameBox } from './NameBox';
import { PinOf } from './PinOf';

const JOINS = [
  { id: 'and', label: 'All of them' },
  { id: 'or', label: 'Any of them' },
] as const;

const COMPARISONS = [
  { id: 'above', label: 'Above' },
  { id: 'below', label: 'Below' },
] as const;

const CHANNEL_CHOICES = OUTPUT_CHANNELS.map((id) => ({ id, label: CHANNELS[id].label }));

/** One output: name, pin, up to three conditions, and what it does to idle. */
export const OutputCard = memo(function OutputCard({ output }: { output: Output }) {
  const [changing, setChanging] = useState(false);
  const [sourcing, setSourcing] = useState(false);
  const { conflict } = useSaid(`outputs.${output.id}`);
  const wanted = useMemo(() => outputPinFunction(output), [output]);
  const change = (label: string, recipe: (into: Draft<Output>) => void) =>
    edit(label, (draft) => {
      const into = draft.outputs.find(({ id }) => id === output.id);
      if (into === undefined) return;
      recipe(into);
      into.source = typedSource();
    });
  const remove = () =>
    edit(`Remove ${inSentence(output.name)}`, (draft) => {
      draft.outputs = draft.outputs.filter(({ id }) => id !== output.id);
      draft.pins.assignments = draft.pins.assignments.filter(
        (entry) => entry.function !== outputFunction(output.id),
      );
    });
  return (
    <Card
      title={output.name}
      aside={<IconButton icon="delete-outline" label={`Remove ${output.name}`} onPress={remove} />}
    >
      <Text>{outputWords(output)}</Text>
      <Text kind="small" colour="muted">
        {loadWords(output)}
      </Text>
      <PinOf wanted={wanted} />
      {conflict === null ? null : <Message tone="error">{conflict}</Message>}
      <View style={{ flexDirection: 'row', justifyContent: 'space-between', flexWrap: 'wrap' }}>
        <Button
          label={changing ? 'Done' : 'Change'}
          accessibilityLabel={changing ? `Done with ${output.name}` : `Change ${output.name}`}
          icon={changing ? 'check' : 'pencil-outline'}
          onPress={() => setChanging(!changing)}
        />
        <SourceLink label={output.name} source={output.source} onPress={() => setSourcing(true)} />
      </View>
      {changing ? (
        <>
          <Load output={output} change={change} />
          <NameBox
            path={`outputs.${output.id}.name`}
            label={`Name of ${output.name}`}
            name={output.name}
            onDone={(name) => change(`Rename to ${name}`, (into) => (into.name = name))}
          />
          {isSwitched(output) ? (
            <Conditions output={output} change={change} />
          ) : output.pulsesPerTurn === null ? null : (
            <KeptNumber
              path={`outputs.${output.id}.pulsesPerTurn`}
              info={{
                label: `${output.name}: pulses a turn`,
                quantity: 'count',
                unit: '1',
                min: 0.5,
                max: 12,
              }}
              value={output.pulsesPerTurn}
              onChange={(pulses) =>
                change(`${output.name}: ${pulses} pulses a turn`, (into) => (into.pulsesPerTurn = pulses))
              }
            />
          )}
        </>
      ) : null}
      {sourcing ? (
        <SourceSheet
          label={output.name}
          source={output.source}
          onClose={() => setSourcing(false)}
          onChange={(kind, note) => setSources([`outputs.${output.id}`], output.name, kind, note)}
        />
      ) : null}
    </Card>
  );
});

interface ConditionsProps {
  output: Output;
  change: (label: string, recipe: (into: Draft<Output>) => void) => void;
}

const RELAYS = [
  { id: 'yes', label: 'Through a relay', hint: 'The pin carries the relay only' },
  { id: 'no', label: 'Straight on the pin', hint: 'The pin carries all of it' },
] as const;

/** What hangs on the output, and what of its current the pin carries. */
function Load({ output, change }: ConditionsProps) {
  const { name, currentA, throughRelay } = output;
  return (
    <View style={{ gap: SPACE.m }}>
      <KeptNumber
        path={`outputs.${output.id}.currentA`}
        info={{ label: `${name}: current`, quantity: 'current', unit: 'A', ...OUTPUT_CURRENT_A }}
        value={currentA ?? null}
        onChange={(amps) => change(`${name} draws ${amps} A`, (into) => (into.currentA = amps))}
      />
      <Chips
        label={`${name} is switched`}
        options={RELAYS}
        value={throughRelay === undefined ? null : throughRelay ? 'yes' : 'no'}
        onChange={(id) =>
          change(`${name}: ${id === 'yes' ? 'through a relay' : 'straight on the pin'}`, (into) => {
            into.throughRelay = id === 'yes';
          })
        }
      />
    </View>
  );
}

function Conditions({ output, change }: ConditionsProps) {
  const add = () =>
    change(`${output.name}: another condition`, (into) => {
      into.conditions.push({
        channel: 'speed',
        comparison: 'above',
        threshold: 3000,
        hysteresis: 200,
        minOnS: 0,
        minOffS: 0,
      });
    });
  return (
    <View style={{ gap: SPACE.m }}>
      {output.conditions.length > 1 ? (
        <View style={{ gap: SPACE.xs }}>
          <Text kind="small" colour="muted">
            It is on while these hold
          </Text>
          <Chips
            label={`${output.name} is on while`}
            options={JOINS}
            value={output.join}
            onChange={(join) => change(`${output.name}: ${join}`, (into) => (into.join = join))}
          />
        </View>
      ) : null}
      {output.conditions.map((condition, i) => (
        <ConditionFields
          key={i}
          path={`outputs.${output.id}.${i}`}
          name={`${output.name}, condition ${i + 1}`}
          condition={condition}
          onChange={(words, recipe) =>
            change(`${output.name}: ${words}`, (into) => {
              const target = into.conditions[i];
              if (target !== undefined) recipe(target);
            })
          }
          onRemove={() => change(`${output.name}: a condition less`, (into) => into.conditions.splice(i, 1))}
        />
      ))}
      {output.conditions.length < MAX_CONDITIONS ? (
        <View style={{ flexDirection: 'row' }}>
          <Button
            label="Add a condition"
            accessibilityLabel={`Add a condition to ${output.name}`}
            icon="plus"
            onPress={add}
          />
        </View>
      ) : null}
      <KeptNumber
        path={`outputs.${output.id}.raisesIdleRpm`}
        info={{
          label: `${output.name}: raises idle by`,
          quantity: 'rotationalSpeed',
          unit: 'rev/min',
          min: 0,
          max: 1000,
        }}
        value={output.raisesIdleRpm}
        onChange={(rpm) =>
          change(`${output.name} raises idle by ${rpm} rev/min`, (into) => (into.raisesIdleRpm = rpm))
        }
      />
      <KeptNumber
        path={`outputs.${output.id}.idleAirPercent`}
        info={{
          label: `${output.name}: idle valve opens by`,
          quantity: 'percentage',
          unit: '%',
          min: 0,
          max: 50,
        }}
        value={output.idleAirPercent ?? null}
        onChange={(percent) =>
          change(
            `${output.name} opens the idle valve by ${percent} %`,
            (into) => (into.idleAirPercent = percent),
          )
        }
      />
    </View>
  );
}

interface ConditionProps {
  path: `outputs.${string}`;
  name: string;
  condition: Condition;
  onChange: (words: string, recipe: (into: Draft<Condition>) => void) => void;
  onRemove: () => void;
}

function ConditionFields({ path, name, condition, onChange, onRemove }: ConditionProps) {
  const channel = CHANNELS[condition.channel];
  const codes = codesText(condition.channel);
  const seconds = { quantity: 'seconds', unit: 's', min: 0, max: 120 } as const;
  return (
    <View role="group" aria-label={name} style={{ gap: SPACE.s }}>
      <View style={{ flexDirection: 'row', alignItems: 'center' }}>
        <Text kind="strong" style={{ flex: 1 }}>
          {channel.label}
        </Text>
        <IconButton icon="close" label={`Remove ${inSentence(name)}`} onPress={onRemove} />
      </View>
      <Chips
        label={`${name}, channel`}
        options={CHANNEL_CHOICES}
        value={condition.channel}
        onChange={(id) =>
          onChange(CHANNELS[id].label, (into) => {
            const { min, max } = CHANNELS[id];
            into.channel = id;
            into.threshold = Math.min(max, Math.max(min, into.threshold));
          })
        }
      />
      <Chips
        label={`${name}, comparison`}
        options={COMPARISONS}
        value={condition.comparison}
        onChange={(comparison) => onChange(comparison, (into) => (into.comparison = comparison))}
      />
      <ThresholdStrip
        label={channel.label}
        unit={baseUnit(channel.quantity).label}
        min={channel.min}
        max={channel.max}
        comparison={condition.comparison}
        threshold={condition.threshold}
        letsGo={condition.threshold + (condition.comparison === 'above' ? -1 : 1) * condition.hysteresis}
      />
      {codes === null ? null : (
        <Text kind="small" colour="muted">
          {codes}
        </Text>
      )}
      <KeptNumber
        path={`${path}.threshold`}
        info={{
          label: `${name}: threshold`,
          ...channelQuantity(condition.channel),
          min: channel.min,
          max: channel.max,
        }}
        value={condition.threshold}
        onChange={(value) => onChange(`threshold ${value}`, (into) => (into.threshold = value))}
      />
      <KeptNumber
        path={`${path}.hysteresis`}
        info={{
          label: `${name}: hysteresis`,
          quantity: 'count',
          unit: '1',
          min: 0,
          max: channel.max - channel.min,
        }}
        value={condition.hysteresis}
        onChange={(value) => onChange(`hysteresis ${value}`, (into) => (into.hysteresis = value))}
      />
      <KeptNumber
        path={`${path}.minOnS`}
        info={{ label: `${name}: on for at least`, ...seconds }}
        value={condition.minOnS}
        onChange={(value) => onChange(`on for ${value} s`, (into) => (into.minOnS = value))}
      />
      <KeptNumber
        path={`${path}.minOffS`}
        info={{ label: `${name}: off for at least`, ...seconds }}
        value={condition.minOffS}
        onChange={(value) => onChange(`off for ${value} s`, (into) => (into.minOffS = value))}
      />
    </View>
  );
}

interface KeptNumberProps {
  /** Its place in the document. */
  path: `outputs.${string}`;
  info: NumberBoxInfo;
  /** Null while nobody has said. */
  value: number | null;
  onChange: (value: number) => void;
}

/** A number box whose half-typed text outlives its screen, as that of every field does. */
function KeptNumber({ path, ...props }: KeptNumberProps) {
  const draft = useSession((session) => session.drafts[path]);
  return <NumberBox {...props} draft={draft} onDraft={(text) => setDraft(path, text)} />;
}
