import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useMemo } from 'react';
import { correctionKey, definitionAt, type MapKey, usedMaps } from '@/core/calibration';
import { useDocumentButCells } from '@/data/session/documentParts';
import { IconButton } from '@/ui/button/IconButton';
import { type Command, useCommandKeys } from '@/ui/command';
import { useWide } from '@/ui/layout';
import { MAP_STEP_COMMANDS } from '@/ui/command/mapKeys';

/** From a map to the one before or after it in the list, by a touch or a key. */
export function MapSteps({ mapKey }: { mapKey: MapKey }) {
  const document = useDocumentButCells();
  const router = useRouter();
  const wide = useWide();
  const { id } = useGlobalSearchParams<{ id: string }>();
  const keys: MapKey[] = [...usedMaps(document), ...document.corrections.map((own) => correctionKey(own.id))];
  const at = keys.indexOf(mapKey);
  const before = at < 0 ? undefined : keys[at - 1];
  const after = at < 0 ? undefined : keys[at + 1];
  const commands = useMemo<Command[]>(() => {
    const to = { mapBefore: before, mapAfter: after };
    return MAP_STEP_COMMANDS.map((command) => ({
      ...command,
      enabled: to[command.id] !== undefined,
      run: () => router.navigate(`/c/${id}/maps/${to[command.id]}` as '/'),
    }));
  }, [before, after, id, router]);
  useCommandKeys(commands);
  const name = (key: MapKey | undefined) =>
    key === undefined ? '' : `: ${definitionAt(document, key).label}`;
  const [back, on] = commands;
  return (
    <>
      {wide && back !== undefined ? (
        <IconButton
          icon="chevron-left"
          label={`Map before${name(before)}`}
          disabled={before === undefined}
          onPress={back.run}
        />
      ) : null}
      {on === undefined ? null : (
        <IconButton
          icon="chevron-right"
          label={`Next map${name(after)}`}
          disabled={after === undefined}
          onPress={on.run}
        />
      )}
    </>
  );
}
