import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { downloadCalibration } from '@/data/files/download';
import { redo, undo, useSession } from '@/data/session/session';
import { IconButton } from '@/ui/button/IconButton';
import { CommandSheet, useCommandKeys, type Command } from '@/ui/command';
import { MAP_COMMANDS, MAP_STEP_COMMANDS } from '@/ui/command/mapKeys';
import { StateMark, useWide } from '@/ui/layout';
import { Heading } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';
import { LeaveSheet } from './LeaveSheet';
import { LightButton } from './LightButton';
import { LinkMark } from './LinkMark';

const SAVE_MARKS = {
  saved: {
    tone: 'good',
    label: 'Stored in this browser',
    short: 'Stored',
    icon: 'content-save-check-outline',
  },
  saving: { tone: 'plain', label: 'Storing', short: 'Storing', icon: 'sync' },
  unsaved: { tone: 'plain', label: 'Storing', short: 'Storing', icon: 'sync' },
  failed: { tone: 'error', label: 'Not stored', short: 'Not stored', icon: 'alert-circle-outline' },
} as const;

/** Name and state of the open calibration, undo and redo, the way out, and what is done to the whole document. */
export function TopBar() {
  const roles = useRoles();
  const wide = useWide();
  const router = useRouter();
  const [keysOpen, setKeysOpen] = useState(false);
  const [leaving, setLeaving] = useState(false);
  const history = useSession((session) => session.history);
  const saveState = useSession((session) => session.saveState);
  const back = history?.past[history.past.length - 1];
  const forward = history?.future[0];
  const canUndo = back !== undefined;
  const canRedo = forward !== undefined;

  const commands = useMemo<Command[]>(
    () => [
      { id: 'undo', label: 'Undo', keys: ['Ctrl+Z'], enabled: canUndo, run: undo },
      { id: 'redo', label: 'Redo', keys: ['Ctrl+Shift+Z', 'Ctrl+Y'], enabled: canRedo, run: redo },
      { id: 'keys', label: 'Show keys', keys: ['?'], run: () => setKeysOpen(true) },
    ],
    [canUndo, canRedo],
  );
  useCommandKeys(commands);
  if (history === null) return null;
  const mark = SAVE_MARKS[saveState];

  return (
    <View
      role="banner"
      style={{
        minHeight: 56,
        flexDirection: 'row',
        alignItems: 'center',
        paddingHorizontal: SPACE.xs,
        backgroundColor: roles.surface,
        borderBottomWidth: 1,
        borderColor: roles.line,
      }}
    >
      <IconButton
        icon="format-list-bulleted"
        label="All calibrations"
        onPress={() => (saveState === 'failed' ? setLeaving(true) : router.navigate('/'))}
      />
      <View
        style={{
          flex: 1,
          minWidth: 0,
          flexDirection: wide ? 'row' : 'column',
          gap: wide ? SPACE.l : 0,
          alignItems: wide ? 'center' : 'flex-start',
        }}
      >
        <Heading level={1} numberOfLines={1}>
          {history.document.name}
        </Heading>
        <View aria-live="polite" style={{ flexDirection: 'row', gap: SPACE.m }}>
          <StateMark tone={mark.tone} icon={mark.icon} label={wide ? mark.label : mark.short} />
          <LinkMark document={history.document} />
        </View>
      </View>
      <IconButton
        icon="undo-variant"
        label={back === undefined ? 'Undo' : `Undo: ${back.label}`}
        disabled={!canUndo}
        onPress={undo}
      />
      <IconButton
        icon="redo-variant"
        label={forward === undefined ? 'Redo' : `Redo: ${forward.label}`}
        disabled={!canRedo}
        onPress={redo}
      />
      <IconButton
        icon="download"
        label="Export as a file"
        onPress={() => downloadCalibration(history.document)}
      />
      {wide ? (
        <IconButton icon="keyboard-outline" label="Show keys" onPress={() => setKeysOpen(true)} />
      ) : null}
      <LightButton />
      <LeaveSheet
        open={leaving && saveState !== 'saved'}
        onClose={() => setLeaving(false)}
        onLeave={() => router.navigate('/')}
      />
      <CommandSheet
        open={keysOpen}
        onClose={() => setKeysOpen(false)}
        groups={[
          { title: 'Everywhere', commands },
          { title: 'In a map', commands: [...MAP_COMMANDS, ...MAP_STEP_COMMANDS] },
        ]}
      />
    </View>
  );
}
