import { View } from 'react-native';
import { baseValue, type Calibration, fieldInfo } from '@/core/calibration';
import { controlEdits, putRemedy } from '@/core/checks';
import type { QuantityFieldInfo } from '@/core/field';
import { idleControlProposal, type ProposedIdleField } from '@/core/generators';
import { formatNumber, unitOf } from '@/core/units';
import { useDocumentLater } from '@/data/session/documentParts';
import { edit } from '@/data/session/session';
import { today } from '@/data/today';
import { Button } from '@/ui/button/Button';
import { Card } from '@/ui/layout';
import { Text } from '@/ui/text/Text';
import { SPACE } from '@/ui/theme';

/** The numbers of idle control as they are computed from the engine, each with its reason; accepted together. */
export function IdleProposal() {
  const document = useDocumentLater();
  const fields = idleControlProposal(document);
  if (fields === null) {
    return (
      <Card title="Proposed">
        <Text colour="muted">
          Size, fuel, altitude, the idle speed wanted and the valve’s air say what the numbers should be. Fill
          them, and they are proposed here.
        </Text>
      </Card>
    );
  }
  const accept = () => {
    const edits = controlEdits(document);
    if (edits === null) return;
    const source = { kind: 'computed', date: today(), note: 'From size, idle speed and valve' } as const;
    edit('Accept the proposed idle control', (draft) =>
      putRemedy(draft as Calibration, { label: '', edits }, source),
    );
  };
  const same = fields.every(({ path, value }) => near(baseValue(document, path), value));
  return (
    <Card title="Proposed" intro="Computed from size, idle speed and what the valve passes.">
      {fields.map((field) => (
        <ProposedField key={field.path} field={field} now={baseValue(document, field.path)} />
      ))}
      {same ? (
        <Text colour="good">All of it stands as proposed.</Text>
      ) : (
        <View style={{ flexDirection: 'row' }}>
          <Button label="Accept all" icon="check" kind="primary" onPress={accept} />
        </View>
      )}
    </Card>
  );
}

function near(one: number | null, other: number): boolean {
  return one !== null && Math.abs(one - other) < 1e-6;
}

function ProposedField({
  field: { path, value, why },
  now,
}: {
  field: ProposedIdleField;
  now: number | null;
}) {
  const info = fieldInfo(path) as QuantityFieldInfo;
  const unit = unitOf(info.quantity, info.unit).label;
  const text = (amount: number) => `${formatNumber(amount, info.decimals)} ${unit}`;
  const change = now === null || near(now, value) ? text(value) : `${text(now)} → ${text(value)}`;
  return (
    <View style={{ gap: SPACE.xs }}>
      <View style={{ flexDirection: 'row', justifyContent: 'space-between', gap: SPACE.s }}>
        <Text style={{ flexShrink: 1 }}>{info.label}</Text>
        <Text kind="number">{change}</Text>
      </View>
      <Text kind="small" colour="muted">
        {why}
      </Text>
    </View>
  );
}
