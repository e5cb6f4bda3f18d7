import { View } from 'react-native';
import { Text } from '../text/Text';
import { CORNER, FONT, SIZE, SPACE, useRoles } from '../theme';

interface Props {
  label: string;
  /** With its decimals; a dash where nothing is known. */
  value: string;
  unit: string;
  /** What it should be, or what else belongs to it. */
  detail?: string | undefined;
  tone?: 'plain' | 'warning' | 'error';
}

/** A live number, large enough to be read from a step away. */
export function FigureTile({ label, value, unit, detail, tone = 'plain' }: Props) {
  const roles = useRoles();
  const colour = tone === 'plain' ? 'text' : tone;
  return (
    <View
      role="group"
      aria-label={`${label}: ${value} ${unit}${detail === undefined ? '' : `, ${detail}`}`}
      style={{
        flexGrow: 1,
        flexBasis: '45%',
        minWidth: 0,
        padding: SPACE.m,
        borderRadius: CORNER.field,
        borderWidth: 1,
        borderLeftWidth: tone === 'plain' ? 1 : 4,
        borderColor: tone === 'plain' ? roles.line : roles[tone],
        backgroundColor: roles.surface,
      }}
    >
      <Text kind="small" colour="muted">
        {label}
      </Text>
      <View style={{ flexDirection: 'row', alignItems: 'baseline', gap: SPACE.xs }}>
        <Text
          colour={colour}
          numberOfLines={1}
          style={{
            fontFamily: FONT.number,
            fontSize: SIZE.live,
            lineHeight: SIZE.live + 4,
            fontVariant: ['tabular-nums'],
          }}
        >
          {value}
        </Text>
        <Text kind="small" colour="muted">
          {unit}
        </Text>
      </View>
      <Text kind="small" colour={colour === 'text' ? 'muted' : colour}>
        {detail ?? ' '}
      </Text>
    </View>
  );
}
