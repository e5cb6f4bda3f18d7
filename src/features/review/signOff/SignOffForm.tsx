import { useState } from 'react';
import { View } from 'react-native';
import type { Calibration } from '@/core/calibration';
import { covered, type LedgerEntry, reviewed, withSignOff } from '@/core/checks';
import { MAX_REASON, MAX_SIGNER } from '@/core/review';
import { usePreference } from '@/data/preferences';
import { keepState } from '@/data/session/keptEdit';
import { edit } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { TextBox } from '@/ui/field/TextBox';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { coverWords, dayWords, guessWords } from './signOffWords';

interface Props {
  document: Calibration;
  /** What the engine lives on and nobody vouches for. */
  guesses: readonly LedgerEntry[];
  /** It was signed before. */
  again: boolean;
}

const asText = (text: string | null): string => text ?? '';

/** What is about to be signed, by whom, and the button that does. */
export function SignOffForm({ document, guesses, again }: Props) {
  const [lastName, keepName] = usePreference('signer', asText, asText);
  const [typed, setName] = useState<string | null>(null);
  const [note, setNote] = useState('');
  const name = (typed ?? lastName).trim();
  const date = today();
  const { open, accepted } = reviewed(document);
  const advised = open.filter(({ severity }) => severity === 'advises').length;
  const sign = () => {
    keepName(name);
    const review = withSignOff(document, { name, note: note.trim(), date });
    edit(`sign-off by ${name}`, (draft) => {
      draft.review = review;
    });
    void keepState(`Signed by ${name}`);
  };
  return (
    <Card title={again ? 'Sign it anew' : 'Ready for the first start'}>
      <Text>{`This covers ${coverWords(covered(document))}, as they are on ${dayWords(date)}. Nothing is empty, nothing stands in the way, and ${acceptedWords(accepted.length)}.`}</Text>
      {guesses.length === 0 ? null : (
        <Text colour="warning">{guessWords(guesses.map(({ label }) => label))}</Text>
      )}
      {advised === 0 ? null : (
        <Text colour="muted">{`${advised === 1 ? 'One piece of advice stays' : `${advised} pieces of advice stay`} open.`}</Text>
      )}
      <View style={{ gap: SPACE.xs }}>
        <Text kind="strong">Your name</Text>
        <TextBox label="Your name" value={typed ?? lastName} maxLength={MAX_SIGNER} onChangeText={setName} />
      </View>
      <View style={{ gap: SPACE.xs }}>
        <Text kind="strong">Note, if any</Text>
        <TextBox label="Note, if any" value={note} maxLength={MAX_REASON} lines={3} onChangeText={setNote} />
      </View>
      <View style={{ flexDirection: 'row' }}>
        <Button label="Sign" kind="primary" icon="pencil-outline" disabled={name === ''} onPress={sign} />
      </View>
    </Card>
  );
}

function acceptedWords(count: number): string {
  if (count === 0) return 'nothing unwise was found';
  return count === 1 ? 'the one unwise thing is accepted' : `the ${count} unwise things are accepted`;
}
