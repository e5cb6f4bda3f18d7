import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { redo, undo, useSession } from '@/data/session/session';
import { IconButton } from '@/ui/button/IconButton';
import { CommandSheet, useCommandKeys, type Command } from '@/ui/command';
import { STRIP_COMMANDS } from '@/ui/command/stripKeys';
import { MARK_COMMAND } from '@/ui/command/recordKeys';
import { MAP_COMMANDS, MAP_STEP_COMMANDS } from '@/ui/command/mapKeys';
import { StateMark, useWide } from '@/ui/layout';
import { Heading } from '@/ui/text/Text';
import { SPACE, useRoles } from '@/ui/theme';
import { ShownButton } from '../fields/ShownButton';
import { LeaveSheet } from './LeaveSheet';
import { LinkMark } from './LinkMark';

/** Waiting to be stored and being stored are one thing to who looks. */
const STORING = { tone: 'plain', label: 'Storing', short: 'Storing', icon: 'sync' } as const;
const SAVE_MARKS = {
  saved: {
    tone: 'good',
    label: 'Stored in this browser',
    short: 'Stored',
    icon: 'content-save-check-outline',
  },
  saving: STORING,
  unsaved: STORING,
  failed: { tone: 'error', label: 'Not stored', short: 'Not stored', icon: 'alert-circle-outline' },
} as const;

/** What a phone's bar shows of a name in one line of usual letters. */
const SHORT_NAME = 16;

/** A long name wraps, in smaller letters, rather than be cut. */
const nameOnPhone = (name: string) =>
  name.length <= SHORT_NAME ? { numberOfLines: 1 } : ({ kind: 'strong' } as const);

/** Name and state of the open calibration, undo and redo, the way out, and what is done to the whole document. */
export function TopBar() {
  const roles = useRoles();
  const wide = useWide();
  const router = useRouter();
  const [keysOpen, setKeysOpen] = useState(false);
  const [leaving, setLeaving] = useState(false);
  const name = useSession(({ history }) => history?.document.name);
  // An edit is named by its step: the same edit done again draws nothing here.
  const back = useSession(({ history }) => history?.past.at(-1)?.label);
  const forward = useSession(({ history }) => history?.future[0]?.label);
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
  if (name === undefined) return null;

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
        inBar
        icon="format-list-bulleted"
        label="All calibrations"
        onPress={() =>
          useSession.getState().saveState === 'failed' ? setLeaving(true) : router.navigate('/')
        }
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
        <Heading level={1} verbatim {...(wide ? { numberOfLines: 1 } : nameOnPhone(name))}>
          {name}
        </Heading>
        <View aria-live="polite" style={{ flexDirection: 'row', gap: wide ? SPACE.m : SPACE.s }}>
          <SaveMark wide={wide} />
          <LinkMark />
        </View>
      </View>
      <IconButton
        inBar
        icon="undo-variant"
        label={back === undefined ? 'Undo' : `Undo: ${back}`}
        disabled={!canUndo}
        onPress={undo}
      />
      <IconButton
        inBar
        icon="redo-variant"
        label={forward === undefined ? 'Redo' : `Redo: ${forward}`}
        disabled={!canRedo}
        onPress={redo}
      />
      <IconButton
        inBar
        icon="history"
        label="Versions and files"
        onPress={() => {
          const { id } = useSession.getState();
          if (id !== null) router.navigate(`/c/${id}/versions` as '/');
        }}
      />
      {wide ? (
        <IconButton inBar icon="keyboard-outline" label="Show keys" onPress={() => setKeysOpen(true)} />
      ) : null}
      <ShownButton />
      <Leaving open={leaving} onClose={() => setLeaving(false)} />
      <CommandSheet
        open={keysOpen}
        onClose={() => setKeysOpen(false)}
        groups={[
          { title: 'Everywhere', commands },
          { title: 'At the engine', commands: [MARK_COMMAND] },
          { title: 'In traces of a log', commands: STRIP_COMMANDS },
          { title: 'In a map', commands: [...MAP_COMMANDS, ...MAP_STEP_COMMANDS] },
        ]}
      />
    </View>
  );
}

/** Whether what is on the screen is stored. */
function SaveMark({ wide }: { wide: boolean }) {
  const { tone, icon, label, short } = useSession(({ saveState }) => SAVE_MARKS[saveState]);
  return <StateMark tone={tone} icon={icon} label={wide ? label : short} />;
}

/** The question before a calibration is left whose last change is not stored; none once it is. */
function Leaving({ open, onClose }: { open: boolean; onClose: () => void }) {
  const router = useRouter();
  const isStored = useSession(({ saveState }) => saveState === 'saved');
  return <LeaveSheet open={open && !isStored} onClose={onClose} onLeave={() => router.navigate('/')} />;
}
