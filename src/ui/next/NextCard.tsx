import { View } from 'react-native';
import { Button } from '../button/Button';
import { Text } from '../text/Text';
import { CORNER, SPACE, useRoles } from '../theme';
import { leftWords } from './leftWords';

interface Props {
  /** The step that is next. */
  label: string;
  why: string;
  /** What is still to do in it, by name. */
  left: readonly string[];
  /** How far it has come, in words. */
  progress: string;
  /** Beside a list: less is said. */
  compact?: boolean;
  onGo: () => void;
  onAll: () => void;
  onHide: () => void;
}

/** What is next on a calibration, and why; it can be hidden. */
export function NextCard({ label, why, left, progress, compact = false, onGo, onAll, onHide }: Props) {
  const roles = useRoles();
  return (
    <View
      role="region"
      aria-label="What is next"
      style={{
        gap: SPACE.s,
        padding: compact ? SPACE.m : SPACE.l,
        borderRadius: CORNER.field,
        borderWidth: 1,
        borderLeftWidth: 4,
        borderColor: roles.line,
        borderLeftColor: roles.accent,
        backgroundColor: roles.surface,
      }}
    >
      <Text kind="small" colour="muted">
        {`Next, ${progress}`}
      </Text>
      <Text kind="strong">{label}</Text>
      {compact ? null : <Text>{why}</Text>}
      <Text kind="small" colour="muted">
        {leftWords(left)}
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button
          label="Go on"
          accessibilityLabel={`Go on with ${label}`}
          kind="primary"
          icon="arrow-right"
          onPress={onGo}
        />
        <Button label="All steps" kind="plain" onPress={onAll} />
        <Button label="Hide" kind="plain" accessibilityLabel="Hide what is next" onPress={onHide} />
      </View>
    </View>
  );
}
