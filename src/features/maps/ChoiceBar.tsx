import { View } from 'react-native';
import { camCharacterOf, type GeneratorChoices } from '@/core/generators';
import { useDocument } from '@/data/session/session';
import { Chips } from '@/ui/button/Chips';
import { useWide } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

const CAUTION = [
  { id: 'first', label: 'First run', hint: 'Richer, less spark under load' },
  { id: 'proved', label: 'Proved engine', hint: 'No extra margin' },
] as const;
const CAMS = [
  { id: 'mild', label: 'Mild cams' },
  { id: 'sporting', label: 'Sporting cams' },
  { id: 'race', label: 'Race cams' },
] as const;
const USES = [
  { id: 'road', label: 'Road' },
  { id: 'sprint', label: 'Short runs' },
  { id: 'endurance', label: 'Long pulls' },
] as const;

interface Props {
  choices: GeneratorChoices;
  onChange: (part: Partial<GeneratorChoices>) => void;
}

/** The understood choices of the generators. The proposal below follows at once. */
export function ChoiceBar({ choices, onChange }: Props) {
  const document = useDocument();
  const wide = useWide();
  const said = camCharacterOf(document);
  const entered = document.cams.intakeOpens !== null || document.cams.intakeCentre !== null;
  return (
    <View
      style={
        wide
          ? {
              flexDirection: 'row',
              flexWrap: 'wrap',
              columnGap: SPACE.xl,
              rowGap: SPACE.s,
              alignItems: 'center',
            }
          : { gap: SPACE.s }
      }
    >
      <Chips
        label="Caution"
        options={CAUTION}
        value={choices.firstRun ? 'first' : 'proved'}
        onChange={(id) => onChange({ firstRun: id === 'first' })}
      />
      <Chips label="Cams" options={CAMS} value={choices.cams} onChange={(cams) => onChange({ cams })} />
      <Chips label="Use" options={USES} value={choices.use} onChange={(use) => onChange({ use })} />
      {entered && said !== choices.cams ? (
        <Text kind="small" colour="muted">{`The overlap of the cams as entered says: ${said}.`}</Text>
      ) : null}
    </View>
  );
}
