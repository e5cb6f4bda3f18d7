import { definitionAt, type MapKey, SECTION_IDS } from '@/core/calibration';
import { useDocumentButCells } from '@/data/session/documentParts';
import { Card } from '@/ui/layout';
import { DocumentFields } from '../fields/fields';
import { firstCardFields } from './settingFields';

/** The numbers that belong to a map beside its cells; nothing for most. */
export function MapSettings({ mapKey }: { mapKey: MapKey }) {
  const { settings } = definitionAt(useDocumentButCells(), mapKey);
  const section = SECTION_IDS.find((id) => id === settings?.section);
  if (settings === undefined || section === undefined) return null;
  return (
    <Card title={settings.title}>
      <DocumentFields fields={firstCardFields(section)} />
    </Card>
  );
}
