import { View } from 'react-native';
import { Chips } from '@/ui/button/Chips';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

interface Props {
  label: string;
  options: readonly { readonly id: string; readonly label: string }[];
  value: string | null;
  onChange: (id: string) => void;
}

/** One of a few, with what is chosen written over them. */
export function Choice({ label, options, value, onChange }: Props) {
  return (
    <View style={{ gap: SPACE.xs }}>
      <Text kind="small" colour="muted">
        {label}
      </Text>
      <Chips label={label} options={options} value={value} onChange={onChange} />
    </View>
  );
}
