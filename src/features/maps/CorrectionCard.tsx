import { inSentence } from '@/core/units';
import type { Draft } from 'immer';
import { useState } from 'react';
import { View } from 'react-native';
import { useSaid } from '@/data/session/useSaid';
import type { Activation, Correction } from '@/core/correction';
import { correctionDefinition, TARGET_TEXT } from '@/core/correction/schema';
import { AXES } from '@/core/map';
import { edit } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { IconButton } from '@/ui/button/IconButton';
import { Thumbnail } from '@/ui/grid';
import { Card, Message, StateMark } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { ActivationFields } from './ActivationFields';

interface Props {
  correction: Correction;
  onOpen: () => void;
  /** Null at the ends of the list. */
  onUp: (() => void) | null;
  onDown: (() => void) | null;
}

const VERBS = { multiply: 'multiplied by', add: 'raised by', replace: 'replaced by' } as const;

/** One correction: what it does in a sentence, when it acts, and its place in the order. */
export function CorrectionCard({ correction, onOpen, onUp, onDown }: Props) {
  const [changing, setChanging] = useState(false);
  const { id, name, enabled, activation } = correction;
  const { caution } = useSaid(`corrections.${id}`);
  const change = (label: string, recipe: (into: Draft<Correction>) => void) =>
    edit(label, (draft) => {
      const into = draft.corrections.find((other) => other.id === id);
      if (into !== undefined) recipe(into);
    });
  const remove = () =>
    edit(`Remove ${name}`, (draft) => {
      draft.corrections = draft.corrections.filter((other) => other.id !== id);
    });
  return (
    <Card title={name} aside={<IconButton icon="delete-outline" label={`Remove ${name}`} onPress={remove} />}>
      <View style={{ flexDirection: 'row', gap: SPACE.m, alignItems: 'center' }}>
        <Thumbnail map={correction.map} width={56} height={40} />
        <Text style={{ flex: 1 }}>{correctionWords(correction)}</Text>
      </View>
      {caution === null ? null : <Message tone="warning">{caution}</Message>}
      <StateMark tone={enabled ? 'good' : 'plain'} label={enabled ? 'On' : 'Off: it changes nothing'} />
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button
          label="Open its map"
          accessibilityLabel={`Open the map of ${name}`}
          icon="arrow-right"
          onPress={onOpen}
        />
        <Button
          label={enabled ? 'Switch off' : 'Switch on'}
          accessibilityLabel={`Switch ${name} ${enabled ? 'off' : 'on'}`}
          onPress={() =>
            change(`${name} ${enabled ? 'off' : 'on'}`, (into) => {
              into.enabled = !enabled;
            })
          }
        />
        <Button
          label={changing ? 'Done' : 'When it acts'}
          accessibilityLabel={changing ? `Done with ${name}` : `When ${name} acts`}
          icon={changing ? 'check' : 'pencil-outline'}
          onPress={() => setChanging(!changing)}
        />
        {onUp === null ? null : <IconButton icon="arrow-up" label={`Move ${name} up`} onPress={onUp} />}
        {onDown === null ? null : (
          <IconButton icon="arrow-down" label={`Move ${name} down`} onPress={onDown} />
        )}
      </View>
      {changing ? (
        <ActivationFields
          name={name}
          activation={activation}
          onChange={(next) =>
            change(`When ${name} acts`, (into) => {
              into.activation = next;
            })
          }
        />
      ) : null}
    </Card>
  );
}

/** A correction in a sentence. */
export function correctionWords(correction: Correction): string {
  const { on, operation, x, y, activation } = correction;
  const { unit } = correctionDefinition(correction);
  const over =
    y === null ? inSentence(AXES[x].label) : `${inSentence(AXES[x].label)} and ${inSentence(AXES[y].label)}`;
  const cells = unit === '' || unit === '×' ? 'a map' : `a map in ${unit}`;
  return `${TARGET_TEXT[on]} is ${VERBS[operation]} ${cells} over ${over}, ${activationWords(activation)}.`;
}

function activationWords(activation: Activation | null): string {
  if (activation === null) return 'always';
  const { channel, comparison, threshold, hysteresis, delayS } = activation;
  const { label, unit } = AXES[channel];
  const back = comparison === 'above' ? threshold - hysteresis : threshold + hysteresis;
  const wait = delayS === 0 ? '' : ` for ${delayS} s`;
  return `with ${inSentence(label)} ${comparison} ${threshold} ${unit}${wait}, until ${comparison === 'above' ? 'below' : 'above'} ${back} ${unit}`
    .replace(/ +/g, ' ')
    .replace(/ ,/g, ',')
    .trim();
}
