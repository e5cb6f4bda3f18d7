import { useState } from 'react';
import { View } from 'react-native';
import { GENERIC_SETS, type InjectorSet, SET_KEYS, setOf } from '@/core/injectorLibrary';
import { pickPart } from '@/data/files/pick';
import { useInjectorLibrary } from '@/data/injectorLibrary';
import { edit, useDocument } from '@/data/session/session';
import { Button } from '@/ui/button/Button';
import { IconButton } from '@/ui/button/IconButton';
import { TextBox } from '@/ui/field';
import { Card, LinkRow, Message } from '@/ui/layout';
import { Sheet } from '@/ui/sheet/Sheet';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';
import { readFile } from '@/workers/readFileClient';

/** Puts a set's values into the document; the fuel system around it stays. */
function takeSet(set: InjectorSet): void {
  edit(`Injectors: ${set.name}`, (draft) => {
    for (const key of SET_KEYS) Object.assign(draft.injectors, { [key]: structuredClone(set.set[key]) });
  });
}

/** Injector sets to begin from: generic ones that ship, and the builder's own. */
export function InjectorLibraryCard() {
  const document = useDocument();
  const { own, problem: unreadable, keep, remove, save } = useInjectorLibrary();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const take = (set: InjectorSet) => {
    takeSet(set);
    setOpen(false);
  };
  const bring = async () => {
    const picked = await pickPart((text) => readFile('injectorLibrary', text));
    if (picked === null) return;
    setProblem(picked.ok ? null : picked.message);
    if (picked.ok) keep(picked.part.sets);
  };
  const keepThis = () => {
    keep([setOf(document.injectors, `own-${Date.now().toString(36)}`, name.trim())]);
    setName('');
  };
  return (
    <Card
      title="Library"
      intro="Generic sets and your own. What you take replaces rating, dead time and coil here."
    >
      <View style={{ flexDirection: 'row' }}>
        <Button label="Open the library" icon="bookshelf" onPress={() => setOpen(true)} />
      </View>
      <Sheet title="Injector library" open={open} onClose={() => setOpen(false)}>
        <Text kind="strong">Generic sets</Text>
        <Text kind="small" colour="muted">
          Typical of their kind, of no maker. Everything taken is an estimate until you confirm it.
        </Text>
        {GENERIC_SETS.map((set) => (
          <LinkRow key={set.id} label={set.name} detail={set.note} onPress={() => take(set)} />
        ))}
        <Text kind="strong">Your own</Text>
        {own.length === 0 ? <Text colour="muted">None kept yet.</Text> : null}
        {own.map((set) => (
          <View key={set.id} style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}>
            <View style={{ flex: 1 }}>
              <LinkRow label={set.name} onPress={() => take(set)} />
            </View>
            <IconButton
              icon="delete-outline"
              label={`Remove ${set.name} from the library`}
              onPress={() => remove(set.id)}
            />
          </View>
        ))}
        <View style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'center' }}>
          <TextBox
            label="Name for the set in use"
            value={name}
            maxLength={60}
            placeholder="Keep the set in use as …"
            onChangeText={setName}
          />
          <Button
            label="Keep"
            disabled={name.trim() === ''}
            accessibilityLabel="Keep the set in use"
            onPress={keepThis}
          />
        </View>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          <Button
            label="Save own sets as a file"
            icon="download"
            disabled={own.length === 0}
            onPress={save}
          />
          <Button label="Add sets from a file" icon="file-import-outline" onPress={() => void bring()} />
        </View>
        {problem === null ? null : <Message tone="error">{problem}</Message>}
        {unreadable === null ? null : <Message tone="error">{unreadable}</Message>}
      </Sheet>
    </Card>
  );
}
