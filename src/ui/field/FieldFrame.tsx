import type { ReactNode } from 'react';
import { View } from 'react-native';
import { Icon } from '../icon/Icon';
import { IconButton } from '../button/IconButton';
import { Text } from '../text/Text';
import { SPACE, useSizes, useRoles } from '../theme';
import type { Source } from '@/core/field';
import { SourceLink } from './SourceLink';

interface Props {
  label: string;
  /** Where the value comes from; null while there is none. */
  source: Source | null;
  onSource: () => void;
  onHelp: () => void;
  /** What is wrong: a sentence. */
  error?: string | null;
  errorId?: string;
  /** What is unwise, though it may stand: a sentence. */
  caution?: string | null;
  /** What follows from what was typed, such as the value in other units. */
  derived?: string | null;
  children: ReactNode;
}

/** What every field has around its box: name, help, source, and what is wrong with it. */
export function FieldFrame({
  label,
  source,
  onSource,
  onHelp,
  error,
  errorId,
  caution,
  derived,
  children,
}: Props) {
  const roles = useRoles();
  const { target } = useSizes();
  return (
    <View style={{ gap: SPACE.xs }}>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', minHeight: target - 8 }}>
        <Text kind="strong" style={{ flexShrink: 1 }}>
          {label}
        </Text>
        <IconButton quiet icon="help-circle-outline" label={`About ${label}`} onPress={onHelp} />
        <View style={{ flex: 1 }} />
        {source === null ? (
          <Text kind="small" colour="muted">
            Empty
          </Text>
        ) : (
          <SourceLink label={label} source={source} onPress={onSource} />
        )}
      </View>
      {children}
      {error === null || error === undefined ? null : (
        <View
          {...(errorId === undefined ? {} : { id: errorId })}
          role="alert"
          style={{ flexDirection: 'row', gap: SPACE.xs }}
        >
          <Icon name="alert-circle-outline" size={16} color={roles.error} />
          <Text kind="small" colour="error" style={{ flex: 1 }}>
            {error}
          </Text>
        </View>
      )}
      {caution === null || caution === undefined ? null : (
        <View role="status" style={{ flexDirection: 'row', gap: SPACE.xs }}>
          <Icon name="alert-outline" size={16} color={roles.warning} />
          <Text kind="small" colour="warning" style={{ flex: 1 }}>
            {caution}
          </Text>
        </View>
      )}
      {derived === null || derived === undefined ? null : (
        <Text kind="small" colour="muted">
          {derived}
        </Text>
      )}
    </View>
  );
}
